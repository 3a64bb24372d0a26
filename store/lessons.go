package store

import (
	"context"
	"errors"
	"slices"
	"strings"

	"github.com/jmoiron/sqlx"

	"proxenos/core/lesson"
)

// A Room is what the store keeps of one studio. Nothing of another one is found there. Make it
// with [Store.Room].
type Room struct {
	Studio string // its id
	s      *Store
}

// Room is that of the studio with an id; there is nothing in one of a studio that is not there.
func (s *Store) Room(studio string) Room { return Room{studio, s} }

// there fails with ErrNotFound where there is no such studio.
func (r Room) there(ctx context.Context) error {
	there, err := r.s.HasStudio(ctx, r.Studio)
	if err == nil && !there {
		err = ErrNotFound
	}
	return err
}

// Shelf returns the newest revision of every lesson on the shelf, oldest lesson first.
func (r Room) Shelf(ctx context.Context) ([]Revision, error) {
	out := []Revision{}
	err := r.s.db.SelectContext(ctx, &out, revisions+` and r.number = l.head and l.stands = 'shelf' order by l.made_at, l.id`, r.Studio)
	if err == nil && len(out) == 0 {
		return out, r.there(ctx)
	}
	return out, told(err)
}

// Beside returns the newest revision of the other lessons on the shelf.
func (r Room) Beside(ctx context.Context, id string) ([]Revision, error) {
	if _, err := r.HeadOf(ctx, id); err != nil {
		return nil, err
	}
	list, err := r.Shelf(ctx)
	return slices.DeleteFunc(list, func(r Revision) bool { return r.LessonID == id }), err
}

// Create puts a new lesson on the shelf; id may be empty for a new one.
func (r Room) Create(ctx context.Context, id string, l *lesson.Lesson, said string) (Revision, error) {
	if id == "" {
		id = newID()
	}
	made := revisionOf(r.Studio, id, 1, 0, l, said)
	repeated, err := r.s.write(ctx, "create "+r.Studio, &made, func(tx *sqlx.Tx) error {
		var there bool
		if err := tx.GetContext(ctx, &there, `select exists (select from studio where id = $1)`, r.Studio); err != nil {
			return err
		}
		if !there {
			return ErrNotFound
		}
		if _, err := tx.ExecContext(ctx, `insert into lesson (id, studio_id, head) values ($1, $2, 1)`, id, r.Studio); err != nil {
			return err
		}
		return insert(ctx, tx, &made)
	})
	if repeated && err == nil {
		return r.Revision(ctx, made.LessonID, made.Number)
	}
	return made, err
}

// Head returns the newest revision of a lesson.
func (r Room) Head(ctx context.Context, id string) (Revision, error) {
	return r.one(ctx, ` and l.id = $2 and r.number = l.head`, id)
}

// one is the first revision of those that are meant.
func (r Room) one(ctx context.Context, meant string, args ...any) (out Revision, err error) {
	err = r.s.db.GetContext(ctx, &out, revisions+meant, append([]any{r.Studio}, args...)...)
	return out, told(err)
}

// HeadNumber is the number of the newest revision of a lesson.
func (r Room) HeadNumber(ctx context.Context, id string) (int, error) {
	h, err := r.HeadOf(ctx, id)
	return h.Number, err
}

// A HeadOf tells which revision of a lesson is the newest, and what it is painted as.
type HeadOf struct {
	LessonID string `db:"id"`
	Number   int    `db:"head"`
	Painting string `db:"painting"`
}

const heads = `select l.id, l.head, r.painting from lesson l join revision r on r.lesson_id = l.id and r.number = l.head where l.studio_id = $1`

// HeadOf is that of a lesson.
func (r Room) HeadOf(ctx context.Context, id string) (h HeadOf, err error) {
	err = r.s.db.GetContext(ctx, &h, heads+` and l.id = $2`, r.Studio, id)
	return h, told(err)
}

// A Place is where a lesson stands.
type Place string

// The places.
const (
	OnShelf  Place = "shelf"
	PutAway  Place = "away"
	Template Place = "template" // among the studio's own beginnings
	Deleted  Place = "deleted"  // thrown out; it can be brought back
)

// Heads are those of the lessons at a place: on the shelf the oldest lesson first, elsewhere what
// came last.
func (r Room) Heads(ctx context.Context, at Place) ([]HeadOf, error) {
	out := []HeadOf{}
	order := ` order by l.placed_at desc, l.id`
	if at == OnShelf {
		order = ` order by l.made_at, l.id`
	}
	if err := r.s.db.SelectContext(ctx, &out, heads+` and l.stands = $2`+order, r.Studio, at); err != nil || len(out) > 0 {
		return out, told(err)
	}
	return out, r.there(ctx)
}

