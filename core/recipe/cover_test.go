package recipe_test

import (
	"context"
	"math"
	"math/bits"
	"slices"
	"testing"

	"proxenos/core/paint"
	"proxenos/core/recipe"
	"proxenos/core/spectrum"
)

func wants() (out []recipe.Want) {
	for name, c := range landscape {
		out = append(out, recipe.Want{Name: name, Lab: c, Weight: 1})
	}
	slices.SortFunc(out, func(a, b recipe.Want) int { return int(1000 * (a.Lab.L*7 + a.Lab.A - b.Lab.L*7 - b.Lab.A)) })
	return out
}

// More tubes never cover worse, and the choice is as good as the best of all choices.
func TestWhichTubesCoverALesson(t *testing.T) {
	keys := []string{"PW6", "PY3", "PY43", "PBr7/burnt-sienna", "PR177", "PB29", "PB15:3", "PBk9"}
	s := solver(t, keys...)
	got, err := s.Cover(t.Context(), wants(), []int{4, 6, 8})
	if err != nil {
		t.Fatal(err)
	}
	for i, c := range got {
		if len(c.Tubes) != 4+2*i || c.Tubes[0].Paint != "PW6" || i > 0 && c.Mean > got[i-1].Mean {
			t.Errorf("%d tubes: %+v", 4+2*i, c)
		}
	}
	// Every choice of four, by asking for all of it.
	best := math.Inf(1)
	for mask := range 1 << len(keys) {
		if bits.OnesCount(uint(mask)) != 4 {
			continue
		}
		var some []string
		for i, k := range keys {
			if mask>>i&1 == 1 {
				some = append(some, k)
			}
		}
		c, err := solver(t, some...).Cover(t.Context(), wants(), []int{4})
		if err != nil {
			t.Fatal(err)
		}
		best = min(best, squares(t, some, c))
	}
	var chosen []string
	for _, tube := range got[0].Tubes {
		chosen = append(chosen, tube.Paint)
	}
	if mine := squares(t, chosen, got[:1]); mine > best*1.02 {
		t.Errorf("%v: mean of squares %.2f, the best choice has %.2f", chosen, mine, best)
	}
}

// squares is the mean of squared ΔE00 that a cover of four reports, worked out again
// from whole palettes, one colour at a time.
func squares(t *testing.T, keys []string, _ []recipe.Cover) (sum float64) {
	t.Helper()
	s := solver(t, keys...)
	for _, w := range wants() {
		c, err := s.Cover(t.Context(), []recipe.Want{w}, []int{len(keys)})
		if err != nil {
			t.Fatal(err)
		}
		sum += c[0].Mean * c[0].Mean
	}
	return sum / 40
}

func TestBadCovers(t *testing.T) {
	s := solver(t, eight...)
	one := []recipe.Want{{Name: "one", Lab: spectrum.Lab{L: 50}, Weight: 1}}
	for name, c := range map[string]struct {
		wants []recipe.Want
		sizes []int
	}{
		"no colours": {nil, []int{4}}, "one tube": {one, []int{1}}, "more than there are": {one, []int{9}},
		"no weight": {[]recipe.Want{{Lab: spectrum.Lab{L: 50}}}, []int{4}}, "no colour": {[]recipe.Want{{Lab: spectrum.Lab{L: 500}, Weight: 1}}, []int{4}},
		"too many": {make([]recipe.Want, 100), []int{4}},
	} {
		if _, err := s.Cover(t.Context(), c.wants, c.sizes); err == nil {
			t.Errorf("%s: covered", name)
		}
	}
	ctx, cancel := context.WithCancel(t.Context())
	cancel()
	if _, err := s.Cover(ctx, one, []int{4}); err == nil {
		t.Error("it does not stop")
	}
}

func TestWhatIsMissing(t *testing.T) {
	earth := solver(t, "PW6", "PY43", "PBr7/burnt-sienna", "PBk9")
	green, _ := paint.Find("PG7")
	tint := paint.Coat{}
	white, _ := paint.Find("PW6")
	tint = tint.Add(green.Coat, 0.1).Add(white.Coat, 0.9)
	list, err := earth.Missing(t.Context(), tint.Masstone(spectrum.D65()))
	if err != nil || len(list) == 0 {
		t.Fatalf("%v %v", list, err)
	}
	if list[0].Paint != "PG7" || list[0].Delta > 1 || list[0].Gain < 5 {
		t.Errorf("for a tint of phthalo green: %+v", list)
	}
	grey, err := earth.Missing(t.Context(), spectrum.Lab{L: 60, A: 0, B: -1})
	if err != nil || len(grey) != 0 {
		t.Errorf("for a grey: %+v %v", grey, err)
	}
	if _, err := earth.Missing(t.Context(), spectrum.Lab{L: math.NaN()}); err == nil {
		t.Error("NaN is a colour")
	}
}

// What the palette itself mixes is in reach; a cadmium orange is not, of earths.
func TestNearest(t *testing.T) {
	s := solver(t, "PW6", "PY43", "PBr7/burnt-sienna", "PB29")
	mixed := colourOf(t, []recipe.Amount{{Paint: "PW6", Parts: 9}, {Paint: "PY43", Parts: 2}, {Paint: "PB29", Parts: 1}, {Paint: "PBr7/burnt-sienna", Parts: 1}})
	got, err := s.Nearest(t.Context(), []spectrum.Lab{mixed, {L: 62, A: 48, B: 68}})
	if err != nil || got[0] > 1 || got[1] < 8 {
		t.Errorf("%v, %v", got, err)
	}
	if _, err := s.Nearest(t.Context(), []spectrum.Lab{{L: -4}}); err == nil {
		t.Error("L* of -4 is a colour")
	}
}

func BenchmarkCoverOfThirtyColours(b *testing.B) {
	s := solver(b, paint.Keys()...)
	list := wants()[:30]
	for b.Loop() {
		if _, err := s.Cover(context.Background(), list, []int{4, 6, 8}); err != nil {
			b.Fatal(err)
		}
	}
}
