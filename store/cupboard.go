package store

import (
	"context"
	"database/sql"
	"database/sql/driver"
	"encoding/json"
	"errors"
	"fmt"

	"github.com/jmoiron/sqlx"

	"proxenos/core/supply"
)

// Cupboard returns what the studio has, and how often that was saved: never, for an empty one.
func (r Room) Cupboard(ctx context.Context) (supply.Cupboard, int, error) {
	c := supply.Cupboard{People: 1, Paints: []supply.Stock{}, Tools: []supply.Rack{}}
	var head struct {
		Version  sql.Null[int]    `db:"version"`
		People   sql.Null[int]    `db:"people"`
		Currency sql.Null[string] `db:"currency"`
	}
	err := r.s.db.GetContext(ctx, &head, `select c.version, c.people, c.currency from studio left join cupboard c on c.studio_id = studio.id where studio.id = $1`, r.Studio)
	if err != nil || !head.Version.Valid {
		return c, 0, told(err)
	}
	c.People, c.Currency = head.People.V, head.Currency.V
	var stocks []struct {
		supply.Stock
		Sizes  packs  `db:"sold"`
		Curves string `db:"curves"`
	}
	if err := r.s.db.SelectContext(ctx, &stocks, `select paint, ml, opened, sold, curves from stock where studio_id = $1 order by place`, r.Studio); err != nil {
		return c, 0, told(err)
	}
	for _, s := range stocks {
		s.Stock.Sold = s.Sizes
		if s.Curves != "" {
			if err := json.Unmarshal([]byte(s.Curves), &s.Stock.Measured); err != nil {
				return c, 0, fmt.Errorf("curves of %s: %w", s.Paint, err)
			}
		}
		c.Paints = append(c.Paints, s.Stock)
	}
	if err := r.s.db.SelectContext(ctx, &c.Tools, `select kind, width, pieces, price from rack where studio_id = $1 order by place`, r.Studio); err != nil {
		return c, 0, told(err)
	}
	var goods []struct {
		supply.Good
		Sizes packs `db:"sold"`
	}
	err = r.s.db.SelectContext(ctx, &goods, `select kind, has, sold, width, height, "limit", rate from good where studio_id = $1 order by place`, r.Studio)
	for _, g := range goods {
		g.Good.Sold = g.Sizes
		c.Goods = append(c.Goods, g.Good)
	}
	return c, head.Version.V, told(err)
}

// packs are sizes with their prices, as JSON.
type packs []supply.Pack

// Scan reads what Value wrote.
func (p *packs) Scan(from any) error {
	text, is := from.(string)
	if !is {
		return fmt.Errorf("sizes are a %T", from)
	}
	if err := json.Unmarshal([]byte(text), p); err != nil {
		return err
	}
	if len(*p) == 0 {
		*p = nil
	}
	return nil
}

// Value writes them.
func (p packs) Value() (driver.Value, error) {
	if len(p) == 0 {
		return "[]", nil
	}
	out, err := json.Marshal(p)
	return string(out), err
}

// PutCupboard keeps what the studio has, made from version from. If that is no longer the
// newest nothing is written and the error is a [*StaleError].
func (r Room) PutCupboard(ctx context.Context, from int, c supply.Cupboard) error {
	_, err := r.s.write(ctx, "cupboard "+r.Studio, new(struct{}), func(tx *sqlx.Tx) error { return r.putCupboard(ctx, tx, from, c) })
	return err
}

func (r Room) putCupboard(ctx context.Context, tx *sqlx.Tx, from int, c supply.Cupboard) error {
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
	do(`insert into cupboard (studio_id, version, people, currency) values ($1, 1, $2, $3)
			on conflict (studio_id) do update set version = cupboard.version + 1, people = excluded.people, currency = excluded.currency, changed_at = now()`, c.People, c.Currency)
	do(`delete from stock where studio_id = $1`)
	do(`delete from rack where studio_id = $1`)
	do(`delete from good where studio_id = $1`)
	for i, p := range c.Paints {
		curves := []byte{}
		if p.Measured != nil {
			var wrong error
			if curves, wrong = json.Marshal(p.Measured); wrong != nil {
				return wrong
			}
		}
		do(`insert into stock (studio_id, place, paint, ml, opened, sold, curves) values ($1, $2, $3, $4, $5, $6, $7)`, i, p.Paint, p.Ml, p.Opened, packs(p.Sold), string(curves))
	}
	for i, t := range c.Tools {
		do(`insert into rack (studio_id, place, kind, width, pieces, price) values ($1, $2, $3, $4, $5, $6)`, i, t.Kind, t.Width, t.Pieces, t.Price)
	}
	for i, g := range c.Goods {
		do(`insert into good (studio_id, place, kind, has, sold, width, height, "limit", rate) values ($1, $2, $3, $4, $5, $6, $7, $8, $9)`, i, g.Kind, g.Has, packs(g.Sold), g.Width, g.Height, g.Limit, g.Rate)
	}
	return err
}
