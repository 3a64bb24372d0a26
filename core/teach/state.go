package teach

import (
	"math"
	"slices"
	"time"
)

// A Plan is what a class means to do.
type Plan struct {
	Minutes []float64 // of each step, at the pace of this class
	Towels  []float64 // of each step, how long a towel is to lie; 0 for a step without
	There   float64   // minutes that there are
}

// Phase is how far a class is.
type Phase string

// The phases.
const (
	Before  Phase = "before"
	Running Phase = "running"
	Paused  Phase = "paused"
	Ended   Phase = "ended"
)

// Progress is how far a step is.
type Progress struct {
	Begun   float64 `json:"begun" doc:"minute at which it was begun last; -1 for never"`
	Took    float64 `json:"took" doc:"minutes that it has taken so far"`
	Done    bool    `json:"done"`
	Dropped bool    `json:"dropped" doc:"left out, because it was late"`
	Planned float64 `json:"planned" doc:"minutes that it is to take from what was chosen last"`
}

// A Towel lies on the canvas.
type Towel struct {
	Step  int     `json:"step"`
	Laid  float64 `json:"laid" doc:"minute"`
	Ready float64 `json:"ready" doc:"minute at which it may be lifted"`
}

// A Seat is a student.
type Seat struct {
	ID     string `json:"id"`
	Name   string `json:"name"`
	Step   int    `json:"step" doc:"the first that they have not done"`
	There  bool   `json:"there"`
	Hand   string `json:"hand,omitempty" doc:"the trouble that they have a hand up for"`
	HandAt int    `json:"handAt" doc:"at which step"`

	Answers []Answered `json:"answers" doc:"what they were told, the last last"`
}

// Answered is what somebody was told who had a hand up.
type Answered struct {
	Step    int    `json:"step"`
	Trouble string `json:"trouble"`
	Says    string `json:"says"`
	Made    string `json:"made,omitempty" doc:"names the pictures of it"`
}

// A Remark is a note.
type Remark struct {
	Minute float64 `json:"minute"`
	Step   int     `json:"step"`
	Text   string  `json:"text"`
}

// A State is a class at a moment.
type State struct {
	Phase   Phase      `json:"phase"`
	Step    int        `json:"step" doc:"the one under way; -1 before the start"`
	Since   float64    `json:"since" doc:"minute at which it was begun"`
	Clock   float64    `json:"clock" doc:"minutes since the start, without pauses"`
	Passed  float64    `json:"passed" doc:"minutes since the start by the clock on the wall"`
	Left    float64    `json:"left" doc:"minutes that are left, by the clock on the wall; below 0 when it is over time"`
	Behind  float64    `json:"behind" doc:"minutes behind the plan as it was at first; below 0 for ahead"`
	Ends    float64    `json:"ends" doc:"minute at which it will end, if what is left takes as long as planned"`
	Late    float64    `json:"late" doc:"minutes by which that is over the time there is; 0 when it fits"`
	Steps   []Progress `json:"steps"`
	Towels  []Towel    `json:"towels"`
	Seats   []Seat     `json:"seats"`
	Notes   []Remark   `json:"notes"`
	Chosen  []string   `json:"chosen" doc:"what was chosen because it was late, in words"`
	Ignored int        `json:"ignored" doc:"events that could not be at their moment: a second screen said the same"`

	start, upTo time.Time // when it began; up to when the clock has been counted
}

// Of is the state of a class at a moment, from all that has happened, in the order in which it
// was written down. What cannot be at its moment changes nothing: two screens may say the same.
func Of(p Plan, events []Event, now time.Time) State {
	s := State{Phase: Before, Step: -1, Steps: make([]Progress, len(p.Minutes)), Towels: []Towel{}, Seats: []Seat{}, Notes: []Remark{}, Chosen: []string{}}
	for i := range s.Steps {
		s.Steps[i] = Progress{Begun: -1, Planned: p.Minutes[i]}
	}
	events = slices.DeleteFunc(slices.Clone(events), func(e Event) bool { return e.At.After(now) }) // it has not happened yet
	for _, e := range standing(events) {
		if e.Check(len(p.Minutes)) != nil || !s.take(p, e) {
			s.Ignored++
		}
	}
	s.tick(now)
	s.reckon(p)
	return s
}

