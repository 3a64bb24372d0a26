package store

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"time"

	"github.com/jmoiron/sqlx"

	"proxenos/core/teach"
)

// ErrOver refuses what happens in a class in which too much has happened.
var ErrOver = errors.New("too much has happened in this class: end it, and plan another")

// Happened lists what has happened in a class after its first so many events, in the order in
// which it was written down, and what the time is for the database, by whose clock it was.
func (r Room) Happened(ctx context.Context, class string, after int) (events []teach.Event, now time.Time, err error) {
	var rows []struct {
		At   time.Time `db:"at"`
		Body string    `db:"body"`
	}
	if err := r.s.db.GetContext(ctx, &now, `select clock_timestamp() from class where studio_id = $1 and id = $2`, r.Studio, class); err != nil {
		return nil, now, told(err)
	}
	if err := r.s.db.SelectContext(ctx, &rows, `select at, body from happening where class_id = $1 and number > $2 order by number`, class, after); err != nil {
		return nil, now, told(err)
	}
	events = make([]teach.Event, len(rows))
	for i, row := range rows {
		if err := json.Unmarshal([]byte(row.Body), &events[i]); err != nil {
			return nil, now, fmt.Errorf("what happened %d. in class %s: %w", after+i+1, class, err)
		}
		events[i].At = row.At.UTC()
	}
	return events, now.UTC(), nil
}

// Happen writes down what happens in a class now. Once it returns without error it is on disk,
// and everybody is told. See [WithKey] for when its reply is lost.
func (r Room) Happen(ctx context.Context, class string, e teach.Event) error {
	_, err := r.s.write(ctx, "happen "+r.Studio+" "+class, new(struct{}), func(tx *sqlx.Tx) error {
		return r.happen(ctx, tx, class, e)
	})
	return err
}

func (r Room) happen(ctx context.Context, tx *sqlx.Tx, class string, e teach.Event) error {
	e.At = time.Time{}
	body, err := json.Marshal(e)
	if err != nil {
		return err
	}
	// The class's row is held, so that what happens at once is written down one after the other.
	var lesson string
	if err := tx.GetContext(ctx, &lesson, `select lesson_id from class where studio_id = $1 and id = $2 for update`, r.Studio, class); err != nil {
		return err
	}
	var number int
	if err := tx.GetContext(ctx, &number, `select coalesce(max(number), 0) + 1 from happening where class_id = $1`, class); err != nil {
		return err
	}
	if number > teach.MostEvents {
		return ErrOver
	}
	if _, err := tx.ExecContext(ctx, `insert into happening (class_id, number, body) values ($1, $2, $3)`, class, number, string(body)); err != nil {
		return err
	}
	return tell(ctx, tx, Event{Kind: TeachEvent, Studio: r.Studio, Lesson: lesson, Class: class, Revision: number}, true)
}

// Recall writes down what has happened in a class that was taught before, with its own moments.
// It changes nothing in a class in which something has happened already.
func (r Room) Recall(ctx context.Context, class string, events []teach.Event) error {
	return r.s.inTx(ctx, func(tx *sqlx.Tx) error {
		var number int
		if err := tx.GetContext(ctx, &number, `select (select count(*) from happening where class_id = id) from class where studio_id = $1 and id = $2 for update`, r.Studio, class); err != nil || number > 0 {
			return err
		}
		for i, e := range events {
			at := e.At
			e.At = time.Time{}
			body, err := json.Marshal(e)
			if err != nil {
				return err
			}
			if _, err := tx.ExecContext(ctx, `insert into happening (class_id, number, at, body) values ($1, $2, $3, $4)`, class, i+1, at, string(body)); err != nil {
				return err
			}
		}
		return nil
	})
}

// An End is a class in which the end was written down, and how much was saved and had happened.
type End struct {
	Class   string `db:"id"`
	Version int    `db:"version"`
	Number  int    `db:"number"`
}

// Ended are the classes of a studio in which the end was written down, the last first, so many at
// most: of one lesson, or of all when none is named.
func (r Room) Ended(ctx context.Context, lesson string, most int) (list []End, err error) {
	err = r.s.db.SelectContext(ctx, &list, `select c.id, c.version, (select count(*) from happening h where h.class_id = c.id) as number from class c
		where c.studio_id = $1 and c.deleted_at is null and ($2 = '' or c.lesson_id = $2)
		and exists (select from happening h where h.class_id = c.id and h.body::jsonb ->> 'kind' = 'end') order by c.starts_at desc, c.id limit $3`, r.Studio, lesson, most)
	return list, told(err)
}
