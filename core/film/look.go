package film

import (
	"math"

	"proxenos/core/paint"
	"proxenos/core/spectrum"
)

// A look is what a tile shows: linear sRGB and the height of the wet film.
type look struct {
	rgb  [cellsPerTile][3]float32
	high [cellsPerTile]float32 // µm
}

// lookBytes is the memory of a look.
const lookBytes = cellsPerTile * 4 * 4

// inks holds, for one stratum, K and S per µm in each band.
type inks struct{ k, s [Bands]float32 }

// A Mixture is a combination of ingredients as the film's own bands see it; it
// is how colours are compared with what lies on the canvas.
func (f *Film) Mixture(amounts []float32) spectrum.Lab {
	var m inks
	if f.stir(amounts, &m) == 0 {
		return spectrum.Lab{}
	}
	var rgb [3]float32
	for b := range Bands {
		q := float64(m.k[b] / max(m.s[b], 1e-9))
		f.shine(&rgb, b, float32(1+q-math.Sqrt(q*q+2*q)))
	}
	return labOf(rgb)
}

func (f *Film) stir(amounts []float32, m *inks) (total float32) {
	for i, a := range amounts {
		if a <= 0 {
			continue
		}
		total += a
		k, s := &f.k[i], &f.s[i]
		for b := range Bands {
			m.k[b] += a * k[b]
			m.s[b] += a * s[b]
		}
	}
	return total
}

// shine adds band b of inner reflectance r, as the eye sees it, to a colour.
func (f *Film) shine(rgb *[3]float32, b int, r float32) {
	seen := float32(paint.Surface(float64(r)))
	w := &f.toLinear[b]
	rgb[0] += w[0] * seen
	rgb[1] += w[1] * seen
	rgb[2] += w[2] * seen
}

// over is the finite-film formula for a stratum whose K and S are sums over its
// thickness, so that h is already in them. With x = b·S·h it is written by e^(-2x),
// which stays finite.
func over(kh, sh, rg float32) float32 {
	if sh < 1e-6 {
		return rg * exp32(-2*kh)
	}
	bsh := float32(math.Sqrt(float64(kh * (kh + 2*sh)))) // b·S·h
	if bsh < 5e-5 {
		return (rg + (1-rg)*sh) / (1 + (1-rg)*sh)
	}
	a := kh + sh // a·S·h
	if bsh > 7 { // opaque
		return (a - bsh) / sh
	}
	e := exp32(-2 * bsh)
	bcoth := bsh * (1 + e)
	a *= 1 - e
	sh *= 1 - e
	return (sh - rg*(a-bcoth)) / (a - rg*sh + bcoth)
}

// exp32 is e^x for x <= 0 to five figures, which is all that a picture needs.
func exp32(x float32) float32 {
	if x < -80 {
		return 0
	}
	y := x * 1.44269504
	n := float32(int32(y)) // toward 0, so that r is in (-ln 2, 0]
	r := (y - n) * 0.693147181
	p := 1 + r*(1+r*(0.5+r*(0.16666667+r*(0.041666667+r*(0.0083333333+r*0.0013888889)))))
	return p * math.Float32frombits(uint32(int32(n)+127)<<23)
}

// colour is the linear sRGB of what a cell holds, without relief.
func (f *Film) colour(c []float32, cell int) (rgb [3]float32) {
	for b, r := range f.layers(c, f.reflectance(cell)) {
		f.shine(&rgb, b, r)
	}
	return rgb
}

// Colour is the colour that the eye sees at a cell, without relief.
func (f *Film) Colour(x, y int) spectrum.Lab {
	t := f.tiles[(y/TileSide)*f.tw+x/TileSide]
	if l := t.look.Load(); l != nil {
		return labOf(l.rgb[(y%TileSide)*TileSide+x%TileSide])
	}
	return labOf(f.colour(f.at(x, y), y*f.W+x))
}

// Linear is the colour of a cell in linear sRGB, without relief.
func (f *Film) Linear(x, y int) [3]float32 {
	c := f.at(x, y)
	return f.colour(c, y*f.W+x)
}

// TopColour is the colour that the top stratum of a cell would have in a thick
// layer: what the paint there has become, whatever shows through it.
func (f *Film) TopColour(x, y int) spectrum.Lab {
	c := f.at(x, y)
	return f.Mixture(c[:f.N])
}

func labOf(rgb [3]float32) spectrum.Lab {
	return spectrum.LinearLab(float64(rgb[0]), float64(rgb[1]), float64(rgb[2]))
}

// look returns what tile i shows, remembering it when nobody can write the tile.
func (f *Film) look(i int) *look {
	t := f.tiles[i]
	if l := t.look.Load(); l != nil {
		return l
	}
	l := new(look)
	cells := f.cells(t)
	x0, y0 := (i%f.tw)*TileSide, (i/f.tw)*TileSide
	for j := range cellsPerTile {
		c := cells[j*f.stride : (j+1)*f.stride]
		x, y := min(f.W-1, x0+j%TileSide), min(f.H-1, y0+j/TileSide)
		l.rgb[j] = f.colour(c, y*f.W+x)
		l.high[j] = c[2*f.N+atTop] + c[2*f.N+atBody]
	}
	if t.owner.ended.Load() {
		t.look.Store(l)
	}
	return l
}

// looks computes every tile's look on all cores; the result does not depend on
// how many there are.
func (f *Film) looks() []*look {
	out := make([]*look, len(f.tiles))
	parallel(len(f.tiles), func(i int) { out[i] = f.look(i) })
	return out
}

// around is how much of the canvas is averaged when a colour is picked, mm.
const around = 2.0

// ColourAround is the mean colour of the canvas around a place, mm, which is moved
// onto the canvas if need be.
func (f *Film) ColourAround(x, y float64) spectrum.Lab {
	reach := max(0, int(around/2/f.spec.Cell))
	cx := min(f.W-1, max(0, int(x/f.spec.Cell)))
	cy := min(f.H-1, max(0, int(y/f.spec.Cell)))
	var sum [3]float32
	n := float32(0)
	for j := max(0, cy-reach); j <= min(f.H-1, cy+reach); j++ {
		for i := max(0, cx-reach); i <= min(f.W-1, cx+reach); i++ {
			c := f.Linear(i, j)
			sum[0], sum[1], sum[2], n = sum[0]+c[0], sum[1]+c[1], sum[2]+c[2], n+1
		}
	}
	return labOf([3]float32{sum[0] / n, sum[1] / n, sum[2] / n})
}

// Changed tells, cell by cell, where the canvas looks otherwise than another one of the same
// size and tiles: where a colour is apart by at least so much, as a share of white on a screen.
// Tiles that both share are not looked at.
func (f *Film) Changed(o *Film, least float32) []bool {
	out := make([]bool, f.W*f.H)
	parallel(len(f.tiles), func(i int) {
		if f.tiles[i] == o.tiles[i] {
			return
		}
		a, b := f.look(i), o.look(i)
		x0, y0 := (i%f.tw)*TileSide, (i/f.tw)*TileSide
		for j := range cellsPerTile {
			x, y := x0+j%TileSide, y0+j/TileSide
			if x < f.W && y < f.H && apart(a.rgb[j], b.rgb[j]) >= least {
				out[y*f.W+x] = true
			}
		}
	})
	return out
}

// apart is how far two colours in linear light are from each other on a screen, whose steps
// follow about the square root of light.
func apart(a, b [3]float32) (most float32) {
	for c := range a {
		d := float32(math.Sqrt(float64(max(0, a[c]))) - math.Sqrt(float64(max(0, b[c]))))
		most = max(most, d, -d)
	}
	return most
}
