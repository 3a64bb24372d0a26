package class

import (
	"math/rand/v2"
	"testing"
	"time"
)

// A set-up plan of 25 tasks, some of which dry while others are done.
func BenchmarkSetupOf25(b *testing.B) {
	rng := rand.New(rand.NewPCG(5, 8))
	var jobs []job
	for i := range 25 {
		j := job{name: "task", minutes: 5 + float64(rng.IntN(40))}
		if i%4 == 0 {
			j.dries = float64(30 * rng.IntN(4))
		}
		for k := range i {
			if rng.IntN(6) == 0 {
				j.after = append(j.after, k)
			}
		}
		jobs = append(jobs, j)
	}
	for b.Loop() {
		var s Setup
		minutes, err := s.plan(b.Context(), jobs, 2, time.Time{}, false)
		if err != nil || len(s.Tasks) != len(jobs) {
			b.Fatal(err, len(s.Tasks))
		}
		b.ReportMetric(minutes, "minutes")
	}
}
