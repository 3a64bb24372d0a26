package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"time"

	"github.com/jmoiron/sqlx"

	"proxenos/core/canvas"
)

// A KeptCanvas is a real picture as it is kept.
type KeptCanvas struct {
	ID      string        `json:"id"`
	Lesson  string        `json:"lesson,omitempty" doc:"after which lesson it was painted"`
	Class   string        `json:"class,omitempty" doc:"in which class"`
	Version int           `json:"version" doc:"how often it was saved"`
	Changed time.Time     `json:"changed"`
	Canvas  canvas.Canvas `json:"canvas"`
}

// mostCanvases is how many are listed, the last painted ones.
const mostCanvases = 500

type canvasRow struct {
	ID      string    `db:"id"`
	Lesson  string    `db:"lesson"`
	Class   string    `db:"class"`
	Version int       `db:"version"`
	Changed time.Time `db:"changed_at"`
	Body    string    `db:"body"`
}

const canvasColumns = `id, coalesce(lesson_id, '') as lesson, coalesce(class_id, '') as class, version, changed_at, body`

func (r canvasRow) kept() (KeptCanvas, error) {
	out := KeptCanvas{ID: r.ID, Lesson: r.Lesson, Class: r.Class, Version: r.Version, Changed: r.Changed.UTC()}
	if err := json.Unmarshal([]byte(r.Body), &out.Canvas); err != nil {
		return out, fmt.Errorf("canvas %s: %w", r.ID, err)
	}
	return out, nil
}

// Canvases lists the canvases of the studio, the last painted first; of one class, when it is
// named.
func (r Room) Canvases(ctx context.Context, class string) ([]KeptCanvas, error) {
	var rows []canvasRow
	err := r.s.db.SelectContext(ctx, &rows, `select `+canvasColumns+` from canvas where studio_id = $1 and deleted_at is null and ($2 = '' or class_id = $2) order by painted desc, made_at desc, id limit $3`, r.Studio, class, mostCanvases)
	if err != nil {
		return nil, told(err)
	}
	out := make([]KeptCanvas, len(rows))
	for i, row := range rows {
		if out[i], err = row.kept(); err != nil {
			return nil, err
		}
	}
	return out, nil
}

// Canvas returns one.
func (r Room) Canvas(ctx context.Context, id string) (KeptCanvas, error) {
	var row canvasRow
	if err := r.s.db.GetContext(ctx, &row, `select `+canvasColumns+` from canvas where studio_id = $1 and id = $2`, r.Studio, id); err != nil {
		return KeptCanvas{}, told(err)
	}
	return row.kept()
}

// AddCanvas keeps a canvas that was painted after a lesson, in a class or alone; both may be empty.
func (r Room) AddCanvas(ctx context.Context, lesson, class string, c canvas.Canvas) (KeptCanvas, error) {
	kept := KeptCanvas{ID: newID(), Lesson: lesson, Class: class, Version: 1, Changed: time.Now().UTC(), Canvas: c}
	body, err := json.Marshal(c)
	if err != nil {
		return kept, err
	}
	_, err = r.s.write(ctx, "canvas "+r.Studio, &kept, func(tx *sqlx.Tx) error {
		done, err := tx.ExecContext(ctx, `insert into canvas (id, studio_id, lesson_id, class_id, version, painted, body)
			select $1, id, nullif($3, ''), nullif($4, ''), 1, $5, $6 from studio where id = $2
			and ($3 = '' or exists (select from lesson where id = $3 and studio_id = $2)) and ($4 = '' or exists (select from class where id = $4 and studio_id = $2))`,
			kept.ID, r.Studio, lesson, class, c.Painted, string(body))
		if err != nil {
			return err
		}
		if n, err := done.RowsAffected(); err != nil || n == 0 {
			return ErrNotFound
		}
		return nil
	})
	return kept, err
}

// PutCanvas keeps a canvas as it is now, made from a version of it.
func (r Room) PutCanvas(ctx context.Context, id string, from int, c canvas.Canvas) (KeptCanvas, error) {
	body, err := json.Marshal(c)
	if err != nil {
		return KeptCanvas{}, err
	}
	var kept KeptCanvas
	_, err = r.s.write(ctx, "canvas "+r.Studio+" "+id, &kept, func(tx *sqlx.Tx) error {
		var row canvasRow
		err := tx.GetContext(ctx, &row, `update canvas set version = version + 1, changed_at = now(), painted = $4, body = $5 where studio_id = $1 and id = $2 and version = $3 returning `+canvasColumns, r.Studio, id, from, c.Painted, string(body))
		if errors.Is(err, sql.ErrNoRows) {
			var version int
			if err := tx.GetContext(ctx, &version, `select version from canvas where studio_id = $1 and id = $2`, r.Studio, id); err != nil {
				return err
			}
			return &StaleError{What: "canvas", From: from, Head: version}
		}
		if err != nil {
			return err
		}
		kept, err = row.kept()
		return err
	})
	return kept, err
}

// DeleteCanvas throws a canvas out, or brings it back.
func (r Room) DeleteCanvas(ctx context.Context, id string, deleted bool) error {
	done, err := r.s.db.ExecContext(ctx, `update canvas set deleted_at = case when $3 then coalesce(deleted_at, now()) end where studio_id = $1 and id = $2`, r.Studio, id, deleted)
	if err != nil {
		return told(err)
	}
	if n, err := done.RowsAffected(); err != nil || n == 0 {
		return ErrNotFound
	}
	return nil
}
