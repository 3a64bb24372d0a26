package calendar

import (
	"fmt"
	"io"
	"strings"
	"time"

	ics "github.com/arran4/golang-ical"

	"proxenos/core/canvas"
)

// A Drying is a canvas, its name among others.
type Drying struct {
	ID      string
	Version int
	Changed time.Time
	Canvas  canvas.Canvas
}

// WriteCanvases writes what is ahead of canvases as one calendar, a whole day each.
func WriteCanvases(out io.Writer, name string, list []Drying) error {
	c := ics.NewCalendar()
	c.SetProductId("-//Proxenos//Canvases//EN")
	c.SetName(name)
	c.SetXWRCalName(name)
	for _, d := range list {
		for i, due := range d.Canvas.Forecast() {
			on, err := time.Parse(time.DateOnly, due.On)
			if err != nil || due.Done {
				continue
			}
			event := c.AddEvent(fmt.Sprintf("%s-%d@proxenos", d.ID, i))
			event.SetDtStampTime(d.Changed)
			event.SetSequence(d.Version)
			event.SetAllDayStartAt(on)
			event.SetAllDayEndAt(on.AddDate(0, 0, 1))
			event.SetSummary(strings.TrimSuffix(fmt.Sprintf("%s: %s, %s", due.Name, d.Canvas.Title, d.Canvas.By), ", "))
			event.SetDescription(due.Says)
		}
	}
	return c.SerializeTo(out, ics.WithNewLineWindows)
}
