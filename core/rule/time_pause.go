package rule

import (
	"fmt"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/score"
)

const (
	idleMost  = score.IdleMost // minutes of waiting that need no reason
	churnMost = 0.2            // share of the changes of tool that grouping saves, from which there is churn
	churnLow  = 3              // changes saved from which it is worth a word
	apartMost = 0.02           // common share of two steps' marks up to which their order does not matter
)

var idleTime = Rule{
	ID: "time.idle", Title: "Waiting with nothing to do", Severity: Note, On: Finished,
	Figure: "how long the painter waits while later work could be done", Source: "working default of the schedule",
	Reason:  "Leave an area and work elsewhere: what has to set sets meanwhile.",
	Speaks:  say("a wait of over %g minutes in which later work could be done", idleMost),
	measure: findIdle,
}

var churn = Rule{
	ID: "time.churn", Title: "More changes of tool than needed", Severity: Note, On: Finished,
	Figure: "how many changes of tool grouping saves", Source: "working default",
	Reason:  "Every change of tool and every cleaning costs time and a thought: what one tool does is best done together, where the order allows.",
	Speaks:  say("grouping would save over %g %% of the changes of tool, %d at least", 100*churnMost, churnLow),
	measure: findChurn,
}

func findIdle(c *Context) (out []Finding) {
	on := c.finished()
	if on == nil {
		return nil
	}
	l := c.Lesson
	for i, s := range l.Steps {
		if s.Technique != lesson.Wait || l.Lies(i) {
			continue
		}
		for k := i + 1; k < len(l.Steps); k++ {
			work := l.Steps[k]
			if work.Technique == lesson.Dry {
				break
			}
			between := true
			for j := i + 1; j < k; j++ {
				between = between && c.free(k, j)
			}
			// What the wait is for must not be what is worked on.
			if !between || !lays(work) || i == 0 || work.Minutes > s.Minutes || on.Reports[k].Under.Over > 0.3 || on.Reports[k].Area < 1 {
				continue
			}
			f := Finding{
				Says:   fmt.Sprintf("The painter waits %g minutes, and %s could be done meanwhile.", s.Minutes, l.Label(k)),
				Figure: s.Minutes, Unit: "min", Threshold: idleMost, Steps: []string{s.ID, work.ID}, Where: s.ID,
				offers: func() []Idea { return c.meanwhile(i, k) },
			}
			out = append(out, f)
			break
		}
	}
	return out
}

// meanwhile has the ideas to do step k before or during the wait i.
func (c *Context) meanwhile(i, k int) (out []Idea) {
	l, s, work := c.Lesson, c.Lesson.Steps[i], c.Lesson.Steps[k]
	rest := halves(s.Minutes - work.Minutes)
	all := lesson.All{lesson.Move{Step: work.ID, To: i}}
	if rest < 1 {
		all = append(all, lesson.Remove{Step: s.ID})
	} else {
		all = append(all, lesson.SetMinutes{Step: s.ID, Minutes: rest})
	}
	c.offer(&out, fmt.Sprintf("do %s first and wait %g minutes less", l.Label(k), s.Minutes-rest), all)
	beside := work
	beside.Meanwhile = true
	c.offer(&out, fmt.Sprintf("do %s meanwhile", l.Label(k)), lesson.All{lesson.Move{Step: work.ID, To: i + 1}, lesson.Change{Step: beside}})
	return out
}

// changes counts how often another tool is taken up, and cleanings of the one in hand.
func changes(steps []lesson.Step) (n int) {
	last := ""
	for _, s := range steps {
		if s.Technique.Idle() || s.Tool == "" {
			continue
		}
		if s.Tool != last {
			n++
		} else if s.Care != lesson.CarryOn {
			n++
		}
		last = s.Tool
	}
	return n
}

func findChurn(c *Context) []Finding {
	if c.finished() == nil {
		return nil
	}
	l := c.Lesson
	was := changes(l.Steps)
	place := map[string]int{} // in the lesson as it is, for what the canvas knows
	for i, s := range l.Steps {
		place[s.ID] = i
	}
	steps := slices.Clone(l.Steps)
	var all lesson.All
	for {
		from, to, best := -1, -1, changes(steps)
		for i, s := range steps {
			if s.Tool == "" || s.Technique.Idle() || len(s.Mixtures) == 0 {
				continue
			}
			for k := i - 1; k > 0; k-- { // to just behind a step with the same tool
				if steps[k].Technique.Idle() || !c.free(place[s.ID], place[steps[k].ID]) {
					break
				}
				if steps[k-1].Tool != s.Tool {
					continue
				}
				next := slices.Insert(slices.Delete(slices.Clone(steps), i, i+1), k, s)
				if n := changes(next); n < best {
					from, to, best = i, k, n
				}
			}
		}
		if from < 0 {
			break
		}
		s := steps[from]
		all = append(all, lesson.Move{Step: s.ID, To: to})
		steps = slices.Insert(slices.Delete(steps, from, from+1), to, s)
	}
	saved := was - changes(steps)
	f := Finding{Says: fmt.Sprintf("Tools are taken up or cleaned %d times; %d would do.", was, was-saved),
		Figure: float64(saved), Unit: "times", Threshold: max(churnLow-1, math.Floor(churnMost*float64(was))), Where: "script"}
	f.offers = func() (out []Idea) {
		c.offer(&out, fmt.Sprintf("move %d steps to where their tool is in hand", len(all)), all)
		return out
	}
	return []Finding{f}
}
