package rule

import (
	"fmt"
	"math"
	"slices"

	"proxenos/core/lesson"
)

const (
	lightMost  = 0.35 // share of a mass that its lights may cover
	lighterBy  = 10.0 // L* by which a colour is a light of its mass
	stageShare = 2.0 / 3
	earlyShare = 0.5  // of the time, before which the lightest light is early
	lightest   = 80.0 // L* from which a light counts as one
)

var overlit = Rule{
	ID: "value.overlit", Title: "Too much of it is lit", Severity: Note, On: Finished,
	Figure: "the share of what shows of a tree or a rock that is light", Source: "working default of the craft: shadow and middle make most of it",
	Reason:  "Shadow and middle make most of a tree or a rock, light the smaller share: leave dark pockets.",
	Speaks:  say("lights cover over %g %% of what shows of a tree or a rock", 100*lightMost),
	measure: findOverlit,
}

var whiteEarly = Rule{
	ID: "value.white-early", Title: "The lightest light too early", Severity: Note, On: Finished,
	Figure: "after what share of the time the lightest light on the ground is set", Source: "working default: the lights belong to the last stage",
	Reason:  "Hold the lightest light back for the last stage: what comes after it has nothing left to be lighter with, and muddies it.",
	Speaks:  say("the lightest light on the ground, over L* %g, is set in the first half of the time", lightest),
	Quiet:   map[lesson.Method]string{lesson.RubAndBlot: "Lights that must stay clean go first here."},
	measure: findWhiteEarly,
}

func findOverlit(c *Context) (out []Finding) {
	on := c.finished()
	if on == nil {
		return nil
	}
	l := c.Lesson
	for _, z := range l.Zones {
		if !z.Kind.Is(lesson.Leafy) && z.Kind != lesson.Conifer && z.Kind != lesson.Rock {
			continue
		}
		mass, lit, lights := 0.0, 0.0, -1
		body, top := -1.0, 0.0
		for _, s := range l.Steps {
			if s.Zone == z.ID && s.Technique.Marks() && len(s.Mixtures) > 0 {
				top = max(top, c.lightOf(s))
			}
		}
		for i, s := range l.Steps {
			if s.Zone != z.ID || !s.Technique.Marks() || len(s.Mixtures) == 0 {
				continue
			}
			shows := on.Shows(i)
			mass += shows
			if body < 0 {
				body = c.lightOf(s)
			} else if c.lightOf(s) > body+lighterBy && c.lightOf(s) > top-lighterBy { // a middle tone is none
				lit += shows
				lights = i
			}
		}
		if lights < 0 || mass == 0 {
			continue
		}
		s := l.Steps[lights]
		out = append(out, Finding{
			Says:   fmt.Sprintf("%.0f %% of what shows of %s is light.", 100*lit/mass, z.Name),
			Figure: round(100*lit/mass, 0), Unit: "%", Threshold: 100 * lightMost, Steps: []string{s.ID}, Where: z.ID, At: c.at(lights), OnCanvas: true,
			offers: func() (out []Idea) {
				// Marks that fall at random leave a share that dies away with their number.
				number := -math.Log(1-min(0.99, lit/mass)) / s.Cover
				for _, k := range []float64{0.7, 0.4} {
					if less := round(max(0.02, -math.Log(1-k*lightMost)/number), 2); less < s.Cover {
						c.changed(&out, fmt.Sprintf("work the lights %g times over, not %g", less, s.Cover), s, func(n *lesson.Step) { n.Cover = less })
					}
				}
				if s.Where == lesson.Whole {
					c.changed(&out, "set them on the lit side alone", s, func(n *lesson.Step) { n.Where = lesson.Lit })
				}
				return out
			},
		})
	}
	return out
}

func findWhiteEarly(c *Context) (out []Finding) {
	l, on := c.Lesson, c.finished()
	if on == nil {
		return nil
	}
	most, last := 0.0, -1
	grounded := func(s lesson.Step) bool {
		z, ok := l.Zone(s.Zone)
		return ok && !z.Kind.Is(lesson.Airy) && z.Kind != lesson.Snow && lays(s)
	}
	for i, s := range l.Steps {
		if grounded(s) && c.lightOf(s) > most+1 {
			most, last = c.lightOf(s), i
		}
	}
	if last < 0 || most < lightest {
		return nil
	}
	s := l.Steps[last]
	begins, all := l.Start(last), l.Minutes()
	if on.Reports[last].Area < 1 {
		return nil
	}
	later := slices.IndexFunc(l.Steps[last+1:], func(o lesson.Step) bool { return l.Start(l.Step(o.ID)) >= stageShare*all })
	f := Finding{
		Says:   fmt.Sprintf("The lightest light, L* %.0f, is set after %.0f of %.0f minutes, in %s.", most, begins, all, l.Label(last)),
		Figure: round(100*begins/all, 0), Unit: "% of the time", Threshold: 100 * earlyShare, Under: true, Steps: []string{s.ID}, Where: s.ID, At: c.at(last), OnCanvas: true,
	}
	f.offers = func() (out []Idea) {
		if later >= 0 {
			c.moved(&out, s.ID, last+1+later)
		}
		for _, id := range s.Mixtures {
			m, _ := l.Mixture(id)
			lab, err := l.Paints().Colour(m.Parts)
			if err != nil || lab.L < most-1 {
				continue
			}
			lab.L = lightest - 3
			if parts, _, ok := c.solve(l.Palette, lab, whole); ok {
				c.offer(&out, fmt.Sprintf("hold “%s” down to L* %.0f", m.Name, lab.L), lesson.SetParts{Mixture: id, Parts: parts})
			}
		}
		return out
	}
	return []Finding{f}
}
