package handout

import (
	"context"
	"fmt"

	"proxenos/core/film"
	"proxenos/core/measure"
	"proxenos/export/paper"
)

// across reports whether a picture is wider than high.
func (m *Matter) across() bool { return m.Lesson.Support.Width > m.Lesson.Support.Height }

// framed draws the canvas at a minute in a view in a rectangle, and returns where it is.
func (m *Matter) framed(d *paper.Doc, r paper.Rect, v film.View, minute float64) paper.Rect {
	at := paper.Fit(r, m.Lesson.Support.Width, m.Lesson.Support.Height)
	return d.Picture(at, m.Canvas.Show(v, minute, paper.Pixels(at.W)))
}

// cover is the first page of a pack; it returns where its contents go.
func cover(d *paper.Doc, m *Matter) paper.Rect {
	r := d.Page(false, "")
	y := r.Y + 4
	y += d.Text(r.X, y, r.W, paper.Style{Head: true, Size: 26}, m.title()) + 2
	s := paper.Style{Size: 12}
	say := func(text string) { y += d.Text(r.X, y, r.W, s, text) }
	say(m.when())
	if m.Class.Place != "" {
		say(m.Class.Place)
	}
	says := fmt.Sprintf("%s, %d steps, for %s.", d.Units.Sides(m.Lesson.Support.Width, m.Lesson.Support.Height), len(m.Lesson.Steps), people(m.Class.People.All()))
	if m.Lesson.Title != m.title() {
		says = m.Lesson.Title + ", " + says
	}
	say(says)
	y += 5
	most := 0.42
	if d.Large { // the contents need more room
		most = 0.3
	}
	high := min(r.W*m.Lesson.Support.Height/m.Lesson.Support.Width, most*r.H)
	at := m.framed(d, paper.Rect{X: r.X, Y: y, W: r.W, H: high}, film.Paint, m.end())
	d.Box(at, 0.2)
	y += high + 6
	y += d.Text(r.X, y, r.W, paper.Style{Head: true, Size: 14}, "Contents") + 2
	return paper.Rect{X: r.X, Y: y, W: r.W, H: r.Y + r.H - y}
}

// poster is the finished picture on a page.
func poster(_ context.Context, d *paper.Doc, m *Matter, _ Order) error {
	r := d.Page(m.across(), "")
	head, plain := paper.Style{Head: true, Size: 22}, paper.Style{Size: 11}
	below := d.LineHigh(head) + d.LineHigh(plain) + 4
	at := m.framed(d, paper.Rect{X: r.X, Y: r.Y, W: r.W, H: r.H - below}, film.Paint, m.end())
	d.Box(at, 0.2)
	y := at.Y + at.H + 4
	y += d.Text(r.X, y, r.W, head, m.Lesson.Title)
	d.Text(r.X, y, r.W, plain, m.when())
	return nil
}

// planSteps is how many values a value plan has.
const planSteps = 3

// values is the picture in three values beside the picture.
func values(_ context.Context, d *paper.Doc, m *Matter, _ Order) error {
	r := d.Heading(d.Page(true, ""), "Value plan")
	gap := 8.0
	half := paper.Rect{X: r.X, Y: r.Y, W: (r.W - gap) / 2, H: 0.72 * r.H}
	at := m.framed(d, half, film.Paint, m.end())
	d.Box(at, 0.2)
	half.X += half.W + gap
	p := measure.Coarse(m.Canvas.Final)
	plan := p.Plan(planSteps)
	at = d.Picture(paper.Fit(half, m.Lesson.Support.Width, m.Lesson.Support.Height), p.Draw(plan, paper.Pixels(half.W)))
	d.Box(at, 0.2)
	y := r.Y + half.H + 6
	names := []string{"Dark", "Middle", "Light"}
	for i, level := range plan {
		x := r.X + float64(i)*r.W/float64(len(plan))
		d.Fill(paper.Rect{X: x, Y: y, W: 16, H: 12}, hex(level.Grey))
		name := fmt.Sprintf("%d of %d", i+1, len(plan))
		if len(plan) == len(names) {
			name = names[i]
		}
		d.Line(x+19, y, paper.Style{Bold: true, Size: 11}, name)
		d.Fitting(x+19, y+d.LineHigh(paper.Style{Size: 11}), r.W/float64(len(plan))-21, d.Plain(paper.Style{Size: 10}), fmt.Sprintf("value %d, %.0f %% of the picture", level.Value, 100*level.Share))
	}
	y += 18
	d.Text(r.X, y, r.W, paper.Style{Size: 11}, "Half close your eyes: the two should look the same. Keep every colour of a patch inside its value, and the picture holds from across the room.")
	return nil
}
