package studio

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"

	"proxenos/core/lesson"
	"proxenos/store"
)

// An Editing is an edit to a lesson as it stood at one revision. It is made of that, and what
// was changed since stays where the edit does not touch it.
type Editing struct {
	From int            `json:"from" minimum:"1" maximum:"2147483647" doc:"the revision that the edit was made from"`
	Edit lesson.AnyEdit `json:"edit"`
	Own  []int          `json:"own,omitempty" maxItems:"2000" doc:"the revisions since that who edits made: there the edit wins, and nothing is told of them"`
	Back bool           `json:"back,omitempty" doc:"the edit was made from that revision, and is taken back"`
	Over bool           `json:"over,omitempty" doc:"the edit wins where somebody else changed the same"`
}

// A Made is what came of an edit.
type Made struct {
	Revision store.Revision
	Lesson   *lesson.Lesson
	Undo     Editing  // takes it back
	Said     string   // what it did, in words
	Beside   []string // what others had changed since, in words; it stays
}

// A ClashError refuses an edit of something that somebody else changed in another way meanwhile.
type ClashError struct {
	Head    int // the newest revision
	Clashes []lesson.Clash
	Since   []store.Revision // what was saved since, oldest first; bodies are empty
}

func (e *ClashError) Error() string {
	var where []string
	for _, c := range e.Clashes {
		where = append(where, c.Where)
	}
	return "somebody else changed the same meanwhile: " + strings.Join(where, "; ")
}

// mostRaces is how often an edit is made anew because another was saved just before it.
const mostRaces = 5

// Edit makes an edit and saves what comes of it. An edit of a lesson that has changed since is
// merged with what was changed; where both changed the same, in two ways, the error is a
// [*ClashError] and nothing is saved.
func (r Room) Edit(ctx context.Context, id string, e Editing) (Made, error) {
	before, err := r.Before(ctx, id, e.From)
	if err != nil {
		return Made{}, err
	}
	mine, undo, err := lesson.Apply(before, e.Edit.Edit)
	if err != nil {
		return Made{}, err
	}
	said := e.Edit.Describe(before)
	if e.Back {
		before, mine, said = mine, before, "take back: "+said
	}
	for race := 0; ; race++ {
		made, err := r.repeated(ctx, id, e, said)
		if err == nil && made.Lesson == nil {
			made, err = r.save(ctx, id, e, before, mine, said)
		}
		var stale *store.StaleError
		if errors.As(err, &stale) && race < mostRaces {
			continue
		}
		if err == nil && made.Revision.Hash != made.Lesson.Hash() && race < mostRaces {
			continue // the same edit was under way just now: it is a repeat
		}
		if err == nil && !e.Back && made.Revision.Parent == e.From {
			made.Undo = Editing{From: made.Revision.Number, Edit: lesson.AnyEdit{Edit: undo}}
		}
		return made, err
	}
}

// repeated is what came of an edit that was saved before and whose reply was lost: the revision
// that it made, whatever has changed since. There is no lesson in it when there was none.
func (r Room) repeated(ctx context.Context, id string, e Editing, said string) (Made, error) {
	rev, there, err := r.Kept.Repeated(ctx, id)
	if !there || err != nil {
		return Made{}, err
	}
	made := Made{Revision: rev, Said: said, Undo: Editing{From: e.From, Edit: e.Edit, Back: !e.Back}}
	if made.Lesson, err = rev.Lesson(); err != nil {
		return Made{}, err
	}
	list, err := r.Kept.Revisions(ctx, id, e.From)
	if err != nil {
		return Made{}, err
	}
	list = slices.DeleteFunc(list, func(one store.Revision) bool { return one.Number >= rev.Number })
	_, others := byWhom(list, e.Own)
	made.Beside = besides(others)
	return made, nil
}

// besides says what others changed.
func besides(others []store.Revision) (said []string) {
	for _, one := range others {
		said = append(said, one.Said)
	}
	return said
}

// save saves what became of a lesson, merged with what others made of it.
func (r Room) save(ctx context.Context, id string, e Editing, before, mine *lesson.Lesson, said string) (Made, error) {
	made := Made{Said: said, Undo: Editing{From: e.From, Edit: e.Edit, Back: !e.Back}}
	head, err := r.Kept.HeadNumber(ctx, id)
	if err != nil {
		return made, err
	}
	if head == e.From && !e.Back {
		made.Lesson = mine
		made.Revision, err = r.Kept.Save(ctx, id, head, mine, said)
		return made, err
	}
	_, theirs, err := r.At(ctx, id, head)
	if err != nil {
		return made, err
	}
	list, err := r.Kept.Revisions(ctx, id, e.From)
	if err != nil {
		return made, err
	}
	var clashes []lesson.Clash
	runs, others := byWhom(list, e.Own)
	own, err := r.with(ctx, id, before, runs)
	if err != nil {
		return made, err
	}
	mine, _ = lesson.Merge(before, mine, own)
	made.Lesson, clashes = lesson.Merge(own, mine, theirs)
	made.Beside = besides(others)
	if len(clashes) > 0 && len(others) > 0 && !e.Over {
		return made, &ClashError{head, clashes, others}
	}
	if err := lesson.Check(made.Lesson); err != nil {
		return made, &ClashError{Head: head, Clashes: unsoundTogether(err)}
	}
	made.Revision, err = r.Kept.Save(ctx, id, head, made.Lesson, said)
	return made, err
}

// byWhom tells the revisions that one made, as runs from first to last, from what others made.
func byWhom(list []store.Revision, own []int) (runs [][2]int, others []store.Revision) {
	for _, one := range list {
		n := len(runs)
		switch {
		case !slices.Contains(own, one.Number):
			others = append(others, one)
		case n > 0 && runs[n-1][1] == one.Number-1:
			runs[n-1][1] = one.Number
		default:
			runs = append(runs, [2]int{one.Number, one.Number})
		}
	}
	return runs, others
}

// with is a lesson with what was changed in runs of revisions.
func (r Room) with(ctx context.Context, id string, l *lesson.Lesson, runs [][2]int) (*lesson.Lesson, error) {
	for _, run := range runs {
		_, was, err := r.At(ctx, id, run[0]-1)
		if err != nil {
			return nil, err
		}
		_, is, err := r.At(ctx, id, run[1])
		if err != nil {
			return nil, err
		}
		l, _ = lesson.Merge(was, is, l)
	}
	return l, nil
}

// unsoundTogether says why two changes do not go together.
func unsoundTogether(err error) []lesson.Clash {
	var faults lesson.Faults
	if !errors.As(err, &faults) {
		return []lesson.Clash{{Where: "the lesson", Mine: err.Error()}}
	}
	var out []lesson.Clash
	for _, f := range faults {
		out = append(out, lesson.Clash{Where: f.Path, Mine: fmt.Sprintf("with both changes it %s", f.Problem), Theirs: "without it: " + f.Cure})
	}
	return out
}
