package rule

import (
	"fmt"

	"proxenos/core/house"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
)

const (
	residueMost = house.ResidueMost
	wipeEnough  = house.WipeEnough
	solventMost = 4.0 // percent of solvent that a tool may add to the paint
)

var dirtyBrush = Rule{
	ID: DirtyBrush, Title: "The brush brings the last colour", Severity: Caution, On: Step,
	Figure: "by how much what is left in a tool moves the next mixture", Source: "ΔE00 3 is what an eye sees of two colours side by side",
	Reason:  "What is left in the hairs goes into the next mixture: wipe, rinse and dry, or take a spare brush, unless the residue suits it.",
	Speaks:  say("what is left in a tool moves the next mixture by over ΔE00 %g", residueMost),
	Quiet:   map[lesson.Method]string{lesson.DryBlockIn: "Residues are used on purpose here, to dull one colour with another."},
	measure: findDirtyBrush,
}

var solventLeft = Rule{
	ID: "film.solvent-left", Title: "Rinsed and used damp", Severity: Caution, On: Step,
	Figure: "how much more solvent than it was mixed with a tool brings into the paint", Source: "working default: below it paint does not run",
	Reason:  "Solvent that is left in the hairs thins the next paint and lets it run: dry the brush fully, or wipe it instead.",
	Speaks:  say("a tool that was rinsed and not dried brings over %g %% more solvent", solventMost),
	measure: findSolventLeft,
}

func findDirtyBrush(c *Context) []Finding {
	return c.each(func(i int, s lesson.Step, p rehearse.Report) *Finding {
		if len(s.Mixtures) == 0 {
			return nil
		}
		return &Finding{Says: fmt.Sprintf("What is left in %s moves the first load of %s by ΔE00 %.1f.", c.Lesson.ToolName(s.Tool), c.Lesson.Label(i), p.Brought.Residue),
			Figure: round(p.Brought.Residue, 1), Unit: "ΔE00", Threshold: residueMost,
			offers: func() (out []Idea) {
				t, _ := c.Lesson.Tool(s.Tool)
				if s.Care == lesson.CarryOn && p.Brought.Residue < wipeEnough {
					c.cleaned(&out, "wipe it first", s, lesson.Wipe)
				}
				if t.Kind.Brush() {
					c.cleaned(&out, "rinse it and dry it fully", s, lesson.RinseDry)
				}
				c.cleaned(&out, "take a clean one", s, lesson.Fresh)
				return out
			}}
	})
}

func findSolventLeft(c *Context) []Finding {
	return c.each(func(i int, s lesson.Step, p rehearse.Report) *Finding {
		if len(s.Mixtures) == 0 {
			return nil
		}
		return &Finding{Says: fmt.Sprintf("%s comes rinsed and damp to %s: %.0f %% more solvent than the paint was mixed with.", lesson.Capital(c.Lesson.ToolName(s.Tool)), c.Lesson.Label(i), p.Brought.Solvent),
			Figure: round(p.Brought.Solvent, 0), Unit: "%", Threshold: solventMost,
			offers: func() (out []Idea) {
				c.cleaned(&out, "rinse it and dry it fully", s, lesson.RinseDry)
				c.cleaned(&out, "wipe it instead", s, lesson.Wipe)
				return out
			}}
	})
}
