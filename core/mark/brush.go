// Package mark knows tools and techniques: how a brush or knife is built, and
// which strokes a step makes where. A stroke becomes touches on the wet film; the
// film decides what they leave.
package mark

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/noise"
)

// A Brush is a tool in the hand, with the paint it carries.
type Brush struct {
	Tool  lesson.Tool
	build build
	hairs []hair
	cell  float64
	far   float32 // how much of the hairs' length was loaded, 0-1
}

type hair struct {
	film.Hair
	row           int
	across, along float64 // mm from the middle of the tool
	short         float32 // 0-1: how much later than its neighbours it meets the canvas
	share         float32 // how much paint it takes up from the pile, about 1
	jx, jy        float64 // where within a cell it runs, mm
}

// NewBrush makes a clean tool for a film of n ingredients. Hairs stand one to a
// cell, so that a stroke lays the same µm on any grid.
func NewBrush(tool lesson.Tool, n int, cell float64, seed uint64) *Brush {
	b := &Brush{Tool: tool, build: builds[tool.Kind], cell: cell, far: 1}
	rng := rand.New(rand.NewPCG(seed, 77))
	apart := pitch * cell
	count := max(1, int(math.Round(tool.Width/apart)))
	store := make([]float32, 0, count*b.build.rows*n)
	gaps := thresholdOf(b.build.openness, count, func(i int) float64 { return tufts(seed, i, count, apart) })
	for row := range b.build.rows {
		for i := range count {
			across := (float64(i) + 0.5 - float64(count)/2) * apart
			tuft := noise.At(seed+uint64(row)*7, across/1.7, 2) // hairs stick together in tufts
			if tufts(seed, i, count, apart) > gaps {
				continue
			}
			store = append(store, make([]float32, n)...)
			end := 2 * math.Abs(across) / tool.Width
			round := b.build.rounded*end*end*end + b.build.slant*(across/tool.Width+0.5)
			h := hair{
				row: row, across: across, along: (float64(row)-float64(b.build.rows-1)/2)*b.build.gap - b.build.arc*end*end*tool.Width/2,
				short: float32(b.build.streak*(0.55*tuft+0.45*rng.Float64()) + round + 0.15*math.Pow(end, 8)),
				share: float32(1 + b.build.streak*(1.1*tuft+0.5*rng.Float64()-0.8)),
				jx:    (rng.Float64() - 0.5) * cell, jy: (rng.Float64() - 0.5) * cell,
			}
			h.Carry = store[len(store)-n:]
			b.hairs = append(b.hairs, h)
		}
	}
	return b
}

// tufts tells, from 0 to 1, how far place i of a row lies from the middle of a tuft.
func tufts(seed uint64, i, count int, apart float64) float64 {
	return noise.At(seed+50, (float64(i)+0.5-float64(count)/2)*apart/2.3, 5)
}

// thresholdOf is the figure that a share of n figures do not exceed, so that every
// tool of a kind has as many hairs as it should, wherever they stand.
func thresholdOf(share float64, n int, figure func(i int) float64) float64 {
	all := make([]float64, n)
	for i := range all {
		all[i] = figure(i)
	}
	slices.Sort(all)
	return all[max(0, min(n-1, int(math.Ceil(share*float64(n)))-1))]
}

// capacity is what a hair holds when full, µm over a cell of this film.
func (b *Brush) capacity() float32 { return b.build.hold * float32(0.5/b.cell) }

// Carried is what the whole tool holds, ml.
func (b *Brush) Carried() float64 {
	var sum float64
	for i := range b.hairs {
		sum += float64(b.hairs[i].Total)
	}
	return sum * b.cell * b.cell * 1e-6
}

// Contents adds the carried amount of each ingredient, ml, to sum.
func (b *Brush) Contents(sum []float64) {
	for i := range b.hairs {
		for k, v := range b.hairs[i].Carry {
			sum[k] += float64(v) * b.cell * b.cell * 1e-6
		}
	}
}

// Clean keeps only a share of what the tool carries and leaves damp of its
// capacity as solvent in the hairs. It returns the ml that went into the towel.
func (b *Brush) Clean(keep, damp float32, solvent int) float64 {
	var off float64
	for i := range b.hairs {
		h := &b.hairs[i]
		before := h.Total
		h.Keep(keep)
		off += float64(before - h.Total)
		if damp > 0 {
			h.Carry[solvent] += damp * b.capacity()
			h.Total += damp * b.capacity()
		}
	}
	return off * b.cell * b.cell * 1e-6
}

// A Dip says how a tool is loaded: the shares of each ingredient on either side
// (they sum to 1; Right is nil for the same on both), how full, and how much of
// what it carried before stays in.
type Dip struct {
	Left, Right []float32
	Full        float32 // how much, as a share of what the tool holds
	Far         float32 // how far up the hairs: paint at the tip alone goes on well and is soon gone; 0 means all the way
	Keep        float32
}

// Load dips the tool and returns the ml taken from the pile and the ml wiped off.
func (b *Brush) Load(d Dip) (took, wiped float64) {
	if b.far = d.Far; b.far == 0 {
		b.far = 1
	}
	for i := range b.hairs {
		h := &b.hairs[i]
		side := d.Left
		if d.Right != nil && h.across > 0 {
			side = d.Right
		}
		before := h.Total
		h.Keep(d.Keep)
		wiped += float64(before - h.Total)
		if room := d.Full*b.capacity()*h.share - h.Total; room > 0 {
			h.Add(side, room)
			took += float64(room)
		}
	}
	ml := b.cell * b.cell * 1e-6
	return took * ml, wiped * ml
}

// Clone returns a copy that can be used on its own.
func (b *Brush) Clone() *Brush {
	c := *b
	c.hairs = append([]hair(nil), b.hairs...)
	for i := range c.hairs {
		c.hairs[i].Carry = append([]float32(nil), b.hairs[i].Carry...)
	}
	return &c
}

// State is what every hair carries, for a tool that is written down: the amounts of each
// ingredient and their sum, hair by hair, then how far the hairs were loaded.
func (b *Brush) State() []float32 {
	var out []float32
	for i := range b.hairs {
		out = append(append(out, b.hairs[i].Carry...), b.hairs[i].Total)
	}
	return append(out, b.far)
}

// Restore gives a clean tool what [Brush.State] wrote of one like it. It fails for another.
func (b *Brush) Restore(state []float32) error {
	if len(b.hairs) == 0 {
		return nil
	}
	each := len(b.hairs[0].Carry) + 1
	if len(state) != len(b.hairs)*each+1 {
		return fmt.Errorf("%s of %g mm: %d figures are not its own", b.Tool.Kind, b.Tool.Width, len(state))
	}
	for i := range b.hairs {
		copy(b.hairs[i].Carry, state[i*each:])
		b.hairs[i].Total = state[(i+1)*each-1]
	}
	b.far = state[len(state)-1]
	return nil
}
