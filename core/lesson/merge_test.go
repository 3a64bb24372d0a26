package lesson_test

import (
	"bytes"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
)

// after is a lesson after edits.
func after(t *testing.T, l *lesson.Lesson, edits ...lesson.Edit) *lesson.Lesson {
	t.Helper()
	for _, e := range edits {
		next, _, err := lesson.Apply(l, e)
		if err != nil {
			t.Fatal(err)
		}
		l = next
	}
	return l
}

func step(l *lesson.Lesson, id string) lesson.Step { return l.Steps[l.Step(id)] }

func TestWhatTwoChangedInTwoPlacesIsKept(t *testing.T) {
	base := after(t, sample.Lesson(), lesson.SetTitle{Title: "Base"})
	words := step(base, "ridge")
	words.Words = "Pull it down."
	load := step(base, "ridge")
	load.Load = lesson.ThinLoad
	copied := step(base, "sky")
	copied.ID = "sky-2"
	other := step(base, "lights")
	other.ID = "sky-2"
	tests := []struct {
		name         string
		mine, theirs lesson.Edit
		want         func(l *lesson.Lesson) bool
	}{
		{"two steps", lesson.SetMinutes{Step: "sky", Minutes: 9}, lesson.SetMinutes{Step: "ridge", Minutes: 8},
			func(l *lesson.Lesson) bool { return step(l, "sky").Minutes == 9 && step(l, "ridge").Minutes == 8 }},
		{"two parts of one step", lesson.Change{Step: words}, lesson.Change{Step: load},
			func(l *lesson.Lesson) bool {
				return step(l, "ridge").Words == "Pull it down." && step(l, "ridge").Load == lesson.ThinLoad
			}},
		{"the same to the same", lesson.SetMinutes{Step: "sky", Minutes: 9}, lesson.SetMinutes{Step: "sky", Minutes: 9},
			func(l *lesson.Lesson) bool { return step(l, "sky").Minutes == 9 }},
		{"one moves, one changes", lesson.Move{Step: "sky", To: 3}, lesson.SetMinutes{Step: "sky", Minutes: 7},
			func(l *lesson.Lesson) bool { return l.Step("sky") == 3 && step(l, "sky").Minutes == 7 }},
		{"two move two", lesson.Move{Step: "sky", To: 1}, lesson.Move{Step: "lights", To: 2},
			func(l *lesson.Lesson) bool { return l.Step("sky") == 1 && l.Step("lights") == 2 }},
		{"both add under one name", lesson.Insert{At: 1, Step: copied}, lesson.Insert{At: 4, Step: other},
			func(l *lesson.Lesson) bool {
				return len(l.Steps) == 6 && step(l, "sky-2").Technique == other.Technique && step(l, "sky-2-2").Technique == copied.Technique && l.Step("sky-2-2") == 1
			}},
		{"one removes, one changes another", lesson.Remove{Step: "ridge"}, lesson.SetMinutes{Step: "sky", Minutes: 6},
			func(l *lesson.Lesson) bool { return l.Step("ridge") < 0 && step(l, "sky").Minutes == 6 }},
		{"light and horizon", lesson.SetScene{Light: lesson.Light{From: 300, Height: 35}, View: base.View}, lesson.SetScene{Light: base.Light, View: lesson.View{Horizon: 50, Eye: 2}},
			func(l *lesson.Lesson) bool { return l.Light.From == 300 && l.View.Horizon == 50 }},
		{"tubes", lesson.SetPalette{Paints: append(slices.Clone(base.Palette), "PV19")}, lesson.SetPalette{Paints: append(slices.Clone(base.Palette), "PR177")},
			func(l *lesson.Lesson) bool {
				return slices.Contains(l.Palette, "PV19") && slices.Contains(l.Palette, "PR177")
			}},
		{"shape and name of one zone", lesson.Reshape{Zone: "trees", Outline: []lesson.Point{{X: 0, Y: 50}, {X: 90, Y: 50}, {X: 50, Y: 70}}}, lesson.Rename{What: "zone", ID: "trees", Name: "Poplars"},
			func(l *lesson.Lesson) bool {
				z, _ := l.Zone("trees")
				return z.Name == "Poplars" && len(z.Outline) == 3
			}},
	}
	for _, test := range tests {
		t.Run(test.name, func(t *testing.T) {
			got, clashes := lesson.Merge(base, after(t, base, test.mine), after(t, base, test.theirs))
			if len(clashes) > 0 {
				t.Fatalf("it clashes: %+v", clashes)
			}
			if err := lesson.Check(got); err != nil {
				t.Fatal(err)
			}
			if !test.want(got) {
				t.Errorf("it became %s", lesson.Encode(got))
			}
		})
	}
}

