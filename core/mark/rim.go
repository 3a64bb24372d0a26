package mark

import (
	"math"

	"proxenos/core/noise"
)

// Lost says where the rim of a place is lost: there it is some times softer, in stretches, and
// found again beside them. The zero value is a rim that is alike all around.
type Lost struct {
	Times float64
	Seed  uint64
}

const (
	lostLong = 42.0 // mm along which a rim is lost, or is not
	lostDeep = 20.0
	lostFrom = 0.45 // of noise between 0 and 1
	lostMost = 6.0  // mm over which it fades at most
)

// soft is how soft a rim is at a place that lies some mm deep inside it.
func (l Lost) soft(soft, x, y, deep float64) float64 {
	if l.Times == 0 || math.Abs(deep) >= lostMost {
		return soft
	}
	t := min(1, max(0, (noise.At(l.Seed, x/lostLong, y/lostDeep)-lostFrom)/0.3))
	return max(soft, min(lostMost, soft*(1+l.Times*t)))
}

// rimLies is where the rim lies in what fades: a little more of that is outside.
const rimLies = 0.65

// hairStrays is how far hairs reach over a rim one after the other, as a share of how soft it is.
const hairStrays = 0.5

// fade is how wholly a hair is where it may paint, 0 to 1: the rim of a place may be soft. A
// blade breaks off there.
func (h *Hand) fade(x, y float64, b *hair, blade bool) float32 {
	if h.Soft <= 0 {
		if h.Within.Inside(x, y) {
			return 1
		}
		return 0
	}
	deep := h.Within.Deep(x, y)
	t := float32(deep/h.Lost.soft(h.Soft, x, y, deep)) + rimLies + hairStrays*(b.share-1)
	if blade && t < 0.5 {
		return 0
	}
	if blade {
		return 1
	}
	return max(0, min(1, t))
}

// smooth eases a figure from 0 to 1 in and out.
func smooth(t float32) float32 { return t * t * (3 - 2*t) }
