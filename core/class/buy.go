package class

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"proxenos/core/cut"
	"proxenos/core/lesson"
	"proxenos/core/score"
	"proxenos/core/supply"
)

const (
	bristleWidth = 20.0 // mm from which a bristle brush is large
	bristleUses  = 20   // classes that a large bristle brush lasts
	usualUses    = 40   // and everything else that is used again
	mostOwn      = 2    // pieces of a tool that anybody has: one is washed meanwhile
	tapeMore     = 1.1  // times the way around a picture
	tracingA4    = 190.0
	tracingLong  = 277.0 // mm of an A4 page that are printed
)

// A Needed is a thing that the class needs.
type Needed struct {
	Kind    string         `json:"kind" enum:"paint,tool,good"`
	Item    string         `json:"item" doc:"key of a paint, kind of goods, or a tool of the lesson"`
	Name    string         `json:"name"`
	Unit    string         `json:"unit" enum:"ml,pieces,m,pairs,sheets"`
	Need    float64        `json:"need"`
	Why     []string       `json:"why" doc:"how the need comes about, a step a line"`
	Brings  bool           `json:"brings" doc:"whether students bring it"`
	Counted bool           `json:"counted" doc:"whether somebody has counted what there is"`
	Has     float64        `json:"has"`
	Short   float64        `json:"short" doc:"what must be bought; all that is needed, where nobody has counted"`
	Basket  *supply.Basket `json:"basket,omitempty" doc:"the sizes to buy; nothing where it is not known how it is sold"`
	Used    int            `json:"used" doc:"hundredths: what of it is used up or worn"`
	Priced  bool           `json:"priced" doc:"whether a price is known"`
	Gone    float64        `json:"gone" doc:"how much of it is not there any more after the class"`

	sold          []supply.Pack
	width, height float64 // of a support, mm
}

// Cost is what a class comes to, hundredths of the currency.
type Cost struct {
	Currency  string `json:"currency"`
	Bought    int    `json:"bought" doc:"what is bought for it"`
	Used      int    `json:"used" doc:"what of it is used up or worn"`
	Each      int    `json:"each" doc:"used, for each who pays"`
	BreakEven int    `json:"breakEven" doc:"the fee at which what is used and the fixed costs are paid"`
	Left      int    `json:"left" doc:"what the fee leaves over all"`
	Unpriced  int    `json:"unpriced" doc:"things without a price: costs are higher by these"`
	Says      string `json:"says"`
}

// lists is everything that goes into what is needed.
type lists struct {
	lesson   *lesson.Lesson
	squeezes []Squeeze
	amounts  supply.Amounts
	towels   Towels
	solvent  Solvent
	batches  []Mixing
	cut      *Cutting
	cupboard supply.Cupboard
}

// lines are all things that a class needs, held against what there is.
func (c Class) lines(n lists) []Needed {
	out := []Needed{}
	sets := fmt.Sprintf("for %d people with %.0f %% more", c.People.All(), 100*c.Reserve)
	if c.Demonstrator {
		sets += " and the demonstrator"
	}
	for _, s := range n.squeezes {
		line := Needed{Kind: "paint", Item: s.Paint, Name: s.Name, Unit: "ml", Need: s.All, Why: []string{}}
		for _, e := range s.Why {
			line.Why = append(line.Why, fmt.Sprintf("%.2f ml into %s", e.Much, e.What))
		}
		line.Why = append(line.Why, fmt.Sprintf("%.2f ml each, %s: %g × %.2f = %.2f ml", s.Each, sets, c.Sets(), s.Each, s.All))
		i := slices.IndexFunc(n.cupboard.Paints, func(p supply.Stock) bool { return p.Paint == s.Paint })
		var sold []supply.Pack
		if i >= 0 {
			line.Counted, line.Has, sold = true, n.cupboard.Paints[i].Ml, n.cupboard.Paints[i].Sold
		}
		out = append(out, line.priced(sold, 1, 1))
	}
	out = append(out, c.toolLines(n)...)
	return append(out, c.goodLines(n)...)
}

// toolLines are the tools, each for everybody or shared.
func (c Class) toolLines(n lists) (out []Needed) {
	brings := slices.Contains(c.Brings, Tools)
	people := c.People.All()
	for _, u := range score.Tools(n.lesson).Used {
		t, _ := n.lesson.Tool(u.Tool)
		if !t.Kind.Brush() && !t.Kind.Knife() {
			continue // towels and rags are counted as such
		}
		groups := (people + c.Sharing - 1) / c.Sharing
		own := min(u.Pieces, mostOwn)
		pieces := groups * own
		line := Needed{Kind: "tool", Item: u.Tool, Name: u.Name, Unit: "pieces", Brings: brings}
		line.Why = []string{fmt.Sprintf("%d for each %s: %d", own, map[bool]string{true: "person", false: fmt.Sprintf("%d people, who share it", c.Sharing)}[c.Sharing == 1], pieces)}
		if c.Demonstrator {
			pieces += own
			line.Why = append(line.Why, fmt.Sprintf("%d for the demonstrator", own))
		}
		if own < u.Pieces {
			line.Why = append(line.Why, fmt.Sprintf("A fresh one is asked for %d times: one is washed while the other is in the hand.", u.Pieces-1))
		}
		line.Need = float64(pieces)
		has, counted := n.cupboard.Pieces(t)
		line.Has, line.Counted = float64(has), counted
		share := 1.0 / usualUses
		if t.Kind.Brush() && t.Width >= bristleWidth && !strings.HasPrefix(string(t.Kind), "soft") {
			share = 1.0 / bristleUses
		}
		var sold []supply.Pack
		for _, r := range n.cupboard.Tools {
			if r.Kind == t.Kind && r.Width == t.Width && r.Price > 0 {
				sold = []supply.Pack{{Amount: 1, Price: r.Price}}
			}
		}
		out = append(out, line.priced(sold, share, 0))
	}
	return out
}

