package rehearse

import (
	"math"
	"math/rand/v2"
	"slices"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/mark"
	"proxenos/core/noise"
	"proxenos/core/scene"
)

// plan decides what strokes step i makes, and in which shades, without a canvas.
func (r *Rehearsal) plan(i, ingredients int) *stage {
	s := r.Lesson.Steps[i]
	st := &stage{}
	if z, ok := r.Lesson.Zone(s.Zone); ok {
		st.plan = mark.Make(r.Lesson, s, r.region(z))
	}
	st.onBase = r.onBase(i)
	st.shades = r.shadesOf(s, st.plan.Blends, ingredients)
	return st
}

// planned is the stage of step i with its plan, which is large and not kept: the same comes
// of the same lesson.
func (r *Rehearsal) planned(i int) *stage {
	st := r.stages[i]
	st.plan = r.plan(i, r.stages[0].film.N).plan
	r.planning.Lock()
	clear(r.regions)
	r.planning.Unlock()
	return &st
}

// onBase reports whether step i is the first to paint a zone that has the wet base.
func (r *Rehearsal) onBase(i int) bool {
	l := r.Lesson
	zone := l.Steps[i].Zone
	for _, s := range l.Steps[:i] {
		if s.Zone == zone && len(s.Mixtures) > 0 {
			return false
		}
	}
	return l.Base.Kind == lesson.WhiteBase && (len(l.Base.Zones) == 0 || slices.Contains(l.Base.Zones, zone))
}

// shadesOf turns the mixtures of a step into what may be on the tool: one shade a
// blend from the first mixture to the last.
func (r *Rehearsal) shadesOf(s lesson.Step, blends bool, n int) []shade {
	var pure [][]float32
	for _, id := range s.Mixtures {
		pure = append(pure, r.amounts(id, s.Medium, n))
	}
	if len(pure) == 0 && s.Medium.Total() > 0 && s.Technique.Marks() {
		pure = append(pure, r.couch(s.Medium, n))
	}
	if len(pure) == 0 {
		return nil
	}
	if s.Technique == lesson.DoubleLoad && len(pure) == 2 {
		return []shade{{left: pure[0], right: pure[1], of: Piles{0.5, 0.5}}}
	}
	if len(pure) == 1 {
		return []shade{{left: pure[0], of: Piles{1}}}
	}
	out := make([]shade, mark.Shades)
	for k := range out {
		at := float64(k) / (mark.Shades - 1) * float64(len(pure)-1)
		if !blends {
			at = math.Round(at)
		}
		low := min(len(pure)-2, int(at))
		t := float32(at - float64(low))
		mix := make([]float32, n)
		for j := range mix {
			mix[j] = pure[low][j]*(1-t) + pure[low+1][j]*t
		}
		out[k].left = mix
		out[k].of[low] = float64(1 - t)
		out[k].of[low+1] = float64(t)
	}
	return out
}

// amounts are the shares of each ingredient in a mixture let down with a medium.
func (r *Rehearsal) amounts(id string, medium lesson.Medium, n int) []float32 {
	out := make([]float32, n)
	m, _ := r.Lesson.Mixture(id)
	var total float64
	for _, p := range m.Parts {
		total += p.Parts
	}
	tube := 1 - medium.Total()/100
	for _, p := range m.Parts {
		for k, key := range r.Lesson.Palette {
			if key == p.Paint {
				out[k] += float32(p.Parts / total * tube)
			}
		}
	}
	addMedium(out, medium, 1)
	return out
}

// couch is the medium alone, without paint.
func (r *Rehearsal) couch(medium lesson.Medium, n int) []float32 {
	out := make([]float32, n)
	addMedium(out, medium, 100/medium.Total())
	return out
}

func addMedium(out []float32, medium lesson.Medium, share float64) {
	n := len(out)
	out[n-3+film.Oil] = float32(share * medium.Oil / 100)
	out[n-3+film.Alkyd] = float32(share * medium.Alkyd / 100)
	out[n-3+film.Solvent] = float32(share * medium.Solvent / 100)
}

// care says what is left in a tool and how damp it is after each way of cleaning.
var care = map[lesson.Care]struct{ keep, damp float32 }{
	lesson.CarryOn:   {1, 0},
	lesson.Wipe:      {0.12, 0},
	lesson.RinseDamp: {0.02, 0.12},
	lesson.RinseDry:  {0.01, 0},
	lesson.Fresh:     {0, 0},
}

// Between dips a painter who wipes wipes lightly, and well where the colour changes.
const (
	keepUnwiped   = 0.97
	keepSameShade = 0.93
	keepNewShade  = 0.45
)

