package studio

import (
	"context"
	"crypto/sha256"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"math"
	"time"

	"proxenos/core/class"
	"proxenos/core/hazard"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/export/calendar"
	"proxenos/store"
)

// PlanClass makes a class of a lesson as it stands, as it is usually planned; with no minutes
// given it is as long as the lesson takes these people.
func (r Room) PlanClass(ctx context.Context, id string, people int, start time.Time, zone string, minutes float64) (store.KeptClass, error) {
	head, l, err := r.Head(ctx, id)
	if err != nil {
		return store.KeptClass{}, err
	}
	c := class.Usual(l.Title, people, start, minutes)
	if minutes == 0 {
		c.Minutes = min(longest, max(shortest, math.Ceil(c.Takes(l)/5)*5))
	}
	if c.Zone = zone; l.Room.Temperature > 0 {
		c.Room.Temperature = l.Room.Temperature
	}
	if err := c.Check(); err != nil {
		return store.KeptClass{}, &UnsoundError{err}
	}
	return r.Kept.AddClass(ctx, id, head.Number, c)
}

// CopyClass plans a class once more, on another day: what is known of it stays, but that it
// was taught or called off.
func (r Room) CopyClass(ctx context.Context, id, begins string) (store.KeptClass, error) {
	k, err := r.Kept.Class(ctx, id)
	if err != nil {
		return k, err
	}
	k.Class.State, k.Class.Booked = class.Planned, nil
	if k.Class.Start, err = class.Moment(begins, k.Class.Zone); err == nil {
		err = k.Class.Check()
	}
	if err != nil {
		return k, &UnsoundError{err}
	}
	return r.Kept.AddClass(ctx, k.Lesson, k.Revision, k.Class)
}

// How long a class is, minutes.
const shortest, longest = 10, 720

// KeepClass keeps a class as somebody changed it.
func (r Room) KeepClass(ctx context.Context, id string, from, revision int, c class.Class) (store.KeptClass, error) {
	if err := c.Check(); err != nil {
		return store.KeptClass{}, &UnsoundError{err}
	}
	was, err := r.Kept.Class(ctx, id)
	if err != nil {
		return was, err
	}
	c.Booked = was.Class.Booked // that is for BookOut
	return r.Kept.PutClass(ctx, id, from, revision, c)
}

// BookOut takes what a class used up out of the cupboard, once, and ends it; with back it is put
// back, and may be taken out anew; a class that is still ahead is planned again then.
func (r Room) BookOut(ctx context.Context, k store.KeptClass, p *class.Prep, back bool) (store.KeptClass, error) {
	cupboard, from, err := r.Kept.Cupboard(ctx)
	if err != nil {
		return k, err
	}
	switch {
	case back && k.Class.Booked == nil:
		return k, &UnsoundError{errors.New("nothing of this class is booked out: book it out first")}
	case back:
		cupboard, k.Class.Booked = class.PutBack(k.Class.Booked.Taken, cupboard), nil
		if k.Class.State == class.Ended && k.Class.Ends().After(time.Now()) { // it was booked out by mistake
			k.Class.State = class.Planned
		}
	case k.Class.Booked != nil:
		return k, &UnsoundError{errors.New("this class is booked out already: put it back first to do it anew")}
	case k.Class.State == class.CalledOff:
		return k, &UnsoundError{errors.New("this class was called off: nothing of it was used")}
	default:
		booking := class.Booking{At: time.Now().UTC().Truncate(time.Second)}
		cupboard, booking.Taken = class.TakeOut(p.Lines, cupboard)
		k.Class.Booked, k.Class.State = &booking, class.Ended
	}
	return r.Kept.Book(ctx, k, cupboard, from)
}

// An UnsoundError says what is wrong with something that was given, and its cure.
type UnsoundError struct{ Err error }

func (e *UnsoundError) Error() string { return e.Err.Error() }
func (e *UnsoundError) Unwrap() error { return e.Err }

// Prepare works a class out, from the lesson as it is taught and the reports of its rehearsal.
func (r Room) Prepare(ctx context.Context, k store.KeptClass, l *lesson.Lesson, reports []rehearse.Report) (*class.Prep, error) {
	cupboard, _, err := r.Kept.Cupboard(ctx)
	if err != nil {
		return nil, err
	}
	var swaps []hazard.StandIn
	if k.Class.Minors {
		if swaps, err = r.swaps(ctx, l); err != nil {
			return nil, err
		}
	}
	return class.Prepare(ctx, k.Class, l, reports, cupboard, swaps)
}

// swaps are what stands in for paints of a lesson that carry warnings.
func (r Room) swaps(ctx context.Context, l *lesson.Lesson) ([]hazard.StandIn, error) {
	return Judged(ctx, r.Desk, l, "swaps", func(ctx context.Context, out *[]hazard.StandIn) (err error) {
		*out, err = hazard.Swaps(ctx, l)
		return err
	})
}

// Savings are what would cost less than paints that a class uses.
func (r Room) Savings(ctx context.Context, l *lesson.Lesson, p *class.Prep) ([]class.Saving, error) {
	cupboard, _, err := r.Kept.Cupboard(ctx)
	if err != nil {
		return nil, err
	}
	asked, err := json.Marshal([]any{cupboard.Paints, p.Squeezes})
	if err != nil {
		return nil, err
	}
	return Judged(ctx, r.Desk, l, fmt.Sprintf("savings-%x", sha256.Sum256(asked)), func(ctx context.Context, out *[]class.Saving) (err error) {
		*out, err = class.Savings(ctx, l, p, cupboard)
		return err
	})
}

// WriteCalendar writes a class and what is done for it as a calendar; all classes of the
// studio, without what is done for them, when no class is named.
func (r Room) WriteCalendar(ctx context.Context, out io.Writer, id string) error {
	var entries []calendar.Entry
	name := "Classes"
	if id == "" {
		all, err := r.Kept.Classes(ctx)
		if err != nil {
			return err
		}
		for _, k := range all {
			entries = append(entries, calendar.Entry{ID: k.ID, Version: k.Version, Changed: k.Changed, Class: k.Class})
		}
		return calendar.Write(out, name, entries)
	}
	k, err := r.Kept.Class(ctx, id)
	if err != nil {
		return err
	}
	rev, l, err := r.At(ctx, k.Lesson, k.Revision)
	if err != nil {
		return err
	}
	reports, err := r.Reports(ctx, rev, l)
	if err != nil {
		return err
	}
	p, err := r.Prepare(ctx, k, l, reports)
	if err != nil {
		return err
	}
	return calendar.Write(out, k.Class.Title, []calendar.Entry{{ID: k.ID, Version: k.Version, Changed: k.Changed, Class: k.Class, Tasks: p.Setup.Tasks}})
}
