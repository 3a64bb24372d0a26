package handout

import (
	"context"
	"fmt"
	"strings"

	"proxenos/core/card"
	"proxenos/core/film"
	"proxenos/core/rehearse"
	"proxenos/export/paper"
)

const (
	cardGap  = 5.0  // mm between cards, to cut through
	cardRim  = 3.0  // mm inside a card
	closeMm  = 40.0 // of the canvas that a close-up shows
	leastPic = 40.0 // mm that the picture of a card is high at least
)

// cards lays the step cards out, four or two on a sheet, each read from the top.
func cards(ctx context.Context, d *paper.Doc, m *Matter, o Order) error {
	cols := 2
	if o.Two || o.Large {
		cols = 1
	}
	rows := 2
	var page paper.Rect
	for i, c := range card.Of(m.Lesson) {
		if err := ctx.Err(); err != nil {
			return err
		}
		at := i % (cols * rows)
		if at == 0 {
			page = d.Page(false, Colours)
		}
		w, h := (page.W-cardGap*float64(cols-1))/float64(cols), (page.H-cardGap*float64(rows-1))/float64(rows)
		r := paper.Rect{X: page.X + float64(at%cols)*(w+cardGap), Y: page.Y + float64(at/cols)*(h+cardGap), W: w, H: h}
		d.Box(r, 0.15)
		k := cardPrinter{d, m, i, c, o, 1}
		if cols == 1 {
			k.wide(r.In(cardRim))
		} else {
			k.narrow(r.In(cardRim))
		}
	}
	return nil
}

// A cardPrinter prints one card. Where there is much to say, its letters are smaller.
type cardPrinter struct {
	d     *paper.Doc
	m     *Matter
	step  int
	card  card.Card
	order Order
	scale float64
}

func (k *cardPrinter) style(size float64) paper.Style { return paper.Style{Size: size * k.scale} }

// Letters are larger where there is little to say, as long as the picture keeps its size, and
// smaller where there is much.
var (
	larger  = []float64{1.12}
	smaller = []float64{1, 0.93, 0.86, 0.8}
)

// fit chooses the size of the letters: the largest that leaves enough room.
func (k *cardPrinter) fit(room func() float64, want, least float64) {
	for _, k.scale = range larger {
		if room() >= want {
			return
		}
	}
	for _, k.scale = range smaller {
		if room() >= least {
			return
		}
	}
}

// narrow prints a card that is higher than wide: the picture over all the rest.
func (k *cardPrinter) narrow(r paper.Rect) {
	want := min(r.W*k.m.Lesson.Support.Height/k.m.Lesson.Support.Width, 0.55*r.H)
	k.fit(func() float64 { return r.H - k.headHigh(r.W) - k.below(r.W, nil) - 2 }, want, leastPic)
	y := r.Y + k.head(r)
	pic := paper.Rect{X: r.X, Y: y, W: r.W, H: min(want, r.Y+r.H-y-k.below(r.W, nil)-2)}
	k.picture(pic)
	k.below(r.W, &paper.Rect{X: r.X, Y: pic.Y + pic.H + 2, W: r.W})
}

// wide prints a card that is wider than high: the picture beside the rest.
func (k *cardPrinter) wide(r paper.Rect) {
	left := paper.Rect{X: r.X, Y: r.Y, W: 0.56 * r.W, H: r.H}
	right := paper.Rect{X: r.X + left.W + 5, Y: r.Y, W: r.W - left.W - 5, H: r.H}
	k.fit(func() float64 { return right.H - k.headHigh(right.W) - k.aside(right.W, nil) }, 0, 0)
	y := right.Y + k.head(right)
	k.aside(right.W, &paper.Rect{X: right.X, Y: y, W: right.W})
	pic := left
	pic.H = min(left.H, left.W*k.m.Lesson.Support.Height/k.m.Lesson.Support.Width)
	if rest := left.H - pic.H - 4; k.card.Marks && rest < closeHigh(left.W*0.45) {
		pic.H = max(leastPic, left.H-4-closeHigh(left.W*0.45))
	}
	pic.W = min(pic.W, pic.H*k.m.Lesson.Support.Width/k.m.Lesson.Support.Height)
	at := k.picture(pic)
	if k.card.Marks {
		k.closeUp(paper.Rect{X: left.X, Y: at.Y + at.H + 3, W: left.W * 0.6, H: left.Y + left.H - at.Y - at.H - 3})
	}
}

func closeHigh(w float64) float64 { return w * 0.75 }

// headHigh is how high the head of a card is.
func (k *cardPrinter) headHigh(w float64) float64 {
	d := k.d
	return d.LineHigh(paper.Style{Head: true, Size: 15 * k.scale}) + d.High(w, k.brief(), k.card.Brief) + 2
}

func (k *cardPrinter) brief() paper.Style { return paper.Style{Bold: true, Size: 9.5 * k.scale} }

