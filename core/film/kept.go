package film

import (
	"encoding/binary"
	"errors"
	"fmt"
	"math"

	"github.com/klauspost/compress/s2"
)

// Kept are the films of one canvas at several moments, as they are written down: tiles that
// they share stand there once.
type Kept struct {
	Tiles   [][]byte
	Grounds []KeptGround
	Films   []KeptFilm
}

// A KeptFilm is one of them.
type KeptFilm struct {
	Tiles     []int32 // which of the tiles, in their order; -1 stands for one without any paint
	Ground    int     // which of the grounds; -1 stands for the bare support
	Mark, Now float32
	Water     bool
}

// A KeptGround is what is dry; its parts are compressed.
type KeptGround struct{ Low, High, Reflects, Oil []byte }

// Keep writes films down that were painted one upon the other. It packs their tiles.
func Keep(films []*Film) *Kept {
	k := &Kept{}
	tiles, grounds := map[*tile]int32{}, map[*ground]int{}
	for _, f := range films {
		tiles[f.bare] = -1
		one := KeptFilm{Tiles: make([]int32, len(f.tiles)), Ground: -1, Mark: f.mark, Now: f.now, Water: f.water}
		for i, t := range f.tiles {
			n, there := tiles[t]
			if !there {
				n = int32(len(k.Tiles))
				tiles[t] = n
				k.Tiles = append(k.Tiles, f.packing(t))
			}
			one.Tiles[i] = n
		}
		if g := f.dry; g.r != nil {
			n, there := grounds[g]
			if !there {
				n = len(k.Grounds)
				grounds[g] = n
				k.Grounds = append(k.Grounds, g.keep())
			}
			one.Ground = n
		}
		k.Films = append(k.Films, one)
	}
	return k
}

// packing is what a tile is put away as.
func (f *Film) packing(t *tile) []byte {
	if b := t.packed.Load(); b != nil {
		return *b
	}
	packed := f.pack(*t.cells.Load())
	t.packed.Store(&packed)
	return packed
}

// Restore makes the films again, of a canvas of that kind, put away and only to be read. It
// fails for what was written down of another one, or is damaged.
func (k *Kept) Restore(spec Spec) ([]*Film, error) {
	first := New(spec)
	tiles := make([]*tile, len(k.Tiles))
	for i, packed := range k.Tiles {
		if err := first.sound(packed); err != nil {
			return nil, fmt.Errorf("tile %d: %w", i, err)
		}
		tiles[i] = &tile{owner: ended}
		tiles[i].packed.Store(&packed)
	}
	grounds := make([]*ground, len(k.Grounds))
	for i := range k.Grounds {
		var err error
		if grounds[i], err = k.Grounds[i].restore(len(first.weave)); err != nil {
			return nil, fmt.Errorf("ground %d: %w", i, err)
		}
	}
	out := make([]*Film, len(k.Films))
	for i, one := range k.Films {
		if len(one.Tiles) != len(first.tiles) || one.Ground >= len(grounds) {
			return nil, errors.New("it was kept of a canvas of another size")
		}
		f := *first
		f.own, f.mark, f.now, f.water = nil, one.Mark, one.Now, one.Water
		f.tiles = make([]*tile, len(one.Tiles))
		for j, n := range one.Tiles {
			switch {
			case n < 0:
				f.tiles[j] = first.bare
			case int(n) < len(tiles):
				f.tiles[j] = tiles[n]
			default:
				return nil, errors.New("a tile is missing")
			}
		}
		if one.Ground >= 0 {
			f.dry = grounds[one.Ground]
		}
		out[i] = &f
	}
	return out, nil
}

// sound reports whether a packing can be unpacked as a tile of f. What is in it is not
// looked at.
func (f *Film) sound(packed []byte) error {
	size, err := s2.DecodedLen(packed)
	if err != nil {
		return err
	}
	planes := 2*2*f.N + cellFigureBytes
	if size < 8+cellsPerTile*cellFigureBytes || size > 8+cellsPerTile*planes || (size-8)%cellsPerTile != 0 {
		return errors.New("it is not of this canvas")
	}
	return nil
}

func (g *ground) keep() KeptGround {
	reflects := make([]float32, 0, len(g.r)*Bands)
	for i := range g.r {
		reflects = append(reflects, g.r[i][:]...)
	}
	oil := make([]byte, len(g.oil)) // the lowest bit; the others tell the way
	for i, o := range g.oil {
		if oil[i] = g.way[i] << 1; o {
			oil[i] |= 1
		}
	}
	return KeptGround{compress(g.low), compress(g.high), compress(reflects), s2.Encode(nil, oil)}
}

func (k KeptGround) restore(cells int) (*ground, error) {
	g := &ground{r: make([][Bands]float32, cells), oil: make([]bool, cells), way: make([]uint8, cells)}
	var reflects []float32
	var err error
	for _, part := range []struct {
		from []byte
		to   *[]float32
		n    int
	}{{k.Low, &g.low, cells}, {k.High, &g.high, cells}, {k.Reflects, &reflects, cells * Bands}} {
		if *part.to, err = expand(part.from, part.n); err != nil {
			return nil, err
		}
	}
	for i := range g.r {
		copy(g.r[i][:], reflects[i*Bands:])
	}
	oil, err := s2.Decode(nil, k.Oil)
	if err != nil || len(oil) != cells {
		return nil, errors.New("it does not say where oil lies")
	}
	for i, o := range oil {
		g.oil[i], g.way[i] = o&1 == 1, o>>1
	}
	return g, nil
}

// compress writes figures in few bytes, the first byte of all before the second.
func compress(figures []float32) []byte {
	raw := make([]byte, 4*len(figures))
	for i, v := range figures {
		bits := math.Float32bits(v)
		for b := range 4 {
			raw[b*len(figures)+i] = byte(bits >> (8 * (3 - b)))
		}
	}
	return s2.Encode(nil, raw)
}

// expand reads n figures that [compress] wrote.
func expand(packed []byte, n int) ([]float32, error) {
	if size, err := s2.DecodedLen(packed); err != nil || size != 4*n {
		return nil, fmt.Errorf("it holds %d bytes instead of %d", size, 4*n)
	}
	raw, err := s2.Decode(nil, packed)
	if err != nil {
		return nil, err
	}
	out := make([]float32, n)
	for i := range out {
		out[i] = math.Float32frombits(binary.BigEndian.Uint32([]byte{raw[i], raw[n+i], raw[2*n+i], raw[3*n+i]}))
	}
	return out, nil
}
