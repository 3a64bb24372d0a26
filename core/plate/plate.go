// Package plate is light on a grid: what a lens throws on a plate, linear, red, green and blue
// (the primaries of sRGB), 1 being the light of a perfect white. Light adds, its codes do not:
// what is averaged, blurred, bent or balanced of a photograph is done here.
package plate

import (
	"image"
	"image/color"
	"math"

	"proxenos/core/film"
	"proxenos/core/picture"
	"proxenos/core/spectrum"
)

// A Plate is light on W by H places, row by row; a place is Mm mm wide, or any length that is
// measured in places where Mm is 1.
type Plate struct {
	W, H int
	Mm   float64
	RGB  [][3]float32
}

// New is a dark plate.
func New(w, h int, mm float64) *Plate {
	return &Plate{W: w, H: h, Mm: mm, RGB: make([][3]float32, w*h)}
}

// linear is light by its 8-bit code.
var linear = func() (out [256]float32) {
	for i := range out {
		out[i] = float32(spectrum.Linear(float64(i) / 255))
	}
	return out
}()

// codes is the 8-bit code of light, which is looked up finely enough for every one of them.
var codes = func() (out [1 << 14]uint8) {
	for i := range out {
		v := float64(i) / (1<<14 - 1)
		out[i] = uint8(math.Round(255 * spectrum.Gamma(v*v)))
	}
	return out
}()

// Linear is the light of an 8-bit code.
func Linear(code uint8) float32 { return linear[code] }

// Code is the 8-bit code of light.
func Code(v float32) uint8 {
	if !(v > 0) {
		return 0
	}
	return codes[min(1<<14-1, int(math.Sqrt(float64(v))*(1<<14-1)+0.5))]
}

// Of is a picture whose colours are sRGB, no longer than longest places; squares of pixels become
// one place. longest 0 keeps every pixel.
func Of(img image.Image, longest int) *Plate {
	b := img.Bounds()
	k := 1
	if longest > 0 {
		k = (max(b.Dx(), b.Dy()) + longest - 1) / longest
	}
	k = max(1, k)
	p := New(max(1, b.Dx()/k), max(1, b.Dy()/k), float64(k))
	at := reader(img)
	n := float32(k * k)
	for y := range p.H {
		for x := range p.W {
			var sum [3]float32
			for j := range k {
				for i := range k {
					r, g, bl := at(min(b.Max.X-1, b.Min.X+x*k+i), min(b.Max.Y-1, b.Min.Y+y*k+j))
					sum[0], sum[1], sum[2] = sum[0]+linear[r], sum[1]+linear[g], sum[2]+linear[bl]
				}
			}
			p.RGB[y*p.W+x] = [3]float32{sum[0] / n, sum[1] / n, sum[2] / n}
		}
	}
	return p
}

// reader reads the codes of a picture.
func reader(img image.Image) func(x, y int) (r, g, b uint8) {
	switch img := img.(type) {
	case *image.RGBA:
		return func(x, y int) (r, g, b uint8) {
			c := img.Pix[img.PixOffset(x, y):]
			return c[0], c[1], c[2]
		}
	case *image.YCbCr:
		return func(x, y int) (r, g, b uint8) {
			return color.YCbCrToRGB(img.Y[img.YOffset(x, y)], img.Cb[img.COffset(x, y)], img.Cr[img.COffset(x, y)])
		}
	}
	return func(x, y int) (uint8, uint8, uint8) {
		r, g, b, _ := img.At(x, y).RGBA()
		return uint8(r >> 8), uint8(g >> 8), uint8(b >> 8)
	}
}

// OfFilm is a canvas without relief, in places about mm wide.
func OfFilm(f *film.Film, mm float64) *Plate {
	p := f.Patches(mm)
	return &Plate{W: p.W, H: p.H, Mm: p.Side, RGB: p.Colour}
}

// Image is the plate as it is shown on a screen.
func (p *Plate) Image() *image.RGBA {
	out := image.NewRGBA(image.Rect(0, 0, p.W, p.H))
	for i, c := range p.RGB {
		px := out.Pix[4*i : 4*i+4]
		px[0], px[1], px[2], px[3] = Code(c[0]), Code(c[1]), Code(c[2]), 255
	}
	return out
}

// Clone is a plate of its own.
func (p *Plate) Clone() *Plate {
	out := New(p.W, p.H, p.Mm)
	copy(out.RGB, p.RGB)
	return out
}

