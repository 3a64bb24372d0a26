package scene

import (
	"math"

	"proxenos/core/lesson"
	"proxenos/core/noise"
)

// Facing tells how squarely a place of a zone looks at the light, from -1 in full shade to
// 1 in full light. The form is what such things have: ridges have spurs that run down their
// slope, foliage is made of clumps, a rock has a top, sides and an underside, a building has
// a near corner, ground rolls. What it returns remembers where it was asked last, is quickest
// when asked row by row, and is for one goroutine.
func Facing(l *lesson.Lesson, z lesson.Zone, whole *Region) func(x, y float64) float64 {
	lx, ly := LightOn(l)
	seed := ZoneSeed(l, z)
	midX, midY := (whole.X0+whole.X1)/2, (whole.Y0+whole.Y1)/2
	if Heaped(z.Kind) {
		return heapFacing(l, z, whole)
	}
	switch z.Kind {
	case lesson.Ridge:
		flank := whole.flank(l, z)
		return func(x, y float64) float64 { return clamp(flank(x, y) * lx * 1.2) }
	case lesson.Conifer, lesson.Grass, lesson.Flowers, lesson.Mist:
		clumps := clumps{seed: seed, size: clumpSize(z, whole)}
		round := z.Kind == lesson.Conifer
		return func(x, y float64) float64 {
			cx, cy := clumps.near(x, y)
			near := ((x-cx)*lx + (y-cy)*ly) / (0.55 * clumps.size)
			mid := 0.0
			if round {
				mid = ((x-midX)*lx*2/(whole.X1-whole.X0) + (y-midY)*ly*2/(whole.Y1-whole.Y0)) * 0.7
			}
			if z.Kind == lesson.Conifer {
				near *= 0.5
			}
			return clamp(0.65*near + mid)
		}
	case lesson.Rock:
		faces := [...]float64{topFace: clamp(-ly * 0.9), leftFace: clamp(-lx), rightFace: clamp(lx), underFace: -1}
		at := rockFace(seed, whole)
		return func(x, y float64) float64 { return faces[at(x, y)] }
	case lesson.BareTree, lesson.Fence:
		row, mid := math.NaN(), midX
		return func(x, y float64) float64 { // a trunk leans and bends
			if y != row {
				row = y
				if left, right, ok := whole.Row(y); ok {
					mid = (left + right) / 2
				}
			}
			return clamp((x - mid) * lx / 2)
		}
	case lesson.Person, lesson.Animal, lesson.Boat:
		return func(x, y float64) float64 {
			return clamp(1.2*((x-midX)*lx*2/max(1, whole.X1-whole.X0)+(y-midY)*ly*1.4/max(1, whole.Y1-whole.Y0)) + 0.1)
		}
	case lesson.Log, lesson.Bridge:
		return roundFacing(lx, ly, whole)
	case lesson.Building:
		return houseFacing(lx, ly, seed, whole)
	case lesson.Waterfall:
		return fallFacing(seed, whole)
	case lesson.Surf:
		return surfFacing(seed, whole)
	case lesson.Wall:
		return func(x, y float64) float64 {
			stone := noise.Fractal(seed+5, x/7, y/4, 2)
			return clamp((stone-0.45)*4 - ly*0.2)
		}
	}
	return func(x, y float64) float64 {
		s := max(0.12, Scale(l, y)) // what is far is drawn small
		roll := noise.Fractal(seed+5, x/(60*s+8), y/(9*s+2), 3)
		return clamp((roll-0.5)*3 + 0.15)
	}
}

// A face is one of the planes of a rock.
type face int

const (
	topFace face = iota
	leftFace
	rightFace
	underFace
)

// rockFace cuts a heap of rocks out of a zone, or one rock out of a zone that is
// not long: each has a top, which looks up, two unlike sides and an underside.
func rockFace(seed uint64, whole *Region) func(x, y float64) face {
	wide, high := whole.X1-whole.X0, whole.Y1-whole.Y0
	clumps := clumps{seed: seed, size: max(4, min(wide, 1.3*high))}
	return func(x, y float64) face {
		size := clumps.size
		cx, cy := clumps.near(x, y)
		if wide < 2*high { // one rock, not a heap
			cx, cy = (whole.X0+whole.X1)/2, (whole.Y0+whole.Y1)/2
			x, y, size = cx+(x-cx)/wide, cy+(y-cy)/high, 1
		}
		lean := 0.8 * (noise.At(seed+33, cx, cy) - 0.5)
		rough := 0.16 * (noise.Fractal(seed+34, x/size*4, y/size*6, 3) - 0.5)
		u, v := (x-cx)/size+rough, (y-cy)/size+rough
		switch {
		case v < -0.1+lean*u-0.22*max(0, high/wide-1):
			return topFace
		case v > 0.36:
			return underFace
		case u > lean*0.4:
			return rightFace
		}
		return leftFace
	}
}

// LooksUp reports whether a place lies on the top of a rock.
func LooksUp(l *lesson.Lesson, z lesson.Zone, whole *Region, x, y float64) bool {
	return z.Kind == lesson.Rock && rockFace(ZoneSeed(l, z), whole)(x, y) == topFace
}

// LightOn is the direction toward the light on the picture plane, y down; the
// higher the light stands the more it comes from above.
func LightOn(l *lesson.Lesson) (x, y float64) {
	a := l.Light.From * math.Pi / 180
	x, y = math.Sin(a), -math.Cos(a)
	up := l.Light.Height * math.Pi / 180
	x, y = x*math.Cos(up), y*math.Cos(up)-math.Sin(up)*0.9
	n := math.Hypot(x, y)
	return x / n, y / n
}

func clumpSize(z lesson.Zone, whole *Region) float64 {
	size := min(whole.X1-whole.X0, whole.Y1-whole.Y0)
	switch z.Kind {
	case lesson.Conifer:
		return max(3.5, size*0.4)
	case lesson.Mist:
		return max(9, size*0.6)
	}
	return max(5, size*0.3)
}

// clumps are what foliage, clouds and heaps are made of: one middle at a chance place in
// each square of a grid.
type clumps struct {
	seed   uint64
	size   float64 // of a square, mm
	known  bool
	gx, gy float64       // the square that was asked for last
	middle [9][2]float64 // in it and around it
}

// near returns the middle of the clump that a place belongs to: the nearest.
func (c *clumps) near(x, y float64) (cx, cy float64) {
	if gx, gy := math.Floor(x/c.size), math.Floor(y/c.size); !c.known || gx != c.gx || gy != c.gy {
		c.known, c.gx, c.gy = true, gx, gy
		for k := range c.middle {
			i, j := gx+float64(k%3-1), gy+float64(k/3-1)
			c.middle[k] = [2]float64{(i + noise.Whole(c.seed+31, int64(i), int64(j))) * c.size, (j + noise.Whole(c.seed+32, int64(i), int64(j))) * c.size}
		}
	}
	best := math.Inf(1)
	for _, m := range c.middle {
		if d := (x-m[0])*(x-m[0]) + (y-m[1])*(y-m[1]); d < best {
			best, cx, cy = d, m[0], m[1]
		}
	}
	return cx, cy
}

func clamp(v float64) float64 { return min(1, max(-1, v)) }
