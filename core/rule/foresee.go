package rule

import "proxenos/core/lesson"

// Foresee tells what the rules will likely say of the fine canvas of a changed lesson
// before that is painted: what they said of the fine one before the change, without what is
// gone and with what has come between two coarse ones, was before the change and is after
// it. What a coarse canvas shows wrongly it shows both times, and that is left out.
func Foresee(l *lesson.Lesson, fine, was, is []Finding) []Finding {
	type place struct{ rule, where string }
	at := func(list []Finding) map[place]Finding {
		out := map[place]Finding{}
		for _, f := range list {
			out[place{f.Rule, f.Where}] = f
		}
		return out
	}
	then, now, known := at(was), at(is), at(fine)
	out := []Finding{}
	for _, f := range fine {
		k := place{f.Rule, f.Where}
		before, showed := then[k]
		after, shows := now[k]
		switch {
		case showed && !shows, len(f.Steps) > 0 && l.Step(f.Steps[0]) < 0:
			continue // it is gone, or its step is
		case shows && (!showed || after.Says != before.Says):
			f = after
		}
		f.accept(l)
		out = append(out, f)
	}
	for _, f := range is {
		k := place{f.Rule, f.Where}
		_, showed := then[k]
		if _, there := known[k]; !there && !showed {
			out = append(out, f)
		}
	}
	Sort(l, out)
	return out
}
