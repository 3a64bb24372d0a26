package rehearse

import (
	"bytes"
	"encoding/binary"
	"encoding/gob"
	"errors"
	"fmt"
	"hash/crc32"

	"github.com/klauspost/compress/s2"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/mark"
	"proxenos/core/scene"
)

// A rehearsal can be written down, canvases and all, and goes on where it was read again:
// by another process, or after the program was started anew.

// kept is a rehearsal as it is written.
type kept struct {
	Version string
	Lesson  []byte // as lesson.Encode has it
	Cell    float64
	Every   int
	Reports []Report
	Owner   []byte     // two bytes a cell, compressed
	Films   *film.Kept // those of the stages that have one, the last, the final one; their tiles follow
	Sizes   []int      // bytes of each tile
	Brushes []keptBrush
	Stages  []keptStage
	Tools   []keptTool // after the last step
}

type keptBrush struct {
	Tool  string
	State []float32
}

// keptTool is a tool in the hand: which it is, and which of the brushes.
type keptTool struct {
	Tool  string
	Brush int
}

type keptStage struct {
	Film        int // which of the films; -1 for none
	Tools       []keptTool
	Blends      bool
	OnBase      bool
	From, Cells int
	Laid, Shade []byte // compressed
}

// Encode writes a rehearsal down in at most about most bytes: of a long one it leaves
// canvases out that can be painted again. It puts r away.
func (r *Rehearsal) Encode(most int) ([]byte, error) {
	r.PutAway()
	k := kept{Version: Version, Lesson: lesson.Encode(r.Lesson), Cell: r.Final.Cell, Every: max(1, r.every), Reports: r.Reports}
	for size := r.packed(k.Every); size > most && k.Every < len(r.stages); size = r.packed(k.Every) {
		k.Every *= 2
	}
	owner := make([]byte, 2*len(r.Owner))
	for i, o := range r.Owner {
		owner[2*i], owner[2*i+1] = byte(o), byte(o>>8)
	}
	k.Owner = s2.Encode(nil, owner)
	numbers := map[*mark.Brush]int{}
	tools := func(in map[string]*mark.Brush) (out []keptTool) {
		for id, b := range in {
			n, there := numbers[b]
			if !there {
				n = len(k.Brushes)
				numbers[b] = n
				k.Brushes = append(k.Brushes, keptBrush{b.Tool.ID, b.State()})
			}
			out = append(out, keptTool{id, n})
		}
		return out
	}
	var films []*film.Film
	for i := range r.stages {
		st := &r.stages[i]
		p := &st.patch
		one := keptStage{Film: -1, Blends: st.plan.Blends, OnBase: st.onBase, From: p.from, Cells: len(p.laid), Laid: s2.Encode(nil, p.laid)}
		if p.shade != nil {
			one.Shade = s2.Encode(nil, p.shade)
		}
		if st.film != nil && i%k.Every == 0 {
			one.Film, one.Tools = len(films), tools(st.brushes)
			films = append(films, st.film)
		}
		k.Stages = append(k.Stages, one)
	}
	k.Tools = tools(r.tools)
	k.Films = film.Keep(append(films, r.last, r.Final))
	tiles, all := k.Films.Tiles, 0
	for _, t := range tiles {
		k.Sizes = append(k.Sizes, len(t))
		all += len(t)
	}
	k.Films.Tiles = nil
	var head bytes.Buffer
	if err := gob.NewEncoder(&head).Encode(&k); err != nil {
		return nil, err
	}
	out := make([]byte, prefix, prefix+head.Len()+all)
	binary.LittleEndian.PutUint64(out[4:], uint64(head.Len()))
	out = append(out, head.Bytes()...)
	for _, t := range tiles {
		out = append(out, t...)
	}
	binary.LittleEndian.PutUint32(out, crc32.Checksum(out[4:], castagnoli))
	return out, nil
}

// prefix is the sum of all that follows, four bytes, and the length of the head, eight.
const prefix = 4 + 8

// castagnoli is the polynomial that processors know.
var castagnoli = crc32.MakeTable(crc32.Castagnoli)

// packed is the memory that the canvases of every so manieth step take when they are packed.
func (r *Rehearsal) packed(every int) (sum int) {
	last := r.Final
	for i := len(r.stages) - 1; i >= 0; i-- {
		if f := r.stages[i].film; f != nil && i%every == 0 {
			sum += f.Bytes(last)
			last = f
		}
	}
	return sum
}

