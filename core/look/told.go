package look

import (
	"slices"
	"strings"

	"proxenos/core/lesson"
	"proxenos/core/recipe"
	"proxenos/core/spectrum"
)

// mostTold is how many layers of a mend are told one by one; smaller ones are told together.
const mostTold = 4

// told says how a mend was tried that is to be done so, and what it takes.
func (a *Adviser) told(out *ToDo, m Mend) string {
	layers := m.way.layers
	big := slices.Clone(layers)
	slices.SortStableFunc(big, func(x, y layer) int { return y.n - x.n })
	out.Technique, out.Tool = big[0].Step.Technique, a.plan.Lesson.ToolName(big[0].Step.Tool)
	least := big[min(mostTold, len(big))-1].n
	var parts []string
	small := false
	for _, y := range layers {
		a.lay(out, y)
		if len(parts) == mostTold || y.n < least {
			small = true
			continue
		}
		parts = append(parts, a.layerSays(y, m.Fault))
	}
	text := lesson.Capital(strings.Join(parts, "; then "))
	if small {
		text += "; last what is small there, as in the lesson"
	}
	switch m.Kind {
	case Horizon:
		text = "Measure its height from the lower edge at both sides and mark it. Along a straight edge that does not touch the paint: " + strings.ToLower(text[:1]) + text[1:]
	case Corner:
		text += ", until nothing there is lighter than what lies beside it"
	case Value, Colour:
		text += ", around what stands in front"
	}
	return text + "."
}

// layerSays is one layer in words.
func (a *Adviser) layerSays(y layer, f Fault) string {
	s, l := y.Step, a.plan.Lesson
	text := s.Technique.Info().Name
	if s.Technique == lesson.Glaze {
		return text + " " + strings.Join(a.colours(y), " and ") + " thinly over " + f.Name + " with the " + l.ToolName(s.Tool) + ", let down with oil and alkyd; wipe it off where it goes too far"
	}
	if colours := a.colours(y); len(colours) > 0 {
		text += " " + strings.Join(colours, " and ")
	}
	text += " over " + a.over(y, f) + " with the " + l.ToolName(s.Tool)
	var how []string
	if len(s.Mixtures) > 0 || y.Mixed != nil {
		switch s.Load {
		case lesson.FullLoad, lesson.HeavyLoad:
			how = append(how, "well loaded")
		}
		if s.Pressure == lesson.Firmly {
			how = append(how, "pressed into what is dry")
		}
		if s.Cover >= 2 {
			how = append(how, "twice")
		}
	}
	if len(how) > 0 {
		text += ", " + strings.Join(how, " and ")
	}
	return text
}

// over is where a layer goes, in words.
func (a *Adviser) over(y layer, f Fault) string {
	zone := a.plan.zoneOf(y)
	name := a.plan.zones[zone].called()
	switch {
	case f.Kind == Corner && y.Mixed != nil:
		return f.Name
	case f.Kind == Aside && zone == f.zone:
		return "the side of " + name + " that is missing"
	case f.Kind == Aside:
		return "what of " + f.Name + " stands out into " + name
	}
	return name
}

// zoneOf is the zone that a layer is of.
func (p *Plan) zoneOf(y layer) int {
	return slices.IndexFunc(p.zones, func(z part) bool { return z.id == y.Step.Zone })
}

// colours are the names of what a layer lays.
func (a *Adviser) colours(y layer) (out []string) {
	if y.Mixed != nil {
		return []string{strings.ToLower(y.Mixed.Name)}
	}
	for _, id := range y.Step.Mixtures {
		if m, ok := a.plan.Lesson.Mixture(id); ok {
			out = append(out, strings.ToLower(m.Name))
		}
	}
	return out
}

// lay adds to what is to be mixed what a layer takes of it.
func (a *Adviser) lay(out *ToDo, y layer) {
	l := a.plan.Lesson
	mixed := []lesson.Mixture{}
	if y.Mixed != nil {
		mixed = append(mixed, *y.Mixed)
	}
	for _, id := range y.Step.Mixtures {
		if m, ok := l.Mixture(id); ok {
			mixed = append(mixed, m)
		}
	}
	for _, m := range mixed {
		ml := mlOf(float64(y.n)*sq(a.plan.Plate.Mm)) / float64(len(mixed))
		says := recipe.Say(m.Parts)
		if k := slices.IndexFunc(out.Colours, func(p Paste) bool { return p.Says == says }); k >= 0 {
			out.Colours[k].Ml += ml
			continue
		}
		coat, err := l.Coat(m.Parts)
		if err != nil {
			continue
		}
		lab := coat.Masstone(spectrum.D65())
		out.Colours = append(out.Colours, Paste{m.ID, m.Name, says, a.named(m.Parts), lab.RGB().Hex(), lab, y.off, ml})
	}
}
