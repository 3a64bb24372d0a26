package rule

import (
	"fmt"
	"math"
)

// Figures and names in sentences.

func round(v float64, digits int) float64 {
	k := math.Pow(10, float64(digits))
	return math.Round(v*k) / k
}

// halves rounds minutes to halves, never below a half.
func halves(minutes float64) float64 { return max(0.5, math.Round(minutes*2)/2) }

func list(names []string) string {
	out := names[0]
	for i, n := range names[1:] {
		if i == len(names)-2 {
			out += " and " + n
		} else {
			out += ", " + n
		}
	}
	return out
}

func thousands(m float64) string {
	if m >= 1000 {
		return fmt.Sprintf("%.0f,%03.0f", math.Floor(m/1000), math.Mod(m, 1000))
	}
	return fmt.Sprintf("%.0f", m)
}

// minutesOf is some minutes in words.
func minutesOf(m float64) string {
	if m == 1 {
		return "1 minute"
	}
	return fmt.Sprintf("%g minutes", m)
}

// cut is a name that leaves room for a word behind it.
func cut(name string) string {
	if r := []rune(name); len(r) > 50 {
		return string(r[:50])
	}
	return name
}
