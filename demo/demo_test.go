package demo_test

import (
	"context"
	"os"
	"strings"
	"testing"
	"time"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
	"proxenos/demo"
	"proxenos/internal/testdb"
	"proxenos/store"
)

func TestTheStudioIsPutOnceAndKeepsWhatVisitorsChange(t *testing.T) {
	ctx := context.Background()
	s, err := store.Open(ctx, testdb.New(t), 5*time.Second)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	if err := demo.Put(ctx, s, nil); err != nil {
		t.Fatal(err)
	}
	shelf, err := s.Room(demo.Studio.ID).Shelf(ctx)
	if err != nil || len(shelf) == 0 {
		t.Fatalf("%d lessons, %v", len(shelf), err)
	}
	l, err := shelf[0].Lesson()
	if err != nil {
		t.Fatal(err)
	}
	next, _, err := lesson.Apply(l, lesson.SetMinutes{Step: l.Steps[0].ID, Minutes: 11})
	if err != nil {
		t.Fatal(err)
	}
	if _, err := s.Room(demo.Studio.ID).Save(ctx, shelf[0].LessonID, 1, next, "longer"); err != nil {
		t.Fatal(err)
	}
	if err := demo.Put(ctx, s, nil); err != nil {
		t.Fatal(err)
	}
	again, err := s.Room(demo.Studio.ID).Shelf(ctx)
	if err != nil || len(again) != len(shelf) || again[0].Number != 2 {
		t.Errorf("after a second start: %d lessons, the first at revision %d, %v", len(again), again[0].Number, err)
	}
}

// What an instructor would teach is written as one would say it, and rehearses
// without anything open that would stop or slow a class.
func TestEveryDemoLessonIsOneToTeach(t *testing.T) {
	entries, err := os.ReadDir(".")
	if err != nil {
		t.Fatal(err)
	}
	files := 0
	for _, e := range entries {
		if strings.HasSuffix(e.Name(), ".json") {
			files++
		}
	}
	if files != len(demo.IDs()) {
		t.Errorf("%d lessons are listed and %d are here", len(demo.IDs()), files)
	}
	for _, id := range demo.IDs() {
		l, err := demo.Lesson(id)
		if err != nil {
			t.Fatal(err)
		}
		if len(l.Steps) < 24 || l.Minutes() > l.Session {
			t.Errorf("%s: %d steps in %g of %g minutes", id, len(l.Steps), l.Minutes(), l.Session)
		}
		if id == "terraces-above-ondrel-water" && (l.Minutes() < 100 || l.Minutes() > 120) {
			t.Errorf("%s takes %g minutes, 100 to 120 are wanted", id, l.Minutes())
		}
		for _, s := range l.Steps {
			if len(s.Words) < 12 {
				t.Errorf("%s: %s says %q", id, s.ID, s.Words)
			}
		}
		r, err := rehearse.Run(t.Context(), l, rehearse.FineCell, nil)
		if err != nil {
			t.Fatal(err)
		}
		list, err := rule.Check(&rule.Context{Context: t.Context(), Lesson: l, Rehearsal: r})
		if err != nil {
			t.Fatal(err)
		}
		for _, f := range list {
			if f.Accepted == "" {
				t.Errorf("%s: %s: %s", id, f.Rule, f.Says)
			}
		}
	}
}
