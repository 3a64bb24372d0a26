package paint

import (
	"fmt"
	"math"
	"testing"

	"proxenos/core/spectrum"
)

var d65 = spectrum.D65()

func mix(t *testing.T, parts ...Part) Coat {
	t.Helper()
	c, err := Mix(parts)
	if err != nil {
		t.Fatal(err)
	}
	return c
}

func colour(t *testing.T, parts ...Part) spectrum.Lab {
	t.Helper()
	return mix(t, parts...).Masstone(d65)
}

func TestEveryPaintFitsItsMasstoneAndTint(t *testing.T) {
	for _, p := range All() {
		if p.Recipe != nil {
			continue
		}
		mass := p.Coat.Masstone(d65)
		tint := colour(t, Part{p.Key, 1}, Part{White, 10})
		dm, dt := spectrum.DeltaE(mass, p.Masstone), spectrum.DeltaE(tint, p.Tint)
		if dm > 6 || dt > 6 {
			t.Errorf("%s: masstone off by %.1f, tint by %.1f (6 allowed)", p.Key, dm, dt)
		}
		for i := range p.Coat.K {
			if p.Coat.K[i] < 0 || p.Coat.S[i] <= 0 {
				t.Fatalf("%s: K %v S %v at %v nm", p.Key, p.Coat.K[i], p.Coat.S[i], spectrum.Wavelength(i))
			}
		}
	}
}

// The mixtures every painter knows by heart.
func TestMixturesBehave(t *testing.T) {
	list := Behaviours(Box{})
	for _, b := range list {
		if !b.Holds {
			t.Errorf("%s: got %v", b.Name, b.Colour)
		}
		if d := spectrum.DeltaE(b.Colour, colour(t, b.Parts...)); d > 1e-9 {
			t.Errorf("%s: says %v, mixes %v", b.Name, b.Colour, colour(t, b.Parts...))
		}
	}
	if len(list) < 12 {
		t.Errorf("%d mixtures are known", len(list))
	}
	// A box whose burnt sienna is lemon yellow does not behave.
	lemon, _ := Find("PY3")
	odd := 0
	for _, b := range Behaviours(Box{}.With("PBr7/burnt-sienna", lemon.Coat)) {
		if !b.Holds {
			odd++
		}
	}
	if odd == 0 {
		t.Error("with lemon yellow for burnt sienna every mixture behaves")
	}
}

// Every step of the ratio, not only its ends, turns the grey cooler.
func TestTintsOfUltramarineAndSiennaPassFromWarmToCool(t *testing.T) {
	last := math.Inf(1)
	for _, blue := range []float64{0.5, 1, 2, 3} {
		l := colour(t, Part{"PB29", blue}, Part{"PBr7/burnt-sienna", 1}, Part{White, 20})
		if l.B >= last {
			t.Errorf("%v parts of blue: b* %.1f did not fall from %.1f", blue, l.B, last)
		}
		last = l.B
	}
	if last > -5 {
		t.Errorf("three parts of blue still give b* %.1f", last)
	}
}

func TestFilm(t *testing.T) {
	white, blue := mix(t, Part{White, 1}), mix(t, Part{"PB29", 1})
	black, ground := spectrum.Flat(0.02), spectrum.Flat(0.5)
	if got := white.Over(0, ground); got != ground {
		t.Error("no film must show the ground")
	}
	thick, opaque := blue.Over(2000, ground), blue.Opaque()
	for i := range thick {
		if math.Abs(thick[i]-opaque[i]) > 1e-6 {
			t.Fatalf("2 mm of ultramarine is not opaque in band %d: %v, %v", i, thick[i], opaque[i])
		}
	}
	// Titanium hides at 40 µm; zinc white, nearly the same colour, does not.
	hide := func(c Coat) float64 { r := c.Over(40, black); return r[18] }
	if w, z := hide(white), hide(mix(t, Part{"PW4", 1})); w < 0.75 || z > w-0.1 {
		t.Errorf("over black, 40 µm of titanium reflects %.2f and of zinc %.2f", w, z)
	}
	// A film made in two passes is the film made in one.
	two := white.Over(15, white.Over(15, black))
	one := white.Over(30, black)
	for i := range one {
		if math.Abs(one[i]-two[i]) > 1e-9 {
			t.Fatalf("band %d: 30 µm reflects %v, 15 + 15 µm %v", i, one[i], two[i])
		}
	}
	clear := Coat{}
	if got := clear.Over(50, ground); got != ground {
		t.Error("a clear medium must not change the ground")
	}
}

func TestSurfaceKeepsAVeilAndCanBeUndone(t *testing.T) {
	if l := d65.Lab(ptr(spectrum.Flat(Surface(0)))); l.L < 10 || l.L > 16 {
		t.Errorf("the blackest paint reads L* %.1f", l.L)
	}
	for _, r := range []float64{0.01, 0.3, 0.95} {
		if back := Inside(Surface(r)); math.Abs(back-r) > 1e-12 {
			t.Errorf("%v came back as %v", r, back)
		}
	}
}

// Tubes that are sold ready mixed are what their recipes make, and say what matters.
func TestConvenienceTubesAreTheirRecipes(t *testing.T) {
	n := 0
	for _, p := range All() {
		if p.Recipe == nil {
			continue
		}
		n++
		if want := mix(t, p.Recipe...); spectrum.DeltaE(want.Masstone(d65), p.Coat.Masstone(d65)) > 0.01 {
			t.Errorf("%s is not its recipe", p.Key)
		}
		if p.Density < 1 || p.Oil < 30 || p.Price <= 0 || p.Drying == "" || p.Hides() == "" {
			t.Errorf("%s: %+v", p.Key, p)
		}
	}
	sap, _ := Find("mix/sap-green")
	grey, _ := Find("mix/paynes-grey")
	naples, _ := Find("mix/naples-yellow")
	if c := sap.Coat.Masstone(d65); c.L > 45 || c.Hue() < 95 || c.Hue() > 170 || n < 3 {
		t.Errorf("sap green is %v", c)
	}
	if c := grey.Coat.Masstone(d65); c.L > 25 || c.B > 0 || naples.Hazard != "Cd" {
		t.Errorf("Payne's grey is %v", c)
	}
	if c := naples.Coat.Masstone(d65); c.L < 75 || c.Chroma() < 20 || c.Chroma() > 60 {
		t.Errorf("Naples yellow hue is %v", c)
	}
}

func TestMixRefusesNonsense(t *testing.T) {
	for _, parts := range [][]Part{nil, {{White, 0}}, {{"PX1", 1}}, {{White, math.NaN()}}} {
		if _, err := Mix(parts); err == nil {
			t.Errorf("%v was mixed", parts)
		}
	}
}

func ptr(s spectrum.Spectrum) *spectrum.Spectrum { return &s }

func ExampleMix() {
	sky, _ := Mix([]Part{{White, 12}, {"PB29", 1}})
	fmt.Printf("value %d\n", sky.Masstone(spectrum.D65()).Value())
	// Output: value 6
}

// Mixing throughput: mixtures a second on 36 bands.
func BenchmarkMix(b *testing.B) {
	parts := []Part{{White, 8}, {"PB29", 1}, {"PBr7/burnt-sienna", 1}}
	for b.Loop() {
		if _, err := Mix(parts); err != nil {
			b.Fatal(err)
		}
	}
	b.ReportMetric(float64(b.N)/b.Elapsed().Seconds(), "mixtures/s")
}
