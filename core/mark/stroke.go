package mark

import (
	"math"
	"math/rand/v2"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/noise"
)

// A Stroke is one movement of the hand.
type Stroke struct {
	Path     []lesson.Point // mm; a single point is a press on the spot
	From, To float64        // pressure at its start and end, as shares of the step's
	Edge     float64        // 0 the tool's full width across the path, 1 edge-on
	Corner   float64        // share of the hairs that touch, from one corner; 0 means all
	Splay    float64        // how far the hairs spread along the way, 0-1
	Taper    float64        // how much narrower it ends than it is, 0-1
	Spread   float64        // radius of a press on the spot, mm
	Flick    float64        // direction in which a press leaves the canvas, radians
	Turn     bool           // a press that rotates on the spot and leaves a round
	Gather   float64        // how narrow the whole width is held together, as a share of it; 0 means not
	Turned   bool           // the tool is turned over, its right side to the left
	Manner   Manner         // how the hand leads the tool
	Reload   bool           // dip before it; a cloth takes a clean face
	Shade    int            // which of the step's shades it is loaded with, or Leftover
	Free     bool           // may leave the zone, as foliage does
	Abrupt   bool           // starts and ends sharply
	Same     bool           // printed by the same touch of the hand as the stroke before it
}

// Leftover is the shade of a stroke that is made with what the tool still carries.
const Leftover = -1

// A Place tells where a tool may touch the canvas: whether x, y, mm, is inside, and how deep,
// mm, negative outside.
type Place interface {
	Inside(x, y float64) bool
	Deep(x, y float64) float64
}

// A Hand makes strokes with a brush on a film.
type Hand struct {
	Film     *film.Film
	Brush    *Brush
	Pressure float64 // 0-1
	Within   Place   // nil for anywhere
	Soft     float64 // mm over which what is laid fades at the rim of that place; 0 for a hard rim
	Lost     Lost    // where that rim is softer still
	Rng      *rand.Rand
}

// pressLays is how much more a hair leaves where it is pressed down and lifted
// than where it is dragged past.
const (
	pressLays = 1.4
	turnLays  = 2.2 // and more where it is turned on the spot
)

// restLays is what the weight of the tool alone lays of what a firm hand does.
const restLays = 0.9

// pressTouches is how often hairs meet the canvas in a press, a square of its radius.
const pressTouches = 2.6 * math.Pi

type pressing = film.Press

// Make carries out a stroke.
func (h *Hand) Make(s Stroke) {
	for i := range h.Brush.hairs {
		h.Brush.hairs[i].Land()
		h.Brush.hairs[i].bends = 0
	}
	switch {
	case len(s.Path) == 1 && s.Turn:
		h.turn(s)
	case len(s.Path) == 1:
		h.press(s)
	default:
		h.drag(s)
	}
}

// feel is the press of the tool at a share of full pressure.
func (h *Hand) feel(p float64, m Manner) pressing {
	b := &h.Brush.build
	f := pressing{
		Reach:    8 + b.reach*float32(p),
		Dig:      b.dig * float32(p*p), // a light hand moves only the top
		Lay:      b.lay * float32(restLays+(1-restLays)*p),
		Uptake:   b.uptake,
		Capacity: h.Brush.tip(),
		Fluid:    float32(h.Brush.fluid),
		Levels:   h.Brush.runs(),
		Leave:    b.leave,
		Roll:     b.roll,
	}
	if b.leave > 0 {
		f.Dig = b.dig * float32(p) // a cloth gives way, and takes hold at once
	}
	m.lead(&f)
	if m == Sweeping {
		f.Dig *= float32(min(1, 9*p)) // it lands and leaves without a print
	}
	return f
}

func (h *Hand) drag(s Stroke) {
	cell := h.Brush.cell
	length := s.Length()
	if length == 0 {
		return
	}
	d := dragging{Stroke: s, length: length, stray: [2]float64{h.Rng.NormFloat64() * 0.5, h.Rng.NormFloat64() * 0.5}, breaks: h.Rng.Uint64()}
	land := max(2*cell, min(6, 0.12*length))
	hairs, mid := h.Brush.used(s.Corner)
	d.mid, d.half = mid, h.Brush.Tool.Width/2
	if s.Corner > 0 && s.Corner < 1 {
		d.half *= s.Corner
	}
	walked := 0.0
	for i := 1; i < len(s.Path); i++ {
		a, b := s.Path[i-1], s.Path[i]
		way := math.Hypot(b.X-a.X, b.Y-a.Y)
		if way == 0 {
			continue
		}
		d.tx, d.ty = (b.X-a.X)/way, (b.Y-a.Y)/way
		// The tool's width lies across the path, or along it when held on edge.
		d.ax, d.ay = -d.ty*(1-s.Edge)+d.tx*s.Edge, d.tx*(1-s.Edge)+d.ty*s.Edge
		for t := 0.0; t < way; t += cell {
			d.at = walked + t
			p := s.From + (s.To-s.From)*d.at/length
			if !s.Abrupt {
				p *= min(1, d.at/land+0.15) * min(1, (length-d.at)/land+0.1)
			}
			h.touch(hairs, a.X+d.tx*t-d.ax*mid, a.Y+d.ty*t-d.ay*mid, p*h.Pressure, &d)
		}
		walked += way
	}
}

