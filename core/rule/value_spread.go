package rule

import (
	"math"
	"strings"

	"proxenos/core/lesson"
	"proxenos/core/measure"
)

const (
	spreadRoom  = 1.5  // L* beyond what is just enough, for paint mixes on the canvas
	spreadLeast = 0.5  // L* below which a mixture stays as it is
	spreadMost  = 15.0 // L* by which a mixture may move: more makes another picture
)

// An edge is where two mixtures meet as planes: from the far one's L* and the near one's
// moves, in units of sign, it must come to least.
type edge struct {
	far, near   string // mixtures
	diff, least float64
	sign        float64
}

// movedApart has the idea to move the values of all planes that meet, as little as can be, so that every two
// of them differ: what moves one plane from its neighbour alone often moves it to the next.
func (c *Context) movedApart(to *[]Idea, met []measure.Meeting) {
	var edges []edge
	for _, m := range met {
		if far, near := c.mixtureAt(m.FarStep, m.FarL), c.mixtureAt(m.NearStep, m.NearL); far != "" && near != "" && far != near {
			e := edge{far: far, near: near, diff: m.FarL - m.NearL, sign: 1}
			if e.diff < 0 || c.Lesson.Planes[m.Near].Distance == c.Lesson.Planes[m.Far].Distance && e.diff == 0 {
				e.sign = -1
			}
			e.least = tierLeast + spreadRoom
			if d := math.Abs(e.diff); d >= tierLeast {
				e.least = min(e.least, d) // it may stay as near as it is
			}
			edges = append(edges, e)
		}
	}
	var all lesson.All
	var says []string
	moves := leastMoves(edges)
	for _, m := range c.Lesson.Mixtures {
		move := moves[m.ID]
		if math.Abs(move) < spreadLeast {
			continue
		}
		e, words, ok := c.shift(m.ID, move)
		if !ok || math.Abs(move) > spreadMost {
			return
		}
		all, says = append(all, e), append(says, words)
	}
	if len(all) > 1 { // one mixture alone is another idea
		c.offer(to, "move what meets apart: "+strings.Join(says, "; "), all)
	}
}

// mixtureAt is the mixture of a step whose value is nearest to what shows at a place: a
// step that grades from one to another shows each elsewhere. It is "" for none.
func (c *Context) mixtureAt(step int, value float64) (id string) {
	if step < 0 {
		return ""
	}
	least := math.Inf(1)
	for _, one := range c.Lesson.Steps[step].Mixtures {
		m, _ := c.Lesson.Mixture(one)
		colour, err := c.Lesson.Paints().Colour(m.Parts)
		if d := math.Abs(colour.L - value); err == nil && d < least {
			id, least = one, d
		}
	}
	return id
}

// leastMoves finds the moves of mixtures in L* that have the least sum of squares of those
// that set every edge apart: Hildreth's projections, which add up what each edge asks for
// and take back what the others gave too much.
func leastMoves(edges []edge) map[string]float64 {
	moves := map[string]float64{}
	push := make([]float64, len(edges))
	for range 400 {
		for k, e := range edges {
			lacks := e.least - e.sign*(e.diff+moves[e.far]-moves[e.near])
			step := max(-push[k], lacks/2)
			push[k] += step
			moves[e.far] += e.sign * step
			moves[e.near] -= e.sign * step
		}
	}
	return moves
}
