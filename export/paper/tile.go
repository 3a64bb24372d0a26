package paper

import (
	"fmt"
	"math"

	"proxenos/core/length"
)

// How a drawing at true size is laid over sheets, mm.
const (
	overlap     = 10.0
	checkLine   = 100.0
	checkInches = 4 * 25.4 // where people measure with inches
	checkHigh   = 12.0
)

// A Tiling is a drawing at true size that is laid over several sheets.
type Tiling struct {
	Width, Height float64 // of the drawing
	Name          string
	Draw          func(d *Doc, dx, dy float64) // draws it moved by so much; the sheet clips it
}

// plan says how many sheets there are, and how much each shows.
type plan struct {
	across     bool
	w, h       float64
	cols, rows int
}

// plan chooses the way round that takes fewer sheets.
func (d *Doc) plan(t Tiling) plan {
	sides := papers[d.Paper]
	try := func(across bool, w, h float64) plan {
		p := plan{across: across, w: w - 2*Margin, h: h - 2*Margin - footHigh - checkHigh}
		count := func(length, sheet float64) int {
			return max(1, int(math.Ceil((length-overlap)/(sheet-overlap)-1e-9)))
		}
		p.cols, p.rows = count(t.Width, p.w), count(t.Height, p.h)
		return p
	}
	upright, across := try(false, sides[0], sides[1]), try(true, sides[1], sides[0])
	if across.cols*across.rows < upright.cols*upright.rows {
		return across
	}
	return upright
}

// Tile draws at true size over as many sheets as it takes. Neighbours overlap by a
// centimetre, whose middle is marked by crosses to lay on each other; each sheet has its
// place in the whole and a line of 100 mm to check the print by.
func (d *Doc) Tile(t Tiling) {
	p := d.plan(t)
	for row := range p.rows {
		for col := range p.cols {
			r := d.Page(p.across, "")
			dx, dy := Margin-float64(col)*(p.w-overlap), Margin-float64(row)*(p.h-overlap)
			d.pdf.ClipRect(Margin, Margin, p.w, p.h, false)
			t.Draw(d, dx, dy)
			for c := range p.cols + 1 {
				for w := range p.rows + 1 {
					x, y := float64(c)*(p.w-overlap)+overlap/2+dx, float64(w)*(p.h-overlap)+overlap/2+dy
					d.Rule(x-4, y, x+4, y, 0.2)
					d.Rule(x, y-4, x, y+4, 0.2)
				}
			}
			d.pdf.ClipEnd()
			place := fmt.Sprintf("%s: row %d of %d, column %d of %d.", t.Name, row+1, p.rows, col+1, p.cols)
			if p.rows*p.cols == 1 {
				place = t.Name + "."
			}
			d.Check(r.X, r.Y+r.H-5, fmt.Sprintf("%s Print at 100 %%.", place))
		}
	}
}

// Check draws a line of 100 mm, or 4 inches, to check a print by, and writes something beside it.
func (d *Doc) Check(x, y float64, text string) {
	long := checkLine
	if d.Units == length.Inches {
		long = checkInches
	}
	d.Rule(x, y, x+long, y, 0.25)
	d.Rule(x, y-2, x, y+2, 0.25)
	d.Rule(x+long, y-2, x+long, y+2, 0.25)
	s := Style{Size: 8}
	d.Line(x+long+3, y-d.LineHigh(s)/2, s, d.Units.Say(long)+". "+text)
}

// Grey draws a thin grey line.
func (d *Doc) Grey(x0, y0, x1, y1 float64) {
	d.pdf.SetDrawColor(150, 150, 150)
	d.pdf.SetLineWidth(0.15)
	d.pdf.Line(x0, y0, x1, y1)
}
