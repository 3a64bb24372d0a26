package easel_test

import (
	"context"
	"errors"
	"fmt"
	"reflect"
	"runtime"
	"sync"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
	"proxenos/easel"
	"proxenos/internal/wait"
)

// A drawer is a cabinet in memory.
type drawer struct {
	mu     sync.Mutex
	held   map[string][]byte
	writes int
}

func (d *drawer) Canvas(_ context.Context, lesson, _ string) ([]byte, error) {
	d.mu.Lock()
	defer d.mu.Unlock()
	return d.held[lesson], nil
}

func (d *drawer) Exactly(_ context.Context, painting string) ([]byte, error) {
	d.mu.Lock()
	defer d.mu.Unlock()
	return d.held[painting], nil
}

func (d *drawer) Keep(_ context.Context, lesson, painting string, canvas []byte) error {
	d.mu.Lock()
	defer d.mu.Unlock()
	d.held[lesson], d.held[painting] = canvas, canvas
	d.writes++
	return nil
}

// What another process waits for is kept as soon as it is painted, before it is judged, and
// not once more after it.
func TestWhatIsPaintedIsKeptBeforeItIsJudged(t *testing.T) {
	d := &drawer{held: map[string][]byte{}}
	judge := make(chan struct{})
	e := easel.New(easel.Options{Cabinet: d, Check: func(c *rule.Context) ([]rule.Finding, error) {
		<-judge
		return rule.Check(c)
	}})
	j := e.Here("a", 1, sample.Lesson())
	if _, err := j.Painted(t.Context()); err != nil {
		t.Fatal(err)
	}
	e.KeepNow(j)
	if held, err := d.Exactly(t.Context(), sample.Lesson().Painting()); err != nil || len(held) == 0 {
		t.Errorf("what is painted is not kept: %d bytes, %v", len(held), err)
	}
	close(judge)
	if err := finish(t, j); err != nil {
		t.Fatal(err)
	}
	e.Close() // keeps what is not kept yet
	if d.writes != 1 {
		t.Errorf("it is kept %d times", d.writes)
	}
}

// What another process has painted is taken over, and not painted here; where that one does
// not answer it is painted here.
func TestWhatIsPaintedElsewhereIsTakenOver(t *testing.T) {
	d := &drawer{held: map[string][]byte{}}
	there := easel.New(easel.Options{Cabinet: d})
	defer there.Close()
	asked := 0
	here := easel.New(easel.Options{Cabinet: d, Elsewhere: func(_ context.Context, lesson string, n int) error {
		asked++
		if n > 1 {
			return errors.New("it does not answer")
		}
		j := there.Here(lesson, n, sample.Lesson())
		if err := finish(t, j); err != nil {
			return err
		}
		there.KeepNow(j)
		return nil
	}})
	defer here.Close()
	j := here.Rehearse("a", 1, sample.Lesson())
	if err := finish(t, j); err != nil {
		t.Fatal(err)
	}
	if asked != 1 || here.Painted() != 0 || there.Painted() != 1 || j.Progress() != 0 {
		t.Errorf("asked %d times; %d are painted here, %d there", asked, here.Painted(), there.Painted())
	}
	if err := finish(t, here.Rehearse("a", 2, version(t, 9))); err != nil {
		t.Fatal(err)
	}
	if asked != 2 || here.Painted() != 1 {
		t.Errorf("without an answer %d are painted here", here.Painted())
	}
	if err := finish(t, here.Here("b", 1, version(t, 11))); err != nil || asked != 2 {
		t.Errorf("what another process wants painted here is asked for elsewhere: %v", err)
	}
	// What it does not want any more is not painted, unless somebody asked for it here.
	left := here.Here("c", 1, version(t, 12))
	here.Drop(left)
	if err := finish(t, left); !errors.Is(err, easel.ErrSuperseded) {
		t.Errorf("dropped, it ends with %v", err)
	}
	wanted := here.Here("d", 1, version(t, 13))
	here.Rehearse("d", 1, version(t, 13))
	here.Drop(wanted)
	if err := finish(t, wanted); err != nil {
		t.Errorf("wanted here as well, it ends with %v", err)
	}
}

