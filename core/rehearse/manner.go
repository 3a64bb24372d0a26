package rehearse

import (
	"context"
	"slices"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/mark"
)

// A Manner is how somebody carries out a step otherwise than it is written. The zero value is
// as it is written.
type Manner struct {
	Load  float64 // how much paint is taken up, times what is asked; 0 stands for 1
	Press float64 // share of full pressure that is added to what is asked, from -1 to 1
	Dirty float64 // share of what the tool carried that is still in it where it was to be cleaned, 0 to 1
	Damp  float64 // share of what the hairs hold that is solvent when it begins, 0 to 1
	Miss  Spot    // mm by which the marks land beside their place
	Again float64 // how often each stroke is gone over again at once; a fraction is a chance
	Stops float64 // share of the strokes after which it ends, for there is no paint; 0 for never
	Like  string  // id of the step whose very marks are made again; empty for marks of its own
	Only  Region  // where alone anything is done; nil for all of its place
}

// A Region is a part of the canvas: whether a place, mm, is in it, and how deep, mm, negative
// outside.
type Region = mark.Place

// Part rehearses the first upto steps of l, each in the manner that manners tells of it, and
// takes over from prev what the two begin with, in which nothing may be painted in a manner of
// its own before step from. prev may be nil. Of what comes only what was painted counts: its
// Reports, without what is only known at the end, and Final, the canvas when the last of those
// steps is done.
func Part(ctx context.Context, prev *Rehearsal, l *lesson.Lesson, cell float64, from, upto int, manners func(step int) Manner, progress Progress) (*Rehearsal, error) {
	upto = min(upto, len(l.Steps))
	kept := prev
	if from == 0 {
		kept = nil
	}
	r, f, _, err := paintPart(ctx, kept, l, cell, from, upto, manners, progress)
	if err != nil {
		return nil, err
	}
	f = f.Snapshot()
	f.Begin(upto, r.clock(upto, l.Start(upto)), nil)
	r.Final = f.Freeze()
	return r, nil
}

// manner is how step i is carried out.
func (r *Rehearsal) manner(i int) Manner {
	if r.manners == nil {
		return Manner{}
	}
	return r.manners(i)
}

// pressure is a pressure as somebody makes it.
func (m Manner) pressure(p lesson.Pressure) float64 {
	return min(1, max(0.02, mark.PressureOf(p)+m.Press))
}

// filling is a load as somebody takes it up.
func (m Manner) filling(l lesson.Load) mark.Filling {
	f := mark.FillingOf(l)
	if m.Load > 0 {
		f.Tip, f.Heel = f.Tip*float32(m.Load), min(1, f.Heel*float32(m.Load))
	}
	return f
}

// makes are the strokes of a step as somebody makes them: beside their place, as many as there
// is paint for, and no others than those that come where alone they work.
func (m Manner) makes(strokes []mark.Stroke) []mark.Stroke {
	if m.Stops > 0 {
		strokes = strokes[:int(min(1, m.Stops)*float64(len(strokes)))]
	}
	if m.Only != nil {
		strokes = slices.DeleteFunc(strokes, func(s mark.Stroke) bool {
			return !slices.ContainsFunc(s.Path, func(p lesson.Point) bool { return m.Only.Deep(p.X, p.Y) > -strokeReach })
		})
	}
	if m.Miss == (Spot{}) {
		return strokes
	}
	for k := range strokes {
		path := make([]lesson.Point, len(strokes[k].Path))
		for i, p := range strokes[k].Path {
			path[i] = lesson.Point{X: p.X + m.Miss.X, Y: p.Y + m.Miss.Y}
		}
		strokes[k].Path = path
	}
	return strokes
}

// strokeReach is how far outside a region the path of a stroke may be that comes into it, mm.
const strokeReach = 3.0

// seed is the id by which the marks of a step are chosen.
func (m Manner) seed(s lesson.Step) lesson.Step {
	if m.Like != "" {
		s.ID = m.Like
	}
	return s
}

// within is where somebody thinks that a place is, and works there.
func (m Manner) within(place mark.Place) mark.Place {
	if place != nil && m.Miss != (Spot{}) {
		place = beside{place, m.Miss}
	}
	switch {
	case m.Only == nil:
		return place
	case place == nil:
		return m.Only
	}
	return inBoth{place, m.Only}
}

// inBoth is where two places are one.
type inBoth struct{ a, b mark.Place }

func (p inBoth) Inside(x, y float64) bool  { return p.b.Inside(x, y) && p.a.Inside(x, y) }
func (p inBoth) Deep(x, y float64) float64 { return min(p.a.Deep(x, y), p.b.Deep(x, y)) }

// damp leaves solvent in a tool that was not dried, and returns how much, ml.
func (m Manner) damp(b *mark.Brush, f *film.Film) float64 {
	if m.Damp <= 0 {
		return 0
	}
	return b.Damp(float32(m.Damp), f.N-3+film.Solvent)
}

// beside is a place, taken for another that lies beside it.
type beside struct {
	mark.Place
	by Spot
}

func (b beside) Inside(x, y float64) bool  { return b.Place.Inside(x-b.by.X, y-b.by.Y) }
func (b beside) Deep(x, y float64) float64 { return b.Place.Deep(x-b.by.X, y-b.by.Y) }
