package rule

import (
	"fmt"
	"slices"
	"strings"

	"proxenos/core/lesson"
	"proxenos/core/paint"
	"proxenos/core/recipe"
	"proxenos/core/supply"
)

const (
	overmadeMost = 3.0 // times the pile needed
	nearEnough   = 3.0 // ΔE00 within which another recipe stands in for one
)

var speck = Rule{
	ID: "color.speck", Title: "A speck too small to measure", Severity: Caution, On: Reports,
	Figure: "how much of a strong paint a pile needs", Source: "a tenth of a millilitre is the least that a knife takes from a tube and places again",
	Reason:  "Strong tinters enter in specks. Below about a tenth of a millilitre nobody can measure them: make an intermediate tint first, and take that.",
	Speaks:  say("a recipe needs under %g ml of a strong paint for its pile", recipe.LeastMl),
	measure: findSpecks,
}

var overmade = Rule{
	ID: "color.overmade", Title: "Built from the dark side", Severity: Note, On: Reports,
	Figure: "how many times the pile that is needed is made", Source: "working default, of half a millilitre squeezed",
	Reason:  "A light tint that begins with colour swallows white until the pile is several times what is needed. Start from white and add colour.",
	Speaks:  say("mixing in the order of the recipe makes over %g times the pile", overmadeMost),
	measure: findOvermade,
}

// squeezed is what comes out of a tube before anybody thinks, ml.
const squeezed = 0.5

// amounts are what one person needs; ok is false without a rehearsal.
func (c *Context) amounts() (*supply.Amounts, bool) {
	if c.reports() == nil {
		return nil, false
	}
	a := c.needs.get(func() *supply.Amounts {
		a, err := supply.Of(c.Lesson, c.reports(), 1, supply.Loss)
		if err != nil {
			return nil // an unsound lesson is for lesson.Check to report
		}
		return &a
	})
	return a, a != nil
}

func findSpecks(c *Context) (out []Finding) {
	needs, ok := c.amounts()
	if !ok {
		return nil
	}
	box := c.Lesson.Paints()
	for _, pile := range needs.Piles {
		m, _ := c.Lesson.Mixture(pile.Mixture)
		batch, err := recipe.Weigh(box, m.Parts, m.Tints, pile.LayOut)
		if err != nil {
			continue
		}
		for _, p := range batch.Parts[1:] {
			tube, _ := box.Find(p.Paint)
			if !tube.Strong() {
				continue
			}
			ml := p.Ml
			if given, ok := letDown(m, batch, p.Paint); ok {
				ml = given
			}
			out = append(out, Finding{
				Says: fmt.Sprintf("“%s” needs %.3f ml of %s for a pile of %.1f ml: less than can be measured.",
					m.Name, ml, tube.Name, pile.LayOut),
				Figure: round(ml, 3), Unit: "ml", Threshold: recipe.LeastMl, Under: true, Steps: c.usedBy(m.ID), Where: m.ID + "/" + p.Paint,
				offers: func() []Idea { return c.withoutSpeck(m, p.Paint, pile.LayOut) },
			})
		}
	}
	return out
}

// letDown is how many ml are measured out of a paint that the lesson lets down; ok is false where
// it does not.
func letDown(m lesson.Mixture, b recipe.Batch, key string) (ml float64, ok bool) {
	if !slices.ContainsFunc(m.Tints, func(t lesson.Part) bool { return t.Paint == key }) {
		return 0, false
	}
	i := slices.IndexFunc(b.Tints, func(t recipe.Tint) bool { return t.Paint == key })
	if i < 0 {
		return 0, false
	}
	return b.Tints[i].Use, true
}

// withoutSpeck has the ideas to let the paint down, or to do without it.
func (c *Context) withoutSpeck(m lesson.Mixture, key string, ml float64) (out []Idea) {
	plain, err := recipe.Weigh(c.Lesson.Paints(), m.Parts, nil, ml)
	if err != nil {
		return nil
	}
	for _, t := range plain.Tints {
		if t.Paint != key {
			continue
		}
		tints := slices.DeleteFunc(slices.Clone(m.Tints), func(p lesson.Part) bool { return p.Paint == key })
		tints = append(tints, lesson.Part{Paint: key, Parts: t.Down})
		words := fmt.Sprintf("let it down with %g parts of %s first, and take %.2f ml of that", t.Down, strings.ToLower(plain.Parts[0].Name), t.Use)
		c.offer(&out, words, lesson.SetTints{Mixture: m.ID, Tints: tints})
	}
	if parts, delta, ok := c.mixWithout(m, key, recipe.Options{Whole: true}); ok && delta <= nearEnough {
		words := fmt.Sprintf("mix it without: %s, ΔE %.1f from now", recipe.Say(parts), delta)
		c.offer(&out, words, lesson.SetParts{Mixture: m.ID, Parts: parts})
	}
	return out
}

// mixWithout finds the best recipe for a mixture's colour from the palette without one
// paint, and its ΔE00.
func (c *Context) mixWithout(m lesson.Mixture, key string, o recipe.Options) ([]lesson.Part, float64, bool) {
	colour, err := c.Lesson.Paints().Colour(m.Parts)
	if err != nil {
		return nil, 0, false
	}
	keys := slices.DeleteFunc(slices.Clone(c.Lesson.Palette), func(k string) bool { return k == key || c.lacks(k) })
	return c.solve(keys, colour, o)
}

func findOvermade(c *Context) (out []Finding) {
	needs, ok := c.amounts()
	if !ok {
		return nil
	}
	for _, pile := range needs.Piles {
		m, _ := c.Lesson.Mixture(pile.Mixture)
		var total, white float64
		for _, p := range m.Parts {
			total += p.Parts
			if p.Paint == paint.White {
				white = p.Parts
			}
		}
		first := m.Parts[0]
		if white <= total/2 || pile.LayOut <= 0 {
			continue
		}
		made := squeezed * total / first.Parts
		if first.Paint == paint.White {
			made = pile.LayOut // colour is added to as much as is wanted
		}
		tube, _ := paint.Find(first.Paint)
		out = append(out, Finding{
			Says: fmt.Sprintf("“%s” begins with %s: half a millilitre of it takes white until there are %.1f ml, and %.1f are needed.",
				m.Name, tube.Name, made, pile.LayOut),
			Figure: round(made/pile.LayOut, 1), Unit: "times", Threshold: overmadeMost, Steps: c.usedBy(m.ID), Where: m.ID,
			offers: func() (out []Idea) {
				parts := slices.Clone(m.Parts)
				slices.SortStableFunc(parts, func(a, b lesson.Part) int {
					return strings.Compare(whiteFirst(a), whiteFirst(b))
				})
				c.offer(&out, "start from white", lesson.SetParts{Mixture: m.ID, Parts: parts})
				return out
			},
		})
	}
	return out
}

func whiteFirst(p lesson.Part) string {
	if p.Paint == paint.White {
		return ""
	}
	return "colour"
}
