package film

import (
	"math"

	"proxenos/core/spectrum"
)

// Patches are a canvas in squares that an eye across the room sees as one colour each.
type Patches struct {
	W, H   int          // how many there are
	Side   float64      // mm
	Colour [][3]float32 // mean linear sRGB of each, without relief, row by row
	Thick  []float32    // mean µm of wet paint of each
}

// Patches looks at the canvas in squares of about a side, mm. What is left over at the right and
// at the foot belongs to the last.
func (f *Film) Patches(side float64) Patches {
	n := max(1, int(math.Round(side/f.Cell)))
	p := Patches{W: max(1, f.W/n), H: max(1, f.H/n), Side: float64(n) * f.Cell}
	p.Colour, p.Thick = make([][3]float32, p.W*p.H), make([]float32, p.W*p.H)
	count := make([]float32, p.W*p.H)
	looks := make([]*look, len(f.tiles))
	parallel(len(f.tiles), func(i int) { looks[i] = f.look(i) })
	for y := range f.H {
		row := min(p.H-1, y/n) * p.W
		for x := range f.W {
			k := row + min(p.W-1, x/n)
			rgb := looks[(y/TileSide)*f.tw+x/TileSide].rgb[(y%TileSide)*TileSide+x%TileSide]
			for c := range 3 {
				p.Colour[k][c] += rgb[c]
			}
			p.Thick[k] += f.Thickness(x, y)
			count[k]++
		}
	}
	for k, n := range count {
		for c := range 3 {
			p.Colour[k][c] /= n
		}
		p.Thick[k] /= n
	}
	return p
}

// Lab is the colour of a patch.
func (p Patches) Lab(k int) spectrum.Lab { return labOf(p.Colour[k]) }
