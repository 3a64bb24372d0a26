package score

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"slices"
	"strings"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
)

// A Fitting says how a script can be brought into so many minutes.
type Fitting struct {
	Target  float64  `json:"target" doc:"minutes to fit into"`
	Now     float64  `json:"now" doc:"minutes of the script at the pace of the class"`
	Choices []Choice `json:"choices" doc:"what fits, the one that changes the picture least first"`
	Says    string   `json:"says"`
}

// A Choice is one way to fit.
type Choice struct {
	Name    string         `json:"name"`
	Edit    lesson.AnyEdit `json:"edit"`
	Minutes float64        `json:"minutes" doc:"of the script with it, at the pace of the class"`
	Fits    bool           `json:"fits"`
	Cuts    []Cut          `json:"cuts" doc:"what is done to which step"`
	Loss    float64        `json:"loss" doc:"estimated mean ΔE00 by which the picture changes"`
	Differs float64        `json:"differs" doc:"the same measured on the painted canvas; -1 where it was not painted"`
}

// A Cut is what is done to one step.
type Cut struct {
	Step  string  `json:"step"`
	Says  string  `json:"says"`
	Saves float64 `json:"saves" doc:"minutes"`
	Loss  float64 `json:"loss" doc:"estimated mean ΔE00 by which the picture changes"`
}

// A cut that may be taken, with its edit and what it is thought to cost.
type option struct {
	Cut
	edit   lesson.Edit
	weight float64
}

const (
	shortenTo  = 0.6  // share of its minutes that a step keeps at least
	pauseLeast = 1.0  // minutes of a stand-back that is shortened
	blotLeast  = 3.0  // minutes a towel lies at least
	blotLoss   = 0.01 // what a minute less under the towel is thought to cost, ΔE00
)

// ways are the kinds of cutting that are offered.
var ways = []struct {
	name                string
	shorten, drop, rest bool
}{
	{"shorten some, leave out some", true, true, true},
	{"keep every step", true, false, true},
	{"leave out steps", false, true, true},
}

// Fit finds what to shorten and what to leave out so that the script takes at most target
// minutes: the least loss of picture for the minutes that are needed, of what the picture
// does not need most. r is the rehearsal of the lesson; order, if not nil, is a better
// order that may come first.
func Fit(ctx context.Context, l *lesson.Lesson, r *rehearse.Rehearsal, order *Proposal, target float64) (*Fitting, error) {
	return FitRest(ctx, l, r, order, func(int) bool { return true }, target)
}

// FitRest is [Fit] of what is left of a script that is being taught: only steps that are open may
// be shortened or left out.
func FitRest(ctx context.Context, l *lesson.Lesson, r *rehearse.Rehearsal, order *Proposal, open func(i int) bool, target float64) (*Fitting, error) {
	f := &Fitting{Target: target, Now: l.ClassMinutes(), Choices: []Choice{}}
	if f.Now <= target {
		f.Says = fmt.Sprintf("It takes %g minutes and fits as it is.", f.Now)
		return f, nil
	}
	missed := map[string]float64{}
	for i, m := range r.Missed() {
		missed[r.Lesson.Steps[i].ID] = m
	}
	if order != nil && order.Better {
		if c, ok := reordered(l, missed, order, target); ok {
			f.Choices = append(f.Choices, c)
		}
	}
	for _, w := range ways {
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		c, ok := choose(l, missed, open, target, w.shorten, w.drop, w.rest)
		if !ok || slices.ContainsFunc(f.Choices, func(o Choice) bool { return same(o, c) }) {
			continue
		}
		c.Name = w.name
		f.Choices = append(f.Choices, c)
	}
	slices.SortStableFunc(f.Choices, func(a, b Choice) int { return cmp.Or(better(a, b), cmp.Compare(a.Loss, b.Loss)) })
	f.Says = fmt.Sprintf("It takes %g minutes, %g too many.", f.Now, math.Round((f.Now-target)*10)/10)
	if len(f.Choices) == 0 || !f.Choices[0].Fits {
		f.Says += " Shortening and leaving out what may be left out do not suffice: mark fewer steps as needed, or make the session longer."
	}
	return f, nil
}

// better puts what fits before what does not.
func better(a, b Choice) int {
	switch {
	case a.Fits == b.Fits:
		return 0
	case a.Fits:
		return -1
	}
	return 1
}

// Paint measures what each choice changes on a coarse canvas. before is such a canvas of
// the lesson as it is. What changes the picture least comes first.
func (f *Fitting) Paint(ctx context.Context, l *lesson.Lesson, before *rehearse.Rehearsal) error {
	for k := range f.Choices {
		next, _, err := f.Choices[k].Edit.Apply(l)
		if err != nil {
			return err
		}
		after, err := rehearse.Again(ctx, before, next, before.Final.Cell, nil)
		if err != nil {
			return err
		}
		f.Choices[k].Differs = math.Round(100*before.Differs(after)) / 100
	}
	slices.SortStableFunc(f.Choices, func(a, b Choice) int { return cmp.Or(better(a, b), cmp.Compare(a.Differs, b.Differs)) })
	return nil
}

