package handout

import (
	"context"
	"fmt"
	"image/color"
	"math"
	"strings"

	"proxenos/core/card"
	"proxenos/core/class"
	"proxenos/core/lesson"
	"proxenos/core/supply"
	"proxenos/export/paper"
)

// sizes of the letters of the score, points: the largest with which it stays on one page.
const largest, smallest = 10.0, 6.75

// scorePage is the score with a line for each step, on one page where that can be read.
func scorePage(_ context.Context, d *paper.Doc, m *Matter, _ Order) error {
	columns := []paper.Column{{Name: "", Share: 8, Right: true}, {Name: "at", Share: 9, Right: true}, {Name: "", Share: 14}, {Name: "What is done", Share: 100}, {Name: "Plane", Share: 24}, {Name: "With", Share: 34}, {Name: "min", Share: 10, Right: true}}
	clock := m.Class.Clock(m.Lesson)
	name := fmt.Sprintf("Score: %.0f minutes at the pace of this class", m.Class.Takes(m.Lesson))
	rows := func(size float64) (out []paper.Block) {
		s := paper.Style{Size: size}
		for i, c := range card.Of(m.Lesson) {
			row := paper.Row{Columns: columns, Tight: true, Cells: []paper.Cell{
				{Text: fmt.Sprint(c.Number), Style: paper.Style{Size: size, Bold: true}},
				{Text: fmt.Sprintf("%.0f", clock[i].Start), Style: s}, {}, {Text: c.Brief, Style: s}, {Text: c.Plane, Style: s}, {Style: s},
				{Text: lesson.Figure(m.Lesson.Steps[i].Minutes), Style: s},
			}}
			if c.Tool != nil {
				row.Cells[5].Text = d.Units.Text(c.Tool.Name)
			}
			for _, p := range c.Colours {
				row.Cells[2].Colours = append(row.Cells[2].Colours, hex(p.Colour))
			}
			out = append(out, row)
		}
		return out
	}
	size, list := largest, []paper.Block(nil)
	for ; ; size -= 0.25 {
		list = rows(size)
		if size <= smallest || d.OnePage(name, paper.Names(columns, size), list) {
			break
		}
	}
	d.Flow(paper.Flow{Name: name, Foot: Colours, Again: paper.Names(columns, size), Blocks: list})
	return nil
}

// mixing is the mixing chart.
func mixing(_ context.Context, d *paper.Doc, m *Matter, _ Order) error {
	columns := []paper.Column{{Name: "", Share: 18}, {Name: "Mixture", Share: 38}, {Name: "Parts, in the order of mixing", Share: 58}, {Name: "Value", Share: 18, Right: true}, {Name: "Pile", Share: 20, Right: true}, {Name: "Used for", Share: 36}}
	batches := map[string]class.Mixing{}
	if m.Prep != nil {
		for _, b := range m.Prep.Batches {
			batches[b.Mixture] = b
		}
	}
	var list []paper.Block
	plain := paper.Style{Size: 9}
	for _, p := range card.Mixes(m.Lesson) {
		b := batches[p.Mixture]
		who, much := "", ""
		if b.Mixture != "" {
			much = fmt.Sprintf("%.1f ml", b.Each)
			if b.Premix {
				who = ". Mixed for you"
			}
		}
		numbers := usedBy(m.Lesson, p.Mixture)
		list = append(list, paper.Row{Columns: columns, Least: 10, Cells: []paper.Cell{
			{Colours: []color.Color{hex(p.Colour)}}, {Text: p.Name + who, Style: paper.Style{Size: 9.5, Bold: true}}, {Text: p.Recipe() + tints(m.Lesson, p.Mixture), Style: plain},
			{Text: fmt.Sprint(p.Value), Style: plain}, {Text: much, Style: plain}, {Text: numbers, Style: plain},
		}})
	}
	d.Flow(paper.Flow{Name: "Mixing chart", Foot: Colours, Again: paper.Names(columns, 8.5), Blocks: list})
	return nil
}

