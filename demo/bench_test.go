package demo_test

import (
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/mend"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
	"proxenos/core/rule/book"
	"proxenos/demo"
)

// spoiled is a demo that was spoiled in the first so many ways, one after the other.
func spoiled(b *testing.B, id string, ways int) *lesson.Lesson {
	b.Helper()
	l, err := demo.Lesson(id)
	if err != nil {
		b.Fatal(err)
	}
	for _, way := range book.Spoils()[:ways] {
		l = way.Spoiled(l)
	}
	return l
}

var benched = []string{"poplars-on-the-maren-cut", "terraces-above-ondrel-water"}

// A demo that was spoiled in five ways at once is mended, as a person's.
func BenchmarkMendFiveWays(b *testing.B) {
	for _, id := range benched {
		b.Run(id, func(b *testing.B) {
			l := spoiled(b, id, firstWays)
			for b.Loop() {
				var m mend.Mending
				out, err := m.Mend(b.Context(), l)
				if err != nil {
					b.Fatal(err)
				}
				b.ReportMetric(float64(len(out.Open)), "left")
				b.ReportMetric(float64(out.Rounds), "rounds")
			}
		})
	}
}

// The first remedy that betters a finding is told, each finding on a bench of its own.
func BenchmarkFirstRemedy(b *testing.B) {
	for _, id := range benched {
		l := spoiled(b, id, 1)
		fine, err := rehearse.Run(b.Context(), l, rehearse.FineCell, nil)
		if err != nil {
			b.Fatal(err)
		}
		coarse, err := rehearse.Run(b.Context(), l, rehearse.CoarseCell, nil)
		if err != nil {
			b.Fatal(err)
		}
		c := &rule.Context{Context: b.Context(), Lesson: l, Rehearsal: fine, Trials: coarse}
		list, err := rule.Check(c)
		if err != nil {
			b.Fatal(err)
		}
		for _, f := range rule.Unaccepted(list) {
			b.Run(id+"/"+f.Rule, func(b *testing.B) {
				var first, whole float64
				for b.Loop() {
					first, whole = 0, 0
					from := b.Elapsed()
					if _, err := mend.NewBench(c).Rank(b.Context(), f, func(r mend.Ranking) {
						if first == 0 && len(r.Remedies) > 0 {
							first = (b.Elapsed() - from).Seconds()
						}
					}); err != nil {
						b.Fatal(err)
					}
					whole = (b.Elapsed() - from).Seconds()
				}
				b.ReportMetric(first, "first-s")
				b.ReportMetric(whole, "all-s")
			})
		}
	}
}
