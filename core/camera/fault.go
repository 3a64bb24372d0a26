package camera

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"strings"

	"proxenos/core/lesson"
	"proxenos/core/plate"
	"proxenos/core/pupil"
	"proxenos/core/recipe"
	"proxenos/core/rehearse"
	"proxenos/core/scene"
	"proxenos/core/spectrum"
)

// A Kind is one of the faults that can be planted.
type Kind string

// The faults.
const (
	Value   Kind = "value"   // a zone is lighter than it is to be, by so many L*
	Warm    Kind = "warm"    // a plane is warmer, by so many b*
	Hard    Kind = "hard"    // the edge of a zone is as if cut with a knife, where it was soft over so many mm
	Lights  Kind = "lights"  // the lights of a zone are missing
	Corner  Kind = "corner"  // a corner is light, by so many L*
	Aside   Kind = "aside"   // a zone stands so many mm to the right
	Horizon Kind = "horizon" // the horizon runs down to the right, by so many degrees
)

// Kinds are all of them.
func Kinds() []Kind { return []Kind{Value, Warm, Hard, Lights, Corner, Aside, Horizon} }

// A Fault is planted when a lesson is painted.
type Fault struct {
	Kind Kind    `json:"kind"`
	Of   string  `json:"of"` // id of a zone, of a plane for what is warm; a corner: "upper left" and so on
	By   float64 `json:"by"`
}

// ParseFault reads "value:hill:8". What is left out is the usual amount, and for the horizon there
// is nothing that it is of.
func ParseFault(text string) (Fault, error) {
	kind, rest, _ := strings.Cut(text, ":")
	of, by, given := strings.Cut(rest, ":")
	f := Fault{Kind: Kind(kind), Of: of, By: usual[Kind(kind)]}
	if f.Kind == Horizon && !given && of != "" {
		f.Of, by, given = "", of, true
	}
	if !slices.Contains(Kinds(), f.Kind) {
		return f, fmt.Errorf("fault %q is none that is known: give KIND:OF:BY with a kind of %v", text, Kinds())
	}
	if given {
		if _, err := fmt.Sscanf(by, "%g", &f.By); err != nil || !(math.Abs(f.By) <= 60) {
			return f, fmt.Errorf("fault %q: %q is no amount: give a number from -60 to 60", text, by)
		}
	}
	return f, nil
}

// usual is by how much, where nobody says.
var usual = map[Kind]float64{Value: 8, Warm: 10, Hard: 6, Corner: 25, Aside: 6, Horizon: 1.5}

// corners are the four, as shares of width and height.
var corners = map[string][2]float64{"upper left": {0, 0}, "upper right": {1, 0}, "lower left": {0, 1}, "lower right": {1, 1}}

// A Canvas is one that somebody painted after a lesson.
type Canvas struct {
	Plan    *rehearse.Rehearsal // as it is written
	Painted *rehearse.Rehearsal // as they did it: a lesson of its own, and what came of it
	seen    []Fault             // that are planted in what it looks like
}

// Hand is who paints: a level and a seed; the zero value does as it is told.
type Hand struct {
	Level lesson.Level
	Seed  uint64
}

// Paint lets somebody paint a rehearsed lesson with faults planted in it. It fails for a fault of
// something that the lesson does not have.
func Paint(ctx context.Context, plan *rehearse.Rehearsal, hand Hand, faults ...Fault) (*Canvas, error) {
	l, err := lesson.Decode(lesson.Encode(plan.Lesson))
	if err != nil {
		return nil, err
	}
	miss := map[string]rehearse.Spot{}
	for _, f := range faults {
		if err := f.plant(ctx, l, miss); err != nil {
			return nil, err
		}
	}
	if err := lesson.Check(l); err != nil {
		return nil, fmt.Errorf("with its faults: %w", err)
	}
	own := pupil.Manners(l, hand.Level, hand.Seed)
	manners := func(i int) rehearse.Manner {
		m := own(i)
		by := miss[l.Steps[i].Zone]
		m.Miss.X, m.Miss.Y = m.Miss.X+by.X, m.Miss.Y+by.Y
		return m
	}
	r, err := rehearse.Part(ctx, nil, l, plan.Final.Cell, 0, len(l.Steps), manners, nil)
	if err != nil {
		return nil, err
	}
	c := &Canvas{Plan: plan, Painted: r}
	for _, f := range faults {
		if f.Kind == Hard || f.Kind == Horizon {
			c.seen = append(c.seen, f)
		}
	}
	return c, nil
}

// Look is what the canvas looks like under a light that rakes over the paint.
func (c *Canvas) Look() *plate.Plate {
	p := Raked(c.Painted)
	for _, f := range c.seen {
		if f.Kind == Horizon {
			p = f.tilt(p, c.Painted.Lesson)
		} else {
			p = f.cut(p, c.Painted.Lesson)
		}
	}
	return p
}

