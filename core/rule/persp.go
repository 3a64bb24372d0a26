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
	sizeMost   = 2.5  // times that like things may differ in true height
	personTall = 1.7  // m
	personMost = 1.8  // times that somebody may be taller or shorter: children, and ground that is not level
	taperMost  = 1.3  // times that a far end may be too wide
	taperSpan  = 0.7  // ratio of distances from which a taper can be judged
	asideMost  = 0.03 // of the width that an image may stand aside
	lengthMost = 1.33 // times that an image may be too long or too short
)

var size = Rule{
	ID: "persp.size", Title: "Sizes against the ground", Severity: Note, On: Script,
	Figure: "how many times as tall the tallest of like things is as the smallest, by where they stand; of somebody, how many times as tall or as short as people are", Source: "working default: trees of one kind differ by half, not by three; people are 1.7 m tall", Choice: true,
	Reason:  "Equal things shrink in proportion to the distance of their foot below the horizon; one that does not turns into a giant or a toy.",
	Speaks:  say("like things differ by over %g times in true height, or somebody is over %g times taller or shorter than %g m", sizeMost, personMost, personTall),
	measure: findSize,
}

var taper = Rule{
	ID: "persp.taper", Title: "Banks that do not narrow", Severity: Caution, On: Script,
	Figure: "how many times too wide the far end of a path or a stream is", Source: "widths go with the depth below the horizon; working default for banks that bend", Choice: true,
	Reason:  "Rivers and paths narrow toward the horizon; one that stays wide stands upright like a wall.",
	Speaks:  say("the far end of a path or a stream is over %g times too wide", taperMost),
	measure: findTaper,
}

var reflection = Rule{
	ID: "persp.reflection", Title: "A reflection out of place", Severity: Caution, On: Script,
	Figure: "how far an image stands aside of its source, and how many times too long or short it is", Source: "mirrored at the water line; working default of what an eye forgives",
	Reason:  "A reflection lies straight below its source and is as long as the view makes it.",
	Speaks:  say("an image stands over %g %% of the width aside, or is over %g times too long or too short", 100*asideMost, lengthMost),
	measure: findReflection,
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
		if most == 0 || large.Zone.ID == small.Zone.ID {
			continue
		}
		out = append(out, Finding{
			Says:   fmt.Sprintf("By where they stand, %s is %.1f m tall and %s %.1f m.", large.Zone.Name, most, small.Zone.Name, least),
			Figure: round(most/least, 1), Unit: "times", Threshold: sizeMost, Where: string(kind),
			At: rehearse.Spot{X: large.X, Y: large.Foot}, OnCanvas: true,
			offers: func() []Idea { return c.sized(large, most, small, least) },
		})
	}
	return append(out, c.people()...)
}

// people finds giants and dwarfs: how tall somebody is, is known.
func (c *Context) people() (out []Finding) {
	for _, t := range measure.Standing(c.Lesson, lesson.Person) {
		tall, ok := scene.TrueSize(c.Lesson, t.Height, t.Foot)
		if !ok || t.Cut || t.Foot-c.Lesson.View.Horizon < 4 || tall <= 0 {
			continue
		}
		out = append(out, Finding{
			Says:   fmt.Sprintf("By where it stands, %s is %.1f m tall; people are about %g m.", t.Zone.Name, tall, personTall),
			Figure: round(max(tall/personTall, personTall/tall), 1), Unit: "times", Threshold: personMost, Where: t.Zone.ID,
			At: rehearse.Spot{X: t.X, Y: t.Foot}, OnCanvas: true,
			offers: func() (out []Idea) {
				if e, ok := c.scaled(t, personTall/tall); ok {
					c.offer(&out, fmt.Sprintf("draw %s %g m tall, %.0f mm", t.Zone.Name, personTall, t.Height*personTall/tall), e)
				}
				return out
			},
		})
	}
	return out
}

