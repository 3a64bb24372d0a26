package store_test

import (
	"errors"
	"sync"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"

	"proxenos/internal/wait"
	"proxenos/store"
)

// A process goes that had a canvas. One takes its job, another the canvas, at the same moment:
// one of them has both.
func TestAJobAndItsCanvasGoToOneProcess(t *testing.T) {
	s, _, _ := withLesson(t)
	list, err := s.Heads(ctx, store.OnShelf)
	if err != nil || len(list) == 0 {
		t.Fatal(err)
	}
	lesson := list[0].LessonID
	for _, p := range []string{"one", "two"} {
		if err := s.Lives(ctx, p); err != nil {
			t.Fatal(err)
		}
	}
	took := 0
	for range 40 {
		if err := s.Lives(ctx, "gone"); err != nil {
			t.Fatal(err)
		}
		if holder, err := s.Lease(ctx, lesson, "gone"); err != nil || holder != "gone" {
			t.Fatal(holder, err)
		}
		j, _, err := s.Ask(ctx, store.Job{StudioID: "room", LessonID: lesson, Kind: "rehearse", Same: "same", Bound: true}, "")
		if err != nil {
			t.Fatal(err)
		}
		if _, err := s.Take(ctx, "one", true, false); !errors.Is(err, store.ErrNotFound) {
			t.Fatalf("a job is taken whose canvas another process has that lives: %v", err)
		}
		if err := s.Dies(ctx, "gone"); err != nil {
			t.Fatal(err)
		}
		var holder string
		var taken, leased error
		var both sync.WaitGroup
		both.Go(func() { _, taken = s.Take(ctx, "one", true, false) })
		both.Go(func() { holder, leased = s.Lease(ctx, lesson, "two") })
		both.Wait()
		switch {
		case leased != nil || taken != nil && !errors.Is(taken, store.ErrNotFound):
			t.Fatal(leased, taken)
		case taken == nil && holder != "one":
			t.Fatalf("one has the job, and %s the canvas", holder)
		case taken != nil && holder != "two":
			t.Fatalf("nobody has the job, and %s the canvas", holder)
		case taken == nil:
			took++
		}
		// Then whoever has the canvas gets the job, and ends it.
		if taken != nil {
			if got, err := s.Take(ctx, "two", true, true); err != nil || got.ID != j.ID {
				t.Fatal(got, err)
			}
		}
		if err := s.End(ctx, j.ID, map[bool]string{true: "one", false: "two"}[taken == nil], store.Done, "", ""); err != nil {
			t.Fatal(err)
		}
		if err := s.Free(ctx, lesson); err != nil {
			t.Fatal(err)
		}
	}
	t.Logf("the job was taken first %d times of 40", took)
}

// A process that says nothing for a while but is connected has much to do: it keeps its canvas.
func TestWhoIsConnectedLives(t *testing.T) {
	s, _, r := withLesson(t)
	if err := s.Lives(ctx, "slow"); err != nil {
		t.Fatal(err)
	}
	if holder, err := s.Lease(ctx, r.LessonID, "slow"); err != nil || holder != "slow" {
		t.Fatal(holder, err)
	}
	takes := func() string {
		t.Helper()
		if err := s.Lives(ctx, "other"); err != nil {
			t.Fatal(err)
		}
		holder, err := s.Lease(ctx, r.LessonID, "other")
		if err != nil {
			t.Fatal(err)
		}
		return holder
	}
	conn, err := pgx.Connect(ctx, s.URL())
	if err != nil {
		t.Fatal(err)
	}
	if _, err := conn.Exec(ctx, `set application_name = 'slow'`); err != nil {
		t.Fatal(err)
	}
	s.Silence(ctx, t, "slow", 20*time.Second)
	if holder := takes(); holder != "slow" {
		t.Errorf("%s has the canvas of one that is connected", holder)
	}
	s.Silence(ctx, t, "slow", 2*time.Minute)
	if holder := takes(); holder != "other" {
		t.Errorf("%s has the canvas of one that hangs", holder)
	}
	if err := s.Free(ctx, r.LessonID); err != nil {
		t.Fatal(err)
	}
	if err := s.Lives(ctx, "slow"); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Lease(ctx, r.LessonID, "slow"); err != nil {
		t.Fatal(err)
	}
	if err := conn.Close(ctx); err != nil {
		t.Fatal(err)
	}
	s.Silence(ctx, t, "slow", 20*time.Second)
	wait.Until(t, "the canvas of one that is gone is somebody else's", func() bool { return takes() == "other" })
}