// Put puts a lesson at a place.
func (r Room) Put(ctx context.Context, id string, at Place) error {
	return told(r.s.inTx(ctx, func(tx *sqlx.Tx) error {
		var head int
		if err := tx.GetContext(ctx, &head, `update lesson set stands = $3, placed_at = case when stands = $3 then placed_at else now() end where id = $1 and studio_id = $2 returning head`, id, r.Studio, at); err != nil {
			return err
		}
		return tell(ctx, tx, Event{Kind: LessonEvent, Studio: r.Studio, Lesson: id, Revision: head}, true)
	}))
}

// Revision returns one revision of a lesson.
func (r Room) Revision(ctx context.Context, id string, number int) (Revision, error) {
	return r.one(ctx, ` and l.id = $2 and r.number = $3`, id, number)
}

// Revisions lists what was saved after a revision, oldest first, without bodies.
func (r Room) Revisions(ctx context.Context, id string, after int) ([]Revision, error) {
	out := []Revision{}
	err := r.s.db.SelectContext(ctx, &out,
		`select l.studio_id, lesson_id, number, parent, hash, painting, title, '' as body, said, r.made_at from revision r join lesson l on l.id = r.lesson_id
		 where l.studio_id = $1 and l.id = $2 and number > $3 order by number`, r.Studio, id, after)
	return out, told(err)
}

// ByHash returns the newest revision with the given content.
func (r Room) ByHash(ctx context.Context, hash string) (Revision, error) {
	return r.one(ctx, ` and r.hash = $2`+newest, hash)
}

// ByPainting returns the newest revision that is painted so.
func (r Room) ByPainting(ctx context.Context, painting string) (Revision, error) {
	return r.one(ctx, ` and r.painting = $2`+newest, painting)
}

// Save adds a revision made from revision from. If that is no longer the newest,
// nothing is written and the error is a [*StaleError]. When Save returns without
// error the revision is on disk. See [WithKey] for when its reply is lost.
func (r Room) Save(ctx context.Context, id string, from int, l *lesson.Lesson, said string) (Revision, error) {
	made := revisionOf(r.Studio, id, from+1, from, l, said)
	repeated, err := r.s.write(ctx, saving(id), &made, func(tx *sqlx.Tx) error {
		var head int
		if err := tx.GetContext(ctx, &head, `select head from lesson where id = $1 and studio_id = $2 for update`, id, r.Studio); err != nil {
			return err
		}
		if head != from {
			return &StaleError{From: from, Head: head}
		}
		if _, err := tx.ExecContext(ctx, `update lesson set head = $2 where id = $1`, id, made.Number); err != nil {
			return err
		}
		return insert(ctx, tx, &made)
	})
	var stale *StaleError
	if errors.As(err, &stale) {
		since, listErr := r.Revisions(ctx, id, from)
		if listErr != nil {
			return Revision{}, listErr
		}
		stale.Since = since
	}
	if repeated && err == nil {
		return r.Revision(ctx, made.LessonID, made.Number)
	}
	return made, err
}

// saving names the saves of a lesson among writes.
func saving(id string) string { return "save " + id }

// Repeated is the revision that a save with the key of ctx made before; false when there is
// none.
func (r Room) Repeated(ctx context.Context, id string) (Revision, bool, error) {
	var made Revision
	there, err := r.s.wrote(ctx, saving(id), &made)
	if !there || err != nil {
		return Revision{}, false, err
	}
	made, err = r.Revision(ctx, id, made.Number)
	return made, err == nil, err
}

const newest = ` order by r.made_at desc, r.number desc limit 1`

// revisions are those of the studio $1, with their bodies.
var revisions = `select ` + columns("r") + `, l.studio_id from revision r join lesson l on l.id = r.lesson_id where l.studio_id = $1`

// columns lists those of a revision, of a table with a name.
func columns(table string) string {
	list := []string{"lesson_id", "number", "parent", "hash", "painting", "title", "body", "said", "made_at"}
	return table + "." + strings.Join(list, ", "+table+".")
}

func revisionOf(studio, id string, number, parent int, l *lesson.Lesson, said string) Revision {
	body := lesson.Encode(l)
	return Revision{StudioID: studio, LessonID: id, Number: number, Parent: parent, Hash: l.Hash(), Painting: l.Painting(), Title: l.Title, Body: string(body), Said: said}
}

// insert adds a revision and tells those who watch.
func insert(ctx context.Context, tx *sqlx.Tx, r *Revision) error {
	if err := tx.GetContext(ctx, &r.MadeAt,
		`insert into revision (lesson_id, number, parent, hash, painting, title, body, said)
		 values ($1, $2, $3, $4, $5, $6, $7, $8) returning made_at`,
		r.LessonID, r.Number, r.Parent, r.Hash, r.Painting, r.Title, r.Body, r.Said); err != nil {
		return err
	}
	return tell(ctx, tx, Event{Kind: LessonEvent, Studio: r.StudioID, Lesson: r.LessonID, Revision: r.Number, Said: shortly(r.Said)}, true)
}

// shortly is a text that fits into an announcement, which has a few thousand bytes.
func shortly(text string) string {
	const most = 300
	if r := []rune(text); len(r) > most {
		return string(r[:most]) + "..."
	}
	return text
}