// reordered fits a script after its order was made better.
func reordered(l *lesson.Lesson, missed map[string]float64, order *Proposal, target float64) (Choice, bool) {
	next, _, err := lesson.Apply(l, order.Edit.Edit)
	if err != nil {
		return Choice{}, false
	}
	c := Choice{Name: "a better order", Edit: order.Edit, Minutes: next.ClassMinutes(), Differs: -1}
	first := []Cut{{Says: order.Says, Saves: l.ClassMinutes() - c.Minutes}}
	if c.Minutes <= target {
		c.Fits, c.Cuts = true, first
		return c, true
	}
	cut, ok := choose(next, missed, func(int) bool { return true }, target, true, true, true)
	if !ok {
		return Choice{}, false
	}
	c.Name, c.Minutes, c.Fits, c.Loss = "a better order, and the rest cut", cut.Minutes, cut.Fits, cut.Loss
	c.Edit, c.Cuts = lesson.AnyEdit{Edit: lesson.All{order.Edit.Edit, cut.Edit.Edit}}, append(first, cut.Cuts...)
	return c, true
}

func same(a, b Choice) bool {
	return slices.EqualFunc(a.Cuts, b.Cuts, func(x, y Cut) bool { return x.Says == y.Says })
}

// choose takes the cuts of open steps that save enough for the least loss.
func choose(l *lesson.Lesson, missed map[string]float64, open func(i int) bool, target float64, shorten, drop, rest bool) (Choice, bool) {
	options := make([][]option, 0, len(l.Steps))
	for i := 0; i < len(l.Steps); i++ {
		if !open(i) {
			continue
		}
		list := cuts(l, i, missed, shorten, drop, rest)
		if one, ok := joined(l, i, missed); ok && open(i+1) {
			// What is cut of two steps and that they become one exclude each other.
			list = append(append(both(list, cuts(l, i+1, missed, shorten, drop, rest)), list...), one)
			i++
		}
		if len(list) > 0 {
			options = append(options, list)
		}
	}
	c := Choice{Differs: -1}
	asked := l.ClassMinutes() - target
	for range 8 { // what is saved beside other work may save nothing on the clock
		taken := cheapest(options, asked)
		if len(taken) == 0 {
			return Choice{}, false
		}
		var all lesson.All
		c.Cuts, c.Loss = []Cut{}, 0
		for _, o := range taken {
			all = append(all, o.edit)
			c.Cuts = append(c.Cuts, o.Cut)
			c.Loss += o.Loss
		}
		next, _, err := lesson.Apply(l, all)
		if err != nil {
			return Choice{}, false
		}
		c.Edit, c.Minutes, c.Loss = lesson.AnyEdit{Edit: all}, next.ClassMinutes(), math.Round(1000*c.Loss)/1000
		if c.Fits = c.Minutes <= target+1e-9; c.Fits {
			return c, true
		}
		asked += c.Minutes - target
	}
	return c, true
}

// cuts are what may be done to step i.
func cuts(l *lesson.Lesson, i int, missed map[string]float64, shorten, drop, rest bool) (out []option) {
	s := l.Steps[i]
	pace := l.ClassMinutes() / l.Minutes()
	add := func(says string, saves, loss, weight float64, e lesson.Edit) {
		out = append(out, option{Cut{s.ID, says, saves, math.Round(1000*loss) / 1000}, e, loss*weight + 1e-4})
	}
	label := l.Label(i)
	switch {
	case s.Technique == lesson.Dry:
		return nil
	case s.Technique.Idle():
		least := pauseLeast
		if breakNeeded(l, i) {
			least = lesson.BreakIs
		}
		for m := s.Minutes - 0.5; rest && m >= least; m -= 0.5 {
			add(fmt.Sprintf("shorten %s to %g min", label, m), s.Minutes-m, 0, 1, lesson.SetMinutes{Step: s.ID, Minutes: m})
		}
		return out
	case s.Technique == lesson.Blot:
		for m := s.Minutes - 1; rest && m >= blotLeast; m-- {
			add(fmt.Sprintf("leave %s for %g min", label, m), s.Minutes-m, (s.Minutes-m)*blotLoss, 1, lesson.SetMinutes{Step: s.ID, Minutes: m})
		}
		return out
	}
	if shorten {
		for m := s.Minutes - 0.5; m >= max(0.5, shortenTo*s.Minutes); m -= 0.5 {
			n := s
			n.Minutes = m
			n.Cover = max(0.02, math.Round(100*s.Cover*m/s.Minutes)/100)
			add(fmt.Sprintf("%s in %g min instead of %g", label, m, s.Minutes), (s.Minutes-m)*pace, missed[s.ID]*(1-m/s.Minutes), 1, lesson.Change{Step: n})
		}
	}
	if drop && s.Need != lesson.Must {
		weight, qualm := 1.5, 0.1 // nobody said that it may be left out
		switch s.Need {
		case lesson.Should:
			weight, qualm = 1, 0.05
		case lesson.IfTime:
			weight, qualm = 0.05, 0
		}
		add("leave out "+label, s.Minutes*pace, missed[s.ID], weight, lesson.Remove{Step: s.ID})
		out[len(out)-1].weight += qualm
	}
	return out
}

