package rule_test

import (
	"fmt"
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
)

// gone fails where a remedy leaves its rule something to say.
func gone(t *testing.T, l *lesson.Lesson, rule, words string) *lesson.Lesson {
	t.Helper()
	for _, f := range only(judge(t, l), rule) {
		for _, r := range f.Ideas() {
			if strings.Contains(r.Words, words) {
				next := mended(t, l, r)
				for _, left := range only(judge(t, next), rule) {
					if left.Where == f.Where {
						t.Errorf("%q leaves %s", r.Words, left.Says)
					}
				}
				return next
			}
		}
	}
	t.Fatalf("no remedy of %s says %q", rule, words)
	return nil
}

// long is two hours on the sample's trees without a pause.
func long() *lesson.Lesson {
	l := sample.Lesson()
	l.Session = 200
	for n := range 20 {
		s := *step(l, "lights")
		s.ID, s.Minutes, s.Cover = fmt.Sprintf("more-%d", n), 5, 0.05
		l.Steps = append(l.Steps, s)
	}
	return l
}

func TestEveryPauseThatIsLackingIsOneRemedy(t *testing.T) {
	l := long()
	said := only(judge(t, l), "time.no-pause")
	if len(said) != 2 || said[0].Figure != 120 || said[1].Figure != 120 {
		t.Fatalf("a look and a break: %v", said)
	}
	looked := gone(t, gone(t, l, "time.no-pause", "take a break of 5 min before"), "time.no-pause", "stand back for 1 min before")
	if n := looked.Minutes() - l.Minutes(); n < 8 || n > 16 {
		t.Errorf("the pauses take %g minutes", n)
	}
}

// Pauses go where no part is too long, however uneven the steps are; a step that alone is too long is
// left as it is.
func TestPausesLeaveNoPartTooLong(t *testing.T) {
	for _, steps := range [][]float64{{20, 4, 20, 4, 20, 4}, {6, 2, 6, 12, 1, 3, 3, 3, 14, 9, 3}, {1, 24, 1, 24, 1, 24, 1}, {24, 24, 24}, {2, 2, 22, 2, 2, 22, 2, 2, 22}} {
		l := long()
		l.Steps = l.Steps[:len(steps)]
		for i, m := range steps {
			l.Steps[i].Minutes = m
		}
		gone(t, l, "time.no-pause", "stand back for 1 min before")
	}
	l := long()
	l.Steps = l.Steps[:3]
	l.Steps[0].Minutes, l.Steps[1].Minutes, l.Steps[2].Minutes = 10, 40, 10
	for _, f := range only(judge(t, l), "time.no-pause") {
		for _, r := range f.Ideas() {
			if left := only(judge(t, mended(t, l, r)), f.Rule); len(left) == 0 || left[0].Figure != 40 {
				t.Errorf("%q leaves %v of a step of forty minutes", r.Words, left)
			}
		}
	}
}

func TestAPauseThatIsThereBecomesTheBreak(t *testing.T) {
	l := long()
	for i := len(l.Steps) - 4; i > 0; i -= 4 { // a look every twenty minutes
		next, _, err := lesson.Apply(l, lesson.Pause{At: i, Minutes: 1})
		if err != nil {
			t.Fatal(err)
		}
		l = next
	}
	was := len(l.Steps)
	next := gone(t, l, "time.no-pause", "make the pause before")
	if len(next.Steps) != was || next.Minutes()-l.Minutes() < 4 {
		t.Errorf("%d steps for %d, %g minutes more", len(next.Steps), was, next.Minutes()-l.Minutes())
	}
}

// Where most steps are too short, the script was written in a hurry: one remedy gives all their minutes.
func TestAllThatAreTooShortGetTheirMinutes(t *testing.T) {
	l := sample.Lesson()
	for i := range l.Steps {
		l.Steps[i].Minutes, l.Steps[i].Cover = 0.5, 3
	}
	said := only(judge(t, l), "time.hand")
	if len(said) < 3 {
		t.Fatalf("all are too short: %v", said)
	}
	worst := said[0]
	for _, f := range said {
		if f.Figure-f.Threshold > worst.Figure-worst.Threshold {
			worst = f
		}
	}
	for _, f := range said {
		offered := false
		for _, r := range f.Ideas() {
			if !strings.HasPrefix(r.Words, "give all") {
				continue
			}
			offered = true
			if left := only(judge(t, mended(t, l, r)), f.Rule); len(left) > 0 {
				t.Errorf("%q leaves %s", r.Words, left[0].Says)
			}
		}
		if offered != (f.Where == worst.Where) {
			t.Errorf("%s: offered %v; the worst is %s", f.Where, offered, worst.Where)
		}
	}
}

