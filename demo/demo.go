// Package demo holds the demo studio: an invented teaching room in a made-up lake
// valley, with lessons that are good enough to teach.
package demo

import (
	"context"
	"embed"
	"errors"
	"fmt"

	"proxenos/core/lesson"
	"proxenos/store"
)

//go:embed *.json
var files embed.FS

// Studio is the demo studio.
var Studio = store.Studio{ID: "quillmere", Name: "Quillmere"}

// IDs lists the demo lessons in the order of the shelf.
func IDs() []string {
	return []string{"terraces-above-ondrel-water", "poplars-on-the-maren-cut", "moonrise-over-harrow-fell", "salt-barns-in-snowlight"}
}

// Lesson decodes a demo lesson.
func Lesson(id string) (*lesson.Lesson, error) {
	data, err := files.ReadFile(id + ".json")
	if err != nil {
		return nil, err
	}
	l, err := lesson.Decode(data)
	if err != nil {
		return nil, fmt.Errorf("%s: %w", id, err)
	}
	return l, nil
}

// Put puts the studio and those of its lessons that are missing into a store;
// what a visitor has changed stays as it is.
func Put(ctx context.Context, s *store.Store) error {
	if err := s.PutStudio(ctx, Studio); err != nil {
		return err
	}
	for _, id := range IDs() {
		_, err := s.Head(ctx, id)
		if errors.Is(err, store.ErrNotFound) {
			var l *lesson.Lesson
			if l, err = Lesson(id); err != nil {
				return err
			}
			_, err = s.Create(ctx, Studio.ID, id, l, "the lesson as Quillmere teaches it")
		}
		if err != nil {
			return err
		}
	}
	return nil
}
