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

// A Brush is a tool in the hand, with the paint it carries. Of a brush the tips meet the
// canvas and the towel; the heel behind them feeds them. A cloth and a blade are all tip.
type Brush struct {
	Tool   lesson.Tool
	InHand int     // the shade it was loaded with, -1 for none
	Used   float64 // the canvas's minute at which it was last put down
	fluid  float64 // share of medium in what it was loaded with; 1 for a tool without paint
	loaded float32 // µm of paint on all hairs just after it was loaded
	build  build
	hairs  []hair
	cell   float64
	perMM  float64 // cells
	level  float32 // how full the tips are, as they were loaded
	heel   float32 // µm that the heel of an average hair held when it was loaded
	corner float64 // share of its hairs that were loaded, from one corner; 0 means all
}

type hair struct {
	film.Hair               // the tip
	heel          []float32 // µm of each ingredient farther up
	held          float32   // their sum
	bends         int       // meetings with the canvas since it last worked paint from heel to tip
	row           int
	across, along float64 // mm from the middle of the tool
	short         float32 // 0-1: how much later than its neighbours it meets the canvas
	share         float32 // how much paint it takes up from the pile, about 1
	jx, jy        float64 // where within a cell it runs, mm
}

// NewBrush makes a clean tool for a film of n ingredients. Hairs stand one to a
// cell, so that a stroke lays the same µm on any grid.
func NewBrush(tool lesson.Tool, n int, cell float64, seed uint64) *Brush {
	b := &Brush{Tool: tool, InHand: -1, build: builds[tool.Kind], cell: cell, perMM: 1 / cell, level: 1, fluid: 1}
	rng := rand.New(rand.NewPCG(seed, 77))
	apart := pitch * cell
	count := max(1, int(math.Round(tool.Width/apart)))
	gaps := thresholdOf(b.build.openness, count, func(i int) float64 { return tufts(seed, i, count, apart) })
	for row := range b.build.rows {
		for i := range count {
			across := (float64(i) + 0.5 - float64(count)/2) * apart
			tuft := noise.At(seed+uint64(row)*7, across/1.7, 2) // hairs stick together in tufts
			if tufts(seed, i, count, apart) > gaps {
				continue
			}
			end := 2 * math.Abs(across) / tool.Width
			round := b.build.rounded*end*end*end + b.build.slant*(across/tool.Width+0.5)
			h := hair{
				row: row, across: across, along: (float64(row)-float64(b.build.rows-1)/2)*b.build.gap - b.build.arc*end*end*tool.Width/2,
				short: float32(b.build.streak*(0.55*tuft+0.45*rng.Float64()) + round + 0.15*math.Pow(end, 8)),
				share: float32(1 + b.build.streak*(1.1*tuft+0.5*rng.Float64()-0.8)),
				jx:    (rng.Float64() - 0.5) * cell, jy: (rng.Float64() - 0.5) * cell,
			}
			b.hairs = append(b.hairs, h)
		}
	}
	b.store(n)
	return b
}

