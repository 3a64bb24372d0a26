package film_test

import (
	"fmt"
	"math"
	"testing"

	"proxenos/core/film"
	"proxenos/core/paint"
	"proxenos/core/spectrum"
)

var canvas = film.Surface{Depth: 60, Thread: 1.9, Thirst: 0.3}

// Ingredients of the tests: white, dark blue, then oil, alkyd and solvent.
const (
	white = iota
	blue
	oil
	alkyd
	solvent
	count
)

func newFilm(surface film.Surface) *film.Film { return film.New(specOf(surface)) }

func specOf(surface film.Surface) film.Spec {
	var in []film.Ingredient
	for _, key := range []string{"PW6", "PB29"} {
		p, _ := paint.Find(key)
		in = append(in, film.Ingredient{Key: key, Coat: p.Coat, Drying: 1})
	}
	in = append(in, film.Ingredient{Key: "oil", Drying: 0.6}, film.Ingredient{Key: "alkyd", Drying: 3}, film.Ingredient{Key: "solvent", Drying: 2})
	return film.Spec{Width: 20, Height: 20, Cell: 0.5, Ingredients: in, Surface: surface, Ground: spectrum.Flat(0.5), Light: [2]float64{1, 0}, Seed: 1}
}

func coat(f *film.Film, what int, micron float64) {
	amounts := make([]float64, count)
	amounts[what] = micron
	f.Coat(amounts, func(int, int) bool { return true })
}

func loaded(what int, micron float32) *film.Hair {
	shares := make([]float32, count)
	shares[what] = 1
	h := &film.Hair{Carry: make([]float32, count)}
	h.Add(shares, micron)
	return h
}

var firm = film.Press{Reach: 200, Dig: 26, Lay: 10, Uptake: 0.34, Capacity: 30000}

// amounts is what lies in all cells, µm of each ingredient.
func amounts(f *film.Film) []float64 {
	sum := make([]float64, count)
	for y := range f.H {
		for x := range f.W {
			f.Amounts(x, y, sum)
		}
	}
	return sum
}

func TestTouchConservesEveryIngredient(t *testing.T) {
	f := newFilm(canvas)
	coat(f, blue, 70)
	f.Begin(0, 0, nil)
	h := loaded(white, 20000)
	before := amounts(f)
	for i := range h.Carry {
		before[i] += float64(h.Carry[i])
	}
	for i := range 6000 {
		f.Touch(i%f.W, (i*7/f.W)%f.H, h, &firm)
	}
	after := amounts(f)
	for i := range h.Carry {
		after[i] += float64(h.Carry[i])
		if math.Abs(after[i]-before[i]) > 0.001*(before[i]+1) {
			t.Errorf("ingredient %d: %v µm before, %v after", i, before[i], after[i])
		}
	}
}

func TestThinLoadLiftsAndHeavyLoadCovers(t *testing.T) {
	wet := func(load float32) (gain float64, colour spectrum.Lab) {
		f := newFilm(film.Surface{Depth: 4})
		coat(f, blue, 60)
		was := f.Volume()
		f.Begin(0, 0, nil)
		for pass := range 3 {
			h := loaded(white, load)
			for x := range f.W {
				f.Touch(x, 20, h, &firm)
			}
			_ = pass
		}
		return f.Volume() - was, f.Colour(20, 20)
	}
	thin, mud := wet(600)
	heavy, clean := wet(30000)
	if thin >= 0 {
		t.Errorf("a nearly empty brush left %.6f ml more than it took", thin)
	}
	if heavy <= 0 {
		t.Errorf("a heavy load left %.6f ml", heavy)
	}
	if clean.L < mud.L+10 {
		t.Errorf("heavy white over blue reads L* %.0f, thin %.0f", clean.L, mud.L)
	}
}

func TestLightPressureKeepsTheColourBelow(t *testing.T) {
	body := func(dig float32) float64 {
		f := newFilm(film.Surface{Depth: 4})
		coat(f, blue, 60)
		f.Begin(0, 0, nil)
		p := firm
		p.Dig = dig
		h := loaded(white, 30000)
		for range 3 {
			for x := range f.W {
				f.Touch(x, 20, h, &p)
			}
		}
		return f.TopColour(20, 20).L
	}
	if light, hard := body(1.5), body(26); light < hard+8 {
		t.Errorf("top stratum L* %.0f under a light hand, %.0f under a firm one", light, hard)
	}
}

