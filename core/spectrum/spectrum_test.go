package spectrum

import (
	"fmt"
	"math"
	"testing"
)

// The 34 pairs published with the ΔE00 formula (CIE 142 supplementary data).
var pairs = []struct {
	p, q Lab
	want float64
}{
	{Lab{50, 2.6772, -79.7751}, Lab{50, 0, -82.7485}, 2.0425},
	{Lab{50, 3.1571, -77.2803}, Lab{50, 0, -82.7485}, 2.8615},
	{Lab{50, 2.8361, -74.0200}, Lab{50, 0, -82.7485}, 3.4412},
	{Lab{50, -1.3802, -84.2814}, Lab{50, 0, -82.7485}, 1.0000},
	{Lab{50, -1.1848, -84.8006}, Lab{50, 0, -82.7485}, 1.0000},
	{Lab{50, -0.9009, -85.5211}, Lab{50, 0, -82.7485}, 1.0000},
	{Lab{50, 0, 0}, Lab{50, -1, 2}, 2.3669},
	{Lab{50, -1, 2}, Lab{50, 0, 0}, 2.3669},
	{Lab{50, 2.4900, -0.0010}, Lab{50, -2.4900, 0.0009}, 7.1792},
	{Lab{50, 2.4900, -0.0010}, Lab{50, -2.4900, 0.0010}, 7.1792},
	{Lab{50, 2.4900, -0.0010}, Lab{50, -2.4900, 0.0011}, 7.2195},
	{Lab{50, 2.4900, -0.0010}, Lab{50, -2.4900, 0.0012}, 7.2195},
	{Lab{50, -0.0010, 2.4900}, Lab{50, 0.0009, -2.4900}, 4.8045},
	{Lab{50, -0.0010, 2.4900}, Lab{50, 0.0010, -2.4900}, 4.8045},
	{Lab{50, -0.0010, 2.4900}, Lab{50, 0.0011, -2.4900}, 4.7461},
	{Lab{50, 2.5, 0}, Lab{50, 0, -2.5}, 4.3065},
	{Lab{50, 2.5, 0}, Lab{73, 25, -18}, 27.1492},
	{Lab{50, 2.5, 0}, Lab{61, -5, 29}, 22.8977},
	{Lab{50, 2.5, 0}, Lab{56, -27, -3}, 31.9030},
	{Lab{50, 2.5, 0}, Lab{58, 24, 15}, 19.4535},
	{Lab{50, 2.5, 0}, Lab{50, 3.1736, 0.5854}, 1.0000},
	{Lab{50, 2.5, 0}, Lab{50, 3.2972, 0}, 1.0000},
	{Lab{50, 2.5, 0}, Lab{50, 1.8634, 0.5757}, 1.0000},
	{Lab{50, 2.5, 0}, Lab{50, 3.2592, 0.3350}, 1.0000},
	{Lab{60.2574, -34.0099, 36.2677}, Lab{60.4626, -34.1751, 39.4387}, 1.2644},
	{Lab{63.0109, -31.0961, -5.8663}, Lab{62.8187, -29.7946, -4.0864}, 1.2630},
	{Lab{61.2901, 3.7196, -5.3901}, Lab{61.4292, 2.2480, -4.9620}, 1.8731},
	{Lab{35.0831, -44.1164, 3.7933}, Lab{35.0232, -40.0716, 1.5901}, 1.8645},
	{Lab{22.7233, 20.0904, -46.6940}, Lab{23.0331, 14.9730, -42.5619}, 2.0373},
	{Lab{36.4612, 47.8580, 18.3852}, Lab{36.2715, 50.5065, 21.2231}, 1.4146},
	{Lab{90.8027, -2.0831, 1.4410}, Lab{91.1528, -1.6435, 0.0447}, 1.4441},
	{Lab{90.9257, -0.5406, -0.9208}, Lab{88.6381, -0.8985, -0.7239}, 1.5381},
	{Lab{6.7747, -0.2908, -2.4247}, Lab{5.8714, -0.0985, -2.2286}, 0.6377},
	{Lab{2.0776, 0.0795, -1.1350}, Lab{0.9033, -0.0636, -0.5514}, 0.9082},
}

func TestDeltaEAgreesWithThePublishedPairs(t *testing.T) {
	for i, c := range pairs {
		for _, got := range []float64{DeltaE(c.p, c.q), DeltaE(c.q, c.p)} {
			if math.Abs(got-c.want) > 5.1e-5 {
				t.Errorf("pair %d: ΔE00 %.4f, published %.4f", i+1, got, c.want)
			}
		}
	}
}

func TestWhitePoints(t *testing.T) {
	for _, c := range []struct {
		o    *Observer
		x, y float64
	}{
		{D65(), 0.3127, 0.3290}, {D50(), 0.3457, 0.3585}, {LampA(), 0.4476, 0.4074},
	} {
		w := c.o.White
		x, y := w.X/(w.X+w.Y+w.Z), w.Y/(w.X+w.Y+w.Z)
		// 10 nm steps cut at 730 nm miss a little of the red end.
		if math.Abs(x-c.x) > 0.0015 || math.Abs(y-c.y) > 0.0015 || math.Abs(w.Y-100) > 1e-9 {
			t.Errorf("%s: white %.4f %.4f (Y %.3f), published %.4f %.4f", c.o.Name, x, y, w.Y, c.x, c.y)
		}
	}
}

