package reference

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/picture"
	"proxenos/core/scene"
	"proxenos/core/spectrum"
)

// Horizon is where a picture's horizon seems to be.
type Horizon struct {
	Y    float64 `json:"y" doc:"in the middle, mm from the top"`
	Tilt float64 `json:"tilt" doc:"degrees; more than 0 where it falls to the right"`
	Sure float64 `json:"sure" doc:"0 to 1: how much stronger it is than the next best"`
}

// Apart reports whether it lies clearly elsewhere than the lesson's.
func (h Horizon) Apart(l *lesson.Lesson) bool {
	return math.Abs(h.Y-l.View.Horizon) > 0.01*l.Support.Height
}

// A Shape is a part of the picture that could be a zone.
type Shape struct {
	Name    string          `json:"name"`
	Kind    lesson.ZoneKind `json:"kind"`
	Plane   lesson.Plane    `json:"plane" doc:"one of the lesson's, or one to be added"`
	Outline []lesson.Point  `json:"outline"`
	Lab     spectrum.Lab    `json:"lab" doc:"its mean colour"`
	Value   int             `json:"value" doc:"1 dark to 9 light"`
	Share   float64         `json:"share" doc:"of the picture"`
	There   bool            `json:"there" doc:"whether the lesson has such a zone already"`
}

// Suggestion is what a photograph suggests for a lesson's picture.
type Suggestion struct {
	Horizon Horizon `json:"horizon"`
	Shapes  []Shape `json:"shapes" doc:"farthest first"`
}

// Suggest reads the horizon of a picture, and the shapes it falls into, each with a kind
// and a plane that it could be in l.
func Suggest(p *picture.Picture, l *lesson.Lesson) Suggestion {
	h := horizon(p)
	return Suggestion{h, shapes(p, l, h.Y)}
}

const (
	highest, lowest = 0.12, 0.88 // share of the height between which a horizon is sought
	tiltMost        = 3.0        // degrees
	tiltStep        = 0.5
	tiltCosts       = 0.03 // a degree: it is level unless it clearly is not
	apartShare      = 0.1  // of the height from which another line is another
	clearly         = 8.0  // ΔE (1976) that is clear enough
)

// HorizonOf finds the horizon of a picture.
func HorizonOf(p *picture.Picture) Horizon { return horizon(p) }

// horizon is the level line, or nearly level, across which the picture changes in the same
// way nearly all along. The edge of a wood or of grass changes more, but here and there at
// other heights; a horizon changes everywhere at the same.
func horizon(p *picture.Picture) Horizon {
	best, most := Horizon{Y: float64(p.H) * p.Mm / 2}, 0.0
	bests := make([]float64, p.H)
	for y := int(highest * float64(p.H)); y < int(lowest*float64(p.H)); y++ {
		for tilt := -tiltMost; tilt <= tiltMost; tilt += tiltStep {
			s := changes(p, y, math.Tan(tilt*math.Pi/180)) * (1 - tiltCosts*math.Abs(tilt))
			bests[y] = max(bests[y], s)
			if s > most {
				most = s
				best = Horizon{Y: float64(y) * p.Mm, Tilt: tilt}
			}
		}
	}
	if most == 0 {
		return best
	}
	second := 0.0
	for y, s := range bests {
		if math.Abs(float64(y)*p.Mm-best.Y) > apartShare*float64(p.H)*p.Mm {
			second = max(second, s)
		}
	}
	best.Sure = 1 - second/most
	return best
}

// changes is how much the picture changes across a line at a row, by the mean over the
// columns of what differs from two rows above it to two below; no column counts for more
// than clearly
func changes(p *picture.Picture, y int, slope float64) float64 {
	var sum [3]float64
	var n float64
	for x := range p.W {
		row := y + int(math.Round(slope*(float64(x)-float64(p.W)/2)))
		if row < 2 || row+1 >= p.H {
			continue
		}
		n++
		at := func(y int) spectrum.Lab { return p.Lab[y*p.W+x] }
		a, b, c, d := at(row-2), at(row-1), at(row), at(row+1)
		diff := [3]float64{(a.L + b.L - c.L - d.L) / 2, (a.A + b.A - c.A - d.A) / 2, (a.B + b.B - c.B - d.B) / 2}
		long := math.Hypot(diff[0], math.Hypot(diff[1], diff[2]))
		for k, v := range diff {
			sum[k] += v * min(1, clearly/max(1e-9, long))
		}
	}
	if n < float64(p.W)/2 {
		return 0
	}
	return math.Hypot(sum[0], math.Hypot(sum[1], sum[2])) / n
}

