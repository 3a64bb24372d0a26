package film

import (
	"fmt"

	"gonum.org/v1/gonum/mat"

	"proxenos/core/paint"
)

// What is dry reflects at least and at most so much, seen from outside.
const (
	reflectsLeast = 0.005
	reflectsMost  = 0.97
)

// AsSeen makes f a dry canvas of which only the look is known, as from a photograph: light is what
// each cell sends to the eye, linear sRGB, micron the µm of dry paint on it; both row by row. Of the
// reflectances that give a colour it takes the smoothest. It fails for another number of cells.
func (f *Film) AsSeen(light [][3]float32, micron []float32) error {
	n := f.W * f.H
	if len(light) != n || len(micron) != n {
		return fmt.Errorf("film: a canvas of %d by %d cells cannot look like %d and be %d thick: give both for every cell", f.W, f.H, len(light), len(micron))
	}
	smooth, err := f.smoothest()
	if err != nil {
		return err
	}
	g := f.dry.layered(f.shared)
	for i, c := range light {
		for b := range g.r[i] {
			var r float64
			for k, v := range c {
				r += smooth[b][k] * float64(v)
			}
			g.r[i][b] = float32(paint.Inside(min(reflectsMost, max(reflectsLeast, r))))
		}
		g.high[i], g.oil[i] = micron[i], micron[i] > 0
	}
	g.relieve(f.shared)
	f.dry = g
	for i := range f.tiles { // each looks like itself, even where nothing is wet
		f.tiles[i] = newTile(make([]float32, cellsPerTile*f.stride), ended)
	}
	return nil
}

// smoothest turns linear sRGB into the reflectance, seen from outside, that changes least from band
// to band of all that give that colour: least squares under three conditions.
func (f *Film) smoothest() (out [Bands][3]float64, err error) {
	const n = Bands + 3
	m, right := mat.NewDense(n, n, nil), mat.NewDense(n, 3, nil)
	for b := range Bands - 1 {
		m.Set(b, b, m.At(b, b)+1)
		m.Set(b+1, b+1, m.At(b+1, b+1)+1)
		m.Set(b, b+1, -1)
		m.Set(b+1, b, -1)
	}
	for c := range 3 {
		for b := range Bands {
			m.Set(Bands+c, b, float64(f.toLinear[b][c]))
			m.Set(b, Bands+c, float64(f.toLinear[b][c]))
		}
		right.Set(Bands+c, c, 1)
	}
	var solved mat.Dense
	if err := solved.Solve(m, right); err != nil {
		return out, fmt.Errorf("film: no reflectance has a colour: %w", err)
	}
	for b := range Bands {
		for c := range 3 {
			out[b][c] = solved.At(b, c)
		}
	}
	return out, nil
}