// cut makes the edge of a zone hard: what lies along it on either side becomes what lies a band
// farther off.
func (f Fault) cut(p *plate.Plate, l *lesson.Lesson) *plate.Plate {
	z, _ := l.Zone(f.Of)
	whole := scene.Zone(l, z)
	out := p.Clone()
	band := min(5.5, f.By)
	for y := range p.H {
		for x := range p.W {
			mx, my := (float64(x)+0.5)*p.Mm, (float64(y)+0.5)*p.Mm
			deep := whole.Deep(mx, my)
			if math.Abs(deep) >= band {
				continue
			}
			// The way into the zone.
			const h = 1.5
			dx, dy := whole.Deep(mx+h, my)-whole.Deep(mx-h, my), whole.Deep(mx, my+h)-whole.Deep(mx, my-h)
			long := math.Hypot(dx, dy)
			if long < 0.1 {
				continue
			}
			by := (band - math.Abs(deep)) / long
			if deep < 0 {
				by = -by
			}
			out.RGB[y*p.W+x] = p.At((mx+by*dx)/p.Mm, (my+by*dy)/p.Mm)
		}
	}
	return out
}

// Raked is a rehearsed canvas as it looks in the studio, light raking over the paint.
func Raked(r *rehearse.Rehearsal) *plate.Plate {
	p := plate.Of(r.Show("paint", math.Inf(1), 0), 0)
	p.Mm = r.Final.Cell
	return p
}

// plant plants a fault in a lesson, which it changes; what lands beside its place goes into miss.
func (f Fault) plant(ctx context.Context, l *lesson.Lesson, miss map[string]rehearse.Spot) error {
	zone, known := l.Zone(f.Of)
	switch f.Kind {
	case Value, Hard, Lights, Aside:
		if !known {
			return fmt.Errorf("fault %s: the lesson has no zone %q: give the id of one", f.Kind, f.Of)
		}
	case Warm:
		if l.Plane(f.Of) < 0 {
			return fmt.Errorf("fault warm: the lesson has no plane %q: give the id of one", f.Of)
		}
	case Corner:
		if _, there := corners[f.Of]; !there {
			return fmt.Errorf("fault corner: %q is none: give \"upper left\" or another", f.Of)
		}
	}
	switch f.Kind {
	case Value:
		return f.recolour(ctx, l, func(s lesson.Step) bool { return s.Zone == f.Of }, spectrum.Lab{L: f.By})
	case Warm:
		return f.recolour(ctx, l, func(s lesson.Step) bool { z, _ := l.Zone(s.Zone); return z.Plane == f.Of }, spectrum.Lab{A: f.By / 4, B: f.By})
	case Lights:
		return f.leaveOut(l, func(s lesson.Step) bool { return s.Zone == f.Of && s.Where == lesson.Lit }, "lights")
	case Aside:
		miss[zone.ID] = rehearse.Spot{X: f.By}
	case Corner:
		return f.lighten(ctx, l)
	}
	return nil
}

// leaveOut takes steps out.
func (f Fault) leaveOut(l *lesson.Lesson, of func(lesson.Step) bool, what string) error {
	n := len(l.Steps)
	for i := n - 1; i >= 0; i-- {
		if !of(l.Steps[i]) {
			continue
		}
		next, _, err := lesson.Apply(l, lesson.Remove{Step: l.Steps[i].ID})
		if err != nil {
			return err
		}
		*l = *next
	}
	if len(l.Steps) == n {
		return fmt.Errorf("fault %s: no step %s zone %q: give another zone", f.Kind, what, f.Of)
	}
	return nil
}

// recolour gives steps mixtures of their own, moved in colour.
func (f Fault) recolour(ctx context.Context, l *lesson.Lesson, of func(lesson.Step) bool, by spectrum.Lab) error {
	solver, err := recipe.New(l.Paints(), l.Palette)
	if err != nil {
		return err
	}
	moved := map[string]string{}
	for i := range l.Steps {
		s := &l.Steps[i]
		if !of(*s) {
			continue
		}
		for k, id := range s.Mixtures {
			if moved[id] == "" {
				if moved[id], err = f.move(ctx, l, solver, id, by); err != nil {
					return err
				}
			}
			s.Mixtures[k] = moved[id]
		}
	}
	if len(moved) == 0 {
		return fmt.Errorf("fault %s: nothing is painted in %q: give another", f.Kind, f.Of)
	}
	return nil
}

// move adds a mixture moved in colour, and returns its id.
func (f Fault) move(ctx context.Context, l *lesson.Lesson, solver *recipe.Solver, id string, by spectrum.Lab) (string, error) {
	m, _ := l.Mixture(id)
	coat, err := l.Coat(m.Parts)
	if err != nil {
		return "", err
	}
	is := coat.Masstone(spectrum.D65())
	target := spectrum.Lab{L: min(96, max(8, is.L+by.L)), A: is.A + by.A, B: is.B + by.B}
	return f.add(ctx, l, solver, id, target)
}

