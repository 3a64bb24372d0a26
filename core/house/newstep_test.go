package house_test

import (
	"strings"
	"testing"

	"proxenos/core/house"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
)

// put drafts a step and puts it in.
func put(t *testing.T, l *lesson.Lesson, w house.StepWish) (lesson.Step, *lesson.Lesson) {
	t.Helper()
	s, err := house.NewStep(l, w)
	if err != nil {
		t.Fatal(err)
	}
	next, _, err := lesson.Apply(l, lesson.Insert{At: w.At, Step: s})
	if err != nil {
		t.Fatalf("%+v: %v", s, err)
	}
	return s, next
}

func TestANewStepIsWrittenAsTheMethodHasIt(t *testing.T) {
	for method, want := range map[lesson.Method]struct {
		first, last lesson.Medium
		again       lesson.Care // the brush, from the dark to the light
	}{
		lesson.LeanToFat: {lesson.Medium{Solvent: 40}, lesson.Medium{}, lesson.RinseDry},
		lesson.Direct:    {lesson.Medium{}, lesson.Medium{}, lesson.RinseDry},
	} {
		l := sample.Lesson()
		l.Method, l.Steps = method, l.Steps[:2]
		dark, l2 := put(t, l, house.StepWish{At: 2, Technique: lesson.Tap, Zone: "trees", Mixtures: []string{"dark"}})
		if dark.Medium != want.first || dark.Care != lesson.Fresh || dark.Load != lesson.FullLoad {
			t.Errorf("%s: the mass %+v", method, dark)
		}
		_, l3 := put(t, l2, house.StepWish{At: 3, Technique: lesson.Tap, Zone: "trees", Mixtures: []string{"dark"}})
		light, _ := put(t, l3, house.StepWish{At: 4, Technique: lesson.Tap, Zone: "trees", Mixtures: []string{"light"}})
		if light.Medium != want.last || light.Care != want.again || light.Tool != dark.Tool {
			t.Errorf("%s: the light %+v", method, light)
		}
	}
}

func TestANewStepFitsItsPlace(t *testing.T) {
	l := sample.Lesson() // a sky of 100 by 34 mm
	sky, _ := put(t, l, house.StepWish{At: 0, Technique: lesson.CrissCross, Zone: "sky", Mixtures: []string{"sky"}})
	if sky.Tool != "flat20" || sky.Minutes != 0.5 {
		t.Errorf("%+v: 34 cm² of sky take half a minute with the flat that is there", sky)
	}
	big := larger(l)
	wide, _ := put(t, big, house.StepWish{At: 0, Technique: lesson.CrissCross, Zone: "sky", Mixtures: []string{"sky"}})
	if wide.Minutes <= sky.Minutes || wide.Minutes > 8 {
		t.Errorf("ten times as wide it takes %v minutes", wide.Minutes)
	}
	twigs, _ := put(t, l, house.StepWish{At: 4, Technique: lesson.LinerPull, Zone: "trees", Mixtures: []string{"dark"}})
	if twigs.Tool != "liner" || twigs.Medium.Solvent < 40 {
		t.Errorf("%+v: twigs want a liner and paint like ink", twigs)
	}
	wait, _ := put(t, l, house.StepWish{At: 1, Technique: lesson.Wait})
	dry, _ := put(t, l, house.StepWish{At: 4, Technique: lesson.Dry})
	if wait.Zone != "" || wait.Tool != "" || dry.Days != 1 {
		t.Errorf("%+v, %+v", wait, dry)
	}
}

// larger is a lesson on a canvas ten times as wide and high.
func larger(l *lesson.Lesson) *lesson.Lesson {
	c := *l
	c.Support.Width, c.Support.Height, c.View.Horizon = 1000, 750, 450
	c.Zones = append([]lesson.Zone{}, l.Zones...)
	for i := range c.Zones {
		var out []lesson.Point
		for _, p := range c.Zones[i].Outline {
			out = append(out, lesson.Point{X: 10 * p.X, Y: 10 * p.Y})
		}
		c.Zones[i].Outline = out
	}
	return &c
}

func TestANewStepThatCannotBe(t *testing.T) {
	l := sample.Lesson()
	l.Tools = l.Tools[:1]
	for says, w := range map[string]house.StepWish{
		"use one of the vocabulary": {Technique: "spray", Zone: "sky"},
		"give a place from 0 to 4":  {At: 9, Technique: lesson.Wait},
		"which is no zone":          {Technique: lesson.Tap, Zone: "moon", Mixtures: []string{"dark"}},
		"name 1 to 3":               {Technique: lesson.Tap, Zone: "sky"},
		"lay one out first":         {Technique: lesson.LinerPull, Zone: "sky", Mixtures: []string{"dark"}},
	} {
		if _, err := house.NewStep(l, w); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%+v: %v, want %q", w, err, says)
		}
	}
}
