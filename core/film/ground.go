package film

import (
	"math"

	"proxenos/core/noise"
)

// ground is what is dry: the support with its weave, and whatever has dried on
// it since. It is never changed, only replaced, so that snapshots may share it.
type ground struct {
	low  []float32        // µm that a cell lies below the crests around it
	high []float32        // µm of dry paint; nil for none anywhere
	r    [][Bands]float32 // reflectance inside the film; nil for the first ground everywhere
	oil  []bool           // whether dry oil paint lies there; nil for nowhere
	way  []uint8          // which way hairs went over what is dry, as [WayOf] tells; nil for nowhere
}

// newGround is the bare support.
func newGround(sh *shared) *ground {
	g := &ground{low: make([]float32, len(sh.weave))}
	for i, w := range sh.weave {
		g.low[i] = sh.depth * (1 - w)
	}
	return g
}

// layered returns a copy that has room for dry paint.
func (g *ground) layered(sh *shared) *ground {
	n := len(g.low)
	out := &ground{low: make([]float32, n), high: make([]float32, n), r: make([][Bands]float32, n), oil: make([]bool, n), way: make([]uint8, n)}
	copy(out.way, g.way)
	copy(out.low, g.low)
	copy(out.high, g.high)
	copy(out.oil, g.oil)
	if g.r != nil {
		copy(out.r, g.r)
		return out
	}
	for i := range out.r {
		out.r[i] = sh.ground
	}
	return out
}

// reflectance is what lies under the wet paint of a cell.
func (f *Film) reflectance(cell int) *[Bands]float32 {
	if f.dry.r != nil {
		return &f.dry.r[cell]
	}
	return &f.ground
}

// dryingDays is how long 25 µm of ordinary tube paint take to dry through at 20 °C.
const dryingDays = 3.0

// DriesIn is how many days ordinary tube paint takes to dry through at 20 °C, by its µm: in
// proportion, but for the thinnest. Fast paints and alkyd take less, thick lights much more.
func DriesIn(micron float64) float64 { return dryingDays * max(0.3, micron/25) }

// Rest leaves the canvas for some days and returns the cells that dried. Thin and
// fast paint becomes a dry layer; what is still soft has set as far as it could.
func (f *Film) Rest(days float64) int {
	// Solvent is gone, and the film as set as minutes can make it, before days count.
	f.now += float32(days * 24 * 60)
	return f.harden(true, func(c []float32) bool {
		wet := c[2*f.N+atTop] + c[2*f.N+atBody]
		through := float32(days) * f.warm * f.rate(c, wet) / (dryingDays * max(0.3, wet/25))
		if through >= 1 {
			return true
		}
		c[2*f.N+atSet] = max(c[2*f.N+atSet], through)
		return false
	})
}

// Harden turns acrylic into a dry layer where it is dry to the touch by now, and returns the
// cells; laid tells at which minute each step that painted in acrylic ended, by its number.
// What is not dry has set as far as it could.
func (f *Film) Harden(laid map[int]float64) int {
	return f.harden(false, func(c []float32) bool {
		ended, ok := laid[int(c[2*f.N+atMark])-1]
		if !ok {
			return false
		}
		elapsed := max(0, float64(f.now)-ended) / AcrylicDries(float64(c[2*f.N+atTop]+c[2*f.N+atBody]))
		if elapsed >= 1 {
			return true
		}
		c[2*f.N+atSet] = float32(elapsed * elapsed)
		return false
	})
}

// AcrylicDries is how many minutes acrylic needs until it is dry to the touch, by its µm: a
// quarter of an hour for a thin coat, an hour for a thick one.
func AcrylicDries(micron float64) float64 { return min(60, max(15, 15+0.9*(micron-10))) }

// Skin sets, without drying it, all that the present step has laid: acrylic between
// two coats of a block-in.
func (f *Film) Skin() {
	for ti := range f.tiles {
		if f.empty(ti) {
			continue
		}
		t := f.writable(ti)
		cells := *t.cells.Load()
		for o := 2 * f.N; o < len(cells); o += f.stride {
			if cells[o+atMark] == f.mark {
				cells[o+atSet] = 1
			}
		}
	}
}

