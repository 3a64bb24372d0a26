// Package export turns what the core computes into files for people: pictures and,
// later, print and tables.
package export

import (
	"context"
	"image"
	"image/color"
	"image/draw"

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
	const (
		columns = 4
		wide    = 152 // of a specimen, pixels
		high    = 101
		gap     = 4
		line    = 24 // for the name
		margin  = 24
	)
	techniques := sheet.Techniques()
	unders := sheet.Unders()
	rows := (len(techniques) + columns - 1) / columns
	across, down := len(unders)*(wide+gap)+margin, high+line+margin/2
	img := image.NewRGBA(image.Rect(0, 0, columns*across+margin, rows*down+2*margin))
	draw.Draw(img, img.Bounds(), image.NewUniform(color.Gray{0xd8}), image.Point{}, draw.Src)
	face, err := letters(14)
	if err != nil {
		return nil, err
	}
	defer face.Close()
	for i, t := range techniques {
		x, y := margin+(i%columns)*across, margin+(i/columns)*down
		write(img, face, x, y+line-8, caption(t))
		for k, u := range unders {
			f, err := sheet.Specimen(ctx, t, u)
			if err != nil {
				return nil, err
			}
			at := image.Rect(0, 0, wide, high).Add(image.Pt(x+k*(wide+gap), y+line))
			draw.Draw(img, at, f.Show(film.Paint, wide), image.Point{}, draw.Src)
		}
	}
	write(img, face, margin, img.Bounds().Max.Y-margin/2, "From left to right: on a dry toned ground, on a wet base, over thick wet dark. Each piece is 90 mm wide.")
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
