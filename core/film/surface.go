package film

import (
	"image"
	"math"
	"math/rand/v2"
)

// How paint looks close by: hairs leave ridges along their way, edges fray across it, threads
// of the canvas come through where it is thin, and what is wet shines a little.
const (
	grain     = 0.25 // mm that a hair is wide
	hairLong  = 3.0  // mm that a ridge runs on
	tuftWide  = 0.75 // mm that hairs which stick together are wide
	tuftLong  = 7.0  // mm that their ridge runs on
	ridgeOf   = 0.3  // height of a ridge, as a share of the wet film
	ridgeMost = 55.0 // µm
	ridgeRuns = 2.2  // share of medium, times this, at which ridges level out wholly
	frays     = 0.5  // cells by which a ridge carries colour across the way
	ridgeInk  = 0.04 // how much lighter a ridge is than a furrow
	relief    = 2.6  // how much higher than it is the surface is shown
	lampHigh  = 35.0 // degrees at which light falls in
	ambient   = 0.45 // share of light that comes from all sides
	glossy    = 0.07 // of the light, at most, that what is wet mirrors
	glossFine = 40.0 // how narrow the gleam is (Blinn)
	weaveFill = 70.0 // µm of paint that hide the weave
)

// A closeUp is a part of the canvas made ready to be drawn at any size.
type closeUp struct {
	f      *Film
	x0, y0 int // of its first cell
	w, h   int // cells
	rgb    [][3]float32
	high   []float32 // µm of paint, wet and dry
	ridge  []float32 // µm that ridges rise there
	gloss  []float32 // 0-1
	way    []uint8
}

// closely gathers what is to be seen of a rectangle of cells and of those around it.
func (f *Film) closely(part image.Rectangle) *closeUp {
	part = part.Inset(-2).Intersect(image.Rect(0, 0, f.W, f.H))
	c := &closeUp{f: f, x0: part.Min.X, y0: part.Min.Y, w: part.Dx(), h: part.Dy()}
	n := c.w * c.h
	c.rgb, c.high, c.ridge, c.gloss, c.way = make([][3]float32, n), make([]float32, n), make([]float32, n), make([]float32, n), make([]uint8, n)
	looks := make([]*look, len(f.tiles))
	across, down := (part.Max.X-1)/TileSide-c.x0/TileSide+1, (part.Max.Y-1)/TileSide-c.y0/TileSide+1
	parallel(across*down, func(k int) {
		i := (c.y0/TileSide+k/across)*f.tw + c.x0/TileSide + k%across
		looks[i] = f.look(i)
	})
	parallel(c.h, func(j int) {
		y := c.y0 + j
		for i := range c.w {
			x := c.x0 + i
			k, cell := j*c.w+i, y*f.W+x
			l, in := looks[(y/TileSide)*f.tw+x/TileSide], (y%TileSide)*TileSide+x%TileSide
			at := f.at(x, y)
			wet := l.high[in]
			c.rgb[k], c.high[k], c.way[k] = l.rgb[in], wet, f.way(at, cell)
			runs := float32(0)
			if wet > 0.5 {
				c.gloss[k] = 1 - f.agedSet(at, f.now-at[2*f.N+atClock], cell)
				n := f.N
				runs = min(1, ridgeRuns*(at[n-3]+at[n-2]+at[n-1]+at[2*n-3]+at[2*n-2]+at[2*n-1])/wet)
			}
			if f.dry.high != nil {
				c.high[k] += f.dry.high[cell]
			}
			c.ridge[k] = min(ridgeMost, ridgeOf*c.high[k]) * (1 - 0.8*runs)
		}
	})
	return c
}

// hairs is chance with the grain of bristles, which repeats.
var hairs = func() (t [hairSide * hairSide]float32) {
	rng := rand.New(rand.NewPCG(4, 19))
	for i := range t {
		t[i] = float32(rng.NormFloat64())
	}
	return t
}()

const hairSide = 256

// hairAt is that chance, smooth between its grains.
func hairAt(x, y float32) float32 {
	fx, fy := floor32(x), floor32(y)
	u, v := x-fx, y-fy
	u, v = u*u*(3-2*u), v*v*(3-2*v)
	ix, iy := int(fx)&(hairSide-1), int(fy)&(hairSide-1)
	jx, jy := (ix+1)&(hairSide-1), (iy+1)&(hairSide-1)
	a, b, c, d := hairs[iy*hairSide+ix], hairs[iy*hairSide+jx], hairs[jy*hairSide+ix], hairs[jy*hairSide+jx]
	return a + (b-a)*u + (c-a+(a-b-c+d)*u)*v
}

