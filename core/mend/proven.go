package mend

import (
	"context"
	"encoding/json"
	"reflect"
	"slices"
	"strings"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
)

// A proof finds what of the edits of a round does no harm, by the coarse canvases that they make.
type proof struct {
	m      *Mending
	l      *lesson.Lesson
	coarse *rehearse.Rehearsal // of l
	before judged
	tried  int
	most   int // canvases, roughly
}

// proven is what of several edits does no harm, by the coarse canvas that they make: all of
// them, or what is left without those that do.
func (m *Mending) proven(ctx context.Context, l *lesson.Lesson, coarse *rehearse.Rehearsal, edits lesson.All) (lesson.All, error) {
	if edits = m.inTime(l, slices.DeleteFunc(slices.Clone(edits), m.refused)); len(edits) == 0 {
		return nil, nil
	}
	before, err := m.lookAt(ctx, l, coarse)
	if err != nil {
		return nil, err
	}
	p := &proof{m: m, l: l, coarse: coarse, before: before, most: 2 * len(edits)}
	v, err := p.look(ctx, edits)
	for err == nil && !v.ok {
		more, moves := p.beside(ctx, v, edits)
		if len(more) == 0 {
			break
		}
		var with view
		if with, err = p.look(ctx, append(slices.Clone(edits), more...)); err != nil || !with.ok && len(with.harm) >= len(v.harm) {
			break
		}
		edits, v, m.moved = append(edits, more...), with, m.moved+moves
	}
	if err != nil || v.ok {
		return edits, err
	}
	return p.grow(ctx, nil, edits, &v)
}

// inTime are as many of several edits as a session has minutes for: what adds most is left out first.
func (m *Mending) inTime(l *lesson.Lesson, edits lesson.All) lesson.All {
	takes := func(e lesson.Edit) float64 {
		next, _, err := lesson.Apply(l, e)
		if err != nil {
			return 0
		}
		return next.ClassMinutes()
	}
	if m.longest == 0 { // nobody has set a bound
		return edits
	}
	alone := make([]float64, len(edits))
	for i, e := range edits {
		alone[i] = takes(e)
	}
	for len(edits) > 0 && takes(edits) > m.longest {
		most := slices.Index(alone, slices.Max(alone))
		edits, alone = slices.Delete(edits, most, most+1), slices.Delete(alone, most, most+1)
	}
	return edits
}

// A view is what some edits come to.
type view struct {
	next    *lesson.Lesson
	painted *rehearse.Rehearsal
	harm    []rule.Finding // stops and cautions that were not there before
	ok      bool           // they fit together, and do no harm
}

// look paints what some edits come to, and keeps the canvas where they do no harm.
func (p *proof) look(ctx context.Context, e lesson.All) (v view, err error) {
	if told, watched := ctx.Value(watch{}).(func(nth, of int)); watched && p.tried > 0 {
		told(p.tried, max(p.most, p.tried))
	}
	p.tried++
	if v.next, _, err = lesson.Apply(p.l, e); err != nil {
		return view{}, nil // they do not go together
	}
	if v.painted, err = rehearse.Again(ctx, p.coarse, v.next, p.coarse.Final.Cell, nil); err != nil {
		return v, err
	}
	after, err := p.m.lookAt(ctx, v.next, v.painted)
	if err != nil {
		return v, err
	}
	v.harm = after.harm(p.before)
	if v.ok = len(v.harm) == 0 && after.over <= p.before.over+overMore && (p.m.longest == 0 || v.next.ClassMinutes() <= p.m.longest); v.ok {
		p.m.coarse = v.painted // the next round goes on from what stays, and only from that
	}
	return v, nil
}

// grow adds what of edits does no harm to those that do none: all at once, or first those that
// have nothing to do with the harm, or by halves. One alone that does harm is tried with what
// mends the harm. known is what all of them come to, where that was looked at.
func (p *proof) grow(ctx context.Context, out, edits lesson.All, known *view) (lesson.All, error) {
	with := append(slices.Clone(out), edits...)
	if known == nil {
		v, err := p.look(ctx, with)
		if err != nil {
			return nil, err
		}
		known = &v
	}
	if known.ok {
		return with, nil
	}
	if len(edits) == 1 {
		if more, moves := p.beside(ctx, *known, edits); len(more) > 0 && len(more) == len(known.harm) {
			with = append(with, more...)
			if v, err := p.look(ctx, with); err != nil || v.ok {
				p.m.moved += moves
				return with, err
			}
		}
		p.m.refuse(edits[0])
		return out, ctx.Err()
	}
	first, second := p.apart(edits, known.harm)
	if len(first) == 0 || len(second) == 0 {
		first, second = edits[:len(edits)/2], edits[len(edits)/2:]
	}
	kept, err := p.grow(ctx, out, first, nil)
	if err != nil {
		return nil, err
	}
	if len(kept) != len(out)+len(first) {
		known = nil // not all of them stay
	}
	return p.grow(ctx, kept, second, known)
}

// mostBeside is how many new findings are mended beside the edits that bring them.
const mostBeside = 6

