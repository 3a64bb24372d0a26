package look

import (
	"context"

	"proxenos/core/plate"
	"proxenos/core/spectrum"
)

// A Verdict is what is wrong with a real canvas, largest change first.
type Verdict struct {
	Light  Lighting `json:"light"`
	Limits Limits   `json:"limits"`
	Before Differs  `json:"before" doc:"from the plan, as it is"`
	Mends  []Mend   `json:"mends" doc:"what to mend, in order, the largest change first"`
	Left   []Mend   `json:"left" doc:"what differs, and nothing that one paints over it dry brings nearer to the plan"`
	After  Differs  `json:"after" doc:"from the plan, when all is mended"`
	Stop   bool     `json:"stop" doc:"whether nothing is left that one would see"`
	Says   string   `json:"says"`
	Alike  float64  `json:"alike" doc:"how like its plan it is, 0 to 1"`
}

// A Mend is a fault with what its mending changes.
type Mend struct {
	Fault
	After Differs `json:"after" doc:"from the plan, when it is mended"`
	Tried bool    `json:"tried" doc:"whether it was painted in the simulator, on a dry canvas that looks like the photograph: then its figures are what came of that"`
	mean  float64 // of the gain
	way   way
}

const (
	mostMends = 12
	// leastGain is the weighed ΔE00 below which no eye at 2.5 m sees that something was mended.
	leastGain = 0.008
)

// Judged is a canvas with its report and what it looks like along the way.
type Judged struct {
	Verdict
	Neutral *plate.Plate   // the photograph, squared up, with the light taken out
	Steps   []*plate.Plate // and after each mend
	Shine   []bool
}

// Judge holds a squared up, neutral photograph against its plan. told hears after each mend found;
// it may be nil. It stops early with the error of ctx.
func Judge(ctx context.Context, plan *Plan, neutral *plate.Plate, shine []bool, light Lighting, limits Limits, told func(found int)) (*Judged, error) {
	out := &Judged{Verdict: Verdict{Light: light, Limits: limits, Mends: []Mend{}, Left: []Mend{}}, Neutral: neutral, Shine: shine}
	if limits.Grey {
		plan = plan.grey()
	}
	meant := sightOf(plan.Plate)
	not := meant.notIn(shine, neutral.W, neutral.H)
	out.Before = sightOf(neutral).from(meant, not)
	out.After = out.Before
	out.Alike = max(0, correlation(normal(neutral.Resized(alikeAcross, alikeAcross*neutral.H/neutral.W)), normal(plan.Plate.Resized(alikeAcross, alikeAcross*neutral.H/neutral.W))))
	now := neutral
	done := map[string]bool{}
	var last *view
	for len(out.Mends) < mostMends && out.Alike >= unlike && !limits.Dark {
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		v := newView(plan, now, shine, light.Within)
		v.limits = limits
		if last != nil {
			v.keeps(last, out.Mends[len(out.Mends)-1].Fault)
		}
		last = v
		best, next := v.largest(meant, not, out.After, done)
		if next == nil {
			break
		}
		done[best.ID] = true
		now, out.After = next, best.After
		out.Mends = append(out.Mends, best)
		out.Steps = append(out.Steps, next)
		if told != nil {
			told(len(out.Mends))
		}
	}
	out.Stop = len(out.Mends) == 0 && out.Alike >= unlike && !limits.Dark
	out.Says = out.says()
	return out, nil
}

// largest is the mend that changes most, and the picture after it; nil where there is none.
func (v *view) largest(meant sight, not blind, from Differs, done map[string]bool) (best Mend, next *plate.Plate) {
	for _, f := range v.findings() {
		if done[f.ID] {
			continue
		}
		mended := f.mend(v.p)
		after := sightOf(mended).from(meant, not)
		gain := from.All - after.All
		if gain < leastGain || next != nil && gain <= from.All-best.After.All {
			continue
		}
		f.Gain, f.Worst = max(gain/2, gain-f.leaves()), from.Worst-after.Worst
		best, next = Mend{Fault: f.Fault, After: after}, mended
	}
	return best, next
}

// handLeaves is by how much a place that was painted again still differs from its plan, ΔE00: no
// mark is made twice. It was measured by painting mends in the simulator.
const handLeaves = 0.9

// leaves is what is left of a fault of a whole place when somebody has painted it again.
func (f Fault) leaves() float64 {
	switch f.Kind {
	case Value, Colour, Mud, Corner:
		return handLeaves * f.Area
	}
	return 0 // it is small, and its marks are what is missing
}

// keeps takes over where things stand that a mend did not touch.
func (v *view) keeps(last *view, mended Fault) {
	reach := asideRim + asideMost
	for _, q := range v.plan.things {
		b, mm := boxOf(q.all, v.p.W), v.p.Mm
		apart := func(from, to int, begins, wide float64) bool {
			return float64(to)*mm+reach < begins || float64(from)*mm-reach > begins+wide
		}
		if apart(b.x0, b.x1, mended.Left, mended.W) || apart(b.y0, b.y1, mended.Top, mended.H) {
			v.shifts[q.id] = last.shifts[q.id]
		}
	}
}

// says is the report in a sentence.
func (r Verdict) says() string {
	switch {
	case r.Limits.Dark:
		return r.Limits.Says[0]
	case r.Alike < unlike:
		return "This does not look like the picture of this lesson: see that it is the right photograph, and the right way up."
	case r.Stop && len(r.Left) > 0:
		return "What still differs would not come nearer to the plan by painting over it now that it is dry. Stop here."
	case r.Stop:
		return "Nothing is left that one would see from two and a half metres. Stop here."
	case len(r.Mends) == 1:
		return "One thing is worth mending; then stop."
	}
	return "Mend them in this order; after each stand back and look again."
}

// unlike is how little a picture is like its plan from which it is taken for another one.
const unlike = 0.6

// Colours are what the photograph shows at every place before mend k, from 0.
func (j *Judged) Colours(k int) []spectrum.Lab {
	if k == 0 {
		return labs(j.Neutral)
	}
	return labs(j.Steps[k-1])
}
