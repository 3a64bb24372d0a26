package store

import (
	"context"
	"testing"
	"time"
)

// Age makes artifacts of a kind as old as that.
func (s *Store) Age(ctx context.Context, t *testing.T, kind string, by time.Duration) {
	t.Helper()
	if _, err := s.db.ExecContext(ctx, `update artifact set used_at = now() - $2 * interval '1 second' where kind = $1`, kind, by.Seconds()); err != nil {
		t.Fatal(err)
	}
}

// Break takes a column away, as a fault of ours would.
func (s *Store) Break(ctx context.Context, t *testing.T) {
	t.Helper()
	if _, err := s.db.ExecContext(ctx, `alter table revision rename column said to sagt`); err != nil {
		t.Fatal(err)
	}
}
