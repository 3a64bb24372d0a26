package sheet

import (
	"context"
	"fmt"
	"math"

	"proxenos/core/film"
	"proxenos/core/kit"
	"proxenos/core/lesson"
	"proxenos/core/recipe"
)

// A Side is where the light of a form comes from.
type Side string

// The lights in which every kind of zone is shown.
const (
	FromLeft  Side = "left"
	FromRight Side = "right"
	Behind    Side = "behind"
)

// Sides lists them in the order of the sheet.
func Sides() []Side { return []Side{FromLeft, FromRight, Behind} }

// bearing is the side as degrees of a lesson's light.
func (s Side) bearing() float64 {
	return map[Side]float64{FromLeft: 285, FromRight: 75, Behind: 0}[s]
}

// Name says in words where the light comes from.
func (s Side) Name() string {
	return map[Side]string{FromLeft: "light from the left", FromRight: "light from the right", Behind: "light from behind"}[s]
}

// Forms lists the kinds of zone on the sheet of forms, in its order.
func Forms() []lesson.ZoneKind {
	var out []lesson.ZoneKind
	for _, k := range kit.All() {
		out = append(out, k.Kind)
	}
	return out
}

// FormLesson is the small lesson that paints a kind of zone as its kit says, in light from a
// side, on a dry toned ground. It fails for a kind that is not on the sheet.
func FormLesson(ctx context.Context, kind lesson.ZoneKind, light Side) (*lesson.Lesson, error) {
	k, ok := kit.Of(kind)
	if !ok {
		return nil, fmt.Errorf("no form is known for %q: use one of %v", kind, Forms())
	}
	l, coats := formed(k, light)
	solver, err := recipe.New(l.Paints(), l.Palette)
	if err != nil {
		return nil, err
	}
	for i, c := range coats {
		r, err := solver.Plain(ctx, c.Near)
		if err != nil {
			return nil, err
		}
		l.Mixtures[i].Parts = recipe.Parts(r.Parts)
	}
	return l, nil
}

// FormWords is what a form is called, and its steps as sentences.
func FormWords(kind lesson.ZoneKind) (name string, says []string) {
	k, _ := kit.Of(kind)
	l, _ := formed(k, FromLeft)
	for _, s := range l.Steps {
		says = append(says, lesson.Say(l, s))
	}
	return k.Name, says
}

// formed is the lesson of a form, whose mixtures, one for each of the coats, are not mixed yet.
func formed(k kit.Kit, light Side) (*lesson.Lesson, []kit.Coat) {
	l := specimen(k.Kind)
	l.Light.From = light.bearing()
	mark := &l.Zones[len(l.Zones)-1]
	mark.Outline, mark.Ragged = standing(k, mark.Outline), k.Ragged
	l.Mixtures = nil
	var all []kit.Coat
	size := math.Sqrt(lesson.Area(mark.Outline))
	for i, p := range k.Passes {
		tool := lesson.Tool{ID: fmt.Sprintf("tool-%d", i+1), Kind: p.Tool, Width: math.Round(max(leastTool, p.Size*size))}
		if p.Tool == lesson.Liner {
			tool.Width = linerWide
		}
		l.Tools = append(l.Tools, tool)
		var coats []string
		for j, c := range p.Coats {
			id := fmt.Sprintf("coat-%d-%d", i+1, j+1)
			l.Mixtures = append(l.Mixtures, lesson.Mixture{ID: id, Name: c.Name})
			all = append(all, c)
			coats = append(coats, id)
		}
		s := laid(fmt.Sprintf("pass-%d", i+1), "mark", p.Technique, tool.ID, p.Load, p.Cover, coats...)
		s.Where, s.Pressure, s.Shares = p.Where, p.Pressure, p.Shares
		l.Steps = append(l.Steps, s)
	}
	return l, all
}

const (
	leastTool = 4.0 // mm
	linerWide = 1.2
	margin    = 4.0  // mm around a form
	formsHigh = 14.0 // mm that what goes across is high at most
)

// standing is the outline of a thing as large as a specimen has room for, by its own
// proportions; drawn for what has none.
func standing(k kit.Kit, drawn []lesson.Point) []lesson.Point {
	wide, high := Width-2*margin, Height-2*margin
	foot := lesson.Point{X: Width / 2, Y: Height - margin}
	switch {
	case k.Wide > 0 && k.High > 0:
		scale := min(wide/k.Wide, high/k.High)
		wide, high = k.Wide*scale, k.High*scale
	case k.Kind == lesson.Hedge || k.Kind == lesson.Surf:
		high = 2 * formsHigh
	}
	if o := k.Outline(foot, wide, high); o != nil {
		return o
	}
	return drawn
}

// Form paints a kind of zone in light from a side.
func Form(ctx context.Context, kind lesson.ZoneKind, light Side) (*film.Film, error) {
	return finished(ctx)(FormLesson(ctx, kind, light))
}
