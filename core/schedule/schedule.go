// Package schedule finds orders for one pair of hands: tasks that take minutes, some
// of which go on by themselves for a while, with waits between them that must be long
// enough or must not be too long, and changes of tool that cost time depending on what
// was in the hand before.
//
// It knows nothing of painting. Times are minutes for those who use it; inside they are
// whole seconds, so that equal schedules are equal.
package schedule

import (
	"errors"
	"fmt"
	"math"
)

// A Task is something to do.
type Task struct {
	Hands float64 // minutes the painter is at it
	Lies  float64 // minutes it then goes on by itself, as a towel that lies
	Tool  int     // what it is done with; tasks of the same tool lie well together
	Idle  bool    // nothing is taken up: what was in the hand stays there
}

// A Lag is a wait between the end of one task and the beginning of another: at least
// Least minutes, at most Most. A Most of 0 or below is no limit.
type Lag struct {
	From, To    int
	Least, Most float64
}

// A Problem is a set of tasks, numbered in the order in which they were written.
type Problem struct {
	Tasks []Task
	Lags  []Lag
	// Change is the minutes between two tasks that follow each other in the hand: to lay
	// one tool down and take up another. before is -1 at the beginning. It must be 0 or
	// more. nil is no time at all.
	Change func(before, next int) float64
	// Clean is the minutes to clean a tool for a task, when it was last used for another:
	// last is -1 when it was not used yet. It must be 0 or more. nil is no time at all.
	Clean func(last, next int) float64
}

// A Plan is an order with its times, in minutes.
type Plan struct {
	Order   []int     // the tasks as they are to be begun
	Starts  []float64 // by task: when it begins
	Minutes float64   // until the last has ended
	Swaps   int       // neighbours that changed places, against the written order
	Bound   float64   // no order is shorter than this
	Proven  bool      // no order is shorter
	Nearest bool      // and none as short is nearer to the written order
}

// Gap is how much longer than the bound the plan is, as a share.
func (p Plan) Gap() float64 {
	if p.Bound <= 0 {
		return 0
	}
	return max(0, p.Minutes/p.Bound-1)
}

// Most is how many tasks are planned at once.
const Most = 500

// ErrImpossible says that no order satisfies the waits; see [Problem.Blame].
var ErrImpossible = errors.New("no order satisfies these waits")

// second is the unit of time within the package.
type second = int32

const never = second(math.MaxInt32 / 4)

func seconds(minutes float64) second {
	if !(minutes > 0) {
		return 0
	}
	return second(min(float64(never), math.Round(minutes*60)))
}

func minutes(s second) float64 { return float64(s) / 60 }

// lag is a Lag from the side of one of its tasks.
type lag struct {
	other       int
	least, most second // most is never for no limit
}

// model is a problem made ready for searching.
type model struct {
	n           int
	hands, long []second // at it, and until it has ended
	tool        []int
	idle        []bool
	into, outOf [][]lag
	timed       [][]lag    // of into, those that say more than which comes first
	change      [][]second // [before+1][next]
	clean       [][]second // [last+1][next], where the tool is the same
	tools       int
	windows     int      // lags with a limit
	after       [][]bool // after[i][j]: j must come after i, however indirectly
	tail        []second // from the start of a task to the end of what must follow it
}

func (p Problem) model() (*model, error) {
	n := len(p.Tasks)
	if n > Most {
		return nil, fmt.Errorf("%d tasks are too many: plan at most %d", n, Most)
	}
	m := &model{n: n, into: make([][]lag, n), outOf: make([][]lag, n), timed: make([][]lag, n)}
	number := map[int]int{} // tools from 0 on
	for i, t := range p.Tasks {
		if !(t.Hands >= 0) || !(t.Lies >= 0) || t.Hands+t.Lies > 1e5 {
			return nil, fmt.Errorf("task %d takes %g and %g minutes: give 0 or more", i+1, t.Hands, t.Lies)
		}
		m.hands = append(m.hands, seconds(t.Hands))
		m.long = append(m.long, seconds(t.Hands)+seconds(t.Lies))
		if _, known := number[t.Tool]; !known {
			number[t.Tool] = len(number)
		}
		m.tool = append(m.tool, number[t.Tool])
		m.idle = append(m.idle, t.Idle)
	}
	for _, g := range p.Lags {
		if g.From < 0 || g.To < 0 || g.From >= n || g.To >= n || g.From == g.To {
			return nil, fmt.Errorf("a wait leads from task %d to task %d of %d", g.From+1, g.To+1, n)
		}
		most := never
		if g.Most > 0 {
			most = seconds(g.Most)
			m.windows++
		}
		m.outOf[g.From] = append(m.outOf[g.From], lag{g.To, seconds(g.Least), most})
		in := lag{g.From, seconds(g.Least), most}
		m.into[g.To] = append(m.into[g.To], in)
		if most < never || in.least > 0 || m.long[g.From] > m.hands[g.From] {
			m.timed[g.To] = append(m.timed[g.To], in)
		}
	}
	m.tools = len(number)
	m.change, m.clean = make([][]second, n+1), make([][]second, n+1)
	for b := range n + 1 {
		m.change[b], m.clean[b] = make([]second, n), make([]second, n)
		for j := range n {
			if m.idle[j] || b-1 == j {
				continue
			}
			if p.Change != nil {
				m.change[b][j] = seconds(p.Change(b-1, j))
			}
			if p.Clean != nil && (b == 0 || !m.idle[b-1] && m.tool[b-1] == m.tool[j]) {
				m.clean[b][j] = seconds(p.Clean(b-1, j))
			}
		}
	}
	return m, nil
}

