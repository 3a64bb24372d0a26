// Package work carries out what takes longer than a blink, outside of requests: jobs that are
// asked for, watched, stopped and done once. They wait in PostgreSQL, where every process sees
// them, and take turns by studio. A process that goes in the middle is noticed, and another one
// takes its jobs over.
//
// River delivers tickets: whoever gets one takes the job whose turn it is. So the order is
// found when a place is free and not when something is asked for.
package work

import (
	"cmp"
	"context"
	"crypto/rand"
	"errors"
	"fmt"
	"log/slog"
	"slices"
	"strings"
	"sync"
	"sync/atomic"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgxpool"
	"github.com/riverqueue/river"
	"github.com/riverqueue/river/riverdriver/riverpgxv5"
	"github.com/riverqueue/river/rivermigrate"

	"proxenos/store"
)

// Do carries out a kind of job: it reads the request and returns what comes of it, to be
// written as JSON. It ends soon after ctx has ended. say tells how far it is, in words.
type Do func(ctx context.Context, j store.Job, say func(string)) (result any, err error)

// Options say how a queue works.
type Options struct {
	Store  *store.Store
	Kinds  map[string]Do
	Places int // how many jobs are carried out here at once; 0 for none: they are only asked for
	Log    *slog.Logger
	// Refuse says in plain words why a job failed; by default what the error says.
	Refuse func(error) string
	Tabs   func() []string // who watches at this process
}

// Times by which the queue notices things.
const (
	beatEvery  = time.Second     // a process says that it lives
	leftFor    = 5 * time.Second // after which nobody waits for a job any more
	sayEvery   = 200 * time.Millisecond
	longest    = 15 * time.Minute // that a job may take
	keepEnded  = time.Hour
	forgets    = time.Minute
	closeLater = 5 * time.Second // that a job may take to end when the process ends
)

// boundPlaces is how many jobs a process carries out besides that are bound to a canvas here.
const boundPlaces = 2

// MostTries is how often a job is begun again that a fault of the program or a process that
// went kept from its end.
const MostTries = 3

// ErrUnknown refuses a kind of job that there is not.
var ErrUnknown = errors.New("there is no such kind of job")

// A Queue is this process's share in the queue. Make it with [Open] and end it with Close.
type Queue struct {
	Options
	process string
	pool    *pgxpool.Pool
	river   *river.Client[pgx.Tx]
	ctx     context.Context
	cancel  context.CancelFunc
	loops   sync.WaitGroup

	taking  sync.Mutex   // held while a job is taken
	lived   atomic.Int64 // when it was last said that this process lives, ns
	mu      sync.Mutex
	running map[string]*running
	ends    map[string][]chan struct{} // who waits for the end of a job
	leases  map[string]bool            // lessons whose last canvas is here
}

// running is a job that is carried out here.
type running struct {
	cancel  context.CancelCauseFunc
	stopped bool
	batch   bool // it can wait for what somebody looks at
}

var errStopped = errors.New("stopped")

// ticket is what River delivers: there is something to do.
type ticket struct{}

// Kind names it.
func (ticket) Kind() string { return "ticket" }

type taker struct {
	river.WorkerDefaults[ticket]
	q *Queue
}

// Work carries out the job whose turn it is.
func (t *taker) Work(ctx context.Context, job *river.Job[ticket]) error {
	t.q.next(ctx, job.Queue == t.q.process)
	return nil
}

// Timeout is for all jobs.
func (t *taker) Timeout(*river.Job[ticket]) time.Duration { return longest }

// Open takes part in the queue of a store.
func Open(ctx context.Context, o Options) (*Queue, error) {
	if o.Log == nil {
		o.Log = slog.New(slog.DiscardHandler)
	}
	if o.Refuse == nil {
		o.Refuse = error.Error
	}
	config, err := pgxpool.ParseConfig(o.Store.URL())
	if err != nil {
		return nil, err
	}
	process := "p" + strings.ToLower(rand.Text()[:12])
	config.MaxConns, config.MinConns = 6, 1
	config.ConnConfig.RuntimeParams["application_name"] = process // that it is connected says that it lives
	pool, err := pgxpool.NewWithConfig(ctx, config)
	if err != nil {
		return nil, err
	}
	q := &Queue{Options: o, process: process, pool: pool, running: map[string]*running{}, ends: map[string][]chan struct{}{}, leases: map[string]bool{}}
	q.ctx, q.cancel = context.WithCancel(context.WithoutCancel(ctx))
	if err := q.begin(ctx); err != nil {
		q.cancel()
		pool.Close()
		return nil, fmt.Errorf("the queue of jobs: %w", err)
	}
	if err := q.live(ctx); err != nil {
		q.Close()
		return nil, fmt.Errorf("the queue of jobs: %w", err)
	}
	q.loops.Go(q.beats)
	return q, nil
}

func (q *Queue) begin(ctx context.Context) error {
	driver := riverpgxv5.New(q.pool)
	migrator, err := rivermigrate.New(driver, nil)
	if err != nil {
		return err
	}
	if err := q.migrate(ctx, migrator); err != nil {
		return err
	}
	config := &river.Config{Logger: slog.New(trouble{q.Log.Handler(), q.Store}), FetchCooldown: time.Millisecond, FetchPollInterval: time.Second, JobTimeout: longest, RescueStuckJobsAfter: longest + time.Minute,
		CompletedJobRetentionPeriod: time.Minute, DiscardedJobRetentionPeriod: time.Minute, CancelledJobRetentionPeriod: time.Minute}
	if q.Places > 0 {
		workers := river.NewWorkers()
		river.AddWorker(workers, &taker{q: q})
		config.Workers, config.Queues = workers, map[string]river.QueueConfig{river.QueueDefault: {MaxWorkers: q.Places}, q.process: {MaxWorkers: boundPlaces}}
	}
	if q.river, err = river.NewClient(driver, config); err != nil {
		return err
	}
	if q.Places > 0 {
		return q.river.Start(q.ctx)
	}
	return nil
}

