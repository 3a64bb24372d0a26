package sheet_test

import (
	"bytes"
	"reflect"
	"strings"
	"testing"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/sheet"
)

// Every kind of zone has its form, of a sound lesson that its tools can paint.
func TestEveryKindOfZoneHasItsForm(t *testing.T) {
	on := map[lesson.ZoneKind]bool{}
	for _, kind := range sheet.Forms() {
		on[kind] = true
		for _, side := range sheet.Sides() {
			made, err := sheet.FormLesson(t.Context(), kind, side)
			if err != nil {
				t.Fatal(err)
			}
			if err := lesson.Check(made); err != nil {
				t.Errorf("%s, %s: %v", kind, side.Name(), err)
			}
		}
	}
	field, _ := reflect.TypeFor[lesson.Zone]().FieldByName("Kind")
	for _, kind := range strings.Split(field.Tag.Get("enum"), ",") {
		if !on[lesson.ZoneKind(kind)] {
			t.Errorf("%s is not on the sheet", kind)
		}
	}
	if _, err := sheet.FormLesson(t.Context(), "castle", sheet.FromLeft); err == nil {
		t.Error("there is a form of a castle")
	}
}

// What has a lit side turns it to the light: more of its light paint lies there.
func TestFormsTurnToTheLight(t *testing.T) {
	for _, kind := range []lesson.ZoneKind{lesson.Tree, lesson.Rock, lesson.Building, lesson.CloudBank, lesson.Ridge} {
		middle := func(side sheet.Side) (x float64) {
			l, err := sheet.FormLesson(t.Context(), kind, side)
			if err != nil {
				t.Fatal(err)
			}
			r, err := rehearse.Run(t.Context(), l, rehearse.CoarseCell, nil)
			if err != nil {
				t.Fatal(err)
			}
			var n float64
			for k, o := range r.Owner {
				if int(o) == len(l.Steps)-1 { // the lights
					x += float64(k % r.Final.W)
					n++
				}
			}
			if n < 20 {
				t.Errorf("%s, %s: %g cells of light", kind, side.Name(), n)
			}
			return x / n * r.Final.Cell
		}
		left, right := middle(sheet.FromLeft), middle(sheet.FromRight)
		t.Logf("%s: the lights lie about %.1f mm with light from the left, %.1f from the right", kind, left, right)
		if right < left+0.5 {
			t.Errorf("%s: the lights lie about %.1f mm with light from the left, %.1f from the right", kind, left, right)
		}
	}
	f, err := sheet.Form(t.Context(), lesson.Disc, sheet.Behind)
	if err != nil || bytes.Equal(f.Show(film.Flat, 30).Pix, make([]byte, 30*20*4)) {
		t.Errorf("a disc: %v", err)
	}
}
