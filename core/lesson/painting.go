package lesson

import (
	"encoding/json"
	"fmt"
	"reflect"
	"slices"
)

// What is painted follows from a part of a lesson alone. Words for people, what is needed,
// how long the class has, what was accepted: all that repaints nothing. The part that does
// is said here and nowhere else; everything that keeps canvases, frames or reports keeps
// them by it.

// Painting names what decides the painting: lessons with the same are painted alike, to the
// bit. Names of things, words and notes, needs and stages, mixtures and tools that no step
// uses, and waits that change no minute are no part of it.
func (l *Lesson) Painting() string {
	c := painted(l)
	type moment struct{ Start, Free float64 }
	var clock []moment
	for _, m := range l.Clock() {
		clock = append(clock, moment{m.Start, m.Free})
	}
	text, err := json.Marshal([]any{c, clock})
	if err != nil {
		panic(fmt.Sprintf("lesson: a checked lesson must encode: %v", err)) // only NaN could do it
	}
	return hash(text)
}

// painted is a lesson without all that the canvas does not know of; when its steps take
// place its clock says.
func painted(l *Lesson) *Lesson {
	c := filled(*l)
	c.Title, c.About, c.Level, c.Method, c.Session, c.Pace, c.Accepted = "", "", "", "", 0, 0, nil
	c.Air, c.Focal, c.Light.Warmth, c.Reference, c.Ground.Name = "", Focal{}, 0, Reference{}, ""
	tools, mixtures := map[string]bool{}, map[string]bool{}
	for i, s := range c.Steps {
		c.Steps[i] = paintedStep(s)
		tools[s.Tool] = true
		for _, id := range s.Mixtures {
			mixtures[id] = true
		}
	}
	c.Tools = slices.DeleteFunc(slices.Clone(c.Tools), func(t Tool) bool { return !tools[t.ID] })
	c.Mixtures = slices.DeleteFunc(slices.Clone(c.Mixtures), func(m Mixture) bool { return !mixtures[m.ID] })
	for i := range c.Mixtures {
		c.Mixtures[i].Name, c.Mixtures[i].Tints = "", nil
	}
	c.Planes, c.Zones, c.Measured = slices.Clone(c.Planes), slices.Clone(c.Zones), slices.Clone(c.Measured)
	for i := range c.Planes {
		c.Planes[i].Name = ""
	}
	for i := range c.Zones {
		c.Zones[i].Name = ""
	}
	for i := range c.Measured {
		c.Measured[i].Source = ""
	}
	return &c
}

// paintedStep is a step without what the canvas does not know of.
func paintedStep(s Step) Step {
	s.Words, s.Note, s.Need, s.Stage, s.Easier = "", "", "", "", nil
	s.Meanwhile, s.After = false, nil
	return s
}

// Alike reports whether two steps are done alike, whatever minutes they are given.
func (s Step) Alike(o Step) bool {
	a, b := paintedStep(s), paintedStep(o)
	a.Minutes = b.Minutes
	return reflect.DeepEqual(a, b)
}

// Shared counts the steps at the start of both lessons that are painted the same, on the
// same canvas.
func Shared(a, b *Lesson) int {
	was, is := a.Clock(), b.Clock()
	x, y := painted(a), painted(b)
	if !reflect.DeepEqual(canvasOf(x), canvasOf(y)) {
		return 0
	}
	scenes := reflect.DeepEqual(x.Zones, y.Zones)
	n := 0
	for n < len(x.Steps) && n < len(y.Steps) && was[n].Start == is[n].Start && was[n].Free == is[n].Free && sameStep(x, y, n, scenes) {
		n++
	}
	return n
}

// canvasOf is what every step is painted on and in: a lesson without steps, and of its zones
// those alone that have the base coat.
func canvasOf(l *Lesson) *Lesson {
	c := *l
	c.Mixtures, c.Steps, c.Tools, c.Zones = nil, nil, nil, nil
	if c.Base.Kind != NoBase {
		for _, id := range c.Base.Zones {
			if z, ok := l.Zone(id); ok {
				c.Zones = append(c.Zones, z)
			}
		}
	}
	return &c
}

// sameStep reports whether step n is the same in both painted lessons, with what it is
// painted with and where. scenes tells whether all their zones are the same.
func sameStep(a, b *Lesson, n int, scenes bool) bool {
	x, y := a.Steps[n], b.Steps[n]
	if !reflect.DeepEqual(x, y) {
		return false
	}
	if t, _ := a.Tool(x.Tool); !reflect.DeepEqual(t, first(b.Tool(x.Tool))) {
		return false
	}
	for _, id := range x.Mixtures {
		if m, _ := a.Mixture(id); !reflect.DeepEqual(m, first(b.Mixture(id))) {
			return false
		}
	}
	if scenes {
		return true
	}
	// Reflections are those of everything that stands, and a cut-in goes around it.
	z, _ := a.Zone(x.Zone)
	return x.Technique != CutIn && x.Where != Mirror && z.Kind != Image && reflect.DeepEqual(z, first(b.Zone(x.Zone)))
}

// Judging names what the rules judge beside the canvas: lessons with the same, painted alike,
// are said the same of, but for what is accepted.
func (l *Lesson) Judging() string {
	c := filled(*l)
	c.Title, c.About, c.Accepted, c.Reference = "", "", []OnPurpose{}, Reference{}
	for i := range c.Steps {
		c.Steps[i].Words, c.Steps[i].Note, c.Steps[i].Stage, c.Steps[i].Easier = "", "", "", nil
	}
	return hash(Encode(&c))
}

func first[T any](v T, _ bool) T { return v }