// usedBy names the steps that use a mixture by their numbers.
func usedBy(l *lesson.Lesson, mixture string) string {
	var numbers []string
	for i, s := range l.Steps {
		for _, id := range s.Mixtures {
			if id == mixture {
				numbers = append(numbers, fmt.Sprint(i+1))
			}
		}
	}
	switch len(numbers) {
	case 0:
		return "no step"
	case 1:
		return "step " + numbers[0]
	}
	return "steps " + strings.Join(numbers, ", ")
}

// tints says what is let down first.
func tints(l *lesson.Lesson, mixture string) (out string) {
	mix, _ := l.Mixture(mixture)
	box := l.Paints()
	for _, t := range mix.Tints {
		if tube, ok := box.Find(t.Paint); ok {
			out += fmt.Sprintf(". First let %s down, 1 with %s", tube.Name, lesson.Figure(t.Parts))
		}
	}
	return out
}

// shopping is what to buy, and what students bring.
func shopping(_ context.Context, d *paper.Doc, m *Matter, _ Order) error {
	if m.Prep == nil {
		return errUnprepared
	}
	columns := []paper.Column{{Name: "", Share: 8}, {Name: "What", Share: 50}, {Name: "Needed", Share: 28, Right: true}, {Name: "There", Share: 28, Right: true}, {Name: "Buy", Share: 40}, {Name: "Price", Share: 26, Right: true}}
	plain := paper.Style{}
	var buy, there, brings []paper.Block
	for _, l := range m.Prep.Lines {
		amount := func(v float64) string { return d.Units.Text(measured(v) + " " + l.Unit) }
		has := "not counted"
		if l.Counted {
			has = amount(l.Has)
		}
		name := d.Units.Text(l.Name)
		switch {
		case l.Brings:
			brings = append(brings, paper.Tick{Text: fmt.Sprintf("%s: %s for all", name, amount(l.Need))})
		case l.Short > 0:
			as, price := amount(l.Short), "no price"
			if l.Basket != nil {
				as, price = packs(l.Basket, l.Unit), class.Money(l.Basket.Price, m.Prep.Cost.Currency)
			}
			buy = append(buy, paper.Row{Columns: columns, Cells: []paper.Cell{{Tick: true}, {Text: name, Style: paper.Style{Bold: true}}, {Text: amount(l.Need), Style: plain},
				{Text: has, Style: plain}, {Text: d.Units.Text(as), Style: plain}, {Text: price, Style: plain}}})
		default:
			there = append(there, paper.Row{Columns: columns, Cells: []paper.Cell{{}, {Text: name, Style: plain}, {Text: amount(l.Need), Style: plain}, {Text: has, Style: plain}, {}, {}}})
		}
	}
	list := []paper.Block{paper.Para{Text: m.Prep.Cost.Says}}
	add := func(title string, blocks []paper.Block, names bool) {
		if len(blocks) == 0 {
			return
		}
		list = append(list, paper.Title(title))
		if names {
			list = append(list, paper.Names(columns, 8.5))
		}
		list = append(list, blocks...)
	}
	add("To buy", buy, true)
	add("Students bring", brings, false)
	add("There already", there, true)
	d.Flow(paper.Flow{Name: "Shopping list", Foot: m.when(), Blocks: list})
	return nil
}

// measured is an amount as somebody would measure it, rounded up: tenths below 10, whole ones above.
func measured(v float64) string {
	if v >= 10 {
		return lesson.Figure(math.Ceil(v - 1e-9))
	}
	return lesson.Figure(math.Ceil(10*v-1e-9) / 10)
}

var errUnprepared = fmt.Errorf("the class is not worked out: prepare it first")

// packs says which sizes are bought.
func packs(b *supply.Basket, unit string) string {
	var out []string
	for _, p := range b.Packs {
		out = append(out, fmt.Sprintf("%d × %d %s", p.Count, p.Amount, unit))
	}
	return strings.Join(out, ", ")
}

