package noise_test

import (
	"testing"

	"proxenos/core/noise"
)

func TestNoiseIsSteadyAndBounded(t *testing.T) {
	for i := range 1000 {
		x, y := float64(i)*0.37-50, float64(i)*0.11
		v := noise.Fractal(9, x, y, 4)
		if v < 0 || v > 1 || v != noise.Fractal(9, x, y, 4) {
			t.Fatalf("noise at %v, %v is %v", x, y, v)
		}
	}
}

func TestASweepGivesTheSameAsASinglePlace(t *testing.T) {
	s := noise.NewSweep(9, -7.3, 6)
	for i := range 300 {
		x := float64(i)*0.13 - 11
		s.To(x)
		for y := -7.3; y <= 6; y += 0.19 {
			if got, want := s.At(y), noise.At(9, x, y); got != want {
				t.Fatalf("at %v, %v: %v, not %v", x, y, got, want)
			}
		}
		if s.At(6) != noise.At(9, x, 6) {
			t.Fatalf("at the end of the sweep, %v", x)
		}
	}
}
