package lesson

import (
	"fmt"
	"slices"
	"strings"
)

// A Difference is one thing that differs between two lessons.
type Difference struct {
	Part string `json:"part" enum:"lesson,ground,scene,palette,mixture,tool,zone,step" doc:"what it is about"`
	Kind string `json:"kind" enum:"added,removed,moved,changed"`
	ID   string `json:"id" doc:"of the mixture, tool, zone or step; empty for the whole"`
	Says string `json:"says"`
}

// Differences lists what differs from a to b, step by step.
func Differences(a, b *Lesson) []Difference {
	d := &differ{a: a, b: b, out: []Difference{}}
	d.whole()
	list(d, "mixture", a.Mixtures, b.Mixtures, func(m Mixture) (string, string) { return m.ID, "“" + m.Name + "”" })
	list(d, "tool", a.Tools, b.Tools, func(t Tool) (string, string) { return t.ID, "the " + plainTool(t) })
	list(d, "zone", a.Zones, b.Zones, func(z Zone) (string, string) { return z.ID, "“" + z.Name + "”" })
	d.steps()
	return d.out
}

type differ struct {
	a, b *Lesson
	out  []Difference
}

func (d *differ) say(part, kind, id, format string, args ...any) {
	d.out = append(d.out, Difference{part, kind, id, fmt.Sprintf(format, args...)})
}

// whole compares what there is one of.
func (d *differ) whole() {
	a, b := d.a, d.b
	w := Words()
	text := func(part, name string, old, new any) {
		if x, y := fmt.Sprint(old), fmt.Sprint(new); x != y {
			d.say(part, "changed", "", "%s: %s → %s", name, shorten(x), shorten(y))
		}
	}
	text("lesson", "title", a.Title, b.Title)
	text("lesson", "about", a.About, b.About)
	text("lesson", "level", w.Level(a.Level), w.Level(b.Level))
	text("lesson", "method", w.Method(a.Method), w.Method(b.Method))
	text("lesson", "session, min", a.Session, b.Session)
	text("lesson", "pace", a.pace(), b.pace())
	text("ground", "size, mm", fmt.Sprintf("%s × %s", Figure(a.Support.Width), Figure(a.Support.Height)), fmt.Sprintf("%s × %s", Figure(b.Support.Width), Figure(b.Support.Height)))
	text("ground", "surface", a.Support.Surface, b.Support.Surface)
	if fmt.Sprint(a.Ground) != fmt.Sprint(b.Ground) {
		d.say("ground", "changed", "", "ground: %s → %s", a.Ground.Name, b.Ground.Name)
	}
	text("ground", "base coat", baseName(a), baseName(b))
	if a.Light != b.Light {
		d.say("scene", "changed", "", "light: from %s°, %s° high → from %s°, %s° high", Figure(a.Light.From), Figure(a.Light.Height), Figure(b.Light.From), Figure(b.Light.Height))
	}
	text("scene", "horizon, mm", a.View.Horizon, b.View.Horizon)
	text("scene", "eye, m", a.View.Eye, b.View.Eye)
	text("scene", "air", a.Haze(), b.Haze())
	if a.Focal != b.Focal {
		d.say("scene", "changed", "", "the focal area is elsewhere")
	}
	if fmt.Sprint(a.Planes) != fmt.Sprint(b.Planes) {
		d.say("scene", "changed", "", "the planes differ")
	}
	for _, key := range b.Palette {
		if !slices.Contains(a.Palette, key) {
			d.say("palette", "added", key, "tube %s", key)
		}
	}
	for _, key := range a.Palette {
		if !slices.Contains(b.Palette, key) {
			d.say("palette", "removed", key, "tube %s", key)
		}
	}
}

func baseName(l *Lesson) string {
	b := l.Base
	if b.Kind == NoBase || b.Thickness == 0 {
		return "none"
	}
	where := "everywhere"
	if len(b.Zones) > 0 {
		var names []string
		for _, id := range b.Zones {
			z, _ := l.Zone(id)
			names = append(names, strings.ToLower(z.Name))
		}
		where = "on " + strings.Join(names, ", ")
	}
	return fmt.Sprintf("%s, %s µm, %s", b.Kind, Figure(b.Thickness), where)
}

// list compares things that have an id.
func list[T any](d *differ, part string, a, b []T, name func(T) (id, says string)) {
	was := map[string]T{}
	for _, t := range a {
		id, _ := name(t)
		was[id] = t
	}
	for _, t := range b {
		id, says := name(t)
		old, there := was[id]
		switch {
		case !there:
			d.say(part, "added", id, "%s", says)
		case fmt.Sprint(old) != fmt.Sprint(t):
			d.say(part, "changed", id, "%s", says)
		}
		delete(was, id)
	}
	for _, t := range a {
		id, says := name(t)
		if _, gone := was[id]; gone {
			d.say(part, "removed", id, "%s", says)
		}
	}
}

