package score

import (
	"context"
	"fmt"
	"math"
	"strings"

	"proxenos/core/film"
	"proxenos/core/house"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/schedule"
	"proxenos/core/spectrum"
)

const (
	// OpenMost is how far paint may have set that is to be blended, 0 to 1.
	OpenMost = 0.6
	// SetEnough is how many µm of unset paint a glaze, a dry drag or a fine line bears.
	SetEnough = 45.0
	// IdleMost is how many minutes of waiting need no reason; a longer wait is for
	// something to set, and other work may be done meanwhile.
	IdleMost = 5.0
)

// What it costs to change what is in the hand, minutes.
const (
	takeUp     = 0.25 // another tool
	handsLeast = 0.25 // what stays of a step's minutes for painting
)

// A Timing is a rehearsed lesson as a question of order: what must come before what,
// how long it may wait, and what changes of tool cost.
type Timing struct {
	Lesson  *lesson.Lesson
	Problem schedule.Problem
	Why     []string // one a lag of the problem

	colours map[string]spectrum.Lab
	take    [][]float64 // [before+1][next], minutes to take up what is not in the hand
	clean   [][]float64 // [last+1][next], minutes to clean it, by what it did last
	care    [][]lesson.Care
}

// TimingOf takes from the reports of a rehearsal what the canvas says of the order. Without
// any, nil, steps of the same zone keep their order and those of others are taken to meet as
// well.
func TimingOf(l *lesson.Lesson, reports []rehearse.Report) *Timing {
	t := timing(l)
	tools := map[string]int{}
	written := t.written()
	for i, s := range l.Steps {
		task := schedule.Task{Hands: s.Minutes, Idle: s.Technique.Idle()}
		if !task.Idle {
			if _, known := tools[s.Tool]; !known {
				tools[s.Tool] = len(tools)
			}
			task.Tool = tools[s.Tool]
			task.Hands -= written[i]
		}
		if s.Technique == lesson.Blot || t.sets(i) {
			task.Hands = s.Hands()
			task.Lies = s.Minutes - task.Hands
		}
		t.Problem.Tasks = append(t.Problem.Tasks, task)
	}
	t.Problem.Change = func(before, next int) float64 {
		if t.Problem.Tasks[next].Lies > 0 {
			return 0 // a towel is at hand
		}
		return t.take[before+1][next]
	}
	t.Problem.Clean = func(last, next int) float64 {
		if t.Problem.Tasks[next].Lies > 0 {
			return 0
		}
		return t.clean[last+1][next]
	}
	t.lags(reports)
	return t
}

// timing knows what changes and cleanings take, and nothing of the canvas.
func timing(l *lesson.Lesson) *Timing {
	t := &Timing{Lesson: l, colours: map[string]spectrum.Lab{}}
	for _, s := range Swatches(l) {
		t.colours[s.Mixture] = s.Lab
	}
	t.costs()
	return t
}

// sets reports whether step i is a wait for something to set, in which other work may be
// done.
func (t *Timing) sets(i int) bool {
	s := t.Lesson.Steps[i]
	return s.Technique == lesson.Wait && s.Minutes > IdleMost
}

// costs fills in what changes and cleanings take. The written minutes of a step hold those
// that the written order needs; of a step that is too short for them they take less.
func (t *Timing) costs() {
	steps := t.Lesson.Steps
	n := len(steps)
	t.take, t.clean, t.care = make([][]float64, n+1), make([][]float64, n+1), make([][]lesson.Care, n+1)
	for b := range n + 1 {
		t.take[b], t.clean[b], t.care[b] = make([]float64, n), make([]float64, n), make([]lesson.Care, n)
	}
	last, used := -1, map[string]int{} // and 1
	for j, s := range steps {
		if s.Technique.Idle() {
			continue
		}
		apart := t.apart(used[s.Tool]-1, j)
		for b := range n + 1 {
			if b > 0 && steps[b-1].Tool != s.Tool && !steps[b-1].Technique.Idle() {
				t.take[b][j] = takeUp
			}
			if b == 0 || steps[b-1].Tool == s.Tool && b-1 != j {
				t.care[b][j] = t.needed(b-1, j, apart)
				t.clean[b][j] = t.care[b][j].Minutes()
			}
		}
		room := max(0, s.Minutes-handsLeast)
		if asked := t.take[last+1][j] + t.clean[used[s.Tool]][j]; asked > room {
			for b := range n + 1 {
				t.take[b][j] *= room / asked
				t.clean[b][j] *= room / asked
			}
		}
		last, used[s.Tool] = j, j+1
	}
}

