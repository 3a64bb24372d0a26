package house

import (
	"fmt"
	"slices"
	"unicode/utf8"

	"proxenos/core/lesson"
)

// A Stage is how far along a thing is when a step works on it.
type Stage int

// The stages of a thing: its shadow shape or mass, its lights, its accents.
const (
	Body Stage = iota
	Lights
	Accent
)

// blotWords are what the step says that a method brings; by them it is known again.
const blotWords = "Lay the towel on, leave it, lift it: the paint turns matt and takes what comes next."

// DryWords are what a step says in which the canvas dries between days.
const DryWords = "End of the first day. Let it dry for some days, then go on with the lights."

// oiled is what the name of a ground says more when a trace of oil is rubbed in.
const oiled = ", a trace of oil wiped off"

func shortened(s string, most int) string {
	for len(s) > most {
		_, size := utf8.DecodeLastRuneInString(s)
		s = s[:len(s)-size]
	}
	return s
}

// A script is a lesson whose steps know their stages.
type script struct {
	*lesson.Lesson
	stages []Stage
}

// Dress makes a plainly written lesson, tube paint on a dry ground, one of its house
// method: base coat, mediums, waits; thin lines and glazes are let down in each. It changes l and
// needs the stage of every step.
func Dress(l *lesson.Lesson, stages []Stage) {
	s := script{l, slices.Clone(stages)}
	s.fluid()
	switch l.Method {
	case lesson.WetBase:
		l.Base = lesson.Base{Kind: lesson.WhiteBase, Thickness: 10, Zones: s.open()}
	case lesson.Direct:
		l.Ground.Name = shortened(l.Ground.Name, 60-len(oiled)) + oiled
	case lesson.LeanToFat:
		s.mediums()
	case lesson.RubAndBlot:
		l.Base = lesson.Base{Kind: lesson.ClearBase, Thickness: 6, Zones: s.open()}
		s.before(Accent, "blot", func(zone string) lesson.Step {
			return lesson.Step{Zone: zone, Where: lesson.Whole, Technique: lesson.Blot, Tool: s.towel(), Minutes: 8,
				Words: blotWords}
		})
	case lesson.DryBlockIn:
		s.blockIn()
	case lesson.Layered:
		s.before(Lights, "dry", func(string) lesson.Step {
			return lesson.Step{Where: lesson.Whole, Technique: lesson.Dry, Minutes: 5, Days: 3,
				Words: DryWords}
		})
	}
}

// open lists the zones that a wet coat helps: sky and water.
func (l *script) open() []string {
	out := []string{}
	for _, z := range l.Zones {
		if z.Kind == lesson.Sky || z.Kind == lesson.Water {
			out = append(out, z.ID)
		}
	}
	return out
}

// tool is the first tool of a kind, or one that is laid out for it.
func (l *script) tool(kind lesson.ToolKind, id string, width float64, best func(a, b lesson.Tool) bool) string {
	found := ""
	var was lesson.Tool
	for _, t := range l.Tools {
		if t.Kind == kind && (found == "" || best(t, was)) {
			found, was = t.ID, t
		}
	}
	if found == "" {
		l.Tools = append(slices.Clone(l.Tools), lesson.Tool{ID: id, Kind: kind, Width: width})
		found = id
	}
	return found
}

func (l *script) towel() string {
	return l.tool(lesson.Towel, "towel", 150, func(a, b lesson.Tool) bool { return false })
}

// ladder is how the paint is let down from lean to fat, by stage.
var ladder = [...]lesson.Medium{Body: {Solvent: 40}, Lights: {Solvent: 8, Oil: 8}, Accent: {}}

// Medium is how a method lets the paint of a step down, at its stage: thin lines run like
// ink and glazes are mostly oil, whatever the method.
func Medium(m lesson.Method, t lesson.Technique, st Stage) lesson.Medium {
	switch {
	case t == lesson.LinerPull:
		return lesson.Medium{Solvent: 45, Oil: 15}
	case t == lesson.Glaze:
		return lesson.Medium{Oil: 40, Alkyd: 35}
	case m == lesson.LeanToFat:
		return ladder[st]
	}
	return lesson.Medium{}
}

