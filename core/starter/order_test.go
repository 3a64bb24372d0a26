package starter_test

import (
	"os"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/starter"
)

// Every kind of scene under every house method, mended as a person gets it, is painted from
// back to front, and its mediums come in the order that the method has. What is made sound at
// full size is judged there.
func TestStartersAreInTheOrderOfDepthAndOfMediums(t *testing.T) {
	methods := lesson.Words().Methods
	for k, kind := range starter.Kinds() {
		for m, method := range methods {
			if method.ID == soundBy {
				continue // TestSoundLessons does it at full size
			}
			t.Run(kind.ID+", "+method.ID, func(t *testing.T) {
				t.Parallel()
				w := wish(kind.ID, method.ID)
				w.Width, w.Height = 200, 150
				l, err := starter.Make(t.Context(), w)
				if os.Getenv(all) != "" || m == k { // mending moves steps: each method is tried for one kind at least
					l, _, err = starter.Sound(t.Context(), w, nil)
				}
				if err != nil {
					t.Fatal(err)
				}
				judgeOrder(t, l)
			})
		}
	}
}

// all asks for every kind under every method; the usual run mends a part of them.
const all = "PROXENOS_ALL"

// usual are the kinds that the usual run mends at full size.
var usual = []string{"lake", "wood", "snow"}

// judgeOrder holds a lesson to the order of depth, and to that of its mediums.
func judgeOrder(t *testing.T, l *lesson.Lesson) {
	t.Helper()
	r, err := rehearse.Run(t.Context(), l, rehearse.CoarseCell, nil)
	if err != nil {
		t.Fatal(err)
	}
	for i, p := range r.Reports {
		if p.Crossed.Edge > 3 {
			t.Errorf("%s paints over %s, which stands nearer, along %.1f cm", l.Label(i), p.Crossed.Plane, p.Crossed.Edge)
		}
	}
	judgeMediums(t, l)
}

// judgeMediums holds a lesson to what its method says of the order of its mediums.
func judgeMediums(t *testing.T, l *lesson.Lesson) {
	t.Helper()
	acrylic, oil, dried, days := 0, false, false, 0
	thinnest := map[string]float64{} // percent of solvent in what each zone was last painted with
	for i, s := range l.Steps {
		switch {
		case s.Medium.Acrylic:
			acrylic++
			if oil {
				t.Errorf("%s is in acrylic and comes after oil", l.Label(i))
			}
		case s.Technique == lesson.Wait && !oil && acrylic > 0:
			dried = true
		case s.Technique == lesson.Dry:
			days++
		case len(s.Mixtures) > 0:
			if acrylic > 0 && !dried {
				t.Errorf("%s lays oil before the acrylic has dried", l.Label(i))
			}
			oil = true
			if s.Technique == lesson.LinerPull || s.Technique == lesson.Glaze {
				continue
			}
			if least, begun := thinnest[s.Zone]; begun && s.Medium.Solvent > least {
				t.Errorf("%s has more solvent than what lies below it", l.Label(i))
			}
			thinnest[s.Zone] = s.Medium.Solvent
		}
	}
	if blocked := acrylic >= 3; blocked != (l.Method == lesson.DryBlockIn) || !blocked && acrylic > 0 {
		t.Errorf("%d steps are in acrylic", acrylic)
	}
	if (days > 0) != (l.Method == lesson.Layered) {
		t.Errorf("it dries %d times", days)
	}
}
