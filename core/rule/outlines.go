package rule

import (
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
)

// What several rules do with outlines.

// extent is the middle of an outline across, and its upper and lower end, mm.
func extent(outline []lesson.Point) (x, top, bottom float64) {
	left, right := math.Inf(1), math.Inf(-1)
	top, bottom = math.Inf(1), math.Inf(-1)
	for _, p := range outline {
		left, right, top, bottom = min(left, p.X), max(right, p.X), min(top, p.Y), max(bottom, p.Y)
	}
	return (left + right) / 2, top, bottom
}

// across is how far an outline reaches to the left and to the right, mm.
func across(outline []lesson.Point) (left, right float64) {
	left, right = math.Inf(1), math.Inf(-1)
	for _, p := range outline {
		left, right = min(left, p.X), max(right, p.X)
	}
	return left, right
}

func (c *Context) middle(z lesson.Zone) (at rehearse.Spot) {
	for _, p := range z.Outline {
		at.X += p.X / float64(len(z.Outline))
		at.Y += p.Y / float64(len(z.Outline))
	}
	return at
}

// clip cuts an outline to a rectangle (Sutherland and Hodgman 1974).
func clip(outline []lesson.Point, x0, y0, x1, y1 float64) []lesson.Point {
	side := func(in []lesson.Point, inside func(lesson.Point) bool, cross func(a, b lesson.Point) lesson.Point) (out []lesson.Point) {
		for i, p := range in {
			q := in[(i+1)%len(in)]
			switch {
			case inside(p) && inside(q):
				out = append(out, q)
			case inside(p):
				out = append(out, cross(p, q))
			case inside(q):
				out = append(out, cross(p, q), q)
			}
		}
		return out
	}
	atX := func(x float64) func(a, b lesson.Point) lesson.Point {
		return func(a, b lesson.Point) lesson.Point {
			return lesson.Point{X: x, Y: round(a.Y+(b.Y-a.Y)*(x-a.X)/(b.X-a.X), 1)}
		}
	}
	atY := func(y float64) func(a, b lesson.Point) lesson.Point {
		return func(a, b lesson.Point) lesson.Point {
			return lesson.Point{X: round(a.X+(b.X-a.X)*(y-a.Y)/(b.Y-a.Y), 1), Y: y}
		}
	}
	out := side(outline, func(p lesson.Point) bool { return p.X >= x0 }, atX(x0))
	out = side(out, func(p lesson.Point) bool { return p.X <= x1 }, atX(x1))
	out = side(out, func(p lesson.Point) bool { return p.Y >= y0 }, atY(y0))
	return side(out, func(p lesson.Point) bool { return p.Y <= y1 }, atY(y1))
}

// shrunk reports whether b is clearly smaller than a.
func shrunk(a, b []lesson.Point) bool {
	area := func(list []lesson.Point) float64 {
		var sum float64
		for i, p := range list {
			q := list[(i+1)%len(list)]
			sum += p.X*q.Y - q.X*p.Y
		}
		return math.Abs(sum) / 2
	}
	return area(b) < 0.93*area(a)
}

// displaced is an outline as far across and down, mm, as it may go on the canvas.
func displaced(outline []lesson.Point, dx, dy float64, l *lesson.Lesson) []lesson.Point {
	out := slices.Clone(outline)
	for i, p := range out {
		out[i] = lesson.Point{X: math.Round(10*min(l.Support.Width, max(0, p.X+dx))) / 10, Y: math.Round(10*min(l.Support.Height, max(0, p.Y+dy))) / 10}
	}
	return out
}
