package store

import (
	"context"
	"encoding/json"
	"fmt"
	"time"

	"github.com/jmoiron/sqlx"
)

// Kinds of event.
const (
	LessonEvent = "lesson" // it was saved
	JobEvent    = "job"    // it went on, or ended
	CanvasEvent = "canvas" // it was painted on
	ClassEvent  = "class"  // it was saved
	TeachEvent  = "teach"  // something has happened in a class that runs
	StudioEvent = "studio" // its name or its habits were saved
)

// Event is what happened in a studio: a lesson or a class was saved, a job went on, or a canvas.
type Event struct {
	ID       int64  `json:"id,omitempty" doc:"to go on from; 0 for what passes"`
	Kind     string `json:"kind" enum:"lesson,job,canvas,class,teach,studio"`
	Studio   string `json:"studio"`
	Lesson   string `json:"lesson"`
	Class    string `json:"class,omitempty"`
	Revision int    `json:"revision,omitempty" doc:"the newest, of a lesson; the version of a class; how much has happened in one that runs"`
	Job      string `json:"job,omitempty"`
	State    State  `json:"state,omitempty" doc:"of a job"`
	Said     string `json:"said,omitempty" doc:"how far a job is, or what the save of a lesson changed"`
	Stop     bool   `json:"stop,omitempty" doc:"whether it was told to stop"`
	Painting string `json:"painting,omitempty" doc:"of a canvas"`
	Stage    string `json:"stage,omitempty" enum:"painting,glanced,drafted,foreseen,painted,judged,failed" doc:"of a canvas"`
	Steps    int    `json:"steps,omitempty" doc:"of a canvas: painted so far"`
}

// tell tells what has become of a job.
func (j Job) tell(ctx context.Context, tx *sqlx.Tx) error {
	return tell(ctx, tx, Event{Kind: JobEvent, Studio: j.StudioID, Lesson: j.LessonID, Job: j.ID, State: j.State, Said: j.Said, Stop: j.Stop}, j.State.Ended())
}

// Channel is what events are announced on.
const Channel = "proxenos"

// tell announces an event when the transaction is done, and keeps it for those who were away.
func tell(ctx context.Context, tx *sqlx.Tx, e Event, keep bool) error {
	body, err := json.Marshal(e)
	if err != nil {
		return err
	}
	if keep {
		if err := tx.GetContext(ctx, &e.ID, `insert into event (studio_id, body) values ($1, $2) returning id`, e.Studio, string(body)); err != nil {
			return err
		}
		if body, err = json.Marshal(e); err != nil {
			return err
		}
	}
	_, err = tx.ExecContext(ctx, `select pg_notify($1, $2)`, Channel, string(body))
	return err
}

// overlap is how many ids before the last one are told again: they are given before they are
// seen, so one that was given earlier may be seen later.
const overlap = 50

// Since returns what was kept of what happened after an event. Some of it may
// have been told already.
func (r Room) Since(ctx context.Context, id int64) ([]Event, error) {
	return r.events(ctx, `id > $2`, id-overlap)
}

// Lately returns what was kept of what happened within a time until now, by the clock of the
// database.
func (r Room) Lately(ctx context.Context, within time.Duration) ([]Event, error) {
	return r.events(ctx, `at >= now() - make_interval(secs => $2)`, within.Seconds())
}

func (r Room) events(ctx context.Context, where string, from any) ([]Event, error) {
	var rows []struct {
		ID   int64  `db:"id"`
		Body string `db:"body"`
	}
	if err := r.s.db.SelectContext(ctx, &rows, `select id, body from event where studio_id = $1 and `+where+` order by id limit 1000`, r.Studio, from); err != nil {
		return nil, told(err)
	}
	out := make([]Event, len(rows))
	for i, r := range rows {
		if err := json.Unmarshal([]byte(r.Body), &out[i]); err != nil {
			return nil, fmt.Errorf("event %d: %w", r.ID, err)
		}
		out[i].ID = r.ID
	}
	return out, nil
}

// LastEvent is the id of what happened last, anywhere.
func (s *Store) LastEvent(ctx context.Context) (id int64, err error) {
	err = s.db.GetContext(ctx, &id, `select coalesce(max(id), 0) from event`)
	return id, told(err)
}

// Announce tells those who watch in the studio of a lesson what passes there; it is not kept.
func (s *Store) Announce(ctx context.Context, e Event) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		if err := tx.GetContext(ctx, &e.Studio, `select studio_id from lesson where id = $1`, e.Lesson); err != nil {
			return err
		}
		return tell(ctx, tx, e, false)
	})
}
