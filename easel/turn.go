package easel

import (
	"context"
	"slices"
	"sync"
	"time"
)

// A turn is held by one at a time. It goes to who was asked for last: what somebody has just
// changed comes before what a shelf full of lessons asked for, and who is asked for again
// rises. But nobody waits for ever: who let others go first goes on after those, for as long as
// it waited at least, and who has waited long comes first. The zero value is free.
type turn struct {
	mu      sync.Mutex
	holder  *waiter
	waiting []*waiter // asked for last at the end
	paused  int       // of those that wait, who have begun
}

// A waiter holds the turn, or waits for it.
type waiter struct {
	turn   *turn
	mine   chan struct{} // closed when it holds the turn
	since  time.Time     // when it began to wait, or to hold the turn
	paused bool          // it has held it before
	lets   int           // how many it still lets go first
	hold   time.Duration // how long it then holds it at least: as long as it waited
}

const (
	longWait   = 8 * time.Second        // after which who waits comes before the newest
	longHold   = 500 * time.Millisecond // after which who holds the turn lets others go first
	mostPaused = 1                      // of those who have begun may wait at once: each holds a canvas
)

// line returns one who can wait for the turn.
func (t *turn) line() *waiter { return &waiter{turn: t} }

// take waits for the turn. It fails with the error of ctx, and does not hold it then.
func (w *waiter) take(ctx context.Context) error {
	t := w.turn
	t.mu.Lock()
	if err := ctx.Err(); err != nil {
		t.mu.Unlock()
		return err
	}
	w.since = time.Now()
	if t.holder == nil {
		t.holder = w
		t.mu.Unlock()
		return nil
	}
	w.mine = make(chan struct{})
	if w.paused { // others go first
		t.paused++
		t.waiting = slices.Insert(t.waiting, 0, w)
	} else {
		t.waiting = append(t.waiting, w)
	}
	mine := w.mine
	t.mu.Unlock()
	select {
	case <-mine:
		return nil
	case <-ctx.Done():
	}
	t.mu.Lock()
	defer t.mu.Unlock()
	if i := slices.Index(t.waiting, w); i >= 0 {
		t.leave(i)
	} else { // it was given at the same moment
		t.next()
	}
	return ctx.Err()
}

// give passes the turn on.
func (w *waiter) give() {
	w.turn.mu.Lock()
	defer w.turn.mu.Unlock()
	w.turn.next()
}

// rise makes who waits the next one.
func (w *waiter) rise() {
	t := w.turn
	t.mu.Lock()
	defer t.mu.Unlock()
	if i := slices.Index(t.waiting, w); i >= 0 {
		t.waiting = append(slices.Delete(t.waiting, i, i+1), w)
	}
}

// pass lets others go first, where some wait and it has been held for long; it returns when
// the turn is held again.
func (w *waiter) pass(ctx context.Context) error {
	t := w.turn
	t.mu.Lock()
	if len(t.waiting) == 0 || t.paused >= mostPaused || time.Since(w.since) < max(longHold, w.hold) {
		t.mu.Unlock()
		return nil
	}
	w.paused, w.lets = true, len(t.waiting)-1 // one of them goes now
	t.next()
	t.mu.Unlock()
	return w.take(ctx)
}

// next gives the turn to the next. The lock must be held.
func (t *turn) next() {
	t.holder = nil
	if len(t.waiting) == 0 {
		return
	}
	i := len(t.waiting) - 1
	for k, w := range t.waiting {
		if time.Since(w.since) > longWait && w.since.Before(t.waiting[i].since) {
			i = k
		}
	}
	if k := slices.IndexFunc(t.waiting, func(w *waiter) bool { return w.paused }); k >= 0 && k != i {
		// It lets as many go first as waited when it let them, and not everybody who comes.
		if p := t.waiting[k]; p.lets == 0 {
			i = k
		} else {
			p.lets--
		}
	}
	w := t.leave(i)
	if w.paused {
		w.hold = time.Since(w.since)
	}
	w.since, t.holder = time.Now(), w
	close(w.mine)
}

// leave takes one out of those who wait. The lock must be held.
func (t *turn) leave(i int) *waiter {
	w := t.waiting[i]
	t.waiting = slices.Delete(t.waiting, i, i+1)
	if w.paused {
		t.paused--
	}
	return w
}
