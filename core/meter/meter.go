// Package meter stands in for a hand-held colour meter: an instrument that is laid on
// a swatch, flashes its lamp and tells the reflectance at 36 bands, with the habits of
// such instruments. Its lamp fades as it warms up, so it must be laid on its white tile
// first and again after a while; two readings of one swatch differ a little; the mean
// of several differs less.
//
// It also stands in for what is measured: tubes as a shop might sell them, each a
// little stronger or weaker than the catalogue's modelled paint.
//
// All of it is simulated, and everything that shows a reading says so. A meter keeps no
// state: what it knows since it was last calibrated is a value, a [Calibration].
package meter

import (
	"fmt"
	"math"
	"math/rand/v2"

	"proxenos/core/paint"
	"proxenos/core/spectrum"
)

// Habits of the instrument.
const (
	MostReadings = 60      // after which it asks for its white tile again
	MostTimes    = 16      // readings averaged into one
	fade         = 0.00006 // share of the lamp's light lost with each reading
	noiseShare   = 0.003   // standard deviation of one reading, share of what is read
	noiseDark    = 0.0008  // and of its own, reflectance
	seating      = 0.004   // standard deviation of how the head sits on the swatch, share
	bluer        = 2.0     // the lamp fades this much faster at 380 nm than at 730
)

// tile is the reflectance of the white tile that ships with the instrument.
func tile() spectrum.Spectrum {
	return spectrum.FromFunc(func(nm float64) float64 { return 0.93 - 0.06*math.Exp(-(nm-380)/40) })
}

// A Calibration is what the instrument knows since it was last laid on its white tile.
// The zero value is an instrument that has just been switched on.
type Calibration struct {
	Serial int       `json:"serial" minimum:"0" maximum:"1000000" doc:"which instrument: each errs in its own way"`
	White  []float64 `json:"white" minItems:"0" maxItems:"36" doc:"what its sensor gave for the white tile, by band; empty before"`
	Dark   []float64 `json:"dark" minItems:"0" maxItems:"36" doc:"what it gave for the black trap"`
	Warm   int       `json:"warm" minimum:"0" maximum:"1000000" doc:"readings since it was switched on"`
	Used   int       `json:"used" minimum:"0" maximum:"1000000" doc:"readings since the tile"`
}

// A Reading is what the instrument says of a swatch.
type Reading struct {
	Reflectance []float64    `json:"reflectance" doc:"0 to 1, at 36 bands from 380 to 730 nm"`
	Lab         spectrum.Lab `json:"lab" doc:"D65"`
	Colour      string       `json:"colour" doc:"#rrggbb"`
	Spread      float64      `json:"spread" doc:"mean ΔE00 of the single readings from their mean"`
	After       Calibration  `json:"after" doc:"hand this in with the next reading"`
}

// Calibrate lays the instrument on its white tile and its black trap.
func (c Calibration) Calibrate() Calibration {
	out := Calibration{Serial: c.Serial, Warm: c.Warm + 8}
	rng := c.rng(0x5eed)
	white, black := tile(), spectrum.Spectrum{}
	var sums [2]spectrum.Spectrum
	for range 8 { // it takes its time over the tile
		for k, s := range []spectrum.Spectrum{white, black} {
			raw := c.sense(s, rng)
			for i := range raw {
				sums[k][i] += raw[i] / 8
			}
		}
	}
	out.White, out.Dark = sums[0][:], sums[1][:]
	return out
}

// Read reads a swatch some times and gives the mean. It fails before a calibration,
// when the instrument has drifted for too long, and for a calibration that is none.
func (c Calibration) Read(swatch spectrum.Spectrum, times int) (Reading, error) {
	switch {
	case times < 1 || times > MostTimes:
		return Reading{}, fmt.Errorf("times is %d: read 1 to %d times", times, MostTimes)
	case len(c.White) == 0:
		return Reading{}, fmt.Errorf("the meter is not calibrated: lay it on its white tile first")
	case len(c.White) != spectrum.Bands || len(c.Dark) != spectrum.Bands:
		return Reading{}, fmt.Errorf("the calibration has %d bands, not %d: lay the meter on its white tile again", len(c.White), spectrum.Bands)
	case c.Used+times > MostReadings:
		return Reading{}, fmt.Errorf("the meter has read %d times since its white tile: lay it on the tile again", c.Used)
	}
	white := tile()
	for i := range white {
		if d := c.White[i] - c.Dark[i]; !(d > 0.05 && d < 20) || !(math.Abs(c.Dark[i]) < 1) {
			return Reading{}, fmt.Errorf("the calibration is spoiled at %.0f nm: lay the meter on its white tile again", spectrum.Wavelength(i))
		}
	}
	rng := c.rng(uint64(c.Used) + 1)
	single := make([]spectrum.Spectrum, times)
	var mean spectrum.Spectrum
	for k := range single {
		raw := c.after(k).sense(swatch, rng)
		for i := range raw {
			r := white[i] * (raw[i] - c.Dark[i]) / (c.White[i] - c.Dark[i])
			single[k][i] = min(1, max(0, r))
			mean[i] += single[k][i] / float64(times)
		}
	}
	d65 := spectrum.D65()
	out := Reading{Reflectance: mean[:], Lab: d65.Lab(&mean), After: c.after(times)}
	out.Colour = out.Lab.RGB().Hex()
	for k := range single {
		out.Spread += spectrum.DeltaE(d65.Lab(&single[k]), out.Lab) / float64(times)
	}
	return out, nil
}

