// Package easel carries out rehearsals for the server: what was asked for last comes first,
// one paints at a time, with progress, and the last canvases are kept within a budget so
// that frames can be shown and edits go on from where they differ. What was painted once is
// kept in a cabinet, from which an edit goes on after the program was started anew.
//
// It computes nothing itself; it only decides what the core does when.
package easel

import (
	"context"
	"log/slog"
	"slices"
	"sync"
	"sync/atomic"
	"time"

	"github.com/hashicorp/golang-lru/v2/simplelru"
	"golang.org/x/sync/singleflight"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
)

// A Cabinet keeps the last canvas of every lesson, between runs of the program.
type Cabinet interface {
	// Canvas returns what was last kept of a lesson, or of another one that is painted the
	// same; nothing where there is none.
	Canvas(ctx context.Context, lesson, painting string) ([]byte, error)
	// Exactly returns the canvas of a painting; nothing where none is kept.
	Exactly(ctx context.Context, painting string) ([]byte, error)
	// Keep keeps the canvas of a lesson in the place of the one before.
	Keep(ctx context.Context, lesson, painting string, canvas []byte) error
}

// Options say how an easel works.
type Options struct {
	Memory  int64   // bytes that canvases which are kept may take; 0 for some
	Cabinet Cabinet // nil for none
	Log     *slog.Logger
	Check   func(*rule.Context) ([]rule.Finding, error) // who judges; the rules, when left out
	// Elsewhere sees to it that what another process paints of a lesson is in the cabinet, and
	// returns once it is, or at once where the lesson is painted here; nil where nobody else paints.
	Elsewhere func(ctx context.Context, lesson string, version int) error
	Told      func(Told) // is told how far rehearsals are, and does not wait; nobody, when left out
}

// usualMemory is for those who do not say.
const usualMemory = 600 << 20

// An Easel is safe for concurrent use. Make it with [New] and end it with Close.
type Easel struct {
	Options
	ctx    context.Context
	cancel context.CancelFunc
	jobs   sync.WaitGroup
	turn   turn // held by the job that paints
	soon   time.Duration

	mu     sync.Mutex
	work   map[string]*Job              // by what is painted and judged
	kept   *simplelru.LRU[string, *Job] // finished, by the same
	latest map[string]*Job              // of each lesson the last that finished, while it is kept
	asked  map[string]bool              // lessons that the cabinet was asked for
	store  keeper
	taking singleflight.Group

	painted atomic.Int64
}

// New makes an easel.
func New(o Options) *Easel {
	if o.Memory <= 0 {
		o.Memory = usualMemory
	}
	if o.Check == nil {
		o.Check = rule.Check
	}
	if o.Log == nil {
		o.Log = slog.New(slog.DiscardHandler)
	}
	ctx, cancel := context.WithCancel(context.Background())
	e := &Easel{Options: o, ctx: ctx, cancel: cancel, soon: soon, work: map[string]*Job{}, latest: map[string]*Job{}, asked: map[string]bool{}}
	kept, err := simplelru.NewLRU[string, *Job](1<<20, nil) // the budget bounds it, not the count
	if err != nil {
		panic(err) // only a size of 0 could do it
	}
	e.kept = kept
	e.store.start(e)
	return e
}

// Adopt takes canvases in that somebody else has painted of a lesson, with what the rules say of
// them, so that nobody paints them again.
func (e *Easel) Adopt(key string, version int, coarse, fine *rehearse.Rehearsal, findings []rule.Finding) *Job {
	l := fine.Lesson
	painting := l.Painting()
	j := newJob(l, key, version, painting+"/"+l.Judging(), painting, func() {})
	j.place, j.trials, j.rehearsal, j.findings = e.turn.line(), coarse, fine, findings
	j.done.Store(int32(len(l.Steps)))
	close(j.glanced)
	close(j.drafted)
	close(j.painted)
	close(j.finished)
	j.weigh()
	e.mu.Lock()
	var pack []*Job
	if e.work[j.name] == nil {
		e.work[j.name] = j
		pack = e.keep(j)
	}
	e.mu.Unlock()
	packAll(pack)
	return j
}

// Kept is how many canvases are kept, and how many bytes they take.
func (e *Easel) Kept() (canvases int, bytes int64) {
	e.mu.Lock()
	defer e.mu.Unlock()
	for _, j := range e.kept.Values() {
		canvases++
		bytes += j.size.Load()
	}
	return canvases, bytes
}

// Painted is how many canvases were painted here, from the beginning or from where they differ.
func (e *Easel) Painted() int64 { return e.painted.Load() }

// Close stops all work, waits for it to end and keeps what is not kept yet.
func (e *Easel) Close() {
	e.cancel()
	e.jobs.Wait()
	e.store.end()
}

