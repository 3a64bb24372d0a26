package easel

import (
	"context"
	"errors"
	"slices"
	"sync"
	"testing"
	"time"
)

func TestTheTurnGoesToTheNewest(t *testing.T) {
	var turn turn
	if err := turn.take(context.Background()); err != nil {
		t.Fatal(err)
	}
	var order []int
	var mu sync.Mutex
	var all sync.WaitGroup
	waits := func(n int) {
		for {
			turn.mu.Lock()
			is := len(turn.waiting)
			turn.mu.Unlock()
			if is == n {
				return
			}
			time.Sleep(time.Millisecond)
		}
	}
	for n := range 4 {
		all.Go(func() {
			if err := turn.take(context.Background()); err != nil {
				t.Error(err)
			}
			mu.Lock()
			order = append(order, n)
			mu.Unlock()
			turn.give()
		})
		waits(n + 1)
	}
	gone, cancel := context.WithCancel(context.Background())
	all.Go(func() {
		if err := turn.take(gone); !errors.Is(err, context.Canceled) {
			t.Errorf("who gives up: %v", err)
		}
	})
	waits(5)
	cancel()
	waits(4)
	turn.give()
	all.Wait()
	if !slices.Equal(order, []int{3, 2, 1, 0}) {
		t.Errorf("the order is %v", order)
	}
	if err := turn.take(gone); err == nil {
		t.Error("taken by somebody who has gone")
	}
	if err := turn.take(context.Background()); err != nil || !turn.held {
		t.Errorf("it is free: %v", err)
	}
}

func TestNobodyLosesTheTurn(t *testing.T) {
	var turn turn
	var all sync.WaitGroup
	held := 0 // by the race detector and by count, one at a time
	for n := range 400 {
		all.Go(func() {
			ctx, cancel := context.WithTimeout(context.Background(), time.Duration(n%7)*100*time.Microsecond)
			defer cancel()
			if turn.take(ctx) != nil {
				return
			}
			held++
			time.Sleep(50 * time.Microsecond)
			held--
			turn.give()
		})
	}
	all.Wait()
	if turn.held || len(turn.waiting) != 0 || held != 0 {
		t.Errorf("held %v, %d wait, %d hold it", turn.held, len(turn.waiting), held)
	}
}
