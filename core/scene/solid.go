package scene

import (
	"math"

	"proxenos/core/noise"
)

// roundFacing is how a thing that lies looks at the light, as a log does: by where a place is
// across it.
func roundFacing(lx, ly float64, whole *Region) func(x, y float64) float64 {
	a := whole.Axis()
	across := max(1, a.Long/max(1, a.Slender)/2)
	nx, ny := -a.DY, a.DX
	if ny > 0 { // upward
		nx, ny = -nx, -ny
	}
	return func(x, y float64) float64 {
		out := ((x-a.X)*nx + (y-a.Y)*ny) / across // 1 on its upper side
		top, bottom, ok := whole.Span(x)
		if ok && bottom > top { // what bends, as a bridge does, is upper where its own column is
			out = 1 - 2*(y-top)/(bottom-top)
		}
		return clamp(1.1 * out * (nx*lx + ny*ly))
	}
}

const (
	gable    = 0.36 // share of its width that the shorter wall of a house takes
	roofLeft = 0.02 // share of its width from a side at which its eaves are looked for
)

// Roof is where the eaves of a house are, mm from the top: what is above them is roof. A shape
// without slopes above its sides has none, and the figure is its own top.
func Roof(whole *Region) float64 {
	in := roofLeft * (whole.X1 - whole.X0)
	left, _, okL := whole.Span(whole.X0 + in)
	right, _, okR := whole.Span(whole.X1 - in)
	if !okL || !okR {
		return whole.Y0
	}
	return max(left, right)
}

// houseFacing is how a house looks at the light: a roof looks up, and one of its two walls is
// a gable.
func houseFacing(lx, ly float64, seed uint64, whole *Region) func(x, y float64) float64 {
	share := gable
	if noise.Whole(seed+71, 0, 0) < 0.5 {
		share = 1 - gable
	}
	corner, eaves := whole.X0+share*(whole.X1-whole.X0), Roof(whole)
	flat := eaves-whole.Y0 < 0.15*(whole.Y1-whole.Y0)
	return func(x, y float64) float64 {
		if y < eaves && !flat {
			return clamp(-ly*0.8 + 0.3*lx)
		}
		return clamp((x - corner) * lx * 8)
	}
}

// fallFacing is how falling water looks at the light: it comes down in ropes, some before the
// others, and breaks over what sticks out behind it.
func fallFacing(seed uint64, whole *Region) func(x, y float64) float64 {
	wide := max(3, 0.2*(whole.X1-whole.X0))
	return func(x, y float64) float64 {
		rope := noise.Fractal(seed+72, x/wide*1.6, (y-whole.Y0)/(9*wide), 3)
		return clamp(3.2*(rope-0.48) + 0.5*(0.35-whole.Depth(x, y)))
	}
}

// surfFacing is how a wave that breaks looks at the light: its lip is lit, its face is not, and
// below it foam drapes and drains.
func surfFacing(seed uint64, whole *Region) func(x, y float64) float64 {
	return func(x, y float64) float64 {
		d := whole.Depth(x, y) + 0.22*(noise.Fractal(seed+73, x/9, y/6, 3)-0.5)
		switch {
		case d < 0.3:
			return 0.9 - d
		case d < 0.62:
			return -0.8
		}
		lace := noise.Fractal(seed+74, x/8, y/2.5, 3)
		return clamp(4 * (lace - 0.52))
	}
}

// axisOf is the direction in which a thing that lies is long: a unit vector to the right.
func (r *Region) axisOf() (dx, dy float64) {
	a := r.Axis()
	if a.DX < 0 {
		return -a.DX, -a.DY
	}
	return a.DX, a.DY
}

// Along is the way that marks follow on a thing that lies, as a log or a bridge: along it, or
// along its own upper edge where that bends.
func (r *Region) Along(x float64) (dx, dy float64) {
	if s := r.Slope(x); s != 0 {
		n := math.Hypot(1, s)
		return 1 / n, s / n
	}
	return r.axisOf()
}
