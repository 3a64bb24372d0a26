package recipe_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"proxenos/core/paint"
	"proxenos/core/recipe"
)

// A speck of phthalo is let down with white until it can be measured; what ends up in
// the pile is the recipe.
func TestASpeckIsLetDownFirst(t *testing.T) {
	parts := []paint.Part{{Paint: "PW6", Parts: 20}, {Paint: "PB29", Parts: 1}, {Paint: "PB15:3", Parts: 0.05}}
	b, err := recipe.Weigh(paint.Box{}, parts, nil, 10)
	if err != nil || len(b.Tints) != 1 || b.Small != "" {
		t.Fatalf("%+v, %v", b, err)
	}
	speck := b.Tints[0]
	if speck.Paint != "PB15:3" || speck.Use < recipe.LeastMl || speck.Make/(1+speck.Down) < recipe.LeastMl-1e-9 {
		t.Errorf("%+v cannot be measured", speck)
	}
	// 10 ml hold 0.05/21.05 of phthalo.
	if want := 10 * 0.05 / 21.05; math.Abs(speck.Ml-want) > 0.001 || math.Abs(speck.Use/(1+speck.Down)-want) > 0.001 {
		t.Errorf("%.4f ml go in by %.4f of tint, %.4f wanted", speck.Ml, speck.Use, want)
	}
	if len(b.Order) != 4 || !strings.HasPrefix(b.Order[0], "Let phthalo blue down with 4 parts of titanium white") || !strings.Contains(b.Order[3], "tint of phthalo") {
		t.Errorf("%q", b.Order)
	}
	given, err := recipe.Weigh(paint.Box{}, parts, []paint.Part{{Paint: "PB15:3", Parts: 19}}, 10)
	if err != nil || given.Tints[0].Down != 19 || given.Tints[0].Use < speck.Use {
		t.Errorf("%+v, %v", given.Tints, err)
	}
	large, err := recipe.Weigh(paint.Box{}, parts, nil, 200)
	if err != nil || len(large.Tints) != 0 {
		t.Errorf("200 ml: %+v, %v", large.Tints, err)
	}
	// Ultramarine can just be let down in a thimbleful, phthalo no more.
	tiny, err := recipe.Weigh(paint.Box{}, parts, nil, 0.3)
	if err != nil || tiny.Small == "" {
		t.Errorf("%+v, %v", tiny, err)
	}
	for _, ml := range []float64{0, -1, math.NaN(), 1e9} {
		if _, err := recipe.Weigh(paint.Box{}, parts, nil, ml); err == nil {
			t.Errorf("%g ml are measured out", ml)
		}
	}
	if _, err := recipe.Weigh(paint.Box{}, nil, nil, 1); err == nil {
		t.Error("nothing is measured out")
	}
}

func ExampleWeigh() {
	b, _ := recipe.Weigh(paint.Box{}, []paint.Part{{Paint: "PW6", Parts: 30}, {Paint: "PB27", Parts: 0.1}}, nil, 6)
	for _, line := range b.Order {
		fmt.Println(line)
	}
	// Output:
	// Let Prussian blue down with 9 parts of titanium white: 0.10 ml of it make 1.0 ml of tint.
	// Lay out 5.8 ml of titanium white.
	// Work in 0.20 ml of the tint of Prussian blue.
}
