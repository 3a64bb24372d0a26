package compose_test

import (
	"bytes"
	"math"
	"strings"
	"testing"

	"proxenos/core/compose"
	"proxenos/core/kit"
	"proxenos/core/lesson"
	"proxenos/core/scene"
	"proxenos/core/spectrum"
	"proxenos/core/starter"
)

func lake(t testing.TB) *lesson.Lesson {
	t.Helper()
	l, err := starter.Make(t.Context(), starter.Wish{Kind: starter.Lake, Method: lesson.Direct, Width: 400, Height: 300, Seed: 2})
	if err != nil {
		t.Fatal(err)
	}
	return l
}

// apply makes an edit and takes it back, and returns the lesson in between.
func apply(t *testing.T, l *lesson.Lesson, e lesson.Edit, err error) *lesson.Lesson {
	t.Helper()
	if err != nil {
		t.Fatal(err)
	}
	next, undo, err := lesson.Apply(l, e)
	if err != nil {
		t.Fatal(err)
	}
	back, _, err := lesson.Apply(next, undo)
	if err != nil || !bytes.Equal(lesson.Encode(back), lesson.Encode(l)) {
		t.Errorf("%s cannot be taken back: %v", e.Describe(l), err)
	}
	return next
}

func bounds(z lesson.Zone) (x0, y0, x1, y1 float64) {
	x0, y0, x1, y1 = math.Inf(1), math.Inf(1), math.Inf(-1), math.Inf(-1)
	for _, p := range z.Outline {
		x0, y0, x1, y1 = min(x0, p.X), min(y0, p.Y), max(x1, p.X), max(y1, p.Y)
	}
	return x0, y0, x1, y1
}

func zone(t *testing.T, l *lesson.Lesson, id string) lesson.Zone {
	t.Helper()
	z, ok := l.Zone(id)
	if !ok {
		t.Fatalf("there is no zone %s", id)
	}
	return z
}

func TestAnotherAndMirror(t *testing.T) {
	l := lake(t)
	e, err := compose.Another(l, "hills")
	next := apply(t, l, e, err)
	if a, b := scene.Zone(l, zone(t, l, "hills")), scene.Zone(next, zone(t, next, "hills")); a.Area == b.Area {
		t.Error("another like it is the same")
	}
	e, err = compose.Mirror(l, "first")
	next = apply(t, l, e, err)
	a, b := zone(t, l, "first"), zone(t, next, "first")
	ax0, ay0, ax1, ay1 := bounds(a)
	bx0, by0, bx1, by1 := bounds(b)
	if ax0 != bx0 || ax1 != bx1 || ay0 != by0 || ay1 != by1 {
		t.Errorf("mirrored it moves from %v to %v", a.Outline, b.Outline)
	}
	e, err = compose.Mirror(next, "first")
	again := apply(t, next, e, err)
	if got := zone(t, again, "first").Outline; len(got) != len(a.Outline) || math.Abs(got[0].X-a.Outline[0].X) > 0.11 {
		t.Errorf("mirrored twice: %v, was %v", got, a.Outline)
	}
}

// A copy twice as far is half as large, stands on its ground, is paler, and is painted
// with the planes of its depth.
func TestRepeatFollowsPerspectiveAndAir(t *testing.T) {
	l := lake(t)
	l.Planes[l.Plane("shore")].Distance = 200
	l.Planes[l.Plane("water")].Distance = 2 * l.Planes[l.Plane("spit")].Distance
	e, err := compose.Repeat(t.Context(), l, "second", "water", -60)
	next := apply(t, l, e, err)
	x0, y0, x1, y1 := bounds(zone(t, l, "second"))
	c := zone(t, next, "second-2")
	cx0, cy0, cx1, cy1 := bounds(c)
	if math.Abs((cx1-cx0)/(x1-x0)-0.5) > 0.02 || math.Abs((cy1-cy0)/(y1-y0)-0.5) > 0.02 || c.Plane != "water" {
		t.Errorf("twice as far it is %.0f by %.0f mm, was %.0f by %.0f", cx1-cx0, cy1-cy0, x1-x0, y1-y0)
	}
	if math.Abs((cy1-l.View.Horizon)/(y1-l.View.Horizon)-0.5) > 0.02 || math.Abs((cx0+cx1)/2-(x0+x1)/2+60) > 1 {
		t.Errorf("it stands at %.0f, %.0f", (cx0+cx1)/2, cy1)
	}
	far := apply(t, l, must(compose.Repeat(t.Context(), l, "second", "shore", 0)), nil)
	colour := func(l *lesson.Lesson, id string) spectrum.Lab {
		m, ok := l.Mixture(id)
		if !ok {
			t.Fatalf("no mixture %s", id)
		}
		c, _ := l.Paints().Colour(m.Parts)
		return c
	}
	if a, b := colour(l, "needles-dark"), colour(far, "needles-dark-2"); b.L < a.L {
		t.Errorf("at 200 m the dark is %v, close by %v", b, a)
	}
	at := far.Step("second-2")
	if p := far.PlaneOf(far.Steps[at]); far.Planes[p].ID != "shore" || far.PlaneOf(far.Steps[at-1]) > p {
		t.Errorf("it is painted at place %d, in plane %d", at, p)
	}
	if _, err := compose.Repeat(t.Context(), l, "second", "far", 0); err == nil || !strings.Contains(err.Error(), "smaller") {
		t.Errorf("a conifer at fifteen kilometres: %v", err)
	}
	if _, err := compose.Repeat(t.Context(), l, "second", "nowhere", 0); err == nil {
		t.Error("there is a plane nowhere")
	}
	if _, err := compose.Repeat(t.Context(), l, "second", "front", 3000); err == nil || !strings.Contains(err.Error(), "off the canvas") {
		t.Errorf("three metres to the side: %v", err)
	}
}

