package class_test

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"proxenos/core/class"
	"proxenos/core/hazard"
	"proxenos/core/lesson"
	"proxenos/core/paint"
	"proxenos/core/rehearse"
	"proxenos/core/supply"
)

// evening is a Thursday evening in the place's own time.
var evening = time.Date(2027, 3, 4, 18, 0, 0, 0, time.UTC)

var terraces = sync.OnceValues(func() (*lesson.Lesson, []rehearse.Report) {
	r, err := rehearse.Run(ctx, terracesLesson, rehearse.CoarseCell, nil)
	if err != nil {
		panic(err)
	}
	return terracesLesson, r.Reports
})

// stocked is a cupboard with prices for everything that is traced by hand below.
func stocked() supply.Cupboard {
	return supply.Cupboard{People: 1, Currency: "c",
		Paints: []supply.Stock{{Paint: paint.White, Ml: 30, Sold: []supply.Pack{{Amount: 37, Price: 500}, {Amount: 200, Price: 2200}}}, {Paint: "PB29", Ml: 500, Sold: []supply.Pack{{Amount: 37, Price: 700}}}},
		Goods: []supply.Good{{Kind: supply.RollGood, Has: 0.5, Width: 2100, Sold: []supply.Pack{{Amount: 1, Price: 1500}, {Amount: 10, Price: 12000}}}, {Kind: supply.TowelGood, Has: 40, Sold: []supply.Pack{{Amount: 100, Price: 450}}},
			{Kind: supply.SolventGood, Has: 0, Sold: []supply.Pack{{Amount: 500, Price: 890}, {Amount: 1000, Price: 1590}}, Limit: 300, Rate: 100}, {Kind: supply.TapeGood, Has: 0, Sold: []supply.Pack{{Amount: 50, Price: 320}}}}}
}

func line(t *testing.T, p *class.Prep, item string) class.Needed {
	t.Helper()
	i := slices.IndexFunc(p.Lines, func(l class.Needed) bool { return l.Item == item })
	if i < 0 {
		t.Fatalf("%s is not needed", item)
	}
	return p.Lines[i]
}

