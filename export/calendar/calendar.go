// Package calendar writes classes, and what is done for them, as iCalendar (RFC 5545). Times are
// written in UTC, so that they are the same everywhere and across a change of clocks.
package calendar

import (
	"fmt"
	"io"
	"strings"
	"time"

	ics "github.com/arran4/golang-ical"

	"proxenos/core/class"
)

// An Entry is a class, its name among others, and what is done for it; nothing is done for one
// without tasks.
type Entry struct {
	ID      string
	Version int
	Changed time.Time
	Class   class.Class
	Tasks   []class.Task
}

// reminder is how long something takes that has no minutes of its own: a reminder.
const reminder = 15 * time.Minute

// Write writes entries as one calendar.
func Write(out io.Writer, name string, entries []Entry) error {
	c := ics.NewCalendar() // without a method: it is a file, and nobody is invited
	c.SetProductId("-//Proxenos//Classes//EN")
	c.SetName(name)
	c.SetXWRCalName(name)
	for _, e := range entries {
		event := c.AddEvent(e.ID + "@proxenos")
		event.SetDtStampTime(e.Changed)
		event.SetSequence(e.Version)
		event.SetStartAt(e.Class.Begins())
		event.SetEndAt(e.Class.Ends())
		event.SetSummary(e.Class.Title)
		event.SetLocation(e.Class.Place)
		event.SetDescription(strings.TrimSpace(fmt.Sprintf("%d people.\n%s", e.Class.People.All(), e.Class.Notes)))
		event.SetStatus(ics.ObjectStatusConfirmed)
		if e.Class.State == class.CalledOff {
			event.SetStatus(ics.ObjectStatusCancelled)
			continue
		}
		for i, t := range e.Tasks {
			if t.Begin.Equal(e.Class.Start) {
				continue // the class itself
			}
			task := c.AddEvent(fmt.Sprintf("%s-%d@proxenos", e.ID, i))
			task.SetDtStampTime(e.Changed)
			task.SetSequence(e.Version)
			task.SetStartAt(t.Begin)
			task.SetEndAt(t.Begin.Add(max(reminder, time.Duration(t.Minutes*float64(time.Minute)))))
			task.SetSummary(t.Name + ": " + e.Class.Title)
			task.SetDescription(t.About)
		}
	}
	return c.SerializeTo(out, ics.WithNewLineWindows)
}
