package rule

import (
	"fmt"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
)

const (
	mudLeast   = 0.20      // share of a step's area that may be another colour
	coverLeast = 0.05      // cover below which a step is hardly one
	fewerMarks = 2.0 / 3.0 // what is left of a step whose marks are not worked into each other
)

var mud = Rule{
	ID: Mud, Title: "Turns to mud", Severity: Caution, On: Step,
	Reason: "The load must exceed what the hairs can lift. Too little paint, too much pressure or a dirty brush over wet paint mixes instead of covering.",
	Figure: "the share of what a step covers that is another, duller or wrong-valued colour", Source: "working default: a fifth shows; ΔE00 8 is what a painter calls another colour",
	Speaks:  say("over %g %% of what a step covers, by patches of 3 mm, is over ΔE00 %g from its mixture, %g where it is pulled or pushed, and duller or of another value", 100*mudLeast, rehearse.MudDelta, rehearse.MixedDelta),
	measure: findMud,
}

func findMud(c *Context) (out []Finding) {
	for i, p := range c.reports() {
		s := c.Lesson.Steps[i]
		if p.Area == 0 { // what lays nothing turns to no mud
			continue
		}
		out = append(out, Finding{
			Says: fmt.Sprintf("%.0f %% of what %s lays is another, duller or wrong-valued colour: on average it is ΔE00 %.1f from its mixture.",
				100*p.Mud, c.Lesson.Label(i), p.Delta),
			Figure: round(100*p.Mud, 0), Unit: "%", Threshold: 100 * mudLeast,
			Steps: []string{s.ID}, Where: s.ID, At: p.MudAt, OnCanvas: true,
			offers: func() []Idea { return c.cleaner(s) },
		})
	}
	return out
}

// cleaner is what a painter would try against mud: the hand and the brush first, then time, then
// less of what was to be laid.
func (c *Context) cleaner(s lesson.Step) (out []Idea) {
	change := func(words string, set func(*lesson.Step)) { c.changed(&out, words, s, set) }
	if s.Load != lesson.HeavyLoad {
		change("load the tool heavily", func(n *lesson.Step) { n.Load = lesson.HeavyLoad })
	}
	if s.Pressure != lesson.Barely {
		change("barely touch", func(n *lesson.Step) { n.Pressure = lesson.Barely })
	}
	if s.Load != lesson.HeavyLoad && s.Pressure != lesson.Barely {
		change("load heavily and barely touch", func(n *lesson.Step) { n.Load, n.Pressure = lesson.HeavyLoad, lesson.Barely })
	}
	if s.Care == lesson.CarryOn {
		change("wipe the tool first", func(n *lesson.Step) { *n = n.Cleaned(lesson.Wipe) })
	}
	if s.Care != lesson.Fresh {
		change("take a fresh tool", func(n *lesson.Step) { *n = n.Cleaned(lesson.Fresh) })
	}
	if t, ok := c.softerTool(s); ok {
		change("use the softer "+c.Lesson.ToolName(t), func(n *lesson.Step) { n.Tool = t })
		if s.Load != lesson.HeavyLoad || s.Pressure != lesson.Barely {
			change("load the softer "+c.Lesson.ToolName(t)+" heavily and barely touch", func(n *lesson.Step) {
				*n = n.Cleaned(lesson.Fresh)
				n.Tool, n.Load, n.Pressure = t, lesson.HeavyLoad, lesson.Barely
			})
		}
	}
	c.elsewhere(&out, c.Lesson.Step(s.ID))
	out = append(out, c.prepared(s)...)
	if s.Cover*fewerMarks >= coverLeast {
		change("lay a third fewer marks and leave them", func(n *lesson.Step) { n.Cover = round(s.Cover*fewerMarks, 2) })
	}
	if len(s.Mixtures) > 1 {
		m, _ := c.Lesson.Mixture(s.Mixtures[0])
		change(fmt.Sprintf("lay “%s” alone", m.Name), func(n *lesson.Step) { n.Mixtures = s.Mixtures[:1] })
	}
	c.dried(&out, c.Lesson.Step(s.ID))
	return out
}

// prepared is what can be done to the place of a step before it: a towel, every knife there is, or time.
func (c *Context) prepared(s lesson.Step) (out []Idea) {
	at := c.Lesson.Step(s.ID)
	first := func(t lesson.Technique, tool string, minutes float64) lesson.Insert {
		n := lesson.Step{ID: c.freeID(s.ID + "-" + string(t)), Zone: s.Zone, Where: s.Where, Technique: t, Tool: tool,
			Mixtures: []string{}, Load: lesson.MediumLoad, Pressure: lesson.Lightly, Care: lesson.Fresh, Cover: 1, Minutes: minutes}
		if t == lesson.Wait {
			n.Zone, n.Where = "", lesson.Whole
		}
		return lesson.Insert{At: at, Step: n}
	}
	heavy := s
	heavy.Load = lesson.HeavyLoad
	for _, t := range c.Lesson.Tools {
		switch {
		case t.Kind == lesson.Towel:
			blot := first(lesson.Blot, t.ID, 8)
			c.offer(&out, "blot the place for 8 minutes first", blot)
			if s.Load != lesson.HeavyLoad {
				c.offer(&out, "blot the place for 8 minutes first, then load heavily", lesson.All{blot, lesson.Change{Step: heavy}})
			}
		case t.Kind.Knife() && lesson.Scrape.Info().Takes(t.Kind):
			scrape := first(lesson.Scrape, t.ID, 1)
			c.offer(&out, "scrape the place first with "+c.Lesson.ToolName(t.ID), scrape)
			if s.Load != lesson.HeavyLoad {
				c.offer(&out, "scrape the place first with "+c.Lesson.ToolName(t.ID)+", then load heavily", lesson.All{scrape, lesson.Change{Step: heavy}})
			}
		}
	}
	c.offer(&out, "wait 15 minutes first", first(lesson.Wait, "", 15))
	return out
}
