package mend

import (
	"cmp"
	"context"
	"math"
	"reflect"
	"slices"
	"sync"

	"proxenos/core/lesson"
	"proxenos/core/look"
	"proxenos/core/picture"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
)

// A Remedy is an idea that was tried on what its finding was measured on, and betters it.
type Remedy struct {
	rule.Idea
	Gone  bool     `json:"gone" doc:"whether the rule has nothing to say there any more"`
	After *float64 `json:"after,omitempty" doc:"the figure with it, measured as that of the finding; left out where there is nothing left to measure"`
	Bound float64  `json:"bound" doc:"the threshold with it: a longer step or a fuller load bears more; that of the finding where there is nothing left to measure"`
	Also  []string `json:"also" doc:"what else the rules would not say any more"`
	Come  []string `json:"come" doc:"what the rules would say anew, elsewhere"`
	Harms bool     `json:"harms" doc:"whether a stop or a caution is among that: it is never applied by itself"`
	Moves float64  `json:"moves" doc:"mean ΔE00 by which the picture changes, seen from two and a half metres"`
	Whole bool     `json:"whole" doc:"whether it is known what else it does: its figure is known first"`
}

// A Bench is where remedies of one lesson are tried: its canvases, and what the rules say of it.
// It is safe for use by several at once.
type Bench struct {
	c      *rule.Context
	coarse *rehearse.Rehearsal

	once  sync.Once
	said  []rule.Finding   // of the coarse canvas
	sight *picture.Picture // the coarse canvas from where one stands back
}

// NewBench makes a bench of what findings were measured on: the Rehearsal of c and, where they
// are another, its Trials.
func NewBench(c *rule.Context) *Bench {
	b := &Bench{c: c, coarse: c.Trials}
	if b.coarse == nil {
		b.coarse = c.Rehearsal
	}
	return b
}

// before is what the rules say of the coarse canvas as it is, and how that looks.
func (b *Bench) before(ctx context.Context) ([]rule.Finding, *picture.Picture, error) {
	b.once.Do(func() {
		c := b.c.Of(b.c.Lesson, b.coarse)
		c.Context = context.WithoutCancel(ctx) // for all that ask
		b.said, _ = rule.Check(c)
		b.sight = look.Sight(b.coarse)
	})
	return b.said, b.sight, ctx.Err()
}

// worthLeast is the share of what it laid that a step must still lay, to be mended: what lays
// nothing turns to no mud, and is no remedy.
const worthLeast = 0.5

// betterLeast is the share of a finding's excess that a remedy must take away to be one.
const betterLeast = 0.05

// A trial is an idea on its way to be a remedy.
type trial struct {
	next   *lesson.Lesson
	coarse *rehearse.Rehearsal // painted when it is first needed
	is     rule.Finding        // what is measured at the place of the finding
	there  bool                // whether there is anything to measure
	worth  bool                // whether its step still lays paint worth the name
}

// paint paints the coarse canvas of the changed lesson.
func (t *trial) paint(ctx context.Context, b *Bench) (err error) {
	if t.coarse == nil {
		t.coarse, err = rehearse.Again(ctx, b.coarse, t.next, b.coarse.Final.Cell, nil)
	}
	return err
}

// gone reports whether the rule is silent then.
func (t *trial) gone() bool { return t.worth && (!t.there || !t.is.Speaks()) }

// betters reports whether less is left of a finding.
func (t *trial) betters(f rule.Finding) bool {
	return t.gone() || t.worth && t.is.Unit == f.Unit && f.Excess()-t.is.Excess() >= betterLeast*f.Excess()
}

// measure applies an idea and measures a finding anew on what it was measured on; nil where the
// edit does not fit any more.
func (b *Bench) measure(ctx context.Context, f rule.Finding, idea rule.Idea) (*trial, error) {
	next, _, err := lesson.Apply(b.c.Lesson, idea.Edit)
	r, known := rule.Find(f.Rule)
	if err != nil || !known {
		return nil, nil
	}
	t := &trial{next: next, worth: true}
	on := b.c.Of(next, nil)
	on.Context = ctx
	switch r.On {
	case rule.Script:
	case rule.Reports:
		if on.Reports = b.reportsOf(next); on.Reports == nil {
			if err := t.paint(ctx, b); err != nil {
				return nil, err
			}
			on.Reports = t.coarse.Reports
		}
	case rule.Step:
		if t.worth, err = b.upTo(ctx, on, f); err != nil {
			return nil, err
		}
	default:
		if err := t.paint(ctx, b); err != nil {
			return nil, err
		}
		on.Rehearsal = t.coarse
	}
	t.is, t.there = rule.Measure(on, f)
	return t, nil
}