func (c Calibration) after(readings int) Calibration {
	c.Warm += readings
	c.Used += readings
	return c
}

// rng is the instrument's chance: the same history gives the same readings.
func (c Calibration) rng(salt uint64) *rand.Rand {
	return rand.New(rand.NewPCG(uint64(c.Serial), salt+uint64(c.Warm)<<20))
}

// sense is what the sensor gives for a reflectance, in units of its own.
func (c Calibration) sense(r spectrum.Spectrum, rng *rand.Rand) (raw spectrum.Spectrum) {
	own := rand.New(rand.NewPCG(uint64(c.Serial), 7)) // how this instrument was built
	gain, tilt := 0.9+0.2*own.Float64(), 0.2*(own.Float64()-0.5)
	seat := 1 + seating*rng.NormFloat64()
	for i := range r {
		x := float64(i) / (spectrum.Bands - 1)
		lamp := gain * (1 + tilt*(x-0.5)) * math.Exp(-fade*float64(c.Warm)*(bluer-(bluer-1)*x))
		raw[i] = 0.004 + lamp*r[i]*seat*(1+noiseShare*rng.NormFloat64()) + noiseDark*rng.NormFloat64()
	}
	return raw
}

// Tube is a paint as one tube of it might be filled: stronger or weaker by up to a
// fifth, its absorption a few nm off, its body a little other than the catalogue's. The
// same serial is the same tube. It fails for a paint that is not in the box.
func Tube(box paint.Box, key string, serial int) (paint.Coat, error) {
	p, ok := box.Find(key)
	if !ok {
		return paint.Coat{}, fmt.Errorf("paint %q is not in the catalogue: use one of %v", key, paint.Keys())
	}
	var name uint64
	for _, b := range []byte(key) {
		name = name*31 + uint64(b)
	}
	rng := rand.New(rand.NewPCG(uint64(serial), name))
	strength := math.Exp(0.18 * (2*rng.Float64() - 1))
	body := math.Exp(0.12 * (2*rng.Float64() - 1))
	shift := 0.5 * (2*rng.Float64() - 1) // bands
	if key == paint.White {
		body, shift = 1, 0 // its scattering is the measure of all others
	}
	c := p.Coat
	for i := range c.K {
		c.K[i] = strength * body * between(&p.Coat.K, float64(i)+shift)
		c.S[i] *= body
	}
	return c, nil
}

// Swatch is a thick layer of one part of a [Tube] with some parts of white from a tube of
// the same serial, as the eye sees it; 0 for the masstone. It fails as Tube, and for
// parts that are none.
func Swatch(box paint.Box, key string, serial int, white float64) (spectrum.Spectrum, error) {
	if !(white >= 0 && white <= 1000) {
		return spectrum.Spectrum{}, fmt.Errorf("white is %g parts: give 0 to 1000", white)
	}
	c, err := Tube(box, key, serial)
	if err != nil {
		return spectrum.Spectrum{}, err
	}
	base, err := Tube(box, paint.White, serial)
	if err != nil {
		return spectrum.Spectrum{}, err
	}
	return paint.Seen(paint.Coat{}.Add(c, 1/(1+white)).Add(base, white/(1+white)).Opaque()), nil
}

// between is a spectrum at a place between its bands.
func between(s *spectrum.Spectrum, x float64) float64 {
	x = min(spectrum.Bands-1, max(0, x))
	i := min(spectrum.Bands-2, int(x))
	return s[i] + (s[i+1]-s[i])*(x-float64(i))
}