// At is the light at a place, in places from the upper left corner, between those of the grid;
// off the plate it is that of its edge.
func (p *Plate) At(x, y float64) [3]float32 {
	x, y = min(float64(p.W-1), max(0, x-0.5)), min(float64(p.H-1), max(0, y-0.5))
	x0, y0 := int(x), int(y)
	x1, y1 := min(p.W-1, x0+1), min(p.H-1, y0+1)
	fx, fy := float32(x-float64(x0)), float32(y-float64(y0))
	a, b, c, d := &p.RGB[y0*p.W+x0], &p.RGB[y0*p.W+x1], &p.RGB[y1*p.W+x0], &p.RGB[y1*p.W+x1]
	var out [3]float32
	for k := range out {
		out[k] = (a[k]*(1-fx)+b[k]*fx)*(1-fy) + (c[k]*(1-fx)+d[k]*fx)*fy
	}
	return out
}

// Blur spreads light by a normal curve of spread sigma, in places, cut at three of them; at the
// edge it is that of the plate alone.
func (p *Plate) Blur(sigma float64) *Plate {
	if sigma < 0.2 {
		return p.Clone()
	}
	weights := Bell(sigma)
	return p.along(weights, 1, 0).along(weights, 0, 1)
}

// Bell are the weights of a normal curve of some spread, from the middle outward, to three of them.
func Bell(sigma float64) []float32 {
	out := make([]float32, 1+int(math.Ceil(3*sigma)))
	for i := range out {
		out[i] = float32(math.Exp(-float64(i*i) / (2 * sigma * sigma)))
	}
	return out
}

func (p *Plate) along(weights []float32, dx, dy int) *Plate {
	out := New(p.W, p.H, p.Mm)
	step := dy*p.W + dx
	for y := range p.H {
		for x := range p.W {
			at := y*p.W + x
			sum, all := p.RGB[at], weights[0]
			for k := 1; k < len(weights); k++ {
				w := weights[k]
				if x-k*dx >= 0 && y-k*dy >= 0 {
					c := &p.RGB[at-k*step]
					sum[0], sum[1], sum[2], all = sum[0]+w*c[0], sum[1]+w*c[1], sum[2]+w*c[2], all+w
				}
				if x+k*dx < p.W && y+k*dy < p.H {
					c := &p.RGB[at+k*step]
					sum[0], sum[1], sum[2], all = sum[0]+w*c[0], sum[1]+w*c[1], sum[2]+w*c[2], all+w
				}
			}
			out.RGB[at] = [3]float32{sum[0] / all, sum[1] / all, sum[2] / all}
		}
	}
	return out
}

// Resized is the plate on another grid, w by h places: averaged where it becomes coarser.
func (p *Plate) Resized(w, h int) *Plate {
	out := New(w, h, p.Mm*float64(p.W)/float64(w))
	for y := range h {
		y0, y1 := y*p.H/h, max((y+1)*p.H/h, y*p.H/h+1)
		for x := range w {
			x0, x1 := x*p.W/w, max((x+1)*p.W/w, x*p.W/w+1)
			var sum [3]float32
			for j := y0; j < y1; j++ {
				for i := x0; i < x1; i++ {
					c := &p.RGB[j*p.W+i]
					sum[0], sum[1], sum[2] = sum[0]+c[0], sum[1]+c[1], sum[2]+c[2]
				}
			}
			n := float32((x1 - x0) * (y1 - y0))
			out.RGB[y*w+x] = [3]float32{sum[0] / n, sum[1] / n, sum[2] / n}
		}
	}
	return out
}

// Lab is light as a colour.
func Lab(c [3]float32) spectrum.Lab {
	return spectrum.LinearLab(float64(c[0]), float64(c[1]), float64(c[2]))
}

// Light is a colour as light; what no screen shows is cut to between 0 and 1.2.
func Light(c spectrum.Lab) [3]float32 {
	var out [3]float32
	for k, v := range c.XYZ(spectrum.ScreenWhite()).LinearRGB() {
		out[k] = float32(min(1.2, max(0, v)))
	}
	return out
}

// Picture is the plate in colours.
func (p *Plate) Picture() *picture.Picture {
	out := &picture.Picture{W: p.W, H: p.H, Mm: p.Mm, Lab: make([]spectrum.Lab, len(p.RGB))}
	for i, c := range p.RGB {
		out.Lab[i] = Lab(c)
	}
	return out
}
