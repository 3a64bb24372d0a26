package compose

import (
	"context"
	"fmt"
	"math"
	"slices"

	"proxenos/core/haze"
	"proxenos/core/kit"
	"proxenos/core/lesson"
	"proxenos/core/recipe"
	"proxenos/core/scene"
	"proxenos/core/spectrum"
)

// A Thing is something that can be added, with how it stands.
type Thing struct {
	lesson.Term
	Shape []lesson.Point `json:"shape" doc:"its outline in a box one wide and one high, the foot at the bottom"`
	Slim  float64        `json:"slim" doc:"how wide it is for its height"`
}

// Kinds says what can be added, by kind.
func Kinds() (out []Thing) {
	for _, k := range kit.Addable() {
		meaning := "Goes across the picture."
		slim := 3.0
		switch {
		case k.Wide > 0 && k.High > 0:
			meaning = fmt.Sprintf("About %g m wide and %g m high.", k.Wide, k.High)
			slim = k.Wide / k.High
		case k.Wide > 0:
			meaning = fmt.Sprintf("About %g m wide, into the distance.", k.Wide)
			slim = 1
		case k.High == 0:
			meaning = "Hangs in the sky."
			slim = 2
		}
		shape := k.Outline(lesson.Point{X: 0.5, Y: 1}, 1, 1)
		for i, p := range shape { // no figure of a drawing needs more places
			shape[i] = lesson.Point{X: math.Round(p.X*1000) / 1000, Y: math.Round(p.Y*1000) / 1000}
		}
		out = append(out, Thing{lesson.Term{ID: string(k.Kind), Name: k.Name, Meaning: meaning}, shape, slim})
	}
	return out
}

// Add puts a thing of a kind into a plane, its middle at x mm: as large as such things
// are at that distance, standing on the ground there, in colours that the air has
// changed, with the steps in which it is usually painted. Colours that the lesson has, or has
// nearly, are not mixed again.
func Add(ctx context.Context, l *lesson.Lesson, kind lesson.ZoneKind, plane string, x float64) (lesson.Edit, error) {
	k, ok := kit.Of(kind)
	if !ok || !slices.ContainsFunc(kit.Addable(), func(o kit.Kit) bool { return o.Kind == kind }) {
		return nil, fmt.Errorf("kind %q cannot be added: draw it as a zone", kind)
	}
	p := l.Plane(plane)
	if p < 0 {
		return nil, fmt.Errorf("plane %q is not in the lesson: name one that is", plane)
	}
	if !(x >= 0 && x <= l.Support.Width) {
		return nil, fmt.Errorf("x is %g mm: give 0 to %g", x, l.Support.Width)
	}
	d := l.Planes[p].Distance
	outline := k.At(l, d, x)
	if outline == nil {
		return nil, fmt.Errorf("%s would lie off the canvas at %g m: choose another plane", k.Name, d)
	}
	zone := lesson.Zone{ID: free(l, string(kind)), Name: k.Name, Plane: plane, Kind: kind, Ragged: k.Ragged, Outline: outline}
	all := lesson.All{lesson.SetZone{At: len(l.Zones), Zone: zone}}
	mixed := piles{l: l}
	taken := map[string]bool{}
	size := math.Sqrt(lesson.Area(outline))
	at := placeFor(l, plane)
	for _, pass := range k.Passes {
		tool, ok := pass.ToolOf(l, size)
		if !ok {
			return nil, fmt.Errorf("none of the lesson's tools can %s: add one", pass.Technique.Info().Verb())
		}
		s := lesson.Step{ID: lesson.FreeID(zone.ID, func(id string) bool { return l.Step(id) >= 0 || taken[id] }), Zone: zone.ID, Where: pass.Where, Technique: pass.Technique, Tool: tool.ID,
			Load: pass.Load, Pressure: pass.Pressure, Care: lesson.Fresh, Cover: pass.Cover, Minutes: pass.Minutes, Words: pass.Words}
		for _, c := range pass.Coats {
			id, err := mixed.pile(ctx, c.Name, haze.Moved(c.Near, 0, d, l.Haze()))
			if err != nil {
				return nil, err
			}
			if !slices.Contains(s.Mixtures, id) {
				s.Mixtures = append(s.Mixtures, id)
			}
		}
		if len(s.Mixtures) < pass.Technique.Info().Least { // both sides came to one colour in the air
			s.Technique = lesson.PullDown
			if tool, ok = l.ToolFor(s.Technique, tool.Width); ok {
				s.Tool = tool.ID
			}
		}
		if len(s.Mixtures) == len(pass.Coats) {
			s.Shares = pass.Shares
		}
		taken[s.ID] = true
		all = append(all, lesson.Insert{At: at, Step: s})
		at++
	}
	return append(mixed.added, all...), nil
}