// Who waits for another process paints it when that one wants it painted here in the end.
func TestWhatComesBackIsPaintedHere(t *testing.T) {
	asked := make(chan bool)
	e := easel.New(easel.Options{Elsewhere: func(ctx context.Context, _ string, _ int) error {
		close(asked)
		<-ctx.Done()
		return ctx.Err()
	}})
	defer e.Close()
	waits := e.Rehearse("a", 1, sample.Lesson())
	<-asked
	if here := e.Here("a", 1, sample.Lesson()); here != waits {
		t.Error("it is another rehearsal")
	}
	if err := finish(t, waits); err != nil || e.Painted() != 1 {
		t.Errorf("%d are painted: %v", e.Painted(), err)
	}
}

// After a restart a lesson is not painted again, and an edit goes on from its last canvas.
func TestAnEditGoesOnAfterARestart(t *testing.T) {
	d := &drawer{held: map[string][]byte{}}
	e := easel.New(easel.Options{Cabinet: d})
	if err := finish(t, e.Rehearse("a", 1, sample.Lesson())); err != nil {
		t.Fatal(err)
	}
	e.Close() // what is pending is kept
	if len(d.held["a"]) == 0 {
		t.Fatal("nothing was kept")
	}
	e = easel.New(easel.Options{Cabinet: d})
	defer e.Close()
	same := e.Rehearse("a", 1, sample.Lesson())
	if err := finish(t, same); err != nil || same.Progress() != 0 || !same.FromCabinet() {
		t.Errorf("%d steps were painted again, %v", same.Progress(), err)
	}
	next, _, err := lesson.Apply(sample.Lesson(), lesson.SetMinutes{Step: "lights", Minutes: 8})
	if err != nil {
		t.Fatal(err)
	}
	j := e.Rehearse("a", 2, next)
	if err := finish(t, j); err != nil || j.FromCabinet() {
		t.Fatal(err)
	}
	r, err := j.Painted(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	anew, err := rehearse.Run(t.Context(), next, rehearse.FineCell, nil)
	if err != nil || !reflect.DeepEqual(anew.Reports, r.Reports) || anew.Differs(r) != 0 {
		t.Errorf("gone on from the cabinet it is another painting, %v", err)
	}
	// A look at how it was leaves the newest canvas in the cabinet.
	if err := finish(t, e.Rehearse("a", 1, version(t, 6))); err != nil {
		t.Error(err)
	}
	e.Close()
	e = easel.New(easel.Options{Cabinet: d})
	defer e.Close()
	if last := e.Rehearse("a", 3, next); finish(t, last) != nil || !last.FromCabinet() {
		t.Errorf("after a look at an older one %d steps of the newest are painted again", last.Progress())
	}
	// What is damaged is no harm.
	d.held["b"] = []byte("no canvas")
	if err := finish(t, e.Rehearse("b", 1, version(t, 9))); err != nil {
		t.Error(err)
	}
}

func TestCloseEndsEverything(t *testing.T) {
	before := runtime.NumGoroutine()
	e := easel.New(easel.Options{})
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
	wait.Until(t, fmt.Sprintf("no more than %d goroutines are left", before), func() bool { return runtime.NumGoroutine() <= before })
}

func TestWaitingCanBeGivenUp(t *testing.T) {
	e := easel.New(easel.Options{})
	defer e.Close()
	ctx, cancel := context.WithCancel(context.Background())
	cancel()
	if _, err := e.Rehearse("a", 1, sample.Lesson()).Painted(ctx); !errors.Is(err, context.Canceled) {
		t.Errorf("error is %v", err)
	}
}
