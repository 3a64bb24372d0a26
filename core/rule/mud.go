package rule

import (
	"cmp"
	"fmt"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
)

const (
	mudLeast   = 0.20      // share of a step's area that may be another colour
	coverLeast = 0.05      // cover below which a step is hardly one
	fewerMarks = 2.0 / 3.0 // what is left of a step whose marks are not worked into each other
)

var mud = Rule{
	ID: Mud, Title: "Turns to mud", Severity: Caution,
	Reason: "The load must exceed what the hairs can lift. Too little paint, too much pressure or a dirty brush over wet paint mixes instead of covering.",
	Speaks: say("over %g %% of what a step covers, by patches of 3 mm, is over ΔE00 %g from its mixture, %g where it is pulled or pushed, and duller or of another value", 100*mudLeast, rehearse.MudDelta, rehearse.MixedDelta),
	find:   findMud,
}

func findMud(c *Context) (out []Finding) {
	if c.Rehearsal == nil {
		return nil
	}
	for i, p := range c.reports() {
		if p.Mud <= mudLeast {
			continue
		}
		s := c.Lesson.Steps[i]
		f := Finding{
			Says: fmt.Sprintf("%.0f %% of what %s lays is another, duller or wrong-valued colour: on average it is ΔE00 %.1f from its mixture.",
				100*p.Mud, c.Lesson.Label(i), p.Delta),
			Figure: round(100*p.Mud, 0), Unit: "%", Threshold: 100 * mudLeast,
			Steps: []string{s.ID}, Where: s.ID, At: p.MudAt, OnCanvas: true,
			Remedies: c.cleaner(s),
		}
		out = append(out, f)
	}
	return out
}

// softer are tools from hard to soft.
var softer = []lesson.ToolKind{lesson.Flat, lesson.Filbert, lesson.Round, lesson.Fan, lesson.SoftFlat, lesson.Mop}

// cleaner tries what a painter would try against mud on the coarse canvas and
// returns what helps, best first.
func (c *Context) cleaner(s lesson.Step) []Remedy {
	type idea struct {
		words string
		edit  lesson.Edit
		loss  float64 // what it takes from the picture, in the unit of rank
	}
	var ideas []idea
	change := func(words string, set func(*lesson.Step)) {
		n := s
		set(&n)
		ideas = append(ideas, idea{words, lesson.Change{Step: n}, 0})
	}
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
	at := c.Lesson.Step(s.ID)
	before := func(words string, t lesson.Technique, tool string, minutes float64) {
		n := lesson.Step{ID: c.freeID(s.ID + "-" + string(t)), Zone: s.Zone, Where: s.Where, Technique: t, Tool: tool,
			Mixtures: []string{}, Load: lesson.MediumLoad, Pressure: lesson.Lightly, Care: lesson.Fresh, Cover: 1, Minutes: minutes}
		if t == lesson.Wait {
			n.Zone, n.Where = "", lesson.Whole
		}
		ideas = append(ideas, idea{words, lesson.Insert{At: at, Step: n}, 0})
	}
	for _, t := range c.Lesson.Tools {
		switch t.Kind {
		case lesson.Towel:
			before("blot the place for 8 minutes first", lesson.Blot, t.ID, 8)
			if s.Load != lesson.HeavyLoad {
				last := ideas[len(ideas)-1].edit
				n := s
				n.Load = lesson.HeavyLoad
				ideas = append(ideas, idea{"blot the place for 8 minutes first, then load heavily", lesson.All{last, lesson.Change{Step: n}}, 0})
			}
		case lesson.Knife:
			before("scrape the place first", lesson.Scrape, t.ID, 1)
		}
	}
	before("wait 15 minutes first", lesson.Wait, "", 15)
	costs := func(loss float64) { ideas[len(ideas)-1].loss = loss }
	if s.Cover*fewerMarks >= coverLeast {
		change("lay a third fewer marks and leave them", func(n *lesson.Step) { n.Cover = round(s.Cover*fewerMarks, 2) })
		costs(0.05)
	}
	if len(s.Mixtures) > 1 {
		m, _ := c.Lesson.Mixture(s.Mixtures[0])
		change(fmt.Sprintf("lay “%s” alone", m.Name), func(n *lesson.Step) { n.Mixtures = s.Mixtures[:1] })
		costs(0.35)
	}

	if c.Trials == nil {
		return nil
	}
	was := c.Trials.Reports[at]
	var out []Remedy
	for _, d := range ideas {
		r, next, ok := c.remedy(d.words, d.edit)
		if !ok {
			continue
		}
		p, err := rehearse.Try(c, c.Trials, next, s.ID)
		if err != nil {
			return out
		}
		if p.Area < 0.5*was.Area {
			continue // what lays nothing turns to no mud, and is no remedy
		}
		if mends := p.Mud <= mudLeast && was.Mud > mudLeast; mends || weight(p) < 0.9*weight(was) {
			r.After, r.Tried = round(100*p.Mud, 0), true
			if p.Mud <= mudLeast {
				r.Words += " (mends it)"
			} else {
				r.Words += fmt.Sprintf(" (leaves %.0f %% muddy)", 100*p.Mud)
			}
			r.rank = weight(p) + 0.004*max(0, r.Minutes) + d.loss
			out = append(out, r)
		}
	}
	slices.SortStableFunc(out, func(a, b Remedy) int { return cmp.Compare(a.rank, b.rank) })
	return out[:min(4, len(out))]
}

// weight is how bad mud is: how much of it, and how far off.
func weight(p rehearse.Report) float64 { return p.Mud + p.Delta/40 }

// softerTool finds a tool of the lesson that can do the step, is softer, and is
// nearest in size.
func (c *Context) softerTool(s lesson.Step) (string, bool) {
	now, ok := c.Lesson.Tool(s.Tool)
	if !ok {
		return "", false
	}
	best, found := "", false
	least := 0.0
	for _, t := range c.Lesson.Tools {
		if slices.Index(softer, t.Kind) <= slices.Index(softer, now.Kind) || !s.Technique.Info().Takes(t.Kind) {
			continue
		}
		d := max(t.Width/now.Width, now.Width/t.Width)
		if !found || d < least {
			best, least, found = t.ID, d, true
		}
	}
	return best, found && least < 2.5
}

// freeID returns id, or id with a number, that no step has.
func (c *Context) freeID(id string) string {
	return freeName(id, func(id string) bool { return c.Lesson.Step(id) >= 0 })
}

// freeName returns a name, or it with a number, that is not taken.
func freeName(name string, taken func(string) bool) string {
	if len(name) > 36 {
		name = name[:36]
	}
	if !taken(name) {
		return name
	}
	for n := 2; ; n++ {
		if numbered := fmt.Sprintf("%s-%d", name, n); !taken(numbered) {
			return numbered
		}
	}
}

// tryCrossing fills in the edge to repair once a move is made.
func (c *Context) tryCrossing(r *Remedy, next *lesson.Lesson, step string) {
	if c.Trials == nil {
		return
	}
	if p, err := rehearse.Try(c, c.Trials, next, step); err == nil {
		r.After, r.Tried = round(p.Crossed.Edge, 1), true
	}
}
