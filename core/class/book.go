package class

import (
	"cmp"
	"fmt"
	"slices"
	"time"

	"proxenos/core/supply"
)

// A Booking is what a class took out of the cupboard.
type Booking struct {
	At    time.Time  `json:"at"`
	Taken []TakenOut `json:"taken" maxItems:"200"`
}

// TakenOut is how much of one thing was taken out.
type TakenOut struct {
	Kind   string  `json:"kind" enum:"paint,good"`
	Item   string  `json:"item" maxLength:"60" doc:"key of a paint, or kind of goods"`
	Name   string  `json:"name" maxLength:"120"`
	Unit   string  `json:"unit" maxLength:"10"`
	Width  float64 `json:"width,omitempty" doc:"mm, of a support"`
	Height float64 `json:"height,omitempty"`
	Much   float64 `json:"much"`
}

// TakeOut books what a class used up out of a cupboard: of what is counted there, and no more
// than there is. It returns the cupboard after it, and what was taken.
func TakeOut(lines []Needed, c supply.Cupboard) (supply.Cupboard, []TakenOut) {
	c.Paints, c.Goods = slices.Clone(c.Paints), slices.Clone(c.Goods)
	taken := []TakenOut{}
	for _, l := range lines {
		if l.Brings || !l.Counted || l.Gone <= 0 {
			continue
		}
		t := TakenOut{Kind: l.Kind, Item: l.Item, Name: l.Name, Unit: l.Unit, Width: l.width, Height: l.height, Much: l.Gone}
		if t.Much = hundredths(move(&c, t, -1)); t.Much > 0 {
			taken = append(taken, t)
		}
	}
	return c, taken
}

// PutBack puts what was taken out back into a cupboard; what is not kept there any more is left out.
func PutBack(taken []TakenOut, c supply.Cupboard) supply.Cupboard {
	c.Paints, c.Goods = slices.Clone(c.Paints), slices.Clone(c.Goods)
	for _, t := range taken {
		move(&c, t, 1)
	}
	return c
}

// move adds or takes something, and returns how much that was.
func move(c *supply.Cupboard, t TakenOut, sign float64) (moved float64) {
	take := func(has *float64) {
		much := t.Much - moved
		if sign < 0 {
			much = min(much, *has)
		}
		*has = hundredths(*has + sign*much)
		moved += much
	}
	if t.Kind == "paint" {
		for i := range c.Paints {
			if c.Paints[i].Paint == t.Item {
				take(&c.Paints[i].Ml)
				break
			}
		}
		return moved
	}
	for i := range c.Goods {
		g := &c.Goods[i]
		if g.Kind == supply.GoodKind(t.Item) && (t.Width == 0 || g.Width == t.Width && g.Height == t.Height) && moved < t.Much {
			take(&g.Has)
		}
	}
	return moved
}

// Comes reports whether a class is still ahead, or under way, at a moment.
func (c Class) Comes(now time.Time) bool { return c.State == Planned && c.Ends().After(now) }

// Ahead is a class that comes, with what it needs.
type Ahead struct {
	Title string
	Start time.Time
	Lines []Needed
}

// A Reorder is something to order, because the classes ahead need more of it than there is.
type Reorder struct {
	Kind    string         `json:"kind" enum:"paint,tool,good"`
	Name    string         `json:"name"`
	Unit    string         `json:"unit"`
	Need    float64        `json:"need" doc:"that must be there at the beginning, for all of them"`
	Has     float64        `json:"has"`
	Counted bool           `json:"counted"`
	Short   float64        `json:"short"`
	Basket  *supply.Basket `json:"basket,omitempty" doc:"the sizes to order; nothing where it is not known how it is sold"`
	First   string         `json:"first" doc:"the class that is the first to lack it"`
	By      time.Time      `json:"by" doc:"when that begins"`
}

// Reorders lists what must be ordered for all classes ahead, what is lacking first before the
// rest. What is used up adds up from class to class; what is there again is needed once, as much
// as the class needs that needs most.
func Reorders(ahead []Ahead) []Reorder {
	ahead = slices.Clone(ahead)
	slices.SortStableFunc(ahead, func(a, b Ahead) int { return a.Start.Compare(b.Start) })
	type sum struct {
		Reorder
		gone float64
		sold []supply.Pack
	}
	var list []*sum
	for _, a := range ahead {
		for _, l := range a.Lines {
			if l.Brings {
				continue
			}
			i := slices.IndexFunc(list, func(s *sum) bool { return s.Kind == l.Kind && s.Name == l.Name })
			if i < 0 {
				i = len(list)
				list = append(list, &sum{Reorder: Reorder{Kind: l.Kind, Name: l.Name, Unit: l.Unit, Has: l.Has, Counted: l.Counted}, sold: l.sold})
			}
			s := list[i]
			s.Need = hundredths(max(s.Need, s.gone+l.Need))
			s.gone += l.Gone
			if s.Need > s.Has && s.First == "" {
				s.First, s.By = a.Title, a.Start
			}
		}
	}
	out := []Reorder{}
	for _, s := range list {
		if s.Short = hundredths(s.Need - s.Has); s.Short <= 0 {
			continue
		}
		if basket, err := supply.Cheapest(s.Short, s.sold); err == nil {
			s.Basket = &basket
		}
		out = append(out, s.Reorder)
	}
	slices.SortStableFunc(out, func(a, b Reorder) int { return cmp.Or(a.By.Compare(b.By), cmp.Compare(a.Kind, b.Kind)) })
	return out
}

// Ordered says what an order comes to, and its price where that is known, hundredths; known of
// so many classes ahead are in it.
func Ordered(lines []Reorder, currency string, known, ahead int) (says string, price int) {
	switch {
	case len(lines) > 0:
	case known == ahead:
		return "Nothing is lacking for the classes ahead.", 0
	case known == 0:
		return "What they need is not known yet: their lessons are being rehearsed.", 0
	default:
		return fmt.Sprintf("Nothing is lacking for %d of the %d.", known, ahead), 0
	}
	unknown := 0
	for _, l := range lines {
		if l.Basket == nil {
			unknown++
		} else {
			price += l.Basket.Price
		}
	}
	says, sold := fmt.Sprintf("%d things are lacking", len(lines)), "how they are sold"
	if len(lines) == 1 {
		says, sold = "One thing is lacking", "how it is sold"
	}
	switch {
	case len(lines) == unknown:
		return says + "; " + sold + " is not known.", 0
	case unknown > 0:
		return fmt.Sprintf("%s: %s. Of %d it is not known how they are sold.", says, Money(price, currency), unknown), price
	}
	return fmt.Sprintf("%s: %s.", says, Money(price, currency)), price
}
