// Package teach runs a class: what has happened is a list of events, appended and never changed,
// and the state of the class at any moment is a pure function of that list. Whoever has the
// events has the state: a second screen, a new tab, a server that was killed.
//
// Minutes are counted from the start of the class, without the pauses. Steps are places in the
// script, from 0.
package teach

import (
	"fmt"
	"strings"
	"time"
)

// A Kind of event.
type Kind string

// The kinds. What is said of a student carries the seat.
const (
	Start    Kind = "start"     // the class begins
	Begin    Kind = "begin"     // a step is begun
	Done     Kind = "done"      // the step under way is done, and the next begins
	Back     Kind = "back"      // the step before is taken up again
	Pause    Kind = "pause"     // the clock stands
	Resume   Kind = "resume"    // and goes on
	Lay      Kind = "lay"       // a towel is laid, where the step says
	Lift     Kind = "lift"      // and lifted
	Choose   Kind = "choose"    // steps are left out, or shortened, because it is late
	Note     Kind = "note"      // something to remember of the step under way
	Hand     Kind = "hand"      // somebody has a hand up
	Answer   Kind = "answer"    // and was helped
	Ready    Kind = "ready"     // a student has done a step
	Join     Kind = "join"      // somebody takes a seat
	Leave    Kind = "leave"     // and leaves it
	End      Kind = "end"       // the class ends
	TakeBack Kind = "take-back" // the instructor's last event is as if it had not been
)

// Kinds are all of them.
func Kinds() []Kind {
	return []Kind{Start, Begin, Done, Back, Pause, Resume, Lay, Lift, Choose, Note, Hand, Answer, Ready, Join, Leave, End, TakeBack}
}

// An Event is something that has happened.
type Event struct {
	Kind  Kind      `json:"kind" enum:"start,begin,done,back,pause,resume,lay,lift,choose,note,hand,answer,ready,join,leave,end,take-back"`
	At    time.Time `json:"at" doc:"when, by the server's clock"`
	Step  int       `json:"step,omitempty" minimum:"0" maximum:"499" doc:"begin, lay, lift, hand, ready: which step, from 0"`
	Seat  string    `json:"seat,omitempty" maxLength:"40" doc:"hand, answer, ready, join, leave: who"`
	Text  string    `json:"text,omitempty" maxLength:"400" doc:"note: what; hand: the trouble; answer: what to do; join: the name; choose: what was chosen, in words"`
	Made  string    `json:"made,omitempty" maxLength:"40" doc:"answer: names the pictures of it"`
	Drop  []int     `json:"drop,omitempty" maxItems:"500" doc:"choose: the steps that are left out"`
	Short []Shorter `json:"short,omitempty" maxItems:"500" doc:"choose: the steps that are shortened"`
}

// Shorter is a step that takes other minutes than the plan says: fewer, or those of two that are
// painted as one.
type Shorter struct {
	Step    int     `json:"step" minimum:"0" maximum:"499"`
	Minutes float64 `json:"minutes" minimum:"0" maximum:"240"`
}

// Bounds of a class that runs.
const (
	MostEvents = 20000
	MostSeats  = 250
	MostText   = 400 // letters of an event
)

// Fit cuts a text at a word so that it fits into an event.
func Fit(text string) string {
	letters := []rune(text)
	if len(letters) <= MostText {
		return text
	}
	cut := string(letters[:MostText-1])
	if at := strings.LastIndexByte(cut, ' '); at > 0 {
		cut = cut[:at]
	}
	return cut + "…"
}

// ofStudent reports whether an event is a student's: the instructor does not take it back.
func (k Kind) ofStudent() bool { return k == Hand || k == Ready || k == Join || k == Leave }

// Check refuses an event that can be of no class with so many steps.
func (e Event) Check(steps int) error {
	known := false
	for _, k := range Kinds() {
		known = known || k == e.Kind
	}
	in := func(step int) bool { return step >= 0 && step < steps }
	switch {
	case !known:
		return fmt.Errorf("kind is %q: use one of %v", e.Kind, Kinds())
	case !in(e.Step):
		return fmt.Errorf("step is %d: give 0 to %d", e.Step, steps-1)
	case e.Kind.ofStudent() && e.Seat == "" || e.Kind == Answer && e.Seat == "":
		return fmt.Errorf("%s is of nobody: name the seat", e.Kind)
	}
	for _, d := range e.Drop {
		if !in(d) {
			return fmt.Errorf("drop names step %d: give 0 to %d", d, steps-1)
		}
	}
	for _, s := range e.Short {
		if !in(s.Step) || !(s.Minutes >= 0 && s.Minutes <= 240) {
			return fmt.Errorf("short names step %d with %g minutes: give a step from 0 to %d and 0 to 240 minutes", s.Step, s.Minutes, steps-1)
		}
	}
	return nil
}
