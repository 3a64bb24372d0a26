package scene

import (
	"math"

	"proxenos/core/film"
	"proxenos/core/lesson"
)

// Part returns the part of a zone that a step means by its word for where. It
// may be empty only if the zone is.
func Part(l *lesson.Lesson, z lesson.Zone, whole *Region, where lesson.Where) *Region {
	var test func(x, y float64) bool
	third := (whole.X1 - whole.X0) / 3
	seed := Seed(l, z.ID)
	loose := func(x, y float64) float64 { // a hand does not stop at a ruled line
		return film.Fractal(seed+21, x/11, y/11, 3) - 0.5
	}
	switch where {
	case "crest":
		test = func(x, y float64) bool {
			top, bottom, _ := whole.Span(x)
			return y-top < max(3, min(22, (0.3+0.3*loose(x, y))*(bottom-top)))
		}
	case "foot":
		test = func(x, y float64) bool {
			top, bottom, _ := whole.Span(x)
			return bottom-y < max(3, min(26, (0.3+0.3*loose(x, y))*(bottom-top)))
		}
	case "upper":
		test = func(x, y float64) bool { return whole.Depth(x, y)+0.6*loose(x, y) < 0.5 }
	case "lower":
		test = func(x, y float64) bool { return whole.Depth(x, y)+0.6*loose(x, y) >= 0.5 }
	case "left":
		test = func(x, _ float64) bool { return x < whole.X0+third }
	case "right":
		test = func(x, _ float64) bool { return x > whole.X1-third }
	case "middle":
		test = func(x, _ float64) bool { return math.Abs(x-(whole.X0+whole.X1)/2) < third/2 }
	case "lit":
		test = func(x, y float64) bool { return Facing(l, z, whole, x, y) > 0.12 }
	case "shaded":
		test = func(x, y float64) bool { return Facing(l, z, whole, x, y) < -0.12 }
	default:
		return whole
	}
	part := whole.keep(test)
	if part.Empty() {
		return whole
	}
	return part
}

// Facing tells how squarely a place of a zone looks at the light, from -1 in
// full shade to 1 in full light. The form is what such things have: ridges have
// spurs that run down their slope, foliage is made of clumps, a building has a
// near corner, ground rolls.
func Facing(l *lesson.Lesson, z lesson.Zone, whole *Region, x, y float64) float64 {
	lx, ly := LightOn(l)
	seed := Seed(l, z.ID)
	switch z.Kind {
	case lesson.Ridge:
		// Spurs lean the way the crest falls; each has a lit and a shaded flank.
		top, _, _ := whole.Span(x)
		down := y - top
		size := max(14, (whole.X1-whole.X0)/13)
		form := func(u float64) float64 {
			return film.Fractal(seed+5, (u+0.35*down*film.Noise(seed+6, u/90, 1)-0.2*down)/size, down/(3.2*size), 3)
		}
		tilt := (form(x+2) - form(x-2)) * size / 4 * 5 // a flank rises to the right: it looks left
		return clamp(-tilt*lx*1.6 + lx*whole.Slope(x)*0.5)
	case lesson.TreeLine, lesson.Tree, lesson.Grass, lesson.CloudBank:
		size := clumpSize(z, whole)
		cx, cy := clump(seed, x, y, size)
		near := ((x-cx)*lx + (y-cy)*ly) / (0.55 * size)
		mid := 0.0
		if z.Kind == lesson.Tree || z.Kind == lesson.CloudBank {
			mid = ((x-(whole.X0+whole.X1)/2)*lx*2/(whole.X1-whole.X0) + (y-(whole.Y0+whole.Y1)/2)*ly*2/(whole.Y1-whole.Y0)) * 0.7
		}
		return clamp(0.65*near + mid)
	case lesson.Building:
		mid := (whole.X0 + whole.X1) / 2
		return clamp((x - mid) * lx * 8)
	}
	roll := film.Fractal(seed+5, x/60, y/9, 3)
	return clamp((roll-0.5)*3 + 0.15)
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
	case lesson.TreeLine:
		return max(5, size*0.55)
	case lesson.CloudBank:
		return max(9, size*0.6)
	}
	return max(5, size*0.3)
}

// clump returns the centre of the clump that a place belongs to: the nearest of
// one jittered point in each square.
func clump(seed uint64, x, y, size float64) (cx, cy float64) {
	gx, gy := math.Floor(x/size), math.Floor(y/size)
	best := math.Inf(1)
	for j := -1.0; j <= 1; j++ {
		for i := -1.0; i <= 1; i++ {
			px := (gx + i + film.Noise(seed+31, gx+i, gy+j)) * size
			py := (gy + j + film.Noise(seed+32, gx+i, gy+j)) * size
			if d := (x-px)*(x-px) + (y-py)*(y-py); d < best {
				best, cx, cy = d, px, py
			}
		}
	}
	return cx, cy
}

// Scale is how large things stand at a height on the canvas, 1 at the lower edge
// and falling in proportion to the distance below the horizon (pinhole view over
// level ground).
func Scale(l *lesson.Lesson, y float64) float64 {
	span := l.Support.Height - l.View.Horizon
	if span <= 0 {
		return 1
	}
	return min(1, max(0.06, (y-l.View.Horizon)/span))
}

func clamp(v float64) float64 { return min(1, max(-1, v)) }
