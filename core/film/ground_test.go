package film_test

import (
	"math"
	"testing"

	"proxenos/core/film"
	"proxenos/core/spectrum"
)

func TestThinPaintBecomesADryLayerThatStays(t *testing.T) {
	f := newFilm(canvas)
	coat(f, blue, 14)
	wet := f.Colour(5, 5)
	if n := f.Rest(0.2); n > 0 {
		t.Fatalf("%d cells are dry within hours", n)
	}
	if n := f.Rest(8); n != f.W*f.H {
		t.Fatalf("%d of %d cells are dry after 8 days", n, f.W*f.H)
	}
	if dry := f.Colour(5, 5); math.Abs(dry.L-wet.L) > 1 {
		t.Errorf("drying changes L* from %.1f to %.1f", wet.L, dry.L)
	}
	if micron, oil := f.Dry(5, 5); micron < 5 || !oil {
		t.Errorf("%.1f µm of dry paint, oil: %v", micron, oil)
	}
	before := f.Colour(5, 5)
	h := loaded(white, 0)
	for range 20 {
		f.Touch(5, 5, h, &firm)
	}
	if h.Total > 0 || f.Colour(5, 5) != before {
		t.Errorf("a firm empty brush took %.2f µm off dry paint", h.Total)
	}
}

func TestDryPaintFillsTheWeave(t *testing.T) {
	low := func(micron float64) (sum float64) {
		f := newFilm(canvas)
		if micron > 0 {
			coat(f, blue, micron)
			f.Begin(1, 90, nil)
			f.Harden(map[int]float64{-1: 0}) // a coat is laid by no step
		}
		for y := range f.H {
			for x := range f.W {
				sum += f.Low(x, y)
			}
		}
		return sum / float64(f.W*f.H)
	}
	if bare, painted := low(0), low(40); painted > 0.75*bare {
		t.Errorf("valleys are %.1f µm deep in bare canvas and %.1f under 40 µm of dry paint", bare, painted)
	}
}

func TestSnapshotsKeepTheirGround(t *testing.T) {
	f := newFilm(canvas)
	coat(f, blue, 10)
	before := f.Snapshot().Freeze()
	was := before.Colour(3, 3)
	f.Rest(10)
	coat(f, white, 60)
	if before.Colour(3, 3) != was || before.Read(3, 3).Body < 5 {
		t.Error("what dried later changed an earlier snapshot")
	}
	if micron, _ := before.Dry(3, 3); micron != 0 {
		t.Error("an earlier snapshot has dry paint on it")
	}
}

// A following film takes tiles when it needs them, and leaves the others alone.
func TestFollowingAFilm(t *testing.T) {
	base := newFilm(canvas)
	coat(base, blue, 20)
	base.Freeze()
	reach := make([]bool, base.Tiles())
	reach[0] = true
	asked := 0
	next := base.Follow(reach, func(int) *film.Film { asked++; return base })
	next.Begin(1, 1, nil)
	next.Touch(2, 2, loaded(white, 30000), &firm)
	next.Touch(3, 3, loaded(white, 30000), &firm)
	far := loaded(white, 30000)
	next.Touch(film.TileSide+4, 2, far, &firm)
	if asked != 1 || !next.Has(0) || next.Has(1) || far.Total != 30000 {
		t.Errorf("asked %d times; has the next tile: %v; the hair that strayed holds %.0f", asked, next.Has(1), far.Total)
	}
	whole := next.Upon(base)
	if whole.Read(2, 2).Mark != 1 || base.Read(2, 2).Mark == 1 || whole.Read(film.TileSide+4, 2).Body != base.Read(film.TileSide+4, 2).Body {
		t.Error("the whole is not the new tile upon the old canvas")
	}
}

// A canvas of which only the look is known looks so, is dry, and takes no look of another size.
func TestAsSeen(t *testing.T) {
	f := newFilm(canvas)
	light, micron := make([][3]float32, f.W*f.H), make([]float32, f.W*f.H)
	for i := range light {
		x, y := float32(i%f.W)/float32(f.W), float32(i/f.W)/float32(f.H)
		light[i], micron[i] = [3]float32{0.05 + 0.6*x, 0.05 + 0.5*y, 0.3}, 20
	}
	if err := f.AsSeen(light, micron); err != nil {
		t.Fatal(err)
	}
	for i, want := range light {
		x, y := i%f.W, i/f.W
		got := f.Colour(x, y)
		is := spectrum.LinearLab(float64(want[0]), float64(want[1]), float64(want[2]))
		if d := spectrum.DeltaE(got, is); d > 2 {
			t.Fatalf("%d,%d looks like %+v, not %+v: ΔE %.1f", x, y, got, is, d)
		}
		if dry, oil := f.Dry(x, y); dry != 20 || !oil || f.Thickness(x, y) != 0 {
			t.Fatalf("%d,%d: %g µm dry, oil %v, %g µm wet", x, y, dry, oil, f.Thickness(x, y))
		}
	}
	if err := f.AsSeen(light[1:], micron); err == nil {
		t.Error("a look of another size is taken")
	}
}
