// Package drawing reads zones from a drawing in SVG: paths, polygons and rectangles
// become outlines in mm. It follows nothing that a drawing refers to, runs nothing, and
// says what it left out.
package drawing

import (
	"bytes"
	"encoding/xml"
	"errors"
	"fmt"
	"io"
	"math"
	"strconv"
	"strings"

	"proxenos/core/lesson"
	"proxenos/core/scene"
	"proxenos/export/plaintext"
)

// Bounds of a drawing.
const (
	MaxBytes   = 8 << 20
	maxShapes  = 100
	maxDepth   = 64
	maxNumbers = 400000 // in one shape
	mostPoints = 120    // of an outline, after thinning
)

// A Shape is one outline of a drawing.
type Shape struct {
	ID, Name, Kind string
	Group          string // id of the group that it is in
	Outline        []lesson.Point
}

// A Drawing is what was read.
type Drawing struct {
	Shapes []Shape
	Left   []string // what was left out, in words
}

// Read reads a drawing and fits it to a canvas of width by height mm: its view box, or
// its size, is laid over the canvas. It fails for what is no SVG, for entities and
// scripts, and for more than the bounds; errors say what and the cure.
func Read(r io.Reader, width, height float64) (*Drawing, error) {
	data, err := io.ReadAll(io.LimitReader(r, MaxBytes+1))
	if err != nil {
		return nil, err
	}
	if len(data) > MaxBytes {
		return nil, fmt.Errorf("the drawing is larger than %d MB: simplify it", MaxBytes>>20)
	}
	d := decoder(data)
	p := &reader{w: width, h: height, left: map[string]int{}}
	for {
		token, err := d.Token()
		if errors.Is(err, io.EOF) {
			break
		}
		if err != nil {
			line, _ := d.InputPos()
			return nil, fmt.Errorf("the drawing is not sound SVG near line %d: save it again as plain SVG", line)
		}
		if err := p.take(token); err != nil {
			return nil, err
		}
	}
	if !p.svg {
		return nil, errors.New("the file is no SVG drawing: give one that begins with <svg>")
	}
	if len(p.out.Shapes) == 0 {
		return nil, errors.New("the drawing has no shapes that can be zones: draw closed paths, polygons or rectangles")
	}
	for what, n := range p.left {
		p.out.Left = append(p.out.Left, fmt.Sprintf("%d × %s", n, what))
	}
	return &p.out, nil
}

// decoder reads XML in whatever letters it is written. Nothing that a drawing names is
// known to it but what every XML has.
func decoder(data []byte) *xml.Decoder {
	plain := plaintext.UTF8(data)
	marked := len(plain) != len(data) // it was decoded already, whatever its first line says
	if !marked {
		plain = data
	}
	d := xml.NewDecoder(bytes.NewReader(plain))
	d.Strict = true
	d.Entity = map[string]string{}
	d.CharsetReader = func(name string, in io.Reader) (io.Reader, error) {
		if marked {
			return in, nil
		}
		return plaintext.Named(name, in)
	}
	return d
}

type reader struct {
	w, h   float64
	svg    bool
	stack  []level
	out    Drawing
	left   map[string]int
	titled int // the shape that a title belongs to, plus one
}

// level is an open element.
type level struct {
	name, id string
	m        matrix
	hidden   bool
}

// matrix is a, b, c, d, e, f of SVG: x' = a·x + c·y + e, y' = b·x + d·y + f.
type matrix [6]float64

func (m matrix) times(n matrix) matrix {
	return matrix{m[0]*n[0] + m[2]*n[1], m[1]*n[0] + m[3]*n[1], m[0]*n[2] + m[2]*n[3], m[1]*n[2] + m[3]*n[3], m[0]*n[4] + m[2]*n[5] + m[4], m[1]*n[4] + m[3]*n[5] + m[5]}
}

func (m matrix) at(x, y float64) lesson.Point {
	return lesson.Point{X: m[0]*x + m[2]*y + m[4], Y: m[1]*x + m[3]*y + m[5]}
}

func (p *reader) take(token xml.Token) error {
	switch t := token.(type) {
	case xml.Directive: // a document type is only a name, unless it declares something itself
		if bytes.ContainsAny(t, "[<") {
			return errors.New("the drawing declares a document type with entities of its own: save it as plain SVG")
		}
	case xml.StartElement:
		return p.open(t)
	case xml.EndElement:
		if len(p.stack) > 0 {
			p.stack = p.stack[:len(p.stack)-1]
		}
		p.titled = 0
	case xml.CharData:
		if p.titled > 0 && len(p.stack) > 0 && p.stack[len(p.stack)-1].name == "title" {
			s := &p.out.Shapes[p.titled-1]
			s.Name = strings.TrimSpace(string(t))
		}
	}
	return nil
}

func attr(e xml.StartElement, name string) string {
	for _, a := range e.Attr {
		if a.Name.Local == name {
			return a.Value
		}
	}
	return ""
}

