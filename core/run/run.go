// Package run keeps what taught sessions took, and holds that against the script.
package run

import (
	"errors"
	"fmt"
	"math"
	"slices"
	"strings"
	"time"
	"unicode/utf8"

	"proxenos/core/lesson"
)

// Bounds of a run.
const (
	MostSteps   = 500
	MostMinutes = 600.0 // of one step
	MostNote    = 500   // letters
)

// A Run is a taught session.
type Run struct {
	Taught string `json:"taught" format:"date" doc:"the day, as 2026-05-31"`
	Note   string `json:"note" maxLength:"500" doc:"what went well and what did not"`
	Took   []Took `json:"took" minItems:"1" maxItems:"500" doc:"of the steps whose time was taken"`
}

// Took is how long a step took.
type Took struct {
	Step    string  `json:"step" maxLength:"40"`
	Minutes float64 `json:"minutes" minimum:"0" maximum:"600"`
}

// Check says what is wrong with a run, the first thing that is, and its cure.
func (r Run) Check() error {
	switch day, err := time.Parse(time.DateOnly, r.Taught); {
	case err != nil || day.Year() < 1900 || day.Year() > 2200:
		return errors.New("taught is not a day: give one as 2026-05-31")
	case strings.ContainsRune(r.Note, 0) || !utf8.ValidString(r.Note):
		return errors.New("the note holds what is no text: write it anew")
	case len([]rune(r.Note)) > MostNote:
		return fmt.Errorf("the note has over %d letters: make it shorter", MostNote)
	case len(r.Took) == 0:
		return errors.New("no step has its minutes: give those of one at least")
	case len(r.Took) > MostSteps:
		return fmt.Errorf("%d steps have minutes: give %d at most", len(r.Took), MostSteps)
	}
	seen := map[string]bool{}
	for _, t := range r.Took {
		switch {
		case seen[t.Step]:
			return fmt.Errorf("step %q stands there twice: give it once", t.Step)
		case !(t.Minutes >= 0 && t.Minutes <= MostMinutes):
			return fmt.Errorf("step %q: minutes is %g: give 0 to %g", t.Step, t.Minutes, MostMinutes)
		}
		seen[t.Step] = true
	}
	return nil
}

// A Pace is what a step is planned to take, and took.
type Pace struct {
	Step    string  `json:"step"`
	Planned float64 `json:"planned" doc:"minutes at the pace of the class"`
	Took    float64 `json:"took" doc:"minutes, the middle one of the runs; 0 where there is none"`
	Least   float64 `json:"least" doc:"minutes"`
	Most    float64 `json:"most" doc:"minutes"`
	Runs    int     `json:"runs" doc:"in which its time was taken; 0 for none"`
}

// Paces are those of all steps, in the order of the script. What runs say of steps that are
// no more is left out.
func Paces(l *lesson.Lesson, runs []Run) []Pace {
	took := map[string][]float64{}
	for _, r := range runs {
		for _, t := range r.Took {
			took[t.Step] = append(took[t.Step], t.Minutes)
		}
	}
	out := []Pace{}
	for i, s := range l.Steps {
		p := Pace{Step: s.ID, Planned: tenth(l.AtPace(i))}
		if list := took[s.ID]; len(list) > 0 {
			slices.Sort(list)
			p.Took, p.Least, p.Most, p.Runs = tenth(middle(list)), list[0], list[len(list)-1], len(list)
		}
		out = append(out, p)
	}
	return out
}

// together is what the steps that were ever timed took and were planned to take, minutes,
// and how many they are.
func together(paces []Pace) (took, planned float64, timed int) {
	for _, p := range paces {
		if p.Runs > 0 {
			took, planned, timed = took+p.Took, planned+p.Planned, timed+1
		}
	}
	return took, planned, timed
}

// Ratio is how many times as long the timed steps took together as was planned; 1 when
// nothing is known.
func Ratio(paces []Pace) float64 {
	took, planned, _ := together(paces)
	if planned == 0 {
		return 1
	}
	return took / planned
}

// middle is the median of numbers in order: one odd session does not move it.
func middle(list []float64) float64 {
	n := len(list)
	return (list[(n-1)/2] + list[n/2]) / 2
}

func tenth(v float64) float64 { return math.Round(v*10) / 10 }

// Say tells in a sentence what so many runs say of a lesson.
func Say(runs int, paces []Pace) string {
	took, planned, timed := together(paces)
	if runs == 0 || timed == 0 {
		return "No session of this lesson has been timed yet."
	}
	sessions := "one session"
	if runs > 1 {
		sessions = fmt.Sprintf("%d sessions", runs)
	}
	return fmt.Sprintf("In %s the %d steps that were timed took %g minutes together; %g are planned.", sessions, timed, tenth(took), tenth(planned))
}