// setup is what to do on which day.
func setup(_ context.Context, d *paper.Doc, m *Matter, _ Order) error {
	if m.Prep == nil {
		return errUnprepared
	}
	var list []paper.Block
	for _, s := range m.Prep.Setup.Lacks {
		list = append(list, paper.Para{Style: paper.Style{Bold: true}, Text: s})
	}
	day := ""
	for _, t := range m.Prep.Setup.Tasks {
		begin := t.Begin.In(m.Class.Begins().Location())
		if on := begin.Format("Monday 2 January 2006"); on != day {
			day = on
			list = append(list, paper.Title(day))
		}
		says := t.Name
		if t.Minutes > 0 {
			says = fmt.Sprintf("%s  %s, %.0f min", begin.Format("15:04"), t.Name, t.Minutes)
		}
		list = append(list, paper.Tick{Text: says, More: d.Units.Text(t.About)})
	}
	list = append(list, paper.Title("At each place"))
	for _, s := range place(d, m) {
		list = append(list, paper.Tick{Text: s})
	}
	d.Flow(paper.Flow{Name: "Set-up", Foot: m.when(), Blocks: list})
	return nil
}

// place is what lies at each place when the class begins.
func place(d *paper.Doc, m *Matter) []string {
	l := m.Lesson
	out := []string{fmt.Sprintf("Support, %s, toned %s, taped and with its tracing", d.Units.Sides(l.Support.Width, l.Support.Height), strings.ToLower(l.Ground.Name))}
	if l.Base.Kind != lesson.NoBase {
		out[0] += fmt.Sprintf(", with its %s base coat", l.Base.Kind)
	}
	var tubes []string
	for _, s := range m.Prep.Squeezes {
		tubes = append(tubes, fmt.Sprintf("%s %s", strings.ToLower(s.Name), d.Units.Say(s.Ribbon)))
	}
	out = append(out, d.Units.Text("Palette by the palette map. Ribbons from an 8 mm nozzle: ")+strings.Join(tubes, "; "))
	var tools []string
	for _, n := range m.Prep.Lines {
		if n.Kind == "tool" {
			tools = append(tools, d.Units.Text(n.Name))
		}
	}
	out = append(out, "Tools: "+strings.Join(tools, ", "))
	towels := fmt.Sprintf("%d towels", m.Prep.Towels.Each)
	if m.Prep.Towels.Each == 1 {
		towels = "one towel"
	}
	out = append(out, towels+"; apron; gloves")
	if s := m.Prep.Solvent; s.Jar > 0 {
		out = append(out, fmt.Sprintf("Jar with a lid, %.0f ml of solvent", s.Each))
	}
	return append(out, "Step cards or the score, the mixing chart, the picture to aim for")
}

// safety are the cautions.
func safety(_ context.Context, d *paper.Doc, m *Matter, _ Order) error {
	if m.Prep == nil {
		return errUnprepared
	}
	list := []paper.Block{paper.Para{Style: paper.Style{Size: 11, Bold: true}, Text: m.Prep.Defer}}
	for _, c := range m.Prep.Cautions {
		list = append(list, paper.Title(lesson.Capital(c.About)), paper.Para{Style: paper.Style{Size: 10.5}, Text: c.Why + " " + c.Do})
	}
	list = append(list, paper.Title("The air in the room"), paper.Para{Style: paper.Style{Size: 10.5}, Text: m.Prep.Air.Says})
	if len(m.Prep.Swaps) > 0 {
		list = append(list, paper.Title("Instead of paints that carry a warning"))
		for _, s := range m.Prep.Swaps {
			var parts []string
			for _, a := range s.Parts {
				parts = append(parts, fmt.Sprintf("%g %s", a.Parts, a.Name))
			}
			list = append(list, paper.Para{Style: paper.Style{Size: 10.5}, Text: fmt.Sprintf("%s (%s): %s. It changes %s most, by ΔE %.1f.", s.Name, s.Warning, strings.Join(parts, " + "), strings.ToLower(s.Mixture), s.Delta)})
		}
	}
	d.Flow(paper.Flow{Name: "Safety", Blocks: list})
	return nil
}
