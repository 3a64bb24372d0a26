package store

import (
	"context"
	"crypto/rand"
	"errors"
	"io/fs"
	"slices"
	"strings"

	"github.com/jmoiron/sqlx"

	"proxenos/core/lesson"
)

func mustSub() fs.FS {
	sub, err := fs.Sub(migrations, "migrations")
	if err != nil {
		panic(err) // the folder is compiled in
	}
	return sub
}

// PutStudio makes a studio, or renames it.
func (s *Store) PutStudio(ctx context.Context, st Studio) error {
	_, err := s.db.NamedExecContext(ctx,
		`insert into studio (id, name) values (:id, :name) on conflict (id) do update set name = excluded.name`, st)
	return told(err)
}

// NewStudio opens a studio with an id of its own.
func (s *Store) NewStudio(ctx context.Context, name string) (Studio, error) {
	st := Studio{ID: newID(), Name: name}
	_, err := s.write(ctx, "studio", &st, func(tx *sqlx.Tx) error {
		_, err := tx.NamedExecContext(ctx, `insert into studio (id, name) values (:id, :name)`, st)
		return err
	})
	return st, err
}

func newID() string { return strings.ToLower(rand.Text()[:12]) }

// Studios lists all studios by name.
func (s *Store) Studios(ctx context.Context) ([]Studio, error) {
	out := []Studio{}
	err := s.db.SelectContext(ctx, &out, `select id, name from studio order by name, id`)
	return out, told(err)
}

// Shelf returns the newest revision of every lesson of a studio, oldest lesson first.
func (s *Store) Shelf(ctx context.Context, studio string) ([]Revision, error) {
	var there bool
	if err := s.db.GetContext(ctx, &there, `select exists (select from studio where id = $1)`, studio); err != nil {
		return nil, told(err)
	}
	if !there {
		return nil, ErrNotFound
	}
	out := []Revision{}
	err := s.db.SelectContext(ctx, &out,
		`select `+columns("r")+` from lesson l join revision r on r.lesson_id = l.id and r.number = l.head
		 where l.studio_id = $1 order by l.made_at, l.id`, studio)
	return out, told(err)
}

// Beside returns the newest revision of the other lessons of a lesson's studio.
func (s *Store) Beside(ctx context.Context, id string) ([]Revision, error) {
	var studio string
	if err := s.db.GetContext(ctx, &studio, `select studio_id from lesson where id = $1`, id); err != nil {
		return nil, told(err)
	}
	list, err := s.Shelf(ctx, studio)
	return slices.DeleteFunc(list, func(r Revision) bool { return r.LessonID == id }), err
}

// Create puts a new lesson on a studio's shelf; id may be empty for a new one.
func (s *Store) Create(ctx context.Context, studio, id string, l *lesson.Lesson, said string) (Revision, error) {
	if id == "" {
		id = newID()
	}
	r := revisionOf(id, 1, 0, l, said)
	repeated, err := s.write(ctx, "create "+studio, &r, func(tx *sqlx.Tx) error {
		var there bool
		if err := tx.GetContext(ctx, &there, `select exists (select from studio where id = $1)`, studio); err != nil {
			return err
		}
		if !there {
			return ErrNotFound
		}
		if _, err := tx.ExecContext(ctx, `insert into lesson (id, studio_id, head) values ($1, $2, 1)`, id, studio); err != nil {
			return err
		}
		return insert(ctx, tx, &r)
	})
	if repeated && err == nil {
		return s.Revision(ctx, r.LessonID, r.Number)
	}
	return r, err
}

// Head returns the newest revision of a lesson.
func (s *Store) Head(ctx context.Context, id string) (Revision, error) {
	var r Revision
	err := s.db.GetContext(ctx, &r, `select `+columns("r")+` from lesson l join revision r on r.lesson_id = l.id and r.number = l.head where l.id = $1`, id)
	return r, told(err)
}

// HeadNumber is the number of the newest revision of a lesson.
func (s *Store) HeadNumber(ctx context.Context, id string) (int, error) {
	h, err := s.HeadOf(ctx, id)
	return h.Number, err
}

// A HeadOf tells which revision of a lesson is the newest, and what it is painted as.
type HeadOf struct {
	LessonID string `db:"id"`
	Number   int    `db:"head"`
	Painting string `db:"painting"`
}

const heads = `select l.id, l.head, r.painting from lesson l join revision r on r.lesson_id = l.id and r.number = l.head `

// HeadOf is that of a lesson.
func (s *Store) HeadOf(ctx context.Context, id string) (h HeadOf, err error) {
	err = s.db.GetContext(ctx, &h, heads+`where l.id = $1`, id)
	return h, told(err)
}

