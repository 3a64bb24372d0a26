package class

import (
	"fmt"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/paint"
	"proxenos/core/recipe"
	"proxenos/core/rehearse"
	"proxenos/core/supply"
)

const (
	hardToHit  = 5.0  // ΔE00 that half a part off makes from which a mixture is hard to hit
	mixMinutes = 3.0  // to mix any batch
	mixPerMl   = 0.1  // minutes more for each ml
	wrapMost   = 40.0 // ml that are kept in a wrap; more in a jar
	ribbon     = 20.0 // mm of ribbon from an 8 mm nozzle that are one ml
)

// A Mixing is a mixture for everybody.
type Mixing struct {
	Mixture string       `json:"mixture"`
	Name    string       `json:"name"`
	Colour  string       `json:"colour" doc:"#rrggbb"`
	Each    float64      `json:"each" doc:"ml to lay out for one"`
	All     float64      `json:"all" doc:"ml for all sets"`
	Premix  bool         `json:"premix" doc:"whether the instructor mixes it beforehand"`
	Why     string       `json:"why" doc:"who mixes it, and why"`
	Sturdy  float64      `json:"sturdy" doc:"largest ΔE00 change when one part is half a part off"`
	Minutes float64      `json:"minutes" doc:"to mix it: for everybody when premixed, else for one"`
	Keep    string       `json:"keep" enum:"jar,wrap,palette" doc:"in what it is kept until the class"`
	Recipe  recipe.Batch `json:"recipe" doc:"measured out: for everybody when premixed, else for one"`
	Used    []string     `json:"used" doc:"the steps that use it"`
}

// A Squeeze is how much of a tube everybody needs.
type Squeeze struct {
	Paint  string  `json:"paint"`
	Name   string  `json:"name"`
	Each   float64 `json:"each" doc:"ml for one"`
	All    float64 `json:"all" doc:"ml for all sets"`
	Ribbon float64 `json:"ribbon" doc:"mm of ribbon for one, from a nozzle of 8 mm"`
	Why    []Entry `json:"why" doc:"the mixtures that it goes into, ml for one"`
}

// An Entry is a line of a sum.
type Entry struct {
	What string  `json:"what"`
	Much float64 `json:"much"`
}

// batches works out who mixes what, largest first.
func (c Class) batches(l *lesson.Lesson, piles []supply.Pile) ([]Mixing, error) {
	box := l.Paints()
	out := []Mixing{}
	for _, p := range piles {
		m, _ := l.Mixture(p.Mixture)
		b := Mixing{Mixture: p.Mixture, Name: p.Name, Colour: p.Colour, Each: p.LayOut, All: hundredths(p.LayOut * c.Sets()), Keep: "palette", Used: used(l, p.Mixture)}
		var err error
		if b.Sturdy, err = recipe.Sturdy(box, m.Parts); err != nil {
			return nil, err
		}
		ml := b.Each
		switch {
		case len(m.Parts) == 1:
			b.Why = "One tube: it is squeezed out."
		case b.Sturdy > hardToHit:
			b.Premix, ml = true, b.All
			b.Keep = "wrap"
			if b.All > wrapMost {
				b.Keep = "jar"
			}
			b.Why = fmt.Sprintf("Half a part off makes ΔE %.1f, hard to hit: the instructor mixes it for everybody.", b.Sturdy)
		default:
			b.Why = fmt.Sprintf("Half a part off makes ΔE %.1f: everybody mixes their own.", b.Sturdy)
		}
		if len(m.Parts) > 1 {
			b.Minutes = hundredths(mixMinutes + mixPerMl*ml)
		}
		if b.Recipe, err = recipe.Weigh(box, m.Parts, m.Tints, min(ml, recipe.MostMl)); err != nil {
			return nil, err
		}
		out = append(out, b)
	}
	return out, nil
}

// used are the steps that use a mixture.
func used(l *lesson.Lesson, mixture string) []string {
	out := []string{}
	for i, s := range l.Steps {
		if slices.Contains(s.Mixtures, mixture) {
			out = append(out, l.Label(i))
		}
	}
	return out
}

// squeezes works out the tubes, most first, each with the mixtures that it goes into.
func (c Class) squeezes(l *lesson.Lesson, a supply.Amounts) []Squeeze {
	out := []Squeeze{}
	for _, t := range a.Tubes {
		s := Squeeze{Paint: t.Paint, Name: t.Name, Each: t.Each, All: hundredths(t.Each * c.Sets()), Ribbon: math.Round(t.Each * ribbon), Why: []Entry{}}
		for _, p := range a.Piles {
			m, _ := l.Mixture(p.Mixture)
			var sum, mine float64
			for _, part := range m.Parts {
				sum += part.Parts
				if part.Paint == t.Paint {
					mine += part.Parts
				}
			}
			if mine > 0 {
				s.Why = append(s.Why, Entry{p.Name, hundredths(p.LayOut * mine / sum)})
			}
		}
		if white := rehearse.BaseWhite(l); a.Base > 0 && white > 0 && t.Paint == paint.White {
			s.Why = append(s.Why, Entry{"the wet base coat", hundredths(a.Base * white)})
		}
		out = append(out, s)
	}
	return out
}

// round keeps one decimal.
func round(v float64) float64 { return math.Round(v*10) / 10 }

func hundredths(v float64) float64 { return math.Round(v*100) / 100 }
