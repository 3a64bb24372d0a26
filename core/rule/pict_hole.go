package rule

import (
	"fmt"
	"math"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/scene"
)

const (
	holeLeast  = 0.4  // cm² of a gap from which it is one
	holeMost   = 25.0 // cm² from which it is a view
	sidesLeast = 6.0  // percent of its width by which the sides of a gap wander, below which it is cut out
	stripeLong = 3.0  // times as long as wide, from which a gap is a stripe
	edgeWaver  = 0.5  // cells by which the sides of a stripe seem to wander for the grid alone
	shapedCm   = 2.0  // cm² from which a gap is seen to be a stripe, or its own mirror image
	holeFrame  = 0.6  // share of a gap's edge that masses make
	holeWays   = 3    // outlines that are tried
)

var hole = Rule{
	ID: "pict.hole", Title: "A square hole", Severity: Note, On: Finished, Choice: true,
	Reason: "Gaps between masses are shapes as well: a square hole, a stripe or a slot looks cut out with scissors. Vary them, as branches do.",
	Figure: "by how much the sides of a gap between masses wander: from upright; from each other, in a stripe; from its own mirror image", Source: "working default: leaves wander by a tenth and more",
	Speaks: say("the sides of a gap of %g to %g cm² between masses of leaves, rocks or buildings wander from upright, or, where it has %g cm², from each other, where it is %g times as long as wide, or from a mirror image, by under %g %% of its width",
		holeLeast, holeMost, shapedCm, stripeLong, sidesLeast),
	measure: findHole,
}

// A gap is a piece of sky that is closed in all around.
type gap struct {
	cells          int
	x0, y0, x1, y1 int // cells
	zones          map[string]int
	left, right    map[int]int // by row
	top, bottom    map[int]int // by column
	framed         float64     // share of its edge that masses make
}

// cutOut is by how much the sides of a gap wander, as a share of its width, in what it looks most cut
// out: from upright, in a square; from each other, in a stripe; from each other's mirror image.
// What lies at its foot is no side: sides are looked at between a tenth and three quarters of its height.
func (g gap) cutOut(cm2 float64) (share float64, like string) {
	wide := float64(g.x1 - g.x0 + 1)
	lefts, rights := sides(g.left, g.right, g.y0, g.y1)
	share, like = (wander(lefts)+wander(rights))/wide, "a square"
	may := func(by float64, what string) {
		if by < share && 100*share >= sidesLeast {
			share, like = by, what
		}
	}
	if cm2 < shapedCm {
		return share, like
	}
	for _, across := range [][]float64{apart(lefts, rights), apart(sides(g.top, g.bottom, g.x0, g.x1))} {
		if m := mean(across); float64(len(across)) >= sidesPart*stripeLong*m && m > 0 {
			may(max(0, wander(across)-edgeWaver)/m, "a stripe")
		}
	}
	middle := make([]float64, len(lefts))
	for i := range lefts {
		middle[i] = lefts[i] + rights[i]
	}
	may(wander(middle)/(wide/2), "its own mirror image")
	return share, like
}

// sidesPart is the share of a gap's length that is looked at.
const sidesPart = 0.65

// sides are the two sides of a gap by its rows, or its columns, from one to another.
func sides(one, other map[int]int, from, to int) (ones, others []float64) {
	for at := from + (to-from)/10; at <= from+3*(to-from)/4; at++ {
		if x, ok := one[at]; ok {
			ones, others = append(ones, float64(x)), append(others, float64(other[at]))
		}
	}
	return ones, others
}

// apart is how far two sides are apart, cells.
func apart(ones, others []float64) (out []float64) {
	for i := range ones {
		out = append(out, others[i]-ones[i]+1)
	}
	return out
}

func mean(v []float64) (m float64) {
	for _, x := range v {
		m += x / float64(len(v))
	}
	return m
}

// wander is the mean distance of figures from their mean.
func wander(v []float64) (sum float64) {
	m := mean(v)
	for _, x := range v {
		sum += math.Abs(x-m) / float64(len(v))
	}
	return sum
}

func findHole(c *Context) (out []Finding) {
	on := c.finished()
	if on == nil {
		return nil
	}
	cell := on.Final.Cell
	for _, g := range c.gaps(on) {
		area := float64(g.cells) * cell * cell / 100
		if area < holeLeast || area > holeMost || g.framed < holeFrame {
			continue
		}
		zone := ""
		for id, n := range g.zones {
			if zone == "" || n > g.zones[zone] || n == g.zones[zone] && id < zone {
				zone = id
			}
		}
		z, _ := c.Lesson.Zone(zone)
		at := rehearse.Spot{X: float64(g.x0+g.x1+1) / 2 * cell, Y: float64(g.y0+g.y1+1) / 2 * cell}
		share, like := g.cutOut(area)
		out = append(out, Finding{
			Says:   fmt.Sprintf("A gap of %.1f cm² by %s is %s, within %.1f %% of its width: it looks cut out.", area, z.Name, like, 100*share),
			Figure: round(100*share, 1), Unit: "%", Threshold: sidesLeast, Under: true, Where: zone, At: at, OnCanvas: true,
			offers: func() []Idea { return c.ragged(z, g, cell) },
		})
	}
	return worstOf(out)
}

