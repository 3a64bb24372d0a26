package look

import (
	"proxenos/core/picture"
	"proxenos/core/plate"
	"proxenos/core/rehearse"
	"proxenos/core/spectrum"
)

// Added is by how much a step of a rehearsal changes the picture for an eye that stands back.
type Added struct {
	Step    int     `json:"step" doc:"from 0"`
	Changes Differs `json:"changes"`
	Area    float64 `json:"area" doc:"cm² that it changes by more than an eye tells apart"`
	Sees    bool    `json:"sees" doc:"whether one sees it"`
}

// What somebody sees from where they stand back: a place that changes by ΔE00 2, twice a just
// noticeable difference, for it lies among marks and not beside itself, and as much of it as a dot of
// 5 mm, 7 minutes of arc from 2.5 m: sharp eyes tell letters of 5. Working defaults.
const (
	Noticed   = 2.0 // ΔE00
	AddsLeast = 0.2 // cm²
	mostAdded = 12
)

// Adds are by how much the last steps of a rehearsal that lay paint change the picture, the last
// one first, up to the first that somebody sees, twelve at most.
func Adds(r *rehearse.Rehearsal) (out []Added) {
	after := Seen(plate.OfFilm(r.Final, Fine))
	for i := len(r.Lesson.Steps) - 1; i >= 0 && len(out) < mostAdded; i-- {
		if r.Lesson.Steps[i].Technique.Idle() {
			continue
		}
		before := Seen(plate.OfFilm(r.At(r.Lesson.Start(i)), Fine))
		a := Added{Step: i, Changes: differ(after, before, nil)}
		places := 0
		for k := range after.Lab {
			if spectrum.DeltaE(after.Lab[k], before.Lab[k]) > Noticed {
				places++
			}
		}
		l := r.Lesson.Support
		a.Area = float64(places) / float64(len(after.Lab)) * l.Width * l.Height / 100
		a.Sees = a.Area >= AddsLeast
		out = append(out, a)
		if a.Sees {
			break
		}
		after = before
	}
	return out
}

// Sight is a rehearsed canvas as somebody sees it who stands back.
func Sight(r *rehearse.Rehearsal) *picture.Picture { return Seen(plate.OfFilm(r.Final, Fine)) }

// Apart is by how much two canvases of the same size differ for somebody who stands back, a mean
// ΔE00 of their sights.
func Apart(a, b *picture.Picture) float64 { return differ(a, b, nil).Mean }
