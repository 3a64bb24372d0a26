package rule

import (
	"fmt"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/measure"
	"proxenos/core/picture"
	"proxenos/core/rehearse"
	"proxenos/core/spectrum"
)

const (
	rivalShare   = 0.85    // of the focal contrast from which a second place competes
	weakFocal    = 0.75    // of the strongest contrast below which the focal area is weak
	rivalLeast   = 9.0     // L* of contrast below which nothing competes
	middleWithin = 1.0 / 9 // of width and height to either side of the middle
	edgeWithin   = 1.0 / 9 // of width and height from an edge
	cornerOver   = 6.0     // L* by which a corner may be lighter than what is beside it
)

var focalPlace = Rule{
	ID: "pict.focal-place", Title: "Focal area in a dead place", Severity: Note, On: Script,
	Figure: "how far the focal area lies from the middle, or from an edge", Source: "the ninth around the middle and along the edges", Choice: true,
	Reason:  "The focal area lies near but not at the centre, and away from the edges: in the very middle the eye stays, at an edge it leaves.",
	Speaks:  say("the focal area lies within %.0f %% of the picture's middle or of an edge", 100*middleWithin),
	measure: findFocalPlace,
}

var focal = Rule{
	ID: "value.focal", Title: "The focal area is not the strongest", Severity: Caution, On: Finished,
	Figure: "the contrast of the focal area, of the strongest there is", Source: "working default", Choice: true,
	Reason:  "The focal area has the strongest contrast of value and the sharpest edges; otherwise the eye goes somewhere else.",
	Speaks:  say("the focal area has under %g %% of the strongest contrast", 100*weakFocal),
	measure: findFocal,
}

var rival = Rule{
	ID: "pict.rival", Title: "A rival for the eye", Severity: Note, On: Finished,
	Figure: "the contrast of another place, of that of the focal area", Source: "working default", Choice: true,
	Reason:  "One focal area: what competes with it is taken out or softened.",
	Speaks:  say("another place has over %g %% of the focal contrast", 100*rivalShare),
	measure: findRival,
}

var corner = Rule{
	ID: "pict.corner", Title: "A corner leaks", Severity: Note, On: Finished,
	Figure: "by how much L* a corner is lighter than what is beside it", Source: "working default: somewhat over half a value step", Choice: true,
	Reason:  "Corners a little darker hold the eye; a small light triangle in one lets it out.",
	Speaks:  say("a corner is over %g L* lighter than what is beside it, and lighter than the surroundings of the focal area", cornerOver),
	measure: findCorner,
}

// measured is the finished canvas on a coarse grid, once.
func (c *Context) measured() *picture.Picture {
	return c.coarse.get(func() *picture.Picture { return measure.Coarse(c.finished().Final) })
}

// chosen reports whether the lesson has a focal area, and a canvas to measure it on.
func (c *Context) chosen() bool { return c.finished() != nil && c.Lesson.Focal.Radius > 0 }

func findFocalPlace(c *Context) []Finding {
	l := c.Lesson
	if l.Focal.Radius == 0 {
		return nil
	}
	x, y := l.Focal.X/l.Support.Width, l.Focal.Y/l.Support.Height
	middle := max(math.Abs(x-0.5), math.Abs(y-0.5))
	edge := min(x, 1-x, y, 1-y)
	f := Finding{Where: "focal", Unit: "% of the picture", Threshold: round(100*middleWithin, 0), Under: true, At: rehearse.Spot{X: l.Focal.X, Y: l.Focal.Y}, OnCanvas: true}
	if middle < edge {
		f.Figure = round(100*middle, 0)
		f.Says = fmt.Sprintf("The focal area lies %g %% of the picture from its middle.", f.Figure)
	} else {
		f.Figure = round(100*edge, 0)
		f.Says = fmt.Sprintf("The focal area lies %g %% of the picture from an edge.", f.Figure)
	}
	third := func(v float64) float64 {
		if v < 0.5 {
			return 1.0 / 3
		}
		return 2.0 / 3
	}
	f.offers = func() (out []Idea) {
		e := lesson.SceneOf(l)
		e.Focal.X, e.Focal.Y = math.Round(third(x)*l.Support.Width), math.Round(third(y)*l.Support.Height)
		c.offer(&out, fmt.Sprintf("look for it at %g, %g mm, a third from the edges, and bring the shapes there", e.Focal.X, e.Focal.Y), e)
		return out
	}
	return []Finding{f}
}

// draws are the strength of the focal area and of the strongest place outside it.
func (c *Context) draws() (mine, other picture.Peak) {
	return measure.Draws(c.pull.get(func() *picture.Pull { return c.measured().Pull() }), c.Lesson)
}

