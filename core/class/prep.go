package class

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"slices"

	"proxenos/core/film"
	"proxenos/core/hazard"
	"proxenos/core/lesson"
	"proxenos/core/palette"
	"proxenos/core/rehearse"
	"proxenos/core/supply"
)

// Prep is everything worked out for a class.
type Prep struct {
	Sets     float64          `json:"sets" doc:"for how many paint is laid out, with the reserve and the demonstrator"`
	Takes    float64          `json:"takes" doc:"minutes that the lesson takes these people"`
	Batches  []Mixing         `json:"batches"`
	Squeezes []Squeeze        `json:"squeezes" doc:"the tubes, most first"`
	Mediums  []supply.Flow    `json:"mediums" doc:"for one"`
	Towels   Towels           `json:"towels"`
	Solvent  Solvent          `json:"solvent"`
	Cutting  *Cutting         `json:"cutting,omitempty" doc:"nothing where supports are ready"`
	Lines    []Needed         `json:"lines" doc:"everything that is needed, held against what there is"`
	Cost     Cost             `json:"cost"`
	Sharing  float64          `json:"sharing" doc:"minutes that somebody waits for a tool in all, because it is shared"`
	Setup    Setup            `json:"setup"`
	Air      Air              `json:"air"`
	Cautions []hazard.Caution `json:"cautions"`
	Defer    string           `json:"defer" doc:"what goes before all cautions"`
	Swaps    []hazard.StandIn `json:"swaps" doc:"what stands in for paints with warnings, for a class with somebody who is not of age"`
	Uncut    string           `json:"uncut,omitempty" doc:"why supports cannot be cut from what there is, and the cure"`
	Map      *palette.Map     `json:"map,omitempty" doc:"where every pile lies; nothing where they do not fit"`
	Unlaid   string           `json:"unlaid,omitempty" doc:"why the piles do not fit on the palette, and the cure"`
	Lacks    []string         `json:"lacks" doc:"what does not go, with its cure"`
}

// Prepare works a class out, from the lesson and the reports of its rehearsal, and what the
// studio has. It needs no canvas. For a class with somebody who is not of age swaps are those
// of [hazard.Swaps]: to find them takes longer than all the rest, and people and day change
// nothing about them. It fails for a class that is not sound.
func Prepare(ctx context.Context, c Class, l *lesson.Lesson, reports []rehearse.Report, cupboard supply.Cupboard, swaps []hazard.StandIn) (*Prep, error) {
	if err := c.Check(); err != nil {
		return nil, err
	}
	if len(reports) != len(l.Steps) {
		return nil, fmt.Errorf("%d reports of %d steps: rehearse the lesson first", len(reports), len(l.Steps))
	}
	a, err := supply.Of(l, reports, 1, supply.Loss)
	if err != nil {
		return nil, err
	}
	out := &Prep{Sets: c.Sets(), Takes: round(c.Takes(l)), Mediums: a.Mediums, Towels: towels(l, reports), Solvent: solvent(l, reports), Swaps: append([]hazard.StandIn{}, swaps...), Lacks: []string{}, Defer: hazard.Defer}
	if out.Batches, err = c.batches(l, a.Piles); err != nil {
		return nil, err
	}
	out.Squeezes = c.squeezes(l, a)
	if out.Cutting, out.Uncut = c.cutting(l, cupboard); out.Uncut != "" {
		out.Lacks = append(out.Lacks, out.Uncut)
	}
	out.Lines = c.lines(lists{l, out.Squeezes, a, out.Towels, out.Solvent, out.Batches, out.Cutting, cupboard})
	out.Cost = c.cost(out.Lines, cupboard.Currency)
	toBuy := 0
	for _, line := range out.Lines {
		if line.Short > 0 {
			toBuy++
		}
	}
	if out.Setup, err = c.setup(ctx, l, out.Batches, toBuy, driesIn(reports, thinShare), driesIn(reports, 1)); err != nil {
		return nil, err
	}
	if out.Air, err = c.Vapour(l, reports, cupboard); err != nil {
		return nil, err
	}
	m := hazard.Of(l)
	painters := c.painters()
	m.Rags, m.Solvent, m.Minors = out.Towels.Each*painters, math.Round(out.Solvent.Each*float64(painters)), c.Minors
	for _, f := range a.Mediums {
		switch supply.GoodKind(f.Name) {
		case supply.OilGood:
			m.Oil = f.Each
		case supply.AlkydGood:
			m.Alkyd = f.Each
		}
	}
	out.Cautions = m.Cautions()
	if out.Map, err = Lay(l, a.Piles, c.Palette); err != nil {
		out.Unlaid = err.Error()
		out.Lacks = append(out.Lacks, out.Unlaid)
	}
	out.Lacks = append(out.Lacks, out.Setup.Lacks...)
	out.Sharing = round(float64(c.Sharing-1) * toolMinutes(l))
	return out, nil
}

// Lay lays the piles of a lesson out on a palette. It fails with what to do where they do not fit.
func Lay(l *lesson.Lesson, piles []supply.Pile, board palette.Board) (*palette.Map, error) {
	box := l.Paints()
	var out []palette.Pile
	for _, p := range piles {
		m, _ := l.Mixture(p.Mixture)
		colour, err := box.Colour(m.Parts)
		if err != nil {
			return nil, err
		}
		out = append(out, palette.Pile{ID: p.Mixture, Lab: colour, Across: p.Across, Uses: len(used(l, p.Mixture))})
	}
	laid, err := palette.Lay(out, board)
	if err != nil {
		return nil, err
	}
	return &laid, nil
}

// thinShare is the share of what is painted that counts as the picture, without its thickest lights.
const thinShare = 0.9

// driesIn is how many days a share of what was painted takes to dry through at 20 °C, by
// [film.DriesIn]: each step counts
// by its area, with the wet film that it left where it painted.
func driesIn(reports []rehearse.Report, share float64) float64 {
	list := slices.Clone(reports)
	slices.SortFunc(list, func(a, b rehearse.Report) int { return cmp.Compare(a.Thick, b.Thick) })
	var all, sum float64
	for _, r := range list {
		all += r.Area
	}
	for _, r := range list {
		if sum += r.Area; sum >= share*all {
			return film.DriesIn(r.Thick)
		}
	}
	return film.DriesIn(0)
}

// toolMinutes is how long brushes and knives are in the hand in a lesson: who shares one waits
// as long for it.
func toolMinutes(l *lesson.Lesson) (sum float64) {
	for i, s := range l.Steps {
		if t, known := l.Tool(s.Tool); known && (t.Kind.Brush() || t.Kind.Knife()) {
			sum += l.AtPace(i)
		}
	}
	return sum
}
