package schedule_test

import (
	"context"
	"errors"
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"proxenos/core/schedule"
)

// random makes a small lesson: steps with three tools, towels, waits of both kinds.
func random(n int, seed uint64) schedule.Problem {
	r := rand.New(rand.NewPCG(seed, 7))
	var p schedule.Problem
	for range n {
		t := schedule.Task{Hands: float64(1+r.IntN(12)) / 2, Tool: r.IntN(3)}
		if r.IntN(6) == 0 {
			t = schedule.Task{Hands: 1, Lies: float64(3 + r.IntN(9)), Idle: true}
		}
		p.Tasks = append(p.Tasks, t)
	}
	chance := 12 * n / 8 // about as many waits to a step whatever the length
	for i := range n {
		for j := i + 1; j < n; j++ {
			switch r.IntN(chance) {
			case 0, 1, 2:
				p.Lags = append(p.Lags, schedule.Lag{From: i, To: j})
			case 3:
				p.Lags = append(p.Lags, schedule.Lag{From: i, To: j, Least: float64(r.IntN(10))})
			case 4:
				least := float64(r.IntN(3))
				p.Lags = append(p.Lags, schedule.Lag{From: i, To: j, Least: least, Most: least + float64(2+r.IntN(12))})
			}
		}
	}
	clean := make([]float64, n)
	for i := range clean {
		clean[i] = float64(r.IntN(4)) / 4
	}
	p.Change = func(before, next int) float64 {
		switch {
		case before < 0:
			return 0
		case p.Tasks[before].Tool == p.Tasks[next].Tool:
			return clean[next] / 2
		}
		return 0.25 + clean[next]
	}
	if seed%2 == 1 { // and the colours matter that were in the tool
		colour := make([]int, n)
		for i := range colour {
			colour[i] = r.IntN(3)
		}
		p.Clean = func(last, next int) float64 {
			if last < 0 || colour[last] == colour[next] {
				return 0
			}
			return float64(1+colour[next]) / 2
		}
	}
	return p
}

// everyOrder finds the best of all orders by trying them.
func everyOrder(p schedule.Problem) (best schedule.Plan, found bool) {
	n := len(p.Tasks)
	order := make([]int, 0, n)
	used := make([]bool, n)
	var put func()
	put = func() {
		if len(order) == n {
			plan, err := p.Time(order)
			if err == nil && (!found || plan.Minutes < best.Minutes || plan.Minutes == best.Minutes && plan.Swaps < best.Swaps) {
				best, found = plan, true
			}
			return
		}
	next:
		for i := range n {
			if used[i] {
				continue
			}
			for _, g := range p.Lags {
				if g.To == i && !used[g.From] {
					continue next
				}
			}
			used[i] = true
			order = append(order, i)
			put()
			order = order[:len(order)-1]
			used[i] = false
		}
	}
	put()
	return best, found
}

// kept checks a plan against the problem by its own arithmetic.
func kept(t *testing.T, p schedule.Problem, plan schedule.Plan) {
	t.Helper()
	const tiny = 1e-6
	free, last := 0.0, -1
	var end float64
	used := map[int]int{} // the last task of each tool, and 1
	for _, i := range plan.Order {
		task := p.Tasks[i]
		change := 0.0
		if p.Change != nil && !task.Idle {
			change = p.Change(last, i)
		}
		if p.Clean != nil && !task.Idle {
			change += p.Clean(used[task.Tool]-1, i)
		}
		if plan.Starts[i] < free+change-tiny {
			t.Errorf("task %d begins at %v, and the hands are free at %v", i, plan.Starts[i], free+change)
		}
		free = plan.Starts[i] + task.Hands
		end = max(end, free+task.Lies)
		if !task.Idle {
			last = i
			used[task.Tool] = i + 1
		}
	}
	if math.Abs(end-plan.Minutes) > tiny {
		t.Errorf("it ends at %v, the plan says %v", end, plan.Minutes)
	}
	for _, g := range p.Lags {
		wait := plan.Starts[g.To] - plan.Starts[g.From] - p.Tasks[g.From].Hands - p.Tasks[g.From].Lies
		if wait < g.Least-tiny || g.Most > 0 && wait > g.Most+tiny {
			t.Errorf("%v waits %v", g, wait)
		}
	}
}

