// Package looked puts what was seen in a photograph of a real canvas on paper: the photograph and
// the plan side by side, what is wrong with places by number, what to do, and the photograph mended.
package looked

import (
	"fmt"
	"image"
	"io"

	"proxenos/core/lesson"
	"proxenos/core/look"
	"proxenos/export/paper"
)

// A Report is what goes on paper.
type Report struct {
	Title         string
	Width, Height float64     // of the canvas, mm
	Photo         image.Image // squared up, its light taken out
	Plan          image.Image // what it is to look like; nil without a plan
	Mended        image.Image // the photograph with all mended; nil where nothing is
	Read          look.Verdict
	Advice        []look.ToDo // of each mend
	Alone         *look.Alone // without a plan
	Doubt         string      // about where the picture is in the photograph; empty for none
}

// Write writes a report as PDF.
func Write(out io.Writer, r Report, f paper.Format) error {
	d, err := paper.New("A look at "+r.Title, f)
	if err != nil {
		return err
	}
	d.Chapter("A look at " + r.Title)
	page := d.Page(false, "")
	body := d.Heading(page, "A look at "+r.Title)
	y := body.Y
	y += d.Text(body.X, y, body.W, paper.Style{}, r.says()) + 3
	pictures := []captioned{{r.Photo, "The photograph, squared up, in even daylight"}}
	if r.Plan != nil {
		pictures = append(pictures, captioned{r.Plan, "The plan"})
	}
	if r.Mended != nil {
		pictures = append(pictures, captioned{r.Mended, "The photograph with all of it mended"})
	}
	y = r.show(d, paper.Rect{X: body.X, Y: y, W: body.W, H: body.H}, pictures)
	var blocks []paper.Block
	for i, m := range r.Read.Mends {
		blocks = append(blocks, paper.Tick{Text: fmt.Sprintf("%d. %s", i+1, m.Says), More: r.todo(i)})
	}
	for _, m := range r.Read.Left {
		blocks = append(blocks, paper.Para{Text: m.Says + " " + look.LeaveIt})
	}
	if r.Alone != nil {
		for i, m := range r.Alone.Remarks {
			blocks = append(blocks, paper.Tick{Text: fmt.Sprintf("%d. %s", i+1, m.Says), More: m.Remedy})
		}
	}
	blocks = append(blocks, paper.Para{Style: paper.Style{Size: 8.5, Grey: true}, Text: "Before you varnish or glaze, follow the product's own sheet. Spread oily rags flat outdoors to dry or keep them under water in a lidded metal can; air the room."})
	for _, b := range blocks {
		high := b.High(d, body.W)
		if y+high > page.Y+page.H {
			next := d.Page(false, "")
			y = next.Y
		}
		b.Draw(d, body.X, y, body.W)
		y += high
	}
	return d.Write(out)
}

func (r Report) says() string {
	doubt := ""
	if r.Doubt != "" {
		doubt = r.Doubt + " "
	}
	if r.Alone != nil {
		return doubt + r.Alone.Says
	}
	text := doubt + r.Read.Says
	if len(r.Read.Mends) > 0 {
		text += fmt.Sprintf(" From two and a half metres it differs from its plan by ΔE %.1f; mended, by %.1f.", r.Read.Before.All, r.Read.After.All)
	}
	for _, s := range append([]string{r.Read.Light.Says}, r.Read.Limits.Says...) {
		if s != "" {
			text += " " + s
		}
	}
	return text
}

// todo is what to do about a mend, and what it brings.
func (r Report) todo(i int) string {
	text := fmt.Sprintf("Brings ΔE %.2f of %.2f", r.Read.Mends[i].Gain, r.Read.Before.All)
	if r.Read.Mends[i].Tried {
		text += ", tried on a dry canvas like this one"
	}
	text += "."
	if i < len(r.Advice) {
		text = r.Advice[i].Says + " " + text
		for _, c := range r.Advice[i].Colours {
			text += fmt.Sprintf(" %s: %s; about %.1f ml.", lesson.Capital(c.Name), c.Says, c.Ml)
		}
	}
	return text
}

type captioned struct {
	img  image.Image
	says string
}

// show lays pictures out two in a row, and returns where what follows begins.
func (r Report) show(d *paper.Doc, at paper.Rect, pictures []captioned) float64 {
	const gap, words = 6.0, 6.0
	wide := (at.W - gap) / 2
	if len(pictures) == 1 {
		wide = 0.75 * at.W
	}
	high := min(wide*r.Height/r.Width, 95)
	y := at.Y
	for i, p := range pictures {
		x := at.X + float64(i%2)*(wide+gap)
		if i > 0 && i%2 == 0 {
			y += high + words + 2
		}
		drawn := d.Picture(paper.Rect{X: x, Y: y, W: wide, H: high}, p.img)
		d.Text(x, y+high+1, wide, paper.Style{Size: 8.5, Grey: true}, p.says)
		for n, m := range r.Read.Mends {
			if i > 0 {
				break
			}
			r.number(d, drawn, n+1, m.X, m.Y)
		}
		if r.Alone != nil && i == 0 {
			for n, m := range r.Alone.Remarks {
				if m.X > 0 || m.Y > 0 {
					r.number(d, drawn, n+1, m.X, m.Y)
				}
			}
		}
	}
	return y + high + words + 4
}

// number marks a place of the canvas.
func (r Report) number(d *paper.Doc, on paper.Rect, n int, x, y float64) {
	const across = 5.0
	px, py := on.X+on.W*x/r.Width, on.Y+on.H*y/r.Height
	d.Disc(px, py, across, image.White.C)
	text := fmt.Sprint(n)
	s := paper.Style{Size: 9, Bold: true}
	d.Line(px-d.Width(s, text)/2, py-d.LineHigh(s)/2, s, text)
}