// worstOf keeps the worst of several findings at one place.
func worstOf(list []Finding) (out []Finding) {
	for _, f := range list {
		known := false
		for i := range out {
			if out[i].Where == f.Where {
				known = true
				if f.Excess() > out[i].Excess() {
					out[i] = f
				}
			}
		}
		if !known {
			out = append(out, f)
		}
	}
	return out
}

// gaps are the pieces of sky that do not reach the edge of the canvas.
func (c *Context) gaps(on *rehearse.Rehearsal) (out []gap) {
	f, l := on.Final, c.Lesson
	mass, sky := make([]bool, len(l.Steps)), make([]bool, len(l.Steps))
	for i, s := range l.Steps {
		z, ok := l.Zone(s.Zone)
		mass[i] = ok && (z.Kind.Is(lesson.Leafy|lesson.Woody|lesson.Built) || z.Kind == lesson.Rock)
		sky[i] = ok && z.Kind.Is(lesson.Airy)
	}
	is := func(k int, of []bool) bool { return on.Owner[k] >= 0 && of[on.Owner[k]] }
	seen := make([]bool, f.W*f.H)
	for start := range seen {
		if seen[start] || !is(start, sky) {
			continue
		}
		g := gap{x0: f.W, y0: f.H, zones: map[string]int{}, left: map[int]int{}, right: map[int]int{}, top: map[int]int{}, bottom: map[int]int{}}
		open := false
		var edge, masses float64
		stack := []int{start}
		seen[start] = true
		for len(stack) > 0 {
			k := stack[len(stack)-1]
			stack = stack[:len(stack)-1]
			x, y := k%f.W, k/f.W
			g.cells++
			extend(g.left, g.right, y, x)
			extend(g.top, g.bottom, x, y)
			g.x0, g.y0, g.x1, g.y1 = min(g.x0, x), min(g.y0, y), max(g.x1, x), max(g.y1, y)
			open = open || x == 0 || y == 0 || x == f.W-1 || y == f.H-1
			for _, n := range []struct {
				in bool
				k  int
			}{{x > 0, k - 1}, {x < f.W-1, k + 1}, {y > 0, k - f.W}, {y < f.H-1, k + f.W}} {
				switch {
				case !n.in || seen[n.k]:
				case is(n.k, sky):
					seen[n.k] = true
					stack = append(stack, n.k)
				default:
					edge++
					if is(n.k, mass) {
						masses++
						g.zones[l.Steps[on.Owner[n.k]].Zone]++
					}
				}
			}
		}
		if !open && edge > 0 {
			g.framed = masses / edge
			out = append(out, g)
		}
	}
	return out
}

// extend lets what lies between two sides at a place reach to somewhere.
func extend(from, to map[int]int, at, reach int) {
	if first, ok := from[at]; !ok || reach < first {
		from[at] = reach
	}
	to[at] = max(to[at], reach)
}

// ragged has the ideas to let the outline of a mass wander into a gap.
func (c *Context) ragged(z lesson.Zone, g gap, cell float64) (out []Idea) {
	x0, y0, x1, y1 := float64(g.x0)*cell, float64(g.y0)*cell, float64(g.x1+1)*cell, float64(g.y1+1)*cell
	reach := 0.35 * min(x1-x0, y1-y0)
	middle := lesson.Point{X: (x0 + x1) / 2, Y: (y0 + y1) / 2}
	for way := 1; way <= holeWays; way++ {
		var outline []lesson.Point
		moved := 0
		for i, p := range z.Outline {
			q := z.Outline[(i+1)%len(z.Outline)]
			outline = append(outline, p)
			mid := lesson.Point{X: (p.X + q.X) / 2, Y: (p.Y + q.Y) / 2}
			if mid.X < x0-reach || mid.X > x1+reach || mid.Y < y0-reach || mid.Y > y1+reach {
				continue
			}
			// The middle of a side that looks into the gap goes into it, one farther than the next.
			k := reach * (0.5 + 0.25*float64((i+way)%3)) / max(1, math.Hypot(middle.X-mid.X, middle.Y-mid.Y))
			outline = append(outline, lesson.Point{X: round(mid.X+(middle.X-mid.X)*min(0.8, k), 1), Y: round(mid.Y+(middle.Y-mid.Y)*min(0.8, k), 1)})
			moved++
		}
		if outline = scene.OnCanvas(c.Lesson, outline); moved == 0 || outline == nil {
			return out
		}
		c.offer(&out, fmt.Sprintf("let the outline of %s wander into it, way %d", z.Name, way), lesson.Reshape{Zone: z.ID, Outline: outline})
	}
	return out
}