// dragging is a drag under way.
type dragging struct {
	Stroke
	ax, ay float64    // along the tool's width
	tx, ty float64    // along the path
	at     float64    // mm from the start
	length float64    // mm
	mid    float64    // of the hairs in use, mm across the tool
	half   float64    // half the width in use, mm
	stray  [2]float64 // how far this stroke misses the edge of its place, mm
	breaks uint64     // where a knife's roll breaks

	wanderX, wanderY *noise.Sweep // of the hairs of one stroke on what slides
}

const (
	thins       = 0.25 // how much less of paint that runs a stroke leaves: it spreads
	flows       = 2.2  // share of medium, times this, at which paint runs together wholly
	slipWanders = 0.5  // mm that a hair wanders on a film twice as thick as holds it
	slipMost    = 2.5
	slipLong    = 5.0 // mm along which it wanders one way
	slipWide    = 1.3 // mm across, within which hairs wander together
	edgeLays    = 0.3 // what the edge of a knife lays of what its flat does
	ridge       = 0.6 // mm that the ridge at the margin of a knife's stroke is wide
	ridgeLays   = 1.7 // how much more lies there
	gatherLeast = 0.25
)

func (h *Hand) touch(hairs []hair, x, y, p float64, s *dragging) {
	cell := h.Brush.cell
	feel := h.feel(p, s.Manner)
	feel.Way = film.WayOf(s.tx, s.ty)
	base := feel
	spread := 1 + s.Splay*min(1, s.at/30)
	if s.Gather > 0 { // the same paint on less width
		spread *= s.Gather
		base.Lay *= float32(min(1, max(gatherLeast, s.Gather/h.Brush.build.openness)))
		feel.Lay = base.Lay
	}
	if s.Turned {
		spread = -spread
	}
	blade := h.Brush.build.roll
	if blade && s.Edge > 0.5 { // a line, not a roll
		base.Lay *= edgeLays
		feel.Lay = base.Lay
	}
	// What is let down runs together and into the valleys; on a film that slides, all wanders.
	levels := h.Brush.runs()
	base.Lay *= 1 - thins*levels
	feel.Lay = base.Lay
	slip := min(slipMost, h.Film.Slip(int(x/cell), int(y/cell)))
	if !blade {
		slip += 0.4 * float64(levels)
	}
	if slip *= slipWanders; slip > 0 {
		s.wander(h.Brush.Tool.Width)
	}
	wide := math.Inf(1)
	if s.Taper > 0 { // it lands on a point of its edge, opens, and closes again
		t := s.at / s.length
		wide = s.half * min(1, 0.3+4*t) * (1 - s.Taper*t)
	}
	for i := range hairs {
		b := &hairs[i]
		if math.Abs(b.across-s.mid) > wide {
			continue
		}
		lift := 0.22 + float32(p) - 0.6*b.short*(1-levels)
		if lift <= 0 && !blade {
			continue
		}
		feel.Reach = base.Reach * min(1, 0.2+lift*1.6) * (1 + 2*levels)
		if feel.Roll {
			// The roll is not even: it breaks in patches as long as a few mm.
			gap := noise.Fractal(s.breaks, s.at/4.5, b.across/2.2, 3)
			feel.Reach = base.Reach * float32(3.4*gap-1.15)
			feel.Lay = base.Lay * float32(0.35+1.2*gap)
			if math.Abs(b.across-s.mid) > min(wide, s.half)-ridge {
				feel.Lay *= ridgeLays // the paint that the blade pushes aside stands at its margins
			}
			if feel.Reach <= 0 {
				continue
			}
		}
		px := x + s.ax*b.across*spread + s.tx*b.along + b.jx
		py := y + s.ay*b.across*spread + s.ty*b.along + b.jy
		fades := float32(1)
		if h.Within != nil && !s.Free {
			if fades = h.fade(px+s.stray[0], py+s.stray[1], b, blade); fades <= 0 {
				continue
			}
		}
		if slip > 0 {
			px += slip * (s.wanderX.At(b.across/slipWide)*2 - 1)
			py += slip * (s.wanderY.At(b.across/slipWide)*2 - 1)
		}
		if fades == 1 {
			h.meet(b, px, py, &feel)
			continue
		}
		lay, dig := feel.Lay, feel.Dig
		feel.Lay, feel.Dig = lay*smooth(fades), dig*fades
		h.meet(b, px, py, &feel)
		feel.Lay, feel.Dig = lay, dig
	}
}

// wander moves what the hairs of a tool of some width wander by to where the stroke is.
func (s *dragging) wander(width float64) {
	if s.wanderX == nil {
		most := width / 2 / slipWide
		s.wanderX, s.wanderY = noise.NewSweep(s.breaks+1, -most, most), noise.NewSweep(s.breaks+2, -most, most)
	}
	s.wanderX.To(s.at / slipLong)
	s.wanderY.To(s.at / slipLong)
}

