package paint

import (
	"math"
	"strings"
	"testing"

	"proxenos/core/spectrum"
)

// A paint measured twice mixes as the paint itself does.
func TestMeasuredPaintsMixLikeTheirOriginals(t *testing.T) {
	white, _ := Find(White)
	for _, p := range All() {
		if p.Key == White || p.Key == "PW4" || p.Recipe != nil {
			continue // a white in white is no tint
		}
		seen := func(c Coat) spectrum.Spectrum { return Seen(c.Opaque()) }
		tint := Coat{}.Add(p.Coat, 1.0/11).Add(white.Coat, 10.0/11)
		got, err := Measured(seen(p.Coat), seen(tint), 10, white.Coat)
		if err != nil {
			t.Errorf("%s: %v", p.Key, err)
			continue
		}
		for _, n := range []float64{0, 1, 4, 30} {
			want := Coat{}.Add(p.Coat, 1/(1+n)).Add(white.Coat, n/(1+n)).Masstone(d65)
			have := Coat{}.Add(got, 1/(1+n)).Add(white.Coat, n/(1+n)).Masstone(d65)
			if d := spectrum.DeltaE(want, have); d > 1 {
				t.Errorf("%s with %g of white: ΔE %.2f from the original", p.Key, n, d)
			}
		}
	}
}

func TestBadMeasurements(t *testing.T) {
	white, _ := Find(White)
	dark, pale := spectrum.Flat(0.05), spectrum.Flat(0.5)
	for name, c := range map[string]struct {
		mass, tint spectrum.Spectrum
		white      float64
		says       string
	}{
		"over one": {spectrum.Flat(1.2), pale, 10, "masstone"}, "negative": {dark, spectrum.Flat(-0.1), 10, "tint"},
		"NaN": {spectrum.Flat(math.NaN()), pale, 10, "masstone"}, "no white": {dark, pale, 0, "white"},
		"the same twice": {dark, dark, 10, "hardly lighter"},
	} {
		if _, err := Measured(c.mass, c.tint, c.white, white.Coat); err == nil || !strings.Contains(err.Error(), c.says) {
			t.Errorf("%s: %v", name, err)
		}
	}
}

// White is measured by its masstone alone, and tints are then solved against it.
func TestAMeasuredWhite(t *testing.T) {
	warm := spectrum.FromFunc(func(nm float64) float64 { return 0.78 + 0.12*(nm-380)/350 })
	white, err := MeasuredWhite(warm)
	if err != nil {
		t.Fatal(err)
	}
	box := Box{}.With(White, white)
	p, _ := box.Find(White)
	if got := Seen(p.Coat.Opaque()); !p.Measured || math.Abs(got[20]-warm[20]) > 0.002 {
		t.Errorf("measured %.3f, it reads %.3f", warm[20], got[20])
	}
	if q, _ := Find(White); q.Measured || q.Coat == p.Coat {
		t.Error("measuring changed the catalogue")
	}
	if q, _ := box.Find("PB29"); q.Measured {
		t.Error("ultramarine counts as measured")
	}
	before, _ := Box{}.Colour([]Part{{White, 60}, {"PB29", 1}})
	after, _ := box.Colour([]Part{{White, 60}, {"PB29", 1}})
	if spectrum.DeltaE(before, after) < 0.5 {
		t.Errorf("a tint in warmer white: %v, %v", before, after)
	}
	for _, bad := range []spectrum.Spectrum{spectrum.Flat(0.3), spectrum.Flat(1.4), spectrum.Flat(math.NaN())} {
		if _, err := MeasuredWhite(bad); err == nil {
			t.Errorf("%g is taken for titanium white", bad[0])
		}
	}
}
