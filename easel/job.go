package easel

import (
	"context"
	"errors"
	"sync"
	"sync/atomic"

	"proxenos/core/fault"
	"proxenos/core/lesson"
	"proxenos/core/mend"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
)

// A Job is the rehearsal of one lesson, under way or done.
type Job struct {
	Lesson *lesson.Lesson

	key      string   // which lesson of the shelf it is
	others   []string // lessons that are painted and judged the same, and were asked for as well
	version  int      // of it
	shared   bool     // another lesson is the same and waits for it as well
	name     string   // what is painted and judged
	painting string   // what is painted
	place    *waiter
	local    bool               // somebody asked for it here
	here     bool               // it is not asked whether another process paints it
	letGo    context.CancelFunc // ends to wait for another process
	after    *Job               // paints the same and is not done; its canvas will do
	cancel   context.CancelFunc
	done     atomic.Int32
	glanced  chan struct{} // closed once there is a first sight: a glance, or trials
	drafted  chan struct{} // closed once trials may be read
	painted  chan struct{} // closed once rehearsal may be read
	finished chan struct{} // closed once all may be read

	rehearsal *rehearse.Rehearsal
	trials    *rehearse.Rehearsal
	glance    atomic.Pointer[rehearse.Rehearsal] // nil where somebody else painted the canvas, until it is judged
	rough     []rule.Finding                     // what the rules say of the trials, once that was asked
	findings  []rule.Finding
	foreseen  atomic.Pointer[[]rule.Finding]
	err       error
	size      atomic.Int64 // bytes of its canvases

	fromCabinet bool        // its canvas is the one that the cabinet has
	written     atomic.Bool // it was kept before it was judged: then it need not be kept again
	packing     sync.Mutex  // held while its canvases are packed
}

func newJob(l *lesson.Lesson, key string, version int, name, painting string, cancel context.CancelFunc) *Job {
	return &Job{Lesson: l, key: key, version: version, name: name, painting: painting, cancel: cancel,
		glanced: make(chan struct{}), drafted: make(chan struct{}), painted: make(chan struct{}), finished: make(chan struct{})}
}

// ErrSuperseded ends a job whose lesson was changed before it was done.
var ErrSuperseded = errors.New("a newer version of the lesson is being rehearsed")

// ended reports whether nothing of it is under way any more.
func (j *Job) ended() bool {
	select {
	case <-j.finished:
		return true
	default:
		return false
	}
}

// end lets everybody go on who waits, with what there is.
func (j *Job) end(err error) {
	j.err = err
	if err != nil {
		for _, c := range []chan struct{}{j.glanced, j.drafted, j.painted} {
			select {
			case <-c:
			default:
				close(c)
			}
		}
	}
	close(j.finished)
}

// A Stage is how far a rehearsal is.
type Stage string

// The stages, in their order. The last two are the end.
const (
	Painting Stage = "painting" // some steps of the canvas are painted
	Glanced  Stage = "glanced"  // a very coarse canvas is there
	Drafted  Stage = "drafted"  // the coarse canvas is there
	Foreseen Stage = "foreseen" // what the rules will likely say as well
	Painted  Stage = "painted"  // the canvas is there
	Judged   Stage = "judged"   // what the rules say as well
	Failed   Stage = "failed"   // nothing comes of it
)

// Stages are all of them.
func Stages() []Stage { return []Stage{Painting, Glanced, Drafted, Foreseen, Painted, Judged, Failed} }

// Told is what is told of the rehearsal of a lesson.
type Told struct {
	Lesson   string
	Painting string
	Stage    Stage
	Steps    int // painted so far
}

// tell tells everybody who asked how far a job is.
func (e *Easel) tell(j *Job, stage Stage) {
	if e.Told == nil {
		return
	}
	e.mu.Lock()
	keys := append([]string{j.key}, j.others...)
	e.mu.Unlock()
	for _, key := range keys {
		e.Told(Told{key, j.painting, stage, j.Progress()})
	}
}

// weigh finds out how much memory its canvases take.
func (j *Job) weigh() {
	size := j.rehearsal.Bytes() + j.trials.Bytes()
	if g := j.glance.Load(); g != nil {
		size += g.Bytes()
	}
	j.size.Store(int64(size))
}

// putAway packs its canvases. They are unpacked where somebody looks at them.
func (j *Job) putAway() {
	j.packing.Lock()
	defer j.packing.Unlock()
	j.rehearsal.PutAway()
	j.trials.PutAway()
	if g := j.glance.Load(); g != nil {
		g.PutAway()
	}
	j.weigh()
}

// foresee lets the rules look at the coarse canvas: with what they said of both before, that
// tells most of what they will say. It is called by the job that paints, of which there is
// one at a time.
func (j *Job) foresee(ctx context.Context, e *Easel, before *Job) (err error) {
	for _, k := range []*Job{before, j} {
		if k.rough != nil {
			continue
		}
		said, err := e.Check(&rule.Context{Context: ctx, Lesson: k.Lesson, Rehearsal: k.trials})
		if err != nil {
			return err
		}
		k.rough = rule.Told(said)
	}
	list := mend.Foresee(j.Lesson, before.findings, before.rough, j.rough)
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

// Glanced waits for the first sight: a very coarse canvas, or the coarse one.
func (j *Job) Glanced(ctx context.Context) (*rehearse.Rehearsal, error) {
	return j.await(ctx, j.glanced, func() *rehearse.Rehearsal {
		if g := j.glance.Load(); g != nil {
			return g
		}
		return j.trials
	})
}

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
	if !j.ended() {
		return nil, nil, false, nil
	}
	return j.findings, j.rehearsal, true, j.err
}

// isFault reports whether an error is a mistake in the program.
func isFault(err error) bool {
	var f *fault.Fault
	return errors.As(err, &f)
}

func stackOf(err error) string {
	var f *fault.Fault
	if errors.As(err, &f) {
		return string(f.Stack)
	}
	return ""
}
