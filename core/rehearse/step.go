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
		m := r.manner(i)
		st.plan = mark.Make(r.Lesson, m.seed(s), r.region(z))
		st.plan.Strokes = m.makes(st.plan.Strokes)
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

// perform carries out step i on f, which must be as the stage says, with its tool as
// an earlier step left it, nil for a clean one. It fills in the record and returns
// the part of the report that only the painter knows; measure adds the rest. made is
// told of every stroke and may end the step.
func (r *Rehearsal) perform(i int, st *stage, f *film.Film, tool *mark.Brush, rec *film.Record, made func(stroke int) bool) (Report, *mark.Brush) {
	s := r.Lesson.Steps[i]
	start, goes := r.clock(i, r.times[i].Start), r.times[i].Free-r.times[i].Start
	r.begin(i, f, rec)
	if acrylic := r.acrylicBefore(i); acrylic != nil {
		f.Harden(acrylic)
	}
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
		report.Off = r.lift(i, st.plan.Region, f)
		report.Wiped = report.Off
	default:
		return r.strokes(i, st, f, tool, rec, report, made)
	}
	return report, nil
}

// strokes makes the strokes of step i.
func (r *Rehearsal) strokes(i int, st *stage, f *film.Film, tool *mark.Brush, rec *film.Record, report Report, made func(stroke int) bool) (Report, *mark.Brush) {
	s := r.Lesson.Steps[i]
	brush := r.pick(s, tool, f)
	report.Had = brush.Carried()
	report.Hand = s.Care.Minutes()
	report.Wiped, report.Wetted = clean(s, r.manner(i), brush, f)
	hand := r.hand(i, st, brush, f)
	for k := range st.plan.Strokes {
		r.stroke(hand, i, st, k, rec, &report)
		if !made(k) {
			return report, brush
		}
	}
	if len(st.shades) > 0 {
		report.putBack(st, brush.InHand, brush.Clean(1, 1-scraped))
	}
	report.carried(brush, f, st)
	if st.plan.Region != nil {
		report.Asked = st.plan.Region.Area / 100
	}
	if s.Medium.Acrylic {
		f.Skin()
	}
	brush.Used = f.Now()
	return report, brush
}

// begin tells a canvas that step i begins.
func (r *Rehearsal) begin(i int, f *film.Film, rec *film.Record) {
	f.Begin(i, r.clock(i, r.times[i].Start), rec)
	if r.Lesson.Steps[i].Medium.Acrylic {
		f.Water()
	}
	if r.Lesson.Steps[i].Technique == lesson.CutIn {
		f.Spare(r.around(i))
	}
}

// around tells of each earlier step whether step i, which is cut in, goes around what it
// laid: the silhouettes of whatever stands nearer, and of what lies over it at the same distance.
func (r *Rehearsal) around(i int) []bool {
	l := r.Lesson
	out := make([]bool, i)
	mine := l.PlaneOf(l.Steps[i])
	zone := func(s lesson.Step) int {
		return slices.IndexFunc(l.Zones, func(z lesson.Zone) bool { return z.ID == s.Zone })
	}
	for k, s := range l.Steps[:i] {
		at := l.PlaneOf(s)
		out[k] = at > mine || at == mine && zone(s) > zone(l.Steps[i])
	}
	return out
}

// acrylicBefore are the steps in acrylic that have nothing but acrylic since, up to step i,
// with the minute at which each ended; nil where step i goes on in acrylic itself.
func (r *Rehearsal) acrylicBefore(i int) map[int]float64 {
	if r.Lesson.Steps[i].Medium.Acrylic || r.Lesson.Steps[i].Technique == lesson.Wait {
		return nil
	}
	var out map[int]float64
	for k := i - 1; k >= 0; k-- {
		switch s := r.Lesson.Steps[k]; {
		case s.Medium.Acrylic:
			if out == nil {
				out = map[int]float64{}
			}
			out[k] = r.clock(k, r.times[k].Free)
		case s.Technique != lesson.Wait:
			return out
		}
	}
	return out
}

// pick takes the step's tool as an earlier step left it, or a clean one.
func (r *Rehearsal) pick(s lesson.Step, left *mark.Brush, f *film.Film) *mark.Brush {
	if left != nil && s.Care != lesson.Fresh {
		return left.Clone()
	}
	tool, _ := r.Lesson.Tool(s.Tool)
	return mark.NewBrush(tool, f.N, f.Cell, scene.Seed(r.Lesson, tool.ID))
}

func (r *Rehearsal) hand(i int, st *stage, b *mark.Brush, f *film.Film) *mark.Hand {
	s := r.Lesson.Steps[i]
	m := r.manner(i)
	rng := rand.New(rand.NewPCG(scene.Seed(r.Lesson, m.seed(s).ID), 2))
	h := &mark.Hand{Film: f, Brush: b, Pressure: m.pressure(s.Pressure), Rng: rng}
	if st.plan.Region != nil {
		h.Within, h.Soft, h.Lost = m.within(st.plan.Region), r.softness(s, st.plan.Region), r.lost(s, st.plan.Region)
		if s.Technique == lesson.Feather {
			h.Within = m.within(nil) // an edge is softened by crossing it
		}
	}
	return h
}

