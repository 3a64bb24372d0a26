package mark

import (
	"math"

	"proxenos/core/lesson"
)

// How fast a practised hand is, marks a minute.
const (
	tapsAMinute  = 175 // presses, and strokes as short
	turnsAMinute = 20  // presses that rotate on the spot
	dragsAMinute = 60  // drags of 100 mm
	knivesMinute = 40
	dipsAMinute  = 15
)

// DipMinutes is how long it takes to load a tool, minutes.
const DipMinutes = 1.0 / dipsAMinute

// Length is how far the tool goes, mm.
func (s Stroke) Length() (sum float64) {
	for i := 1; i < len(s.Path); i++ {
		sum += math.Hypot(s.Path[i].X-s.Path[i-1].X, s.Path[i].Y-s.Path[i-1].Y)
	}
	return sum
}

// Minutes is how long a hand takes for a stroke with a kind of tool.
func (s Stroke) Minutes(kind lesson.ToolKind) float64 {
	const perMM = (1.0/dragsAMinute - 1.0/tapsAMinute) / 100
	switch {
	case s.Same:
		return 0
	case s.Turn:
		return 1.0 / turnsAMinute
	case kind.Knife():
		return 1.0 / knivesMinute
	}
	return 1.0/tapsAMinute + perMM*s.Length()
}

// rollCovers is how much of its way a knife's roll lies on the canvas, before it breaks.
const rollCovers = 0.5

// Takes estimates how much of its paint a tool lays in a stroke while it is well filled,
// ml.
func (h *Hand) Takes(s Stroke) float64 {
	b := h.Brush
	hairs, _ := b.used(s.Corner)
	feel := h.feel(h.Pressure*(s.From+s.To)/2, s.Manner)
	lay := float64(feel.Lay) * math.Pow(float64(b.level), 0.75)
	if feel.Roll {
		lay *= rollCovers
	}
	if s.Gather > 0 {
		lay *= s.Gather
	}
	switch {
	case s.Turn:
		lay *= turnLays * math.Pi * s.Spread * s.Spread / (turnApart * turnApart * b.cell * b.cell)
	case len(s.Path) == 1:
		lay *= pressLays * pressTouches * s.Spread * s.Spread / (b.cell * b.cell)
	default:
		lay *= float64(len(hairs)) * s.Length() / b.cell
	}
	return lay * b.ml()
}
