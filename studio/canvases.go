package studio

import (
	"cmp"
	"context"
	"io"
	"time"

	"proxenos/core/canvas"
	"proxenos/core/lesson"
	"proxenos/export/calendar"
	"proxenos/store"
)

// AddCanvas keeps a picture that was painted in a class, after a lesson, or on its own. When it is
// dry is worked out from the canvas of the lesson.
func (r Room) AddCanvas(ctx context.Context, class, of, title, by, painted string) (store.KeptCanvas, error) {
	c := canvas.Canvas{Title: title, By: by, Painted: cmp.Or(painted, time.Now().UTC().Format(time.DateOnly)), Temperature: lesson.UsualTemperature, Days: []canvas.Day{}}
	revision := 0
	if class != "" {
		k, err := r.Kept.Class(ctx, class)
		if err != nil {
			return store.KeptCanvas{}, err
		}
		of, revision = k.Lesson, k.Revision
		c.Painted, c.Temperature = cmp.Or(painted, k.Class.Begins().Format(time.DateOnly)), k.Class.Room.Temperature
	}
	if of != "" {
		rev, l, err := r.lessonAt(ctx, of, revision)
		if err != nil {
			return store.KeptCanvas{}, err
		}
		coarse, err := r.Easel.Rehearse(rev.LessonID, rev.Number, l).Drafted(ctx)
		if err != nil {
			return store.KeptCanvas{}, err
		}
		c = canvas.Of(cmp.Or(title, l.Title), by, c.Painted, c.Temperature, coarse.Final)
	}
	if err := c.Check(); err != nil {
		return store.KeptCanvas{}, &UnsoundError{err}
	}
	return r.Kept.AddCanvas(ctx, of, class, c)
}

// lessonAt is a lesson at a revision; 0 is the newest.
func (r Room) lessonAt(ctx context.Context, id string, revision int) (store.Revision, *lesson.Lesson, error) {
	if revision == 0 {
		return r.Head(ctx, id)
	}
	return r.At(ctx, id, revision)
}

// WriteDrying writes what is ahead of all canvases of the studio as a calendar.
func (r Room) WriteDrying(ctx context.Context, out io.Writer) error {
	list, err := r.Kept.Canvases(ctx, "")
	if err != nil {
		return err
	}
	var drying []calendar.Drying
	for _, k := range list {
		drying = append(drying, calendar.Drying{ID: k.ID, Version: k.Version, Changed: k.Changed, Canvas: k.Canvas})
	}
	return calendar.WriteCanvases(out, "Canvases", drying)
}
