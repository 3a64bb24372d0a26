package meter_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"proxenos/core/meter"
	"proxenos/core/paint"
	"proxenos/core/spectrum"
)

func seen(c paint.Coat) spectrum.Spectrum { return paint.Seen(c.Opaque()) }

func TestItWantsItsWhiteTile(t *testing.T) {
	c := meter.Calibration{Serial: 3}
	if _, err := c.Read(spectrum.Flat(0.5), 1); err == nil || !strings.Contains(err.Error(), "white tile") {
		t.Errorf("just switched on it says %v", err)
	}
	c = c.Calibrate()
	read := 0
	for {
		r, err := c.Read(spectrum.Flat(0.5), 5)
		if err != nil {
			if !strings.Contains(err.Error(), "again") {
				t.Errorf("after %d readings: %v", read, err)
			}
			break
		}
		read += 5
		c = r.After
	}
	if read != meter.MostReadings {
		t.Errorf("it reads %d times", read)
	}
	if _, err := c.Calibrate().Read(spectrum.Flat(0.5), 1); err != nil {
		t.Errorf("laid on the tile again: %v", err)
	}
}

// Readings are near the truth, differ among themselves, and their mean is steadier.
func TestReadingsScatterAboutTheTruth(t *testing.T) {
	d65 := spectrum.D65()
	for _, serial := range []int{1, 2, 3} {
		c := meter.Calibration{Serial: serial}.Calibrate()
		for _, key := range []string{"PW6", "PB29", "PY3", "PBk9"} {
			p, _ := paint.Find(key)
			truth := seen(p.Coat)
			want := d65.Lab(&truth)
			one, err := c.Read(truth, 1)
			if err != nil {
				t.Fatal(err)
			}
			many, err := one.After.Read(truth, 8)
			if err != nil {
				t.Fatal(err)
			}
			if d := spectrum.DeltaE(one.Lab, want); d > 1.2 || d == 0 {
				t.Errorf("meter %d, %s: one reading is ΔE %.3f off", serial, key, d)
			}
			if many.Spread <= 0 || many.Spread > 0.8 {
				t.Errorf("meter %d, %s: spread ΔE %.3f", serial, key, many.Spread)
			}
			c = many.After
		}
	}
	var one, many float64
	for serial := range 30 {
		c := meter.Calibration{Serial: serial}.Calibrate()
		grey := spectrum.Flat(0.4)
		a, _ := c.Read(grey, 1)
		b, _ := c.Read(grey, 16)
		one += math.Abs(a.Lab.L - d65.Lab(&grey).L)
		many += math.Abs(b.Lab.L - d65.Lab(&grey).L)
	}
	if many > 0.6*one {
		t.Errorf("mean of sixteen errs by %.3f L*, one by %.3f", many/30, one/30)
	}
}

// Without its tile the fading lamp would make everything look darker; that is why it asks.
func TestItDriftsBetweenCalibrations(t *testing.T) {
	c := meter.Calibration{Serial: 5}.Calibrate()
	first, err := c.Read(spectrum.Flat(0.6), 16)
	if err != nil {
		t.Fatal(err)
	}
	late := first.After
	late.Warm += 2000
	drifted, err := late.Read(spectrum.Flat(0.6), 16)
	if err != nil || drifted.Lab.L > first.Lab.L-2 {
		t.Errorf("L* %.1f at first, %.1f after two thousand readings (%v)", first.Lab.L, drifted.Lab.L, err)
	}
}

func TestTheSameHistoryReadsTheSame(t *testing.T) {
	read := func() string {
		c := meter.Calibration{Serial: 9}.Calibrate()
		a, _ := c.Read(spectrum.Flat(0.3), 2)
		b, _ := a.After.Read(spectrum.Flat(0.3), 2)
		return fmt.Sprint(a, b)
	}
	if first, second := read(), read(); first != second {
		t.Error("two runs differ")
	}
}

// A tube measured with the meter, noise and all, mixes like that tube and not like the
// catalogue's.
func TestMeasuringATube(t *testing.T) {
	white, err := meter.Tube(paint.Box{}, paint.White, 4)
	if err != nil {
		t.Fatal(err)
	}
	tube, err := meter.Tube(paint.Box{}, "PB29", 4)
	if err != nil {
		t.Fatal(err)
	}
	c := meter.Calibration{Serial: 1}.Calibrate()
	take := func(coat paint.Coat) spectrum.Spectrum {
		r, err := c.Read(seen(coat), 8)
		if err != nil {
			t.Fatal(err)
		}
		c = r.After
		return spectrum.Spectrum(r.Reflectance)
	}
	tint := func(n float64, c paint.Coat) paint.Coat {
		return paint.Coat{}.Add(c, 1/(1+n)).Add(white, n/(1+n))
	}
	mass, pale, w := take(tube), take(tint(10, tube)), take(white)
	base, err := paint.MeasuredWhite(w)
	if err != nil {
		t.Fatal(err)
	}
	got, err := paint.Measured(mass, pale, 10, base)
	if err != nil {
		t.Fatal(err)
	}
	d65 := spectrum.D65()
	modelled, _ := paint.Find("PB29")
	for _, n := range []float64{3, 25} {
		want := tint(n, tube).Masstone(d65)
		have := paint.Coat{}.Add(got, 1/(1+n)).Add(base, n/(1+n)).Masstone(d65)
		if d := spectrum.DeltaE(want, have); d > 1.5 || d > spectrum.DeltaE(want, tint(n, modelled.Coat).Masstone(d65)) {
			t.Errorf("with %g of white: measured ΔE %.2f from the tube, modelled %.2f", n, d, spectrum.DeltaE(want, tint(n, modelled.Coat).Masstone(d65)))
		}
	}
}

func TestBadCalibrations(t *testing.T) {
	good := meter.Calibration{Serial: 1}.Calibrate()
	spoiled := good
	spoiled.White = append([]float64{math.NaN()}, good.White[1:]...)
	for name, c := range map[string]meter.Calibration{"spoiled": spoiled, "few bands": {White: []float64{1}, Dark: []float64{0}}} {
		if _, err := c.Read(spectrum.Flat(0.5), 1); err == nil {
			t.Errorf("%s: it reads", name)
		}
	}
	for _, times := range []int{0, -1, 99} {
		if _, err := good.Read(spectrum.Flat(0.5), times); err == nil {
			t.Errorf("it reads %d times", times)
		}
	}
	if _, err := meter.Tube(paint.Box{}, "PX1", 1); err == nil {
		t.Error("there is a tube of PX1")
	}
}
