package studio

import (
	"context"
	"crypto/sha256"
	"encoding/json"
	"errors"
	"fmt"
	"math"
	"strconv"
	"strings"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
	"proxenos/store"
)

// A Room is one studio at the desk: what is found from there is that studio's and nobody
// else's. Make it with [Desk.In].
type Room struct {
	*Desk
	Kept store.Room
}

// In is the room of a studio.
func (d *Desk) In(studio string) Room { return Room{d, d.Store.Room(studio)} }

// Head is a lesson as it stands, and its newest revision.
func (r Room) Head(ctx context.Context, id string) (store.Revision, *lesson.Lesson, error) {
	return read(r.Kept.Head(ctx, id))
}

// Newest is a lesson as it stands.
func (r Room) Newest(ctx context.Context, id string) (*lesson.Lesson, error) {
	_, l, err := r.Head(ctx, id)
	return l, err
}

// Revision is the newest one with a content hash, and its lesson.
func (r Room) Revision(ctx context.Context, hash string) (store.Revision, *lesson.Lesson, error) {
	return read(r.Kept.ByHash(ctx, hash))
}

// Copy puts a copy of a lesson as it stands on the shelf, under a name of its own.
func (r Room) Copy(ctx context.Context, id string) (store.Revision, *lesson.Lesson, error) {
	_, l, err := r.Head(ctx, id)
	if err != nil {
		return store.Revision{}, nil, err
	}
	own := *l
	own.Title = copyOf(l.Title)
	made, err := r.Kept.Create(ctx, "", &own, "copy “"+l.Title+"”")
	return made, &own, err
}

// mostTitle is how many letters a title has at most.
const mostTitle = 120

// copyOf is what a copy is called: "A ridge, copy", then "A ridge, copy 2".
func copyOf(title string) string {
	base, number, found := strings.Cut(title, copied)
	n := 1
	if found {
		if n = 2; number != "" {
			if was, err := strconv.Atoi(strings.TrimSpace(number)); err == nil {
				n = was + 1
			}
		}
	}
	end := copied
	if n > 1 {
		end += fmt.Sprintf(" %d", n)
	}
	letters := []rune(base)
	return string(letters[:min(len(letters), mostTitle-len(end))]) + end
}

// copied is what the name of a copy ends with.
const copied = ", copy"

// ByHash is the lesson with a content hash.
func (r Room) ByHash(ctx context.Context, hash string) (*lesson.Lesson, error) {
	_, l, err := r.Revision(ctx, hash)
	return l, err
}

// At is a lesson as it was saved once.
func (r Room) At(ctx context.Context, id string, number int) (store.Revision, *lesson.Lesson, error) {
	return read(r.Kept.Revision(ctx, id, number))
}

// Before is the revision that a change was made from. Whether it is still the newest is for
// the save to say, which knows as well whether it is a repeat.
func (r Room) Before(ctx context.Context, id string, from int) (*lesson.Lesson, error) {
	if from < 1 || from > math.MaxInt32 {
		return nil, lesson.Faults{{Path: "from", Problem: fmt.Sprintf("is %d, which is no revision", from), Cure: "give the number of the revision that the change was made from"}}
	}
	_, l, err := r.At(ctx, id, from)
	if errors.Is(err, store.ErrNotFound) {
		if head, lost := r.Kept.HeadNumber(ctx, id); lost == nil {
			return nil, &store.StaleError{From: from, Head: head}
		}
	}
	return l, err
}

// Has fails with [store.ErrNotFound] where no lesson of the studio is or was painted so. What
// was so once stays so.
func (r Room) Has(ctx context.Context, painting string) error {
	name := r.Kept.Studio + "/" + painting
	if r.paintings.Contains(name) {
		return nil
	}
	_, err := r.Kept.ByPainting(ctx, painting)
	if err == nil {
		r.paintings.Add(name, struct{}{})
	}
	return err
}

func read(r store.Revision, err error) (store.Revision, *lesson.Lesson, error) {
	if err != nil {
		return r, nil, err
	}
	l, err := r.Lesson()
	if err != nil {
		return r, nil, fmt.Errorf("revision %d of %s: %w", r.Number, r.LessonID, err)
	}
	return r, l, nil
}

// Besides is what the rules ask: a lesson and its canvas, and the cupboard, runs and planned classes of the
// lesson with an id; of nobody, when that is empty.
func (r Room) Besides(ctx context.Context, id string, l *lesson.Lesson, canvas *rehearse.Rehearsal) (*rule.Context, error) {
	out := &rule.Context{Context: ctx, Lesson: l, Rehearsal: canvas}
	if id == "" {
		return out, nil
	}
	c, _, err := r.Kept.Cupboard(ctx)
	if err != nil {
		return nil, err
	}
	kept, err := r.Kept.Runs(ctx, id) // what a class says about its lesson stands in its log
	for _, k := range kept {
		out.Runs = append(out.Runs, k.Run)
	}
	if err != nil {
		return nil, err
	}
	planned, err := r.Kept.Planned(ctx, id)
	for _, k := range planned {
		out.Classes = append(out.Classes, rule.Planned{ID: k.ID, Class: k.Class})
	}
	out.Cupboard = &c
	return out, err
}

// Beyond lets the rules speak that ask the cupboard, runs and classes of the lesson with an id,
// whose canvas is known by its reports; foreseen says that these are of a coarse one. What they
// say is kept by all that they were asked about.
func (r Room) Beyond(ctx context.Context, id string, l *lesson.Lesson, reports []rehearse.Report, foreseen bool) ([]rule.Finding, error) {
	c, err := r.Besides(ctx, id, l, nil)
	if err != nil {
		return nil, err
	}
	asked, err := json.Marshal([]any{c.Cupboard, c.Runs, c.Classes, foreseen})
	if err != nil {
		return nil, err
	}
	return Judged(ctx, r.Desk, l, fmt.Sprintf("beyond-%x", sha256.Sum256(asked)), func(_ context.Context, out *[]rule.Finding) (err error) {
		c.Reports = reports
		*out, err = rule.Beyond(c)
		return err
	})
}
