package scene

import (
	"proxenos/core/lesson"
	"proxenos/core/noise"
)

// Focal is the distance of the picture plane from the eye, mm: a canvas is seen
// under about fifty degrees across its longer side.
func Focal(l *lesson.Lesson) float64 {
	return 1.07 * max(l.Support.Width, l.Support.Height)
}

// Scale is how large things stand at a height on the canvas, 1 at the lower edge
// and falling in proportion to the distance below the horizon (pinhole view over
// level ground).
func Scale(l *lesson.Lesson, y float64) float64 {
	span := l.Support.Height - l.View.Horizon
	if span <= 0 {
		return 1
	}
	return min(1, max(0.06, (y-l.View.Horizon)/span))
}

// Mirrored is where still water shows what stands at height y on the canvas and
// distance metres away: as far below the horizon as the mirror image of it under
// the water is. An eye at the water's level would see it just as far below the
// horizon as it stands above; a higher eye sees it lower by twice its own height
// at that distance.
func Mirrored(l *lesson.Lesson, y, distance float64) float64 {
	return 2*l.View.Horizon - y + 2*Focal(l)*l.View.Eye/distance
}

// An image in water wobbles the more the nearer it is to the eye, and is broken by level slits.
const (
	wobbles    = 0.07 // mm to either side for every mm below the horizon
	wobbleMost = 7.0
	slitFrom   = 0.7 // of noise between 0 and 1
)

// mirrored tells which places of a water zone show the image of something that
// stands behind or in it, sampled every cell mm. What is small, as a boat, lies on the water
// where it may and has an image of its own.
func mirrored(l *lesson.Lesson, water lesson.Zone, cell float64) func(x, y float64) bool {
	images := imagesIn(l, water, cell)
	seed := ZoneSeed(l, water)
	return func(x, y float64) bool {
		below := max(0, y-l.View.Horizon)
		if noise.Fractal(seed+81, x/(18+0.4*below), y/(1.5+0.03*below), 2) > slitFrom {
			return false // a level slit that shows the sky
		}
		x += min(wobbleMost, wobbles*below) * (2*noise.Fractal(seed+82, x/60, y/(2+0.04*below), 2) - 1)
		for _, im := range images {
			if im.shows(l, x, y) {
				return true
			}
		}
		return false
	}
}

// A reflected is what stands where water mirrors it.
type reflected struct {
	zone     lesson.Zone
	r        *Region
	distance float64 // m
}

// shows reports whether the image is at a place: the mirror of a mirror is the thing.
func (im reflected) shows(l *lesson.Lesson, x, y float64) bool {
	return im.r.Inside(x, Mirrored(l, y, im.distance))
}

func imagesIn(l *lesson.Lesson, water lesson.Zone, cell float64) (out []reflected) {
	plane := l.Plane(water.Plane)
	for _, z := range l.Zones {
		p := l.Plane(z.Plane)
		if z.Kind.Is(lesson.Standing) && !z.Kind.Is(lesson.Small) && p >= 0 && p <= plane && z.ID != water.ID {
			out = append(out, reflected{z, ZoneAt(l, z, cell), l.Planes[p].Distance})
		}
	}
	return out
}

// Shown is how much of what a water zone mirrors is each thing: shares of the places, sampled every
// cell mm, by the id of its zone. Where one image lies over another both have the place.
func Shown(l *lesson.Lesson, water lesson.Zone, cell float64) map[string]float64 {
	whole := ZoneAt(l, water, cell)
	images, out, all := imagesIn(l, water, cell), map[string]float64{}, 0.0
	for y := whole.Y0; y <= whole.Y1; y += cell {
		for x := whole.X0; x <= whole.X1; x += cell {
			if !whole.Inside(x, y) {
				continue
			}
			any := 0.0
			for _, im := range images {
				if im.shows(l, x, y) {
					out[im.zone.ID]++
					any = 1
				}
			}
			all += any
		}
	}
	for id := range out {
		out[id] /= all
	}
	return out
}
