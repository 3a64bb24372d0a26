package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"time"

	"github.com/jmoiron/sqlx"
)

// SilentFor is after how long a process that says nothing is taken for gone, and stuckFor
// after how long when it is still connected: it has much to do, and a machine that is slow.
const (
	SilentFor = 6 * time.Second
	stuckFor  = time.Minute
)

// alive is whether the process p lives. One that is connected has a session that is named
// after it.
var alive = fmt.Sprintf(`(p.beat_at > clock_timestamp() - interval '%g seconds' or p.beat_at > clock_timestamp() - interval '%g seconds'
	and exists (select from pg_stat_activity session where session.application_name = p.id))`, SilentFor.Seconds(), stuckFor.Seconds())

// Lease gives the last canvas of a lesson to a process, where no other one has it that lives,
// and returns who has it then.
func (s *Store) Lease(ctx context.Context, lesson, process string) (holder string, err error) {
	holder, err = lease(ctx, s.db, lesson, process)
	return holder, told(err)
}

func lease(ctx context.Context, db sqlx.QueryerContext, lesson, process string) (holder string, err error) {
	err = sqlx.GetContext(ctx, db, &holder, `insert into lease (lesson_id, process) values ($1, $2)
		on conflict (lesson_id) do update set process = excluded.process
			where lease.process = excluded.process or not exists (select from process p where p.id = lease.process and `+alive+`)
		returning process`, lesson, process)
	if errors.Is(err, sql.ErrNoRows) { // another one has it
		err = sqlx.GetContext(ctx, db, &holder, `select process from lease where lesson_id = $1`, lesson)
	}
	return holder, err
}

// Holder is the process that has the last canvas of a lesson and lives; nobody when it is empty.
func (s *Store) Holder(ctx context.Context, lesson string) (holder string, err error) {
	err = s.db.GetContext(ctx, &holder, `select p.id from lease join process p on p.id = lease.process where lesson_id = $1 and `+alive, lesson)
	if errors.Is(err, sql.ErrNoRows) {
		return "", nil
	}
	return holder, told(err)
}

// Lives says that a process lives.
func (s *Store) Lives(ctx context.Context, process string) error {
	_, err := s.db.ExecContext(ctx, `insert into process (id) values ($1) on conflict (id) do update set beat_at = clock_timestamp()`, process)
	return told(err)
}

// Dies says that a process ends: what it had others may take at once.
func (s *Store) Dies(ctx context.Context, process string) error {
	_, err := s.db.ExecContext(ctx, `delete from process where id = $1`, process)
	return told(err)
}
