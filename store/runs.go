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

// Runs lists the taught sessions of a lesson, the last first; none of one that was not taught.
func (r Room) Runs(ctx context.Context, lesson string) ([]KeptRun, error) {
	var heads []struct {
		ID     string    `db:"id"`
		Taught time.Time `db:"taught"`
		Note   string    `db:"note"`
	}
	err := r.s.db.SelectContext(ctx, &heads, `select run.id, taught, note from run join lesson l on l.id = lesson_id
		where studio_id = $1 and lesson_id = $2 order by taught desc, run.made_at desc limit $3`, r.Studio, lesson, mostRuns)
	if err != nil {
		return nil, told(err)
	}
	if len(heads) == 0 {
		_, err := r.HeadOf(ctx, lesson)
		return []KeptRun{}, err
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
	err = r.s.db.SelectContext(ctx, &took, `select run_id, step, minutes from took join run on run.id = run_id join lesson l on l.id = lesson_id
		where studio_id = $1 and lesson_id = $2 order by run_id, place`, r.Studio, lesson)
	for _, t := range took {
		if i, listed := at[t.Run]; listed {
			out[i].Took = append(out[i].Took, run.Took{Step: t.Step, Minutes: t.Minutes})
		}
	}
	return out, told(err)
}

// AddRun keeps a taught session of a lesson.
func (r Room) AddRun(ctx context.Context, lesson string, taught run.Run) (KeptRun, error) {
	kept := KeptRun{newID(), taught}
	_, err := r.s.write(ctx, "run "+r.Studio+" "+lesson, &kept, func(tx *sqlx.Tx) error {
		done, err := tx.ExecContext(ctx, `insert into run (id, lesson_id, taught, note) select $1, id, $3, $4 from lesson where id = $2 and studio_id = $5`, kept.ID, lesson, taught.Taught, taught.Note, r.Studio)
		if err != nil {
			return err
		}
		if n, err := done.RowsAffected(); err != nil || n == 0 {
			return ErrNotFound
		}
		for i, t := range taught.Took {
			if _, err := tx.ExecContext(ctx, `insert into took (run_id, place, step, minutes) values ($1, $2, $3, $4)`, kept.ID, i, t.Step, t.Minutes); err != nil {
				return err
			}
		}
		return nil
	})
	return kept, err
}

// RemoveRun forgets a taught session.
func (r Room) RemoveRun(ctx context.Context, lesson, id string) error {
	done, err := r.s.db.ExecContext(ctx, `delete from run using lesson l where l.id = lesson_id and studio_id = $1 and lesson_id = $2 and run.id = $3`, r.Studio, lesson, id)
	if err != nil {
		return told(err)
	}
	if n, err := done.RowsAffected(); err != nil || n == 0 {
		return ErrNotFound
	}
	return nil
}