func TestNeutralReflectanceIsNeutral(t *testing.T) {
	for _, o := range []*Observer{D65(), D50(), LampA(), LampLED()} {
		grey := Flat(0.184187)
		l := o.Lab(&grey)
		if math.Abs(l.L-50) > 0.01 || l.Chroma() > 1e-9 {
			t.Errorf("%s: grey is %v", o.Name, l)
		}
	}
}

func TestLabRoundTrip(t *testing.T) {
	w := D65().White
	for _, l := range []Lab{{3, 1, -2}, {50, 60, -70}, {96, -1, 4}} {
		if back := l.XYZ(w).Lab(w); DeltaE(l, back) > 1e-6 {
			t.Errorf("%v came back as %v", l, back)
		}
	}
}

func TestGamutMappingKeepsHueAndLightness(t *testing.T) {
	for _, l := range []Lab{{52, 20, 90}, {40, -90, 20}, {30, 40, -120}, {96, 30, 60}} {
		c := l.RGB()
		// Read the screen colour back.
		lin := func(v uint8) float64 {
			f := float64(v) / 255
			if f <= 0.04045 {
				return f / 12.92
			}
			return math.Pow((f+0.055)/1.055, 2.4)
		}
		r, g, b := lin(c[0]), lin(c[1]), lin(c[2])
		x := XYZ{100 * (0.4124564*r + 0.3575761*g + 0.1804375*b), 100 * (0.2126729*r + 0.7151522*g + 0.0721750*b), 100 * (0.0193339*r + 0.1191920*g + 0.9503041*b)}
		back := x.Lab(XYZ{95.047, 100, 108.883})
		dh := math.Abs(math.Mod(back.Hue()-l.Hue()+540, 360) - 180)
		if math.Abs(back.L-l.L) > 1 || dh > 3 || back.Chroma() > l.Chroma()+0.5 {
			t.Errorf("%v shown as %v: L %.1f hue off by %.1f", l, c, back.L, dh)
		}
	}
}

func TestValueSteps(t *testing.T) {
	for _, c := range []struct {
		l    float64
		want int
	}{{0, 1}, {11, 1}, {12, 2}, {50, 5}, {99, 9}, {100, 9}, {140, 9}, {-3, 1}} {
		if got := (Lab{L: c.l}).Value(); got != c.want {
			t.Errorf("L* %v is value %d, want %d", c.l, got, c.want)
		}
	}
}

func TestReducedBandsKeepTheColourOfASmoothSpectrum(t *testing.T) {
	o := D65()
	w := o.ReducedWeights(12)
	for _, centre := range []float64{440, 500, 560, 620} {
		s := FromFunc(func(nm float64) float64 { return 0.1 + 0.7/(1+math.Exp(-(nm-centre)/18)) })
		var x XYZ
		for i, v := range o.Reduce(&s, 12) {
			x.X += v * w[i][0]
			x.Y += v * w[i][1]
			x.Z += v * w[i][2]
		}
		if d := DeltaE(x.Lab(o.White), o.Lab(&s)); d > 1.5 {
			t.Errorf("edge at %v nm: 12 bands are off by ΔE %.2f", centre, d)
		}
	}
}

func TestParseHex(t *testing.T) {
	if c, err := ParseHex("#8d9bb0"); err != nil || c.Hex() != "#8d9bb0" {
		t.Errorf("got %v, %v", c, err)
	}
	for _, bad := range []string{"", "8d9bb0", "#8d9bb", "#8d9bbz", "#8d9bb00"} {
		if _, err := ParseHex(bad); err == nil {
			t.Errorf("%q was taken for a colour", bad)
		}
	}
}

func ExampleDeltaE() {
	sky, ridge := Lab{78, -3, -12}, Lab{74, -2, -13}
	fmt.Printf("%.1f\n", DeltaE(sky, ridge))
	// Output: 3.2
}

// Under another lamp white stays white, and two reflectances that match in daylight
// part.
func TestImpressionUnderAnotherLamp(t *testing.T) {
	white := Flat(0.9)
	for _, o := range []*Observer{D65(), D50(), LampA(), LampLED()} {
		c := o.Impression(&white)
		if c.Chroma() > 0.6 || math.Abs(c.L-96) > 1 {
			t.Errorf("%s: white looks %v", o.Name, c)
		}
	}
	blue := FromFunc(func(nm float64) float64 { // as cobalt: blue, and red from 660 nm on
		return 0.05 + 0.5*math.Exp(-(nm-450)*(nm-450)/3000) + 0.5/(1+math.Exp((660-nm)/8))
	})
	if same := D65().Impression(&blue); DeltaE(same, D65().Lab(&blue)) > 0.01 {
		t.Errorf("in daylight it looks %v, not %v", same, D65().Lab(&blue))
	}
	if d := DeltaE(LampA().Impression(&blue), D65().Lab(&blue)); d < 1.5 {
		t.Errorf("a blue shifts by only ΔE %.1f under a bulb", d)
	}
}
