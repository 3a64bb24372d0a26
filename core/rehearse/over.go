package rehearse

import (
	"context"
	"fmt"
	"slices"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/mark"
	"proxenos/core/scene"
)

// A Layer is a step that is done on a canvas which has dried.
type Layer struct {
	Step  lesson.Step
	Mixed *lesson.Mixture // that is laid instead of what the step has; nil for that
	Place *lesson.Zone    // that is painted instead of the step's; nil for that
	Like  string          // id of the step whose very marks are made again; empty for marks of its own
	Only  Region          // where alone it is done; nil for all of its place
}

// Seen is a canvas that is dry and of which only the look is known, in W by H places, row by row.
type Seen struct {
	W, H   int
	Light  [][3]float32 // linear sRGB
	Micron []float32    // µm of paint
}

// Over paints layers on a canvas of the lesson of which only the look is known, on cells of the
// given side, mm. It fails for layers that the lesson cannot have, and with ctx.
func Over(ctx context.Context, on Seen, l *lesson.Lesson, cell float64, layers []Layer) (*Rehearsal, error) {
	spec, _, err := bare(l, cellOf(l, cell))
	if err != nil {
		return nil, err
	}
	f := film.New(spec)
	light, micron := make([][3]float32, f.W*f.H), make([]float32, f.W*f.H)
	if len(on.Light) != on.W*on.H || len(on.Micron) != on.W*on.H || on.W < 1 || on.H < 1 {
		return nil, fmt.Errorf("rehearse: a look of %d by %d places needs as many colours and thicknesses, not %d and %d", on.W, on.H, len(on.Light), len(on.Micron))
	}
	for i := range light {
		at := (i/f.W)*on.H/f.H*on.W + (i%f.W)*on.W/f.W
		light[i], micron[i] = on.Light[at], on.Micron[at]
	}
	if err := f.AsSeen(light, micron); err != nil {
		return nil, err
	}
	return upon(ctx, f, l, layers)
}

// Upon paints layers on a canvas that somebody painted and that then dried for so many days.
func Upon(ctx context.Context, painted *Rehearsal, days float64, layers []Layer) (*Rehearsal, error) {
	f := painted.Final.Snapshot()
	f.Rest(days)
	return upon(ctx, f, painted.Lesson, layers)
}

// upon paints layers of a lesson on a dry canvas.
func upon(ctx context.Context, f *film.Film, of *lesson.Lesson, layers []Layer) (*Rehearsal, error) {
	l := *of
	l.Steps, l.Mixtures, l.Zones = make([]lesson.Step, len(layers)), slices.Clone(of.Mixtures), slices.Clone(of.Zones)
	for i, y := range layers {
		l.Steps[i] = y.Step
		if y.Mixed != nil {
			m := *y.Mixed
			m.ID = fmt.Sprintf("mixed-%d", i)
			l.Mixtures = append(l.Mixtures, m)
			l.Steps[i].Mixtures = []string{m.ID}
		}
		if y.Place != nil {
			z := *y.Place
			z.ID = fmt.Sprintf("place-%d", i)
			l.Zones = append(l.Zones, z)
			l.Steps[i].Zone = z.ID
		}
		l.Steps[i].ID, l.Steps[i].After, l.Steps[i].Meanwhile = fmt.Sprintf("layer-%d", i), nil, false
	}
	manners := func(i int) Manner { return Manner{Like: layers[i].Like, Only: layers[i].Only} }
	r := &Rehearsal{Lesson: &l, times: l.Clock(), regions: map[string]*scene.Region{}, manners: manners}
	f.SettleAll()
	f.Freeze()
	last, err := r.carryOn(ctx, f, map[string]*mark.Brush{}, &meter{}, 0, len(layers), nil)
	if err != nil {
		return nil, err
	}
	last = last.Snapshot()
	last.Begin(len(layers), r.clock(len(layers), r.ends()), nil)
	r.Final = last.Freeze()
	return r, nil
}
