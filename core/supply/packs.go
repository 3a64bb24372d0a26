package supply

import (
	"fmt"
	"math"
)

// A Pack is a size in which something is sold.
type Pack struct {
	Amount int `json:"amount" minimum:"1" maximum:"100000" doc:"how much is in it: ml, pieces, metres, as the thing is counted"`
	Price  int `json:"price" minimum:"0" maximum:"10000000" doc:"hundredths of the currency; 0 where it is not known"`
}

// Bought is how many of a size are bought.
type Bought struct {
	Pack
	Count int `json:"count"`
}

// A Basket is what is bought of one thing.
type Basket struct {
	Packs  []Bought `json:"packs" doc:"in the order in which the sizes stand"`
	Amount int      `json:"amount" doc:"what they hold together"`
	Price  int      `json:"price" doc:"hundredths of the currency"`
	Left   float64  `json:"left" doc:"what is left over of it"`
}

// Bounds of a purchase.
const (
	MostPacks = 12     // sizes of one thing
	MostNeed  = 100000 // ml, pieces or metres of one thing
)

// Cheapest is the cheapest set of sizes that covers a need, exactly: of several as cheap the one
// of the fewest packs, and of these the one that holds most. Nothing is bought for no need.
//
// It is the unbounded knapsack that covers: the best for k units is, over all sizes, the size
// and the best for what it leaves uncovered.
func Cheapest(need float64, sold []Pack) (Basket, error) {
	if !(need <= MostNeed) {
		return Basket{}, fmt.Errorf("%g are needed: that is more than %d, which nobody buys at once", need, MostNeed)
	}
	if len(sold) > MostPacks {
		return Basket{}, fmt.Errorf("%d sizes: give %d at most", len(sold), MostPacks)
	}
	for _, p := range sold {
		if p.Amount < 1 || p.Amount > MostNeed || p.Price < 0 || p.Price > mostPrice {
			return Basket{}, fmt.Errorf("a size of %d for %d: give 1 to %d, and a price from 0 to %d hundredths", p.Amount, p.Price, MostNeed, mostPrice)
		}
	}
	out := Basket{Packs: []Bought{}}
	units := int(math.Ceil(need - 1e-9))
	if units <= 0 {
		return out, nil
	}
	if len(sold) == 0 {
		return Basket{}, fmt.Errorf("%g are needed, and no size is known in which it is sold: give one", need)
	}
	best := make([]load, units+1)
	for k := 1; k <= units; k++ {
		for i, p := range sold {
			before := best[max(0, k-p.Amount)]
			with := load{before.price + p.Price, before.packs + 1, before.amount + p.Amount, i}
			if i == 0 || with.better(best[k]) {
				best[k] = with
			}
		}
	}
	counts := make([]int, len(sold))
	for k := units; k > 0; k -= sold[best[k].last].Amount {
		counts[best[k].last]++
	}
	for i, n := range counts {
		if n > 0 {
			out.Packs = append(out.Packs, Bought{sold[i], n})
		}
	}
	out.Amount, out.Price, out.Left = best[units].amount, best[units].price, cents(float64(best[units].amount)-need)
	return out, nil
}

// mostPrice is the most that a pack may cost, hundredths.
const mostPrice = 10_000_000

// A load is what some packs come to; last is the size that was taken last.
type load struct{ price, packs, amount, last int }

func (a load) better(b load) bool {
	switch {
	case a.price != b.price:
		return a.price < b.price
	case a.packs != b.packs:
		return a.packs < b.packs
	}
	return a.amount > b.amount
}
