package lesson

import (
	"fmt"
	"math"
	"strings"
)

// Broken reports whether a step lays its mixtures side by side by share, as broken colour,
// and does not grade one into the next.
func (s Step) Broken() bool { return len(s.Shares) > 0 && len(s.Shares) == len(s.Mixtures) }

// shareLeast is the least percent that a mixture may have in broken colour: less is an accent.
const shareLeast = 5

// Shares is what is usual in broken colour: the least percent of a mixture, and those to begin
// with for two and for three, of which one leads.
type Shares struct {
	Least float64   `json:"least"`
	Two   []float64 `json:"two"`
	Three []float64 `json:"three"`
}

// shares checks the shares of broken colour.
func (c checker) shares(path string, s Step) {
	if len(s.Shares) == 0 {
		return
	}
	path += ".shares"
	if len(s.Shares) != len(s.Mixtures) || len(s.Mixtures) < 2 {
		c.report(path, fmt.Sprintf("has %d for %d mixtures", len(s.Shares), len(s.Mixtures)), "give one for each of two or three mixtures, or none")
		return
	}
	if s.Technique == DoubleLoad {
		c.report(path, "is given for a double load", "leave it out: each mixture has a side of the brush")
	}
	var sum float64
	for i, v := range s.Shares {
		if !(v >= shareLeast && v <= 100-shareLeast) {
			c.report(fmt.Sprintf("%s[%d]", path, i), fmt.Sprintf("is %g %%", v), fmt.Sprintf("give %d to %d", shareLeast, 100-shareLeast))
		}
		sum += v
	}
	if math.Abs(sum-100) > 0.5 {
		c.report(path, fmt.Sprintf("come to %g %%", sum), "let them come to 100")
	}
}

// fitShares gives up the shares of steps that have other mixtures by now.
func fitShares(steps []Step) {
	for i := range steps {
		if len(steps[i].Shares) != len(steps[i].Mixtures) || steps[i].Technique == DoubleLoad {
			steps[i].Shares = nil
		}
	}
}

// broken says the mixtures of broken colour with their shares.
func broken(names []string, shares []float64) string {
	var parts []string
	for i, n := range names {
		parts = append(parts, fmt.Sprintf("%s (%s %%)", n, Figure(shares[i])))
	}
	last := len(parts) - 1
	return "broken colour of " + strings.Join(parts[:last], ", ") + " and " + parts[last]
}
