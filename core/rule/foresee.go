package rule

import "proxenos/core/lesson"

// Foresee tells what the rules will likely say of the fine canvas of a changed lesson
// before that is painted: what they said of the fine one before the change, without what is
// gone and with what has come between two coarse ones, was before the change and is after
// it. What a coarse canvas shows wrongly it shows both times, and that is left out, of figures
// too: a finding moves by as much as between the coarse ones, and is gone where that takes it
// past its threshold.
func Foresee(l *lesson.Lesson, fine, was, is []Finding) []Finding {
	then, now, known := places(was), places(is), places(fine)
	out := []Finding{}
	for _, f := range fine {
		before, showed := then[f.place()]
		after, shows := now[f.place()]
		switch {
		case showed && !shows, len(f.Steps) > 0 && l.Step(f.Steps[0]) < 0:
			continue // it is gone, or its step is
		case showed && cured(f, after.Figure-before.Figure):
			continue
		case shows && (!showed || after.Says != before.Says):
			f = after
		}
		f.accept(l)
		out = append(out, f)
	}
	for _, f := range is {
		_, showed := then[f.place()]
		if _, there := known[f.place()]; !there && !showed {
			out = append(out, f)
		}
	}
	Sort(l, out)
	return out
}

// cured reports whether a finding whose figure moves by some is past its threshold then, on the
// side where nothing is said. One without a threshold is never.
func cured(f Finding, by float64) bool {
	if f.Threshold == 0 || f.Figure == f.Threshold {
		return false
	}
	if f.Figure > f.Threshold {
		return f.Figure+by <= f.Threshold
	}
	return f.Figure+by >= f.Threshold
}

// places are findings by what makes them the same.
func places(list []Finding) map[place]Finding {
	out := map[place]Finding{}
	for _, f := range list {
		out[f.place()] = f
	}
	return out
}
