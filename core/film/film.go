// Package film is the wet canvas: a grid of square cells that hold paint in two
// wet strata, top and body, over a dry ground with a weave.
//
// Every stratum of a cell holds µm of each ingredient: the paints of a lesson,
// then drying oil, alkyd and solvent. Tools change cells by [Film.Touch] (a
// bristle or a piece of blade), [Film.Blot] and [Film.Scrape]; nothing else puts
// colour on the canvas, so streaks, lifted lights and mud come out of the
// exchange and are never drawn.
//
// Cells live in tiles that are shared between snapshots until one is written
// to, so keeping the canvas after every step costs only what the step touched.
package film

import (
	"math"
	"slices"
	"sync"
	"sync/atomic"

	"proxenos/core/paint"
	"proxenos/core/spectrum"
)

const (
	// TileSide is the number of cells along a tile.
	TileSide = 32
	// TopMost is the thickness that the top stratum can hold, µm; more joins the body.
	TopMost = 70
	// Bands is the number of bands that the canvas is shown in.
	Bands = 12

	cellsPerTile = TileSide * TileSide
)

// An Ingredient is one thing that a film is made of.
type Ingredient struct {
	Key    string     // key of a paint, or "oil", "alkyd", "solvent"
	Coat   paint.Coat // zero for a medium, which is clear
	Drying float64    // relative speed of setting; 1 is ordinary tube paint
}

// The mediums, which follow the paints in every list of ingredients.
const (
	Oil = iota
	Alkyd
	Solvent
	mediums
)

// MediumCount is how many ingredients of every film are no paint.
const MediumCount = mediums

// Mediums are the last ingredients of every film, with how fast each sets beside tube paint.
func Mediums() []Ingredient {
	return []Ingredient{Oil: {Key: "oil", Drying: 0.6}, Alkyd: {Key: "alkyd", Drying: 7}, Solvent: {Key: "solvent", Drying: 4}}
}

// A Surface is the texture of a support.
type Surface struct {
	Depth  float64 // height of the weave, µm from valley to crest
	Thread float64 // distance between threads, mm; 0 for a panel, which has grain
	Thirst float64 // 0-1: how hard a dry ground draws the paint out of the brush
}

// A Spec says what a film is made of.
type Spec struct {
	Width, Height float64 // mm
	Cell          float64 // side of a cell, mm
	Ingredients   []Ingredient
	Surface       Surface
	Ground        spectrum.Spectrum // reflectance inside the film
	Light         [2]float64        // direction toward the scene's light on the canvas, x right and y down, of length 1
	Temperature   float64           // of the room, °C; 0 for 20
	Seed          uint64
}

// A Film is a wet canvas. It is not safe for concurrent writing; snapshots may be
// read by many.
type Film struct {
	*shared
	tiles []*tile // nil where a following film has not asked yet
	own   *hold   // marks the tiles that this film may write; nil for one that is only read
	dry   *ground
	now   float32 // minute
	mark  float32 // number of the step that is painting; tops laid by it mix as one
	water bool    // the step paints in acrylic, which does not take on oil
	spare []bool  // by number of step, whose paint the present one goes around
	rec   *Record

	reach  []bool               // of a following film: the tiles it may ask for
	source func(tile int) *Film // and whom it asks
}

// shared is what all snapshots of a film have in common and nobody changes.
type shared struct {
	spec       Spec
	W, H       int // cells
	Cell       float64
	N          int // ingredients
	stride     int // floats per cell
	tw         int // tiles in a row
	weave      []float32
	depth      float32 // of the weave, µm
	thirst     float32
	k, s       [][Bands]float32 // per ingredient and µm
	ground     [Bands]float32
	toLinear   [Bands][3]float32 // reflectance to linear sRGB
	dryingRate []float32
	warm       float32 // how much faster than at 20 °C paint sets
	bare       *tile   // without any wet paint: it stands in many places, and is never put away
	buffers    sync.Pool
}

// The cell's own figures, after 2N amounts.
const (
	atTop   = iota // µm in the top stratum
	atBody         // µm in the body
	atSet          // 0 wet, 1 set
	atMark         // step that laid the top
	atClock        // minute up to which the cell has aged
	atWay          // which way hairs went over it last, as [WayOf] tells; 0 where none did
	cellFigures
)

type tile struct {
	cells  atomic.Pointer[[]float32] // nil while it is put away
	packed atomic.Pointer[[]byte]    // what it was put away as; nil where it never was
	owner  *hold                     // who may write it
	look   atomic.Pointer[look]      // what it looks like, once asked while nobody can write it
}

func newTile(cells []float32, owner *hold) *tile {
	t := &tile{owner: owner}
	t.cells.Store(&cells)
	return t
}

