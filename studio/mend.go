package studio

import (
	"context"
	"crypto/sha256"
	"encoding/json"
	"errors"
	"fmt"
	"image"
	"slices"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/mend"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
	"proxenos/store"
	"proxenos/work"
)

// Trial is what an edit would do: the canvas before and after, and what the rules say.
type Trial struct {
	Before  string   `json:"before" doc:"a picture, as a data: address"`
	After   string   `json:"after"`
	Minutes float64  `json:"minutes" doc:"what it adds to the session"`
	Gone    []string `json:"gone" doc:"what the rules said before and would say no more"`
	Left    []string `json:"left" doc:"what they would still say of the same places, with their figures"`
	Come    []string `json:"come" doc:"what they would say anew"`
	Open    int      `json:"open" doc:"findings that would be open"`
}

// Mended is what was mended: one edit, saved, which can be taken back.
type Mended struct {
	Revision int             `json:"revision" doc:"the newest then; the one it was asked for when nothing was mended"`
	Rounds   int             `json:"rounds" doc:"how many rounds changed something"`
	Undo     *lesson.AnyEdit `json:"undo,omitempty" doc:"the edit that takes it back; nothing when nothing was mended"`
	Said     string          `json:"said" doc:"what was done, in words"`
	Open     int             `json:"open" doc:"findings that are still open"`
}

// trialSide is how much of the canvas a trial shows, mm.
const (
	trialSide  = 70.0
	trialWidth = 320
)

func (room Room) try(ctx context.Context, r store.Revision, l *lesson.Lesson, a Asked) (*Trial, error) {
	next, _, err := lesson.Apply(l, a.Edit.Edit)
	if err != nil {
		return nil, err
	}
	before, err := room.Easel.Rehearse(r.LessonID, r.Number, l).Drafted(ctx)
	if err != nil {
		return nil, err
	}
	after, err := rehearse.Again(ctx, before, next, rehearse.CoarseCell, nil)
	if err != nil {
		return nil, err
	}
	c, err := room.Besides(ctx, a.Lesson, l, before)
	if err != nil {
		return nil, err
	}
	was, err := rule.Check(c)
	if err != nil {
		return nil, err
	}
	is, err := rule.Check(c.Of(next, after))
	if err != nil {
		return nil, err
	}
	diff := mend.Compare(was, is)
	out := &Trial{Minutes: next.Minutes() - l.Minutes(), Gone: diff.Gone, Left: diff.Left, Come: diff.Come, Open: len(rule.Unaccepted(is))}
	for _, side := range []struct {
		r  *rehearse.Rehearsal
		to *string
	}{{before, &out.Before}, {after, &out.After}} {
		var img image.Image = side.r.Show(film.Paint, side.r.Lesson.Minutes(), trialWidth)
		if a.At != nil {
			img = side.r.Place(film.Paint, side.r.Lesson.Minutes(), *a.At, trialSide, trialWidth)
		}
		body, err := PNG(img)
		if err != nil {
			return nil, err
		}
		*side.to = dataOf(body)
	}
	return out, nil
}

// ErrNotFound says that a finding is not there any more.
var ErrNotFound = errors.New("that is not found in this lesson any more: look at its findings again")

// rank tries the remedies of a finding on the canvases on which it was measured, and tells of every
// one. What came of it is kept.
func (room Room) rank(ctx context.Context, r store.Revision, l *lesson.Lesson, a Asked) (*mend.Ranking, error) {
	c, err := room.measuredOn(ctx, r, l)
	if err != nil {
		return nil, err
	}
	asked, err := json.Marshal([]any{a.Rule, a.Where, c.Cupboard, c.Runs, c.Classes})
	if err != nil {
		return nil, err
	}
	out, err := Judged(ctx, room.Desk, l, fmt.Sprintf("ranking-%x", sha256.Sum256(asked)), func(ctx context.Context, out *mend.Ranking) error {
		c.Context = ctx
		list, err := rule.Speak(c, a.Rule)
		if err != nil {
			return err
		}
		at := slices.IndexFunc(list, func(f rule.Finding) bool { return f.Where == a.Where })
		if at < 0 {
			return ErrNotFound
		}
		*out, err = mend.NewBench(c).Rank(ctx, list[at], func(so mend.Ranking) {
			work.SoFar(ctx, fmt.Sprintf("tried %d of %d", so.Tried, so.Of), Came{Ranking: &so})
		})
		return err
	})
	return &out, err
}

