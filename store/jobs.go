package store

import (
	"context"
	"database/sql"
	"errors"
	"time"

	"github.com/jmoiron/sqlx"
)

// State is how far a job is.
type State string

// The states of a job. The last three are the end.
const (
	Waiting State = "waiting"
	Running State = "running"
	Done    State = "done"
	Failed  State = "failed"
	Stopped State = "stopped"
)

// Ended reports whether nothing more comes.
func (s State) Ended() bool { return s != Waiting && s != Running }

// A Job is work that was asked for.
type Job struct {
	ID       string `db:"id"`
	StudioID string `db:"studio_id"`
	LessonID string `db:"lesson_id"` // empty for what is about no lesson
	Kind     string `db:"kind"`
	Same     string `db:"same"`    // what is asked: while it is under way, who asks for the same gets this one
	Request  string `db:"request"` // JSON
	Batch    bool   `db:"batch"`
	Bound    bool   `db:"bound"` // it is for the process that has its lesson's canvas
	State    State  `db:"state"`
	Said     string `db:"said"`
	Result   string `db:"result"` // JSON, once done
	Problem  string `db:"problem"`
	Tries    int    `db:"tries"`
	Stop     bool   `db:"stop"` // told to
}

// ErrFull refuses a job where too many wait already.
var ErrFull = errors.New("too many jobs wait: try again when some are done, or stop some")

// MostWaiting is how many jobs of a studio may wait.
const MostWaiting = 200

// comesWithin is how long whoever asks for a job has until they are seen to wait for it: their
// stream may be on its way.
const comesWithin = 20 * time.Second

const jobColumns = `id, studio_id, coalesce(lesson_id, '') as lesson_id, kind, same, request, batch, bound, state, said, result, problem, tries, stop`

// Ask takes a job in, or lets the one rise that is the same and under way; fresh says which.
// Watcher names who waits for it; nobody when it is empty.
func (s *Store) Ask(ctx context.Context, j Job, watcher string) (out Job, fresh bool, err error) {
	tx, err := s.db.BeginTxx(ctx, nil)
	if err != nil {
		return Job{}, false, told(err)
	}
	defer func() { _ = tx.Rollback() }()
	// Those who ask for the same at once come one after the other.
	if _, err := tx.ExecContext(ctx, `select pg_advisory_xact_lock(hashtext($1))`, j.Same); err != nil {
		return Job{}, false, told(err)
	}
	err = tx.GetContext(ctx, &out, `update job set risen_at = clock_timestamp(), watched_at = greatest(watched_at, clock_timestamp()),
			watchers = case when $2 = '' or $2 = any(watchers) then watchers else watchers || $2 end
		where same = $1 and state in ('waiting', 'running') and not stop returning `+jobColumns, j.Same, watcher)
	if errors.Is(err, sql.ErrNoRows) {
		var waiting int
		if err := tx.GetContext(ctx, &waiting, `select count(*) from job where studio_id = $1 and state = 'waiting'`, j.StudioID); err != nil {
			return Job{}, false, told(err)
		}
		if waiting >= MostWaiting {
			return Job{}, false, ErrFull
		}
		// One that was told to stop makes room: its name is not wanted any more.
		if _, err := tx.ExecContext(ctx, `update job set same = same || '/' || id where same = $1 and stop and state in ('waiting', 'running')`, j.Same); err != nil {
			return Job{}, false, told(err)
		}
		watchers := []string{}
		if watcher != "" {
			watchers = append(watchers, watcher)
		}
		fresh = true
		err = tx.GetContext(ctx, &out, `insert into job (id, studio_id, lesson_id, kind, same, request, batch, bound, watchers, watched_at)
			values ($1, $2, nullif($3, ''), $4, $5, $6, $7, $8, $9, clock_timestamp() + $10 * interval '1 second') returning `+jobColumns,
			newID(), j.StudioID, j.LessonID, j.Kind, j.Same, j.Request, j.Batch, j.Bound, watchers, comesWithin.Seconds())
	}
	if err != nil {
		return Job{}, false, told(err)
	}
	return out, fresh, told(tx.Commit())
}

