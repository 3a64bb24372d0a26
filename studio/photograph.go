package studio

import (
	"context"
	"crypto/sha256"
	"encoding/binary"
	"errors"
	"math/rand/v2"
	"slices"
	"strings"

	"proxenos/core/camera"
	"proxenos/core/canvas"
	"proxenos/core/lesson"
	"proxenos/core/look"
	"proxenos/core/plate"
	"proxenos/export/photo"
	"proxenos/store"
)

// photograph takes a simulated picture of a canvas: as an experienced student painted it,
// with faults of which those that were ticked off are mended.
func (r Room) photograph(ctx context.Context, a Asked, say func(string)) (*store.KeptCanvas, error) {
	k, err := r.Kept.Canvas(ctx, a.Canvas)
	if err != nil {
		return nil, err
	}
	rev, l, err := r.lessonOf(ctx, k)
	if err != nil {
		return nil, err
	}
	if l == nil {
		return nil, &UnsoundError{errors.New("the simulated camera photographs what was painted after a lesson: choose a file")}
	}
	say("rehearsing the lesson")
	coarse, err := r.Easel.Rehearse(rev.LessonID, rev.Number, l).Drafted(ctx)
	if err != nil {
		return nil, err
	}
	hand := k.Canvas.By // whoever paints paints alike tomorrow
	if hand == "" {
		hand = k.ID
	}
	sum := sha256.Sum256([]byte(hand))
	seed := binary.BigEndian.Uint64(sum[:])
	say("painting what a student painted")
	painted, err := camera.Paint(ctx, coarse, camera.Hand{Level: lesson.Experienced, Seed: seed}, unmended(camera.Typical(l, seed), k.Canvas)...)
	if err != nil {
		return nil, err
	}
	say("taking the picture")
	// Nobody stands twice in the same place.
	shot := camera.Take(painted.Look(), camera.Draw(rand.New(rand.NewPCG(seed, uint64(len(k.Canvas.Looks))))), seed+uint64(len(k.Canvas.Looks)))
	body, err := shot.JPEG()
	if err != nil {
		return nil, err
	}
	taken, err := photo.Read(body)
	if err != nil {
		return nil, err
	}
	if body, err = taken.Encode(); err != nil {
		return nil, err
	}
	b := taken.Image.Bounds()
	kept, err := r.Kept.PutPhoto(ctx, "simulated", b.Dx(), b.Dy(), body)
	if err != nil {
		return nil, err
	}
	k.Canvas.Photo = kept.Hash
	k, err = r.Kept.PutCanvas(ctx, k.ID, k.Version, k.Canvas)
	return &k, err
}

// unmended are the faults of a canvas that were not ticked off.
func unmended(all []camera.Fault, c canvas.Canvas) []camera.Fault {
	mended := func(f camera.Fault) bool {
		return slices.ContainsFunc(c.Looks, func(l canvas.Look) bool {
			return slices.ContainsFunc(l.Faults, func(m canvas.Faulty) bool {
				return m.Mended && strings.HasPrefix(m.ID, string(f.Kind)) && strings.HasSuffix(m.ID, lesson.Slug(f.Of))
			})
		})
	}
	return slices.DeleteFunc(all, mended)
}

// sentSure is how sure one must be of the canvas in a photograph that a student sends, and sentAlike
// how like its plan it must be.
const (
	sentSure  = 0.25
	sentAlike = 0.5
)

// FromSeat takes a photograph that a student of a class sends of their canvas: judged before it is
// kept, and kept as the one canvas of theirs in the class. It fails, saying why, for what shows no
// canvas of that lesson.
func (r Room) FromSeat(ctx context.Context, class, by string, raw []byte) (store.KeptCanvas, error) {
	ctx = store.WithKey(ctx, "") // a repeat is the same canvas, for there is one by name
	k, err := r.Kept.Class(ctx, class)
	if err != nil {
		return store.KeptCanvas{}, err
	}
	rev, l, err := r.At(ctx, k.Lesson, k.Revision)
	if err != nil {
		return store.KeptCanvas{}, err
	}
	coarse, err := r.Easel.Rehearse(rev.LessonID, rev.Number, l).Drafted(ctx)
	if err != nil {
		return store.KeptCanvas{}, err
	}
	plan := plate.OfFilm(coarse.Final, 2*look.Fine)
	r.reading.Lock() // one at a time, so that memory is bounded
	defer r.reading.Unlock()
	if err := ctx.Err(); err != nil {
		return store.KeptCanvas{}, err
	}
	taken, err := photo.Read(raw)
	if err != nil {
		return store.KeptCanvas{}, &UnsoundError{err}
	}
	found, alike := look.Recognise(plate.Of(taken.Image, 0), l.Support.Width, l.Support.Height, plan)
	switch {
	case found.Sure < sentSure:
		return store.KeptCanvas{}, &UnsoundError{errors.New("no whole canvas is seen in this photograph: hold the phone straight over it, with something around all of it, and take it again")}
	case alike < sentAlike:
		return store.KeptCanvas{}, &UnsoundError{errors.New("this does not look like the picture of this class: photograph your own canvas, upright")}
	}
	body, err := taken.Encode()
	if err != nil {
		return store.KeptCanvas{}, err
	}
	list, err := r.Kept.Canvases(ctx, class)
	if err != nil {
		return store.KeptCanvas{}, err
	}
	at := slices.IndexFunc(list, func(c store.KeptCanvas) bool { return c.Canvas.By == by })
	var mine store.KeptCanvas
	if at >= 0 {
		mine = list[at]
	} else if mine, err = r.AddCanvas(ctx, class, "", "", by, ""); err != nil {
		return mine, err
	}
	b := taken.Image.Bounds()
	kept, err := r.Kept.PutPhoto(ctx, "from a seat", b.Dx(), b.Dy(), body)
	if err != nil {
		return mine, err
	}
	mine.Canvas.Photo = kept.Hash
	return r.Kept.PutCanvas(ctx, mine.ID, mine.Version, mine.Canvas)
}