func TestWhatTwoChangedInTwoWaysIsSaid(t *testing.T) {
	base := sample.Lesson()
	tests := []struct {
		name         string
		mine, theirs lesson.Edit
		where        string
		says         string
	}{
		{"minutes", lesson.SetMinutes{Step: "sky", Minutes: 9}, lesson.SetMinutes{Step: "sky", Minutes: 4}, "step 1 (criss-cross, Sky), minutes", "9 4"},
		{"taken out and changed", lesson.Remove{Step: "ridge"}, lesson.SetMinutes{Step: "ridge", Minutes: 4}, "step 2", "taken out changed"},
		{"changed and taken out", lesson.SetMinutes{Step: "ridge", Minutes: 4}, lesson.Remove{Step: "ridge"}, "step 2", "changed taken out"},
		{"one step to two places", lesson.Move{Step: "sky", To: 3}, lesson.Move{Step: "sky", To: 2}, "place", "moved moved elsewhere"},
		{"two shapes", lesson.Reshape{Zone: "trees", Outline: []lesson.Point{{X: 0, Y: 50}, {X: 90, Y: 50}, {X: 50, Y: 70}}}, lesson.Reshape{Zone: "trees", Outline: base.Zones[1].Outline}, "“Trees”, outline", "3 points a shape of 4"},
		{"two recipes", lesson.SetPart{Mixture: "sky", Paint: "PB29", Parts: 2}, lesson.SetPart{Mixture: "sky", Paint: "PB29", Parts: 3}, "“Sky”, parts", "2 PB29 12 PW6, 3 PB29"},
		{"two titles", lesson.SetTitle{Title: "Mine"}, lesson.SetTitle{Title: "Theirs"}, "title", "Mine Theirs"},
	}
	for _, test := range tests {
		t.Run(test.name, func(t *testing.T) {
			mine := after(t, base, test.mine)
			got, clashes := lesson.Merge(base, mine, after(t, base, test.theirs))
			if len(clashes) == 0 || !strings.Contains(clashes[0].Where, test.where) || !strings.Contains(clashes[0].Mine+" "+clashes[0].Theirs, test.says) {
				t.Fatalf("%+v", clashes)
			}
			if test.name != "taken out and changed" && !bytes.Equal(lesson.Encode(got), lesson.Encode(mine)) {
				t.Error("where both changed the same it is not as mine")
			}
		})
	}
}

// What one person alone changed is what comes of it, to the byte, whichever edit it was; and
// two edits of what does not touch come to the same in either order.
func TestMergingWithNobodyChangesNothing(t *testing.T) {
	base := after(t, sample.Lesson(), lesson.SetTitle{Title: "Base"})
	for _, e := range edits() {
		mine, _, err := lesson.Apply(base, e)
		if err != nil {
			continue // it was made for the sample as it is
		}
		for name, pair := range map[string][2]*lesson.Lesson{"mine": {mine, base}, "theirs": {base, mine}, "both": {mine, mine}} {
			got, clashes := lesson.Merge(base, pair[0], pair[1])
			if len(clashes) > 0 || !bytes.Equal(lesson.Encode(got), lesson.Encode(mine)) {
				t.Errorf("%#v, %s: %+v\n%s", e, name, clashes, lesson.Encode(got))
			}
		}
	}
}

// Whatever two people do at once, what comes of it is sound or clashes, and nothing that either
// put in is lost without a clash.
func TestNothingIsDropped(t *testing.T) {
	r := rand.New(rand.NewPCG(7, 7))
	list := edits()
	for trial := range 400 {
		base := sample.Lesson()
		mine, theirs := base, base
		for range 1 + r.IntN(3) {
			if next, _, err := lesson.Apply(mine, list[r.IntN(len(list))]); err == nil {
				mine = next
			}
			if next, _, err := lesson.Apply(theirs, list[r.IntN(len(list))]); err == nil {
				theirs = next
			}
		}
		got, clashes := lesson.Merge(base, mine, theirs)
		for _, from := range []*lesson.Lesson{mine, theirs} {
			for _, s := range from.Steps {
				if base.Step(s.ID) < 0 && got.Step(s.ID) < 0 {
					t.Errorf("trial %d: %s was put in and is lost", trial, s.ID)
				}
			}
		}
		if err := lesson.Check(got); err != nil && len(clashes) == 0 && !strings.Contains(err.Error(), "which is no") && !strings.Contains(err.Error(), "palette") {
			t.Errorf("trial %d: %v", trial, err)
		}
	}
}
