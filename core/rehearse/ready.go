package rehearse

import "math"

// ReadyIn is how many minutes after step i begins, as the script has it, what lies unset
// where it lays paint has come down to so many µm on average: 0 when it begins late enough,
// infinite when that takes over a day. It is the figure of [Under.Wet], looked at later.
func (r *Rehearsal) ReadyIn(i int, bears float64) float64 {
	bears *= 0.97 // where it lays paint depends a little on what it meets
	before, _ := r.before(i)
	f := *before // another minute, the same canvas
	start := r.clock(i, r.times[i].Start)
	wet := func(minutes float64) float64 {
		f.At(start + minutes)
		var n, sum float64
		r.stages[i].patch.look(func(cell int) {
			at := f.Read(cell%f.W, cell/f.W)
			sum += (at.Top + at.Body) * (1 - at.Set)
			n++
		})
		return sum / max(1, n)
	}
	const day = 24 * 60
	switch {
	case wet(0) <= bears:
		return 0
	case wet(day) > bears:
		return math.Inf(1)
	}
	low, high := 0, day // minutes after which too much is wet still, and not
	for high-low > 1 {
		if mid := (low + high) / 2; wet(float64(mid)) > bears {
			low = mid
		} else {
			high = mid
		}
	}
	return float64(high)
}