// store gives every hair room of its own for n ingredients in tip and heel, with what it
// carries.
func (b *Brush) store(n int) {
	room := make([]float32, 2*n*len(b.hairs))
	for i := range b.hairs {
		h := &b.hairs[i]
		tip, heel := room[2*n*i:2*n*i+n:2*n*i+n], room[2*n*i+n:2*n*i+2*n:2*n*i+2*n]
		copy(tip, h.Carry)
		copy(heel, h.heel)
		h.Carry, h.heel = tip, heel
	}
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

// tipShare is how much of what a hair holds sits at its tip.
const tipShare = 0.02

// capacity is what a hair holds when full, µm over a cell of this film.
func (b *Brush) capacity() float32 { return b.build.hold * float32(0.5/b.cell) }

// tip is what the part of a hair holds that meets the canvas.
func (b *Brush) tip() float32 {
	if b.build.whole() {
		return b.capacity()
	}
	return tipShare * b.capacity()
}

// ml turns µm over a cell into ml.
func (b *Brush) ml() float64 { return b.cell * b.cell * 1e-6 }

// Carried is what the whole tool holds, ml.
func (b *Brush) Carried() float64 {
	var sum float64
	for i := range b.hairs {
		sum += float64(b.hairs[i].Total + b.hairs[i].held)
	}
	return sum * b.ml()
}

// Contents adds the carried amount of each ingredient, ml, to sum.
func (b *Brush) Contents(sum []float64) {
	for i := range b.hairs {
		for k, v := range b.hairs[i].Carry {
			sum[k] += float64(v+b.hairs[i].heel[k]) * b.ml()
		}
	}
}

// used returns the hairs that meet the canvas when a tool is held on a corner, and the
// middle of their places across it, so that the corner can be set down where it is wanted.
func (b *Brush) used(corner float64) (hairs []hair, mid float64) {
	all := b.hairs
	if corner <= 0 || corner >= 1 {
		return all, 0
	}
	// Hairs of a row are in order of their place across; one row's end will do.
	edge := b.Tool.Width * (0.5 - corner)
	row := 0
	for row < len(all) && all[row].row == 0 {
		row++
	}
	from := 0
	for from < row-1 && all[from].across < edge {
		from++
	}
	hairs = all[from:row]
	return hairs, (hairs[0].across + hairs[len(hairs)-1].across) / 2
}

// Left is how much a tool still carries of the paint it was loaded with, about 1 just after.
// Oil and solvent that it takes up do not count, unless it was loaded with those alone.
func (b *Brush) Left() float64 {
	if b.loaded == 0 {
		return 0
	}
	return float64(b.paint() / b.loaded)
}

// paint is what the loaded hairs carry without mediums, or where there is none with them, µm.
func (b *Brush) paint() float32 {
	hairs, _ := b.used(b.corner)
	var pure, all float32
	for i := range hairs {
		h := &hairs[i]
		n := len(h.Carry) - film.MediumCount
		all += h.Total + h.held
		for k, v := range h.Carry[:n] {
			pure += v + h.heel[k]
		}
	}
	if b.fluid > 0.99 {
		return all
	}
	return pure
}

const (
	feedFrom  = 0.85 // share of its level to which a tip empties before the heel feeds it
	feedWell  = 0.1  // share of its level that the last of the heel still keeps a tip at
	bulges    = 1.3  // times its level from which what a tip takes up creeps into the heel
	bendEvery = 16   // meetings with the canvas after which a hair has bent enough
	bendWorks = 0.3  // to trade this share of its tip with its heel
	dryLevel  = 0.05 // the least level that counts
)

// feed lets the heel fill the tip again, less the emptier it is, and take in what the tip
// cannot hold.
func (b *Brush) feed(h *hair, tip float32) {
	if most := bulges * max(b.level, dryLevel) * tip; h.Total > most {
		h.move(h.Carry, h.heel, h.Total-most, &h.Total, &h.held)
		return
	}
	if h.held <= 0 || b.heel <= 0 {
		return
	}
	if h.bends++; h.bends >= bendEvery && h.Total > 0 { // as it bends, paint from above comes down for what it took up
		h.bends = 0
		some := bendWorks * min(h.Total, h.held)
		h.trade(some)
	}
	left := min(1, h.held/b.heel)
	want := b.level * tip * (1 + (h.share-1)*b.uneven()) * (feedWell + (1-feedWell)*left)
	if h.Total < feedFrom*want {
		h.move(h.heel, h.Carry, min(h.held, want-h.Total), &h.held, &h.Total)
	}
}

// trade lets some µm of the tip and as much of the heel change places.
func (h *hair) trade(some float32) {
	up, down := some/h.Total, some/h.held
	for i, v := range h.Carry {
		d := h.heel[i]*down - v*up
		h.Carry[i] += d
		h.heel[i] -= d
	}
}

// uneven is how unlike the hairs stay with what they are loaded with: paint that runs evens
// them out.
func (b *Brush) uneven() float32 { return 1 - b.runs() }

// runs is how wholly what it was loaded with runs together, 0 for tube paint and for a tool
// without paint.
func (b *Brush) runs() float32 {
	if b.fluid == 1 {
		return 0
	}
	return float32(min(1, flows*b.fluid))
}

// move takes some µm from one part of a hair to another.
func (h *hair) move(from, to []float32, some float32, less, more *float32) {
	share := some / *less
	for i, v := range from {
		d := v * share
		from[i] -= d
		to[i] += d
	}
	*less -= some
	*more += some
}

// keep leaves only a share of what the heel holds.
func (h *hair) keep(share float32) {
	for i := range h.heel {
		h.heel[i] *= share
	}
	h.held *= share
}

// Clean keeps only a share of what tip and heel carry and returns the ml that came off.
func (b *Brush) Clean(tip, heel float32) float64 {
	before := b.Carried()
	for i := range b.hairs {
		b.hairs[i].Keep(tip)
		b.hairs[i].keep(heel)
	}
	return before - b.Carried()
}

// Holds is how much a tool takes up with a filling, ml.
func (b *Brush) Holds(f Filling) float64 {
	return float64(f.Heel*b.capacity()) * float64(len(b.hairs)) * b.ml()
}

// Damp leaves solvent in the hairs, as a share of what they hold, and returns how much, ml.
func (b *Brush) Damp(share float32, solvent int) float64 {
	before := b.Carried()
	for i := range b.hairs {
		h := &b.hairs[i]
		wet := share * b.tip()
		h.Carry[solvent] += wet
		h.Total += wet
		if !b.build.whole() {
			wet = share*b.capacity() - wet
			h.heel[solvent] += wet
			h.held += wet
		}
	}
	return b.Carried() - before
}

// A Dip says how a tool is loaded: the shares of each ingredient on either side
// (they sum to 1; Right is nil for the same on both) and how full tip and heel get.
type Dip struct {
	Left, Right []float32
	Filling
	Corner float64 // share of the hairs that are loaded, from one corner; 0 means all
	Need   float64 // ml that the marks up to the next dip will lay: the heel takes up little more
	Stray  Stray
}

// Load dips the tool and returns the ml taken from the pile.
func (b *Brush) Load(d Dip) (took float64) {
	hairs, _ := b.used(d.Corner)
	if len(hairs) == 0 {
		return 0
	}
	need := spare * float32(d.Need/b.ml()/float64(len(hairs)))
	tip, heel := d.Tip*b.tip(), min(need, d.Heel*b.capacity())
	if b.build.whole() {
		tip, heel = max(heel, rollLeast*b.capacity()), 0
		d.Tip = tip / b.tip()
	}
	b.level, b.heel, b.corner = d.Tip, heel, d.Corner
	b.fluid = 0
	for _, share := range d.Left[len(d.Left)-film.MediumCount:] {
		b.fluid += float64(share)
	}
	before := b.Carried()
	strayed := make([]float32, len(d.Left))
	for i := range hairs {
		h := &hairs[i]
		side := d.Left
		if d.Right != nil && h.across > 0 {
			side = d.Right
		}
		side = d.Stray.taken(side, h, strayed)
		share := 1 + (h.share-1)*b.uneven()
		if room := heel*share - h.held; room > 0 {
			for k, part := range side {
				h.heel[k] += room * part
			}
			h.held += room
		}
		if room := tip*share - h.Total; room > 0 {
			h.Add(side, room)
		}
	}
	b.loaded = b.paint()
	return b.Carried() - before
}

// rollLeast is the least roll of paint that a knife takes up, as a share of what it holds.
const rollLeast = 0.4

// spare is how much more than the marks ahead will lay a painter takes up.
const spare = 1.3

// Clone returns a copy that can be used on its own.
func (b *Brush) Clone() *Brush {
	c := *b
	c.hairs = append([]hair(nil), b.hairs...)
	if len(c.hairs) > 0 {
		c.store(len(c.hairs[0].Carry))
	}
	return &c
}

// brushFigures are those of a whole tool in its state.
const brushFigures = 7

// State is what every hair carries, for a tool that is written down: the amounts of each
// ingredient in tip and heel and their sums, hair by hair, then how the tool was loaded.
func (b *Brush) State() []float32 {
	var out []float32
	for i := range b.hairs {
		h := &b.hairs[i]
		out = append(append(append(append(out, h.Carry...), h.Total), h.heel...), h.held)
	}
	return append(out, b.level, b.heel, float32(b.corner), float32(b.InHand), float32(b.Used), float32(b.fluid), b.loaded)
}

// Restore gives a clean tool what [Brush.State] wrote of one like it. It fails for another.
func (b *Brush) Restore(state []float32) error {
	if len(b.hairs) == 0 {
		return nil
	}
	n := len(b.hairs[0].Carry)
	each := 2*n + 2
	if len(state) != len(b.hairs)*each+brushFigures {
		return fmt.Errorf("%s of %g mm: %d figures are not its own", b.Tool.Kind, b.Tool.Width, len(state))
	}
	for i := range b.hairs {
		h, at := &b.hairs[i], state[i*each:]
		copy(h.Carry, at)
		h.Total = at[n]
		copy(h.heel, at[n+1:])
		h.held = at[2*n+1]
	}
	at := state[len(state)-brushFigures:]
	b.level, b.heel, b.corner, b.InHand = at[0], at[1], float64(at[2]), int(at[3])
	b.Used, b.fluid, b.loaded = float64(at[4]), float64(at[5]), at[6]
	return nil
}
