package export

import (
	"bytes"
	"encoding/xml"
	"fmt"
	"io"
	"math"
	"strings"
	"time"

	"codeberg.org/go-pdf/fpdf"

	"proxenos/core/lesson"
)

// A Tracing is a lesson's zones as lines at true size, to be traced or transferred.
type Tracing struct {
	Mirror bool    // left and right exchanged, for transfer from the back
	Grid   float64 // mm between the lines of a grid for squaring up; 0 for none
	Paper  string  // of the PDF: "a4" or "letter"; empty for a4
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
	if _, ok := papers[t.paper()]; !ok {
		return fmt.Errorf("paper is %q: use a4 or letter", t.Paper)
	}
	return nil
}

func (t Tracing) paper() string {
	if t.Paper == "" {
		return "a4"
	}
	return t.Paper
}

// papers are their sides, mm, upright.
var papers = map[string][2]float64{"a4": {210, 297}, "letter": {215.9, 279.4}}

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

// How a tracing is laid over sheets of paper, mm.
const (
	margin  = 10.0
	footer  = 12.0
	overlap = 10.0
)

// A sheetPlan says how many sheets there are and what each shows.
type sheetPlan struct {
	orientation string // "P" or "L"
	w, h        float64
	cols, rows  int
}

// plan chooses the way round that takes fewer sheets.
func (t Tracing) plan(l *lesson.Lesson) sheetPlan {
	paper := papers[t.paper()]
	try := func(o string, w, h float64) sheetPlan {
		p := sheetPlan{orientation: o, w: w - 2*margin, h: h - 2*margin - footer}
		count := func(length, sheet float64) int {
			return max(1, int(math.Ceil((length-overlap)/(sheet-overlap)-1e-9)))
		}
		p.cols, p.rows = count(l.Support.Width, p.w), count(l.Support.Height, p.h)
		return p
	}
	upright, across := try("P", paper[0], paper[1]), try("L", paper[1], paper[0])
	if across.cols*across.rows < upright.cols*upright.rows {
		return across
	}
	return upright
}

// PDF writes the tracing at true size over as many sheets as it takes. Neighbours
// overlap by a centimetre, whose middle is marked by crosses to lay on each other; each
// sheet has its place in the whole and a line of 100 mm to check the print by. The same
// lesson gives the same bytes. It fails as [Tracing.SVG], and for an unknown paper.
func (t Tracing) PDF(w io.Writer, l *lesson.Lesson) error {
	if err := t.check(); err != nil {
		return err
	}
	p := t.plan(l)
	paper := papers[t.paper()]
	pdf := fpdf.NewCustom(&fpdf.InitType{OrientationStr: p.orientation, UnitStr: "mm", Size: fpdf.SizeType{Wd: paper[0], Ht: paper[1]}})
	pdf.SetCatalogSort(true)
	pdf.SetCreationDate(time.Unix(0, 0).UTC())
	pdf.SetModificationDate(time.Unix(0, 0).UTC())
	pdf.SetTitle(l.Title+", tracing", true)
	pdf.SetAutoPageBreak(false, 0)
	plain := pdf.UnicodeTranslatorFromDescriptor("")
	for row := range p.rows {
		for col := range p.cols {
			pdf.AddPage()
			x0, y0 := float64(col)*(p.w-overlap), float64(row)*(p.h-overlap)
			t.sheet(pdf, l, p, x0, y0)
			foot := margin + p.h + 7
			pdf.SetDrawColor(0, 0, 0)
			pdf.SetLineWidth(0.25)
			pdf.Line(margin, foot, margin+checkLine, foot)
			pdf.Line(margin, foot-2, margin, foot+2)
			pdf.Line(margin+checkLine, foot-2, margin+checkLine, foot+2)
			pdf.SetFont("Helvetica", "", 8)
			pdf.Text(margin+checkLine+3, foot+1, plain(fmt.Sprintf("100 mm. %s: row %d of %d, column %d of %d. Print at 100 %%.", shortTitle(l.Title), row+1, p.rows, col+1, p.cols)))
		}
	}
	return pdf.Output(w)
}

func shortTitle(s string) string {
	if r := []rune(s); len(r) > 40 {
		return string(r[:40])
	}
	return s
}

// sheet draws what of the picture lies on the sheet that begins at x0, y0.
func (t Tracing) sheet(pdf *fpdf.Fpdf, l *lesson.Lesson, p sheetPlan, x0, y0 float64) {
	dx, dy := margin-x0, margin-y0
	pdf.ClipRect(margin, margin, p.w, p.h, false)
	pdf.SetDrawColor(150, 150, 150)
	pdf.SetLineWidth(0.15)
	for _, line := range t.lines(l) {
		pdf.Line(line[0]+dx, line[1]+dy, line[2]+dx, line[3]+dy)
	}
	pdf.SetDrawColor(0, 0, 0)
	pdf.SetLineWidth(0.35)
	for _, z := range l.Zones {
		points := make([]fpdf.PointType, len(z.Outline))
		for i, q := range z.Outline {
			points[i] = fpdf.PointType{X: t.x(l, q.X) + dx, Y: q.Y + dy}
		}
		pdf.Polygon(points, "D")
	}
	pdf.SetLineWidth(0.5)
	pdf.Rect(dx, dy, l.Support.Width, l.Support.Height, "D")
	pdf.SetLineWidth(0.2)
	for col := range p.cols + 1 {
		for row := range p.rows + 1 {
			x, y := float64(col)*(p.w-overlap)+overlap/2+dx, float64(row)*(p.h-overlap)+overlap/2+dy
			pdf.Line(x-4, y, x+4, y)
			pdf.Line(x, y-4, x, y+4)
		}
	}
	pdf.ClipEnd()
}
