package lesson

import (
	"fmt"
	"reflect"
	"slices"
	"strings"
)

// A Clash is something that two people changed in two ways.
type Clash struct {
	Where  string `json:"where" doc:"what it is about, in words"`
	Mine   string `json:"mine" doc:"as the one has it who saves"`
	Theirs string `json:"theirs" doc:"as it has become meanwhile"`
}

// Merge makes one lesson of two that were both made from base: all that was changed in either.
// What both changed, in two ways, is a clash; there the merged lesson is as mine. The merged
// lesson is as sound as an edit leaves it: ask [Check].
func Merge(base, mine, theirs *Lesson) (*Lesson, []Clash) {
	mine = apart(base, mine, theirs)
	m := &merger{base: base, mine: mine, theirs: theirs}
	out := m.value("", reflect.ValueOf(*base), reflect.ValueOf(*mine), reflect.ValueOf(*theirs)).Interface().(Lesson)
	return &out, m.clashes
}

// A merger remembers the clashes that it met.
type merger struct {
	base, mine, theirs *Lesson
	clashes            []Clash
}

func (m *merger) clash(where, mine, theirs string) {
	m.clashes = append(m.clashes, Clash{where, mine, theirs})
}

// value merges a value of which one way to change it is one change: whole structs are merged
// field by field, lists of what has a name thing by thing, all else is as it is in mine or in
// theirs.
func (m *merger) value(where string, base, mine, theirs reflect.Value) reflect.Value {
	switch {
	case same(mine, base):
		return theirs
	case same(theirs, base), same(mine, theirs):
		return mine
	case base.Kind() == reflect.Struct:
		out := reflect.New(base.Type()).Elem()
		for i := range base.NumField() {
			at := strings.TrimPrefix(where+", "+fieldName(base.Type().Field(i)), ", ")
			out.Field(i).Set(m.value(at, base.Field(i), mine.Field(i), theirs.Field(i)))
		}
		return out
	case base.Kind() == reflect.Slice && named(base.Type().Elem()):
		return m.list(where, base, mine, theirs)
	case base.Type() == reflect.TypeFor[[]string]() && where == "palette":
		return m.strings(base, mine, theirs)
	}
	m.clash(where, plainValue(mine), plainValue(theirs))
	return mine
}

func same(a, b reflect.Value) bool {
	if a.Kind() == reflect.Slice && a.Len() == 0 && b.Len() == 0 {
		return true // none is none
	}
	return reflect.DeepEqual(a.Interface(), b.Interface())
}

// fieldName is what a field is called in words.
func fieldName(f reflect.StructField) string {
	name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
	return name
}

// plainValue says what a value is, as far as it can be said in a few words.
func plainValue(v reflect.Value) string {
	if v.Kind() == reflect.Slice && v.Len() > 0 && v.Type().Elem().Kind() == reflect.Struct {
		if v.Type().Elem() == reflect.TypeFor[Point]() {
			return fmt.Sprintf("a shape of %d points", v.Len())
		}
		if v.Type().Elem() == reflect.TypeFor[Part]() {
			var said []string
			for _, p := range v.Interface().([]Part) {
				said = append(said, Figure(p.Parts)+" "+p.Paint)
			}
			return strings.Join(said, ", ")
		}
		return fmt.Sprintf("%d of them", v.Len())
	}
	switch text := strings.Trim(fmt.Sprint(v.Interface()), "[]{}"); text {
	case "":
		return "nothing"
	default:
		return shorten(text)
	}
}

// named reports whether what a list holds has a name of its own.
func named(t reflect.Type) bool {
	_, ok := keyFields[t]
	return ok
}

// keyFields are the fields by which what is in a list is told apart.
var keyFields = map[reflect.Type][]string{
	reflect.TypeFor[Mixture]():   {"ID"},
	reflect.TypeFor[Tool]():      {"ID"},
	reflect.TypeFor[Plane]():     {"ID"},
	reflect.TypeFor[Zone]():      {"ID"},
	reflect.TypeFor[Step]():      {"ID"},
	reflect.TypeFor[Measured]():  {"Paint"},
	reflect.TypeFor[OnPurpose](): {"Rule", "Where"},
}