// apart is how far, ΔE00, the last colour in a brush is from the first of step j; 0 where
// there is none.
func (t *Timing) apart(last, j int) float64 {
	if last < 0 {
		return 0
	}
	a, b := t.Lesson.Steps[last], t.Lesson.Steps[j]
	if tool, _ := t.Lesson.Tool(b.Tool); len(a.Mixtures) == 0 || len(b.Mixtures) == 0 || !tool.Kind.Brush() {
		return 0
	}
	return spectrum.DeltaE(t.colours[a.Mixtures[len(a.Mixtures)-1]], t.colours[b.Mixtures[0]])
}

// needed is what must be done to the tool of step j that was last used for another: as
// written where its colour is no farther away than in the written order, nothing where it
// suits, and more where another colour is in it.
func (t *Timing) needed(last, j int, written float64) lesson.Care {
	s := t.Lesson.Steps[j]
	apart := t.apart(last, j)
	switch {
	case s.Care == lesson.Fresh || last < 0:
		return s.Care
	case apart <= min(house.ResidueMost, written) && len(s.Mixtures) > 0 && written > house.ResidueMost:
		return lesson.CarryOn
	case apart <= max(house.ResidueMost, written):
		return s.Care
	case apart > house.WipeEnough && s.Care.Minutes() < lesson.RinseDry.Minutes():
		return lesson.RinseDry
	case s.Care.Minutes() < lesson.Wipe.Minutes():
		return lesson.Wipe
	}
	return s.Care
}

// written is how many minutes of each step the written order needs for changes and cleaning.
func (t *Timing) written() []float64 {
	out := make([]float64, len(t.Lesson.Steps))
	last, used := -1, map[string]int{}
	for i, s := range t.Lesson.Steps {
		if s.Technique.Idle() {
			continue
		}
		out[i] = t.take[last+1][i] + t.clean[used[s.Tool]][i]
		last, used[s.Tool] = i, i+1
	}
	return out
}

// need puts one step before another.
func (t *Timing) need(from, to int, least, most float64, why string, args ...any) {
	t.Problem.Lags = append(t.Problem.Lags, schedule.Lag{From: from, To: to, Least: least, Most: most})
	t.Why = append(t.Why, fmt.Sprintf(why, args...))
}

// lags collects what must come before what.
func (t *Timing) lags(reports []rehearse.Report) {
	l := t.Lesson
	meet := func(i, j int) bool { return l.Steps[i].Zone != "" && l.Steps[j].Zone != "" }
	if reports != nil {
		meet = func(i, j int) bool { return rehearse.Meet(reports, i, j) }
	}
	clock := l.Clock()
	pause := -1
	for j, s := range l.Steps {
		t.asked(j)
		switch {
		case s.Technique == lesson.Dry:
			for i := range l.Steps {
				if i < j {
					t.need(i, j, 0, 0, "before it dries")
				} else if i > j {
					t.need(j, i, 0, 0, "after it has dried")
				}
			}
		case t.sets(j):
			t.around(j, meet)
		case s.Technique.Idle():
			if pause >= 0 {
				gap := clock[j].Start - clock[pause].End
				t.need(pause, j, 0, max(LookMost, gap+1), "to stand back every %g minutes", LookMost)
			}
			pause = j
		default:
			for i := range j {
				if b := l.Steps[i]; !b.Technique.Idle() && (b.Zone == s.Zone || meet(i, j)) {
					t.need(i, j, 0, 0, "it goes over %s", l.Label(i))
				}
			}
			if reports != nil {
				t.wet(j, clock, reports)
			}
		}
	}
}

