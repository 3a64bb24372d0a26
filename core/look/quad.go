package look

import (
	"cmp"
	"math"
	"slices"

	"proxenos/core/picture"
	"proxenos/core/plate"
	"proxenos/core/spectrum"
)

// A Pixel is a place in a photograph, in pixels.
type Pixel struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
}

// A Quad is the corners of the picture in a photograph: upper left, upper right, lower right, lower
// left.
type Quad [4]Pixel

// Whereabouts is where a picture was found in a photograph.
type Whereabouts struct {
	Quad   Quad    `json:"quad"`
	Sure   float64 `json:"sure" doc:"0 a guess, 1 certain"`
	Says   string  `json:"says,omitempty" doc:"what is doubtful, and what to do"`
	Border Border  `json:"border,omitempty" enum:",tape" doc:"what lies around the picture"`
	Others int     `json:"others,omitempty" doc:"how many more there are that could be it"`
}

// A Border is what lies around a picture.
type Border string

// Tape is white tape, or a white support, around the picture; other borders are the empty word.
const Tape Border = "tape"

// Places at which a photograph is searched.
const (
	searched   = 480  // pixels of its longer side
	steepest   = 0.55 // slope of a side, across over along
	slopes     = 56   // steps from one steepest to the other
	candidates = 14   // lines that are looked at, each way
	edgeCap    = 12.0 // L* a pixel from which an edge is an edge
	edgeFrom   = 1.2  // from which it is looked at
	areaLeast  = 0.08 // of the photograph
	sides      = 48   // places at which a side is looked at
	lengths    = 0.55 // of a side over the one opposite, at least
	surest     = 0.72 // score from which nothing is doubtful
	guess      = 0.42 // below which it is a guess
	shapeOff   = 0.16 // spread of the logarithm of how far a shape may be from that of the canvas
	outside    = 0.02 // share of the photograph by which a corner may lie outside of it
	another    = 0.85 // of the score, from which another quadrilateral is another canvas
	degree     = math.Pi / 180
)

// edges are where a photograph changes, and which way.
type edges struct {
	w, h   int
	gx, gy []float32 // L* a pixel, to the right and down, of the channel that changes most
	ridge  []float32 // how much, where that is the most along its way; 0 elsewhere
}

// edgesOf finds them.
func edgesOf(p *picture.Picture) *edges {
	e := &edges{p.W, p.H, make([]float32, p.W*p.H), make([]float32, p.W*p.H), make([]float32, p.W*p.H)}
	of := [3]func(spectrum.Lab) float64{func(c spectrum.Lab) float64 { return c.L }, func(c spectrum.Lab) float64 { return c.A }, func(c spectrum.Lab) float64 { return c.B }}
	size := make([]float32, p.W*p.H)
	for y := 1; y+1 < p.H; y++ {
		for x := 1; x+1 < p.W; x++ {
			i := y*p.W + x
			for _, v := range of {
				at := func(dx, dy int) float64 { return v(p.Lab[i+dy*p.W+dx]) }
				gx := (at(1, -1) - at(-1, -1) + 2*(at(1, 0)-at(-1, 0)) + at(1, 1) - at(-1, 1)) / 8
				gy := (at(-1, 1) - at(-1, -1) + 2*(at(0, 1)-at(0, -1)) + at(1, 1) - at(1, -1)) / 8
				if m := float32(math.Hypot(gx, gy)); m > size[i] {
					size[i], e.gx[i], e.gy[i] = m, float32(gx), float32(gy)
				}
			}
		}
	}
	for y := 1; y+1 < p.H; y++ {
		for x := 1; x+1 < p.W; x++ {
			i := y*p.W + x
			if size[i] < edgeFrom {
				continue
			}
			step := 1
			if math.Abs(float64(e.gy[i])) > math.Abs(float64(e.gx[i])) {
				step = p.W
			}
			if size[i] >= size[i-step] && size[i] >= size[i+step] {
				e.ridge[i] = size[i]
			}
		}
	}
	return e
}

// A line lies across a photograph, or, stood up, along it: at its middle it is at Mid, and it falls
// by Slope a pixel.
type line struct {
	mid, slope, votes float64
}

