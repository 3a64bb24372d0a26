package schedule_test

import (
	"context"
	"testing"
)

// Paint must be planned as fast as it is thought of: a lesson of 25 steps within two
// seconds, whatever its waits.
func BenchmarkBestOf25(b *testing.B) {
	for b.Loop() {
		if _, err := layered(25, 6, 103).Best(context.Background(), 0); err != nil {
			b.Fatal(err)
		}
	}
}

// The order of 60 steps is found or bounded.
func BenchmarkBestOf60(b *testing.B) {
	for b.Loop() {
		if _, err := layered(60, 3, 5).Best(context.Background(), 0); err != nil {
			b.Fatal(err)
		}
	}
}
