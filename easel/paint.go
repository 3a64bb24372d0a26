package easel

import (
	"cmp"
	"context"
	"time"

	"golang.org/x/sync/errgroup"

	"proxenos/core/fault"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
)

// before returns what a job can go on from: the one that painted the same while it waited, the
// last finished one of its lesson, or what the cabinet has. An empty one where there is nothing.
func (e *Easel) before(ctx context.Context, j *Job) *Job {
	e.mu.Lock()
	last := e.latest[j.key]
	if same := j.after; same != nil && same.ended() && same.err == nil {
		last = same
	}
	j.after = nil
	e.mu.Unlock()
	if last == nil {
		if err := e.takeOut(ctx, j.key, j.painting); err != nil && ctx.Err() == nil {
			e.Log.Warn("a kept canvas cannot be used", "lesson", j.key, "error", err)
		}
		e.mu.Lock()
		last = e.latest[j.key]
		e.mu.Unlock()
	}
	if last == nil {
		return &Job{}
	}
	return last
}

func (e *Easel) carryOut(ctx context.Context, j *Job) {
	err := e.paint(ctx, j)
	if err == nil {
		j.weigh()
	}
	e.mu.Lock()
	var pack []*Job
	switch {
	case err == nil:
		pack = e.keep(j)
	case e.ctx.Err() == nil && ctx.Err() != nil:
		err = ErrSuperseded
		delete(e.work, j.name) // asked again, it starts again
	default:
		delete(e.work, j.name)
		e.failed(j, err)
	}
	j.end(err)
	e.mu.Unlock()
	if err == nil {
		e.tell(j, Judged)
	} else {
		e.tell(j, Failed)
	}
	packAll(pack)
}

// paint carries a job out, when it is its turn.
func (e *Easel) paint(ctx context.Context, j *Job) (err error) {
	defer fault.Catch(&err)
	if j.after != nil {
		select {
		case <-j.after.finished:
		case <-ctx.Done():
			return ctx.Err()
		}
	}
	if err := e.elsewhere(ctx, j); err != nil {
		return err
	}
	if err := j.place.take(ctx); err != nil {
		return err
	}
	defer j.place.give()
	before := e.before(ctx, j)
	if before.painting != j.painting {
		if exact := e.exactly(ctx, j); exact != nil {
			before = exact
		}
	}
	var waits error // it is not its turn any more
	step := func(done, _ int) {
		if waits == nil {
			waits = j.place.pass(ctx)
		}
	}
	// Who changes something sees at once what becomes of it.
	glance := before.glance.Load()
	if before.painting != j.painting {
		if glance, err = rehearse.Again(ctx, glance, j.Lesson, rehearse.GlanceCell, step); err != nil {
			return err
		}
	}
	if glance != nil {
		j.glance.Store(glance)
		close(j.glanced)
		e.tell(j, Glanced)
	}
	// The coarse canvas is there in a third of the time, and is wanted for trials anyway.
	began := time.Now()
	coarse, err := rehearse.Again(ctx, before.trials, j.Lesson, rehearse.CoarseCell, step)
	if err != nil {
		return err
	}
	j.trials = coarse
	if glance == nil {
		close(j.glanced)
	}
	close(j.drafted)
	e.tell(j, Drafted)
	if before.trials != nil && before.findings != nil && time.Since(began) > e.soon {
		if err := j.foresee(ctx, e, before); err != nil {
			return err
		}
		e.tell(j, Foreseen)
	}
	r, err := rehearse.Again(ctx, before.rehearsal, j.Lesson, rehearse.FineCell, func(done, of int) {
		j.done.Store(int32(done))
		e.tell(j, Painting)
		step(done, of)
	})
	if err != nil {
		return err
	}
	j.rehearsal, j.fromCabinet = r, before.fromCabinet && before.painting == j.painting
	if j.Progress() > 0 {
		e.painted.Add(1)
		e.Log.Info("painted", "lesson", j.key, "painting", j.painting[:12], "steps", j.Progress(), "seconds", time.Since(began).Seconds())
	}
	close(j.painted)
	e.tell(j, Painted)
	var beside errgroup.Group
	if glance == nil { // the first change of a lesson that was painted before goes on from it
		beside.Go(func() (err error) {
			defer fault.Catch(&err)
			first, err := rehearse.Again(ctx, nil, j.Lesson, rehearse.GlanceCell, nil)
			if err == nil {
				j.glance.Store(first)
			}
			return err
		})
	}
	found, err := e.Check(&rule.Context{Context: ctx, Lesson: j.Lesson, Rehearsal: r, Trials: j.trials, Fell: func(rule string, err error) {
		e.Log.Error("a rule fell over", "rule", rule, "lesson", j.key, "error", err, "stack", stackOf(err))
	}})
	j.findings = rule.Told(found) // their ideas would hold on to the canvases
	return cmp.Or(beside.Wait(), err)
}

// elsewhere waits until another process has painted what it is to paint, if that is so. It ends
// as soon as somebody wants it painted here, for it may be what that one waits for.
func (e *Easel) elsewhere(ctx context.Context, j *Job) error {
	if e.Elsewhere == nil {
		return nil
	}
	waits, letGo := context.WithCancel(ctx)
	defer letGo()
	e.mu.Lock()
	j.letGo = letGo
	here, version := j.here, j.version
	e.mu.Unlock()
	if here {
		return nil
	}
	if err := e.Elsewhere(waits, j.key, version); err != nil && waits.Err() == nil {
		e.Log.Warn("what another process paints did not come: it is painted here", "lesson", j.key, "error", err)
	}
	return ctx.Err()
}

// soon is in what time a coarse canvas is painted whose fine one is worth waiting for;
// after a longer one the rules look at the coarse one first.
const soon = 150 * time.Millisecond
