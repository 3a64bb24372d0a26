// Package easel carries out rehearsals for the server: newest first, one at a
// time for each lesson, with progress, and with the last few kept in memory so
// that frames can be shown and edits go on from where they differ.
//
// It computes nothing itself; it only decides what the core does when.
package easel

import (
	"context"
	"errors"
	"sync"
	"sync/atomic"
	"time"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
)

// An Easel is safe for concurrent use. Make it with [New] and end it with Close.
type Easel struct {
	ctx    context.Context
	cancel context.CancelFunc
	jobs   sync.WaitGroup
	turn   turn // held by the job that paints

	mu   sync.Mutex
	work map[string]*Job // by the hash of the lesson
	kept []*Job          // finished, least recently used first
	most int
	soon time.Duration
}

// New makes an easel that keeps at most that many finished rehearsals.
func New(most int) *Easel {
	ctx, cancel := context.WithCancel(context.Background())
	return &Easel{ctx: ctx, cancel: cancel, work: map[string]*Job{}, most: most, soon: soon}
}

// Close stops all work and waits for it to end.
func (e *Easel) Close() {
	e.cancel()
	e.jobs.Wait()
}

// A Job is the rehearsal of one lesson, under way or done.
type Job struct {
	Lesson *lesson.Lesson

	key      string // which lesson of the shelf it is
	version  int    // of it
	hash     string
	cancel   context.CancelFunc
	done     atomic.Int32
	drafted  chan struct{} // closed once trials may be read
	painted  chan struct{} // closed once rehearsal may be read
	finished chan struct{} // closed once all may be read

	rehearsal *rehearse.Rehearsal
	trials    *rehearse.Rehearsal
	rough     []rule.Finding // what the rules say of the trials, once that was asked
	findings  []rule.Finding
	foreseen  atomic.Pointer[[]rule.Finding]
	err       error
}

// ErrSuperseded ends a job whose lesson was changed before it was done.
var ErrSuperseded = errors.New("a newer version of the lesson is being rehearsed")

// Rehearse returns the job for a lesson, starting it if need be. key names the
// lesson on the shelf, version counts its changes: an unfinished job of an older version
// is stopped, one of a newer is not, for somebody may still ask how it was.
func (e *Easel) Rehearse(key string, version int, l *lesson.Lesson) *Job {
	hash := l.Hash()
	e.mu.Lock()
	defer e.mu.Unlock()
	if j, ok := e.work[hash]; ok {
		j.version = max(j.version, version) // taken back, it is the newest again
		e.touch(j)
		return j
	}
	for _, old := range e.work {
		if old.key == key && old.version < version {
			select {
			case <-old.finished:
			default:
				old.cancel()
			}
		}
	}
	ctx, cancel := context.WithCancel(e.ctx)
	j := &Job{Lesson: l, key: key, version: version, hash: hash, cancel: cancel, drafted: make(chan struct{}), painted: make(chan struct{}), finished: make(chan struct{})}
	e.work[hash] = j
	e.jobs.Go(func() {
		defer cancel()
		e.carryOut(ctx, j)
	})
	return j
}

// touch marks a finished job as just used.
func (e *Easel) touch(j *Job) {
	for i, k := range e.kept {
		if k == j {
			e.kept = append(append(e.kept[:i:i], e.kept[i+1:]...), j)
			return
		}
	}
}

// latest returns the last finished job of a lesson of the shelf, which a new version can
// go on from; an empty one where there is none.
func (e *Easel) latest(key string) *Job {
	e.mu.Lock()
	defer e.mu.Unlock()
	for i := len(e.kept) - 1; i >= 0; i-- {
		if e.kept[i].key == key {
			return e.kept[i]
		}
	}
	return &Job{}
}

func (e *Easel) carryOut(ctx context.Context, j *Job) {
	err := e.paint(ctx, j)
	e.mu.Lock()
	defer e.mu.Unlock()
	if err != nil {
		if e.ctx.Err() == nil && ctx.Err() != nil {
			err = ErrSuperseded
		}
		j.err = err
		delete(e.work, j.hash) // asked again, it starts again
		for _, c := range []chan struct{}{j.drafted, j.painted} {
			select {
			case <-c:
			default:
				close(c)
			}
		}
	} else {
		e.kept = append(e.kept, j)
		for len(e.kept) > e.most {
			delete(e.work, e.kept[0].hash)
			e.kept = e.kept[1:]
		}
	}
	close(j.finished)
}

