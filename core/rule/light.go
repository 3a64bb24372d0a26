package rule

import (
	"fmt"
	"math"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/scene"
)

const (
	litMost      = 5.0 // L* by which a shaded side may be lighter than a lit one
	facingEnough = 0.25
	sideShare    = 0.004
	sideWide     = 5.0  // mm on average from which a thing has two sides that one can tell apart
	turnMost     = 90.0 // degrees by which a cast shadow may lie beside its direction
)

var side = Rule{
	ID: "light.side", Title: "Light on the wrong side", Severity: Caution, On: Finished,
	Figure: "by how much a cast shadow is turned, and by how much L* a shaded side is lighter than the lit one", Source: "a right angle is toward the light; half a value step shows",
	Reason:  "Light has one direction: highlights face it, shadows fall away from it.",
	Speaks:  say("a cast shadow lies toward the light, or the shaded side of what is %g mm wide or wider is over %g L* lighter than the lit one", sideWide, litMost),
	measure: findSide,
}

func findSide(c *Context) (out []Finding) {
	l := c.Lesson
	for _, z := range l.Zones {
		of, ok := l.Zone(z.Of)
		if z.Kind == lesson.Shadow && ok {
			out = append(out, c.castAway(z, of)...)
		}
	}
	if c.finished() == nil {
		return out
	}
	for _, z := range l.Zones {
		if z.Kind.Is(lesson.Woody) || z.Kind == lesson.Rock || z.Kind == lesson.Building {
			out = append(out, c.litSide(z)...)
		}
	}
	return out
}

// castAway judges a cast shadow against the one that the light would throw.
func (c *Context) castAway(z, of lesson.Zone) []Finding {
	l := c.Lesson
	x, top, bottom := extent(z.Outline)
	fx, _, foot := extent(of.Outline)
	meant := scene.ShadowOf(l, of, max(foot, min(bottom, foot+0.2*l.Support.Height)))
	if meant == nil {
		return nil
	}
	mx, mtop, mbottom := extent(meant)
	is := [2]float64{x - fx, (top+bottom)/2 - foot}
	should := [2]float64{mx - fx, (mtop+mbottom)/2 - foot}
	if math.Hypot(is[0], is[1]) < 3 || math.Hypot(should[0], should[1]) < 3 {
		return nil
	}
	turn := math.Abs(math.Atan2(is[0]*should[1]-is[1]*should[0], is[0]*should[0]+is[1]*should[1])) * 180 / math.Pi
	f := Finding{
		Says:   fmt.Sprintf("%s falls toward the light: %.0f° from where it should.", z.Name, turn),
		Figure: round(turn, 0), Unit: "°", Threshold: turnMost, Where: z.ID, At: rehearse.Spot{X: x, Y: (top + bottom) / 2}, OnCanvas: true,
	}
	f.offers = func() (out []Idea) {
		c.offer(&out, "throw it away from the light", lesson.Reshape{Zone: z.ID, Outline: meant})
		return out
	}
	return []Finding{f}
}

// litSide compares, on the canvas, what faces the light with what does not.
func (c *Context) litSide(z lesson.Zone) []Finding {
	l := c.Lesson
	whole := scene.ZoneAt(l, z, shapeCell)
	if whole.Empty() || whole.Area < sideShare*l.Support.Width*l.Support.Height || whole.Area < sideWide*(whole.Y1-whole.Y0) {
		return nil
	}
	on := c.finished()
	f := on.Final
	facing := scene.Facing(l, z, whole)
	var lit, shade, nLit, nShade float64
	every := max(1, int(2/f.Cell))
	for y := int(whole.Y0 / f.Cell); y < min(f.H, int(whole.Y1/f.Cell)); y += every {
		for x := int(whole.X0 / f.Cell); x < min(f.W, int(whole.X1/f.Cell)); x += every {
			o := on.Owner[y*f.W+x]
			mx, my := (float64(x)+0.5)*f.Cell, (float64(y)+0.5)*f.Cell
			if o < 0 || l.Steps[o].Zone != z.ID || !whole.Inside(mx, my) {
				continue
			}
			switch d := facing(mx, my); {
			case d > facingEnough:
				lit += f.Colour(x, y).L
				nLit++
			case d < -facingEnough:
				shade += f.Colour(x, y).L
				nShade++
			}
		}
	}
	if nLit < 20 || nShade < 20 {
		return nil
	}
	over := shade/nShade - lit/nLit
	found := Finding{
		Says:   fmt.Sprintf("What faces away from the light on %s is %.0f L* lighter than what faces it.", z.Name, over),
		Figure: round(over, 1), Unit: "L*", Threshold: litMost, Where: z.ID, At: rehearse.Spot{X: (whole.X0 + whole.X1) / 2, Y: (whole.Y0 + whole.Y1) / 2}, OnCanvas: true,
	}
	flip := map[lesson.Where]lesson.Where{lesson.Lit: lesson.Shaded, lesson.Shaded: lesson.Lit, lesson.Left: lesson.Right, lesson.Right: lesson.Left}
	var all lesson.All
	for _, s := range l.Steps {
		if to, ok := flip[s.Where]; ok && s.Zone == z.ID {
			n := s
			n.Where = to
			all = append(all, lesson.Change{Step: n})
			found.Steps = append(found.Steps, s.ID)
		}
	}
	found.offers = func() (out []Idea) {
		if len(all) > 0 {
			c.offer(&out, "paint its lights on the other side", all)
		}
		return out
	}
	return []Finding{found}
}