// meet lets a hair touch the canvas at a place, mm.
func (h *Hand) meet(b *hair, x, y float64, feel *pressing) {
	brush := h.Brush
	h.Film.Touch(int(math.Floor(x*brush.perMM)), int(math.Floor(y*brush.perMM)), &b.Hair, feel)
	if !brush.build.whole() {
		brush.feed(b, feel.Capacity)
	}
}

const (
	poorSpread = 0.6  // radius of the print of a tip with hardly any paint, as a share of a full one's
	poorPrints = 0.25 // and how densely it prints
)

// press sets the tool down on the spot: the hairs open into a ragged patch and
// leave it in one direction.
func (h *Hand) press(s Stroke) {
	cell := h.Brush.cell
	hairs, _ := h.Brush.used(s.Corner)
	at := s.Path[0]
	// A full tip prints a fat patch, a poor one a small and speckled one.
	fat := 1.0
	if h.Brush.level > 0 && !h.Brush.build.whole() {
		fat = min(1.1, float64(h.Brush.level)*min(1, h.Brush.Left()))
	}
	size := s.Spread * (poorSpread + (1-poorSpread)*fat)
	touches := int(math.Ceil(pressTouches * size * size / (cell * cell) / 2 * (poorPrints + (1-poorPrints)*fat)))
	shape := h.Rng.Uint64()
	long := 0.55 + 0.45*h.Rng.Float64()
	cx, cy := math.Cos(s.Flick), math.Sin(s.Flick)
	way := film.WayOf(cx, cy)
	for range touches {
		b := &hairs[h.Rng.IntN(len(hairs))]
		angle := h.Rng.Float64() * 2 * math.Pi
		// The patch has lobes, as leaves and tufts leave them.
		lobe := 0.45 + 0.85*noise.At(shape, 2+1.6*math.Cos(angle), 2+1.6*math.Sin(angle))
		far := math.Sqrt(h.Rng.Float64()) * lobe
		dx, dy := math.Cos(angle)*far, math.Sin(angle)*far*long
		dx, dy = dx*cx-dy*cy, dx*cy+dy*cx
		p := h.Pressure * s.From * (1.1 - 0.6*far*far)
		if float32(p) <= b.short*0.25 {
			continue
		}
		feel := h.feel(p, s.Manner)
		feel.Lay *= pressLays
		feel.Still = true
		feel.Way = way
		drift := h.Rng.Float64() * cell
		lay := feel.Lay
		for k := range 2 {
			x := at.X + dx*size + cx*(drift+float64(k)*cell)
			y := at.Y + dy*size + cy*(drift+float64(k)*cell)
			if h.Within != nil && !s.Free {
				fades := h.fade(x, y, b, false)
				if fades <= 0 {
					continue
				}
				feel.Lay = lay * smooth(fades)
			}
			h.meet(b, x, y, &feel)
		}
	}
}

// turnApart is how far apart hairs pass as they turn, in cells: each place meets several.
const turnApart = 0.42

// turn sets the tool down and rotates it once: a round with a clean rim.
func (h *Hand) turn(s Stroke) {
	cell := h.Brush.cell
	hairs, _ := h.Brush.used(s.Corner)
	at := s.Path[0]
	feel := h.feel(h.Pressure*s.From, s.Manner)
	feel.Lay *= turnLays
	feel.Still = true
	from := h.Rng.Float64() * 2 * math.Pi
	for r := s.Spread; r > 0; r -= turnApart * cell {
		steps := max(4, int(2*math.Pi*r/(turnApart*cell)))
		for k := range steps {
			a := from + 2*math.Pi*float64(k)/float64(steps)
			b := &hairs[(k+int(r/cell)*7)%len(hairs)]
			wobble := 1 + 0.02*math.Sin(3*a+from) + 0.015*math.Sin(7*a)
			x, y := at.X+r*wobble*math.Cos(a), at.Y+r*wobble*math.Sin(a)
			if h.Within != nil && !s.Free && !h.Within.Inside(x, y) {
				continue
			}
			feel.Way = film.WayOf(-math.Sin(a), math.Cos(a))
			h.meet(b, x, y, &feel)
		}
	}
}

// Reach is the rectangle, mm, outside of which a stroke with a tool touches nothing
// on cells of the given side.
func (s Stroke) Reach(tool lesson.Tool, cell float64) (x0, y0, x1, y1 float64) {
	b := builds[tool.Kind]
	around := 4 * cell
	if len(s.Path) == 1 {
		around += 1.4 * s.Spread
	} else {
		wide := tool.Width
		if s.Corner > 0 && s.Corner < 1 {
			wide *= s.Corner
		}
		around += slipWanders*(slipMost+0.4) + wide/2*(1+s.Splay) + pitch*cell + b.arc*tool.Width/2 + b.gap*float64(b.rows)/2
	}
	x0, y0, x1, y1 = math.Inf(1), math.Inf(1), math.Inf(-1), math.Inf(-1)
	for _, p := range s.Path {
		x0, y0, x1, y1 = min(x0, p.X), min(y0, p.Y), max(x1, p.X), max(y1, p.Y)
	}
	return x0 - around, y0 - around, x1 + around, y1 + around
}