// head prints the number, where it is painted, how long it takes, and what is done.
func (k *cardPrinter) head(r paper.Rect) float64 {
	d, c := k.d, k.card
	number := paper.Style{Head: true, Size: 15 * k.scale}
	d.Line(r.X, r.Y, number, fmt.Sprint(c.Number))
	where := c.Plane
	if c.Stage != "" {
		where = strings.TrimSuffix(c.Stage+", "+c.Plane, ", ")
	}
	small := k.style(8.5)
	minutes := fmt.Sprintf("%.3g min", c.Minutes)
	down := d.LineHigh(number) - d.LineHigh(small) - 0.4
	d.Line(r.X+r.W-d.Width(small, minutes), r.Y+down, small, minutes)
	at := r.X + d.Width(number, fmt.Sprint(c.Number)) + 3
	d.Fitting(at, r.Y+down, r.X+r.W-d.Width(small, minutes)-3-at, small, where)
	y := d.LineHigh(number)
	return y + d.Text(r.X, r.Y+y, r.W, k.brief(), c.Brief) + 2
}

// picture draws the canvas to aim for, with what is new clear.
func (k *cardPrinter) picture(r paper.Rect) paper.Rect {
	view := rehearse.Fresh
	if !k.card.Marks { // a blot changes little that is seen: its place must not fade
		view = film.Paint
	}
	at := k.m.framed(k.d, r, view, k.card.End)
	k.d.Box(at, 0.1)
	return at
}

// closeUp draws the mark from near, in the upper left of a rectangle.
func (k *cardPrinter) closeUp(r paper.Rect) {
	part := k.m.Canvas.Closeup(k.step, closeMm)
	at := paper.Fit(r, float64(part.Dx()), float64(part.Dy()))
	at.X, at.Y = r.X, r.Y
	img := k.m.Canvas.At(k.card.End).ShowPart(film.Paint, part, paper.Pixels(at.W))
	k.d.Box(k.d.Picture(at, img), 0.1)
}

// below prints what stands below the picture of a narrow card: colours at the left, the mark
// from near at the right, tool and words under them. Without a place it only says how high it is.
func (k *cardPrinter) below(w float64, at *paper.Rect) float64 {
	left, near := w, 0.0
	if k.card.Marks {
		near = 0.36 * w
		left = w - near - 3
	}
	colours := k.colours(left, at)
	high := max(colours, closeHigh(near))
	if at != nil && k.card.Marks {
		k.closeUp(paper.Rect{X: at.X + left + 3, Y: at.Y, W: near, H: closeHigh(near)})
	}
	return high + k.rest(w, at, high)
}

// aside prints what stands beside the picture of a wide card.
func (k *cardPrinter) aside(w float64, at *paper.Rect) float64 {
	high := k.colours(w, at)
	return high + k.rest(w, at, high)
}

// rest prints tool and words, from some height on.
func (k *cardPrinter) rest(w float64, at *paper.Rect, from float64) float64 {
	high := 1.0
	if k.card.Tool != nil {
		var place *paper.Rect
		if at != nil {
			place = &paper.Rect{X: at.X, Y: at.Y + from + high, W: w}
		}
		high += k.tool(w, place) + 1.5
	}
	words := k.d.Units.Text(k.words())
	s := k.style(8.5)
	if at != nil {
		k.d.Text(at.X, at.Y+from+high, w, s, words)
	}
	return high + k.d.High(w, s, words)
}

// words are what the student is told; the step as a sentence where nobody has written any.
func (k *cardPrinter) words() string {
	if k.card.Words != "" {
		return k.card.Words
	}
	return k.card.Sentence
}

// colours prints what is on the tool, with recipes in parts.
func (k *cardPrinter) colours(w float64, at *paper.Rect) float64 {
	d := k.d
	const patch = 9.0
	name, recipe := paper.Style{Bold: true, Size: 8.5 * k.scale}, k.style(8)
	y := 0.0
	for _, c := range k.card.Colours {
		high := max(7, d.High(w-patch-2, name, c.Name)+d.High(w-patch-2, recipe, c.Recipe()))
		if at != nil {
			d.Fill(paper.Rect{X: at.X, Y: at.Y + y, W: patch, H: high - 0.6}, hex(c.Colour))
			down := d.Text(at.X+patch+2, at.Y+y, w-patch-2, name, c.Name)
			d.Text(at.X+patch+2, at.Y+y+down, w-patch-2, recipe, c.Recipe())
		}
		y += high + 1
	}
	return y
}

// tool draws the tool at true width, with its name and what is done to it.
func (k *cardPrinter) tool(w float64, at *paper.Rect) float64 {
	d, t := k.d, k.card.Tool
	text := d.Units.Text(t.Name) + ", " + t.Care
	s := k.style(8.5)
	shown := min(t.Width, w)
	if t.Width > w {
		text += ", wider than this card"
	}
	beside := shown+3+30 <= w
	room := w
	if beside {
		room = w - shown - 3
	}
	words := d.High(room, s, text)
	if at != nil {
		drawTool(d, t.Kind, at.X, at.Y, shown)
		if beside {
			d.Text(at.X+shown+3, at.Y+max(0, (toolHigh-words)/2), room, s, text)
		} else {
			d.Text(at.X, at.Y+toolHigh+0.5, room, s, text)
		}
	}
	if beside {
		return max(toolHigh, words)
	}
	return toolHigh + 0.5 + words
}
