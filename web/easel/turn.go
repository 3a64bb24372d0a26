package easel

import (
	"context"
	"slices"
	"sync"
)

// A turn is held by one at a time, and goes to the newest of those who wait: what somebody
// has just changed comes before what a shelf full of lessons asked for. The zero value is
// free.
type turn struct {
	mu      sync.Mutex
	held    bool
	waiting []chan struct{} // closed when its owner holds the turn
}

// take waits for the turn. It fails with the error of ctx, and does not hold it then.
func (t *turn) take(ctx context.Context) error {
	t.mu.Lock()
	if err := ctx.Err(); err != nil || !t.held {
		t.held = t.held || err == nil
		t.mu.Unlock()
		return err
	}
	mine := make(chan struct{})
	t.waiting = append(t.waiting, mine)
	t.mu.Unlock()
	select {
	case <-mine:
		return nil
	case <-ctx.Done():
	}
	t.mu.Lock()
	i := slices.Index(t.waiting, mine)
	if i >= 0 {
		t.waiting = slices.Delete(t.waiting, i, i+1)
	}
	t.mu.Unlock()
	if i < 0 { // it was given at the same moment
		t.give()
	}
	return ctx.Err()
}

// give passes the turn on.
func (t *turn) give() {
	t.mu.Lock()
	defer t.mu.Unlock()
	if n := len(t.waiting); n > 0 {
		close(t.waiting[n-1])
		t.waiting = t.waiting[:n-1]
		return
	}
	t.held = false
}
