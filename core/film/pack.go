package film

import (
	"bytes"
	"encoding/binary"
	"math"
	"math/bits"
	"slices"

	"github.com/klauspost/compress/s2"
)

// A canvas that nobody paints on any more is kept small. When a step has done with a tile
// its amounts are rounded to what is kept of them, at once and for good, so that a canvas
// that was put away and taken out again is the same to the bit. A tile that was put away is
// taken out where somebody looks at it.

// keptBits is to how many binary digits an amount is kept, the first one included: within
// 0.2 %, which no eye sees; a speck of a strong tinter is kept as finely as white.
const keptBits = 9

// dropped is what a float32 has beyond that.
const dropped = 24 - keptBits

// kept rounds an amount that is 0 or more.
func kept(v float32) float32 {
	const half = 1 << (dropped - 1)
	return math.Float32frombits((math.Float32bits(v) + half) &^ (1<<dropped - 1))
}

// Settle rounds what f has written in a tile to what is kept of it. It is called once
// nothing writes there any more, before anybody else reads it.
func (f *Film) Settle(tile int) {
	if t := f.tiles[tile]; t != nil && t.owner == f.own {
		f.round(*t.cells.Load())
	}
}

// SettleAll does so with every tile that f has written.
func (f *Film) SettleAll() {
	for i := range f.tiles {
		f.Settle(i)
	}
}

func (f *Film) round(cells []float32) {
	n := f.N
	for o := 0; o < len(cells); o += f.stride {
		c := cells[o : o+f.stride]
		var top, body float32
		for i, v := range c[:n] {
			if v != 0 {
				v = kept(v)
				c[i] = v
				top += v
			}
		}
		for i, v := range c[n : 2*n] {
			if v != 0 {
				v = kept(v)
				c[n+i] = v
				body += v
			}
		}
		fig := c[2*n:]
		fig[atTop], fig[atBody], fig[atSet] = top, body, kept(fig[atSet])
	}
}

// PutAway packs the tiles of f that next, which was painted upon it, has replaced: they are
// looked at only by somebody who looks back.
func (f *Film) PutAway(next *Film) {
	for i, t := range f.tiles {
		if next.tiles[i] != t {
			f.putAway(t)
		}
	}
}

// PutAllAway packs every tile of f.
func (f *Film) PutAllAway() {
	for _, t := range f.tiles {
		f.putAway(t)
	}
}

func (f *Film) putAway(t *tile) {
	if t == f.bare {
		return
	}
	f.packing(t)
	t.cells.Store(nil)
	t.look.Store(nil)
}

// cells are those of a tile, taken out of their packing if need be.
func (f *Film) cells(t *tile) []float32 {
	if c := t.cells.Load(); c != nil {
		return *c
	}
	c := f.unpack(*t.packed.Load())
	t.cells.Store(&c)
	return c
}

// cellFigureBytes are what set, mark, clock and way of a cell take when they are packed.
const cellFigureBytes = 2 + 2 + 4 + 1

// pack writes the cells of a tile in few bytes: which ingredients there are, the first and
// then the second bytes of each in the order of the cells, and the cell's own figures. The
// thickness of a stratum is the sum of what it holds.
func (f *Film) pack(cells []float32) []byte {
	n := f.N
	var there uint64 // bit i: some cell holds ingredient i, the body's after the top's
	for o := 0; o < len(cells); o += f.stride {
		for i, v := range cells[o : o+2*n] {
			if v != 0 {
				there |= 1 << i
			}
		}
	}
	size := 8 + cellsPerTile*(2*bits.OnesCount64(there)+cellFigureBytes)
	b, _ := f.buffers.Get().(*buffers)
	if b == nil {
		b = new(buffers)
	}
	defer f.buffers.Put(b)
	b.raw = slices.Grow(b.raw[:0], size)
	raw := b.raw[:size]
	binary.LittleEndian.PutUint64(raw, there)
	rest := raw[8:]
	plane := func() []byte {
		p := rest[:cellsPerTile]
		rest = rest[cellsPerTile:]
		return p
	}
	// pair writes two bytes of what each cell has at a place, first all first ones.
	pair := func(at, shift int) {
		high, low := plane(), plane()
		for k := range high {
			v := math.Float32bits(cells[at+k*f.stride]) >> shift
			high[k], low[k] = byte(v>>8), byte(v)
		}
	}
	for i := range 2 * n {
		if there&(1<<i) != 0 {
			pair(i, dropped)
		}
	}
	pair(2*n+atSet, dropped)
	high, low := plane(), plane()
	for k := range high {
		v := uint16(cells[2*n+atMark+k*f.stride])
		high[k], low[k] = byte(v>>8), byte(v)
	}
	pair(2*n+atClock, 16)
	pair(2*n+atClock, 0)
	ways := plane()
	for k := range ways {
		ways[k] = byte(cells[2*n+atWay+k*f.stride])
	}
	b.packed = slices.Grow(b.packed[:0], s2.MaxEncodedLen(size))
	return bytes.Clone(s2.Encode(b.packed[:cap(b.packed)], raw)) // no longer than it must be
}

// buffers are for packing one tile.
type buffers struct{ raw, packed []byte }

// unpack reads what [Film.pack] wrote. Packings that come from outside are judged by
// [Film.sound] first.
func (f *Film) unpack(packed []byte) []float32 {
	cells := make([]float32, cellsPerTile*f.stride)
	raw, err := s2.Decode(nil, packed)
	if err != nil || len(raw) < 8 {
		return cells // what comes from outside was judged by sound, and by its sum
	}
	n := f.N
	there := binary.LittleEndian.Uint64(raw)
	if raw = raw[8:]; len(raw) != cellsPerTile*(2*bits.OnesCount64(there)+cellFigureBytes) || there>>(2*n) != 0 {
		return cells
	}
	pair := func(take func(cell []float32, v uint32)) {
		high, low := raw[:cellsPerTile], raw[cellsPerTile:2*cellsPerTile]
		raw = raw[2*cellsPerTile:]
		for k, h := range high {
			take(cells[k*f.stride:(k+1)*f.stride], uint32(h)<<8|uint32(low[k]))
		}
	}
	for i := range 2 * n {
		if there&(1<<i) == 0 {
			continue
		}
		sum := 2*n + atTop + i/n
		pair(func(c []float32, v uint32) {
			c[i] = math.Float32frombits(v << dropped)
			c[sum] += c[i]
		})
	}
	pair(func(c []float32, v uint32) { c[2*n+atSet] = math.Float32frombits(v << dropped) })
	pair(func(c []float32, v uint32) { c[2*n+atMark] = float32(v) })
	pair(func(c []float32, v uint32) { c[2*n+atClock] = math.Float32frombits(v << 16) })
	pair(func(c []float32, v uint32) {
		c[2*n+atClock] = math.Float32frombits(math.Float32bits(c[2*n+atClock]) | v)
	})
	for k, way := range raw {
		cells[k*f.stride+2*n+atWay] = float32(way)
	}
	return cells
}
