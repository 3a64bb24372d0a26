package pupil

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"math"
	"math/rand/v2"
	"runtime"
	"slices"
	"strings"
	"sync"
	"sync/atomic"

	"proxenos/core/class"
	"proxenos/core/fault"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/scene"
)

// Cell is the side of a cell of a student's canvas, mm.
const Cell = 1.5

// A Class is who comes.
type Class struct {
	Levels  []lesson.Level // of each student
	Minutes float64        // that there are; 0 for the lesson's own session
	Seed    uint64         // who they are: the same come with the same
	Hand    *Traits        // everybody's, instead of one by level; nil for by level
}

// Of is the class of so many people, by what they have learnt.
func Of(people class.People, minutes float64, seed uint64) Class {
	c := Class{Minutes: minutes, Seed: seed}
	for level, n := range map[lesson.Level]int{lesson.FirstSteps: people.First, lesson.SomePractice: people.Some, lesson.Experienced: people.Experienced} {
		c.Levels = append(c.Levels, slices.Repeat([]lesson.Level{level}, n)...)
	}
	slices.Sort(c.Levels)
	return c
}

// MostStudents is how many may paint in a class that is rehearsed.
const MostStudents = 200

// A Failure is how somebody fails at a step.
type Failure string

// The failures.
const (
	Muddy  Failure = "mud"
	Thin   Failure = "slips"
	Off    Failure = "colour"
	Beside Failure = "edge"
	Heavy  Failure = "thick"
)

// Name says a failure in words.
func (f Failure) Name() string {
	return map[Failure]string{Muddy: "goes to mud", Thin: "does not stick", Off: "is another colour", Beside: "lands beside its place", Heavy: "is too thick to go over"}[f]
}

// Failures are all of them.
func Failures() []Failure { return []Failure{Muddy, Thin, Off, Beside, Heavy} }

// A Fate is what became of a step in a class.
type Fate struct {
	Step   int                 `json:"step" doc:"from 0"`
	Fails  float64             `json:"fails" doc:"share of the students that fail at it"`
	How    map[Failure]float64 `json:"how" doc:"and how: shares; one may fail in several ways"`
	Says   string              `json:"says" doc:"how, in words"`
	Low    float64             `json:"low" doc:"minutes that one in ten stays below"`
	Middle float64             `json:"middle" doc:"minutes of the one in the middle"`
	High   float64             `json:"high" doc:"minutes that one in ten goes beyond"`
}

// Found is what was found when a class painted a lesson.
type Found struct {
	Students int     `json:"students"`
	Marks    []Fate  `json:"marks" doc:"a step each, in the order of the script"`
	Finish   float64 `json:"finish" doc:"share of the students that finish in the minutes there are"`
	Low      float64 `json:"low" doc:"minutes of the whole lesson that one in ten stays below"`
	Middle   float64 `json:"middle"`
	High     float64 `json:"high"`
	Minutes  float64 `json:"minutes" doc:"that there are"`
	Failed   float64 `json:"failed" doc:"steps that one student fails at, on average"`
	Hardest  []int   `json:"hardest" doc:"the steps at which most fail, five at most, the worst first"`
	Helps    []Help  `json:"helps" doc:"what was tried to help, what helps most first"`
}

// fatigue: who paints for an hour without a break is slower from then on.
const (
	tiredAfter = 60.0
	tired      = 1.1
)

// A student is one hand, and the chance by which it differs from step to step.
type student struct {
	traits Traits
	seed   uint64
}

// students are those who come.
func (c Class) students() []student {
	out := make([]student, len(c.Levels))
	for n, of := range c.Levels {
		rng := rand.New(rand.NewPCG(c.Seed, uint64(n)+1))
		out[n] = student{Draw(of, rng), rng.Uint64()}
		if c.Hand != nil {
			out[n].traits = *c.Hand
		}
	}
	return out
}

// An aid changes how students paint some steps.
type aid func(step int, t Traits) Traits

// Rehearse lets a class paint a lesson. told hears how many have painted it, one call at a time; it
// may be nil. It stops early with the error of ctx, and fails for no student or over
// [MostStudents].
func Rehearse(ctx context.Context, l *lesson.Lesson, c Class, told func(done, of int)) (*Found, error) {
	return rehearseWith(ctx, l, c, nil, told)
}

