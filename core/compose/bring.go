package compose

import (
	"context"
	"fmt"
	"math"
	"slices"

	"proxenos/core/haze"
	"proxenos/core/lesson"
	"proxenos/core/scene"
	"proxenos/core/spectrum"
)

// Fitted says what came along with steps that were brought from another lesson.
type Fitted struct {
	Edit  lesson.AnyEdit `json:"edit"`
	Notes []string       `json:"notes" doc:"how zones, mixtures and tools were fitted"`
}

const (
	likeEnough = 3.0  // ΔE00 up to which a mixture that is there serves
	sizeEnough = 0.25 // share by which a tool may be wider or narrower
)

// Bring copies steps of another lesson into l, in their order, before the step at a place
// counted from 0. Zones that l has no like of come along, at the plane that is nearest in
// distance and placed by the horizon; mixtures are mixed anew from l's own tubes for the
// colour as the air of l makes it there; tools are taken from l's where one is like.
func Bring(ctx context.Context, l, from *lesson.Lesson, steps []string, at int) (*Fitted, error) {
	if at < 0 || at > len(l.Steps) {
		return nil, fmt.Errorf("at is %d: give a place from 0 to %d", at, len(l.Steps))
	}
	if len(steps) == 0 || len(steps) > 100 {
		return nil, fmt.Errorf("%d steps are named: name 1 to 100", len(steps))
	}
	b := &bringer{ctx: ctx, from: from, next: l, zones: map[string]string{}, mixtures: map[string]string{}, tools: map[string]string{}, ids: map[string]string{}, notes: []string{}}
	b.scale = min(l.Support.Width/from.Support.Width, l.Support.Height/from.Support.Height)
	for _, s := range from.Steps {
		if !slices.Contains(steps, s.ID) {
			continue
		}
		if err := b.step(s, at); err != nil {
			return nil, err
		}
		at++
	}
	if len(b.ids) < len(steps) {
		return nil, fmt.Errorf("of %d steps named %d are in that lesson: name steps that are", len(steps), len(b.ids))
	}
	return &Fitted{lesson.AnyEdit{Edit: b.all}, b.notes}, nil
}

// A bringer carries steps over one by one.
type bringer struct {
	ctx   context.Context
	from  *lesson.Lesson
	next  *lesson.Lesson // as it is with what was brought so far
	all   lesson.All
	notes []string
	scale float64
	// What stands for what, from the ids of one lesson to those of the other.
	zones, mixtures, tools, ids map[string]string
}

func (b *bringer) do(e lesson.Edit) error {
	next, _, err := e.Apply(b.next)
	if err == nil {
		b.next, b.all = next, append(b.all, e)
	}
	return err
}

func (b *bringer) note(format string, args ...any) {
	b.notes = append(b.notes, fmt.Sprintf(format, args...))
}

func (b *bringer) step(s lesson.Step, at int) error {
	n := s
	var err error
	if s.Zone != "" {
		if n.Zone, err = b.zone(s.Zone); err != nil {
			return err
		}
	}
	if s.Tool != "" {
		if n.Tool, err = b.tool(s.Tool); err != nil {
			return err
		}
	}
	n.Mixtures = []string{}
	for _, id := range s.Mixtures {
		m, err := b.mixture(id, s.Zone, n.Zone)
		if err != nil {
			return err
		}
		if !slices.Contains(n.Mixtures, m) {
			n.Mixtures = append(n.Mixtures, m)
		}
	}
	if len(n.Mixtures) < s.Technique.Info().Least {
		return fmt.Errorf("the colours of %s come out as one with your tubes, and it needs %d", b.from.Label(b.from.Step(s.ID)), s.Technique.Info().Least)
	}
	n.After, n.Easier = nil, nil
	for _, a := range s.After {
		if id, came := b.ids[a.Step]; came {
			n.After = append(n.After, lesson.After{Step: id, Least: a.Least, Most: a.Most})
		}
	}
	n.ID = lesson.FreeID(s.ID, func(id string) bool { return b.next.Step(id) >= 0 })
	b.ids[s.ID] = n.ID
	return b.do(lesson.Insert{At: at, Step: n})
}

