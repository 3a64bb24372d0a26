// Package palette says where every pile lies on a palette, as somebody lays it out who paints
// with one hand: in two strings, warm and cool apart, each from dark to light toward the hand;
// the string that is used more lies nearer to it, and white lies in reach beside it. The rest is
// free for mixing. Everything is at true scale, and no pile touches another.
//
// Lengths are mm from the top left corner of the palette, as the painter sees it.
package palette

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"proxenos/core/spectrum"
)

// A Pile is what is laid out.
type Pile struct {
	ID     string
	Lab    spectrum.Lab
	Across float64 // mm
	Uses   int     // in how many steps
}

// Board is the palette.
type Board struct {
	Width  float64 `json:"width" minimum:"100" maximum:"1000" doc:"mm"`
	Height float64 `json:"height" minimum:"100" maximum:"1000" doc:"mm"`
	Left   bool    `json:"left,omitempty" doc:"for somebody who paints with the left hand"`
}

// Laid is where a pile lies.
type Laid struct {
	ID     string  `json:"id"`
	X      float64 `json:"x" doc:"mm to its middle"`
	Y      float64 `json:"y"`
	Across float64 `json:"across"`
	String string  `json:"string" enum:"white,warm,cool" doc:"which string it is of"`
}

// A Map is a palette that is laid out.
type Map struct {
	Board
	Piles []Laid  `json:"piles" doc:"each string from dark to light"`
	Free  float64 `json:"free" doc:"mm of its height that are left for mixing, at the hand"`
}

// The strings.
const (
	White = "white"
	Warm  = "warm"
	Cool  = "cool"
)

const (
	edge    = 8.0  // mm between a pile and the edge
	gap     = 8.0  // mm between piles: a knife goes between
	least   = 3.0  // and where there is little room
	whiteL  = 93.0 // from which L* on a pile without colour is white
	noHue   = 6.0  // chroma under which a pile has no colour of its own
	mostOf  = 200  // piles
	widest  = 400.0
	coolest = 110.0 // degrees of hue: from here to warmFrom colours are cool
	warm    = 320.0 // from here on they are warm again
)

// Lay lays piles out. It fails with what to do when they do not fit.
func Lay(piles []Pile, b Board) (Map, error) {
	if !(b.Width >= 100 && b.Width <= 1000 && b.Height >= 100 && b.Height <= 1000) {
		return Map{}, fmt.Errorf("a palette of %g × %g mm: give 100 to 1000 for each side", b.Width, b.Height)
	}
	if len(piles) > mostOf {
		return Map{}, fmt.Errorf("%d piles: lay out %d at most", len(piles), mostOf)
	}
	for _, p := range piles {
		if !(p.Across > 0 && p.Across <= widest) {
			return Map{}, fmt.Errorf("pile %q is %g mm across: give more than 0, up to %g", p.ID, p.Across, widest)
		}
		if p.Across+2*edge > b.Width {
			return Map{}, fmt.Errorf("pile %q is %.0f mm across and does not fit on a palette %g mm wide: take a wider one, or lay it out in a jar", p.ID, p.Across, b.Width)
		}
	}
	need := 0.0
	for between := gap; between >= least; between-- {
		m := lay(piles, b, between)
		if m.Free >= 0 {
			return m, nil
		}
		need = b.Height - m.Free
	}
	return Map{}, fmt.Errorf("%d piles do not fit on %g × %g mm: take a palette at least %.0f mm high, or premix some in jars", len(piles), b.Width, b.Height, math.Ceil(need))
}

func lay(piles []Pile, b Board, between float64) Map {
	strings := map[string][]Pile{}
	uses := map[string]int{}
	for _, p := range piles {
		s := stringOf(p.Lab)
		strings[s] = append(strings[s], p)
		uses[s] += p.Uses
	}
	for _, s := range strings {
		slices.SortFunc(s, func(a, b Pile) int { return cmp.Or(cmp.Compare(a.Lab.L, b.Lab.L), cmp.Compare(a.ID, b.ID)) })
	}
	order := []string{Cool, Warm}
	if uses[Cool] > uses[Warm] {
		order = []string{Warm, Cool}
	}
	m := Map{Board: b}
	y := edge
	for k, name := range order {
		list := strings[name]
		if k == len(order)-1 { // the last string ends at the hand, with white
			list = append(list, strings[White]...)
		}
		for _, row := range rows(list, b.Width, between) {
			y = m.row(row, y, between)
		}
	}
	m.Free = b.Height - y
	if len(piles) > 0 {
		m.Free += between - edge // below the last row there is an edge, and no gap
	}
	return m
}

// stringOf tells the string of a colour.
func stringOf(c spectrum.Lab) string {
	chroma := math.Hypot(c.A, c.B)
	hue := math.Mod(math.Atan2(c.B, c.A)*180/math.Pi+360, 360)
	switch {
	case c.L >= whiteL && chroma < noHue:
		return White
	case chroma >= noHue && (hue < coolest || hue >= warm):
		return Warm
	}
	return Cool
}

// rows breaks a string where the palette ends, into as few rows as there must be, about as
// long as each other.
func rows(list []Pile, width, between float64) [][]Pile {
	wrap := func(most float64) (out [][]Pile) {
		at := 0.0
		for _, p := range list {
			if len(out) == 0 || at+between+p.Across > most {
				out, at = append(out, nil), -between
			}
			out[len(out)-1] = append(out[len(out)-1], p)
			at += between + p.Across
		}
		return out
	}
	whole := width - 2*edge
	out := wrap(whole)
	low, high := 0.0, whole
	for _, p := range list {
		low = max(low, p.Across)
	}
	for range 20 {
		if middle := (low + high) / 2; len(wrap(middle)) > len(out) {
			low = middle
		} else {
			high = middle
		}
	}
	return wrap(high)
}

// row lays a row of piles from the far side toward the hand, and returns where the next begins.
func (m *Map) row(row []Pile, y, between float64) float64 {
	long, high := -between, 0.0
	for _, p := range row {
		long += between + p.Across
		high = max(high, p.Across)
	}
	x := m.Width - edge - long // it ends at the hand
	for _, p := range row {
		at := x + p.Across/2
		if m.Left {
			at = m.Width - at
		}
		m.Piles = append(m.Piles, Laid{p.ID, at, y + high/2, p.Across, stringOf(p.Lab)})
		x += p.Across + between
	}
	return y + high + between
}