func findFocal(c *Context) []Finding {
	if !c.chosen() {
		return nil
	}
	mine, other := c.draws()
	if other.Strength < rivalLeast {
		return nil
	}
	f := Finding{
		Says:   fmt.Sprintf("The contrast of the focal area is %.0f L*, that at %.0f, %.0f mm is %.0f.", mine.Strength, other.X, other.Y, other.Strength),
		Figure: round(100*mine.Strength/max(mine.Strength, other.Strength), 0), Unit: "% of the strongest", Threshold: 100 * weakFocal, Under: true, Where: "focal",
		At: rehearse.Spot{X: c.Lesson.Focal.X, Y: c.Lesson.Focal.Y}, OnCanvas: true,
	}
	f.offers = func() []Idea { return append(c.strengthen(), c.quiet(other)...) }
	f.Steps = c.stepsAt(c.Lesson.Focal.X, c.Lesson.Focal.Y, c.Lesson.Focal.Radius)
	return []Finding{f}
}

func findRival(c *Context) []Finding {
	if !c.chosen() {
		return nil
	}
	mine, other := c.draws()
	if other.Strength < rivalLeast || mine.Strength < weakFocal*other.Strength {
		return nil // none, or the focal area itself is the trouble
	}
	name, zone := "the place", ""
	steps := c.stepsAt(other.X, other.Y, window)
	if len(steps) > 0 {
		if z, ok := c.Lesson.Zone(c.Lesson.Steps[c.Lesson.Step(steps[0])].Zone); ok {
			name, zone = z.Name, z.ID
		}
	}
	return []Finding{{
		Says:   fmt.Sprintf("%s competes: at %.0f, %.0f mm the contrast is %.0f L*, %.0f %% of that of the focal area.", lesson.Capital(name), other.X, other.Y, other.Strength, 100*other.Strength/mine.Strength),
		Figure: round(100*other.Strength/mine.Strength, 0), Unit: "%", Threshold: 100 * rivalShare, Where: "focal",
		Steps: steps, At: rehearse.Spot{X: other.X, Y: other.Y}, OnCanvas: true,
		offers: func() []Idea {
			out := c.quiet(other)
			c.takenOut(&out, zone)
			return append(out, c.strengthen()...)
		},
	}}
}

// outMostShare is the share of the canvas up to which a thing that competes may be taken out whole.
const outMostShare = 0.08

// takenOut has the idea to take a thing out of the picture: all steps that paint it.
func (c *Context) takenOut(to *[]Idea, zone string) {
	z, ok := c.Lesson.Zone(zone)
	s := c.shows(func(i int) bool { return c.Lesson.Steps[i].Zone == zone })
	if !ok || s.share > outMostShare || z.Kind == lesson.Sky {
		return
	}
	var all lesson.All
	for _, s := range c.Lesson.Steps {
		if s.Zone == zone {
			all = append(all, lesson.Remove{Step: s.ID})
		}
	}
	if len(all) > 0 && len(all) < len(c.Lesson.Steps) {
		c.offer(to, "take "+z.Name+" out", all)
	}
}

// window is how far around a spot its contrast is made, mm.
const window = 18.0

// stepsAt lists the steps that show around a place, most first; at most three.
func (c *Context) stepsAt(x, y, radius float64) (out []string) {
	f := c.finished().Final
	shows := map[int]int{}
	for j := max(0, int((y-radius)/f.Cell)); j < min(f.H, int((y+radius)/f.Cell)); j++ {
		for i := max(0, int((x-radius)/f.Cell)); i < min(f.W, int((x+radius)/f.Cell)); i++ {
			if o := c.finished().Owner[j*f.W+i]; o >= 0 {
				shows[int(o)]++
			}
		}
	}
	var order []int
	for s := range shows {
		order = append(order, s)
	}
	slices.SortFunc(order, func(a, b int) int {
		if shows[a] != shows[b] {
			return shows[b] - shows[a]
		}
		return a - b
	})
	for _, s := range order[:min(3, len(order))] {
		out = append(out, c.Lesson.Steps[s].ID)
	}
	return out
}

// quiet takes contrast out of a place: the mixtures that meet there move toward each
// other, or the smallest of what makes it is left out.
func (c *Context) quiet(at picture.Peak) (out []Idea) {
	steps := c.stepsAt(at.X, at.Y, window)
	lab := map[string]spectrum.Lab{}
	var sum, n float64
	for _, id := range steps {
		for _, m := range c.Lesson.Steps[c.Lesson.Step(id)].Mixtures {
			mixture, _ := c.Lesson.Mixture(m)
			if colour, err := c.Lesson.Paints().Colour(mixture.Parts); err == nil {
				lab[m] = colour
				sum += colour.L
				n++
			}
		}
	}
	// What differs most moves to the middle of them.
	worst, most := "", 0.0
	for m, colour := range lab {
		if d := math.Abs(colour.L - sum/n); d > most || d == most && m < worst {
			worst, most = m, d
		}
	}
	if m, ok := c.Lesson.Mixture(worst); ok && most > 3 {
		for _, k := range []float64{0.5, 0.8} {
			target := lab[worst]
			target.L += (sum/n - target.L) * k
			target.A, target.B = target.A*(1-0.4*k), target.B*(1-0.4*k)
			parts, _, ok := c.solve(c.Lesson.Palette, target, whole)
			if !ok {
				continue
			}
			c.offer(&out, fmt.Sprintf("quieten “%s” by %.0f L*", m.Name, math.Abs(target.L-lab[worst].L)), lesson.SetParts{Mixture: worst, Parts: parts})
		}
	}
	if len(steps) > 0 && len(c.Lesson.Steps) > 3 {
		small, least := "", math.Inf(1)
		for _, id := range steps {
			s := c.shows(func(i int) bool { return c.Lesson.Steps[i].ID == id })
			if s.share < least {
				small, least = id, s.share
			}
		}
		if least < 0.03 {
			c.offer(&out, "leave out "+c.Lesson.Label(c.Lesson.Step(small)), lesson.Remove{Step: small})
		}
	}
	return out
}

