package recipe_test

import (
	"context"
	"errors"
	"fmt"
	"math"
	"math/rand/v2"
	"strings"
	"testing"
	"time"

	"proxenos/core/paint"
	"proxenos/core/recipe"
	"proxenos/core/spectrum"
)

// eight is a usual palette.
var eight = []string{"PW6", "PY3", "PY43", "PBr7/burnt-sienna", "PR177", "PB29", "PB15:3", "PBr7/burnt-umber"}

func solver(t testing.TB, keys ...string) *recipe.Solver {
	t.Helper()
	s, err := recipe.New(paint.Box{}, keys)
	if err != nil {
		t.Fatal(err)
	}
	return s
}

func solve(t testing.TB, s *recipe.Solver, target spectrum.Lab, o recipe.Options) recipe.Answer {
	t.Helper()
	a, err := s.Solve(context.Background(), target, o)
	if err != nil {
		t.Fatal(err)
	}
	return a
}

// colourOf mixes a recipe with package paint, independently of the solver.
func colourOf(t testing.TB, parts []recipe.Amount) spectrum.Lab {
	t.Helper()
	var list []paint.Part
	for _, p := range parts {
		list = append(list, paint.Part{Paint: p.Paint, Parts: p.Parts})
	}
	c, err := paint.Mix(list)
	if err != nil {
		t.Fatal(err)
	}
	return c.Masstone(spectrum.D65())
}

// landscape are hard colours of the open air, L* a* b*.
var landscape = map[string]spectrum.Lab{
	"sky at the zenith": {L: 58, A: -4, B: -32}, "middle sky": {L: 72, A: -5, B: -20}, "sky at the horizon": {L: 88, A: 1, B: 7},
	"haze": {L: 82, A: 0, B: -3}, "far ridge": {L: 62, A: 3, B: -16}, "middle ridge": {L: 48, A: 0, B: -12},
	"sunlit green": {L: 64, A: -14, B: 44}, "shaded green": {L: 34, A: -10, B: 16}, "spring green": {L: 74, A: -22, B: 52},
	"olive": {L: 46, A: -3, B: 30}, "conifer dark": {L: 24, A: -5, B: 6}, "wet sand": {L: 52, A: 5, B: 16},
	"dry sand": {L: 76, A: 5, B: 20}, "snow shadow": {L: 74, A: 0, B: -13}, "snow light": {L: 94, A: 0, B: 4},
	"dusk cloud": {L: 54, A: 10, B: -6}, "dusk glow": {L: 74, A: 20, B: 26}, "cloud shadow": {L: 68, A: 1, B: -7},
	"cloud light": {L: 93, A: 1, B: 8}, "earth path": {L: 60, A: 14, B: 26}, "red earth": {L: 42, A: 26, B: 28},
	"old stone": {L: 66, A: 2, B: 9}, "stone in shade": {L: 46, A: 1, B: -4}, "weathered wood": {L: 50, A: 4, B: 9},
	"bark": {L: 30, A: 6, B: 10}, "near-black": {L: 20, A: 1, B: 0}, "deep water": {L: 32, A: -4, B: -18},
	"still water": {L: 60, A: -4, B: -12}, "storm grey": {L: 46, A: -1, B: -6}, "warm grey": {L: 60, A: 3, B: 6},
	"roof tile": {L: 46, A: 32, B: 30}, "poppy": {L: 44, A: 48, B: 30}, "heather": {L: 48, A: 22, B: -12},
	"autumn leaf": {L: 56, A: 26, B: 46}, "straw": {L: 78, A: 4, B: 34}, "reed": {L: 60, A: 6, B: 30},
	"moonlit blue": {L: 40, A: 0, B: -22}, "evening violet": {L: 44, A: 12, B: -20}, "mist at dawn": {L: 86, A: 3, B: 6}, "moss": {L: 40, A: -8, B: 28},
}

func TestLandscapeColoursFromEightTubes(t *testing.T) {
	s := solver(t, eight...)
	if len(landscape) != 40 {
		t.Fatalf("%d colours", len(landscape))
	}
	var missed []string
	for name, target := range landscape {
		a := solve(t, s, target, recipe.Options{})
		best := a.Recipes[0]
		got := spectrum.DeltaE(colourOf(t, best.Parts), target)
		t.Logf("%-20s ΔE %.2f", name, got)
		if math.Abs(got-best.Delta) > 0.02 {
			t.Errorf("%s: says ΔE %.2f, mixed it is %.2f", name, best.Delta, got)
		}
		if got > 3 && a.Short == "" {
			t.Errorf("%s: the best is ΔE %.1f away, and nothing is said of it", name, got)
		}
		if got > 3 {
			missed = append(missed, name)
		}
	}
	if len(missed) > 2 {
		t.Errorf("out of reach: %v", missed)
	}
}

