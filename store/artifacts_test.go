package store_test

import (
	"bytes"
	"errors"
	"sync"
	"testing"
	"time"

	"proxenos/core/lesson/sample"
	"proxenos/internal/testdb"
	"proxenos/store"
)

func TestWhatWasMadeIsKeptByLastUse(t *testing.T) {
	s, _, first := withLesson(t)
	at := func(kind string) store.Artifact {
		return store.Artifact{Maker: "v1", Painting: first.Painting, Kind: kind}
	}
	for range 2 { // twice is no harm
		for _, kind := range []string{"a", "b", "c"} {
			if err := s.PutArtifact(ctx, at(kind), bytes.Repeat([]byte(kind), 100)); err != nil {
				t.Fatal(err)
			}
		}
	}
	if got, err := s.Artifact(ctx, at("a")); err != nil || string(got[:3]) != "aaa" || len(got) != 100 {
		t.Errorf("%q, %v", got, err)
	}
	other := at("a")
	other.Maker = "v2"
	if _, err := s.Artifact(ctx, other); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("of another maker: %v", err)
	}
	s.Age(ctx, t, "a", 3*time.Hour)
	s.Age(ctx, t, "b", 2*time.Hour)
	s.Age(ctx, t, "c", time.Hour)
	if _, err := s.Artifact(ctx, at("a")); err != nil { // used again
		t.Error(err)
	}
	if err := s.Clean(ctx, 250); err != nil {
		t.Fatal(err)
	}
	for kind, there := range map[string]bool{"a": true, "b": false, "c": true} {
		if _, err := s.Artifact(ctx, at(kind)); (err == nil) != there {
			t.Errorf("%s: %v", kind, err)
		}
	}
}

func TestOneCanvasALesson(t *testing.T) {
	s, _, first := withLesson(t)
	l := sample.Lesson()
	l.Seed = 77
	second, err := s.Save(ctx, "ridge", 1, l, "another seed")
	if err != nil || second.Painting == first.Painting {
		t.Fatalf("%v", err)
	}
	put := func(lesson string, r store.Revision, body string) {
		if err := s.PutLatest(ctx, lesson, store.Artifact{Maker: "v1", Painting: r.Painting, Kind: "canvas"}, []byte(body)); err != nil {
			t.Fatal(err)
		}
	}
	if _, err := s.Latest(ctx, "ridge", "v1", "canvas"); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("none was kept: %v", err)
	}
	put("ridge", first, "first")
	if got, err := s.Latest(ctx, "ridge", "v1", "canvas"); err != nil || string(got) != "first" {
		t.Errorf("%q, %v", got, err)
	}
	put("ridge", second, "second")
	if got, err := s.Latest(ctx, "ridge", "v1", "canvas"); err != nil || string(got) != "second" {
		t.Errorf("%q, %v", got, err)
	}
	if _, err := s.Artifact(ctx, store.Artifact{Maker: "v1", Painting: first.Painting, Kind: "canvas"}); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("the older one: %v", err)
	}
	// What another lesson stands at is not thrown away with this one's past.
	other, err := s.Create(ctx, "other", l, "a copy")
	if err != nil || other.Painting != second.Painting {
		t.Fatal(err)
	}
	l.Seed = 78
	third, err := s.Save(ctx, "ridge", 2, l, "another seed")
	if err != nil {
		t.Fatal(err)
	}
	put("ridge", third, "third")
	for lesson, want := range map[string]string{"ridge": "third", "other": "second"} {
		if got, err := s.Latest(ctx, lesson, "v1", "canvas"); err != nil || string(got) != want {
			t.Errorf("%s: %q, %v", lesson, got, err)
		}
	}
	if r, err := s.ByPainting(ctx, third.Painting); err != nil || r.Number != 3 || r.LessonID != "ridge" {
		t.Errorf("%+v, %v", r, err)
	}
}

// A write whose reply was lost is made again with its key: it is the same write.
func TestARepeatedWriteIsTheSame(t *testing.T) {
	s, _, _ := withLesson(t)
	l := sample.Lesson()
	l.Session = 50
	once := store.WithKey(ctx, "key-1")
	first, err := s.Save(once, "ridge", 1, l, "longer")
	if err != nil {
		t.Fatal(err)
	}
	again, err := s.Save(once, "ridge", 1, l, "longer")
	if err != nil || again.Number != 2 || again.Body != first.Body || !again.MadeAt.Equal(first.MadeAt) {
		t.Errorf("again it is %+v, %v", again, err)
	}
	var stale *store.StaleError
	if _, err := s.Save(store.WithKey(ctx, "key-2"), "ridge", 1, l, "longer"); !errors.As(err, &stale) {
		t.Errorf("with another key: %v", err)
	}
	if _, err := s.Create(once, "", l, "begin"); !errors.Is(err, store.ErrKey) {
		t.Errorf("for another kind of write: %v", err)
	}
	make := store.WithKey(ctx, "key-3")
	one, err := s.Create(make, "", l, "begin")
	if err != nil {
		t.Fatal(err)
	}
	two, err := s.Create(make, "", l, "begin")
	if err != nil || one.LessonID != two.LessonID {
		t.Errorf("begun twice: %s and %s, %v", one.LessonID, two.LessonID, err)
	}
	if list, err := s.Shelf(ctx); err != nil || len(list) != 2 {
		t.Errorf("%d lessons, %v", len(list), err)
	}
	// A write that failed has not used its key up.
	failed := store.WithKey(ctx, "key-4")
	if _, err := s.Save(failed, "ridge", 1, l, "too late"); err == nil {
		t.Error("a stale save was made")
	}
	if r, err := s.Save(failed, "ridge", 2, l, "in time"); err != nil || r.Number != 3 {
		t.Errorf("%+v, %v", r, err)
	}
}

func TestTheSameWriteManyTimesAtOnce(t *testing.T) {
	s, _, _ := withLesson(t)
	var all sync.WaitGroup
	for range 8 {
		all.Go(func() {
			if r, err := s.Save(store.WithKey(ctx, "one"), "ridge", 1, sample.Lesson(), "again"); err != nil || r.Number != 2 {
				t.Errorf("%d, %v", r.Number, err)
			}
		})
	}
	all.Wait()
	if r, err := s.Head(ctx, "ridge"); err != nil || r.Number != 2 {
		t.Errorf("%d revisions, %v", r.Number, err)
	}
}

// Processes that start at once on an empty database wait for one another.
func TestManyOpenAnEmptyDatabase(t *testing.T) {
	url := testdb.New(t)
	var all sync.WaitGroup
	for range 8 {
		all.Go(func() {
			s, err := store.Open(ctx, url, 20*time.Second)
			if err != nil {
				t.Error(err)
				return
			}
			s.Close()
		})
	}
	all.Wait()
}
