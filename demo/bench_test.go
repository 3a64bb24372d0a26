package demo_test

import (
	"os"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/mend"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
	"proxenos/core/rule/book"
)

// spoiledAllWays is a demo that was spoiled in the first five ways, one after the other.
func spoiledAllWays(b *testing.B, file string) *lesson.Lesson {
	b.Helper()
	data, err := os.ReadFile(file)
	if err != nil {
		b.Fatal(err)
	}
	l, err := lesson.Decode(data)
	if err != nil {
		b.Fatal(err)
	}
	for _, way := range book.Spoils()[:firstWays] {
		l = way.Spoiled(l)
	}
	return l
}

var benched = []string{"poplars-on-the-maren-cut.json", "terraces-above-ondrel-water.json"}

// A demo that was spoiled in five ways at once is mended, as a person's.
func BenchmarkMendFiveWays(b *testing.B) {
	for _, file := range benched {
		b.Run(file, func(b *testing.B) {
			l := spoiledAllWays(b, file)
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
	for _, file := range benched {
		data, err := os.ReadFile(file)
		if err != nil {
			b.Fatal(err)
		}
		made, err := lesson.Decode(data)
		if err != nil {
			b.Fatal(err)
		}
		l := book.Spoils()[0].Spoiled(made)
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
			b.Run(file+"/"+f.Rule, func(b *testing.B) {
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
