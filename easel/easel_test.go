package easel_test

import (
	"context"
	"errors"
	"strings"
	"sync/atomic"
	"testing"
	"time"

	"proxenos/core/fault"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
	"proxenos/easel"
)

func version(t *testing.T, minutes float64) *lesson.Lesson {
	t.Helper()
	l, _, err := lesson.Apply(sample.Lesson(), lesson.SetMinutes{Step: "sky", Minutes: minutes})
	if err != nil {
		t.Fatal(err)
	}
	return l
}

// finish waits until a job has ended.
func finish(t *testing.T, j *easel.Job) error {
	t.Helper()
	ctx, cancel := context.WithTimeout(t.Context(), 2*time.Minute)
	defer cancel()
	_, err := j.Judged(ctx)
	if ctx.Err() != nil {
		t.Fatal("the job never ends")
	}
	return err
}

func TestAJobPaintsThenFinds(t *testing.T) {
	e := easel.New(easel.Options{})
	defer e.Close()
	l := sample.Lesson()
	l.Session = 18
	j := e.Rehearse("a", 1, l)
	glance, err := j.Glanced(context.Background())
	if err != nil || glance.Final.Cell != rehearse.GlanceCell {
		t.Fatalf("the first sight: %v", err)
	}
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
	e := easel.New(easel.Options{})
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
	late, _, err := lesson.Apply(l, lesson.Move{Step: "lights", To: 2})
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
	e := easel.New(easel.Options{})
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

// A change of needs alone, while the same picture is being painted, waits for that canvas.
func TestWhatIsJudgedAnewWaitsForTheCanvasThatIsBeingPainted(t *testing.T) {
	e := easel.New(easel.Options{})
	defer e.Close()
	l := sample.Lesson()
	must := l.Steps[0]
	must.Need = lesson.Must
	needed, _, err := lesson.Apply(l, lesson.Change{Step: must})
	if err != nil {
		t.Fatal(err)
	}
	first := e.Rehearse("a", 1, l)
	second := e.Rehearse("a", 2, needed)
	if second == first {
		t.Fatal("another need is not judged anew")
	}
	if err := finish(t, first); err != nil {
		t.Errorf("the one that paints: %v", err)
	}
	if err := finish(t, second); err != nil || second.Progress() != 0 {
		t.Errorf("%v, %d steps were painted again", err, second.Progress())
	}
}

// Two lessons that are the same are rehearsed once, and a change to one of them leaves the
// other what it waits for.
func TestWhatTwoLessonsWaitForIsNotStopped(t *testing.T) {
	e := easel.New(easel.Options{})
	defer e.Close()
	one := e.Rehearse("a", 1, version(t, 7))
	if e.Rehearse("b", 1, version(t, 7)) != one {
		t.Error("the same is painted twice")
	}
	changed := e.Rehearse("a", 2, version(t, 8))
	for _, j := range []*easel.Job{one, changed} {
		if err := finish(t, j); err != nil {
			t.Error(err)
		}
	}
}

func TestOnlyWhatTheBudgetBearsIsKept(t *testing.T) {
	e := easel.New(easel.Options{Memory: 1})
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

// Words and notes are no reason to paint: it is the same job.
func TestWordsStartNothing(t *testing.T) {
	e := easel.New(easel.Options{})
	defer e.Close()
	l := sample.Lesson()
	first := e.Rehearse("a", 1, l)
	if err := finish(t, first); err != nil {
		t.Fatal(err)
	}
	said := sample.Lesson()
	said.Steps[0].Words, said.Steps[0].Note, said.Steps[0].Stage = "Say so.", "Look.", "Sky"
	if e.Rehearse("a", 2, said) != first {
		t.Error("it is rehearsed again for its words")
	}
	shorter := sample.Lesson()
	shorter.Session = 12 // another judgement of the same canvas
	second := e.Rehearse("a", 3, shorter)
	if err := finish(t, second); err != nil || second == first || second.Progress() != 0 {
		t.Errorf("%d steps were painted for another length of session, %v", second.Progress(), err)
	}
}

// A fault in the rules, or in the painting, ends the job that met it, and that alone.
func TestAFaultEndsItsJobAlone(t *testing.T) {
	var bad atomic.Bool
	bad.Store(true)
	e := easel.New(easel.Options{Check: func(c *rule.Context) ([]rule.Finding, error) {
		if bad.Load() {
			panic("a rule falls over")
		}
		return rule.Check(c)
	}})
	defer e.Close()
	j := e.Rehearse("a", 1, sample.Lesson())
	var f *fault.Fault
	if err := finish(t, j); !errors.As(err, &f) || !strings.Contains(err.Error(), "a rule falls over") {
		t.Errorf("it ends with %v", err)
	}
	if e.Rehearse("a", 1, sample.Lesson()) != j {
		t.Error("what met a fault is tried again at once")
	}
	bad.Store(false)
	if err := finish(t, e.Rehearse("b", 1, version(t, 9))); err != nil {
		t.Errorf("another lesson: %v", err)
	}
}

// What was painted once is there at once, also its first sight, for which nobody paints again.
func TestAFirstSightOfWhatWasPaintedOnce(t *testing.T) {
	e := easel.New(easel.Options{})
	defer e.Close()
	l := sample.Lesson()
	ctx := t.Context()
	fine, err := rehearse.Run(ctx, l, rehearse.FineCell, nil)
	if err != nil {
		t.Fatal(err)
	}
	coarse, err := rehearse.Run(ctx, l, rehearse.CoarseCell, nil)
	if err != nil {
		t.Fatal(err)
	}
	e.Adopt("a", 1, coarse, fine, nil)
	renamed := *l
	renamed.Session++ // judged anew, painted the same
	j := e.Rehearse("a", 2, &renamed)
	if _, err := j.Glanced(ctx); err != nil {
		t.Fatal(err)
	}
	if err := finish(t, j); err != nil {
		t.Fatal(err)
	}
	// The next change goes on from a glance, which was painted beside the judging.
	if glance, err := j.Glanced(ctx); err != nil || glance.Final.Cell != rehearse.GlanceCell || e.Painted() != 0 {
		t.Errorf("%v, %d painted", err, e.Painted())
	}
}
