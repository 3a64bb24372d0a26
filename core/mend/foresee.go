package mend

import (
	"proxenos/core/lesson"
	"proxenos/core/rule"
)

// Foresee tells what the rules will likely say of the fine canvas of a changed lesson
// before that is painted: what they said of the fine one before the change, without what is
// gone and with what has come between two coarse ones, was before the change and is after
// it. What a coarse canvas shows wrongly it shows both times, and that is left out, of figures
// too: a finding moves by as much as between the coarse ones, and is gone where that takes it
// past its threshold.
func Foresee(l *lesson.Lesson, fine, was, is []rule.Finding) []rule.Finding {
	then, now, known := places(was), places(is), places(fine)
	out := []rule.Finding{}
	for _, f := range fine {
		before, showed := then[placeOf(f)]
		after, shows := now[placeOf(f)]
		switch {
		case showed && !shows, len(f.Steps) > 0 && l.Step(f.Steps[0]) < 0:
			continue // it is gone, or its step is
		case showed && cured(f, after.Figure-before.Figure):
			continue
		case shows && (!showed || after.Says != before.Says):
			f = after
		}
		out = append(out, f)
	}
	for _, f := range is {
		_, showed := then[placeOf(f)]
		if _, there := known[placeOf(f)]; !there && !showed {
			out = append(out, f)
		}
	}
	rule.Accept(l, out)
	return out
}

// cured reports whether a finding whose figure moves by some is silent then.
func cured(f rule.Finding, by float64) bool {
	f.Figure += by
	return by != 0 && !f.Speaks()
}

// A place is what makes two findings of two lessons the same.
type place struct{ rule, where string }

func placeOf(f rule.Finding) place { return place{f.Rule, f.Where} }

// places are findings by what makes them the same.
func places(list []rule.Finding) map[place]rule.Finding {
	out := map[place]rule.Finding{}
	for _, f := range list {
		out[placeOf(f)] = f
	}
	return out
}
