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