// scaled is a thing drawn so many times as large, about its foot; ok is false where nothing of it would be
// on the canvas.
func (c *Context) scaled(t measure.Thing, k float64) (lesson.Edit, bool) {
	outline := slices.Clone(t.Zone.Outline)
	for i, p := range outline {
		outline[i] = lesson.Point{X: t.X + (p.X-t.X)*k, Y: t.Foot + (p.Y-t.Foot)*k}
	}
	outline = scene.OnCanvas(c.Lesson, outline)
	return lesson.Reshape{Zone: t.Zone.ID, Outline: outline}, outline != nil
}

// sized has the ideas to draw the larger of two like things smaller, the smaller larger, or both.
func (c *Context) sized(large measure.Thing, most float64, small measure.Thing, least float64) (out []Idea) {
	between := math.Sqrt(most * least)
	var both lesson.All
	for _, t := range []struct {
		measure.Thing
		tall float64
	}{{large, most}, {small, least}} {
		k := between / t.tall
		e, ok := c.scaled(t.Thing, k)
		if !ok {
			continue
		}
		both = append(both, e)
		c.offer(&out, fmt.Sprintf("draw %s %.1f m tall, %.0f mm", t.Zone.Name, between, t.Height*k), e)
	}
	if len(both) > 1 {
		if idea, _, ok := c.idea(fmt.Sprintf("draw both %.1f m tall", between), both); ok {
			out = slices.Insert(out, 0, idea)
		}
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
		f := Finding{
			Says: fmt.Sprintf("%s is %.0f mm wide near and %.0f mm far; the ground there asks for %.0f mm.",
				z.Name, wide(near), wide(far), wide(near)*meant),
			Figure: round(is/meant, 1), Unit: "times", Threshold: taperMost, Where: z.ID, At: rehearse.Spot{X: (r.X0 + r.X1) / 2, Y: far}, OnCanvas: true,
		}
		f.offers = func() (out []Idea) {
			c.narrowed(&out, z, r, near, wide(near))
			return out
		}
		out = append(out, f)
	}
	return out
}

// narrowed has the idea to narrow a path or a stream toward the horizon, from how wide it is at its
// near end.
func (c *Context) narrowed(to *[]Idea, z lesson.Zone, r *scene.Region, near, wide float64) {
	l := c.Lesson
	outline := slices.Clone(z.Outline)
	for i, p := range outline {
		y := min(near, max(r.Y0+1, p.Y))
		left, right, ok := r.Row(min(r.Y1-2, max(r.Y0+2, p.Y)))
		if !ok || p.Y >= near || right <= left {
			continue
		}
		k := min(1, wide*(y-l.View.Horizon)/(near-l.View.Horizon)/(right-left))
		middle := (left + right) / 2
		outline[i].X = math.Round(10*(middle+(p.X-middle)*k)) / 10
	}
	c.offer(to, "narrow it toward the horizon", lesson.Reshape{Zone: z.ID, Outline: outline})
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
		long := (bottom - top) / max(1, mbottom-mtop)
		f := Finding{Where: z.ID, At: rehearse.Spot{X: x, Y: (top + bottom) / 2}, OnCanvas: true,
			offers: func() (out []Idea) {
				c.offer(&out, "mirror its source", lesson.Reshape{Zone: z.ID, Outline: meant})
				return out
			}}
		beside, stretched := f, f
		beside.Says = fmt.Sprintf("%s lies %.0f mm beside its source.", z.Name, math.Abs(x-mx))
		beside.Figure, beside.Unit, beside.Threshold = round(math.Abs(x-mx), 1), "mm", round(asideMost*l.Support.Width, 1)
		stretched.Says = fmt.Sprintf("%s is %.0f mm long; the view makes it %.0f.", z.Name, bottom-top, mbottom-mtop)
		stretched.Figure, stretched.Unit, stretched.Threshold = round(max(long, 1/long), 2), "times", lengthMost
		out = append(out, beside)
		if !beside.Speaks() { // first it must stand below its source
			out = append(out, stretched)
		}
	}
	return out
}
