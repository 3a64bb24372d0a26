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
	m := mend.Mending{Accepts: true, Told: progress}
	out, err := m.Mend(ctx, l)
	return out.Lesson, out.Open, err
}
