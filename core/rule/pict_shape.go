package rule

import (
	"fmt"
	"maps"
	"math"
	"slices"

	"proxenos/core/compose"
	"proxenos/core/lesson"
	"proxenos/core/measure"
	"proxenos/core/rehearse"
)

const (
	midHeight   = 0.04 // of the height around the middle where a horizon is dull
	levelMost   = 1.0  // degrees that water may slope
	sameMost    = 0.93 // of a mass that may fall on its own mirror image
	evenMost    = 0.08 // relative spread of gaps below which they are even
	alikeMost   = 0.12 // and of heights below which things are alike
	outMost     = 0.6  // of the length of directions that may lead past the focal area
	shapeCell   = 1.5  // mm
	gapStretch  = 0.28 // of a gap by which an even thing is moved
	leanStretch = 0.18 // of its width by which a mass is made to lean
)

var horizon = Rule{
	ID: "pict.horizon", Title: "Horizon in the middle, or not level", Severity: Note, On: Script,
	Figure: "how far the horizon is from mid-height, and by how much the far edge of water slopes", Source: "working default of the craft: clearly above or below", Choice: true,
	Reason:  "A horizon clearly above or below mid-height decides whether the picture is of the sky or of the ground. Water is level.",
	Speaks:  say("the horizon lies within %g %% of mid-height, or water slopes by over %g°", 100*midHeight, levelMost),
	measure: findHorizon,
}

var symmetry = Rule{
	ID: "pict.symmetry", Title: "Too regular", Severity: Note, On: Script,
	Figure: "how far a mass falls on its mirror image, and how even the gaps of like things are", Source: "working default", Choice: true,
	Reason:  "No mirror-symmetric rocks, no evenly spaced equal trees: nature varies, and so does what the eye likes to look at.",
	Speaks:  say("a mass falls on its mirror image to over %g %%, or like things stand apart alike within %g %%", 100*sameMost, 100*evenMost),
	measure: findSymmetry,
}

var directions = Rule{
	ID: "pict.directions", Title: "Lines lead out", Severity: Note, On: Script,
	Figure: "the share of the length of what points somewhere that leads past the focal area", Source: "working default", Choice: true,
	Reason:  "Paths, banks, walls and clouds point somewhere: to the focal area, not off the canvas.",
	Speaks:  say("over %g %% of the length of paths, banks, walls and clouds leads past the focal area", 100*outMost),
	measure: findDirections,
}

func findHorizon(c *Context) (out []Finding) {
	l := c.Lesson
	h := l.View.Horizon / l.Support.Height
	if d := math.Abs(h - 0.5); c.openGround() {
		out = append(out, Finding{
			Says:   fmt.Sprintf("The horizon is %.0f %% of the height from the middle.", 100*d),
			Figure: round(100*d, 1), Unit: "%", Threshold: 100 * midHeight, Under: true, Where: "horizon", At: rehearse.Spot{X: l.Support.Width / 2, Y: l.View.Horizon}, OnCanvas: true,
			offers: func() (out []Idea) {
				for _, to := range []float64{0.42, 0.58} {
					if e, err := compose.Horizon(l, math.Round(to*l.Support.Height)); err == nil {
						c.offer(&out, fmt.Sprintf("move it to %.0f %% of the height, with everything", 100*to), e)
					}
				}
				return out
			},
		})
	}
	for _, z := range l.Zones {
		if z.Kind == lesson.Water {
			out = append(out, c.level(z)...)
		}
	}
	return out
}

// openGround reports whether sky meets ground or water along the horizon at all: in a
// wood nobody sees it.
func (c *Context) openGround() bool {
	return slices.ContainsFunc(c.Lesson.Zones, func(z lesson.Zone) bool {
		return z.Kind == lesson.Water || z.Kind == lesson.Field || z.Kind == lesson.Snow
	})
}

