package rule

import (
	"fmt"
	"math"
	"slices"

	"proxenos/core/daylight"
	"proxenos/core/lesson"
)

const (
	glitterAside = 0.06   // of the width by which glitter may lie beside its sun
	skyLeast     = 2000.0 // m away from which a disc is a sun or a moon
	glitterOver  = 4.0    // L* by which touches are lighter than the lightest of the water, to be glitter
)

var glitter = Rule{
	ID: "light.glitter", Title: "Glitter beside its sun", Severity: Caution, On: Finished,
	Reason: "Glitter on water is the sun or the moon mirrored in many small waves: it lies straight below it, and nowhere else.",
	Figure: "how far the lights on the water lie beside the sun or the moon", Source: "mirrored straight below; working default of what an eye forgives",
	Speaks:  say("lights on water lie on average over %g %% of the width beside the sun or the moon that is in the picture", 100*glitterAside),
	measure: findGlitter,
}

func findGlitter(c *Context) (out []Finding) {
	l, on := c.Lesson, c.finished()
	// A lamp in a window is round as well; a sun or a moon stands in the sky.
	at := slices.IndexFunc(l.Zones, func(z lesson.Zone) bool {
		return z.Kind == lesson.Disc && l.Planes[l.Plane(z.Plane)].Distance >= skyLeast
	})
	if on == nil || at < 0 {
		return nil
	}
	left, right := across(l.Zones[at].Outline)
	sun := (left + right) / 2
	var water []string // mixtures that make the water
	for _, s := range l.Steps {
		if z, ok := l.Zone(s.Zone); ok && z.Kind == lesson.Water && lays(s) && !s.Technique.Detail() {
			water = append(water, s.Mixtures...)
		}
	}
	for i, s := range l.Steps {
		z, ok := l.Zone(s.Zone)
		if !ok || !z.Kind.Is(lesson.Wet) || !lays(s) || !slices.Contains([]lesson.Technique{lesson.KnifeLine, lesson.Dab, lesson.KnifeBreak, lesson.DryDrag, lesson.LinerPull}, s.Technique) {
			continue
		}
		if len(water) == 0 || c.lightOf(s) < c.lightestOf(water)+glitterOver {
			continue
		}
		var sum, n float64
		for k, o := range on.Owner {
			if o == int16(i) {
				sum += (float64(k%on.Final.W) + 0.5) * on.Final.Cell
				n++
			}
		}
		if n == 0 {
			continue
		}
		aside := math.Abs(sum/n - sun)
		out = append(out, Finding{
			Says:   fmt.Sprintf("The lights of %s lie %.0f mm beside %s.", c.Lesson.Label(i), aside, l.Zones[at].Name),
			Figure: round(aside, 0), Unit: "mm", Threshold: round(glitterAside*l.Support.Width, 0), Steps: []string{s.ID}, Where: s.ID, At: on.Reports[i].Sight.Middle(), OnCanvas: true,
			offers: func() []Idea { return c.glittering(s, z, sun) },
		})
	}
	return out
}

// glittering has the ideas to lay the lights of a step where its sun glitters, or in a strip
// below it.
func (c *Context) glittering(s lesson.Step, water lesson.Zone, sun float64) (out []Idea) {
	l := c.Lesson
	top, bottom := math.Inf(1), math.Inf(-1)
	for _, p := range water.Outline {
		top, bottom = min(top, p.Y), max(bottom, p.Y)
	}
	half := glitterAside * l.Support.Width
	strip := []lesson.Point{{X: max(0, sun-half/2), Y: top + 1}, {X: min(l.Support.Width, sun+half/2), Y: top + 1}, {X: min(l.Support.Width, sun+half), Y: bottom - 1}, {X: max(0, sun-half), Y: bottom - 1}}
	for _, way := range []struct {
		words   string
		outline []lesson.Point
	}{{"lay them where the light glitters", daylight.Glitter(l, l.Light, sun, top, bottom)}, {"lay them in a strip below it", strip}} {
		if len(way.outline) < 3 {
			continue
		}
		id := lesson.FreeID(water.ID+"-glitter", func(id string) bool { _, there := l.Zone(id); return there })
		zone := lesson.Zone{ID: id, Name: "Glitter", Plane: water.Plane, Kind: lesson.Stream, Ragged: 2, Outline: way.outline}
		n := s
		n.Zone, n.Where = id, lesson.Whole
		c.offer(&out, way.words, lesson.All{lesson.SetZone{At: len(l.Zones), Zone: zone}, lesson.Change{Step: n}})
	}
	return out
}
