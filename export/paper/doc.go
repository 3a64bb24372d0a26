// Package paper lays text, pictures and drawings on sheets of paper, as a PDF whose fonts are
// inside, whose text can be searched, and whose drawings are at true size. It knows nothing
// of lessons. The same content gives the same document, and the same bytes where no two
// pictures are equally wide: the library writes those in any order.
//
// Lengths are mm from the upper left corner of a page; sizes of letters are points.
package paper

import (
	"bytes"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"io"
	"math"
	"regexp"
	"strconv"
	"time"

	"codeberg.org/go-pdf/fpdf"

	"proxenos/core/length"
)

// A Format is how something is printed. Its zero value is A4 in mm.
type Format struct {
	Paper string      `json:"paper,omitempty" enum:",a4,letter" doc:"a4 when left out"`
	Units length.Unit `json:"units,omitempty" enum:",metric,cm,inches" doc:"metric when left out"`
	Large bool        `json:"large,omitempty" doc:"large print"`
}

// Papers by name, mm, upright.
const (
	A4     = "a4"
	Letter = "letter"
)

var papers = map[string][2]float64{"": {210, 297}, A4: {210, 297}, Letter: {215.9, 279.4}}

// Check refuses what is not known.
func (f Format) Check() error {
	if _, known := papers[f.Paper]; !known {
		return fmt.Errorf("paper is %q: use %s or %s", f.Paper, A4, Letter)
	}
	return f.Units.Check()
}

const (
	// Margin is left free around a page: most printers reach no farther.
	Margin = 10.0
	// footHigh is the strip at the foot of a page, inside the margin.
	footHigh = 8.0
	// largeBy is how much larger letters are in large print.
	largeBy = 1.7
	// DPI is how fine pictures are at least.
	DPI = 200
)

// Pixels is how many pixels a picture so wide has at least.
func Pixels(mm float64) int { return int(math.Ceil(mm / 25.4 * DPI)) }

// A Rect is a part of a page.
type Rect struct{ X, Y, W, H float64 }

// In is the rectangle without a rim.
func (r Rect) In(rim float64) Rect { return Rect{r.X + rim, r.Y + rim, r.W - 2*rim, r.H - 2*rim} }

// A Doc is a document that grows page by page. Make it with [New].
type Doc struct {
	Format
	pdf      *fpdf.Fpdf
	fonts    faces
	font     chosen
	known    map[[2]string]bool // fonts that are in it
	shift    float64            // from where a page lies that is gone back to
	title    string
	chapters []chapter
	feet     []string // what each page says at its foot
	across   []bool   // which pages lie across
	pictures int
	err      error
}

// A chapter begins on a page.
type chapter struct {
	name string
	page int
}

// New begins a document.
func New(title string, f Format) (*Doc, error) {
	if err := f.Check(); err != nil {
		return nil, err
	}
	sides := papers[f.Paper]
	pdf := fpdf.NewCustom(&fpdf.InitType{OrientationStr: "P", UnitStr: "mm", Size: fpdf.SizeType{Wd: sides[0], Ht: sides[1]}})
	pdf.SetCatalogSort(true)
	pdf.SetCreationDate(time.Unix(0, 0).UTC())
	pdf.SetModificationDate(time.Unix(0, 0).UTC())
	pdf.SetTitle(title, true)
	pdf.SetAutoPageBreak(false, 0)
	pdf.SetMargins(0, 0, 0)
	pdf.SetCellMargin(0)
	d := &Doc{Format: f, pdf: pdf, title: title}
	return d, d.addFonts()
}

// Chapter begins a chapter with the next page: it stands in the contents and among the bookmarks.
func (d *Doc) Chapter(name string) {
	d.chapters = append(d.chapters, chapter{name, d.Pages() + 1})
}

// Page begins a page, upright or across, which says something at its foot beside the title and
// its number. It returns what may be printed on.
func (d *Doc) Page(across bool, foot string) Rect {
	sides := papers[d.Paper]
	if across {
		d.pdf.AddPageFormat("L", fpdf.SizeType{Wd: sides[0], Ht: sides[1]})
		sides[0], sides[1] = sides[1], sides[0]
	} else {
		d.pdf.AddPageFormat("P", fpdf.SizeType{Wd: sides[0], Ht: sides[1]})
	}
	d.font = chosen{}
	d.feet, d.across = append(d.feet, foot), append(d.across, across)
	if n := len(d.chapters); n > 0 && d.chapters[n-1].page == d.Pages() {
		d.set(Style{}, "")
		d.pdf.Bookmark(d.chapters[n-1].name, 0, 0)
	}
	return Rect{Margin, Margin, sides[0] - 2*Margin, sides[1] - 2*Margin - footHigh}
}

// Pages is how many there are so far.
func (d *Doc) Pages() int { return len(d.feet) }

// Write ends the document and writes it.
func (d *Doc) Write(w io.Writer) error {
	for i := range d.feet {
		d.back(i + 1)
		sides := d.sides(i + 1)
		y := sides[1] - Margin - 4
		small := d.Plain(Style{Size: 8, Grey: true})
		number := fmt.Sprintf("Page %d of %d", i+1, len(d.feet))
		wide := d.Width(small, number)
		d.Line(sides[0]-Margin-wide, y, small, number)
		left := d.title
		if d.feet[i] != "" {
			left += ". " + d.feet[i]
		}
		d.Line(Margin, y, small, d.cut(small, left, sides[0]-2*Margin-wide-4))
	}
	if d.err != nil {
		return d.err
	}
	return d.pdf.Output(w)
}

