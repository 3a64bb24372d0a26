package rule

import (
	"fmt"
	"math"
	"slices"

	"proxenos/core/compose"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/scene"
)

const (
	midHeight   = 0.04 // of the height around the middle where a horizon is dull
	levelMost   = 1.0  // degrees that water may slope
	sameMost    = 0.93 // of a mass that may fall on its own mirror image
	massLeast   = 0.004
	evenMost    = 0.08 // relative spread of gaps below which they are even
	alikeMost   = 0.12 // and of heights below which things are alike
	outMost     = 0.6  // of the length of directions that may lead past the focal area
	missedBy    = 0.15 // of the width by which a direction misses it
	turnLeast   = 8.0  // degrees from level below which a line leads nowhere
	shapeCell   = 1.5  // mm
	gapStretch  = 0.28 // of a gap by which an even thing is moved
	leanStretch = 0.18 // of its width by which a mass is made to lean
)

var horizon = Rule{
	ID: "pict.horizon", Title: "Horizon in the middle, or not level", Severity: Note, Choice: true,
	Reason: "A horizon clearly above or below mid-height decides whether the picture is of the sky or of the ground. Water is level.",
	find:   findHorizon,
}

var symmetry = Rule{
	ID: "pict.symmetry", Title: "Too regular", Severity: Note, Choice: true,
	Reason: "No mirror-symmetric rocks, no evenly spaced equal trees: nature varies, and so does what the eye likes to look at.",
	find:   findSymmetry,
}

var directions = Rule{
	ID: "pict.directions", Title: "Lines lead out", Severity: Note, Choice: true,
	Reason: "Paths, banks, walls and clouds point somewhere: to the focal area, not off the canvas.",
	find:   findDirections,
}

