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

func TestDifferencesAreNamedStepByStep(t *testing.T) {
	a, b := sample.Lesson(), sample.Lesson()
	if d := lesson.Differences(a, b); len(d) != 0 {
		t.Errorf("a lesson differs from itself: %+v", d)
	}
	b.Steps[3].Minutes = 7
	b.Steps = append(b.Steps[1:], sample.Step("new", "sky", lesson.Scumble, "filbert10", "sky"))
	b.Steps[0], b.Steps[1] = b.Steps[1], b.Steps[0] // the trees before the ridge
	b.Mixtures[0].Parts = []lesson.Part{{Paint: "PW6", Parts: 9}, {Paint: "PB29", Parts: 1}}
	b.Session, b.Base = 40, lesson.Base{Kind: lesson.WhiteBase, Thickness: 9, Zones: []string{"sky"}}
	var says []string
	for _, d := range lesson.Differences(a, b) {
		says = append(says, d.Part+" "+d.Kind+": "+d.Says)
	}
	all := strings.Join(says, "\n")
	for _, want := range []string{"lesson changed: session, min: 30 → 40", "ground changed: base coat: none → white, 9 µm, on sky", "mixture changed: “Sky”",
		"step removed: step 1 (criss-cross, Sky)", "step added: step 4 (scumble, Sky)", "minutes from 5 to 7"} {
		if !strings.Contains(all, want) {
			t.Errorf("no %q in\n%s", want, all)
		}
	}
	if strings.Count(all, "step moved") != 1 {
		t.Errorf("one of two that traded places has moved:\n%s", all)
	}
}

// Between makes of any script any other of the same steps and some new ones.
func TestBetweenLeadsFromOneToTheOther(t *testing.T) {
	r := rand.New(rand.NewPCG(5, 5))
	for trial := range 30 {
		a, b := sample.Lesson(), sample.Lesson()
		for k := range 5 {
			s := sample.Step("more-"+string(rune('a'+k)), "ridge", lesson.Tap, "filbert10", "ridge")
			a.Steps = append(a.Steps, s)
			if r.IntN(3) > 0 {
				b.Steps = append(b.Steps, s)
			}
		}
		b.Steps = append(b.Steps, sample.Step("fresh", "trees", lesson.Tap, "filbert10", "dark"))
		r.Shuffle(len(b.Steps), func(i, j int) { b.Steps[i], b.Steps[j] = b.Steps[j], b.Steps[i] })
		b.Steps[2].Minutes = 9
		if i := slices.IndexFunc(b.Steps, func(s lesson.Step) bool { return s.ID == "fresh" }); i > 0 {
			b.Steps[i].After = []lesson.After{{Step: b.Steps[0].ID, Least: 2}}
		}
		b.Method, b.Base = lesson.WetBase, lesson.Base{Kind: lesson.WhiteBase, Thickness: 9, Zones: []string{}}
		got, undo, err := lesson.Apply(a, lesson.Between(a, b))
		if err != nil || !bytes.Equal(lesson.Encode(got), lesson.Encode(b)) {
			t.Fatalf("trial %d: %v\n%s", trial, err, lesson.Encode(got))
		}
		if back, _, err := lesson.Apply(got, undo); err != nil || !bytes.Equal(lesson.Encode(back), lesson.Encode(a)) {
			t.Errorf("trial %d is not taken back: %v", trial, err)
		}
	}
	if d := lesson.Between(sample.Lesson(), sample.Lesson()); len(d) != 0 {
		t.Errorf("from a lesson to itself: %+v", d)
	}
}

func TestRising(t *testing.T) {
	if got := lesson.Rising([]int{3, 0, 1, 4, 2}); !slices.Equal(got, []int{0, 1, 4}) && !slices.Equal(got, []int{0, 1, 2}) {
		t.Errorf("%v", got)
	}
	if lesson.Rising(nil) != nil {
		t.Error("nothing rises in nothing")
	}
}
