package class_test

import (
	"fmt"
	"testing"

	"proxenos/core/class"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
)

// Everybody has two of a brush: only the third that is asked for was in a hand before, and is washed.
func TestAFreshBrushIsWashedWhenThereIsNoOtherOfIt(t *testing.T) {
	l := sample.Lesson()
	lights := l.Steps[l.Step("lights")]
	for n, want := range map[int]int{1: 0, 2: 0, 3: 1, 4: 2} {
		for _, first := range []lesson.Care{lesson.Fresh, lesson.CarryOn} { // the first is clean however it is taken up
			l.Steps = nil
			for i := range n {
				lights.ID, lights.Care = fmt.Sprintf("lights-%d", i), lesson.Fresh
				if i == 0 {
					lights.Care = first
				}
				l.Steps = append(l.Steps, lights)
			}
			if got := class.Rinses(l); len(got) != want {
				t.Errorf("asked for %d times, %s at first: washed before %v", n, first, got)
			}
		}
	}
}
