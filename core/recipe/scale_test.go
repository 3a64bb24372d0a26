package recipe_test

import (
	"context"
	"math"
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/paint"
	"proxenos/core/recipe"
	"proxenos/core/spectrum"
)

func TestAStringStepsDownInValueAtOneHue(t *testing.T) {
	s := solver(t, eight...)
	blue := spectrum.Lab{L: 55, A: -3, B: -22}
	rungs, err := s.String(t.Context(), blue, 5, 0, recipe.Options{})
	if err != nil || len(rungs) != 5 {
		t.Fatalf("%d rungs, %v", len(rungs), err)
	}
	for i, r := range rungs {
		if i > 0 && r.Recipe.Lab.L > rungs[i-1].Recipe.Lab.L-8 {
			t.Errorf("rung %d is at L* %.0f after %.0f", i, r.Recipe.Lab.L, rungs[i-1].Recipe.Lab.L)
		}
		if d := math.Abs(math.Mod(r.Recipe.Lab.Hue()-blue.Hue()+540, 360) - 180); r.Recipe.Delta < 2 && r.Recipe.Lab.Chroma() > 8 && d > 12 {
			t.Errorf("rung %d turns %.0f° in hue", i, d)
		}
	}
	warm, err := s.String(t.Context(), blue, 5, 8, recipe.Options{})
	if err != nil || warm[0].Target.B < rungs[0].Target.B+5 || warm[4].Target.B > rungs[4].Target.B-5 {
		t.Errorf("warm lights and cool shadows: %v, %v", warm[0].Target, warm[4].Target)
	}
	for _, n := range []int{2, 10} {
		if _, err := s.String(t.Context(), blue, n, 0, recipe.Options{}); err == nil {
			t.Errorf("a string of %d is made", n)
		}
	}
}

func TestANeutralPathEndsInGrey(t *testing.T) {
	rungs, err := solver(t, eight...).Neutral(t.Context(), spectrum.Lab{L: 50, A: 20, B: 30}, 4, recipe.Options{})
	if err != nil {
		t.Fatal(err)
	}
	last := rungs[3].Recipe
	if last.Lab.Chroma() > 2.5 || math.Abs(last.Lab.L-50) > 2.5 {
		t.Errorf("the path ends at %v", last.Lab)
	}
	for i := 1; i < 4; i++ {
		if rungs[i].Recipe.Lab.Chroma() > rungs[i-1].Recipe.Lab.Chroma() {
			t.Errorf("chroma rises at step %d", i)
		}
	}
}

// Farther planes are lighter and weaker, in clear air cooler; in mist they close in
// within a kilometre.
func TestTheDepthLadder(t *testing.T) {
	s := solver(t, eight...)
	green := []recipe.Amount{{Paint: "PY43", Parts: 3}, {Paint: "PB29", Parts: 1}, {Paint: "PY3", Parts: 1}}
	depths := []recipe.Depth{{Name: "near", Metres: 5}, {Name: "middle", Metres: 3000}, {Name: "far", Metres: 15000}}
	rungs, err := s.Ladder(t.Context(), green, depths, lesson.ClearAir, recipe.Options{})
	if err != nil || len(rungs) != 3 {
		t.Fatalf("%v %v", rungs, err)
	}
	if near := colourOf(t, green); spectrum.DeltaE(rungs[0].Target, near) > 0.5 {
		t.Errorf("5 m off it is %v, at hand %v", rungs[0].Target, near)
	}
	if rungs[2].Target.L < rungs[1].Target.L+3 || rungs[1].Target.L < rungs[0].Target.L || rungs[2].Target.B > rungs[0].Target.B-10 {
		t.Errorf("%v, %v, %v: farther must be lighter and cooler", rungs[0].Target, rungs[1].Target, rungs[2].Target)
	}
	kilometre := []recipe.Depth{{Name: "one", Metres: 1000}}
	clear, _ := s.Ladder(t.Context(), green, kilometre, lesson.ClearAir, recipe.Options{})
	mist, _ := s.Ladder(t.Context(), green, kilometre, lesson.MistyAir, recipe.Options{})
	if mist[0].Target.L < clear[0].Target.L+20 {
		t.Errorf("at one kilometre: L* %.0f in clear air, %.0f in mist", clear[0].Target.L, mist[0].Target.L)
	}
	// In haze the farthest rungs are tints that no whole parts of few tubes come near: not pure white.
	haze, err := s.Ladder(t.Context(), green, []recipe.Depth{{Name: "range", Metres: 5000}}, lesson.HazyAir, recipe.Options{Whole: true, Paints: 3})
	if err != nil || haze[0].Recipe.Delta > 2.5 || len(haze[0].Recipe.Parts) < 2 {
		t.Errorf("far off in haze: %v %v", haze, err)
	}
	if _, err := s.Ladder(t.Context(), green, []recipe.Depth{{Name: "odd", Metres: math.NaN()}}, lesson.ClearAir, recipe.Options{}); err == nil || !strings.Contains(err.Error(), "odd") {
		t.Errorf("NaN metres: %v", err)
	}
	if _, err := s.Ladder(t.Context(), green, depths, "smog", recipe.Options{}); err == nil {
		t.Error("smog is known")
	}
	if _, err := s.Ladder(t.Context(), nil, depths, lesson.ClearAir, recipe.Options{}); err == nil {
		t.Error("a ladder of nothing")
	}
}