func TestDryDragBreaksOverTheWeave(t *testing.T) {
	covered := func(s film.Surface) float64 {
		f := newFilm(s)
		f.Begin(0, 0, nil)
		p := film.Press{Reach: 14, Dig: 1, Lay: 8, Uptake: 0.2, Capacity: 30000}
		var hit float64
		for y := range f.H {
			h := loaded(white, 20000)
			for x := range f.W {
				f.Touch(x, y, h, &p)
				if f.Read(x, y).Top > 1 {
					hit++
				}
			}
		}
		return hit / float64(f.W*f.H)
	}
	if rough, smooth := covered(canvas), covered(film.Surface{Depth: 4}); rough < 0.1 || rough > 0.6 || smooth < 0.8 {
		t.Errorf("a dry drag covers %.0f %% on canvas and %.0f %% on a smooth panel", 100*rough, 100*smooth)
	}
}

func TestThickFilmIsSlippery(t *testing.T) {
	lays := func(under float64) float64 {
		f := newFilm(film.Surface{Depth: 4})
		coat(f, blue, under)
		rec := f.NewRecord(0, f.H)
		f.Begin(0, 0, rec)
		f.Touch(5, 5, loaded(white, 30000), &firm)
		return float64(rec.Cells[5*f.W+5].Laid)
	}
	if thin, thick := lays(20), lays(140); thick > 0.6*thin {
		t.Errorf("a touch lays %.1f µm on a thin film and %.1f on a thick one", thin, thick)
	}
}

func TestTopSpillsIntoTheBody(t *testing.T) {
	f := newFilm(film.Surface{Depth: 4})
	f.Begin(0, 0, nil)
	h := loaded(white, 30000)
	for range 30 {
		f.Touch(5, 5, h, &film.Press{Reach: 200, Lay: 10, Capacity: 30000})
	}
	if c := f.Read(5, 5); c.Top > film.TopMost+0.01 || c.Body < 50 {
		t.Errorf("top %.0f µm, body %.0f µm", c.Top, c.Body)
	}
}

func TestTimeSetsTheFilm(t *testing.T) {
	f := newFilm(canvas)
	coat(f, blue, 25)
	set := func(minute float64) float64 {
		g := f.Snapshot()
		g.At(minute)
		return g.Read(5, 5).Set
	}
	if a, b, c := set(0), set(20), set(180); a != 0 || b < 0.15 || b > 0.5 || c < 0.85 {
		t.Errorf("set %.2f at once, %.2f after 20 minutes, %.2f after three hours", a, b, c)
	}
	thick := newFilm(canvas)
	coat(thick, blue, 100)
	thick.At(20)
	if thick.Read(5, 5).Set >= set(20) {
		t.Error("a thick film sets as fast as a thin one")
	}
	if got, want := set(30), film.SetAfter(30, 25); math.Abs(got-want) > 0.1 {
		t.Errorf("the film says %.2f and SetAfter %.2f", got, want)
	}
}

func TestSolventLeavesAndOilStays(t *testing.T) {
	f := newFilm(canvas)
	coat(f, solvent, 20)
	coat(f, oil, 20)
	coat(f, blue, 20)
	before := amounts(f)
	f.Begin(0, 30, nil)
	for y := range f.H { // touching brings every tile up to date
		for x := range f.W {
			f.Touch(x, y, &film.Hair{Carry: make([]float32, count)}, &film.Press{Reach: 200, Capacity: 1})
		}
	}
	after := amounts(f)
	if left := after[solvent] / before[solvent]; left > 0.05 {
		t.Errorf("%.0f %% of the solvent is there after half an hour", 100*left)
	}
	if math.Abs(after[oil]-before[oil]) > 0.001*before[oil] {
		t.Error("oil left as well")
	}
}

func TestBlotTakesOilBeforePaintAndSets(t *testing.T) {
	f := newFilm(canvas)
	coat(f, oil, 20)
	coat(f, blue, 40)
	before := amounts(f)
	for y := range f.H {
		for x := range f.W {
			f.Blot(x, y, 12, 1)
		}
	}
	after := amounts(f)
	if after[oil] > 0.35*before[oil] || after[blue] < 0.8*before[blue] {
		t.Errorf("after a blot %.0f %% of the oil and %.0f %% of the paint are left", 100*after[oil]/before[oil], 100*after[blue]/before[blue])
	}
	if s := f.Read(5, 5).Set; s < 0.5 {
		t.Errorf("blotted paint has set only %.2f", s)
	}
}