// strengthen widens the contrast of the focal area: what was laid timidly there is laid fully, or its
// lightest mixture becomes lighter, its darkest darker.
func (c *Context) strengthen() (out []Idea) {
	f := c.Lesson.Focal
	for _, id := range c.stepsAt(f.X, f.Y, f.Radius) {
		i := c.Lesson.Step(id)
		if s := c.Lesson.Steps[i]; len(s.Mixtures) > 0 && s.Technique.Marks() && !c.carries(s) && !s.Technique.Veils() {
			c.changed(&out, fmt.Sprintf("load %s fully, with a light hand", c.Lesson.Label(i)), s, func(n *lesson.Step) { n.Load, n.Pressure = lesson.FullLoad, lesson.Lightly })
		}
	}
	light, dark := "", ""
	var lightest, darkest spectrum.Lab
	for _, id := range c.stepsAt(f.X, f.Y, f.Radius) {
		for _, m := range c.Lesson.Steps[c.Lesson.Step(id)].Mixtures {
			mixture, _ := c.Lesson.Mixture(m)
			colour, err := c.Lesson.Paints().Colour(mixture.Parts)
			if err != nil {
				continue
			}
			if light == "" || colour.L > lightest.L {
				light, lightest = m, colour
			}
			if dark == "" || colour.L < darkest.L {
				dark, darkest = m, colour
			}
		}
	}
	if light == "" || light == dark {
		return out
	}
	lightest.L, darkest.L = min(93, lightest.L+14), max(16, darkest.L-10)
	up, _, ok1 := c.solve(c.Lesson.Palette, lightest, whole)
	down, _, ok2 := c.solve(c.Lesson.Palette, darkest, whole)
	if !ok1 || !ok2 {
		return out
	}
	c.offer(&out, "widen the contrast there: its light lighter, its dark darker", lesson.All{lesson.SetParts{Mixture: light, Parts: up}, lesson.SetParts{Mixture: dark, Parts: down}})
	return out
}

func findCorner(c *Context) (out []Finding) {
	if !c.chosen() {
		return nil
	}
	p, l := c.measured(), c.Lesson
	around, _ := p.Mean(func(x, y float64) bool {
		d := math.Hypot(x-l.Focal.X, y-l.Focal.Y)
		return d > l.Focal.Radius && d < 2*l.Focal.Radius
	})
	for _, k := range p.Corners() {
		over := k.Light - k.Beside
		if k.Light <= around.L {
			over = min(over, 0) // darker than the surroundings of the focal area, it lets no eye out
		}
		x, y := min(l.Support.Width-12, max(12, k.X)), min(l.Support.Height-12, max(12, k.Y))
		f := Finding{
			Says:   fmt.Sprintf("The %s corner is %.0f L* lighter than what lies beside it.", k.Name, over),
			Figure: round(over, 1), Unit: "L*", Threshold: cornerOver, Where: k.Name, Steps: c.stepsAt(x, y, 12), At: rehearse.Spot{X: x, Y: y}, OnCanvas: true,
		}
		f.offers = func() []Idea { return c.darkenCorner(f.Steps, over) }
		out = append(out, f)
	}
	return out
}

// darkenCorner has the ideas to bring the mixture that makes a corner light down to its surroundings, or
// to leave the step out.
func (c *Context) darkenCorner(steps []string, by float64) (out []Idea) {
	if len(steps) == 0 {
		return nil
	}
	// The lightest of what shows there makes it light.
	s, lightest, colour := c.Lesson.Steps[c.Lesson.Step(steps[0])], lesson.Mixture{}, spectrum.Lab{}
	for _, id := range steps {
		step := c.Lesson.Steps[c.Lesson.Step(id)]
		for _, mixture := range step.Mixtures {
			m, _ := c.Lesson.Mixture(mixture)
			if lab, err := c.Lesson.Paints().Colour(m.Parts); err == nil && lab.L > colour.L {
				s, lightest, colour = step, m, lab
			}
		}
	}
	colour.L = max(15, colour.L-by)
	if parts, _, ok := c.solve(c.Lesson.Palette, colour, whole); ok && lightest.ID != "" {
		c.offer(&out, fmt.Sprintf("darken “%s” by %.0f L*", lightest.Name, by), lesson.SetParts{Mixture: lightest.ID, Parts: parts})
	}
	if c.shows(func(i int) bool { return c.Lesson.Steps[i].ID == s.ID }).share < outMostShare { // not the sky for its corner
		c.offer(&out, "leave out "+c.Lesson.Label(c.Lesson.Step(s.ID)), lesson.Remove{Step: s.ID})
	}
	return out
}