func (l *script) mediums() {
	for i, s := range l.Steps {
		if len(s.Mixtures) > 0 && plain(s) {
			l.Steps[i].Medium = Medium(l.Method, s.Technique, l.stages[i])
		}
	}
}

// fluid lets down the paint of thin lines and glazes that nobody has let down.
func (l *script) fluid() {
	for i, s := range l.Steps {
		if len(s.Mixtures) > 0 && !plain(s) && s.Medium == (lesson.Medium{}) {
			l.Steps[i].Medium = Medium(l.Method, s.Technique, l.stages[i])
		}
	}
}

// plain reports whether a step is painted as the method says; thin lines, glazes and
// acrylic are let down for their own reasons.
func plain(s lesson.Step) bool {
	return s.Technique != lesson.LinerPull && s.Technique != lesson.Glaze && !s.Medium.Acrylic
}

// before puts a step before the first of a stage that comes after the last body of
// anything: what must set has set by then.
func (l *script) before(st Stage, id string, make func(zone string) lesson.Step) {
	last := 0
	for i, s := range l.stages {
		if s == Body {
			last = i
		}
	}
	at := slices.IndexFunc(l.stages[last:], func(s Stage) bool { return s >= st })
	if at < 0 {
		return
	}
	at += last
	s := make(l.Steps[at].Zone)
	s.ID, s.Mixtures, s.Load, s.Pressure, s.Care, s.Cover = l.free(id), []string{}, lesson.MediumLoad, lesson.Lightly, lesson.Fresh, 1
	l.Steps = slices.Insert(l.Steps, at, s)
	l.stages = slices.Insert(l.stages, at, Body)
}

// free is an id like the one wanted that no step has.
func (l script) free(id string) string {
	for n := 2; l.Step(id) >= 0; n++ {
		id = fmt.Sprintf("%s-%d", id[:min(len(id), 36)], n)
	}
	return id
}

// blockIn begins with the large shapes in acrylic, dry before the oil goes on.
func (l *script) blockIn() {
	var first []lesson.Step
	seen := map[string]bool{}
	brush := l.tool(lesson.Flat, "flat50", 50, func(a, b lesson.Tool) bool { return a.Width > b.Width })
	for i, s := range l.Steps {
		if l.stages[i] != Body || seen[s.Zone] || s.Where != lesson.Whole || len(s.Mixtures) == 0 || len(first) == 5 {
			continue
		}
		seen[s.Zone] = true
		z, _ := l.Zone(s.Zone)
		if z.Kind == lesson.Sky || z.Kind == lesson.Path {
			continue // what grades from colour to colour is for the oil
		}
		first = append(first, lesson.Step{ID: l.free("block-" + s.Zone[:min(len(s.Zone), 30)]), Zone: s.Zone, Where: lesson.Whole, Technique: lesson.RubIn, Tool: brush,
			Mixtures: s.Mixtures[:1], Load: lesson.FullLoad, Pressure: lesson.Evenly, Care: lesson.Fresh, Cover: 1.4, Minutes: 2, Medium: lesson.Medium{Acrylic: true},
			Words: fmt.Sprintf("In acrylic, plainly: the shape of %s. It is dry within minutes.", z.Name)})
	}
	first = append(first, lesson.Step{ID: l.free("acrylic-dries"), Where: lesson.Whole, Technique: lesson.Wait, Minutes: 8, Mixtures: []string{}, Load: lesson.MediumLoad, Pressure: lesson.Lightly, Care: lesson.Fresh, Cover: 1,
		Words: "Let the acrylic dry through; lay out the oils meanwhile."})
	l.Steps = append(first, l.Steps...)
	l.stages = append(make([]Stage, len(first)), l.stages...)
}