// A hold is the right of one film to write tiles, until the film is shared.
type hold struct{ ended atomic.Bool }

// New makes a dry canvas.
func New(spec Spec) *Film {
	w := max(1, int(math.Round(spec.Width/spec.Cell)))
	h := max(1, int(math.Round(spec.Height/spec.Cell)))
	n := len(spec.Ingredients)
	sh := &shared{spec: spec, W: w, H: h, Cell: spec.Cell, N: n, stride: 2*n + cellFigures,
		tw: (w + TileSide - 1) / TileSide}
	sh.weave = weave(spec, w, h)
	sh.depth, sh.thirst, sh.warm = float32(spec.Surface.Depth), float32(spec.Surface.Thirst), warmth(spec.Temperature)
	d65 := spectrum.D65()
	weights := d65.ReducedWeights(Bands)
	for b := range Bands {
		lin := spectrum.XYZ{X: weights[b][0], Y: weights[b][1], Z: weights[b][2]}.LinearRGB()
		for c := range 3 {
			sh.toLinear[b][c] = float32(lin[c])
		}
	}
	for _, in := range spec.Ingredients {
		var k, s [Bands]float32
		for b, v := range d65.Reduce(&in.Coat.K, Bands) {
			k[b] = float32(v * paint.WhiteScatter)
		}
		for b, v := range d65.Reduce(&in.Coat.S, Bands) {
			s[b] = float32(v * paint.WhiteScatter)
		}
		sh.k, sh.s = append(sh.k, k), append(sh.s, s)
		sh.dryingRate = append(sh.dryingRate, float32(in.Drying))
	}
	for b, v := range d65.Reduce(&spec.Ground, Bands) {
		sh.ground[b] = float32(v)
	}
	f := &Film{shared: sh, own: new(hold), dry: newGround(sh)}
	rows := (h + TileSide - 1) / TileSide
	sh.bare = newTile(make([]float32, cellsPerTile*sh.stride), ended)
	f.tiles = make([]*tile, sh.tw*rows)
	for i := range f.tiles {
		f.tiles[i] = sh.bare
	}
	return f
}

// ended is the hold of tiles that nobody may write any more.
var ended = func() *hold {
	h := new(hold)
	h.ended.Store(true)
	return h
}()

// Snapshot returns the canvas as it is now, to be painted on. It shares all tiles
// with f until one of the two writes to them.
func (f *Film) Snapshot() *Film {
	f.letGo()
	c := *f
	c.own, c.rec = new(hold), nil
	c.tiles = append([]*tile(nil), f.tiles...)
	return &c
}

// letGo ends f's right to the tiles that it holds; it takes new ones as it writes.
func (f *Film) letGo() {
	if f.own != nil {
		f.own.ended.Store(true)
		f.own = new(hold)
	}
}

// Freeze makes f one that is only read, by as many as like.
func (f *Film) Freeze() *Film {
	f.letGo()
	f.own, f.rec = nil, nil
	return f
}

// Follow returns a film for work that goes on while earlier work on the same canvas
// has not ended. It asks for each tile of reach when it first needs it: source names
// a film that has done with that tile. Touches anywhere else do nothing.
func (f *Film) Follow(reach []bool, source func(tile int) *Film) *Film {
	c := *f
	c.own, c.rec, c.reach, c.source = new(hold), nil, reach, source
	c.tiles = make([]*tile, len(f.tiles))
	return &c
}

// Has reports whether a following film has taken a tile.
func (f *Film) Has(tile int) bool { return f.tiles[tile] != nil }

// Upon returns the whole canvas once the work of a following film has ended: its own
// tiles, and those of before elsewhere. It is only for reading, and f, which asks nobody for
// tiles any more, as well.
func (f *Film) Upon(before *Film) *Film {
	f.letGo()
	f.own, f.rec, f.reach, f.source = nil, nil, nil, nil
	c := *f
	c.tiles = append([]*tile(nil), before.tiles...)
	for i, t := range f.tiles {
		if t != nil {
			c.tiles[i] = t
		}
	}
	return &c
}

// Tiles is the number of tiles of the canvas, row by row.
func (f *Film) Tiles() int { return len(f.tiles) }

// TilesAcross is the number of tiles in a row.
func (f *Film) TilesAcross() int { return f.tw }

// Now is the minute of the canvas.
func (f *Film) Now() float64 { return float64(f.now) }

// Begin tells the film that step number mark begins to paint at a minute and that
// its exchanges go into rec, which may be nil. Paint laid by one step mixes in
// its own top stratum; what an earlier step laid becomes body beneath it.
func (f *Film) Begin(mark int, minute float64, rec *Record) {
	f.mark, f.now, f.rec, f.water, f.spare = float32(mark+1), float32(minute), rec, false, nil
}