// trouble lets only trouble through: River counts aloud, and complains of a database that is
// out of reach again and again, which those tell once who listen to it.
type trouble struct {
	slog.Handler
	store *store.Store
}

// Handle hands a complaint on unless the database does not answer, or did not a moment ago.
func (t trouble) Handle(ctx context.Context, r slog.Record) error {
	if !t.store.Reachable(ctx) {
		return nil
	}
	return t.Handler.Handle(ctx, r)
}

// Enabled says which levels get through.
func (trouble) Enabled(_ context.Context, level slog.Level) bool { return level >= slog.LevelWarn }

// migrate makes River's tables. Of several processes that start at once one does it and the
// others wait.
func (q *Queue) migrate(ctx context.Context, migrator *rivermigrate.Migrator[pgx.Tx]) error {
	conn, err := q.pool.Acquire(ctx)
	if err != nil {
		return err
	}
	defer conn.Release()
	const tables = 7062 // names the lock
	if _, err := conn.Exec(ctx, `select pg_advisory_lock($1)`, tables); err != nil {
		return err
	}
	_, err = migrator.Migrate(ctx, rivermigrate.DirectionUp, nil)
	if _, lost := conn.Exec(ctx, `select pg_advisory_unlock($1)`, tables); err == nil {
		err = lost
	}
	return err
}

// Close lets jobs that are under way here wait for another process, and ends.
func (q *Queue) Close() {
	if q.Places > 0 {
		soon, cancel := context.WithTimeout(context.Background(), closeLater)
		if err := q.river.StopAndCancel(soon); err != nil {
			q.Log.Warn("the queue did not end in time", "error", err)
		}
		cancel()
	}
	q.cancel()
	q.loops.Wait()
	if q.Places > 0 {
		soon, cancel := context.WithTimeout(context.Background(), time.Second)
		if err := q.Store.Dies(soon, q.process); err != nil && !late(err) {
			q.Log.Warn("that this process ends was not told", "error", err)
		}
		cancel()
	}
	q.pool.Close()
}

// Ask asks for a job; who asks for the same while it is under way gets that one.
func (q *Queue) Ask(ctx context.Context, j store.Job, watcher string) (store.Job, error) {
	if q.Kinds[j.Kind] == nil {
		return store.Job{}, fmt.Errorf("%q: %w", j.Kind, ErrUnknown)
	}
	out, fresh, err := q.Store.Ask(ctx, j, watcher)
	if err == nil && fresh {
		holder := ""
		if j.Bound {
			holder, err = q.Store.Holder(ctx, j.LessonID)
		}
		q.call(ctx, cmp.Or(holder, river.QueueDefault))
	}
	return out, err
}

// call hands out a ticket, to all or to one process. One that is lost is handed out again by
// the next beat.
func (q *Queue) call(ctx context.Context, whom string) {
	if _, err := q.river.Insert(ctx, ticket{}, &river.InsertOpts{MaxAttempts: 1, Queue: whom}); err != nil && ctx.Err() == nil {
		q.Log.Warn("a job waits for the next beat", "error", err)
	}
}

// Wait waits for the end of a job, and watches it so long.
func (q *Queue) Wait(ctx context.Context, j store.Job) (store.Job, error) {
	ended := make(chan struct{}, 1)
	q.mu.Lock()
	q.ends[j.ID] = append(q.ends[j.ID], ended)
	q.mu.Unlock()
	defer func() {
		q.mu.Lock()
		defer q.mu.Unlock()
		if q.ends[j.ID] = slices.DeleteFunc(q.ends[j.ID], func(c chan struct{}) bool { return c == ended }); len(q.ends[j.ID]) == 0 {
			delete(q.ends, j.ID)
		}
	}()
	again := time.NewTicker(beatEvery)
	defer again.Stop()
	for {
		now, err := q.Store.Room(j.StudioID).Job(ctx, j.ID)
		if err != nil || now.State.Ended() {
			return now, err
		}
		select {
		case <-ctx.Done():
			return now, ctx.Err()
		case <-ended:
		case <-again.C:
		}
	}
}

// Holds reports whether this process has the last canvas of a lesson, or takes it: where
// nobody has it, and work is carried out here.
func (q *Queue) Holds(ctx context.Context, lesson string) (bool, error) {
	if q.Places == 0 {
		return false, nil
	}
	q.mu.Lock()
	mine := q.leases[lesson]
	q.mu.Unlock()
	if mine && time.Since(time.Unix(0, q.lived.Load())) < store.SilentFor/2 {
		return true, nil
	}
	holder, err := q.Store.Lease(ctx, lesson, q.process)
	mine = err == nil && holder == q.process
	q.mu.Lock()
	defer q.mu.Unlock()
	if delete(q.leases, lesson); mine {
		q.leases[lesson] = true
	}
	return mine, err
}

// Heard is told what was heard of jobs: one that is to stop is stopped at once, and who waits
// for one that has ended goes on.
func (q *Queue) Heard(e store.Event) {
	if e.Kind != store.JobEvent {
		return
	}
	if e.Stop {
		q.stop(e.Job)
	}
	if e.State.Ended() {
		q.mu.Lock()
		defer q.mu.Unlock()
		for _, ended := range q.ends[e.Job] {
			select {
			case ended <- struct{}{}:
			default:
			}
		}
	}
}
