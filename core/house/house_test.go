package house_test

import (
	"bytes"
	"slices"
	"strings"
	"testing"

	"proxenos/core/house"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
)

// plainly is the demo as it would be written for no method in particular.
func plainly(t *testing.T) *lesson.Lesson {
	l, _ := sample.Terraces(t)
	turn, err := house.Switch(l, lesson.Direct)
	if err != nil {
		t.Fatal(err)
	}
	next, _, err := lesson.Apply(l, turn.Edit.Edit)
	if err != nil {
		t.Fatal(err)
	}
	return next
}

// One lesson moved through all six methods: what each makes of it.
func TestOneLessonThroughAllMethods(t *testing.T) {
	l := plainly(t)
	has := func(l *lesson.Lesson, what func(lesson.Step) bool) bool { return slices.ContainsFunc(l.Steps, what) }
	acrylic := func(s lesson.Step) bool { return s.Medium.Acrylic }
	dries := func(s lesson.Step) bool { return s.Technique == lesson.Dry }
	for _, w := range []struct {
		method               lesson.Method
		base                 lesson.BaseKind
		least, most          float64 // µm of base coat
		acrylic, dries, thin bool    // thin: half-solvent lay-ins
	}{
		{lesson.WetBase, lesson.WhiteBase, 8, 15, false, false, false},
		{lesson.Direct, lesson.NoBase, 0, 3, false, false, false},
		{lesson.LeanToFat, lesson.NoBase, 0, 0, false, false, true},
		{lesson.RubAndBlot, lesson.ClearBase, 1, 8, false, false, false},
		{lesson.DryBlockIn, lesson.NoBase, 0, 0, true, false, false},
		{lesson.Layered, lesson.NoBase, 0, 0, false, true, false},
	} {
		turn, err := house.Switch(l, w.method)
		if err != nil {
			t.Fatal(w.method, err)
		}
		next, undo, err := lesson.Apply(l, turn.Edit.Edit)
		if err != nil {
			t.Fatal(w.method, err)
		}
		if next.Method != w.method || next.Base.Kind != w.base || next.Base.Thickness < w.least || next.Base.Thickness > w.most {
			t.Errorf("%s: %s with base %+v", w.method, next.Method, next.Base)
		}
		if has(next, acrylic) != w.acrylic || has(next, dries) != w.dries {
			t.Errorf("%s: acrylic %v, days of drying %v", w.method, has(next, acrylic), has(next, dries))
		}
		stages := house.Stages(next)
		for i, s := range next.Steps {
			lean := s.Medium.Solvent >= 40 && !s.Medium.Acrylic && s.Technique != lesson.LinerPull
			if lean && !(w.thin && stages[i] == house.Body) {
				t.Errorf("%s: step %d is thinned %+v", w.method, i+1, s.Medium)
			}
			if w.thin && stages[i] == house.Accent && s.Medium.Total() > 3 && s.Technique != lesson.LinerPull {
				t.Errorf("%s: the last lights are let down %+v", w.method, s.Medium)
			}
		}
		if (len(turn.Changes) == 0) != (w.method == l.Method) {
			t.Errorf("%s: %d changes", w.method, len(turn.Changes))
		}
		back, _, err := lesson.Apply(next, undo)
		if err != nil || !bytes.Equal(lesson.Encode(back), lesson.Encode(l)) {
			t.Errorf("%s: cannot be taken back: %v", w.method, err)
		}
		// And back by switching: what the method brought goes again.
		home, err := house.Switch(next, l.Method)
		if err != nil {
			t.Fatal(err)
		}
		again, _, err := lesson.Apply(next, home.Edit.Edit)
		if err != nil || len(again.Steps) != len(l.Steps) || again.Base.Kind != l.Base.Kind {
			t.Errorf("%s and back: %d steps of %d, base %v (%v)", w.method, len(again.Steps), len(l.Steps), again.Base, err)
		}
		kinds := map[string]int{}
		for _, c := range turn.Changes {
			kinds[c.Part+" "+c.Kind]++
		}
		t.Logf("%-13s %v", w.method, kinds)
		for _, c := range turn.Changes {
			if c.Part != "step" {
				t.Logf("  %s %s", c.Kind, c.Says)
			}
		}
	}
	if _, err := house.Switch(l, "by-guess"); err == nil || !strings.Contains(err.Error(), "house methods") {
		t.Errorf("an unknown method: %v", err)
	}
}