// Take gives the job whose turn it is to a process: what somebody looks at before what can
// wait; then the studio of which least is under way and which was served longest ago; of a
// studio what was asked for last. Without batch, only what somebody looks at; with bound,
// only what is bound to the canvas of a lesson. That goes to nobody else while the process
// lives that has it, and who takes it has that canvas from then on: both at once, so that no
// other process takes the canvas over in between. ErrNotFound when nothing waits.
func (s *Store) Take(ctx context.Context, process string, batch, bound bool) (j Job, err error) {
	for err = errTaken; errors.Is(err, errTaken); { // what another one has is not asked for again
		err = s.inTx(ctx, func(tx *sqlx.Tx) (err error) {
			if j, err = take(ctx, tx, process, batch, bound); err != nil || !j.Bound {
				return err
			}
			holder, err := lease(ctx, tx, j.LessonID, process)
			if err == nil && holder != process {
				err = errTaken
			}
			return err
		})
	}
	return j, err
}

// errTaken says that another process took a canvas over at the same moment.
var errTaken = errors.New("another process has the canvas")

func take(ctx context.Context, tx *sqlx.Tx, process string, batch, bound bool) (j Job, err error) {
	err = tx.GetContext(ctx, &j, `update job set state = 'running', process = $1, begun_at = clock_timestamp(), beat_at = clock_timestamp(), tries = tries + 1
		where id = (
			select w.id from job w
			left join lateral (
				select count(*) filter (where o.state = 'running') as busy, max(o.begun_at) as served
				from job o where o.studio_id = w.studio_id and (o.state = 'running' or o.ended_at > now() - interval '1 minute')
			) o on true
			where w.state = 'waiting' and not w.stop and ($2 or not w.batch) and (w.bound or not $3) and not (w.bound and exists (
				select from lease join process p on p.id = lease.process
				where lease.lesson_id = w.lesson_id and lease.process <> $1 and `+alive+`))
			order by w.batch, o.busy, o.served nulls first, w.risen_at desc
			limit 1 for update of w skip locked)
		returning `+jobColumns, process, batch, bound)
	return j, err
}

// Tell says how far a job is that a process runs.
func (s *Store) Tell(ctx context.Context, id, process, said string) error {
	return s.change(ctx, `update job set said = $3 where id = $1 and process = $2 and state = 'running' returning `+jobColumns, id, process, said)
}

// TellSoFar says how far a job is that a process runs, and what has come of it so far.
func (s *Store) TellSoFar(ctx context.Context, id, process, said, result string) error {
	return s.change(ctx, `update job set said = $3, result = $4 where id = $1 and process = $2 and state = 'running' returning `+jobColumns, id, process, said, result)
}

// End ends a job that a process runs, once: what another one has taken over meanwhile, or
// somebody stopped, stays as it is, with ErrNotFound.
func (s *Store) End(ctx context.Context, id, process string, state State, result, problem string) error {
	return s.change(ctx, `update job set state = $3, result = $4, problem = $5, ended_at = clock_timestamp()
		where id = $1 and process = $2 and state = 'running' returning `+jobColumns, id, process, state, result, problem)
}

// change changes a job and tells those who watch.
func (s *Store) change(ctx context.Context, query string, args ...any) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		var j Job
		if err := tx.GetContext(ctx, &j, query, args...); err != nil {
			return err
		}
		return j.tell(ctx, tx)
	})
}

// inTx does something in a transaction.
func (s *Store) inTx(ctx context.Context, do func(tx *sqlx.Tx) error) error {
	tx, err := s.db.BeginTxx(ctx, nil)
	if err != nil {
		return told(err)
	}
	defer func() { _ = tx.Rollback() }()
	if err := do(tx); err != nil {
		return told(err)
	}
	return told(tx.Commit())
}

// Stop ends a job that waits, and tells the process to stop it that runs it. With a watcher it
// does so only when nobody else waits for the job.
func (r Room) Stop(ctx context.Context, id, watcher string) error {
	return r.s.change(ctx, `update job set stop = stop or now_stop, watchers = array_remove(watchers, $2),
			state = case when now_stop and state = 'waiting' then 'stopped' else state end,
			ended_at = case when now_stop and state = 'waiting' then clock_timestamp() else ended_at end
		from (select id as same_id, $2 = '' or cardinality(array_remove(watchers, $2)) = 0 as now_stop from job where id = $1 and studio_id = $3 for update) as t
		where id = same_id and state in ('waiting', 'running') returning `+jobColumns, id, watcher, r.Studio)
}

// Job returns a job of a studio, and marks that somebody asks for it.
func (r Room) Job(ctx context.Context, id string) (j Job, err error) {
	err = r.s.db.GetContext(ctx, &j, `update job set watched_at = greatest(watched_at, clock_timestamp()) where id = $1 and studio_id = $2 returning `+jobColumns, id, r.Studio)
	return j, told(err)
}

