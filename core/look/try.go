package look

import (
	"cmp"
	"context"
	"math"
	"slices"

	"proxenos/core/film"
	"proxenos/core/plate"
	"proxenos/core/rehearse"
	"proxenos/core/spectrum"
)

// LeaveIt is what to do about what no way brings nearer to the plan.
const LeaveIt = "Leave it: painting over it dry brings it no nearer."

// Layers are what is painted on the dry canvas to be rid of a fault, as it was tried; none where it
// was not.
func (m Mend) Layers() []rehearse.Layer {
	out := make([]rehearse.Layer, len(m.way.layers))
	for i, l := range m.way.layers {
		out[i] = l.Layer
	}
	return out
}

// Try paints every mend in the simulator on a dry canvas, each on a plan that has this one fault as
// it looks in the photograph, the ways that there are for it one after the other, and keeps the best.
// From then on the figures and pictures of j are those that came of it, and the list is ordered by
// them. What no way brings nearer to the plan is taken out of the list and put into Left. told hears
// after each; it may be nil. It ends with the error of ctx.
func (a *Adviser) Try(ctx context.Context, j *Judged, told func(tried int)) error {
	if j.Limits.Grey {
		return nil // what colour lies there nobody knows
	}
	now := j.Neutral
	var tried, left []Mend
	for k, m := range j.Mends {
		m, err := a.best(ctx, m, now)
		if err != nil {
			return err
		}
		if m.Tried = true; len(m.way.layers) > 0 {
			tried = append(tried, m)
		} else {
			left = append(left, m)
		}
		now = j.Steps[k]
		if told != nil {
			told(k + 1)
		}
	}
	slices.SortStableFunc(tried, func(a, b Mend) int { return cmp.Compare(b.Gain, a.Gain) })
	j.Mends, j.Left, j.Steps = append([]Mend{}, tried...), append([]Mend{}, left...), nil
	now, j.After = j.Neutral, j.Before
	for k := range j.Mends {
		m := &j.Mends[k]
		var err error
		if now, err = a.plan.paint(ctx, now, m.way); err != nil {
			return err
		}
		j.After = differs(max(0, j.After.Mean-m.mean), max(0, j.After.Worst-m.Worst))
		m.After, j.Steps = j.After, append(j.Steps, now)
	}
	j.Stop = len(j.Mends) == 0 && j.Alike >= unlike && !j.Limits.Dark
	j.Says = j.says()
	return nil
}

// best is a mend done in the best of its ways, in none where that brings nothing that one would see.
func (a *Adviser) best(ctx context.Context, m Mend, now *plate.Plate) (Mend, error) {
	ways, err := a.ways(ctx, m.Fault)
	if err != nil {
		return m, err
	}
	meant, alone := sightOf(a.plan.Plate), a.plan.alone(m.Fault, now)
	fault := sightOf(alone).from(meant, blind{})
	m.Gain, m.Worst, m.mean, m.way = 0, 0, 0, way{}
	for _, w := range ways {
		got, err := a.plan.paint(ctx, alone, w)
		if err != nil {
			return m, err
		}
		after := sightOf(got).from(meant, blind{})
		if gain := fault.All - after.All; gain >= leastGain && w.worth(gain) > m.way.worth(m.Gain) {
			m.Gain, m.Worst, m.mean, m.way = gain, fault.Worst-after.Worst, fault.Mean-after.Mean, w
		}
	}
	return m, nil
}

// alone is the plan with one fault in it, as it looks in a picture: what else is off there, above all
// because no light is wholly known, would hide what a small mend brings.
func (p *Plan) alone(f Fault, in *plate.Plate) *plate.Plate {
	v := newView(p, in, make([]bool, len(p.zone)), 0)
	out := p.Plate.Clone()
	reached := p.reached(f)
	if f.Kind == Horizon {
		reached = p.wedge(f, levelSoft)
	}
	var cells []int
	for i, yes := range reached {
		if yes {
			cells = append(cells, i)
		}
	}
	offs := map[int16]spectrum.Lab{}
	for i, w := range v.mask(cells, 0.8) {
		if w < 0.01 {
			continue
		}
		c := plate.Lab(in.RGB[i])
		if z := p.zone[i]; z >= 0 && f.Kind != Value && f.Kind != Colour {
			d, known := offs[z]
			if !known {
				d, _ = v.off(p.zones[z])
				offs[z] = d
			}
			c = spectrum.Lab{L: c.L - d.L, A: c.A - d.A, B: c.B - d.B}
		}
		seen := plate.Light(c)
		for k := range seen {
			out.RGB[i][k] += float32(w) * (seen[k] - out.RGB[i][k])
		}
	}
	return out
}

// paint is what a dry canvas that looks like now looks like when it was painted on in some way.
func (p *Plan) paint(ctx context.Context, now *plate.Plate, w way) (*plate.Plate, error) {
	layers := make([]rehearse.Layer, len(w.layers))
	for i, l := range w.layers {
		layers[i] = l.Layer
	}
	r, err := rehearse.Over(ctx, rehearse.Seen{W: now.W, H: now.H, Light: now.RGB, Micron: p.smoothed()}, p.Lesson, p.cell, layers)
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

// reliefKnown is over how much the thickness of the paint on a canvas is evened out, mm: where its
// ridges are that somebody painted after the plan, nobody knows.
const reliefKnown = 0.9

// smoothed is how thick the paint is, µm, evened out.
func (p *Plan) smoothed() []float32 {
	m := plate.New(p.Plate.W, p.Plate.H, p.Plate.Mm)
	for i, v := range p.Wet {
		m.RGB[i][0] = v
	}
	m = m.Blur(reliefKnown / p.Plate.Mm)
	out := make([]float32, len(p.Wet))
	for i := range out {
		out[i] = m.RGB[i][0]
	}
	return out
}
