package store_test

import (
	"errors"
	"testing"
	"time"

	"proxenos/core/class"
	"proxenos/store"
)

func TestClassesAreKeptByDayAndOfTheirStudio(t *testing.T) {
	s, id, first := withClassLesson(t)
	day := time.Date(2027, 3, 4, 18, 0, 0, 0, time.UTC)
	later, err := s.AddClass(ctx, id, first, class.Usual("Later", 12, day.AddDate(0, 0, 7), 120))
	if err != nil {
		t.Fatal(err)
	}
	sooner, err := s.AddClass(ctx, id, first, class.Usual("Sooner", 3, day, 120))
	if err != nil {
		t.Fatal(err)
	}
	list, err := s.Classes(ctx)
	if err != nil || len(list) != 2 || list[0].ID != sooner.ID || list[1].Class.Title != "Later" || !list[1].Class.Start.Equal(day.AddDate(0, 0, 7)) {
		t.Fatalf("%+v, %v", list, err)
	}
	next := later.Class
	next.Title = "Later still"
	next.Start = day.AddDate(0, 0, -1)
	kept, err := s.PutClass(ctx, later.ID, 1, first, next)
	if err != nil || kept.Version != 2 {
		t.Fatalf("%+v, %v", kept, err)
	}
	if list, _ := s.Classes(ctx); list[0].ID != later.ID {
		t.Error("a class that was moved stands where it was")
	}
	var stale *store.StaleError
	if _, err := s.PutClass(ctx, later.ID, 1, first, next); !errors.As(err, &stale) || stale.Head != 2 || stale.What != "class" {
		t.Errorf("from an old version: %v", err)
	}
	elsewhere := s.Store.Room("elsewhere")
	for what, err := range map[string]error{
		"a revision that there is not": func() error { _, err := s.PutClass(ctx, later.ID, 2, 99, next); return err }(),
		"no lesson":                    func() error { _, err := s.AddClass(ctx, "none", 1, next); return err }(),
		"no revision":                  func() error { _, err := s.AddClass(ctx, id, 99, next); return err }(),
		"another studio's, read":       func() error { _, err := elsewhere.Class(ctx, later.ID); return err }(),
		"another studio's, kept":       func() error { _, err := elsewhere.PutClass(ctx, later.ID, 2, first, next); return err }(),
		"another studio's lesson":      func() error { _, err := elsewhere.AddClass(ctx, id, first, next); return err }(),
	} {
		if !errors.Is(err, store.ErrNotFound) {
			t.Errorf("%s: %v", what, err)
		}
	}
	if list, err := elsewhere.Classes(ctx); err != nil || len(list) != 0 {
		t.Errorf("elsewhere there are %+v, %v", list, err)
	}
}

func TestPlannedAreTheClassesInWhichALessonIsGoingToBeTaught(t *testing.T) {
	s, id, first := withClassLesson(t)
	day := time.Date(2027, 3, 4, 18, 0, 0, 0, time.UTC)
	add := func(title string, days int) store.KeptClass {
		t.Helper()
		kept, err := s.AddClass(ctx, id, first, class.Usual(title, 3, day.AddDate(0, 0, days), 120))
		if err != nil {
			t.Fatal(err)
		}
		return kept
	}
	add("Second", 7)
	add("First", 0)
	ended := add("Ended", 1)
	over := ended.Class
	over.State = class.Ended
	if _, err := s.PutClass(ctx, ended.ID, 1, first, over); err != nil {
		t.Fatal(err)
	}
	if err := s.DeleteClass(ctx, add("Thrown out", 2).ID, true); err != nil {
		t.Fatal(err)
	}
	list, err := s.Planned(ctx, id)
	if err != nil || len(list) != 2 || list[0].Class.Title != "First" || list[1].Class.Title != "Second" {
		t.Errorf("%+v, %v", list, err)
	}
	for what, r := range map[string]store.Room{"another lesson": s.Room, "another studio": s.Store.Room("elsewhere")} {
		of := id
		if what == "another lesson" {
			of = "none"
		}
		if list, err := r.Planned(ctx, of); err != nil || len(list) != 0 {
			t.Errorf("%s: %+v, %v", what, list, err)
		}
	}
}

func withClassLesson(t *testing.T) (s shop, lesson string, revision int) {
	s, _, r := withLesson(t)
	return s, r.LessonID, r.Number
}
