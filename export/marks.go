// Package export turns what the core computes into files for people: pictures and,
// later, print and tables.
package export

import (
	"context"
	"image"
	"image/color"
	"image/draw"
	"strings"

	"golang.org/x/image/font"
	"golang.org/x/image/font/gofont/goregular"
	"golang.org/x/image/font/opentype"
	"golang.org/x/image/math/fixed"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/sheet"
)

// MarksSheet draws the marks sheet: a row of three specimens for every technique,
// with its name and tool. It takes some seconds and ends early with ctx.
func MarksSheet(ctx context.Context) (image.Image, error) {
	var rows []row
	for _, t := range sheet.Techniques() {
		r := row{caption: caption(t)}
		for _, u := range sheet.Unders() {
			r.paint = append(r.paint, func() (*film.Film, error) { return sheet.Specimen(ctx, t, u) })
		}
		rows = append(rows, r)
	}
	return sheetOf(rows, "From left to right: on a dry toned ground, on a wet base, over thick wet dark. Each piece is 90 mm wide.")
}

// FormsSheet draws the sheet of forms: every kind of zone in light from the left, from the
// right and from behind. It takes some seconds and ends early with ctx.
func FormsSheet(ctx context.Context) (image.Image, error) {
	var rows []row
	for _, kind := range sheet.Forms() {
		r := row{caption: strings.ReplaceAll(string(kind), "-", " ")}
		for _, side := range sheet.Sides() {
			r.paint = append(r.paint, func() (*film.Film, error) { return sheet.Form(ctx, kind, side) })
		}
		rows = append(rows, r)
	}
	return sheetOf(rows, "From left to right: light from the left, from the right, from behind. Each piece is 90 mm wide.")
}

// A row is a caption over some specimens.
type row struct {
	caption string
	paint   []func() (*film.Film, error)
}

// sheetOf draws rows in columns, with a line at the foot.
func sheetOf(rows []row, foot string) (image.Image, error) {
	const (
		columns = 4
		wide    = 152 // of a specimen, pixels
		high    = 101
		gap     = 4
		line    = 24 // for the name
		margin  = 24
	)
	deep := (len(rows) + columns - 1) / columns
	across, down := len(rows[0].paint)*(wide+gap)+margin, high+line+margin/2
	img := image.NewRGBA(image.Rect(0, 0, columns*across+margin, deep*down+2*margin))
	draw.Draw(img, img.Bounds(), image.NewUniform(color.Gray{0xd8}), image.Point{}, draw.Src)
	face, err := letters(14)
	if err != nil {
		return nil, err
	}
	defer face.Close()
	for i, r := range rows {
		x, y := margin+(i%columns)*across, margin+(i/columns)*down
		write(img, face, x, y+line-8, r.caption)
		for k, paint := range r.paint {
			f, err := paint()
			if err != nil {
				return nil, err
			}
			at := image.Rect(0, 0, wide, high).Add(image.Pt(x+k*(wide+gap), y+line))
			draw.Draw(img, at, f.Show(film.Paint, wide), image.Point{}, draw.Src)
		}
	}
	write(img, face, margin, img.Bounds().Max.Y-margin/2, foot)
	return img, nil
}

// caption names a technique and the tool that the sheet makes it with.
func caption(t lesson.Technique) string {
	l, err := sheet.Lesson(t, sheet.DryGround)
	if err != nil {
		return string(t)
	}
	return t.Info().Verb() + ", " + l.ToolName("tool")
}

func letters(points float64) (font.Face, error) {
	f, err := opentype.Parse(goregular.TTF)
	if err != nil {
		return nil, err
	}
	return opentype.NewFace(f, &opentype.FaceOptions{Size: points, DPI: 72, Hinting: font.HintingFull})
}

func write(img draw.Image, face font.Face, x, y int, text string) {
	d := font.Drawer{Dst: img, Src: image.Black, Face: face, Dot: fixed.P(x, y)}
	d.DrawString(text)
}