// level judges the far edge of water: the two upper corners of its outline.
func (c *Context) level(z lesson.Zone) []Finding {
	l := c.Lesson
	left, right := farEdge(z)
	wide := right.X - left.X
	if wide < 0.6*l.Support.Width || min(left.Y, right.Y) > l.View.Horizon+0.05*l.Support.Height {
		return nil
	}
	slope := math.Abs(math.Atan2(right.Y-left.Y, wide)) * 180 / math.Pi
	f := Finding{
		Says:   fmt.Sprintf("The far edge of %s slopes by %.1f°.", z.Name, slope),
		Figure: round(slope, 1), Unit: "°", Threshold: levelMost, Where: z.ID, At: rehearse.Spot{X: (left.X + right.X) / 2, Y: (left.Y + right.Y) / 2}, OnCanvas: true,
	}
	outline := slices.Clone(z.Outline)
	for i, p := range outline {
		if p == left || p == right {
			outline[i].Y = math.Round(10*(left.Y+right.Y)/2) / 10
		}
	}
	f.offers = func() (out []Idea) {
		c.offer(&out, "make it level", lesson.Reshape{Zone: z.ID, Outline: outline})
		return out
	}
	return []Finding{f}
}

// farEdge is the upper left and the upper right corner of an outline.
func farEdge(z lesson.Zone) (left, right lesson.Point) {
	score := func(p lesson.Point, side float64) float64 { return side*p.X - p.Y }
	left, right = z.Outline[0], z.Outline[0]
	for _, p := range z.Outline {
		if score(p, -1) > score(left, -1) {
			left = p
		}
		if score(p, 1) > score(right, 1) {
			right = p
		}
	}
	return left, right
}

func findSymmetry(c *Context) (out []Finding) {
	l := c.Lesson
	for _, m := range measure.Masses(l) {
		z, _ := l.Zone(m.Zone)
		f := Finding{
			Says:   fmt.Sprintf("%s falls on its own mirror image to %.0f %%.", z.Name, 100*m.Same),
			Figure: round(100*m.Same, 0), Unit: "%", Threshold: 100 * sameMost, Where: z.ID, At: rehearse.Spot{X: m.X, Y: m.Y}, OnCanvas: true,
		}
		outline := slices.Clone(z.Outline)
		for i, p := range outline {
			up := (m.Foot - p.Y) / max(1, 2*(m.Foot-m.Y))
			across := (p.X - m.X) / max(1, m.Wide/2)
			outline[i].X = math.Round(10*min(l.Support.Width, max(0, p.X+leanStretch*m.Wide*up*(1-0.4*across)))) / 10
		}
		f.offers = func() (out []Idea) {
			c.offer(&out, "let it lean", lesson.Reshape{Zone: z.ID, Outline: outline})
			return out
		}
		out = append(out, f)
	}
	return append(out, c.even()...)
}

// even finds like things at even distances.
func (c *Context) even() (out []Finding) {
	most := map[lesson.ZoneKind]measure.Alike{} // the evenest row of like ones, of two as even the longer
	for _, row := range measure.Rows(c.Lesson) {
		row.Uneven = round(row.Uneven, 3)
		was, ok := most[row.Kind]
		if row.Unlike < alikeMost && (!ok || row.Uneven < was.Uneven || row.Uneven == was.Uneven && len(row.Zones) > len(was.Zones)) {
			most[row.Kind] = row
		}
	}
	for _, kind := range slices.Sorted(maps.Keys(most)) {
		row := most[kind]
		f := Finding{
			Says:   fmt.Sprintf("%d like things stand %.0f mm apart, each as far as the next to %.0f %%.", len(row.Zones), row.Apart, 100*row.Uneven),
			Figure: round(100*row.Uneven, 1), Unit: "%", Threshold: 100 * evenMost, Under: true, Where: string(row.Kind), At: rehearse.Spot{X: row.X[1], Y: row.Foot[1]}, OnCanvas: true,
		}
		f.offers = func() (out []Idea) {
			var all lesson.All
			for i := 1; i+1 < len(row.Zones); i++ {
				by := gapStretch * (row.X[i] - row.X[i-1]) * math.Pow(-1, float64(i-1)) // one this way, the next that
				z, _ := c.Lesson.Zone(row.Zones[i])
				all = append(all, lesson.Reshape{Zone: z.ID, Outline: displaced(z.Outline, by, 0, c.Lesson)})
			}
			c.offer(&out, "move them apart unevenly", all)
			return out
		}
		out = append(out, f)
	}
	return out
}

