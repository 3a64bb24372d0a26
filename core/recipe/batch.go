package recipe

import (
	"fmt"
	"math"

	"proxenos/core/paint"
)

// LeastMl is the least paint that a hand can measure out, ml: a pinhead.
const LeastMl = 0.1

// MostMl bounds a batch.
const MostMl = 5000

// downs are the usual ways to let a strong paint down: 1 part with this many.
var downs = []float64{4, 9, 19, 49, 99}

// A Batch is a recipe measured out in ml.
type Batch struct {
	Ml    float64   `json:"ml"`
	Parts []Weighed `json:"parts" doc:"what each paint comes to, in the order of mixing"`
	Tints []Tint    `json:"tints" doc:"what is let down first, because alone it could not be measured"`
	Order []string  `json:"order" doc:"what to do, in words"`
	Small string    `json:"small" doc:"why the batch is too small to mix well, if it is"`
}

// Weighed is an amount in ml.
type Weighed struct {
	Paint string  `json:"paint"`
	Name  string  `json:"name"`
	Ml    float64 `json:"ml"`
}

// A Tint is a strong paint let down with the main paint of a mixture, so that a speck
// of it becomes an amount that can be measured.
type Tint struct {
	Weighed
	Down float64 `json:"down" doc:"parts of the main paint to one of it"`
	Make float64 `json:"make" doc:"ml of the tint to make"`
	Use  float64 `json:"use" doc:"ml of the tint that go into the pile"`
}

// Weigh measures a mixture out for a batch of some ml. The first of the parts is laid
// out; of the others, those that come to less than [LeastMl] are let down with it first,
// as given says or by the least that helps. It fails for a batch out of bounds.
func Weigh(box paint.Box, parts, given []paint.Part, ml float64) (Batch, error) {
	if !(ml > 0 && ml <= MostMl) {
		return Batch{}, fmt.Errorf("batch is %g ml: give more than 0, to %d", ml, MostMl)
	}
	out := Batch{Ml: ml, Parts: []Weighed{}, Tints: []Tint{}, Order: []string{}}
	var total float64
	for _, p := range parts {
		total += p.Parts
	}
	if !(total > 0) {
		return Batch{}, fmt.Errorf("mixture has no paint in it: give at least one part above 0")
	}
	for i, p := range parts {
		tube, ok := box.Find(p.Paint)
		if !ok {
			return Batch{}, fmt.Errorf("paint %q is not in the catalogue", p.Paint)
		}
		m := Weighed{p.Paint, tube.Name, ml * p.Parts / total}
		out.Parts = append(out.Parts, m)
		if i == 0 || m.Ml >= LeastMl {
			continue
		}
		down, ok := howFar(m.Ml, out.Parts[0].Ml, givenDown(given, p.Paint))
		if !ok {
			out.Small = fmt.Sprintf("%s comes to %.3f ml, which cannot be measured even let down: make a larger batch", tube.Name, m.Ml)
			continue
		}
		use := m.Ml * (1 + down)
		out.Tints = append(out.Tints, Tint{m, down, max(LeastMl*(1+down), use), use})
	}
	out.write()
	return out, nil
}

func givenDown(given []paint.Part, key string) float64 {
	for _, g := range given {
		if g.Paint == key {
			return g.Parts
		}
	}
	return 0
}

// howFar is how far a speck of some ml must be let down to be measured, with what there
// is of the main paint.
func howFar(ml, main, given float64) (float64, bool) {
	if given > 0 {
		return given, ml*(1+given) >= LeastMl-1e-9 && ml*given <= main
	}
	for _, d := range downs {
		if ml*(1+d) >= LeastMl {
			return d, ml*d <= main
		}
	}
	return 0, false
}

// write puts the batch in words and rounds its figures.
func (b *Batch) write() {
	main := &b.Parts[0]
	laid := main.Ml
	tint := map[string]*Tint{}
	for i := range b.Tints {
		t := &b.Tints[i]
		laid -= t.Use - t.Ml
		tint[t.Paint] = t
		b.Order = append(b.Order, fmt.Sprintf("Let %s down with %g parts of %s: %s of it make %s of tint.",
			lower(t.Name), t.Down, lower(main.Name), millilitres(t.Make/(1+t.Down)), millilitres(t.Make)))
	}
	b.Order = append(b.Order, fmt.Sprintf("Lay out %s of %s.", millilitres(laid), lower(main.Name)))
	for _, p := range b.Parts[1:] {
		if t := tint[p.Paint]; t != nil {
			b.Order = append(b.Order, fmt.Sprintf("Work in %s of the tint of %s.", millilitres(t.Use), lower(p.Name)))
			continue
		}
		b.Order = append(b.Order, fmt.Sprintf("Work in %s of %s.", millilitres(p.Ml), lower(p.Name)))
	}
	for i := range b.Parts {
		b.Parts[i].Ml = thousandths(b.Parts[i].Ml)
	}
	for i := range b.Tints {
		t := &b.Tints[i]
		t.Ml, t.Make, t.Use = thousandths(t.Ml), thousandths(t.Make), thousandths(t.Use)
	}
}

func millilitres(ml float64) string {
	if ml < 1 {
		return fmt.Sprintf("%.2f ml", ml)
	}
	return fmt.Sprintf("%.1f ml", ml)
}

func thousandths(v float64) float64 { return math.Round(v*1000) / 1000 }
