package rehearse

import (
	"maps"
	"slices"

	"proxenos/core/film"
	"proxenos/core/lesson"
)

// A meter follows, from step to step, which plane shows where.
type meter struct {
	owner   []int16 // step that shows, -1 bare
	crossed Crossed
}

const (
	showsFrom = 4 * 4  // quarters of a µm from which a step's paint shows
	hidesFrom = 15 * 4 // quarters of a µm from which it hides what is below
)

// stairs is what is left of an edge that is counted in steps: a slanting one is 4/π too long on
// average.
const stairs = 0.7854

// take works step i, carried out, into the meter; worked is what it laid, or took off, by the cells of its
// patch.
func (m *meter) take(l *lesson.Lesson, i int, st *stage, worked []uint8, f *film.Film) {
	if m.owner == nil {
		m.owner = make([]int16, f.W*f.H)
		for k := range m.owner {
			m.owner[k] = -1
		}
	}
	m.crossed = Crossed{}
	mine := l.PlaneOf(l.Steps[i])
	depth := make([]int, len(l.Steps))
	for k := range depth {
		depth[k] = l.PlaneOf(l.Steps[k])
	}
	// A block-in in acrylic is dry and waits for the oil: that goes over it from far to near.
	blocked := func(k int16) bool { return l.Steps[k].Medium.Acrylic && !l.Steps[i].Medium.Acrylic }
	buried := m.buried(l, i, st.patch.from, worked)
	nearer := func(c int) bool {
		k := m.owner[c]
		return k >= 0 && (depth[k] > mine || buried[l.Steps[k].Zone]) && !blocked(k)
	}
	var area, edges, sx, sy float64
	nearest := mine
	for k, q := range worked {
		c := st.patch.from + k
		if q < showsFrom || !nearer(c) {
			continue
		}
		area++
		nearest = max(nearest, depth[m.owner[c]])
		x, y := c%f.W, c/f.W
		sx += float64(x)
		sy += float64(y)
		if x+1 < f.W && !nearer(c+1) {
			edges++
		}
		if x > 0 && !nearer(c-1) {
			edges++
		}
		if y+1 < f.H && !nearer(c+f.W) {
			edges++
		}
		if y > 0 && !nearer(c-f.W) {
			edges++
		}
	}
	if area > 0 && mine >= 0 {
		m.crossed = Crossed{Plane: l.Planes[nearest].ID, Area: area * f.CellArea() / 100,
			Edge: edges * stairs * f.Cell / 10, At: Spot{sx / area * f.Cell, sy / area * f.Cell}}
		if nearest == mine {
			m.crossed.Zones = slices.Sorted(maps.Keys(buried))
		}
	}
	if s := l.Steps[i]; len(s.Mixtures) == 0 && s.Technique.Moves() == "" {
		return // what it moves about stays what the steps before it laid
	}
	for k, q := range st.patch.laid {
		if q >= showsFrom {
			m.owner[st.patch.from+k] = int16(i)
		}
	}
}

// buriedFrom is the share of what shows of a thing from which it is painted over, and not only met
// at its foot.
const buriedFrom = 0.5

// buried are the zones that step i, in which it lays water, sky or open ground or rubs it back, works over
// although they lie in front of it in its own plane: a boat under the water that carries it, a moon under its
// sky.
func (m *meter) buried(l *lesson.Lesson, i, from int, worked []uint8) map[string]bool {
	s := l.Steps[i]
	ground, _ := l.Zone(s.Zone)
	lays := s.Technique.Covers() && len(s.Mixtures) > 0
	if !ground.Kind.Is(lesson.Backdrop) || !lays && !s.Technique.TakesOff() {
		return nil
	}
	before := make([]bool, i) // the steps whose things stand before it
	any := false
	for k, b := range l.Steps[:i] {
		z, ok := l.Zone(b.Zone)
		before[k] = ok && z.Plane == ground.Plane && (z.Kind == lesson.Disc || z.Kind.Is(lesson.Standing)) && !z.Kind.Is(lesson.Land)
		any = any || before[k]
	}
	if !any {
		return nil
	}
	shows, over := map[string]float64{}, map[string]float64{}
	for _, k := range m.owner {
		if k >= 0 && before[k] {
			shows[l.Steps[k].Zone]++
		}
	}
	for n, q := range worked {
		if k := m.owner[from+n]; q >= showsFrom && k >= 0 && before[k] {
			over[l.Steps[k].Zone]++
		}
	}
	out := map[string]bool{}
	for zone, n := range over {
		if n >= buriedFrom*shows[zone] {
			out[zone] = true
		}
	}
	return out
}

// hidden returns, for each step, the share of the paint that it laid that later steps in
// nearer planes cover with paint thick enough to hide it, and the box around what
// stays in sight.
func (m *meter) hidden(l *lesson.Lesson, stages []stage, f *film.Film) (share []float64, sight []Box) {
	share, sight = make([]float64, len(stages)), make([]Box, len(stages))
	n := f.W * f.H
	later := make([][]uint16, len(l.Planes)) // paint laid later, by plane
	sum := make([]uint16, n)
	for i := len(stages) - 1; i >= 0; i-- {
		mine := l.PlaneOf(l.Steps[i])
		if mine < 0 {
			continue
		}
		laid, from := stages[i].patch.laid, stages[i].patch.from
		over := sum[:len(laid)]
		clear(over)
		for p := mine + 1; p < len(later); p++ {
			if later[p] == nil {
				continue
			}
			for k, q := range later[p][from : from+len(laid)] {
				over[k] += q
			}
		}
		if later[mine] == nil {
			later[mine] = make([]uint16, n)
		}
		box := Box{X0: float64(f.W), Y0: float64(f.H)}
		var all, hid float64 // quarters of a µm
		for k, q := range laid {
			if q < laidLeast*4 {
				continue
			}
			c := from + k
			all += float64(q)
			if over[k] >= hidesFrom {
				hid += float64(q)
			} else {
				box.add(float64(c%f.W), float64(c/f.W))
			}
			if later[mine][c] < 1<<12 { // enough to hide; more must not overflow
				later[mine][c] += uint16(q)
			}
		}
		if all > 0 {
			share[i] = hid / all
		}
		if box.X1 > box.X0 {
			sight[i] = Box{box.X0 * f.Cell, box.Y0 * f.Cell, box.X1 * f.Cell, box.Y1 * f.Cell}
		}
	}
	return share, sight
}
