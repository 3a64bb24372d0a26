package scene_test

import (
	"math"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/scene"
)

func made(kind lesson.ZoneKind, points ...float64) (*lesson.Lesson, lesson.Zone, *scene.Region) {
	l := sample.Lesson()
	z := lesson.Zone{ID: "z", Name: "Z", Plane: "near", Kind: kind}
	for i := 0; i < len(points); i += 2 {
		z.Outline = append(z.Outline, lesson.Point{X: points[i], Y: points[i+1]})
	}
	l.Zones = append(l.Zones, z)
	return l, z, scene.Zone(l, z)
}

func TestSpursStandAtUnevenDistances(t *testing.T) {
	l, z, whole := made(lesson.Ridge, 0, 40, 20, 20, 35, 30, 60, 12, 80, 28, 100, 24, 100, 60, 0, 60)
	spurs := scene.Spurs(l, z, whole)
	if len(spurs) < 4 {
		t.Fatalf("%d spurs", len(spurs))
	}
	least, most := math.Inf(1), 0.0
	for i := 1; i < len(spurs); i++ {
		gap := spurs[i].X - spurs[i-1].X
		least, most = min(least, gap), max(most, gap)
	}
	if least < 0 || most < 1.25*least {
		t.Errorf("gaps of %.1f to %.1f mm", least, most)
	}
	near := math.Inf(1)
	for _, s := range spurs {
		near = min(near, math.Abs(s.X-60))
	}
	if near > 4 {
		t.Errorf("the nearest spur is %.1f mm from the summit", near)
	}
}

// A ridge has lit and shaded flanks, and they change sides with the light.
func TestFlanksFollowTheLight(t *testing.T) {
	l, z, whole := made(lesson.Ridge, 0, 40, 20, 20, 35, 30, 60, 12, 80, 28, 100, 24, 100, 60, 0, 60)
	count := func(from float64) (lit, both int) {
		var side []float64
		for _, bearing := range []float64{from, 360 - from} {
			l.Light.From = bearing
			k := 0
			for y := 25.0; y < 55; y += 3 {
				for x := 5.0; x < 95; x += 3 {
					if !whole.Inside(x, y) {
						continue
					}
					f := scene.Facing(l, z, whole)(x, y)
					if bearing == from {
						side = append(side, f)
						if f > 0.12 {
							lit++
						}
					} else if side[k]*f < 0 {
						both++
					}
					k++
				}
			}
		}
		return lit, both * 100 / len(side)
	}
	lit, swapped := count(70)
	if lit < 30 || swapped < 90 {
		t.Errorf("%d places are lit; %d %% change sides with the light", lit, swapped)
	}
}

func TestARockHasATopAndSides(t *testing.T) {
	l, z, whole := made(lesson.Rock, 30, 30, 60, 28, 64, 50, 28, 52)
	l.Light = lesson.Light{From: 80, Height: 40}
	facing := scene.Facing(l, z, whole)
	if f := facing(46, 31); f < 0.2 || !scene.LooksUp(l, z, whole, 46, 31) {
		t.Errorf("its top faces the light by %.2f", f)
	}
	if right, left := facing(60, 42), facing(32, 42); right < 0.3 || left > -0.3 {
		t.Errorf("with light from the right: right side %.2f, left side %.2f", right, left)
	}
}

func TestStillWaterMirrorsByTheRule(t *testing.T) {
	l := sample.Lesson() // horizon at 45 mm, eye at 2 m, 100 mm wide
	// What is very far is mirrored as far below the horizon as it stands above it.
	if y := scene.Mirrored(l, 30, 1e9); math.Abs(y-60) > 1e-6 {
		t.Errorf("a far summit at 30 mm is mirrored at %.2f mm", y)
	}
	// The foot of a thing at the water's edge is its own mirror image.
	foot := 45 + scene.Focal(l)*2/25
	if y := scene.Mirrored(l, scene.Mirrored(l, 20, 25), 25); math.Abs(y-20) > 1e-9 {
		t.Errorf("mirrored twice, 20 mm becomes %.2f mm", y)
	}
	if y := scene.Mirrored(l, foot, 25); math.Abs(y-foot) > 1e-9 {
		t.Errorf("a foot at %.2f mm is mirrored at %.2f mm", foot, y)
	}
}

func TestTheMirrorShowsWhatStandsBehindTheWater(t *testing.T) {
	l := sample.Lesson()
	l.Zones = []lesson.Zone{
		{ID: "ridge", Name: "Ridge", Plane: "far", Kind: lesson.Ridge, Outline: []lesson.Point{{X: 20, Y: 30}, {X: 50, Y: 30}, {X: 50, Y: 46}, {X: 20, Y: 46}}},
		{ID: "water", Name: "Water", Plane: "near", Kind: lesson.Water, Outline: []lesson.Point{{X: 0, Y: 46}, {X: 100, Y: 46}, {X: 100, Y: 75}, {X: 0, Y: 75}}},
	}
	whole := scene.Zone(l, l.Zones[1])
	mirror := scene.Part(l, l.Zones[1], whole, lesson.Mirror)
	for _, c := range []struct {
		x, y float64
		in   bool
	}{{35, 50, true}, {35, 58, true}, {35, 64, false}, {70, 50, false}, {10, 50, false}} {
		if mirror.Inside(c.x, c.y) != c.in {
			t.Errorf("at %g, %g mm the water shows the ridge: %v", c.x, c.y, !c.in)
		}
	}
}
