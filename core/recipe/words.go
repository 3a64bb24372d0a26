package recipe

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"

	"proxenos/core/paint"
	"proxenos/core/spectrum"
)

// short says in which direction a colour falls short of a target.
func short(got, want spectrum.Lab, delta float64) string {
	say := fmt.Sprintf("The nearest is ΔE %.1f away:", delta)
	n := len(say)
	if d := got.L - want.L; math.Abs(d) > 1 {
		say += fmt.Sprintf(" %.0f L* too %s,", math.Abs(d), word(d, "light", "dark"))
	}
	if d := got.Chroma() - want.Chroma(); math.Abs(d) > 2 {
		say += fmt.Sprintf(" chroma %.0f too %s,", math.Abs(d), word(d, "strong", "weak"))
	}
	if want.Chroma() > 5 && got.Chroma() > 5 {
		d := math.Mod(got.Hue()-want.Hue()+540, 360) - 180
		if math.Abs(d) > 4 {
			say += fmt.Sprintf(" hue turned %.0f° toward %s,", math.Abs(d), hueName(got.Hue()))
		}
	}
	if len(say) == n {
		return say[:n-1] + "."
	}
	return say[:len(say)-1] + "."
}

// Say writes parts of paints as one would say them: "8 titanium white : 1 ultramarine".
func Say(parts []paint.Part) string {
	var say []string
	for _, p := range parts {
		tube, _ := paint.Find(p.Paint)
		say = append(say, fmt.Sprintf("%g %s", p.Parts, lower(tube.Name)))
	}
	return strings.Join(say, " : ")
}

func word(d float64, more, less string) string {
	if d > 0 {
		return more
	}
	return less
}

// Name says a colour in a word or three: "dark dull blue".
func Name(c spectrum.Lab) string {
	var words []string
	switch v := c.Value(); {
	case v <= 3:
		words = append(words, "dark")
	case v >= 7:
		words = append(words, "light")
	}
	switch chroma := c.Chroma(); {
	case chroma < 4:
		return strings.Join(append(words, "grey"), " ")
	case chroma < 14:
		words = append(words, "greyish")
	case chroma > 45:
		words = append(words, "strong")
	}
	return strings.Join(append(words, hueName(c.Hue())), " ")
}

func hueName(h float64) string {
	names := []string{"pink", "red", "orange", "yellow", "yellow-green", "green", "blue-green", "cyan-blue", "blue", "violet", "purple", "magenta"}
	return names[int(math.Mod(h+15, 360)/30)%len(names)]
}

// strengths are relative tinting powers, for the order of mixing.
var strengths = map[string]int{"low": 0, "medium": 1, "high": 2, "very high": 3}

// order says how to mix a recipe without making more than is needed: a light tint
// begins with white and takes colour in little by little, weak tinters first; a deep
// one begins with its main colour and takes white last.
func order(parts []Amount) []string {
	var white, total float64
	for _, p := range parts {
		total += p.Parts
		if p.Paint == paint.White {
			white = p.Parts
		}
	}
	rest := slices.Clone(parts)
	light := white > 0.5*total
	slices.SortStableFunc(rest, func(a, b Amount) int {
		rank := func(p Amount) int {
			if p.Paint == paint.White {
				if light {
					return -1
				}
				return 10
			}
			q, _ := paint.Find(p.Paint)
			return strengths[q.Strength]
		}
		if !light && a.Paint != paint.White && b.Paint != paint.White {
			return cmp.Compare(b.Parts, a.Parts)
		}
		return cmp.Compare(rank(a), rank(b))
	})
	out := []string{fmt.Sprintf("Lay out %s of %s.", many(rest[0].Parts), lower(rest[0].Name))}
	for i, p := range rest[1:] {
		how := "Work in"
		if q, _ := paint.Find(p.Paint); light && strengths[q.Strength] >= 2 {
			how = "Last, a little at a time, work in"
		} else if i == len(rest)-2 && p.Paint == paint.White {
			how = "Last, work in"
		}
		out = append(out, fmt.Sprintf("%s %s of %s.", how, many(p.Parts), lower(p.Name)))
	}
	return out
}

func many(parts float64) string {
	if parts < 1 {
		if n := math.Round(parts / drop); n > 1 {
			return fmt.Sprintf("%.0f drops (tenths of a part)", n)
		}
		return "1 drop (a tenth of a part)"
	}
	if parts == 1 {
		return "1 part"
	}
	return fmt.Sprintf("%.0f parts", parts)
}

// lower puts a paint's name into a sentence; those named after places keep theirs.
func lower(name string) string {
	if strings.HasPrefix(name, "Prussian") || strings.HasPrefix(name, "Indian") || strings.HasPrefix(name, "Naples") || strings.HasPrefix(name, "Payne") {
		return name
	}
	return strings.ToLower(name)
}
