package rule_test

import (
	"context"
	"testing"

	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
)

// BenchmarkCheck lets every rule speak of the demo lesson, on a coarse canvas and on a fine
// one.
func BenchmarkCheck(b *testing.B) {
	l, _ := sample.Terraces(b)
	ctx := context.Background()
	coarse, err := rehearse.Run(ctx, l, rehearse.CoarseCell, nil)
	if err != nil {
		b.Fatal(err)
	}
	fine, err := rehearse.Run(ctx, l, rehearse.FineCell, nil)
	if err != nil {
		b.Fatal(err)
	}
	for name, r := range map[string]*rehearse.Rehearsal{"coarse": coarse, "fine": fine} {
		b.Run(name, func(b *testing.B) {
			for b.Loop() {
				if _, err := rule.Check(&rule.Context{Context: ctx, Lesson: l, Rehearsal: r, Trials: coarse}); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}