// How soft rims are, mm: of what stands at hand, and how much softer with each ten times the
// distance; of what has no rim of its own, and of what was built.
const (
	rimAtHand  = 0.7
	rimByTens  = 1.25
	rimHand    = 15.0 // m
	rimSoftest = 4.5
	rimOfAir   = 1.5
	rimBuilt   = 0.5
	rimOfWhole = 0.2 // and no more than this share of how wide or high a place is
)

// softness is over how many mm what a step lays fades at the rim of its place: by matter and
// distance.
func (r *Rehearsal) softness(s lesson.Step, place *scene.Region) float64 {
	z, _ := r.Lesson.Zone(s.Zone)
	soft := rimAtHand
	switch {
	case z.Kind.Is(lesson.Built | lesson.Small):
		soft = rimBuilt
	case z.Kind == lesson.CloudBank:
		soft = rimOfAir
	case z.Kind == lesson.Mist:
		soft = rimSoftest
	case z.Kind == lesson.Disc:
	default:
		if k := r.Lesson.Plane(z.Plane); k >= 0 {
			soft += rimByTens * math.Log10(max(1, r.Lesson.Planes[k].Distance/rimHand))
		}
	}
	if s.Technique == lesson.CutIn || s.Medium.Acrylic { // a block-in is a map of the shapes
		soft = min(soft, rimAtHand)
	}
	return min(soft, rimSoftest, rimOfWhole*min(place.X1-place.X0, place.Y1-place.Y0))
}

// How many times softer a rim is where it is lost, by matter. What is built, and what is cut
// in, is found all around.
const (
	lostOfLand = 6.0
	lostUsual  = 2.5
	lostFrom   = 12.0 // mm that a place is wide and high from which on a part of its rim is lost
)

// lost is where the rim of a place of a step is lost.
func (r *Rehearsal) lost(s lesson.Step, place *scene.Region) mark.Lost {
	z, _ := r.Lesson.Zone(s.Zone)
	switch {
	case z.Kind.Is(lesson.Built|lesson.Small) || z.Kind == lesson.Disc || s.Technique == lesson.CutIn || s.Medium.Acrylic:
		return mark.Lost{}
	case min(place.X1-place.X0, place.Y1-place.Y0) < lostFrom:
		return mark.Lost{}
	case z.Kind.Is(lesson.Land) || z.Kind == lesson.Snow || z.Kind == lesson.Shadow:
		return mark.Lost{Times: lostOfLand, Seed: scene.ZoneSeed(r.Lesson, z) + 101}
	}
	return mark.Lost{Times: lostUsual, Seed: scene.ZoneSeed(r.Lesson, z) + 101}
}

// stroke makes stroke k of step i.
func (r *Rehearsal) stroke(h *mark.Hand, i int, st *stage, k int, rec *film.Record, report *Report) {
	s := r.Lesson.Steps[i]
	stroke := st.plan.Strokes[k]
	begins := r.times[i].Start
	cleans := min(s.Care.Minutes(), s.Minutes/2) // the tool is cleaned first
	minute := begins + cleans + (s.Minutes-cleans)*float64(k)/float64(len(st.plan.Strokes))
	h.Film.At(r.clock(i, max(begins, math.Floor(minute/ageEvery)*ageEvery)))
	switch {
	case len(st.shades) > 0:
		r.load(h, i, st, k, report)
		if rec != nil {
			rec.Hand = uint8(max(0, h.Brush.InHand))
		}
	case stroke.Reload && k > 0: // a cloth takes a clean face, a dry brush is wiped
		report.Wiped += h.Brush.Clean(0, 0)
	}
	if !stroke.Same {
		report.Marks++
	}
	report.Hand += stroke.Minutes(h.Brush.Tool.Kind)
	h.Make(stroke)
	for again := r.manner(i).Again; again > 0; again-- {
		if again >= 1 || h.Rng.Float64() < again {
			h.Make(stroke)
		}
	}
}

// ageEvery is how often, in minutes, paint that is being worked on is brought up
// to date: within a step little sets.
const ageEvery = 4

// lift blots or scrapes the region of a step and returns the ml taken off.
func (r *Rehearsal) lift(i int, reg *scene.Region, f *film.Film) float64 {
	if reg == nil {
		return 0
	}
	s, where := r.Lesson.Steps[i], r.manner(i).within(reg)
	var off float64
	firm := mark.PressureOf(s.Pressure)
	seed := scene.Seed(r.Lesson, s.ID)
	for y := range f.H {
		for x := range f.W {
			mx, my := (float64(x)+0.5)*f.Cell, (float64(y)+0.5)*f.Cell
			if !where.Inside(mx, my) {
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
