package work

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"time"

	"github.com/riverqueue/river"

	"proxenos/core/fault"
	"proxenos/store"
)

// stop stops a job that is carried out here.
func (q *Queue) stop(id string) {
	q.mu.Lock()
	defer q.mu.Unlock()
	if r := q.running[id]; r != nil {
		r.stopped = true
		r.cancel(errStopped)
	}
}

// Running is how many jobs are carried out here.
func (q *Queue) Running() int {
	q.mu.Lock()
	defer q.mu.Unlock()
	return len(q.running)
}

// take is the job whose turn it is. A place is kept free for what somebody looks at: what can
// wait takes all but one.
func (q *Queue) take(ctx context.Context, bound bool) (store.Job, error) {
	q.taking.Lock()
	defer q.taking.Unlock()
	q.mu.Lock()
	batch := 0
	for _, r := range q.running {
		if r.batch {
			batch++
		}
	}
	q.mu.Unlock()
	j, err := q.Store.Take(ctx, q.process, batch < max(1, q.Places-1), bound)
	if err == nil && j.Bound { // its canvas is here from now on
		if _, err := q.Holds(ctx, j.LessonID); err != nil {
			q.Log.Warn("whose canvas it is was not told", "lesson", j.LessonID, "error", err)
		}
	}
	if err == nil {
		q.mu.Lock()
		q.running[j.ID] = &running{batch: j.Batch, cancel: func(error) {}}
		q.mu.Unlock()
	}
	return j, err
}

// next carries out the job whose turn it is, if there is one; of those alone that are bound to
// a canvas, when bound says so.
func (q *Queue) next(ctx context.Context, bound bool) {
	j, err := q.take(ctx, bound)
	if err != nil {
		if !errors.Is(err, store.ErrNotFound) && !late(err) && ctx.Err() == nil {
			q.Log.Error("no job could be taken", "error", err)
		}
		return
	}
	ctx, cancel := context.WithCancelCause(ctx)
	defer cancel(nil)
	q.mu.Lock()
	r := q.running[j.ID]
	r.cancel = cancel
	if r.stopped { // at the same moment
		cancel(errStopped)
	}
	q.mu.Unlock()
	result, err := q.carryOut(ctx, j)
	q.mu.Lock()
	stopped := r.stopped
	q.mu.Unlock()
	defer func() {
		q.mu.Lock()
		delete(q.running, j.ID)
		q.mu.Unlock()
		q.call(context.WithoutCancel(ctx), river.QueueDefault) // its place is free: something may wait for it
	}()
	// What came of it is written down even when the process is about to end.
	last, done := context.WithTimeout(context.WithoutCancel(ctx), closeLater)
	defer done()
	if err := q.end(last, j, result, err, stopped, ctx.Err() != nil); err != nil && !errors.Is(err, store.ErrNotFound) {
		q.Log.Warn("the end of a job was not written down: it is begun again", "job", j.ID, "kind", j.Kind, "error", err)
	}
}

// end writes down what has become of a job. One that a fault or the end of this process kept
// from its end waits again.
func (q *Queue) end(ctx context.Context, j store.Job, result []byte, err error, stopped, ended bool) error {
	var f *fault.Fault
	switch {
	case err == nil:
		return q.Store.End(ctx, j.ID, q.process, store.Done, string(result), "")
	case stopped:
		return q.Store.End(ctx, j.ID, q.process, store.Stopped, "", "")
	case errors.As(err, &f):
		q.Log.Error("a job fell over", "job", j.ID, "kind", j.Kind, "lesson", j.LessonID, "try", j.Tries, "error", err, "stack", string(f.Stack))
		return q.again(ctx, j, q.Refuse(err))
	case ended, errors.Is(err, store.ErrUnavailable):
		return q.again(ctx, j, "it was begun too often without coming to its end")
	}
	return q.Store.End(ctx, j.ID, q.process, store.Failed, "", q.Refuse(err))
}

// again lets a job wait for its turn once more.
func (q *Queue) again(ctx context.Context, j store.Job, why string) error {
	err := q.Store.Again(ctx, j.ID, q.process, MostTries, why)
	if err == nil {
		q.call(ctx, river.QueueDefault)
	}
	return err
}

type soFar struct{}

// SoFar tells whoever waits for the job that is carried out under a context how far it is, and
// what has come of it so far: of the type of its result. Under any other context it does nothing.
func SoFar(ctx context.Context, said string, result any) {
	if tell, ok := ctx.Value(soFar{}).(func(string, any)); ok {
		tell(said, result)
	}
}

// carryOut does what a job asks for, and returns what came of it as JSON.
func (q *Queue) carryOut(ctx context.Context, j store.Job) (result []byte, err error) {
	defer fault.Catch(&err)
	do := q.Kinds[j.Kind]
	if do == nil {
		return nil, fmt.Errorf("%q: %w", j.Kind, ErrUnknown)
	}
	var last time.Time
	told := func(err error) {
		if err != nil && ctx.Err() == nil && !errors.Is(err, store.ErrNotFound) && !late(err) {
			q.Log.Error("how far a job is was not told", "job", j.ID, "error", err)
		}
	}
	partly := func(said string, result any) {
		text, err := json.Marshal(result)
		if err == nil {
			err = q.Store.TellSoFar(ctx, j.ID, q.process, said, string(text))
		}
		told(err)
	}
	out, err := do(context.WithValue(ctx, soFar{}, partly), j, func(said string) {
		if time.Since(last) < sayEvery {
			return
		}
		last = time.Now()
		told(q.Store.Tell(ctx, j.ID, q.process, said))
	})
	if err == nil {
		err = ctx.Err()
	}
	if err != nil {
		return nil, err
	}
	return json.Marshal(out)
}