// zone is the zone of the lesson that stands for one of the other: its sky for a sky, its
// largest water for water, otherwise the shape itself.
func (b *bringer) zone(id string) (string, error) {
	if known, ok := b.zones[id]; ok {
		return known, nil
	}
	z, ok := b.from.Zone(id)
	if !ok {
		return "", fmt.Errorf("zone %q is not in that lesson", id)
	}
	if z.Kind == lesson.Sky || z.Kind == lesson.Water {
		var widest lesson.Zone
		for _, o := range b.next.Zones {
			if o.Kind == z.Kind && (widest.ID == "" || lesson.Area(o.Outline) > lesson.Area(widest.Outline)) {
				widest = o
			}
		}
		if widest.ID != "" {
			b.zones[id] = widest.ID
			b.note("“%s” is done on “%s”", z.Name, widest.Name)
			return widest.ID, nil
		}
	}
	n := z
	n.ID = lesson.FreeID(z.ID, func(id string) bool { _, there := b.next.Zone(id); return there })
	n.Plane = b.plane(z.Plane)
	n.Ragged = min(30, z.Ragged*b.scale)
	n.Outline = scene.OnCanvas(b.next, b.moved(z.Outline))
	if len(n.Outline) < 3 || lesson.Area(n.Outline) < 1 {
		return "", fmt.Errorf("“%s” would lie off the canvas", z.Name)
	}
	b.zones[id] = n.ID
	if z.Of != "" {
		of, err := b.zone(z.Of)
		if err != nil {
			return "", err
		}
		n.Of = of
	}
	plane := b.next.Planes[b.next.Plane(n.Plane)]
	b.note("“%s” comes along, in the plane “%s”", z.Name, plane.Name)
	return n.ID, b.do(lesson.SetZone{At: len(b.next.Zones), Zone: n})
}

// plane is the plane of the lesson whose distance is most like.
func (b *bringer) plane(id string) string {
	from := b.from.Planes[b.from.Plane(id)].Distance
	best, least := "", math.Inf(1)
	for _, p := range b.next.Planes {
		if d := math.Abs(math.Log(p.Distance / from)); d < least {
			best, least = p.ID, d
		}
	}
	return best
}

// moved brings an outline to the other canvas so that the horizon stays the horizon.
func (b *bringer) moved(outline []lesson.Point) (out []lesson.Point) {
	from, to := b.from, b.next
	for _, p := range outline {
		y := p.Y * to.View.Horizon / max(1, from.View.Horizon)
		if p.Y > from.View.Horizon {
			y = to.View.Horizon + (p.Y-from.View.Horizon)*(to.Support.Height-to.View.Horizon)/max(1, from.Support.Height-from.View.Horizon)
		}
		out = append(out, lesson.Point{X: p.X * to.Support.Width / from.Support.Width, Y: y})
	}
	return out
}

// mixture is the mixture of the lesson for one of the other where it is laid.
func (b *bringer) mixture(id, zone, target string) (string, error) {
	key := id + " in " + target
	if known, ok := b.mixtures[key]; ok {
		return known, nil
	}
	m, _ := b.from.Mixture(id)
	c, err := b.from.Paints().Colour(m.Parts)
	if err != nil {
		return "", err
	}
	if here, there := distance(b.from, zone), distance(b.next, target); b.from.Haze() != b.next.Haze() {
		c = haze.Moved(haze.Moved(c, here, 0, b.from.Haze()), 0, there, b.next.Haze())
	} else if here != there {
		c = haze.Moved(c, here, there, b.next.Haze())
	}
	best, least := "", math.Inf(1)
	for _, o := range b.next.Mixtures {
		if have, err := b.next.Paints().Colour(o.Parts); err == nil {
			if d := spectrum.DeltaE(have, c); d < least {
				best, least = o.ID, d
			}
		}
	}
	if least <= likeEnough {
		b.mixtures[key] = best
		return best, nil
	}
	add, r, err := Mixture(b.ctx, b.next, m.ID, m.Name, c)
	if err != nil {
		return "", err
	}
	if r.Delta > least { // nothing that can be mixed is nearer than what is there
		b.mixtures[key] = best
		return best, nil
	}
	b.mixtures[key] = add.Mixture.ID
	b.note("“%s” is mixed from your tubes, ΔE00 %.1f from what it would be there", m.Name, r.Delta)
	return add.Mixture.ID, b.do(add)
}

// distance is how far away a zone is, m.
func distance(l *lesson.Lesson, zone string) float64 {
	z, ok := l.Zone(zone)
	if !ok {
		return 0
	}
	return l.Planes[l.Plane(z.Plane)].Distance
}

// tool is a tool of the lesson like one of the other, or that one, as large as the canvas
// asks for.
func (b *bringer) tool(id string) (string, error) {
	if known, ok := b.tools[id]; ok {
		return known, nil
	}
	t, _ := b.from.Tool(id)
	width := max(0.5, math.Round(2*t.Width*b.scale)/2)
	best, least := "", math.Inf(1)
	for _, o := range b.next.Tools {
		if d := math.Abs(math.Log(o.Width / width)); o.Kind == t.Kind && d < least {
			best, least = o.ID, d
		}
	}
	if least <= sizeEnough || best != "" && !t.Kind.Brush() {
		b.tools[id] = best
		return best, nil
	}
	t.Width = min(150, width)
	t.ID = lesson.FreeID(t.ID, func(id string) bool { _, there := b.next.Tool(id); return there })
	b.tools[id] = t.ID
	if err := b.do(lesson.SetTool{At: len(b.next.Tools), Tool: t}); err != nil {
		return "", err
	}
	b.note("the %s is laid out too", b.next.ToolName(t.ID))
	return t.ID, nil
}
