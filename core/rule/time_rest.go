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
		parts := max(2, math.Ceil(s.Minutes/(restRoom*most)))
		from, until := l.Start(s.From), l.Start(s.To)+l.Steps[s.To].Minutes
		last := s.To + 1
		for k := parts - 1; k >= 1; k-- {
			due := from + k*(until-from)/parts
			if i := c.pauseNear(s, last, due, restRoom*most/4); there && i >= 0 {
				all = append(all, lesson.SetMinutes{Step: l.Steps[i].ID, Minutes: minutes})
				before, last = append(before, l.Label(i+1)), i
				made++
				continue
			}
			if i := c.doneNear(s, last, due); i > s.From {
				all = append(all, lesson.Pause{At: i, Minutes: minutes})
				before, last = append(before, l.Label(i)), i
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

// pauseNear is the pause of a stretch, before some step, that is nearest to when one is due; -1 where none
// is within so many minutes.
func (c *Context) pauseNear(s score.Stretch, last int, due, within float64) int {
	l, best := c.Lesson, -1
	for i := s.From; i < min(last, s.To); i++ {
		if d := math.Abs(l.Start(i) - due); l.Steps[i].Technique == lesson.Wait && score.Stands(l, i) && d <= within {
			best, within = i, d
		}
	}
	return best
}

// doneNear is the step of a stretch, before another, before which a pause comes nearest to when it is
// due, rather where the plane changes; -1 for none.
func (c *Context) doneNear(s score.Stretch, last int, due float64) int {
	const worth = 4 // minutes sooner or later for a place where something is finished
	l := c.Lesson
	best, least := -1, 0.0
	for i := s.From + 1; i < last; i++ {
		d := math.Abs(l.Start(i) - due)
		if l.PlaneOf(l.Steps[i]) == l.PlaneOf(l.Steps[i-1]) {
			d += worth
		}
		if best < 0 || d < least {
			best, least = i, d
		}
	}
	return best
}
