package pupil

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"slices"

	"proxenos/core/lesson"
)

// A Help is something that was tried to help a class, rehearsed again with it.
type Help struct {
	Says   string          `json:"says"`
	Failed float64         `json:"failed" doc:"steps that one student fails at with it, on average"`
	Finish float64         `json:"finish" doc:"share that finishes with it"`
	Gains  float64         `json:"gains" doc:"steps fewer that one student fails at; below 0 for more"`
	Edit   *lesson.AnyEdit `json:"edit,omitempty" doc:"the change of the lesson that it is; nothing where people do otherwise"`
}

// How much practice and a stronger script change.
const (
	practised  = 0.4 // share of a bias that is left after ten minutes on newspaper
	blotLonger = 3.0 // minutes
	lightsMost = 3   // steps that are changed at once
)

// A plan is one thing to try.
type plan struct {
	says string
	edit lesson.Edit
	aid  aid
}

// Help tries what would help most against what was found, rehearses the class again with each,
// and adds it to what was found, what helps most first. told hears how far it is; it may be nil.
func (r *Found) Help(ctx context.Context, l *lesson.Lesson, c Class, told func(done, of int)) error {
	plans := r.plans(l)
	r.Helps = []Help{}
	for n, p := range plans {
		next := l
		if p.edit != nil {
			var err error
			if next, _, err = lesson.Apply(l, p.edit); err != nil {
				continue // it cannot be done here
			}
		}
		with, err := rehearseWith(ctx, next, c, p.aid, func(done, of int) {
			if told != nil {
				told(n*of+done, len(plans)*of)
			}
		})
		if err != nil {
			return err
		}
		h := Help{Says: p.says, Failed: with.Failed, Finish: with.Finish, Gains: round(r.Failed - with.Failed)}
		if p.edit != nil {
			h.Edit = &lesson.AnyEdit{Edit: p.edit}
		}
		r.Helps = append(r.Helps, h)
	}
	slices.SortStableFunc(r.Helps, func(a, b Help) int {
		return cmp.Or(cmp.Compare(b.Gains, a.Gains), cmp.Compare(b.Finish, a.Finish))
	})
	return nil
}

// plans are what is worth trying, by where and how a class fails.
func (r *Found) plans(l *lesson.Lesson) (out []plan) {
	if len(r.Hardest) == 0 && r.Finish == 1 {
		return nil
	}
	hard := map[int]bool{}
	for _, i := range r.Hardest {
		hard[i] = true
	}
	if len(hard) > 0 {
		out = append(out,
			plan{says: "Everybody practises the hardest marks on newspaper for ten minutes first", aid: func(i int, t Traits) Traits {
				if hard[i] {
					t.Load, t.Press, t.Misses = math.Pow(t.Load, practised), t.Press*practised, t.Misses*(0.5+0.5*practised)
				}
				return t
			}},
			plan{says: "Say at each change of tool that it is wiped, and wait until all have done it", aid: func(_ int, t Traits) Traits {
				t.Wipes, t.Damp = 1, 0
				return t
			}})
	}
	var fuller lesson.All
	var blots []plan
	for _, i := range r.Hardest {
		s, m := l.Steps[i], r.Marks[i]
		if m.How[Thin] > 0 && s.Load.More(1) != s.Load && len(fuller) < lightsMost {
			s.Load = s.Load.More(1)
			fuller = append(fuller, lesson.Change{Step: s})
		}
		if k, ok := blotBefore(l, i); ok && m.How[Thin]+m.How[Muddy] > 0 {
			b := l.Steps[k]
			blots = append(blots, plan{says: fmt.Sprintf("Leave %s %g minutes longer", l.Label(k), blotLonger), edit: lesson.SetMinutes{Step: b.ID, Minutes: b.Minutes + blotLonger}})
		}
	}
	if len(fuller) > 0 {
		out = append(out, plan{says: "Ask for more paint on the tool at the marks that do not stick", edit: fuller})
	}
	if len(blots) > 0 {
		out = append(out, blots[0])
	}
	for _, i := range r.Hardest {
		if l.Steps[i].Need != lesson.Must {
			out = append(out, plan{says: "Leave out " + l.Label(i), edit: lesson.Remove{Step: l.Steps[i].ID}})
			break
		}
	}
	return out
}

// blotBefore is the blot on the same zone that comes before a step.
func blotBefore(l *lesson.Lesson, i int) (int, bool) {
	for k := i - 1; k >= 0; k-- {
		if l.Steps[k].Technique == lesson.Blot && l.Steps[k].Zone == l.Steps[i].Zone {
			return k, true
		}
	}
	return 0, false
}
