package teach

import (
	"cmp"
	"slices"
)

// A Line is a step in the report of a class.
type Line struct {
	Step    int     `json:"step"`
	Planned float64 `json:"planned" doc:"minutes, as it was planned at first"`
	Took    float64 `json:"took"`
	Dropped bool    `json:"dropped"`
	Hands   int     `json:"hands" doc:"how often a hand was up at it"`
}

// A Report is what a class came to.
type Report struct {
	Lines   []Line   `json:"lines" doc:"in the order of the script"`
	Planned float64  `json:"planned" doc:"minutes of all steps"`
	Took    float64  `json:"took" doc:"minutes of work, without pauses"`
	Lasted  float64  `json:"lasted" doc:"minutes by the clock on the wall"`
	Slowest []int    `json:"slowest" doc:"the steps that took most longer than planned, the worst first, five at most"`
	Asked   []int    `json:"asked" doc:"the steps at which most hands were up, five at most"`
	Joined  int      `json:"joined" doc:"how many took a seat"`
	Through int      `json:"through" doc:"how many said that they have done the last step"`
	Notes   []Remark `json:"notes"`
	Chosen  []string `json:"chosen"`
}

// ReportOf is what a class came to, from all that has happened in it.
func ReportOf(p Plan, events []Event) Report {
	now := Event{}
	if len(events) > 0 {
		now = slices.MaxFunc(events, func(a, b Event) int { return a.At.Compare(b.At) })
	}
	s := Of(p, events, now.At)
	out := Report{Lines: make([]Line, len(s.Steps)), Took: s.Clock, Lasted: s.Passed, Joined: len(s.Seats), Notes: s.Notes, Chosen: s.Chosen}
	for i, st := range s.Steps {
		out.Lines[i] = Line{Step: i, Planned: p.Minutes[i], Took: st.Took, Dropped: st.Dropped}
		out.Planned += p.Minutes[i]
	}
	there := map[string]bool{}
	for _, e := range standing(events) {
		switch {
		case e.Kind == Join:
			there[e.Seat] = true
		case e.Kind == Hand && there[e.Seat] && e.Text != "" && e.Check(len(p.Minutes)) == nil:
			out.Lines[e.Step].Hands++
		}
	}
	for _, seat := range s.Seats {
		if seat.Step >= len(p.Minutes) {
			out.Through++
		}
	}
	out.Slowest = worst(out.Lines, func(l Line) float64 { return l.Took - l.Planned })
	out.Asked = worst(out.Lines, func(l Line) float64 { return float64(l.Hands) })
	return out
}

// most is how many of the worst are named.
const most = 5

// worst are the steps with the largest figures above 0.
func worst(lines []Line, of func(Line) float64) []int {
	list := slices.Clone(lines)
	slices.SortStableFunc(list, func(a, b Line) int { return cmp.Compare(of(b), of(a)) })
	out := []int{}
	for _, l := range list {
		if len(out) < most && of(l) > 1e-9 && !l.Dropped {
			out = append(out, l.Step)
		}
	}
	return out
}