// beside are edits that mend the harm of a view that edits brought, in other steps than theirs, with
// by how much they make another picture; none where the harm is much. What nothing helps is left.
func (p *proof) beside(ctx context.Context, v view, edits lesson.All) (out lesson.All, moves float64) {
	if len(v.harm) == 0 || len(v.harm) > mostBeside {
		return nil, 0
	}
	var mine []lesson.Step
	for _, e := range edits {
		steps, _ := touches(p.l, e)
		mine = append(mine, steps...)
	}
	c := p.m.of(ctx, v.next, v.painted, nil)
	bench := NewBench(c)
	skip := func(i rule.Idea) bool {
		next, _, err := lesson.Apply(v.next, i.Edit)
		return err != nil || !c.Keeps(next) || slices.ContainsFunc(mine, func(s lesson.Step) bool {
			k, n := v.next.Step(s.ID), next.Step(s.ID)
			return k >= 0 && (n < 0 || k != n && len(next.Steps) == len(v.next.Steps) || !reflect.DeepEqual(next.Steps[n], v.next.Steps[k]))
		})
	}
	for _, f := range safe(v.next, v.harm) {
		if r, _ := rule.Find(f.Rule); r.Choice || r.Trade {
			continue // somebody else's to make
		}
		if cause(f.Rule) {
			idea, ok, err := bench.Quick(ctx, f, soonest(f, skip))
			if err != nil {
				return nil, 0
			}
			if ok {
				out = append(out, idea.Edit.Edit)
			}
			continue
		}
		f = rule.Offering(f, slices.DeleteFunc(slices.Clone(f.Ideas()), skip)...)
		r, err := bench.pick(ctx, f, mostMoves-p.m.moved-moves, func() {})
		if err != nil {
			return nil, 0
		}
		if r != nil {
			out, moves = append(out, r.Edit.Edit), moves+r.another(f)
		}
	}
	return out, moves
}

// apart parts edits into those that have nothing to do with some findings and those that may: they
// touch a step that a finding names, or one that uses its tool or its mixtures.
func (p *proof) apart(edits lesson.All, harm []rule.Finding) (others, suspects lesson.All) {
	steps, tools, mixtures := map[string]bool{}, map[string]bool{}, map[string]bool{}
	for _, f := range harm {
		for _, id := range f.Steps {
			i := p.l.Step(id)
			if i < 0 {
				continue
			}
			s := p.l.Steps[i]
			steps[id] = true
			if f.Rule == rule.DirtyBrush {
				tools[s.Tool] = true
			}
			for _, m := range s.Mixtures {
				mixtures[m] = true
			}
		}
	}
	for _, e := range edits {
		touched, mixed := touches(p.l, e)
		hit := slices.ContainsFunc(touched, func(s lesson.Step) bool { return steps[s.ID] || tools[s.Tool] }) ||
			slices.ContainsFunc(mixed, func(id string) bool { return mixtures[id] })
		if hit {
			suspects = append(suspects, e)
		} else {
			others = append(others, e)
		}
	}
	return others, suspects
}

// touches are the steps that an edit changes, moves, adds or takes out, and the mixtures that it
// changes.
func touches(l *lesson.Lesson, e lesson.Edit) (steps []lesson.Step, mixtures []string) {
	next, _, err := lesson.Apply(l, e)
	if err != nil {
		return nil, nil
	}
	shared := 0 // steps that both begin with
	for shared < min(len(l.Steps), len(next.Steps)) && reflect.DeepEqual(l.Steps[shared], next.Steps[shared]) {
		shared++
	}
	for i, s := range next.Steps {
		was := l.Step(s.ID)
		if was < 0 || !reflect.DeepEqual(s, l.Steps[was]) || i == shared && was != i {
			steps = append(steps, s)
		}
	}
	for _, m := range next.Mixtures {
		if was, ok := l.Mixture(m.ID); !ok || !reflect.DeepEqual(was, m) {
			mixtures = append(mixtures, m.ID)
		}
	}
	return steps, mixtures
}

// refuse remembers an edit that does harm, so that it is not tried in every round again.
func (m *Mending) refuse(e lesson.Edit) {
	if m.harms == nil {
		m.harms = map[string]bool{}
	}
	m.harms[written(e)] = true
}

func (m *Mending) refused(e lesson.Edit) bool { return m.harms[written(e)] }

// written is an edit as it is written in a file: the same for the same one.
func written(e lesson.Edit) string {
	text, err := json.Marshal(lesson.AnyEdit{Edit: e})
	if err != nil {
		panic(err) // all edits can be written
	}
	return string(text)
}

// A judged lesson is what the rules warn of on its coarse canvas, and how far what is farther runs
// over what is nearer.
type judged struct {
	open []rule.Finding
	over float64 // cm of edge
}

func (m *Mending) lookAt(ctx context.Context, l *lesson.Lesson, on *rehearse.Rehearsal) (judged, error) {
	list, err := rule.Warn(m.of(ctx, l, on, nil))
	j := judged{open: rule.Unaccepted(list)}
	for _, p := range on.Reports {
		j.over += p.Crossed.Edge
	}
	return j, err
}

// overMore is how much more of an edge may be run over before it is harm, cm: less than a rule
// speaks of.
const overMore = 0.5

// harm are the stops and cautions that were not there before. Minutes are left out: what mends the
// rest takes some, and they are mended last.
func (j judged) harm(before judged) (out []rule.Finding) {
	for _, f := range j.open {
		if !strings.HasPrefix(f.Rule, "time.") && !slices.ContainsFunc(before.open, f.SamePlace) {
			out = append(out, f)
		}
	}
	return out
}
