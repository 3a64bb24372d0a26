package rule

import (
	"math"

	"proxenos/core/lesson"
)

// Foresee tells what the rules will likely say of the fine canvas of a changed lesson
// before that is painted: what they said of the fine one before the change, without what is
// gone and with what has come between two coarse ones, was before the change and is after
// it. What a coarse canvas shows wrongly it shows both times, and that is left out; a figure of
// it that is hardly past its threshold waits for the fine one.
func Foresee(l *lesson.Lesson, fine, was, is []Finding) []Finding {
	then, now, known := places(was), places(is), places(fine)
	out := []Finding{}
	for _, f := range fine {
		before, showed := then[f.place()]
		after, shows := now[f.place()]
		switch {
		case showed && !shows, len(f.Steps) > 0 && l.Step(f.Steps[0]) < 0:
			continue // it is gone, or its step is
		case shows && showed && doubtful(after) && !doubtful(before): // it has come near its threshold
			continue
		case shows && (!showed || after.Says != before.Says):
			f = after
		}
		f.accept(l)
		out = append(out, f)
	}
	for _, f := range is {
		_, showed := then[f.place()]
		if _, there := known[f.place()]; !there && !showed && !doubtful(f) {
			out = append(out, f)
		}
	}
	Sort(l, out)
	return out
}

// doubt is the share of a threshold by which the figure of a coarse canvas must be clear of it.
const doubt = 0.06

func doubtful(f Finding) bool {
	return f.OnCanvas && f.Threshold > 0 && math.Abs(f.Figure-f.Threshold) <= doubt*f.Threshold
}

// places are findings by what makes them the same.
func places(list []Finding) map[place]Finding {
	out := map[place]Finding{}
	for _, f := range list {
		out[f.place()] = f
	}
	return out
}