// measuredOn is a context with the canvases on which the findings of a lesson are measured.
func (room Room) measuredOn(ctx context.Context, r store.Revision, l *lesson.Lesson) (*rule.Context, error) {
	painted := room.Easel.Rehearse(r.LessonID, r.Number, l)
	fine, err := painted.Painted(ctx)
	if err != nil {
		return nil, err
	}
	c, err := room.Besides(ctx, r.LessonID, l, fine)
	if err != nil {
		return nil, err
	}
	c.Trials, err = painted.Drafted(ctx)
	return c, err
}

// remedied are the findings of a lesson, with the remedies of those that are open.
func (room Room) remedied(ctx context.Context, r store.Revision, l *lesson.Lesson, say func(string)) ([]mend.Judged, error) {
	c, err := room.measuredOn(ctx, r, l)
	if err != nil {
		return nil, err
	}
	list, err := rule.Check(c)
	if err != nil {
		return nil, err
	}
	return mend.Judge(c, list, func(nth, of int) { say(fmt.Sprintf("trying remedies, %d of %d findings", nth, of)) })
}

// mend mends all that is safe, round by round, and saves what comes of it as one edit: when
// it is still wanted then, and the lesson is still at the revision it was asked for.
func (room Room) mend(ctx context.Context, first *lesson.Lesson, a Asked, say func(string)) (*Mended, error) {
	out := &Mended{Revision: a.From}
	doing := ""
	m := mend.Mending{Accepts: a.Accept, Told: func(round int) {
		doing = "rehearsing it"
		if round > 1 {
			doing = fmt.Sprintf("mending, round %d", round)
		}
		say(doing)
	}}
	if !a.Accept { // what nobody has worked on yet is mended before anybody counts paint for it
		asks, err := room.Besides(ctx, a.Lesson, first, nil)
		if err != nil {
			return nil, err
		}
		m.Asks = asks
	}
	mended, err := m.Mend(mend.Watched(ctx, func(nth, of int) { say(fmt.Sprintf("%s, trying %d of %d", doing, nth, of)) }), first)
	if err != nil {
		return nil, err
	}
	out.Open, out.Rounds = len(mended.Open), mended.Rounds
	if len(mended.Edit) == 0 {
		return out, ctx.Err()
	}
	next, undo, err := lesson.Apply(first, mended.Edit)
	if err != nil {
		return nil, err
	}
	if err := ctx.Err(); err != nil {
		return nil, err // nobody wants it any more
	}
	out.Said = fmt.Sprintf("mend all that is safe, %d rounds", out.Rounds)
	if out.Rounds == 1 {
		out.Said = "mend all that is safe"
	}
	r, err := room.Kept.Save(ctx, a.Lesson, a.From, next, out.Said)
	if err != nil {
		return nil, err
	}
	out.Revision, out.Undo = r.Number, &lesson.AnyEdit{Edit: undo}
	return out, room.adopt(ctx, r, &m.Own)
}

// adopt gives the easel what was painted while a lesson was mended: whoever looks at it now
// need not wait.
func (d *Desk) adopt(ctx context.Context, r store.Revision, own *mend.Own) error {
	coarse, fine := own.Last()
	if coarse == nil || fine == nil || fine.Lesson.Painting() != r.Painting || coarse.Lesson.Painting() != r.Painting {
		return nil
	}
	list, err := rule.Check(&rule.Context{Context: ctx, Lesson: fine.Lesson, Rehearsal: fine, Trials: coarse})
	if err == nil {
		d.Easel.KeepNow(d.Easel.Adopt(r.LessonID, r.Number, coarse, fine, list)) // whoever has the lesson's canvas takes it over
	}
	return err
}
