package mark

import (
	"math"

	"proxenos/core/film"
	"proxenos/core/noise"
)

// A Stray is how far what a tool takes up is from the mixture: no pile is stirred to the last
// streak, and one side of it is not the other. The zero value is a pile that is.
type Stray struct {
	Dip, Tuft float64 // by how much, as a share of each paint, from dip to dip and from tuft to tuft
	Seed      uint64  // of this dip
}

// tuftWide is how wide the hairs are that take up the same, mm.
const tuftWide = 2.3

// taken are the shares that a hair takes up of a mixture; it may write them into room. The
// share of mediums stays: they run.
func (s Stray) taken(shares []float32, h *hair, room []float32) []float32 {
	if s.Dip == 0 && s.Tuft == 0 {
		return shares
	}
	paints := len(shares) - film.MediumCount
	copy(room[paints:], shares[paints:])
	var was, sum float32
	for k, part := range shares[:paints] {
		room[k] = 0
		if part == 0 {
			continue
		}
		own := s.Seed + uint64(k)*131
		dip := 2*noise.Whole(own, 0, int64(k)) - 1
		tuft := 2*noise.At(own+1, h.across/tuftWide, 1.7*float64(h.row)) - 1
		room[k] = part * float32(math.Exp(math.Sqrt(3)*(s.Dip*dip+s.Tuft*tuft))) // even chance spreads as wide as that
		was += part
		sum += room[k]
	}
	if sum == 0 {
		return shares
	}
	for k := range room[:paints] {
		room[k] *= was / sum
	}
	return room
}
