package easel_test

import (
	"context"
	"errors"
	"fmt"
	"reflect"
	"runtime"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"proxenos/core/fault"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
	"proxenos/easel"
	"proxenos/internal/wait"
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

// A drawer is a cabinet in memory.
type drawer struct {
	mu   sync.Mutex
	held map[string][]byte
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
	return nil
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