func rehearseWith(ctx context.Context, l *lesson.Lesson, c Class, help aid, told func(done, of int)) (*Found, error) {
	if len(c.Levels) == 0 || len(c.Levels) > MostStudents {
		return nil, fmt.Errorf("the class has %d students: give 1 to %d", len(c.Levels), MostStudents)
	}
	plan, err := rehearse.Part(ctx, nil, l, Cell, 0, len(l.Steps), nil, nil)
	if err != nil {
		return nil, err
	}
	all := c.students()
	results, errs := make([]result, len(all)), make([]error, len(all))
	var next atomic.Int64
	var telling sync.Mutex
	painted := 0
	tell := func() {
		telling.Lock()
		defer telling.Unlock()
		if painted++; told != nil {
			told(painted, len(all))
		}
	}
	var group fault.Group
	for range min(len(all), runtime.GOMAXPROCS(0)) {
		group.Go(func() {
			for n := int(next.Add(1)) - 1; n < len(all) && ctx.Err() == nil; n = int(next.Add(1)) - 1 {
				results[n], errs[n] = all[n].paints(ctx, l, plan, help)
				tell()
			}
		})
	}
	group.Wait()
	if err := errors.Join(append(errs, ctx.Err())...); err != nil {
		return nil, err
	}
	return gather(l, c, results), nil
}

// A result is what became of one student.
type result struct {
	fails   [][]Failure // of each step
	minutes []float64
}

// paints lets a student paint.
func (s student) paints(ctx context.Context, l *lesson.Lesson, plan *rehearse.Rehearsal, help aid) (result, error) {
	manners := s.manners(l, help)
	r, err := rehearse.Part(ctx, nil, l, Cell, 0, len(l.Steps), func(i int) rehearse.Manner { return manners[i] }, nil)
	if err != nil {
		return result{}, err
	}
	out := result{minutes: s.minutes(l)}
	for i := range l.Steps {
		out.fails = append(out.fails, fails(l, i, manners[i], r.Reports[i], plan.Reports[i]))
	}
	return out, nil
}

// manners are how a student carries out each step.
func (s student) manners(l *lesson.Lesson, help aid) []rehearse.Manner {
	out := make([]rehearse.Manner, len(l.Steps))
	for i, step := range l.Steps {
		t := s.traits
		if help != nil {
			t = help(i, t)
		}
		out[i] = t.manner(step, rand.New(rand.NewPCG(s.seed, scene.Seed(l, step.ID))))
	}
	return out
}

// Manners are how somebody of a level carries out the steps of a lesson, by seed; of no level they
// are carried out as they are written.
func Manners(l *lesson.Lesson, of lesson.Level, seed uint64) func(step int) rehearse.Manner {
	if of == "" {
		return func(int) rehearse.Manner { return rehearse.Manner{} }
	}
	s := Class{Levels: []lesson.Level{of}, Seed: seed}.students()[0]
	manners := s.manners(l, nil)
	return func(i int) rehearse.Manner { return manners[i] }
}

// minutes are how long a student takes for each step.
func (s student) minutes(l *lesson.Lesson) []float64 {
	out := make([]float64, len(l.Steps))
	var since float64
	for i, step := range l.Steps {
		out[i] = step.Minutes
		switch {
		case step.Technique.Idle() && step.Minutes >= lesson.BreakIs:
			since = 0
			continue
		case step.Technique.Idle() || step.Technique == lesson.Blot:
		default:
			out[i] *= s.traits.Pace
			if since >= tiredAfter {
				out[i] *= tired
			}
		}
		since += out[i]
	}
	return out
}

// From when on somebody fails, beside what comes of the lesson as it is written.
const (
	mudMore   = 0.15 // share that went to mud
	thinLess  = 0.60 // share of what the step is to cover
	laysLess  = 0.80 // of the paint that it is to lay
	leastArea = 0.5  // cm² from which that is looked at
	colourOff = 5.0  // ΔE00
	edgeMore  = 3.0  // cm of another edge to be repaired
	besideBy  = 0.4  // of how wide or high a thing is
	thickMore = 1.7
	thickFrom = 150.0 // µm
)

