package film_test

import (
	"math/rand/v2"
	"testing"

	"proxenos/core/film"
	"proxenos/core/paint"
	"proxenos/core/spectrum"
)

// lessonFilm is a canvas of 800 x 600 cells with as many ingredients as a lesson has.
func lessonFilm() (*film.Film, int) {
	var in []film.Ingredient
	for _, p := range paint.All()[:8] {
		in = append(in, film.Ingredient{Key: p.Key, Coat: p.Coat, Drying: 1})
	}
	in = append(in, film.Ingredient{Key: "oil"}, film.Ingredient{Key: "alkyd"}, film.Ingredient{Key: "solvent"})
	f := film.New(film.Spec{Width: 400, Height: 300, Cell: 0.5, Ingredients: in, Surface: canvas, Ground: spectrum.Flat(0.5), Seed: 1})
	amounts := make([]float64, len(in))
	amounts[0] = 30
	f.Coat(amounts, func(int, int) bool { return true })
	return f, len(in)
}

// footprint is the order in which a brush of 50 mm meets cells, shuffled.
func footprint() []int {
	order := rand.New(rand.NewPCG(1, 2)).Perm(100 * 100)
	return order
}

// BenchmarkTouch prints the time of one meeting of a bristle with a cell.
func BenchmarkTouch(b *testing.B) {
	f, n := lessonFilm()
	f.Begin(0, 0, f.NewRecord(0, f.H))
	order := footprint()
	shares := make([]float32, n)
	shares[1] = 1
	h := &film.Hair{Carry: make([]float32, n)}
	p := film.Press{Reach: 200, Dig: 20, Lay: 10, Uptake: 0.3, Capacity: 30000}
	for i := 0; b.Loop(); i++ {
		if h.Total < 1000 {
			h.Add(shares, 20000)
		}
		c := order[i%len(order)]
		f.Touch(200+c%100, 200+c/100, h, &p)
	}
	b.ReportMetric(float64(b.Elapsed().Nanoseconds())/float64(b.N), "ns/touch")
}

// BenchmarkTraffic reads and writes the bytes of a cell in the same order: what a
// touch would cost if it computed nothing.
func BenchmarkTraffic(b *testing.B) {
	const stride = 2*11 + 4
	cells := make([]float32, 800*600*stride)
	order := footprint()
	for i := 0; b.Loop(); i++ {
		c := order[i%len(order)]
		o := ((200+c/100)*800 + 200 + c%100) * stride
		cell := cells[o : o+stride]
		for k := range cell {
			cell[k] += 1
		}
	}
	b.ReportMetric(float64(b.Elapsed().Nanoseconds())/float64(b.N), "ns/touch")
}

// BenchmarkShow renders a frame of 800 x 600 from a canvas nobody has looked at.
func BenchmarkShow(b *testing.B) {
	f, _ := lessonFilm()
	for b.Loop() {
		f.Show(film.Paint, 0)
	}
	b.ReportMetric(float64(f.W*f.H)*float64(b.N)/b.Elapsed().Seconds()/1e6, "Mcells/s")
}