const (
	oneColour   = 7.0  // ΔE (1976) within which two groups are one
	sides       = 30.0 // by which what lies above the horizon differs from what lies below
	groups      = 7    // colours that shapes are told apart by
	leastShape  = 0.02 // share of the picture from which a part is a shape
	mostShapes  = 10
	smoothing   = 3 // places to either side that a place is decided with
	farRidge    = 4000.0
	skyDistance = 60000.0
	likeSky     = 24.0 // ΔE00 within which what lies below the horizon shows the sky
	likeMirror  = 14.0 // and within which it shows all that stands above it
	alreadyHas  = 0.75 // common share from which a zone is the same shape
)

// shapes divides the picture into parts of like colour and height and says what each may
// be.
func shapes(p *picture.Picture, l *lesson.Lesson, horizonY float64) []Shape {
	parts := partsOf(p, horizonY)
	sky := skyOf(parts)
	out := []Shape{}
	for _, part := range parts[:min(len(parts), mostShapes)] {
		s := Shape{Lab: meanOf(p, part.cells), Share: float64(len(part.cells)) / float64(len(p.Lab))}
		s.Value = s.Lab.Value()
		s.Kind, s.Name = kindOf(p, part, sky, s.Lab, horizonY)
		for _, q := range outline(part, p.W, p.H) {
			s.Outline = append(s.Outline, lesson.Point{X: q[0] * p.Mm, Y: q[1] * p.Mm})
		}
		if s.Outline = scene.OnCanvas(l, s.Outline); s.Outline == nil {
			continue
		}
		s.Plane = planeFor(l, s, float64(part.bottom+1)*p.Mm, horizonY)
		s.There = hasSuch(l, s)
		out = append(out, s)
	}
	slices.SortStableFunc(out, func(a, b Shape) int { return cmp.Compare(b.Plane.Distance, a.Plane.Distance) })
	number := map[string]int{}
	for i, s := range out { // tell those of a name apart
		if number[s.Name]++; number[s.Name] > 1 {
			out[i].Name = fmt.Sprintf("%s %d", s.Name, number[s.Name])
		}
	}
	return out
}

// partsOf divides a picture into parts of like colour and height, those above the horizon apart
// from those below it.
func partsOf(p *picture.Picture, horizonY float64) []part {
	points := make([][]float64, len(p.Lab))
	for i, c := range p.Lab {
		y := (float64(i/p.W) + 0.5) * p.Mm
		side := 0.0 // above and below the horizon are different things
		if y > horizonY {
			side = sides
		}
		points[i] = []float64{c.L, c.A, c.B, side + 12*y/(float64(p.H)*p.Mm)}
	}
	centres, of := means(points, groups)
	joined(centres, of)
	return divide(of, p.W, p.H, int(leastShape*float64(len(p.Lab))))
}

// joined gives groups of nearly one colour, on one side of the horizon, one number.
func joined(centres [][]float64, of []int) {
	same := make([]int, len(centres))
	for k, c := range centres {
		same[k] = k
		for j, d := range centres[:k] {
			if math.Sqrt(apart(c[:3], d[:3])) < oneColour && math.Abs(c[3]-d[3]) < sides/2 {
				same[k] = same[j]
				break
			}
		}
	}
	for i, k := range of {
		of[i] = same[k]
	}
}

// skyOf is the largest part that touches the top edge; nil for none.
func skyOf(parts []part) *part {
	for i := range parts { // the largest come first
		if parts[i].top == 0 {
			return &parts[i]
		}
	}
	return nil
}