// lines are the candidates for sides: those on which most edges lie (Hough 1962, with the way that
// every edge runs).
func (e *edges) lines(upright bool) []line {
	length, across := e.w, e.h
	if upright {
		length, across = e.h, e.w
	}
	slope := func(k int) float64 { return steepest * (2*float64(k)/slopes - 1) }
	votes := make([]float64, (slopes+1)*across)
	for y := 1; y+1 < e.h; y++ {
		for x := 1; x+1 < e.w; x++ {
			i := y*e.w + x
			if e.ridge[i] == 0 {
				continue
			}
			along, off, g, n := float64(x), float64(y), -float64(e.gx[i]), float64(e.gy[i])
			if upright {
				along, off, g, n = float64(y), float64(x), -float64(e.gy[i]), float64(e.gx[i])
			}
			if math.Abs(g) > (steepest+0.1)*math.Abs(n) {
				continue
			}
			way := g / n
			weight := min(edgeCap, float64(e.ridge[i]))
			for k := max(0, int((way-0.1+steepest)/(2*steepest)*slopes)); k <= slopes && slope(k) < way+0.1; k++ {
				mid := off - slope(k)*(along-float64(length)/2)
				if m := int(mid); m >= 0 && m+1 < across {
					f := mid - float64(m)
					votes[k*across+m] += weight * (1 - f)
					votes[k*across+m+1] += weight * f
				}
			}
		}
	}
	var out []line
	for len(out) < candidates {
		best := slices.Index(votes, slices.Max(votes))
		if votes[best] < 0.08*float64(length)*edgeCap/2 {
			break
		}
		k, m := best/across, best%across
		out = append(out, line{float64(m), slope(k), votes[best]})
		for j := max(0, k-2); j <= min(slopes, k+2); j++ {
			for n := max(0, m-3); n <= min(across-1, m+3); n++ {
				votes[j*across+n] = 0
			}
		}
	}
	slices.SortFunc(out, func(a, b line) int { return cmp.Compare(a.mid, b.mid) })
	return out
}

// cross is where a level line and an upright one meet.
func cross(level, upright line, w, h float64) Pixel {
	// y = a + s·x, x = b + t·y.
	a, b := level.mid-level.slope*w/2, upright.mid-upright.slope*h/2
	x := (b + upright.slope*a) / (1 - upright.slope*level.slope)
	return Pixel{x, a + level.slope*x}
}

// A candidate is a quadrilateral that may be the picture.
type candidate struct {
	quad  Quad
	score float64
}

// quads are the quadrilaterals that lines make and that could be a canvas of a shape, width over
// height, the best first. like says how much one looks like the plan, from 0 to 1; nil where there
// is none.
func (e *edges) quads(p *picture.Picture, shape float64) []candidate {
	level, upright := e.lines(false), e.lines(true)
	var out []candidate
	w, h := float64(e.w), float64(e.h)
	for i, top := range level {
		for _, foot := range level[i+1:] {
			for k, left := range upright {
				for _, right := range upright[k+1:] {
					q := Quad{cross(top, left, w, h), cross(top, right, w, h), cross(foot, right, w, h), cross(foot, left, w, h)}
					if off := q.unlike(shape); !q.sound(w, h) || off > 3*shapeOff {
						continue
					}
					out = append(out, candidate{q, e.score(p, q, shape)})
				}
			}
		}
	}
	slices.SortStableFunc(out, func(a, b candidate) int { return cmp.Compare(b.score, a.score) })
	return out
}

// sound reports whether a quadrilateral is one that a camera sees of a canvas.
func (q Quad) sound(w, h float64) bool {
	for i, a := range q {
		b, c := q[(i+1)%4], q[(i+2)%4]
		if (b.X-a.X)*(c.Y-b.Y)-(b.Y-a.Y)*(c.X-b.X) <= 0 {
			return false // not turning right all the way round
		}
		if a.X < -outside*w || a.Y < -outside*h || a.X > (1+outside)*w || a.Y > (1+outside)*h {
			return false
		}
	}
	top, right, foot, left := q.sides()
	return q.area() >= areaLeast*w*h && min(top/foot, foot/top) >= lengths && min(left/right, right/left) >= lengths
}