// piles finds mixtures for what is added: those that the lesson has, and new ones.
type piles struct {
	l     *lesson.Lesson
	added lesson.All
	fresh []lesson.Mixture
}

func (p *piles) pile(ctx context.Context, name string, c spectrum.Lab) (string, error) {
	if id, ok := kit.Near(p.l, p.fresh, c); ok {
		return id, nil
	}
	parts, err := mixed(ctx, p.l, c)
	if err != nil {
		return "", err
	}
	if came, err := p.l.Paints().Colour(parts); err == nil { // as near as these tubes come
		if id, ok := kit.Near(p.l, p.fresh, came); ok {
			return id, nil
		}
	}
	there := func(id string) bool {
		_, has := p.l.Mixture(id)
		return has || slices.ContainsFunc(p.fresh, func(m lesson.Mixture) bool { return m.ID == id })
	}
	m := lesson.Mixture{ID: lesson.FreeID(lesson.Slug(name), there), Name: shorten(name), Parts: parts}
	p.fresh = append(p.fresh, m)
	p.added = append(p.added, lesson.AddMixture{Mixture: m})
	return m.ID, nil
}

// mixed is the lesson's recipe for a colour, as one would write it on a card.
func mixed(ctx context.Context, l *lesson.Lesson, c spectrum.Lab) ([]lesson.Part, error) {
	s, err := recipe.New(l.Paints(), l.Palette)
	if err != nil {
		return nil, err
	}
	best, err := s.Plain(ctx, c)
	return recipe.Parts(best.Parts), err
}

// Mixture adds a mixture for a colour, of the lesson's tubes; the recipe says how near it
// comes. id is what its id begins with.
func Mixture(ctx context.Context, l *lesson.Lesson, id, name string, c spectrum.Lab) (lesson.AddMixture, recipe.Recipe, error) {
	s, err := recipe.New(l.Paints(), l.Palette)
	if err != nil {
		return lesson.AddMixture{}, recipe.Recipe{}, err
	}
	a, err := s.Solve(ctx, c, recipe.Options{Want: 1})
	if err != nil {
		return lesson.AddMixture{}, recipe.Recipe{}, err
	}
	best := a.Recipes[0]
	taken := func(id string) bool { _, there := l.Mixture(id); return there }
	return lesson.AddMixture{Mixture: lesson.Mixture{ID: lesson.FreeID(id, taken), Name: shorten(name), Parts: recipe.Parts(best.Parts)}}, best, nil
}

// PlaneAt is the plane whose ground lies nearest to a height on the canvas, y mm; above the horizon
// it is the farthest, or the sky's.
func PlaneAt(l *lesson.Lesson, y float64) string {
	best, least := l.Planes[0].ID, math.Inf(1)
	if y <= l.View.Horizon {
		return best
	}
	for _, p := range l.Planes {
		if d := math.Abs(scene.GroundY(l, p.Distance) - y); d < least {
			best, least = p.ID, d
		}
	}
	return best
}

// Makes is the zone that an edit puts into a lesson; none where it makes none.
func Makes(l *lesson.Lesson, e lesson.Edit) string {
	next, _, err := e.Apply(l)
	if err != nil || len(next.Zones) <= len(l.Zones) {
		return ""
	}
	for _, z := range next.Zones {
		if _, there := l.Zone(z.ID); !there {
			return z.ID
		}
	}
	return ""
}