// standing are the events that were not taken back. An event that could not be counts as well:
// what it was is what was done last.
func standing(events []Event) []Event {
	out := make([]Event, 0, len(events))
	for _, e := range events {
		if e.Kind != TakeBack {
			out = append(out, e)
			continue
		}
		for i := len(out) - 1; i >= 0; i-- {
			if !out[i].Kind.ofStudent() {
				out = slices.Delete(out, i, i+1)
				break
			}
		}
	}
	return out
}

// tick lets the clock go on to a moment; it never goes back.
func (s *State) tick(to time.Time) {
	if s.Phase == Before || !to.After(s.upTo) {
		return
	}
	minutes := to.Sub(s.upTo).Minutes()
	s.upTo = to
	if s.Phase == Ended {
		return
	}
	s.Passed = to.Sub(s.start).Minutes()
	if s.Phase == Running {
		s.Clock += minutes
		if s.Step >= 0 && s.Step < len(s.Steps) {
			s.Steps[s.Step].Took += minutes
		}
	}
}

// take lets an event happen; false when it cannot.
func (s *State) take(p Plan, e Event) bool {
	s.tick(e.At)
	switch e.Kind {
	case Start:
		if s.Phase != Before || len(s.Steps) == 0 {
			return false
		}
		s.Phase, s.start, s.upTo = Running, e.At, e.At
		s.begin(s.next(-1))
		return true
	case Join, Leave, Hand, Ready, Answer:
		return s.student(e)
	case Note:
		s.Notes = append(s.Notes, Remark{s.Clock, max(0, s.Step), e.Text})
		return true
	}
	if s.Phase == Before || s.Phase == Ended {
		return false
	}
	switch e.Kind {
	case Begin:
		return s.begin(e.Step)
	case Done:
		if s.Step >= len(s.Steps) {
			return false
		}
		s.Steps[s.Step].Done = true
		s.begin(s.next(s.Step))
	case Back:
		to := s.before(s.Step)
		if to < 0 {
			return false
		}
		s.Steps[to].Done = false
		return s.begin(to)
	case Pause:
		if s.Phase != Running {
			return false
		}
		s.Phase = Paused
	case Resume:
		if s.Phase != Paused {
			return false
		}
		s.Phase = Running
	case Lay:
		if p.Towels[e.Step] <= 0 || s.towel(e.Step) >= 0 {
			return false
		}
		s.Towels = append(s.Towels, Towel{e.Step, s.Clock, s.Clock + p.Towels[e.Step]})
	case Lift:
		i := s.towel(e.Step)
		if i < 0 {
			return false
		}
		s.Towels = slices.Delete(s.Towels, i, i+1)
	case Choose:
		return s.choose(e)
	case End:
		s.Phase = Ended
	}
	return true
}

// begin begins a step; the one after the last is the end of the script, at which the class still runs.
func (s *State) begin(step int) bool {
	if step == s.Step {
		return false
	}
	s.Step, s.Since = step, s.Clock
	if step < len(s.Steps) {
		s.Steps[step].Begun = s.Clock
		s.Steps[step].Done, s.Steps[step].Dropped = false, false
	}
	return true
}

// next is the first step after one that is neither done nor left out.
func (s *State) next(after int) int {
	for i := after + 1; i < len(s.Steps); i++ {
		if !s.Steps[i].Done && !s.Steps[i].Dropped {
			return i
		}
	}
	return len(s.Steps)
}

// before is the last step before one that is not left out; -1 for none.
func (s *State) before(step int) int {
	for i := min(step, len(s.Steps)) - 1; i >= 0; i-- {
		if !s.Steps[i].Dropped {
			return i
		}
	}
	return -1
}

