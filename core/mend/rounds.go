package mend

import (
	"context"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
)

// rounds bounds how often a lesson is mended and looked at again, should remedies undo each
// other. It ends before that where nothing is left or nothing helps.
const rounds = 24

// Canvases paint a lesson that is being mended.
type Canvases interface {
	Coarse(context.Context, *lesson.Lesson) (*rehearse.Rehearsal, error) // at [rehearse.CoarseCell]
	Fine(context.Context, *lesson.Lesson) (*rehearse.Rehearsal, error)   // at [rehearse.FineCell]
}

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

// Next looks at the canvases of a lesson and finds the edit that brings it nearer to sound,
// empty when there is none or after too many rounds, and what is open before it. It looks
// at the coarse canvas first, and at the fine one only where the lesson is sound there. With
// accepts, for a lesson that nobody has worked on yet, work that must go on behind what
// stands nearer is accepted as on purpose; without, remedies are tried one by one where few
// findings are open, so that nothing is mended at the cost of something else.
func Next(ctx context.Context, l *lesson.Lesson, round int, accepts bool, on Canvases) (lesson.All, []rule.Finding, error) {
	coarse, err := on.Coarse(ctx, l)
	if err != nil {
		return nil, nil, err
	}
	e, open, err := improve(ctx, l, coarse, coarse, round, accepts)
	if err != nil || len(e) > 0 {
		return e, open, err
	}
	fine, err := on.Fine(ctx, l)
	if err != nil {
		return nil, nil, err
	}
	return improve(ctx, l, fine, coarse, round, accepts)
}

const (
	fewOpen   = 4  // findings from which on remedies are tried one by one
	mostTried = 10 // remedies that are painted in a round
	lastBold  = 4  // round up to which remedies are also applied untried
)

func improve(ctx context.Context, l *lesson.Lesson, r, trials *rehearse.Rehearsal, round int, accepts bool) (lesson.All, []rule.Finding, error) {
	c := &rule.Context{Context: ctx, Lesson: l, Rehearsal: r, Trials: trials}
	list, err := rule.Check(c)
	if err != nil {
		return nil, nil, err
	}
	open := rule.Unaccepted(list)
	if round > rounds {
		return nil, open, nil
	}
	if !accepts && len(open) <= fewOpen { // few enough that every remedy can be tried
		e, err := Careful(ctx, l, r, trials, open, mostTried)
		if err != nil || len(e) > 0 || round > lastBold { // then no remedy mends what is left without harm
			return e, open, err
		}
	}
	var e lesson.All
	left := open
	if accepts { // nobody has planned the session of such a lesson yet: it is as long as it needs
		left = slices.DeleteFunc(slices.Clone(open), func(f rule.Finding) bool { return f.Rule == rule.Over })
		if len(left) < len(open) {
			longer := lesson.SessionOf(l)
			longer.Minutes = min(600, 5*math.Ceil(l.ClassMinutes()/5))
			e = append(e, longer)
		}
	}
	e = append(e, Bold(c, left, round)...)
	if accepts && (len(e) == 0 || round >= acceptsAt) { // what is left is a choice, not a fault
		if choices := accept(open); len(e) == 0 || len(choices) > 0 {
			e = choices
		}
	}
	if accepts && len(e) == 0 && r != trials && len(open) <= fewOpen { // and where choices remain on the fine canvas, one that harms nothing is made
		if e, err = Choose(ctx, l, r, trials, open, mostTried); err != nil {
			return nil, nil, err
		}
	}
	return e, open, nil
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