// goodLines are all other things.
func (c Class) goodLines(n lists) (out []Needed) {
	people, painters := float64(c.People.All()), float64(c.painters())
	l := n.lesson
	add := func(kind supply.GoodKind, need, share float64, why ...string) {
		if need <= 0 {
			return
		}
		info, _ := kind.Info()
		line := Needed{Kind: "good", Item: string(kind), Name: info.Name, Unit: info.Unit, Need: hundredths(need), Why: why, Brings: slices.Contains(c.Brings, string(kind))}
		var sold []supply.Pack
		for _, g := range n.cupboard.Goods {
			if g.Kind == kind && (kind != supply.SupportGood || fits(g, l.Support)) {
				line.Counted, line.Has, sold = true, line.Has+g.Has, append(sold, g.Sold...)
			}
		}
		gone := share
		switch kind {
		case supply.ApronGood, supply.PaletteGood, supply.JarGood: // worn, and there again next time
			gone = 0
		}
		if kind == supply.SupportGood {
			line.width, line.height = l.Support.Width, l.Support.Height
			line.Name += fmt.Sprintf(", %g × %g mm", line.width, line.height)
		}
		out = append(out, line.priced(sold, share, gone))
	}
	for _, m := range n.amounts.Mediums {
		kind := supply.GoodKind(m.Name)
		if kind == supply.SolventGood {
			continue
		}
		add(kind, m.Each*c.Sets(), 1, fmt.Sprintf("%.2f ml each, for %g sets", m.Each, c.Sets()))
	}
	lost := (n.solvent.Thinned + jarLost*n.solvent.Jar) / max(n.solvent.Each, 0.01)
	add(supply.SolventGood, n.solvent.Each*painters, lost, fmt.Sprintf("%d rinses of 10 ml each, %.0f ml in the jar, and %.1f ml in thinned paint: %.1f ml", n.solvent.Rinses, n.solvent.Jar, n.solvent.Thinned, n.solvent.Each),
		fmt.Sprintf("for %g who paint; what is in the jars is used again when it has settled", painters))
	ready := c.supports()
	if n.cut != nil {
		ready -= len(n.cut.Pieces)
	}
	add(supply.SupportGood, float64(ready), 1, fmt.Sprintf("%g who paint and %d spare; %d are cut", painters, c.Spares, c.supports()-ready))
	switch {
	case n.cut == nil:
	case n.cut.Stock.Roll():
		add(supply.RollGood, n.cut.Length/1000, 1, fmt.Sprintf("%d pieces of %g × %g mm with a margin of %g mm, %.0f mm of roll", len(n.cut.Pieces), l.Support.Width, l.Support.Height, c.Margin, n.cut.Length))
	default:
		add(supply.SheetGood, float64(n.cut.Sheets), 1, fmt.Sprintf("%d pieces of %g × %g mm", len(n.cut.Pieces), l.Support.Width, l.Support.Height))
	}
	t := n.towels
	add(supply.TowelGood, float64(t.Each)*painters, 1, fmt.Sprintf("%d to blot, %d to rub back, and for %d wipes, %d of them large: %d each", t.Blots, t.Rubs, t.Wipes, t.Large, t.Each), fmt.Sprintf("for %g who paint", painters))
	around := 2 * (l.Support.Width + l.Support.Height) / 1000 * tapeMore
	add(supply.TapeGood, around*float64(c.supports()), 1, fmt.Sprintf("%.2f m around each of %d supports, with a tenth more", around, c.supports()))
	sheets := pages(l.Support)
	add(supply.TracingGood, float64(sheets*c.supports()), 1, fmt.Sprintf("%d pages of A4 for each of %d supports", sheets, c.supports()))
	add(supply.GloveGood, people+float64(c.Hands), 1, fmt.Sprintf("one pair for each of %g people, and %d who clean up", people, c.Hands))
	add(supply.ApronGood, painters, 1.0/usualUses, fmt.Sprintf("one for each of %g who paint", painters))
	add(supply.PaletteGood, painters, 1.0/usualUses, fmt.Sprintf("one for each of %g who paint", painters))
	jars, premixed := 0.0, 0
	for _, b := range n.batches {
		if b.Keep == "jar" {
			premixed++
		}
	}
	if n.solvent.Jar > 0 {
		jars = painters
	}
	add(supply.JarGood, jars+float64(premixed), 1.0/usualUses, fmt.Sprintf("%g for solvent, %d for what is premixed", jars, premixed))
	return out
}

