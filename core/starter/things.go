package starter

import (
	"fmt"
	"math"

	"proxenos/core/haze"
	"proxenos/core/kit"
	"proxenos/core/lesson"
	"proxenos/core/noise"
	"proxenos/core/recipe"
)

// coat is the mixture for a colour as it looks at a plane: one that is there already where one
// is near enough.
func (b *builder) coat(c kit.Coat, plane string) string {
	if b.err != nil {
		return ""
	}
	p := b.l.Plane(plane)
	if p < 0 {
		b.err = fmt.Errorf("plane %q is not in the scene", plane)
		return ""
	}
	far := haze.Moved(c.Near, 0, b.l.Planes[p].Distance, b.l.Haze())
	if id, ok := kit.Near(b.l, nil, far); ok {
		return id
	}
	id, name := lesson.Slug(c.Name), c.Name
	if _, there := b.l.Mixture(id); there {
		id, name = id+"-"+plane, name+", "+b.l.Planes[p].Name
	}
	parts := b.solve(far)
	if b.err != nil {
		return ""
	}
	if came, err := b.l.Paints().Colour(recipe.Parts(parts)); err == nil {
		if id, ok := kit.Near(b.l, nil, came); ok {
			return id
		}
	}
	b.mixture(id, name, parts)
	return id
}

// A size is where a thing stands and how large it is, in shares of the canvas: the middle of
// its foot, its width and its height.
type size struct{ x, foot, wide, high float64 }

// thing puts a thing of a kind into a plane as its kit says: its outline a little otherwise for
// each seed, and a step for each of its passes, which change may change; a step that it does
// not keep is left out.
func (b *builder) thing(kind lesson.ZoneKind, id, name, plane string, at size, change func(pass int, s *lesson.Step) (keep bool)) {
	k, ok := kit.Of(kind)
	if !ok || b.err != nil {
		return
	}
	z := lesson.Zone{ID: id, Name: name, Plane: plane, Kind: kind, Ragged: math.Round(k.Ragged*b.unit*min(1, at.high/0.3)*10) / 10}
	for i, p := range k.Outline(lesson.Point{X: at.x * b.w, Y: at.foot * b.h}, at.wide*b.w, at.high*b.h) {
		up := min(1, max(0, (at.foot*b.h-p.Y)/(0.4*at.high*b.h))) // its foot stays where it stands
		stray := func(way float64) float64 {
			return up * (2*noise.At(b.seed+uint64(len(id)), float64(i)*1.7+at.x*9, way) - 1)
		}
		z.Outline = append(z.Outline, b.at((p.X+strays*at.wide*b.w*stray(1))/b.w, (p.Y+strays*at.high*b.h*stray(2))/b.h))
	}
	b.l.Zones = append(b.l.Zones, z)
	large := math.Sqrt(lesson.Area(z.Outline))
	for i, p := range k.Passes {
		tool, ok := p.ToolOf(b.l, large)
		if !ok {
			b.err = fmt.Errorf("none of the tools can %s", p.Technique.Info().Verb())
			return
		}
		s := lesson.Step{ID: id, Zone: id, Where: p.Where, Technique: p.Technique, Tool: tool.ID, Load: p.Load, Pressure: p.Pressure, Care: lesson.Fresh, Cover: p.Cover, Minutes: p.Minutes, Words: p.Words}
		st := body
		last := i == len(k.Passes)-1
		switch {
		case last && (kind.Is(lesson.Small) || kind == lesson.Reeds):
			s.ID, st = id+"-light", accent
		case last && i > 0:
			s.ID, st = id+"-light", lights
		case i > 0:
			s.ID = fmt.Sprintf("%s-%d", id, i+1)
		}
		s.Shares = p.Shares
		if change != nil && !change(i, &s) {
			continue
		}
		if len(s.Mixtures) == 0 { // nothing else was given: in its own colours
			for _, c := range p.Coats {
				s.Mixtures = append(s.Mixtures, b.coat(c, plane))
			}
		}
		b.l.Steps = append(b.l.Steps, s)
		b.stages = append(b.stages, st)
	}
}

