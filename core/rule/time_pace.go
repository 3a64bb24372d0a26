package rule

import (
	"fmt"
	"math"

	"proxenos/core/lesson"
	"proxenos/core/run"
)

const (
	paceShare = 0.25 // share of its minutes by which a step may take longer or shorter
	paceLeast = 1.0  // minutes by which it may in any case
	paceMost  = 3.0  // times the minutes that a class may take, as the format bounds it
)

var pace = Rule{
	ID: "time.pace", Title: "Sessions took another time", Severity: Note, On: Reports, Beyond: true, Choice: true,
	Reason: "What past sessions took is the best forecast of the next: a plan that forgets it ends late again.",
	Figure: "by how many minutes a step took longer or shorter than planned", Source: "working default: what a class does not notice",
	Speaks:  say("in the middle of past sessions a step took over %g minute and %g %% more or less than planned", paceLeast, 100*paceShare),
	measure: findPace,
}

func findPace(c *Context) (out []Finding) {
	paces := run.Paces(c.Lesson, c.Runs)
	all := lesson.All{}
	for _, p := range paces {
		if p.Runs == 0 {
			continue
		}
		f := Finding{
			Says:   fmt.Sprintf("%s is planned for %g minutes and took %g%s.", lesson.Capital(c.Lesson.Label(c.Lesson.Step(p.Step))), p.Planned, p.Took, among(p)),
			Figure: round(math.Abs(p.Took-p.Planned), 2), Unit: "min", Threshold: round(max(paceLeast, paceShare*p.Planned), 2), Steps: []string{p.Step}, Where: p.Step,
		}
		f.offers = func() (out []Idea) {
			c.offer(&out, "give it what it took", c.asTaken(p))
			if len(all) > 1 {
				c.offer(&out, fmt.Sprintf("give all %d steps what they took", len(all)), all)
			}
			c.asSlow(&out, run.Ratio(paces))
			return out
		}
		if f.Speaks() {
			all = append(all, c.asTaken(p))
		}
		out = append(out, f)
	}
	return out
}

// among says how sure a pace is.
func among(p run.Pace) string {
	if p.Runs == 1 {
		return " in the one session that was timed"
	}
	return fmt.Sprintf(" in the middle of %d sessions, from %g to %g", p.Runs, p.Least, p.Most)
}

// asTaken gives a step what it took, at the pace of the class.
func (c *Context) asTaken(p run.Pace) lesson.Edit {
	s := c.Lesson.Steps[c.Lesson.Step(p.Step)]
	return lesson.SetMinutes{Step: s.ID, Minutes: halves(s.Minutes * p.Took / p.Planned)}
}

// asSlow has the idea to let the whole class take as long as past ones did together.
func (c *Context) asSlow(to *[]Idea, ratio float64) {
	e := lesson.SessionOf(c.Lesson)
	was := max(e.Pace, 1)
	e.Pace = round(was*ratio, 2)
	if e.Pace <= was*1.05 || e.Pace > paceMost {
		return
	}
	c.offer(to, fmt.Sprintf("let the class take %g times the written minutes, as past ones did together", e.Pace), e)
}
