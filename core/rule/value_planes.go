package rule

import (
	"fmt"

	"proxenos/core/lesson"
	"proxenos/core/spectrum"
)

const (
	slopeOver  = 10.0 // L* by which a shape may be lighter than one that takes more light: a step of nine
	slopeShare = 0.04 // share of the canvas from which a shape is a large one
	slopeApart = 3.0  // times as far as another from which the air decides, not the slope
)

var slopes = Rule{
	ID: "value.planes", Title: "The order of light on slopes", Severity: Note, On: Finished,
	Reason: "The sky gives the light and is lightest, flat ground takes most of it, slopes less, what stands upright least. A large shape out of that order looks lit by something else.",
	Figure: "by how much L* a large shape is lighter than one that takes more light", Source: "a step of value in nine is 10 L*",
	Speaks:  say("flat ground is over %g L* lighter than the sky, a slope than flat ground about as far away, or what stands than a slope", slopeOver),
	measure: findSlopes,
}

// A lie is how the ground lies to the light, what takes most of it first.
type lie int

const (
	overhead lie = iota
	level
	sloping
	upright
	ownLight // snow, water, mist, what is built: light or dark by itself
)

var lies = map[lie]string{overhead: "sky", level: "flat ground", sloping: "slope", upright: "upright"}

func lieOf(k lesson.ZoneKind) lie {
	switch {
	case k == lesson.Sky:
		return overhead
	case k == lesson.Field || k == lesson.Grass:
		return level
	case k == lesson.Ridge || k == lesson.Bank:
		return sloping
	case k.Is(lesson.Leafy) || k == lesson.Conifer:
		return upright
	}
	return ownLight
}

// findSlopes compares each large shape with those that take the next more light. Where snow or
// low light is in the picture, or the air is dusk, the order is another.
func findSlopes(c *Context) (out []Finding) {
	l := c.Lesson
	if c.finished() == nil || l.Light.Height < byDay || l.Haze() == lesson.DuskAir || l.Haze() == lesson.MistyAir {
		return nil
	}
	for _, z := range l.Zones {
		if z.Kind == lesson.Snow || z.Kind == lesson.Shadow && lesson.Area(z.Outline) > slopeShare*l.Support.Width*l.Support.Height {
			return nil
		}
	}
	type shape struct {
		zone  lesson.Zone
		shows shown
		lie   lie
		far   float64
	}
	var shapes []shape
	for _, z := range l.Zones {
		k := lieOf(z.Kind)
		if k == ownLight {
			continue
		}
		s := c.shows(func(i int) bool { return l.Steps[i].Zone == z.ID })
		if s.share >= slopeShare {
			shapes = append(shapes, shape{z, s, k, l.Planes[l.Plane(z.Plane)].Distance})
		}
	}
	for _, less := range shapes {
		worst := Finding{}
		for _, more := range shapes {
			if more.lie != less.lie-1 || more.lie != overhead && max(more.far/less.far, less.far/more.far) > slopeApart || localColour(more.shows.mean, less.shows.mean) && more.lie != overhead {
				continue
			}
			over := less.shows.mean.L - more.shows.mean.L
			f := Finding{
				Says:   fmt.Sprintf("%s, %s, is %.0f L* lighter than %s, which takes more light.", less.zone.Name, lies[less.lie], over, more.zone.Name),
				Figure: round(over, 1), Unit: "L*", Threshold: slopeOver, Where: less.zone.ID, At: c.middle(less.zone), OnCanvas: true,
				Steps: []string{l.Steps[less.shows.most()].ID},
				offers: func() (out []Idea) {
					c.recolour(&out, less.shows, spectrum.Lab{L: -(over - slopeOver/2)})
					c.recolour(&out, more.shows, spectrum.Lab{L: over - slopeOver/2})
					return out
				},
			}
			if worst.Where == "" || f.Figure > worst.Figure {
				worst = f
			}
		}
		if worst.Where != "" {
			out = append(out, worst)
		}
	}
	return out
}
