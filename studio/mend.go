package studio

import (
	"context"
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
	diff := rule.Compare(was, is)
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

// rank tries every remedy of a finding.
func (room Room) rank(ctx context.Context, r store.Revision, l *lesson.Lesson, a Asked, say func(string)) (*[]mend.TriedRemedy, error) {
	painted := room.Easel.Rehearse(r.LessonID, r.Number, l)
	before, err := painted.Drafted(ctx)
	if err != nil {
		return nil, err
	}
	list, err := painted.Judged(ctx)
	if err != nil {
		return nil, err
	}
	c, err := room.Besides(ctx, a.Lesson, l, before)
	if err != nil {
		return nil, err
	}
	more, err := rule.Beyond(c)
	if err != nil {
		return nil, err
	}
	list = append(slices.Clone(list), more...)
	at := slices.IndexFunc(list, func(f rule.Finding) bool { return f.Rule == a.Rule && f.Where == a.Where })
	if at < 0 {
		return nil, ErrNotFound
	}
	said, err := rule.Check(c)
	if err != nil {
		return nil, err
	}
	c.Context = mend.Watched(ctx, func(nth, of int) { say(fmt.Sprintf("trying %d of %d", nth, of)) })
	ranked, err := mend.Rank(c, said, list[at])
	return &ranked, err
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