// Heads are those of the lessons of a studio, oldest lesson first.
func (s *Store) Heads(ctx context.Context, studio string) ([]HeadOf, error) {
	out := []HeadOf{}
	if err := s.db.SelectContext(ctx, &out, heads+`where l.studio_id = $1 order by l.made_at, l.id`, studio); err != nil || len(out) > 0 {
		return out, told(err)
	}
	var there bool
	if err := s.db.GetContext(ctx, &there, `select exists (select from studio where id = $1)`, studio); err != nil {
		return nil, told(err)
	}
	if !there {
		return nil, ErrNotFound
	}
	return out, nil
}

// Revision returns one revision of a lesson.
func (s *Store) Revision(ctx context.Context, id string, number int) (Revision, error) {
	var r Revision
	err := s.db.GetContext(ctx, &r, `select `+columns("r")+` from revision r where lesson_id = $1 and number = $2`, id, number)
	return r, told(err)
}

// Revisions lists what was saved after a revision, oldest first, without bodies.
func (s *Store) Revisions(ctx context.Context, id string, after int) ([]Revision, error) {
	out := []Revision{}
	err := s.db.SelectContext(ctx, &out,
		`select lesson_id, number, parent, hash, painting, title, '' as body, said, made_at from revision
		 where lesson_id = $1 and number > $2 order by number`, id, after)
	return out, told(err)
}

// ByHash returns the newest revision with the given content.
func (s *Store) ByHash(ctx context.Context, hash string) (Revision, error) {
	var r Revision
	err := s.db.GetContext(ctx, &r, `select `+columns("r")+` from revision r where hash = $1 order by made_at desc, number desc limit 1`, hash)
	return r, told(err)
}

// ByPainting returns the newest revision that is painted so.
func (s *Store) ByPainting(ctx context.Context, painting string) (Revision, error) {
	var r Revision
	err := s.db.GetContext(ctx, &r, `select `+columns("r")+` from revision r where painting = $1 order by made_at desc, number desc limit 1`, painting)
	return r, told(err)
}

// Save adds a revision made from revision from. If that is no longer the newest,
// nothing is written and the error is a [*StaleError]. When Save returns without
// error the revision is on disk. See [WithKey] for when its reply is lost.
func (s *Store) Save(ctx context.Context, id string, from int, l *lesson.Lesson, said string) (Revision, error) {
	r := revisionOf(id, from+1, from, l, said)
	repeated, err := s.write(ctx, "save "+id, &r, func(tx *sqlx.Tx) error {
		var head int
		if err := tx.GetContext(ctx, &head, `select head from lesson where id = $1 for update`, id); err != nil {
			return err
		}
		if head != from {
			return &StaleError{From: from, Head: head}
		}
		if _, err := tx.ExecContext(ctx, `update lesson set head = $2 where id = $1`, id, r.Number); err != nil {
			return err
		}
		return insert(ctx, tx, &r)
	})
	var stale *StaleError
	if errors.As(err, &stale) {
		since, listErr := s.Revisions(ctx, id, from)
		if listErr != nil {
			return Revision{}, listErr
		}
		stale.Since = since
	}
	if repeated && err == nil {
		return s.Revision(ctx, r.LessonID, r.Number)
	}
	return r, err
}

// columns lists those of a revision, of a table with a name.
func columns(table string) string {
	list := []string{"lesson_id", "number", "parent", "hash", "painting", "title", "body", "said", "made_at"}
	return table + "." + strings.Join(list, ", "+table+".") + ", (select studio_id from lesson where id = " + table + ".lesson_id) as studio_id"
}

func revisionOf(id string, number, parent int, l *lesson.Lesson, said string) Revision {
	body := lesson.Encode(l)
	return Revision{LessonID: id, Number: number, Parent: parent, Hash: l.Hash(), Painting: l.Painting(), Title: l.Title, Body: string(body), Said: said}
}

func insert(ctx context.Context, tx *sqlx.Tx, r *Revision) error {
	if err := tx.GetContext(ctx, &r.MadeAt,
		`insert into revision (lesson_id, number, parent, hash, painting, title, body, said)
		 values ($1, $2, $3, $4, $5, $6, $7, $8) returning made_at`,
		r.LessonID, r.Number, r.Parent, r.Hash, r.Painting, r.Title, r.Body, r.Said); err != nil {
		return err
	}
	return announce(ctx, tx, r)
}

// announce tells those who watch that a lesson has a new revision.
func announce(ctx context.Context, tx *sqlx.Tx, r *Revision) error {
	if err := tx.GetContext(ctx, &r.StudioID, `select studio_id from lesson where id = $1`, r.LessonID); err != nil {
		return err
	}
	return tell(ctx, tx, Event{Kind: LessonEvent, Studio: r.StudioID, Lesson: r.LessonID, Revision: r.Number}, true)
}