func findDirections(c *Context) []Finding {
	l := c.Lesson
	var out, all float64
	var worst lesson.Zone
	var longest measure.Direction
	for _, d := range measure.Directions(l) {
		all += d.Long
		if !d.Leads {
			out += d.Long
			if d.Long > longest.Long {
				longest = d
				worst, _ = l.Zone(d.Zone)
			}
		}
	}
	if all < 0.25*l.Support.Width {
		return nil
	}
	return []Finding{{
		Says:   fmt.Sprintf("%.0f %% of the length of paths, banks and the like leads past the focal area; the longest is %s.", 100*out/all, worst.Name),
		Figure: round(100*out/all, 0), Unit: "%", Threshold: 100 * outMost, Where: "focal", At: rehearse.Spot{X: longest.X, Y: longest.Y}, OnCanvas: true,
		offers: func() (out []Idea) {
			if turned, ok := c.turned(worst, longest); ok {
				c.offer(&out, "turn "+worst.Name+" toward it", lesson.Reshape{Zone: worst.ID, Outline: turned})
			}
			c.ledTo(&out)
			return out
		},
	}}
}

// ledTo has the idea to move the focal area to where most of what points somewhere leads: the
// picture stays as it is drawn.
func (c *Context) ledTo(to *[]Idea) {
	l := c.Lesson
	led := func(x, y float64) (long float64) {
		n := *l
		n.Focal.X, n.Focal.Y = x, y
		for _, d := range measure.Directions(&n) {
			if d.Leads {
				long += d.Long
			}
		}
		return long
	}
	best, x, y := led(l.Focal.X, l.Focal.Y), 0.0, 0.0
	for _, fy := range []float64{1.0 / 3, 0.4, 0.5, 0.6, 2.0 / 3} {
		for _, fx := range []float64{0.25, 1.0 / 3, 0.4, 0.6, 2.0 / 3, 0.75} {
			at := lesson.Point{X: math.Round(fx * l.Support.Width), Y: math.Round(fy * l.Support.Height)}
			if v := led(at.X, at.Y); v > best*1.05 {
				best, x, y = v, at.X, at.Y
			}
		}
	}
	if x == 0 {
		return
	}
	all := lesson.SceneOf(l)
	all.Focal.X, all.Focal.Y = x, y
	c.offer(to, fmt.Sprintf("move the focal area to %g, %g mm, where they lead", x, y), all)
}

// turned leans a shape about its lower end until it points at the focal area: rows move
// sideways, so that its foot and its height stay. It fails where that pushes a part of it off the
// picture, or squeezes it against the edge.
func (c *Context) turned(z lesson.Zone, a measure.Direction) ([]lesson.Point, bool) {
	l := c.Lesson
	low := math.Inf(-1)
	for _, p := range z.Outline {
		low = max(low, p.Y)
	}
	footX := a.X
	if a.DY != 0 {
		footX = a.X + (low-a.Y)*a.DX/a.DY
	}
	now := a.DX / math.Copysign(max(0.05, math.Abs(a.DY)), a.DY)
	want := (l.Focal.X - footX) / math.Copysign(max(5, math.Abs(l.Focal.Y-low)), l.Focal.Y-low)
	out := slices.Clone(z.Outline)
	for i, p := range out {
		x := p.X + (p.Y-low)*(want-now)
		if x < 0 && p.X > 0 || x > l.Support.Width && p.X < l.Support.Width {
			return nil, false
		}
		out[i].X = math.Round(10*min(l.Support.Width, max(0, x))) / 10
	}
	return out, true
}
