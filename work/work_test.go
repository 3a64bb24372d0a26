package work_test

import (
	"context"
	"errors"
	"fmt"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"proxenos/core/lesson/sample"
	"proxenos/internal/testdb"
	"proxenos/internal/wait"
	"proxenos/store"
	"proxenos/work"
)

// shop is a store with three studios, each with a lesson of its own name.
func shop(t *testing.T) *store.Store {
	t.Helper()
	s, err := store.Open(t.Context(), testdb.New(t), 5*time.Second)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	for _, name := range []string{"a", "b", "c"} {
		if err := s.PutStudio(t.Context(), store.Studio{ID: name, Name: name}); err != nil {
			t.Fatal(err)
		}
		if _, err := s.Room(name).Create(t.Context(), name, sample.Lesson(), "begin"); err != nil {
			t.Fatal(err)
		}
	}
	return s
}

// open takes part in the queue, and hears what is told to stop.
func open(t *testing.T, s *store.Store, places int, kinds map[string]work.Do, tabs func() []string) *work.Queue {
	t.Helper()
	q, err := work.Open(t.Context(), work.Options{Store: s, Places: places, Kinds: kinds, Tabs: tabs})
	if err != nil {
		t.Fatal(err)
	}
	ctx, cancel := context.WithCancel(context.Background())
	var hears sync.WaitGroup
	stands, stood := context.WithCancel(ctx)
	hears.Go(func() { s.Listen(ctx, q.Heard, func(error) { stood() }) })
	<-stands.Done()
	t.Cleanup(func() { cancel(); hears.Wait(); q.Close() })
	return q
}

func asked(studio, kind, same string) store.Job {
	return store.Job{StudioID: studio, LessonID: studio, Kind: kind, Same: same, Request: "{}"}
}

func ask(t *testing.T, q *work.Queue, j store.Job, watcher string) store.Job {
	t.Helper()
	out, err := q.Ask(t.Context(), j, watcher)
	if err != nil {
		t.Fatal(err)
	}
	return out
}

// ended waits for the end of a job.
func ended(t *testing.T, s *store.Store, j store.Job) (now store.Job) {
	t.Helper()
	wait.Until(t, "the job has ended", func() bool {
		var err error
		if now, err = s.Room(j.StudioID).Job(t.Context(), j.ID); err != nil {
			t.Fatal(err)
		}
		return now.State.Ended()
	})
	return now
}

// forever is a job that goes on until it is stopped, and tells when it begins and ends.
func forever(begins, ends chan<- string) work.Do {
	return func(ctx context.Context, j store.Job, say func(string)) (any, error) {
		say("at it")
		begins <- j.ID
		<-ctx.Done()
		ends <- j.ID
		return nil, ctx.Err()
	}
}

func TestAJobIsDoneOnceAndShared(t *testing.T) {
	s := shop(t)
	var times atomic.Int32
	goOn := make(chan bool)
	q := open(t, s, 2, map[string]work.Do{"count": func(context.Context, store.Job, func(string)) (any, error) {
		<-goOn
		return map[string]int32{"times": times.Add(1)}, nil
	}}, nil)
	first := ask(t, q, asked("a", "count", "the same"), "")
	for range 20 {
		if again := ask(t, q, asked("a", "count", "the same"), ""); again.ID != first.ID {
			t.Fatal("asked again while it is under way, it is another job")
		}
	}
	close(goOn)
	if j := ended(t, s, first); j.State != store.Done || j.Result != `{"times":1}` {
		t.Errorf("%+v", j)
	}
	if later := ask(t, q, asked("a", "count", "the same"), ""); later.ID == first.ID {
		t.Error("asked again after its end, it is not begun anew")
	}
	if _, err := q.Ask(t.Context(), asked("a", "varnish", "x"), ""); !errors.Is(err, work.ErrUnknown) {
		t.Errorf("a kind that there is not: %v", err)
	}
	if _, err := s.Room("b").Job(t.Context(), first.ID); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("another studio's job: %v", err)
	}
}

func TestStudiosTakeTurns(t *testing.T) {
	s := shop(t)
	q := open(t, s, 0, map[string]work.Do{"x": nothing, "heavy": nothing}, nil)
	for i := range 5 {
		j := asked("a", "heavy", fmt.Sprint("heavy", i))
		j.Batch = true
		ask(t, q, j, "")
	}
	for i := range 3 {
		ask(t, q, asked("a", "x", fmt.Sprint("a", i)), "")
	}
	ask(t, q, asked("b", "x", "b"), "")
	ask(t, q, asked("c", "x", "c"), "")
	ask(t, q, asked("a", "x", "a0"), "") // it rises
	var order []string
	for {
		j, err := s.Take(t.Context(), "hand", true, false)
		if errors.Is(err, store.ErrNotFound) {
			break
		}
		if err != nil {
			t.Fatal(err)
		}
		order = append(order, j.Same)
	}
	// b and c wait behind none of a's but one; what can wait comes last.
	at := map[string]int{}
	for i, same := range order {
		at[same] = i
	}
	if len(order) != 10 || at["b"] > 2 || at["c"] > 2 || at["a0"] > at["a1"] || at["a2"] > at["a1"] || at["heavy0"] < 5 {
		t.Errorf("the order is %v", order)
	}
}

