package rule

import (
	"cmp"
	"fmt"
	"math"
	"slices"

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

// shortMost is how many steps that are too short are given their minutes one by one.
const shortMost = 2

func findHand(c *Context) []Finding {
	out := c.hands()
	short := slices.DeleteFunc(slices.Clone(out), func(f Finding) bool { return !f.Speaks() })
	if len(short) <= shortMost {
		return out
	}
	worst := slices.MaxFunc(short, func(a, b Finding) int { return cmp.Compare(a.Figure-a.Threshold, b.Figure-b.Threshold) })
	for k, f := range out {
		if f.Where == worst.Where { // it is tried once, where it is wanted most
			out[k].offers = func() []Idea { return append(f.offers(), c.allTheirMinutes(short)...) }
		}
	}
	return out
}

// hands tells of every step what its marks take.
func (c *Context) hands() (out []Finding) {
	for i, p := range c.reports() {
		s := c.Lesson.Steps[i]
		if s.Technique.Idle() {
			continue
		}
		out = append(out, Finding{
			Says:   fmt.Sprintf("%s is %d marks and %d dips, %.1f minutes for a practised hand, and has %s.", lesson.Capital(c.Lesson.Label(i)), p.Marks, p.Dips, p.Hand, minutesOf(s.Minutes)),
			Figure: round(p.Hand, 1), Unit: "min", Threshold: round(s.Minutes+max(handLeast, handShare*s.Minutes), 1), Where: s.ID, Steps: []string{s.ID},
			offers: func() (out []Idea) {
				c.offer(&out, fmt.Sprintf("give it %s", minutesOf(halvesUp(p.Hand))), lesson.SetMinutes{Step: s.ID, Minutes: halvesUp(p.Hand)})
				if t, ok := c.largerTool(s); ok {
					c.changed(&out, "use the larger "+c.Lesson.ToolName(t), s, func(n *lesson.Step) {
						*n = n.Cleaned(lesson.Fresh)
						n.Tool = t
					})
				}
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

// halvesUp is so many minutes, in whole halves.
func halvesUp(minutes float64) float64 { return math.Ceil(2*minutes) / 2 }

// allTheirMinutes has the idea to give every step that is too short what its marks need: the canvas is large
// for the brushes, or the script was written in a hurry.
func (c *Context) allTheirMinutes(short []Finding) (out []Idea) {
	var all lesson.All
	for _, f := range short {
		all = append(all, lesson.SetMinutes{Step: f.Where, Minutes: halvesUp(f.Figure)})
	}
	c.offer(&out, fmt.Sprintf("give all %d steps that are too short the minutes that they need", len(all)), all)
	return out
}

// largerTool finds a tool of the lesson that can do a step and is larger than its own, of the same kind
// where there is one, and of those the smallest.
func (c *Context) largerTool(s lesson.Step) (best string, ok bool) {
	const least, most = 1.2, 2.6 // times as wide
	now, known := c.Lesson.Tool(s.Tool)
	if !known || now.Width <= 0 {
		return "", false
	}
	wide, same := 0.0, false
	for _, t := range c.Lesson.Tools {
		k := t.Width / now.Width
		if k < least || k > most || !s.Technique.Info().Takes(t.Kind) || same && t.Kind != now.Kind {
			continue
		}
		if !ok || t.Kind == now.Kind && !same || t.Width < wide {
			best, wide, same, ok = t.ID, t.Width, t.Kind == now.Kind, true
		}
	}
	return best, ok
}
