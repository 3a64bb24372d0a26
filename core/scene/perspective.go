package scene

import (
	"cmp"
	"math"
	"slices"

	"proxenos/core/lesson"
)

// The view is a pinhole at the height of the eye over level ground or water, looking
// level: a thing s metres large at d metres is f·s/d mm large on the canvas, where f is
// [Focal], and ground at d metres lies f·eye/d mm below the horizon.

// GroundY is where ground at a distance lies on the canvas, mm from the top.
func GroundY(l *lesson.Lesson, metres float64) float64 {
	return l.View.Horizon + Focal(l)*l.View.Eye/metres
}

// GroundDistance is how far away ground at a height on the canvas is, metres; ok is
// false at and above the horizon.
func GroundDistance(l *lesson.Lesson, y float64) (metres float64, ok bool) {
	below := y - l.View.Horizon
	if below <= 0 {
		return math.Inf(1), false
	}
	return Focal(l) * l.View.Eye / below, true
}

// SizeAt is how large a thing of some metres is at a distance, mm on the canvas.
func SizeAt(l *lesson.Lesson, size, metres float64) float64 { return Focal(l) * size / metres }

// TrueSize is how large, metres, something is that is some mm large on the canvas and
// stands on ground at height y; ok is false at and above the horizon.
func TrueSize(l *lesson.Lesson, mm, y float64) (metres float64, ok bool) {
	below := y - l.View.Horizon
	if below <= 0 {
		return 0, false
	}
	return mm * l.View.Eye / below, true
}

// lowSun bounds how long shadows are drawn: a sun at the horizon would throw them to
// the end of the world.
const lowSun = 4 * math.Pi / 180

// Cast is where the top of something of some mm, standing with its foot at a place of
// the ground, throws its shadow. Light that comes from above on the picture (0°) stands
// behind the scene and throws shadows toward the eye; from 180° it stands behind the
// painter. ok is false for a foot at or above the horizon and for a shadow that would
// fall behind the eye.
func Cast(l *lesson.Lesson, foot lesson.Point, mm float64) (tip lesson.Point, ok bool) {
	d, ok := GroundDistance(l, foot.Y)
	if !ok {
		return tip, false
	}
	f := Focal(l)
	height := mm * d / f
	long := height / math.Tan(max(lowSun, l.Light.Height*math.Pi/180))
	from := l.Light.From * math.Pi / 180
	middle := l.Support.Width / 2
	across := (foot.X-middle)*d/f - long*math.Sin(from)
	away := d - long*math.Cos(from)
	if away < 0.05*d {
		return tip, false
	}
	return lesson.Point{X: middle + f*across/away, Y: GroundY(l, away)}, true
}

// ShadowOf is the outline of the shadow that a zone casts on level ground: what its
// foot and the tips of its upper edge span. foot is the height on the canvas, mm, where
// it stands, for a crown that is held up by something else; 0 for its own lower end. It
// is cut to the canvas, and nil where there is none.
func ShadowOf(l *lesson.Lesson, z lesson.Zone, foot float64) []lesson.Point {
	r := ZoneAt(l, z, 1.5)
	if r.Empty() {
		return nil
	}
	if foot == 0 {
		foot = r.Y1
	}
	var points []lesson.Point
	const columns = 24
	thick := 0.12 * (r.X1 - r.X0) * max(0.15, Scale(l, foot)) // what stands has depth
	for i := range columns + 1 {
		x := r.X0 + (r.X1-r.X0)*(float64(i)+0.5)/(columns+1)
		top, bottom, ok := r.Span(x)
		if !ok {
			continue
		}
		stands := lesson.Point{X: x, Y: foot}
		low, okLow := Cast(l, stands, max(0, foot-bottom))
		high, okHigh := Cast(l, stands, foot-top)
		if !okLow || !okHigh {
			continue
		}
		for _, p := range []lesson.Point{low, high} {
			points = append(points, lesson.Point{X: p.X, Y: p.Y - thick/2}, lesson.Point{X: p.X, Y: p.Y + thick/2})
		}
	}
	return OnCanvas(l, hull(points))
}

// ReflectionOf is the outline of the image of a zone in level water: straight below it,
// and as far down as the view makes it. It is cut to the canvas, and nil where the image
// lies below it.
func ReflectionOf(l *lesson.Lesson, z lesson.Zone) []lesson.Point {
	p := l.Plane(z.Plane)
	if p < 0 {
		return nil
	}
	var out []lesson.Point
	for _, q := range z.Outline {
		out = append(out, lesson.Point{X: q.X, Y: Mirrored(l, q.Y, l.Planes[p].Distance)})
	}
	return OnCanvas(l, out)
}

// hull is the convex hull of points, in order around it (Andrew's monotone chain).
func hull(points []lesson.Point) []lesson.Point {
	if len(points) < 3 {
		return nil
	}
	slices.SortFunc(points, func(a, b lesson.Point) int { return cmp.Or(cmp.Compare(a.X, b.X), cmp.Compare(a.Y, b.Y)) })
	half := func() (out []lesson.Point) {
		for _, p := range points {
			for len(out) > 1 && cross(out[len(out)-2], out[len(out)-1], p) <= 0 {
				out = out[:len(out)-1]
			}
			out = append(out, p)
		}
		return out[:len(out)-1]
	}
	lower := half()
	slices.Reverse(points)
	return append(lower, half()...)
}

func cross(a, b, c lesson.Point) float64 { return (b.X-a.X)*(c.Y-a.Y) - (b.Y-a.Y)*(c.X-a.X) }

// OnCanvas cuts an outline to the canvas (Sutherland and Hodgman 1974), in tenths of mm;
// nil when nothing of it is left.
func OnCanvas(l *lesson.Lesson, outline []lesson.Point) []lesson.Point {
	w, h := l.Support.Width, l.Support.Height
	for _, side := range []func(p lesson.Point) float64{
		func(p lesson.Point) float64 { return p.X }, func(p lesson.Point) float64 { return w - p.X },
		func(p lesson.Point) float64 { return p.Y }, func(p lesson.Point) float64 { return h - p.Y },
	} {
		var kept []lesson.Point
		for i, p := range outline {
			q := outline[(i+1)%len(outline)]
			a, b := side(p), side(q)
			if a >= 0 {
				kept = append(kept, p)
			}
			if (a >= 0) != (b >= 0) {
				t := a / (a - b)
				kept = append(kept, lesson.Point{X: p.X + (q.X-p.X)*t, Y: p.Y + (q.Y-p.Y)*t})
			}
		}
		outline = kept
	}
	if len(outline) < 3 {
		return nil
	}
	tenth := func(v, most float64) float64 { return min(most, max(0, math.Round(v*10)/10)) }
	for i, p := range outline {
		outline[i] = lesson.Point{X: tenth(p.X, w), Y: tenth(p.Y, h)}
	}
	return outline
}