func must(e lesson.Edit, err error) lesson.Edit {
	if err != nil {
		panic(err)
	}
	return e
}

func TestShadowsAndReflections(t *testing.T) {
	l := lake(t)
	l.Light = lesson.Light{From: 270, Height: 40}
	next := apply(t, l, must(compose.Shadow(t.Context(), l, "third")), nil)
	s := zone(t, next, "third-shadow")
	x0, _, x1, y1 := bounds(zone(t, l, "third"))
	sx0, _, sx1, sy1 := bounds(s)
	if s.Of != "third" || s.Kind != lesson.Shadow || (sx0+sx1)/2 < (x0+x1)/2 || math.Abs(sy1-y1) > 12 {
		t.Errorf("light from the left: the shadow lies at %.0f to %.0f, its tree at %.0f to %.0f", sx0, sx1, x0, x1)
	}
	if next.Step("third-shadow") != l.Step("third") {
		t.Errorf("it is painted at %d, the tree at %d", next.Step("third-shadow"), l.Step("third"))
	}
	next = apply(t, l, must(compose.Reflection(t.Context(), l, "third")), nil)
	_, ry0, _, _ := bounds(zone(t, next, "third-reflection"))
	if ry0 < y1-2 {
		t.Errorf("the image begins at %.0f, the tree ends at %.0f", ry0, y1)
	}
	if next.Step("third-reflection") != next.Step("third-light")+1 {
		t.Errorf("it is painted at %d, the light of the tree at %d", next.Step("third-reflection"), next.Step("third-light"))
	}
	for _, id := range []string{"nowhere", "third-reflection"} {
		if _, err := compose.Reflection(t.Context(), next, id); err == nil {
			t.Errorf("%s is reflected", id)
		}
	}
	if _, err := compose.Shadow(t.Context(), l, "far"); err == nil {
		t.Error("a range beyond the horizon throws a shadow")
	}
}

func TestTakeOut(t *testing.T) {
	l := lake(t)
	l = apply(t, l, must(compose.Shadow(t.Context(), l, "third")), nil)
	next := apply(t, l, must(compose.TakeOut(l, "third")), nil)
	if _, there := next.Zone("third"); there || next.Step("third") >= 0 || next.Step("third-light") >= 0 {
		t.Error("it is still there")
	}
	if s := zone(t, next, "third-shadow"); s.Of != "" || next.Step("third-shadow") < 0 {
		t.Errorf("its shadow: %+v", s)
	}
	if _, err := compose.TakeOut(l, "nobody"); err == nil {
		t.Error("nobody is taken out")
	}
}

func TestTheHorizonMovesWithEverything(t *testing.T) {
	l := lake(t)
	next := apply(t, l, must(compose.Horizon(l, 180)), nil)
	if next.View.Horizon != 180 {
		t.Errorf("the horizon is at %g", next.View.Horizon)
	}
	_, _, _, was := bounds(zone(t, l, "shore"))
	_, _, _, is := bounds(zone(t, next, "shore"))
	if h := l.View.Horizon; math.Abs((is-180)-(was-h)*(300-180)/(300-h)) > 0.2 {
		t.Errorf("the shore's foot moves from %.1f to %.1f", was, is)
	}
	for _, y := range []float64{0, -5, 299, math.NaN()} {
		if _, err := compose.Horizon(l, y); err == nil {
			t.Errorf("a horizon at %g", y)
		}
	}
}

// Whatever can be added is of its true size, stands on its ground, and can be painted.
func TestAddEveryKind(t *testing.T) {
	l := lake(t)
	for _, kind := range compose.Kinds() {
		for _, plane := range []string{"spit", "front"} {
			e, err := compose.Add(t.Context(), l, lesson.ZoneKind(kind.ID), plane, 200)
			if err != nil {
				if !strings.Contains(err.Error(), "off the canvas") {
					t.Errorf("%s in %s: %v", kind.ID, plane, err)
				}
				continue
			}
			next := apply(t, l, e, nil)
			k, _ := kit.Of(lesson.ZoneKind(kind.ID))
			if len(next.Steps) != len(l.Steps)+len(k.Passes) || len(next.Zones) != len(l.Zones)+1 {
				t.Errorf("%s: %d steps, %d zones more", kind.ID, len(next.Steps)-len(l.Steps), len(next.Zones)-len(l.Zones))
			}
			if added := next.Zones[len(next.Zones)-1]; kind.ID == "tree" && plane == "spit" {
				_, y0, _, y1 := bounds(added)
				// 9 m at 17.3 m, 428 mm from the eye: 222.7 mm, cut at the upper edge.
				if math.Abs(y1-scene.GroundY(l, 17.3)) > 0.2 || math.Abs(y1-y0-min(y1, 222.7)) > 1 {
					t.Errorf("a tree of 9 m at 17.3 m stands from %.0f to %.0f", y0, y1)
				}
			}
		}
	}
	for name, err := range map[string]error{
		"a kind":  second(compose.Add(t.Context(), l, lesson.Sky, "front", 100)),
		"a plane": second(compose.Add(t.Context(), l, lesson.Tree, "nowhere", 100)),
		"x":       second(compose.Add(t.Context(), l, lesson.Tree, "front", math.NaN())),
	} {
		if err == nil {
			t.Errorf("%s that is not there is added", name)
		}
	}
}

func second(_ lesson.Edit, err error) error { return err }
