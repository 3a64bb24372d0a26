package rehearse

import (
	"image"
	"math"

	"proxenos/core/film"
	"proxenos/core/spectrum"
)

// muddiest is the ΔE00 that is shown as black.
const muddiest = 20.0

// mudMap shows for a part of the canvas what [Report.Mud] counts: around every cell, in a
// square as large as a patch, how far the mean of what shows is from the mean of what the
// steps that painted there meant. White is right, black is another colour.
func (r *Rehearsal) mudMap(f *film.Film, minute float64, part image.Rectangle) func(x, y int) [3]float32 {
	side := max(1, int(math.Round(patchSide/f.Cell)))
	reach := part.Inset(-side).Intersect(image.Rect(0, 0, f.W, f.H))
	owner, meant := r.owners(f, minute)
	sums := newWindows(reach, func(x, y int) (seen, right spectrum.Lab, ok bool) {
		o := owner[y*f.W+x]
		if o < 0 {
			return seen, right, false
		}
		if seen = f.Colour(x, y); r.Lesson.Steps[o].Technique.Veils() {
			seen = f.TopColour(x, y)
		}
		shade := min(r.stages[o].patch.shadeAt(y*f.W+x), len(meant[o])-1)
		return seen, closest(seen, meant[o][shade]), true
	})
	return func(x, y int) [3]float32 {
		if owner[y*f.W+x] < 0 {
			return [3]float32{blank, blank, blank}
		}
		seen, right, ok := sums.around(x, y, side/2)
		if !ok {
			return [3]float32{blank, blank, blank}
		}
		g := float32(0.8 * (1 - min(1, spectrum.DeltaE(seen, right)/muddiest)))
		return [3]float32{g, g, g}
	}
}

// owners tells of every cell which step laid what shows at a minute, -1 for none, and what
// each such step means.
func (r *Rehearsal) owners(f *film.Film, minute float64) (owner []int16, meant [][][]spectrum.Lab) {
	owner = make([]int16, f.W*f.H)
	for c := range owner {
		owner[c] = -1
	}
	meant = make([][][]spectrum.Lab, len(r.stages))
	for i := range r.stages {
		if r.times[i].Free > minute+1e-9 {
			break
		}
		st := &r.stages[i]
		if meant[i] = meanings(r.Lesson, r.Lesson.Steps[i], st, f); len(meant[i]) == 0 || len(r.Lesson.Steps[i].Mixtures) == 0 {
			continue
		}
		for k, q := range st.patch.laid {
			if q >= showsFrom {
				owner[st.patch.from+k] = int16(i)
			}
		}
	}
	return owner, meant
}

// windows gives means over squares around any cell of a part of the canvas. It looks at every
// second cell, both ways, as [film.Record.Patch] does.
type windows struct {
	x0, y0, w, h int
	sums         []pair // of all above and to the left
}

// pair sums what is seen and what would be right.
type pair struct{ seen, right blend }

func newWindows(part image.Rectangle, look func(x, y int) (seen, right spectrum.Lab, ok bool)) *windows {
	s := &windows{x0: part.Min.X, y0: part.Min.Y, w: (part.Dx() + 1) / 2, h: (part.Dy() + 1) / 2}
	s.sums = make([]pair, (s.w+1)*(s.h+1))
	for j := range s.h {
		var row pair
		for i := range s.w {
			if seen, right, ok := look(s.x0+2*i, s.y0+2*j); ok {
				row.seen.add(seen)
				row.right.add(right)
			}
			sum := s.sums[j*(s.w+1)+i+1]
			sum.seen.join(row.seen, 1)
			sum.right.join(row.right, 1)
			s.sums[(j+1)*(s.w+1)+i+1] = sum
		}
	}
	return s
}

// around is the mean within some cells of a place; false where nothing was painted there.
func (s *windows) around(x, y, reach int) (seen, right spectrum.Lab, ok bool) {
	x0, x1 := max(0, (x-reach-s.x0)/2), min(s.w, (x+reach-s.x0)/2+1)
	y0, y1 := max(0, (y-reach-s.y0)/2), min(s.h, (y+reach-s.y0)/2+1)
	var sum pair
	for _, c := range []struct {
		x, y int
		sign float64
	}{{x1, y1, 1}, {x0, y1, -1}, {x1, y0, -1}, {x0, y0, 1}} {
		at := s.sums[c.y*(s.w+1)+c.x]
		sum.seen.join(at.seen, c.sign)
		sum.right.join(at.right, c.sign)
	}
	if sum.seen.n < 1 {
		return seen, right, false
	}
	return sum.seen.mean(), sum.right.mean(), true
}
