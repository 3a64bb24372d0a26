package scene

import (
	"math"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
)

// ground is a canvas of 500 by 400 mm with the horizon at 150 mm and an eye at 1.6 m.
// Its picture plane is 535 mm from the eye: 1.07 times the longer side.
func ground() *lesson.Lesson {
	l := sample.Lesson()
	l.Support.Width, l.Support.Height = 500, 400
	l.View = lesson.View{Horizon: 150, Eye: 1.6}
	return l
}

// Each figure is worked out by hand from similar triangles.
func TestPerspectiveByHand(t *testing.T) {
	l := ground()
	near := func(what string, got, want float64) {
		t.Helper()
		if math.Abs(got-want) > 0.005*max(1, math.Abs(want)) {
			t.Errorf("%s: %.3f, by hand %.3f", what, got, want)
		}
	}
	// 1. Ground 8 m off lies 535·1.6/8 = 107 mm below the horizon.
	near("ground at 8 m", GroundY(l, 8), 257)
	// 2. And back: 107 mm below it is 8 m off.
	d, ok := GroundDistance(l, 257)
	near("what lies at 257 mm", d, 8)
	if _, above := GroundDistance(l, 150); above || !ok {
		t.Error("there is ground at the horizon")
	}
	// 3. Two posts of 1.6 m reach the horizon wherever they stand: the near one, 4 m off,
	// is 214 mm tall, the far one at 8 m half of that.
	near("near post", SizeAt(l, 1.6, 4), 214)
	near("far post", SizeAt(l, 1.6, 8), 107)
	near("its top at the eye's level", GroundY(l, 8)-SizeAt(l, 1.6, 8), 150)
	// 4. A post 53.5 mm tall with its foot at 257 mm is 0.8 m tall.
	tall, _ := TrueSize(l, 53.5, 257)
	near("the short post", tall, 0.8)
	// 5. A river of 6 m: 401.25 mm wide at 8 m, 80.25 mm at 40 m. It tapers as the
	// distance below the horizon does, 107 to 21.4 mm.
	near("river near", SizeAt(l, 6, 8), 401.25)
	near("river far", SizeAt(l, 6, 40), 80.25)
	near("its taper", SizeAt(l, 6, 40)/SizeAt(l, 6, 8), (GroundY(l, 40)-150)/(GroundY(l, 8)-150))
	// 6. A ripple of 0.4 m at 20 m is 10.7 mm long.
	near("ripple", SizeAt(l, 0.4, 20), 10.7)
	// 7. A summit 60 mm above the horizon, 6 km off, shows 60 mm below it and twice
	// 535·1.6/6000 = 0.285 mm more.
	near("image of a summit", Mirrored(l, 90, 6000), 210.285)
	// 8. A post on a shore that slopes up: its foot is 0.5 m above the water at 20 m, so
	// it stands 535·1.1/20 = 29.4 mm below the horizon; its image is 535·2.1/20 = 56.2
	// below. Between lies the image of the slope.
	near("image on a sloping shore", Mirrored(l, 150+29.425, 20), 150+56.175)
	// 9. Sun from the left, 45° high: a post of 1.6 m throws 1.6 m to the right. At 8 m
	// that is 107 mm, at the same distance, so at the same height.
	l.Light = lesson.Light{From: 270, Height: 45}
	tip, ok := Cast(l, lesson.Point{X: 250, Y: 257}, 107)
	if !ok {
		t.Fatal("no shadow")
	}
	near("shadow to the right", tip.X, 357)
	near("level", tip.Y, 257)
	// 10. Sun behind the scene, 30° high: 1.6/tan 30° = 2.771 m toward the eye, to 5.229 m
	// off: 535·1.6/5.229 = 163.7 mm below the horizon, and straight toward the painter.
	l.Light = lesson.Light{From: 0, Height: 30}
	tip, _ = Cast(l, lesson.Point{X: 250, Y: 257}, 107)
	near("shadow toward the eye", tip.Y, 150+163.70)
	near("straight", tip.X, 250)
	// One that would fall behind the eye is none.
	l.Light.Height = 8
	if _, ok := Cast(l, lesson.Point{X: 250, Y: 257}, 107); ok {
		t.Error("a shadow falls behind the eye")
	}
}