// strays is how far the corners of a thing stray from seed to seed, as a share of its size.
const strays = 0.07

// heap is the outline of a cloud: round puffs of unlike size on a level base, highest off the
// middle.
func (b *builder) heap(id string, at size) (corners []float64) {
	const puffs, samples = 7, 26
	type puff struct{ x, r float64 }
	var all []puff
	peak := b.vary(id+"peak", 0.42, 0.18)
	for i := range puffs {
		t := (float64(i) + 0.5 + b.vary(fmt.Sprint(id, i), 0, 0.35)) / puffs
		rise := 1 - math.Abs(t-peak)/max(peak, 1-peak)
		all = append(all, puff{t, (0.28 + 0.72*rise*rise) * b.vary(fmt.Sprint(id, "r", i), 0.9, 0.2)})
	}
	round := 0.75 * at.high * b.h / (at.wide * b.w) // how wide a puff is for every share of its height
	for i := range samples + 1 {
		t := float64(i) / samples
		top := 0.06
		for _, p := range all {
			if d := (t - p.x) / max(0.06, p.r*round); d*d < 1 {
				top = max(top, p.r*math.Sqrt(1-d*d))
			}
		}
		corners = append(corners, at.x+(t-0.5)*at.wide, at.foot-top*at.high)
	}
	return append(corners, at.x+0.3*at.wide, at.foot+0.05*at.high, at.x-0.25*at.wide, at.foot+0.03*at.high)
}

// cloud adds a heaped cloud: its grey body, then its lit tops. A small one is light alone.
func (b *builder) cloud(id, name string, at size, small bool) {
	b.zone(id, name, "sky", lesson.CloudBank, 1.5, b.heap(id, at)...)
	where := lesson.Whole
	if !small {
		where = lesson.Lit
		b.step(body, id+"-shade", id, lesson.Fluff, "filbert12", 2.5, mark{cover: 1.3}, "The body of the cloud in round touches, grey; keep its base level and soft.", "cloud-shade")
	}
	b.step(lights, id+"-light", id, lesson.Fluff, "filbert12", 2.5, mark{where: where, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 1.4}, "Turn the brush to fluff up the lit tops, and leave their edge alone.", "cloud-light")
}

// way is the outline of a path or a stream through joints x, y and width, from far to near,
// without a corner.
func (b *builder) way(joints ...[3]float64) (corners []float64) {
	const per = 5
	var left, right []float64
	at := func(i, k int) float64 { return joints[min(len(joints)-1, max(0, i))][k] }
	for i := range len(joints) - 1 {
		for s := range per {
			t := float64(s) / per
			v := func(k int) float64 {
				a, p, q, d := at(i-1, k), at(i, k), at(i+1, k), at(i+2, k)
				return p + 0.5*t*(q-a+t*(2*a-5*p+4*q-d+t*(3*(p-q)+d-a)))
			}
			left, right = append(left, v(0)-v(2)/2, v(1)), append(right, v(0)+v(2)/2, v(1))
		}
	}
	n := len(joints) - 1
	left, right = append(left, at(n, 0)-at(n, 2)/2, at(n, 1)), append(right, at(n, 0)+at(n, 2)/2, at(n, 1))
	corners = left
	for i := len(right) - 2; i >= 0; i -= 2 {
		corners = append(corners, right[i], right[i+1])
	}
	return corners
}

// crest is the outline of hills whose crest goes through joints x, y, with a hand's small
// rises between, standing on y.
func (b *builder) crest(id string, foot, rough float64, joints ...[2]float64) (corners []float64) {
	const per = 6
	for i := range len(joints) - 1 {
		p, q := joints[i], joints[i+1]
		for s := range per {
			t := float64(s) / per
			ease := t * t * (3 - 2*t)
			x := p[0] + (q[0]-p[0])*t
			corners = append(corners, x, p[1]+(q[1]-p[1])*ease+rough*(2*noise.Fractal(b.seed+uint64(len(id)), x*14, 3.3, 3)-1))
		}
	}
	last := joints[len(joints)-1]
	return append(corners, last[0], last[1], last[0], foot, joints[0][0], foot)
}
