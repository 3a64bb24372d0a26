package studio

import (
	"context"
	"errors"
	"time"

	"proxenos/store"
)

// A Holding knows which process has the last canvas of a lesson, and asks that one for work.
type Holding interface {
	// Holds reports whether this process has it, or takes it.
	Holds(ctx context.Context, lesson string) (bool, error)
	Ask(ctx context.Context, j store.Job, watcher string) (store.Job, error)
	Wait(ctx context.Context, j store.Job) (store.Job, error)
}

// Elsewhere sees to it that a lesson is painted where its last canvas is, and its canvas kept.
// It returns at once where that is here. While the database does not answer it is not known
// whose that is: it is asked again then for a while, for two would paint the same.
func Elsewhere(ctx context.Context, s *store.Store, q Holding, lesson string, version int) error {
	var since time.Time // since when it does not
	for {
		began := time.Now()
		err := elsewhere(ctx, s, q, lesson, version)
		if since.IsZero() || time.Since(began) > asksAgain {
			since = time.Now() // it did meanwhile
		}
		if !errors.Is(err, store.ErrUnavailable) || time.Since(since) > store.SilentFor {
			return err
		}
		select {
		case <-ctx.Done():
			return ctx.Err()
		case <-time.After(asksAgain / 4):
		}
	}
}

func elsewhere(ctx context.Context, s *store.Store, q Holding, lesson string, version int) error {
	mine, err := q.Holds(ctx, lesson)
	if err != nil || mine {
		return err
	}
	studio, err := s.StudioOf(ctx, lesson)
	if err != nil {
		return err
	}
	j, err := Asked{Kind: RehearseJob, Lesson: lesson, From: version}.Job(studio)
	if err == nil {
		j, err = q.Ask(ctx, j, "")
	}
	for err == nil {
		// Should that process go meanwhile, the canvas is this one's before the job is.
		a, cancel := context.WithTimeout(ctx, asksAgain)
		var now store.Job
		now, err = q.Wait(a, j)
		late := a.Err() != nil
		cancel()
		switch {
		case err == nil && now.State == store.Done:
			return nil
		case err == nil:
			return errors.New("it is " + string(now.State) + ": " + now.Problem)
		case late && ctx.Err() == nil:
			if mine, err = q.Holds(ctx, lesson); mine {
				return err
			}
		}
	}
	return err
}

// asksAgain is how often it is looked whether the process is still there that paints.
const asksAgain = 2 * time.Second