func nothing(context.Context, store.Job, func(string)) (any, error) { return nil, nil }

func TestAJobIsStopped(t *testing.T) {
	s := shop(t)
	begins, ends := make(chan string, 9), make(chan string, 9)
	q := open(t, s, 1, map[string]work.Do{"forever": forever(begins, ends)}, nil)
	j := ask(t, q, asked("a", "forever", "one"), "")
	<-begins
	waits := ask(t, q, asked("a", "forever", "two"), "")
	if err := s.Room("a").Stop(t.Context(), waits.ID, ""); err != nil {
		t.Fatal(err)
	}
	if now, _ := s.Room("a").Job(t.Context(), waits.ID); now.State != store.Stopped {
		t.Errorf("what waits and is stopped is %s", now.State)
	}
	told := time.Now()
	if err := s.Room("a").Stop(t.Context(), j.ID, ""); err != nil {
		t.Fatal(err)
	}
	// Whoever asks for the same now wants it anew, and gets another job.
	if anew := ask(t, q, asked("a", "forever", "one"), ""); anew.ID == j.ID {
		t.Error("a job that is being stopped is shared")
	}
	<-ends
	if took := time.Since(told); took > 500*time.Millisecond {
		t.Errorf("it goes on for %v", took)
	}
	if now := ended(t, s, j); now.State != store.Stopped {
		t.Errorf("it is %s", now.State)
	}
	if err := s.Room("a").Stop(t.Context(), j.ID, ""); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("stopped twice: %v", err)
	}
}

func TestWhatNobodyWaitsForIsStopped(t *testing.T) {
	s := shop(t)
	begins, ends := make(chan string, 9), make(chan string, 9)
	var here atomic.Pointer[[]string]
	here.Store(&[]string{"x", "y"})
	var beats atomic.Int32
	q := open(t, s, 2, map[string]work.Do{"forever": forever(begins, ends)}, func() []string { beats.Add(1); return *here.Load() })
	beat := func(more int32) func() bool { // how often it was said who is there
		until := beats.Load() + more
		return func() bool { return beats.Load() >= until }
	}
	left := ask(t, q, asked("a", "forever", "one"), "x")
	stays := ask(t, q, asked("a", "forever", "two"), "y")
	ask(t, q, asked("a", "forever", "two"), "x")
	<-begins
	<-begins
	wait.Until(t, "both are seen to be there", beat(2))
	here.Store(&[]string{"y"})
	if id := <-ends; id != left.ID {
		t.Error("the one that is waited for was stopped")
	}
	if err := s.Room("a").Stop(t.Context(), stays.ID, "x"); err != nil { // x leaves, y is still there
		t.Fatal(err)
	}
	wait.Until(t, "it would have been stopped", beat(8)) // a beat a second; after five nobody waits for it
	select {
	case <-ends:
		t.Error("one of two left, and it was stopped")
	default:
	}
	if err := s.Room("a").Stop(t.Context(), stays.ID, "y"); err != nil {
		t.Fatal(err)
	}
	<-ends
}

func TestWhatFallsOverIsTriedThreeTimes(t *testing.T) {
	s := shop(t)
	var tries atomic.Int32
	q := open(t, s, 1, map[string]work.Do{
		"falls": func(context.Context, store.Job, func(string)) (any, error) { tries.Add(1); panic("a mistake") },
		"no": func(context.Context, store.Job, func(string)) (any, error) {
			return nil, errors.New("the lesson is empty")
		},
		"fine": func(context.Context, store.Job, func(string)) (any, error) { return "well", nil },
	}, nil)
	falls := ask(t, q, asked("a", "falls", "falls"), "")
	no := ask(t, q, asked("a", "no", "no"), "")
	fine := ask(t, q, asked("a", "fine", "fine"), "")
	if j := ended(t, s, falls); j.State != store.Failed || tries.Load() != work.MostTries || j.Problem == "" {
		t.Errorf("%d tries: %+v", tries.Load(), j)
	}
	if j := ended(t, s, no); j.State != store.Failed || j.Tries != 1 || j.Problem != "the lesson is empty" {
		t.Errorf("%+v", j)
	}
	if j := ended(t, s, fine); j.State != store.Done || j.Result != `"well"` {
		t.Errorf("what comes after: %+v", j)
	}
}

