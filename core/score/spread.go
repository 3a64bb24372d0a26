package score

import (
	"math"

	"proxenos/core/lesson"
)

const (
	restRoom  = 0.85 // how much of what may pass without a pause is filled: the rest is room to put it where something is finished
	doneWorth = 4.0  // minutes sooner or later that a pause is put where something is finished
	thereWide = 0.25 // of what is filled: how far from where it is due a pause may lie that is there already
)

// Work lists the stretches of work from one pause to the next, or from one break to the next, however
// long they are.
func Work(l *lesson.Lesson, breaks bool) (out []Stretch) {
	for _, s := range unbroken(l) {
		if s.Break != breaks {
			continue
		}
		if n := len(out); n > 0 && out[n-1].To+1 == s.From { // it was cut only for being too long
			out[n-1].To, out[n-1].Minutes = s.To, out[n-1].Minutes+s.Minutes
			continue
		}
		out = append(out, s)
	}
	return out
}

// A Rest is a place for a pause: before a step, at the short pause that is there already, or -1 for none.
type Rest struct{ Before, Pause int }

// Rests are places for as many pauses as a stretch of work needs so that none of its parts is too long but
// a single step: each where it comes nearest to when it is due, rather where the plane changes. there lets
// short pauses that lie near become what is needed.
func Rests(l *lesson.Lesson, work Stretch, there bool) (out []Rest) {
	s := spreadOf(l, work)
	all := s.at(work.To + 1)
	parts := max(2, int(math.Ceil(all/(restRoom*s.most))), s.parts(work.From))
	since := work.From
	for k := 1; k < parts; k++ {
		due := all * float64(k) / float64(parts)
		best, least := Rest{-1, -1}, math.Inf(1)
		for i := since + 1; i <= work.To; i++ {
			if Stands(l, i) || s.at(i)-s.at(since) > s.most && i > since+1 || s.parts(i) > parts-k && i < work.To {
				continue // it is a pause itself, or a part would be too long
			}
			if off, pause := s.off(i, due, there); off < least {
				best, least = Rest{i, pause}, off
			}
		}
		if best.Before < 0 {
			break
		}
		out, since = append(out, best), best.Before
	}
	return out
}

// A spread knows how much work lies where in a stretch.
type spread struct {
	l    *lesson.Lesson
	from int
	to   int
	most float64   // minutes that may pass without a pause of its kind
	done []float64 // minutes of work in the stretch before each of its steps, and after the last
}

func spreadOf(l *lesson.Lesson, work Stretch) spread {
	s := spread{l: l, from: work.From, to: work.To, most: LookMost, done: []float64{0}}
	if work.Break {
		s.most = BreakMost
	}
	clock := l.Clock()
	for i := s.from; i <= s.to; i++ {
		busy := clock[i].Free - clock[i].Start
		if Stands(l, i) {
			busy = 0
		}
		s.done = append(s.done, s.done[len(s.done)-1]+busy)
	}
	return s
}

// at is how much work lies in the stretch before a step.
func (s spread) at(step int) float64 { return s.done[step-s.from] }

// parts is into how many parts at least the work from a step on is to be cut.
func (s spread) parts(from int) int {
	n, since := 1, from
	for i := from; i <= s.to; i++ {
		if s.at(i+1)-s.at(since) > s.most && i > since {
			n, since = n+1, i
		}
	}
	return n
}

// off is how far a place is from where a pause is wanted, minutes, with the pause that is there or -1.
func (s spread) off(i int, due float64, there bool) (minutes float64, pause int) {
	full := restRoom * s.most
	minutes = math.Abs(s.at(i) - due)
	if there && i > s.from && s.l.Steps[i-1].Technique == lesson.Wait && Stands(s.l, i-1) && minutes <= thereWide*full {
		return minutes - full, i - 1 // before every other place
	}
	if s.l.PlaneOf(s.l.Steps[i]) == s.l.PlaneOf(s.l.Steps[i-1]) {
		minutes += doneWorth
	}
	return minutes, -1
}