// kindOf guesses what a part is by where it lies and what it looks like.
func kindOf(p *picture.Picture, a part, sky *part, colour spectrum.Lab, horizonY float64) (lesson.ZoneKind, string) {
	top, foot := float64(a.top)*p.Mm, float64(a.bottom+1)*p.Mm
	height := float64(p.H) * p.Mm
	wide, high := float64(a.right-a.left+1), float64(a.bottom-a.top+1)
	var above spectrum.Lab
	if sky != nil {
		above = meanOf(p, sky.cells)
	}
	shows := func(what spectrum.Lab, within float64) bool {
		return spectrum.DeltaE(colour, what) < within && colour.B < what.B+12
	}
	crosses := top < horizonY-0.06*height && foot > horizonY+0.05*height
	switch {
	case a.top == 0 && !crosses && (sky == nil || spectrum.DeltaE(colour, above) < likeSky):
		return lesson.Sky, "Sky"
	case foot <= horizonY+0.05*height && sky != nil && wide < 0.8*float64(p.W) && colour.L > above.L+4:
		return lesson.CloudBank, "Cloud"
	case foot <= horizonY+0.05*height:
		return lesson.Ridge, "Ridge"
	case crosses && high > 1.3*wide:
		return lesson.Tree, "Tree"
	case crosses:
		return lesson.TreeLine, "Trees"
	case sky != nil && top < horizonY+0.15*height && (shows(above, likeSky) || shows(meanOf(p, over(p, a, horizonY)), likeMirror)):
		return lesson.Water, "Water"
	case top > horizonY+0.5*(height-horizonY):
		return lesson.Field, "Foreground"
	}
	return lesson.Field, "Field"
}

// over are the places above the horizon that a level mirror in the columns of a part shows.
func over(p *picture.Picture, a part, horizonY float64) (cells []int) {
	for y := range min(p.H, int(horizonY/p.Mm)) {
		for x := a.left; x <= a.right; x++ {
			cells = append(cells, y*p.W+x)
		}
	}
	return cells
}

// planeFor is the lesson's plane that a shape lies in: the nearest in depth, or a new one
// where none is within half or twice its distance.
func planeFor(l *lesson.Lesson, s Shape, foot, horizonY float64) lesson.Plane {
	at := *l
	at.View.Horizon = min(l.Support.Height, horizonY)
	away, ok := scene.GroundDistance(&at, min(foot, l.Support.Height))
	switch {
	case s.Kind == lesson.Sky || s.Kind == lesson.CloudBank:
		away = skyDistance
	case s.Kind == lesson.Ridge || !ok:
		away = farRidge
	case s.Kind == lesson.Water || s.Kind == lesson.Field: // as far as its middle reaches
		var y float64
		for _, q := range s.Outline {
			y += q.Y / float64(len(s.Outline))
		}
		if d, ok := scene.GroundDistance(&at, y); ok {
			away = d
		}
	}
	away = math.Round(min(skyDistance, max(1, away)))
	best, least := -1, math.Log(2)
	for i, p := range l.Planes {
		if d := math.Abs(math.Log(p.Distance / away)); d < least {
			best, least = i, d
		}
	}
	if best >= 0 {
		return l.Planes[best]
	}
	id := fmt.Sprintf("at-%.0f-m", away)
	return lesson.Plane{ID: id, Name: fmt.Sprintf("At %.0f m", away), Distance: away}
}

// hasSuch reports whether a zone of the lesson has about the shape.
func hasSuch(l *lesson.Lesson, s Shape) bool {
	cell := l.Support.Width / 120
	mine := scene.ZoneAt(l, lesson.Zone{ID: "suggested", Outline: s.Outline}, cell)
	for _, z := range l.Zones {
		if z.Kind == s.Kind && mine.Common(scene.ZoneAt(l, lesson.Zone{ID: "there", Outline: z.Outline}, cell)) > alreadyHas {
			return true
		}
	}
	return false
}

// Accept is the edit that takes a suggested shape into the lesson as a zone, with its
// plane where that is new.
func Accept(l *lesson.Lesson, s Shape) lesson.Edit {
	var all lesson.All
	if l.Plane(s.Plane.ID) < 0 {
		planes := append(slices.Clone(l.Planes), s.Plane)
		slices.SortStableFunc(planes, func(a, b lesson.Plane) int { return cmp.Compare(b.Distance, a.Distance) })
		all = append(all, lesson.SetPlanes{Planes: planes})
	}
	id := "photo-" + string(s.Kind)
	for n := 2; ; n++ {
		if _, taken := l.Zone(id); !taken {
			break
		}
		id = fmt.Sprintf("photo-%s-%d", s.Kind, n)
	}
	zone := lesson.Zone{ID: id, Name: s.Name, Plane: s.Plane.ID, Kind: s.Kind, Outline: s.Outline}
	return append(all, lesson.SetZone{At: len(l.Zones), Zone: zone})
}

func meanOf(p *picture.Picture, cells []int) (mean spectrum.Lab) {
	n := float64(len(cells))
	for _, i := range cells {
		c := p.Lab[i]
		mean.L, mean.A, mean.B = mean.L+c.L/n, mean.A+c.A/n, mean.B+c.B/n
	}
	return mean
}
