package rule

import (
	"context"
	"sync"

	"proxenos/core/class"
	"proxenos/core/lesson"
	"proxenos/core/picture"
	"proxenos/core/rehearse"
	"proxenos/core/run"
	"proxenos/core/supply"
)

// A Context is what rules look at.
type Context struct {
	context.Context
	Lesson    *lesson.Lesson
	Reports   []rehearse.Report            // what its rehearsal says without a canvas; of Rehearsal, when left out
	Rehearsal *rehearse.Rehearsal          // nil when the canvas has not been painted, or is not at hand
	Trials    *rehearse.Rehearsal          // the same on coarse cells, for what is judged from two metres; Rehearsal, when left out
	Cupboard  *supply.Cupboard             // what the studio has; nil when nobody said
	Runs      []run.Run                    // what sessions of the lesson took
	Classes   []Planned                    // in which it is going to be taught
	Fell      func(rule string, err error) // hears of rules that fell over, where it is not nil

	coarse  once[*picture.Picture] // the finished canvas on a coarse grid
	pull    once[*picture.Pull]    // how strongly its places draw the eye
	picture once[*seenPicture]     // what shows of the finished canvas
	keeps   once[*keeper]          // what no remedy may change
	needs   once[*supply.Amounts]  // what one person needs; nil where it cannot be worked out
	mu      sync.Mutex
	shared  map[[2]int]float64 // how much of one step's marks another's cover, once asked
}

// A Planned class is one in which a lesson is going to be taught.
type Planned struct {
	ID string
	class.Class
}

// reports are those of the rehearsal, nil when there was none.
func (c *Context) reports() []rehearse.Report {
	if c.Reports == nil && c.Rehearsal != nil {
		return c.Rehearsal.Reports
	}
	return c.Reports
}

// finished is the canvas on which the finished picture is judged, nil where there is none.
func (c *Context) finished() *rehearse.Rehearsal {
	if c.Trials != nil {
		return c.Trials
	}
	return c.Rehearsal
}

// Of is a context that asks the same cupboard, runs and classes of another lesson and canvas.
func (c *Context) Of(l *lesson.Lesson, r *rehearse.Rehearsal) *Context {
	return &Context{Context: c.Context, Lesson: l, Rehearsal: r, Cupboard: c.Cupboard, Runs: c.Runs, Classes: c.Classes, Fell: c.Fell}
}

// A once is worked out when a rule first asks for it, for all that ask.
type once[T any] struct {
	done  sync.Once
	value T
}

func (o *once[T]) get(work func() T) T {
	o.done.Do(func() { o.value = work() })
	return o.value
}