func keyOf(v reflect.Value) string {
	var key []string
	for _, f := range keyFields[v.Type()] {
		key = append(key, v.FieldByName(f).String())
	}
	return strings.Join(key, " ")
}

// keyed is a list by its names, and their order.
func keyed(list reflect.Value) (by map[string]reflect.Value, order []string) {
	by = map[string]reflect.Value{}
	for i := range list.Len() {
		key := keyOf(list.Index(i))
		by[key] = list.Index(i)
		order = append(order, key)
	}
	return by, order
}

// list merges a list thing by thing, and its order.
func (m *merger) list(where string, base, mine, theirs reflect.Value) reflect.Value {
	was, wasOrder := keyed(base)
	my, myOrder := keyed(mine)
	their, theirOrder := keyed(theirs)
	kept := map[string]reflect.Value{}
	for _, key := range slices.Concat(theirOrder, myOrder, wasOrder) {
		if _, done := kept[key]; done {
			continue
		}
		b, inBase := was[key]
		a, inMine := my[key]
		o, inTheirs := their[key]
		label := func(v reflect.Value) string { return m.label(where, v) }
		switch {
		case inMine && inTheirs && inBase:
			kept[key] = m.value(label(b), b, a, o)
		case inMine && inTheirs: // both added it, and it is the same: see apart
			kept[key] = a
		case inMine && !inBase:
			kept[key] = a
		case inTheirs && !inBase:
			kept[key] = o
		case inMine && !same(a, b): // they took out what was changed here
			m.clash(label(b), "changed", "taken out")
			kept[key] = a
		case inTheirs && !same(o, b): // what they changed was taken out here
			m.clash(label(b), "taken out", "changed")
		}
	}
	out := reflect.MakeSlice(base.Type(), 0, len(kept))
	for _, key := range m.order(where, wasOrder, myOrder, theirOrder, kept) {
		out = reflect.Append(out, kept[key])
	}
	return out
}

// order puts what is kept into one order: as theirs, with what was moved or added here behind
// what it stands behind here.
func (m *merger) order(where string, base, mine, theirs []string, kept map[string]reflect.Value) []string {
	there := func(key string) bool { _, ok := kept[key]; return ok }
	movedHere, movedThere := movedOf(base, mine), movedOf(base, theirs)
	for key := range movedHere {
		if movedThere[key] && there(key) && before(mine, key) != before(theirs, key) {
			m.clash(m.label(where, kept[key])+", place", "moved", "moved elsewhere")
		}
	}
	var out []string
	for _, key := range theirs {
		if there(key) && !movedHere[key] {
			out = append(out, key)
		}
	}
	for _, key := range mine {
		if !there(key) || slices.Contains(out, key) {
			continue
		}
		at := 0
		for k := slices.Index(mine, key) - 1; k >= 0; k-- {
			if i := slices.Index(out, mine[k]); i >= 0 {
				at = i + 1
				break
			}
		}
		out = slices.Insert(out, at, key)
	}
	return out
}

// before is what stands before a key in a list; nothing before the first.
func before(list []string, key string) string {
	if i := slices.Index(list, key); i > 0 {
		return list[i-1]
	}
	return ""
}

// movedOf are those of a list that have another place among what both have.
func movedOf(base, now []string) map[string]bool {
	var places []int
	var keys []string
	for _, key := range now {
		if i := slices.Index(base, key); i >= 0 {
			places, keys = append(places, i), append(keys, key)
		}
	}
	still := map[int]bool{}
	for _, i := range Rising(places) {
		still[i] = true
	}
	moved := map[string]bool{}
	for k, i := range places {
		if !still[i] {
			moved[keys[k]] = true
		}
	}
	return moved
}

// strings merges a list of names in which each stands once.
func (m *merger) strings(base, mine, theirs reflect.Value) reflect.Value {
	b, a, o := base.Interface().([]string), mine.Interface().([]string), theirs.Interface().([]string)
	out := slices.DeleteFunc(slices.Clone(o), func(key string) bool { return slices.Contains(b, key) && !slices.Contains(a, key) })
	for _, key := range a {
		if !slices.Contains(b, key) && !slices.Contains(out, key) {
			out = append(out, key)
		}
	}
	return reflect.ValueOf(out)
}

