package rehearse

import (
	"math"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/mark"
	"proxenos/core/scene"
)

// care says what is left in tip and heel of a tool, and how damp it is, after each way of
// cleaning.
var care = map[lesson.Care]struct{ tip, heel, damp float32 }{
	lesson.CarryOn:   {1, 1, 0},
	lesson.Wipe:      {0.1, 0.06, 0},
	lesson.RinseDamp: {0.02, 0.02, 0.06},
	lesson.RinseDry:  {0.01, 0.005, 0},
	lesson.Fresh:     {0, 0, 0},
}

// What happens to a tool between dips. Who wipes wipes the tip; only for another hue is the
// heel squeezed out too. For the next shade of a gradation the heel is worked into the pile.
const (
	tipWiped   = 0.4  // what a wipe leaves at the tip before more of the same
	tipTurned  = 0.15 // and before another hue
	heelBlends = 0.25 // what stays of the heel when it is worked into the next shade
	heelTurned = 0.05 // when it is squeezed out for another hue
	heelLost   = 0.5  // how much of what is squeezed out goes into the towel; the rest goes back
	blendsFrom = 3    // shades of a gradation that are told apart in the hand
	scraped    = 0.6  // how much of what a tool still holds is scraped back onto the pile at the end
)

// dampMinutes is the time in which the solvent of a rinse leaves the hairs to 1/e.
const dampMinutes = 1.5

// clean does to a tool what the step asks before it starts; it returns the ml wiped off and
// the solvent that stays in, ml.
func clean(s lesson.Step, m Manner, b *mark.Brush, f *film.Film) (off, damp float64) {
	b.InHand = -1
	c := care[s.Care]
	off = b.Clean(max(c.tip, float32(m.Dirty)), max(c.heel, float32(m.Dirty)))
	if c.damp > 0 { // it was rinsed when it was last put down, and has dried since
		since := max(0, f.Now()-b.Used)
		damp = b.Damp(c.damp*float32(math.Exp(-since/dampMinutes)), f.N-3+film.Solvent)
	}
	return off, damp + m.damp(b, f)
}

// dipBelow is the share of its filling below which a tool is dipped again: a brush while it
// still holds most of it, a knife when its roll is nearly gone.
func dipBelow(kind lesson.ToolKind) float64 {
	if kind.Knife() {
		return 0.35
	}
	return 0.75
}

// load dips the tool before stroke k, if it needs it: for another shade, or where the step
// may dip and too little is left.
func (r *Rehearsal) load(h *mark.Hand, i int, st *stage, k int, report *Report) {
	s, m := r.Lesson.Steps[i], r.manner(i)
	b, stroke := h.Brush, st.plan.Strokes[k]
	was, sh := b.InHand, st.shadeOf(stroke)
	if sh == mark.Leftover {
		return
	}
	turns := was < 0 || st.turns(was, sh)
	switch {
	case !turns && !(stroke.Reload && !stroke.Same && b.Left() < dipBelow(b.Tool.Kind)):
		return
	case !turns:
		sh = was
		if s.Care != lesson.CarryOn {
			report.Wiped += b.Clean(tipWiped, 1)
		}
	case was >= 0 && st.plan.Blends:
		report.Wiped += b.Clean(tipWiped, 1)
		report.putBack(st, was, b.Clean(1, heelBlends))
	case was >= 0:
		report.Wiped += b.Clean(tipTurned, 1)
		off := b.Clean(1, heelTurned)
		report.Wiped += heelLost * off
		report.putBack(st, was, (1-heelLost)*off)
	}
	b.InHand = sh
	dip := mark.Dip{Left: st.shades[sh].left, Right: st.shades[sh].right, Filling: m.filling(s.Load)}
	dip.Need, dip.Corner = st.need(h, k, b.Holds(dip.Filling))
	dip.Stray = r.stray(s, report.Dips)
	held := make([]float64, h.Film.N)
	b.Contents(held)
	took := b.Load(dip)
	if was < 0 {
		report.brought(held, took, h.Film, s, &st.shades[sh])
	}
	report.Dips++
	report.Hand += mark.DipMinutes
	report.Loaded += took
	for i, share := range st.shades[sh].of {
		report.Piles[i] += took * share
	}
}

// What a hand takes up of a pile strays from its mixture, from dip to dip and from tuft to
// tuft, as a share of each paint.
const (
	straysByDip  = 0.12
	straysByTuft = 0.25
)

// stray is how far dip number n of a step is from its mixture. The first is taken from where
// the pile was just mixed.
func (r *Rehearsal) stray(s lesson.Step, n int) mark.Stray {
	lively := liveliness(r.Lesson, s)
	byDip := lively * straysByDip
	if n == 0 {
		byDip = 0
	}
	return mark.Stray{Dip: byDip, Tuft: lively * straysByTuft, Seed: scene.Seed(r.Lesson, s.ID) + 977*uint64(n+1)}
}

// How much what a hand takes up strays, beside what a pile strays: a picture is looked at from
// two metres, where the streaks of a tuft alone are too fine.
const (
	livelyUsual = 1.25
	livelyLand  = 1.5
	livelyQuiet = 0.95 // a mass that is to look even
	livelyVeil  = 0.3
)

// liveliness is how much what a hand takes up strays beside the usual: less where a mass is to
// lie quietly, least of a veil; more where ground is to be alive.
func liveliness(l *lesson.Lesson, s lesson.Step) float64 {
	z, _ := l.Zone(s.Zone)
	switch {
	case s.Technique.Veils():
		return livelyVeil
	case z.Kind.Is(lesson.Quiet):
		return livelyQuiet
	case z.Kind.Is(lesson.Land):
		return livelyLand
	}
	return livelyUsual
}

// putBack scrapes some ml of a shade back onto the piles that it came from.
func (p *Report) putBack(st *stage, shade int, ml float64) {
	if shade < 0 {
		return
	}
	p.Back += ml
	for i, share := range st.shades[shade].of {
		p.Piles[i] -= ml * share
	}
}

// shadeOf is which of a step's shades a stroke is planned in, or mark.Leftover.
func (st *stage) shadeOf(s mark.Stroke) int {
	if s.Shade == mark.Leftover {
		return mark.Leftover
	}
	if st.plan.Blends || len(st.shades) < 2 {
		return min(s.Shade, len(st.shades)-1)
	}
	return int(math.Round(float64(s.Shade) / (mark.Shades - 1) * float64(len(st.shades)-1)))
}

// turns reports whether a stroke in one shade needs another load than the shade in hand.
func (st *stage) turns(was, sh int) bool {
	if st.plan.Blends {
		return max(was-sh, sh-was) >= blendsFrom
	}
	return was != sh
}

// need estimates what the strokes from k on lay before the tool turns to another shade,
// ml, up to some, and with how much of the tool they are made.
func (st *stage) need(h *mark.Hand, k int, most float64) (sum, corner float64) {
	for i := k; i < len(st.plan.Strokes) && sum < most; i++ {
		s := st.plan.Strokes[i]
		if sh := st.shadeOf(s); sh != mark.Leftover && st.turns(h.Brush.InHand, sh) {
			break
		}
		sum += h.Takes(s)
		if s.Corner <= 0 {
			corner = 1
		}
		corner = max(corner, s.Corner)
	}
	return sum, corner
}
