package drawing

import (
	"encoding/xml"
	"errors"
	"fmt"
	"math"
	"strconv"

	"proxenos/core/lesson"
)

// numbers reads figures that are parted by anything else; what is no figure ends it.
func numbers(s string) (out []float64) {
	for i := 0; i < len(s) && len(out) < maxNumbers; {
		if !begins(s[i]) {
			i++
			continue
		}
		j := figureEnd(s, i)
		if v, err := strconv.ParseFloat(s[i:j], 64); err == nil && !math.IsInf(v, 0) {
			out = append(out, v)
		}
		i = j
	}
	return out
}

func begins(c byte) bool { return c >= '0' && c <= '9' || c == '-' || c == '+' || c == '.' }

// figureEnd is where the figure that begins at i ends; at least one further.
func figureEnd(s string, i int) int {
	j := i + 1
	dot := s[i] == '.'
	for j < len(s) {
		c := s[j]
		switch {
		case c >= '0' && c <= '9':
		case c == '.' && !dot:
			dot = true
		case (c == 'e' || c == 'E') && j+1 < len(s):
			if n := s[j+1]; n == '-' || n == '+' || n >= '0' && n <= '9' {
				j++
				dot = true
				break
			}
			return j
		default:
			return j
		}
		j++
	}
	return j
}

func pairs(s string) (out []lesson.Point, err error) {
	v := numbers(s)
	if len(v) == maxNumbers {
		return nil, fmt.Errorf("has more than %d points: simplify it", maxNumbers/2)
	}
	if len(v)%2 == 1 || len(v) < 6 {
		return nil, fmt.Errorf("has %d figures for its points: give pairs, three at least", len(v))
	}
	for i := 0; i+1 < len(v); i += 2 {
		out = append(out, lesson.Point{X: v[i], Y: v[i+1]})
	}
	return out, nil
}

func rect(e xml.StartElement) ([]lesson.Point, error) {
	x, y, w, h := length(attr(e, "x")), length(attr(e, "y")), length(attr(e, "width")), length(attr(e, "height"))
	if !(w > 0) || !(h > 0) {
		return nil, errors.New("has no size: give width and height")
	}
	return []lesson.Point{{X: x, Y: y}, {X: x + w, Y: y}, {X: x + w, Y: y + h}, {X: x, Y: y + h}}, nil
}

// curveSteps is into how many straight pieces a curve is cut.
const curveSteps = 12

// leastTriangle is the area, mm², that a point must add to its neighbours to be kept.
const leastTriangle = 0.05

// takes is how many figures each command of a path takes.
var takes = map[byte]int{'M': 2, 'L': 2, 'H': 1, 'V': 1, 'C': 6, 'S': 4, 'Q': 4, 'T': 2, 'A': 7, 'Z': 0}

