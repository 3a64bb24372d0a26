package rule

import (
	"fmt"
	"slices"
	"strings"

	"proxenos/core/class"
	"proxenos/core/hazard"
	"proxenos/core/lesson"
	"proxenos/core/paint"
)

// vapourMost is the percent of what its sheet allows that the vapour of a solvent may come to: near a
// jar and over wet paint there is several times as much as in the mean of a room.
const vapourMost = 25.0

var vapour = Rule{
	ID: "safe.vapour", Title: "The air of a class", Severity: Caution, On: Reports, Beyond: true, Choice: true,
	Reason: "Vapour gathers with the jars of a whole class, and there is most of it where people bend over them. This estimates, it does not certify: the product's sheet, local rules and qualified advice go before it.",
	Figure: "the most vapour in the room of a class that is planned, of what the sheet of the solvent allows", Source: "a well-mixed room; a quarter, since near a jar there is several times as much",
	Speaks:  say("in a planned class the vapour comes to over %g %% of the limit that was entered with the solvent; without that it is silent", vapourMost),
	measure: findVapour,
}

func findVapour(c *Context) (out []Finding) {
	if c.Cupboard == nil || len(c.reports()) != len(c.Lesson.Steps) {
		return nil
	}
	for _, planned := range c.Classes {
		a, err := planned.Vapour(c.Lesson, c.reports(), *c.Cupboard)
		if err != nil || a.Limit == 0 {
			continue
		}
		says := fmt.Sprintf("In “%s” on %s the vapour comes to %.0f mg/m³ after %.0f minutes; the sheet allows %g.", planned.Title, planned.Day(), a.Peak, a.PeakAt, a.Limit)
		var would []string
		for _, w := range a.Would {
			would = append(would, fmt.Sprintf("with %s it would be %.0f", w.What, w.Peak))
		}
		if len(would) > 0 {
			says += " " + lesson.Capital(strings.Join(would, "; ")) + "."
		}
		out = append(out, Finding{
			Says: says, Figure: round(100*a.Peak/a.Limit, 0), Unit: "% of the limit", Threshold: vapourMost, Where: planned.ID,
			offers: func() (out []Idea) {
				c.withoutJar(&out)
				if less := c.thinner(0.5); len(less) > 0 {
					c.offer(&out, "half as much solvent in the paint", less)
				}
				return out
			},
		})
	}
	return out
}

// withoutJar has the ideas to wipe, or to take a clean brush, where one goes into the jar: a jar that
// nobody needs stays shut.
func (c *Context) withoutJar(to *[]Idea) {
	if len(class.Rinses(c.Lesson)) == 0 {
		return
	}
	c.offer(to, "wipe brushes instead of rinsing them, and leave the jars shut", c.noRinse(lesson.Wipe))
	c.offer(to, "take another clean brush instead of each rinse, and leave the jars shut", c.noRinse(lesson.Fresh))
}

// noRinse cleans brushes in a way where they go into the jar.
func (c *Context) noRinse(care lesson.Care) (all lesson.All) {
	for _, i := range class.Rinses(c.Lesson) {
		all = append(all, lesson.SetCare{Step: c.Lesson.Steps[i].ID, Care: care})
	}
	return all
}

// thinner lets so many times the solvent into paint that is thinned, and oil instead where it must run;
// nothing where none is.
func (c *Context) thinner(share float64) (all lesson.All) {
	for _, s := range c.Lesson.Steps {
		if was := s.Medium.Solvent; was > 0 {
			less := round(was*share, 0)
			if s.Technique == lesson.LinerPull || s.Technique == lesson.Glaze {
				s.Medium = s.Medium.Oiled(less)
			}
			s.Medium.Solvent = less
			all = append(all, lesson.Change{Step: s})
		}
	}
	return all
}

var minors = Rule{
	ID: "safe.minors", Title: "Somebody is not of age", Severity: Caution, On: Script, Beyond: true, Choice: true,
	Reason: "Young people take up more, and do not always do as told: what carries a warning, and solvent, is left to those of age. Product sheets, local rules and whoever is responsible for them go before this.",
	Figure: "what a lesson uses that the young should do without: paints that carry a warning, solvent", Source: "the marks on tubes",
	Speaks:  "in a planned class somebody is not of age, and it uses a paint that carries a warning, other than the manganese of umbers, or solvent",
	measure: findMinors,
}

func findMinors(c *Context) (out []Finding) {
	marked := slices.DeleteFunc(hazard.Of(c.Lesson).Marked(), func(p paint.Paint) bool { return p.Hazard == "Mn" })
	var uses []string
	for _, p := range marked {
		uses = append(uses, p.Name)
	}
	if len(class.Rinses(c.Lesson)) > 0 {
		uses = append(uses, "solvent to rinse brushes")
	}
	if len(c.thinner(0)) > 0 {
		uses = append(uses, "solvent in paint")
	}
	says := "nothing that they should do without"
	if len(uses) > 0 {
		says = list(uses)
	}
	for _, planned := range c.Classes {
		if !planned.Minors {
			continue
		}
		out = append(out, Finding{
			Says:   fmt.Sprintf("In “%s” on %s somebody is not of age, and the lesson uses %s.", planned.Title, planned.Day(), says),
			Figure: float64(len(uses)), Unit: "of these in use", Threshold: 0, Where: planned.ID,
			offers: func() (out []Idea) {
				for _, p := range marked {
					if idea, delta, ok := c.withoutTube(p.Key); ok && delta <= substituteMost {
						out = append(out, idea)
					}
				}
				c.withoutJar(&out)
				if none := c.thinner(0); len(none) > 0 {
					c.offer(&out, "no solvent in the paint, but oil where it must run", none)
				}
				return out
			},
		})
	}
	return out
}
