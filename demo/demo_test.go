package demo_test

import (
	"context"
	"testing"
	"time"

	"proxenos/core/lesson"
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
	if err := demo.Put(ctx, s); err != nil {
		t.Fatal(err)
	}
	shelf, err := s.Shelf(ctx, demo.Studio.ID)
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
	if _, err := s.Save(ctx, shelf[0].LessonID, 1, next, "longer"); err != nil {
		t.Fatal(err)
	}
	if err := demo.Put(ctx, s); err != nil {
		t.Fatal(err)
	}
	again, err := s.Shelf(ctx, demo.Studio.ID)
	if err != nil || len(again) != len(shelf) || again[0].Number != 2 {
		t.Errorf("after a second start: %d lessons, the first at revision %d, %v", len(again), again[0].Number, err)
	}
}

// What an instructor would teach is written as one would say it.
func TestEveryStepOfTheDemoHasWords(t *testing.T) {
	lessons, err := demo.Lessons()
	if err != nil {
		t.Fatal(err)
	}
	for id, l := range lessons {
		for _, s := range l.Steps {
			if len(s.Words) < 15 {
				t.Errorf("%s: %s says %q", id, s.ID, s.Words)
			}
		}
	}
}
