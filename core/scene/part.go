package scene

import (
	"math"

	"proxenos/core/lesson"
	"proxenos/core/noise"
)

// Part returns the part of a zone that a step means by its word for where. It
// may be empty only if the zone is.
func Part(l *lesson.Lesson, z lesson.Zone, whole *Region, where lesson.Where) *Region {
	var test func(x, y float64) bool
	third := (whole.X1 - whole.X0) / 3
	seed := ZoneSeed(l, z)
	loose := func(x, y float64) float64 { // a hand does not stop at a ruled line
		return noise.Fractal(seed+21, x/11, y/11, 3) - 0.5
	}
	switch where {
	case lesson.Crest:
		test = func(x, y float64) bool {
			top, bottom, _ := whole.Span(x)
			return y-top < max(3, min(22, (0.3+0.3*loose(x, y))*(bottom-top)))
		}
	case lesson.Foot:
		test = func(x, y float64) bool {
			top, bottom, _ := whole.Span(x)
			return bottom-y < max(3, min(26, (0.3+0.3*loose(x, y))*(bottom-top)))
		}
	case lesson.Upper:
		test = func(x, y float64) bool { return whole.Depth(x, y)+0.6*loose(x, y) < 0.5 }
	case lesson.Lower:
		test = func(x, y float64) bool { return whole.Depth(x, y)+0.6*loose(x, y) >= 0.5 }
	case lesson.Left:
		test = func(x, _ float64) bool { return x < whole.X0+third }
	case lesson.Right:
		test = func(x, _ float64) bool { return x > whole.X1-third }
	case lesson.Middle:
		test = func(x, _ float64) bool { return math.Abs(x-(whole.X0+whole.X1)/2) < third/2 }
	case lesson.Lit:
		facing := Facing(l, z, whole)
		test = func(x, y float64) bool { return facing(x, y) > 0.12 }
	case lesson.Shaded:
		facing := Facing(l, z, whole)
		test = func(x, y float64) bool { return facing(x, y) < -0.12 }
	case lesson.Mirror:
		test = mirrored(l, z, whole.cell)
	default:
		return whole
	}
	part := whole.keep(test)
	if part.Empty() {
		return whole
	}
	return part
}
