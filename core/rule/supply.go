package rule

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/paint"
	"proxenos/core/spectrum"
	"proxenos/core/supply"
)

const (
	substituteMost = 6.0 // ΔE00 by which a substitute may change a mixture
	widthMost      = 1.8 // times as wide as a tool another may be that stands in for it
)

var missing = Rule{
	ID: "supply.missing", Title: "Not in the cupboard", Severity: Caution, On: Reports, Beyond: true, Choice: true,
	Figure: "how much of what the lesson needs there is", Source: "what all who paint need, with what stays on palettes",
	Reason:  "What is not there on the day is replaced in a hurry by what is: choose the substitute now.",
	Speaks:  "of a paint or tool that the lesson needs none was counted in the cupboard; what nobody counted is silent",
	measure: func(c *Context) []Finding { return findLack(c, true) },
}

var scarce = Rule{
	ID: "supply.short", Title: "Not enough in the cupboard", Severity: Caution, On: Reports, Beyond: true, Choice: true,
	Figure: "how much of what the lesson needs there is", Source: "what all who paint need, with what stays on palettes",
	Reason:  "A pile that runs out in the middle of a passage is never matched again: there must be enough for everybody.",
	Speaks:  "all who paint need more of a paint or tool than the cupboard has, with what stays on palettes",
	measure: func(c *Context) []Finding { return findLack(c, false) },
}

// findLack lists what the lesson wants and the cupboard has none of, or has too little of.
func findLack(c *Context, none bool) (out []Finding) {
	if c.Cupboard == nil {
		return nil
	}
	needs, ok := c.amounts()
	if !ok {
		return nil
	}
	people := fmt.Sprintf("%d people need", c.Cupboard.People)
	if c.Cupboard.People == 1 {
		people = "one person needs"
	}
	for _, w := range c.Cupboard.Wants(c.Lesson, *needs) {
		if !w.Counted || (w.Has == 0) != none {
			continue
		}
		f := Finding{Figure: w.Has, Unit: w.Unit, Threshold: w.Need, Under: true, Where: w.What}
		switch {
		case none:
			f.Says = fmt.Sprintf("%s is not in the cupboard; %s %g %s.", w.Name, people, round(w.Need, 1), w.Unit)
		default:
			f.Says = fmt.Sprintf("%s %g %s of %s and the cupboard has %g: %g too little.",
				lesson.Capital(people), round(w.Need, 1), w.Unit, w.Name, round(w.Has, 1), round(w.Lack, 2))
		}
		if w.Unit == "ml" {
			f.Steps, f.offers = c.stepsWith(w.What), func() []Idea { return c.otherPaint(w.What, *needs) }
		} else {
			f.Steps, f.offers = c.stepsBy(w.What), func() []Idea { return c.otherTool(w.What) }
		}
		out = append(out, f)
	}
	return out
}

// otherPaint has the ideas to do without a paint by the others that are laid out, and to take
// another from the cupboard for it: the one that changes its mixtures least.
func (c *Context) otherPaint(key string, needs supply.Amounts) (out []Idea) {
	if idea, delta, ok := c.withoutTube(key); ok && delta <= substituteMost {
		out = append(out, idea)
	}
	best, least := "", substituteMost
	var all lesson.All
	for _, s := range c.Cupboard.Paints {
		if slices.Contains(c.Lesson.Palette, s.Paint) || s.Ml < c.need(key, needs) {
			continue
		}
		if e, worst, ok := c.instead(key, s.Paint); ok && worst < least {
			best, least, all = s.Paint, worst, e
		}
	}
	if best == "" {
		return out
	}
	palette := slices.Clone(c.Lesson.Palette)
	palette[slices.Index(palette, key)] = best
	// What is put in must be laid out before it is mixed, and what is taken off not be in use.
	both := append(slices.Clone(c.Lesson.Palette), best)
	all = append(append(lesson.All{lesson.SetPalette{Paints: both}}, all...), lesson.SetPalette{Paints: palette})
	tube, _ := paint.Find(best)
	c.offer(&out, fmt.Sprintf("take %s instead: no mixture moves by more than ΔE %.1f", tube.Name, least), all)
	return out
}

// lacks reports whether a paint is known not to be in the cupboard.
func (c *Context) lacks(key string) bool {
	if c.Cupboard == nil {
		return false
	}
	ml, counted := c.Cupboard.Ml(key)
	return counted && ml == 0
}

// need is how many ml of a paint all who paint take.
func (c *Context) need(key string, needs supply.Amounts) float64 {
	for _, t := range needs.Tubes {
		if t.Paint == key {
			return t.Each * float64(c.Cupboard.People)
		}
	}
	return 0
}

// instead mixes everything with one paint for another, as much of it as comes nearest;
// worst is the largest ΔE00 by which a mixture moves.
func (c *Context) instead(from, to string) (all lesson.All, worst float64, ok bool) {
	box := c.Lesson.Paints()
	for _, m := range c.Lesson.Mixtures {
		k := slices.IndexFunc(m.Parts, func(p lesson.Part) bool { return p.Paint == from })
		if k < 0 {
			continue
		}
		was, err := box.Colour(m.Parts)
		if err != nil {
			return nil, 0, false
		}
		parts := slices.Clone(m.Parts)
		amount := parts[k].Parts
		least := math.Inf(1)
		var best []lesson.Part
		for step := -12; step <= 12; step++ { // a quarter to four times as strong a tube
			parts[k] = lesson.Part{Paint: to, Parts: min(100, max(0.1, round(amount*math.Pow(2, float64(step)/6), 1)))}
			is, err := box.Colour(parts)
			if err != nil {
				return nil, 0, false
			}
			if d := spectrum.DeltaE(was, is); d < least {
				least, best = d, slices.Clone(parts)
			}
		}
		worst = max(worst, least)
		all = append(all, lesson.SetParts{Mixture: m.ID, Parts: best})
	}
	return all, worst, len(all) > 0
}

// otherTool has the ideas to take the tool of the cupboard that there is enough of, that can do all that
// the tool does, and that is nearest to it in width, those of its kind first.
func (c *Context) otherTool(id string) []Idea {
	tool, _ := c.Lesson.Tool(id)
	able := func(kind lesson.ToolKind) bool {
		for _, s := range c.Lesson.Steps {
			if s.Tool == id && !s.Technique.Info().Takes(kind) {
				return false
			}
		}
		return true
	}
	var racks []supply.Rack
	for _, r := range c.Cupboard.Tools {
		if r.Pieces >= c.Cupboard.People && able(r.Kind) && ratioOf(r.Width, tool.Width) <= widthMost {
			racks = append(racks, r)
		}
	}
	slices.SortStableFunc(racks, func(a, b supply.Rack) int {
		other := func(r supply.Rack) int {
			if r.Kind == tool.Kind {
				return 0
			}
			return 1
		}
		return cmp.Or(cmp.Compare(other(a), other(b)), cmp.Compare(ratioOf(a.Width, tool.Width), ratioOf(b.Width, tool.Width)))
	})
	var out []Idea
	for _, r := range racks[:min(2, len(racks))] {
		next := tool
		next.Kind, next.Width = r.Kind, r.Width
		c.offer(&out, "", lesson.SetTool{Tool: next})
	}
	return out
}

// ratioOf is how many times as wide the wider of two tools is.
func ratioOf(a, b float64) float64 { return max(a/b, b/a) }
