// Package hazard gathers the cautions that belong to the materials of a session: what it is
// about, why, and the usual precaution. They never stand alone: [Defer] goes with all of them.
package hazard

import (
	"cmp"
	"context"
	"fmt"
	"slices"
	"strings"

	"proxenos/core/lesson"
	"proxenos/core/paint"
	"proxenos/core/recipe"
	"proxenos/core/spectrum"
)

// Defer says what goes before everything that is said here.
const Defer = "The safety data sheet of each product, local rules and the advice of the venue or of a qualified person go before anything on this page. Proxenos estimates; it does not certify."

// Materials are what a session uses, for everybody together.
type Materials struct {
	Paints  []paint.Paint
	Solvent float64 // ml, in paint and for rinsing
	Oil     float64 // ml of oil let into paint or on a base coat
	Alkyd   float64 // ml
	Acrylic bool    // some of it is acrylic
	Knife   bool
	Sanding bool // a ground may be sanded
	Rags    int  // towels and rags that take up oil paint
	Minors  bool // somebody is not of age
}

// Of are the materials of a lesson, but for what depends on how many paint.
func Of(l *lesson.Lesson) Materials {
	var m Materials
	box := l.Paints()
	used := map[string]bool{}
	for _, s := range l.Steps {
		for _, id := range s.Mixtures {
			mix, _ := l.Mixture(id)
			for _, p := range mix.Parts {
				used[p.Paint] = true
			}
		}
		m.Acrylic = m.Acrylic || s.Medium.Acrylic
		m.Sanding = m.Sanding || s.Technique == lesson.Dry
		tool, _ := l.Tool(s.Tool)
		m.Knife = m.Knife || strings.HasSuffix(string(tool.Kind), "knife")
	}
	if l.Base.Kind == lesson.WhiteBase {
		used[paint.White] = true
	}
	m.Sanding = m.Sanding || strings.HasSuffix(string(l.Support.Surface), "panel")
	for _, key := range l.Palette {
		if p, known := box.Find(key); known && used[key] {
			m.Paints = append(m.Paints, p)
		}
	}
	return m
}

// A Caution is one of them.
type Caution struct {
	About string `json:"about" doc:"what it is about"`
	Why   string `json:"why"`
	Do    string `json:"do" doc:"the usual precaution"`
}

// metals are what the marks on tubes stand for.
var metals = map[string]string{"Cd": "cadmium", "Co": "cobalt", "Mn": "manganese", "Cr(III)": "chromium", "Pb": "lead", "Sb": "antimony"}

// Cautions are those that a session needs, the gravest first.
func (m Materials) Cautions() []Caution {
	var out []Caution
	add := func(need bool, c Caution) {
		if need {
			out = append(out, c)
		}
	}
	add(m.Rags > 0, Caution{"Oily rags and towels", fmt.Sprintf("About %d towels take up oil paint. Oily cloth in a heap can heat and catch fire by itself.", m.Rags),
		"Spread it flat outdoors to dry, or keep it under water in a lidded metal can; never in a heap or an ordinary bin."})
	add(m.Solvent > 0, Caution{"Solvent vapour", fmt.Sprintf("About %.0f ml of solvent are used.", m.Solvent),
		"Air the room, keep jars small and their lids on, no flame or heater near them. See the estimate of the air."})
	if marked := m.Marked(); len(marked) > 0 {
		var names []string
		for _, p := range marked {
			names = append(names, fmt.Sprintf("%s (%s)", p.Name, metals[p.Hazard]))
		}
		out = append(out, Caution{"Paints that carry warnings", strings.Join(names, ", ") + ".",
			"No food, no smoking, hands off the face; wash hands after. No dry sanding and no spraying. Not with bare fingers on the canvas."})
	}
	add(m.Minors, Caution{"Somebody is not of age", "Young people take up more, and do not always do as told.",
		"Leave out or replace paints that carry warnings, clean brushes with oil and soap instead of solvent, and let somebody of age handle knives and waste."})
	add(m.Solvent > 0 || m.Oil > 0, Caution{"Waste", "Solvent, oil and paint harm water.", "Nothing goes down the drain: let solvent settle, pour off the clear and use it again, hand in the rest."})
	add(m.Solvent > 0 || m.Alkyd > 0 || len(m.Paints) > 0, Caution{"Skin and allergies", "Solvents and alkyd mediums can irritate the skin or bring on an allergy; so can some paints.", "Gloves for who wants them; stop and wash where skin is irritated."})
	add(m.Sanding, Caution{"Dust", "Sanding a ground or a dry layer makes fine dust.", "Sand wet, or with a mask and extraction; never dry paint that carries a warning."})
	add(m.Knife, Caution{"Knives and scrapers", "Edges cut, and a wet floor is slippery.", "Lay knives flat and away from the edge of the table; wipe up what falls at once."})
	add(true, Caution{"Standing and lifting", "A session is long, and easels are heavy.", "Breaks, a chair for who wants one, two people to an easel."})
	return out
}