func (e *Easel) paint(ctx context.Context, j *Job) error {
	if err := e.turn.take(ctx); err != nil {
		return err
	}
	defer e.turn.give()
	before := e.latest(j.key)
	// The coarse canvas is there in a third of the time, and is wanted for trials anyway.
	began := time.Now()
	coarse, err := rehearse.Again(ctx, before.trials, j.Lesson, rehearse.CoarseCell, nil)
	if err != nil {
		return err
	}
	j.trials = coarse
	close(j.drafted)
	if before.trials != nil && time.Since(began) > e.soon {
		if err := j.foresee(ctx, before); err != nil {
			return err
		}
	}
	r, err := rehearse.Again(ctx, before.rehearsal, j.Lesson, rehearse.FineCell, func(done, _ int) { j.done.Store(int32(done)) })
	if err != nil {
		return err
	}
	j.rehearsal = r
	close(j.painted)
	j.findings, err = rule.Check(&rule.Context{Context: ctx, Lesson: j.Lesson, Rehearsal: r, Trials: j.trials})
	return err
}

// soon is in what time a coarse canvas is painted whose fine one is worth waiting for;
// after a longer one the rules look at the coarse one first.
const soon = 150 * time.Millisecond

// foresee lets the rules look at the coarse canvas: with what they said of both before, that
// tells most of what they will say. It is called by the job that paints, of which there is
// one at a time.
func (j *Job) foresee(ctx context.Context, before *Job) (err error) {
	for _, k := range []*Job{before, j} {
		if k.rough != nil {
			continue
		}
		if k.rough, err = rule.Check(&rule.Context{Context: ctx, Lesson: k.Lesson, Rehearsal: k.trials}); err != nil {
			return err
		}
	}
	list := rule.Foresee(j.Lesson, before.findings, before.rough, j.rough)
	j.foreseen.Store(&list)
	return nil
}

// Foreseen returns what the rules will likely say and the coarse canvas by which it is
// known; ok is false before that, and where nothing is known of the lesson before it was
// changed.
func (j *Job) Foreseen() (list []rule.Finding, r *rehearse.Rehearsal, ok bool) {
	if p := j.foreseen.Load(); p != nil {
		return *p, j.trials, true
	}
	return nil, nil, false
}

// Progress is the number of steps painted so far.
func (j *Job) Progress() int { return int(j.done.Load()) }

// Drafted waits for the coarse canvas.
func (j *Job) Drafted(ctx context.Context) (*rehearse.Rehearsal, error) {
	return j.await(ctx, j.drafted, func() *rehearse.Rehearsal { return j.trials })
}

// Painted waits for the canvas.
func (j *Job) Painted(ctx context.Context) (*rehearse.Rehearsal, error) {
	return j.await(ctx, j.painted, func() *rehearse.Rehearsal { return j.rehearsal })
}

func (j *Job) await(ctx context.Context, ready <-chan struct{}, made func() *rehearse.Rehearsal) (*rehearse.Rehearsal, error) {
	select {
	case <-ready:
	case <-ctx.Done():
		return nil, ctx.Err()
	}
	if r := made(); r != nil {
		return r, nil
	}
	<-j.finished
	return nil, j.err
}

// Judged waits for the findings.
func (j *Job) Judged(ctx context.Context) ([]rule.Finding, error) {
	select {
	case <-j.finished:
		return j.findings, j.err
	case <-ctx.Done():
		return nil, ctx.Err()
	}
}

// Found returns the findings once they are known; ok is false before.
func (j *Job) Found() (list []rule.Finding, r *rehearse.Rehearsal, ok bool, err error) {
	select {
	case <-j.finished:
		return j.findings, j.rehearsal, true, j.err
	default:
		return nil, nil, false, nil
	}
}