// everything is the colour of every recipe of up to four of some paints in whole
// parts, for searching without cleverness.
func everything(t testing.TB, keys []string, parts int) []spectrum.Lab {
	t.Helper()
	d65 := spectrum.D65()
	coats := make([]paint.Coat, len(keys))
	for i, k := range keys {
		p, _ := paint.Find(k)
		coats[i] = p.Coat
	}
	var out []spectrum.Lab
	var mix func(from, used, left int, sum paint.Coat, total int)
	mix = func(from, used, left int, sum paint.Coat, total int) {
		for i := from; i < len(keys) && used < 4; i++ {
			c := sum
			for n := 1; n <= left; n++ {
				c = c.Add(coats[i], 1)
				whole := paint.Coat{}.Add(c, 1/float64(total+n))
				out = append(out, whole.Masstone(d65))
				mix(i+1, used+1, left-n, c, total+n)
			}
		}
	}
	mix(0, 0, parts, paint.Coat{}, 0)
	return out
}

// The solver is never worse than exhaustive search by more than ΔE00 0.2.
func TestNeverMuchWorseThanExhaustiveSearch(t *testing.T) {
	keys := []string{"PW6", "PY3", "PY43", "PBr7/burnt-sienna", "PR177", "PB29"}
	const parts = 16
	all := everything(t, keys, parts)
	s := solver(t, keys...)
	rng := rand.New(rand.NewPCG(4, 4))
	targets := 200
	if testing.Short() {
		targets = 15
	}
	worst, took := 0.0, time.Duration(0)
	for range targets {
		target := spectrum.Lab{L: 18 + 76*rng.Float64(), A: -35 + 80*rng.Float64(), B: -45 + 105*rng.Float64()}
		best := math.Inf(1)
		for _, c := range all {
			// ΔE00 is never less than a third of the plain difference in L*.
			if math.Abs(c.L-target.L) < 3*best {
				best = min(best, spectrum.DeltaE(c, target))
			}
		}
		began := time.Now()
		a := solve(t, s, target, recipe.Options{Parts: parts, Whole: true})
		took += time.Since(began)
		got := math.Inf(1)
		for _, r := range a.Recipes {
			got = min(got, r.Delta)
		}
		if excess := got - best; excess > 0.2 {
			t.Errorf("target %.0f %.0f %.0f: ΔE %.2f, exhaustively %.2f", target.L, target.A, target.B, got, best)
		} else {
			worst = max(worst, excess)
		}
	}
	t.Logf("%d recipes, %d targets: largest excess ΔE00 %.3f, %v a target", len(all), targets, worst, took/time.Duration(targets))
}

func TestRecipesKeepToWhatWasAsked(t *testing.T) {
	s := solver(t, eight...)
	a := solve(t, s, spectrum.Lab{L: 62, A: 3, B: -16}, recipe.Options{Paints: 3, Parts: 12, Want: 8, Whole: true})
	seen := map[string]bool{}
	for _, r := range a.Recipes {
		if len(r.Parts) > 3 || r.Total() > 12 {
			t.Errorf("%v", r.Parts)
		}
		var set []string
		for i, p := range r.Parts {
			if p.Parts != math.Round(p.Parts) || p.Parts < 1 || i > 0 && p.Parts > r.Parts[i-1].Parts {
				t.Errorf("parts %v", r.Parts)
			}
			set = append(set, p.Paint)
		}
		if key := fmt.Sprint(set); seen[key] {
			t.Errorf("%s twice", key)
		} else {
			seen[key] = true
		}
		if len(r.Order) != len(r.Parts) || r.Sturdy <= 0 || !strings.HasPrefix(r.Colour, "#") {
			t.Errorf("%+v", r)
		}
	}
}

func TestAlmostAsGoodWithFewerPaintsComesFirst(t *testing.T) {
	s := solver(t, eight...)
	two := colourOf(t, []recipe.Amount{{Paint: "PW6", Parts: 8}, {Paint: "PB29", Parts: 1}})
	a := solve(t, s, two, recipe.Options{})
	if best := a.Recipes[0]; len(best.Parts) != 2 || best.Delta > 0.3 || best.Parts[0].Paint != "PW6" || best.Parts[0].Parts != 8 {
		t.Errorf("for 8 parts white with 1 of ultramarine it says %v, ΔE %.2f", best.Parts, best.Delta)
	}
}

func TestSpecksOfStrongTinters(t *testing.T) {
	s := solver(t, "PW6", "PB15:3", "PY43")
	pale := colourOf(t, []recipe.Amount{{Paint: "PW6", Parts: 20}, {Paint: "PB15:3", Parts: 0.2}})
	whole, specks := solve(t, s, pale, recipe.Options{Whole: true}), solve(t, s, pale, recipe.Options{})
	if specks.Recipes[0].Delta > 0.6 || whole.Recipes[0].Delta < specks.Recipes[0].Delta+1 {
		t.Errorf("in whole parts ΔE %.1f, with specks %.1f", whole.Recipes[0].Delta, specks.Recipes[0].Delta)
	}
	last := specks.Recipes[0].Order[len(specks.Recipes[0].Order)-1]
	if !strings.Contains(last, "drop") || !strings.Contains(last, "phthalo") {
		t.Errorf("the last to go in: %q", last)
	}
}

