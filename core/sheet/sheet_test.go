package sheet_test

import (
	"bytes"
	"testing"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/sheet"
)

// Every technique of the vocabulary that does something has its specimen.
func TestTheSheetIsComplete(t *testing.T) {
	on := map[lesson.Technique]bool{}
	for _, technique := range sheet.Techniques() {
		on[technique] = true
	}
	for _, info := range lesson.Words().Techniques {
		if on[info.Technique] == info.Idle {
			t.Errorf("%s on the sheet: %v", info.Technique, on[info.Technique])
		}
	}
	if _, err := sheet.Lesson("zigzag", sheet.DryGround); err == nil {
		t.Error("there is a specimen of zigzag")
	}
}

// Every specimen comes of a sound lesson, changes the canvas, and is unlike all others.
func TestEverySpecimenShowsItsMark(t *testing.T) {
	seen := map[string]string{}
	for _, technique := range sheet.Techniques() {
		for _, under := range sheet.Unders() {
			name := string(technique) + " on " + string(under)
			l, err := sheet.Lesson(technique, under)
			if err != nil {
				t.Fatal(err)
			}
			if err := lesson.Check(l); err != nil {
				t.Errorf("%s: %v", name, err)
				continue
			}
			r, err := rehearse.Run(t.Context(), l, rehearse.CoarseCell, nil)
			if err != nil {
				t.Fatal(err)
			}
			before, after := r.At(l.Start(len(l.Steps)-1)), r.Final
			if technique != lesson.Blot && bytes.Equal(before.Show(film.Flat, 0).Pix, after.Show(film.Flat, 0).Pix) {
				t.Errorf("%s changes nothing", name)
			}
			if technique == lesson.Blot && after.Volume() > 0.97*before.Volume() {
				t.Errorf("%s takes up %.3f of %.3f ml", name, before.Volume()-after.Volume(), before.Volume())
			}
			picture := string(after.Show(film.Paint, 0).Pix)
			if twin, there := seen[picture]; there {
				t.Errorf("%s looks exactly like %s", name, twin)
			}
			seen[picture] = name
		}
	}
}
