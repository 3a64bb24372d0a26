package look

import (
	"context"
	"math"

	"proxenos/core/film"
	"proxenos/core/plate"
	"proxenos/core/rehearse"
)

// Layers are what is painted on the dry canvas to be rid of a fault, as it was tried; none where it
// was not.
func (m Mend) Layers() []rehearse.Layer {
	out := make([]rehearse.Layer, len(m.way.layers))
	for i, l := range m.way.layers {
		out[i] = l.Layer
	}
	return out
}

// Try paints every mend in the simulator, on a dry canvas that looks like the photograph with the
// mends before it painted, the ways that there are for it one after the other, and keeps the best.
// From then on the figures and pictures of j are those that came of it. What no way brings nearer to
// the plan is taken out of the list and put into Left. told hears after each; it may be nil. It ends
// with the error of ctx.
func (a *Adviser) Try(ctx context.Context, j *Judged, told func(tried int)) error {
	plan := a.plan
	if j.Limits.Grey {
		return nil // what colour lies there nobody knows
	}
	meant := sightOf(plan.Plate)
	not := meant.notIn(j.Shine, j.Neutral.W, j.Neutral.H)
	now, from := j.Neutral, j.Before
	mends, steps := j.Mends, []*plate.Plate{}
	j.Mends, j.Left = []Mend{}, []Mend{}
	for k, m := range mends {
		best := from
		var next *plate.Plate
		ways, err := a.ways(ctx, m.Fault)
		if err != nil {
			return err
		}
		var how way
		for _, w := range ways {
			got, err := plan.paint(ctx, now, w)
			if err != nil {
				return err
			}
			if after := sightOf(got).from(meant, not); after.weighed() < best.weighed() {
				best, next, how = after, got, w
			}
		}
		if told != nil {
			told(k + 1)
		}
		if m.Tried, m.way = true, how; next == nil || from.weighed()-best.weighed() < leastGain {
			m.Gain, m.Worst, m.After, m.way = 0, 0, from, way{}
			j.Left = append(j.Left, m)
			continue
		}
		m.Gain, m.Worst, m.After = from.Mean-best.Mean, from.Worst-best.Worst, best
		now, from = next, best
		j.Mends, steps = append(j.Mends, m), append(steps, next)
	}
	j.Steps, j.After = steps, from
	j.Stop = len(j.Mends) == 0 && j.Alike >= unlike && !j.Limits.Dark
	j.Says = j.says()
	return nil
}

// paint is what a dry canvas that looks like now looks like when it was painted on in some way.
func (p *Plan) paint(ctx context.Context, now *plate.Plate, w way) (*plate.Plate, error) {
	layers := make([]rehearse.Layer, len(w.layers))
	for i, l := range w.layers {
		layers[i] = l.Layer
	}
	r, err := rehearse.Over(ctx, rehearse.Seen{W: now.W, H: now.H, Light: now.RGB, Micron: p.Wet}, p.Lesson, p.cell, layers)
	if err != nil {
		return nil, err
	}
	f := r.Final
	shown := plate.Of(r.Show(film.Paint, math.Inf(1), 0), 0).Resized(now.W, now.H)
	touched := plate.New(f.W, f.H, f.Cell)
	for i := range touched.RGB {
		if f.Thickness(i%f.W, i/f.W) > 0 {
			touched.RGB[i] = [3]float32{1, 1, 1}
		}
	}
	touched = touched.Resized(now.W, now.H)
	out := now.Clone()
	for i := range out.RGB {
		t := touched.RGB[i][0]
		for k := range out.RGB[i] {
			out.RGB[i][k] += t * (shown.RGB[i][k] - out.RGB[i][k])
		}
	}
	return out, nil
}
