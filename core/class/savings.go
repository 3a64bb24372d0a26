package class

import (
	"cmp"
	"context"
	"math"
	"slices"

	"proxenos/core/hazard"
	"proxenos/core/lesson"
	"proxenos/core/paint"
	"proxenos/core/recipe"
	"proxenos/core/supply"
)

// savedFarthest is how many ΔE00 a mixture may change by, for what stands in to be offered.
const savedFarthest = 10.0

// A Saving is a cheaper way to a paint.
type Saving struct {
	Paint   string          `json:"paint"`
	Name    string          `json:"name"`
	Parts   []recipe.Amount `json:"parts" doc:"what stands in for it, of paints in the cupboard that cost less"`
	Delta   float64         `json:"delta" doc:"ΔE00 of the mixture of the lesson that changes most by it"`
	Mixture string          `json:"mixture" doc:"the name of that"`
	Saves   int             `json:"saves" doc:"hundredths, of what the class uses up"`
}

// Savings finds what would cost less than a paint that a class uses: mixed of paints of the
// cupboard whose prices are known and lower, near enough not to change the picture much. The
// largest saving comes first. White is never replaced: nothing else lightens.
func Savings(ctx context.Context, l *lesson.Lesson, p *Prep, c supply.Cupboard) ([]Saving, error) {
	price := map[string]float64{} // of a ml
	for _, s := range c.Paints {
		if each, known := supply.UnitPrice(s.Sold); known {
			price[s.Paint] = each
		}
	}
	out := []Saving{}
	box := l.Paints()
	for _, line := range p.Lines {
		tube, ok := box.Find(line.Item)
		own, known := price[line.Item]
		if line.Kind != "paint" || line.Item == paint.White || !ok || !known || line.Brings {
			continue
		}
		var cheaper []string
		for _, s := range c.Paints {
			if each, known := price[s.Paint]; known && each < own && s.Paint != paint.White {
				cheaper = append(cheaper, s.Paint)
			}
		}
		if len(cheaper) == 0 {
			continue
		}
		swap, err := hazard.Swap(ctx, l, tube, cheaper)
		if err != nil {
			return nil, err
		}
		var parts, cost float64
		for _, a := range swap.Parts {
			parts += a.Parts
			cost += a.Parts * price[a.Paint]
		}
		if parts == 0 || swap.Delta > savedFarthest {
			continue
		}
		if saves := int(math.Round(line.Need * (own - cost/parts))); saves > 0 {
			out = append(out, Saving{Paint: line.Item, Name: line.Name, Parts: swap.Parts, Delta: swap.Delta, Mixture: swap.Mixture, Saves: saves})
		}
	}
	slices.SortStableFunc(out, func(a, b Saving) int { return cmp.Compare(b.Saves, a.Saves) })
	return out, nil
}