// Every figure of the list of twelve people, worked out here again from the reports.
func TestTwelvePeopleAreTracedByHand(t *testing.T) {
	l, reports := terraces()
	c := class.Usual("Terraces", 12, evening, 150)
	cupboard := stocked()
	cupboard.Tools = []supply.Rack{{Kind: l.Tools[0].Kind, Width: l.Tools[0].Width, Pieces: 9, Price: 1400}}
	p, err := class.Prepare(t.Context(), c, l, reports, cupboard, nil)
	if err != nil {
		t.Fatal(err)
	}
	const sets = 12*1.1 + 1
	// White: what the tools take from each pile without its medium, a quarter stays on palette and
	// knife, by its share of the parts; and the white of the base coat.
	white := 0.0
	for _, m := range l.Mixtures {
		took := 0.0
		for i, s := range l.Steps {
			for k, id := range s.Mixtures {
				if id == m.ID {
					took += reports[i].Piles[k] * (1 - (s.Medium.Solvent+s.Medium.Oil+s.Medium.Alkyd)/100)
				}
			}
		}
		if took == 0 {
			continue
		}
		var sum, mine float64
		for _, part := range m.Parts {
			sum += part.Parts
			if part.Paint == paint.White {
				mine += part.Parts
			}
		}
		white += max(supply.PileLeast, took/0.75) * mine / sum
	}
	a, err := supply.Of(l, reports, 1, supply.Loss)
	if err != nil {
		t.Fatal(err)
	}
	white += a.Base * rehearse.BaseWhite(l)
	w := line(t, p, paint.White)
	if math.Abs(w.Need-white*sets) > 0.005*sets || w.Has != 30 || math.Abs(w.Short-(w.Need-30)) > 0.01 {
		t.Errorf("white: %+v; by hand %.2f ml", w, white*sets)
	}
	cheapest, fewest := math.MaxInt, 0
	for big := range 10 {
		for small := range 30 {
			if price := 2200*big + 500*small; float64(200*big+37*small) >= w.Short && price < cheapest {
				cheapest, fewest = price, big+small
			}
		}
	}
	if got := w.Basket; got == nil || got.Price != cheapest || fewest == 0 {
		t.Errorf("white is bought as %+v; by hand for %d", got, cheapest)
	}
	if used := int(math.Round(w.Need * 2200 / 200)); w.Used != used {
		t.Errorf("white for %d is used; by hand %d", w.Used, used)
	}
	// Blue is there.
	if b := line(t, p, "PB29"); b.Short != 0 || b.Basket == nil || b.Basket.Price != 0 || b.Used != int(math.Round(b.Need*700/37)) {
		t.Errorf("blue: %+v", b)
	}
	// A brush: one each and the demonstrator's; nine are there.
	tool := l.Tools[0]
	if b := line(t, p, tool.ID); b.Need < 13 || b.Short != b.Need-9 || b.Basket.Price != int(b.Short)*1400 {
		t.Errorf("%s: %+v", tool.ID, b)
	}
	// Towels, tape, solvent and the roll.
	if tw := line(t, p, "towel"); tw.Need != float64(13*p.Towels.Each) || tw.Used != int(math.Round(tw.Need*4.5)) {
		t.Errorf("towels: %+v, %+v", tw, p.Towels)
	}
	if tape := line(t, p, "tape"); math.Abs(tape.Need-14*2*(l.Support.Width+l.Support.Height)/1000*1.1) > 0.01 || tape.Basket.Price != 320 {
		t.Errorf("tape: %+v", tape)
	}
	rinses, thin, fresh := 0, 0.0, map[string]int{}
	for i, s := range l.Steps {
		if s.Care == lesson.RinseDamp || s.Care == lesson.RinseDry {
			rinses++
		}
		if tool, _ := l.Tool(s.Tool); s.Care == lesson.Fresh && tool.Kind.Brush() {
			if fresh[s.Tool]++; fresh[s.Tool] > 2 { // two each: the third is the first, washed
				rinses++
			}
		}
		thin += reports[i].Wetted
		for k := range s.Mixtures {
			thin += reports[i].Piles[k] * s.Medium.Solvent / 100
		}
	}
	if want := 13 * (min(120, 10*float64(rinses)) + thin); want > 0 {
		if s := line(t, p, "solvent"); math.Abs(s.Need-want) > 0.1 {
			t.Errorf("solvent: %+v; by hand %.2f ml", s, want)
		}
	}
	if roll := line(t, p, "roll"); len(p.Cutting.Pieces) != 14 || math.Abs(roll.Need-p.Cutting.Length/1000) > 0.005 || roll.Has != 0.5 {
		t.Errorf("roll: %+v, %+v", roll, p.Cutting.Plan)
	}
	// The sums, to the cent.
	bought, used := 0, 0
	for _, x := range p.Lines {
		used += x.Used
		if x.Basket != nil {
			bought += x.Basket.Price
		}
	}
	if p.Cost.Bought != bought || p.Cost.Used != used || p.Cost.Each != (used+11)/12 || p.Cost.Unpriced == 0 {
		t.Errorf("%+v; the lines add up to %d and %d", p.Cost, bought, used)
	}
}

// What is bought goes to nothing when it is in the cupboard.
func TestNothingIsBoughtTwice(t *testing.T) {
	l, reports := terraces()
	c := class.Usual("Terraces", 12, evening, 150)
	c.Brings = []string{class.Tools, "apron"}
	cupboard := stocked()
	first, err := class.Prepare(t.Context(), c, l, reports, cupboard, nil)
	if err != nil {
		t.Fatal(err)
	}
	for _, x := range first.Lines {
		if x.Brings && (x.Short > 0 || x.Used > 0) {
			t.Errorf("students bring %s, and it is bought: %+v", x.Name, x)
		}
		switch i := slices.IndexFunc(cupboard.Paints, func(s supply.Stock) bool { return s.Paint == x.Item }); {
		case x.Kind == "paint" && i < 0:
			cupboard.Paints = append(cupboard.Paints, supply.Stock{Paint: x.Item, Ml: x.Short})
		case x.Kind == "paint":
			cupboard.Paints[i].Ml += float64(x.Basket.Amount)
		case x.Kind == "good":
			if g := slices.IndexFunc(cupboard.Goods, func(g supply.Good) bool { return string(g.Kind) == x.Item }); g >= 0 {
				cupboard.Goods[g].Has += float64(x.Basket.Amount)
			} else {
				cupboard.Goods = append(cupboard.Goods, supply.Good{Kind: supply.GoodKind(x.Item), Has: x.Short, Width: 1})
			}
		}
	}
	after, err := class.Prepare(t.Context(), c, l, reports, cupboard, nil)
	if err != nil {
		t.Fatal(err)
	}
	for _, x := range after.Lines {
		if x.Short > 0 {
			t.Errorf("%s is still short by %g %s", x.Name, x.Short, x.Unit)
		}
	}
	if after.Cost.Bought != 0 {
		t.Errorf("%d is bought again", after.Cost.Bought)
	}
}

