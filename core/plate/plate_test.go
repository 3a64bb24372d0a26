package plate

import (
	"image"
	"image/color"
	"math"
	"testing"

	"proxenos/core/spectrum"
)

// Light adds, its codes do not: black and white beside each other are half the light, not half the
// code.
func TestLightAdds(t *testing.T) {
	img := image.NewRGBA(image.Rect(0, 0, 4, 4))
	for y := range 4 {
		for x := range 4 {
			img.Set(x, y, color.Gray{Y: uint8(255 * ((x + y) % 2))})
		}
	}
	p := Of(img, 2)
	if p.W != 2 || p.H != 2 || math.Abs(float64(p.RGB[0][1])-0.5) > 1e-3 {
		t.Fatalf("%d by %d, %v", p.W, p.H, p.RGB[0])
	}
	if got := p.Image().RGBAAt(0, 0).G; got != 188 {
		t.Errorf("half the light has code %d", got)
	}
}

func TestCodesComeBack(t *testing.T) {
	for c := range 256 {
		if got := Code(Linear(uint8(c))); int(got) != c {
			t.Errorf("code %d comes back as %d", c, got)
		}
	}
	if Code(-1) != 0 || Code(7) != 255 || Code(float32(math.NaN())) != 0 {
		t.Error("what is no light has a code")
	}
	for _, lab := range []spectrum.Lab{{L: 50, A: 10, B: -20}, {L: 20, A: -5, B: 12}} {
		if got := Lab(Light(lab)); spectrum.DeltaE(got, lab) > 0.05 {
			t.Errorf("%v comes back as %v", lab, got)
		}
	}
}

// A blur keeps the light there is, and spreads a point as a normal curve does.
func TestBlurSpreads(t *testing.T) {
	p := New(61, 61, 1)
	p.RGB[30*61+30] = [3]float32{1, 1, 1}
	b := p.Blur(4)
	var sum, squares float64
	for i, c := range b.RGB {
		x := float64(i%61) - 30
		sum += float64(c[0])
		squares += float64(c[0]) * x * x
	}
	if math.Abs(sum-1) > 1e-3 || math.Abs(math.Sqrt(squares/sum)-4) > 0.15 {
		t.Errorf("light %g, spread %g", sum, math.Sqrt(squares/sum))
	}
}

func TestBetweenPlaces(t *testing.T) {
	p := New(2, 1, 1)
	p.RGB[1] = [3]float32{1, 1, 1}
	for x, want := range map[float64]float32{-3: 0, 0.5: 0, 1: 0.5, 1.5: 1, 9: 1} {
		if got := p.At(x, 0.5); got[0] != want {
			t.Errorf("at %g it is %g, not %g", x, got[0], want)
		}
	}
}
