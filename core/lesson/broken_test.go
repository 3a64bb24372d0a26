package lesson_test

import (
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
)

// brokenStep is a step of two mixtures with shares.
func brokenStep(l *lesson.Lesson, shares ...float64) lesson.Step {
	s := l.Steps[0]
	s.Technique, s.Mixtures, s.Shares = lesson.LongPull, []string{l.Mixtures[0].ID, l.Mixtures[1].ID}, shares
	return s
}

func TestBrokenColourIsSaidAndChecked(t *testing.T) {
	l := sample.Lesson()
	l.Steps[0] = brokenStep(l, 70, 30)
	if err := lesson.Check(l); err != nil {
		t.Fatal(err)
	}
	if says := lesson.Say(l, l.Steps[0]); !strings.Contains(says, "broken colour of ") || !strings.Contains(says, "(70 %) and ") || !strings.Contains(says, "(30 %)") {
		t.Error(says)
	}
	for cure, shares := range map[string][]float64{
		"let them come to 100": {70, 20},
		"give 5 to 95":         {98, 2},
		"give one for each":    {50, 25, 25},
	} {
		l.Steps[0] = brokenStep(l, shares...)
		if err := lesson.Check(l); err == nil || !strings.Contains(err.Error(), cure) {
			t.Errorf("%v: %v", shares, err)
		}
	}
	double := brokenStep(l, 50, 50)
	double.Technique = lesson.DoubleLoad
	l.Steps[0] = double
	if err := lesson.Check(l); err == nil || !strings.Contains(err.Error(), "side of the brush") {
		t.Errorf("a double load by share: %v", err)
	}
}

// Who takes a mixture out of broken colour is not left with shares that fit nothing.
func TestSharesThatFitNoLongerAreGivenUp(t *testing.T) {
	l := sample.Lesson()
	l.Steps[0] = brokenStep(l, 70, 30)
	one := l.Steps[0]
	one.Mixtures = one.Mixtures[:1]
	next, undo, err := lesson.Apply(l, lesson.Change{Step: one})
	if err != nil || next.Steps[0].Shares != nil {
		t.Fatalf("%v, shares %v", err, next.Steps[0].Shares)
	}
	if back, _, err := lesson.Apply(next, undo); err != nil || len(back.Steps[0].Shares) != 2 {
		t.Errorf("taken back: %v, %v", err, back.Steps[0].Shares)
	}
}