// sorted fills in what must follow what; false when it goes round in a circle.
func (m *model) sorted() bool {
	open := make([]int, m.n)
	for i := range m.into {
		open[i] = len(m.into[i])
	}
	var order []int
	for i := range m.n {
		if open[i] == 0 {
			order = append(order, i)
		}
	}
	for k := 0; k < len(order); k++ {
		for _, g := range m.outOf[order[k]] {
			if open[g.other]--; open[g.other] == 0 {
				order = append(order, g.other)
			}
		}
	}
	if len(order) < m.n {
		return false
	}
	m.after = make([][]bool, m.n)
	m.tail = make([]second, m.n)
	for k := m.n - 1; k >= 0; k-- {
		i := order[k]
		m.after[i] = make([]bool, m.n)
		m.tail[i] = m.long[i]
		for _, g := range m.outOf[i] {
			m.after[i][g.other] = true
			for j, follows := range m.after[g.other] {
				m.after[i][j] = m.after[i][j] || follows
			}
			m.tail[i] = max(m.tail[i], m.long[i]+g.least+m.tail[g.other])
		}
	}
	return true
}

// ordered reports whether nothing comes before what it must follow.
func (m *model) ordered(order []int) bool {
	done := make([]bool, m.n)
	for _, i := range order {
		for _, g := range m.into[i] {
			if !done[g.other] {
				return false
			}
		}
		done[i] = true
	}
	return true
}

// times are when the tasks of an order begin at the earliest; ok is false when the
// waits cannot be kept in this order. In it nothing may come before what it must follow.
// The order may hold some of the tasks only; what waits for a task outside it is not
// looked at.
func (m *model) times(order []int, starts []second) (end, free second, ok bool) {
	place := make([]int, m.n)
	for i := range place {
		place[i] = -1
	}
	for k, i := range order {
		place[i] = k
		starts[i] = 0
	}
	backs := 0
	for _, i := range order {
		for _, g := range m.timed[i] {
			if place[g.other] >= 0 && g.most < never {
				backs++
			}
		}
	}
	// Longest paths: forward along the order, then back along the limits, as often as
	// there are limits at most.
	used := make([]int, m.tools) // the last task of each tool, and 1
	for range backs + 1 {
		free, end = 0, 0
		last := -1
		clear(used)
		for _, i := range order {
			s := max(starts[i], free+m.change[last+1][i]+m.clean[used[m.tool[i]]][i])
			for _, g := range m.timed[i] {
				if place[g.other] >= 0 {
					s = max(s, starts[g.other]+m.long[g.other]+g.least)
				}
			}
			starts[i] = s
			free = s + m.hands[i]
			end = max(end, s+m.long[i])
			if !m.idle[i] {
				last = i
				used[m.tool[i]] = i + 1
			}
		}
		settled := true
		for _, i := range order {
			for _, g := range m.timed[i] {
				if place[g.other] < 0 || g.most == never {
					continue
				}
				if least := starts[i] - g.most - m.long[g.other]; starts[g.other] < least {
					starts[g.other] = least
					settled = false
				}
			}
		}
		if settled {
			return max(end, free), free, true
		}
	}
	return 0, 0, false
}

// Keep gives the times of the written order.
func (p Problem) Keep() (Plan, error) {
	order := make([]int, len(p.Tasks))
	for i := range order {
		order[i] = i
	}
	return p.Time(order)
}

// Time gives the earliest times of an order of all tasks. The error is [ErrImpossible]
// when the waits cannot be kept in it.
func (p Problem) Time(order []int) (Plan, error) {
	m, err := p.model()
	if err != nil {
		return Plan{}, err
	}
	seen := make([]bool, m.n)
	for _, i := range order {
		if i < 0 || i >= m.n || seen[i] {
			return Plan{}, fmt.Errorf("the order names task %d twice or not at all", i+1)
		}
		seen[i] = true
	}
	if len(order) != m.n {
		return Plan{}, fmt.Errorf("the order holds %d of %d tasks", len(order), m.n)
	}
	starts := make([]second, m.n)
	if !m.ordered(order) {
		return Plan{}, ErrImpossible
	}
	end, _, ok := m.times(order, starts)
	if !ok {
		return Plan{}, ErrImpossible
	}
	return m.plan(order, starts, end), nil
}

func (m *model) plan(order []int, starts []second, end second) Plan {
	p := Plan{Order: append([]int(nil), order...), Starts: make([]float64, m.n), Minutes: minutes(end), Swaps: swaps(order)}
	for i, s := range starts {
		p.Starts[i] = minutes(s)
	}
	return p
}

// swaps counts the pairs that an order turns round.
func swaps(order []int) (n int) {
	for k, i := range order {
		for _, j := range order[k+1:] {
			if j < i {
				n++
			}
		}
	}
	return n
}
