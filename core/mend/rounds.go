package mend

import (
	"context"
	"maps"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
)

// rounds bounds how often a lesson is mended and looked at again, should remedies undo each
// other. It ends before that where nothing is left or nothing helps.
const rounds = 24

// mostLonger is how many times as long as its session, or as it is, mending may make a lesson: to clean
// tools takes minutes, and where the session has none left it says so at the end. Waits that take more
// are a person's choice.
const mostLonger = 1.1

// Own are the canvases of who mends alone: each goes on from the one before as far as the
// script is still the same. The zero value is ready for use.
type Own struct{ coarse, fine *rehearse.Rehearsal }

// Last are the canvases that were painted last; nil where there is none.
func (o *Own) Last() (coarse, fine *rehearse.Rehearsal) { return o.coarse, o.fine }

// Coarse paints a lesson on a coarse canvas.
func (o *Own) Coarse(ctx context.Context, l *lesson.Lesson) (*rehearse.Rehearsal, error) {
	return goOn(ctx, &o.coarse, l, rehearse.CoarseCell)
}

// Fine paints a lesson on a fine canvas.
func (o *Own) Fine(ctx context.Context, l *lesson.Lesson) (*rehearse.Rehearsal, error) {
	return goOn(ctx, &o.fine, l, rehearse.FineCell)
}

func goOn(ctx context.Context, last **rehearse.Rehearsal, l *lesson.Lesson, cell float64) (*rehearse.Rehearsal, error) {
	r, err := rehearse.Again(ctx, *last, l, cell, nil)
	if err == nil {
		*last = r
	}
	return r, err
}

// A Mending mends a lesson. The zero value mends one that somebody works on.
type Mending struct {
	// Accepts is for a lesson that nobody has worked on yet: what is a choice is chosen as well,
	// and work that must go on behind what stands nearer is accepted as on purpose. Without, only
	// what is safe is mended: no step is taken out, and what a round does is looked at before it
	// stays.
	Accepts bool
	// Asks has the cupboard, the runs and the classes that the rules ask, where it is not nil: what one of
	// them would say anew is harm as well.
	Asks *rule.Context
	// Told hears of every round before it, where it is not nil.
	Told func(round int)

	Own
	longest float64           // minutes that it may take at the pace of its class, 0 for any
	harms   map[string]bool   // edits that did harm, written
	vain    map[string]inVain // findings that nothing helped, by rule and place
	done    int               // rounds that changed something
	moved   float64           // by how much another picture was made of it, a mean ΔE00
}

// inVain is when remedies of a finding were tried in vain.
type inVain struct {
	figure float64 // of the finding
	done   int     // rounds that had changed something by then
}

// Mended is what became of a lesson.
type Mended struct {
	Lesson *lesson.Lesson
	Edit   lesson.All     // all that was done, nil for nothing
	Open   []rule.Finding // what is left, on the fine canvas
	Rounds int            // in which something was done
}

// Mend mends a lesson, round by round, until nothing is open or nothing helps. It fails only
// when the context ends or an edit does not fit, which is a mistake in the program.
func (m *Mending) Mend(ctx context.Context, l *lesson.Lesson) (Mended, error) {
	out := Mended{Lesson: l}
	m.longest = mostLonger * max(l.Session, l.ClassMinutes())
	for round := 1; ; round++ {
		if m.Told != nil {
			m.Told(round)
		}
		e, open, err := m.next(ctx, out.Lesson, round)
		out.Open = open
		if err != nil || len(e) == 0 {
			return out, err
		}
		if out.Lesson, _, err = lesson.Apply(out.Lesson, e); err != nil {
			return out, err
		}
		out.Edit = append(out.Edit, e...)
		m.done++
		out.Rounds++
	}
}

