// Package supply works out what a lesson uses up: the pile of every mixture and the
// paint from every tube, from what the rehearsal really took from the piles.
package supply

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/paint"
	"proxenos/core/rehearse"
	"proxenos/core/scene"
)

// Loss is the share of a pile that usually stays on palette and knife.
const Loss = 0.25

// PileLeast is the least that anybody lays out of a mixture, ml: a pea.
const PileLeast = 0.3

// Bounds of a question.
const (
	MostStudents = 200
	MostLoss     = 0.9
)

// A Pile is how much of a mixture to lay out for one person, ml.
type Pile struct {
	Mixture string  `json:"mixture"`
	Name    string  `json:"name"`
	Colour  string  `json:"colour" doc:"#rrggbb"`
	Takes   float64 `json:"takes" doc:"ml that the tools take from it"`
	LayOut  float64 `json:"layOut" doc:"ml to lay out, with what stays on palette and knife; half a millilitre at least"`
	Across  float64 `json:"across" doc:"mm across a round pile of that much, a quarter as high as wide"`
}

// A Tube is how much of a paint is needed, ml.
type Tube struct {
	Paint string  `json:"paint"`
	Name  string  `json:"name"`
	Each  float64 `json:"each" doc:"ml for one person"`
	All   float64 `json:"all" doc:"ml for everybody"`
}

// Amounts are what a lesson needs.
type Amounts struct {
	Students int     `json:"students"`
	Loss     float64 `json:"loss" doc:"share that stays on palette and knife"`
	Piles    []Pile  `json:"piles" doc:"largest first"`
	Tubes    []Tube  `json:"tubes" doc:"most first"`
	Mediums  []Flow  `json:"mediums" doc:"oil, alkyd and solvent, for one person"`
	Base     float64 `json:"base" doc:"ml of the wet base coat for one person, its paint and oil among the tubes and mediums"`
	Total    float64 `json:"total" doc:"ml of paint and mediums for one person"`
}

// A Flow is how much of a medium one person needs, ml.
type Flow struct {
	Name string  `json:"name"`
	Each float64 `json:"each"`
}

// Of works out what a rehearsed lesson needs for a number of people, from its reports. It
// fails when a figure is out of bounds.
func Of(l *lesson.Lesson, reports []rehearse.Report, students int, loss float64) (Amounts, error) {
	switch {
	case students < 1 || students > MostStudents:
		return Amounts{}, fmt.Errorf("students is %d: give 1 to %d", students, MostStudents)
	case !(loss >= 0 && loss <= MostLoss):
		return Amounts{}, fmt.Errorf("loss is %g: give a share from 0 to %g", loss, MostLoss)
	}
	takes := map[string]float64{}
	var oil, alkyd, solvent float64
	for i, p := range reports {
		s := l.Steps[i]
		for k, id := range s.Mixtures {
			takes[id] += p.Piles[k] * (1 - s.Medium.Total()/100) // medium is not taken from the pile
			oil += p.Piles[k] * s.Medium.Oil / 100
			alkyd += p.Piles[k] * s.Medium.Alkyd / 100
			solvent += p.Piles[k] * s.Medium.Solvent / 100
		}
		solvent += p.Wetted
	}
	out := Amounts{Students: students, Loss: loss, Piles: []Pile{}, Tubes: []Tube{}, Mediums: []Flow{}, Base: cents(baseCoat(l))}
	each := map[string]float64{}
	if white := rehearse.BaseWhite(l); out.Base > 0 {
		if white > 0 {
			each[paint.White] += out.Base * white
		}
		oil += out.Base * (1 - white)
	}
	for _, f := range []Flow{{"oil", oil}, {"alkyd", alkyd}, {"solvent", solvent}} {
		if f.Each = cents(f.Each); f.Each > 0 {
			out.Mediums = append(out.Mediums, f)
			out.Total += f.Each
		}
	}
	box := l.Paints()
	for _, m := range l.Mixtures {
		ml := takes[m.ID]
		if ml == 0 {
			continue
		}
		var total float64
		for _, p := range m.Parts {
			total += p.Parts
		}
		colour, err := box.Colour(m.Parts)
		if err != nil {
			return Amounts{}, fmt.Errorf("mixture %s: %w", m.ID, err)
		}
		lay := max(PileLeast, ml/(1-loss))
		out.Piles = append(out.Piles, Pile{m.ID, m.Name, colour.RGB().Hex(), cents(ml), cents(lay), math.Round(across(lay)*10) / 10})
		for _, p := range m.Parts {
			each[p.Paint] += lay * p.Parts / total
		}
	}
	for key, ml := range each {
		p, _ := box.Find(key)
		out.Tubes = append(out.Tubes, Tube{key, p.Name, cents(ml), cents(ml * float64(students))})
		out.Total += ml
	}
	out.Total = cents(out.Total)
	slices.SortStableFunc(out.Piles, func(a, b Pile) int { return cmp.Compare(b.LayOut, a.LayOut) })
	slices.SortFunc(out.Tubes, func(a, b Tube) int { return cmp.Or(cmp.Compare(b.Each, a.Each), cmp.Compare(a.Paint, b.Paint)) })
	return out, nil
}

// baseCoat is the volume of the wet base coat, ml.
func baseCoat(l *lesson.Lesson) float64 {
	if l.Base.Kind == lesson.NoBase {
		return 0
	}
	canvas := l.Support.Width * l.Support.Height
	area := 0.0 // mm²
	for _, id := range l.Base.Zones {
		if z, ok := l.Zone(id); ok {
			area += scene.ZoneAt(l, z, baseCell).Area
		}
	}
	if len(l.Base.Zones) == 0 {
		area = canvas
	}
	return min(area, canvas) * l.Base.Thickness * 1e-6
}

// baseCell is how finely the area of a base coat is measured, mm.
const baseCell = 2.0

// across is the width in mm of a pile of some ml that is a spherical cap a quarter as
// high as it is wide: V = π·h·(3r² + h²)/6 with h = r/2.
func across(ml float64) float64 {
	return 2 * math.Cbrt(ml*1000*48/(13*math.Pi))
}

func cents(v float64) float64 { return math.Round(v*100) / 100 }