func TestLightTintsBeginWithWhiteAndDeepOnesEndWithIt(t *testing.T) {
	s := solver(t, eight...)
	pale := solve(t, s, spectrum.Lab{L: 88, A: 0, B: -4}, recipe.Options{}).Recipes[0]
	if !strings.Contains(pale.Order[0], "white") {
		t.Errorf("a pale grey begins: %q", pale.Order[0])
	}
	deep := solve(t, s, spectrum.Lab{L: 24, A: 6, B: -26}, recipe.Options{}).Recipes[0]
	if strings.Contains(deep.Order[0], "white") {
		t.Errorf("a deep blue begins: %q", deep.Order[0])
	}
}

func TestUnreachableSaysHowFarAndWhere(t *testing.T) {
	s := solver(t, "PW6", "PBk9", "PY43")
	a := solve(t, s, spectrum.Lab{L: 45, A: 60, B: 30}, recipe.Options{})
	if a.Reached || !strings.Contains(a.Short, "chroma") || !strings.Contains(a.Short, "weak") || len(a.Recipes) == 0 {
		t.Errorf("reached %v: %q", a.Reached, a.Short)
	}
	if a := solve(t, s, spectrum.Lab{L: 100, A: 0, B: 0}, recipe.Options{}); a.Reached || !strings.Contains(a.Short, "too dark") {
		t.Errorf("brighter than white: %q", a.Short)
	}
}

// What goes on a card is in whole parts, and in drops where a tint is less than a part of white.
func TestPlainRecipes(t *testing.T) {
	s := solver(t, "PW6", "PY3", "PY43", "PBr7/burnt-sienna", "PB29")
	for _, c := range []struct {
		white, ochre float64
		whole        bool
	}{{10, 4, true}, {23, 0.3, false}} {
		target := colourOf(t, []recipe.Amount{{Paint: "PW6", Parts: c.white}, {Paint: "PY43", Parts: c.ochre}})
		r, err := s.Plain(t.Context(), target)
		if err != nil {
			t.Fatal(err)
		}
		whole := true
		for _, p := range r.Parts {
			whole = whole && p.Parts == math.Round(p.Parts)
		}
		if r.Delta > 1.5 || whole != c.whole || len(r.Parts) > 3 {
			t.Errorf("for %g white and %g ochre: ΔE %.1f, %+v", c.white, c.ochre, r.Delta, r.Parts)
		}
	}
	stopped, cancel := context.WithCancel(t.Context())
	cancel()
	if _, err := s.Plain(stopped, spectrum.Lab{L: 50}); err == nil {
		t.Error("it does not stop")
	}
}

func TestBadQuestions(t *testing.T) {
	for _, c := range []struct {
		keys []string
		says string
	}{{nil, "none are given"}, {[]string{"PW6", "PW6"}, "given twice"}, {[]string{"PX1"}, "not in the catalogue"}, {make([]string, 50), "at most"}} {
		if _, err := recipe.New(paint.Box{}, c.keys); err == nil || !strings.Contains(err.Error(), c.says) {
			t.Errorf("%v: %v", c.keys, err)
		}
	}
	s := solver(t, eight...)
	for _, target := range []spectrum.Lab{{L: -1}, {L: 101}, {L: math.NaN()}, {L: 50, A: 400}, {L: 50, B: math.Inf(1)}} {
		if _, err := s.Solve(context.Background(), target, recipe.Options{}); err == nil {
			t.Errorf("%v is taken for a colour", target)
		}
	}
	for _, o := range []recipe.Options{{Paints: 9}, {Parts: 99}, {Paints: -1}} {
		if _, err := s.Solve(context.Background(), spectrum.Lab{L: 50}, o); err == nil {
			t.Errorf("%+v is taken", o)
		}
	}
	ctx, cancel := context.WithTimeout(context.Background(), time.Nanosecond)
	defer cancel()
	if _, err := solver(t, paint.Keys()...).Solve(ctx, spectrum.Lab{L: 50}, recipe.Options{}); !errors.Is(err, context.DeadlineExceeded) {
		t.Errorf("stopped, it says %v", err)
	}
}

func BenchmarkTwelvePaints(b *testing.B) {
	s := solver(b, append([]string{"PY35", "PR108", "PG18", "PR122"}, eight...)...)
	for b.Loop() {
		solve(b, s, spectrum.Lab{L: 62, A: 3, B: -16}, recipe.Options{})
	}
}

func BenchmarkAllPaints(b *testing.B) {
	s := solver(b, paint.Keys()...)
	for b.Loop() {
		solve(b, s, spectrum.Lab{L: 62, A: 3, B: -16}, recipe.Options{})
	}
}
