package scene_test

import (
	"math"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/scene"
)

func zone(kind lesson.ZoneKind, ragged float64, outline ...lesson.Point) lesson.Zone {
	return lesson.Zone{ID: "z", Name: "Z", Plane: "far", Kind: kind, Ragged: ragged, Outline: outline}
}

func p(x, y float64) lesson.Point { return lesson.Point{X: x, Y: y} }

func TestRegionMeasuresItsOutline(t *testing.T) {
	l := sample.Lesson()
	triangle := scene.Zone(l, zone(lesson.Ridge, 0, p(10, 60), p(90, 60), p(50, 20)))
	if math.Abs(triangle.Area-1600) > 30 {
		t.Errorf("a triangle of 1600 mm² measures %.0f", triangle.Area)
	}
	if !triangle.Inside(50, 40) || triangle.Inside(15, 30) || triangle.Inside(-5, 40) || triangle.Inside(50, 400) {
		t.Error("inside is out")
	}
	top, bottom, ok := triangle.Span(30)
	if !ok || math.Abs(top-40) > 1 || math.Abs(bottom-60) > 1 {
		t.Errorf("the column at 30 mm runs from %v to %v", top, bottom)
	}
	if _, _, ok := triangle.Span(5); ok {
		t.Error("there is a column outside")
	}
	if s := triangle.Slope(30); math.Abs(s+1) > 0.15 {
		t.Errorf("the left flank rises to the right with slope %v", s)
	}
	for _, u := range []float64{0, 0.3, 0.999, 1} {
		if x, y := triangle.Nth(u); !triangle.Inside(x, y) {
			t.Errorf("sample %v is outside", u)
		}
	}
}

func TestRaggedOutlinesWanderButNotAtTheCanvasEdge(t *testing.T) {
	l := sample.Lesson()
	z := zone(lesson.Ridge, 4, p(0, 30), p(100, 30), p(100, 75), p(0, 75))
	a, b, straight := scene.Zone(l, z), scene.Zone(l, z), scene.Zone(l, zone(lesson.Ridge, 0, z.Outline...))
	moved := false
	for x := 1.0; x < 100; x += 3 {
		ta, ba, _ := a.Span(x)
		tb, _, _ := b.Span(x)
		ts, bs, _ := straight.Span(x)
		if ta != tb {
			t.Fatal("the same zone has two shapes")
		}
		if math.Abs(ta-ts) > 1 {
			moved = true
		}
		if math.Abs(ta-ts) > 4.5 || ba != bs {
			t.Errorf("at %v mm the edge is at %v and %v", x, ta, ba)
		}
	}
	if !moved {
		t.Error("nothing is ragged")
	}
	l.Seed++
	if other := scene.Zone(l, z); other.Area == a.Area {
		t.Error("another seed is the same hand")
	}
}

func TestPartsDivideAZone(t *testing.T) {
	l := sample.Lesson()
	for _, kind := range []lesson.ZoneKind{lesson.Ridge, lesson.TreeLine, lesson.Tree, lesson.Field, lesson.Building, lesson.CloudBank} {
		z := zone(kind, 0, p(10, 20), p(90, 20), p(90, 70), p(10, 70))
		whole := scene.Zone(l, z)
		for _, pair := range [][2]lesson.Where{{lesson.Upper, lesson.Lower}, {lesson.Lit, lesson.Shaded}, {lesson.Left, lesson.Right}, {lesson.Crest, lesson.Foot}} {
			a, b := scene.Part(l, z, whole, pair[0]), scene.Part(l, z, whole, pair[1])
			if a.Area == 0 || b.Area == 0 || a.Area+b.Area > whole.Area*1.001 {
				t.Errorf("%s: %s is %.0f mm² and %s %.0f of %.0f", kind, pair[0], a.Area, pair[1], b.Area, whole.Area)
			}
			for u := 0.0; u < 1; u += 0.05 {
				if x, y := a.Nth(u); b.Inside(x, y) {
					t.Fatalf("%s: %v, %v is %s and %s", kind, x, y, pair[0], pair[1])
				}
			}
		}
	}
}

func TestTheLitSideFacesTheLight(t *testing.T) {
	l := sample.Lesson()
	z := zone(lesson.Building, 0, p(20, 20), p(80, 20), p(80, 60), p(20, 60))
	for from, right := range map[float64]bool{80: true, 280: false} {
		l.Light.From = from
		lit := scene.Part(l, z, scene.Zone(l, z), lesson.Lit)
		if middle := (lit.X0 + lit.X1) / 2; (middle > 50) != right {
			t.Errorf("light from %v° lights the building around %v mm", from, middle)
		}
	}
	l.Light = lesson.Light{From: 90, Height: 0}
	if x, y := scene.LightOn(l); math.Abs(x-1) > 1e-9 || math.Abs(y) > 1e-9 {
		t.Errorf("low light from the right comes from %v, %v", x, y)
	}
	l.Light.Height = 90
	if _, y := scene.LightOn(l); y > -0.99 {
		t.Errorf("light overhead comes from y %v", y)
	}
}

// Equal things shrink in proportion to their distance below the horizon.
func TestScale(t *testing.T) {
	l := sample.Lesson() // horizon at 45 of 75 mm
	for y, want := range map[float64]float64{75: 1, 60: 0.5, 50: 1.0 / 6, 30: 0.06} {
		if got := scene.Scale(l, y); math.Abs(got-want) > 1e-9 {
			t.Errorf("scale at %v mm is %v, not %v", y, got, want)
		}
	}
}
