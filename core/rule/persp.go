package rule

import (
	"fmt"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/measure"
	"proxenos/core/rehearse"
	"proxenos/core/scene"
)

const (
	sizeMost     = 2.5  // times that like things may differ in true height
	taperMost    = 1.6  // times that a far end may be too wide
	taperSpan    = 0.7  // ratio of distances from which a taper can be judged
	asideMost    = 0.03 // of the width that an image may stand aside
	lengthMost   = 1.33 // times that an image may be too long or too short
	litMost      = 5.0  // L* by which a shaded side may be lighter than a lit one
	facingEnough = 0.25
	sideShare    = 0.004
	sideWide     = 5.0 // mm on average from which a thing has two sides that one can tell apart
)

var size = Rule{
	ID: "persp.size", Title: "Sizes against the ground", Severity: Note, Choice: true,
	Reason: "Equal things shrink in proportion to the distance of their foot below the horizon; one that does not turns into a giant or a toy.",
	Speaks: say("like things differ by over %g times in true height", sizeMost),
	find:   findSize,
}

var taper = Rule{
	ID: "persp.taper", Title: "Banks that do not narrow", Severity: Caution, Choice: true,
	Reason: "Rivers and paths narrow toward the horizon; one that stays wide stands upright like a wall.",
	Speaks: say("the far end of a path or a stream is over %g times too wide", taperMost),
	find:   findTaper,
}

var reflection = Rule{
	ID: "persp.reflection", Title: "A reflection out of place", Severity: Caution,
	Reason: "A reflection lies straight below its source and is as long as the view makes it.",
	Speaks: say("an image stands over %g %% of the width aside, or is over %g times too long or too short", 100*asideMost, lengthMost),
	find:   findReflection,
}

var side = Rule{
	ID: "light.side", Title: "Light on the wrong side", Severity: Caution,
	Reason: "Light has one direction: highlights face it, shadows fall away from it.",
	Speaks: say("a cast shadow lies toward the light, or the shaded side of what is %g mm wide or wider is over %g L* lighter than the lit one", sideWide, litMost),
	find:   findSide,
}

func findSize(c *Context) (out []Finding) {
	l := c.Lesson
	for _, kind := range append(lesson.OfNature(lesson.Woody), lesson.Fence, lesson.Person) {
		var small, large measure.Thing
		least, most := math.Inf(1), 0.0
		for _, t := range measure.Standing(c.Lesson, kind) {
			tall, ok := scene.TrueSize(l, t.Height, t.Foot)
			if !ok || t.Cut || t.Foot-l.View.Horizon < 4 {
				continue
			}
			if tall < least {
				small, least = t, tall
			}
			if tall > most {
				large, most = t, tall
			}
		}
		if most == 0 || most <= sizeMost*least {
			continue
		}
		f := Finding{
			Says:   fmt.Sprintf("By where they stand, %s is %.1f m tall and %s %.1f m.", large.Zone.Name, most, small.Zone.Name, least),
			Figure: round(most/least, 1), Unit: "times", Threshold: sizeMost, Where: large.Zone.ID + "/" + small.Zone.ID,
			At: rehearse.Spot{X: large.X, Y: large.Foot}, OnCanvas: true,
		}
		between := math.Sqrt(most * least)
		var both lesson.All
		for _, t := range []struct {
			measure.Thing
			tall float64
		}{{large, most}, {small, least}} {
			k := between / t.tall
			outline := slices.Clone(t.Zone.Outline)
			for i, p := range outline {
				outline[i] = lesson.Point{X: t.X + (p.X-t.X)*k, Y: t.Foot + (p.Y-t.Foot)*k}
			}
			if outline = scene.OnCanvas(l, outline); outline == nil {
				continue
			}
			e := lesson.Reshape{Zone: t.Zone.ID, Outline: outline}
			both = append(both, e)
			if r, _, ok := c.remedy(fmt.Sprintf("draw %s %.1f m tall, %.0f mm", t.Zone.Name, between, t.Height*k), e); ok {
				f.Remedies = append(f.Remedies, r)
			}
		}
		if r, _, ok := c.remedy(fmt.Sprintf("draw both %.1f m tall", between), both); ok {
			f.Remedies = slices.Insert(f.Remedies, 0, r)
		}
		out = append(out, f)
	}
	return out
}