func TestWhoMixesWhat(t *testing.T) {
	l, reports := terraces()
	p, err := class.Prepare(t.Context(), class.Usual("Terraces", 12, evening, 150), l, reports, supply.Cupboard{People: 1}, nil)
	if err != nil {
		t.Fatal(err)
	}
	premixed := 0
	for _, b := range p.Batches {
		m, _ := l.Mixture(b.Mixture)
		ml := b.Each
		if b.Premix {
			premixed++
			ml = b.All
		}
		if want := b.Sturdy > 5 && len(m.Parts) > 1; b.Premix != want {
			t.Errorf("%s, ΔE %.1f of %d paints: premixed %v", b.Name, b.Sturdy, len(m.Parts), b.Premix)
		}
		if b.Premix && b.Keep == "palette" || !b.Premix && b.Keep != "palette" || math.Abs(b.Recipe.Ml-ml) > 0.01 {
			t.Errorf("%+v", b)
		}
		if len(m.Parts) > 1 && math.Abs(b.Minutes-(3+0.1*ml)) > 0.01 {
			t.Errorf("%s: %g ml take %g minutes", b.Name, ml, b.Minutes)
		}
	}
	if premixed == 0 || premixed == len(p.Batches) {
		t.Errorf("%d of %d are premixed", premixed, len(p.Batches))
	}
	for _, s := range p.Squeezes {
		if sum := add(s.Why); math.Abs(sum-s.Each) > 0.02*float64(len(s.Why)+1) || s.Ribbon != math.Round(20*s.Each) {
			t.Errorf("%s: %g ml each, and its mixtures take %g; ribbon %g", s.Name, s.Each, sum, s.Ribbon)
		}
	}
	if p.Map == nil || len(p.Map.Piles) != len(p.Batches) {
		t.Errorf("the palette map is %+v; %v", p.Map, p.Lacks)
	}
}

func add(list []class.Entry) (sum float64) {
	for _, e := range list {
		sum += e.Much
	}
	return sum
}

func TestTheAirIsBetterForWhatIsDone(t *testing.T) {
	l, reports := terraces()
	p, err := class.Prepare(t.Context(), class.Usual("Terraces", 12, evening, 150), l, reports, stocked(), nil)
	if err != nil {
		t.Fatal(err)
	}
	if p.Air.Peak <= 0 || len(p.Air.Would) < 3 || p.Air.Limit != 300 {
		t.Fatalf("%+v", p.Air)
	}
	for _, w := range p.Air.Would {
		if w.Peak > 0.99*p.Air.Peak && w.Mean > 0.99*p.Air.Mean {
			t.Errorf("%s: peak %g and mean %g, without it %g and %g", w.What, w.Peak, w.Mean, p.Air.Peak, p.Air.Mean)
		}
	}
	if !strings.Contains(p.Air.Says, "does not certify") {
		t.Error(p.Air.Says)
	}
}

// Supports that are ready are used, and the others are cut.
func TestOnlyWhatIsNotReadyIsCut(t *testing.T) {
	l, reports := terraces()
	for ready, cut := range map[float64]int{0: 14, 5: 9, 14: 0, 30: 0} {
		cupboard := stocked()
		cupboard.Goods = append([]supply.Good{{Kind: supply.SupportGood, Has: 40, Width: 200, Height: 200}, // of another size
			{Kind: supply.SupportGood, Has: ready, Width: l.Support.Width, Height: l.Support.Height}}, cupboard.Goods...)
		p, err := class.Prepare(t.Context(), class.Usual("Terraces", 12, evening, 150), l, reports, cupboard, nil)
		if err != nil {
			t.Fatal(err)
		}
		pieces, supports := 0, 0.0
		if p.Cutting != nil {
			pieces = len(p.Cutting.Pieces)
		}
		for _, n := range p.Lines {
			if n.Item == "support" {
				supports = n.Need
			}
		}
		if pieces != cut || supports != float64(14-cut) {
			t.Errorf("with %g ready %d are cut, and %g taken", ready, pieces, supports)
		}
	}
}

// A brush that is washed goes into the jar: solvent is in the air wherever some is bought.
func TestTheAirKnowsOfBrushesThatAreWashed(t *testing.T) {
	l, reports := terraces()
	washed := *l
	washed.Steps = slices.Clone(l.Steps)
	for i, s := range washed.Steps {
		if washed.Steps[i].Medium.Solvent = 0; s.Care == lesson.RinseDamp || s.Care == lesson.RinseDry {
			washed.Steps[i].Care = lesson.Fresh
		}
	}
	dry := slices.Clone(reports)
	for i := range dry {
		dry[i].Wetted = 0
	}
	p, err := class.Prepare(t.Context(), class.Usual("Terraces", 12, evening, 150), &washed, dry, stocked(), nil)
	if err != nil || p.Solvent.Jar == 0 || p.Solvent.Thinned != 0 {
		t.Fatalf("%+v, %v", p.Solvent, err)
	}
	if p.Air.Peak == 0 {
		t.Errorf("%g ml stand in each jar, and the air says: %s", p.Solvent.Jar, p.Air.Says)
	}
}

