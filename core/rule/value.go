package rule

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"proxenos/core/lesson"
	"proxenos/core/measure"
	"proxenos/core/paint"
	"proxenos/core/rehearse"
)

const (
	tierLeast = 4.0  // L* by which overlapping planes should differ where they meet
	meetLeast = 30.0 // mm of common edge from which two planes are said to meet
)

var tiers = Rule{
	ID: "value.tiers", Title: "Planes of the same value", Severity: Caution, On: Finished,
	Figure: "by how much L* two planes differ where they meet", Source: "working default: four L* is what an eye parts at two metres",
	Reason:  "Depth reads by value first: where one plane overlaps another they must differ, or the greyscale runs together.",
	Speaks:  say("two planes differ by under %g L* along %g mm where they meet", tierLeast, meetLeast),
	measure: findTiers,
}

func findTiers(c *Context) (out []Finding) {
	on := c.finished()
	if on == nil {
		return nil
	}
	met := measure.Meetings(on, meetLeast)
	for _, m := range met {
		out = append(out, c.tier(m, met))
	}
	return out
}

// tier judges where two planes meet, one of all that meet.
func (c *Context) tier(m measure.Meeting, met []measure.Meeting) Finding {
	far, near := c.Lesson.Planes[m.Far], c.Lesson.Planes[m.Near]
	diff := m.FarL - m.NearL
	f := Finding{
		Says: fmt.Sprintf("%s and %s differ by only %.1f L* along %.0f cm where they meet.",
			far.Name, near.Name, math.Abs(diff), m.Edge/10),
		Figure: round(math.Abs(diff), 1), Unit: "L*", Threshold: tierLeast, Under: true,
		Where: far.ID + "/" + near.ID, At: rehearse.Spot{X: m.X, Y: m.Y}, OnCanvas: true,
	}
	type side struct {
		step int
		at   float64 // L*
	}
	dark, light := side{m.NearStep, m.NearL}, side{m.FarStep, m.FarL}
	want := tierLeast + 2 - math.Abs(diff) // a little more than just enough
	if near.Distance == far.Distance || diff < 0 {
		dark, light = light, dark // the near one is the lighter already
	}
	for _, s := range []side{dark, light} {
		if s.step >= 0 {
			f.Steps = append(f.Steps, c.Lesson.Steps[s.step].ID)
		}
	}
	f.offers = func() (out []Idea) {
		for _, try := range []struct {
			side
			by float64
		}{{dark, -want}, {light, want}, {dark, -2 * want}, {light, 2 * want}} {
			if e, words, ok := c.shiftAll(try.step, try.by); ok {
				c.offer(&out, words, e)
			}
		}
		for _, try := range []struct {
			side
			by float64
		}{{dark, -want}, {light, want}} {
			if e, words, ok := c.shiftPassage(try.step, try.by); ok {
				c.offer(&out, words, e)
			}
		}
		if math.Abs(diff) < tierLeast/2 { // which of them is to be the lighter is open
			other := tierLeast + 2 + math.Abs(diff)
			for _, try := range []struct {
				side
				by float64
			}{{light, -other}, {dark, other}} {
				if e, words, ok := c.shiftAll(try.step, try.by); ok {
					c.offer(&out, words, e)
				}
			}
		}
		c.movedApart(&out, met)
		return out
	}
	return f
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