// joinLoss is what it is thought to cost that two steps are painted as one, as a share of
// the second: their colours come to lie among each other.
const joinLoss = 0.25

// joined is the cut that makes step i and the next one: it saves the cleaning between them.
func joined(l *lesson.Lesson, i int, missed map[string]float64) (option, bool) {
	if i+1 >= len(l.Steps) {
		return option{}, false
	}
	a, b := l.Steps[i], l.Steps[i+1]
	saves := min(b.Care.Minutes(), b.Minutes-handsLeast)
	join := lesson.Join{Step: a.ID}
	next, _, err := join.Apply(l)
	if err != nil || a.Technique.Idle() || saves <= 0 || next.Steps[i].Minutes != a.Minutes+b.Minutes {
		return option{}, false
	}
	loss := joinLoss * missed[b.ID]
	says := fmt.Sprintf("paint %s and the next as one", l.Label(i))
	e := lesson.All{join, lesson.SetMinutes{Step: a.ID, Minutes: a.Minutes + b.Minutes - saves}}
	saves *= l.ClassMinutes() / l.Minutes()
	return option{Cut{a.ID, says, saves, math.Round(1000*loss) / 1000}, e, loss + 1e-4}, true
}

// both are the cuts of two steps as one list: one of the second alone, or one of each.
func both(first, second []option) (out []option) {
	out = append(out, second...)
	for _, a := range first {
		for _, b := range second {
			out = append(out, option{Cut{a.Step, a.Says + "; " + b.Says, a.Saves + b.Saves, a.Loss + b.Loss},
				lesson.All{a.edit, b.edit}, a.weight + b.weight})
		}
	}
	return out
}

// breakNeeded reports whether pause i is a break without which people work on too long.
func breakNeeded(l *lesson.Lesson, i int) bool {
	if l.Steps[i].Minutes < lesson.BreakIs {
		return false
	}
	shorter, _, err := lesson.SetMinutes{Step: l.Steps[i].ID, Minutes: pauseLeast}.Apply(l)
	return err == nil && len(Stretches(shorter)) > len(Stretches(l))
}

// cheapest takes at most one option of each list so that together they save so many
// minutes for the least weight, exactly, in quarters of a minute; nil when all together do
// not suffice.
func cheapest(lists [][]option, minutes float64) []option {
	need := int(math.Ceil(minutes*4 - 1e-6))
	if need <= 0 {
		return nil
	}
	best := make([]float64, need+1) // least weight to save at least so much
	for k := 1; k <= need; k++ {
		best[k] = math.Inf(1)
	}
	took := make([][]int16, len(lists))
	for n, list := range lists {
		took[n] = make([]int16, need+1)
		for k := need; k > 0; k-- {
			took[n][k] = -1
			was := best[k]
			for o, one := range list {
				less := max(0, k-int(one.Saves*4+1e-6))
				// Lists are gone through once: what is below k is still as it was before
				// this list.
				if less < k && best[less]+one.weight < was {
					was = best[less] + one.weight
					took[n][k] = int16(o)
				}
			}
			best[k] = was
		}
	}
	if math.IsInf(best[need], 1) {
		return nil
	}
	var out []option
	k := need
	for n := len(lists) - 1; n >= 0 && k > 0; n-- {
		if o := took[n][k]; o >= 0 {
			out = append(out, lists[n][o])
			k = max(0, k-int(lists[n][o].Saves*4+1e-6))
		}
	}
	slices.Reverse(out)
	return out
}

// Brief says a choice in one line: the first few cuts.
func (c Choice) Brief() string {
	const few = 4
	var says []string
	for i, cut := range c.Cuts {
		if i == few && len(c.Cuts) > few+1 {
			says = append(says, fmt.Sprintf("and %d more", len(c.Cuts)-few))
			break
		}
		says = append(says, cut.Says)
	}
	return strings.Join(says, "; ")
}
