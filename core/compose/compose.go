// Package compose arranges a picture: edits that put a thing into the scene at a depth,
// make another like it, mirror it, repeat it farther or nearer with its size and colour
// following, throw its shadow, show it in the water, or move the horizon. Every function
// is pure and returns an edit for the lesson it is given.
package compose

import (
	"context"
	"fmt"
	"math"
	"slices"

	"proxenos/core/haze"
	"proxenos/core/lesson"
	"proxenos/core/recipe"
	"proxenos/core/scene"
)

// Another makes the hand follow a zone's shape in another way.
func Another(l *lesson.Lesson, zone string) (lesson.Edit, error) {
	z, err := find(l, zone)
	if err != nil {
		return nil, err
	}
	z.Seed++
	if z.Ragged == 0 {
		z.Ragged = 2
	}
	return lesson.SetZone{Zone: z}, nil
}

// Mirror turns a zone around its own middle, left to right.
func Mirror(l *lesson.Lesson, zone string) (lesson.Edit, error) {
	z, err := find(l, zone)
	if err != nil {
		return nil, err
	}
	left, right := math.Inf(1), math.Inf(-1)
	for _, p := range z.Outline {
		left, right = min(left, p.X), max(right, p.X)
	}
	outline := slices.Clone(z.Outline)
	for i, p := range outline {
		outline[i].X = math.Round((left+right-p.X)*10) / 10 // as outlines are kept
	}
	slices.Reverse(outline) // it goes around the same way as before
	return lesson.Reshape{Zone: zone, Outline: outline}, nil
}

// TakeOut takes a zone out of the picture, with the steps that paint it; what it cast
// stays, as shapes of their own.
func TakeOut(l *lesson.Lesson, zone string) (lesson.Edit, error) {
	if _, err := find(l, zone); err != nil {
		return nil, err
	}
	var all lesson.All
	for _, s := range l.Steps {
		if s.Zone == zone {
			all = append(all, lesson.Remove{Step: s.ID})
		}
	}
	if len(all) == len(l.Steps) {
		return nil, fmt.Errorf("nothing else is painted: add something before “%s” goes", zone)
	}
	for _, z := range l.Zones {
		if z.Of == zone {
			z.Of = ""
			all = append(all, lesson.SetZone{Zone: z})
		}
	}
	return append(all, lesson.RemoveZone{Zone: zone}), nil
}

// Repeat puts a copy of a zone into another plane: as much smaller as it is farther,
// standing on the ground there, and painted by the same steps in colours that the air
// between has changed. The copy stands across mm to the right of where perspective
// alone would put it.
func Repeat(ctx context.Context, l *lesson.Lesson, zone, plane string, across float64) (lesson.Edit, error) {
	z, err := find(l, zone)
	if err != nil {
		return nil, err
	}
	from, to := l.Plane(z.Plane), l.Plane(plane)
	if to < 0 {
		return nil, fmt.Errorf("plane %q is not in the lesson: name one that is", plane)
	}
	k := l.Planes[from].Distance / l.Planes[to].Distance
	middle := 0.0
	for _, p := range z.Outline {
		middle += p.X / float64(len(z.Outline))
	}
	copied := z
	copied.ID, copied.Plane, copied.Seed = free(l, z.ID), plane, z.Seed+1
	copied.Name = shorten(z.Name + ", " + l.Planes[to].Name)
	copied.Ragged = math.Round(10*min(30, z.Ragged*k)) / 10
	copied.Of = ""
	copied.Outline = nil
	for _, p := range z.Outline {
		copied.Outline = append(copied.Outline, lesson.Point{
			X: middle + (p.X-middle)*k + across, Y: l.View.Horizon + (p.Y-l.View.Horizon)*k})
	}
	if copied.Outline = scene.OnCanvas(l, copied.Outline); copied.Outline == nil {
		return nil, fmt.Errorf("at %g m “%s” would lie off the canvas: choose another plane", l.Planes[to].Distance, z.Name)
	}
	if lesson.Area(copied.Outline) < leastArea {
		return nil, fmt.Errorf("at %g m “%s” would be smaller than a touch of the brush: choose a nearer plane", l.Planes[to].Distance, z.Name)
	}
	all := lesson.All{lesson.SetZone{At: len(l.Zones), Zone: copied}}
	steps, err := follow(ctx, l, z, copied, l.Planes[from].Distance, l.Planes[to].Distance)
	if err != nil {
		return nil, err
	}
	return append(all, steps...), nil
}

// leastArea is the smallest thing worth a zone, mm².
const leastArea = 4.0

