package supply

import (
	"fmt"
)

// GoodKind is a kind of thing that a session uses besides paints and tools.
type GoodKind string

// The kinds of goods.
const (
	OilGood     GoodKind = "oil"
	AlkydGood   GoodKind = "alkyd"
	SolventGood GoodKind = "solvent"
	SupportGood GoodKind = "support"
	RollGood    GoodKind = "roll"
	SheetGood   GoodKind = "sheet"
	TowelGood   GoodKind = "towel"
	TapeGood    GoodKind = "tape"
	TracingGood GoodKind = "tracing"
	GloveGood   GoodKind = "gloves"
	ApronGood   GoodKind = "apron"
	PaletteGood GoodKind = "palette"
	JarGood     GoodKind = "jar"
)

// A GoodInfo says what is counted of a kind, and how.
type GoodInfo struct {
	Kind  GoodKind `json:"kind"`
	Name  string   `json:"name"`
	Unit  string   `json:"unit" enum:"ml,pieces,m,pairs,sheets" doc:"what its amounts are in"`
	Sized bool     `json:"sized" doc:"whether it has a size, mm"`
	About string   `json:"about"`
}

var goods = []GoodInfo{
	{OilGood, "Oil", "ml", false, "Linseed or another drying oil, let into paint or put on as a base coat."},
	{AlkydGood, "Alkyd medium", "ml", false, "Makes paint set sooner."},
	{SolventGood, "Solvent", "ml", false, "In paint and for rinsing; the limit in the air stands on the product's own sheet."},
	{SupportGood, "Support", "pieces", true, "Ready to paint on: stretched, or a board."},
	{RollGood, "Canvas from the roll", "m", true, "Its width is that of the roll; supports are cut from it."},
	{SheetGood, "Sheets to cut", "pieces", true, "Boards or paper that supports are cut from."},
	{TowelGood, "Towels", "sheets", false, "Paper towels: for wiping and blotting, about 250 × 250 mm."},
	{TapeGood, "Tape", "m", false, "Around the picture, and to hold a tracing."},
	{TracingGood, "Tracing sheets", "sheets", false, "Printed tracings, A4 or Letter."},
	{GloveGood, "Gloves", "pairs", false, "For who wants them, and for who cleans up."},
	{ApronGood, "Aprons", "pieces", false, ""},
	{PaletteGood, "Palettes", "pieces", true, "One each."},
	{JarGood, "Lidded jars", "pieces", false, "One each for solvent; more for what is premixed."},
}

// Goods are all kinds.
func Goods() []GoodInfo { return goods }

// Info is what is counted of the kind; false for a kind that there is not.
func (k GoodKind) Info() (GoodInfo, bool) {
	for _, g := range goods {
		if g.Kind == k {
			return g, true
		}
	}
	return GoodInfo{}, false
}

// A Good is what a studio has of a kind, and in what sizes it is sold.
type Good struct {
	Kind   GoodKind `json:"kind" maxLength:"20"`
	Has    float64  `json:"has" minimum:"0" maximum:"100000" doc:"in the unit of its kind"`
	Sold   []Pack   `json:"sold,omitempty" maxItems:"12"`
	Width  float64  `json:"width,omitempty" minimum:"0" maximum:"6000" doc:"mm, of what has a size"`
	Height float64  `json:"height,omitempty" minimum:"0" maximum:"6000" doc:"mm; nothing for a roll"`
	Limit  float64  `json:"limit,omitempty" minimum:"0" maximum:"100000" doc:"of a solvent: mg/m³ that its own sheet allows in the air; 0 where nobody has looked"`
	Rate   float64  `json:"rate,omitempty" minimum:"0" maximum:"5000" doc:"of a solvent: g/m²h from an open surface; 100 for low-odour spirits, 400 for turpentine"`
}

// Bounds of sizes, mm.
const mostSide = 6000.0

func (g Good) check() error {
	info, known := g.Kind.Info()
	switch {
	case !known:
		return fmt.Errorf("good %q is no kind of goods: give one of the vocabulary", short(string(g.Kind)))
	case !(g.Has >= 0 && g.Has <= MostMl):
		return fmt.Errorf("%s: has is %g: give 0 to %g", info.Name, g.Has, MostMl)
	case !(g.Width >= 0 && g.Width <= mostSide && g.Height >= 0 && g.Height <= mostSide):
		return fmt.Errorf("%s: it measures %g × %g mm: give 0 to %g", info.Name, g.Width, g.Height, mostSide)
	case info.Sized && g.Width == 0:
		return fmt.Errorf("%s: its width is missing: give it in mm", info.Name)
	case !(g.Limit >= 0 && g.Limit <= 1e5) || !(g.Rate >= 0 && g.Rate <= 5000):
		return fmt.Errorf("%s: limit %g mg/m³ and rate %g g/m²h: give 0 to 100000 and 0 to 5000", info.Name, g.Limit, g.Rate)
	}
	return checkPacks(info.Name, g.Sold)
}

func checkPacks(name string, sold []Pack) error {
	if _, err := Cheapest(0, sold); err != nil {
		return fmt.Errorf("%s: %w", name, err)
	}
	return nil
}

// same reports whether two are the same thing: of a kind, and of a size where they have one.
func (g Good) same(o Good) bool {
	return g.Kind == o.Kind && g.Width == o.Width && g.Height == o.Height
}

// Good is what there is of a kind, the first that stands in the cupboard.
func (c Cupboard) Good(kind GoodKind) (Good, bool) {
	for _, g := range c.Goods {
		if g.Kind == kind {
			return g, true
		}
	}
	return Good{}, false
}

// UnitPrice is what a thing costs a unit when bought in the size that costs least so, hundredths;
// false where no price is known.
func UnitPrice(sold []Pack) (price float64, known bool) {
	for _, p := range sold {
		if each := float64(p.Price) / float64(p.Amount); p.Price > 0 && (!known || each < price) {
			price, known = each, true
		}
	}
	return price, known
}
