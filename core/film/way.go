package film

import "math"

// ways is how many ways a surface may be combed that are told apart: to and fro are one.
const ways = 64

// WayOf tells in which way a stroke goes that leads dx to the right and dy down, as it is
// kept of a cell: from 1 to 64, by angle. It is 0 where both are 0.
func WayOf(dx, dy float64) float32 {
	if dx == 0 && dy == 0 {
		return 0
	}
	return float32(1 + (int(math.Round(math.Atan2(dy, dx)/math.Pi*ways))+ways)%ways)
}

// directions are the ways as steps of length 1.
var directions = func() (d [ways + 1][2]float32) {
	for k := 1; k <= ways; k++ {
		sin, cos := math.Sincos(float64(k-1) / ways * math.Pi)
		d[k] = [2]float32{float32(cos), float32(sin)}
	}
	return d
}()

// way tells which way a cell was combed last, 0 where it was not: what is dry shows where
// nothing wet lies over it.
func (f *Film) way(c []float32, cell int) uint8 {
	if way := c[2*f.N+atWay]; way > 0 {
		return uint8(way)
	}
	if f.dry.way != nil && c[2*f.N+atTop]+c[2*f.N+atBody] < 1 {
		return f.dry.way[cell]
	}
	return 0
}
