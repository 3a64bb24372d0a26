package work

import (
	"context"
	"errors"
	"maps"
	"slices"
	"time"

	"github.com/riverqueue/river"

	"proxenos/store"
)

// beats says that this process lives, stops what is not its own any more, and looks after
// what others left.
func (q *Queue) beats() {
	tick := time.NewTicker(beatEvery)
	defer tick.Stop()
	var forgot time.Time
	for {
		select {
		case <-q.ctx.Done():
			return
		case <-tick.C:
		}
		err := q.beat()
		if err == nil && time.Since(forgot) > forgets {
			forgot = time.Now()
			err = q.Store.Forget(q.ctx, keepEnded)
		}
		if err != nil && q.ctx.Err() == nil && !late(err) {
			q.Log.Error("the queue of jobs", "error", err)
		}
	}
}

// late reports whether the database did not answer in time, which those tell who listen to it.
func late(err error) bool { return errors.Is(err, context.DeadlineExceeded) }

// live says that this process lives, where it carries out work.
func (q *Queue) live(ctx context.Context) error {
	if q.Places == 0 {
		return nil
	}
	now := time.Now()
	err := q.Store.Lives(ctx, q.process)
	if err == nil {
		q.lived.Store(now.UnixNano())
	}
	return err
}

// beat says once that this process lives, and for whom it watches.
func (q *Queue) beat() error {
	ctx, cancel := context.WithTimeout(q.ctx, store.SilentFor/2)
	defer cancel()
	if err := q.live(ctx); err != nil {
		return err
	}
	if q.Tabs != nil {
		if err := q.Store.Watch(ctx, q.Tabs()); err != nil {
			return err
		}
	}
	// Those that run now, before it is asked whose they are: one that is taken in between would
	// seem to be somebody else's.
	q.mu.Lock()
	run := slices.Collect(maps.Keys(q.running))
	q.mu.Unlock()
	mine, err := q.Store.Beat(ctx, q.process)
	if err != nil {
		return err
	}
	for _, id := range run {
		if stop, still := mine[id]; !still || stop {
			q.stop(id)
		}
	}
	if err := q.Store.Leave(ctx, leftFor); err != nil {
		return err
	}
	waiting, err := q.Store.Rescue(ctx, store.SilentFor, MostTries)
	if err == nil && waiting > 0 { // a ticket too many does no harm
		if q.Places > q.Running() {
			q.call(ctx, river.QueueDefault)
		}
		if q.Places > 0 {
			q.call(ctx, q.process)
		}
	}
	return err
}