// path reads the first closed outline of path data: lines and Bézier curves. An arc is
// taken as the straight line to its end.
func path(d string) (out []lesson.Point, err error) {
	var at, control lesson.Point
	var command, last byte
	for i := 0; i < len(d); {
		c := d[i]
		if up := c &^ 0x20; c >= 'A' && takes[up] > 0 || up == 'Z' && c >= 'A' {
			command = c
			i++
			if up == 'Z' {
				return out, enough(out)
			}
			continue
		}
		if !begins(c) {
			if c == ' ' || c == ',' || c == '\t' || c == '\n' || c == '\r' {
				i++
				continue
			}
			return nil, fmt.Errorf("has %q in its path: use M, L, H, V, C, S, Q, T, A and Z", c)
		}
		up := command &^ 0x20
		n := takes[up]
		if n == 0 {
			return nil, errors.New("begins its path without M")
		}
		v := make([]float64, 0, 7)
		for len(v) < n && i < len(d) {
			if !begins(d[i]) {
				if d[i] != ' ' && d[i] != ',' && d[i] != '\t' && d[i] != '\n' && d[i] != '\r' {
					return nil, fmt.Errorf("has too few figures after %q in its path", command)
				}
				i++
				continue
			}
			j := figureEnd(d, i)
			f, err := strconv.ParseFloat(d[i:j], 64)
			if err != nil || math.IsInf(f, 0) || math.IsNaN(f) {
				return nil, fmt.Errorf("has %.20q in its path: give figures", d[i:j])
			}
			v = append(v, f)
			i = j
		}
		if len(v) < n {
			return nil, fmt.Errorf("has too few figures after %q in its path", command)
		}
		if up == 'M' && len(out) > 0 {
			return out, enough(out) // a second outline is a hole or another shape
		}
		from := lesson.Point{}
		if command >= 'a' { // relative
			from = at
		}
		p := func(k int) lesson.Point { return lesson.Point{X: from.X + v[k], Y: from.Y + v[k+1]} }
		mirror := func(smooth string) lesson.Point {
			for k := range len(smooth) {
				if last == smooth[k] {
					return lesson.Point{X: 2*at.X - control.X, Y: 2*at.Y - control.Y}
				}
			}
			return at
		}
		switch up {
		case 'M':
			at = p(0)
			command = command - 'M' + 'L' // further pairs are lines
		case 'L':
			at = p(0)
		case 'H':
			at.X = from.X + v[0]
		case 'V':
			at.Y = from.Y + v[0]
		case 'C', 'S':
			a, b, end := p(0), lesson.Point{}, lesson.Point{}
			if up == 'C' {
				b, end = p(2), p(4)
			} else {
				a, b, end = mirror("CS"), p(0), p(2)
			}
			out = cubic(out, at, a, b, end)
			at, control = end, b
		case 'Q', 'T':
			a, end := p(0), p(0)
			if up == 'Q' {
				end = p(2)
			} else {
				a = mirror("QT")
			}
			out = cubic(out, at, third(at, a), third(end, a), end)
			at, control = end, a
		case 'A':
			at = p(5)
		}
		last = up
		out = append(out, at)
		if len(out) > maxNumbers {
			return nil, fmt.Errorf("has more than %d points: simplify it", maxNumbers)
		}
	}
	return out, enough(out)
}

// errLine says that a path encloses nothing.
var errLine = errors.New("encloses nothing")

func enough(out []lesson.Point) error {
	if len(out) < 3 {
		return errLine
	}
	return nil
}

// third is the control point of the cubic that a quadratic curve is.
func third(p, control lesson.Point) lesson.Point {
	return lesson.Point{X: p.X + (control.X-p.X)*2/3, Y: p.Y + (control.Y-p.Y)*2/3}
}

// cubic adds the inner points of a Bézier curve.
func cubic(out []lesson.Point, p, a, b, q lesson.Point) []lesson.Point {
	for k := 1; k < curveSteps; k++ {
		t := float64(k) / curveSteps
		u := 1 - t
		out = append(out, lesson.Point{
			X: u*u*u*p.X + 3*u*u*t*a.X + 3*u*t*t*b.X + t*t*t*q.X,
			Y: u*u*u*p.Y + 3*u*u*t*a.Y + 3*u*t*t*b.Y + t*t*t*q.Y,
		})
	}
	return out
}

// mostThinned is how many points thinning begins from: more lie closer together than
// the hand can follow, and are first taken evenly.
const mostThinned = 2400

// thin leaves out points that change an outline least until it has few enough to be
// dragged by hand, and then those that hardly change it (Visvalingam and Whyatt 1993).
func thin(outline []lesson.Point) []lesson.Point {
	if n := len(outline); n > mostThinned {
		some := make([]lesson.Point, mostThinned)
		for i := range some {
			some[i] = outline[i*n/mostThinned]
		}
		outline = some
	}
	outline = append([]lesson.Point(nil), outline...)
	for len(outline) > 3 {
		least, at := math.Inf(1), 0
		n := len(outline)
		for i, p := range outline {
			a, b := outline[(i+n-1)%n], outline[(i+1)%n]
			if v := math.Abs((a.X-p.X)*(b.Y-p.Y)-(b.X-p.X)*(a.Y-p.Y)) / 2; v < least {
				least, at = v, i
			}
		}
		if n <= mostPoints && least > leastTriangle {
			break
		}
		outline = append(outline[:at], outline[at+1:]...)
	}
	return outline
}