// of is a context of a lesson and its canvases; trials may be nil.
func (m *Mending) of(ctx context.Context, l *lesson.Lesson, on, trials *rehearse.Rehearsal) *rule.Context {
	asks := m.Asks
	if asks == nil {
		asks = &rule.Context{}
	}
	c := asks.Of(l, on)
	c.Context, c.Trials = ctx, trials
	return c
}

// next looks at the canvases of a lesson and finds the edit that brings it nearer to sound,
// empty when there is none or after too many rounds, and what is open before it. It looks
// at the coarse canvas first, and at the fine one only where the lesson is sound there.
func (m *Mending) next(ctx context.Context, l *lesson.Lesson, round int) (lesson.All, []rule.Finding, error) {
	coarse, err := m.Coarse(ctx, l)
	if err != nil {
		return nil, nil, err
	}
	e, open, err := m.improve(ctx, l, coarse, coarse, round)
	if err != nil || len(e) > 0 {
		return e, open, err
	}
	fine, err := m.Fine(ctx, l)
	if err != nil {
		return nil, nil, err
	}
	if e, open, err = m.improve(ctx, l, fine, coarse, round); err != nil || len(e) > 0 || !m.forget() {
		return e, open, err
	}
	return m.improve(ctx, l, fine, coarse, round)
}

const (
	fewOpen   = 4  // findings up to which each is mended with care, all its remedies tried
	lastBold  = 4  // round up to which more are mended at once, and what comes of all is looked at
	mostTried = 10 // remedies that are painted for one edit
	atOnce    = 5  // findings that are mended with care in a round
	mostPaint = 40 // remedies that are painted for them
)

func (m *Mending) improve(ctx context.Context, l *lesson.Lesson, r, trials *rehearse.Rehearsal, round int) (lesson.All, []rule.Finding, error) {
	c := m.of(ctx, l, r, trials)
	list, err := rule.Check(c)
	if err != nil {
		return nil, nil, err
	}
	open := rule.Unaccepted(list)
	if round > rounds {
		return nil, open, nil
	}
	if open, err = m.quick(c, open); err != nil {
		return nil, nil, err
	}
	if m.Accepts {
		return m.choose(c, open, round)
	}
	open = safe(l, open)
	left := rule.Unaccepted(list)
	// What goes wrong in paint and order is mended at once: much else comes right with it. How it looks
	// is mended with care, and minutes last.
	causes, _ := part(mendable(open), cause)
	if len(causes) > fewOpen && round <= lastBold {
		if e, err := m.proven(ctx, l, trials, Bold(c, open, round)); err != nil || len(e) > 0 {
			return e, left, err
		}
	}
	rest, over := part(slices.DeleteFunc(mendable(open), m.isInVain), func(id string) bool { return id != rule.Over })
	remedies, vain, err := best(c, rest, mostPaint, atOnce, max(0, mostMoves-m.moved))
	if err != nil {
		return nil, left, err
	}
	m.giveUp(vain)
	var edits lesson.All
	for _, one := range remedies {
		edits = append(edits, one.Edit.Edit)
	}
	e, err := m.proven(ctx, l, trials, edits)
	for _, one := range remedies {
		if !m.refused(one.Edit.Edit) {
			m.moved += one.another
		}
	}
	if err == nil && len(e) == 0 { // what helps brings something else: it is mended together with that
		e, err = m.proven(ctx, l, trials, Bold(c, causes, round))
	}
	if err != nil || len(e) > 0 || len(over) == 0 {
		return e, left, err
	}
	if e, err = Careful(c, over, mostTried); err == nil && len(e) == 0 {
		m.giveUp(over)
	}
	return e, left, err
}

// giveUp remembers findings that nothing helped: while their figures are the same, it is not tried
// again before all else is mended.
func (m *Mending) giveUp(vain []rule.Finding) {
	if m.vain == nil {
		m.vain = map[string]inVain{}
	}
	for _, f := range vain {
		m.vain[f.Rule+" "+f.Where] = inVain{f.Figure, m.done}
	}
}

