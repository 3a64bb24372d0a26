package look

import (
	"math"
	"slices"

	"proxenos/core/plate"
	"proxenos/core/spectrum"
)

// tried is how many quadrilaterals are held against the plan.
const tried = 60

// Find finds the picture in a photograph: a canvas width by height mm, or of any shape where width
// is 0. plan is what it is to look like; nil where nothing is known. It always gives corners to
// begin from, and says how sure it is.
func Find(photo *plate.Plate, width, height float64, plan *plate.Plate) Whereabouts {
	small, k := shrunk(photo)
	e := edgesOf(small)
	all := e.quads(small, width/height)
	if len(all) == 0 {
		return Whereabouts{Quad: inset(photo), Says: "No canvas was found in this photograph: drag the corners to it, or take it before a plain wall."}
	}
	best, nested := all[:min(tried, len(all))], false
	if plan != nil {
		like := newLikeness(photo, plan, width, height)
		for i := range best {
			best[i].score = 0.6*best[i].score + 0.4*like.of(best[i].quad.scaled(k))
		}
		slices.SortStableFunc(best, func(a, b candidate) int {
			switch {
			case a.score > b.score:
				return -1
			case a.score < b.score:
				return 1
			}
			return 0
		})
	} else {
		best[0], nested = innermost(best)
	}
	out := Whereabouts{Quad: refined(photo, best[0].quad.scaled(k))}
	out.Sure = min(1, max(0, (best[0].score-guess)/(surest-guess)))
	if width > 0 {
		out.Border = borderOf(photo, out.Quad, width, height)
	}
	for _, c := range all {
		if c.score < another*best[0].score {
			break
		}
		if apart(c.quad, best[0].quad) {
			out.Others = 1
			break
		}
	}
	w, h := float64(photo.W), float64(photo.H)
	cut := slices.ContainsFunc(out.Quad[:], func(p Pixel) bool { return p.X < 1 || p.Y < 1 || p.X > w-1 || p.Y > h-1 })
	switch {
	case cut:
		out.Sure = min(out.Sure, 0.3)
		out.Says = "A part of the canvas is outside the photograph: step back, so that there is something around all of it."
	case out.Others > 0:
		out.Sure = min(out.Sure, 0.4)
		out.Says = "There is more than one canvas in this photograph: see that the corners lie on the right one."
	case nested && out.Border == "":
		out.Sure = min(out.Sure, 0.45)
		out.Says = "The picture, or what it lies on: see that the corners lie where the picture ends."
	case out.Sure < 0.5:
		out.Says = "The corners are a guess: drag them to where the picture ends."
	}
	return out
}

// innermost is the picture among things that lie one within the other, as a picture, its board and
// a table: nothing within a picture has its shape and something even all around. several tells
// whether there were such things.
func innermost(list []candidate) (best candidate, several bool) {
	best = list[0]
	for _, c := range list {
		if c.score >= another*list[0].score && c.quad.area() < apartArea*list[0].quad.area() && list[0].quad.holds(c.quad.middle()) || c.score >= another*list[0].score && list[0].quad.area() < apartArea*c.quad.area() {
			several = true
		}
		if c.score >= another*list[0].score && c.quad.area() < 0.97*best.quad.area() && best.quad.holds(c.quad[0]) && best.quad.holds(c.quad[2]) && best.quad.holds(c.quad[1]) && best.quad.holds(c.quad[3]) {
			best = c
		}
	}
	return best, several
}

// apartArea is the share of the area of one thing from which a thing within it is another one.
const apartArea = 0.9

// inset is the corners of what is most of a photograph.
func inset(p *plate.Plate) Quad {
	w, h := float64(p.W), float64(p.H)
	return Quad{{0.1 * w, 0.1 * h}, {0.9 * w, 0.1 * h}, {0.9 * w, 0.9 * h}, {0.1 * w, 0.9 * h}}
}

// apart reports whether the middle of each of two quadrilaterals lies outside the other.
func apart(a, b Quad) bool { return !a.holds(b.middle()) && !b.holds(a.middle()) }

func (q Quad) middle() (m Pixel) {
	for _, p := range q {
		m.X, m.Y = m.X+p.X/4, m.Y+p.Y/4
	}
	return m
}

func (q Quad) holds(p Pixel) bool {
	for i, a := range q {
		b := q[(i+1)%4]
		if (b.X-a.X)*(p.Y-a.Y)-(b.Y-a.Y)*(p.X-a.X) < 0 {
			return false
		}
	}
	return true
}

// A likeness holds what quadrilaterals enclose against a plan.
type likeness struct {
	photo         *plate.Plate
	plan          [][3]float64
	w, h          int
	width, height float64
}

const alikeAcross = 48

