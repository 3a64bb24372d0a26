package film_test

import (
	"image"
	"math"
	"testing"

	"proxenos/core/film"
)

// halves is a canvas with a white left and a blue right half.
func halves() *film.Film {
	f := newFilm(film.Surface{Depth: 4})
	half := f.W / 2
	f.Coat(amountsOf(f, white, 80), func(x, _ int) bool { return x < half })
	f.Coat(amountsOf(f, blue, 80), func(x, _ int) bool { return x >= half })
	return f
}

func amountsOf(f *film.Film, what int, micron float64) []float64 {
	out := make([]float64, f.N)
	out[what] = micron
	return out
}

func grey(img *image.RGBA, x, y int) (v uint8, neutral bool) {
	i := img.PixOffset(x, y)
	return img.Pix[i], img.Pix[i] == img.Pix[i+1] && img.Pix[i] == img.Pix[i+2]
}

func TestEveryViewShowsWhatItSays(t *testing.T) {
	f := halves()
	left, right, mid := f.W/4, 3*f.W/4, f.H/2
	for _, v := range []film.View{film.Greyscale, film.Value, film.Wet, film.Thick, film.Covered} {
		img := f.Show(v, 0)
		for _, x := range []int{left, right} {
			if _, neutral := grey(img, x, mid); !neutral {
				t.Errorf("%s shows colour", v)
			}
		}
	}
	at := func(v film.View, x int) uint8 { g, _ := grey(f.Show(v, 0), x, mid); return g }
	if at(film.Value, left) < 230 || at(film.Value, right) > 90 {
		t.Errorf("values: white %d, blue %d", at(film.Value, left), at(film.Value, right))
	}
	if at(film.Covered, left) < 220 {
		t.Errorf("80 µm of white cover the ground to %d of 255", at(film.Covered, left))
	}
	bare := newFilm(film.Surface{Depth: 4})
	if g, _ := grey(bare.Show(film.Covered, 0), 3, 3); g != 0 {
		t.Errorf("bare ground is shown as covered: %d", g)
	}
	if g, _ := grey(bare.Show(film.Wet, 0), 3, 3); g < 200 {
		t.Errorf("dry ground is shown as wet: %d", g)
	}
	fresh := at(film.Wet, left)
	f.At(120)
	if later := at(film.Wet, left); later <= fresh {
		t.Errorf("after two hours wet paint reads %d, fresh %d", later, fresh)
	}
}

func TestSquintingKeepsLargeShapesOnly(t *testing.T) {
	f := halves()
	edge := func(v film.View) float64 { // steepest step across the middle
		img := f.Show(v, 0)
		var most float64
		for x := 1; x < f.W; x++ {
			a, _ := grey(img, x-1, f.H/2)
			b, _ := grey(img, x, f.H/2)
			most = max(most, math.Abs(float64(a)-float64(b)))
		}
		return most
	}
	if sharp, soft := edge(film.Flat), edge(film.Squint); soft > 0.4*sharp {
		t.Errorf("the edge steps by %.0f, squinting by %.0f", sharp, soft)
	}
}

func TestUnderALampWhiteStaysWhiteAndPigmentsShift(t *testing.T) {
	f := halves()
	day := f.Show(film.Flat, 0)
	for _, v := range []film.View{film.Booth, film.Bulb, film.LED} {
		lamp := f.Show(v, 0)
		diff := func(x int) (d float64) {
			i := day.PixOffset(x, f.H/2)
			for c := range 3 {
				d = max(d, math.Abs(float64(day.Pix[i+c])-float64(lamp.Pix[i+c])))
			}
			return d
		}
		if d := diff(f.W / 4); d > 8 {
			t.Errorf("%s: white shifts by %.0f of 255", v, d)
		}
		if d := diff(3 * f.W / 4); v != film.Booth && d < 3 {
			t.Errorf("%s: blue shifts by %.0f of 255", v, d)
		}
	}
}

// A ridge of paint is lighter on the side of the light.
func TestReliefFollowsTheLight(t *testing.T) {
	sides := func(v film.View) (left, right float64) {
		f := newFilm(film.Surface{})
		f.Coat(amountsOf(f, white, 40), func(int, int) bool { return true })
		f.Coat(amountsOf(f, white, 60), func(x, _ int) bool { return x >= 18 && x < 22 })
		img := f.Show(v, 0)
		l, _ := grey(img, 17, 20)
		r, _ := grey(img, 22, 20)
		return float64(l), float64(r)
	}
	if l, r := sides(film.Paint); l < r+5 {
		t.Errorf("studio light from the left: %v on the left of a ridge, %v on its right", l, r)
	}
	if l, r := sides(film.Lit); r < l+5 {
		t.Errorf("scene's light from the right: %v on the left, %v on the right", l, r)
	}
	if l, r := sides(film.Flat); math.Abs(l-r) > 3 {
		t.Errorf("without relief: %v and %v", l, r)
	}
}

func TestPartsAndSizes(t *testing.T) {
	f := halves()
	if b := f.ShowPart(film.Paint, image.Rect(2, 2, 12, 12), 50).Bounds(); b.Dx() != 50 || b.Dy() != 50 {
		t.Errorf("a part of 10 by 10 cells at 50 pixels is %v", b)
	}
	if b := f.ShowPart(film.Paint, image.Rect(900, 900, 950, 950), 0).Bounds(); b.Empty() {
		t.Error("a part off the canvas is no picture")
	}
	if b := f.Show(film.Paint, 2*f.W).Bounds(); b.Dx() != 2*f.W {
		t.Errorf("twice as wide is %v", b)
	}
}