// forget lets what was tried in vain be tried once more, where other things were mended since; it
// reports whether there is any.
func (m *Mending) forget() bool {
	tried := len(m.vain)
	maps.DeleteFunc(m.vain, func(_ string, v inVain) bool { return v.done < m.done })
	return len(m.vain) < tried
}

func (m *Mending) isInVain(f rule.Finding) bool {
	v, tried := m.vain[f.Rule+" "+f.Where]
	return tried && v.figure == f.Figure
}

// quick are the findings, those of wet paint with the one idea that helps on the canvas as it is
// now. Two are tried side by side.
func (m *Mending) quick(c *rule.Context, open []rule.Finding) ([]rule.Finding, error) {
	bench := NewBench(c)
	out := slices.Clone(open)
	err := sideBySide(len(open), func(i int) error {
		f := open[i]
		if r, _ := rule.Find(f.Rule); r.On != rule.Step || len(f.Ideas()) < 2 {
			return nil
		}
		ideas := f.Ideas() // whoever begins a lesson has all the time
		if !m.Accepts {
			ideas = soonest(f, func(i rule.Idea) bool { return m.refused(i.Edit.Edit) })
		}
		idea, ok, err := bench.Quick(c, f, ideas)
		if out[i] = rule.Offering(f); ok {
			out[i] = rule.Offering(f, idea)
		}
		return err
	})
	return out, err
}

// choose finds what mends a lesson that nobody has worked on yet.
func (m *Mending) choose(c *rule.Context, open []rule.Finding, round int) (lesson.All, []rule.Finding, error) {
	var e lesson.All
	left := slices.DeleteFunc(slices.Clone(open), func(f rule.Finding) bool { return f.Rule == rule.Over })
	if len(left) < len(open) { // nobody has planned its session yet: it is as long as it needs
		longer := lesson.SessionOf(c.Lesson)
		longer.Minutes = min(600, 5*math.Ceil(c.Lesson.ClassMinutes()/5))
		e = append(e, longer)
	}
	e = append(e, Bold(c, left, round)...)
	if len(e) == 0 || round >= acceptsAt { // what is left is a choice, not a fault
		if choices := accept(open); len(e) == 0 || len(choices) > 0 {
			e = choices
		}
	}
	if len(e) == 0 && c.Rehearsal != c.Trials && len(open) <= fewOpen { // and where choices remain on the fine canvas, one that harms nothing is made
		var err error
		if e, err = Choose(c, open, mostTried); err != nil {
			return nil, nil, err
		}
	}
	return e, open, nil
}

// safe are the findings with those of their ideas that take no step out: whoever wrote a
// step wants it.
func safe(l *lesson.Lesson, open []rule.Finding) []rule.Finding {
	out := slices.Clone(open)
	for i, f := range out {
		out[i] = rule.Offering(f, slices.DeleteFunc(slices.Clone(f.Ideas()), func(r rule.Idea) bool {
			next, _, err := lesson.Apply(l, r.Edit)
			return err != nil || slices.ContainsFunc(l.Steps, func(s lesson.Step) bool {
				return s.Technique != lesson.Wait && next.Step(s.ID) < 0
			})
		})...)
	}
	return out
}

// acceptsAt is the round from which on what is a choice is accepted even where something else is
// still being mended.
const acceptsAt = 6

// accept lists what is hidden later as on purpose: from back to front something always
// goes behind something, and the shapes overlap so that no gap shows.
func accept(open []rule.Finding) (all lesson.All) {
	for _, f := range open {
		if f.Rule == rule.HiddenWork && f.Figure <= mostHidden {
			all = append(all, lesson.Accept{Finding: lesson.OnPurpose{Rule: f.Rule, Where: f.Where, Reason: "It must go on behind what stands before it, or gaps show."}})
		}
	}
	return all
}

// mostHidden is the percent of a step's work that may be hidden on purpose.
const mostHidden = 80
