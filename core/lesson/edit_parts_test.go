package lesson_test

import (
	"bytes"
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
)

func TestAStepIsSplitAndJoinedAgain(t *testing.T) {
	l := sample.Lesson()
	l.Steps[0].Minutes, l.Steps[0].Cover, l.Steps[0].Stage, l.Steps[0].Note = 5, 1, "Sky", "slowly"
	two, undo, err := lesson.Apply(l, lesson.Split{Step: "sky"})
	if err != nil {
		t.Fatal(err)
	}
	a, b := two.Steps[0], two.Steps[1]
	if a.Minutes != 2.5 || b.Minutes != 2.5 || a.Cover != 0.5 || b.Cover != 0.5 || b.ID != "sky-2" || b.Care != lesson.CarryOn || b.Stage != "" || a.Stage != "Sky" {
		t.Errorf("%+v and %+v", a, b)
	}
	if two.Minutes() != l.Minutes() {
		t.Errorf("split it takes %g min, was %g", two.Minutes(), l.Minutes())
	}
	back, _, err := lesson.Apply(two, undo)
	if err != nil || !bytes.Equal(lesson.Encode(back), lesson.Encode(l)) {
		t.Errorf("taken back it is another lesson: %v", err)
	}
	one, undo, err := lesson.Apply(two, lesson.Join{Step: "sky"})
	if err != nil {
		t.Fatal(err)
	}
	if s := one.Steps[0]; s.Minutes != 5 || s.Cover != 1 || len(one.Steps) != len(l.Steps) || s.Note != "slowly" {
		t.Errorf("joined: %+v", s)
	}
	if back, _, err = lesson.Apply(one, undo); err != nil || !bytes.Equal(lesson.Encode(back), lesson.Encode(two)) {
		t.Errorf("taken back it is another lesson: %v", err)
	}
}

func TestWhatCannotBeSplitOrJoined(t *testing.T) {
	l := sample.Lesson()
	l.Steps[1].Minutes = 0.5
	many := sample.Lesson()
	many.Steps = append(many.Steps[:1:1], sample.Step("again", "sky", lesson.CrissCross, "flat20", "ridge", "dark", "light"))
	for name, c := range map[string]struct {
		l    *lesson.Lesson
		e    lesson.Edit
		says string
	}{
		"a half minute":     {l, lesson.Split{Step: "ridge"}, "too short"},
		"nobody":            {l, lesson.Split{Step: "nobody"}, "nobody"},
		"the last":          {l, lesson.Join{Step: "lights"}, "last"},
		"another zone":      {l, lesson.Join{Step: "sky"}, "same mark"},
		"too many mixtures": {many, lesson.Join{Step: "sky"}, "mixtures"},
	} {
		if _, _, err := lesson.Apply(c.l, c.e); err == nil || !strings.Contains(err.Error(), c.says) {
			t.Errorf("%s: %v", name, err)
		}
	}
}

// Words for people, and how much a step is needed, change nothing on the canvas.
func TestNotesStagesAndNeedsDoNotPaint(t *testing.T) {
	l := sample.Lesson()
	other := sample.Lesson()
	other.Steps[0].Note, other.Steps[0].Need, other.Steps[0].Stage = "look at the edge", lesson.Must, "Sky"
	other.Reference = lesson.Reference{Photo: strings.Repeat("a", 64), Size: 1}
	if l.Painting() != other.Painting() {
		t.Error("they would be painted again")
	}
	again, err := lesson.Decode(lesson.Encode(other))
	if err != nil || again.Steps[0].Need != lesson.Must || again.Reference != other.Reference {
		t.Errorf("%v", err)
	}
	other.Steps[0].Need = "maybe"
	if err := lesson.Check(other); err == nil || !strings.Contains(err.Error(), "need") {
		t.Errorf("a need of maybe: %v", err)
	}
}

func TestAMixtureOrAToolIsReplacedEverywhere(t *testing.T) {
	l := sample.Lesson()
	l.Steps[0].Mixtures = []string{"sky", "ridge"}
	next, undo, err := lesson.Apply(l, lesson.Replace{What: "mixture", From: "ridge", To: "sky"})
	if err != nil {
		t.Fatal(err)
	}
	if a, b := next.Steps[0].Mixtures, next.Steps[1].Mixtures; len(a) != 1 || a[0] != "sky" || b[0] != "sky" {
		t.Errorf("%v and %v", a, b)
	}
	if back, _, err := lesson.Apply(next, undo); err != nil || !bytes.Equal(lesson.Encode(back), lesson.Encode(l)) {
		t.Errorf("taken back it is another lesson: %v", err)
	}
	next, _, err = lesson.Apply(l, lesson.Replace{What: "tool", From: "flat20", To: "soft20"})
	if err != nil || next.Steps[0].Tool != "soft20" || next.Steps[1].Tool != "soft20" || next.Steps[2].Tool != "filbert10" {
		t.Errorf("%v", err)
	}
	for name, c := range map[string]struct {
		e    lesson.Replace
		says string
	}{
		"a wish":                 {lesson.Replace{What: "wish", From: "a", To: "b"}, "mixture or tool"},
		"by nothing":             {lesson.Replace{What: "tool", From: "flat20", To: "sword"}, "not in the lesson"},
		"what nobody uses":       {lesson.Replace{What: "tool", From: "rag", To: "flat20"}, "no step uses"},
		"by a tool that can not": {lesson.Replace{What: "tool", From: "flat20", To: "knife"}, "tool"},
	} {
		if _, _, err := lesson.Apply(l, c.e); err == nil || !strings.Contains(err.Error(), c.says) {
			t.Errorf("%s: %v", name, err)
		}
	}
}
