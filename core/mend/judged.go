package mend

import (
	"fmt"

	"proxenos/core/rule"
)

// Judged is a finding with the remedies that were tried for it.
type Judged struct {
	rule.Finding
	Remedies []Remedy `json:"remedies" doc:"best first; none where it is on purpose"`
}

// Untried are findings for which nothing was tried.
func Untried(list []rule.Finding) []Judged {
	out := make([]Judged, len(list))
	for i, f := range list {
		out[i] = Judged{f, []Remedy{}}
	}
	return out
}

// Judge tries the remedies of every open finding of c. told hears how many findings of how many are
// done; it may be nil. It fails only when the context ends.
func Judge(c *rule.Context, list []rule.Finding, told func(nth, of int)) ([]Judged, error) {
	bench, out, open := NewBench(c), Untried(list), len(rule.Unaccepted(list))
	nth := 0
	for i, f := range list {
		if f.Accepted != "" {
			continue
		}
		ranking, err := bench.Rank(c, f, nil)
		if err != nil {
			return out, err
		}
		out[i].Remedies = ranking.Remedies
		if nth++; told != nil {
			told(nth, open)
		}
	}
	return out, nil
}

// Leaves says what of a finding a remedy leaves, in figures.
func (r Remedy) Leaves(f rule.Finding) string {
	if r.After == nil {
		return "nothing of it is left to measure"
	}
	says := fmt.Sprintf("%g %s", *r.After, f.Unit)
	if r.Bound != f.Threshold {
		says = fmt.Sprintf("%g of %g %s", *r.After, r.Bound, f.Unit)
	}
	if r.Gone {
		says += ", mends it"
	}
	return says
}
