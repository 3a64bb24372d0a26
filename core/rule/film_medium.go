package rule

import (
	"fmt"
	"math"

	"proxenos/core/film"
	"proxenos/core/house"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
)

const (
	softerBy   = 8.0     // percent of oil and alkyd by which paint below is softer than what goes on it
	stiffOver  = 0.3     // share of its place where soft paint lies, from which stiff paint is on soft
	tornMost   = 60.0    // percent of what it lays that stiff paint may tear up
	fluidLeast = 2.0 / 3 // of the medium that a line or a glaze is let down with, below which its paint is stiff
)

var medium = Rule{
	ID: "film.medium", Title: "Let down too far", Severity: Note, On: Script,
	Reason: "Medium makes paint flow and lets the ground through: where a method does without, it costs control, and too much of it neither hides nor holds.",
	Figure: "how much medium is in a step's paint", Source: "what the house method's layers take",
	Speaks:  "a step that is to cover has more medium in its paint than the house method's layers take; lines and glazes are left out",
	measure: findMedium,
}

var tooStiff = Rule{
	ID: "film.too-stiff", Title: "Too stiff for a line or a glaze", Severity: Note, On: Script,
	Reason: "A fine line is pulled with paint that runs like ink, and a glaze is mostly medium: paint as it comes from the tube beads and skips on a liner, and hides instead of tinting.",
	Figure: "how much medium is in the paint of a thin line or a glaze", Source: "two thirds of what paint is let down with for them, when it runs together wholly",
	Speaks:  say("the paint of a line that is pulled with a liner has under %g %% of medium, that of a glaze under %g %%", fluid(lesson.LinerPull), fluid(lesson.Glaze)),
	measure: findTooStiff,
}

var stiffOverSoft = Rule{
	ID: "film.stiff-over-soft", Title: "Stiff paint on soft paint", Severity: Caution, On: Step,
	Reason: "In one session firm paint lies below and softer paint on top: stiff paint tears up what is soft, and takes it along.",
	Figure: "how much a step takes off, of what it lays, where its paint is stiffer than what lies there", Source: "working default: most of what is laid must stay",
	Speaks:  say("paint with %g %% less oil and alkyd than the unset paint below takes off over %g %% of what it lays", softerBy, tornMost),
	measure: findStiff,
}

var blockInWet = Rule{
	ID: "film.block-in-wet", Title: "The block-in is not dry", Severity: Caution, On: Step,
	Reason: "Oil goes over a block-in in acrylic when that is dry to the touch, a quarter of an hour for a thin coat and an hour for a thick one: before, the two mix and neither holds.",
	Figure: "how many minutes too early oil goes over acrylic", Source: "by the thickness of the coat, as the film dries it",
	Speaks:  "oil goes over acrylic before that is dry to the touch",
	measure: findBlockInWet,
}

// findMedium speaks once of all the steps that are let down alike: it is one habit.
func findMedium(c *Context) (out []Finding) {
	l := c.Lesson
	most := house.MediumMost(l.Method)
	alike := map[lesson.Medium][]lesson.Step{}
	var order []lesson.Medium
	for _, s := range l.Steps {
		if !lays(s) || s.Technique == lesson.LinerPull || s.Medium.Acrylic || len(s.Mixtures) == 0 {
			continue
		}
		if len(alike[s.Medium]) == 0 {
			order = append(order, s.Medium)
		}
		alike[s.Medium] = append(alike[s.Medium], s)
	}
	for _, m := range order {
		steps := alike[m]
		f := Finding{
			Says:   fmt.Sprintf("%s has %.0f %% of medium in its paint; the method “%s” takes up to %.0f.", lesson.Capital(l.Label(l.Step(steps[0].ID))), m.Total(), lesson.Words().Method(l.Method), most),
			Figure: round(m.Total(), 0), Unit: "%", Threshold: most, Steps: []string{steps[0].ID}, Where: steps[0].ID,
			offers: func() (out []Idea) {
				c.letDown(&out, "take the paint as it comes from the tube", steps, lesson.Medium{})
				k := most / max(1, m.Total())
				c.letDown(&out, fmt.Sprintf("let it down with %.0f %% only", most), steps, lesson.Medium{Solvent: math.Floor(k * m.Solvent), Oil: math.Floor(k * m.Oil), Alkyd: math.Floor(k * m.Alkyd)})
				return out
			},
		}
		switch n := len(steps) - 1; {
		case n == 1:
			f.Says += " So has another step."
		case n > 1:
			f.Says += fmt.Sprintf(" So have %d other steps.", n)
		}
		out = append(out, f)
	}
	return out
}

// letDown has the idea to let the paint of some steps down with a medium.
func (c *Context) letDown(to *[]Idea, words string, steps []lesson.Step, m lesson.Medium) {
	var all lesson.All
	for _, s := range steps {
		s.Medium = m
		all = append(all, lesson.Change{Step: s})
	}
	if len(all) > 1 {
		words += fmt.Sprintf(", in all %d steps", len(all))
	}
	c.offer(to, words, all)
}

// fluid is how much medium, percent, the paint of a line or a glaze needs.
func fluid(t lesson.Technique) float64 {
	return round(fluidLeast*house.Medium("", t, house.Accent).Total(), 0)
}

