package rule

import (
	"fmt"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/spectrum"
)

const (
	lostDelta = 4.0 // ΔE00 from what surrounds it below which a mark is lost at two metres
	lostArea  = 0.5 // cm² of it that must show, or others speak
	lostReach = 4.0 // mm around a mark that surround it
)

var lostLight = Rule{
	ID: "value.lost-light", Title: "Marks that vanish", Severity: Note, On: Finished,
	Reason: "A light shows against something darker and a dark against something lighter: grass on sand of the same value, or reeds on water, is work that nobody sees.",
	Figure: "by how much the marks of a step differ from what surrounds them", Source: "working default: ΔE00 4 is what an eye parts at two metres",
	Speaks:  say("what shows of separate marks differs by under ΔE00 %g from what surrounds it within %g mm", lostDelta, lostReach),
	measure: findLost,
}

// apartMarks are the techniques whose marks stand by themselves on what is there.
var apartMarks = []lesson.Technique{lesson.FanEdge, lesson.PushUp, lesson.LinerPull, lesson.Dab, lesson.Comma, lesson.KnifeLine, lesson.DoubleLoad}

func findLost(c *Context) (out []Finding) {
	on := c.finished()
	if on == nil {
		return nil
	}
	for i, s := range c.Lesson.Steps {
		if !slices.Contains(apartMarks, s.Technique) || len(s.Mixtures) == 0 || on.Reports[i].Area < lostArea {
			continue
		}
		mine, around, beside, ok := c.surrounded(on, i)
		if !ok {
			continue
		}
		b := c.Lesson.Steps[beside]
		delta := spectrum.DeltaE(mine, around)
		out = append(out, Finding{
			Says: fmt.Sprintf("What shows of %s differs by ΔE %.1f from what surrounds it, mostly %s: nobody sees it.",
				c.Lesson.Label(i), delta, c.Lesson.Label(beside)),
			Figure: round(delta, 1), Unit: "ΔE00", Threshold: lostDelta, Under: true, Steps: []string{s.ID, b.ID}, Where: s.ID, At: on.Reports[i].Sight.Middle(), OnCanvas: true,
			offers: func() (out []Idea) {
				by := lostDelta + 4 - delta
				if mine.L < around.L {
					by = -by
				}
				for _, k := range []float64{1, 2} {
					if e, words, ok := c.shiftAll(i, k*by); ok {
						c.offer(&out, words, e)
					}
					if e, words, ok := c.shiftAll(beside, -k*by); ok {
						c.offer(&out, words, e)
					}
				}
				if e, words, ok := c.shiftPassage(beside, -by); ok {
					c.offer(&out, words, e)
				}
				return out
			},
		})
	}
	return out
}

// surrounded is the mean colour of what shows of a step, of what shows within lostReach of it and
// is laid of other paint, and the step that shows most of that; ok is false where either hardly
// shows.
func (c *Context) surrounded(on *rehearse.Rehearsal, i int) (mine, around spectrum.Lab, beside int, ok bool) {
	f := on.Final
	reach := max(1, int(math.Round(lostReach/f.Cell)))
	near := make([]bool, f.W*f.H)
	var n, m float64
	box := on.Reports[i].Sight
	for y := max(0, int(box.Y0/f.Cell)-1); y < min(f.H, int(box.Y1/f.Cell)+1); y++ {
		for x := max(0, int(box.X0/f.Cell)-1); x < min(f.W, int(box.X1/f.Cell)+1); x++ {
			if on.Owner[y*f.W+x] != int16(i) {
				continue
			}
			mine = plus(mine, f.Colour(x, y))
			n++
			for v := max(0, y-reach); v <= min(f.H-1, y+reach); v += reach {
				for u := max(0, x-reach); u <= min(f.W-1, x+reach); u += reach {
					near[v*f.W+u] = true
				}
			}
		}
	}
	by := map[int16]int{}
	for k, is := range near {
		o := on.Owner[k]
		if !is || o == int16(i) || o < 0 || c.samePaint(i, int(o)) {
			continue
		}
		around = plus(around, f.Colour(k%f.W, k/f.W))
		m++
		by[o]++
	}
	least := lostArea * 100 / (f.Cell * f.Cell)
	if n < least || m < least/4 {
		return mine, around, 0, false
	}
	most := int16(-1)
	for o, count := range by {
		if most < 0 || count > by[most] || count == by[most] && o < most {
			most = o
		}
	}
	return times(mine, 1/n), times(around, 1/m), int(most), true
}
