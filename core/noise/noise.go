// Package noise is smooth chance in the plane: the same for the same seed on every machine,
// for whatever wanders, breaks or varies as a hand does.
package noise

import "math"

// At is smooth value noise in 0-1 with features of about 1 in x and y, the
// same for the same seed on every machine.
func At(seed uint64, x, y float64) float64 {
	fx, fy := math.Floor(x), math.Floor(y)
	ix, iy := int64(fx), int64(fy)
	u, v := ease(x-fx), ease(y-fy)
	a, b := Whole(seed, ix, iy), Whole(seed, ix+1, iy)
	c, d := Whole(seed, ix, iy+1), Whole(seed, ix+1, iy+1)
	return a + (b-a)*u + (c-a+(a-b-c+d)*u)*v
}

// Fractal sums octaves of [At], each half as large and twice as fine, and
// stays in 0-1.
func Fractal(seed uint64, x, y float64, octaves int) float64 {
	var sum, norm float64
	amp := 1.0
	for i := range octaves {
		sum += amp * At(seed+uint64(i)*101, x, y)
		norm += amp
		amp /= 2
		x, y = 2*x+17.3, 2*y+9.1
	}
	return sum / norm
}

func ease(t float64) float64 { return t * t * (3 - 2*t) }

// Whole is [At] at a place of whole numbers, without the work between them.
func Whole(seed uint64, x, y int64) float64 {
	h := seed*0x9e3779b97f4a7c15 ^ uint64(x)*0xbf58476d1ce4e5b9 ^ uint64(y)*0x94d049bb133111eb
	h ^= h >> 30
	h *= 0xbf58476d1ce4e5b9
	h ^= h >> 27
	h *= 0x94d049bb133111eb
	h ^= h >> 31
	return float64(h>>11) / (1 << 53)
}
