package compose_test

import (
	"math"
	"strings"
	"testing"

	"proxenos/core/compose"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
)

func TestAPictureGoesOntoAnotherCanvas(t *testing.T) {
	l, _ := sample.Terraces(t)
	for _, test := range []struct {
		name          string
		width, height float64
		fit           compose.Fit
		grows         float64
	}{
		{"twice as large", 2 * l.Support.Width, 2 * l.Support.Height, compose.Scaled, 2},
		{"smaller", l.Support.Width / 2, l.Support.Height / 2, compose.Scaled, 0.5},
		{"square, scaled", 300, 300, compose.Scaled, 300 / l.Support.Height},
		{"wider, cropped", l.Support.Width + 100, l.Support.Height, compose.Cropped, 1},
		{"narrower, cropped", l.Support.Width - 60, l.Support.Height - 20, compose.Cropped, 1},
	} {
		t.Run(test.name, func(t *testing.T) {
			e, err := compose.Resize(l, test.width, test.height, test.fit)
			if err != nil {
				t.Fatal(err)
			}
			next, undo, err := lesson.Apply(l, e)
			if err != nil {
				t.Fatal(err)
			}
			if next.Support.Width != test.width || next.Support.Height != test.height {
				t.Fatalf("it is %g by %g", next.Support.Width, next.Support.Height)
			}
			if back, _, err := lesson.Apply(next, undo); err != nil || string(lesson.Encode(back)) != string(lesson.Encode(l)) {
				t.Errorf("it is not taken back: %v", err)
			}
			// The horizon stays on the same things.
			ratio := (next.View.Horizon - test.height/2) / (l.View.Horizon - l.Support.Height/2)
			if math.Abs(ratio-test.grows) > 0.02 {
				t.Errorf("the picture grows %.2f times about its middle, not %.2f", ratio, test.grows)
			}
			// The sky still covers the canvas from side to side.
			for _, z := range next.Zones {
				if z.Kind != lesson.Sky {
					continue
				}
				left, right := test.width, 0.0
				for _, p := range z.Outline {
					left, right = min(left, p.X), max(right, p.X)
				}
				if left > 0 || right < test.width {
					t.Errorf("the sky goes from %g to %g of %g", left, right, test.width)
				}
			}
			wide := func(l *lesson.Lesson) (w float64) {
				for _, tool := range l.Tools {
					if tool.Kind != lesson.Towel && tool.Kind != lesson.Rag {
						w = max(w, tool.Width)
					}
				}
				return w
			}
			if grown := wide(next) / wide(l); math.Abs(grown-test.grows) > 0.1 && (test.grows > 1.15 || test.grows < 0.87) {
				t.Errorf("the widest tool grew %.2f times, the picture %.2f", grown, test.grows)
			}
		})
	}
}

func TestWhatFallsOffTheCanvasGoesWithItsSteps(t *testing.T) {
	l := sample.Lesson()
	l.Zones = append(l.Zones, lesson.Zone{ID: "post", Name: "Post", Plane: "near", Kind: lesson.Fence, Outline: []lesson.Point{{X: 1, Y: 50}, {X: 4, Y: 50}, {X: 4, Y: 70}}})
	l.Base = lesson.Base{Kind: lesson.WhiteBase, Thickness: 10, Zones: []string{"post"}}
	l.Steps = append(l.Steps, sample.Step("post", "post", lesson.Tap, "filbert10", "dark"))
	e, err := compose.Resize(l, 60, 75, compose.Cropped)
	if err != nil {
		t.Fatal(err)
	}
	next, undo, err := lesson.Apply(l, e)
	if err != nil {
		t.Fatal(err)
	}
	if _, there := next.Zone("post"); there || next.Step("post") >= 0 || next.Base.Kind != lesson.NoBase {
		t.Error("the post that was cut off is still painted")
	}
	if back, _, err := lesson.Apply(next, undo); err != nil || len(back.Steps) != len(l.Steps) || back.Base.Kind != lesson.WhiteBase {
		t.Errorf("it does not come back: %v", err)
	}
}

func TestSizesThatCannotBe(t *testing.T) {
	l := sample.Lesson()
	for says, size := range map[string][2]float64{"already": {100, 75}, "50 to 1500": {20, 75}, "between": {100, math.NaN()}} {
		if _, err := compose.Resize(l, size[0], size[1], compose.Scaled); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%v: %v", size, err)
		}
	}
	if _, err := compose.Resize(l, 90, 90, "bent"); err == nil {
		t.Error("a picture is bent")
	}
}

func TestAPaletteIsTidied(t *testing.T) {
	l := sample.Lesson()
	near := l.Mixtures[0]
	near.ID, near.Name = "sky-2", "Sky again, paler"
	near.Parts = []lesson.Part{{Paint: "PW6", Parts: 12.2}, {Paint: "PB29", Parts: 1}}
	l.Mixtures = append(l.Mixtures, near, lesson.Mixture{ID: "spare", Name: "Spare", Parts: []lesson.Part{{Paint: "PW6", Parts: 1}}})
	l.Steps = append(l.Steps, sample.Step("clouds", "sky", lesson.Scumble, "filbert10", "sky-2"))
	list := compose.Tidy(l)
	if len(list) != 2 || list[0].What != "unused" || list[1].What != "alike" || list[1].Apart <= 0 || list[1].Apart > 2 {
		t.Fatalf("%+v", list)
	}
	for _, tidy := range list {
		next, undo, err := lesson.Apply(l, tidy.Edit)
		if err != nil {
			t.Fatal(err)
		}
		if len(next.Mixtures) != len(l.Mixtures)-1 {
			t.Errorf("%s: %d mixtures of %d", tidy.Says, len(next.Mixtures), len(l.Mixtures))
		}
		if back, _, err := lesson.Apply(next, undo); err != nil || string(lesson.Encode(back)) != string(lesson.Encode(l)) {
			t.Errorf("%s is not taken back: %v", tidy.Says, err)
		}
		for _, again := range compose.Tidy(next) {
			if again.What == tidy.What {
				t.Errorf("after it there is still: %s", again.Says)
			}
		}
	}
	demo, _ := sample.Terraces(t)
	for _, tidy := range compose.Tidy(demo) {
		t.Logf("the demo: %s", tidy.Says)
	}
}
