// Package canvas keeps real pictures with their days: painted, looked at, dry to the touch,
// corrected, framed, varnished. When each may be done follows from what lies on the simulated
// canvas of the lesson: the thickest paint, its mediums and paints, and how warm the place is.
//
// Times are days at the place where the canvas dries, thickness is µm. The figures are working
// figures: what the maker of a medium or a varnish says comes first, and the touch decides.
package canvas

import (
	"errors"
	"fmt"
	"math"
	"slices"
	"time"

	"proxenos/core/film"
	"proxenos/core/lesson"
)

// A Canvas is a real picture.
type Canvas struct {
	Title       string  `json:"title" minLength:"1" maxLength:"120"`
	By          string  `json:"by" maxLength:"60" doc:"who painted it"`
	Painted     string  `json:"painted" format:"date" doc:"the day, as 2026-05-31"`
	Touch       float64 `json:"touch" minimum:"0" maximum:"3650" doc:"days until it is dry to the touch at 20 °C, from the rehearsal; 0 where nothing is known"`
	Thick       float64 `json:"thick" minimum:"0" maximum:"5000" doc:"µm of the thick places, from the rehearsal"`
	Temperature float64 `json:"temperature" minimum:"0" maximum:"45" doc:"°C where it dries"`
	Photo       string  `json:"photo,omitempty" maxLength:"64" doc:"hash of a photograph of it"`
	Notes       string  `json:"notes,omitempty" maxLength:"2000"`
	Days        []Day   `json:"days" maxItems:"100" doc:"what was done with it, by day"`
	Looks       []Look  `json:"looks,omitempty" maxItems:"60" doc:"what was seen in photographs of it, by day"`
}

// A Look is what was seen in a photograph of it.
type Look struct {
	On     string   `json:"on" format:"date"`
	Photo  string   `json:"photo" maxLength:"64" doc:"hash of the photograph"`
	Made   string   `json:"made" maxLength:"40" doc:"names all that was seen, and its pictures"`
	Before float64  `json:"before" doc:"ΔE00 from the plan, as it is seen from 2.5 m; 0 without a plan"`
	After  float64  `json:"after" doc:"the same with all of it mended"`
	Stop   bool     `json:"stop" doc:"whether nothing is left to mend"`
	Faults []Faulty `json:"faults" maxItems:"20" doc:"what to mend, in order"`
}

// A Faulty is something to mend.
type Faulty struct {
	ID     string  `json:"id" maxLength:"200"`
	Says   string  `json:"says" maxLength:"400"`
	Do     string  `json:"do" maxLength:"1000"`
	Gain   float64 `json:"gain" doc:"ΔE00 that goes away with it"`
	Mended bool    `json:"mended"`
}

// Saw keeps what was seen: of the same photograph it takes the place of what was seen before, and
// what was ticked off stays so. The oldest goes where there are too many. The day counts among those
// on which it was looked at; one before it was painted is the day it was painted, for a class may be
// tried before its day.
func (c *Canvas) Saw(l Look) {
	l.On = max(l.On, c.Painted)
	if len(c.Days) < mostDays && !slices.ContainsFunc(c.Days, func(d Day) bool { return d.On == l.On && d.Deed == Looked }) {
		c.Days = append(slices.Clone(c.Days), Day{On: l.On, Deed: Looked})
	}
	at := slices.IndexFunc(c.Looks, func(o Look) bool { return o.Photo == l.Photo })
	if at < 0 {
		c.Looks = append(slices.Clone(c.Looks), l)
		c.Looks = c.Looks[max(0, len(c.Looks)-mostLooks):]
		return
	}
	c.Looks = slices.Clone(c.Looks)
	for i, f := range l.Faults {
		l.Faults[i].Mended = slices.ContainsFunc(c.Looks[at].Faults, func(o Faulty) bool { return o.ID == f.ID && o.Mended })
	}
	l.On = c.Looks[at].On
	c.Looks[at] = l
}

// A Deed is what is done with a canvas.
type Deed string

// The deeds.
const (
	Looked    Deed = "looked"
	Dry       Deed = "dry"
	Corrected Deed = "corrected"
	Framed    Deed = "framed"
	Varnished Deed = "varnished"
)

// Deeds are all of them.
func Deeds() []Deed { return []Deed{Looked, Dry, Corrected, Framed, Varnished} }

// A Day on which something was done.
type Day struct {
	On   string `json:"on" format:"date"`
	Deed Deed   `json:"deed" enum:"looked,dry,corrected,framed,varnished"`
	Note string `json:"note,omitempty" maxLength:"400"`
}

// Of is a canvas that was painted after a lesson on a day, whose simulated canvas is f.
func Of(title, by, painted string, temperature float64, f *film.Film) Canvas {
	touch, thick := f.DriesAll()
	return Canvas{Title: title, By: by, Painted: painted, Touch: round(touch), Thick: math.Round(thick), Temperature: temperature, Days: []Day{}}
}

// Bounds of letters and days.
const (
	mostTitle  = 120
	mostBy     = 60
	mostNotes  = 2000
	mostNote   = 400
	mostDays   = 100
	mostLooks  = 60
	mostFaults = 20
	mostSays   = 1000
)

