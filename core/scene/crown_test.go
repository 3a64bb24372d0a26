package scene_test

import (
	"math"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/scene"
)

func TestDepthIsTheDistanceToTheRim(t *testing.T) {
	l := sample.Lesson() // 100 x 75 mm
	box := scene.Zone(l, zone(lesson.Field, 0, p(20, 20), p(60, 20), p(60, 50), p(20, 50)))
	for _, c := range []struct{ x, y, want float64 }{
		{40, 22, 2}, {40, 18, -2}, {23, 35, 3}, {40, 35, 6}, {90, 5, -6}, {17, 17, -4.2}, {40, 48.5, 1.5}, {-50, 900, -6},
	} {
		if got := box.Deep(c.x, c.y); math.Abs(got-c.want) > 0.5 {
			t.Errorf("at %v, %v it is %.2f mm deep, not %.2f", c.x, c.y, got, c.want)
		}
	}
	if d := scene.Zone(l, zone(lesson.Sky, 0, p(0, 0), p(100, 0), p(100, 30), p(0, 30))).Deep(0.2, 0.2); d < 5.9 {
		t.Errorf("the edge of the canvas is a rim: %.2f", d)
	}
	if d := scene.Zone(l, zone(lesson.Field, 0, p(5, 5), p(5.01, 5), p(5, 5.01))).Deep(5, 5); d > -5.9 {
		t.Errorf("in an empty place it is %.2f mm deep", d)
	}
}

func TestACrownIsMadeOfMasses(t *testing.T) {
	l := sample.Lesson()
	for name, z := range map[string]lesson.Zone{
		"a tree": zone(lesson.Tree, 1, p(30, 10), p(70, 10), p(75, 40), p(25, 40)), "a wood": zone(lesson.TreeLine, 1, p(0, 30), p(100, 30), p(100, 40), p(0, 40)),
		"a sliver": zone(lesson.Hedge, 0, p(10, 30), p(90, 30.8), p(10, 31)), "2 mm": zone(lesson.Tree, 0, p(50, 30), p(52, 30), p(51, 32)),
	} {
		r := scene.Zone(l, z)
		all := scene.Masses(l, z, r)
		if len(all) < 5 || len(all) > 120 {
			t.Errorf("%s: %d masses", name, len(all))
		}
		for _, m := range all {
			if r.Deep(m.X, m.Y) < -1 || !(m.RX > 0 && m.RY > 0 && m.RX < 60) {
				t.Errorf("%s: %+v", name, m)
			}
		}
	}
}

// Foliage is at most a third lit, and the lit side turns with the light.
func TestMassesOfLeavesTurnToTheLight(t *testing.T) {
	l := sample.Lesson()
	z := zone(lesson.Tree, 1, p(30, 10), p(70, 10), p(75, 50), p(25, 50))
	share := func(from float64) (lit, middle float64) {
		l.Light.From, l.Light.Height = from, 30
		r := scene.Zone(l, z)
		part := scene.Part(l, z, r, lesson.Lit)
		var sum float64
		for k := range 400 {
			x, _ := part.Nth((float64(k) + 0.5) / 400)
			sum += x / 400
		}
		return part.Area / r.Area, sum
	}
	lit, right := share(90)
	_, left := share(270)
	t.Logf("%.0f %% lit; their middle at %.1f mm lit from the right, %.1f from the left", 100*lit, right, left)
	if lit > 0.45 || lit < 0.1 || right < left+1 {
		t.Errorf("%.0f %% lit; their middle at %.1f mm lit from the right, %.1f from the left", 100*lit, right, left)
	}
}
