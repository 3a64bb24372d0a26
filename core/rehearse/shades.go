package rehearse

import (
	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/mark"
	"slices"
)

// onBase reports whether step i is the first to paint a zone that has the wet base.
func (r *Rehearsal) onBase(i int) bool {
	l := r.Lesson
	zone := l.Steps[i].Zone
	for _, s := range l.Steps[:i] {
		if s.Zone == zone && len(s.Mixtures) > 0 {
			return false
		}
	}
	return l.Base.Kind == lesson.WhiteBase && (len(l.Base.Zones) == 0 || slices.Contains(l.Base.Zones, zone))
}

// shadesOf turns the mixtures of a step into what may be on the tool: one shade a
// mixture, or, where they blend, steps from the first to the last.
func (r *Rehearsal) shadesOf(s lesson.Step, blends bool, n int) []shade {
	var pure [][]float32
	for _, id := range s.Mixtures {
		pure = append(pure, r.amounts(id, s.Medium, n))
	}
	if len(pure) == 0 && s.Medium.Total() > 0 && s.Technique.Marks() {
		pure = append(pure, r.couch(s.Medium, n))
	}
	if len(pure) == 0 {
		return nil
	}
	if s.Technique == lesson.DoubleLoad && len(pure) == 2 {
		return []shade{{left: pure[0], right: pure[1], of: Piles{0.5, 0.5}}}
	}
	if len(pure) == 1 {
		return []shade{{left: pure[0], of: Piles{1}}}
	}
	if !blends {
		out := make([]shade, len(pure))
		for k := range out {
			out[k].left = pure[k]
			out[k].of[k] = 1
		}
		return out
	}
	out := make([]shade, mark.Shades)
	for k := range out {
		at := float64(k) / (mark.Shades - 1) * float64(len(pure)-1)
		low := min(len(pure)-2, int(at))
		t := float32(at - float64(low))
		mix := make([]float32, n)
		for j := range mix {
			mix[j] = pure[low][j]*(1-t) + pure[low+1][j]*t
		}
		out[k].left = mix
		out[k].of[low] = float64(1 - t)
		out[k].of[low+1] = float64(t)
	}
	return out
}

// amounts are the shares of each ingredient in a mixture let down with a medium.
func (r *Rehearsal) amounts(id string, medium lesson.Medium, n int) []float32 {
	out := make([]float32, n)
	m, _ := r.Lesson.Mixture(id)
	var total float64
	for _, p := range m.Parts {
		total += p.Parts
	}
	tube := 1 - medium.Total()/100
	for _, p := range m.Parts {
		for k, key := range r.Lesson.Palette {
			if key == p.Paint {
				out[k] += float32(p.Parts / total * tube)
			}
		}
	}
	addMedium(out, medium, 1)
	return out
}

// couch is the medium alone, without paint.
func (r *Rehearsal) couch(medium lesson.Medium, n int) []float32 {
	out := make([]float32, n)
	addMedium(out, medium, 100/medium.Total())
	return out
}

func addMedium(out []float32, medium lesson.Medium, share float64) {
	n := len(out)
	out[n-3+film.Oil] = float32(share * medium.Oil / 100)
	out[n-3+film.Alkyd] = float32(share * medium.Alkyd / 100)
	out[n-3+film.Solvent] = float32(share * medium.Solvent / 100)
}
