package store

import (
	"context"
	"errors"
	"log/slog"
	"time"
)

// settles is how long after the database answers again a complaint may still be of the time
// when it did not.
const settles = 3 * time.Second

// Reachable reports whether the database answers, and has done so for a while.
func (s *Store) Reachable(ctx context.Context) bool {
	asked, cancel := context.WithTimeout(context.WithoutCancel(ctx), time.Second)
	defer cancel()
	return s.Ping(asked) == nil && time.Since(time.Unix(0, s.gone.Load())) > settles
}

// Complaints lets through what is logged, but for complaints of a database out of reach: who
// listens to it ([Store.Listen]) tells that once, and everybody else would tell it again.
type Complaints struct{ slog.Handler }

// Handle hands a record on, unless an error in it says that the database does not answer.
func (c Complaints) Handle(ctx context.Context, r slog.Record) error {
	outage := false
	r.Attrs(func(a slog.Attr) bool {
		err, is := a.Value.Any().(error)
		outage = is && errors.Is(told(err), ErrUnavailable)
		return !outage
	})
	if outage {
		return nil
	}
	return c.Handler.Handle(ctx, r)
}

// WithAttrs is the same with attributes of its own.
func (c Complaints) WithAttrs(a []slog.Attr) slog.Handler {
	return Complaints{c.Handler.WithAttrs(a)}
}

// WithGroup is the same in a group.
func (c Complaints) WithGroup(name string) slog.Handler {
	return Complaints{c.Handler.WithGroup(name)}
}