func TestEveryMethodSaysHowItWorks(t *testing.T) {
	for _, m := range lesson.Words().Methods {
		w := house.Of(lesson.Method(m.ID))
		if w.Name == "" || w.Ground == "" || w.Paint == "" || w.Order == "" || w.Care == "" {
			t.Errorf("%+v", w)
		}
	}
}

// What is done to brushes follows the method, where that does no harm.
func TestCareOfBrushesFollowsTheMethod(t *testing.T) {
	write := func(method lesson.Method, cares ...lesson.Care) *lesson.Lesson {
		l := sample.Lesson()
		l.Method, l.Steps = method, l.Steps[:0]
		for i, mixture := range []string{"sky", "sky", "dark"} { // the same again, then far away
			s := sample.Step(string(rune('a'+i)), "trees", lesson.Tap, "flat20", mixture)
			s.Care = cares[i]
			l.Steps = append(l.Steps, s)
		}
		return l
	}
	for _, c := range []struct {
		from, to lesson.Method
		before   [3]lesson.Care
		after    [3]lesson.Care
	}{
		{lesson.WetBase, lesson.DryBlockIn, [3]lesson.Care{lesson.Fresh, lesson.Wipe, lesson.Wipe}, [3]lesson.Care{lesson.Fresh, lesson.CarryOn, lesson.Wipe}},
		{lesson.WetBase, lesson.Direct, [3]lesson.Care{lesson.Fresh, lesson.Wipe, lesson.Wipe}, [3]lesson.Care{lesson.Fresh, lesson.Wipe, lesson.RinseDry}},
		{lesson.Direct, lesson.LeanToFat, [3]lesson.Care{lesson.Fresh, lesson.RinseDry, lesson.RinseDry}, [3]lesson.Care{lesson.Fresh, lesson.Wipe, lesson.RinseDry}},
		{lesson.DryBlockIn, lesson.WetBase, [3]lesson.Care{lesson.Fresh, lesson.CarryOn, lesson.CarryOn}, [3]lesson.Care{lesson.Fresh, lesson.CarryOn, lesson.Wipe}},
	} {
		l := write(c.from, c.before[:]...)
		turn, err := house.Switch(l, c.to)
		if err != nil {
			t.Fatal(err)
		}
		next, _, err := lesson.Apply(l, turn.Edit.Edit)
		if err != nil {
			t.Fatal(err)
		}
		for i, want := range c.after {
			if got := next.Steps[next.Step(string(rune('a'+i)))].Care; got != want {
				t.Errorf("%s to %s, step %d: %s, want %s", c.from, c.to, i+1, got, want)
			}
		}
	}
}

func TestAWhiteGroundIsTonedWhereTheMethodAsks(t *testing.T) {
	l := sample.Lesson()
	l.Ground = lesson.Ground{Name: "white", Tone: []lesson.Part{{Paint: "PW6", Parts: 1}}}
	for method, toned := range map[lesson.Method]bool{lesson.LeanToFat: true, lesson.Layered: true, lesson.WetBase: false, lesson.RubAndBlot: false} {
		turn, err := house.Switch(l, method)
		if err != nil {
			t.Fatal(err)
		}
		next, _, err := lesson.Apply(l, turn.Edit.Edit)
		if err != nil || (next.Ground.Name != "white") != toned {
			t.Errorf("%s: the ground is %s (%v)", method, next.Ground.Name, err)
		}
	}
}

// What the instructor wrote stays, also where a method would bring the like.
func TestTheInstructorsTowelStays(t *testing.T) {
	l := sample.Lesson()
	l.Method = lesson.RubAndBlot
	mine := sample.Step("mine", "ridge", lesson.Blot, "towel")
	mine.Words = "My own towel."
	l.Steps = slices.Insert(l.Steps, 2, mine)
	l.Steps[3].After = []lesson.After{{Step: "mine", Least: 1}}
	turn, err := house.Switch(l, lesson.WetBase)
	if err != nil {
		t.Fatal(err)
	}
	next, _, err := lesson.Apply(l, turn.Edit.Edit)
	if err != nil || next.Step("mine") < 0 || len(next.Steps[3].After) != 1 {
		t.Errorf("%+v (%v)", next.Steps, err)
	}
}