// harden makes ground of the cells that dry says have dried.
func (f *Film) harden(oil bool, dry func(c []float32) bool) (cells int) {
	next := f.dry.layered(f.shared)
	for ti := range f.tiles {
		if f.empty(ti) {
			continue
		}
		t := f.writable(ti)
		x0, y0 := (ti%f.tw)*TileSide, (ti/f.tw)*TileSide
		for y := y0; y < min(f.H, y0+TileSide); y++ {
			for x := x0; x < min(f.W, x0+TileSide); x++ {
				o := ((y-y0)*TileSide + x - x0) * f.stride
				c := (*t.cells.Load())[o : o+f.stride]
				at := y*f.W + x
				f.age(c, at)
				wet := c[2*f.N+atTop] + c[2*f.N+atBody]
				if wet <= 0 || !dry(c) {
					continue
				}
				next.r[at] = f.layers(c, &next.r[at])
				next.high[at] += wet
				next.oil[at] = next.oil[at] || oil
				if way := c[2*f.N+atWay]; way > 0 {
					next.way[at] = uint8(way)
				}
				clear(c)
				cells++
			}
		}
	}
	f.dry = next
	if cells > 0 {
		next.relieve(f.shared)
	}
	return cells
}

// relieve works out anew how low each cell lies: dry paint fills the valleys of
// the weave, and its own ridges are the new crests.
func (g *ground) relieve(sh *shared) {
	const reach = 3 // cells to either side
	top := make([]float32, len(g.low))
	for i, w := range sh.weave {
		fill := float32(math.Exp(-float64(g.high[i]) / 45))
		top[i] = sh.depth*w*fill + g.high[i]
	}
	crest := make([]float32, len(top))
	for y := range sh.H {
		for x := range sh.W {
			var m float32
			for i := max(0, x-reach); i <= min(sh.W-1, x+reach); i++ {
				m = max(m, top[y*sh.W+i])
			}
			crest[y*sh.W+x] = m
		}
	}
	for y := range sh.H {
		for x := range sh.W {
			var m float32
			for j := max(0, y-reach); j <= min(sh.H-1, y+reach); j++ {
				m = max(m, crest[j*sh.W+x])
			}
			g.low[y*sh.W+x] = m - top[y*sh.W+x]
		}
	}
}

// empty reports whether a tile has no wet paint.
func (f *Film) empty(ti int) bool {
	c := f.cells(f.tiles[ti])
	for o := 2 * f.N; o < len(c); o += f.stride {
		if c[o+atTop]+c[o+atBody] > 0 {
			return false
		}
	}
	return true
}

// layers works out the reflectance inside the film, band by band, of body and top
// over what lies below.
func (f *Film) layers(c []float32, below *[Bands]float32) (r [Bands]float32) {
	n := f.N
	var top, body inks
	wetTop := f.stir(c[:n], &top)
	wetBody := f.stir(c[n:2*n], &body)
	r = *below
	if wetBody > 0 {
		for b := range r {
			r[b] = over(body.k[b], body.s[b], r[b])
		}
	}
	if wetTop > 0 {
		for b := range r {
			r[b] = over(top.k[b], top.s[b], r[b])
		}
	}
	return r
}

// Dry tells how much dry paint lies at a cell, µm, and whether any of it is oil.
func (f *Film) Dry(x, y int) (micron float64, oil bool) {
	if f.dry.high == nil {
		return 0, false
	}
	at := y*f.W + x
	return float64(f.dry.high[at]), f.dry.oil[at]
}

// Low is how far the dry surface of a cell lies below the crests around it, µm.
func (f *Film) Low(x, y int) float64 { return float64(f.dry.low[y*f.W+x]) }

// warmth is how much faster paint sets at a temperature, °C, than at 20: reaction
// rates about double with every ten degrees (van 't Hoff). 0 stands for 20.
func warmth(celsius float64) float32 {
	if celsius == 0 {
		celsius = 20
	}
	return float32(math.Pow(2, (celsius-20)/10))
}

// weave makes the height of the surface per cell, 0 in a valley and 1 on a crest.
func weave(spec Spec, w, h int) []float32 {
	out := make([]float32, w*h)
	parallel(h, func(y int) {
		for x := range w {
			mx, my := (float64(x)+0.5)*spec.Cell, (float64(y)+0.5)*spec.Cell
			var v float64
			if th := spec.Surface.Thread; th > 0 {
				// Threads wander a little; over and under alternate.
				wx := mx + 0.5*th*(noise.At(spec.Seed+1, mx/23, my/9)-0.5)
				wy := my + 0.5*th*(noise.At(spec.Seed+2, mx/9, my/23)-0.5)
				warp, weft := math.Cos(2*math.Pi*wx/th), math.Cos(2*math.Pi*wy/th)
				v = 0.5 + 0.25*(warp+weft)
				v = 0.7*v + 0.3*noise.At(spec.Seed+3, mx/0.9, my/0.9)
			} else {
				v = 0.5*noise.At(spec.Seed+3, mx/1.1, my/1.1) + 0.5*noise.At(spec.Seed+4, mx/4, my/4)
			}
			out[y*w+x] = float32(min(1, max(0, v)))
		}
	})
	return out
}
