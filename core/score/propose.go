package score

import (
	"context"
	"errors"
	"fmt"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/schedule"
)

// A Proposal is a better order for a script, as an edit.
type Proposal struct {
	Better  bool           `json:"better" doc:"whether there is one that saves anything"`
	Edit    lesson.AnyEdit `json:"edit"`
	Before  float64        `json:"before" doc:"minutes of the script as it is"`
	Minutes float64        `json:"minutes" doc:"minutes in the better order"`
	Bound   float64        `json:"bound" doc:"no order of these steps takes fewer minutes, pauses that have to be added not counted"`
	Gap     float64        `json:"gap" doc:"percent by which the order may still be longer than need be"`
	Proven  bool           `json:"proven" doc:"no order is shorter"`
	Moves   []MovedStep    `json:"moves" doc:"the steps that change places, the fewest that do"`
	Beside  []string       `json:"beside" doc:"steps done meanwhile, in words"`
	Says    string         `json:"says"`
}

// MovedStep is a step that changes its place.
type MovedStep struct {
	Step string `json:"step"`
	Says string `json:"says"`
	From int    `json:"from" doc:"place counted from 1"`
	To   int    `json:"to"`
}

// fewMoves is how many moves a small change of the order makes.
const fewMoves = 3

// Proposals are the two orders worth showing: what a few moves save, and the shortest that
// was found. They are the same where more moves save no more.
func (t *Timing) Proposals(ctx context.Context) (few, best *Proposal, err error) {
	if few, err = t.Few(ctx, fewMoves); err != nil && !errors.Is(err, schedule.ErrUnknown) {
		return nil, nil, err
	}
	if best, err = t.Propose(ctx); err != nil || few == nil { // few moves begin at an order that can be kept
		return nil, best, err
	}
	if few.Minutes <= best.Minutes {
		same := *few
		same.Bound, same.Gap = best.Bound, 0
		if best.Bound > 0 {
			same.Gap = tenth(100 * max(0, few.Minutes/best.Bound-1))
		}
		same.Proven = same.Minutes <= same.Bound+worthwhile
		best = &same
	}
	return few, best, nil
}

// Few proposes what at most so many moves of single steps save.
func (t *Timing) Few(ctx context.Context, moves int) (*Proposal, error) {
	const leastByMove = 0.5 // minutes
	var best *Proposal
	for n := 1; n <= moves; n++ { // a pause that has to be added may undo what a move saves
		plan, err := t.Problem.Few(ctx, n, leastByMove)
		if err != nil {
			return nil, err
		}
		p, err := t.proposal(plan)
		if err != nil {
			return nil, err
		}
		if best == nil || p.Minutes < best.Minutes {
			best = p
		}
	}
	return best, nil
}

// Propose looks for the order that takes the fewest minutes and, of those, changes the
// written order least. It fails with [schedule.ErrImpossible] when the waits contradict
// each other; see [Timing.Clash].
func (t *Timing) Propose(ctx context.Context) (*Proposal, error) {
	plan, err := t.Problem.Best(ctx, 0)
	if err != nil {
		return nil, err
	}
	best, err := t.proposal(plan)
	if err != nil {
		return nil, err
	}
	written, err := t.Problem.Keep()
	if err != nil { // the written order cannot be kept
		return best, nil
	}
	if keep, err := t.proposal(written); err == nil && keep.Minutes < best.Minutes {
		keep.Bound, keep.Gap = best.Bound, tenth(100*max(0, keep.Minutes/plan.Bound-1))
		return keep, nil
	}
	return best, nil
}

