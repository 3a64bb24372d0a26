package teach

import (
	"cmp"
	"fmt"
	"slices"

	"proxenos/core/lesson"
)

// A TookLine is a step in the report of a class.
type TookLine struct {
	Step     int      `json:"step"`
	Planned  float64  `json:"planned" doc:"minutes, as it was planned at first"`
	Took     float64  `json:"took" doc:"minutes"`
	Dropped  bool     `json:"dropped"`
	Hands    int      `json:"hands" doc:"how often a hand was up at it"`
	Behind   float64  `json:"behind" doc:"minutes that the class was behind its plan when it had done the step"`
	Troubles []string `json:"troubles" doc:"what the hands were up for, as they came"`
}

// An Outcome is what a class came to.
type Outcome struct {
	Lines   []TookLine `json:"lines" doc:"in the order of the script"`
	Planned float64    `json:"planned" doc:"minutes of all steps"`
	Took    float64    `json:"took" doc:"minutes of work, without pauses"`
	Lasted  float64    `json:"lasted" doc:"minutes by the clock on the wall"`
	Slowest []int      `json:"slowest" doc:"the steps that took most longer than planned, the worst first, five at most"`
	Asked   []int      `json:"asked" doc:"the steps at which most hands were up, five at most"`
	Joined  int        `json:"joined" doc:"how many took a seat"`
	Through int        `json:"through" doc:"how many said that they have done the last step"`
	Notes   []Remark   `json:"notes"`
	Chosen  []string   `json:"chosen"`
}

// OutcomeOf is what a class came to, from all that has happened in it.
func OutcomeOf(p Plan, events []Event) Outcome {
	now := Event{}
	if len(events) > 0 {
		now = slices.MaxFunc(events, func(a, b Event) int { return a.At.Compare(b.At) })
	}
	s := Of(p, events, now.At)
	out := Outcome{Lines: make([]TookLine, len(s.Steps)), Took: s.Clock, Lasted: s.Passed, Joined: len(s.Seats), Notes: s.Notes, Chosen: s.Chosen}
	var late float64
	for i, st := range s.Steps {
		if st.Done || st.Took > 0 {
			late += st.Took - p.Minutes[i]
		} else if st.Dropped {
			late -= p.Minutes[i]
		}
		out.Lines[i] = TookLine{Step: i, Planned: p.Minutes[i], Took: st.Took, Dropped: st.Dropped, Behind: late, Troubles: []string{}}
		out.Planned += p.Minutes[i]
	}
	there := map[string]bool{}
	for _, e := range standing(events) {
		switch {
		case e.Kind == Join:
			there[e.Seat] = true
		case e.Kind == Hand && there[e.Seat] && e.Text != "" && e.Check(len(p.Minutes)) == nil:
			out.Lines[e.Step].Hands++
			out.Lines[e.Step].Troubles = append(out.Lines[e.Step].Troubles, e.Text)
		}
	}
	for _, seat := range s.Seats {
		if seat.Step >= len(p.Minutes) {
			out.Through++
		}
	}
	out.Slowest = worst(out.Lines, func(l TookLine) float64 { return l.Took - l.Planned })
	out.Asked = worst(out.Lines, func(l TookLine) float64 { return float64(l.Hands) })
	return out
}

// most is how many of the worst are named.
const most = 5

// worst are the steps with the largest figures above 0.
func worst(lines []TookLine, of func(TookLine) float64) []int {
	list := slices.Clone(lines)
	slices.SortStableFunc(list, func(a, b TookLine) int { return cmp.Compare(of(b), of(a)) })
	out := []int{}
	for _, l := range list {
		if len(out) < most && of(l) > 1e-9 && !l.Dropped {
			out = append(out, l.Step)
		}
	}
	return out
}

// Says is the report in a few sentences.
func (r Outcome) Says(l *lesson.Lesson) string {
	if r.Lasted == 0 {
		return "Nothing has been taught yet."
	}
	says := fmt.Sprintf("It lasted %.0f minutes; the steps took %.0f and were planned with %.0f.", r.Lasted, r.Took, r.Planned)
	worst := -1
	for i, line := range r.Lines {
		if !line.Dropped && line.Took > 0 && (worst < 0 || line.Took-line.Planned > r.Lines[worst].Took-r.Lines[worst].Planned) {
			worst = i
		}
	}
	if worst >= 0 && r.Lines[worst].Took-r.Lines[worst].Planned >= 1 {
		says += fmt.Sprintf(" It lost most at %s: %.0f minutes.", l.Label(worst), r.Lines[worst].Took-r.Lines[worst].Planned)
	}
	if r.Joined > 0 {
		says += fmt.Sprintf(" %d sat in it, %d have said that they are through.", r.Joined, r.Through)
	}
	return says
}