func TestAClassWithMinors(t *testing.T) {
	l, reports := terraces()
	c := class.Usual("Holiday class", 8, evening, 150)
	warned := *l
	warned.Palette = slices.Clone(l.Palette)
	warned.Palette[slices.Index(warned.Palette, "PY43")] = "PY35"
	warned.Mixtures = slices.Clone(l.Mixtures)
	for i, m := range warned.Mixtures {
		warned.Mixtures[i].Parts = slices.Clone(m.Parts)
		for k, p := range m.Parts {
			if p.Paint == "PY43" {
				warned.Mixtures[i].Parts[k].Paint = "PY35"
			}
		}
	}
	for _, minors := range []bool{false, true} {
		c.Minors = minors
		var swaps []hazard.StandIn
		if minors {
			var err error
			if swaps, err = hazard.Swaps(t.Context(), &warned); err != nil {
				t.Fatal(err)
			}
		}
		p, err := class.Prepare(t.Context(), c, &warned, reports, stocked(), swaps)
		said := slices.ContainsFunc(p.Cautions, func(h hazard.Caution) bool { return strings.Contains(h.About, "not of age") })
		if err != nil || (len(p.Swaps) == 1) != minors || said != minors || p.Defer == "" {
			t.Errorf("minors %v: %+v, %+v, %v", minors, p.Swaps, p.Cautions, err)
		}
	}
}

func TestWhatNoClassIsIsRefused(t *testing.T) {
	l, reports := terraces()
	for says, change := range map[string]func(*class.Class){
		"people is 0":                 func(c *class.Class) { c.People = class.People{} },
		"people is 201":               func(c *class.Class) { c.People.First = 189 },
		"first is -1":                 func(c *class.Class) { c.People.First = -1 },
		"minutes is 5":                func(c *class.Class) { c.Minutes = 5 },
		"reserve is NaN":              func(c *class.Class) { c.Reserve = math.NaN() },
		"volume is 0":                 func(c *class.Class) { c.Room.Volume = 0 },
		`zone "Nowhere/At all"`:       func(c *class.Class) { c.Zone = "Nowhere/At all" },
		`zone is "Local"`:             func(c *class.Class) { c.Zone = "Local" },
		"in the year 1":               func(c *class.Class) { c.Start = time.Time{} },
		`brings names "hats"`:         func(c *class.Class) { c.Brings = []string{"hats"} },
		`state is "over"`:             func(c *class.Class) { c.State = "over" },
		"letters of the title is 121": func(c *class.Class) { c.Title = strings.Repeat("ñ", 121) },
	} {
		c := class.Usual("Terraces", 12, evening, 150)
		change(&c)
		if _, err := class.Prepare(t.Context(), c, l, reports, stocked(), nil); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%q is not said: %v", says, err)
		}
	}
	// What does not go is told, and everything else is worked out all the same.
	for says, change := range map[string]func(*class.Class){
		"wider roll": func(c *class.Class) { c.Margin = 300 },
		"at least":   func(c *class.Class) { c.Palette.Width, c.Palette.Height = 150, 100 },
	} {
		c := class.Usual("Сад 茶 ñ", 200, evening, 150)
		c.Spares, c.Room.Changes = 50, 0
		change(&c)
		cupboard := stocked()
		cupboard.Goods[0].Width = 700
		p, err := class.Prepare(t.Context(), c, l, reports, cupboard, nil)
		if err == nil && p.Uncut+p.Unlaid == "" {
			t.Errorf("nothing is said where it does not fit: %+v", p)
		}
		if err != nil || !slices.ContainsFunc(p.Lacks, func(s string) bool { return strings.Contains(s, says) }) || len(p.Lines) < 10 || p.Air.Peak <= 0 {
			t.Errorf("%q is not said: %v, %v", says, p.Lacks, err)
		}
	}
}

// 200 people are worked out while somebody types.
func BenchmarkPrepare(b *testing.B) {
	l, reports := terraces()
	c := class.Usual("Terraces", 200, evening, 150)
	for b.Loop() {
		if _, err := class.Prepare(b.Context(), c, l, reports, stocked(), nil); err != nil {
			b.Fatal(err)
		}
	}
}

func ExampleMoney() {
	fmt.Println(class.Money(123405, "€"), class.Money(-7, ""))
	// Output: 1234.05 € −0.07
}