func newLikeness(photo, plan *plate.Plate, width, height float64) *likeness {
	w := alikeAcross
	h := max(2, int(math.Round(float64(w)*height/width)))
	l := &likeness{photo: photo, w: w, h: h, width: width, height: height}
	l.plan = normal(plan.Resized(w, h))
	return l
}

// upsideDown reports whether a picture is more like its plan when it is turned round.
func (l *likeness) upsideDown(q Quad) bool {
	return l.of(Quad{q[2], q[3], q[0], q[1]}) > l.of(q)+turnedBy
}

// turnedBy is how much more like its plan a picture is that was upside down.
const turnedBy = 0.15

// normal is a plate in Lab, each channel with its mean taken out.
func normal(p *plate.Plate) [][3]float64 {
	out := make([][3]float64, len(p.RGB))
	var mean [3]float64
	for i, c := range p.RGB {
		lab := plate.Lab(c)
		out[i] = [3]float64{lab.L, lab.A, lab.B}
		for k := range mean {
			mean[k] += out[i][k] / float64(len(out))
		}
	}
	for i := range out {
		for k := range mean {
			out[i][k] -= mean[k]
		}
	}
	return out
}

// of is how like the plan a quadrilateral is, from 0 to 1: the correlation of their colours.
func (l *likeness) of(q Quad) float64 {
	see, err := homographyOf(q, l.width, l.height)
	if err != nil {
		return 0
	}
	p := plate.New(l.w, l.h, 1)
	for j := range l.h {
		for i := range l.w {
			var sum [3]float32
			for _, d := range [4][2]float64{{0.25, 0.25}, {0.75, 0.25}, {0.25, 0.75}, {0.75, 0.75}} {
				c := l.photo.At(see.see((float64(i)+d[0])/float64(l.w)*l.width, (float64(j)+d[1])/float64(l.h)*l.height))
				sum[0], sum[1], sum[2] = sum[0]+c[0]/4, sum[1]+c[1]/4, sum[2]+c[2]/4
			}
			p.RGB[j*l.w+i] = sum
		}
	}
	return max(0, correlation(normal(p), l.plan))
}

func correlation(a, b [][3]float64) float64 {
	var ab, aa, bb float64
	for i := range a {
		for k := range a[i] {
			ab += a[i][k] * b[i][k]
			aa += a[i][k] * a[i][k]
			bb += b[i][k] * b[i][k]
		}
	}
	if aa == 0 || bb == 0 {
		return 0
	}
	return ab / math.Sqrt(aa*bb)
}

// refined moves every side of a quadrilateral to where the photograph changes most beside it, by
// parts of a pixel.
func refined(photo *plate.Plate, q Quad) Quad {
	reach := max(3, 0.006*float64(max(photo.W, photo.H)))
	var fitted [4][3]float64 // a·x + b·y = c
	for i, a := range q {
		fitted[i] = fit(photo, a, q[(i+1)%4], reach)
	}
	out := q
	for i := range out {
		before, after := fitted[(i+3)%4], fitted[i]
		det := before[0]*after[1] - before[1]*after[0]
		if math.Abs(det) < 1e-6 {
			return q
		}
		p := Pixel{(before[2]*after[1] - before[1]*after[2]) / det, (before[0]*after[2] - before[2]*after[0]) / det}
		if math.Hypot(p.X-q[i].X, p.Y-q[i].Y) > 3*reach {
			return q
		}
		out[i] = p
	}
	return out
}