func floor32(x float32) float32 {
	i := float32(int32(x))
	if x < i {
		return i - 1
	}
	return i
}

// combed is how far the ridges that hairs left along a way rise at a place, mm, about -2 to 2:
// chance that is long along the way and narrow across it, single hairs and tufts of them.
func combed(way uint8, x, y float32) float32 {
	d := &directions[way]
	u, v := x*d[0]+y*d[1], y*d[0]-x*d[1]
	own := float32(way) * 7.3 // strokes of different ways have hairs of their own
	return max(-2, min(2, 1.2*hairAt(u/hairLong+own, v/grain)+0.8*hairAt(u/tuftLong, v/tuftWide+own)))
}

// comb is how far ridges rise at a place in cells of the close-up. Where strokes of different
// ways meet, one passes into the other.
func (c *closeUp) comb(x, y float32) float32 {
	fx, fy := floor32(x-0.5), floor32(y-0.5)
	u, v := x-0.5-fx, y-0.5-fy
	x0, y0 := min(c.w-1, max(0, int(fx))), min(c.h-1, max(0, int(fy)))
	x1, y1 := min(c.w-1, x0+1), min(c.h-1, y0+1)
	around := [4]uint8{c.way[y0*c.w+x0], c.way[y0*c.w+x1], c.way[y1*c.w+x0], c.way[y1*c.w+x1]}
	cell := float32(c.f.Cell)
	mx, my := (float32(c.x0)+x)*cell, (float32(c.y0)+y)*cell
	if around[0] == around[1] && around[0] == around[2] && around[0] == around[3] {
		if around[0] == 0 {
			return 0
		}
		return combed(around[0], mx, my)
	}
	weights := [4]float32{(1 - u) * (1 - v), u * (1 - v), (1 - u) * v, u * v}
	var sum float32
	for i, way := range around {
		if way == 0 || weights[i] == 0 {
			continue
		}
		k := weights[i]
		for j := i + 1; j < 4; j++ {
			if around[j] == way {
				k += weights[j]
				weights[j] = 0
			}
		}
		sum += k * combed(way, mx, my)
	}
	return sum
}

// near is the number of the cell nearest to a place.
func (c *closeUp) near(x, y float32) int {
	return min(c.h-1, max(0, int(y)))*c.w + min(c.w-1, max(0, int(x)))
}

// A spline is the weights of three cells on either side of a place (quadratic B-spline): the
// grid does not show in what it draws.
type spline struct {
	from   [3]int
	weight [3]float32
}

func splineAt(x float32, n int) spline {
	i := int(floor32(x)) // cell i reaches from i to i+1
	t := x - float32(i) - 0.5
	at := func(k int) int { return min(n-1, max(0, k)) }
	return spline{[3]int{at(i - 1), at(i), at(i + 1)}, [3]float32{0.5 * (0.5 - t) * (0.5 - t), 0.75 - t*t, 0.5 * (0.5 + t) * (0.5 + t)}}
}

func (c *closeUp) smooth(of []float32, sx, sy *spline) (sum float32) {
	for j, wy := range sy.weight {
		row := sy.from[j] * c.w
		for i, wx := range sx.weight {
			sum += wx * wy * of[row+sx.from[i]]
		}
	}
	return sum
}

func (c *closeUp) colour(x, y float32) (sum [3]float32) {
	sx, sy := splineAt(x, c.w), splineAt(y, c.h)
	for j, wy := range sy.weight {
		row := sy.from[j] * c.w
		for i, wx := range sx.weight {
			rgb, k := &c.rgb[row+sx.from[i]], wx*wy
			sum[0] += k * rgb[0]
			sum[1] += k * rgb[1]
			sum[2] += k * rgb[2]
		}
	}
	return sum
}

