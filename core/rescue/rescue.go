package rescue

import (
	"cmp"
	"context"
	"fmt"
	"image"
	"math"
	"slices"

	"proxenos/core/fault"
	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
)

// Asked is what somebody has a hand up for, and when.
type Asked struct {
	Step    int     // which step, from 0
	Trouble Trouble // what went wrong
	Behind  float64 // minutes that the class is behind: what lies below has set that much more
	Left    float64 // minutes that may be spent on it
	Pace    float64 // minutes of this class for one of the script; 0 stands for 1
}

// Advice answers a hand that is up.
type Advice struct {
	Step    int     `json:"step"`
	Trouble Trouble `json:"trouble"`
	How     string  `json:"how" doc:"how it came about on the simulated canvas"`
	Says    string  `json:"says" doc:"what to do, in one sentence"`
	Helps   bool    `json:"helps" doc:"whether it brings most of it back in the minutes that are left"`
	Lost    float64 `json:"lost" doc:"ΔE00 that the trouble costs, on average over the patches where one sees it"`
	Area    float64 `json:"area" doc:"cm² on which one sees it"`
	Tried   []Tried `json:"tried" doc:"what was tried, the best first"`
}

// Tried is a remedy that was tried.
type Tried struct {
	Says    string  `json:"says"`
	Minutes float64 `json:"minutes" doc:"at the pace of the class"`
	Back    float64 `json:"back" doc:"share of what was lost that comes back; below 0 where it makes it worse"`
	Left    float64 `json:"left" doc:"ΔE00 that is left, on average over the same patches"`
	Fits    bool    `json:"fits" doc:"whether there are the minutes for it"`
}

// A Rescue is a card with the canvases that it was measured on.
type Rescue struct {
	Advice
	before, after *film.Film // as it went wrong; with the first remedy
	at            image.Point
}

// What counts.
const (
	patchSide  = 6.0  // mm: what an eye across the room sees as one colour
	seenFrom   = 1.0  // ΔE00 that nobody sees there
	countsFrom = 2.0  // ΔE00 from which a patch counts as spoiled
	leastArea  = 1.0  // cm² below which nothing is lost that one sees
	plainFrom  = 4.0  // ΔE00 from which one sees plainly what went wrong,
	plainArea  = 12.0 // on so many cm²,
	plainShare = 0.35 // or on such a share of what the step paints
	mends      = 0.7  // share that must come back for a remedy to be said to mend it
	helps      = 0.35 // and to be said to help
	alike      = 0.05 // by which the shares of two remedies must differ for the slower one to come first
	thickFrom  = 20.0 // µm beyond what was meant that nobody minds
	thickPer   = 8.0  // µm beyond that which count as much as one ΔE00
	hiddenFrom = 0.6  // share that later steps cover from which it is left
	lateLeast  = 3.0  // minutes behind from which the canvas is let set
	lateMost   = 240.0
)

// For reproduces a trouble on a lesson's canvas and tries what helps. r is the rehearsal of the
// lesson, on the cells on which it is tried. It fails where the step lays no paint.
func For(ctx context.Context, r *rehearse.Rehearsal, a Asked) (*Rescue, error) {
	l := r.Lesson
	if a.Step < 0 || a.Step >= len(l.Steps) {
		return nil, fmt.Errorf("step is %d: give 0 to %d", a.Step, len(l.Steps)-1)
	}
	k := a.Trouble.kind()
	if k < 0 {
		return nil, fmt.Errorf("trouble is %q: use one of those that are offered", a.Trouble)
	}
	if s := l.Steps[a.Step]; !s.Technique.Marks() || len(s.Mixtures) == 0 {
		return nil, fmt.Errorf("step %d lays no paint: name the one that went wrong", a.Step+1)
	}
	w := &work{asked: a, first: r, lesson: l, step: a.Step}
	w.late(min(a.Behind, lateMost))
	if err := w.plant(ctx, troubles[k]); err != nil {
		return nil, err
	}
	out := &Rescue{Advice: Advice{Step: a.Step, Trouble: a.Trouble, How: w.wrong.how, Tried: []Tried{}}, before: w.wrong.canvas.Final, after: w.wrong.canvas.Final}
	out.Lost, out.Area, out.at = w.seen()
	if out.Area < leastArea {
		out.Says, out.Helps = "Go on: from two metres nobody sees it.", true
		return out, nil
	}
	films, err := w.tryAll(ctx, troubles[k].tries, out)
	if err != nil {
		return nil, err
	}
	out.say(r, films)
	return out, nil
}

