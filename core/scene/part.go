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
	seed := ZoneSeed(l, z)
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
	case "mirror":
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
