package handout

import (
	"context"
	"fmt"
	"math"

	"proxenos/core/card"
	"proxenos/core/rehearse"
	"proxenos/export"
	"proxenos/export/paper"
)

// paletteMap is where every pile lies: the whole palette as a plan, then at true size.
func paletteMap(_ context.Context, d *paper.Doc, m *Matter, _ Order) error {
	if m.Prep == nil {
		return errUnprepared
	}
	if m.Prep.Map == nil {
		d.Flow(paper.Flow{Name: "Palette map", Blocks: []paper.Block{paper.Para{Text: m.Prep.Unlaid}}})
		return nil
	}
	board := *m.Prep.Map
	r := d.Heading(d.Page(true, Colours), "Palette map")
	list := paper.Rect{X: r.X + r.W - 62, Y: r.Y, W: 62, H: r.H}
	at := paper.Fit(paper.Rect{X: r.X, Y: r.Y, W: r.W - list.W - 6, H: r.H - 10}, board.Width, board.Height)
	at.X, at.Y = r.X, r.Y
	scale := min(1, at.W/board.Width)
	drawBoard(d, m, at.X, at.Y, scale)
	size := paper.Style{Size: 9}
	d.Text(r.X, at.Y+board.Height*scale+2, r.W-list.W-6, size, fmt.Sprintf("%s, here at %.0f %% of its size. Two strings, warm and cool, each from dark to light; white in reach; the free part is for mixing.", d.Units.Sides(board.Width, board.Height), 100*scale))
	y := list.Y
	high := min(d.LineHigh(paper.Style{Size: 9})+1.2, list.H/float64(max(1, len(board.Piles))))
	s := paper.Style{Size: min(9, high/1.25/25.4*72)}
	s = d.Plain(s)
	for i, p := range board.Piles {
		mix := pileOf(m, p.ID)
		d.Disc(list.X+2.2, y+high/2, min(4, high-0.4), hex(mix.Colour))
		d.Fitting(list.X+6, y+(high-d.LineHigh(s))/2, list.W-6, s, fmt.Sprintf("%d  %s", i+1, mix.Name))
		y += high
	}
	d.Tile(paper.Tiling{Width: board.Width, Height: board.Height - board.Free, Name: "Palette at true size", Draw: func(d *paper.Doc, dx, dy float64) { drawBoard(d, m, dx, dy, 1) }})
	return nil
}

// drawBoard draws the palette with its piles, x and y its upper left corner.
func drawBoard(d *paper.Doc, m *Matter, x, y, scale float64) {
	board := *m.Prep.Map
	d.Box(paper.Rect{X: x, Y: y, W: board.Width * scale, H: board.Height * scale}, 0.4)
	for i, p := range board.Piles {
		mix := pileOf(m, p.ID)
		d.Disc(x+p.X*scale, y+p.Y*scale, p.Across*scale, hex(mix.Colour))
		s := paper.Style{Size: 8}
		number := fmt.Sprint(i + 1)
		d.Line(x+p.X*scale-d.Width(s, number)/2, y+(p.Y+p.Across/2)*scale+0.2, s, number)
	}
}

func pileOf(m *Matter, mixture string) card.Mix {
	for _, p := range card.Mixes(m.Lesson) {
		if p.Mixture == mixture {
			return p
		}
	}
	return card.Mix{Name: mixture}
}

// squares is about how many squares the grid of a tracing has across.
const squares = 8

// tracing is the tracing at true size, with a grid.
func tracing(_ context.Context, d *paper.Doc, m *Matter, _ Order) error {
	grid := math.Round(m.Lesson.Support.Width/squares/5) * 5
	d.Tile(export.Tracing{Grid: max(5, grid)}.Tiling(m.Lesson))
	return nil
}

// PracticeMarks is how many marks a practice sheet has.
const PracticeMarks = 2

// Sizes of the practice sheet, mm.
const (
	tryWide = 90.0
	tryGap  = 8.0
)

// practice is the marks that a beginner's hand spoils most, at true size, with room beside each.
func practice(_ context.Context, d *paper.Doc, m *Matter, _ Order) error {
	page := d.Page(false, Colours)
	r := d.Heading(page, "Practice sheet")
	y := r.Y
	if len(m.Hard) == 0 {
		d.Text(r.X, y, r.W, paper.Style{Size: 11}, "In the rehearsal no mark of this picture suffers from a heavy hand with little paint: begin with the first step.")
		return nil
	}
	all := card.Of(m.Lesson)
	y += d.Text(r.X, y, r.W, paper.Style{Size: 10.5}, "These are the marks that a heavy hand with little paint spoils most. Make each twenty times on newspaper first, then in the empty frame, then go to the canvas.") + 3
	wide := min(tryWide, (r.W-tryGap)/2)
	each := (r.Y + r.H - y - 10) / float64(len(m.Hard))
	cards := cardPrinter{d: d, m: m, scale: 1}
	for _, h := range m.Hard {
		cards.step, cards.card = h.Step, all[h.Step]
		top := y
		top += d.Text(r.X, top, r.W, paper.Style{Bold: true, Size: 11}, fmt.Sprintf("%d  %s", h.Step+1, all[h.Step].Brief)) + 1
		part := m.Canvas.Closeup(h.Step, wide)
		high := wide * float64(part.Dy()) / float64(part.Dx())
		target := paper.Rect{X: r.X, Y: top, W: wide, H: high}
		d.Box(d.Picture(target, m.Canvas.ShowPart(rehearse.Fresh, all[h.Step].End, part, paper.Pixels(wide))), 0.1)
		d.Box(paper.Rect{X: r.X + wide + tryGap, Y: top, W: wide, H: high}, 0.3)
		top += high + 2
		half := (r.W - tryGap) / 2
		left := cards.colours(half, &paper.Rect{X: r.X, Y: top, W: half})
		cards.rest(half, &paper.Rect{X: r.X + half + tryGap, Y: top, W: half}, 0)
		d.Text(r.X, top+left+1, half, paper.Style{Size: 8.5, Grey: true}, fmt.Sprintf("At true size; with a heavy hand and little paint it misses its colour by ΔE %.1f more.", h.Spoils))
		y += each
	}
	d.Check(r.X, r.Y+r.H-3, "Print at 100 %.")
	return nil
}
