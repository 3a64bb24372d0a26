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
	ID: "time.pace", Title: "Sessions took another time", Severity: Note, Beyond: true, Choice: true,
	Reason: "What past sessions took is the best forecast of the next: a plan that forgets it ends late again.",
	Speaks: say("in the middle of past sessions a step took over %g minute and %g %% more or less than planned", paceLeast, 100*paceShare),
	find:   findPace,
}

func findPace(c *Context) (out []Finding) {
	paces := run.Paces(c.Lesson, c.Runs)
	var off []run.Pace
	for _, p := range paces {
		if d := math.Abs(p.Took - p.Planned); p.Runs > 0 && d > paceLeast && d > paceShare*p.Planned {
			off = append(off, p)
		}
	}
	all := lesson.All{}
	for _, p := range off {
		all = append(all, c.asTaken(p))
	}
	for _, p := range off {
		f := Finding{
			Says:   fmt.Sprintf("%s is planned for %g minutes and took %g%s.", lesson.Capital(c.Lesson.Label(c.Lesson.Step(p.Step))), p.Planned, p.Took, among(p)),
			Figure: p.Took, Unit: "min", Threshold: p.Planned, Steps: []string{p.Step}, Where: p.Step,
		}
		if r, _, ok := c.remedy("give it what it took", c.asTaken(p)); ok {
			f.Remedies = append(f.Remedies, r)
		}
		if len(off) > 1 {
			if r, _, ok := c.remedy(fmt.Sprintf("give all %d steps what they took", len(off)), all); ok {
				f.Remedies = append(f.Remedies, r)
			}
		}
		if r, ok := c.asSlow(run.Ratio(paces)); ok {
			f.Remedies = append(f.Remedies, r)
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

// asSlow lets the whole class take as long as past ones did together.
func (c *Context) asSlow(ratio float64) (Remedy, bool) {
	e := lesson.SessionOf(c.Lesson)
	was := max(e.Pace, 1)
	e.Pace = round(was*ratio, 2)
	if e.Pace <= was*1.05 || e.Pace > paceMost {
		return Remedy{}, false
	}
	r, _, ok := c.remedy(fmt.Sprintf("let the class take %g times the written minutes, as past ones did together", e.Pace), e)
	return r, ok
}