// remedy is what is known of an idea once it was measured.
func (t *trial) remedy(f rule.Finding, idea rule.Idea) Remedy {
	out := Remedy{Idea: idea, Gone: t.gone(), Bound: f.Threshold, Also: []string{}, Come: []string{}}
	if t.there {
		out.After, out.Bound = &t.is.Figure, t.is.Threshold
	}
	return out
}

// lookRound finds what else a remedy does.
func (b *Bench) lookRound(ctx context.Context, f rule.Finding, t *trial, out *Remedy) error {
	if err := t.paint(ctx, b); err != nil {
		return err
	}
	said, sight, err := b.before(ctx)
	if err != nil {
		return err
	}
	after := b.c.Of(t.next, t.coarse)
	after.Context = ctx
	list, err := rule.Check(after)
	if err != nil {
		return err
	}
	for _, g := range anew(said, list) {
		if g.SamePlace(f) {
			continue // that is what it leaves
		}
		out.Come = append(out.Come, g.Title+": "+g.Says)
		out.Harms = out.Harms || g.Severity != rule.Note
	}
	for _, g := range anew(list, said) {
		if !g.SamePlace(f) {
			out.Also = append(out.Also, g.Title+": "+g.Says)
		}
	}
	out.Moves = math.Round(100*look.Apart(sight, look.Sight(t.coarse))) / 100
	out.Whole = true
	return nil
}

// Quick finds which of some ideas helps against a finding, without a look at anything else: the first
// that takes it away, or else the one that leaves least of it; false where none betters it. It is meant
// for rules that are measured at a step, of which a trial takes a blink.
func (b *Bench) Quick(ctx context.Context, f rule.Finding, ideas []rule.Idea) (best rule.Idea, ok bool, err error) {
	least := math.Inf(1)
	for _, idea := range ideas {
		t, err := b.measure(ctx, f, idea)
		switch {
		case err != nil:
			return best, false, err
		case t == nil || !t.betters(f):
		case t.gone():
			return idea, true, nil
		case t.is.Excess() < least:
			best, ok, least = idea, true, t.is.Excess()
		}
	}
	return best, ok, nil
}

// soonest are the ideas of a finding but for those to be left out, those that take fewest minutes
// first, and of as many from the lightest hand on, as they are listed.
func soonest(f rule.Finding, skip func(rule.Idea) bool) []rule.Idea {
	out := slices.DeleteFunc(slices.Clone(f.Ideas()), skip)
	slices.SortStableFunc(out, func(a, b rule.Idea) int { return cmp.Compare(a.Minutes, b.Minutes) })
	return out
}

// reportsOf are the reports by which a changed lesson is judged, nil where they are others: recipes,
// tools, minutes and words may change, not what each step does.
func (b *Bench) reportsOf(next *lesson.Lesson) []rehearse.Report {
	reports := b.c.Reports
	if reports == nil && b.c.Rehearsal != nil {
		reports = b.c.Rehearsal.Reports
	}
	bare := func(s lesson.Step) lesson.Step {
		s.Tool, s.Minutes, s.Words, s.Note = "", 0, "", ""
		return s
	}
	if !slices.EqualFunc(b.c.Lesson.Steps, next.Steps, func(x, y lesson.Step) bool { return reflect.DeepEqual(bare(x), bare(y)) }) {
		return nil
	}
	return reports
}

// upTo paints a changed lesson up to the step of a finding on the canvas on which that was
// measured, for a context to look at; worth is false where the step hardly lays anything then.
func (b *Bench) upTo(ctx context.Context, on *rule.Context, f rule.Finding) (worth bool, err error) {
	id := f.Steps[0]
	i, was := on.Lesson.Step(id), b.c.Lesson.Step(id)
	on.Reports = make([]rehearse.Report, len(on.Lesson.Steps))
	if i < 0 {
		return true, nil
	}
	part, err := rehearse.Part(ctx, b.c.Rehearsal, on.Lesson, b.c.Rehearsal.Final.Cell, i+1, i+1, nil, nil)
	if err != nil {
		return false, err
	}
	copy(on.Reports, part.Reports)
	return part.Reports[i].Area >= worthLeast*b.c.Rehearsal.Reports[was].Area, nil
}
