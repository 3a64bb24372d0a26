package rule

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"proxenos/core/lesson"
	"proxenos/core/paint"
	"proxenos/core/recipe"
	"proxenos/core/spectrum"
)

// What several rules do with colours and mixtures.

// whole asks for whole parts where they come near, so that a remedy brings few new specks.
var whole = recipe.Options{Whole: true}

// solve finds the best recipe of some paints for a colour.
func (c *Context) solve(keys []string, colour spectrum.Lab, o recipe.Options) ([]lesson.Part, float64, bool) {
	s, err := recipe.New(c.Lesson.Paints(), keys)
	if err != nil {
		return nil, 0, false
	}
	o.Want = 1
	a, err := s.Near(c, colour, o)
	if err != nil {
		return nil, 0, false
	}
	return recipe.Parts(a.Recipes[0].Parts), a.Recipes[0].Delta, true
}

// lightOf is the lightness L* of the lightest that a step lays; of broken colour, of all together.
func (c *Context) lightOf(s lesson.Step) (most float64) {
	var mean float64
	for i, id := range s.Mixtures {
		m, _ := c.Lesson.Mixture(id)
		if lab, err := c.Lesson.Paints().Colour(m.Parts); err == nil {
			most = max(most, lab.L)
			if s.Broken() {
				mean += s.Shares[i] / 100 * lab.L
			}
		}
	}
	if s.Broken() {
		return mean
	}
	return most
}

// lightestOf is the lightness L* of the lightest of some mixtures.
func (c *Context) lightestOf(mixtures []string) (most float64) {
	for _, id := range mixtures {
		m, _ := c.Lesson.Mixture(id)
		if lab, err := c.Lesson.Paints().Colour(m.Parts); err == nil {
			most = max(most, lab.L)
		}
	}
	return most
}

// shiftAll moves every mixture of a step by dL in L*: where one grades into another, moving
// one alone moves what shows by half. It fails where none can be moved.
func (c *Context) shiftAll(step int, dL float64) (lesson.Edit, string, bool) {
	if step < 0 {
		return nil, "", false
	}
	var all lesson.All
	var says []string
	for _, id := range c.Lesson.Steps[step].Mixtures {
		if e, words, ok := c.shift(id, dL); ok {
			all, says = append(all, e), append(says, words)
		}
	}
	switch len(all) {
	case 0:
		return nil, "", false
	case 1:
		return all[0], says[0], true
	}
	return all, strings.Join(says, "; "), true
}

// shiftPassage moves every mixture of all steps that paint the zone of a step: a light on a dark
// stays as much lighter.
func (c *Context) shiftPassage(step int, dL float64) (lesson.Edit, string, bool) {
	if step < 0 {
		return nil, "", false
	}
	var all lesson.All
	var names []string
	moved := map[string]bool{}
	zone := c.Lesson.Steps[step].Zone
	for _, s := range c.Lesson.Steps {
		for _, id := range s.Mixtures {
			if s.Zone != zone || moved[id] {
				continue
			}
			moved[id] = true
			if e, _, ok := c.shift(id, dL); ok {
				m, _ := c.Lesson.Mixture(id)
				all, names = append(all, e), append(names, "“"+m.Name+"”")
			}
		}
	}
	z, _ := c.Lesson.Zone(zone)
	if len(all) < 2 || len(moved) <= len(c.Lesson.Steps[step].Mixtures) {
		return nil, "", false // the step is the whole passage
	}
	verb := "lighten"
	if dL < 0 {
		verb = "darken"
	}
	return all, fmt.Sprintf("%s all of %s by %.0f L*: %s", verb, z.Name, math.Abs(dL), list(names)), true
}

// shift finds the parts of one paint that move a mixture by dL in L*: of white, or where
// there is none to take out, of the darkest.
func (c *Context) shift(id string, dL float64) (lesson.Edit, string, bool) {
	m, ok := c.Lesson.Mixture(id)
	if !ok {
		return nil, "", false
	}
	box := c.Lesson.Paints()
	parts := slices.Clone(m.Parts)
	turn := slices.IndexFunc(parts, func(p paint.Part) bool { return p.Paint == paint.White })
	switch {
	case turn < 0 && dL > 0:
		turn = len(parts)
		parts = append(parts, paint.Part{Paint: paint.White, Parts: 0.1})
	case turn < 0:
		turn = darkest(box, parts)
	}
	light := func(w float64) float64 {
		parts[turn].Parts = w
		colour, err := box.Colour(parts)
		if err != nil {
			return math.NaN()
		}
		return colour.L
	}
	now := light(parts[turn].Parts)
	rises := parts[turn].Paint == paint.White // the more of it, the lighter
	lo, hi := 0.02, 100.0
	for range 40 {
		mid := math.Sqrt(lo * hi)
		if (light(mid) < now+dL) == rises {
			lo = mid
		} else {
			hi = mid
		}
	}
	w := round(hi, 1)
	if w < 0.1 || w > 99 || math.Abs(light(w)-now-dL) > 1.5 {
		return nil, "", false
	}
	verb := "lighten"
	if dL < 0 {
		verb = "darken"
	}
	tube, _ := paint.Find(parts[turn].Paint)
	return lesson.SetPart{Mixture: id, Paint: tube.Key, Parts: w},
		fmt.Sprintf("%s “%s” by %.0f L*: %g parts of %s", verb, m.Name, math.Abs(dL), w, strings.ToLower(tube.Name)), true
}

// darkest is the part that is darkest by itself.
func darkest(box paint.Box, parts []lesson.Part) int {
	best, least := 0, math.Inf(1)
	for i, p := range parts {
		if colour, err := box.Colour([]lesson.Part{{Paint: p.Paint, Parts: 1}}); err == nil && colour.L < least {
			best, least = i, colour.L
		}
	}
	return best
}

// recolour has the idea to move every mixture that makes up a tenth of what shows by as much in Lab.
func (c *Context) recolour(to *[]Idea, s shown, move spectrum.Lab) {
	var all lesson.All
	var say string
	for _, m := range c.Lesson.Mixtures {
		if s.mixtures[m.ID] < 0.1*s.share {
			continue
		}
		now, err := c.Lesson.Paints().Colour(m.Parts)
		if err != nil {
			return
		}
		target := spectrum.Lab{L: min(96, max(12, now.L+move.L)), A: now.A + move.A, B: now.B + move.B}
		parts, _, ok := c.solve(c.Lesson.Palette, target, recipe.Options{})
		if !ok {
			return
		}
		all = append(all, lesson.SetParts{Mixture: m.ID, Parts: parts})
		if say != "" {
			say += "; "
		}
		say += fmt.Sprintf("“%s” as %s", m.Name, recipe.Say(parts))
	}
	if len(all) > 0 {
		c.offer(to, "mix "+say, all)
	}
}

// samePaint reports whether two steps of one zone share a mixture: marks of it are texture, and
// meant to belong.
func (c *Context) samePaint(i, k int) bool {
	a, b := c.Lesson.Steps[i], c.Lesson.Steps[k]
	return slices.ContainsFunc(a.Mixtures, func(id string) bool { return slices.Contains(b.Mixtures, id) })
}

func plus(a, b spectrum.Lab) spectrum.Lab {
	return spectrum.Lab{L: a.L + b.L, A: a.A + b.A, B: a.B + b.B}
}

func times(a spectrum.Lab, k float64) spectrum.Lab {
	return spectrum.Lab{L: a.L * k, A: a.A * k, B: a.B * k}
}
