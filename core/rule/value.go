package rule

import (
	"fmt"
	"math"
	"slices"

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
	ID: "value.tiers", Title: "Planes of the same value", Severity: Caution,
	Reason: "Depth reads by value first: where one plane overlaps another they must differ, or the greyscale runs together.",
	Speaks: say("two planes differ by under %g L* along %g mm where they meet", tierLeast, meetLeast),
	find:   findTiers,
}

func findTiers(c *Context) (out []Finding) {
	if c.Rehearsal == nil {
		return nil
	}
	for _, m := range measure.Meetings(c.Rehearsal, meetLeast) {
		if math.Abs(m.FarL-m.NearL) < tierLeast {
			out = append(out, c.sameTier(m))
		}
	}
	return out
}

func (c *Context) sameTier(m measure.Meeting) Finding {
	far, near := c.Lesson.Planes[m.Far], c.Lesson.Planes[m.Near]
	diff := m.FarL - m.NearL
	f := Finding{
		Says: fmt.Sprintf("%s and %s differ by only %.1f L* along %.0f cm where they meet.",
			far.Name, near.Name, math.Abs(diff), m.Edge/10),
		Figure: round(math.Abs(diff), 1), Unit: "L*", Threshold: tierLeast,
		Where: far.ID + "/" + near.ID, At: rehearse.Spot{X: m.X, Y: m.Y}, OnCanvas: true,
	}
	darkStep, lightStep := m.NearStep, m.FarStep
	want := tierLeast + 2 - math.Abs(diff) // a little more than just enough
	if near.Distance == far.Distance || diff < 0 {
		darkStep, lightStep = lightStep, darkStep // the near one is the lighter already
	}
	for _, s := range []int{darkStep, lightStep} {
		if s >= 0 {
			f.Steps = append(f.Steps, c.Lesson.Steps[s].ID)
		}
	}
	if e, words, ok := c.shift(darkStep, -want); ok {
		if r, _, ok := c.remedy(words, e); ok {
			f.Remedies = append(f.Remedies, r)
		}
	}
	if e, words, ok := c.shift(lightStep, want); ok {
		if r, _, ok := c.remedy(words, e); ok {
			f.Remedies = append(f.Remedies, r)
		}
	}
	return f
}

// shift finds the parts of white that move the first mixture of a step by dL in L*.
func (c *Context) shift(step int, dL float64) (lesson.Edit, string, bool) {
	if step < 0 || len(c.Lesson.Steps[step].Mixtures) == 0 {
		return nil, "", false
	}
	id := c.Lesson.Steps[step].Mixtures[0]
	m, _ := c.Lesson.Mixture(id)
	white := -1
	parts := slices.Clone(m.Parts)
	for i, p := range m.Parts {
		if p.Paint == paint.White {
			white = i
		}
	}
	if white < 0 {
		if dL < 0 {
			return nil, "", false // there is no white to take out
		}
		white = len(parts)
		parts = append(parts, paint.Part{Paint: paint.White, Parts: 0.1})
	}
	box := c.Lesson.Paints()
	light := func(w float64) float64 {
		parts[white].Parts = w
		colour, err := box.Colour(parts)
		if err != nil {
			return math.NaN()
		}
		return colour.L
	}
	now := light(parts[white].Parts)
	lo, hi := 0.02, 100.0
	for range 40 {
		mid := math.Sqrt(lo * hi)
		if light(mid) < now+dL {
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
	return lesson.SetPart{Mixture: id, Paint: paint.White, Parts: w},
		fmt.Sprintf("%s “%s” by %.0f L*: %g parts of titanium white", verb, m.Name, math.Abs(dL), w), true
}
