package palette_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"strings"
	"testing"

	"proxenos/core/palette"
	"proxenos/core/spectrum"
)

func some(n int, r *rand.Rand) (out []palette.Pile) {
	for i := range n {
		out = append(out, palette.Pile{ID: fmt.Sprint("pile ", i), Across: 10 + 30*r.Float64(), Uses: r.IntN(6),
			Lab: spectrum.Lab{L: 10 + 85*r.Float64(), A: 80*r.Float64() - 40, B: 80*r.Float64() - 40}})
	}
	return append(out, palette.Pile{ID: "white", Across: 40, Uses: 9, Lab: spectrum.Lab{L: 96, B: 2}})
}

func TestNoPileTouchesAnother(t *testing.T) {
	r := rand.New(rand.NewPCG(5, 6))
	for n := 3; n < 60; n++ {
		piles := some(n, r)
		b := palette.Board{Width: 420, Height: 400, Left: n%2 == 0}
		m, err := palette.Lay(piles, b)
		if err != nil || len(m.Piles) != n+1 {
			t.Fatalf("%d piles: %d are laid, %v", n+1, len(m.Piles), err)
		}
		light := map[string]spectrum.Lab{}
		for _, p := range piles {
			light[p.ID] = p.Lab
		}
		last := map[string]float64{}
		for i, p := range m.Piles {
			if p.X-p.Across/2 < 7.9 || p.X+p.Across/2 > b.Width-7.9 || p.Y-p.Across/2 < 7.9 || p.Y+p.Across/2 > b.Height-7.9 {
				t.Errorf("%d piles: %+v lies at the edge", n+1, p)
			}
			for _, q := range m.Piles[:i] {
				if math.Hypot(p.X-q.X, p.Y-q.Y) < (p.Across+q.Across)/2+2.9 {
					t.Errorf("%d piles: %+v and %+v touch", n+1, p, q)
				}
			}
			if light[p.ID].L < last[p.String] {
				t.Errorf("%d piles: the %s string does not go from dark to light at %s", n+1, p.String, p.ID)
			}
			last[p.String] = light[p.ID].L
		}
		// White lies at the hand: no pile is nearer to that side in its row, and none lower.
		white := m.Piles[len(m.Piles)-1]
		for _, p := range m.Piles {
			if p.ID != "white" && p.Y > white.Y+1e-6 {
				t.Errorf("%d piles: %s lies below white", n+1, p.ID)
			}
		}
		if hand := b.Width - white.X; white.ID != "white" || !b.Left && hand > 30 || b.Left && white.X > 30 {
			t.Errorf("%d piles: white is %+v", n+1, white)
		}
	}
}

func TestWhatDoesNotFitIsRefused(t *testing.T) {
	r := rand.New(rand.NewPCG(7, 8))
	for says, try := range map[string]func() error{
		"at least": func() error { _, err := palette.Lay(some(60, r), palette.Board{Width: 300, Height: 150}); return err },
		"wider one": func() error {
			_, err := palette.Lay([]palette.Pile{{ID: "sky", Across: 110}}, palette.Board{Width: 100, Height: 300})
			return err
		},
		"× 20 mm": func() error { _, err := palette.Lay(nil, palette.Board{Width: 300, Height: 20}); return err },
		"is NaN": func() error {
			_, err := palette.Lay([]palette.Pile{{ID: "x", Across: math.NaN()}}, palette.Board{Width: 300, Height: 300})
			return err
		},
		"at most": func() error {
			_, err := palette.Lay(make([]palette.Pile, 201), palette.Board{Width: 300, Height: 300})
			return err
		},
	} {
		if err := try(); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%q is not said: %v", says, err)
		}
	}
	if m, err := palette.Lay(nil, palette.Board{Width: 300, Height: 200}); err != nil || m.Free <= 0 {
		t.Errorf("an empty palette: %+v, %v", m, err)
	}
}

// What the cure says is enough.
func TestAPaletteAsHighAsToldIsHighEnough(t *testing.T) {
	piles := some(59, rand.New(rand.NewPCG(9, 10)))
	_, err := palette.Lay(piles, palette.Board{Width: 300, Height: 150})
	var need float64
	if _, found := fmt.Sscanf(err.Error()[strings.Index(err.Error(), "at least"):], "at least %f mm high", &need); found != nil {
		t.Fatal(err)
	}
	if m, err := palette.Lay(piles, palette.Board{Width: 300, Height: need}); err != nil || m.Free > 2 {
		t.Errorf("%g mm: %g free, %v", need, m.Free, err)
	}
}

func BenchmarkLay(b *testing.B) {
	piles := some(59, rand.New(rand.NewPCG(11, 12)))
	for b.Loop() {
		if _, err := palette.Lay(piles, palette.Board{Width: 420, Height: 400}); err != nil {
			b.Fatal(err)
		}
	}
}
