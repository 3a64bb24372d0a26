package film_test

import (
	"image"
	"math"
	"testing"

	"proxenos/core/film"
)

// swept is a canvas of 60 µm of white over which hairs have gone in one direction, without
// paint of their own.
func swept(dx, dy float64) *film.Film {
	f := newFilm(film.Surface{Depth: 4})
	coat(f, white, 60)
	f.Begin(0, 1, nil)
	p := film.Press{Reach: 200, Dig: 60, Lay: 2, Uptake: 0.05, Capacity: 600, Way: film.WayOf(dx, dy)}
	h := &film.Hair{Carry: make([]float32, f.N)}
	h.Add([]float32{1, 0, 0, 0, 0}, 500)
	for k := range f.W * f.H {
		f.Touch(k%f.W, k/f.W, h, &p)
	}
	return f
}

// rough is the mean difference of neighbours across and down a picture, levels of 255.
func rough(img *image.RGBA) (across, down float64) {
	var n float64
	b := img.Bounds()
	for y := 10; y < b.Dy()-10; y++ {
		for x := 10; x < b.Dx()-10; x++ {
			g := float64(img.RGBAAt(x, y).G)
			across += math.Abs(float64(img.RGBAAt(x+1, y).G) - g)
			down += math.Abs(float64(img.RGBAAt(x, y+1).G) - g)
			n++
		}
	}
	return across / n, down / n
}

func brightness(img *image.RGBA) (sum float64) {
	for i := 0; i < len(img.Pix); i += 4 {
		sum += float64(img.Pix[i+1])
	}
	return sum / float64(len(img.Pix)/4)
}

func TestHairsLeaveRidgesAlongTheirWay(t *testing.T) {
	across, down := rough(swept(1, 0).Show(film.Paint, 160))
	if down < 2*across || down < 1 {
		t.Errorf("swept level: neighbours differ by %.2f across and %.2f down", across, down)
	}
	across, down = rough(swept(0, -1).Show(film.Paint, 160))
	if across < 2*down {
		t.Errorf("swept upright: neighbours differ by %.2f across and %.2f down", across, down)
	}
	bare := newFilm(film.Surface{Depth: 4})
	coat(bare, white, 60) // without a brush
	across, down = rough(bare.Show(film.Paint, 160))
	if across > 1 || down > 0.6 {
		t.Errorf("a coat without marks: %.2f across and %.2f down", across, down)
	}
}

func TestTheSurfaceIsOnlyInViewsOfPaint(t *testing.T) {
	f := swept(1, 0)
	for _, v := range []film.View{film.Flat, film.Greyscale, film.Value, film.Thick, film.Wet, film.Covered} {
		if across, down := rough(f.Show(v, 160)); math.Abs(across-down) > 0.2 {
			t.Errorf("%s has a way: %.2f across, %.2f down", v, across, down)
		}
	}
	flat := brightness(f.Show(film.Flat, 160))
	for _, width := range []int{20, 40, 160, 400} {
		if d := brightness(f.Show(film.Paint, width)) - flat; math.Abs(d) > 5 {
			t.Errorf("%d pixels wide the picture is %.1f of 255 lighter than its colours", width, d)
		}
	}
}

func TestLightFromTheOtherSideTurnsTheRelief(t *testing.T) {
	f := newFilm(film.Surface{Depth: 4})
	coat(f, white, 30)
	f.Coat(amountsOf(f, white, 300), func(x, _ int) bool { return x >= 18 && x < 22 }) // a ridge
	lit := f.Show(film.Lit, 160)                                                       // the scene's light comes from the right
	raking := f.Show(film.Paint, 160)
	side := func(img *image.RGBA) int { return int(img.RGBAAt(70, 80).G) - int(img.RGBAAt(89, 80).G) }
	if side(raking) < 20 || side(lit) > -20 {
		t.Errorf("the left flank is lighter by %d in the studio and by %d in light from the right", side(raking), side(lit))
	}
}

func TestWhatIsWetShines(t *testing.T) {
	f := swept(1, 0)
	wet := brightest(f.Show(film.Paint, 160))
	f.At(2000)
	if set := brightest(f.Show(film.Paint, 160)); set >= wet {
		t.Errorf("the brightest place is %d wet and %d set", wet, set)
	}
}

func brightest(img *image.RGBA) (most uint8) {
	for i := 0; i < len(img.Pix); i += 4 {
		most = max(most, img.Pix[i+2])
	}
	return most
}

func TestAnyPartIsDrawnAtAnySize(t *testing.T) {
	f := swept(1, 1)
	for _, part := range []image.Rectangle{{}, image.Rect(0, 0, 1, 1), image.Rect(39, 39, 40, 40), image.Rect(-9, -9, 3, 3), image.Rect(30, 0, 99, 2), image.Rect(50, 50, 60, 60)} {
		for _, width := range []int{0, 1, 7, 300} {
			img := f.ShowPart(film.Paint, part, width)
			if img.Bounds().Empty() || width > 0 && img.Bounds().Dx() != width {
				t.Errorf("%v at %d: %v", part, width, img.Bounds())
			}
		}
	}
}

func TestTheWayIsKeptAndDriesWithThePaint(t *testing.T) {
	f := swept(0, 1)
	before := f.Show(film.Paint, 160)
	f.SettleAll()
	kept := film.Keep([]*film.Film{f.Snapshot().Freeze()})
	back, err := kept.Restore(specOf(film.Surface{Depth: 4}))
	if err != nil {
		t.Fatal(err)
	}
	again := back[0].Show(film.Paint, 160)
	for i := range before.Pix {
		if d := int(before.Pix[i]) - int(again.Pix[i]); d > 1 || d < -1 {
			t.Fatalf("byte %d is %d, was %d", i, again.Pix[i], before.Pix[i])
		}
	}
	dry := f.Snapshot()
	dry.Begin(1, 2, nil)
	if n := dry.Rest(30); n != f.W*f.H {
		t.Fatalf("%d cells have dried", n)
	}
	if across, down := rough(dry.Show(film.Paint, 160)); across < 2*down {
		t.Errorf("dry, neighbours differ by %.2f across and %.2f down", across, down)
	}
	kept = film.Keep([]*film.Film{dry.Snapshot().Freeze()})
	if back, err = kept.Restore(specOf(film.Surface{Depth: 4})); err != nil {
		t.Fatal(err)
	}
	if across, down := rough(back[0].Show(film.Paint, 160)); across < 2*down {
		t.Errorf("dry and restored, neighbours differ by %.2f across and %.2f down", across, down)
	}
}

func TestWaysAreTheSameToAndFro(t *testing.T) {
	for k := range 64 {
		sin, cos := math.Sincos(float64(k) / 64 * math.Pi)
		a, b := film.WayOf(cos, sin), film.WayOf(-cos, -sin)
		if a != b || a != float32(k+1) {
			t.Errorf("way %d is %v, and %v back", k+1, a, b)
		}
	}
	if film.WayOf(0, 0) != 0 {
		t.Error("no way is one")
	}
}
