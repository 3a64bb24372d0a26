// Package demo holds the demo studio: an invented teaching room in a made-up lake
// valley, with lessons that are good enough to teach.
package demo

import (
	"context"
	"embed"
	"errors"
	"fmt"
	"strings"

	"proxenos/core/lesson"
	"proxenos/store"
)

//go:embed *.json
var files embed.FS

// Studio is the demo studio.
var Studio = store.Studio{ID: "quillmere", Name: "Quillmere"}

// Lessons decodes the demo lessons by their ids.
func Lessons() (map[string]*lesson.Lesson, error) {
	entries, err := files.ReadDir(".")
	if err != nil {
		return nil, err
	}
	out := map[string]*lesson.Lesson{}
	for _, e := range entries {
		data, err := files.ReadFile(e.Name())
		if err != nil {
			return nil, err
		}
		l, err := lesson.Decode(data)
		if err != nil {
			return nil, fmt.Errorf("%s: %w", e.Name(), err)
		}
		out[strings.TrimSuffix(e.Name(), ".json")] = l
	}
	return out, nil
}

// Put puts the studio and those of its lessons that are missing into a store;
// what a visitor has changed stays as it is.
func Put(ctx context.Context, s *store.Store) error {
	if err := s.PutStudio(ctx, Studio); err != nil {
		return err
	}
	lessons, err := Lessons()
	if err != nil {
		return err
	}
	for id, l := range lessons {
		_, err := s.Head(ctx, id)
		if errors.Is(err, store.ErrNotFound) {
			_, err = s.Create(ctx, Studio.ID, id, l, "the lesson as Quillmere teaches it")
		}
		if err != nil {
			return err
		}
	}
	return nil
}
