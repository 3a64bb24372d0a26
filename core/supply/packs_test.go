package supply_test

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"proxenos/core/supply"
)

// tried is the cheapest, found by trying every number of every size.
func tried(need int, sold []supply.Pack, price, packs, amount int, best *[3]int) {
	if len(sold) == 0 {
		if amount >= need && (best[1] < 0 || price < best[0] || price == best[0] && (packs < best[1] || packs == best[1] && amount > best[2])) {
			*best = [3]int{price, packs, amount}
		}
		return
	}
	for n := 0; ; n++ {
		tried(need, sold[1:], price+n*sold[0].Price, packs+n, amount+n*sold[0].Amount, best)
		if n*sold[0].Amount >= need {
			return
		}
	}
}

func TestBuyingIsAsCheapAsTryingEverything(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 4))
	for range 200 {
		sold := make([]supply.Pack, 1+r.IntN(4))
		for i := range sold {
			sold[i] = supply.Pack{Amount: 20 + r.IntN(200), Price: r.IntN(12) * (50 + r.IntN(100))} // some for nothing
		}
		need := 1 + r.IntN(700)
		best := [3]int{0, -1, 0}
		tried(need, sold, 0, 0, 0, &best)
		got, err := supply.Cheapest(float64(need)-0.4, sold)
		packs, price, amount := 0, 0, 0
		for _, b := range got.Packs {
			packs, price, amount = packs+b.Count, price+b.Count*b.Price, amount+b.Count*b.Amount
		}
		if err != nil || [3]int{got.Price, packs, got.Amount} != best || price != got.Price || amount != got.Amount {
			t.Errorf("%d of %v: %+v, %v; trying everything finds %v", need, sold, got, err, best)
		}
	}
}

func TestWhatCannotBeBoughtIsRefused(t *testing.T) {
	tube := []supply.Pack{{37, 420}}
	if b, err := supply.Cheapest(0, nil); err != nil || len(b.Packs) != 0 || b.Price != 0 {
		t.Errorf("for no need: %+v, %v", b, err)
	}
	for says, try := range map[string]func() error{
		"no size is known": func() error { _, err := supply.Cheapest(3, nil); return err },
		"nobody buys":      func() error { _, err := supply.Cheapest(1e9, tube); return err },
		"a size of 0":      func() error { _, err := supply.Cheapest(3, []supply.Pack{{0, 5}}); return err },
		"for -1":           func() error { _, err := supply.Cheapest(3, []supply.Pack{{5, -1}}); return err },
		"13 sizes":         func() error { _, err := supply.Cheapest(3, make([]supply.Pack, 13)); return err },
	} {
		if err := try(); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%q is not said: %v", says, err)
		}
	}
}

func ExampleCheapest() {
	b, err := supply.Cheapest(171.5, []supply.Pack{{37, 520}, {150, 1480}, {200, 2150}})
	fmt.Println(b.Packs, b.Price, b.Left, err)
	// Output: [{{37 520} 1} {{150 1480} 1}] 2000 15.5 <nil>
}
