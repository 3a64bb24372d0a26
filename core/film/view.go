package film

import (
	"image"
	"math"

	"proxenos/core/spectrum"
)

// View says how the canvas is shown.
type View string

// The views.
const (
	Paint     View = "paint" // as it looks, with light on its relief
	Greyscale View = "grey"  // lightness alone
	Value     View = "value" // the painter's nine steps
	Wet       View = "wet"   // how far the film has set: dark is wet
	Thick     View = "thick" // thickness: light is thick
)

// Views lists every view.
func Views() []View { return []View{Paint, Greyscale, Value, Wet, Thick} }

// Show draws the canvas in a view, width pixels wide; 0 means one pixel a cell.
// A smaller picture averages cells in linear light, a larger one interpolates.
func (f *Film) Show(v View, width int) *image.RGBA {
	return f.ShowPart(v, image.Rect(0, 0, f.W, f.H), width)
}

// ShowPart is [Film.Show] for a rectangle of cells, cut to the canvas.
func (f *Film) ShowPart(v View, part image.Rectangle, width int) *image.RGBA {
	part = part.Intersect(image.Rect(0, 0, f.W, f.H))
	if part.Empty() {
		part = image.Rect(0, 0, 1, 1)
	}
	looks := f.looks()
	w, h := part.Dx(), part.Dy()
	lin := make([][3]float32, w*h)
	for y := range h {
		for x := range w {
			lin[y*w+x] = f.cellView(v, looks, part.Min.X+x, part.Min.Y+y)
		}
	}
	if width <= 0 {
		width = w
	}
	height := max(1, int(math.Round(float64(width)*float64(h)/float64(w))))
	if width != w {
		lin = resample(lin, w, h, width, height)
	}
	img := image.NewRGBA(image.Rect(0, 0, width, height))
	gamma := gammaTable()
	for i, c := range lin {
		img.Pix[4*i] = gamma(c[0])
		img.Pix[4*i+1] = gamma(c[1])
		img.Pix[4*i+2] = gamma(c[2])
		img.Pix[4*i+3] = 255
	}
	return img
}

func (f *Film) cellView(v View, looks []*look, x, y int) [3]float32 {
	ti := (y/TileSide)*f.tw + x/TileSide
	in := (y%TileSide)*TileSide + x%TileSide
	rgb := looks[ti].rgb[in]
	grey := func(g float64) [3]float32 { return [3]float32{float32(g), float32(g), float32(g)} }
	switch v {
	case Greyscale:
		return grey(float64(luminance(rgb)))
	case Value:
		step := labOf(rgb).Value()
		return grey(spectrum.Lab{L: (float64(step) - 0.5) * 100 / 9}.XYZ(spectrum.XYZ{X: 95.047, Y: 100, Z: 108.883}).Y / 100)
	case Wet:
		t, c := f.at(x, y)
		if c[2*f.N+atTop]+c[2*f.N+atBody] < 0.5 {
			return grey(0.9) // dry ground
		}
		return grey(0.02 + 0.6*float64(f.agedSet(c, f.now-t.clock)))
	case Thick:
		return grey(math.Pow(min(1, float64(looks[ti].high[in])/150), 1.5))
	}
	// Light from the upper left rakes over weave and paint.
	slope := f.height(looks, x+1, y+1) - f.height(looks, x-1, y-1)
	k := 1 + max(-0.16, min(0.22, slope*0.0018/float32(2*f.Cell)))
	return [3]float32{rgb[0] * k, rgb[1] * k, rgb[2] * k}
}

// height is how high the surface stands at a cell, µm: wet paint fills the weave.
func (f *Film) height(looks []*look, x, y int) float32 {
	x, y = min(f.W-1, max(0, x)), min(f.H-1, max(0, y))
	wet := looks[(y/TileSide)*f.tw+x/TileSide].high[(y%TileSide)*TileSide+x%TileSide]
	dry := float32(0)
	if f.dry.high != nil {
		dry = f.dry.high[y*f.W+x]
	}
	return wet + dry + f.depth*f.weave[y*f.W+x]*max(0.15, 1-(wet+dry)/70)
}

func luminance(rgb [3]float32) float32 {
	return 0.2126*rgb[0] + 0.7152*rgb[1] + 0.0722*rgb[2]
}

func resample(src [][3]float32, w, h, nw, nh int) [][3]float32 {
	out := make([][3]float32, nw*nh)
	sx, sy := float64(w)/float64(nw), float64(h)/float64(nh)
	across, down := windows(nw, w, sx), windows(nh, h, sy)
	rows := make([][3]float32, w)
	for y, wy := range down {
		clear(rows)
		for j, k := range wy.weight {
			line := src[(wy.from+j)*w : (wy.from+j+1)*w]
			for x, c := range line {
				for i := range 3 {
					rows[x][i] += c[i] * k
				}
			}
		}
		for x, wx := range across {
			var c [3]float32
			for j, k := range wx.weight {
				for i := range 3 {
					c[i] += rows[wx.from+j][i] * k
				}
			}
			out[y*nw+x] = c
		}
	}
	return out
}

// A window is the run of source cells, with weights that sum to 1, behind one
// pixel: a tent as wide as the pixel, or as the cell where pixels are smaller.
type window struct {
	from   int
	weight []float32
}

func windows(n, size int, scale float64) []window {
	out := make([]window, n)
	radius := max(1, scale)
	for i := range out {
		centre := (float64(i)+0.5)*scale - 0.5
		from, to := int(math.Ceil(centre-radius)), int(math.Floor(centre+radius))
		from, to = max(0, from), min(size-1, to)
		win := window{from: from}
		var sum float64
		for j := from; j <= to; j++ {
			k := max(1e-6, 1-math.Abs(float64(j)-centre)/radius)
			sum += k
			win.weight = append(win.weight, float32(k))
		}
		for j := range win.weight {
			win.weight[j] /= float32(sum)
		}
		out[i] = win
	}
	return out
}

// gammaTable returns a function from linear light to a screen byte.
func gammaTable() func(float32) uint8 {
	var table [4097]uint8
	for i := range table {
		table[i] = uint8(math.Round(255 * spectrum.Gamma(float64(i)/4096)))
	}
	return func(v float32) uint8 {
		if v <= 0 {
			return 0
		}
		if v >= 1 {
			return 255
		}
		if v < 0.02 { // the steep part of the curve needs more than the table has
			return uint8(math.Round(255 * spectrum.Gamma(float64(v))))
		}
		return table[int(v*4096+0.5)]
	}
}