// perform carries out step i on f, which must be as the stage says, with its tool as
// an earlier step left it, nil for a clean one. It fills in the record and returns
// the part of the report that only the painter knows; measure adds the rest. made is
// told of every stroke and may end the step.
func (r *Rehearsal) perform(i int, st *stage, f *film.Film, tool *mark.Brush, rec *film.Record, made func(stroke int) bool) (Report, *mark.Brush) {
	s := r.Lesson.Steps[i]
	start, goes := r.clock(i, r.times[i].Start), r.times[i].Free-r.times[i].Start
	f.Begin(i, start, rec)
	report := Report{Step: s.ID}
	switch {
	case s.Technique == lesson.Dry:
		f.At(start + goes)
		report.Dried = float64(f.Rest(s.Days)) * f.CellArea() / 100
	case s.Technique.Idle():
		f.At(start + goes)
	case !s.Technique.Marks():
		// A towel beside which work goes on takes its oil at once: nothing else is done
		// where it lies, and the clock must not run ahead of that work.
		f.At(start + goes)
		report.Off = r.lift(s, st.plan.Region, f)
	default:
		return r.strokes(i, st, f, tool, rec, report, made)
	}
	return report, nil
}

// strokes makes the strokes of step i.
func (r *Rehearsal) strokes(i int, st *stage, f *film.Film, tool *mark.Brush, rec *film.Record, report Report, made func(stroke int) bool) (Report, *mark.Brush) {
	s := r.Lesson.Steps[i]
	if s.Medium.Acrylic {
		f.Water()
	}
	brush := r.pick(s, tool, f)
	report.Wiped = clean(s, brush, f)
	hand := r.hand(i, st, brush, f)
	for k := range st.plan.Strokes {
		r.stroke(hand, i, st, k, rec, &report)
		if !made(k) {
			return report, brush
		}
	}
	report.carried(brush, f, st)
	if st.plan.Region != nil {
		report.Asked = st.plan.Region.Area / 100
	}
	switch {
	case s.Medium.Acrylic && r.acrylicNext(i):
		f.Skin()
	case s.Medium.Acrylic:
		f.Harden()
	}
	return report, brush
}

// acrylicNext reports whether the block-in goes on in acrylic after step i.
func (r *Rehearsal) acrylicNext(i int) bool {
	for _, s := range r.Lesson.Steps[i+1:] {
		if s.Technique.Marks() {
			return s.Medium.Acrylic
		}
	}
	return false
}

// pick takes the step's tool as an earlier step left it, or a clean one.
func (r *Rehearsal) pick(s lesson.Step, left *mark.Brush, f *film.Film) *mark.Brush {
	if left != nil && s.Care != lesson.Fresh {
		return left.Clone()
	}
	tool, _ := r.Lesson.Tool(s.Tool)
	return mark.NewBrush(tool, f.N, f.Cell, scene.Seed(r.Lesson, tool.ID))
}

// clean does to a tool what the step asks before it starts; it returns the ml wiped off.
func clean(s lesson.Step, b *mark.Brush, f *film.Film) float64 {
	c := care[s.Care]
	return b.Clean(c.keep, c.damp, f.N-3+film.Solvent)
}

func (r *Rehearsal) hand(i int, st *stage, b *mark.Brush, f *film.Film) *mark.Hand {
	s := r.Lesson.Steps[i]
	rng := rand.New(rand.NewPCG(scene.Seed(r.Lesson, s.ID), 2))
	h := &mark.Hand{Film: f, Brush: b, Pressure: mark.PressureOf(s.Pressure), Rng: rng}
	if st.plan.Region != nil {
		h.Within = st.plan.Region
		if s.Technique == lesson.Feather {
			h.Within = nil // an edge is softened by crossing it
		}
	}
	return h
}

// stroke makes stroke k of step i.
func (r *Rehearsal) stroke(h *mark.Hand, i int, st *stage, k int, rec *film.Record, report *Report) {
	s := r.Lesson.Steps[i]
	stroke := st.plan.Strokes[k]
	begins := r.times[i].Start
	minute := begins + s.Minutes*float64(k)/float64(len(st.plan.Strokes))
	h.Film.At(r.clock(i, max(begins, math.Floor(minute/ageEvery)*ageEvery)))
	if len(st.shades) == 0 && stroke.Reload && k > 0 {
		report.Wiped += h.Brush.Clean(0, 0, 0) // a cloth takes a clean face, a dry brush is wiped
	}
	if len(st.shades) > 0 {
		sh := stroke.Shade
		if sh >= len(st.shades) {
			sh = 0
		}
		if stroke.Reload || k == 0 || sh != st.inHand(k) {
			load := mark.FillingOf(s.Load)
			dip := mark.Dip{Left: st.shades[sh].left, Right: st.shades[sh].right, Full: load.Full, Far: load.Far, Keep: keepSameShade}
			switch was := st.inHand(k); {
			case was < 0:
				dip.Keep = 1 // cleaned already, as the step says
			case s.Care == lesson.CarryOn:
				dip.Keep = keepUnwiped
			case !st.plan.Blends && sh != was:
				dip.Keep = keepNewShade
			}
			took, wiped := h.Brush.Load(dip)
			if k == 0 {
				report.brought(h.Brush, h.Film, s, &st.shades[sh])
			}
			report.Loaded += took
			for i, share := range st.shades[sh].of {
				report.Piles[i] += took * share
			}
			report.Wiped += wiped
		}
		if rec != nil {
			rec.Hand = uint8(sh)
		}
	}
	h.Make(stroke)
}

