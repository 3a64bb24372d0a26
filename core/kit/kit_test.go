package kit_test

import (
	"math"
	"testing"

	"proxenos/core/kit"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/spectrum"
)

// Every kind of zone has a kit whose passes its usual tools can make, and those that are added
// have an outline.
func TestEveryKindHasItsKit(t *testing.T) {
	for _, kind := range lesson.ZoneKinds() {
		k, ok := kit.Of(kind)
		if !ok || len(k.Passes) == 0 || k.Name == "" {
			t.Errorf("%s has no kit", kind)
			continue
		}
		for i, p := range k.Passes {
			info := p.Technique.Info()
			if !info.Takes(p.Tool) {
				t.Errorf("%s, pass %d: a %s cannot %s", kind, i+1, p.Tool, info.Verb())
			}
			if n := len(p.Coats); n < info.Least || n > info.Most {
				t.Errorf("%s, pass %d: %d coats for %s", kind, i+1, n, info.Verb())
			}
			if len(p.Shares) > 0 && len(p.Shares) != len(p.Coats) {
				t.Errorf("%s, pass %d: %d shares for %d coats", kind, i+1, len(p.Shares), len(p.Coats))
			}
		}
	}
	for _, k := range kit.Addable() {
		outline := k.Outline(lesson.Point{X: 100, Y: 100}, 50, 80)
		if lesson.Area(outline) < 0.05*50*80 && k.Kind != lesson.BareTree {
			t.Errorf("%s has an outline of %.0f mm² in 4000", k.Name, lesson.Area(outline))
		}
	}
}

// A thing stands on the ground of its distance, as large as it is there; a pond lies on it.
func TestThingsStandWhereTheyAre(t *testing.T) {
	l := sample.Lesson()
	near, far := 0.0, 0.0
	for _, kind := range []lesson.ZoneKind{lesson.Person, lesson.Rock, lesson.Boat} {
		k, _ := kit.Of(kind)
		high := func(metres float64) float64 {
			top, foot := math.Inf(1), math.Inf(-1)
			for _, p := range k.At(l, metres, 50) {
				top, foot = min(top, p.Y), max(foot, p.Y)
			}
			return foot - top
		}
		if near, far = high(20), high(40); math.Abs(near/far-2) > 0.15 {
			t.Errorf("%s is %.1f mm high at 20 m and %.1f at 40", k.Name, near, far)
		}
	}
	pond, _ := kit.Of(lesson.Water)
	for _, p := range pond.At(l, 30, 50) {
		if p.Y <= l.View.Horizon {
			t.Errorf("the pond reaches up to %.1f, the horizon is at %.1f", p.Y, l.View.Horizon)
		}
	}
}

// A colour that a lesson has, or nearly has, is not mixed again.
func TestNearColoursAreShared(t *testing.T) {
	l := sample.Lesson()
	first := l.Mixtures[0]
	c, err := l.Paints().Colour(first.Parts)
	if err != nil {
		t.Fatal(err)
	}
	if id, ok := kit.Near(l, nil, c); !ok || id != first.ID {
		t.Errorf("for the colour of %s it finds %q", first.ID, id)
	}
	if id, ok := kit.Near(l, nil, spectrum.Lab{L: 50, A: 60, B: -60}); ok {
		t.Errorf("for a violet that nothing is near it finds %s", id)
	}
}