// label says which thing of a list is meant.
func (m *merger) label(where string, v reflect.Value) string {
	switch t := v.Interface().(type) {
	case Step:
		for _, l := range []*Lesson{m.theirs, m.base, m.mine} {
			if l.Step(t.ID) >= 0 {
				return l.label(t.ID)
			}
		}
		return "step " + t.ID
	case Zone:
		return "“" + t.Name + "”"
	case Mixture:
		return "“" + t.Name + "”"
	case Plane:
		return "“" + t.Name + "”"
	case Tool:
		return "the " + plainTool(t)
	case OnPurpose:
		return t.Rule + " on purpose"
	}
	return where
}

// apart gives what was added in mine and, under the same name, in theirs as well a name of its
// own, so that both stay; what is the same is one.
func apart(base, mine, theirs *Lesson) *Lesson {
	out := *mine
	r := renamer{l: &out}
	clashes(base.Mixtures, mine.Mixtures, theirs.Mixtures, func(m *Mixture) *string { return &m.ID }, &r.mixtures)
	clashes(base.Tools, mine.Tools, theirs.Tools, func(t *Tool) *string { return &t.ID }, &r.tools)
	clashes(base.Planes, mine.Planes, theirs.Planes, func(p *Plane) *string { return &p.ID }, &r.planes)
	clashes(base.Zones, mine.Zones, theirs.Zones, func(z *Zone) *string { return &z.ID }, &r.zones)
	clashes(base.Steps, mine.Steps, theirs.Steps, func(s *Step) *string { return &s.ID }, &r.steps)
	r.rename()
	return &out
}

// clashes lists new names for what was added twice under one.
func clashes[T any](base, mine, theirs []T, id func(*T) *string, names *map[string]string) {
	at := func(list []T, key string) int {
		return slices.IndexFunc(list, func(t T) bool { return *id(&t) == key })
	}
	*names = map[string]string{}
	for i := range mine {
		key := *id(&mine[i])
		j := at(theirs, key)
		if at(base, key) >= 0 || j < 0 || reflect.DeepEqual(mine[i], theirs[j]) {
			continue
		}
		stem := key[:min(len(key), 36)]
		for n := 2; ; n++ {
			free := fmt.Sprintf("%s-%d", stem, n)
			if at(mine, free) < 0 && at(theirs, free) < 0 && at(base, free) < 0 {
				(*names)[key] = free
				break
			}
		}
	}
}

// A renamer gives things other names, wherever a lesson names them.
type renamer struct {
	l                                     *Lesson
	mixtures, tools, planes, zones, steps map[string]string
}

func (r renamer) rename() {
	swap := func(names map[string]string, id *string) {
		if to, ok := names[*id]; ok {
			*id = to
		}
	}
	l := r.l
	l.Mixtures, l.Tools, l.Planes = slices.Clone(l.Mixtures), slices.Clone(l.Tools), slices.Clone(l.Planes)
	l.Zones, l.Steps, l.Base.Zones = slices.Clone(l.Zones), slices.Clone(l.Steps), slices.Clone(l.Base.Zones)
	for i := range l.Mixtures {
		swap(r.mixtures, &l.Mixtures[i].ID)
	}
	for i := range l.Tools {
		swap(r.tools, &l.Tools[i].ID)
	}
	for i := range l.Planes {
		swap(r.planes, &l.Planes[i].ID)
	}
	for i := range l.Base.Zones {
		swap(r.zones, &l.Base.Zones[i])
	}
	for i := range l.Zones {
		z := &l.Zones[i]
		swap(r.zones, &z.ID)
		swap(r.zones, &z.Of)
		swap(r.planes, &z.Plane)
	}
	for i := range l.Steps {
		s := &l.Steps[i]
		swap(r.steps, &s.ID)
		swap(r.zones, &s.Zone)
		swap(r.tools, &s.Tool)
		s.Mixtures, s.After, s.Easier = slices.Clone(s.Mixtures), slices.Clone(s.After), slices.Clone(s.Easier)
		for k := range s.Mixtures {
			swap(r.mixtures, &s.Mixtures[k])
		}
		for k := range s.After {
			swap(r.steps, &s.After[k].Step)
		}
		for k := range s.Easier {
			swap(r.tools, &s.Easier[k].Tool)
		}
	}
}
