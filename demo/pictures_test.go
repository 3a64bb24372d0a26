package demo_test

import (
	"bytes"
	"context"
	"image"
	"image/draw"
	"image/png"
	"testing"
	"time"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/demo"
	"proxenos/internal/testdb"
	"proxenos/store"
	"proxenos/web/api"
)

// The pictures that ship are what the engine paints, so that a first start shows the truth.
func TestShippedPicturesAreWhatIsPainted(t *testing.T) {
	for _, id := range demo.IDs() {
		data, err := demo.Picture(id)
		if err != nil {
			t.Errorf("%v: run 'make generate'", err)
			continue
		}
		shipped, err := png.Decode(bytes.NewReader(data))
		if err != nil {
			t.Fatal(err)
		}
		l, err := demo.Lesson(id)
		if err != nil {
			t.Fatal(err)
		}
		r, err := rehearse.Run(context.Background(), l, rehearse.FineCell, nil)
		if err != nil {
			t.Fatal(err)
		}
		painted := r.Show(film.Paint, l.Minutes(), demo.PictureWidth)
		same := image.NewRGBA(painted.Bounds())
		draw.Draw(same, same.Bounds(), shipped, image.Point{}, draw.Src)
		var differ int
		for i, v := range painted.Pix {
			if w := same.Pix[i]; max(v, w)-min(v, w) > 1 {
				differ++
			}
		}
		if shipped.Bounds() != painted.Bounds() || differ > 0 {
			t.Errorf("%s: %d of %d figures differ: run 'make generate'", id, differ, len(painted.Pix))
		}
	}
}

// On the very first start the pictures are there at once.
func TestThePicturesAreThereAtOnce(t *testing.T) {
	s, err := store.Open(t.Context(), testdb.New(t), 5*time.Second)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	for range 2 {
		if err := demo.Put(t.Context(), s, api.ShelfPicture(s)); err != nil {
			t.Fatal(err)
		}
	}
	list, err := s.Room(demo.Studio.ID).Shelf(t.Context())
	if err != nil || len(list) != len(demo.IDs()) {
		t.Fatalf("%d lessons, %v", len(list), err)
	}
	for _, r := range list {
		l, err := r.Lesson()
		if err != nil {
			t.Fatal(err)
		}
		kind := "picture/paint-800-" + half(l) + ".png"
		if png, err := s.Artifact(t.Context(), store.Artifact{Maker: rehearse.Version, Painting: l.Painting(), Kind: kind}); err != nil || len(png) < 100_000 {
			t.Errorf("%s: %d bytes, %v", r.LessonID, len(png), err)
		}
	}
}

func half(l *lesson.Lesson) string { return lesson.Figure(2 * l.Minutes()) }
