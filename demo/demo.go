// Package demo holds the demo studio: an invented teaching room in a made-up lake
// valley, with lessons that are good enough to teach.
package demo

import (
	"context"
	"embed"
	"errors"
	"fmt"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/store"
)

//go:embed *.json pictures
var files embed.FS

// PictureWidth is how many pixels the shipped pictures are wide: as many as on the shelf.
const PictureWidth = 800

// PictureFile is the file of the finished picture of a demo lesson, as this version of the
// engine paints it.
func PictureFile(id string) string { return "pictures/" + id + "-" + rehearse.Version + ".png" }

// Picture is the finished picture of a demo lesson, as a PNG, so that nobody waits for it on
// the very first start.
func Picture(id string) ([]byte, error) { return files.ReadFile(PictureFile(id)) }

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

// Put puts the studio and those of its lessons that are missing into a store, with their
// pictures; what a visitor has changed stays as it is. picture keeps the finished picture of
// a lesson; it may be nil.
func Put(ctx context.Context, s *store.Store, picture func(ctx context.Context, l *lesson.Lesson, png []byte) error) error {
	if err := s.PutStudio(ctx, Studio); err != nil {
		return err
	}
	room := s.Room(Studio.ID)
	for _, id := range IDs() {
		l, err := Lesson(id)
		if err != nil {
			return err
		}
		if picture != nil {
			if err := keepPicture(ctx, id, l, picture); err != nil {
				return err
			}
		}
		_, err = room.HeadNumber(ctx, id)
		if errors.Is(err, store.ErrNotFound) {
			_, err = room.Create(ctx, id, l, "the lesson as Quillmere teaches it")
		}
		if err != nil {
			return err
		}
	}
	return nil
}

func keepPicture(ctx context.Context, id string, l *lesson.Lesson, picture func(ctx context.Context, l *lesson.Lesson, png []byte) error) error {
	png, err := Picture(id)
	if err != nil {
		return err
	}
	return picture(ctx, l, png)
}
