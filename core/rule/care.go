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
	ID: DirtyBrush, Title: "The brush brings the last colour", Severity: Caution,
	Reason: "What is left in the hairs goes into the next mixture: wipe, rinse and dry, or take a spare brush, unless the residue suits it.",
	Speaks: say("what is left in a tool moves the next mixture by over ΔE00 %g", residueMost),
	Quiet:  map[lesson.Method]string{lesson.DryBlockIn: "Residues are used on purpose here, to dull one colour with another."},
	find:   findDirtyBrush,
}

var solventLeft = Rule{
	ID: "film.solvent-left", Title: "Rinsed and used damp", Severity: Caution,
	Reason: "Solvent that is left in the hairs thins the next paint and lets it run: dry the brush fully, or wipe it instead.",
	Speaks: say("a tool that was rinsed and not dried brings over %g %% more solvent", solventMost),
	find:   findSolventLeft,
}

func findDirtyBrush(c *Context) []Finding {
	return c.each(func(i int, s lesson.Step, p rehearse.Report) *Finding {
		if len(s.Mixtures) == 0 || p.Brought.Residue <= residueMost {
			return nil
		}
		f := &Finding{Says: fmt.Sprintf("What is left in %s moves the first load of %s by ΔE00 %.1f.", c.Lesson.ToolName(s.Tool), c.Lesson.Label(i), p.Brought.Residue),
			Figure: round(p.Brought.Residue, 1), Unit: "ΔE00", Threshold: residueMost}
		t, _ := c.Lesson.Tool(s.Tool)
		if s.Care == lesson.CarryOn && p.Brought.Residue < wipeEnough {
			c.cleaned(f, "wipe it first", s, lesson.Wipe)
		}
		if t.Kind.Brush() {
			c.cleaned(f, "rinse it and dry it fully", s, lesson.RinseDry)
		}
		c.cleaned(f, "take a clean one", s, lesson.Fresh)
		return f
	})
}

func findSolventLeft(c *Context) []Finding {
	return c.each(func(i int, s lesson.Step, p rehearse.Report) *Finding {
		if s.Care != lesson.RinseDamp || p.Brought.Solvent <= solventMost {
			return nil
		}
		f := &Finding{Says: fmt.Sprintf("%s comes rinsed and damp to %s: %.0f %% more solvent than the paint was mixed with.", lesson.Capital(c.Lesson.ToolName(s.Tool)), c.Lesson.Label(i), p.Brought.Solvent),
			Figure: round(p.Brought.Solvent, 0), Unit: "%", Threshold: solventMost}
		c.cleaned(f, "rinse it and dry it fully", s, lesson.RinseDry)
		c.cleaned(f, "wipe it instead", s, lesson.Wipe)
		return f
	})
}

// cleaned offers to clean the tool of a step another way.
func (c *Context) cleaned(f *Finding, words string, s lesson.Step, care lesson.Care) {
	if r, _, ok := c.remedy(words, lesson.SetCare{Step: s.ID, Care: care}); ok {
		f.Remedies = append(f.Remedies, r)
	}
}
