package store_test

import (
	"context"
	"errors"
	"fmt"
	"sync"
	"testing"
	"time"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/internal/testdb"
	"proxenos/store"
)

var ctx = context.Background()

// shop is a store and one room of it.
type shop struct {
	*store.Store
	store.Room
}

func open(t *testing.T, url string) shop {
	t.Helper()
	s, err := store.Open(ctx, url, 5*time.Second)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	return shop{s, s.Room("room")}
}

func withLesson(t *testing.T) (shop, string, store.Revision) {
	t.Helper()
	url := testdb.New(t)
	s := open(t, url)
	if err := s.PutStudio(ctx, store.Studio{ID: "room", Name: "A room"}); err != nil {
		t.Fatal(err)
	}
	r, err := s.Create(ctx, "ridge", sample.Lesson(), "begin")
	if err != nil {
		t.Fatal(err)
	}
	return s, url, r
}

func TestEverySaveIsARevision(t *testing.T) {
	s, url, first := withLesson(t)
	l := sample.Lesson()
	l.Title = "Another title"
	second, err := s.Save(ctx, "ridge", first.Number, l, "rename it")
	if err != nil || second.Number != 2 || second.Parent != 1 {
		t.Fatalf("%+v, %v", second, err)
	}
	// Another process sees the same, to the byte.
	other := open(t, url)
	for _, want := range []store.Revision{first, second} {
		got, err := other.Revision(ctx, "ridge", want.Number)
		if err != nil || got.Body != want.Body || got.Hash != want.Hash {
			t.Errorf("revision %d: %v", want.Number, err)
		}
	}
	head, err := other.Head(ctx, "ridge")
	if err != nil || head.Number != 2 {
		t.Errorf("head is %d, %v", head.Number, err)
	}
	back, err := head.Lesson()
	if err != nil || back.Title != "Another title" || back.Hash() != head.Hash {
		t.Errorf("lesson %v, %v", back, err)
	}
	if byHash, err := other.ByHash(ctx, first.Hash); err != nil || byHash.Body != first.Body {
		t.Errorf("by hash: %v", err)
	}
	shelf, err := other.Shelf(ctx)
	if err != nil || len(shelf) != 1 || shelf[0].Number != 2 {
		t.Errorf("shelf %v, %v", shelf, err)
	}
}

func TestAStaleSaveOverwritesNothing(t *testing.T) {
	s, _, first := withLesson(t)
	l := sample.Lesson()
	for i := range 2 {
		l.Session++
		if _, err := s.Save(ctx, "ridge", first.Number+i, l, fmt.Sprintf("change %d", i+1)); err != nil {
			t.Fatal(err)
		}
	}
	_, err := s.Save(ctx, "ridge", first.Number, sample.Lesson(), "too late")
	var stale *store.StaleError
	if !errors.As(err, &stale) || stale.From != 1 || stale.Head != 3 || len(stale.Since) != 2 || stale.Since[1].Said != "change 2" {
		t.Fatalf("%v %+v", err, stale)
	}
	head, err := s.Head(ctx, "ridge")
	if err != nil || head.Number != 3 || head.Hash != l.Hash() {
		t.Errorf("head is %d, %v", head.Number, err)
	}
}

// Of many saves from the same revision exactly one is made.
func TestSavesAtTheSameTime(t *testing.T) {
	s, _, first := withLesson(t)
	var group sync.WaitGroup
	var mu sync.Mutex
	saved, refused := 0, 0
	for i := range 12 {
		group.Go(func() {
			l := sample.Lesson()
			l.Seed = 100 + i
			_, err := s.Save(ctx, "ridge", first.Number, l, "race")
			var stale *store.StaleError
			mu.Lock()
			defer mu.Unlock()
			switch {
			case err == nil:
				saved++
			case errors.As(err, &stale):
				refused++
			default:
				t.Error(err)
			}
		})
	}
	group.Wait()
	if saved != 1 || refused != 11 {
		t.Errorf("%d saved, %d refused", saved, refused)
	}
}

