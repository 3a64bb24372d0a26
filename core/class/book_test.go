package class_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"reflect"
	"slices"
	"testing"
	"time"

	"proxenos/core/class"
	"proxenos/core/lesson"
	"proxenos/core/supply"
)

// What a class used up is taken out, no more than there is; what is worn stays; put back, the
// cupboard is as it was.
func TestWhatIsUsedUpIsBookedOut(t *testing.T) {
	l, reports := terraces()
	c := class.Usual("Terraces", 12, evening, 150)
	cupboard := supply.Cupboard{People: 1, Paints: []supply.Stock{{Paint: "PW6", Ml: 500}, {Paint: "PY43", Ml: 1}},
		Tools: []supply.Rack{{Kind: lesson.Flat, Width: 50, Pieces: 30}},
		Goods: []supply.Good{{Kind: supply.TowelGood, Has: 10}, {Kind: supply.TowelGood, Has: 400}, {Kind: supply.SolventGood, Has: 5000}, {Kind: supply.ApronGood, Has: 20}}}
	p, err := class.Prepare(ctx, c, l, reports, cupboard, nil)
	if err != nil {
		t.Fatal(err)
	}
	after, taken := class.TakeOut(p.Lines, cupboard)
	near := func(what string, is, want float64) {
		if math.Abs(is-want) > 0.006 {
			t.Errorf("%s: %g, not %g", what, is, want)
		}
	}
	near("white", after.Paints[0].Ml, 500-line(t, p, "PW6").Need)
	near("ochre, of which there was less", after.Paints[1].Ml, 0)
	near("towels of the first heap", after.Goods[0].Has, 0)
	near("towels", after.Goods[0].Has+after.Goods[1].Has, 410-line(t, p, "towel").Need)
	if gone := 5000 - after.Goods[2].Has; gone <= 0 || gone >= line(t, p, "solvent").Need {
		t.Errorf("%g ml of solvent are gone, of %g in use: what settles is used again", gone, line(t, p, "solvent").Need)
	}
	if after.Goods[3].Has != 20 || after.Tools[0].Pieces != 30 {
		t.Errorf("aprons %g, flats %d", after.Goods[3].Has, after.Tools[0].Pieces)
	}
	if cupboard.Paints[0].Ml != 500 || len(taken) != 4 {
		t.Errorf("the cupboard that was given has %g, and %v were taken", cupboard.Paints[0].Ml, taken)
	}
	back := class.PutBack(taken, after)
	near("white put back", back.Paints[0].Ml, 500)
	near("ochre put back", back.Paints[1].Ml, 1)
	near("towels put back", back.Goods[0].Has+back.Goods[1].Has, 410)
}

// What is ordered for the classes ahead is just enough for them, one after the other.
func TestTheOrderIsJustEnoughForAllClassesAhead(t *testing.T) {
	rng := rand.New(rand.NewPCG(3, 3))
	start := time.Date(2027, 1, 1, 18, 0, 0, 0, time.UTC)
	for range 200 {
		var ahead []class.Ahead
		has := float64(rng.IntN(60))
		for k, day := range rng.Perm(90)[:1+rng.IntN(5)] {
			need := float64(1 + rng.IntN(40))
			gone := need * float64(rng.IntN(3)) / 2 // used up, half of it, or not at all
			ahead = append(ahead, class.Ahead{Title: fmt.Sprint(k), Start: start.AddDate(0, 0, day), Lines: []class.Needed{
				{Kind: "good", Item: "x", Name: "X", Unit: "pieces", Need: need, Gone: gone, Has: has, Counted: true},
				{Kind: "good", Item: "y", Name: "Brought", Need: 5, Gone: 5, Brings: true}}})
		}
		enough := func(there float64) bool {
			byDay := slices.SortedFunc(slices.Values(ahead), func(a, b class.Ahead) int { return a.Start.Compare(b.Start) })
			for _, a := range byDay {
				if there+1e-9 < a.Lines[0].Need {
					return false
				}
				there -= a.Lines[0].Gone
			}
			return true
		}
		list := class.Reorders(ahead)
		var short float64
		if len(list) > 0 {
			short = list[0].Short
		}
		if len(list) > 1 || !enough(has+short) || short > 0 && enough(has+short-0.5) {
			t.Fatalf("of %g there, order %g: %+v", has, short, ahead)
		}
	}
	if got := class.Reorders(nil); !reflect.DeepEqual(got, []class.Reorder{}) {
		t.Errorf("for no class: %v", got)
	}
}

func TestAnOrderSaysWhatItComesTo(t *testing.T) {
	basket := supply.Basket{Price: 1250}
	for want, lines := range map[string][]class.Reorder{
		"Nothing is lacking for the classes ahead.":                               nil,
		"One thing is lacking; how it is sold is not known.":                      {{Name: "A"}},
		"2 things are lacking: 12.50 cr. Of 1 it is not known how they are sold.": {{Name: "A", Basket: &basket}, {Name: "B"}},
	} {
		if says, _ := class.Ordered(lines, "cr", 2, 2); says != want {
			t.Errorf("%q, not %q", says, want)
		}
	}
	// What is not known is not said to be there.
	for known, want := range []string{"What they need is not known yet: their lessons are being rehearsed.", "Nothing is lacking for 1 of the 2."} {
		if says, _ := class.Ordered(nil, "cr", known, 2); says != want {
			t.Errorf("%d of 2 known: %q", known, says)
		}
	}
}