// counted finds how many pages a document says that it has.
var counted = regexp.MustCompile(`/Type /Pages\s[^>]*?/Count (\d+)`)

// Count is how many pages a document has that this package wrote; 0 for anything else.
func Count(pdf []byte) int {
	m := counted.FindSubmatch(pdf)
	if m == nil {
		return 0
	}
	n, _ := strconv.Atoi(string(m[1])) // they are figures
	return n
}

// sides are those of a page.
func (d *Doc) sides(page int) [2]float64 {
	sides := papers[d.Paper]
	if d.across[page-1] {
		sides[0], sides[1] = sides[1], sides[0]
	}
	return sides
}

// back goes to a page that is there. What the library places on it, it measures from the foot
// of the last page that was added.
func (d *Doc) back(page int) {
	d.pdf.SetPage(page)
	d.font = chosen{}
	d.shift = d.sides(d.Pages())[1] - d.sides(page)[1]
}

// Contents writes the chapters with their pages on a page that is there, as links; smaller where
// they would not fit.
func (d *Doc) Contents(page int, r Rect, s Style) {
	d.back(page)
	for float64(len(d.chapters))*d.LineHigh(s)*1.25 > r.H && s.Size > 4 {
		s.Size -= 0.5
	}
	y := r.Y
	for _, c := range d.chapters {
		number := fmt.Sprint(c.page)
		d.Line(r.X, y, s, c.name)
		d.Line(r.X+r.W-d.Width(s, number), y, s, number)
		from, to := r.X+d.Width(s, c.name)+2, r.X+r.W-d.Width(s, number)-2
		d.Rule(from, y+d.shift+d.LineHigh(s)*0.75, to, y+d.shift+d.LineHigh(s)*0.75, 0.1)
		link := d.pdf.AddLink()
		d.pdf.SetLink(link, 0, c.page)
		d.pdf.Link(r.X, y+d.shift, r.W, d.LineHigh(s), link)
		y += d.LineHigh(s) * 1.25
	}
	d.back(d.Pages())
}

// Fill draws a coloured patch with a thin rim.
func (d *Doc) Fill(r Rect, c color.Color) {
	red, green, blue, _ := c.RGBA()
	d.pdf.SetFillColor(int(red>>8), int(green>>8), int(blue>>8))
	d.pdf.SetDrawColor(120, 120, 120)
	d.pdf.SetLineWidth(0.1)
	d.pdf.Rect(r.X, r.Y, r.W, r.H, "DF")
}

// Disc is a coloured disc around a middle.
func (d *Doc) Disc(x, y, across float64, c color.Color) {
	red, green, blue, _ := c.RGBA()
	d.pdf.SetFillColor(int(red>>8), int(green>>8), int(blue>>8))
	d.pdf.SetDrawColor(90, 90, 90)
	d.pdf.SetLineWidth(0.2)
	d.pdf.Circle(x, y, across/2, "DF")
}

// Box draws the outline of a rectangle.
func (d *Doc) Box(r Rect, wide float64) {
	d.pdf.SetDrawColor(60, 60, 60)
	d.pdf.SetLineWidth(wide)
	d.pdf.Rect(r.X, r.Y, r.W, r.H, "D")
}

// Rule draws a line.
func (d *Doc) Rule(x0, y0, x1, y1, wide float64) {
	d.pdf.SetDrawColor(60, 60, 60)
	d.pdf.SetLineWidth(wide)
	d.pdf.Line(x0, y0, x1, y1)
}

// A Point is a place on a page.
type Point = fpdf.PointType

// Shape draws a closed outline, filled with a light grey if so wanted.
func (d *Doc) Shape(points []Point, wide float64, filled bool) {
	d.pdf.SetDrawColor(0, 0, 0)
	d.pdf.SetFillColor(225, 222, 215)
	d.pdf.SetLineWidth(wide)
	style := "D"
	if filled {
		style = "DF"
	}
	d.pdf.Polygon(points, style)
}

// quality of pictures: more cannot be told from it on paper.
const quality = 88

// Picture draws a picture as large as fits in the middle of a rectangle, and returns where it is.
func (d *Doc) Picture(r Rect, img image.Image) Rect {
	return d.picture(r, img, "jpg", func(w io.Writer) error { return jpeg.Encode(w, img, &jpeg.Options{Quality: quality}) })
}

// Drawing is [Doc.Picture] for what has few colours and sharp edges.
func (d *Doc) Drawing(r Rect, img image.Image) Rect {
	return d.picture(r, img, "png", func(w io.Writer) error { return png.Encode(w, img) })
}

func (d *Doc) picture(r Rect, img image.Image, kind string, encode func(io.Writer) error) Rect {
	at := Fit(r, float64(img.Bounds().Dx()), float64(img.Bounds().Dy()))
	var b bytes.Buffer
	if err := encode(&b); err != nil {
		d.err = err
		return at
	}
	d.pictures++
	name := fmt.Sprintf("picture %d", d.pictures)
	d.pdf.RegisterImageOptionsReader(name, fpdf.ImageOptions{ImageType: kind}, &b)
	d.pdf.ImageOptions(name, at.X, at.Y, at.W, at.H, false, fpdf.ImageOptions{ImageType: kind}, 0, "")
	return at
}

// Fit is the largest rectangle of some proportions in the middle of another.
func Fit(r Rect, wide, high float64) Rect {
	scale := min(r.W/wide, r.H/high)
	w, h := wide*scale, high*scale
	return Rect{r.X + (r.W-w)/2, r.Y + (r.H-h)/2, w, h}
}
