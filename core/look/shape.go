package look

import (
	"fmt"
	"math"

	"proxenos/core/fault"
	"proxenos/core/lesson"
	"proxenos/core/plate"
	"proxenos/core/spectrum"
)

// What is searched for things that stand beside their place.
const (
	asideMost  = 14   // mm
	drawnOff   = 3.0  // mm that everything may be beside its place before that is taken for drawing
	asideRim   = 10.0 // mm around a thing that are looked at with it
	edgeClip   = 25.0 // L* beyond which what does not fit counts no more
	asideClear = 0.8  // of what does not fit where it is to be that may be left where it fits best
	asideThing = 60   // places, at least
)

// asides are things that stand beside their place.
func (v *view) asides() (out []finding) {
	type found struct {
		q part
		shift
	}
	all := make([]found, len(v.plan.things))
	var group fault.Group
	for k, q := range v.plan.things {
		all[k] = found{q, v.shifts[q.id]}
		if _, known := v.shifts[q.id]; !known {
			group.Go(func() { all[k].shift = v.shift(v.plan.layers[k]) })
		}
	}
	group.Wait()
	for _, f := range all {
		v.shifts[f.q.id] = f.shift
	}
	// What everything is beside its place by is a fault of the corners, not of the drawing.
	var drift Pixel
	if len(all) >= 5 {
		drift.X = medianOf(all, func(f found) float64 { return f.dx })
		drift.Y = medianOf(all, func(f found) float64 { return f.dy })
	}
	if math.Hypot(drift.X, drift.Y) > drawnOff {
		drift = Pixel{}
	}
	for _, f := range all {
		dx, dy := f.dx-drift.X, f.dy-drift.Y
		by := math.Hypot(dx, dy)
		if by < asideFrom || f.left > asideClear || math.Abs(f.dx) > asideMost-1 || math.Abs(f.dy) > asideMost-1 {
			continue
		}
		fault := v.fault(Aside, f.q, f.q.core[0])
		fault.Is, fault.Meant, fault.Unit = by, 0, "mm"
		fault.Right, fault.Down = dx, dy
		fault.Says = fmt.Sprintf("%s %.0f mm %s.", lesson.Capital(f.q.stands()), by, wayOf(dx, dy))
		out = append(out, finding{fault, v.putBack(f.q, dx, dy)})
	}
	return out
}

// wayOf says a direction.
func wayOf(dx, dy float64) string {
	across, down := "too far right", "too low"
	if dx < 0 {
		across = "too far left"
	}
	if dy < 0 {
		down = "too high"
	}
	switch {
	case math.Abs(dx) > 2*math.Abs(dy):
		return across
	case math.Abs(dy) > 2*math.Abs(dx):
		return down
	}
	return across + " and " + down
}

// layered is a thing of the plan and what is behind it, as if it could be moved, in a rectangle
// around it.
type layered struct {
	box    box
	thing  []bool
	behind []spectrum.Lab // what is there, and where the thing stands what lies beside it in its row
	around []int          // places of the rectangle in which it is looked for
}

// layer takes a thing out of the plan.
func (p *Plan) layer(q part) layered {
	w, h := p.Plate.W, p.Plate.H
	reach, rim := int(asideMost/p.Plate.Mm), int(asideRim/p.Plate.Mm)
	b := boxOf(q.all, w)
	b = box{max(0, b.x0-rim), max(0, b.y0-rim), min(w-1, b.x1+rim), min(h-1, b.y1+rim)}
	bw, bh := b.x1-b.x0+1, b.y1-b.y0+1
	l := layered{box: b, thing: make([]bool, bw*bh), behind: make([]spectrum.Lab, bw*bh)}
	for _, i := range q.all {
		l.thing[(i/w-b.y0)*bw+i%w-b.x0] = true
	}
	unclear := widened(l.thing, bw, bh, 1+int(1.5/p.Plate.Mm)) // the rim of a thing is neither it nor what is behind
	at := func(x, y int) spectrum.Lab { return p.lab[(y+b.y0)*w+x+b.x0] }
	for y := range bh {
		for x := range bw {
			i := y*bw + x
			if l.behind[i] = at(x, y); !l.thing[i] {
				continue
			}
			left, right := x, x
			for left >= 0 && unclear[y*bw+left] {
				left--
			}
			for right < bw && unclear[y*bw+right] {
				right++
			}
			switch {
			case left < 0 && right >= bw:
			case left < 0:
				l.behind[i] = at(right, y)
			case right >= bw:
				l.behind[i] = at(left, y)
			default:
				l.behind[i] = between(at(left, y), at(right, y), float64(x-left)/float64(right-left))
			}
		}
	}
	for i, yes := range widened(l.thing, bw, bh, min(rim, reach)) {
		if yes {
			l.around = append(l.around, i)
		}
	}
	return l
}

