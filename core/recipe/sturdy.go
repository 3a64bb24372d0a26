package recipe

import (
	"math"
	"slices"

	"proxenos/core/paint"
	"proxenos/core/spectrum"
)

// Sturdy is the largest ΔE00 change of a mixture when one of its parts is half a part off: how
// hard it is to hit. It fails where a paint is not in the box.
func Sturdy(box paint.Box, parts []paint.Part) (float64, error) {
	amounts := make([]float64, len(parts))
	for i, p := range parts {
		amounts[i] = p.Parts
	}
	if _, err := box.Colour(parts); err != nil {
		return 0, err
	}
	return sturdy(amounts, func(amounts []float64) spectrum.Lab {
		off := slices.Clone(parts)
		for i := range off {
			off[i].Parts = amounts[i]
		}
		c, _ := box.Colour(off) // it knew them above
		return c
	}), nil
}

func sturdy(parts []float64, colour func([]float64) spectrum.Lab) (most float64) {
	right := colour(parts)
	for i := range parts {
		for _, off := range []float64{-0.5, 0.5} {
			wrong := slices.Clone(parts)
			wrong[i] = max(0.02, wrong[i]+off*min(1, wrong[i]))
			most = max(most, spectrum.DeltaE(colour(wrong), right))
		}
	}
	return math.Round(most*10) / 10
}
