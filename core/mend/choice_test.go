package mend

import (
	"slices"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rule"
)

// What leaves something out saves minutes: that alone puts it before nothing.
func TestWhatIsLeftOutIsNoBetterForItsMinutes(t *testing.T) {
	after := 0.0
	less := Remedy{Idea: rule.Idea{Words: "take it out", Minutes: -3.5}, Gone: true, Whole: true, After: &after, Moves: 0.5}
	hand := Remedy{Idea: rule.Idea{Words: "load it fully"}, Gone: true, Whole: true, After: &after, Moves: 0.1}
	slow := Remedy{Idea: rule.Idea{Words: "wait", Minutes: 5}, Gone: true, Whole: true, After: &after, Moves: 0.05}
	list := []Remedy{slow, less, hand}
	slices.SortStableFunc(list, better(rule.Finding{Figure: 2, Threshold: 1}))
	if list[0].Words != hand.Words || list[1].Words != less.Words {
		t.Errorf("%s, %s, %s", list[0].Words, list[1].Words, list[2].Words)
	}
}

// Mending never makes a lesson last another day.
func TestMendingAddsNoDays(t *testing.T) {
	l := sample.Lesson()
	l.Method, l.Session = lesson.Layered, 60
	l.Tools = slices.DeleteFunc(l.Tools, func(t lesson.Tool) bool { return t.Kind == lesson.Towel || t.Kind == lesson.Knife })
	l.Steps[2].Load, l.Steps[2].Cover = lesson.HeavyLoad, 2
	l.Steps[3].Technique, l.Steps[3].Tool, l.Steps[3].Load = lesson.DryDrag, "worn20", lesson.LightLoad
	var m Mending
	out, err := m.Mend(t.Context(), l)
	if err != nil {
		t.Fatal(err)
	}
	offered := false
	for _, f := range out.Open {
		offered = offered || slices.ContainsFunc(f.Ideas(), func(i rule.Idea) bool { return i.Days > 0 })
	}
	for _, s := range out.Lesson.Steps {
		if s.Days > 0 {
			t.Errorf("%s: %g days", s.ID, s.Days)
		}
	}
	if !offered {
		t.Error("days would have helped nothing that is left: the test shows nothing")
	}
}