// between is the colour a share of the way from one to another.
func between(a, b spectrum.Lab, t float64) spectrum.Lab {
	return spectrum.Lab{L: a.L + t*(b.L-a.L), A: a.A + t*(b.A-a.A), B: a.B + t*(b.B-a.B)}
}

// A shift is where a thing of the plan is found in the photograph, mm beside its place, and what does
// not fit there as a share of what does not fit at its place.
type shift struct{ dx, dy, left float64 }

// shift looks for a thing. What is behind it stays where it is.
func (v *view) shift(l layered) shift {
	every := 1 + len(l.around)/1200
	w := v.p.W
	bw, bh := l.box.x1-l.box.x0+1, l.box.y1-l.box.y0+1
	cost := func(sx, sy int) float64 {
		var sum, n float64
		for k := 0; k < len(l.around); k += every {
			i := l.around[k]
			x, y := i%bw, i/bw
			here := (y+l.box.y0)*w + x + l.box.x0
			if v.shine[here] {
				continue
			}
			meant := &l.behind[i]
			if fx, fy := x-sx, y-sy; fx >= 0 && fy >= 0 && fx < bw && fy < bh && l.thing[fy*bw+fx] {
				meant = &v.plan.lab[(fy+l.box.y0)*w+fx+l.box.x0]
			}
			c := &v.lab[here]
			sum += sq(min(edgeClip, math.Abs(c.L-meant.L))) + sq(min(edgeClip, math.Abs(c.A-meant.A))) + sq(min(edgeClip, math.Abs(c.B-meant.B)))
			n++
		}
		if n < 40 {
			return math.Inf(1)
		}
		return sum / n
	}
	reach := int(asideMost / v.p.Mm)
	best, bx, by := math.Inf(1), 0, 0
	try := func(x, y int) {
		if c := cost(x, y); c < best {
			best, bx, by = c, x, y
		}
	}
	here := cost(0, 0)
	for y := -reach; y <= reach; y += 2 {
		for x := -reach; x <= reach; x += 2 {
			try(x, y)
		}
	}
	mx, my := bx, by
	for y := my - 1; y <= my+1; y++ {
		for x := mx - 1; x <= mx+1; x++ {
			try(x, y)
		}
	}
	part := func(a, b, c float64) float64 {
		if d := a - 2*b + c; d > 0 && !math.IsInf(a+c, 0) {
			return max(-0.5, min(0.5, (a-c)/(2*d)))
		}
		return 0
	}
	fx := float64(bx) + part(cost(bx-1, by), best, cost(bx+1, by))
	fy := float64(by) + part(cost(bx, by-1), best, cost(bx, by+1))
	return shift{fx * v.p.Mm, fy * v.p.Mm, best / max(1e-9, here)}
}

// putBack moves a thing to its place; where it stood comes what was to be there.
func (v *view) putBack(q part, dx, dy float64) func(*plate.Plate) *plate.Plate {
	return func(p *plate.Plate) *plate.Plate {
		out := p.Clone()
		mx, my := dx/p.Mm, dy/p.Mm
		there := make([]int, 0, len(q.all)) // where it stands
		for _, i := range q.all {
			x, y := i%p.W+int(math.Round(mx)), i/p.W+int(math.Round(my))
			if x >= 0 && y >= 0 && x < p.W && y < p.H {
				there = append(there, y*p.W+x)
			}
		}
		for i, w := range v.mask(there, 1) {
			if w < 0.01 {
				continue
			}
			var d spectrum.Lab
			if z := v.plan.zone[i]; z >= 0 {
				d = v.offs[z]
			}
			c, m := plate.Lab(p.RGB[i]), plate.Lab(v.plan.Plate.RGB[i])
			out.RGB[i] = plate.Light(spectrum.Lab{L: c.L + w*(m.L+d.L-c.L), A: c.A + w*(m.A+d.A-c.A), B: c.B + w*(m.B+d.B-c.B)})
		}
		for i, w := range v.mask(q.all, 1) {
			if w < 0.01 {
				continue
			}
			c, f := p.At(float64(i%p.W)+0.5+mx, float64(i/p.W)+0.5+my), float32(w)
			for k := range c {
				out.RGB[i][k] += f * (c[k] - out.RGB[i][k])
			}
		}
		return out
	}
}

