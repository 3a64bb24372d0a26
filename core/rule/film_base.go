package rule

import (
	"fmt"
	"slices"

	"proxenos/core/lesson"
)

const (
	baseMost  = 20.0 // µm of wet coat above which marks slide
	baseLeast = 5.0  // µm below which a blend drags
)

var baseHeavy = Rule{
	ID: "film.base-heavy", Title: "The base coat is too heavy", Severity: Caution, On: Script,
	Reason: "Just enough wet coat that a finger comes away with a faint smear, 8 to 15 µm: above about 20 marks slide and everything greys.",
	Figure: "how thick the wet base coat is", Source: "working default of the craft, 8 to 15 µm",
	Speaks:  say("the wet base coat is over %g µm", baseMost),
	measure: findBaseHeavy,
}

var baseThin = Rule{
	ID: "film.base-thin", Title: "The base coat is too thin for a blend", Severity: Note, On: Script,
	Reason: "Below about 5 µm on an absorbent ground the brush drags, and a sky does not grade by itself.",
	Figure: "how thick the wet base coat is where a step blends into it", Source: "working default of the craft, 8 to 15 µm",
	Speaks:  say("a white base coat is under %g µm where a step blends into it", baseLeast),
	measure: findBaseThin,
}

// wetBase has the idea of another base coat.
func (c *Context) wetBase(thickness float64) func() []Idea {
	return func() (out []Idea) {
		e := lesson.GroundOf(c.Lesson)
		e.Base.Thickness = thickness
		c.offer(&out, fmt.Sprintf("lay the base coat %.0f µm thick", thickness), e)
		return out
	}
}

func findBaseHeavy(c *Context) []Finding {
	b := c.Lesson.Base
	if b.Kind == lesson.NoBase {
		return nil
	}
	return []Finding{{Says: fmt.Sprintf("The wet base coat is %g µm thick.", b.Thickness), Figure: b.Thickness, Unit: "µm", Threshold: baseMost, Where: "base",
		offers: c.wetBase(12)}}
}

func findBaseThin(c *Context) []Finding {
	l := c.Lesson
	b := l.Base
	if b.Kind == lesson.NoBase || b.Kind == lesson.ClearBase {
		return nil // a rubbed-in couch of clear medium is 1 to 3 µm, and wiped off
	}
	for _, s := range l.Steps {
		if s.Technique == lesson.CrissCross && (len(b.Zones) == 0 || slices.Contains(b.Zones, s.Zone)) {
			return []Finding{{Says: fmt.Sprintf("The wet base coat is %g µm thick where %s is to blend.", b.Thickness, l.Label(l.Step(s.ID))),
				Figure: b.Thickness, Unit: "µm", Threshold: baseLeast, Under: true, Where: "base", Steps: []string{s.ID}, offers: c.wetBase(10)}}
		}
	}
	return nil
}
