package rule

import (
	"fmt"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/paint"
	"proxenos/core/rehearse"
)

const (
	tierLeast = 4.0 // L* by which overlapping planes should differ where they meet
	meetLeast = 3.0 // cm of common edge from which two planes are said to meet
	tierReach = 3.0 // mm to either side of an edge that count
)

var tiers = Rule{
	ID: "value.tiers", Title: "Planes of the same value", Severity: Caution,
	Reason: "Depth reads by value first: where one plane overlaps another they must differ, or the greyscale runs together.",
	find:   findTiers,
}

// meeting gathers what lies on either side of the edge between two planes.
type meeting struct {
	edge          float64 // cell sides
	far, near     float64 // sums of L*
	x, y          float64
	farBy, nearBy map[int16]int // steps that show there
}

func findTiers(c *Context) (out []Finding) {
	if c.Rehearsal == nil {
		return nil
	}
	r := c.Rehearsal
	f := r.Final
	plane := r.Planes()
	reach := max(1, int(math.Round(tierReach/f.Cell)))
	type pair struct{ far, near int16 }
	met := map[pair]*meeting{}
	look := func(x, y, dx, dy int) {
		a, b := plane[y*f.W+x], plane[(y+dy)*f.W+x+dx]
		if a < 0 || b < 0 || a == b {
			return
		}
		// Step back from the edge on both sides; both must still be the same plane.
		ax, ay, bx, by := x-dx*reach, y-dy*reach, x+dx*(reach+1), y+dy*(reach+1)
		if ax < 0 || ay < 0 || bx >= f.W || by >= f.H || plane[ay*f.W+ax] != a || plane[by*f.W+bx] != b {
			return
		}
		la, lb := f.Colour(ax, ay).L, f.Colour(bx, by).L
		sa, sb := r.Owner[ay*f.W+ax], r.Owner[by*f.W+bx]
		if a > b {
			a, b, la, lb, sa, sb = b, a, lb, la, sb, sa
		}
		m := met[pair{a, b}]
		if m == nil {
			m = &meeting{farBy: map[int16]int{}, nearBy: map[int16]int{}}
			met[pair{a, b}] = m
		}
		m.edge++
		m.far += la
		m.near += lb
		m.x += float64(x)
		m.y += float64(y)
		m.farBy[sa]++
		m.nearBy[sb]++
	}
	for y := range f.H {
		for x := range f.W {
			if x+1 < f.W {
				look(x, y, 1, 0)
			}
			if y+1 < f.H {
				look(x, y, 0, 1)
			}
		}
	}
	for a := range c.Lesson.Planes {
		for b := a + 1; b < len(c.Lesson.Planes); b++ {
			m := met[pair{int16(a), int16(b)}]
			if m == nil || m.edge*f.Cell/10 < meetLeast {
				continue
			}
			if d := (m.far - m.near) / m.edge; math.Abs(d) < tierLeast {
				out = append(out, c.sameTier(a, b, m, d))
			}
		}
	}
	return out
}

func (c *Context) sameTier(a, b int, m *meeting, diff float64) Finding {
	far, near := c.Lesson.Planes[a], c.Lesson.Planes[b]
	cell := c.Rehearsal.Final.Cell
	f := Finding{
		Says: fmt.Sprintf("%s and %s differ by only %.1f L* along %.0f cm where they meet.",
			far.Name, near.Name, math.Abs(diff), m.edge*cell/10),
		Figure: round(math.Abs(diff), 1), Unit: "L*", Threshold: tierLeast,
		Where: far.ID + "/" + near.ID, At: rehearse.Spot{X: m.x / m.edge * cell, Y: m.y / m.edge * cell}, OnCanvas: true,
	}
	darkStep, lightStep := most(m.nearBy), most(m.farBy)
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

// most returns the step that shows most, or -1.
func most(by map[int16]int) int {
	best, n := -1, 0
	for s, k := range by {
		if k > n || k == n && int(s) < best {
			best, n = int(s), k
		}
	}
	return best
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
