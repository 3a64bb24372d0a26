package rule

import (
	"fmt"
	"math"

	"proxenos/core/measure"
	"proxenos/core/rehearse"
)

const (
	tierLeast = 4.0  // L* by which overlapping planes should differ where they meet
	meetLeast = 30.0 // mm of common edge from which two planes are said to meet
)

var tiers = Rule{
	ID: "value.tiers", Title: "Planes of the same value", Severity: Caution, On: Finished,
	Figure: "by how much L* two planes differ where they meet", Source: "working default: four L* is what an eye parts at two metres",
	Reason:  "Depth reads by value first: where one plane overlaps another they must differ, or the greyscale runs together.",
	Speaks:  say("two planes differ by under %g L* along %g mm where they meet", tierLeast, meetLeast),
	measure: findTiers,
}

func findTiers(c *Context) (out []Finding) {
	on := c.finished()
	if on == nil {
		return nil
	}
	met := measure.Meetings(on, meetLeast)
	for _, m := range met {
		out = append(out, c.tier(m, met))
	}
	return out
}

// tier judges where two planes meet, one of all that meet.
func (c *Context) tier(m measure.Meeting, met []measure.Meeting) Finding {
	far, near := c.Lesson.Planes[m.Far], c.Lesson.Planes[m.Near]
	diff := m.FarL - m.NearL
	f := Finding{
		Says: fmt.Sprintf("%s and %s differ by only %.1f L* along %.0f cm where they meet.",
			far.Name, near.Name, math.Abs(diff), m.Edge/10),
		Figure: round(math.Abs(diff), 1), Unit: "L*", Threshold: tierLeast, Under: true,
		Where: far.ID + "/" + near.ID, At: rehearse.Spot{X: m.X, Y: m.Y}, OnCanvas: true,
	}
	type side struct {
		step int
		at   float64 // L*
	}
	dark, light := side{m.NearStep, m.NearL}, side{m.FarStep, m.FarL}
	want := tierLeast + 2 - math.Abs(diff) // a little more than just enough
	if near.Distance == far.Distance || diff < 0 {
		dark, light = light, dark // the near one is the lighter already
	}
	for _, s := range []side{dark, light} {
		if s.step >= 0 {
			f.Steps = append(f.Steps, c.Lesson.Steps[s.step].ID)
		}
	}
	f.offers = func() (out []Idea) {
		for _, try := range []struct {
			side
			by float64
		}{{dark, -want}, {light, want}, {dark, -2 * want}, {light, 2 * want}} {
			if e, words, ok := c.shiftAll(try.step, try.by); ok {
				c.offer(&out, words, e)
			}
		}
		for _, try := range []struct {
			side
			by float64
		}{{dark, -want}, {light, want}} {
			if e, words, ok := c.shiftPassage(try.step, try.by); ok {
				c.offer(&out, words, e)
			}
		}
		if math.Abs(diff) < tierLeast/2 { // which of them is to be the lighter is open
			other := tierLeast + 2 + math.Abs(diff)
			for _, try := range []struct {
				side
				by float64
			}{{light, -other}, {dark, other}} {
				if e, words, ok := c.shiftAll(try.step, try.by); ok {
					c.offer(&out, words, e)
				}
			}
		}
		c.movedApart(&out, met)
		return out
	}
	return f
}