func TestScrapeLeavesWhatSitsInTheWeave(t *testing.T) {
	f := newFilm(canvas)
	coat(f, blue, 80)
	for y := range f.H {
		for x := range f.W {
			f.Scrape(x, y, 1)
		}
	}
	left := amounts(f)[blue] / float64(f.W*f.H)
	if left < 2 || left > 25 {
		t.Errorf("%.1f µm are left after scraping", left)
	}
}

func TestSnapshotsAreIndependent(t *testing.T) {
	f := newFilm(canvas)
	coat(f, blue, 30)
	s := f.Snapshot()
	was := s.Colour(5, 5)
	f.Begin(0, 0, nil)
	for range 5 {
		f.Touch(5, 5, loaded(white, 30000), &firm)
	}
	if s.Colour(5, 5) != was {
		t.Error("painting on changed the snapshot")
	}
	if f.Colour(5, 5) == was {
		t.Error("painting changed nothing")
	}
	if n, all := f.Bytes(s), f.Bytes(nil); n == 0 || n > all/2 {
		t.Errorf("one touch costs %d of %d bytes", n, all)
	}
}

// The canvas shows the finite-film formula of package paint, on fewer bands.
func TestColourAgreesWithThirtySixBands(t *testing.T) {
	d65 := spectrum.D65()
	for _, c := range []struct {
		what   int
		key    string
		micron float64
	}{{white, "PW6", 15}, {white, "PW6", 60}, {blue, "PB29", 6}, {blue, "PB29", 25}} {
		f := newFilm(film.Surface{})
		amounts := make([]float64, count)
		f.Coat(amounts, func(int, int) bool { return true })
		amounts[c.what] = c.micron
		f.Coat(amounts, func(int, int) bool { return true })
		here := f.Read(7, 7).Body
		p, _ := paint.Find(c.key)
		seen := paint.Seen(p.Coat.Over(here, spectrum.Flat(0.5)))
		if d := spectrum.DeltaE(f.Colour(7, 7), d65.Lab(&seen)); d > 1.5 {
			t.Errorf("%s at %.0f µm: ΔE %.2f between canvas and catalogue", c.key, c.micron, d)
		}
	}
}

func TestViewsShowWhatTheyName(t *testing.T) {
	f := newFilm(film.Surface{Depth: 4})
	coat(f, blue, 30)
	f.Begin(0, 0, nil)
	for y := range 20 {
		for x := range 20 {
			for range 12 {
				f.Touch(x, y, loaded(white, 30000), &firm)
			}
		}
	}
	grey := f.Show(film.Greyscale, 0)
	if a, b := grey.RGBAAt(5, 5), grey.RGBAAt(35, 35); a.R <= b.R || a.R != a.G || a.G != a.B {
		t.Errorf("greyscale shows white as %v and blue as %v", a, b)
	}
	thick := f.Show(film.Thick, 0)
	if thick.RGBAAt(5, 5).R <= thick.RGBAAt(35, 35).R {
		t.Error("the thick place is not lighter in the thickness view")
	}
	f.At(120)
	if early, late := f.Snapshot(), f.Snapshot(); true {
		early.At(0)
		a, b := early.Show(film.Wet, 0).RGBAAt(35, 35), late.Show(film.Wet, 0).RGBAAt(35, 35)
		if b.R <= a.R {
			t.Errorf("wet view: %v fresh, %v after two hours", a, b)
		}
	}
	values := map[uint8]bool{}
	for _, p := range f.Show(film.Value, 0).Pix {
		values[p] = true
	}
	if len(values) > 10 {
		t.Errorf("the value view has %d steps", len(values)-1)
	}
	if b := f.Show(film.Paint, 10).Bounds(); b.Dx() != 10 || b.Dy() != 10 {
		t.Errorf("asked for 10 pixels, got %v", b)
	}
}

func ExampleSetAfter() {
	fmt.Printf("%.2f\n", film.SetAfter(20, 25))
	// Output: 0.28
}