func findHorizon(c *Context) (out []Finding) {
	l := c.Lesson
	h := l.View.Horizon / l.Support.Height
	if d := math.Abs(h - 0.5); d < midHeight && c.openGround() {
		f := Finding{
			Says:   fmt.Sprintf("The horizon is %.0f %% of the height from the middle.", 100*d),
			Figure: round(100*d, 1), Unit: "%", Threshold: 100 * midHeight, Where: "horizon", At: rehearse.Spot{X: l.Support.Width / 2, Y: l.View.Horizon}, OnCanvas: true,
		}
		for _, to := range []float64{0.42, 0.58} {
			if e, err := compose.Horizon(l, math.Round(to*l.Support.Height)); err == nil {
				if r, _, ok := c.remedy(fmt.Sprintf("move it to %.0f %% of the height, with everything", 100*to), e); ok {
					f.Remedies = append(f.Remedies, r)
				}
			}
		}
		out = append(out, f)
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
	if slope <= levelMost {
		return nil
	}
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
	if r, _, ok := c.remedy("make it level", lesson.Reshape{Zone: z.ID, Outline: outline}); ok {
		f.Remedies = append(f.Remedies, r)
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
	canvas := l.Support.Width * l.Support.Height
	for _, z := range l.Zones {
		if !slices.Contains([]lesson.ZoneKind{lesson.Rock, lesson.Ridge, lesson.CloudBank, lesson.Tree}, z.Kind) {
			continue
		}
		r := scene.ZoneAt(l, z, shapeCell)
		same := r.Sameness()
		slim := r.X1-r.X0 < 0.5*(r.Y1-r.Y0)      // a poplar is what it is
		band := r.X1-r.X0 > 0.95*l.Support.Width // from edge to edge it is no mass
		if r.Area < massLeast*canvas || same <= sameMost || slim || band {
			continue
		}
		f := Finding{
			Says:   fmt.Sprintf("%s falls on its own mirror image to %.0f %%.", z.Name, 100*same),
			Figure: round(100*same, 0), Unit: "%", Threshold: 100 * sameMost, Where: z.ID, At: rehearse.Spot{X: (r.X0 + r.X1) / 2, Y: (r.Y0 + r.Y1) / 2}, OnCanvas: true,
		}
		outline := slices.Clone(z.Outline)
		for i, p := range outline {
			up := (r.Y1 - p.Y) / max(1, r.Y1-r.Y0)
			across := (p.X - (r.X0+r.X1)/2) / max(1, (r.X1-r.X0)/2)
			outline[i].X = math.Round(10*min(l.Support.Width, max(0, p.X+leanStretch*(r.X1-r.X0)*up*(1-0.4*across)))) / 10
		}
		if m, _, ok := c.remedy("let it lean", lesson.Reshape{Zone: z.ID, Outline: outline}); ok {
			f.Remedies = append(f.Remedies, m)
		}
		out = append(out, f)
	}
	return append(out, c.even()...)
}

// thing is a zone as it stands: its middle, foot and height, mm.
type thing struct {
	zone            lesson.Zone
	x, foot, height float64
}

// standing lists the zones of a kind that stand below the horizon, from left to right.
func (c *Context) standing(kind lesson.ZoneKind) (out []thing) {
	for _, z := range c.Lesson.Zones {
		if z.Kind != kind {
			continue
		}
		x0, x1, y0, y1 := math.Inf(1), math.Inf(-1), math.Inf(1), math.Inf(-1)
		for _, p := range z.Outline {
			x0, x1, y0, y1 = min(x0, p.X), max(x1, p.X), min(y0, p.Y), max(y1, p.Y)
		}
		out = append(out, thing{z, (x0 + x1) / 2, y1, y1 - y0})
	}
	slices.SortFunc(out, func(a, b thing) int { return int(math.Copysign(1, a.x-b.x)) })
	return out
}

// even finds like things at even distances.
func (c *Context) even() (out []Finding) {
	for _, kind := range []lesson.ZoneKind{lesson.Tree, lesson.Conifer, lesson.BareTree, lesson.Fence, lesson.Rock, lesson.Building} {
		list := c.standing(kind)
		if len(list) < 3 {
			continue
		}
		var gaps, heights []float64
		for i, t := range list {
			heights = append(heights, t.height)
			if i > 0 {
				gaps = append(gaps, t.x-list[i-1].x)
			}
		}
		if unlike := relative(gaps); unlike >= evenMost || relative(heights) >= alikeMost {
			continue
		} else {
			f := Finding{
				Says:   fmt.Sprintf("%d like things stand %.0f mm apart, each as far as the next to %.0f %%.", len(list), mean(gaps), 100*unlike),
				Figure: round(100*unlike, 1), Unit: "%", Threshold: 100 * evenMost, Where: string(kind), At: rehearse.Spot{X: list[1].x, Y: list[1].foot}, OnCanvas: true,
			}
			var all lesson.All
			for i, t := range list[1 : len(list)-1] {
				by := gapStretch * gaps[i] * math.Pow(-1, float64(i)) // one this way, the next that
				all = append(all, lesson.Reshape{Zone: t.zone.ID, Outline: moved(t.zone.Outline, by, 0, c.Lesson)})
			}
			if r, _, ok := c.remedy("move them apart unevenly", all); ok {
				f.Remedies = append(f.Remedies, r)
			}
			out = append(out, f)
		}
	}
	return out
}

func moved(outline []lesson.Point, dx, dy float64, l *lesson.Lesson) []lesson.Point {
	out := slices.Clone(outline)
	for i, p := range out {
		out[i] = lesson.Point{X: math.Round(10*min(l.Support.Width, max(0, p.X+dx))) / 10, Y: math.Round(10*min(l.Support.Height, max(0, p.Y+dy))) / 10}
	}
	return out
}

func mean(v []float64) (sum float64) {
	for _, x := range v {
		sum += x / float64(len(v))
	}
	return sum
}

// relative is the spread of figures as a share of their mean.
func relative(v []float64) float64 {
	m := mean(v)
	var sum float64
	for _, x := range v {
		sum += (x - m) * (x - m) / float64(len(v))
	}
	return math.Sqrt(sum) / max(1e-9, math.Abs(m))
}

func findDirections(c *Context) []Finding {
	l := c.Lesson
	if l.Focal.Radius == 0 {
		return nil
	}
	miss := max(1.5*l.Focal.Radius, missedBy*l.Support.Width)
	var out, all float64
	var worst lesson.Zone
	var axis scene.Axis
	for _, z := range l.Zones {
		if !slices.Contains([]lesson.ZoneKind{lesson.Path, lesson.Stream, lesson.Bank, lesson.Wall, lesson.Fence, lesson.CloudBank}, z.Kind) {
			continue
		}
		a := scene.ZoneAt(l, z, shapeCell).Axis()
		steep := math.Abs(math.Atan2(a.DY, a.DX)) * 180 / math.Pi
		if a.Slender < 2 || min(steep, 180-steep) < turnLeast || a.Long < 0.12*l.Support.Width {
			continue
		}
		all += a.Long
		if off := math.Abs((l.Focal.X-a.X)*a.DY - (l.Focal.Y-a.Y)*a.DX); off > miss {
			out += a.Long
			if a.Long > axis.Long {
				worst, axis = z, a
			}
		}
	}
	if all < 0.25*l.Support.Width || out <= outMost*all {
		return nil
	}
	f := Finding{
		Says:   fmt.Sprintf("%.0f %% of the length of paths, banks and the like leads past the focal area; the longest is %s.", 100*out/all, worst.Name),
		Figure: round(100*out/all, 0), Unit: "%", Threshold: 100 * outMost, Where: "focal", At: rehearse.Spot{X: axis.X, Y: axis.Y}, OnCanvas: true,
	}
	if r, _, ok := c.remedy("turn "+worst.Name+" toward it", lesson.Reshape{Zone: worst.ID, Outline: c.turned(worst, axis)}); ok {
		f.Remedies = append(f.Remedies, r)
	}
	return []Finding{f}
}

// turned leans a shape about its lower end until it points at the focal area: rows move
// sideways, so that its foot and its height stay.
func (c *Context) turned(z lesson.Zone, a scene.Axis) []lesson.Point {
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
		out[i].X = math.Round(10*min(l.Support.Width, max(0, p.X+(p.Y-low)*(want-now)))) / 10
	}
	return out
}