// A process that goes in the middle leaves its job to another one; so does one that ends.
func TestAnotherProcessFinishes(t *testing.T) {
	s := shop(t)
	j, fresh, err := s.Ask(t.Context(), asked("a", "fine", "left behind"), "")
	if err != nil || !fresh {
		t.Fatal(err)
	}
	if _, err := s.Take(t.Context(), "a process that is killed then", true, false); err != nil {
		t.Fatal(err)
	}
	var calm atomic.Bool
	kinds := map[string]work.Do{
		"fine": func(context.Context, store.Job, func(string)) (any, error) { return "well", nil },
		"slow": func(ctx context.Context, _ store.Job, _ func(string)) (any, error) {
			if calm.Load() {
				return "well", nil
			}
			<-ctx.Done()
			return nil, ctx.Err()
		},
	}
	first, err := work.Open(t.Context(), work.Options{Store: s, Places: 1, Kinds: kinds})
	if err != nil {
		t.Fatal(err)
	}
	// It is watched all the while by those who ask for it.
	if now := ended(t, s, j); now.State != store.Done || now.Tries != 2 {
		t.Errorf("%+v", now)
	}
	if err := s.End(t.Context(), j.ID, "a process that is killed then", store.Done, `"late"`, ""); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("the first comes back and ends it again: %v", err)
	}
	slow := ask(t, first, asked("a", "slow", "slow"), "")
	wait.Until(t, "it is carried out", func() bool { return first.Running() == 1 })
	first.Close()
	calm.Store(true)
	open(t, s, 1, kinds, nil)
	if now := ended(t, s, slow); now.State != store.Done || now.Tries != 2 {
		t.Errorf("%+v", now)
	}
}

func TestTooManyAreRefused(t *testing.T) {
	s := shop(t)
	q := open(t, s, 0, map[string]work.Do{"x": nothing}, nil)
	var full, taken atomic.Int32
	var all sync.WaitGroup
	for k := range 8 {
		all.Go(func() {
			for i := range 150 {
				switch _, err := q.Ask(t.Context(), asked("a", "x", fmt.Sprint(k, " ", i)), ""); {
				case err == nil:
					taken.Add(1)
				case errors.Is(err, store.ErrFull):
					full.Add(1)
				default:
					t.Error(err)
				}
			}
		})
	}
	all.Wait()
	if taken.Load() < store.MostWaiting || taken.Load() > store.MostWaiting+8 || full.Load()+taken.Load() != 1200 {
		t.Errorf("%d are taken, %d refused", taken.Load(), full.Load())
	}
	if _, err := q.Ask(t.Context(), asked("b", "x", "b"), ""); err != nil {
		t.Errorf("another studio is refused as well: %v", err)
	}
}

// What is bound to the canvas of a lesson is carried out where that is, also beside work that
// takes all places; and elsewhere once that process is gone.
func TestWhatIsBoundGoesWhereTheCanvasIs(t *testing.T) {
	s := shop(t)
	begins, ends := make(chan string, 9), make(chan string, 9)
	var here, there atomic.Int32
	kinds := func(count *atomic.Int32) map[string]work.Do {
		return map[string]work.Do{"forever": forever(begins, ends), "look": func(context.Context, store.Job, func(string)) (any, error) { count.Add(1); return nil, nil }}
	}
	one, two := open(t, s, 1, kinds(&here), nil), open(t, s, 1, kinds(&there), nil)
	if mine, err := one.Holds(t.Context(), "a"); err != nil || !mine {
		t.Fatalf("nobody has it, and one does not get it: %v", err)
	}
	if mine, err := two.Holds(t.Context(), "a"); err != nil || mine {
		t.Errorf("two have it: %v", err)
	}
	bound := func(same string) store.Job {
		j := asked("a", "look", same)
		j.Bound = true
		return ask(t, two, j, "")
	}
	for i := range 5 {
		if j := ended(t, s, bound(fmt.Sprint(i))); j.State != store.Done {
			t.Errorf("%+v", j)
		}
	}
	if here.Load() != 5 || there.Load() != 0 {
		t.Errorf("%d are carried out where the canvas is, %d elsewhere", here.Load(), there.Load())
	}
	ask(t, two, asked("b", "forever", "x"), "") // all places are taken
	ask(t, two, asked("c", "forever", "y"), "")
	<-begins
	<-begins
	if j := ended(t, s, bound("beside")); j.State != store.Done || here.Load() != 6 {
		t.Errorf("beside other work: %+v", j)
	}
	one.Close()
	if j := ended(t, s, bound("after")); j.State != store.Done || there.Load() != 1 {
		t.Errorf("after the process has ended: %+v", j)
	}
	if mine, err := two.Holds(t.Context(), "a"); err != nil || !mine {
		t.Errorf("the canvas is nobody's: %v", err)
	}
}
