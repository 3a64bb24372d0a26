package compose_test

import (
	"context"
	"math"
	"strings"
	"testing"

	"proxenos/core/compose"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/spectrum"
)

// bring applies what Bring makes.
func bring(t *testing.T, l, from *lesson.Lesson, at int, steps ...string) (*lesson.Lesson, *compose.Fitted) {
	t.Helper()
	b, err := compose.Bring(context.Background(), l, from, steps, at)
	if err != nil {
		t.Fatal(err)
	}
	next, _, err := lesson.Apply(l, b.Edit.Edit)
	if err != nil {
		t.Fatal(err)
	}
	return next, b
}

// larger is the sample on a canvas twice as large whose horizon is higher up.
func larger() *lesson.Lesson {
	l := sample.Lesson()
	l.Support.Width, l.Support.Height, l.View.Horizon = 200, 150, 60
	for i := range l.Zones {
		var out []lesson.Point
		for _, p := range l.Zones[i].Outline {
			out = append(out, lesson.Point{X: 2 * p.X, Y: 2 * p.Y})
		}
		l.Zones[i].Outline = out
	}
	for i := range l.Tools {
		l.Tools[i].Width *= 2
	}
	return l
}

func TestWhatIsBroughtStandsByTheHorizon(t *testing.T) {
	l, from := larger(), sample.Lesson()
	l.Zones[1].Kind = lesson.Field // it has no ridge
	from.Zones[1].Outline = []lesson.Point{{X: 10, Y: 30}, {X: 60, Y: 30}, {X: 60, Y: 45}, {X: 10, Y: 45}}
	next, _ := bring(t, l, from, 1, "ridge")
	ridge := next.Zones[len(next.Zones)-1]
	// Its foot was on the horizon, at 45 mm, and is on this one, at 60.
	want := []lesson.Point{{X: 20, Y: 40}, {X: 120, Y: 40}, {X: 120, Y: 60}, {X: 20, Y: 60}}
	for i, p := range ridge.Outline {
		if math.Hypot(p.X-want[i].X, p.Y-want[i].Y) > 0.01 {
			t.Errorf("corner %d is at %v, want %v", i, p, want[i])
		}
	}
	if s := next.Steps[1]; s.Zone != ridge.ID || s.Tool != from.Steps[1].Tool {
		t.Errorf("%+v: the same flat, twice as wide here, does it", s)
	}
}

func TestMixturesAreOfTheLessonsOwnTubes(t *testing.T) {
	l, from := sample.Lesson(), sample.Lesson()
	l.Palette = []string{"PW6", "PY43", "PB29", "PBr7/burnt-sienna"}
	from.Palette = append(from.Palette, "PV19")
	from.Mixtures[1].Parts = []lesson.Part{{Paint: "PW6", Parts: 5}, {Paint: "PB29", Parts: 1}, {Paint: "PV19", Parts: 0.3}}
	next, b := bring(t, l, from, 2, "ridge")
	id := next.Steps[2].Mixtures[0]
	m, _ := next.Mixture(id)
	for _, p := range m.Parts {
		if p.Paint == "PV19" {
			t.Errorf("it needs a tube that is not laid out: %+v", m)
		}
	}
	meant, _ := from.Paints().Colour(from.Mixtures[1].Parts)
	got, err := next.Paints().Colour(m.Parts)
	if err != nil || spectrum.DeltaE(meant, got) > 8 {
		t.Errorf("%v is meant, %v comes out (%v)", meant, got, err)
	}
	if !strings.Contains(strings.Join(b.Notes, " "), "from your tubes") {
		t.Errorf("nobody says so: %q", b.Notes)
	}
	// The sky's own mixture is there already.
	next, _ = bring(t, l, from, 0, "sky")
	if len(next.Mixtures) != len(l.Mixtures) || next.Steps[0].Mixtures[0] != "sky" {
		t.Errorf("%d mixtures of %d, %v", len(next.Mixtures), len(l.Mixtures), next.Steps[0].Mixtures)
	}
}

// The colours of a hazy lesson come out stronger in clear air.
func TestTheAirIsTheLessonsOwn(t *testing.T) {
	l, from := sample.Lesson(), sample.Lesson()
	from.Air = lesson.MistyAir
	next, _ := bring(t, l, from, 2, "ridge")
	m, _ := next.Mixture(next.Steps[2].Mixtures[0])
	hazy, _ := from.Paints().Colour(from.Mixtures[1].Parts)
	clear, err := next.Paints().Colour(m.Parts)
	if err != nil || clear.L >= hazy.L {
		t.Errorf("in mist it is %v, in clear air %v (%v)", hazy, clear, err)
	}
}

func TestWaitsComeAlongWhereBothStepsDo(t *testing.T) {
	l, from := sample.Lesson(), sample.Lesson()
	from.Steps[3].After = []lesson.After{{Step: "trees", Least: 4}, {Step: "sky", Most: 60}}
	next, _ := bring(t, l, from, 4, "trees", "lights")
	last := next.Steps[5]
	if len(last.After) != 1 || last.After[0].Step != next.Steps[4].ID || last.After[0].Least != 4 {
		t.Errorf("%+v", last.After)
	}
}
