package rule

import (
	"fmt"
	"math"

	"proxenos/core/lesson"
)

const (
	handShare = 0.1 // share of its minutes by which a step's marks may need more
	handLeast = 0.5 // minutes by which they may in any case
	fewerMost = 0.6 // what must stay of a step's cover where marks are left out for time
)

var hand = Rule{
	ID: "time.hand", Title: "More marks than minutes", Severity: Note, On: Step,
	Reason: "A practised hand makes up to 175 taps, 60 drags or 40 marks of the knife a minute, and loads the tool 15 times: a class needs longer.",
	Figure: "how many minutes a practised hand needs for a step", Source: "working default of what a hand does in a minute",
	Speaks:  say("cleaning the tool, its marks and its dips need over %g minutes and %g %% more than the step has", handLeast, 100*handShare),
	measure: findHand,
}

func findHand(c *Context) (out []Finding) {
	for i, p := range c.reports() {
		s := c.Lesson.Steps[i]
		if s.Technique.Idle() {
			continue
		}
		out = append(out, Finding{
			Says:   fmt.Sprintf("%s is %d marks and %d dips, %.1f minutes for a practised hand, and has %s.", lesson.Capital(c.Lesson.Label(i)), p.Marks, p.Dips, p.Hand, minutesOf(s.Minutes)),
			Figure: round(p.Hand, 1), Unit: "min", Threshold: round(s.Minutes+max(handLeast, handShare*s.Minutes), 1), Where: s.ID, Steps: []string{s.ID},
			offers: func() (out []Idea) {
				needs := math.Ceil(2*p.Hand) / 2
				c.offer(&out, fmt.Sprintf("give it %s", minutesOf(needs)), lesson.SetMinutes{Step: s.ID, Minutes: needs})
				if share := s.Minutes / p.Hand; share >= fewerMost {
					fewer := math.Round(100*s.Cover*share*0.95) / 100
					c.changed(&out, fmt.Sprintf("make fewer marks: cover it %g times instead of %g", fewer, s.Cover), s, func(n *lesson.Step) { n.Cover = fewer })
				}
				return out
			},
		})
	}
	return out
}