// Check says what is wrong with a canvas, the first thing that is, and its cure.
func (c Canvas) Check() error {
	for _, t := range []struct {
		what, text string
		most       int
	}{{"title", c.Title, mostTitle}, {"by", c.By, mostBy}, {"notes", c.Notes, mostNotes}} {
		if err := written(t.what, t.text, t.most); err != nil {
			return err
		}
	}
	switch {
	case c.Title == "":
		return errors.New("title is empty: give the picture a name")
	case !(c.Touch >= 0 && c.Touch <= 3650):
		return fmt.Errorf("touch is %g: give 0 to 3650 days", c.Touch)
	case !(c.Temperature >= 0 && c.Temperature <= 45):
		return fmt.Errorf("temperature is %g: give 0 to 45 °C", c.Temperature)
	case len(c.Days) > mostDays:
		return fmt.Errorf("%d days: give %d at most", len(c.Days), mostDays)
	}
	painted, err := day(c.Painted)
	if err != nil {
		return fmt.Errorf("painted: %w", err)
	}
	for i, d := range c.Days {
		on, err := day(d.On)
		switch {
		case err != nil:
			return fmt.Errorf("days[%d]: %w", i, err)
		case on.Before(painted):
			return fmt.Errorf("days[%d] is %s, before it was painted: give a later one", i, d.On)
		case !slices.Contains(Deeds(), d.Deed):
			return fmt.Errorf("days[%d].deed is %q: use one of %v", i, d.Deed, Deeds())
		}
		if err := written(fmt.Sprintf("days[%d].note", i), d.Note, mostNote); err != nil {
			return err
		}
	}
	return c.checkLooks()
}

// checkLooks says what is wrong with what was seen of it.
func (c Canvas) checkLooks() error {
	if len(c.Looks) > mostLooks {
		return fmt.Errorf("%d looks: give %d at most", len(c.Looks), mostLooks)
	}
	for i, l := range c.Looks {
		if _, err := day(l.On); err != nil {
			return fmt.Errorf("looks[%d]: %w", i, err)
		}
		if len(l.Faults) > mostFaults {
			return fmt.Errorf("looks[%d] has %d faults: give %d at most", i, len(l.Faults), mostFaults)
		}
		for k, f := range l.Faults {
			for what, text := range map[string]string{"id": f.ID, "says": f.Says, "do": f.Do} {
				if err := written(fmt.Sprintf("looks[%d].faults[%d].%s", i, k, what), text, mostSays); err != nil {
					return err
				}
			}
		}
	}
	return nil
}

// written says what is wrong with a text.
func written(what, text string, most int) error {
	switch {
	case !lesson.Readable(text):
		return fmt.Errorf("%s has signs in it that cannot be shown: take them out", what)
	case len([]rune(text)) > most:
		return fmt.Errorf("%s has over %d letters: make it shorter", what, most)
	}
	return nil
}

// day reads a day.
func day(text string) (time.Time, error) {
	at, err := time.Parse(time.DateOnly, text)
	if err != nil || at.Year() < 1900 || at.Year() > 2200 {
		return at, fmt.Errorf("%q is not a day: give one as 2026-05-31", text)
	}
	return at, nil
}

// Working figures.
const (
	usualTouch   = 8.0  // days, where nothing is known
	lookAfter    = 1    // day
	throughTimes = 12.0 // how many times as long it takes until it is dry through
	throughLeast = 60.0 // days
	varnishLeast = 6    // months
)

// TouchDry is what a canvas is called from when on it may be corrected.
const TouchDry = "dry to the touch"

// A Due is something that may be done from a day on.
type Due struct {
	On   string `json:"on" format:"date"`
	Name string `json:"name"`
	Says string `json:"says"`
	Done bool   `json:"done"`
}

// Forecast is what is ahead of a canvas, in order: when to look again, when it is dry to the
// touch and may be corrected, when it may be framed, when it is dry through and may be varnished.
func (c Canvas) Forecast() []Due {
	painted, err := day(c.Painted)
	if err != nil {
		return []Due{}
	}
	touch := c.Touch
	if touch == 0 {
		touch = usualTouch
	}
	touch /= film.Warmth(c.Temperature)
	through := max(throughLeast, throughTimes*touch)
	// What is corrected is wet again: it counts from the last time.
	wet := painted
	for _, d := range c.Days {
		if on, err := day(d.On); err == nil && d.Deed == Corrected && on.After(wet) {
			wet = on
		}
	}
	dry := wet.AddDate(0, 0, int(math.Ceil(touch)))
	varnish := wet.AddDate(0, varnishLeast, 0)
	if full := wet.AddDate(0, 0, int(math.Ceil(through))); full.After(varnish) {
		varnish = full
	}
	due := func(on time.Time, name, says string, deed Deed) Due {
		return Due{on.Format(time.DateOnly), name, says, c.has(deed, wet)}
	}
	return []Due{
		due(painted.AddDate(0, 0, lookAfter), "look at it again", "With fresh eyes, from two metres, upside down and in a mirror.", Looked),
		due(dry, TouchDry, fmt.Sprintf("About %.0f days at %g °C: try a corner with a clean finger first. Then it may be corrected, or glazed.", math.Ceil(touch), c.Temperature), Dry),
		due(dry.AddDate(0, 0, int(math.Ceil(touch))), "frame it", "Dry enough for a frame that does not touch the paint.", Framed),
		due(varnish, "varnish it", "Not before six months, and not before a touch test with a cloth stays clean; what the maker of the varnish says comes first. Air the room.", Varnished),
	}
}

// has reports whether a deed was done since a day.
func (c Canvas) has(deed Deed, since time.Time) bool {
	return slices.ContainsFunc(c.Days, func(d Day) bool {
		on, err := day(d.On)
		return err == nil && d.Deed == deed && !on.Before(since)
	})
}

// Next is what is due next; nothing when all is done.
func (c Canvas) Next() (Due, bool) {
	for _, d := range c.Forecast() {
		if !d.Done {
			return d, true
		}
	}
	return Due{}, false
}

func round(v float64) float64 { return math.Round(10*v) / 10 }
