package mark

import (
	"math"
	"math/rand/v2"

	"proxenos/core/film"
	"proxenos/core/lesson"
)

// A Stroke is one movement of the hand.
type Stroke struct {
	Path     []lesson.Point // mm; a single point is a press on the spot
	From, To float64        // pressure at its start and end, as shares of the step's
	Edge     float64        // 0 the tool's full width across the path, 1 edge-on
	Corner   float64        // share of the hairs that touch, from one corner; 0 means all
	Splay    float64        // how far the hairs spread along the way, 0-1
	Spread   float64        // radius of a press on the spot, mm
	Reload   bool           // dip before it
	Shade    int            // which of the step's shades it is loaded with
	Free     bool           // may leave the zone, as foliage does
	Abrupt   bool           // starts and ends sharply
	Sweep    bool           // only swings across the surface and drags it along
}

// A Place tells whether a tool may touch the canvas at x, y, mm.
type Place interface{ Inside(x, y float64) bool }

// A Hand makes strokes with a brush on a film.
type Hand struct {
	Film     *film.Film
	Brush    *Brush
	Pressure float64 // 0-1
	Within   Place   // nil for anywhere
	Rng      *rand.Rand
}

// pressLays is how much more a hair leaves where it is pressed down and lifted
// than where it is dragged past.
const pressLays = 2.2

// PressureOf turns the word for a pressure into 0-1.
func PressureOf(p lesson.Pressure) float64 {
	switch p {
	case "barely":
		return 0.14
	case "light":
		return 0.34
	case "firm":
		return 1
	}
	return 0.64
}

// FullOf turns the word for a load into the share of what the tool can hold.
func FullOf(l lesson.Load) float32 {
	switch l {
	case "thin":
		return 0.05
	case "light":
		return 0.2
	case "full":
		return 0.78
	case "heavy":
		return 1
	}
	return 0.45
}

// Make carries out a stroke.
func (h *Hand) Make(s Stroke) {
	if len(s.Path) == 1 {
		h.press(s)
		return
	}
	h.drag(s)
}

// feel is the press of the tool at a share of full pressure.
func (h *Hand) feel(p float64) film.Press {
	b := h.Brush.build
	return film.Press{
		Reach:    8 + b.reach*float32(p),
		Dig:      b.dig * float32(p*p), // a light hand moves only the top
		Lay:      b.lay * float32(0.55+0.45*p),
		Uptake:   b.uptake,
		Capacity: h.Brush.capacity(),
		Roll:     b.roll,
	}
}

// sweep turns a press into feathering: the tips of the hairs drag the surface
// along, hold little of it and soon let it go.
func sweep(p *film.Press) {
	p.Dig *= 12
	p.Uptake = 0.5
	p.Capacity *= 0.02
}

func (h *Hand) drag(s Stroke) {
	cell := h.Brush.cell
	length := 0.0
	for i := 1; i < len(s.Path); i++ {
		length += math.Hypot(s.Path[i].X-s.Path[i-1].X, s.Path[i].Y-s.Path[i-1].Y)
	}
	if length == 0 {
		return
	}
	land := max(2*cell, min(6, 0.12*length))
	stray := [2]float64{h.Rng.NormFloat64() * 0.5, h.Rng.NormFloat64() * 0.5}
	breaks := h.Rng.Uint64()
	hairs, mid := h.used(s)
	walked := 0.0
	for i := 1; i < len(s.Path); i++ {
		a, b := s.Path[i-1], s.Path[i]
		d := math.Hypot(b.X-a.X, b.Y-a.Y)
		if d == 0 {
			continue
		}
		tx, ty := (b.X-a.X)/d, (b.Y-a.Y)/d
		// The tool's width lies across the path, or along it when held on edge.
		ax, ay := -ty*(1-s.Edge)+tx*s.Edge, tx*(1-s.Edge)+ty*s.Edge
		for t := 0.0; t < d; t += cell {
			at := walked + t
			p := s.From + (s.To-s.From)*at/length
			if !s.Abrupt {
				p *= min(1, at/land+0.15) * min(1, (length-at)/land+0.1)
			}
			h.touch(hairs, a.X+tx*t-ax*mid, a.Y+ty*t-ay*mid, ax, ay, tx, ty, p*h.Pressure, at, s, stray, breaks)
		}
		walked += d
	}
}

