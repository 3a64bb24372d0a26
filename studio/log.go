package studio

import (
	"context"
	"fmt"
	"time"

	"proxenos/core/estimate"
	"proxenos/core/lesson"
	"proxenos/core/run"
	"proxenos/core/teach"
	"proxenos/store"
)

// learntFrom is from how many classes a studio learns how long things take: the last ones.
const learntFrom = 60

// A Session is a lesson that was taught: its minutes were written down by hand, or in a class.
type Session struct {
	store.KeptRun
	Class string `json:"class,omitempty" doc:"the class whose log it is from"`
}

// A past class is one that has ended.
type past struct {
	kept    store.KeptClass
	lesson  *lesson.Lesson
	outcome teach.Outcome
}

// ended are the classes of the studio that have ended, of one lesson or of all, the last first.
// What was read once is kept: nothing of it changes.
func (r Room) ended(ctx context.Context, lesson string) ([]*past, error) {
	list, err := r.Kept.Ended(ctx, lesson, learntFrom)
	if err != nil {
		return nil, err
	}
	var out []*past
	for _, e := range list {
		key := fmt.Sprintf("%s %d %d", e.Class, e.Version, e.Number)
		p, there := r.past.Get(key)
		if !there {
			if p, err = r.readPast(ctx, e.Class); err != nil {
				return nil, err
			}
			r.past.Add(key, p)
		}
		if p != nil {
			out = append(out, p)
		}
	}
	return out, nil
}

// readPast reads a class that has ended; nothing where the end was taken back.
func (r Room) readPast(ctx context.Context, class string) (*past, error) {
	k, err := r.Kept.Class(ctx, class)
	if err != nil {
		return nil, err
	}
	_, l, err := r.At(ctx, k.Lesson, k.Revision)
	if err != nil {
		return nil, err
	}
	events, now, err := r.Kept.Happened(ctx, class, 0)
	if err != nil {
		return nil, err
	}
	plan := k.Class.Plan(l)
	if teach.Of(plan, events, now).Phase != teach.Ended {
		return nil, nil
	}
	return &past{k, l, teach.OutcomeOf(plan, events)}, nil
}

// Sessions are the times that a lesson was taught, the last first.
func (r Room) Sessions(ctx context.Context, lesson string) ([]Session, error) {
	kept, err := r.Kept.Runs(ctx, lesson)
	if err != nil {
		return nil, err
	}
	out := []Session{}
	ended, err := r.ended(ctx, lesson)
	if err != nil {
		return nil, err
	}
	for _, s := range ended {
		one := Session{KeptRun: store.KeptRun{ID: s.kept.ID, Run: run.Run{Taught: s.kept.Class.Begins().Format(time.DateOnly), Note: s.kept.Class.Title, Took: []run.Took{}}}, Class: s.kept.ID}
		for _, line := range s.outcome.Lines {
			if line.Took > 0 && line.Took <= run.MostMinutes {
				one.Took = append(one.Took, run.Took{Step: s.lesson.Steps[line.Step].ID, Minutes: line.Took})
			}
		}
		if len(one.Took) > 0 {
			out = append(out, one)
		}
	}
	for _, k := range kept {
		out = append(out, Session{KeptRun: k})
	}
	return out, nil
}

// Estimates are how long a lesson is expected to take.
type Estimates struct {
	Classes int `json:"classes" doc:"how many the studio has learnt from"`
	estimate.Forecast
}

// EstimateClass says how long the steps of a class will take its people.
func (r Room) EstimateClass(ctx context.Context, class string) (Estimates, error) {
	s, err := r.Stage(ctx, class, 1)
	if err != nil {
		return Estimates{}, err
	}
	return r.Estimate(ctx, s.Kept.Lesson, s.Lesson, s.Kept.Class.People.Level())
}

// Estimate says how long the steps of the lesson with an id, as it is in l, will take people of a
// level, from all classes of the studio.
func (r Room) Estimate(ctx context.Context, id string, l *lesson.Lesson, of lesson.Level) (Estimates, error) {
	ended, err := r.ended(ctx, "")
	if err != nil {
		return Estimates{}, err
	}
	var seen []estimate.Took
	var taught []*lesson.Lesson
	for _, p := range ended {
		if p.kept.Lesson == id {
			taught = append(taught, p.lesson)
		}
		for _, line := range p.outcome.Lines {
			if step := p.lesson.Steps[line.Step]; estimate.Counts(step) {
				seen = append(seen, estimate.Took{Class: p.kept.ID, Level: p.kept.Class.People.Level(), Technique: step.Technique, Written: step.Minutes, Minutes: line.Took})
			}
		}
	}
	m := estimate.Learn(seen)
	return Estimates{len(m.Classes), m.Script(l, of, taught...)}, nil
}

// A Log is what a class came to.
type Log struct {
	Phase   teach.Phase    `json:"phase"`
	Report  teach.Outcome  `json:"report"`
	Steps   []string       `json:"steps" doc:"what each step is called"`
	Names   []string       `json:"names" doc:"of those who sat in it"`
	Changes []teach.Better `json:"changes" doc:"what to change in the lesson, as edits to try"`
	Head    int            `json:"head" doc:"the newest revision of the lesson, which they are for"`
	Says    string         `json:"says"`
}

// Log is what a class came to, and what it says about its lesson as that stands now.
func (r Room) Log(ctx context.Context, class string) (*Log, error) {
	s, err := r.Stage(ctx, class, 0)
	if err != nil {
		return nil, err
	}
	out := &Log{Phase: s.State.Phase, Report: s.Outcome(), Names: []string{}, Changes: []teach.Better{}}
	for _, seat := range s.State.Seats {
		out.Names = append(out.Names, seat.Name)
	}
	for i := range s.Lesson.Steps {
		out.Steps = append(out.Steps, s.Lesson.Label(i))
	}
	head, now, err := r.Head(ctx, s.Kept.Lesson)
	if err != nil {
		return nil, err
	}
	out.Head = head.Number
	if s.State.Phase != teach.Before {
		for _, c := range out.Report.Changes(s.Lesson) {
			if _, _, err := lesson.Apply(now, c.Edit.Edit); err == nil { // the step may be gone
				out.Changes = append(out.Changes, c)
			}
		}
	}
	out.Says = out.Report.Says(s.Lesson)
	return out, nil
}