// Rehearse returns the job for a lesson, starting it if need be. key names the lesson on the
// shelf, version counts its changes: an unfinished job of an older version is stopped, one of
// a newer is not, for somebody may still ask how it was. One that paints the same goes on, and
// this one takes its canvas. Who asks again for what waits lets it rise.
func (e *Easel) Rehearse(key string, version int, l *lesson.Lesson) *Job {
	return e.rehearse(key, version, l, false)
}

// Here is Rehearse for what another process wants painted here.
func (e *Easel) Here(key string, version int, l *lesson.Lesson) *Job {
	return e.rehearse(key, version, l, true)
}

func (e *Easel) rehearse(key string, version int, l *lesson.Lesson, here bool) *Job {
	painting := l.Painting()
	name := painting + "/" + l.Judging()
	e.mu.Lock()
	defer e.mu.Unlock()
	if j, ok := e.work[name]; ok {
		j.local = j.local || !here
		if j.here = j.here || here; here && j.letGo != nil {
			j.letGo()
		}
		if j.key == key {
			j.version = max(j.version, version) // taken back, it is the newest again
		} else {
			j.shared = true
			if !slices.Contains(j.others, key) {
				j.others = append(j.others, key)
			}
		}
		if _, done := e.kept.Get(name); !done {
			j.place.rise()
			if j.after != nil {
				j.after.place.rise()
			}
		}
		return j
	}
	var after *Job
	for _, old := range e.work {
		switch {
		case old.ended():
		case old.painting == painting:
			after = old
		case old.key == key && old.version < version && !old.shared:
			old.cancel()
		}
	}
	ctx, cancel := context.WithCancel(e.ctx)
	j := newJob(l, key, version, name, painting, cancel)
	j.place, j.after, j.here, j.local = e.turn.line(), after, here, !here
	if after != nil {
		after.place.rise() // it is waited for now
	}
	e.work[name] = j
	e.store.busy(key)
	e.jobs.Go(func() {
		defer cancel()
		e.carryOut(ctx, j)
	})
	return j
}

// Drop stops what [Easel.Here] began and nobody asked for here: the other process does not
// want it any more.
func (e *Easel) Drop(j *Job) {
	e.mu.Lock()
	defer e.mu.Unlock()
	if !j.local && !j.ended() {
		j.cancel()
	}
}

// Open is told that somebody has opened a lesson that is painted so: what there is of it, or
// of another one that is painted the same, is at hand then when the lesson is changed.
func (e *Easel) Open(key, painting string) {
	e.mu.Lock()
	defer e.mu.Unlock()
	if e.latest[key] == nil {
		for _, j := range e.kept.Values() {
			if j.painting == painting {
				e.latest[key] = j
			}
		}
	}
	if e.Cabinet == nil || e.latest[key] != nil || e.asked[key] || e.ctx.Err() != nil {
		return
	}
	e.asked[key] = true // once: then it is kept, or painted
	e.jobs.Go(func() {
		if err := e.takeOut(e.ctx, key, painting); err != nil && e.ctx.Err() == nil {
			e.Log.Warn("a kept canvas cannot be used", "lesson", key, "error", err)
		}
	})
}

func packAll(jobs []*Job) {
	for _, j := range jobs {
		j.putAway()
	}
}

// failed says what went wrong, and lets a job that met a fault of the program rest for a
// while before it is begun again. The lock must be held.
func (e *Easel) failed(j *Job, err error) {
	if !isFault(err) {
		return
	}
	e.Log.Error("a rehearsal failed", "lesson", j.key, "version", j.version, "error", err, "stack", stackOf(err))
	e.work[j.name] = j
	time.AfterFunc(faultRests, func() {
		e.mu.Lock()
		defer e.mu.Unlock()
		if e.work[j.name] == j {
			delete(e.work, j.name)
		}
	})
}

// faultRests is how long what met a fault is not tried again.
const faultRests = 20 * time.Second

// keep takes a finished job in, and lets those go that were used longest ago, as the budget
// has it. It returns those whose canvases are to be packed. The lock must be held.
func (e *Easel) keep(j *Job) (pack []*Job) {
	e.kept.Add(j.name, j)
	if last := e.latest[j.key]; last == nil || last.version <= j.version {
		e.latest[j.key] = j
		e.store.put(j)
	}
	var sum int64
	jobs := e.kept.Values() // used longest ago first
	for i, old := range jobs {
		sum += old.size.Load()
		if i < len(jobs)-loose {
			pack = append(pack, old)
		}
	}
	for sum > e.Memory && e.kept.Len() > 1 {
		name, old, _ := e.kept.RemoveOldest()
		sum -= old.size.Load()
		delete(e.work, name)
		for key, j := range e.latest {
			if j == old {
				delete(e.latest, key)
				delete(e.asked, key)
			}
		}
	}
	return pack
}

// loose is how many canvases are kept as they are, so that they are shown at once; the
// others are packed.
const loose = 2
