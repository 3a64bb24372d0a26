package cut

import "slices"

// mostLengths bounds the lengths that are looked at: a table of more of them takes over a blink.
const mostLengths = 2500

// A cutter has the sides of a piece and what it is cut from, in tenths of a mm, each with one
// cut beside it.
type cutter struct{ w, h, across, kerf int }

// sums are all lengths up to most that pieces add up to, ascending; nil when there are more of
// them than many.
func sums(w, h, most, many int) []int {
	if (most/w+1)*(most/h+1)/40 > many {
		return nil
	}
	var out []int
	for x := 0; x <= most; x += w {
		for y := x; y <= most; y += h {
			out = append(out, y)
		}
	}
	slices.Sort(out)
	if out = slices.Compact(out); len(out) > many {
		return nil
	}
	return out
}

// A table knows how many pieces come from a rectangle, for all widths and lengths that pieces
// add up to: a cut anywhere else is no better than the next one of these before it.
type table struct {
	cutter
	widths, lengths []int
	whole           int // the widest
	most            [][]int
	first           [][]choice
}

// A choice is what is done with a rectangle first.
type choice struct {
	how how
	at  int // where it is cut: place among widths, or lengths
}

type how uint8

const (
	nothing how = iota
	upright     // it is a piece
	turned      // and its width lies along
	across      // a cut across parts it in two lengths
	along       // a cut along parts it in two widths
)

func (c cutter) table(lengths []int) *table {
	t := &table{cutter: c, widths: sums(c.w, c.h, c.across, len(lengths)+c.across), lengths: lengths}
	t.whole = len(t.widths) - 1
	for i, w := range t.widths {
		t.most = append(t.most, make([]int, len(lengths)))
		t.first = append(t.first, make([]choice, len(lengths)))
		for j, l := range lengths {
			t.fill(i, j, w, l)
		}
	}
	return t
}

// fill finds the best first cut of a rectangle whose parts are known.
func (t *table) fill(i, j, w, l int) {
	best, first := 0, choice{}
	if w >= t.w && l >= t.h {
		best, first = 1, choice{how: upright}
	} else if w >= t.h && l >= t.w {
		best, first = 1, choice{how: turned}
	}
	rest := i
	for k := 1; k < i && 2*t.widths[k] <= w; k++ {
		for t.widths[rest] > w-t.widths[k] {
			rest--
		}
		if n := t.most[k][j] + t.most[rest][j]; n > best {
			best, first = n, choice{along, k}
		}
	}
	row := t.most[i]
	rest = j
	for k := 1; k < j && 2*t.lengths[k] <= l; k++ {
		for t.lengths[rest] > l-t.lengths[k] {
			rest--
		}
		if n := row[k] + row[rest]; n > best {
			best, first = n, choice{across, k}
		}
	}
	row[j], t.first[i][j] = best, first
}

// A spot is the corner of a rectangle.
type spot struct{ sheet, x, y int }

// place lays n of the pieces down that come from a rectangle at a spot.
func (t *table) place(plan *Plan, n, i, j int, at spot) {
	if n == 0 {
		return
	}
	switch c := t.first[i][j]; c.how {
	case upright, turned:
		w, h := t.w, t.h
		if c.how == turned {
			w, h = h, w
		}
		plan.Pieces = append(plan.Pieces, Lay{at.sheet, mm(at.x), mm(at.y), mm(w - t.kerf), mm(h - t.kerf), c.how == turned})
	case along:
		rest, _ := slices.BinarySearch(t.widths, t.widths[i]-t.widths[c.at]+1)
		first := min(n, t.most[c.at][j])
		t.place(plan, first, c.at, j, at)
		at.x += t.widths[c.at]
		t.place(plan, n-first, rest-1, j, at)
	case across:
		rest, _ := slices.BinarySearch(t.lengths, t.lengths[j]-t.lengths[c.at]+1)
		first := min(n, t.most[i][c.at])
		t.place(plan, first, i, c.at, at)
		at.y += t.lengths[c.at]
		t.place(plan, n-first, i, rest-1, at)
	case nothing:
	}
}