// steps compares the scripts: what came, what went, what moved past others, what is said
// otherwise.
func (d *differ) steps() {
	a, b := d.a, d.b
	for i, s := range a.Steps {
		if b.Step(s.ID) < 0 {
			d.say("step", "removed", s.ID, "%s", a.Label(i))
		}
	}
	still := map[string]bool{}
	for _, id := range unmoved(a, b) {
		still[id] = true
	}
	for j, s := range b.Steps {
		i := a.Step(s.ID)
		if i < 0 {
			d.say("step", "added", s.ID, "%s", b.Label(j))
			continue
		}
		if !still[s.ID] {
			d.say("step", "moved", s.ID, "%s, from place %d", b.Label(j), i+1)
		}
		if diff := differences(a.Steps[i], s); diff != "" {
			d.say("step", "changed", s.ID, "%s%s", b.Label(j), diff)
		}
	}
}

// unmoved lists the most steps of both scripts that keep their order.
func unmoved(a, b *Lesson) (ids []string) {
	var order []int
	for _, s := range b.Steps {
		if i := a.Step(s.ID); i >= 0 {
			order = append(order, i)
		}
	}
	for _, i := range Rising(order) {
		ids = append(ids, a.Steps[i].ID)
	}
	return ids
}

// Rising returns the longest part of a list, in its order, that rises.
func Rising(list []int) []int {
	best := make([]int, len(list)) // length of the longest that ends here
	from := make([]int, len(list))
	end := -1
	for k := range list {
		best[k], from[k] = 1, -1
		for j := range k {
			if list[j] < list[k] && best[j]+1 > best[k] {
				best[k], from[k] = best[j]+1, j
			}
		}
		if end < 0 || best[k] > best[end] {
			end = k
		}
	}
	var out []int
	for ; end >= 0; end = from[end] {
		out = append(out, list[end])
	}
	slices.Reverse(out)
	return out
}

// Between is the edit that makes of a's method, ground, tools, mixtures, zones and script
// those of b. What b lacks of a's mixtures, tools and zones stays.
func Between(a, b *Lesson) All {
	var all All
	if a.Method != b.Method {
		all = append(all, SetMethod{b.Method})
	}
	if fmt.Sprint(GroundOf(a)) != fmt.Sprint(GroundOf(b)) {
		all = append(all, GroundOf(b))
	}
	if fmt.Sprint(a.Palette) != fmt.Sprint(b.Palette) {
		all = append(all, SetPalette{b.Palette})
	}
	if fmt.Sprint(a.Planes) != fmt.Sprint(b.Planes) {
		all = append(all, SetPlanes{b.Planes})
	}
	for _, m := range b.Mixtures {
		if _, there := a.Mixture(m.ID); !there {
			all = append(all, AddMixture{Mixture: m})
		}
	}
	for i, t := range b.Tools {
		if old, there := a.Tool(t.ID); !there || old != t {
			all = append(all, SetTool{min(i, len(a.Tools)), t})
		}
	}
	for i, z := range b.Zones {
		if old, there := a.Zone(z.ID); !there || fmt.Sprint(old) != fmt.Sprint(z) {
			all = append(all, SetZone{min(i, len(a.Zones)), z})
		}
	}
	return append(all, scriptEdits(a, b)...)
}

// scriptEdits moves, inserts, changes and removes steps.
func scriptEdits(a, b *Lesson) (all All) {
	var now []string
	for _, s := range a.Steps {
		now = append(now, s.ID)
	}
	still := unmoved(a, b)
	for j, s := range b.Steps {
		i := a.Step(s.ID)
		if i >= 0 && slices.Contains(still, s.ID) {
			continue
		}
		to := 0
		if j > 0 {
			to = slices.Index(now, b.Steps[j-1].ID) + 1
		}
		if i < 0 {
			plain := s
			plain.After = nil // what it waits for may not be there yet
			all = append(all, Insert{to, plain})
		} else {
			from := slices.Index(now, s.ID)
			now = slices.Delete(now, from, from+1)
			if from < to {
				to--
			}
			all = append(all, Move{s.ID, to})
		}
		now = slices.Insert(now, to, s.ID)
	}
	for _, s := range b.Steps {
		old := s
		if i := a.Step(s.ID); i >= 0 {
			old = a.Steps[i]
		} else {
			old.After = nil
		}
		if fmt.Sprintf("%+v", old) != fmt.Sprintf("%+v", s) {
			all = append(all, Change{s})
		}
	}
	for _, s := range a.Steps {
		if b.Step(s.ID) < 0 {
			all = append(all, Remove{s.ID})
		}
	}
	return all
}