// What stands throws its shadow away from the light, and its image lies straight below.
func TestShadowsAndReflectionsOfZones(t *testing.T) {
	l := ground()
	post := lesson.Zone{ID: "post", Plane: l.Planes[2].ID, Kind: lesson.Fence,
		Outline: []lesson.Point{{X: 240, Y: 180}, {X: 250, Y: 180}, {X: 250, Y: 260}, {X: 240, Y: 260}}}
	middle := func(points []lesson.Point) (x, y float64) {
		for _, p := range points {
			x, y = x+p.X/float64(len(points)), y+p.Y/float64(len(points))
		}
		return x, y
	}
	for _, c := range []struct{ from, side float64 }{{90, -1}, {270, 1}} {
		l.Light = lesson.Light{From: c.from, Height: 40}
		x, y := middle(ShadowOf(l, post, 0))
		if (x-245)*c.side < 20 || math.Abs(y-260) > 8 {
			t.Errorf("light from %g°: the shadow's middle is at %.0f, %.0f", c.from, x, y)
		}
	}
	l.Planes[2].Distance = 8
	image := ReflectionOf(l, post)
	if x, y := middle(image); math.Abs(x-245) > 0.1 || y < 260 {
		t.Errorf("the image's middle is at %.0f, %.0f", x, y)
	}
	for _, p := range append(image, ShadowOf(l, post, 0)...) {
		if p.X < 0 || p.X > 500 || p.Y < 0 || p.Y > 400 {
			t.Errorf("%v is off the canvas", p)
		}
	}
	high := post
	high.Outline = []lesson.Point{{X: 240, Y: 20}, {X: 250, Y: 20}, {X: 250, Y: 100}, {X: 240, Y: 100}}
	if s := ShadowOf(l, high, 0); s != nil {
		t.Errorf("something in the air throws %v", s)
	}
}

// Lines of ground keep apart, so that their figures can be read.
func TestGuidesCanBeRead(t *testing.T) {
	l := ground()
	g := GuidesOf(l)
	last := l.Support.Height
	for _, line := range g.Ground {
		if math.Abs(line.Y-GroundY(l, line.Metres)) > 0.06 {
			t.Errorf("%g m is drawn at %g, it lies at %g", line.Metres, line.Y, GroundY(l, line.Metres))
		}
		if last-line.Y < 12 || line.Y-g.Horizon < 12 {
			t.Errorf("%g m is drawn at %.1f, next to %.1f", line.Metres, line.Y, last)
		}
		last = line.Y
	}
	if len(g.Ground) < 4 {
		t.Errorf("%d lines of ground", len(g.Ground))
	}
}

func TestAnotherLikeThisIsAnotherShape(t *testing.T) {
	l := sample.Lesson()
	z := l.Zones[2]
	z.Ragged = 4
	one, same := Zone(l, z), Zone(l, z)
	z.Seed = 5
	other := Zone(l, z)
	if one.Area != same.Area || one.Area == other.Area && one.Y0 == other.Y0 {
		t.Errorf("areas %.1f, %.1f, another %.1f", one.Area, same.Area, other.Area)
	}
	if math.Abs(other.Area-one.Area) > 0.15*one.Area {
		t.Errorf("another like it has %.0f mm² instead of %.0f", other.Area, one.Area)
	}
}

func TestRaysAreEvenOnTheGround(t *testing.T) {
	l := &lesson.Lesson{Support: lesson.Support{Width: 400, Height: 300}, View: lesson.View{Horizon: 100, Eye: 2}}
	g := GuidesOf(l)
	// By hand: 2 m of eye are 200 mm at the lower edge, so a metre of ground is 100 mm.
	if g.Vanish != 200 || g.Apart != 0.5 || len(g.Rays) != 9 || g.Rays[0] != 0 || g.Rays[1] != 50 || g.Rays[4] != 200 {
		t.Errorf("from %g, %g m apart: %v", g.Vanish, g.Apart, g.Rays)
	}
}
