package easel

import (
	"context"
	"errors"
	"fmt"
	"proxenos/internal/wait"
	"runtime"
	"slices"
	"sync"
	"testing"
	"time"
)

// waits returns once so many wait for the turn.
func (q *turn) waits(t *testing.T, n int) {
	t.Helper()
	wait.Until(t, fmt.Sprintf("%d wait for the turn", n), func() bool {
		q.mu.Lock()
		defer q.mu.Unlock()
		return len(q.waiting) == n
	})
}

// A queue is who wait for a turn that somebody holds, in the order in which they came, and
// what becomes of them.
type queue struct {
	turn  turn
	first *waiter
	all   sync.WaitGroup
	mu    sync.Mutex
	order []int
	line  []*waiter
}

func newQueue(t *testing.T, n int) *queue {
	q := &queue{}
	q.first = q.turn.line()
	if err := q.first.take(t.Context()); err != nil {
		t.Fatal(err)
	}
	for i := range n {
		w := q.turn.line()
		q.line = append(q.line, w)
		q.all.Go(func() {
			if err := w.take(t.Context()); err != nil {
				t.Error(err)
				return
			}
			q.mu.Lock()
			q.order = append(q.order, i)
			q.mu.Unlock()
			w.give()
		})
		q.turn.waits(t, i+1)
	}
	return q
}

func TestTheTurnGoesToTheNewest(t *testing.T) {
	q := newQueue(t, 4)
	gone, cancel := context.WithCancel(t.Context())
	q.all.Go(func() {
		if err := q.turn.line().take(gone); !errors.Is(err, context.Canceled) {
			t.Errorf("who gives up: %v", err)
		}
	})
	q.turn.waits(t, 5)
	cancel()
	q.turn.waits(t, 4)
	q.first.give()
	q.all.Wait()
	if !slices.Equal(q.order, []int{3, 2, 1, 0}) {
		t.Errorf("the order is %v", q.order)
	}
	if err := q.turn.line().take(gone); err == nil {
		t.Error("taken by somebody who has gone")
	}
	if err := q.turn.line().take(t.Context()); err != nil || q.turn.holder == nil {
		t.Errorf("it is free: %v", err)
	}
}

func TestWhoIsAskedForAgainRises(t *testing.T) {
	q := newQueue(t, 4)
	q.line[1].rise()
	q.first.rise() // who holds it already stays
	q.first.give()
	q.all.Wait()
	if !slices.Equal(q.order, []int{1, 3, 2, 0}) {
		t.Errorf("the order is %v", q.order)
	}
}

func TestNobodyWaitsForEver(t *testing.T) {
	q := newQueue(t, 4)
	q.turn.mu.Lock()
	for i, ago := range []time.Duration{longWait + time.Second, longWait + 2*time.Second, 0, 0} {
		q.line[i].since = q.line[i].since.Add(-ago)
	}
	q.turn.mu.Unlock()
	q.first.give()
	q.all.Wait()
	if !slices.Equal(q.order, []int{1, 0, 3, 2}) {
		t.Errorf("the order is %v", q.order)
	}
}

// Who has held the turn for long lets others go first, and goes on after them.
func TestALongJobLetsOthersGoFirst(t *testing.T) {
	q := newQueue(t, 3)
	if err := q.first.pass(t.Context()); err != nil || len(q.order) != 0 {
		t.Errorf("it has hardly begun: %v, %v", q.order, err)
	}
	q.turn.mu.Lock()
	q.first.since = q.first.since.Add(-2 * longHold)
	q.turn.mu.Unlock()
	if err := q.first.pass(t.Context()); err != nil {
		t.Fatal(err)
	}
	q.mu.Lock()
	if !slices.Equal(q.order, []int{2, 1, 0}) || q.turn.holder != q.first || q.turn.paused != 0 {
		t.Errorf("after %v it holds the turn: %v, %d paused", q.order, q.turn.holder == q.first, q.turn.paused)
	}
	q.mu.Unlock()
	q.first.give()
	q.all.Wait()
}

func TestNobodyLosesTheTurn(t *testing.T) {
	var turn turn
	var all sync.WaitGroup
	held := 0 // by the race detector and by count, one at a time
	for n := range 400 {
		all.Go(func() {
			ctx, cancel := context.WithTimeout(context.Background(), time.Duration(n%7)*100*time.Microsecond)
			defer cancel()
			w := turn.line()
			if w.take(ctx) != nil {
				return
			}
			held++
			runtime.Gosched() // somebody else would come in here
			held--
			w.give()
		})
	}
	all.Wait()
	if turn.holder != nil || len(turn.waiting) != 0 || turn.paused != 0 || held != 0 {
		t.Errorf("held %v, %d wait, %d paused, %d hold it", turn.holder != nil, len(turn.waiting), turn.paused, held)
	}
}

// Who let one go first goes on after that one, before those who came later, and lets nobody go
// again until it has held the turn as long as it waited.
func TestWhoLetOneGoFirstIsNext(t *testing.T) {
	var q turn
	takes := func(w *waiter) <-chan error {
		took := make(chan error, 1)
		go func() { took <- w.take(t.Context()) }()
		return took
	}
	first, one, later := q.line(), q.line(), q.line()
	if err := <-takes(first); err != nil {
		t.Fatal(err)
	}
	first.since = first.since.Add(-2 * longHold)
	ones := takes(one)
	q.waits(t, 1)
	passed := make(chan error, 1)
	go func() { passed <- first.pass(t.Context()) }()
	if err := <-ones; err != nil {
		t.Fatal(err)
	}
	q.waits(t, 1)
	laters := takes(later)
	q.waits(t, 2)
	one.give()
	if err := <-passed; err != nil || q.holder != first {
		t.Fatalf("somebody who came later goes first: %v", err)
	}
	first.since, first.hold = first.since.Add(-2*longHold), 4*longHold
	if err := first.pass(t.Context()); err != nil || q.holder != first {
		t.Errorf("asked again too soon it lets the next one go: %v", err)
	}
	first.give()
	if err := <-laters; err != nil {
		t.Fatal(err)
	}
	later.give()
}
