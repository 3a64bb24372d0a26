package easel

import (
	"context"
	"encoding/binary"
	"errors"
	"sync"
	"time"

	"golang.org/x/sync/errgroup"

	"proxenos/core/fault"
	"proxenos/core/rehearse"
)

// A keeper writes the last canvas of a lesson into the cabinet once nobody has changed the
// lesson for a while.
type keeper struct {
	e       *Easel
	mu      sync.Mutex
	pending map[string]*Job // by lesson
	since   map[string]time.Time
	wake    chan struct{}
	ended   chan struct{}
}

const (
	quiet      = 4 * time.Second  // after which a lesson is kept
	canvasMost = 24 << 20         // bytes of a fine canvas that is kept, about
	draftMost  = 6 << 20          // and of a coarse one
	keepWithin = 10 * time.Second // that keeping a canvas may take
)

func (k *keeper) start(e *Easel) {
	k.e, k.pending, k.since, k.wake, k.ended = e, map[string]*Job{}, map[string]time.Time{}, make(chan struct{}, 1), make(chan struct{})
	if e.Cabinet == nil {
		close(k.ended)
		return
	}
	go k.keepAll()
}

// busy says that a lesson is being changed.
func (k *keeper) busy(lesson string) {
	k.mu.Lock()
	defer k.mu.Unlock()
	if _, waits := k.since[lesson]; waits {
		k.since[lesson] = time.Now()
	}
}

// put takes a finished job in, to be kept when its lesson is quiet.
func (k *keeper) put(j *Job) {
	if k.e.Cabinet == nil || j.fromCabinet || j.written.CompareAndSwap(true, false) {
		return
	}
	k.mu.Lock()
	k.pending[j.key], k.since[j.key] = j, time.Now()
	k.mu.Unlock()
	select {
	case k.wake <- struct{}{}:
	default:
	}
}

// next is a job whose lesson has been quiet for so long, or how long until there is one; a
// negative time when nothing is pending.
func (k *keeper) next(quiet time.Duration) (*Job, time.Duration) {
	k.mu.Lock()
	defer k.mu.Unlock()
	wait := time.Duration(-1)
	for lesson, j := range k.pending {
		left := quiet - time.Since(k.since[lesson])
		if left <= 0 {
			delete(k.pending, lesson)
			delete(k.since, lesson)
			return j, 0
		}
		if wait < 0 || left < wait {
			wait = left
		}
	}
	return nil, wait
}

func (k *keeper) keepAll() {
	defer close(k.ended)
	for k.e.ctx.Err() == nil {
		j, wait := k.next(quiet)
		if j != nil {
			k.keep(j)
			continue
		}
		var later <-chan time.Time
		if wait >= 0 {
			later = time.After(wait)
		}
		select {
		case <-k.wake:
		case <-later:
		case <-k.e.ctx.Done():
		}
	}
	for j, _ := k.next(0); j != nil; j, _ = k.next(0) {
		k.keep(j)
	}
}

// end waits until everything is kept.
func (k *keeper) end() { <-k.ended }

// keep writes one canvas into the cabinet. That it cannot is no harm: it can be painted again.
func (k *keeper) keep(j *Job) {
	ctx, cancel := context.WithTimeout(context.WithoutCancel(k.e.ctx), keepWithin)
	defer cancel()
	body, err := j.encode()
	if err == nil {
		err = k.e.Cabinet.Keep(ctx, j.key, j.painting, body)
	}
	if err != nil {
		k.e.Log.Warn("a canvas was not kept", "lesson", j.key, "error", err, "stack", stackOf(err))
	}
}

// KeepNow keeps the canvas of a job that is painted at once, so that other processes can take it
// over. It is no harm when that fails: they paint it then.
func (e *Easel) KeepNow(j *Job) {
	if e.Cabinet == nil || j.fromCabinet {
		return
	}
	k := &e.store
	k.mu.Lock()
	if k.pending[j.key] == j {
		delete(k.pending, j.key)
		delete(k.since, j.key)
	}
	k.mu.Unlock()
	j.written.Store(!j.ended())
	k.keep(j)
}

// encode writes both canvases: the length of the coarse one, it, and the fine one.
func (j *Job) encode() (body []byte, err error) {
	defer fault.Catch(&err)
	j.packing.Lock()
	defer j.packing.Unlock()
	coarse, err := j.trials.Encode(draftMost)
	if err != nil {
		return nil, err
	}
	fine, err := j.rehearsal.Encode(canvasMost)
	if err != nil {
		return nil, err
	}
	body = binary.LittleEndian.AppendUint64(make([]byte, 0, 8+len(coarse)+len(fine)), uint64(len(coarse)))
	return append(append(body, coarse...), fine...), nil
}

// decode reads what [Job.encode] wrote.
func decode(body []byte) (j *Job, err error) {
	defer fault.Catch(&err)
	if len(body) < 8 || binary.LittleEndian.Uint64(body) > uint64(len(body)-8) {
		return nil, errors.New("it is cut short")
	}
	n := binary.LittleEndian.Uint64(body)
	j = &Job{}
	var g errgroup.Group
	g.Go(func() (err error) {
		defer fault.Catch(&err)
		j.trials, err = rehearse.Decode(body[8 : 8+n])
		return err
	})
	g.Go(func() (err error) {
		defer fault.Catch(&err)
		j.rehearsal, err = rehearse.Decode(body[8+n:])
		return err
	})
	if err := g.Wait(); err != nil {
		return nil, err
	}
	j.Lesson = j.rehearsal.Lesson
	j.painting, j.fromCabinet = j.Lesson.Painting(), true
	return j, nil
}

// exactly is the canvas of what a job paints, where the cabinet has it; nil where it has not.
func (e *Easel) exactly(ctx context.Context, j *Job) *Job {
	if e.Cabinet == nil {
		return nil
	}
	body, err := e.Cabinet.Exactly(ctx, j.painting)
	var kept *Job
	if err == nil && body != nil {
		kept, err = decode(body)
	}
	if err != nil {
		if ctx.Err() == nil {
			e.Log.Warn("a kept canvas cannot be used", "lesson", j.key, "error", err)
		}
		return nil
	}
	return kept
}

// takeOut takes what the cabinet has of a lesson in as its last canvas, once at a time.
func (e *Easel) takeOut(ctx context.Context, lesson, painting string) error {
	if e.Cabinet == nil {
		return nil
	}
	_, err, _ := e.taking.Do(lesson, func() (any, error) {
		e.mu.Lock()
		there := e.latest[lesson] != nil
		e.mu.Unlock()
		if there {
			return nil, nil
		}
		body, err := e.Cabinet.Canvas(ctx, lesson, painting)
		if err != nil || body == nil {
			return nil, err
		}
		j, err := decode(body)
		if err != nil {
			return nil, err
		}
		j.key, j.name = lesson, "cabinet/"+lesson
		j.weigh()
		e.mu.Lock()
		var pack []*Job
		if e.latest[lesson] == nil {
			pack = e.keep(j)
		}
		e.mu.Unlock()
		packAll(pack)
		return nil, nil
	})
	return err
}
