package paper

import (
	"image/color"
	"math"
)

// A Block is a piece of a text that runs over pages: it is not broken.
type Block interface {
	High(d *Doc, w float64) float64
	Draw(d *Doc, x, y, w float64)
}

// A Flow is text that runs over as many pages as it takes, evenly: no page has two lines on it.
type Flow struct {
	Name   string // stands over it, and over each page
	Foot   string
	Across bool
	Again  Block // stands under the name on each page; nothing where nil
	Blocks []Block
}

// headStyle is that of the name over a page.
var headStyle = Style{Head: true, Size: 16}

// Heading writes the name of a page at the top of a rectangle, and returns what is left of it.
func (d *Doc) Heading(r Rect, name string) Rect {
	high := d.Text(r.X, r.Y, r.W, headStyle, name) + 2
	return Rect{r.X, r.Y + high, r.W, r.H - high}
}

// Flow writes a text.
func (d *Doc) Flow(f Flow) {
	r := d.Page(f.Across, f.Foot)
	head := func() (y float64) {
		body := d.Heading(r, f.Name)
		y = body.Y
		if f.Again != nil {
			f.Again.Draw(d, r.X, y, r.W)
			y += f.Again.High(d, r.W)
		}
		return y
	}
	y := head()
	high := make([]float64, len(f.Blocks))
	for i, b := range f.Blocks {
		high[i] = b.High(d, r.W)
	}
	starts := evenly(f.Blocks, high, r.Y+r.H-y)
	for i, b := range f.Blocks {
		if i > 0 && starts[i] {
			d.Page(f.Across, f.Foot)
			y = head()
		}
		b.Draw(d, r.X, y, r.W)
		y += high[i]
	}
}

// OnePage reports whether blocks fit on one upright page under a name and what stands below that.
func (d *Doc) OnePage(name string, again Block, blocks []Block) bool {
	sides := papers[d.Paper]
	w := sides[0] - 2*Margin
	high := d.High(w, headStyle, name) + 2 + again.High(d, w)
	for _, b := range blocks {
		high += b.High(d, w)
	}
	return high <= sides[1]-2*Margin-footHigh
}

// evenly says which blocks begin a page: on as few pages as can be, each as full as the others.
func evenly(blocks []Block, high []float64, room float64) []bool {
	_, least := fill(blocks, high, room)
	low, most := 0.0, room
	best, _ := fill(blocks, high, room)
	for most-low > 1 {
		try := (low + most) / 2
		starts, pages := fill(blocks, high, try)
		if pages <= least {
			best, most = starts, try
		} else {
			low = try
		}
	}
	return best
}

// fill fills pages up to a height. A heading stays with what comes after it.
func fill(blocks []Block, high []float64, room float64) (starts []bool, pages int) {
	starts, pages = make([]bool, len(blocks)), 1
	used := 0.0
	for i := range blocks {
		need := high[i]
		for k := i; k+1 < len(blocks); k++ {
			if _, heads := blocks[k].(Title); !heads {
				break
			}
			need += high[k+1]
		}
		if used > 0 && used+need > room {
			starts[i], used = true, 0
			pages++
		}
		used += high[i]
		if used > room { // taller than a page: it must stand alone
			used = math.Inf(1)
		}
	}
	return starts, pages
}

// A Title heads what comes after it.
type Title string

// High is how high it is.
func (t Title) High(d *Doc, w float64) float64 { return 2.5 + d.High(w, t.style(), string(t)) + 0.8 }

// Draw writes it.
func (t Title) Draw(d *Doc, x, y, w float64) { d.Text(x, y+2.5, w, t.style(), string(t)) }

func (Title) style() Style { return Style{Head: true, Size: 12} }

// Para is a paragraph.
type Para struct {
	Style
	Text string
}

// High is how high it is.
func (p Para) High(d *Doc, w float64) float64 { return d.High(w, p.Style, p.Text) + 1.5 }

// Draw writes it.
func (p Para) Draw(d *Doc, x, y, w float64) { d.Text(x, y, w, p.Style, p.Text) }

// A Tick is something with a box to tick off.
type Tick struct {
	Text string
	More string // smaller, below it
}

const tickBox = 3.4 // mm

// High is how high it is.
func (t Tick) High(d *Doc, w float64) float64 {
	w -= 2 * tickBox
	return d.High(w, Style{}, t.Text) + d.High(w, Style{Size: 8.5, Grey: true}, t.More) + 1.6
}

// Draw writes it.
func (t Tick) Draw(d *Doc, x, y, w float64) {
	d.Box(Rect{x, y + 0.4, tickBox, tickBox}, 0.25)
	x, w = x+2*tickBox, w-2*tickBox
	y += d.Text(x, y, w, Style{}, t.Text)
	d.Text(x, y, w, Style{Size: 8.5, Grey: true}, t.More)
}

// A Column of a table.
type Column struct {
	Name  string
	Share float64 // of the width
	Right bool    // figures stand at the right
}

// A Cell of a table: text, or patches of colour.
type Cell struct {
	Text    string
	Style   Style
	Colours []color.Color
	Tick    bool // a box to tick off
}

// A Row is a row of a table with these columns, and a line below it.
type Row struct {
	Columns []Column
	Cells   []Cell
	Least   float64 // how high it is at least, mm
	Tight   bool    // with little room below
}

const (
	cellGap = 3.0 // mm between columns
	rowGap  = 1.0 // mm between rows
	tight   = 0.6 // where there must be many
)

// Names is a row with the names of columns, to stand over a table.
func Names(columns []Column, size float64) Row {
	r := Row{Columns: columns}
	for _, c := range columns {
		r.Cells = append(r.Cells, Cell{Text: c.Name, Style: Style{Bold: true, Size: size}})
	}
	return r
}

func (r Row) width(w float64, i int) float64 {
	var sum float64
	for _, c := range r.Columns {
		sum += c.Share
	}
	return w*r.Columns[i].Share/sum - cellGap
}

// High is how high it is.
func (r Row) High(d *Doc, w float64) float64 {
	high := r.Least
	for i, c := range r.Cells {
		high = max(high, d.High(r.width(w, i), c.Style, c.Text))
	}
	return high + r.gap()
}

func (r Row) gap() float64 {
	if r.Tight {
		return tight
	}
	return rowGap
}

// Draw writes it.
func (r Row) Draw(d *Doc, x, y, w float64) {
	high := r.High(d, w)
	at := x
	for i, c := range r.Cells {
		wide := r.width(w, i)
		switch {
		case len(c.Colours) > 0:
			each := wide / float64(len(c.Colours))
			for k, colour := range c.Colours {
				d.Fill(Rect{at + float64(k)*each, y + 0.2, each, high - r.gap() - 0.4}, colour)
			}
		case c.Tick:
			d.Box(Rect{at, y + 0.3, tickBox, tickBox}, 0.25)
		case r.Columns[i].Right:
			for k, line := range d.Wrap(wide, c.Style, c.Text) {
				d.Line(at+wide-d.Width(c.Style, line), y+float64(k)*d.LineHigh(c.Style), c.Style, line)
			}
		default:
			d.Text(at, y, wide, c.Style, c.Text)
		}
		at += wide + cellGap
	}
	d.pdf.SetDrawColor(190, 190, 190)
	d.pdf.SetLineWidth(0.1)
	d.pdf.Line(x, y+high-r.gap()/2, x+w, y+high-r.gap()/2)
}
