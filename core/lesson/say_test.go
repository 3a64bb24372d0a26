package lesson_test

import (
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
)

func TestSentencesReadAloud(t *testing.T) {
	l := sample.Lesson()
	s := l.Steps[2]
	for where, says := range map[lesson.Where]string{
		lesson.Whole: "pull long and level tree dark over all of the trees", lesson.Lit: "tree dark over the lit side of the trees",
		lesson.Crest: "tree dark along the top of the trees", lesson.Foot: "tree dark along the foot of the trees",
	} {
		s.Where = where
		if got := lesson.Say(l, s); !strings.Contains(got, says) {
			t.Errorf("%s: %q, want %q", where, got, says)
		}
		if got := lesson.Brief(l, s); strings.Contains(got, "over along") {
			t.Errorf("%s, in brief: %q", where, got)
		}
	}
	s.Minutes = 2.3333333333333335
	if got := lesson.Say(l, s); !strings.Contains(got, "2.33 min") {
		t.Error(got)
	}
}

func TestEditsAreSaidAsOneWouldSayThem(t *testing.T) {
	l := sample.Lesson()
	light := lesson.SceneOf(l)
	light.Light.From = 309.098376742037
	for _, c := range []struct {
		edit lesson.Edit
		says string
	}{
		{light, "let the light come from 309.1°, 35° high"},
		{lesson.All{lesson.Remove{Step: "trees"}, lesson.Remove{Step: "lights"}}, "remove step 3 (pull long and level, Trees); remove step 4 (tap, Trees)"},
		{lesson.SetMinutes{Step: "sky", Minutes: 10.0 / 3}, "give step 1 (criss-cross, Sky) 3.33 min"},
	} {
		if got := c.edit.Describe(l); got != c.says {
			t.Errorf("%q, want %q", got, c.says)
		}
	}
}

func TestASentenceBeginsWithACapitalOrAFigure(t *testing.T) {
	for in, want := range map[string]string{"": "", "25 mm flat": "25 mm flat", "step 2": "Step 2", "Step": "Step", "ölkreide": "Ölkreide", "“sky”": "“sky”"} {
		if got := lesson.Capital(in); got != want {
			t.Errorf("%q begins as %q", in, got)
		}
	}
}

// A name with commas is one thing in a sentence.
func TestNamesWithCommasDoNotBreakASentence(t *testing.T) {
	l := sample.Lesson()
	l.Mixtures[0].Name, l.Zones[0].Name = "Sky, high, and cool", "Sky, east"
	said := lesson.Say(l, l.Steps[0])
	if !strings.Contains(said, "“Sky, high, and cool”") || !strings.Contains(said, "“Sky, east”") || strings.Contains(said, "the “") {
		t.Errorf("%q", said)
	}
}