// asked takes over what the instructor wrote.
func (t *Timing) asked(j int) {
	for _, a := range t.Lesson.Steps[j].After {
		if i := t.Lesson.Step(a.Step); i >= 0 && i != j {
			t.need(i, j, a.Least, a.Most, "written so")
		}
	}
}

// around keeps a wait between what has to set and what is laid on it.
func (t *Timing) around(j int, meet func(i, j int) bool) {
	l := t.Lesson
	next := j + 1
	for next < len(l.Steps) && l.Steps[next].Technique.Idle() {
		next++
	}
	if next == len(l.Steps) {
		for i := range j {
			t.need(i, j, 0, 0, "it sets at the end")
		}
		return
	}
	t.need(j, next, 0, 0, "what it goes over must have set")
	for i := range j {
		if !l.Steps[i].Technique.Idle() && (l.Steps[i].Zone == l.Steps[next].Zone || meet(i, next)) {
			t.need(i, j, 0, 0, "it is to set for %s", l.Label(next))
		}
	}
}

// wet keeps what must still be wet, or must have set, as it is in the written order where
// that is right.
func (t *Timing) wet(j int, clock []lesson.Moment, reports []rehearse.Report) {
	l := t.Lesson
	s := l.Steps[j]
	below := reports[j].Over // what was laid there last
	if below < 0 {
		return
	}
	gap := clock[j].Start - clock[below].End
	thick := reports[below].Thick
	switch {
	case s.Technique == lesson.Feather:
		most := math.Floor(setsTo(OpenMost, thick))
		if gap <= most && most > 0 {
			t.need(below, j, 0, most, "%s must still be wet", l.Label(below))
		}
	case s.WantsGrip() && reports[j].Under.Wet <= SetEnough && gap > 0:
		fresh := reports[j].Under.Wet / (1 - film.SetAfter(gap, thick))
		if fresh > SetEnough {
			t.need(below, j, min(gap, math.Ceil(setsTo(1-SetEnough/fresh, thick))), 0, "%s must have set so far", l.Label(below))
		}
	}
}

// setsTo is how many minutes a film of some µm takes to set to a degree.
func setsTo(degree, micron float64) float64 {
	low, high := 0.0, 24*60.0
	for range 40 {
		if mid := (low + high) / 2; film.SetAfter(mid, micron) < degree {
			low = mid
		} else {
			high = mid
		}
	}
	return high
}

// saidAll is up to how many steps of a clash are all named in words.
const saidAll = 4

// A Clash is a set of steps whose waits contradict each other.
type Clash struct {
	Steps   []string `json:"steps"`
	Says    string   `json:"says"`
	Written bool     `json:"written" doc:"whether it is the written order alone in which they cannot be kept"`
}

// Clash finds the smallest set of steps whose waits contradict each other as they are
// written, and if there is none whatever the order; nil when all can be kept.
func (t *Timing) Clash(ctx context.Context) (*Clash, error) {
	written := schedule.Problem{Tasks: t.Problem.Tasks}
	for k, g := range t.Problem.Lags {
		if t.Why[k] == "written so" {
			written.Lags = append(written.Lags, g)
		}
	}
	if len(written.Lags) == 0 {
		return nil, nil
	}
	for _, keep := range []bool{false, true} {
		set, err := written.Blame(ctx, keep)
		if err != nil {
			return nil, err
		}
		if set == nil {
			continue
		}
		c := &Clash{Says: "In no order can these waits be kept:", Written: keep}
		if keep {
			c.Says = "In the written order these waits cannot be kept:"
		}
		var named []string
		for _, i := range set {
			c.Steps = append(c.Steps, t.Lesson.Steps[i].ID)
			named = append(named, t.Lesson.Label(i))
		}
		if n := len(named); keep && n > saidAll { // what lies between is to blame only for its minutes
			named = []string{named[0], named[n-1] + fmt.Sprintf(", with the %d steps between them", n-2)}
		}
		c.Says += " " + strings.Join(named, ", ") + "."
		return c, nil
	}
	return nil, nil
}