func (p *reader) open(e xml.StartElement) error {
	if len(p.stack) >= maxDepth {
		return fmt.Errorf("the drawing nests groups deeper than %d: ungroup it", maxDepth)
	}
	name := e.Name.Local
	here := level{name: name, id: attr(e, "id"), m: matrix{1, 0, 0, 1, 0, 0}}
	if n := len(p.stack); n > 0 {
		up := p.stack[n-1]
		here.m, here.hidden = up.m, up.hidden
		if name != "g" {
			here.id = up.id // shapes belong to their group
		}
	}
	if name == "svg" && !p.svg {
		p.svg = true
		m, err := p.canvas(e)
		if err != nil {
			return err
		}
		here.m = m
	}
	if tr := attr(e, "transform"); tr != "" {
		m, err := transform(tr)
		if err != nil {
			return err
		}
		here.m = here.m.times(m)
	}
	switch name {
	case "script", "foreignObject", "image", "use", "style", "text", "animate", "set", "animateTransform":
		here.hidden = true
		p.left[name]++
	case "defs", "symbol", "clipPath", "mask", "pattern", "marker", "metadata":
		here.hidden = true
	}
	p.stack = append(p.stack, here)
	if here.hidden || !p.svg {
		return nil
	}
	return p.shape(e, here)
}

// shape reads an element that has an outline.
func (p *reader) shape(e xml.StartElement, here level) error {
	var outline []lesson.Point
	var err error
	switch e.Name.Local {
	case "path":
		outline, err = path(attr(e, "d"))
	case "polygon", "polyline":
		outline, err = pairs(attr(e, "points"))
	case "rect":
		outline, err = rect(e)
	case "circle", "ellipse", "line":
		p.left[e.Name.Local]++
		return nil
	case "title":
		if n := len(p.out.Shapes); n > 0 && len(p.stack) > 1 && isShape(p.stack[len(p.stack)-2].name) {
			p.titled = n
		}
		return nil
	default:
		return nil
	}
	id := attr(e, "id")
	if errors.Is(err, errLine) {
		p.left["line that encloses nothing"]++
		return nil
	}
	if err != nil {
		return fmt.Errorf("shape %q: %w", id, err)
	}
	for i, q := range outline {
		outline[i] = here.m.at(q.X, q.Y)
	}
	outline = thin(outline)
	cut := scene.OnCanvas(&lesson.Lesson{Support: lesson.Support{Width: p.w, Height: p.h}}, outline)
	if len(cut) < 3 || !(area(cut) >= 4) {
		p.left["shape off the canvas or too small"]++
		return nil
	}
	if len(p.out.Shapes) == maxShapes {
		return fmt.Errorf("the drawing has more than %d shapes: keep what are zones", maxShapes)
	}
	p.out.Shapes = append(p.out.Shapes, Shape{ID: id, Kind: attr(e, "data-kind"), Group: here.id, Outline: cut})
	return nil
}

func isShape(name string) bool {
	return name == "path" || name == "polygon" || name == "polyline" || name == "rect"
}

// canvas lays the drawing's own view over the canvas.
func (p *reader) canvas(e xml.StartElement) (matrix, error) {
	box := numbers(attr(e, "viewBox"))
	if len(box) != 4 {
		w, h := length(attr(e, "width")), length(attr(e, "height"))
		if !(w > 0) || !(h > 0) {
			return matrix{1, 0, 0, 1, 0, 0}, nil // taken as mm
		}
		box = []float64{0, 0, w, h}
	}
	if !(box[2] > 0) || !(box[3] > 0) || math.IsInf(box[2], 0) || math.IsInf(box[3], 0) {
		return matrix{}, errors.New("the drawing's viewBox has no size: give one, as 0 0 400 300")
	}
	// A tracing has a strip below the canvas; its width is what counts.
	k := p.w / box[2]
	return matrix{k, 0, 0, k, -k * box[0], -k * box[1]}, nil
}

func length(s string) float64 {
	s = strings.TrimSpace(s)
	for _, unit := range []string{"mm", "cm", "in", "px", "pt"} {
		s = strings.TrimSuffix(s, unit)
	}
	v, err := strconv.ParseFloat(s, 64)
	if err != nil {
		return 0
	}
	return v
}

func transform(s string) (matrix, error) {
	out := matrix{1, 0, 0, 1, 0, 0}
	for s = strings.TrimSpace(s); s != ""; s = strings.TrimLeft(s, " ,\t\n") {
		name, rest, ok := strings.Cut(s, "(")
		inside, after, ok2 := strings.Cut(rest, ")")
		if !ok || !ok2 {
			return out, fmt.Errorf("transform %.40q cannot be read: flatten the drawing", s)
		}
		v := numbers(inside)
		var m matrix
		switch n := len(v); {
		case strings.TrimSpace(name) == "translate" && (n == 1 || n == 2):
			m = matrix{1, 0, 0, 1, v[0], 0}
			if n == 2 {
				m[5] = v[1]
			}
		case strings.TrimSpace(name) == "scale" && (n == 1 || n == 2):
			m = matrix{v[0], 0, 0, v[n-1], 0, 0}
		case strings.TrimSpace(name) == "matrix" && n == 6:
			m = matrix(v)
		case strings.TrimSpace(name) == "rotate" && n == 1:
			sin, cos := math.Sincos(v[0] * math.Pi / 180)
			m = matrix{cos, sin, -sin, cos, 0, 0}
		default:
			return out, fmt.Errorf("transform %.40q is not known: use translate, scale, rotate or matrix", name)
		}
		out, s = out.times(m), after
	}
	return out, nil
}

func area(outline []lesson.Point) (sum float64) {
	for i, p := range outline {
		q := outline[(i+1)%len(outline)]
		sum += p.X*q.Y - q.X*p.Y
	}
	return math.Abs(sum) / 2
}
