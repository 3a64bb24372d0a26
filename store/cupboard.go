package store

import (
	"context"
	"database/sql"
	"errors"

	"github.com/jmoiron/sqlx"

	"proxenos/core/supply"
)

// Cupboard returns what the studio has, and how often that was saved: never, for an empty one.
func (r Room) Cupboard(ctx context.Context) (supply.Cupboard, int, error) {
	c := supply.Cupboard{People: 1, Paints: []supply.Stock{}, Tools: []supply.Rack{}}
	var head struct {
		Version sql.Null[int] `db:"version"`
		People  sql.Null[int] `db:"people"`
	}
	err := r.s.db.GetContext(ctx, &head, `select c.version, c.people from studio left join cupboard c on c.studio_id = studio.id where studio.id = $1`, r.Studio)
	if err != nil || !head.Version.Valid {
		return c, 0, told(err)
	}
	c.People = head.People.V
	if err := r.s.db.SelectContext(ctx, &c.Paints, `select paint, ml from stock where studio_id = $1 order by place`, r.Studio); err != nil {
		return c, 0, told(err)
	}
	err = r.s.db.SelectContext(ctx, &c.Tools, `select kind, width, pieces from rack where studio_id = $1 order by place`, r.Studio)
	return c, head.Version.V, told(err)
}

// PutCupboard keeps what the studio has, made from version from. If that is no longer the
// newest nothing is written and the error is a [*StaleError].
func (r Room) PutCupboard(ctx context.Context, from int, c supply.Cupboard) error {
	_, err := r.s.write(ctx, "cupboard "+r.Studio, new(struct{}), func(tx *sqlx.Tx) error {
		// The studio's row is held, so that two first saves do not pass each other.
		var studio string
		if err := tx.GetContext(ctx, &studio, `select id from studio where id = $1 for update`, r.Studio); err != nil {
			return err
		}
		head := 0
		err := tx.GetContext(ctx, &head, `select version from cupboard where studio_id = $1`, studio)
		if errors.Is(err, sql.ErrNoRows) {
			err = nil
		}
		if err == nil && head != from {
			err = &StaleError{What: "cupboard", From: from, Head: head}
		}
		do := func(query string, args ...any) {
			if err == nil {
				_, err = tx.ExecContext(ctx, query, append([]any{studio}, args...)...)
			}
		}
		do(`insert into cupboard (studio_id, version, people) values ($1, 1, $2)
			on conflict (studio_id) do update set version = cupboard.version + 1, people = excluded.people, changed_at = now()`, c.People)
		do(`delete from stock where studio_id = $1`)
		do(`delete from rack where studio_id = $1`)
		for i, p := range c.Paints {
			do(`insert into stock (studio_id, place, paint, ml) values ($1, $2, $3, $4)`, i, p.Paint, p.Ml)
		}
		for i, t := range c.Tools {
			do(`insert into rack (studio_id, place, kind, width, pieces) values ($1, $2, $3, $4, $5)`, i, t.Kind, t.Width, t.Pieces)
		}
		return err
	})
	return err
}
