package cut_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"strings"
	"testing"

	"proxenos/core/cut"
)

// known is what is known of small rectangles: one more than the most pieces from them.
type known [110][400]int

// everything is the most pieces from a rectangle: every straight cut is tried, at every mm.
func everything(w, h, kerf, x, y int, known *known) int {
	if x < 0 || y < 0 {
		return 0
	}
	if n := known[x][y]; n > 0 {
		return n - 1
	}
	best := 0
	if x >= w && y >= h || x >= h && y >= w {
		best = 1
	}
	for k := 1; k < x; k++ {
		best = max(best, everything(w, h, kerf, k, y, known)+everything(w, h, kerf, x-k-kerf, y, known))
	}
	for k := 1; k < y; k++ {
		best = max(best, everything(w, h, kerf, x, k, known)+everything(w, h, kerf, x, y-k-kerf, known))
	}
	known[x][y] = best + 1
	return best
}

func TestCutsAreAsGoodAsTryingEverything(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 2))
	for trial := range 200 {
		p := cut.Blank{Width: float64(20 + r.IntN(25)), Height: float64(20 + r.IntN(25)), Margin: float64(r.IntN(3))}
		s := cut.Source{Width: float64(45 + r.IntN(60)), Kerf: float64(r.IntN(4))}
		n := 1 + r.IntN(7)
		if trial%2 == 0 {
			s.Length = float64(45 + r.IntN(60))
		}
		plan, err := cut.Of(n, p, s)
		w, h := int(p.Width+2*p.Margin), int(p.Height+2*p.Margin)
		known := &known{}
		if s.Roll() {
			least := 1
			for everything(w, h, int(s.Kerf), int(s.Width), least, known) < n {
				least++
			}
			if err != nil || plan.Length != float64(least) {
				t.Errorf("%d of %+v from %+v: %g mm and %v; trying everything finds %d", n, p, s, plan.Length, err, least)
			}
		} else {
			each := everything(w, h, int(s.Kerf), int(s.Width), int(s.Length), known)
			if each == 0 {
				if err == nil {
					t.Errorf("%+v from %+v: it does not fit, and is cut", p, s)
				}
				continue
			}
			if want := (n + each - 1) / each; err != nil || plan.Sheets != want {
				t.Errorf("%d of %+v from %+v: %d sheets and %v; trying everything finds %d", n, p, s, plan.Sheets, err, want)
			}
		}
		sound(t, n, p, s, plan)
	}
}

// sound sees to it that pieces lie where there is something, and a cut apart.
func sound(t *testing.T, n int, p cut.Blank, s cut.Source, plan cut.Plan) {
	t.Helper()
	along := max(plan.Length, s.Length)
	if len(plan.Pieces) != n {
		t.Fatalf("%d pieces instead of %d", len(plan.Pieces), n)
	}
	area := 0.0
	for i, a := range plan.Pieces {
		area += a.Width * a.Height
		w, h := p.Width+2*p.Margin, p.Height+2*p.Margin
		if a.Turned {
			w, h = h, w
		}
		if a.X < 0 || a.Y < 0 || a.X+a.Width > s.Width+1e-6 || a.Y+a.Height > along+1e-6 || math.Abs(a.Width-w)+math.Abs(a.Height-h) > 1e-6 {
			t.Fatalf("%+v of %+v lies off %+v, %g long", a, p, s, along)
		}
		for _, b := range plan.Pieces[:i] {
			apart := a.X >= b.X+b.Width+s.Kerf-1e-6 || b.X >= a.X+a.Width+s.Kerf-1e-6 || a.Y >= b.Y+b.Height+s.Kerf-1e-6 || b.Y >= a.Y+a.Height+s.Kerf-1e-6
			if a.Sheet == b.Sheet && !apart {
				t.Fatalf("%+v and %+v overlap", a, b)
			}
		}
	}
	if whole := s.Width * along * float64(max(1, plan.Sheets)); math.Abs(plan.Waste-(1-area/whole)) > 1e-9 {
		t.Errorf("waste is %g of %g, with pieces of %g", plan.Waste, whole, area)
	}
}

func TestAClassFromARoll(t *testing.T) {
	p := cut.Blank{Width: 400, Height: 300, Margin: 40}
	for n := 1; n <= cut.Most; n += 57 {
		s := cut.Source{Width: 2100}
		plan, err := cut.Of(n, p, s)
		if err != nil || !plan.Least {
			t.Fatalf("%d pieces: %v, least %v", n, err, plan.Least)
		}
		sound(t, n, p, s, plan)
	}
	// Sides that have nothing in common add up to a great many lengths.
	odd := cut.Blank{Width: 401.3, Height: 298.9}
	plan, err := cut.Of(cut.Most, odd, cut.Source{Width: 450, Kerf: 0.7})
	if err != nil || plan.Least {
		t.Fatalf("%v, least %v", err, plan.Least)
	}
	sound(t, cut.Most, odd, cut.Source{Width: 450, Kerf: 0.7}, plan)
}

func TestWhatCannotBeCutIsRefused(t *testing.T) {
	fine := cut.Blank{Width: 400, Height: 300, Margin: 15}
	for says, try := range map[string]func() error{
		"wider roll": func() error {
			_, err := cut.Of(3, cut.Blank{Width: 400, Height: 300, Margin: 290}, cut.Source{Width: 600})
			return err
		},
		"wider sheet":   func() error { _, err := cut.Of(3, fine, cut.Source{Width: 500, Length: 300}); return err },
		"pieces is 0":   func() error { _, err := cut.Of(0, fine, cut.Source{Width: 2100}); return err },
		"pieces is 401": func() error { _, err := cut.Of(401, fine, cut.Source{Width: 2100}); return err },
		"kerf is NaN":   func() error { _, err := cut.Of(1, fine, cut.Source{Width: 2100, Kerf: math.NaN()}); return err },
		"margin is -1": func() error {
			_, err := cut.Of(1, cut.Blank{Width: 400, Height: 300, Margin: -1}, cut.Source{Width: 2100})
			return err
		},
		"width is +Inf": func() error {
			_, err := cut.Of(1, cut.Blank{Width: math.Inf(1), Height: 300}, cut.Source{Width: 2100})
			return err
		},
		"of the roll is": func() error { _, err := cut.Of(1, fine, cut.Source{}); return err },
	} {
		if err := try(); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%q is not said: %v", says, err)
		}
	}
}

func ExampleOf() {
	plan, err := cut.Of(14, cut.Blank{Width: 400, Height: 300, Margin: 40}, cut.Source{Width: 2100})
	fmt.Printf("%g mm of roll, waste %.0f %%, %v\n", plan.Length, 100*plan.Waste, err)
	// Output: 1340 mm of roll, waste 9 %, <nil>
}

func BenchmarkOf(b *testing.B) {
	for b.Loop() {
		if _, err := cut.Of(200, cut.Blank{Width: 431, Height: 337, Margin: 15}, cut.Source{Width: 2100, Kerf: 0.5}); err != nil {
			b.Fatal(err)
		}
	}
}