func TestTheBestOfAllOrders(t *testing.T) {
	impossible := 0
	for seed := range uint64(60) {
		p := random(8, seed)
		want, possible := everyOrder(p)
		plan, err := p.Best(context.Background(), 0)
		if !possible {
			impossible++
			if !errors.Is(err, schedule.ErrImpossible) {
				t.Errorf("lesson %d: no order is possible, and the search says %v", seed, err)
			}
			continue
		}
		if err != nil {
			t.Errorf("lesson %d: %v", seed, err)
			continue
		}
		if plan.Minutes != want.Minutes || plan.Swaps != want.Swaps || !plan.Proven || !plan.Nearest || plan.Bound != plan.Minutes {
			t.Errorf("lesson %d: %v min, %d swaps, bound %v, proven %v; the best of all orders has %v min, %d swaps",
				seed, plan.Minutes, plan.Swaps, plan.Bound, plan.Proven, want.Minutes, want.Swaps)
		}
		kept(t, p, plan)
	}
	if impossible > 20 {
		t.Errorf("%d of 60 lessons are impossible: they test little", impossible)
	}
	t.Logf("%d of 60 have no order at all", impossible)
}

func TestTwentyFiveSteps(t *testing.T) {
	proven, nearest, tried := 0, 0, 0
	for seed := range uint64(12) {
		p := layered(25, 2+4*int(seed%2), seed+100)
		plan, err := p.Best(context.Background(), 0)
		if err != nil {
			t.Errorf("lesson %d: %v", seed, err)
			continue
		}
		tried++
		if plan.Proven {
			proven++
		}
		if plan.Nearest {
			nearest++
		}
		written, err := p.Keep()
		if err == nil && plan.Minutes > written.Minutes {
			t.Errorf("lesson %d: %v min, and as written %v", seed, plan.Minutes, written.Minutes)
		}
		if plan.Bound > plan.Minutes {
			t.Errorf("lesson %d: bound %v over %v", seed, plan.Bound, plan.Minutes)
		}
		kept(t, p, plan)
		t.Logf("lesson %d: %.2f min as written (%v), best %.2f, gap %.2f %%, proven %v", seed, written.Minutes, err, plan.Minutes, 100*plan.Gap(), plan.Proven)
	}
	t.Logf("of %d, %d are proven to be the shortest and %d the nearest of those", tried, proven, nearest)
}

func TestTheNearestOfEqualOrdersIsTheWrittenOne(t *testing.T) {
	p := schedule.Problem{Tasks: []schedule.Task{{Hands: 3}, {Hands: 2}, {Hands: 5}}}
	plan, err := p.Best(context.Background(), 0)
	if err != nil || !slices.Equal(plan.Order, []int{0, 1, 2}) || plan.Minutes != 10 {
		t.Errorf("%+v, %v", plan, err)
	}
}

func TestOtherWorkFillsAWait(t *testing.T) {
	p := schedule.Problem{
		Tasks: []schedule.Task{{Hands: 5}, {Hands: 1, Lies: 9, Idle: true}, {Hands: 3}, {Hands: 4}, {Hands: 4}},
		Lags:  []schedule.Lag{{From: 0, To: 1}, {From: 1, To: 2}},
	}
	written, _ := p.Keep()
	plan, err := p.Best(context.Background(), 0)
	if err != nil || written.Minutes != 26 || plan.Minutes != 18 || !slices.Equal(plan.Order, []int{0, 1, 3, 4, 2}) || plan.Starts[2] != 15 {
		t.Errorf("as written %v min; best %+v, %v", written.Minutes, plan, err)
	}
}

func TestWhatMayNotWaitPushesWhatItFollows(t *testing.T) {
	// The blend must follow the first within 2 minutes, but also a towel of 10.
	p := schedule.Problem{
		Tasks: []schedule.Task{{Hands: 1, Lies: 10, Idle: true}, {Hands: 4}, {Hands: 2}},
		Lags:  []schedule.Lag{{From: 1, To: 2, Most: 2}, {From: 0, To: 2}},
	}
	plan, err := p.Keep()
	if err != nil || plan.Starts[1] != 5 || plan.Starts[2] != 11 {
		t.Errorf("%+v, %v", plan, err)
	}
}

