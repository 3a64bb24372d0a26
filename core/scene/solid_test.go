package scene_test

import (
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/scene"
)

// lightness is the mean of how some places look at the light.
func lightness(l *lesson.Lesson, z lesson.Zone, whole *scene.Region, places ...float64) (sum float64) {
	facing := scene.Facing(l, z, whole)
	for i := 0; i+1 < len(places); i += 2 {
		sum += facing(places[i], places[i+1]) / float64(len(places)/2)
	}
	return sum
}

func TestAHouseHasARoofAndTwoWalls(t *testing.T) {
	l, z, whole := made(lesson.Building, 20, 60, 20, 36, 30, 20, 62, 20, 72, 36, 72, 60)
	if y := scene.Roof(whole); y < 30 || y > 38 {
		t.Errorf("its eaves are at %.1f mm", y)
	}
	for _, from := range []float64{80, 280} {
		l.Light = lesson.Light{From: from, Height: 40}
		roof := lightness(l, z, whole, 45, 25, 50, 28)
		left, right := lightness(l, z, whole, 24, 50), lightness(l, z, whole, 68, 50)
		if roof < 0.1 || (right > left) != (from < 180) {
			t.Errorf("light from %g°: roof %.2f, left wall %.2f, right wall %.2f", from, roof, left, right)
		}
	}
	_, flat, box := made(lesson.Building, 20, 60, 20, 36, 72, 36, 72, 60)
	l.Light = lesson.Light{From: 80, Height: 40}
	if f := lightness(l, flat, box, 24, 38); f > 0 {
		t.Errorf("a wall without a roof is lit at its shaded top by %.2f", f)
	}
}

func TestWhatLiesIsLitFromAbove(t *testing.T) {
	for _, kind := range []lesson.ZoneKind{lesson.Log, lesson.Bridge} {
		l, z, whole := made(kind, 10, 50, 10, 44, 90, 38, 90, 44)
		l.Light = lesson.Light{From: 300, Height: 40}
		if up, down := lightness(l, z, whole, 30, 43.5, 60, 41.5), lightness(l, z, whole, 30, 47.5, 60, 45.5); up < 0.2 || down > -0.1 {
			t.Errorf("%s: its upper side faces the light by %.2f, its lower by %.2f", kind, up, down)
		}
		if dx, dy := whole.Along(50); dx < 0.98 || dy > 0 || dy < -0.2 {
			t.Errorf("%s: marks follow %.2f, %.2f", kind, dx, dy)
		}
	}
}

func TestAWaveHasALipAndAFace(t *testing.T) {
	l, z, whole := made(lesson.Surf, 0, 60, 0, 40, 30, 30, 60, 32, 100, 44, 100, 60)
	lip, face := lightness(l, z, whole, 30, 32, 40, 33, 50, 34), lightness(l, z, whole, 30, 44, 40, 44.5, 50, 45)
	if lip < 0.4 || face > -0.4 {
		t.Errorf("the lip faces the light by %.2f, the face by %.2f", lip, face)
	}
}

// Sky is seen between the masses of a tree, near the top of a wood alone, and the habit of a tree
// says how.
func TestHabitsOfTrees(t *testing.T) {
	covered := func(kind lesson.ZoneKind) float64 {
		l, z, whole := made(kind, 10, 70, 10, 10, 90, 10, 90, 70)
		inside := scene.Covered(l, z, whole)
		n, all := 0.0, 0.0
		for y := 20.0; y < 60; y++ {
			for x := 20.0; x < 80; x++ {
				all++
				if inside(x, y) {
					n++
				}
			}
		}
		return n / all
	}
	birch, tree, wood := covered(lesson.Birch), covered(lesson.Tree), covered(lesson.TreeLine)
	if wood < 0.98 || tree < 0.6 || tree > 0.97 || birch > tree {
		t.Errorf("a wood covers %.2f, a tree %.2f, a birch %.2f", wood, tree, birch)
	}
	l, z, whole := made(lesson.Pine, 10, 70, 10, 10, 90, 10, 90, 70)
	for _, m := range scene.Masses(l, z, whole) {
		if m.RY > 0.5*m.RX {
			t.Fatalf("a pad of a pine is %.1f by %.1f mm", m.RX, m.RY)
		}
	}
}

// What is small, as a boat, lies on the water wherever it is: its image is a shape of its own.
func TestABoatIsNotMirroredByTheWaterAroundIt(t *testing.T) {
	l := sample.Lesson()
	shown := func(kind lesson.ZoneKind) *scene.Region {
		l.Zones = []lesson.Zone{
			{ID: "thing", Name: "Thing", Plane: "far", Kind: kind, Outline: []lesson.Point{{X: 20, Y: 30}, {X: 50, Y: 30}, {X: 50, Y: 46}, {X: 20, Y: 46}}},
			{ID: "water", Name: "Water", Plane: "near", Kind: lesson.Water, Outline: []lesson.Point{{X: 0, Y: 46}, {X: 100, Y: 46}, {X: 100, Y: 75}, {X: 0, Y: 75}}},
		}
		return scene.Part(l, l.Zones[1], scene.Zone(l, l.Zones[1]), lesson.Mirror)
	}
	ridge, boat := shown(lesson.Ridge), shown(lesson.Boat)
	if ridge.Inside(70, 60) || !boat.Inside(70, 60) { // where nothing is mirrored a step works all of the water
		t.Errorf("the image of a ridge covers %.0f mm², that of a boat %.0f", ridge.Area, boat.Area)
	}
}
