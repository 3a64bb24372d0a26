package teach

import "slices"

// FromSeat is a class as somebody sees it who sits in it: nothing of the others but how many they
// are.
type FromSeat struct {
	Phase   Phase      `json:"phase"`
	Step    int        `json:"step" doc:"the one under way; -1 before the start"`
	Clock   float64    `json:"clock" doc:"minutes since the start, without pauses"`
	Left    float64    `json:"left" doc:"minutes that are left, by the clock on the wall"`
	Steps   []Standing `json:"steps"`
	Towels  []Towel    `json:"towels"`
	There   int        `json:"there" doc:"how many are there"`
	Mine    Seat       `json:"mine" doc:"the own seat"`
	Through int        `json:"through" doc:"how many have done the step under way"`
}

// Standing is how far a step is, for those who follow.
type Standing struct {
	Done    bool    `json:"done"`
	Dropped bool    `json:"dropped"`
	Minutes float64 `json:"minutes" doc:"that it is to take"`
}

// For is the class as one of its seats sees it.
func (s State) For(seat string) FromSeat {
	v := FromSeat{Phase: s.Phase, Step: s.Step, Clock: s.Clock, Left: s.Left, Steps: make([]Standing, len(s.Steps)), Towels: s.Towels, Mine: Seat{ID: seat, Answers: []Answered{}}}
	for i, st := range s.Steps {
		v.Steps[i] = Standing{st.Done, st.Dropped, st.Planned}
	}
	for _, t := range s.Seats {
		if t.There {
			v.There++
			if s.Step >= 0 && t.Step > s.Step {
				v.Through++
			}
		}
	}
	if i := slices.IndexFunc(s.Seats, func(t Seat) bool { return t.ID == seat }); i >= 0 {
		v.Mine = s.Seats[i]
	}
	return v
}

// Where is where those who sit in a class are, beside the step under way.
type Where struct {
	There   int      `json:"there" doc:"how many are there"`
	Through int      `json:"through" doc:"have done the step under way"`
	At      int      `json:"at" doc:"are at it"`
	Behind  []string `json:"behind" doc:"names of those who are at an earlier one, the farthest behind first"`
}

// Where tells where those who sit there are. Who has never said that a step is done is taken to
// be at it.
func (s State) Where() Where {
	w := Where{Behind: []string{}}
	type late struct {
		name string
		step int
	}
	var behind []late
	for _, t := range s.Seats {
		if !t.There {
			continue
		}
		w.There++
		switch {
		case s.Step >= 0 && t.Step > s.Step:
			w.Through++
		case t.Step == 0 || s.onlyDropped(t.Step):
			w.At++
		default:
			behind = append(behind, late{t.Name, t.Step})
		}
	}
	slices.SortStableFunc(behind, func(a, b late) int { return a.step - b.step })
	for _, b := range behind {
		w.Behind = append(w.Behind, b.name)
	}
	return w
}

// onlyDropped reports whether all steps from one to the one under way were left out.
func (s State) onlyDropped(from int) bool {
	for i := from; i < s.Step && i < len(s.Steps); i++ {
		if !s.Steps[i].Dropped {
			return false
		}
	}
	return true
}
