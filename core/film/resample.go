package film

import (
	"math"

	"proxenos/core/spectrum"
)

// resample makes a picture another size: a smaller one averages, a larger one
// interpolates.
func resample(src [][3]float32, w, h, nw, nh int) [][3]float32 {
	out := make([][3]float32, nw*nh)
	sx, sy := float64(w)/float64(nw), float64(h)/float64(nh)
	across, down := windows(nw, w, sx), windows(nh, h, sy)
	parallel(nh, func(y int) {
		wy := down[y]
		rows := make([][3]float32, w)
		for j, k := range wy.weight {
			line := src[(wy.from+j)*w : (wy.from+j+1)*w]
			for x, c := range line {
				for i := range 3 {
					rows[x][i] += c[i] * k
				}
			}
		}
		for x, wx := range across {
			var c [3]float32
			for j, k := range wx.weight {
				for i := range 3 {
					c[i] += rows[wx.from+j][i] * k
				}
			}
			out[y*nw+x] = c
		}
	})
	return out
}

// A window is the run of source cells, with weights that sum to 1, behind one
// pixel: a tent as wide as the pixel, or as the cell where pixels are smaller.
type window struct {
	from   int
	weight []float32
}

func windows(n, size int, scale float64) []window {
	out := make([]window, n)
	radius := max(1, scale)
	for i := range out {
		centre := (float64(i)+0.5)*scale - 0.5
		from, to := int(math.Ceil(centre-radius)), int(math.Floor(centre+radius))
		from, to = max(0, from), min(size-1, to)
		win := window{from: from}
		var sum float64
		for j := from; j <= to; j++ {
			k := max(1e-6, 1-math.Abs(float64(j)-centre)/radius)
			sum += k
			win.weight = append(win.weight, float32(k))
		}
		for j := range win.weight {
			win.weight[j] /= float32(sum)
		}
		out[i] = win
	}
	return out
}

// gammaTable returns a function from linear light to a screen byte.
func gammaTable() func(float32) uint8 {
	var table [4097]uint8
	for i := range table {
		table[i] = uint8(math.Round(255 * spectrum.Gamma(float64(i)/4096)))
	}
	return func(v float32) uint8 {
		if v <= 0 {
			return 0
		}
		if v >= 1 {
			return 255
		}
		if v < 0.02 { // the steep part of the curve needs more than the table has
			return uint8(math.Round(255 * spectrum.Gamma(float64(v))))
		}
		return table[int(v*4096+0.5)]
	}
}
