package starter

import (
	"context"

	"proxenos/core/lesson"
	"proxenos/core/mend"
	"proxenos/core/rule"
)

// Sound makes a lesson, rehearses it, and lets the rules mend what they find, until
// nothing is open or nothing helps any more. What is still open it returns; there is
// usually nothing. Progress counts rehearsals.
func Sound(ctx context.Context, w Wish, progress func(round int)) (*lesson.Lesson, []rule.Finding, error) {
	l, err := Make(ctx, w)
	if err != nil {
		return nil, nil, err
	}
	var own mend.Own
	for round := 1; ; round++ {
		if progress != nil {
			progress(round)
		}
		e, open, err := mend.Next(ctx, l, round, true, &own)
		if err != nil || len(e) == 0 {
			return l, open, err
		}
		if l, _, err = lesson.Apply(l, e); err != nil {
			return nil, nil, err
		}
	}
}