func (t *Timing) proposal(plan schedule.Plan) (*Proposal, error) {
	l := t.Lesson
	p := &Proposal{Before: l.Minutes(), Bound: roundUp(plan.Bound), Gap: tenth(100 * plan.Gap()), Proven: plan.Proven,
		Moves: []MovedStep{}, Beside: []string{}, Edit: lesson.AnyEdit{Edit: lesson.All{}}}
	edit, next, err := t.edit(plan)
	if err != nil {
		return nil, err
	}
	pauses, next := rested(next)
	edit = append(edit, pauses...)
	p.Minutes = next.Minutes()
	// Pauses that have to be added were not known to the search: what is proven holds for the
	// minutes as they come out.
	p.Proven = plan.Proven && p.Minutes <= p.Bound+worthwhile
	if plan.Bound > 0 {
		p.Gap = tenth(100 * max(0, p.Minutes/plan.Bound-1))
	}
	_, kept := t.Problem.Keep()
	if saves := p.Minutes <= p.Before-worthwhile; late(next) > late(l) || !saves && kept == nil {
		p.Minutes = p.Before
		p.Says = "The written order takes no longer than any other that the canvas allows."
		if !p.Proven && plan.Bound > 0 && p.Gap > 0 {
			p.Says = fmt.Sprintf("No order was found that is shorter; none can be by more than %.1f %%.", p.Gap)
		}
		return p, nil
	}
	p.Better, p.Edit.Edit = true, edit
	still := lesson.Rising(plan.Order)
	for to, i := range plan.Order {
		if !slices.Contains(still, i) {
			p.Moves = append(p.Moves, MovedStep{l.Steps[i].ID, l.Label(i), i + 1, to + 1})
		}
	}
	for i, s := range next.Steps {
		if k := l.Step(s.ID); k >= 0 && s.Meanwhile && !l.Steps[k].Meanwhile {
			p.Beside = append(p.Beside, next.Label(i))
		}
	}
	p.Says = fmt.Sprintf("%g min instead of %g: %s.", p.Minutes, p.Before, gains(len(p.Moves), len(p.Beside)))
	if kept != nil {
		p.Says = fmt.Sprintf("Every wait is kept in %g min: %s.", p.Minutes, gains(len(p.Moves), len(p.Beside)))
	}
	if !p.Proven && plan.Bound > 0 {
		p.Says += fmt.Sprintf(" No order is shorter by more than %.1f %%.", p.Gap)
	}
	return p, nil
}

// late is by how many minutes steps begin later than they may, all together.
func late(l *lesson.Lesson) (sum float64) {
	for _, m := range l.Clock() {
		sum += m.Late
	}
	return sum
}

func gains(moves, beside int) string {
	count := func(n int, one, many string) string {
		if n == 1 {
			return "one step " + one
		}
		return fmt.Sprintf("%d steps %s", n, many)
	}
	switch {
	case moves == 0 && beside == 0:
		return "fewer changes of tool"
	case moves == 0:
		return count(beside, "is done while something sets", "are done while something sets")
	case beside == 0:
		return count(moves, "changes its place", "change places")
	}
	return count(moves, "changes its place", "change places") + ", " + count(beside, "is done while something sets", "are done while something sets")
}

// worthwhile is how many minutes a better order saves at least.
const worthwhile = 0.25

// mostAfter is how many other steps a step may wait for, as the format bounds it.
const mostAfter = 8

// roundUp is minutes in whole quarters, upwards.
func roundUp(m float64) float64 { return math.Ceil(m*4-1e-6) / 4 }

// edit turns a plan into an edit, and gives the lesson that it makes.
func (t *Timing) edit(plan schedule.Plan) (lesson.All, *lesson.Lesson, error) {
	l := t.Lesson
	ordered := *l
	ordered.Steps = make([]lesson.Step, len(plan.Order))
	for k, i := range plan.Order {
		ordered.Steps[k] = l.Steps[i]
	}
	all := lesson.Between(l, &ordered)
	next, _, err := all.Apply(l)
	if err != nil {
		return nil, nil, err
	}
	set := func(s lesson.Step) error {
		change := lesson.Change{Step: s}
		changed, _, err := change.Apply(next)
		if err == nil {
			all, next = append(all, change), changed
		}
		return err
	}
	last := -1
	lies := 0.0
	used := map[string]int{} // the last step of each tool, and 1
	place := make([]int, len(plan.Order))
	for k, i := range plan.Order {
		place[i] = k
		s := l.Steps[i]
		n := s
		if !s.Technique.Idle() && t.Problem.Tasks[i].Lies == 0 {
			n.Minutes = max(0.5, roundUp(t.Problem.Tasks[i].Hands+t.take[last+1][i]+t.clean[used[s.Tool]][i]))
			n.Care = t.care[used[s.Tool]][i]
		}
		if !s.Technique.Idle() {
			last, used[s.Tool] = i, i+1
		}
		n.Meanwhile = plan.Starts[i] < lies-1e-6
		if n.Minutes != s.Minutes || n.Care != s.Care || n.Meanwhile != s.Meanwhile {
			if err := set(n); err != nil {
				return nil, nil, err
			}
		}
		if t.Problem.Tasks[i].Lies > 0 {
			lies = max(lies, plan.Starts[i]+s.Minutes)
		}
	}
	// What is done meanwhile waits for what it must wait for and for nothing else.
	clock := next.Clock()
	for _, g := range t.Problem.Lags {
		i, from := place[g.To], place[g.From]
		if from > i || clock[i].Start >= clock[from].End+g.Least-1e-6 {
			continue
		}
		n := next.Steps[i]
		if len(n.After) < mostAfter {
			n.After = append(slices.Clone(n.After), lesson.After{Step: l.Steps[g.From].ID, Least: g.Least})
		} else {
			n.Meanwhile = false // it waits for everything
		}
		if err := set(n); err != nil {
			return nil, nil, err
		}
		clock = next.Clock()
	}
	return all, next, nil
}
