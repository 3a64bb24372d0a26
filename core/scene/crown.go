package scene

import (
	"cmp"
	"math"
	"math/rand/v2"
	"slices"

	"proxenos/core/lesson"
)

// A Mass is a heap of leaves, rounded toward the eye: an ellipse on the canvas, mm.
type Mass struct {
	X, Y, RX, RY float64
	Rank         float64 // 0-1: little work goes to those of low rank, and leaves none of them thin
	near         float64
}

// at tells where a place lies in the mass: 0 in its middle, 1 on its rim.
func (m *Mass) at(x, y float64) (u, v, out float64) {
	u, v = (x-m.X)/m.RX, (y-m.Y)/m.RY
	return u, v, u*u + v*v
}

const (
	massesMost  = 120
	massesLeast = 5
	massTries   = 12   // places of which the one farthest from other masses is taken
	massFlat    = 0.75 // how much less high than wide a mass is
	massesOver  = 1.5  // how often they cover the crown together
)

// Leafy reports whether a kind of zone is made of masses of leaves.
func Leafy(k lesson.ZoneKind) bool {
	return k == lesson.Tree || k == lesson.Hedge || k == lesson.TreeLine
}

// Masses are the heaps of leaves that a leafy zone is made of, from the farthest to the
// nearest: picked apart from each other inside the outline, smaller toward its rim, so that
// the crown has lobes, and sky between them. They are the same however whole is sampled; it
// remembers them.
func Masses(l *lesson.Lesson, z lesson.Zone, whole *Region) []Mass {
	whole.crowns.Do(func() { whole.crown = masses(ZoneSeed(l, z), z, ZoneAt(l, z, massCell)) })
	return whole.crown
}

// massCell is how finely a zone is sampled for its masses, mm.
const massCell = 1.0

func masses(seed uint64, z lesson.Zone, whole *Region) []Mass {
	if whole.Empty() {
		return nil
	}
	rng := rand.New(rand.NewPCG(seed, 51))
	size := massSize(z, whole)
	n := min(massesMost, max(massesLeast, int(massesOver*whole.Area/(math.Pi*size*size*massFlat))))
	var out []Mass
	for range n {
		var best Mass
		farthest := -1.0
		for range massTries {
			x, y := whole.Nth(rng.Float64())
			apart := math.Inf(1)
			for _, m := range out {
				apart = min(apart, math.Hypot(x-m.X, (y-m.Y)/massFlat))
			}
			if apart > farthest {
				farthest, best = apart, Mass{X: x, Y: y}
			}
		}
		// At the rim a mass is small, and reaches over it by a little.
		best.RX = min(size*(0.75+0.5*rng.Float64()), max(0.45*size, whole.Deep(best.X, best.Y)+0.35*size))
		best.RY = massFlat * best.RX
		best.Rank = rng.Float64()
		best.near = rng.Float64() + 0.8*whole.Depth(best.X, best.Y)
		out = append(out, best)
	}
	slices.SortStableFunc(out, func(a, b Mass) int { return cmp.Compare(a.near, b.near) })
	return out
}

// massWidest is half how wide a mass of a wood is at most, mm.
const massWidest = 13.0

// massSize is about half how wide a mass is, mm.
func massSize(z lesson.Zone, whole *Region) float64 {
	wide, high := whole.X1-whole.X0, whole.Y1-whole.Y0
	switch z.Kind {
	case lesson.TreeLine:
		return max(2.5, min(massWidest, 0.3*high))
	case lesson.Hedge:
		return max(2, 0.28*min(wide, high))
	}
	return max(2.5, 0.17*min(wide, high)+0.02*max(wide, high))
}

// holeShades is how a place looks at the light that no mass covers: one sees into the crown.
const holeShades = -0.7

// leafFacing tells how the masses of a crown look at the light: each by its own roundness and
// by where it sits in the crown.
func leafFacing(l *lesson.Lesson, z lesson.Zone, whole *Region) func(x, y float64) float64 {
	lx, ly := LightOn(l)
	all := Masses(l, z, whole)
	midX, midY := (whole.X0+whole.X1)/2, (whole.Y0+whole.Y1)/2
	halfX, halfY := max(1, (whole.X1-whole.X0)/2), max(1, (whole.Y1-whole.Y0)/2)
	crown := 0.35 // a wood is no ball
	if z.Kind != lesson.Tree {
		crown = 0
	}
	return func(x, y float64) float64 {
		for i := len(all) - 1; i >= 0; i-- {
			m := &all[i]
			if u, v, out := m.at(x, y); out < 1 {
				sits := crown * ((m.X-midX)*lx/halfX + (m.Y-midY)*ly/halfY)
				return clamp(0.95*(u*lx+v*ly) + sits)
			}
		}
		return holeShades
	}
}
