package look

import (
	"proxenos/core/plate"
	"proxenos/core/rehearse"
)

// Added is by how much a step of a rehearsal changes the picture for an eye that stands back.
type Added struct {
	Step    int     `json:"step" doc:"from 0"`
	Changes Differs `json:"changes"`
	Where   float64 `json:"where" doc:"ΔE00 on the mean where it changes anything at all"`
	Sees    bool    `json:"sees" doc:"whether one sees it"`
}

const (
	mostAdded  = 12
	addedLeast = 0.012 // mean ΔE00 over the picture from which a step is seen
	addedWhere = 2.0   // or where it changes anything
	addedAny   = 0.5   // ΔE00 from which a place is changed
)

// Adds are by how much the last steps of a rehearsal that lay paint change the picture, the last
// one first, twelve at most.
func Adds(r *rehearse.Rehearsal) (out []Added) {
	after := Seen(plate.OfFilm(r.Final, Fine))
	for i := len(r.Lesson.Steps) - 1; i >= 0 && len(out) < mostAdded; i-- {
		s := r.Lesson.Steps[i]
		if s.Technique.Idle() {
			continue
		}
		before := Seen(plate.OfFilm(r.At(r.Lesson.Start(i)), Fine))
		a := Added{Step: i, Changes: differ(after, before, nil)}
		unchanged := make([]bool, len(after.Lab))
		any := false
		for k := range unchanged {
			d := after.Lab[k]
			d.L, d.A, d.B = d.L-before.Lab[k].L, d.A-before.Lab[k].A, d.B-before.Lab[k].B
			unchanged[k] = size(d) < addedAny
			any = any || !unchanged[k]
		}
		if any {
			a.Where = differ(after, before, unchanged).Mean
		}
		a.Sees = a.Changes.Mean >= addedLeast || a.Where >= addedWhere
		out = append(out, a)
		after = before
	}
	return out
}

// StopAfter is the step after which the picture is done, from 0: the last one that one sees from
// where one stands back.
func StopAfter(r *rehearse.Rehearsal) int {
	for _, a := range Adds(r) {
		if a.Sees {
			return a.Step
		}
	}
	return len(r.Lesson.Steps) - 1
}
