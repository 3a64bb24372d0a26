package rehearse

import (
	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/mark"
)

// clock is the film's minute at a minute of the script within step i: the days of
// drying before it count too.
func (r *Rehearsal) clock(i int, minute float64) float64 {
	for _, s := range r.Lesson.Steps[:i] {
		minute += s.Days * 24 * 60
	}
	return minute
}

// latest is the last step whose moment is as asked for, 0 for none.
func (r *Rehearsal) latest(fits func(lesson.Moment) bool) int {
	for i := len(r.times) - 1; i > 0; i-- {
		if fits(r.times[i]) {
			return i
		}
	}
	return 0
}

// ends is the minute at which all has ended.
func (r *Rehearsal) ends() float64 {
	var end float64
	for _, m := range r.times {
		end = max(end, m.End)
	}
	return end
}

// At returns the canvas at a minute, also within a step; before 0 it is the bare
// canvas and after the end the finished one. The film must only be read.
func (r *Rehearsal) At(minute float64) *film.Film {
	l := r.Lesson
	if len(l.Steps) == 0 {
		return r.Final
	}
	if minute <= 0 {
		return r.stages[0].film // which is always kept
	}
	if l.Steps[len(l.Steps)-1].Technique == lesson.Dry && minute >= r.times[len(l.Steps)-1].Start {
		return r.Final
	}
	if minute >= r.ends() {
		return r.Final
	}
	i := r.latest(func(m lesson.Moment) bool { return m.Start <= minute })
	r.mu.Lock()
	defer r.mu.Unlock()
	if minute == r.times[i].Start { // nothing of the step is done: its strokes need not be planned
		f, _ := r.found(i)
		f.At(r.clock(i, minute))
		return f
	}
	c := &r.cursor
	if c.st == nil || c.step != i {
		*c = cursor{step: i, st: r.planned(i)}
	}
	st := c.st
	n := len(st.plan.Strokes)
	upto := min(n, int(float64(n)*(minute-r.times[i].Start)/l.Steps[i].Minutes))
	if c.film == nil || c.stroke > upto {
		f, tools := r.found(i)
		*c = cursor{step: i, st: st, film: f}
		if n > 0 {
			c.brush = r.pick(l.Steps[i], tools[l.Steps[i].Tool], f)
			_, _ = clean(l.Steps[i], r.manner(i), c.brush, f)
			c.rng = r.hand(i, st, c.brush, f).Rng
		}
	}
	if n > 0 {
		h := r.hand(i, st, c.brush, c.film)
		h.Rng = c.rng
		var ignore Report
		for ; c.stroke < upto; c.stroke++ {
			r.stroke(h, i, st, c.stroke, nil, &ignore)
		}
	}
	c.film.At(r.clock(i, minute))
	return c.film.Snapshot()
}

// found is the canvas as step i finds it, to be painted on, and the tools.
func (r *Rehearsal) found(i int) (*film.Film, map[string]*mark.Brush) {
	before, tools := r.before(i)
	f := before.Snapshot()
	r.begin(i, f, nil)
	if acrylic := r.acrylicBefore(i); acrylic != nil {
		f.Harden(acrylic)
	}
	return f, tools
}