// Marked are the paints that carry a warning.
func (m Materials) Marked() (out []paint.Paint) {
	for _, p := range m.Paints {
		if p.Hazard != "" {
			out = append(out, p)
		}
	}
	return out
}

// A StandIn is what stands in for a paint that carries a warning.
type StandIn struct {
	Paint   string          `json:"paint"`
	Name    string          `json:"name"`
	Warning string          `json:"warning" doc:"what it is about"`
	Parts   []recipe.Amount `json:"parts" doc:"what stands in for it"`
	Delta   float64         `json:"delta" doc:"ΔE00 of the mixture of the lesson that changes most by it"`
	Mixture string          `json:"mixture" doc:"the name of that"`
}

// looked is how many substitutes are tried in the lesson's mixtures.
const looked = 6

// Swaps finds what stands in for each paint of a lesson that carries a warning, of paints that
// carry none: the one under which the lesson's own mixtures change least.
func Swaps(ctx context.Context, l *lesson.Lesson) ([]StandIn, error) {
	var safe []string
	for _, p := range paint.All() {
		if p.Hazard == "" {
			safe = append(safe, p.Key)
		}
	}
	out := []StandIn{}
	for _, p := range Of(l).Marked() {
		swap, err := Swap(ctx, l, p, safe)
		if err != nil {
			return nil, err
		}
		swap.Warning = metals[p.Hazard]
		out = append(out, swap)
	}
	slices.SortStableFunc(out, func(a, b StandIn) int { return cmp.Compare(b.Delta, a.Delta) })
	return out, nil
}

// Swap finds what stands in for a paint of a lesson, of some others: of what comes nearest to
// it, that under which the lesson's own mixtures change least. There are no parts where nothing
// comes near.
func Swap(ctx context.Context, l *lesson.Lesson, p paint.Paint, from []string) (StandIn, error) {
	box := l.Paints()
	out := StandIn{Paint: p.Key, Name: p.Name}
	s, err := recipe.New(box, from)
	if err != nil {
		return out, err
	}
	list, err := s.Substitutes(ctx, p.Key)
	if err != nil {
		return out, err
	}
	for _, candidate := range list[:min(looked, len(list))] {
		worst, mixture, err := change(l, box, p.Key, candidate.Parts)
		if err != nil {
			return out, err
		}
		if out.Parts == nil || worst < out.Delta {
			out.Parts, out.Delta, out.Mixture = candidate.Parts, worst, mixture
		}
	}
	return out, nil
}

// change is how far the mixture changes most in which others stand in for a paint.
func change(l *lesson.Lesson, box paint.Box, key string, by []recipe.Amount) (worst float64, mixture string, err error) {
	var sum float64
	for _, a := range by {
		sum += a.Parts
	}
	for _, m := range l.Mixtures {
		var with []paint.Part
		found := false
		for _, p := range m.Parts {
			if p.Paint != key {
				with = append(with, p)
				continue
			}
			found = true
			for _, a := range by {
				with = append(with, paint.Part{Paint: a.Paint, Parts: p.Parts * a.Parts / sum})
			}
		}
		if !found {
			continue
		}
		was, err := box.Colour(m.Parts)
		if err != nil {
			return 0, "", err
		}
		is, err := box.Colour(with)
		if err != nil {
			return 0, "", err
		}
		if d := spectrum.DeltaE(was, is); mixture == "" || d > worst {
			worst, mixture = d, m.Name
		}
	}
	return worst, mixture, nil
}
