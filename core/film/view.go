package film

import (
	"image"
	"math"
	"runtime"

	"proxenos/core/fault"
	"proxenos/core/paint"
	"proxenos/core/spectrum"
)

// View says how the canvas is shown.
type View string

// The views.
const (
	Paint     View = "paint"   // as it looks, with the studio's light on its relief, from the upper left
	Lit       View = "lit"     // the same with the scene's own light on its relief
	Flat      View = "flat"    // as it looks without the light on its relief
	Greyscale View = "grey"    // lightness alone
	Value     View = "value"   // the painter's nine steps
	Squint    View = "squint"  // through half-closed eyes: large shapes only
	Wet       View = "wet"     // how far the film has set: dark is wet
	Thick     View = "thick"   // thickness: light is thick
	Covered   View = "covered" // how far the ground is hidden: black is bare
	Booth     View = "d50"     // under the lamps of a viewing booth
	Bulb      View = "bulb"    // under an incandescent lamp
	LED       View = "led"     // under a white LED
)

// Views lists every view of a canvas by itself.
func Views() []View {
	return []View{Paint, Lit, Flat, Greyscale, Value, Squint, Wet, Thick, Covered, Booth, Bulb, LED}
}

// Lamp is the observer of a view under another lamp; ok is false for other views.
func (v View) Lamp() (o *spectrum.Observer, ok bool) {
	lamp, ok := lamps[v]
	if !ok {
		return nil, false
	}
	return lamp(), true
}

var lamps = map[View]func() *spectrum.Observer{Booth: spectrum.D50, Bulb: spectrum.LampA, LED: spectrum.LampLED}

// squintAt is the size of what is lost to half-closed eyes at two metres, mm.
const squintAt = 7.0

// Show draws the canvas in a view, width pixels wide; 0 means one pixel a cell.
// A smaller picture averages cells in linear light, a larger one interpolates.
func (f *Film) Show(v View, width int) *image.RGBA {
	return f.ShowPart(v, image.Rect(0, 0, f.W, f.H), width)
}

// ShowPart is [Film.Show] for a rectangle of cells, cut to the canvas.
func (f *Film) ShowPart(v View, part image.Rectangle, width int) *image.RGBA {
	switch v {
	case Paint: // light rakes over it from the upper left
		lin, w, h := f.surface(part, width, -math.Sqrt2/2, -math.Sqrt2/2)
		return picture(lin, w, h, width)
	case Lit:
		lin, w, h := f.surface(part, width, f.spec.Light[0], f.spec.Light[1])
		return picture(lin, w, h, width)
	}
	shows := f.cellView(v)
	return f.Draw(part, width, func(x, y int) [3]float32 { return shows(x, y) }, v == Squint)
}

// Draw makes a picture of a rectangle of cells, cut to the canvas, from the linear
// sRGB that cell gives for each; it may be called from several goroutines. soft
// blurs it as squinting does.
func (f *Film) Draw(part image.Rectangle, width int, cell func(x, y int) [3]float32, soft bool) *image.RGBA {
	part = part.Intersect(image.Rect(0, 0, f.W, f.H))
	if part.Empty() {
		part = image.Rect(0, 0, 1, 1)
	}
	w, h := part.Dx(), part.Dy()
	lin := make([][3]float32, w*h)
	parallel(h, func(y int) {
		for x := range w {
			lin[y*w+x] = cell(part.Min.X+x, part.Min.Y+y)
		}
	})
	if soft {
		blur(lin, w, h, max(1, int(squintAt/f.spec.Cell/2)))
	}
	return picture(lin, w, h, width)
}

// picture is linear light as a screen shows it, width pixels wide; 0 leaves its size.
func picture(lin [][3]float32, w, h, width int) *image.RGBA {
	if width <= 0 {
		width = w
	}
	height := max(1, int(math.Round(float64(width)*float64(h)/float64(w))))
	if width != w {
		lin = resample(lin, w, h, width, height)
	}
	img := image.NewRGBA(image.Rect(0, 0, width, height))
	gamma := gammaTable()
	parallel(height, func(y int) {
		for i := y * width; i < (y+1)*width; i++ {
			c := lin[i]
			img.Pix[4*i] = gamma(c[0])
			img.Pix[4*i+1] = gamma(c[1])
			img.Pix[4*i+2] = gamma(c[2])
			img.Pix[4*i+3] = 255
		}
	})
	return img
}

// grey is a neutral of a luminance, 0-1.
func grey(g float64) [3]float32 { return [3]float32{float32(g), float32(g), float32(g)} }