func (f Fault) add(ctx context.Context, l *lesson.Lesson, solver *recipe.Solver, like string, target spectrum.Lab) (string, error) {
	r, err := solver.Plain(ctx, target)
	if err != nil {
		return "", err
	}
	id := fmt.Sprintf("fault-%s-%d", f.Kind, len(l.Mixtures))
	l.Mixtures = append(l.Mixtures, lesson.Mixture{ID: id, Name: "Instead of " + like, Parts: recipe.Parts(r.Parts)})
	return id, nil
}

// tilted is how far, mm from the horizon, what stands there leans with it.
const tilted = 50.0

// tilt turns what lies about the horizon.
func (f Fault) tilt(p *plate.Plate, l *lesson.Lesson) *plate.Plate {
	slope := math.Tan(f.By * math.Pi / 180)
	out := plate.New(p.W, p.H, p.Mm)
	for y := range p.H {
		for x := range p.W {
			mx, my := (float64(x)+0.5)*p.Mm, (float64(y)+0.5)*p.Mm
			near := (my - l.View.Horizon) / tilted
			out.RGB[y*p.W+x] = p.At(mx/p.Mm, (my-slope*(mx-l.Support.Width/2)*math.Exp(-near*near))/p.Mm)
		}
	}
	return out
}

// lighten lays a light triangle into a corner when all is done.
func (f Fault) lighten(ctx context.Context, l *lesson.Lesson) error {
	at := corners[f.Of]
	w, h := l.Support.Width, l.Support.Height
	x, y := at[0]*w, at[1]*h
	legs := 0.2 * min(w, h)
	dx, dy := legs*(1-2*at[0]), legs*(1-2*at[1])
	last := l.Steps[len(l.Steps)-1]
	is := spectrum.Lab{L: 60}
	for _, s := range l.Steps {
		if z, ok := l.Zone(s.Zone); ok && covers(z, x+dx/4, y+dy/4) && len(s.Mixtures) > 0 {
			m, _ := l.Mixture(s.Mixtures[len(s.Mixtures)-1])
			if coat, err := l.Coat(m.Parts); err == nil {
				is = coat.Masstone(spectrum.D65())
			}
		}
	}
	solver, err := recipe.New(l.Paints(), l.Palette)
	if err != nil {
		return err
	}
	mixture, err := f.add(ctx, l, solver, "the corner", spectrum.Lab{L: min(92, is.L+f.By), A: is.A, B: is.B})
	if err != nil {
		return err
	}
	l.Zones = append(l.Zones, lesson.Zone{ID: "fault-corner", Name: "A corner", Plane: l.Planes[len(l.Planes)-1].ID, Kind: lesson.Field,
		Outline: []lesson.Point{{X: x, Y: y}, {X: x + dx, Y: y}, {X: x, Y: y + dy}}})
	tool, ok := l.ToolFor(lesson.CutIn, 15)
	if !ok {
		return fmt.Errorf("fault corner: no tool of the lesson cuts in: add a filbert")
	}
	l.Steps = append(l.Steps, lesson.Step{ID: "fault-corner", Zone: "fault-corner", Where: lesson.Whole, Technique: lesson.CutIn, Tool: tool.ID, Mixtures: []string{mixture},
		Load: lesson.FullLoad, Pressure: lesson.Lightly, Care: lesson.Fresh, Cover: 1.3, Minutes: last.Minutes})
	return nil
}

// covers reports whether a place lies within a zone's outline.
func covers(z lesson.Zone, x, y float64) (in bool) {
	o := z.Outline
	for i, a := range o {
		b := o[(i+1)%len(o)]
		if (a.Y > y) != (b.Y > y) && x < (b.X-a.X)*(y-a.Y)/(b.Y-a.Y)+a.X {
			in = !in
		}
	}
	return in
}

// Typical are faults that a canvas of a lesson may have, by seed: a zone of another value, something
// that stands aside, a corner that leaks.
func Typical(l *lesson.Lesson, seed uint64) (out []Fault) {
	rng := rand.New(rand.NewPCG(seed, 11))
	whole := l.Support.Width * l.Support.Height
	var wide, things []string
	for _, z := range l.Zones {
		share := math.Abs(lesson.Area(z.Outline)) / whole
		painted := slices.ContainsFunc(l.Steps, func(s lesson.Step) bool { return s.Zone == z.ID && len(s.Mixtures) > 0 })
		switch {
		case !painted:
		case share > 0.06 && share < 0.4 && z.Kind != lesson.Sky:
			wide = append(wide, z.ID)
		case share > 0.004 && share < 0.06 && slices.Contains(standing, z.Kind):
			things = append(things, z.ID)
		}
	}
	if len(wide) > 0 {
		out = append(out, Fault{Value, wide[rng.IntN(len(wide))], 11})
	}
	if len(things) > 0 {
		out = append(out, Fault{Aside, things[rng.IntN(len(things))], 7})
	}
	return append(out, Fault{Corner, "upper left", 24})
}

// standing are the kinds of zone that stand somewhere by themselves.
var standing = []lesson.ZoneKind{lesson.Tree, lesson.Poplar, lesson.Willow, lesson.Building, lesson.Rock, lesson.Boat, lesson.Disc, lesson.Bush}
