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

// Unname makes revisions as they were before paintings had names.
func (s *Store) Unname(ctx context.Context, t *testing.T) {
	t.Helper()
	if _, err := s.db.ExecContext(ctx, `update revision set painting = ''`); err != nil {
		t.Fatal(err)
	}
}

// Garble makes the body of a revision one that nobody can read any more.
func (s *Store) Garble(ctx context.Context, t *testing.T, lesson string, number int) {
	t.Helper()
	if _, err := s.db.ExecContext(ctx, `update revision set body = '{}' where lesson_id = $1 and number = $2`, lesson, number); err != nil {
		t.Fatal(err)
	}
}

// EndListening ends the connections that listen.
func (s *Store) EndListening(ctx context.Context, t *testing.T) {
	t.Helper()
	if _, err := s.db.ExecContext(ctx, `select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and query ilike 'listen %'`); err != nil {
		t.Fatal(err)
	}
}

// Free takes the canvas of a lesson away from who has it.
func (s *Store) Free(ctx context.Context, lesson string) error {
	_, err := s.db.ExecContext(ctx, `delete from lease where lesson_id = $1`, lesson)
	return err
}

// Silence lets a process have said nothing for a while.
func (s *Store) Silence(ctx context.Context, t *testing.T, process string, by time.Duration) {
	t.Helper()
	if _, err := s.db.ExecContext(ctx, `update process set beat_at = clock_timestamp() - $2 * interval '1 second' where id = $1`, process, by.Seconds()); err != nil {
		t.Fatal(err)
	}
}
