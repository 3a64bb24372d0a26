package noise

import "math"

// A Sweep is [At] for many y while x moves on slowly, as the hairs of a tool stand side by
// side along a stroke: it works the whole numbers around x out once, and not again for each
// y. It gives what At gives, to the bit.
type Sweep struct {
	seed     uint64
	x        float64 // eased, within the whole numbers around it
	ix, from int64
	before   []float64 // at ix, for whole y from from on
	after    []float64 // at ix+1
}

// NewSweep prepares a sweep with y from least to most, both included.
func NewSweep(seed uint64, least, most float64) *Sweep {
	from := int64(math.Floor(least))
	n := int(int64(math.Floor(most))-from) + 2
	room := make([]float64, 2*n)
	return &Sweep{seed: seed, from: from, ix: math.MinInt64, before: room[:n], after: room[n:]}
}

// To moves the sweep to x.
func (s *Sweep) To(x float64) {
	fx := math.Floor(x)
	s.x = ease(x - fx)
	ix := int64(fx)
	if ix == s.ix {
		return
	}
	s.ix = ix
	for k := range s.before {
		s.before[k], s.after[k] = Whole(s.seed, ix, s.from+int64(k)), Whole(s.seed, ix+1, s.from+int64(k))
	}
}

// At is the noise at y, which must lie in what the sweep was prepared for, and the x it was
// moved to.
func (s *Sweep) At(y float64) float64 {
	fy := math.Floor(y)
	k := int64(fy) - s.from
	u, v := s.x, ease(y-fy)
	a, b, c, d := s.before[k], s.after[k], s.before[k+1], s.after[k+1]
	return a + (b-a)*u + (c-a+(a-b-c+d)*u)*v
}
