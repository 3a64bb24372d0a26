package measure

import (
	"cmp"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/scene"
)

// shapeCell is how finely shapes are sampled, mm: their bent matters, not their edge.
const shapeCell = 1.5

// A Direction is a long shape that leads the eye somewhere.
type Direction struct {
	Zone  string  `json:"zone"`
	X     float64 `json:"x" doc:"its middle, mm"`
	Y     float64 `json:"y"`
	DX    float64 `json:"dx" doc:"where it leads, of length 1"`
	DY    float64 `json:"dy"`
	Long  float64 `json:"long" doc:"mm"`
	Off   float64 `json:"off" doc:"how far its line passes from the focal area's middle, mm"`
	Leads bool    `json:"leads" doc:"whether it leads to the focal area"`
}

const (
	turnLeast = 8.0  // degrees from level below which a shape leads nowhere in particular
	missedBy  = 0.15 // of the width by which a line may pass the focal area
	slender   = 2.0  // times longer than wide, from which a shape has a direction
	longLeast = 0.12 // of the width
)

// Directions lists the long shapes of a lesson that lead somewhere; none without a focal
// area.
func Directions(l *lesson.Lesson) (out []Direction) {
	if l.Focal.Radius == 0 {
		return nil
	}
	miss := max(1.5*l.Focal.Radius, missedBy*l.Support.Width)
	for _, z := range l.Zones {
		if !slices.Contains([]lesson.ZoneKind{lesson.Path, lesson.Stream, lesson.Bank, lesson.Wall, lesson.Fence, lesson.CloudBank, lesson.Log, lesson.Bridge}, z.Kind) {
			continue
		}
		a := scene.ZoneAt(l, z, shapeCell).Axis()
		steep := math.Abs(math.Atan2(a.DY, a.DX)) * 180 / math.Pi
		if a.Slender < slender || min(steep, 180-steep) < turnLeast || a.Long < longLeast*l.Support.Width {
			continue
		}
		d := Direction{Zone: z.ID, X: a.X, Y: a.Y, DX: a.DX, DY: a.DY, Long: a.Long}
		d.Off = math.Abs((l.Focal.X-a.X)*a.DY - (l.Focal.Y-a.Y)*a.DX)
		d.Leads = d.Off <= miss
		if (l.Focal.X-a.X)*a.DX+(l.Focal.Y-a.Y)*a.DY < 0 { // toward the focal area's side
			d.DX, d.DY = -d.DX, -d.DY
		}
		out = append(out, d)
	}
	return out
}

// A Mass is a shape that stands by itself, and how nearly it is its own mirror image.
type Mass struct {
	Zone string  `json:"zone"`
	X    float64 `json:"x" doc:"its middle, mm"`
	Y    float64 `json:"y"`
	Same float64 `json:"same" doc:"1 for a mirror image"`
	Wide float64 `json:"wide" doc:"mm"`
	Foot float64 `json:"foot" doc:"mm from the top"`
}

// massLeast is the share of the canvas from which a shape is a mass.
const massLeast = 0.004

// Masses lists rocks, ridges, clouds and trees that are masses. What runs from edge to
// edge is none, and a poplar is as slim as it is.
func Masses(l *lesson.Lesson) (out []Mass) {
	canvas := l.Support.Width * l.Support.Height
	for _, z := range l.Zones {
		if !(z.Kind.Is(lesson.Woody) && z.Kind.Is(lesson.Leafy) || slices.Contains([]lesson.ZoneKind{lesson.Rock, lesson.Ridge, lesson.CloudBank, lesson.Bush}, z.Kind)) {
			continue
		}
		r := scene.ZoneAt(l, z, shapeCell)
		slim := r.X1-r.X0 < 0.5*(r.Y1-r.Y0)
		band := r.X1-r.X0 > 0.95*l.Support.Width
		if r.Area < massLeast*canvas || slim || band {
			continue
		}
		out = append(out, Mass{z.ID, (r.X0 + r.X1) / 2, (r.Y0 + r.Y1) / 2, r.Sameness(), r.X1 - r.X0, r.Y1})
	}
	return out
}

// Alike is like things that stand side by side, from left to right.
type Alike struct {
	Kind   lesson.ZoneKind `json:"kind"`
	Zones  []string        `json:"zones"`
	X      []float64       `json:"x" doc:"their middles, mm"`
	Foot   []float64       `json:"foot" doc:"mm from the top"`
	Apart  float64         `json:"apart" doc:"mean distance from one to the next, mm"`
	Uneven float64         `json:"uneven" doc:"spread of the distances, as a share of their mean"`
	Unlike float64         `json:"unlike" doc:"spread of the heights, as a share of their mean"`
}

// runLeast is how many like things side by side are seen as a row among more of their kind.
const runLeast = 4

// Rows lists the kinds of which three or more stand on the canvas, and each run of four or more of
// them, side by side, that is not all.
func Rows(l *lesson.Lesson) (out []Alike) {
	for _, kind := range append(lesson.OfNature(lesson.Woody), lesson.Fence, lesson.Rock, lesson.Building, lesson.CloudBank) {
		list := Standing(l, kind)
		if len(list) < 3 {
			continue
		}
		out = append(out, rowOf(kind, list))
		for from := range list {
			for to := from + runLeast; to <= len(list); to++ {
				if to-from < len(list) {
					out = append(out, rowOf(kind, list[from:to]))
				}
			}
		}
	}
	return out
}

func rowOf(kind lesson.ZoneKind, list []Thing) Alike {
	row := Alike{Kind: kind}
	var gaps, heights []float64
	for i, t := range list {
		heights = append(heights, t.Height)
		row.Zones, row.X, row.Foot = append(row.Zones, t.Zone.ID), append(row.X, t.X), append(row.Foot, t.Foot)
		if i > 0 {
			gaps = append(gaps, t.X-list[i-1].X)
		}
	}
	row.Apart, row.Uneven, row.Unlike = mean(gaps), relative(gaps), relative(heights)
	return row
}

// A Thing is a zone as it stands: its middle, foot and height, mm.
type Thing struct {
	Zone            lesson.Zone
	X, Foot, Height float64
	Cut             bool // by the canvas, above or below: how tall it is is not seen
}

// cutAt is how near to the edge of the canvas, mm, a thing is cut by it.
const cutAt = 1.0

// Standing lists the zones of a kind, from left to right.
func Standing(l *lesson.Lesson, kind lesson.ZoneKind) (out []Thing) {
	for _, z := range l.Zones {
		if z.Kind != kind {
			continue
		}
		x0, x1, y0, y1 := math.Inf(1), math.Inf(-1), math.Inf(1), math.Inf(-1)
		for _, p := range z.Outline {
			x0, x1, y0, y1 = min(x0, p.X), max(x1, p.X), min(y0, p.Y), max(y1, p.Y)
		}
		out = append(out, Thing{z, (x0 + x1) / 2, y1, y1 - y0, y0 < cutAt || y1 > l.Support.Height-cutAt})
	}
	slices.SortStableFunc(out, func(a, b Thing) int { return cmp.Compare(a.X, b.X) })
	return out
}

func mean(v []float64) (sum float64) {
	for _, x := range v {
		sum += x / float64(len(v))
	}
	return sum
}

// relative is the spread of figures as a share of their mean.
func relative(v []float64) float64 {
	m := mean(v)
	var sum float64
	for _, x := range v {
		sum += (x - m) * (x - m) / float64(len(v))
	}
	return math.Sqrt(sum) / max(1e-9, math.Abs(m))
}