// fits reports whether a support of the cupboard is of the size that the lesson wants.
func fits(g supply.Good, s lesson.Support) bool { return g.Width == s.Width && g.Height == s.Height }

// pages is how many pages of A4 a tracing at true size needs, the better way round.
func pages(s lesson.Support) int {
	of := func(w, h float64) int { return int(math.Ceil(s.Width/w) * math.Ceil(s.Height/h)) }
	return min(of(tracingA4, tracingLong), of(tracingLong, tracingA4))
}

// priced holds a line against what there is, and works out what is bought and used: share is
// how much of it the class uses up, or wears, gone how much of it it uses up.
func (l Needed) priced(sold []supply.Pack, share, gone float64) Needed {
	l.sold, l.Gone = sold, hundredths(l.Need*gone)
	if !l.Brings {
		l.Short = hundredths(max(0, l.Need-l.Has))
	}
	each, known := supply.UnitPrice(sold)
	l.Priced = known || l.Brings
	if basket, err := supply.Cheapest(l.Short, sold); err == nil {
		l.Basket = &basket
	}
	if known && !l.Brings {
		l.Used = int(math.Round(each * l.Need * share))
	}
	return l
}

// cost adds lines up.
func (c Class) cost(lines []Needed, currency string) Cost {
	out := Cost{Currency: currency}
	for _, l := range lines {
		out.Used += l.Used
		if l.Basket != nil {
			out.Bought += l.Basket.Price
		}
		if !l.Priced {
			out.Unpriced++
		}
	}
	n := max(1, c.People.All())
	up := func(v int) int { return (v + n - 1) / n }
	out.Each, out.BreakEven = up(out.Used), up(out.Used+c.Fixed)
	out.Left = c.Fee*n - out.Used - c.Fixed
	out.Says = fmt.Sprintf("%s is used up or worn, %s for each; %s is bought. It breaks even at %s.", Money(out.Used, currency), Money(out.Each, currency), Money(out.Bought, currency), Money(out.BreakEven, currency))
	if c.Fee > 0 {
		out.Says += fmt.Sprintf(" A fee of %s leaves %s.", Money(c.Fee, currency), Money(out.Left, currency))
	}
	switch {
	case out.Unpriced == len(lines) && out.Unpriced > 0:
		out.Says = fmt.Sprintf("No price is known of the %d things that it takes: write them into the cupboard.", out.Unpriced)
	case out.Unpriced > 0:
		out.Says += fmt.Sprintf(" %d things have no price yet.", out.Unpriced)
	}
	return out
}

// Money writes hundredths of a currency.
func Money(v int, currency string) string {
	sign := ""
	if v < 0 {
		sign, v = "−", -v
	}
	return strings.TrimSpace(fmt.Sprintf("%s%d.%02d %s", sign, v/100, v%100, currency))
}

// Cutting is how supports are cut from what the cupboard has.
type Cutting struct {
	cut.Plan
	Piece cut.Blank  `json:"piece"`
	Stock cut.Source `json:"stock"`
	Says  string     `json:"says"`
}

// cutting plans the cuts for the supports that are not ready, where the cupboard has a roll, or
// sheets; nil where all are ready, or there is nothing to cut them from. Sheets are boards: they
// have no margin. It says why they cannot be cut from what there is.
func (c Class) cutting(l *lesson.Lesson, cupboard supply.Cupboard) (_ *Cutting, uncut string) {
	pieces := c.supports()
	for _, g := range cupboard.Goods {
		if g.Kind == supply.SupportGood && fits(g, l.Support) {
			pieces -= int(g.Has)
		}
	}
	if pieces <= 0 {
		return nil, ""
	}
	out := &Cutting{Piece: cut.Blank{Width: l.Support.Width, Height: l.Support.Height, Margin: c.Margin}}
	if g, has := cupboard.Good(supply.RollGood); has {
		out.Stock = cut.Source{Width: g.Width}
	} else if g, has := cupboard.Good(supply.SheetGood); has {
		out.Stock, out.Piece.Margin = cut.Source{Width: g.Width, Length: g.Height}, 0
	} else {
		return nil, ""
	}
	plan, err := cut.Of(pieces, out.Piece, out.Stock)
	if err != nil {
		return nil, err.Error()
	}
	out.Plan = plan
	if out.Stock.Roll() {
		out.Says = fmt.Sprintf("%d pieces from %.0f mm of a roll %g mm wide; %.0f %% is waste.", len(plan.Pieces), plan.Length, out.Stock.Width, 100*plan.Waste)
	} else {
		out.Says = fmt.Sprintf("%d pieces from %d sheets of %g × %g mm; %.0f %% is waste.", len(plan.Pieces), plan.Sheets, out.Stock.Width, out.Stock.Length, 100*plan.Waste)
	}
	return out, ""
}
