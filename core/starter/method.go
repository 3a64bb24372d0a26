package starter

import (
	"fmt"
	"slices"

	"proxenos/core/lesson"
)

// method makes the lesson one of its house method: ground, base coat, mediums, waits.
func (b *builder) method() {
	switch b.l.Method {
	case "wet-base":
		b.l.Base = lesson.Base{Kind: "white", Thickness: 10, Zones: b.open()}
	case "direct":
		b.l.Ground.Name = "toned, a trace of oil wiped off"
	case "ladder":
		b.mediums(lesson.Medium{Solvent: 40}, lesson.Medium{Solvent: 8, Oil: 8}, lesson.Medium{})
	case "rub-and-blot":
		b.l.Base = lesson.Base{Kind: "clear", Thickness: 6, Zones: b.open()}
		b.before(accent, "blot", func(zone string) lesson.Step {
			return lesson.Step{Zone: zone, Where: "whole", Technique: lesson.Blot, Tool: "towel", Minutes: 8,
				Words: "Lay the towel on, leave it, lift it: the paint turns matt and takes what comes next."}
		})
	case "dry-block-in":
		b.blockIn()
	case "layered":
		b.before(lights, "dry", func(string) lesson.Step {
			return lesson.Step{Where: "whole", Technique: lesson.Dry, Minutes: 5, Days: 3,
				Words: "End of the first day. Let it dry for some days, then go on with the lights."}
		})
	}
}

// open lists the zones that a wet coat helps: sky and water.
func (b *builder) open() []string {
	out := []string{}
	for _, z := range b.l.Zones {
		if z.Kind == lesson.Sky || z.Kind == lesson.Water {
			out = append(out, z.ID)
		}
	}
	return out
}

func (b *builder) mediums(by ...lesson.Medium) {
	for i := range b.l.Steps {
		if len(b.l.Steps[i].Mixtures) > 0 {
			b.l.Steps[i].Medium = by[b.stages[i]]
		}
	}
}

// before puts a step before the first of a stage that comes after the last body of
// anything: what must set has set by then.
func (b *builder) before(st stage, id string, make func(zone string) lesson.Step) {
	last := 0
	for i, s := range b.stages {
		if s == body {
			last = i
		}
	}
	at := slices.IndexFunc(b.stages[last:], func(s stage) bool { return s >= st })
	if at < 0 {
		return
	}
	at += last
	s := make(b.l.Steps[at].Zone)
	s.ID, s.Mixtures, s.Load, s.Pressure, s.Care, s.Cover = id, []string{}, "medium", "light", "fresh", 1
	b.l.Steps = slices.Insert(b.l.Steps, at, s)
	b.stages = slices.Insert(b.stages, at, body)
}

// blockIn begins with the large shapes in acrylic, dry before the oil goes on.
func (b *builder) blockIn() {
	var first []lesson.Step
	seen := map[string]bool{}
	for i, s := range b.l.Steps {
		if b.stages[i] != body || seen[s.Zone] || s.Where != "whole" || len(s.Mixtures) == 0 || len(first) == 5 {
			continue
		}
		seen[s.Zone] = true
		z, _ := b.l.Zone(s.Zone)
		if z.Kind == lesson.Sky || z.Kind == lesson.Path {
			continue // what grades from colour to colour is for the oil
		}
		first = append(first, lesson.Step{ID: fmt.Sprintf("block-%s", s.Zone), Zone: s.Zone, Where: "whole", Technique: lesson.RubIn, Tool: "flat50",
			Mixtures: s.Mixtures[:1], Load: "full", Pressure: "medium", Care: "fresh", Cover: 1.4, Minutes: 2, Medium: lesson.Medium{Acrylic: true},
			Words: fmt.Sprintf("In acrylic, plainly: the shape of %s. It is dry within minutes.", z.Name)})
	}
	first = append(first, lesson.Step{ID: "acrylic-dries", Where: "whole", Technique: lesson.Wait, Minutes: 8, Mixtures: []string{}, Load: "medium", Pressure: "light", Care: "fresh", Cover: 1,
		Words: "Let the acrylic dry through; lay out the oils meanwhile."})
	b.l.Steps = append(first, b.l.Steps...)
	b.stages = append(make([]stage, len(first)), b.stages...)
}
