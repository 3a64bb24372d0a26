package rehearse_test

import (
	"testing"

	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
)

// left is the left half of a canvas 100 mm wide.
type left struct{}

func (left) Inside(x, _ float64) bool  { return x < 50 }
func (left) Deep(x, _ float64) float64 { return 50 - x }

// On a canvas of which only the look is known a step is done where it is asked for and nowhere else,
// and what is not painted looks as before.
func TestLayersOverASeenCanvas(t *testing.T) {
	l := sample.Lesson()
	on := rehearse.Seen{W: 10, H: 8, Light: make([][3]float32, 80), Micron: make([]float32, 80)}
	for i := range on.Light {
		on.Light[i], on.Micron[i] = [3]float32{0.2, 0.3, 0.5}, 15
	}
	r, err := rehearse.Over(t.Context(), on, l, 1, []rehearse.Layer{{Step: l.Steps[0], Only: left{}}})
	if err != nil {
		t.Fatal(err)
	}
	f := r.Final
	wet := 0
	for y := range f.H {
		for x := range f.W {
			switch thick := f.Thickness(x, y); {
			case thick > 0 && (float64(x)+0.5)*f.Cell > 60: // bristles reach a little over the rim
				t.Fatalf("%.0f µm at %d,%d, where nothing is to be done", thick, x, y)
			case thick > 0:
				wet++
			}
		}
	}
	if wet < f.W*f.H/20 {
		t.Errorf("%d cells are painted of %d", wet, f.W*f.H)
	}
	if a, b := f.Colour(f.W-2, 1), f.Colour(f.W-2, f.H-2); a != b {
		t.Errorf("what was not painted looks %+v and %+v", a, b)
	}
	if none, err := rehearse.Over(t.Context(), on, l, 1, nil); err != nil || none.At(5).Thickness(3, 3) != 0 {
		t.Errorf("without layers: %v", err)
	}
	on.Micron = on.Micron[1:]
	if _, err := rehearse.Over(t.Context(), on, l, 1, nil); err == nil {
		t.Error("a thickness for another size is taken")
	}
}

// A canvas that dried is painted on where it lies, and its paint no longer mixes.
func TestLayersUponADriedCanvas(t *testing.T) {
	l := sample.Lesson()
	r, err := rehearse.Run(t.Context(), l, 1, nil)
	if err != nil {
		t.Fatal(err)
	}
	dry, err := rehearse.Upon(t.Context(), r, 90, nil)
	if err != nil {
		t.Fatal(err)
	}
	on, err := rehearse.Upon(t.Context(), r, 90, []rehearse.Layer{{Step: l.Steps[0], Like: l.Steps[0].ID, Only: left{}}})
	if err != nil {
		t.Fatal(err)
	}
	if len(dry.Reports) != 0 || len(on.Reports) != 1 || on.Reports[0].Area <= 0 {
		t.Errorf("%d and %d reports, %+v", len(dry.Reports), len(on.Reports), on.Reports)
	}
	f := on.Final
	for y := range f.H {
		if x := f.W - 3; f.Colour(x, y) != dry.Final.Colour(x, y) {
			t.Fatalf("%d,%d changed, where nothing was done", x, y)
		}
	}
}
