package studio

import (
	"context"
	"errors"
	"log/slog"
	"sync"
	"time"

	"proxenos/easel"
	"proxenos/store"
)

// A Teller tells those who watch how far rehearsals are, through the database, so that they
// hear it at whatever process they are. Who paints never waits for it: what is told of a lesson
// takes the place of what was not sent yet. Make it with [NewTeller] and end it with Close.
type Teller struct {
	store  *store.Store
	log    *slog.Logger
	cancel context.CancelFunc
	ended  chan struct{}

	mu   sync.Mutex
	next map[string]easel.Told // by lesson
	wake chan struct{}
}

// How often a lesson's progress is told at most, and how long telling may take.
const (
	tellEvery  = 100 * time.Millisecond
	tellWithin = 2 * time.Second
)

// NewTeller makes one.
func NewTeller(s *store.Store, log *slog.Logger) *Teller {
	ctx, cancel := context.WithCancel(context.Background())
	t := &Teller{store: s, log: log, cancel: cancel, ended: make(chan struct{}), next: map[string]easel.Told{}, wake: make(chan struct{}, 1)}
	go t.tellAll(ctx)
	return t
}

// Close ends it; what was not told by then is not told.
func (t *Teller) Close() {
	t.cancel()
	<-t.ended
}

// Tell takes in how far a rehearsal is.
func (t *Teller) Tell(now easel.Told) {
	t.mu.Lock()
	t.next[now.Lesson] = now
	t.mu.Unlock()
	select {
	case t.wake <- struct{}{}:
	default:
	}
}

func (t *Teller) tellAll(ctx context.Context) {
	defer close(t.ended)
	for {
		select {
		case <-ctx.Done():
			return
		case <-t.wake:
		}
		t.mu.Lock()
		all := t.next
		t.next = map[string]easel.Told{}
		t.mu.Unlock()
		for _, now := range all {
			if err := t.tell(ctx, now); err != nil && ctx.Err() == nil && !passes(err) {
				t.log.Error("how far a rehearsal is was not told", "lesson", now.Lesson, "error", err)
			}
		}
		select {
		case <-ctx.Done():
			return
		case <-time.After(tellEvery):
		}
	}
}

// passes reports whether nobody need know of an error: the lesson is gone, or the database
// was late, which those tell who listen to it.
func passes(err error) bool {
	return errors.Is(err, store.ErrNotFound) || errors.Is(err, context.DeadlineExceeded)
}

func (t *Teller) tell(ctx context.Context, now easel.Told) error {
	ctx, cancel := context.WithTimeout(ctx, tellWithin)
	defer cancel()
	return t.store.Announce(ctx, store.Event{Kind: store.CanvasEvent, Lesson: now.Lesson, Painting: now.Painting, Stage: string(now.Stage), Steps: now.Steps})
}
