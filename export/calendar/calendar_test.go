package calendar_test

import (
	"bytes"
	"strings"
	"testing"
	"time"

	ics "github.com/arran4/golang-ical"

	"proxenos/core/class"
	"proxenos/export/calendar"
)

func TestACalendarIsReadAgain(t *testing.T) {
	c := class.Usual("Сад; вечер, 茶 \\ "+strings.Repeat("long ", 40), 12, time.Date(2027, 10, 30, 22, 30, 0, 0, time.UTC), 240)
	c.Zone, c.Place, c.Notes = "CET", "Room 2,\nQuillmere", "Bring aprons;\ntea after"
	off := class.Usual("Called off", 3, c.Start.AddDate(0, 0, 7), 90)
	off.State = class.CalledOff
	tasks := []class.Task{{Name: "Lay the room", About: "Easels", Begin: c.Begins().Add(-time.Hour), Minutes: 28}, {Name: "The class", Begin: c.Begins(), Minutes: 240}, {Name: "Varnish", Begin: c.Begins().AddDate(0, 6, 0)}}
	var b bytes.Buffer
	if err := calendar.Write(&b, "Quillmere", []calendar.Entry{{"one", 3, c.Start, c, tasks}, {"two", 1, c.Start, off, tasks}}); err != nil {
		t.Fatal(err)
	}
	for _, line := range strings.Split(b.String(), "\r\n") {
		if len(line) > 75 {
			t.Errorf("a line of %d bytes: %s", len(line), line)
		}
	}
	got, err := ics.ParseCalendar(&b)
	if err != nil || len(got.Events()) != 4 { // the class, two tasks, and the one that is called off
		t.Fatalf("%d events, %v", len(got.Events()), err)
	}
	first := got.Events()[0]
	begin, _ := first.GetStartAt()
	end, _ := first.GetEndAt()
	if !begin.Equal(c.Start) || end.Sub(begin) != 4*time.Hour || first.GetProperty(ics.ComponentPropertySummary).Value != c.Title || first.GetProperty(ics.ComponentPropertyLocation).Value != c.Place {
		t.Errorf("%v to %v: %q at %q", begin, end, first.GetProperty(ics.ComponentPropertySummary).Value, first.GetProperty(ics.ComponentPropertyLocation).Value)
	}
	if s := got.Events()[3].GetProperty(ics.ComponentPropertyStatus).Value; s != "CANCELLED" {
		t.Errorf("called off: %s", s)
	}
	var uids []string
	for _, e := range got.Events() {
		uids = append(uids, e.Id())
	}
	if s := strings.Join(uids, " "); s != "one@proxenos one-0@proxenos one-2@proxenos two@proxenos" {
		t.Error(s)
	}
}