// ageEvery is how often, in minutes, paint that is being worked on is brought up
// to date: within a step little sets.
const ageEvery = 4

// inHand is the shade of the stroke before k.
func (st *stage) inHand(k int) int {
	if k == 0 {
		return -1
	}
	sh := st.plan.Strokes[k-1].Shade
	if sh >= len(st.shades) {
		return 0
	}
	return sh
}

// lift blots or scrapes the region of a step and returns the ml taken off.
func (r *Rehearsal) lift(s lesson.Step, reg *scene.Region, f *film.Film) float64 {
	if reg == nil {
		return 0
	}
	var off float64
	firm := mark.PressureOf(s.Pressure)
	seed := scene.Seed(r.Lesson, s.ID)
	for y := range f.H {
		for x := range f.W {
			mx, my := (float64(x)+0.5)*f.Cell, (float64(y)+0.5)*f.Cell
			if !reg.Inside(mx, my) {
				continue
			}
			lies := 0.75 + 0.25*noise.Fractal(seed, mx/12, my/12, 3) // cloth has folds
			if s.Technique == lesson.Blot {
				off += f.Blot(x, y, s.Minutes, lies)
			} else {
				off += f.Scrape(x, y, lies*(0.6+0.4*firm))
			}
		}
	}
	return off * f.MlPerMicron()
}

// clock is the film's minute at a minute of the script within step i: the days of
// drying before it count too.
func (r *Rehearsal) clock(i int, minute float64) float64 {
	for _, s := range r.Lesson.Steps[:i] {
		minute += s.Days * 24 * 60
	}
	return minute
}

// latest is the last step whose moment is as asked for, 0 for none.
func (r *Rehearsal) latest(fits func(lesson.Moment) bool) int {
	for i := len(r.times) - 1; i > 0; i-- {
		if fits(r.times[i]) {
			return i
		}
	}
	return 0
}

// ends is the minute at which all has ended.
func (r *Rehearsal) ends() float64 {
	var end float64
	for _, m := range r.times {
		end = max(end, m.End)
	}
	return end
}

// At returns the canvas at a minute, also within a step; before 0 it is the bare
// canvas and after the end the finished one. The film must only be read.
func (r *Rehearsal) At(minute float64) *film.Film {
	l := r.Lesson
	if minute <= 0 {
		return r.stages[0].film // which is always kept
	}
	if l.Steps[len(l.Steps)-1].Technique == lesson.Dry && minute >= r.times[len(l.Steps)-1].Start {
		return r.Final
	}
	if minute >= r.ends() {
		return r.Final
	}
	i := r.latest(func(m lesson.Moment) bool { return m.Start <= minute })
	r.mu.Lock()
	defer r.mu.Unlock()
	c := &r.cursor
	if c.st == nil || c.step != i {
		*c = cursor{step: i, st: r.planned(i)}
	}
	st := c.st
	n := len(st.plan.Strokes)
	upto := min(n, int(float64(n)*(minute-r.times[i].Start)/l.Steps[i].Minutes))
	if c.film == nil || c.stroke > upto {
		before, tools := r.before(i)
		f := before.Snapshot()
		f.Begin(i, r.clock(i, r.times[i].Start), nil)
		if l.Steps[i].Medium.Acrylic {
			f.Water()
		}
		*c = cursor{step: i, st: st, film: f}
		if n > 0 {
			c.brush = r.pick(l.Steps[i], tools[l.Steps[i].Tool], f)
			clean(l.Steps[i], c.brush, f)
			c.rng = r.hand(i, st, c.brush, f).Rng
		}
	}
	if n > 0 {
		h := r.hand(i, st, c.brush, c.film)
		h.Rng = c.rng
		var ignore Report
		for ; c.stroke < upto; c.stroke++ {
			r.stroke(h, i, st, c.stroke, nil, &ignore)
		}
	}
	c.film.At(r.clock(i, minute))
	return c.film.Snapshot()
}
