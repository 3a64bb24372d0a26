package rule

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/score"
)

var noPause = Rule{
	ID: "time.no-pause", Title: "No time to stand back", Severity: Note, On: Script,
	Figure: "how long there is no time to stand back, or none for a break, where it is longest", Source: "working defaults of the craft: every 10 to 20 minutes, and within the hour",
	Reason:  "Stand back every 10 to 20 minutes, two metres or more, and rest within the hour: faults that are seen early are small.",
	Speaks:  say("over %g minutes without standing back, or %g without a break of %g", score.LookMost, score.BreakMost, lesson.BreakIs),
	measure: findNoPause,
}

// restRoom is how much of what may pass without a pause is filled when pauses are put in: there is room
// to put them where something is finished.
const restRoom = 0.85

func findNoPause(c *Context) (out []Finding) {
	l := c.Lesson
	for _, kind := range []struct {
		id, says string
		is       bool
		most     float64
	}{
		{"look", "From %s to %s there are %g minutes of painting without standing back", false, score.LookMost},
		{"break", "From %s to %s there are %g minutes without a break", true, score.BreakMost},
	} {
		work := unbroken(l, kind.is)
		if len(work) == 0 {
			continue
		}
		long := slices.DeleteFunc(slices.Clone(work), func(s score.Stretch) bool { return s.Minutes <= kind.most })
		worst := slices.MaxFunc(work, func(a, b score.Stretch) int { return cmp.Compare(a.Minutes, b.Minutes) })
		f := Finding{Says: fmt.Sprintf(kind.says, l.Label(worst.From), l.Label(worst.To), worst.Minutes), Figure: worst.Minutes, Unit: "min", Threshold: kind.most,
			Steps: []string{l.Steps[worst.From].ID}, Where: kind.id}
		if len(long) > 1 {
			f.Says += fmt.Sprintf(", the longest of %d that are too long", len(long))
		}
		f.Says += "."
		f.offers = func() (out []Idea) {
			if kind.is {
				c.rests(&out, long, kind.most, lesson.BreakIs, true)
				c.rests(&out, long, kind.most, lesson.BreakIs, false)
			} else {
				c.rests(&out, long, kind.most, 1, false)
			}
			return out
		}
		out = append(out, f)
	}
	return out
}

// unbroken lists the stretches of work from one pause to the next, or from one break to the next.
func unbroken(l *lesson.Lesson, breaks bool) (out []score.Stretch) {
	for _, s := range score.Unbroken(l) {
		if s.Break != breaks {
			continue
		}
		if n := len(out); n > 0 && out[n-1].To+1 == s.From { // it was cut only for being too long
			out[n-1].To, out[n-1].Minutes = s.To, out[n-1].Minutes+s.Minutes
			continue
		}
		out = append(out, s)
	}
	return out
}

// rests has the idea to put as many pauses of so many minutes into stretches of work as they need, evenly
// and rather where a plane is done; or to make short ones breaks that are there, and put in only what
// is lacking.
func (c *Context) rests(to *[]Idea, long []score.Stretch, most, minutes float64, there bool) {
	l := c.Lesson
	var all lesson.All
	var before []string
	made := 0
	for _, s := range slices.Backward(long) { // from behind, so that places stay what they are
		places := newSpread(l, s, most).places(there)
		for _, p := range slices.Backward(places) {
			before = append(before, l.Label(p.before))
			if p.pause >= 0 {
				all = append(all, lesson.SetMinutes{Step: l.Steps[p.pause].ID, Minutes: minutes})
				made++
			} else {
				all = append(all, lesson.Pause{At: p.before, Minutes: minutes})
			}
		}
	}
	if len(all) == 0 || there && made == 0 {
		return
	}
	slices.Reverse(before)
	words := fmt.Sprintf("stand back for %g min before %s", minutes, list(before))
	switch {
	case there && made == len(all):
		words = fmt.Sprintf("make the pause before %s a break of %g min", list(before), minutes)
	case minutes >= lesson.BreakIs:
		words = fmt.Sprintf("take a break of %g min before %s", minutes, list(before))
	}
	c.offer(to, words, all)
}

// A spread finds where pauses go into a stretch of work so that none of its parts is too long.
type spread struct {
	l    *lesson.Lesson
	s    score.Stretch
	most float64
	done []float64 // minutes of work in the stretch before each of its steps, and after the last
}

// A rest is a place for a pause: before a step, or at a pause that is there, -1 for none.
type rest struct{ before, pause int }

func newSpread(l *lesson.Lesson, s score.Stretch, most float64) spread {
	out := spread{l: l, s: s, most: most, done: []float64{0}}
	clock := l.Clock()
	for i := s.From; i <= s.To; i++ {
		busy := clock[i].Free - clock[i].Start
		if score.Stands(l, i) {
			busy = 0
		}
		out.done = append(out.done, out.done[len(out.done)-1]+busy)
	}
	return out
}

// at is how much work lies in the stretch before a step.
func (s spread) at(step int) float64 { return s.done[step-s.s.From] }

// parts is into how many parts at least the work from a step on is to be cut.
func (s spread) parts(from int) int {
	n, since := 1, from
	for i := from; i <= s.s.To; i++ {
		if s.at(i+1)-s.at(since) > s.most && i > since {
			n, since = n+1, i
		}
	}
	return n
}

// places are as many as are needed, each where it comes nearest to when it is due: rather where the plane
// changes, and at a pause that is there already, if those are wanted and one is near.
func (s spread) places(there bool) (out []rest) {
	all := s.at(s.s.To + 1)
	parts := max(2, int(math.Ceil(all/(restRoom*s.most))), s.parts(s.s.From))
	since := s.s.From
	for k := 1; k < parts; k++ {
		due := all * float64(k) / float64(parts)
		best, least := rest{-1, -1}, math.Inf(1)
		for i := since + 1; i <= s.s.To; i++ {
			if s.at(i)-s.at(since) > s.most && i > since+1 || s.parts(i) > parts-k && i < s.s.To {
				continue // a part would be too long
			}
			if off, pause := s.off(i, due, there); off < least {
				best, least = rest{i, pause}, off
			}
		}
		if best.before < 0 {
			break
		}
		out, since = append(out, best), best.before
	}
	return out
}

// off is how far a place is from where a pause is wanted, minutes, with the pause that is there or -1.
func (s spread) off(i int, due float64, there bool) (minutes float64, pause int) {
	const worth = 4 // minutes sooner or later for a place where something is finished
	minutes, pause = math.Abs(s.at(i)-due), -1
	if there && i > s.s.From && s.l.Steps[i-1].Technique == lesson.Wait && score.Stands(s.l, i-1) && minutes <= restRoom*s.most/4 {
		return minutes - restRoom*s.most, i - 1 // before every other place
	}
	if s.l.PlaneOf(s.l.Steps[i]) == s.l.PlaneOf(s.l.Steps[i-1]) {
		minutes += worth
	}
	return minutes, -1
}
