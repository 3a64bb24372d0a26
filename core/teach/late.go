package teach

import (
	"context"
	"fmt"
	"image"
	"math"

	"proxenos/core/fault"
	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/score"
)

// An Option is a way to end in time from here.
type Option struct {
	Name    string    `json:"name"`
	Says    string    `json:"says" doc:"what is done to which steps"`
	Drop    []int     `json:"drop" doc:"steps that are left out, or painted with the one before"`
	Short   []Shorter `json:"short" doc:"steps that take other minutes, at the pace of the class"`
	Wins    float64   `json:"wins" doc:"minutes"`
	Fits    bool      `json:"fits" doc:"whether it ends in time then"`
	Differs float64   `json:"differs" doc:"mean ΔE00 by which the picture changes; -1 for as long as it is not painted"`

	next *lesson.Lesson
	last *rehearse.Rehearsal
}

// Event is the event that takes an option.
func (o Option) Event() Event {
	return Event{Kind: Choose, Text: Fit(o.Name + ": " + o.Says), Drop: o.Drop, Short: o.Short}
}

// Options finds ways to win some minutes on what is left of a class, three at most, the one that
// changes the picture least first. l is the lesson at the pace of the class ([class.Class.Paced]),
// r a rehearsal of it. What is done stays done, the step under way is not touched, and what was
// left out before stays out.
func (s State) Options(ctx context.Context, l *lesson.Lesson, r *rehearse.Rehearsal, minutes float64) ([]Option, error) {
	now, err := s.left(l)
	if err != nil {
		return nil, err
	}
	place := map[string]int{}
	for i, step := range l.Steps {
		place[step.ID] = i
	}
	open := func(i int) bool {
		at, there := place[now.Steps[i].ID]
		return there && at > s.Step && !s.Steps[at].Done
	}
	f, err := score.FitRest(ctx, now, r, nil, open, now.ClassMinutes()-minutes)
	if err != nil {
		return nil, err
	}
	out := []Option{}
	for _, c := range f.Choices {
		o := Option{Name: c.Name, Says: c.Brief(), Drop: []int{}, Short: []Shorter{}, Fits: c.Fits, Differs: -1}
		if o.next, _, err = lesson.Apply(now, c.Edit.Edit); err != nil {
			return nil, fmt.Errorf("%s: %w", c.Name, err)
		}
		o.Wins = math.Round(10*(now.ClassMinutes()-o.next.ClassMinutes())) / 10
		for i, step := range now.Steps {
			at := place[step.ID]
			switch k := o.next.Step(step.ID); {
			case k < 0:
				o.Drop = append(o.Drop, at)
			case o.next.AtPace(k) != now.AtPace(i):
				o.Short = append(o.Short, Shorter{at, math.Round(100*o.next.AtPace(k)) / 100})
			}
		}
		out = append(out, o)
	}
	return out, nil
}

// left is the lesson with what was chosen before.
func (s State) left(l *lesson.Lesson) (*lesson.Lesson, error) {
	var all lesson.All
	for i, step := range l.Steps {
		st := s.Steps[i]
		pace := l.AtPace(i) / step.Minutes
		switch {
		case st.Dropped && !st.Done:
			all = append(all, lesson.Remove{Step: step.ID})
		case !st.Done && math.Abs(st.Planned-l.AtPace(i)) > 1e-6:
			all = append(all, lesson.SetMinutes{Step: step.ID, Minutes: st.Planned / pace})
		}
	}
	if len(all) == 0 {
		return l, nil
	}
	now, _, err := lesson.Apply(l, all)
	return now, err
}

// PaintAll paints the picture that each option gives, on the cells of r, which is the rehearsal
// that the options were found with.
func PaintAll(ctx context.Context, options []Option, r *rehearse.Rehearsal) error {
	errs := make([]error, len(options))
	var group fault.Group
	for i := range options {
		group.Go(func() {
			o := &options[i]
			if o.last, errs[i] = rehearse.Again(ctx, r, o.next, r.Final.Cell, nil); errs[i] == nil {
				o.Differs = math.Round(100*r.Differs(o.last)) / 100
			}
		})
	}
	group.Wait()
	for _, err := range errs {
		if err != nil {
			return err
		}
	}
	return nil
}

// Show draws the picture that an option gives, once it is painted, so many pixels wide.
func (o Option) Show(width int) *image.RGBA {
	return o.last.Show(film.Paint, o.next.Minutes(), width)
}
