package lesson_test

import (
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
)

// waiting is the sample with a towel of 10 minutes on the ridge, then trees meanwhile.
func waiting() *lesson.Lesson {
	l := sample.Lesson() // sky, ridge, trees, lights: 5 minutes each
	blot := sample.Step("blot", "ridge", lesson.Blot, "towel")
	blot.Minutes = 10
	l.Steps = append(l.Steps[:2:2], append([]lesson.Step{blot}, l.Steps[2:]...)...)
	l.Steps[3].Meanwhile = true
	return l
}

func TestTheClock(t *testing.T) {
	l := waiting()
	// sky 0, ridge 5, towel 10 (one minute, lies to 20), trees 11 to 16, lights after the towel.
	for i, want := range []lesson.Moment{{0, 5, 5, 0, 0}, {5, 10, 10, 0, 0}, {10, 20, 11, 0, 0}, {11, 16, 16, 0, 0}, {20, 25, 25, 4, 0}} {
		if got := l.Clock()[i]; got != want {
			t.Errorf("step %d: %+v, want %+v", i+1, got, want)
		}
	}
	if l.Minutes() != 25 || l.Start(4) != 20 {
		t.Errorf("%v minutes, the lights at %v", l.Minutes(), l.Start(4))
	}
	l.Steps[4].Meanwhile = true // nor do the lights wait
	if got := l.Minutes(); got != 21 {
		t.Errorf("%v minutes with all of it beside the towel", got)
	}
	l.Steps[4].After = []lesson.After{{Step: "blot", Least: 2, Most: 1.5}}
	if lesson.Check(l) == nil {
		t.Error("a wait may be at most less than at least")
	}
	l.Steps[4].After = []lesson.After{{Step: "blot", Least: 2}, {Step: "ridge", Most: 3}}
	if m := l.Clock()[4]; m.Start != 22 || m.Idle != 6 || m.Late != 9 || lesson.Check(l) != nil {
		t.Errorf("%+v: two minutes after the towel, and nine too late for the ridge", m)
	}
	l.Steps = l.Steps[:3] // the towel is the last
	if l.Minutes() != 20 {
		t.Errorf("%v minutes when the towel is the last", l.Minutes())
	}
}

func TestThePaceOfTheClass(t *testing.T) {
	l := waiting()
	if l.ClassMinutes() != l.Minutes() {
		t.Error("a class of which nothing is said takes other minutes")
	}
	l.Pace = 1.5
	// 7.5, 7.5, towel at 15 to 25, trees 16 to 23.5, lights 25 to 32.5.
	if l.ClassMinutes() != 32.5 || l.Minutes() != 25 {
		t.Errorf("%v minutes at half as much again", l.ClassMinutes())
	}
	if sample.Lesson().Painting() != func() string { c := sample.Lesson(); c.Pace = 1.5; return c.Painting() }() {
		t.Error("the pace of the class changes the picture")
	}
}

func TestWaitsPointSomewhere(t *testing.T) {
	for says, after := range map[string]lesson.After{
		"is the step itself":   {Step: "lights"},
		"which is no step":     {Step: "nobody"},
		"let it be as long at": {Step: "sky", Least: 5, Most: 2},
		"give a figure from 0": {Step: "sky", Least: -1},
	} {
		l := sample.Lesson()
		l.Steps[3].After = []lesson.After{after}
		if err := lesson.Check(l); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%+v: %v", after, err)
		}
	}
	for _, e := range []lesson.Easier{
		{Technique: lesson.Tap, Tool: "liner", Load: lesson.LightLoad, Pressure: lesson.Lightly, Cover: 1, Minutes: 2},
		{Technique: lesson.Blot, Tool: "towel", Load: lesson.LightLoad, Pressure: lesson.Lightly, Cover: 1, Minutes: 2},
	} {
		l := sample.Lesson()
		l.Steps[3].Easier = []lesson.Easier{e}
		if lesson.Check(l) == nil {
			t.Errorf("%+v is taken for another way to tap lights", e)
		}
	}
}

// What waits for a step that goes, is split or joined waits for what is left of it.
func TestEditsKeepWhatWaits(t *testing.T) {
	l := waiting()
	l.Steps[4].After = []lesson.After{{Step: "trees", Least: 3}}
	split, back, err := lesson.Apply(l, lesson.Split{Step: "trees"})
	if err != nil || split.Steps[5].After[0].Step != "trees-2" {
		t.Fatalf("%+v, %v", split.Steps[5].After, err)
	}
	joined, _, err := lesson.Apply(split, lesson.Join{Step: "trees"})
	if err != nil || joined.Steps[4].After[0].Step != "trees" {
		t.Errorf("joined: %+v, %v", joined.Steps[4].After, err)
	}
	if again, _, err := lesson.Apply(split, back); err != nil || again.Hash() != l.Hash() {
		t.Errorf("the split is not taken back: %v", err)
	}
	without, back, err := lesson.Apply(l, lesson.Remove{Step: "trees"})
	if err != nil || len(without.Steps[3].After) != 0 {
		t.Fatalf("%+v, %v", without.Steps, err)
	}
	if again, _, err := lesson.Apply(without, back); err != nil || again.Hash() != l.Hash() {
		t.Errorf("the removal is not taken back: %v", err)
	}
}

func TestSentencesSayWhatWaits(t *testing.T) {
	l := waiting()
	l.Steps[3].After = []lesson.After{{Step: "ridge", Least: 2, Most: 9}}
	if says := lesson.Say(l, l.Steps[3]); !strings.HasPrefix(says, "Meanwhile, with the ") || !strings.HasSuffix(says, "Begin 2 to 9 min after step 2 (pull straight down, Ridge).") {
		t.Errorf("it says %q", says)
	}
}

func TestCleaningTakesMinutesOfItsOwn(t *testing.T) {
	l := sample.Lesson()
	l.Steps[0].Care, l.Steps[0].Minutes = lesson.CarryOn, 4
	id := l.Steps[0].ID
	rinsed, back, err := lesson.Apply(l, lesson.SetCare{Step: id, Care: lesson.RinseDry})
	if err != nil {
		t.Fatal(err)
	}
	if got, want := rinsed.Minutes()-l.Minutes(), lesson.RinseDry.Minutes(); got != want {
		t.Errorf("the script is %v min longer for a rinse of %v", got, want)
	}
	if as, _, err := lesson.Apply(rinsed, back); err != nil || as.Steps[0].Minutes != 4 || as.Steps[0].Care != lesson.CarryOn {
		t.Errorf("taken back: %v", err)
	}
	short := rinsed.Steps[0]
	short.Minutes = 1
	if got := short.Cleaned(lesson.CarryOn).Minutes; got != 0.5 {
		t.Errorf("a step of 1 min that needs no rinse any more takes %v", got)
	}
	if _, _, err := lesson.Apply(l, lesson.SetCare{Step: "nowhere", Care: lesson.Wipe}); err == nil {
		t.Error("a step that is not there was cleaned for")
	}
}