func TestWhatIsNotThere(t *testing.T) {
	s, _, _ := withLesson(t)
	_, a := s.Head(ctx, "nothing")
	_, b := s.Revision(ctx, "ridge", 9)
	_, c := s.Store.Room("nowhere").Shelf(ctx)
	_, d := s.Save(ctx, "nothing", 1, sample.Lesson(), "")
	_, e := s.Store.Room("nowhere").Create(ctx, "", sample.Lesson(), "")
	_, f := s.Artifact(ctx, store.Artifact{Kind: "no such frame"})
	for i, err := range []error{a, b, c, d, e, f} {
		if !errors.Is(err, store.ErrNotFound) {
			t.Errorf("case %d: %v", i, err)
		}
	}
}

func TestPhotographsOfAStudio(t *testing.T) {
	s, _, _ := withLesson(t)
	first, err := s.PutPhoto(ctx, "one.jpg", 40, 30, []byte("first"))
	if err != nil {
		t.Fatal(err)
	}
	if _, err := s.PutPhoto(ctx, "two.jpg", 50, 30, []byte("second")); err != nil {
		t.Fatal(err)
	}
	again, err := s.PutPhoto(ctx, "first again.jpg", 40, 30, []byte("first"))
	if err != nil || again.Hash != first.Hash || !again.MadeAt.Equal(first.MadeAt) {
		t.Errorf("%+v, %v", again, err)
	}
	list, err := s.Photos(ctx)
	if err != nil || len(list) != 2 || list[0].Name != "two.jpg" || list[1].Name != "first again.jpg" {
		t.Errorf("%+v, %v", list, err)
	}
	if body, err := s.PhotoBody(ctx, first.Hash); err != nil || string(body) != "first" {
		t.Errorf("%q, %v", body, err)
	}
	if _, err := s.PhotoBody(ctx, "none"); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("no photograph: %v", err)
	}
	if _, err := s.Store.Room("nowhere").PutPhoto(ctx, "x", 1, 1, nil); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("no studio: %v", err)
	}
	if list, err := s.Store.Room("nowhere").Photos(ctx); !errors.Is(err, store.ErrNotFound) || len(list) != 0 {
		t.Errorf("of no studio: %+v, %v", list, err)
	}
}

func TestNoDatabaseIsUnavailable(t *testing.T) {
	_, err := store.Open(ctx, "postgres://nobody:x@127.0.0.1:1/none", 300*time.Millisecond)
	if !errors.Is(err, store.ErrUnavailable) {
		t.Errorf("error is %v", err)
	}
}

// A fault of ours is none of the database's reach.
func TestAFaultIsNoOutage(t *testing.T) {
	s, _, _ := withLesson(t)
	s.Break(ctx, t)
	if _, err := s.Head(ctx, "ridge"); err == nil || errors.Is(err, store.ErrUnavailable) || errors.Is(err, store.ErrNotFound) {
		t.Errorf("a column that is not there: %v", err)
	}
	gone, cancel := context.WithCancel(ctx)
	cancel()
	if _, err := s.Studios(gone); !errors.Is(err, context.Canceled) || errors.Is(err, store.ErrUnavailable) {
		t.Errorf("nobody waits for it: %v", err)
	}
	s.Close()
	if _, err := s.Studios(ctx); err == nil || errors.Is(err, store.ErrNotFound) {
		t.Errorf("after the end: %v", err)
	}
}

func TestOpeningTwiceKeepsWhatIsThere(t *testing.T) {
	_, url, first := withLesson(t)
	again := open(t, url)
	if r, err := again.Head(ctx, "ridge"); err != nil || r.Body != first.Body {
		t.Errorf("%v", err)
	}
	var l *lesson.Lesson
	if l, _ = first.Lesson(); l == nil {
		t.Error("the first revision cannot be read")
	}
}

// Revisions of before paintings had names get theirs when the database is opened; one that
// nobody can read any more does not hold that up.
func TestOpeningNamesThePaintings(t *testing.T) {
	s, url, first := withLesson(t)
	if _, err := s.Save(ctx, "ridge", first.Number, sample.Lesson(), "again"); err != nil {
		t.Fatal(err)
	}
	s.Unname(ctx, t)
	s.Garble(ctx, t, "ridge", 2)
	again := open(t, url)
	for number, want := range map[int]string{1: sample.Lesson().Painting(), 2: "unreadable"} {
		if r, err := again.Revision(ctx, "ridge", number); err != nil || r.Painting != want {
			t.Errorf("revision %d is painted as %q, not %q: %v", number, r.Painting, want, err)
		}
	}
}
