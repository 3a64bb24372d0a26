package rule

import (
	"fmt"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/score"
)

const (
	slipMost   = 60.0            // µm of unset paint on which light marks slide
	slipFull   = 3.0             // times as much on which a full load does
	liftedMost = 1.0             // times as much lifted as left
	openMost   = score.OpenMost  // how far paint may have set that is to be blended
	setEnough  = score.SetEnough // µm of unset paint that a glaze, a dry drag or a fine line bears
)

var slip = Rule{
	ID: "film.slip", Title: "Light marks on thick wet paint", Severity: Caution, On: Step,
	Reason: "More paint than brush: on a thick unset film a brush that is not fully loaded slides and takes up what lies there.",
	Figure: "how much unset paint lies where a brush makes its marks", Source: "working default, by where marks begin to take up more than they leave",
	Speaks:  say("a brush lays marks on over %g µm of unset paint; %g times that with a full load", slipMost, slipFull),
	measure: findSlip,
}

var lifted = Rule{
	ID: "film.lifted", Title: "Takes more than it leaves", Severity: Caution, On: Step,
	Reason: "Thin load over thick wet paint removes paint instead of adding it.",
	Figure: "how many times as much a step takes off as it lays", Source: "once: beyond it there is less paint than before",
	Speaks:  "a step that covers takes more off the canvas than it lays",
	measure: findLifted,
}

var openTime = Rule{
	ID: "film.open-time", Title: "Blended too late", Severity: Caution, On: Step,
	Reason: "A blend needs paint that is still open; what has set tears or does not move.",
	Figure: "how far the paint has set that is to be blended", Source: "working default of the schedule",
	Speaks:  say("what is to be feathered has set to over %g %%", 100*openMost),
	measure: findOpenTime,
}

var notSet = Rule{
	ID: "film.not-set", Title: "Not set enough", Severity: Note, On: Step,
	Reason: "A glaze, a dry drag or a fine line needs paint below it that grabs: blot it, or let it set 10 to 30 minutes.",
	Figure: "how much unset paint lies under a glaze, a dry drag or a fine line", Source: "working default of the schedule",
	Speaks:  say("a glaze, a dry drag or a thinned line goes over more than %g µm of unset paint; twice that with a full load", setEnough),
	measure: findNotSet,
}

func findSlip(c *Context) []Finding {
	return c.each(func(i int, s lesson.Step, p rehearse.Report) *Finding {
		if !s.Technique.Marks() || len(s.Mixtures) == 0 {
			return nil
		}
		most, marks := slipMost, "light marks"
		if c.carries(s) {
			most, marks = slipFull*slipMost, "a full load"
		}
		return &Finding{Says: fmt.Sprintf("%s lays %s on %.0f µm of paint that has not set.", lesson.Capital(c.Lesson.Label(i)), marks, p.Under.Wet),
			Figure: round(p.Under.Wet, 0), Unit: "µm", Threshold: most,
			offers: func() (out []Idea) {
				if !c.carries(s) {
					c.changed(&out, "load the tool fully, so that it lays on top", s, func(n *lesson.Step) { n.Load = lesson.FullLoad })
				}
				c.elsewhere(&out, i)
				c.blotted(&out, i, 8)
				return out
			}}
	})
}

func findLifted(c *Context) []Finding {
	return c.each(func(i int, s lesson.Step, p rehearse.Report) *Finding {
		if !lays(s) || s.Technique == lesson.RubIn || p.On <= 0 {
			return nil
		}
		return &Finding{Says: fmt.Sprintf("%s takes %.2f ml off the canvas and lays %.2f.", lesson.Capital(c.Lesson.Label(i)), p.Off, p.On),
			Figure: round(p.Off/p.On, 1), Unit: "times", Threshold: liftedMost,
			offers: func() (out []Idea) {
				c.changed(&out, "load heavily and barely touch", s, func(n *lesson.Step) { n.Load, n.Pressure = lesson.HeavyLoad, lesson.Barely })
				if t, ok := c.softerTool(s); ok {
					c.changed(&out, "use the softer "+c.Lesson.ToolName(t), s, func(n *lesson.Step) { n.Tool = t })
				}
				c.elsewhere(&out, i)
				c.blotted(&out, i, 8)
				return out
			}}
	})
}

func findOpenTime(c *Context) []Finding {
	return c.each(func(i int, s lesson.Step, p rehearse.Report) *Finding {
		if s.Technique != lesson.Feather {
			return nil
		}
		return &Finding{Says: fmt.Sprintf("What %s is to blend has set to %.0f %%.", c.Lesson.Label(i), 100*p.Under.Set),
			Figure: round(100*p.Under.Set, 0), Unit: "%", Threshold: 100 * openMost,
			offers: func() (out []Idea) {
				for j := i - 1; j >= 0; j-- {
					if c.Lesson.Steps[j].Zone == s.Zone && lays(c.Lesson.Steps[j]) && j < i-1 {
						c.moved(&out, s.ID, j+1)
						break
					}
				}
				return out
			}}
	})
}

func findNotSet(c *Context) []Finding {
	return c.each(func(i int, s lesson.Step, p rehearse.Report) *Finding {
		if !s.WantsGrip() {
			return nil
		}
		most := setEnough
		if s.Technique != lesson.Glaze && c.carries(s) {
			most = 2 * setEnough // a full load lies on top
		}
		return &Finding{Says: fmt.Sprintf("%s goes over %.0f µm of paint that has not set.", lesson.Capital(c.Lesson.Label(i)), p.Under.Wet),
			Figure: round(p.Under.Wet, 0), Unit: "µm", Threshold: most,
			offers: func() (out []Idea) {
				c.elsewhere(&out, i)
				c.blotted(&out, i, 12)
				c.rested(&out, i, most)
				c.dried(&out, i)
				return out
			}}
	})
}
