package export

import (
	"bytes"
	"encoding/xml"
	"fmt"
	"io"
	"math"
	"strings"

	"proxenos/core/length"
	"proxenos/core/lesson"
	"proxenos/export/paper"
)

// A Tracing is a lesson's zones as lines at true size, to be traced or transferred.
type Tracing struct {
	Mirror bool    // left and right exchanged, for transfer from the back
	Grid   float64 // mm between the lines of a grid for squaring up; 0 for none
	Paper  string  // of the PDF: "a4" or "letter"; empty for a4
	Units  length.Unit
}

// Bounds of a tracing.
const (
	leastGrid = 5.0
	checkLine = 100.0 // mm
)

// check refuses what cannot be drawn.
func (t Tracing) check() error {
	if t.Grid != 0 && !(t.Grid >= leastGrid && t.Grid <= 500) {
		return fmt.Errorf("grid is %g mm: give %g to 500, or 0 for none", t.Grid, leastGrid)
	}
	return paper.Format{Paper: t.Paper, Units: t.Units}.Check()
}

// x is where something is across once it is mirrored.
func (t Tracing) x(l *lesson.Lesson, x float64) float64 {
	if t.Mirror {
		return l.Support.Width - x
	}
	return x
}

type svgDoc struct {
	XMLName xml.Name   `xml:"http://www.w3.org/2000/svg svg"`
	Width   string     `xml:"width,attr"`
	Height  string     `xml:"height,attr"`
	ViewBox string     `xml:"viewBox,attr"`
	Title   string     `xml:"title"`
	Groups  []svgGroup `xml:"g"`
}

type svgGroup struct {
	ID     string    `xml:"id,attr"`
	Label  string    `xml:"aria-label,attr,omitempty"`
	Fill   string    `xml:"fill,attr"`
	Stroke string    `xml:"stroke,attr"`
	Width  string    `xml:"stroke-width,attr"`
	Paths  []svgPath `xml:"path"`
}

type svgPath struct {
	ID    string `xml:"id,attr,omitempty"`
	D     string `xml:"d,attr"`
	Kind  string `xml:"data-kind,attr,omitempty"`
	Title string `xml:"title,omitempty"`
}

// below is the strip under the canvas that holds the check line, mm.
const below = 14.0

// SVG writes the tracing as SVG, one user unit a mm: a group for each plane with a path
// for each zone, then horizon, grid, edge and a line of 100 mm to check the print by. It
// fails for a grid out of bounds.
func (t Tracing) SVG(w io.Writer, l *lesson.Lesson) error {
	if err := t.check(); err != nil {
		return err
	}
	width, height := l.Support.Width, l.Support.Height+below
	doc := svgDoc{Width: fmt.Sprintf("%gmm", width), Height: fmt.Sprintf("%gmm", height), ViewBox: fmt.Sprintf("0 0 %g %g", width, height), Title: l.Title}
	group := func(id, label, stroke, wide string) *svgGroup {
		doc.Groups = append(doc.Groups, svgGroup{ID: id, Label: label, Fill: "none", Stroke: stroke, Width: wide})
		return &doc.Groups[len(doc.Groups)-1]
	}
	for _, p := range l.Planes {
		g := group(p.ID, p.Name, "#000000", "0.35")
		for _, z := range l.Zones {
			if z.Plane != p.ID {
				continue
			}
			var d strings.Builder
			for i, q := range z.Outline {
				fmt.Fprintf(&d, "%c%s %s", "ML"[min(i, 1)], number(t.x(l, q.X)), number(q.Y))
			}
			d.WriteString("Z")
			g.Paths = append(g.Paths, svgPath{ID: "zone-" + z.ID, D: d.String(), Kind: string(z.Kind), Title: z.Name})
		}
	}
	guides := group("guides", "Guides", "#808080", "0.15")
	for _, line := range t.lines(l) {
		guides.Paths = append(guides.Paths, svgPath{D: fmt.Sprintf("M%s %sL%s %s", number(line[0]), number(line[1]), number(line[2]), number(line[3]))})
	}
	frame := group("frame", "Edge and check line", "#000000", "0.25")
	frame.Paths = append(frame.Paths, svgPath{ID: "edge", D: fmt.Sprintf("M0 0H%gV%gH0Z", width, l.Support.Height)},
		svgPath{ID: "check-100-mm", D: fmt.Sprintf("M5 %gV%gM5 %gH%gM%g %gV%g", l.Support.Height+4, l.Support.Height+10, l.Support.Height+7, 5+checkLine, 5+checkLine, l.Support.Height+4, l.Support.Height+10), Title: "100 mm"})
	var b bytes.Buffer
	b.WriteString(xml.Header)
	e := xml.NewEncoder(&b)
	e.Indent("", " ")
	if err := e.Encode(doc); err != nil {
		return err
	}
	b.WriteString("\n")
	_, err := w.Write(b.Bytes())
	return err
}

func number(v float64) string { return fmt.Sprintf("%g", math.Round(v*100)/100) }

// lines are the grid and the horizon, as x0, y0, x1, y1.
func (t Tracing) lines(l *lesson.Lesson) (out [][4]float64) {
	w, h := l.Support.Width, l.Support.Height
	if t.Grid > 0 {
		for x := t.Grid; x < w; x += t.Grid {
			out = append(out, [4]float64{x, 0, x, h})
		}
		for y := t.Grid; y < h; y += t.Grid {
			out = append(out, [4]float64{0, y, w, y})
		}
	}
	return append(out, [4]float64{0, l.View.Horizon, w, l.View.Horizon})
}

// PDF writes the tracing at true size over as many sheets as it takes, with marks to join
// them. The same lesson gives the same bytes. It fails as [Tracing.SVG], and for an unknown
// paper.
func (t Tracing) PDF(w io.Writer, l *lesson.Lesson) error {
	if err := t.check(); err != nil {
		return err
	}
	d, err := paper.New(l.Title+", tracing", paper.Format{Paper: t.Paper, Units: t.Units})
	if err != nil {
		return err
	}
	d.Tile(t.Tiling(l))
	return d.Write(w)
}

// Tiling is the tracing as a drawing for paper.
func (t Tracing) Tiling(l *lesson.Lesson) paper.Tiling {
	return paper.Tiling{Width: l.Support.Width, Height: l.Support.Height, Name: "Tracing", Draw: func(d *paper.Doc, dx, dy float64) {
		for _, line := range t.lines(l) {
			d.Grey(line[0]+dx, line[1]+dy, line[2]+dx, line[3]+dy)
		}
		for _, z := range l.Zones {
			points := make([]paper.Point, len(z.Outline))
			for i, q := range z.Outline {
				points[i] = paper.Point{X: t.x(l, q.X) + dx, Y: q.Y + dy}
			}
			d.Shape(points, 0.35, false)
		}
		d.Box(paper.Rect{X: dx, Y: dy, W: l.Support.Width, H: l.Support.Height}, 0.5)
	}}
}