func TestBlame(t *testing.T) {
	five := []schedule.Task{{Hands: 5}, {Hands: 5}, {Hands: 10}, {Hands: 5}, {Hands: 5}}
	for _, c := range []struct {
		name string
		lags []schedule.Lag
		keep bool
		want []int
	}{
		{"a circle of three, and a longer one", []schedule.Lag{{From: 0, To: 1}, {From: 1, To: 3}, {From: 3, To: 4}, {From: 4, To: 0}, {From: 1, To: 4}}, false, []int{0, 1, 4}},
		{"a limit with too much between", []schedule.Lag{{From: 0, To: 3, Most: 4}, {From: 0, To: 2}, {From: 2, To: 3}}, false, []int{0, 2, 3}},
		{"only as written", []schedule.Lag{{From: 1, To: 3, Most: 4}}, true, []int{1, 2, 3}},
		{"two that both must follow at once", []schedule.Lag{{From: 0, To: 1, Most: 1}, {From: 0, To: 3, Most: 1}, {From: 2, To: 4, Most: 30}}, false, []int{0, 1, 3}},
		{"nothing", []schedule.Lag{{From: 0, To: 3, Most: 30}}, false, nil},
	} {
		p := schedule.Problem{Tasks: five, Lags: c.lags}
		got, err := p.Blame(context.Background(), c.keep)
		if err != nil || !slices.Equal(got, c.want) {
			t.Errorf("%s: %v to blame, want %v (%v)", c.name, got, c.want, err)
		}
		if c.want != nil && !c.keep {
			if _, err := p.Best(context.Background(), 0); !errors.Is(err, schedule.ErrImpossible) {
				t.Errorf("%s: the search says %v", c.name, err)
			}
		}
	}
}

func TestFiveHundredSteps(t *testing.T) {
	p := random(500, 3)
	p.Lags = slices.DeleteFunc(p.Lags, func(g schedule.Lag) bool { return g.Most > 0 })
	plan, err := p.Best(context.Background(), 0)
	if err != nil {
		t.Fatal(err)
	}
	written, err := p.Keep()
	if err != nil || plan.Minutes > written.Minutes || plan.Bound > plan.Minutes {
		t.Errorf("%v min of %v as written, bound %v (%v)", plan.Minutes, written.Minutes, plan.Bound, err)
	}
	kept(t, p, plan)
	t.Logf("500 steps: %.1f min as written, %.1f found, gap %.1f %%", written.Minutes, plan.Minutes, 100*plan.Gap())
	p.Lags = append(p.Lags, schedule.Lag{From: 10, To: 11}, schedule.Lag{From: 11, To: 10})
	if blame, err := p.Blame(context.Background(), false); err != nil || !slices.Equal(blame, []int{10, 11}) {
		t.Errorf("%v to blame, want the two of the circle (%v)", blame, err)
	}
}

func TestBadProblems(t *testing.T) {
	for name, p := range map[string]schedule.Problem{
		"minutes below nothing": {Tasks: []schedule.Task{{Hands: -1}}},
		"minutes that are none": {Tasks: []schedule.Task{{Hands: math.NaN()}}},
		"a wait for itself":     {Tasks: []schedule.Task{{Hands: 1}}, Lags: []schedule.Lag{{}}},
		"a wait for nothing":    {Tasks: []schedule.Task{{Hands: 1}}, Lags: []schedule.Lag{{From: 0, To: 4}}},
		"too many":              {Tasks: make([]schedule.Task, schedule.Most+1)},
	} {
		if _, err := p.Best(context.Background(), 0); err == nil || errors.Is(err, schedule.ErrImpossible) {
			t.Errorf("%s: %v", name, err)
		}
	}
	if plan, err := (schedule.Problem{}).Best(context.Background(), 0); err != nil || plan.Minutes != 0 || !plan.Proven {
		t.Errorf("nothing to do: %+v, %v", plan, err)
	}
	over, cancel := context.WithCancel(context.Background())
	cancel()
	if _, err := random(25, 100).Best(over, 0); !errors.Is(err, context.Canceled) {
		t.Errorf("a search that was called off says %v", err)
	}
	p := random(4, 1)
	for _, order := range [][]int{{0, 1, 2}, {0, 1, 2, 2}, {0, 1, 2, 9}} {
		if _, err := p.Time(order); err == nil || errors.Is(err, schedule.ErrImpossible) {
			t.Errorf("order %v: %v", order, err)
		}
	}
}

// layered makes a lesson as lessons are: shapes from back to front, each worked in two to
// four steps, over the edge of the one behind it, the less often the looser; blends soon,
// fine work late, towels.
func layered(n, loose int, seed uint64) schedule.Problem {
	r := rand.New(rand.NewPCG(seed, 11))
	var p schedule.Problem
	var shape []int
	for at := 0; len(p.Tasks) < n; at++ {
		for k := range 2 + r.IntN(3) {
			if len(p.Tasks) == n {
				break
			}
			i := len(p.Tasks)
			t := schedule.Task{Hands: float64(2+r.IntN(8)) / 2, Tool: r.IntN(5)}
			if k == 1 && r.IntN(5) == 0 {
				t = schedule.Task{Hands: 1, Lies: float64(5 + r.IntN(8)), Idle: true}
			}
			p.Tasks = append(p.Tasks, t)
			for j := range i {
				switch {
				case shape[j] == at && j == i-1 && !t.Idle && r.IntN(4) == 0:
					p.Lags = append(p.Lags, schedule.Lag{From: j, To: i, Most: 15})
				case shape[j] == at, shape[j] == at-1 && r.IntN(loose) == 0, r.IntN(6*loose) == 0:
					p.Lags = append(p.Lags, schedule.Lag{From: j, To: i})
				}
			}
			shape = append(shape, at)
		}
	}
	p.Change = func(before, next int) float64 {
		switch {
		case before < 0:
			return 0
		case p.Tasks[before].Tool != p.Tasks[next].Tool:
			return 0.25
		}
		return 0
	}
	p.Clean = func(last, next int) float64 {
		if last < 0 || shape[last] == shape[next] {
			return 0
		}
		return float64(1+next%3) / 4
	}
	return p
}

