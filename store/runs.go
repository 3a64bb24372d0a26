package store

import (
	"context"
	"time"

	"github.com/jmoiron/sqlx"

	"proxenos/core/run"
)

// A KeptRun is a taught session as it is kept.
type KeptRun struct {
	ID string `json:"id"`
	run.Run
}

// mostRuns is how many taught sessions of a lesson are looked at, the last ones.
const mostRuns = 100

// Runs lists the taught sessions of a lesson, the last first.
func (s *Store) Runs(ctx context.Context, lesson string) ([]KeptRun, error) {
	var heads []struct {
		ID     string    `db:"id"`
		Taught time.Time `db:"taught"`
		Note   string    `db:"note"`
	}
	err := s.db.SelectContext(ctx, &heads, `select id, taught, note from run where lesson_id = $1 order by taught desc, made_at desc limit $2`, lesson, mostRuns)
	if err != nil {
		return nil, told(err)
	}
	out := make([]KeptRun, len(heads))
	at := map[string]int{}
	for i, h := range heads {
		out[i] = KeptRun{h.ID, run.Run{Taught: h.Taught.Format(time.DateOnly), Note: h.Note, Took: []run.Took{}}}
		at[h.ID] = i
	}
	var took []struct {
		Run     string  `db:"run_id"`
		Step    string  `db:"step"`
		Minutes float64 `db:"minutes"`
	}
	err = s.db.SelectContext(ctx, &took, `select run_id, step, minutes from took join run on run.id = run_id where lesson_id = $1 order by run_id, place`, lesson)
	for _, t := range took {
		if i, listed := at[t.Run]; listed {
			out[i].Took = append(out[i].Took, run.Took{Step: t.Step, Minutes: t.Minutes})
		}
	}
	return out, told(err)
}

// AddRun keeps a taught session of a lesson.
func (s *Store) AddRun(ctx context.Context, lesson string, r run.Run) (KeptRun, error) {
	kept := KeptRun{newID(), r}
	_, err := s.write(ctx, "run "+lesson, &kept, func(tx *sqlx.Tx) error {
		done, err := tx.ExecContext(ctx, `insert into run (id, lesson_id, taught, note) select $1, id, $3, $4 from lesson where id = $2`, kept.ID, lesson, r.Taught, r.Note)
		if err != nil {
			return err
		}
		if n, err := done.RowsAffected(); err != nil || n == 0 {
			return ErrNotFound
		}
		for i, t := range r.Took {
			if _, err := tx.ExecContext(ctx, `insert into took (run_id, place, step, minutes) values ($1, $2, $3, $4)`, kept.ID, i, t.Step, t.Minutes); err != nil {
				return err
			}
		}
		return nil
	})
	return kept, err
}

// RemoveRun forgets a taught session.
func (s *Store) RemoveRun(ctx context.Context, lesson, id string) error {
	done, err := s.db.ExecContext(ctx, `delete from run where id = $2 and lesson_id = $1`, lesson, id)
	if err != nil {
		return told(err)
	}
	if n, err := done.RowsAffected(); err != nil || n == 0 {
		return ErrNotFound
	}
	return nil
}