func (s *State) towel(step int) int {
	return slices.IndexFunc(s.Towels, func(t Towel) bool { return t.Step == step })
}

// choose leaves steps out that are not begun, and shortens others.
func (s *State) choose(e Event) bool {
	changed := false
	for _, d := range e.Drop {
		if st := &s.Steps[d]; !st.Done && d != s.Step && !st.Dropped {
			st.Dropped, changed = true, true
		}
	}
	for _, sh := range e.Short {
		if st := &s.Steps[sh.Step]; !st.Done && sh.Minutes != st.Planned {
			st.Planned, changed = sh.Minutes, true
		}
	}
	if changed {
		s.Chosen = append(s.Chosen, e.Text)
	}
	return changed
}

// Called is what tells a student from the others: the name, and the seat with it where somebody
// else has the same name. It is empty for a seat that is not taken.
func (s State) Called(seat string) string {
	at := slices.IndexFunc(s.Seats, func(t Seat) bool { return t.ID == seat })
	if at < 0 {
		return ""
	}
	name := s.Seats[at].Name
	if slices.ContainsFunc(s.Seats[:at], func(t Seat) bool { return t.Name == name }) {
		return name + ", seat " + seat
	}
	return name
}

// student takes what is said of a student.
func (s *State) student(e Event) bool {
	i := slices.IndexFunc(s.Seats, func(t Seat) bool { return t.ID == e.Seat })
	if e.Kind == Join {
		switch {
		case i >= 0 && s.Seats[i].There && s.Seats[i].Name == e.Text:
			return false
		case i >= 0:
			s.Seats[i].There, s.Seats[i].Name = true, e.Text
		case len(s.Seats) >= MostSeats:
			return false
		default:
			s.Seats = append(s.Seats, Seat{ID: e.Seat, Name: e.Text, There: true, Answers: []Answered{}})
		}
		return true
	}
	if i < 0 {
		return false
	}
	seat := &s.Seats[i]
	switch e.Kind {
	case Leave:
		if !seat.There {
			return false
		}
		seat.There, seat.Hand = false, ""
	case Hand:
		if !seat.There || e.Text == "" && seat.Hand == "" {
			return false
		}
		seat.Hand, seat.HandAt = e.Text, e.Step // without a trouble it is taken down
	case Answer:
		if seat.Hand == "" {
			return false
		}
		seat.Answers = append(seat.Answers, Answered{seat.HandAt, seat.Hand, e.Text, e.Made})
		seat.Hand = ""
	case Ready:
		if e.Step < seat.Step {
			return false
		}
		seat.Step = e.Step + 1
	}
	return true
}

// reckon works out what follows: how far behind, and when it will end.
func (s *State) reckon(p Plan) {
	if s.Phase == Before {
		s.Left = p.There
		return
	}
	s.Left = p.There - s.Passed
	if s.Phase == Ended {
		s.Ends = s.Passed
		return
	}
	var planned, left float64
	for i, st := range s.Steps {
		switch {
		case st.Done:
			planned += p.Minutes[i]
		case st.Dropped && i < s.Step: // its time is won
			planned += p.Minutes[i]
		case st.Dropped:
		case i == s.Step:
			left += max(0, st.Planned-st.Took)
			planned += min(st.Took, st.Planned)
		default:
			left += st.Planned
		}
	}
	s.Behind = s.Clock - planned
	s.Ends = s.Passed + left
	s.Late = max(0, s.Ends-p.There)
}

// How long somebody may be helped, minutes.
const (
	helpLeast = 5.0 // in any case: others wait as well
	helpMost  = 60.0
)

// Spare is how many minutes somebody may spend on what went wrong: what is left of the step under
// way, or what the class is ahead, and some in any case.
func (s State) Spare() float64 {
	if s.Step < 0 || s.Step >= len(s.Steps) {
		return min(helpMost, max(helpLeast, math.Floor(s.Left)))
	}
	st := s.Steps[s.Step]
	return min(helpMost, max(helpLeast, math.Ceil(max(st.Planned-st.Took, -s.Behind))))
}
