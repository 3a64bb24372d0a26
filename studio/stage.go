package studio

import (
	"context"
	"sync"
	"time"

	"proxenos/core/lesson"
	"proxenos/core/teach"
	"proxenos/store"
)

// A Stage is a class as it stands at a moment, with the lesson that it teaches. It must not be
// changed: many look at it.
type Stage struct {
	Kept   store.KeptClass
	Lesson *lesson.Lesson
	Plan   teach.Plan
	Number int       // how much has happened
	Now    time.Time // by the database's clock
	State  teach.State

	studio string
	events []teach.Event
}

// Outcome is what the class has come to.
func (s *Stage) Outcome() teach.Outcome { return teach.OutcomeOf(s.Plan, s.events) }

// staged is the stage of a class that was asked for last. What has happened is never changed, so
// that only what is new has to be read.
type staged struct {
	mu    sync.Mutex
	last  *Stage
	began time.Time // when that was read
}

// stagesMost is how many classes are kept in memory.
const stagesMost = 64

// goodFor is how old a stage may be for those who follow what happens: the clock goes on by itself.
const goodFor = 200 * time.Millisecond

// Stage is a class as it stands. When as much as at least has happened in the one that was read
// last, and it is fresh, it is that one: hundreds who hear the same read it once. 0 is always as
// it stands now.
func (r Room) Stage(ctx context.Context, class string, atLeast int) (*Stage, error) {
	asked := time.Now()
	s, _ := r.stages.Get(class)
	if s == nil {
		s = &staged{}
		if was, there, _ := r.stages.PeekOrAdd(class, s); there {
			s = was
		}
	}
	s.mu.Lock()
	defer s.mu.Unlock()
	if s.last != nil && s.last.studio == r.Kept.Studio && (s.began.After(asked) || atLeast > 0 && s.last.Number >= atLeast && asked.Sub(s.began) < goodFor) {
		return s.last, nil
	}
	began := time.Now()
	next, err := r.read(ctx, class, s.last)
	if err != nil {
		return nil, err
	}
	s.last, s.began = next, began
	return next, nil
}

// read reads a class, going on from what was read before.
func (r Room) read(ctx context.Context, class string, last *Stage) (*Stage, error) {
	k, err := r.Kept.Class(ctx, class)
	if err != nil {
		return nil, err
	}
	next := &Stage{Kept: k, studio: r.Kept.Studio}
	after := 0
	if last != nil && last.Kept.Revision == k.Revision {
		next.Lesson, next.Plan, next.events, after = last.Lesson, last.Plan, last.events, last.Number
	}
	if next.Lesson == nil {
		if _, next.Lesson, err = r.At(ctx, k.Lesson, k.Revision); err != nil {
			return nil, err
		}
	}
	if next.Plan.Minutes == nil || last.Kept.Version != k.Version {
		next.Plan = k.Class.Plan(next.Lesson)
	}
	more, now, err := r.Kept.Happened(ctx, class, after)
	if err != nil {
		return nil, err
	}
	next.events = append(next.events[:len(next.events):len(next.events)], more...)
	next.Number, next.Now = len(next.events), now
	next.State = teach.Of(next.Plan, next.events, now)
	return next, nil
}