// The horizon.
const (
	levelReach  = 18.0 // mm above and below it that are looked at
	levelWindow = 14.0 // mm of it at a time
	levelMost   = 9.0  // mm that it may be off
	levelSoft   = 50.0 // mm over which a mend of it dies out
)

// level is whether the horizon, and what lies along it, is as level as it is to be.
func (v *view) level() []finding {
	mm, w, h := v.p.Mm, v.p.W, v.p.H
	at := int(v.plan.Lesson.View.Horizon / mm)
	reach, most, half := int(levelReach/mm), int(levelMost/mm), int(levelWindow/mm/2)
	if at-reach-most < 0 || at+reach+most >= h {
		return nil
	}
	var xs, ys, ws []float64
	for x := half; x+half < w; x += half {
		cost := func(s int) float64 {
			var sum, n float64
			for y := at - reach; y <= at+reach; y++ {
				var a, b spectrum.Lab
				for i := -half; i <= half; i += 2 {
					p, q := v.lab[(y+s)*w+x+i], v.plan.lab[y*w+x+i]
					a.L, a.A, a.B, b.L, b.A, b.B = a.L+p.L, a.A+p.A, a.B+p.B, b.L+q.L, b.A+q.A, b.B+q.B
				}
				sum += sq(a.L-b.L) + sq(a.A-b.A) + sq(a.B-b.B)
				n++
			}
			return sum / n
		}
		best, where := math.Inf(1), 0
		var worst float64
		for s := -most; s <= most; s++ {
			c := cost(s)
			if c < best {
				best, where = c, s
			}
			worst = max(worst, c)
		}
		if where <= -most || where >= most || worst < 2*best {
			continue
		}
		a, c := cost(where-1), cost(where+1)
		part := 0.0
		if d := a - 2*best + c; d > 0 {
			part = (a - c) / (2 * d)
		}
		xs, ys, ws = append(xs, (float64(x)+0.5)*mm), append(ys, (float64(where)+part)*mm), append(ws, 1)
	}
	if len(xs) < 8 || xs[len(xs)-1]-xs[0] < 0.4*float64(w)*mm {
		return nil
	}
	var c0, c1 float64
	for range 15 {
		c0, c1 = straight(xs, ys, ws)
		for i := range xs {
			r := (ys[i] - c0 - c1*xs[i]) / 1.2
			ws[i] = 1 / (1 + r*r)
		}
	}
	var fits float64
	for _, w := range ws {
		if w > 0.5 {
			fits++
		}
	}
	tilt := math.Atan(c1) / degree
	if math.Abs(tilt) < levelFrom || fits < 0.5*float64(len(xs)) {
		return nil
	}
	f := Fault{ID: "horizon", Kind: Horizon, Of: "horizon", Name: "the horizon", Is: tilt, Unit: "°", zone: -1,
		X: v.plan.Lesson.Support.Width / 2, Y: v.plan.Lesson.View.Horizon, Top: v.plan.Lesson.View.Horizon - levelReach, W: v.plan.Lesson.Support.Width, H: 2 * levelReach, Area: 2 * levelReach / v.plan.Lesson.Support.Height}
	side := "right"
	if tilt < 0 {
		side = "left"
	}
	f.Says = fmt.Sprintf("The horizon is not level: it runs down to the %s by %.1f°, %.0f mm from edge to edge.", side, math.Abs(tilt), math.Abs(c1)*v.plan.Lesson.Support.Width)
	return []finding{{f, func(p *plate.Plate) *plate.Plate {
		out := plate.New(p.W, p.H, p.Mm)
		for i := range out.RGB {
			x, y := float64(i%p.W)+0.5, float64(i/p.W)+0.5
			near := (y*p.Mm - v.plan.Lesson.View.Horizon) / levelSoft
			out.RGB[i] = p.At(x, y+c1*(x*p.Mm-v.plan.Lesson.Support.Width/2)*math.Exp(-near*near)/p.Mm)
		}
		return out
	}}}
}

func sq(v float64) float64 { return v * v }