// Watch marks that some watchers are there.
func (s *Store) Watch(ctx context.Context, watchers []string) error {
	if len(watchers) == 0 {
		return nil
	}
	_, err := s.db.ExecContext(ctx, `update job set watched_at = clock_timestamp() where state in ('waiting', 'running') and watchers && $1`, watchers)
	return told(err)
}

// Leave stops what only a watcher waited for who has gone.
func (s *Store) Leave(ctx context.Context, unwatched time.Duration) error {
	var left []Job
	err := s.db.SelectContext(ctx, &left, `select `+jobColumns+` from job where state in ('waiting', 'running') and not stop and watched_at < now() - $1 * interval '1 second'`, unwatched.Seconds())
	for _, j := range left {
		if lost := s.Room(j.StudioID).Stop(ctx, j.ID, ""); lost != nil && !errors.Is(lost, ErrNotFound) {
			err = errors.Join(err, lost)
		}
	}
	return told(err)
}

// Beat says that a process lives, and returns which of its jobs are still its own, and which
// of those are to stop.
func (s *Store) Beat(ctx context.Context, process string) (mine map[string]bool, err error) {
	var rows []struct {
		ID   string `db:"id"`
		Stop bool   `db:"stop"`
	}
	err = s.db.SelectContext(ctx, &rows, `update job set beat_at = clock_timestamp() where process = $1 and state = 'running' returning id, stop`, process)
	mine = map[string]bool{}
	for _, r := range rows {
		mine[r.ID] = r.Stop
	}
	return mine, told(err)
}

// Rescue lets jobs wait again whose process was not alive for so long; one that was tried too
// often has failed. It returns how many wait.
func (s *Store) Rescue(ctx context.Context, silent time.Duration, mostTries int) (waiting int, err error) {
	var lost []struct {
		ID      string `db:"id"`
		Process string `db:"process"`
		Tries   int    `db:"tries"`
	}
	if err := s.db.SelectContext(ctx, &lost, `select id, process, tries from job where state = 'running' and beat_at < now() - $1 * interval '1 second'`, silent.Seconds()); err != nil {
		return 0, told(err)
	}
	for _, j := range lost {
		if err := s.Again(ctx, j.ID, j.Process, mostTries, "the process that ran it went"); err != nil && !errors.Is(err, ErrNotFound) {
			return 0, err
		}
	}
	err = s.db.GetContext(ctx, &waiting, `select count(*) from job where state = 'waiting'`)
	return waiting, told(err)
}

// Again lets a job wait again that a process could not finish, or says that it failed when it
// was tried too often.
func (s *Store) Again(ctx context.Context, id, process string, mostTries int, why string) error {
	return s.change(ctx, `update job set process = '',
			state = case when stop then 'stopped' when tries >= $3 then 'failed' else 'waiting' end,
			problem = case when not stop and tries >= $3 then $4 else '' end,
			ended_at = case when stop or tries >= $3 then clock_timestamp() end
		where id = $1 and process = $2 and state = 'running' returning `+jobColumns, id, process, mostTries, why)
}

// Forget throws away what ended long ago, and what happened then.
func (s *Store) Forget(ctx context.Context, after time.Duration) error {
	_, err := s.db.ExecContext(ctx, `delete from job where ended_at < now() - $1 * interval '1 second'`, after.Seconds())
	if err == nil {
		_, err = s.db.ExecContext(ctx, `delete from process where beat_at < now() - $1 * interval '1 second'`, after.Seconds())
	}
	if err == nil {
		_, err = s.db.ExecContext(ctx, `delete from lease where not exists (select from process where id = lease.process)`)
	}
	if err == nil {
		_, err = s.db.ExecContext(ctx, `delete from event where at < now() - $1 * interval '1 second'`, after.Seconds())
	}
	return told(err)
}

// CountJobs is how many jobs wait and how many are carried out, by whatever process.
func (s *Store) CountJobs(ctx context.Context) (waiting, running int64, err error) {
	var row struct {
		Waiting int64 `db:"waiting"`
		Running int64 `db:"running"`
	}
	err = s.db.GetContext(ctx, &row, `select count(*) filter (where state = 'waiting') as waiting, count(*) filter (where state = 'running') as running
		from job where state in ('waiting', 'running')`)
	return row.Waiting, row.Running, told(err)
}
