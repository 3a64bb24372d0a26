package store

import (
	"context"
	"encoding/json"
	"fmt"
	"time"

	"github.com/jmoiron/sqlx"

	"proxenos/core/class"
	"proxenos/core/supply"
)

// A KeptClass is a class as it is kept, with the revision of the lesson that is taught.
type KeptClass struct {
	ID       string      `json:"id"`
	Lesson   string      `json:"lesson"`
	Revision int         `json:"revision" doc:"of the lesson: it stays when the lesson is changed later"`
	Version  int         `json:"version" doc:"how often it was saved"`
	Changed  time.Time   `json:"changed" doc:"when it was saved last"`
	Class    class.Class `json:"class"`
}

// mostClasses is how many classes are listed: the ones that begin last.
const mostClasses = 500

type classRow struct {
	ID       string    `db:"id"`
	Lesson   string    `db:"lesson_id"`
	Revision int       `db:"revision"`
	Version  int       `db:"version"`
	Changed  time.Time `db:"changed_at"`
	Body     string    `db:"body"`
}

const classColumns = `id, lesson_id, revision, version, changed_at, body`

func (r classRow) kept() (KeptClass, error) {
	out := KeptClass{ID: r.ID, Lesson: r.Lesson, Revision: r.Revision, Version: r.Version, Changed: r.Changed.UTC()}
	if err := json.Unmarshal([]byte(r.Body), &out.Class); err != nil {
		return out, fmt.Errorf("class %s: %w", r.ID, err)
	}
	return out, nil
}

// Classes lists the classes of the studio by their beginnings, the first first.
func (r Room) Classes(ctx context.Context) ([]KeptClass, error) {
	var rows []classRow
	err := r.s.db.SelectContext(ctx, &rows, `select `+classColumns+` from (select `+classColumns+`, starts_at from class where studio_id = $1 and deleted_at is null order by starts_at desc limit $2) as last order by starts_at, id`, r.Studio, mostClasses)
	if err != nil {
		return nil, told(err)
	}
	return keptAll(rows)
}

// Planned lists the classes in which a lesson is going to be taught, the first first.
func (r Room) Planned(ctx context.Context, lesson string) ([]KeptClass, error) {
	var rows []classRow
	err := r.s.db.SelectContext(ctx, &rows, `select `+classColumns+` from class where studio_id = $1 and lesson_id = $2 and deleted_at is null and body::jsonb->>'state' = $3 order by starts_at, id limit $4`,
		r.Studio, lesson, class.Planned, mostClasses)
	if err != nil {
		return nil, told(err)
	}
	return keptAll(rows)
}

// DeleteClass throws a class out, or brings it back.
func (r Room) DeleteClass(ctx context.Context, id string, deleted bool) error {
	return told(r.s.inTx(ctx, func(tx *sqlx.Tx) error {
		var row classRow
		if err := tx.GetContext(ctx, &row, `update class set deleted_at = case when $3 then coalesce(deleted_at, now()) end where id = $1 and studio_id = $2 returning `+classColumns, id, r.Studio, deleted); err != nil {
			return err
		}
		kept, err := row.kept()
		if err != nil {
			return err
		}
		return r.classTold(ctx, tx, kept)
	}))
}

// DeletedClasses are those that were thrown out, the last first.
func (r Room) DeletedClasses(ctx context.Context) ([]KeptClass, error) {
	var rows []classRow
	if err := r.s.db.SelectContext(ctx, &rows, `select `+classColumns+` from class where studio_id = $1 and deleted_at is not null order by deleted_at desc, id limit $2`, r.Studio, mostClasses); err != nil {
		return nil, told(err)
	}
	return keptAll(rows)
}

func keptAll(rows []classRow) (out []KeptClass, err error) {
	out = make([]KeptClass, len(rows))
	for i, row := range rows {
		if out[i], err = row.kept(); err != nil {
			return nil, err
		}
	}
	return out, nil
}