func findTooStiff(c *Context) (out []Finding) {
	l := c.Lesson
	for i, s := range l.Steps {
		if s.Technique != lesson.LinerPull && s.Technique != lesson.Glaze || len(s.Mixtures) == 0 || s.Medium.Acrylic {
			continue
		}
		out = append(out, Finding{
			Says:   fmt.Sprintf("%s has %.0f %% of medium in its paint.", lesson.Capital(l.Label(i)), s.Medium.Total()),
			Figure: round(s.Medium.Total(), 0), Unit: "%", Threshold: fluid(s.Technique), Under: true, Steps: []string{s.ID}, Where: s.ID,
			offers: func() (out []Idea) {
				let := func(m lesson.Medium) {
					c.changed(&out, "let it down: "+mediumWords(m), s, func(n *lesson.Step) { n.Medium = m })
				}
				usual := house.Medium(l.Method, s.Technique, house.Accent)
				let(usual)
				if usual.Solvent > 0 {
					let(usual.Oiled(0))
				}
				return out
			},
		})
	}
	return out
}

// mediumWords says what is in a medium.
func mediumWords(m lesson.Medium) string {
	var parts []string
	for _, p := range []struct {
		much float64
		what string
	}{{m.Solvent, "solvent"}, {m.Oil, "oil"}, {m.Alkyd, "alkyd"}} {
		if p.much > 0 {
			parts = append(parts, fmt.Sprintf("%g %% of %s", p.much, p.what))
		}
	}
	return list(parts)
}

// softest is the step below step i whose paint is softest of those that go where it goes, since
// the canvas last dried; -1 for none.
func (c *Context) softest(i int, meet func(k int) bool) (k int, fat float64) {
	k = -1
	for j := i - 1; j >= 0; j-- {
		b := c.Lesson.Steps[j]
		if b.Technique == lesson.Dry {
			break
		}
		if len(b.Mixtures) > 0 && !b.Medium.Acrylic && b.Medium.Oil+b.Medium.Alkyd > fat && meet(j) {
			k, fat = j, b.Medium.Oil+b.Medium.Alkyd
		}
	}
	return k, fat
}

func findStiff(c *Context) []Finding {
	return c.each(func(i int, s lesson.Step, p rehearse.Report) *Finding {
		if !lays(s) || s.Medium.Acrylic || p.On <= 0 || p.Under.Over < stiffOver {
			return nil
		}
		k, fat := c.softest(i, func(k int) bool { return c.Lesson.Steps[k].Zone == s.Zone })
		if k < 0 || fat-s.Medium.Oil-s.Medium.Alkyd < softerBy {
			return nil
		}
		below := c.Lesson.Steps[k].Medium
		return &Finding{
			Says: fmt.Sprintf("%s lays %.0f %% of oil and alkyd over the %.0f %% of %s, still wet, and takes off %.0f %% of what it lays.",
				lesson.Capital(c.Lesson.Label(i)), s.Medium.Oil+s.Medium.Alkyd, fat, c.Lesson.Label(k), 100*p.Off/p.On),
			Figure: round(100*p.Off/p.On, 0), Unit: "%", Threshold: tornMost, Steps: []string{c.Lesson.Steps[k].ID},
			offers: func() (out []Idea) {
				c.changed(&out, "make its paint as soft as what it goes on", s, func(n *lesson.Step) { n.Medium.Oil, n.Medium.Alkyd = below.Oil, below.Alkyd })
				c.changed(&out, "load heavily and barely touch", s, func(n *lesson.Step) { n.Load, n.Pressure = lesson.HeavyLoad, lesson.Barely })
				if t, ok := c.softerTool(s); ok {
					c.changed(&out, "use the softer "+c.Lesson.ToolName(t), s, func(n *lesson.Step) { n.Tool = t })
				}
				c.elsewhere(&out, i)
				c.blotted(&out, i, 12)
				return out
			},
		}
	})
}

func findBlockInWet(c *Context) []Finding {
	l := c.Lesson
	clock := l.Clock()
	reports := c.reports()
	return c.each(func(i int, s lesson.Step, p rehearse.Report) *Finding {
		if s.Medium.Acrylic || len(s.Mixtures) == 0 {
			return nil
		}
		early, over := 0.0, -1
		for k := i - 1; k >= 0; k-- {
			b := l.Steps[k]
			if b.Technique == lesson.Dry || len(b.Mixtures) > 0 && !b.Medium.Acrylic {
				break // that is dry since, or oil has gone over it and says so itself
			}
			if !b.Medium.Acrylic || b.Zone != s.Zone || reports[k].Area == 0 {
				continue
			}
			if short := film.AcrylicDries(reports[k].Laid) - (clock[i].Start - clock[k].Free); over < 0 || short > early {
				early, over = short, k
			}
		}
		if over < 0 {
			return nil
		}
		early = max(0, early)
		return &Finding{
			Says:   fmt.Sprintf("%s goes over the acrylic of %s %.0f minutes before that is dry.", lesson.Capital(l.Label(i)), l.Label(over), early),
			Figure: round(early, 0), Unit: "min", Threshold: 0, Steps: []string{l.Steps[over].ID},
			offers: func() (out []Idea) {
				wait := c.idle(lesson.Wait, math.Ceil(early+0.5), "Let the block-in dry to the touch; look from two metres.")
				c.offer(&out, fmt.Sprintf("wait %g minutes first", wait.Minutes), lesson.Insert{At: i, Step: wait})
				c.elsewhere(&out, i)
				return out
			},
		}
	})
}