// tryAll tries remedies side by side and adds them to the card, the best first; it returns the
// canvases that they leave, in that order.
func (w *work) tryAll(ctx context.Context, tries []try, out *Rescue) ([]*film.Film, error) {
	where := w.where()
	spoiled := 0.0
	for _, in := range where.in {
		if in {
			spoiled += where.side * where.side / 100
		}
	}
	p := place{lesson: w.lesson, step: w.lesson.Steps[w.step], below: w.first.Reports[w.asked.Step].Over, over: w.over(), share: func(s lesson.Step) float64 {
		i := w.first.Lesson.Step(s.ID)
		if i < 0 {
			return 1
		}
		return min(1, spoiled/max(1, w.first.Reports[i].Area))
	}}
	lost := w.sum(w.wrong.bad)
	type tried struct {
		Tried
		film *film.Film
		err  error
	}
	var all []*tried
	var group fault.Group
	for _, t := range tries {
		if c, ok := t.course(p); ok {
			one := &tried{}
			all = append(all, one)
			group.Go(func() { one.Tried, one.film, one.err = w.carry(ctx, c, where, lost, out.Lost) })
		}
	}
	group.Wait()
	for _, t := range all {
		if t.err != nil {
			return nil, t.err
		}
	}
	slices.SortStableFunc(all, func(a, b *tried) int { return a.compare(b.Tried) })
	var films []*film.Film
	for _, t := range all {
		out.Tried, films = append(out.Tried, t.Tried), append(films, t.film)
	}
	return films, nil
}

// compare puts what there are the minutes for first, then what brings back more; of what is
// alike, the quicker.
func (a Tried) compare(b Tried) int {
	switch {
	case a.Fits != b.Fits && a.Fits:
		return -1
	case a.Fits != b.Fits:
		return 1
	}
	return cmp.Or(cmp.Compare(math.Round(b.Back/alike), math.Round(a.Back/alike)), cmp.Compare(a.Minutes, b.Minutes))
}

// carry carries a course out on the spoiled canvas, where it is spoiled alone, and measures what
// comes back.
func (w *work) carry(ctx context.Context, c course, where spot, lost, mean float64) (Tried, *film.Film, error) {
	from := w.wrong.upto
	next := with(w.wrong.lesson, from, c.acts...)
	only := func(i int) rehearse.Manner {
		if i < from {
			return rehearse.Manner{}
		}
		if only := c.acts[i-from].only; only != nil {
			return rehearse.Manner{Only: *only, Like: c.acts[i-from].like}
		}
		return rehearse.Manner{Only: where, Like: c.acts[i-from].like}
	}
	n, err := rehearse.Part(ctx, w.wrong.canvas, next, w.right.Cell, from, from+len(c.acts), only, nil)
	if err != nil {
		return Tried{}, nil, err
	}
	pace := cmp.Or(w.asked.Pace, 1)
	var minutes float64
	for _, a := range c.acts {
		if a.Technique.Idle() || a.Technique == lesson.Blot { // time goes alike for everybody
			minutes += a.Minutes
		} else {
			minutes += pace * a.Minutes
		}
	}
	minutes = math.Round(2*minutes) / 2
	back := 1 - w.sum(n.Final.Patches(patchSide))/lost
	return Tried{Says: c.says, Minutes: minutes, Back: round2(back), Left: round2(seenFrom + (mean-seenFrom)*(1-back)), Fits: minutes <= w.asked.Left+1e-9}, n.Final, nil
}

func round2(v float64) float64 { return math.Round(100*v) / 100 }

// say writes the sentence of the card, by the figures.
func (out *Rescue) say(r *rehearse.Rehearsal, films []*film.Film) {
	hidden := r.Reports[out.Step].Hidden
	if len(out.Tried) > 0 {
		best := out.Tried[0]
		if best.Fits && best.Back >= helps {
			out.after, out.Helps = films[0], best.Back >= mends
			much := fmt.Sprintf("%.0f %% of it comes back", 100*best.Back)
			if !out.Helps && hidden >= hiddenFrom {
				much += ", and later steps cover most of the rest"
			}
			out.Says = fmt.Sprintf("%s: %g min, %s.", best.Says, best.Minutes, much)
			return
		}
	}
	out.Says = "In the minutes that are left nothing brings it back."
	if hidden >= hiddenFrom {
		out.Says += fmt.Sprintf(" Leave it: later steps cover %.0f %% of it.", 100*hidden)
		return
	}
	out.Says += " Leave it, go on with the class, and correct it when it is dry."
}

// Show draws the worst place as it went wrong and with the first remedy, side mm wide in a
// picture so many pixels wide. They are the same where nothing helps.
func (out *Rescue) Show(side float64, width int) (before, after *image.RGBA) {
	half := max(1, int(side/out.before.Cell/2))
	x := min(max(half, out.at.X), max(half, out.before.W-half))
	y := min(max(half, out.at.Y), max(half, out.before.H-half))
	part := image.Rect(x-half, y-half, x+half, y+half)
	return out.before.ShowPart(film.Paint, part, width), out.after.ShowPart(film.Paint, part, width)
}