func TestALargerToolIsOfferedWhereThereIsOne(t *testing.T) {
	l := sample.Lesson()
	step(l, "trees").Technique, step(l, "trees").Tool, step(l, "trees").Minutes, step(l, "trees").Cover = lesson.LongPull, "filbert10", 0.5, 3
	l.Tools = append(l.Tools, lesson.Tool{ID: "filbert14", Kind: lesson.Filbert, Width: 14}, lesson.Tool{ID: "filbert40", Kind: lesson.Filbert, Width: 40})
	for _, f := range only(judge(t, l), "time.hand") {
		for _, r := range f.Ideas() {
			if f.Where == "trees" && strings.HasPrefix(r.Words, "use the larger") {
				next := mended(t, l, r)
				if step(next, "trees").Tool != "filbert14" {
					t.Errorf("%q", r.Words)
				}
				if now := only(judge(t, next), f.Rule); len(now) > 0 && now[0].Where == "trees" && now[0].Figure >= f.Figure {
					t.Errorf("%q: %g minutes, with it %g", r.Words, f.Figure, now[0].Figure)
				}
				return
			}
		}
	}
	t.Error("no larger one is offered")
}

// oily is an oily sky that has dried, with two lean layers over it.
func oily() *lesson.Lesson {
	l := sample.Lesson()
	step(l, "sky").Medium.Oil = 20
	dry := sample.Step("dry", "", lesson.Dry, "")
	dry.Days, dry.Zone, dry.Tool = 4, "", ""
	again := sample.Step("again", "sky", lesson.LongPull, "flat20", "sky")
	once := again
	once.ID, once.Medium.Oil = "once-more", 5
	l.Steps = []lesson.Step{l.Steps[0], dry, again, once, l.Steps[2], l.Steps[3]}
	return l
}

func TestTheFatLayerIsTheCause(t *testing.T) {
	l := oily()
	said := only(judge(t, l), "film.fat-over-lean")
	if len(said) != 1 || said[0].Where != "sky" || said[0].Figure != 20 || !strings.Contains(said[0].Says, "another step is leaner") {
		t.Fatalf("one fat layer, two lean ones: %v", said)
	}
	if next := gone(t, l, "film.fat-over-lean", "mix no oil into step 1"); step(next, "again").Medium.Oil != 0 {
		t.Error("what is lean was made fat")
	}
	if next := gone(t, l, "film.fat-over-lean", "in all 2 steps"); step(next, "sky").Medium.Oil != 20 || step(next, "once-more").Medium.Oil != 20 {
		t.Errorf("%v", next.Steps)
	}
}

func TestAHabitOfMediumIsOneFinding(t *testing.T) {
	l := sample.Lesson()
	for i := range l.Steps {
		l.Steps[i].Medium = lesson.Medium{Alkyd: 25}
	}
	step(l, "lights").Medium = lesson.Medium{Oil: 10}
	said := only(judge(t, l), "film.medium")
	if len(said) != 2 || !strings.Contains(said[0].Says, "So have 2 other steps.") || strings.Contains(said[1].Says, "other") {
		t.Fatalf("three with alkyd, one with oil: %v", said)
	}
	next := mended(t, l, said[0].Ideas()[0])
	if left := only(judge(t, next), "film.medium"); len(left) != 1 || left[0].Where != "lights" {
		t.Errorf("%q leaves %v", said[0].Ideas()[0].Words, left)
	}
}

// Over days paint is let dry between layers: that is offered, but in no other method, and it is told.
func TestDryingIsOfferedWhereTheMethodWorksOverDays(t *testing.T) {
	for method, want := range map[lesson.Method]bool{lesson.Layered: true, lesson.Direct: false} {
		l := sample.Lesson()
		l.Method = method
		step(l, "trees").Load = lesson.HeavyLoad
		step(l, "lights").Technique, step(l, "lights").Tool, step(l, "lights").Load = lesson.DryDrag, "worn20", lesson.LightLoad
		offered := false
		for _, f := range only(judge(t, l), "film.not-set") {
			for _, r := range f.Ideas() {
				if r.Days == 0 {
					continue
				}
				offered = true
				if left := only(judge(t, mended(t, l, r)), f.Rule); r.Days != 3 || len(left) > 0 {
					t.Errorf("%q, %g days: %v", r.Words, r.Days, left)
				}
			}
		}
		if offered != want {
			t.Errorf("%s: offered %v", method, offered)
		}
	}
}

func TestPaintForLinesAndGlazesIsLetDown(t *testing.T) {
	l := sample.Lesson()
	add(l, "blades", "trees", lesson.LinerPull, "liner", "light").Cover = 0.1
	if said := only(judge(t, l), "film.too-stiff"); len(said) != 1 || said[0].Figure != 0 || said[0].Threshold != 40 {
		t.Fatalf("a liner with tube paint: %v", said)
	}
	gone(t, l, "film.too-stiff", "solvent")
	if next := gone(t, l, "film.too-stiff", "60 % of oil"); step(next, "blades").Medium.Solvent != 0 {
		t.Error("there is solvent in it")
	}
	step(l, "blades").Medium.Oil = 40
	if said := only(judge(t, l), "film.too-stiff"); len(said) > 0 {
		t.Errorf("with two fifths of oil: %s", said[0].Says)
	}
	glaze := add(l, "glaze", "trees", lesson.Glaze, "soft20", "dark")
	glaze.Medium = lesson.Medium{Oil: 49}
	if said := only(judge(t, l), "film.too-stiff"); len(said) != 1 || said[0].Where != "glaze" {
		t.Errorf("a glaze with less than half: %v", said)
	}
}
