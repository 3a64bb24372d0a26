package easel_test

import (
	"context"
	"errors"
	"runtime"
	"testing"
	"time"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
	"proxenos/web/easel"
)

func version(t *testing.T, minutes float64) *lesson.Lesson {
	t.Helper()
	l, _, err := lesson.Apply(sample.Lesson(), lesson.SetMinutes{Step: "sky", Minutes: minutes})
	if err != nil {
		t.Fatal(err)
	}
	return l
}

func finish(t *testing.T, j *easel.Job) error {
	t.Helper()
	for range 400 {
		if _, _, ok, err := j.Found(); ok {
			return err
		}
		time.Sleep(20 * time.Millisecond)
	}
	t.Fatal("the job never ends")
	return nil
}

func TestAJobPaintsThenFinds(t *testing.T) {
	e := easel.New(2)
	defer e.Close()
	l := sample.Lesson()
	l.Session = 18
	j := e.Rehearse("a", 1, l)
	draft, err := j.Drafted(context.Background())
	if err != nil || draft.Final.Cell != rehearse.CoarseCell {
		t.Fatalf("the draft: %v", err)
	}
	r, err := j.Painted(context.Background())
	if err != nil || len(r.Reports) != 4 || j.Progress() != 4 {
		t.Fatalf("%v, progress %d", err, j.Progress())
	}
	if err := finish(t, j); err != nil {
		t.Fatal(err)
	}
	list, _, _, _ := j.Found()
	if len(list) == 0 {
		t.Error("nothing was found in a lesson that is too long")
	}
	if e.Rehearse("a", 1, l) != j {
		t.Error("the same lesson was begun again")
	}
}

func TestAChangeIsForeseenBeforeItIsPainted(t *testing.T) {
	e := easel.New(4)
	defer e.Close()
	e.Foresees()
	l := sample.Lesson()
	first := e.Rehearse("a", 1, l)
	if err := finish(t, first); err != nil {
		t.Fatal(err)
	}
	if _, _, ok := first.Foreseen(); ok {
		t.Error("something was foreseen of a lesson of which nothing was known")
	}
	late, _, err := lesson.Apply(l, lesson.Move{Step: "ridge", To: 3})
	if err != nil {
		t.Fatal(err)
	}
	second := e.Rehearse("a", 2, late)
	if err := finish(t, second); err != nil {
		t.Fatal(err)
	}
	list, r, ok := second.Foreseen()
	came, _, _, _ := second.Found()
	if !ok || r.Final.Cell != rehearse.CoarseCell || len(list) == 0 || len(list) != len(came) {
		t.Errorf("%d foreseen (%v), %d came", len(list), ok, len(came))
	}
}

func TestANewerVersionStopsTheOlder(t *testing.T) {
	e := easel.New(2)
	defer e.Close()
	old := e.Rehearse("a", 1, version(t, 7))
	other := e.Rehearse("b", 1, version(t, 9))
	newest := e.Rehearse("a", 2, version(t, 8))
	stale := e.Rehearse("a", 1, version(t, 6)) // somebody still asks how it was
	if err := finish(t, newest); err != nil {
		t.Error(err)
	}
	if err := finish(t, other); err != nil {
		t.Errorf("another lesson was stopped: %v", err)
	}
	if _, err := old.Painted(context.Background()); !errors.Is(err, easel.ErrSuperseded) {
		t.Errorf("the older version ended with %v", err)
	}
	if err := finish(t, stale); err != nil {
		t.Errorf("a look at how it was: %v", err)
	}
	// It can still be asked for.
	if err := finish(t, e.Rehearse("a", 1, version(t, 7))); err != nil {
		t.Error(err)
	}
}

func TestOnlyTheLastFewAreKept(t *testing.T) {
	e := easel.New(1)
	defer e.Close()
	first := e.Rehearse("a", 1, version(t, 7))
	if err := finish(t, first); err != nil {
		t.Fatal(err)
	}
	if err := finish(t, e.Rehearse("b", 1, version(t, 8))); err != nil {
		t.Fatal(err)
	}
	again := e.Rehearse("a", 1, version(t, 7))
	if again == first {
		t.Error("more is kept than allowed")
	}
	if err := finish(t, again); err != nil {
		t.Error(err)
	}
}

func TestCloseEndsEverything(t *testing.T) {
	before := runtime.NumGoroutine()
	e := easel.New(2)
	var jobs []*easel.Job
	for i := range 5 {
		jobs = append(jobs, e.Rehearse("a"+string(rune('0'+i)), 1, version(t, float64(6+i))))
	}
	e.Close()
	for _, j := range jobs {
		if _, _, ok, _ := j.Found(); !ok {
			t.Error("a job is still under way")
		}
	}
	for range 100 {
		if runtime.NumGoroutine() <= before {
			return
		}
		time.Sleep(10 * time.Millisecond)
	}
	t.Errorf("%d goroutines before, %d after", before, runtime.NumGoroutine())
}

func TestWaitingCanBeGivenUp(t *testing.T) {
	e := easel.New(2)
	defer e.Close()
	ctx, cancel := context.WithCancel(context.Background())
	cancel()
	if _, err := e.Rehearse("a", 1, sample.Lesson()).Painted(ctx); !errors.Is(err, context.Canceled) {
		t.Errorf("error is %v", err)
	}
}