// fit is the line through the places near a side at which the photograph changes most in the way
// that it does along most of the side, those far off taken out again and again.
func fit(photo *plate.Plate, a, b Pixel, reach float64) [3]float64 {
	dx, dy := b.X-a.X, b.Y-a.Y
	long := math.Hypot(dx, dy)
	nx, ny := -dy/long, dx/long
	const places = 120
	steps := int(2*reach/0.5) + 1
	profiles := make([][]spectrum.Lab, 0, places)
	var ts []float64
	mean := make([]spectrum.Lab, steps)
	for k := range places {
		t := 0.03 + 0.94*(float64(k)+0.5)/places
		row := make([]spectrum.Lab, steps)
		for s := range row {
			d := -reach + 0.5*float64(s)
			row[s] = plate.Lab(photo.At(a.X+t*dx+d*nx, a.Y+t*dy+d*ny))
			mean[s].L += row[s].L / places
			mean[s].A += row[s].A / places
			mean[s].B += row[s].B / places
		}
		profiles, ts = append(profiles, row), append(ts, t)
	}
	// How colour changes over the side as a whole says what to look for along it.
	var way spectrum.Lab
	var most float64
	for s := 2; s+2 < steps; s++ {
		d := spectrum.Lab{L: mean[s+2].L - mean[s-2].L, A: mean[s+2].A - mean[s-2].A, B: mean[s+2].B - mean[s-2].B}
		if m := size(d); m > most {
			way, most = d, m
		}
	}
	var at, off, weight []float64
	for k, row := range profiles {
		best, where := 0.0, 0
		for s := 2; s+2 < steps; s++ {
			g := (row[s+2].L-row[s-2].L)*way.L + (row[s+2].A-row[s-2].A)*way.A + (row[s+2].B-row[s-2].B)*way.B
			if g > best {
				best, where = g, s
			}
		}
		if best > 0.2*most*most {
			at, off, weight = append(at, ts[k]*long), append(off, -reach+0.5*float64(where)), append(weight, 1)
		}
	}
	c0, c1 := 0.0, 0.0
	if len(at) >= 12 {
		for range 12 {
			c0, c1 = straight(at, off, weight)
			for i := range at {
				r := (off[i] - c0 - c1*at[i]) / max(1.2, 0.15*reach)
				weight[i] = 1 / (1 + r*r*r*r)
			}
		}
	}
	p0 := Pixel{a.X + c0*nx, a.Y + c0*ny}
	p1 := Pixel{b.X + (c0+c1*long)*nx, b.Y + (c0+c1*long)*ny}
	lx, ly := -(p1.Y - p0.Y), p1.X-p0.X
	return [3]float64{lx, ly, lx*p0.X + ly*p0.Y}
}

func size(d spectrum.Lab) float64 { return math.Sqrt(d.L*d.L + d.A*d.A + d.B*d.B) }

// straight is the line c0 + c1·x through weighted places, by least squares.
func straight(x, y, w []float64) (c0, c1 float64) {
	var s, sx, sy, sxx, sxy float64
	for i := range x {
		s, sx, sy, sxx, sxy = s+w[i], sx+w[i]*x[i], sy+w[i]*y[i], sxx+w[i]*x[i]*x[i], sxy+w[i]*x[i]*y[i]
	}
	det := s*sxx - sx*sx
	if s == 0 || math.Abs(det) < 1e-9 {
		return 0, 0
	}
	return (sxx*sy - sx*sxy) / det, (s*sxy - sx*sy) / det
}

// borderOf tells what lies around a picture: tape is bright, and of next to no colour beside the
// lamp's, all the way round.
func borderOf(photo *plate.Plate, q Quad, width, height float64) Border {
	around := strip(photo, q, width, height)
	if len(around) < 40 {
		return ""
	}
	var even int
	for i, s := range around {
		next := around[(i+1)%len(around)]
		if d := spectrum.DeltaE(plate.Lab(s.light), plate.Lab(next.light)); d < 4 {
			even++
		}
	}
	mean := meanOf(around)
	inside, err := Square(photo, q, width, height, width/24)
	if err != nil || float64(even) < 0.85*float64(len(around)) {
		return ""
	}
	brighter := 0
	for _, c := range inside.Picture.RGB {
		if c[1] <= mean*1.15 {
			brighter++
		}
	}
	// Nothing painted is lighter than white tape, and few things around a canvas are lighter than it.
	if float64(brighter) >= 0.97*float64(len(inside.Picture.RGB)) && mean > 0.12 {
		return Tape
	}
	return ""
}

// What was taken of what lies around a picture.
type taken struct {
	x, y  float64 // mm on the canvas
	light [3]float32
}

func meanOf(list []taken) (g float32) {
	for _, s := range list {
		g += s.light[1] / float32(len(list))
	}
	return g
}

// beside is how far outside the picture its border is looked at, as shares of its width.
var beside = [3]float64{0.012, 0.018, 0.024}

// strip is what lies just outside a picture, all the way round.
func strip(photo *plate.Plate, q Quad, width, height float64) (out []taken) {
	see, err := homographyOf(q, width, height)
	if err != nil {
		return nil
	}
	each := width / 40
	take := func(x, y, nx, ny float64) {
		var sum [3]float32
		for _, d := range beside {
			px, py := see.see(x+d*width*nx, y+d*width*ny)
			if px < 0 || py < 0 || px >= float64(photo.W) || py >= float64(photo.H) {
				return
			}
			c := photo.At(px, py)
			sum[0], sum[1], sum[2] = sum[0]+c[0]/3, sum[1]+c[1]/3, sum[2]+c[2]/3
		}
		out = append(out, taken{x, y, sum})
	}
	for x := each / 2; x < width; x += each {
		take(x, 0, 0, -1)
	}
	for y := each / 2; y < height; y += each {
		take(width, y, 1, 0)
	}
	for x := width - each/2; x > 0; x -= each {
		take(x, height, 0, 1)
	}
	for y := height - each/2; y > 0; y -= each {
		take(0, y, -1, 0)
	}
	return out
}
