package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"

	"github.com/jmoiron/sqlx"
)

// ErrKey refuses a key that was used for another write before.
var ErrKey = errors.New("this key was used for another write")

type keyed struct{}

// WithKey gives the write that is made with a context a key: when its reply is lost it can be
// made again with the same one, and is the same write. An empty key is none.
func WithKey(ctx context.Context, key string) context.Context {
	return context.WithValue(ctx, keyed{}, key)
}

// write makes a write of a kind in a transaction. out points to what comes of it, which do
// sets; when a write with the key of ctx was made already nothing is written and out is what
// came of that. Both happen or neither.
func (s *Store) write(ctx context.Context, what string, out any, do func(tx *sqlx.Tx) error) (repeated bool, err error) {
	key, _ := ctx.Value(keyed{}).(string)
	tx, err := s.db.BeginTxx(ctx, nil)
	if err != nil {
		return false, told(err)
	}
	if key == "" {
		err = do(tx)
	} else {
		repeated, err = once(ctx, tx, key, what, out, do)
	}
	if err != nil {
		_ = tx.Rollback() // the first error says more
		return false, told(err)
	}
	if err := tx.Commit(); err != nil {
		return false, told(fmt.Errorf("commit: %w", err))
	}
	return repeated, nil
}

// wrote is what came of the write of a kind with the key of ctx; false when there was none.
func (s *Store) wrote(ctx context.Context, what string, out any) (bool, error) {
	key, _ := ctx.Value(keyed{}).(string)
	if key == "" {
		return false, nil
	}
	var result string
	err := s.db.GetContext(ctx, &result, `select result from written where key = $1 and what = $2`, key, what)
	if errors.Is(err, sql.ErrNoRows) {
		return false, nil
	}
	if err != nil {
		return false, told(err)
	}
	return true, json.Unmarshal([]byte(result), out)
}

func once(ctx context.Context, tx *sqlx.Tx, key, what string, out any, do func(tx *sqlx.Tx) error) (repeated bool, err error) {
	// Another write with the key that is under way is waited for here.
	fresh, err := tx.ExecContext(ctx, `insert into written (key, what, result) values ($1, $2, '') on conflict do nothing`, key, what)
	if err != nil {
		return false, err
	}
	if n, err := fresh.RowsAffected(); err != nil {
		return false, err
	} else if n == 0 {
		var was struct {
			What   string `db:"what"`
			Result string `db:"result"`
		}
		if err := tx.GetContext(ctx, &was, `select what, result from written where key = $1`, key); err != nil {
			return false, err
		}
		if was.What != what {
			return false, ErrKey
		}
		return true, json.Unmarshal([]byte(was.Result), out)
	}
	if err := do(tx); err != nil {
		return false, err
	}
	result, err := json.Marshal(out)
	if err == nil {
		_, err = tx.ExecContext(ctx, `update written set result = $2 where key = $1`, key, result)
	}
	return false, err
}
