package store

import (
	"context"
	"crypto/rand"
	"strings"

	"github.com/jmoiron/sqlx"
)

// Studio is a teaching room.
type Studio struct {
	ID   string `db:"id" json:"id"`
	Name string `db:"name" json:"name"`
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

// StudioOf is the studio that a lesson belongs to.
func (s *Store) StudioOf(ctx context.Context, lesson string) (studio string, err error) {
	err = s.db.GetContext(ctx, &studio, `select studio_id from lesson where id = $1`, lesson)
	return studio, told(err)
}

// HasStudio reports whether there is a studio with an id.
func (s *Store) HasStudio(ctx context.Context, id string) (there bool, err error) {
	err = s.db.GetContext(ctx, &there, `select exists (select from studio where id = $1)`, id)
	return there, told(err)
}

// Habits are how a studio measures and prints, as JSON; {} where nobody has said.
func (r Room) Habits(ctx context.Context) (habits string, err error) {
	err = r.s.db.GetContext(ctx, &habits, `select habits from studio where id = $1`, r.Studio)
	return habits, told(err)
}

// PutHabits keeps the name and the habits of a studio.
func (r Room) PutHabits(ctx context.Context, name, habits string) error {
	return told(r.s.inTx(ctx, func(tx *sqlx.Tx) error {
		done, err := tx.ExecContext(ctx, `update studio set name = $2, habits = $3 where id = $1`, r.Studio, name, habits)
		if err != nil {
			return err
		}
		if n, err := done.RowsAffected(); err != nil || n == 0 {
			return ErrNotFound
		}
		return tell(ctx, tx, Event{Kind: StudioEvent, Studio: r.Studio}, true)
	}))
}

// NameOf is what a studio is called.
func (r Room) NameOf(ctx context.Context) (name string, err error) {
	err = r.s.db.GetContext(ctx, &name, `select name from studio where id = $1`, r.Studio)
	return name, told(err)
}