// follow copies the steps of a zone for its copy, with mixtures for its distance, to the
// place in the script where that depth is painted.
func follow(ctx context.Context, l *lesson.Lesson, z, copied lesson.Zone, was, is float64) (lesson.All, error) {
	var all lesson.All
	mixed := map[string]string{}
	at := placeFor(l, copied.Plane)
	taken := map[string]bool{}
	for _, s := range l.Steps {
		if s.Zone != z.ID {
			continue
		}
		n := s
		n.Zone = copied.ID
		n.ID = lesson.FreeID(s.ID, func(id string) bool { return l.Step(id) >= 0 || taken[id] })
		taken[n.ID] = true
		n.Mixtures = slices.Clone(s.Mixtures)
		for i, id := range n.Mixtures {
			m, ok := mixed[id]
			if !ok {
				var e lesson.Edit
				var err error
				if m, e, err = through(ctx, l, id, was, is, mixed); err != nil {
					return nil, err
				}
				if e != nil {
					all = append(all, e)
				}
				mixed[id] = m
			}
			n.Mixtures[i] = m
		}
		all = append(all, lesson.Insert{At: at, Step: n})
		at++
	}
	return all, nil
}

// through is the mixture that another takes the place of at a distance: seen through
// more or less air. Nearer things get back what the air took.
func through(ctx context.Context, l *lesson.Lesson, id string, was, is float64, mixed map[string]string) (string, lesson.Edit, error) {
	m, ok := l.Mixture(id)
	if !ok || math.Abs(was-is) < 0.05*was {
		return id, nil, nil
	}
	now, err := l.Paints().Colour(m.Parts)
	if err != nil {
		return "", nil, err
	}
	target := haze.Moved(now, was, is, l.Haze())
	solver, err := recipe.New(l.Paints(), l.Palette)
	if err != nil {
		return "", nil, err
	}
	a, err := solver.Solve(ctx, target, recipe.Options{Whole: true, Want: 1})
	if err != nil {
		return "", nil, err
	}
	used := func(id string) bool {
		if _, there := l.Mixture(id); there {
			return true
		}
		for _, v := range mixed {
			if v == id {
				return true
			}
		}
		return false
	}
	fresh := lesson.Mixture{ID: lesson.FreeID(id, used), Name: shorten(fmt.Sprintf("%s at %g m", m.Name, is)), Parts: recipe.Parts(a.Recipes[0].Parts)}
	return fresh.ID, lesson.AddMixture{Mixture: fresh}, nil
}

// placeFor is where in the script a plane's new steps go: after the last step of its own
// plane or of one farther back.
func placeFor(l *lesson.Lesson, plane string) int {
	depth, at := l.Plane(plane), 0
	for i, s := range l.Steps {
		if p := l.PlaneOf(s); p >= 0 && p <= depth {
			at = i + 1
		}
	}
	return at
}

// Shadow adds the shadow that a zone casts on the ground, painted in a darker mixture of
// what lies there.
func Shadow(ctx context.Context, l *lesson.Lesson, zone string) (lesson.Edit, error) {
	z, err := find(l, zone)
	if err != nil {
		return nil, err
	}
	outline := scene.ShadowOf(l, z, 0)
	if len(outline) < 3 {
		return nil, fmt.Errorf("“%s” throws no shadow on ground that shows: let the light stand higher or to a side", z.Name)
	}
	return cast(ctx, l, z, lesson.Shadow, "Shadow of ", outline, lesson.LongPull)
}

// Reflection adds the image of a zone in the water.
func Reflection(ctx context.Context, l *lesson.Lesson, zone string) (lesson.Edit, error) {
	z, err := find(l, zone)
	if err != nil {
		return nil, err
	}
	outline := scene.ReflectionOf(l, z)
	if len(outline) < 3 {
		return nil, fmt.Errorf("the image of “%s” lies off the canvas", z.Name)
	}
	return cast(ctx, l, z, lesson.Image, "Reflection of ", outline, lesson.PullDown)
}

