package rule

import (
	"fmt"

	"proxenos/core/lesson"
)

// refusedLeast is how many cm² must refuse acrylic before it is worth a word.
const refusedLeast = 0.5

var acrylic = Rule{
	ID: "film.acrylic-over-oil", Title: "Acrylic over oil", Severity: Stop, On: Step,
	Figure: "the area of oil on which acrylic is to go", Source: "working default: half a square centimetre is a corner of an edge",
	Reason:  "Acrylic does not hold on oil, wet or dry: it crawls, and peels later. Oil may go over dry acrylic, never the other way round.",
	Speaks:  say("acrylic is to go over oil: over %g cm² refuse it", refusedLeast),
	measure: findAcrylic,
}

func findAcrylic(c *Context) (out []Finding) {
	l := c.Lesson
	for i, p := range c.reports() {
		s := l.Steps[i]
		out = append(out, Finding{
			Says:   fmt.Sprintf("%s paints in acrylic where oil lies: on %.0f cm² it does not take.", lesson.Capital(l.Label(i)), p.Refused),
			Figure: round(p.Refused, 1), Unit: "cm²", Threshold: refusedLeast, Steps: []string{s.ID}, Where: s.ID,
			offers: func() (out []Idea) {
				c.changed(&out, "paint it in oil", s, func(n *lesson.Step) { n.Medium = lesson.Medium{} })
				if first := firstOil(l); first < i && l.Base.Kind == lesson.NoBase {
					c.offer(&out, fmt.Sprintf("move it to place %d, before the first oil", first+1), lesson.Move{Step: s.ID, To: first})
				}
				return out
			},
		})
	}
	return out
}

// firstOil is the place of the first step that brings oil on the canvas.
func firstOil(l *lesson.Lesson) int {
	for i, s := range l.Steps {
		if !s.Medium.Acrylic && (len(s.Mixtures) > 0 || s.Medium.Total() > 0) {
			return i
		}
	}
	return len(l.Steps)
}
