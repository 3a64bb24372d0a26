package film

import "math"

const (
	setMinutes    = 62.0 // time for a 25 µm film of tube paint to set to 1-1/e
	grounds       = 0.9  // how much faster a thin film sets on the thirstiest ground
	settleMinutes = 150.0
)

// SolventMinutes is the time in which solvent leaves a film to 1/e, at 20 °C.
const SolventMinutes = 7.0

// age brings a cell up to the film's present minute: solvent leaves, the film
// sets, and top and body settle part of the way into each other.
func (f *Film) age(c []float32, cell int) {
	n := f.N
	fig := c[2*n:]
	dt := f.now - fig[atClock]
	fig[atClock] = f.now
	if dt <= 0 || fig[atTop]+fig[atBody] == 0 {
		return
	}
	fig[atSet] = f.agedSet(c, dt, cell)
	solvent := n - mediums + Solvent
	if c[solvent] > 0 || c[n+solvent] > 0 {
		left := exp32(-dt * f.warm / SolventMinutes)
		fig[atTop] -= c[solvent] * (1 - left)
		fig[atBody] -= c[n+solvent] * (1 - left)
		c[solvent] *= left
		c[n+solvent] *= left
	}
	if fig[atTop] > 0 && fig[atBody] > 0 {
		f.settle(c, fig, (1-exp32(-dt/settleMinutes))*(1-fig[atSet]))
	}
}

// settle lets share of the thinner stratum trade places with the other, amounts kept.
func (f *Film) settle(c, fig []float32, share float32) {
	n := f.N
	swap := share * min(fig[atTop], fig[atBody])
	a, b := swap/fig[atTop], swap/fig[atBody]
	for i := range n {
		down, up := c[i]*a, c[n+i]*b
		c[i] += up - down
		c[n+i] += down - up
	}
}

// agedSet is the set state of a cell dt minutes on: alkyd, solvent gone, fast
// paints and warmth speed it, thickness slows it.
func (f *Film) agedSet(c []float32, dt float32, cell int) float32 {
	set := c[2*f.N+atSet]
	wet := c[2*f.N+atTop] + c[2*f.N+atBody]
	if dt <= 0 || wet <= 0 {
		return set
	}
	return 1 - (1-set)*exp32(-dt*f.setRate(c, wet, cell))
}

// setRate is how fast a cell sets, a minute: faster where alkyd, fast paints or warmth are,
// slower where it is thick, faster where a thirsty ground draws the oil out of a thin film.
func (f *Film) setRate(c []float32, wet float32, cell int) float32 {
	thick := min(2.5, max(0.3, wet/25))
	drawn := 1 + grounds*f.thirstAt(cell)*min(2.5, 25/wet)
	return f.warm * f.rate(c, wet) * drawn / (thick * setMinutes)
}

// thirstAt is how hard what lies dry at a cell draws, 0 to 1.
func (f *Film) thirstAt(cell int) float32 {
	if f.dry.high != nil && f.dry.high[cell] > 3 {
		return 0.35 * f.thirst // dry paint has sealed it
	}
	return f.thirst
}

// rate is how fast what a cell holds sets, 1 being ordinary tube paint.
func (f *Film) rate(c []float32, wet float32) float32 {
	var rate float32
	for i, r := range f.dryingRate {
		rate += (c[i] + c[f.N+i]) * r
	}
	return rate / wet
}

// SetAfter is how far a film of ordinary tube paint, micron µm thick, has set
// after some minutes: 0 wet, 1 set.
func SetAfter(minutes, micron float64) float64 {
	thick := min(2.5, max(0.3, micron/25))
	return 1 - math.Exp(-max(0, minutes)/(thick*setMinutes))
}
