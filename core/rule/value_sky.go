package rule

import (
	"fmt"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/spectrum"
)

const (
	skyDarker = 6.0  // L* by which a sky may be darker at the horizon than above
	skyShare  = 0.1  // share of the canvas from which a sky has room to change
	skyBand   = 0.25 // share of what shows of it that is its top, and its foot
)

var sky = Rule{
	ID: "value.sky", Title: "The sky darkens toward the horizon", Severity: Note, On: Finished, Choice: true,
	Reason: "One looks through more air toward the horizon: there the sky is lighter and weaker, with a touch of warmth. Upside down it hangs like a curtain; only a storm may.",
	Figure: "by how much L* the foot of the sky is darker than its top", Source: "working default: somewhat over half a step of nine",
	Speaks:  say("the lowest quarter of the sky is over %g L* darker than its highest", skyDarker),
	measure: findSky,
}

func findSky(c *Context) []Finding {
	if c.finished() == nil {
		return nil
	}
	l, p := c.Lesson, c.seen()
	var air []look // from the top down: looks go by rows
	shows := map[int]int{}
	for _, k := range p.looks {
		if z, _ := l.Zone(l.Steps[k.step].Zone); z.Kind == lesson.Sky {
			air = append(air, k)
			shows[k.step]++
		}
	}
	if float64(len(air)) < skyShare*p.total {
		return nil
	}
	main := air[0].step
	for step, n := range shows {
		if n > shows[main] || n == shows[main] && step < main {
			main = step
		}
	}
	mean := func(part []look) (m spectrum.Lab) {
		for _, k := range part {
			m = plus(m, times(k.lab, 1/float64(len(part))))
		}
		return m
	}
	band := int(skyBand * float64(len(air)))
	top, foot := mean(air[:band]), mean(air[len(air)-band:])
	s := l.Steps[main]
	return []Finding{{
		Says:   fmt.Sprintf("The foot of the sky is %.0f L* darker than its top.", top.L-foot.L),
		Figure: round(top.L-foot.L, 1), Unit: "L*", Threshold: skyDarker, Steps: []string{s.ID}, Where: s.Zone, At: rehearse.Spot{X: l.Support.Width / 2, Y: l.View.Horizon / 2}, OnCanvas: true,
		offers: func() (out []Idea) {
			if len(s.Mixtures) > 1 {
				c.changed(&out, "lay its mixtures the other way round, the lightest at the horizon", s, func(n *lesson.Step) {
					n.Mixtures, n.Shares = slices.Clone(s.Mixtures), slices.Clone(s.Shares)
					slices.Reverse(n.Mixtures)
					slices.Reverse(n.Shares)
				})
				low := s.Mixtures[len(s.Mixtures)-1]
				for _, more := range []float64{2, 6} {
					if e, words, ok := c.shift(low, top.L-foot.L+more); ok {
						c.offer(&out, words, e)
					}
				}
			}
			return out
		},
	}}
}