// used returns the hairs that meet the canvas in a stroke and the middle of their
// places across the tool, so that a corner can be set down where it is wanted.
func (h *Hand) used(s Stroke) (hairs []hair, mid float64) {
	all := h.Brush.hairs
	if s.Corner <= 0 || s.Corner >= 1 {
		return all, 0
	}
	// Hairs of a row are in order of their place across; one row's end will do.
	edge := h.Brush.Tool.Width * (0.5 - s.Corner)
	row := 0
	for row < len(all) && all[row].along == all[0].along {
		row++
	}
	from := 0
	for from < row-1 && all[from].across < edge {
		from++
	}
	hairs = all[from:row]
	return hairs, (hairs[0].across + hairs[len(hairs)-1].across) / 2
}

func (h *Hand) touch(hairs []hair, x, y, ax, ay, tx, ty, p, at float64, s Stroke, stray [2]float64, breaks uint64) {
	cell := h.Brush.cell
	feel := h.feel(p)
	if s.Sweep {
		sweep(&feel)
	}
	base := feel
	spread := 1 + s.Splay*min(1, at/30)
	roll := h.Brush.build.roll
	for i := range hairs {
		b := &hairs[i]
		lift := 0.22 + float32(p) - 0.6*b.short
		if lift <= 0 && !roll {
			continue
		}
		feel.Reach = base.Reach * min(1, 0.2+lift*1.6)
		if roll {
			// The roll is not even: it breaks in patches as long as a few mm.
			gap := film.Fractal(breaks, at/4.5, b.across/2.2, 3)
			feel.Reach = base.Reach * float32(3.4*gap-1.15)
			feel.Lay = base.Lay * float32(0.35+1.2*gap)
			if feel.Reach <= 0 {
				continue
			}
		}
		px := x + ax*b.across*spread + tx*b.along + b.jx
		py := y + ay*b.across*spread + ty*b.along + b.jy
		if h.Within != nil && !s.Free && !h.Within.Inside(px+stray[0], py+stray[1]) {
			continue
		}
		h.Film.Touch(int(math.Floor(px/cell)), int(math.Floor(py/cell)), &b.Hair, &feel)
	}
}

// press sets the tool down on the spot: hairs open and each slides a little
// outward from where it lands.
func (h *Hand) press(s Stroke) {
	cell := h.Brush.cell
	hairs, _ := h.used(s)
	at := s.Path[0]
	touches := int(math.Ceil(2.4 * math.Pi * s.Spread * s.Spread / (cell * cell) / 3))
	turn := h.Rng.Float64() * math.Pi
	long := 0.65 + 0.35*h.Rng.Float64()
	for range touches {
		b := &hairs[h.Rng.IntN(len(hairs))]
		angle := h.Rng.Float64() * 2 * math.Pi
		far := math.Sqrt(h.Rng.Float64())
		dx, dy := math.Cos(angle), math.Sin(angle)*long
		cx, cy := math.Cos(turn), math.Sin(turn)
		dx, dy = dx*cx-dy*cy, dx*cy+dy*cx
		p := h.Pressure * s.From * (1.1 - 0.7*far*far)
		if float32(p) <= b.short*0.25 {
			continue
		}
		feel := h.feel(p)
		feel.Lay *= pressLays
		for k := range 3 {
			r := s.Spread*far + float64(k)*cell
			x, y := at.X+dx*r, at.Y+dy*r
			if h.Within != nil && !s.Free && !h.Within.Inside(x, y) {
				continue
			}
			h.Film.Touch(int(math.Floor(x/cell)), int(math.Floor(y/cell)), &b.Hair, &feel)
		}
	}
}