// Class returns a class.
func (r Room) Class(ctx context.Context, id string) (KeptClass, error) {
	var row classRow
	if err := r.s.db.GetContext(ctx, &row, `select `+classColumns+` from class where studio_id = $1 and id = $2`, r.Studio, id); err != nil {
		return KeptClass{}, told(err)
	}
	return row.kept()
}

// AddClass keeps a class in which a revision of a lesson is taught.
func (r Room) AddClass(ctx context.Context, lesson string, revision int, c class.Class) (KeptClass, error) {
	kept := KeptClass{ID: newID(), Lesson: lesson, Revision: revision, Version: 1, Changed: time.Now().UTC(), Class: c}
	body, err := json.Marshal(c)
	if err != nil {
		return kept, err
	}
	_, err = r.s.write(ctx, "class "+r.Studio+" "+lesson, &kept, func(tx *sqlx.Tx) error {
		done, err := tx.ExecContext(ctx, `insert into class (id, studio_id, lesson_id, revision, version, starts_at, body)
			select $1, l.studio_id, l.id, number, 1, $4, $5 from lesson l join revision on lesson_id = l.id where l.studio_id = $6 and l.id = $2 and number = $3`,
			kept.ID, lesson, revision, c.Start, string(body), r.Studio)
		if err != nil {
			return err
		}
		if n, err := done.RowsAffected(); err != nil || n == 0 {
			return ErrNotFound
		}
		return r.classTold(ctx, tx, kept)
	})
	return kept, err
}

// PutClass keeps a class as it is now, made from version from. If that is no longer the newest
// nothing is written and the error is a [*StaleError].
func (r Room) PutClass(ctx context.Context, id string, from, revision int, c class.Class) (KeptClass, error) {
	var kept KeptClass
	_, err := r.s.write(ctx, "class "+r.Studio+" "+id, &kept, func(tx *sqlx.Tx) (err error) {
		kept, err = r.putClass(ctx, tx, id, from, revision, c)
		return err
	})
	return kept, err
}

// Book keeps a class and the cupboard that it took something out of, or put it back into: both
// or neither. It fails as [Room.PutClass] and [Room.PutCupboard].
func (r Room) Book(ctx context.Context, k KeptClass, c supply.Cupboard, from int) (KeptClass, error) {
	var kept KeptClass
	_, err := r.s.write(ctx, "book "+r.Studio+" "+k.ID, &kept, func(tx *sqlx.Tx) (err error) {
		if err := r.putCupboard(ctx, tx, from, c); err != nil {
			return err
		}
		kept, err = r.putClass(ctx, tx, k.ID, k.Version, k.Revision, k.Class)
		return err
	})
	return kept, err
}

func (r Room) putClass(ctx context.Context, tx *sqlx.Tx, id string, from, revision int, c class.Class) (kept KeptClass, err error) {
	body, err := json.Marshal(c)
	if err != nil {
		return kept, err
	}
	var row classRow
	if err := tx.GetContext(ctx, &row, `select `+classColumns+` from class where studio_id = $1 and id = $2 for update`, r.Studio, id); err != nil {
		return kept, err
	}
	if row.Version != from {
		return kept, &StaleError{What: "class", From: from, Head: row.Version}
	}
	if revision != row.Revision {
		var found int
		if err := tx.GetContext(ctx, &found, `select number from revision where lesson_id = $1 and number = $2`, row.Lesson, revision); err != nil {
			return kept, err
		}
	}
	kept = KeptClass{ID: id, Lesson: row.Lesson, Revision: revision, Version: from + 1, Changed: time.Now().UTC(), Class: c}
	if _, err := tx.ExecContext(ctx, `update class set version = $2, revision = $3, starts_at = $4, body = $5, changed_at = now() where id = $1`, id, kept.Version, revision, c.Start, string(body)); err != nil {
		return kept, err
	}
	return kept, r.classTold(ctx, tx, kept)
}

// classTold tells that a class was saved.
func (r Room) classTold(ctx context.Context, tx *sqlx.Tx, k KeptClass) error {
	return tell(ctx, tx, Event{Kind: ClassEvent, Studio: r.Studio, Lesson: k.Lesson, Class: k.ID, Revision: k.Version}, true)
}
