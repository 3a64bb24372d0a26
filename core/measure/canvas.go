// Package measure says what the finished picture of a lesson comes to: its values, where
// planes meet, what draws the eye, where shapes lead, what is too even. It only
// measures; what is too much or too little is for core/rule.
package measure

import (
	"math"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/picture"
	"proxenos/core/rehearse"
	"proxenos/core/spectrum"
)

// grid is about how many places across the picture is measured at.
const grid = 200

// Coarse is a canvas on a coarse grid.
func Coarse(f *film.Film) *picture.Picture {
	k := max(1, f.W/grid)
	p := &picture.Picture{W: f.W / k, H: f.H / k, Mm: f.Cell * float64(k)}
	for y := range p.H {
		for x := range p.W {
			var sum spectrum.Lab
			var n float64
			for j := 0; j < k; j += max(1, k/2) {
				for i := 0; i < k; i += max(1, k/2) {
					lab := f.Colour(x*k+i, y*k+j)
					sum.L, sum.A, sum.B = sum.L+lab.L, sum.A+lab.A, sum.B+lab.B
					n++
				}
			}
			p.Lab = append(p.Lab, spectrum.Lab{L: sum.L / n, A: sum.A / n, B: sum.B / n})
		}
	}
	return p
}

// Apart is how far from the focal area, as a share of the width, another place that draws
// the eye is another place.
const Apart = 0.18

// Draws are the strength of the focal area and of the strongest place outside it; that
// is zero where there is none.
func Draws(u *picture.Pull, l *lesson.Lesson) (mine, other picture.Peak) {
	mine = u.Within(l.Focal.X, l.Focal.Y, l.Focal.Radius)
	away := max(1.3*l.Focal.Radius, Apart*l.Support.Width)
	for _, s := range u.Spots(12, 0.4*Apart*l.Support.Width) {
		if math.Hypot(s.X-l.Focal.X, s.Y-l.Focal.Y) > away {
			return mine, s
		}
	}
	return mine, other
}

// A Meeting is where two planes meet on the finished canvas.
type Meeting struct {
	Far, Near         int     // planes, by their place in the lesson
	Edge              float64 // mm of common edge
	FarL, NearL       float64 // mean L* on either side
	X, Y              float64 // middle of the edge, mm
	FarStep, NearStep int     // the steps that show most on either side
}

// tierReach is how far to either side of an edge its values are taken, mm.
const tierReach = 3.0

// meeting gathers what lies on either side of the edge between two planes.
type meeting struct {
	edge          float64 // cell sides
	far, near     float64 // sums of L*
	x, y          float64
	farBy, nearBy map[int16]int // steps that show there
}

// Meetings lists where planes meet along at least least mm, by the farther plane.
func Meetings(r *rehearse.Rehearsal, least float64) (out []Meeting) {
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
	planes := len(r.Lesson.Planes)
	for a := range planes {
		for b := a + 1; b < planes; b++ {
			m := met[pair{int16(a), int16(b)}]
			if m == nil || m.edge*f.Cell < least {
				continue
			}
			out = append(out, Meeting{a, b, m.edge * f.Cell, m.far / m.edge, m.near / m.edge, m.x / m.edge * f.Cell, m.y / m.edge * f.Cell, most(m.farBy), most(m.nearBy)})
		}
	}
	return out
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
