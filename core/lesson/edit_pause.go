package lesson

import "fmt"

// Pause puts a stand-back, or a break, at a place in the script, counted from 0. Meanwhile
// lets what lies go on lying.
type Pause struct {
	At        int     `json:"at"`
	Minutes   float64 `json:"minutes"`
	Meanwhile bool    `json:"meanwhile"`
}

// BreakIs is how many minutes of a pause make a break.
const BreakIs = 5.0

// Apply puts it in.
func (e Pause) Apply(l *Lesson) (*Lesson, Edit, error) {
	s := Step{Where: Whole, Technique: Wait, Mixtures: []string{}, Load: MediumLoad, Pressure: Lightly, Care: Wipe, Cover: 1,
		Minutes: e.Minutes, Meanwhile: e.Meanwhile, Words: "Stand back two metres and squint: is every plane its planned value?"}
	if e.Minutes >= BreakIs {
		s.Words = "A break: look at it with fresh eyes afterwards."
	}
	for n := 1; ; n++ {
		if s.ID = fmt.Sprintf("pause-%d", n); l.Step(s.ID) < 0 {
			break
		}
	}
	return Insert{e.At, s}.Apply(l)
}

// Describe says where one stands back.
func (e Pause) Describe(*Lesson) string {
	if e.Minutes >= BreakIs {
		return fmt.Sprintf("take a break of %s min at place %d", Figure(e.Minutes), e.At+1)
	}
	return fmt.Sprintf("stand back for %s min at place %d", Figure(e.Minutes), e.At+1)
}
