package film_test

import (
	"math"
	"math/rand/v2"
	"testing"

	"proxenos/core/film"
)

// worked is a canvas with a wet coat that tools of several colours have gone over.
func worked(touches int) *film.Film {
	f, n := lessonFilm()
	f.SettleAll()
	f.Freeze()
	f = f.Snapshot()
	rng := rand.New(rand.NewPCG(3, 4))
	p := film.Press{Reach: 200, Dig: 20, Lay: 10, Uptake: 0.3, Capacity: 30000}
	for step := range 4 {
		f.Begin(step, 7.3*float64(step), nil)
		shares := make([]float32, n)
		shares[1+step], shares[n-1] = 0.97, 0.03
		h := &film.Hair{Carry: make([]float32, n)}
		h.Add(shares, 30000)
		for range touches / 4 {
			f.Touch(200+rng.IntN(200), 200+rng.IntN(150), h, &p)
		}
	}
	return f
}

func TestACanvasThatWasPutAwayIsTheSameToTheBit(t *testing.T) {
	f, raw := worked(200000), worked(200000)
	before := f.Volume()
	f.SettleAll()
	f.Freeze()
	if after := f.Volume(); math.Abs(after/before-1) > 1e-5 {
		t.Errorf("rounding makes %.5f ml of %.5f", after, before)
	}
	type cell struct {
		film.Reading
		colour [3]float32
	}
	read := func() (out []cell) {
		for y := 190; y < 360; y++ {
			for x := 190; x < 410; x++ {
				out = append(out, cell{f.Read(x, y), f.Linear(x, y)})
			}
		}
		return out
	}
	want := read()
	loose := f.Bytes(nil)
	f.PutAllAway()
	if packed := f.Bytes(nil); packed > loose/6 {
		t.Errorf("put away it takes %d of %d bytes", packed, loose)
	}
	for i, got := range read() {
		if got != want[i] {
			t.Fatalf("cell %d is %+v, was %+v", i, got, want[i])
		}
	}
	// Rounding shows nowhere.
	for y := 190; y < 360; y += 3 {
		for x := 190; x < 410; x += 3 {
			a, b := raw.Linear(x, y), f.Linear(x, y)
			for k := range 3 {
				if math.Abs(float64(a[k]-b[k])) > 0.002 {
					t.Fatalf("at %d, %d it shows %v, was %v", x, y, b, a)
				}
			}
		}
	}
}

func BenchmarkSettle(b *testing.B) {
	f := worked(200000)
	b.ReportAllocs()
	for b.Loop() {
		f.SettleAll()
	}
	b.ReportMetric(float64(b.Elapsed().Microseconds())/float64(b.N)/float64(f.Tiles()), "µs/tile")
}

func BenchmarkPutAway(b *testing.B) {
	for b.Loop() {
		b.StopTimer()
		f := worked(40000)
		f.SettleAll()
		f.Freeze()
		b.StartTimer()
		f.PutAllAway()
	}
}

func BenchmarkTakeOut(b *testing.B) {
	f := worked(40000)
	f.SettleAll()
	f.Freeze()
	for b.Loop() {
		b.StopTimer()
		f.PutAllAway()
		b.StartTimer()
		f.Volume()
	}
	b.ReportMetric(float64(b.Elapsed().Microseconds())/float64(b.N)/float64(f.Tiles()), "µs/tile")
}
