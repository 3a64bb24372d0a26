package studio

import (
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/json"
	"fmt"
	"strings"
	"time"

	"proxenos/core/card"
	"proxenos/core/class"
	"proxenos/core/lesson"
	"proxenos/core/mend"
	"proxenos/export/handout"
	"proxenos/export/paper"
	"proxenos/store"
)

// Printed is a PDF that was made for a class and is kept.
type Printed struct {
	Made  string `json:"made" doc:"names it among what was made for the class: a sum, and what it is"`
	Name  string `json:"name" doc:"of the file"`
	Pages int    `json:"pages"`
	Bytes int    `json:"bytes"`
}

// printed is where a PDF of a class is kept.
func (r Room) printed(of, made string, l *lesson.Lesson) store.Artifact {
	return store.Artifact{Maker: r.Build, Painting: l.Painting(), Kind: fmt.Sprintf("handouts/%s/%s/%s", r.Kept.Studio, of, made)}
}

// noDay is the day of a class that is not planned: it is not said anywhere.
var noDay = time.Date(2000, 1, 1, 0, 0, 0, 0, time.UTC)

// usualClass is who a lesson is printed for while no class of it is named.
const usualClass = 12

// printedFor is the class that handouts are made for, and what it is called; a lesson's own where
// none is named.
func (r Room) printedFor(ctx context.Context, a Asked) (store.KeptClass, error) {
	if a.Class != "" {
		return r.Kept.Class(ctx, a.Class)
	}
	_, l, err := r.At(ctx, a.Lesson, a.From)
	if err != nil {
		return store.KeptClass{}, err
	}
	return store.KeptClass{ID: a.Lesson, Lesson: a.Lesson, Revision: a.From, Class: class.Usual(l.Title, usualClass, noDay, l.Session)}, nil
}

// print makes handouts for a class as it stands, once: what was made of the same is kept.
func (r Room) print(ctx context.Context, a Asked, say func(string)) (*Printed, error) {
	k, err := r.printedFor(ctx, a)
	if err != nil {
		return nil, err
	}
	rev, l, err := r.At(ctx, k.Lesson, k.Revision)
	if err != nil {
		return nil, err
	}
	cupboard, _, err := r.Kept.Cupboard(ctx)
	if err != nil {
		return nil, err
	}
	asked, err := json.Marshal([]any{k.Class, cupboard, a.Print, l.Judging()})
	if err != nil {
		return nil, err
	}
	what := "pack"
	if n := len(a.Print.Kinds); n > 0 {
		what = string(a.Print.Kinds[0])
		if n > 1 {
			what += "-and-more"
		}
	}
	out := &Printed{Made: fmt.Sprintf("%x", sha256.Sum256(asked))[:16] + "-" + what, Name: handoutName(k.Class.Title, what)}
	body, err := r.Artifact(ctx, r.printed(k.ID, out.Made, l), func(ctx context.Context) ([]byte, error) {
		say("rehearsing the lesson")
		painted := r.Easel.Rehearse(rev.LessonID, rev.Number, l)
		m := &handout.Matter{Lesson: l, Class: k.Class, Unplanned: a.Class == ""}
		if m.Canvas, err = painted.Painted(ctx); err != nil {
			return nil, err
		}
		found, err := painted.Judged(ctx)
		if err != nil {
			return nil, err
		}
		m.Findings = mend.Untried(found)
		if a.Print.Has(handout.Checks) {
			if m.Findings, err = r.remedied(ctx, rev, l, say); err != nil {
				return nil, err
			}
		}
		if m.Prep, err = r.Prepare(ctx, k, l, m.Canvas.Reports); err != nil {
			return nil, err
		}
		if a.Print.Has(handout.Practice) {
			say("trying which marks are hard")
			if m.Hard, err = r.hardest(ctx, rev, l); err != nil {
				return nil, err
			}
		}
		var b bytes.Buffer
		_, err = handout.Write(ctx, &b, m, *a.Print, func(what string) { say("laying out: " + what) })
		return b.Bytes(), err
	})
	if err != nil {
		return nil, err
	}
	out.Bytes = len(body)
	out.Pages = paper.Count(body)
	return out, nil
}

// hardest are the marks of a lesson that are worth practising.
func (r Room) hardest(ctx context.Context, rev store.Revision, l *lesson.Lesson) ([]card.Hard, error) {
	return Judged(ctx, r.Desk, l, "hardest", func(ctx context.Context, out *[]card.Hard) error {
		coarse, err := r.Easel.Rehearse(rev.LessonID, rev.Number, l).Drafted(ctx)
		if err != nil {
			return err
		}
		*out, err = card.Hardest(ctx, l, coarse, handout.PracticeMarks)
		return err
	})
}

// Handout is a PDF that was made for a class; it may be gone, and is made again then.
func (r Room) Handout(ctx context.Context, class, made string) (body []byte, name string, err error) {
	k, err := r.Kept.Class(ctx, class)
	if err != nil {
		return nil, "", err
	}
	_, l, err := r.At(ctx, k.Lesson, k.Revision)
	if err != nil {
		return nil, "", err
	}
	body, err = r.Store.Artifact(ctx, r.printed(class, made, l))
	_, what, _ := strings.Cut(made, "-")
	return body, handoutName(k.Class.Title, what), err
}

// LessonHandout is a PDF that was made of a lesson as it stands.
func (r Room) LessonHandout(ctx context.Context, id, made string) (body []byte, name string, err error) {
	l, err := r.Newest(ctx, id)
	if err != nil {
		return nil, "", err
	}
	body, err = r.Store.Artifact(ctx, r.printed(id, made, l))
	_, what, _ := strings.Cut(made, "-")
	return body, handoutName(l.Title, what), err
}

// handoutName is what a file of handouts is called.
func handoutName(title, what string) string {
	name := lesson.Slug(title)
	if name == "" {
		name = "class"
	}
	return name + "-" + what + ".pdf"
}