func (q Quad) sides() (top, right, foot, left float64) {
	far := func(a, b Pixel) float64 { return math.Hypot(a.X-b.X, a.Y-b.Y) }
	return far(q[0], q[1]), far(q[1], q[2]), far(q[2], q[3]), far(q[3], q[0])
}

func (q Quad) area() (sum float64) {
	for i, a := range q {
		b := q[(i+1)%4]
		sum += (a.X*b.Y - b.X*a.Y) / 2
	}
	return sum
}

// unlike is how far a quadrilateral is from the shape of a canvas, width over height, as a
// logarithm. What a camera makes shorter it makes narrower at one end too, and that is believed.
func (q Quad) unlike(shape float64) float64 {
	if shape == 0 {
		return 0 // any will do
	}
	top, right, foot, left := q.sides()
	off := math.Abs(math.Log((top + foot) / (left + right) / shape))
	// A side that leans away is seen shorter by the cosine of the lean: of 20° by 6 %.
	lean := math.Abs(math.Log(top/foot)) + math.Abs(math.Log(left/right))
	return max(0, off-lean/2)
}

// scaled is a quadrilateral in a photograph that is so many times as large.
func (q Quad) scaled(k float64) Quad {
	for i := range q {
		q[i].X *= k
		q[i].Y *= k
	}
	return q
}

// score is how much speaks for a quadrilateral, from 0 to about 1: edges along all of its sides,
// the same thing all along their outside, and its shape.
func (e *edges) score(p *picture.Picture, q Quad, shape float64) float64 {
	var all, least, even float64
	least = 1
	for i, a := range q {
		b := q[(i+1)%4]
		s := e.side(a, b)
		all += s / 4
		least = min(least, s)
		even += evenBeside(p, a, b) / 4
	}
	off := q.unlike(shape) / shapeOff
	return (0.35*all + 0.3*least + 0.35*even) * math.Exp(-off*off/2)
}

// side is how much of a side lies on an edge that runs along it.
func (e *edges) side(a, b Pixel) float64 {
	dx, dy := b.X-a.X, b.Y-a.Y
	long := math.Hypot(dx, dy)
	nx, ny := -dy/long, dx/long
	var sum float64
	for k := range sides {
		t := (float64(k) + 0.5) / sides
		x, y := a.X+t*dx, a.Y+t*dy
		var best float64
		for s := -1.5; s <= 1.5; s += 0.75 {
			i, j := int(x+s*nx), int(y+s*ny)
			if i < 1 || j < 1 || i+1 >= e.w || j+1 >= e.h {
				continue
			}
			at := j*e.w + i
			best = max(best, math.Abs(float64(e.gx[at])*nx+float64(e.gy[at])*ny))
		}
		sum += min(1, best/(edgeCap/3))
	}
	return sum / sides
}

// evenBeside is how much of the outside of a side is of one colour: a wall, a board, tape.
func evenBeside(p *picture.Picture, a, b Pixel) float64 {
	dx, dy := b.X-a.X, b.Y-a.Y
	long := math.Hypot(dx, dy)
	nx, ny := dy/long, -dx/long // outward, for corners that go round to the right
	reach := max(2.5, 0.012*float64(p.W))
	var seen []spectrum.Lab
	for k := range sides {
		t := (float64(k) + 0.5) / sides
		i, j := int(a.X+t*dx+reach*nx), int(a.Y+t*dy+reach*ny)
		if i >= 0 && j >= 0 && i < p.W && j < p.H {
			seen = append(seen, p.Lab[j*p.W+i])
		}
	}
	if len(seen) < sides/2 {
		return 0
	}
	var even float64
	for k := 1; k < len(seen); k++ {
		// The light falls off along a side, slowly.
		if spectrum.DeltaE(seen[k-1], seen[k]) < 2.5 {
			even++
		}
	}
	return even / float64(len(seen)-1)
}

// shrunk is a photograph as it is searched, and how many times larger it was.
func shrunk(photo *plate.Plate) (*picture.Picture, float64) {
	k := max(1, float64(max(photo.W, photo.H))/searched)
	small := photo
	if k > 1 {
		small = photo.Resized(int(float64(photo.W)/k), int(float64(photo.H)/k))
	}
	return small.Picture(), float64(photo.W) / float64(small.W)
}