// cast adds what a zone casts, and a step for it: of a shadow before the zone's own first
// step, for the zone stands on it, of a reflection after its last, for it takes its colours
// from it.
func cast(ctx context.Context, l *lesson.Lesson, z lesson.Zone, kind lesson.ZoneKind, prefix string, outline []lesson.Point, how lesson.Technique) (lesson.Edit, error) {
	if z.Kind == lesson.Shadow || z.Kind == lesson.Image {
		return nil, fmt.Errorf("“%s” is cast itself: choose what stands", z.Name)
	}
	first := slices.IndexFunc(l.Steps, func(s lesson.Step) bool { return s.Zone == z.ID && len(s.Mixtures) > 0 })
	if first < 0 {
		return nil, fmt.Errorf("no step paints “%s” yet: paint it first", z.Name)
	}
	tool, ok := l.ToolFor(how, 12)
	if !ok {
		return nil, fmt.Errorf("none of the lesson's tools can %s: add a flat or filbert", how.Info().Verb())
	}
	id := lesson.FreeID(z.ID+"-"+string(kind), func(id string) bool { _, there := l.Zone(id); return there })
	made := lesson.Zone{ID: id, Name: shorten(prefix + z.Name), Plane: z.Plane, Kind: kind, Of: z.ID, Ragged: 1, Outline: outline}
	m, _ := l.Mixture(l.Steps[first].Mixtures[0])
	now, err := l.Paints().Colour(m.Parts)
	if err != nil {
		return nil, err
	}
	target := now
	target.L, target.A, target.B = now.L*0.72, now.A*0.7, now.B*0.7-4 // dark, weak and on the blue side
	if kind == lesson.Image {                                         // toward the middle grey, as water has it
		target.L, target.A, target.B = now.L+(50-now.L)*0.3, now.A*0.75, now.B*0.75-2
	}
	parts, err := mixed(ctx, l, target)
	if err != nil {
		return nil, err
	}
	mixture := lesson.Mixture{ID: lesson.FreeID(id, func(id string) bool { _, there := l.Mixture(id); return there }), Name: shorten(prefix + z.Name), Parts: parts}
	step := lesson.Step{ID: lesson.FreeID(id, func(id string) bool { return l.Step(id) >= 0 }), Zone: id, Where: lesson.Whole, Technique: how, Tool: tool.ID,
		Mixtures: []string{mixture.ID}, Load: lesson.FullLoad, Pressure: lesson.Lightly, Care: lesson.Fresh, Cover: 1.1, Minutes: 2, Words: prefix + z.Name + ", flat and soft, before the thing itself."}
	at := first
	if kind == lesson.Image {
		step.Words = prefix + z.Name + ", pulled straight down, then one light level pass."
		for i, s := range l.Steps {
			if s.Zone == z.ID {
				at = i + 1
			}
		}
	}
	return lesson.All{lesson.SetZone{At: len(l.Zones), Zone: made}, lesson.AddMixture{Mixture: mixture}, lesson.Insert{At: at, Step: step}}, nil
}

// Horizon moves the horizon to a height, mm, and everything with it: what is above is
// squeezed or stretched between it and the upper edge, what is below to the lower.
func Horizon(l *lesson.Lesson, y float64) (lesson.Edit, error) {
	h := l.Support.Height
	if !(y >= 0.1*h && y <= 0.9*h) {
		return nil, fmt.Errorf("the horizon at %g mm: put it between %g and %g", y, 0.1*h, 0.9*h)
	}
	was := l.View.Horizon
	if was <= 0 || was >= h {
		return nil, fmt.Errorf("the horizon stands at the edge, at %g mm: set it on the canvas first", was)
	}
	move := func(v float64) float64 {
		if v <= was {
			v = v * y / was
		} else {
			v = y + (v-was)*(h-y)/(h-was)
		}
		return math.Round(10*min(h, max(0, v))) / 10
	}
	e := lesson.SceneOf(l)
	e.View.Horizon = math.Round(10*y) / 10
	e.Focal.Y = move(e.Focal.Y)
	all := lesson.All{e}
	for _, z := range l.Zones {
		outline := slices.Clone(z.Outline)
		round, n := 0.0, float64(len(outline))
		for _, p := range outline {
			round += p.Y / n
		}
		for i, p := range outline {
			if outline[i].Y = move(p.Y); z.Kind == lesson.Disc { // a moon stays round
				outline[i].Y = math.Round(10*min(h, max(0, p.Y+move(round)-round))) / 10
			}
		}
		all = append(all, lesson.Reshape{Zone: z.ID, Outline: outline})
	}
	return all, nil
}

func find(l *lesson.Lesson, zone string) (lesson.Zone, error) {
	z, ok := l.Zone(zone)
	if !ok {
		return z, fmt.Errorf("zone %q is not in the lesson: name one that is", zone)
	}
	return z, nil
}

func free(l *lesson.Lesson, id string) string {
	return lesson.FreeID(id, func(id string) bool { _, there := l.Zone(id); return there })
}

func shorten(name string) string {
	if r := []rune(name); len(r) > 60 {
		return string(r[:60])
	}
	return name
}