// fails tells how a student fails at a step, from the reports of theirs and of the lesson as it
// is written.
func fails(l *lesson.Lesson, i int, m rehearse.Manner, own, plan rehearse.Report) []Failure {
	s := l.Steps[i]
	if !s.Technique.Marks() || len(s.Mixtures) == 0 {
		return nil
	}
	var out []Failure
	say := func(f Failure, is bool) {
		if is {
			out = append(out, f)
		}
	}
	muddy := own.Mud-plan.Mud >= mudMore
	say(Muddy, muddy)
	say(Thin, plan.Area >= leastArea && own.Area < thinLess*plan.Area && own.On < laysLess*plan.On)
	say(Off, !muddy && own.Delta-plan.Delta >= colourOff)
	say(Heavy, own.Thick > thickMore*plan.Thick && own.Thick > thickFrom)
	beside := own.Crossed.Edge-plan.Crossed.Edge >= edgeMore
	if z, ok := l.Zone(s.Zone); ok && len(z.Outline) > 1 {
		w, h := extent(z)
		beside = beside || math.Abs(m.Miss.X) > besideBy*w || math.Abs(m.Miss.Y) > besideBy*h
	}
	say(Beside, beside)
	return out
}

// extent is how wide and high a zone is.
func extent(z lesson.Zone) (w, h float64) {
	lo, hi := z.Outline[0], z.Outline[0]
	for _, p := range z.Outline {
		lo, hi = lesson.Point{X: min(lo.X, p.X), Y: min(lo.Y, p.Y)}, lesson.Point{X: max(hi.X, p.X), Y: max(hi.Y, p.Y)}
	}
	return hi.X - lo.X, hi.Y - lo.Y
}

// most is how many of the hardest steps are named.
const most = 5

// gather counts what became of all.
func gather(l *lesson.Lesson, c Class, results []result) *Found {
	n := float64(len(results))
	out := &Found{Students: len(results), Marks: make([]Fate, len(l.Steps)), Minutes: c.Minutes, Hardest: []int{}, Helps: []Help{}}
	if out.Minutes == 0 {
		out.Minutes = float64(l.Session)
	}
	totals := make([]float64, len(results))
	for i := range l.Steps {
		m := Fate{Step: i, How: map[Failure]float64{}}
		took := make([]float64, len(results))
		for k, r := range results {
			took[k] = r.minutes[i]
			totals[k] += took[k]
			if len(r.fails[i]) > 0 {
				m.Fails += 1 / n
				out.Failed += 1 / n
			}
			for _, f := range r.fails[i] {
				m.How[f] += 1 / n
			}
		}
		m.Fails = round(m.Fails)
		var how []string
		for _, f := range Failures() {
			if m.How[f] > 0 {
				m.How[f] = round(m.How[f])
				how = append(how, fmt.Sprintf("%s %.0f %%", f.Name(), 100*m.How[f]))
			}
		}
		m.Says = strings.Join(how, ", ")
		m.Low, m.Middle, m.High = tenths(took)
		out.Marks[i] = m
	}
	out.Low, out.Middle, out.High = tenths(totals)
	for _, t := range totals {
		if t <= out.Minutes {
			out.Finish += 1 / n
		}
	}
	out.Finish, out.Failed = round(out.Finish), round(out.Failed)
	list := slices.Clone(out.Marks)
	slices.SortStableFunc(list, func(a, b Fate) int { return cmp.Compare(b.Fails, a.Fails) })
	for _, m := range list {
		if m.Fails > 0 && len(out.Hardest) < most {
			out.Hardest = append(out.Hardest, m.Step)
		}
	}
	return out
}

// tenths are the value that one in ten stays below, the middle, and the one that one in ten goes
// beyond.
func tenths(list []float64) (low, middle, high float64) {
	sorted := slices.Sorted(slices.Values(list))
	at := func(share float64) float64 {
		x := share * float64(len(sorted)-1)
		i := int(x)
		j := min(len(sorted)-1, i+1)
		return round(sorted[i] + (x-float64(i))*(sorted[j]-sorted[i]))
	}
	return at(0.1), at(0.5), at(0.9)
}

func round(v float64) float64 { return math.Round(1000*v) / 1000 }