func findTaper(c *Context) (out []Finding) {
	l := c.Lesson
	for _, z := range l.Zones {
		if z.Kind != lesson.Path && z.Kind != lesson.Stream {
			continue
		}
		r := scene.ZoneAt(l, z, shapeCell)
		far, near := r.Y0+0.15*(r.Y1-r.Y0), r.Y1-0.15*(r.Y1-r.Y0)
		if far <= l.View.Horizon+2 {
			continue
		}
		wide := func(y float64) float64 { left, right, _ := r.Row(y); return right - left }
		meant := (far - l.View.Horizon) / (near - l.View.Horizon)
		if wide(near) <= 0 || wide(near) > 0.6*l.Support.Width || meant > taperSpan {
			continue
		}
		is := wide(far) / wide(near)
		if is <= taperMost*meant {
			continue
		}
		f := Finding{
			Says: fmt.Sprintf("%s is %.0f mm wide near and %.0f mm far; the ground there asks for %.0f mm.",
				z.Name, wide(near), wide(far), wide(near)*meant),
			Figure: round(is/meant, 1), Unit: "times", Threshold: taperMost, Where: z.ID, At: rehearse.Spot{X: (r.X0 + r.X1) / 2, Y: far}, OnCanvas: true,
		}
		outline := slices.Clone(z.Outline)
		for i, p := range outline {
			y := min(near, max(r.Y0+1, p.Y))
			left, right, ok := r.Row(min(r.Y1-2, max(r.Y0+2, p.Y)))
			if !ok || p.Y >= near || right <= left {
				continue
			}
			k := min(1, wide(near)*(y-l.View.Horizon)/(near-l.View.Horizon)/(right-left))
			middle := (left + right) / 2
			outline[i].X = math.Round(10*(middle+(p.X-middle)*k)) / 10
		}
		if m, _, ok := c.remedy("narrow it toward the horizon", lesson.Reshape{Zone: z.ID, Outline: outline}); ok {
			f.Remedies = append(f.Remedies, m)
		}
		out = append(out, f)
	}
	return out
}

// extent is the middle of an outline across, and its upper and lower end, mm.
func extent(outline []lesson.Point) (x, top, bottom float64) {
	left, right := math.Inf(1), math.Inf(-1)
	top, bottom = math.Inf(1), math.Inf(-1)
	for _, p := range outline {
		left, right, top, bottom = min(left, p.X), max(right, p.X), min(top, p.Y), max(bottom, p.Y)
	}
	return (left + right) / 2, top, bottom
}

func findReflection(c *Context) (out []Finding) {
	l := c.Lesson
	for _, z := range l.Zones {
		of, ok := l.Zone(z.Of)
		if z.Kind != lesson.Image || !ok {
			continue
		}
		meant := scene.ReflectionOf(l, of)
		if meant == nil {
			continue
		}
		x, top, bottom := extent(z.Outline)
		mx, mtop, mbottom := extent(meant)
		aside := math.Abs(x-mx) / l.Support.Width
		long := (bottom - top) / max(1, mbottom-mtop)
		f := Finding{Where: z.ID, At: rehearse.Spot{X: x, Y: (top + bottom) / 2}, OnCanvas: true}
		switch {
		case aside > asideMost:
			f.Says = fmt.Sprintf("%s lies %.0f mm beside its source.", z.Name, math.Abs(x-mx))
			f.Figure, f.Unit, f.Threshold = round(math.Abs(x-mx), 1), "mm", round(asideMost*l.Support.Width, 1)
		case max(long, 1/long) > lengthMost:
			f.Says = fmt.Sprintf("%s is %.0f mm long; the view makes it %.0f.", z.Name, bottom-top, mbottom-mtop)
			f.Figure, f.Unit, f.Threshold = round(max(long, 1/long), 2), "times", lengthMost
		default:
			continue
		}
		if r, _, ok := c.remedy("mirror its source", lesson.Reshape{Zone: z.ID, Outline: meant}); ok {
			f.Remedies = append(f.Remedies, r)
		}
		out = append(out, f)
	}
	return out
}

func findSide(c *Context) (out []Finding) {
	l := c.Lesson
	for _, z := range l.Zones {
		of, ok := l.Zone(z.Of)
		if z.Kind == lesson.Shadow && ok {
			out = append(out, c.castAway(z, of)...)
		}
	}
	if c.Rehearsal == nil {
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
	if turn <= 90 {
		return nil
	}
	f := Finding{
		Says:   fmt.Sprintf("%s falls toward the light: %.0f° from where it should.", z.Name, turn),
		Figure: round(turn, 0), Unit: "°", Threshold: 90, Where: z.ID, At: rehearse.Spot{X: x, Y: (top + bottom) / 2}, OnCanvas: true,
	}
	if r, _, ok := c.remedy("throw it away from the light", lesson.Reshape{Zone: z.ID, Outline: meant}); ok {
		f.Remedies = append(f.Remedies, r)
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
	f := c.Rehearsal.Final
	facing := scene.Facing(l, z, whole)
	var lit, shade, nLit, nShade float64
	every := max(1, int(2/f.Cell))
	for y := int(whole.Y0 / f.Cell); y < min(f.H, int(whole.Y1/f.Cell)); y += every {
		for x := int(whole.X0 / f.Cell); x < min(f.W, int(whole.X1/f.Cell)); x += every {
			o := c.Rehearsal.Owner[y*f.W+x]
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
	if over <= litMost {
		return nil
	}
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
	if r, _, ok := c.remedy("paint its lights on the other side", all); ok && len(all) > 0 {
		found.Remedies = append(found.Remedies, r)
	}
	return []Finding{found}
}