func TestAPileIsBroughtToAColour(t *testing.T) {
	s := solver(t, eight...)
	pile := []recipe.Amount{{Paint: "PW6", Parts: 8}, {Paint: "PB29", Parts: 1}}
	want := colourOf(t, []recipe.Amount{{Paint: "PW6", Parts: 8}, {Paint: "PB29", Parts: 1}, {Paint: "PBr7/burnt-sienna", Parts: 0.8}})
	list, err := s.Change(t.Context(), recipe.Parts(pile), 10, want)
	if err != nil || len(list) == 0 {
		t.Fatal(err)
	}
	best := list[0]
	if best.Delta > 2 || best.Grows > 1.2 {
		t.Errorf("%+v", best)
	}
	// Mixed by package paint it is what it says.
	var parts []recipe.Amount
	for _, p := range pile {
		parts = append(parts, recipe.Amount{Paint: p.Paint, Parts: p.Parts * 10 / 9})
	}
	for _, p := range best.Add {
		found := false
		for i := range parts {
			if parts[i].Paint == p.Paint {
				parts[i].Parts += p.Parts
				found = true
			}
		}
		if !found {
			parts = append(parts, p)
		}
	}
	if d := spectrum.DeltaE(colourOf(t, parts), best.Lab); d > 0.6 {
		t.Errorf("what it adds makes %v, it says %v", colourOf(t, parts), best.Lab)
	}
	if same, err := s.Change(t.Context(), recipe.Parts(pile), 10, colourOf(t, pile)); err != nil || len(same[0].Add) != 0 || same[0].Grows != 1 {
		t.Errorf("to the colour that it has: %+v, %v", same, err)
	}
	for _, ml := range []float64{0, -1, math.NaN(), 1e9} {
		if _, err := s.Change(t.Context(), recipe.Parts(pile), ml, want); err == nil {
			t.Errorf("a pile of %g ml", ml)
		}
	}
}

func TestSubstitutesForAHazardousPaint(t *testing.T) {
	var safe []string
	for _, p := range paint.All() {
		if p.Hazard == "" {
			safe = append(safe, p.Key)
		}
	}
	s := solver(t, safe...)
	list, err := s.Substitutes(t.Context(), "PR108")
	if err != nil || len(list) == 0 {
		t.Fatal(err)
	}
	if best := list[0]; best.Mass+best.Tint > 24 || best.Mass < 0 {
		t.Errorf("cadmium red: %+v", best)
	}
	for _, sub := range list {
		for _, p := range sub.Parts {
			if q, _ := paint.Find(p.Paint); q.Hazard != "" || q.Key == paint.White {
				t.Errorf("%v", sub.Parts)
			}
		}
	}
	if _, err := s.Substitutes(t.Context(), "PX1"); err == nil {
		t.Error("a paint that is not there has substitutes")
	}
}

func TestTheGamutHoldsWhatThePaintsAre(t *testing.T) {
	g, err := solver(t, eight...).Gamut(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	lemon, _ := paint.Find("PY3")
	c := lemon.Coat.Masstone(spectrum.D65())
	if got := g[c.Value()-1][int(c.Hue()/15)]; got < 0.75*c.Chroma() {
		t.Errorf("around lemon yellow (chroma %.0f) it reaches %.0f", c.Chroma(), got)
	}
	small, err := solver(t, "PW6", "PBk9").Gamut(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	for v := range small {
		for h, chroma := range small[v] {
			if chroma > 12 {
				t.Errorf("black and white reach chroma %.0f at value %d, hue %d", chroma, v+1, 15*h)
			}
		}
	}
	ctx, cancel := context.WithCancel(t.Context())
	cancel()
	if _, err := solver(t, eight...).Gamut(ctx); err == nil {
		t.Error("it does not stop")
	}
}

func BenchmarkGamut(b *testing.B) {
	s := solver(b, paint.Keys()...)
	for b.Loop() {
		if _, err := s.Gamut(context.Background()); err != nil {
			b.Fatal(err)
		}
	}
}
