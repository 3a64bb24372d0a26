package rule

import (
	"fmt"

	"proxenos/core/hazard"
)

var pigment = Rule{
	ID: "safe.pigment", Title: "A warning that can be done without", Severity: Note, On: Script,
	Reason: "Paints that carry a warning need care: no food, clean hands, no dry sanding. Where another gives the same colours, a class is easier without. Product sheets and local rules go before this.",
	Figure: "the mixtures that use a paint which carries a warning", Source: "the marks on tubes; ΔE00 3 is what an eye sees of two colours side by side",
	Speaks:  say("a paint that carries a warning, other than the manganese of umbers, is used, and others on the palette give its mixtures within ΔE00 %g", nearEnough),
	measure: findPigment,
}

// findPigment speaks only where there is something to do: what nothing stands in for is named on
// the safety sheet, with its caution.
func findPigment(c *Context) (out []Finding) {
	for _, p := range hazard.Of(c.Lesson).Marked() {
		if p.Hazard == "Mn" {
			continue // of earths; the safety sheet has its caution
		}
		idea, delta, ok := c.withoutTube(p.Key)
		if !ok || delta > nearEnough {
			continue
		}
		steps := c.stepsWith(p.Key)
		var used float64
		for _, m := range c.Lesson.Mixtures {
			for _, part := range m.Parts {
				if part.Paint == p.Key {
					used++
				}
			}
		}
		out = append(out, Finding{
			Says:   fmt.Sprintf("%s carries a warning, and the other paints give its %.0f mixtures within ΔE %.1f.", p.Name, used, delta),
			Figure: used, Unit: "mixtures", Threshold: 0, Steps: steps[:min(1, len(steps))], Where: p.Key,
			offers: func() []Idea { return []Idea{idea} },
		})
	}
	return out
}
