package handout

import (
	"math"

	"proxenos/core/lesson"
	"proxenos/export/paper"
)

// toolHigh is how high a tool is drawn, mm.
const toolHigh = 8.0

// drawTool draws the working end of a tool at true width, x and y its upper left corner: hairs
// or blade at the top, what holds them below.
func drawTool(d *paper.Doc, kind lesson.ToolKind, x, y, wide float64) {
	at := func(u, v float64) paper.Point { return paper.Point{X: x + u*wide, Y: y + v*toolHigh} }
	shape := func(points ...paper.Point) { d.Shape(points, 0.2, true) }
	switch {
	case kind.Knife():
		blade := []paper.Point{at(0, 0.5), at(0.5, 0.15), at(1, 0.5), at(0.5, 0.85)}
		switch kind {
		case lesson.PointKnife:
			blade = []paper.Point{at(0, 0.1), at(0.35, 0.1), at(1, 0.5), at(0.35, 0.9), at(0, 0.9)}
		case lesson.EdgeKnife:
			blade = []paper.Point{at(0, 0.25), at(1, 0.25), at(1, 0.6), at(0, 0.6)}
		}
		shape(blade...)
	case !kind.Brush(): // towels, rags and swabs
		shape(at(0, 0.1), at(1, 0.1), at(1, 0.9), at(0, 0.9))
	default:
		shape(hairs(kind, at)...)
		shape(at(0.5-grip(kind)/2, 0.62), at(0.5+grip(kind)/2, 0.62), at(0.5+grip(kind)/2*0.8, 1), at(0.5-grip(kind)/2*0.8, 1))
	}
}

// grip is how wide the ferrule of a brush is, as a share of its hairs.
func grip(kind lesson.ToolKind) float64 {
	if kind == lesson.Fan || kind == lesson.SoftFan {
		return 0.3
	}
	return 1
}

// hairs are the outline of a brush's hairs, from their left foot around.
func hairs(kind lesson.ToolKind, at func(u, v float64) paper.Point) []paper.Point {
	foot := func(top ...paper.Point) []paper.Point {
		half := grip(kind) / 2
		return append(append([]paper.Point{at(0.5-half, 0.62)}, top...), at(0.5+half, 0.62))
	}
	arc := func(high float64) (out []paper.Point) {
		for i := range 13 {
			a := math.Pi * float64(i) / 12
			out = append(out, at(0.5-0.5*math.Cos(a), high*(1-math.Sin(a))))
		}
		return out
	}
	switch kind {
	case lesson.Filbert, lesson.Mop:
		return foot(arc(0.35)...)
	case lesson.Fan, lesson.SoftFan:
		return foot(arc(0.2)...)
	case lesson.Round, lesson.Liner:
		return foot(at(0.1, 0.3), at(0.5, 0), at(0.9, 0.3))
	case lesson.Dagger:
		return foot(at(0, 0.45), at(1, 0))
	case lesson.Worn:
		return foot(at(0, 0.12), at(0.2, 0), at(0.35, 0.14), at(0.55, 0.03), at(0.7, 0.16), at(0.9, 0.04), at(1, 0.15))
	}
	return foot(at(0, 0), at(1, 0))
}