// Decode reads what [Rehearsal.Encode] wrote, which must not be changed afterwards. It fails
// for what is damaged, and for what another version wrote.
func Decode(data []byte) (*Rehearsal, error) {
	if len(data) < prefix || binary.LittleEndian.Uint64(data[4:]) > uint64(len(data)-prefix) {
		return nil, errors.New("rehearsal: it is cut short: paint it again")
	}
	if crc32.Checksum(data[4:], castagnoli) != binary.LittleEndian.Uint32(data) {
		return nil, errors.New("rehearsal: it is damaged: paint it again")
	}
	head, tiles := data[prefix:], []byte(nil)
	head, tiles = head[:binary.LittleEndian.Uint64(data[4:])], head[binary.LittleEndian.Uint64(data[4:]):]
	var k kept
	if err := gob.NewDecoder(bytes.NewReader(head)).Decode(&k); err != nil {
		return nil, fmt.Errorf("rehearsal: %w: paint it again", err)
	}
	if k.Version != Version {
		return nil, fmt.Errorf("rehearsal: it is of version %s: paint it again", k.Version)
	}
	for _, size := range k.Sizes {
		if size < 0 || size > len(tiles) {
			return nil, errors.New("rehearsal: a tile is missing: paint it again")
		}
		k.Films.Tiles, tiles = append(k.Films.Tiles, tiles[:size:size]), tiles[size:]
	}
	l, err := lesson.Decode(k.Lesson)
	if err != nil {
		return nil, fmt.Errorf("rehearsal: %w", err)
	}
	return k.restore(l)
}

func (k *kept) restore(l *lesson.Lesson) (*Rehearsal, error) {
	r := &Rehearsal{Lesson: l, Reports: k.Reports, every: k.Every, times: l.Clock(), regions: map[string]*scene.Region{}}
	spec, _, err := bare(l, k.Cell)
	if err != nil {
		return nil, err
	}
	films, err := k.Films.Restore(spec)
	if err != nil {
		return nil, fmt.Errorf("rehearsal: %w", err)
	}
	if len(films) < 2 || len(k.Stages) != len(l.Steps) || len(k.Reports) != len(l.Steps) {
		return nil, errors.New("rehearsal: it is not of its lesson: paint it again")
	}
	r.last, r.Final = films[len(films)-2], films[len(films)-1]
	brushes := make([]*mark.Brush, len(k.Brushes))
	for i, b := range k.Brushes {
		tool, _ := l.Tool(b.Tool)
		brushes[i] = mark.NewBrush(tool, r.Final.N, r.Final.Cell, scene.Seed(l, tool.ID))
		if err := brushes[i].Restore(b.State); err != nil {
			return nil, fmt.Errorf("rehearsal: %w", err)
		}
	}
	tools := func(list []keptTool) map[string]*mark.Brush {
		out := map[string]*mark.Brush{}
		for _, t := range list {
			out[t.Tool] = brushes[t.Brush]
		}
		return out
	}
	r.tools = tools(k.Tools)
	for i, one := range k.Stages {
		if r.Reports[i].Meets == nil { // lists are empty, never null
			r.Reports[i].Meets = []int{}
		}
		st := stage{plan: mark.Plan{Blends: one.Blends}, onBase: one.OnBase}
		st.shades = r.shadesOf(l.Steps[i], one.Blends, r.Final.N)
		st.patch.from = one.From
		if st.patch.laid, err = s2.Decode(nil, one.Laid); err == nil && one.Shade != nil {
			st.patch.shade, err = s2.Decode(nil, one.Shade)
		}
		if err != nil || len(st.patch.laid) != one.Cells || one.From+one.Cells > r.Final.W*r.Final.H {
			return nil, errors.New("rehearsal: what a step laid is damaged: paint it again")
		}
		if one.Film >= 0 {
			st.film, st.brushes = films[one.Film], tools(one.Tools)
		}
		r.stages = append(r.stages, st)
	}
	owner, err := s2.Decode(nil, k.Owner)
	if err != nil || len(owner) != 2*r.Final.W*r.Final.H {
		return nil, errors.New("rehearsal: who painted where is damaged: paint it again")
	}
	r.Owner = make([]int16, len(owner)/2)
	for i := range r.Owner {
		r.Owner[i] = int16(uint16(owner[2*i]) | uint16(owner[2*i+1])<<8)
	}
	return r, nil
}
