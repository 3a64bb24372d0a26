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
	massesMost  = 150
	massesLeast = 5
	massTries   = 12 // places of which the one farthest from other masses is taken
)

// A habit is how a kind of tree carries its leaves, or a cloud its puffs.
type habit struct {
	size  float64 // of a mass, beside that of an ordinary broadleaf
	tall  float64 // how high a mass is, as a share of its width
	over  float64 // how often the masses cover the whole together
	whole float64 // how far the whole turns to the light, beside each mass
}

// habits are those of the kinds that are made of masses.
var habits = map[lesson.ZoneKind]habit{
	lesson.Tree:      {1.1, 0.75, 2.3, 0.35},
	lesson.Birch:     {0.65, 1.3, 1.5, 0.3}, // light, hanging, much sky between
	lesson.Willow:    {0.85, 2.2, 1.9, 0.4}, // curtains
	lesson.Poplar:    {0.95, 1.8, 1.7, 0.4}, // flames
	lesson.FruitTree: {0.95, 0.8, 2.1, 0.4}, // low and round
	lesson.Pine:      {1.3, 0.4, 1.3, 0.2},  // flat pads with gaps
	lesson.Bush:      {1.2, 0.8, 1.7, 0.4},
	lesson.TreeLine:  {1, 0.75, 2.2, 0}, // a wood is no ball
	lesson.Hedge:     {1, 0.75, 2, 0},
	lesson.CloudBank: {1.7, 0.8, 2, 0.55}, // lit from above as one heap
}

// Heaped reports whether a kind of zone is made of masses.
func Heaped(k lesson.ZoneKind) bool { return habits[k].size > 0 }

// Masses are the heaps of leaves that a leafy zone is made of, or the puffs of a cloud, from the farthest to the
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
	habit := habits[z.Kind]
	size := massSize(z, whole)
	if habit.tall > 1 { // as much of it as an ordinary one
		size /= math.Sqrt(habit.tall)
	}
	n := min(massesMost, max(massesLeast, int(habit.over*whole.Area/(math.Pi*size*size*habit.tall))))
	var out []Mass
	for range n {
		var best Mass
		farthest := -1.0
		for range massTries {
			x, y := whole.Nth(rng.Float64())
			if z.Kind.Is(lesson.Woody) && onTrunk(whole, y) {
				continue
			}
			apart := math.Inf(1)
			for _, m := range out {
				apart = min(apart, math.Hypot(x-m.X, (y-m.Y)/habit.tall))
			}
			if apart > farthest {
				farthest, best = apart, Mass{X: x, Y: y}
			}
		}
		if farthest < 0 {
			continue // all that was tried was trunk
		}
		// At the rim a mass is small, and reaches over it by a little.
		best.RX = min(size*(0.75+0.5*rng.Float64()), max(0.45*size, whole.Deep(best.X, best.Y)+0.35*size))
		best.RY = habit.tall * best.RX
		best.Rank = rng.Float64()
		best.near = rng.Float64() + 0.8*whole.Depth(best.X, best.Y)
		out = append(out, best)
	}
	slices.SortStableFunc(out, func(a, b Mass) int { return cmp.Compare(a.near, b.near) })
	return out
}

// trunkWide is the share of a tree's width up to which what stands at its foot is its trunk.
const trunkWide = 0.22

// onTrunk tells whether at a height nothing but the trunk of a tree stands: no leaves grow there.
func onTrunk(whole *Region, y float64) bool {
	left, right, ok := whole.Row(y)
	return ok && y > (whole.Y0+whole.Y1)/2 && right-left < trunkWide*(whole.X1-whole.X0)
}

// massWidest is half how wide a mass of a wood is at most, mm.
const massWidest = 20.0

// massSize is about half how wide a mass is, mm.
func massSize(z lesson.Zone, whole *Region) float64 {
	wide, high := whole.X1-whole.X0, whole.Y1-whole.Y0
	switch z.Kind {
	case lesson.TreeLine:
		return max(2.5, min(massWidest, 0.3*high))
	case lesson.Hedge:
		return max(2, 0.28*min(wide, high))
	}
	return habits[z.Kind].size * max(2.5, 0.17*min(wide, high)+0.02*max(wide, high))
}

// Covered tells whether a place of a heaped zone lies in one of its masses, and not in a hole
// through which one sees what is behind; a wood has none but near its rim.
func Covered(l *lesson.Lesson, z lesson.Zone, whole *Region) func(x, y float64) bool {
	all := Masses(l, z, whole)
	row := z.Kind == lesson.TreeLine || z.Kind == lesson.Hedge // one sees through its tops alone
	return func(x, y float64) bool {
		if row && whole.Deep(x, y) >= rimMost {
			return true
		}
		return slices.ContainsFunc(all, func(m Mass) bool { _, _, out := m.at(x, y); return out < 1 })
	}
}

const (
	cloudLit  = 0.55 // share of its height down to which a cloud is lit
	cloudSide = 0.35 // how much more its side toward the light is lit
	cloudTurn = 0.45 // how far each of its puffs turns to the light by itself
)

// cloudFacing tells how a cloud looks at the light: its top is lit and its base is not, and
// where one goes over into the other its puffs say.
func cloudFacing(lx, ly float64, all []Mass, whole *Region) func(x, y float64) float64 {
	midX, halfX := (whole.X0+whole.X1)/2, max(1, (whole.X1-whole.X0)/2)
	return func(x, y float64) float64 {
		facing := 1.3*(cloudLit-whole.Depth(x, y)) + cloudSide*lx*(x-midX)/halfX
		for i := len(all) - 1; i >= 0; i-- {
			if u, v, out := all[i].at(x, y); out < 1 {
				return clamp(facing + cloudTurn*(u*lx+v*ly))
			}
		}
		return clamp(facing)
	}
}

// holeShades is how a place looks at the light that no mass covers: one sees into the crown.
const holeShades = -0.7

// heapFacing tells how the masses of a crown or a cloud look at the light: each by its own roundness and
// by where it sits in the crown.
func heapFacing(l *lesson.Lesson, z lesson.Zone, whole *Region) func(x, y float64) float64 {
	lx, ly := LightOn(l)
	all := Masses(l, z, whole)
	midX, midY := (whole.X0+whole.X1)/2, (whole.Y0+whole.Y1)/2
	halfX, halfY := max(1, (whole.X1-whole.X0)/2), max(1, (whole.Y1-whole.Y0)/2)
	crown := habits[z.Kind].whole
	if z.Kind == lesson.CloudBank {
		return cloudFacing(lx, ly, all, whole)
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
