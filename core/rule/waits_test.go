package rule_test

import (
	"slices"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
)

// Waits that cannot be kept, a step begun too late and one painted under a towel: each
// trips its rule, one that just does not is quiet, and the remedy clears it.
func TestWaitsAndTowels(t *testing.T) {
	towel := func(l *lesson.Lesson, zone string) {
		blot := sample.Step("blot", "ridge", lesson.Blot, "towel")
		blot.Minutes = 8
		l.Zones[2].Outline = []lesson.Point{{X: 0, Y: 57}, {X: 100, Y: 57}, {X: 100, Y: 75}, {X: 0, Y: 75}} // clear of the ridge
		beside := sample.Step("beside", zone, lesson.Tap, "filbert10", "ridge")
		beside.Meanwhile = true
		l.Steps = slices.Insert(l.Steps, 2, blot, beside)
	}
	for _, c := range []struct {
		rule        string
		trips, near func(l *lesson.Lesson)
		figure      float64
	}{
		{"time.clash",
			func(l *lesson.Lesson) {
				step(l, "trees").After = []lesson.After{{Step: "lights"}} // which come after it, on top
				step(l, "lights").After = []lesson.After{{Step: "trees"}}
			},
			func(l *lesson.Lesson) { step(l, "lights").After = []lesson.After{{Step: "trees"}} }, 2},
		{"time.late",
			// Trees wait 5 minutes for the ridge; the lights may come 5 after the ridge and come 10 after.
			func(l *lesson.Lesson) {
				step(l, "trees").After = []lesson.After{{Step: "ridge", Least: 5}}
				step(l, "lights").After = []lesson.After{{Step: "sky", Most: 14}}
			},
			func(l *lesson.Lesson) { step(l, "lights").After = []lesson.After{{Step: "sky", Most: 10}} }, 1},
		{"film.towel",
			func(l *lesson.Lesson) { towel(l, "ridge") },
			func(l *lesson.Lesson) { towel(l, "trees") }, 7}, // laid in a minute, lies for seven more
	} {
		l := sample.Lesson()
		c.trips(l)
		found := only(judge(t, l), c.rule)
		if len(found) != 1 || found[0].Figure != c.figure || len(found[0].Ideas()) == 0 {
			t.Errorf("%s: %+v, want one of %v", c.rule, found, c.figure)
			continue
		}
		mended, _, err := lesson.Apply(l, found[0].Ideas()[0].Edit)
		if err != nil || len(only(judge(t, mended), c.rule)) != 0 {
			t.Errorf("%s: %q does not mend it (%v)", c.rule, found[0].Ideas()[0].Words, err)
		}
		quiet := sample.Lesson()
		c.near(quiet)
		if found := only(judge(t, quiet), c.rule); len(found) != 0 {
			t.Errorf("%s speaks where it just should not: %s", c.rule, found[0].Says)
		}
	}
}
