// Package reference reads a photograph as a painter would: what part of it makes the
// picture, which colours it comes to, where its horizon and its planes lie. What it says
// are suggestions; a person takes them or leaves them.
package reference

import (
	"image"
	"math"

	"proxenos/core/lesson"
	"proxenos/core/picture"
	"proxenos/core/plate"
	"proxenos/core/spectrum"
)

// leastSize is the smallest piece of a photograph that makes a picture.
const leastSize = 0.1

// Crop is the piece of a photograph of so many pixels that a lesson's picture is made
// after: it has the shape of the canvas and lies within the photograph. Of a photograph that
// has any pixel the piece has one at least.
func Crop(b image.Rectangle, l *lesson.Lesson) image.Rectangle {
	r := l.Reference
	aspect := l.Support.Width / l.Support.Height
	w := min(float64(b.Dx()), float64(b.Dy())*aspect) * min(1, max(leastSize, r.Size))
	h := w / aspect
	x, y := r.Across*(float64(b.Dx())-w), r.Down*(float64(b.Dy())-h)
	x0, y0 := min(b.Dx()-1, int(math.Round(x))), min(b.Dy()-1, int(math.Round(y)))
	x1, y1 := max(x0+1, int(math.Round(x+w))), max(y0+1, int(math.Round(y+h)))
	return image.Rect(x0, y0, x1, y1).Add(b.Min).Intersect(b)
}

// grid is about how many places across a photograph is read at.
const grid = 200

// Read is a piece of a photograph as a picture of a canvas so many mm wide, on a coarse
// grid; colours are taken as sRGB. The piece must not be empty.
func Read(img image.Image, piece image.Rectangle, mm float64) *picture.Picture {
	w := min(grid, piece.Dx())
	h := max(1, int(math.Round(float64(w)*float64(piece.Dy())/float64(piece.Dx()))))
	p := &picture.Picture{W: w, H: h, Mm: mm / float64(w), Lab: make([]spectrum.Lab, w*h)}
	for j := range h {
		y0, y1 := span(j, h, piece.Dy())
		for i := range w {
			x0, x1 := span(i, w, piece.Dx())
			var sum [3]float64
			for y := y0; y < y1; y++ {
				for x := x0; x < x1; x++ {
					r, g, b, _ := img.At(piece.Min.X+x, piece.Min.Y+y).RGBA()
					for c, v := range [3]uint32{r, g, b} { // light adds, its codes do not
						sum[c] += float64(plate.Linear(uint8(v >> 8)))
					}
				}
			}
			n := float64((x1 - x0) * (y1 - y0))
			var rgb spectrum.RGB
			for c, v := range sum {
				rgb[c] = uint8(min(255, max(0, math.Round(255*spectrum.Gamma(v/n)))))
			}
			p.Lab[j*w+i] = rgb.Lab()
		}
	}
	return p
}

// span is the i-th of n parts of a length; never empty.
func span(i, n, length int) (from, to int) {
	from, to = i*length/n, (i+1)*length/n
	return from, max(to, from+1)
}