// surface draws a rectangle of cells with light from a direction on the canvas, in linear
// sRGB, width pixels wide.
func (f *Film) surface(part image.Rectangle, width int, lx, ly float64) (lin [][3]float32, w, h int) {
	part = part.Intersect(image.Rect(0, 0, f.W, f.H))
	if part.Empty() {
		part = image.Rect(0, 0, 1, 1)
	}
	// Finer than a cell it is drawn at the size that is asked for, coarser at one pixel a cell.
	w = max(width, part.Dx())
	scale := float32(part.Dx()) / float32(w) // cells a pixel
	h = max(1, int(math.Round(float64(part.Dy())/float64(scale))))
	c := f.closely(part)
	ox, oy := float32(part.Min.X-c.x0), float32(part.Min.Y-c.y0)
	// The combed surface and its height, with a rim of a pixel for the slopes.
	rw := w + 2
	combs, high := make([]float32, rw*(h+2)), make([]float32, rw*(h+2))
	onCells := w == part.Dx() // a pixel is a cell, and needs nothing of those around it
	parallel(h+2, func(j int) {
		y := oy + (float32(j)-0.5)*scale
		sy := splineAt(y, c.h)
		for i := range rw {
			x := ox + (float32(i)-0.5)*scale
			var comb, paint, ridge, threads float32
			if onCells {
				k := c.near(x, y)
				if way := c.way[k]; way > 0 {
					comb = combed(way, (float32(c.x0)+x)*float32(f.Cell), (float32(c.y0)+y)*float32(f.Cell))
				}
				paint, ridge = c.high[k], c.ridge[k]
				threads = f.depth * f.weave[(c.y0+k/c.w)*f.W+c.x0+k%c.w]
			} else {
				sx := splineAt(x, c.w)
				comb = c.comb(x, y)
				paint, ridge = c.smooth(c.high, &sx, &sy), c.smooth(c.ridge, &sx, &sy)
				threads = f.threads(float32(c.x0)+x, float32(c.y0)+y)
			}
			combs[j*rw+i] = comb
			high[j*rw+i] = paint + comb*ridge + threads*max(0.15, 1-paint/weaveFill)
		}
	})
	small := width > 0 && width < part.Dx()*3/4 // nobody sees frayed edges there
	lamp := lampFrom(lx, ly)
	slope := float32(relief / (2 * 1000 * float64(scale) * f.Cell)) // µm between neighbours to a slope
	lin = make([][3]float32, w*h)
	parallel(h, func(j int) {
		y := oy + (float32(j)+0.5)*scale
		for i := range w {
			x := ox + (float32(i)+0.5)*scale
			at := (j+1)*rw + i + 1
			near := c.near(x, y)
			rgb := c.rgb[near]
			comb := combs[at]
			if !small && (!onCells || comb != 0) {
				d := directions[c.way[near]]
				rgb = c.colour(x-d[1]*frays*comb, y+d[0]*frays*comb)
			}
			if comb != 0 {
				k := 1 + ridgeInk*comb
				rgb[0], rgb[1], rgb[2] = rgb[0]*k, rgb[1]*k, rgb[2]*k
			}
			k, gleam := lamp.on((high[at+1]-high[at-1])*slope, (high[at+rw]-high[at-rw])*slope)
			gleam *= c.gloss[near]
			lin[j*w+i] = [3]float32{rgb[0]*k + gleam, rgb[1]*k + gleam, rgb[2]*k + gleam}
		}
	})
	return lin, w, h
}

// A lampLight is light that falls on the canvas from one side.
type lampLight struct{ x, y, z, hx, hy, hz float32 }

func lampFrom(x, y float64) lampLight {
	sin, cos := math.Sincos(lampHigh * math.Pi / 180)
	lx, ly, lz := x*cos, y*cos, sin
	n := math.Sqrt(lx*lx + ly*ly + (lz+1)*(lz+1)) // halfway to the eye, which looks straight on
	return lampLight{float32(lx), float32(ly), float32(lz), float32(lx / n), float32(ly / n), float32((lz + 1) / n)}
}

// on is how much lighter a place is than a level one, which rises by some slope to the right
// and downward, and the light that it mirrors when it is wet.
func (l *lampLight) on(across, down float32) (k, gleam float32) {
	norm := 1 / float32(math.Sqrt(float64(1+across*across+down*down)))
	faces := max(0, (l.z-l.x*across-l.y*down)*norm) / l.z
	k = ambient + (1-ambient)*faces
	if mirrors := (l.hz - l.hx*across - l.hy*down) * norm; mirrors > 0.93 {
		gleam = glossy * float32(math.Pow(float64(mirrors), glossFine))
	}
	return min(1.6, k), gleam
}

// threads is how high the weave of the support stands at a place in cells, µm.
func (f *Film) threads(x, y float32) float32 {
	sx, sy := splineAt(x, f.W), splineAt(y, f.H)
	var sum float32
	for j, wy := range sy.weight {
		row := sy.from[j] * f.W
		for i, wx := range sx.weight {
			sum += wx * wy * f.weave[row+sx.from[i]]
		}
	}
	return f.depth * sum
}
