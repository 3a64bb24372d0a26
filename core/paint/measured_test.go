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
		if p.Key == White || p.Key == "PW4" {
			continue // a white in white is no tint
		}
		seen := func(c Coat) spectrum.Spectrum { return Seen(c.Opaque()) }
		tint := Coat{}.Add(p.Coat, 1.0/11).Add(white.Coat, 10.0/11)
		got, err := Measured(seen(p.Coat), seen(tint), 10)
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
		if _, err := Measured(c.mass, c.tint, c.white); err == nil || !strings.Contains(err.Error(), c.says) {
			t.Errorf("%s: %v", name, err)
		}
	}
}
