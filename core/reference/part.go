package reference

import (
	"math"
	"slices"
)

// A part is places that belong together.
type part struct {
	cells                    []int
	left, right, top, bottom int
}

// divide finds the parts of a map of groups, largest first: places of one group that
// touch. What is smaller than least falls to the neighbour it touches most.
func divide(of []int, w, h, least int) []part {
	of = smoothed(of, w, h)
	for range 8 {
		parts := connected(of, w, h)
		small := false
		for _, a := range parts {
			if len(a.cells) < least {
				small = fill(of, a, w, h) || small
			}
		}
		if !small {
			break
		}
	}
	parts := connected(of, w, h)
	slices.SortStableFunc(parts, func(a, b part) int { return len(b.cells) - len(a.cells) })
	return slices.DeleteFunc(parts, func(a part) bool { return len(a.cells) < least })
}

// smoothed gives every place the group that most around it have.
func smoothed(of []int, w, h int) []int {
	out := slices.Clone(of)
	for y := range h {
		for x := range w {
			var count [MostColours]int
			best := of[y*w+x]
			for j := max(0, y-smoothing); j <= min(h-1, y+smoothing); j++ {
				for i := max(0, x-smoothing); i <= min(w-1, x+smoothing); i++ {
					k := of[j*w+i]
					if count[k]++; count[k] > count[best] {
						best = k
					}
				}
			}
			out[y*w+x] = best
		}
	}
	return out
}

// beside are the four places that touch one.
func beside(at, w, h int, each func(i int)) {
	if x := at % w; x > 0 {
		each(at - 1)
	}
	if at%w < w-1 {
		each(at + 1)
	}
	if at >= w {
		each(at - w)
	}
	if at < w*(h-1) {
		each(at + w)
	}
}

func connected(of []int, w, h int) (parts []part) {
	seen := make([]bool, len(of))
	for start := range of {
		if seen[start] {
			continue
		}
		a := part{left: w, top: h}
		todo := []int{start}
		seen[start] = true
		for len(todo) > 0 {
			at := todo[len(todo)-1]
			todo = todo[:len(todo)-1]
			a.cells = append(a.cells, at)
			a.left, a.right, a.top, a.bottom = min(a.left, at%w), max(a.right, at%w), min(a.top, at/w), max(a.bottom, at/w)
			beside(at, w, h, func(i int) {
				if !seen[i] && of[i] == of[start] {
					seen[i] = true
					todo = append(todo, i)
				}
			})
		}
		parts = append(parts, a)
	}
	return parts
}

// fill gives a part to the group that it touches most; false when it touches none.
func fill(of []int, a part, w, h int) bool {
	var count [MostColours]int
	mine := of[a.cells[0]]
	best := -1
	for _, at := range a.cells {
		beside(at, w, h, func(i int) {
			if k := of[i]; k != mine {
				if count[k]++; best < 0 || count[k] > count[best] {
					best = k
				}
			}
		})
	}
	if best < 0 {
		return false
	}
	for _, at := range a.cells {
		of[at] = best
	}
	return true
}

// straight is how far, in places, an outline may leave what it follows.
const straight = 1.2

// outline is the outer edge of a part, along the sides of its places, simplified.
func outline(a part, w, h int) [][2]float64 {
	in := make([]bool, w*h)
	for _, i := range a.cells {
		in[i] = true
	}
	has := func(x, y int) bool { return x >= 0 && y >= 0 && x < w && y < h && in[y*w+x] }
	// Walk with the part on the right hand, from the upper left corner of its first place.
	first := slices.Min(a.cells)
	x, y := first%w, first/w
	sx, sy, dx, dy := x, y, 1, 0
	var out [][2]float64
	for {
		out = append(out, [2]float64{float64(x), float64(y)})
		x, y = x+dx, y+dy
		ahead := func(side int) bool { // the place ahead, to the left (-1) or right (0) of the way
			switch {
			case dx == 1:
				return has(x, y+side)
			case dx == -1:
				return has(x-1, y-1-side)
			case dy == 1:
				return has(x-1-side, y)
			}
			return has(x+side, y-1)
		}
		switch {
		case ahead(-1): // turn left
			dx, dy = dy, -dx
		case !ahead(0): // turn right
			dx, dy = -dy, dx
		}
		if x == sx && y == sy || len(out) > 4*w*h {
			break
		}
	}
	// Corners of places are stairs; the middles of their sides are not.
	corners := slices.Clone(out)
	for i, q := range corners {
		next := corners[(i+1)%len(corners)]
		out[i] = [2]float64{(q[0] + next[0]) / 2, (q[1] + next[1]) / 2}
	}
	out = simplified(out)
	// What ends at the edge of the canvas goes on to it.
	for i, q := range out {
		for d, most := range [2]int{w, h} {
			if q[d] < 1 {
				out[i][d] = 0
			} else if q[d] > float64(most)-1 {
				out[i][d] = float64(most)
			}
		}
	}
	return out
}

// simplified leaves points out of a closed line that lie near to it without them (Ramer
// 1972, Douglas and Peucker 1973), with as many left as a zone may have.
func simplified(line [][2]float64) [][2]float64 {
	if len(line) < 4 {
		return line
	}
	far, most := 0, 0.0
	for i, q := range line {
		if d := math.Hypot(q[0]-line[0][0], q[1]-line[0][1]); d > most {
			far, most = i, d
		}
	}
	for tolerance := straight; ; tolerance *= 1.5 {
		out := append(thinned(line[:far+1], tolerance), thinned(append(slices.Clone(line[far:]), line[0]), tolerance)...)
		if len(out) <= 120 {
			return out
		}
	}
}

// thinned simplifies an open line and leaves its last point out.
func thinned(line [][2]float64, tolerance float64) [][2]float64 {
	a, b := line[0], line[len(line)-1]
	long := math.Hypot(b[0]-a[0], b[1]-a[1])
	at, most := 0, tolerance
	for i, q := range line[1 : len(line)-1] {
		d := math.Hypot(q[0]-a[0], q[1]-a[1])
		if long > 0 {
			d = math.Abs((q[0]-a[0])*(b[1]-a[1])-(q[1]-a[1])*(b[0]-a[0])) / long
		}
		if d > most {
			at, most = i+1, d
		}
	}
	if at == 0 {
		return [][2]float64{a}
	}
	return append(thinned(line[:at+1], tolerance), thinned(line[at:], tolerance)...)
}