// Spare tells the film that the step goes around what some earlier steps laid, as it lies
// there: their numbers are true in steps.
func (f *Film) Spare(steps []bool) { f.spare = steps }

// Water tells the film that the step paints in acrylic: it does not take where
// oil lies, wet or dry, which the record counts as refused.
func (f *Film) Water() { f.water = true }

// At moves the clock on within a step.
func (f *Film) At(minute float64) { f.now = float32(minute) }

// Bytes is the memory held by tiles that prev does not hold already, for
// reporting; prev may be nil.
func (f *Film) Bytes(prev *Film) int {
	var sum int
	seen := map[*tile]bool{}
	for i, t := range f.tiles {
		if (prev == nil || prev.tiles[i] != t) && !seen[t] {
			seen[t] = true
			if c := t.cells.Load(); c != nil {
				sum += 4 * len(*c)
			}
			if b := t.packed.Load(); b != nil {
				sum += len(*b)
			}
			if t.look.Load() != nil {
				sum += lookBytes
			}
		}
	}
	return sum
}

// writable returns a tile that f alone owns. Its cells age when they are touched,
// one by one: what nobody touches keeps its look, wherever tiles begin and end. It
// is nil where a following film may not reach.
func (f *Film) writable(i int) *tile {
	t := f.tiles[i]
	if t == nil {
		if !f.reach[i] {
			return nil
		}
		t = f.source(i).tiles[i]
	}
	if t.owner != f.own {
		t = newTile(slices.Clone(f.cells(t)), f.own)
		f.tiles[i] = t
	}
	return t
}

// A Reading gives the figures of one cell, for measuring.
type Reading struct {
	Top, Body float64 // µm
	Set       float64 // 0-1, at the film's present minute
	Mark      int     // the step that laid the top, or -1 for none
}

// Read reads one cell; x and y must be on the canvas.
func (f *Film) Read(x, y int) Reading {
	c := f.at(x, y)
	o := 2 * f.N
	set := f.agedSet(c, f.now-c[o+atClock], y*f.W+x)
	return Reading{float64(c[o+atTop]), float64(c[o+atBody]), float64(set), int(c[o+atMark]) - 1}
}

// Thickness is the wet paint at a cell, both strata, µm.
func (f *Film) Thickness(x, y int) float32 {
	c := f.at(x, y)
	return c[2*f.N+atTop] + c[2*f.N+atBody]
}

// Amounts adds the µm of each ingredient in a cell, both strata, to sum.
func (f *Film) Amounts(x, y int, sum []float64) {
	c := f.at(x, y)
	for i := range f.N {
		sum[i] += float64(c[i] + c[f.N+i])
	}
}

func (f *Film) at(x, y int) []float32 {
	t := f.tiles[(y/TileSide)*f.tw+x/TileSide]
	o := ((y%TileSide)*TileSide + x%TileSide) * f.stride
	return f.cells(t)[o : o+f.stride]
}

// Volume is the wet paint on the whole canvas in ml.
func (f *Film) Volume() float64 {
	var sum float64
	f.each(func(_, _ int, c []float32) {
		sum += float64(c[2*f.N+atTop] + c[2*f.N+atBody])
	})
	return sum * f.MlPerMicron()
}

// MlPerMicron is the volume of one cell covered 1 µm thick, ml.
func (f *Film) MlPerMicron() float64 { return f.CellArea() * 1e-6 }

// CellArea is the area of a cell, mm².
func (f *Film) CellArea() float64 { return f.spec.Cell * f.spec.Cell }

func (f *Film) each(do func(x, y int, c []float32)) {
	for y := range f.H {
		for x := range f.W {
			do(x, y, f.at(x, y))
		}
	}
}

// Coat lays an even wet coat of the given µm of each ingredient wherever inside
// says so; it is how a base coat goes on.
func (f *Film) Coat(amounts []float64, inside func(x, y int) bool) {
	var total float32
	for _, a := range amounts {
		total += float32(a)
	}
	if total == 0 {
		return
	}
	for y := range f.H {
		for x := range f.W {
			if !inside(x, y) {
				continue
			}
			t := f.writable((y/TileSide)*f.tw + x/TileSide)
			o := ((y%TileSide)*TileSide + x%TileSide) * f.stride
			c := (*t.cells.Load())[o : o+f.stride]
			// A rubbed-in coat lies deeper in the valleys of the weave.
			deep := 1.25 - 0.5*f.weave[y*f.W+x]
			for i, a := range amounts {
				c[f.N+i] += float32(a) * deep
			}
			c[2*f.N+atBody] += total * deep
		}
	}
}