// With few moves it is no better than the best and no worse than as written, and each
// move that is taken saves what was asked for.
func TestFewMoves(t *testing.T) {
	for seed := range uint64(20) {
		p := layered(14, 3, seed)
		written, err := p.Keep()
		if err != nil {
			t.Fatal(err)
		}
		best, err := p.Best(context.Background(), 0)
		if err != nil {
			t.Fatal(err)
		}
		was := written.Minutes
		for n := 1; n <= 3; n++ {
			few, err := p.Few(context.Background(), n, 0.5)
			if err != nil {
				t.Fatal(err)
			}
			kept(t, p, few)
			if few.Minutes > was || few.Minutes < best.Minutes {
				t.Errorf("lesson %d: %v min with %d moves, %v with one less, %v at best", seed, few.Minutes, n, was, best.Minutes)
			}
			if few.Minutes < was && few.Minutes > was-0.5 {
				t.Errorf("lesson %d: move %d saves only %v min", seed, n, was-few.Minutes)
			}
			was = few.Minutes
		}
	}
	circle := schedule.Problem{Tasks: make([]schedule.Task, 2), Lags: []schedule.Lag{{From: 0, To: 1}, {From: 1, To: 0}}}
	if _, err := circle.Few(context.Background(), 2, 0.5); !errors.Is(err, schedule.ErrImpossible) {
		t.Errorf("a circle: %v", err)
	}
}

// A search that is cut off says how far from the best it may be, and is never farther.
func TestABoundHolds(t *testing.T) {
	cut := 0
	for seed := range uint64(40) {
		p := random(9, seed)
		best, err := p.Best(context.Background(), 0)
		if err != nil {
			continue
		}
		few, err := p.Best(context.Background(), 3)
		if errors.Is(err, schedule.ErrUnknown) {
			continue
		}
		if err != nil {
			t.Fatal(err)
		}
		if few.Bound > best.Minutes+1e-9 || few.Minutes < best.Minutes-1e-9 {
			t.Errorf("lesson %d: between %v and %v, and the best is %v", seed, few.Bound, few.Minutes, best.Minutes)
		}
		if few.Proven && few.Minutes != best.Minutes {
			t.Errorf("lesson %d: %v is called proven, and %v is better", seed, few.Minutes, best.Minutes)
		}
		if !few.Proven {
			cut++
			if few.Gap() < 0 {
				t.Errorf("lesson %d: a gap of %v", seed, few.Gap())
			}
		}
	}
	if cut < 5 {
		t.Errorf("only %d searches were cut off: it tests little", cut)
	}
}

// What needs nothing in the hand leaves there what was: no change is paid for twice.
func TestIdleTasksLeaveTheTool(t *testing.T) {
	p := schedule.Problem{
		Tasks: []schedule.Task{{Hands: 2, Tool: 0}, {Hands: 1, Idle: true}, {Hands: 2, Tool: 0}, {Hands: 2, Tool: 1}},
		Lags:  []schedule.Lag{{From: 0, To: 1}, {From: 1, To: 2}, {From: 2, To: 3}},
		Change: func(before, next int) float64 {
			if before >= 0 && before != next && (before == 3) != (next == 3) {
				return 1
			}
			return 0
		},
	}
	plan, err := p.Keep()
	if err != nil || plan.Minutes != 8 {
		t.Errorf("%+v, %v: two, one, two, a change and two are eight", plan, err)
	}
}

// The same question has the same answer.
func TestPlansAreDeterministic(t *testing.T) {
	for _, n := range []int{20, 40, 90} {
		a, err := layered(n, 4, 9).Best(context.Background(), 2000)
		if err != nil {
			t.Fatal(err)
		}
		b, err := layered(n, 4, 9).Best(context.Background(), 2000)
		if err != nil || !slices.Equal(a.Order, b.Order) || a.Minutes != b.Minutes || a.Bound != b.Bound {
			t.Errorf("%d steps: %v and %v (%v)", n, a, b, err)
		}
	}
}
