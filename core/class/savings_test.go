package class_test

import (
	"testing"

	"proxenos/core/class"
	"proxenos/core/paint"
	"proxenos/core/supply"
)

// What stands in costs less, is in the cupboard, and changes the picture by what it says; white
// is never replaced, and what is cheap already is left alone.
func TestWhatWouldCostLess(t *testing.T) {
	l, reports := terraces()
	at := func(key string, price int) supply.Stock {
		return supply.Stock{Paint: key, Sold: []supply.Pack{{Amount: 37, Price: price}}}
	}
	cupboard := supply.Cupboard{People: 1, Paints: []supply.Stock{at(paint.White, 9000), at("PB29", 2000), at("PY43", 300), at("PBr7/burnt-sienna", 300), at("PB28", 500), at("PV19", 400), {Paint: "PBk9"}}}
	c := class.Usual("Terraces", 12, evening, 150)
	p, err := class.Prepare(t.Context(), c, l, reports, cupboard, nil)
	if err != nil {
		t.Fatal(err)
	}
	list, err := class.Savings(t.Context(), l, p, cupboard)
	if err != nil {
		t.Fatal(err)
	}
	if len(list) != 1 || list[0].Paint != "PB29" {
		t.Fatalf("only the dear blue has something cheaper beside it: %+v", list)
	}
	s := list[0]
	price := map[string]float64{"PY43": 300. / 37, "PBr7/burnt-sienna": 300. / 37, "PB28": 500. / 37, "PV19": 400. / 37}
	var parts, cost float64
	for _, a := range s.Parts {
		if price[a.Paint] == 0 {
			t.Errorf("%s is not in the cupboard, or has no price", a.Paint)
		}
		parts, cost = parts+a.Parts, cost+a.Parts*price[a.Paint]
	}
	if want := int(line(t, p, "PB29").Need*(2000./37-cost/parts) + 0.5); s.Saves < want-1 || s.Saves > want+1 || s.Delta <= 0 || s.Delta > 10 || s.Mixture == "" {
		t.Errorf("%+v, and it is %d that is saved", s, want)
	}
	// Where nothing is priced, nothing is known to be cheaper.
	for i := range cupboard.Paints {
		cupboard.Paints[i].Sold = nil
	}
	if list, err := class.Savings(t.Context(), l, p, cupboard); err != nil || len(list) != 0 {
		t.Errorf("without prices: %+v, %v", list, err)
	}
}