// cellView returns what a view shows of a cell.
func (f *Film) cellView(v View) func(x, y int) [3]float32 {
	switch v {
	case Wet:
		return func(x, y int) [3]float32 {
			c := f.at(x, y)
			if c[2*f.N+atTop]+c[2*f.N+atBody] < 0.5 {
				return grey(0.9) // dry ground
			}
			return grey(0.02 + 0.6*float64(f.agedSet(c, f.now-c[2*f.N+atClock], y*f.W+x)))
		}
	case Thick:
		return func(x, y int) [3]float32 {
			c := f.at(x, y)
			return grey(math.Pow(min(1, float64(c[2*f.N+atTop]+c[2*f.N+atBody])/150), 1.5))
		}
	case Covered:
		return func(x, y int) [3]float32 { return grey(0.9 * f.Hides(x, y)) }
	}
	if lamp, ok := v.Lamp(); ok {
		return f.underLamp(lamp.Adapted(Bands))
	}
	looks := f.looks()
	colour := func(x, y int) [3]float32 {
		return looks[(y/TileSide)*f.tw+x/TileSide].rgb[(y%TileSide)*TileSide+x%TileSide]
	}
	switch v {
	case Greyscale:
		return func(x, y int) [3]float32 { return grey(float64(luminance(colour(x, y)))) }
	case Value:
		return func(x, y int) [3]float32 {
			step := labOf(colour(x, y)).Value()
			return grey(spectrum.Lab{L: (float64(step) - 0.5) * 100 / 9}.XYZ(spectrum.ScreenWhite()).Y / 100)
		}
	}
	return colour // Flat and Squint
}

// underLamp shows the canvas with the bands of another lamp.
func (f *Film) underLamp(toLinear [][3]float64) func(x, y int) [3]float32 {
	return func(x, y int) (rgb [3]float32) {
		c := f.at(x, y)
		for b, r := range f.layers(c, f.reflectance(y*f.W+x)) {
			seen := float32(paint.Surface(float64(r)))
			for k := range rgb {
				rgb[k] += float32(toLinear[b][k]) * seen
			}
		}
		return rgb
	}
}

// Hides tells how far what lies at a cell, wet and dry, hides the first ground: 0
// bare, 1 wholly. It compares the film over black with the film over white.
func (f *Film) Hides(x, y int) float64 {
	var black, white [Bands]float32
	for b := range white {
		white[b] = 1
	}
	c := f.at(x, y)
	onWhite, onBlack := f.layers(c, &white), f.layers(c, &black)
	var light, weight float64
	for b := range white {
		w := float64(f.toLinear[b][1])
		light += w * float64(onWhite[b]-onBlack[b])
		weight += w
	}
	shows := light / weight
	if f.dry.high != nil {
		shows *= math.Exp(-float64(f.dry.high[y*f.W+x]) / 12)
	}
	return 1 - min(1, max(0, shows))
}

// parallel calls do for 0 to n-1 on all cores.
func parallel(n int, do func(i int)) {
	var group fault.Group
	workers := min(n, runtime.GOMAXPROCS(0))
	for w := range workers {
		group.Go(func() {
			for i := w; i < n; i += workers {
				do(i)
			}
		})
	}
	group.Wait()
}

// blur softens a picture with three box filters, which come close to a bell.
func blur(lin [][3]float32, w, h, radius int) {
	for range 3 {
		parallel(h, func(y int) { box(lin, y*w, 1, w, radius) })
		parallel(w, func(x int) { box(lin, x, w, h, radius) })
	}
}

// box averages each of n places, step apart from first on, with its neighbours.
func box(lin [][3]float32, first, step, n, radius int) {
	line := make([][3]float32, n)
	for i := range line {
		line[i] = lin[first+i*step]
	}
	var sum [3]float32
	count := float32(0)
	add := func(i int, sign float32) {
		if i >= 0 && i < n {
			for c := range sum {
				sum[c] += sign * line[i][c]
			}
			count += sign
		}
	}
	for i := 0; i < radius; i++ {
		add(i, 1)
	}
	for i := range line {
		add(i+radius, 1)
		add(i-radius-1, -1)
		lin[first+i*step] = [3]float32{sum[0] / count, sum[1] / count, sum[2] / count}
	}
}

func luminance(rgb [3]float32) float32 {
	return 0.2126*rgb[0] + 0.7152*rgb[1] + 0.0722*rgb[2]
}
