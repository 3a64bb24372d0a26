package rule

import (
	"cmp"
	"fmt"
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
		work := score.Work(l, kind.is)
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
				c.rests(&out, long, lesson.BreakIs, true)
				c.rests(&out, long, lesson.BreakIs, false)
			} else {
				c.rests(&out, long, 1, false)
			}
			return out
		}
		out = append(out, f)
	}
	return out
}

// rests has the idea to put as many pauses of so many minutes into stretches of work as they need, evenly
// and rather where a plane is done; or to make short ones breaks that are there, and put in only what
// is lacking.
func (c *Context) rests(to *[]Idea, long []score.Stretch, minutes float64, there bool) {
	l := c.Lesson
	var all lesson.All
	var before []string
	made := 0
	for _, s := range slices.Backward(long) { // from behind, so that places stay what they are
		for _, r := range slices.Backward(score.Rests(l, s, there)) {
			before = append(before, l.Label(r.Before))
			if r.Pause >= 0 {
				all = append(all, lesson.SetMinutes{Step: l.Steps[r.Pause].ID, Minutes: minutes})
				made++
			} else {
				all = append(all, lesson.Pause{At: r.Before, Minutes: minutes})
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
