package api_test

import (
	"bytes"
	"encoding/json"
	"math"
	"slices"
	"strings"
	"testing"

	ics "github.com/arran4/golang-ical"

	"proxenos/core/class"
	"proxenos/core/lesson"
	"proxenos/core/paint"
	"proxenos/core/supply"
	"proxenos/export/paper"
	"proxenos/web/api"
)

func TestAClassKeepsItsRevisionAndIsWorkedOut(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	const classes = "/api/studios/room/classes"
	made := read[api.OnDay](t, s.ask("POST", classes, edit{"lesson": saved.ID, "people": 12, "begins": "2027-10-30T23:30", "zone": "CET", "minutes": 240}), 201)
	if made.Revision != 1 || made.Newest != 1 || made.Version != 1 || made.Begins != "2027-10-30T23:30" || made.Class.People.All() != 12 || made.Taught.Title != saved.Lesson.Title {
		t.Fatalf("%+v", made)
	}
	at := classes + "/" + made.ID
	// The lesson goes on; the class does not, until it is told to.
	read[api.Edited](t, s.ask("POST", "/api/studios/room/lessons/"+saved.ID+"/edits", edit{"from": 1, "edit": lesson.AnyEdit{Edit: lesson.SetMinutes{Step: "sky", Minutes: 9}}}), 200)
	if got := read[api.OnDay](t, s.ask("GET", at, nil), 200); got.Revision != 1 || got.Newest != 2 || got.Taught.Revision != 1 {
		t.Errorf("after an edit of the lesson: %+v", got)
	}
	prep := *read[api.Prepared](t, s.ask("GET", at+"/prep", nil), 200).Prep
	white := func(p class.Prep) class.Needed {
		for _, l := range p.Lines {
			if l.Item == "PW6" {
				return l
			}
		}
		t.Fatal("there is no white")
		return class.Needed{}
	}
	if prep.Sets != 14.2 || white(prep).Short != white(prep).Need {
		t.Errorf("%g sets, white %+v", prep.Sets, white(prep))
	}
	c := made.Class
	c.People, c.Notes = class.People{First: 4, Some: 2}, "tea at eight"
	changed := read[api.OnDay](t, s.ask("PUT", at, edit{"from": 1, "revision": 2, "class": c}), 200)
	if changed.Version != 2 || changed.Revision != 2 || changed.Taught.Revision != 2 {
		t.Errorf("%+v", changed)
	}
	if after := *read[api.Prepared](t, s.ask("GET", at+"/prep", nil), 200).Prep; after.Sets != 7.6 || white(after).Need >= white(prep).Need {
		t.Errorf("for six: %g sets, white %+v", after.Sets, white(after))
	}
	// What is bought is not bought again.
	stock := supply.Cupboard{People: 1, Currency: "€", Paints: []supply.Stock{{Paint: "PW6", Ml: 5000, Sold: []supply.Pack{{Amount: 37, Price: 520}}}}, Tools: []supply.Rack{}}
	read[api.Stocked](t, s.ask("PUT", "/api/studios/room/lessons/"+saved.ID+"/cupboard", edit{"from": 0, "cupboard": stock}), 200)
	if after := *read[api.Prepared](t, s.ask("GET", at+"/prep", nil), 200).Prep; white(after).Short != 0 || white(after).Used == 0 || after.Cost.Currency != "€" {
		t.Errorf("with white in the cupboard: %+v", white(after))
	}
	// Who has not seen the last change is told.
	if r := s.ask("PUT", at, edit{"from": 1, "revision": 2, "class": c}); r.StatusCode != 409 || !bytes.Contains(r.body, []byte("class is at revision 2")) {
		t.Errorf("from an old version: %d %s", r.StatusCode, r.body)
	}
	// The cupboard goes out and comes in as a table, with its prices, whatever is taught.
	table := s.ask("GET", "/api/studios/room/cupboard.csv", nil)
	if !bytes.Contains(table.body, []byte("37@5.20")) {
		t.Errorf("%s", table.body)
	}
	if got := read[api.Stores](t, s.ask("POST", "/api/studios/room/cupboard.csv?from=1", table.body), 200); got.Version != 2 || got.Cupboard.Paints[0].Sold[0].Price != 520 {
		t.Errorf("%+v", got)
	}
	got := read[api.Stores](t, s.ask("GET", "/api/studios/room/cupboard", nil), 200)
	// Curves that were measured of the studio's tube are kept with it, and a table, which has none, leaves them.
	blue, _ := paint.Find("PW6")
	mass := paint.Box{}.Swatch(blue, 0)
	got.Cupboard.Paints[0].Measured = &lesson.Measured{Paint: "PW6", Masstone: mass[:], Tint: []float64{}, Source: "the studio's tube"}
	got = read[api.Stores](t, s.ask("PUT", "/api/studios/room/cupboard", edit{"from": 2, "cupboard": got.Cupboard}), 200)
	table = s.ask("GET", "/api/studios/room/cupboard.csv", nil)
	got = read[api.Stores](t, s.ask("POST", "/api/studios/room/cupboard.csv?from=3", table.body), 200)
	if m := got.Cupboard.Paints[0].Measured; m == nil || m.Source != "the studio's tube" || len(m.Masstone) != len(mass) {
		t.Errorf("after a table the curves are %+v", m)
	}
	wrong := *got.Cupboard.Paints[0].Measured
	wrong.Paint = "PB29"
	got.Cupboard.Paints[0].Measured = &wrong
	if r := s.ask("PUT", "/api/studios/room/cupboard", edit{"from": 4, "cupboard": got.Cupboard}); r.StatusCode != 422 || !bytes.Contains(r.body, []byte("the curves of")) {
		t.Errorf("the curves of another paint: %d %s", r.StatusCode, r.body)
	}
	got.Cupboard.Paints[0].Measured = nil
	got.Cupboard.Currency = "far too long for a currency"
	if r := s.ask("PUT", "/api/studios/room/cupboard", edit{"from": 4, "cupboard": got.Cupboard}); r.StatusCode != 422 {
		t.Errorf("%d %s", r.StatusCode, r.body)
	}
	c.State = class.CalledOff
	read[api.OnDay](t, s.ask("PUT", at, edit{"from": 2, "revision": 2, "class": c}), 200)
	again := read[api.OnDay](t, s.ask("POST", at+"/copies", edit{"begins": "2028-01-15T18:00"}), 201)
	if again.Class.State != class.Planned || again.Class.Notes != c.Notes || again.ID == made.ID || again.Revision != 2 {
		t.Errorf("copied for the next term: %+v", again)
	}
	list := read[[]api.OnDay](t, s.ask("GET", classes, nil), 200)
	if len(list) != 2 || list[0].ID != made.ID || list[1].ID != again.ID {
		t.Errorf("by day: %+v", list)
	}
	for address, events := range map[string]int{at + "/calendar": 1, classes + "/" + again.ID + "/calendar": 8, "/api/studios/room/calendar": 2} {
		r := s.ask("GET", address, nil)
		got, err := ics.ParseCalendar(bytes.NewReader(r.body))
		if err != nil || len(got.Events()) < events || !strings.HasPrefix(r.Header.Get("Content-Type"), "text/calendar") {
			t.Errorf("%s: %d events, %v", address, len(got.Events()), err)
		}
	}
}

// A lesson is copied under a name of its own, put away and brought back; a class of it goes on.
func TestALessonIsCopiedAndPutAway(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	const lessons = "/api/studios/room/lessons"
	first := read[api.Saved](t, s.ask("POST", lessons+"/"+saved.ID+"/copies", nil), 201)
	second := read[api.Saved](t, s.ask("POST", lessons+"/"+first.ID+"/copies", nil), 201)
	third := read[api.Saved](t, s.ask("POST", lessons+"/"+second.ID+"/copies", nil), 201)
	for i, want := range []string{", copy", ", copy 2", ", copy 3"} {
		got := []api.Saved{first, second, third}[i]
		if got.Lesson.Title != saved.Lesson.Title+want || got.ID == saved.ID || got.Frames != saved.Frames {
			t.Errorf("copy %d is %q, %s", i+1, got.Lesson.Title, got.Frames)
		}
	}
	class := read[api.OnDay](t, s.ask("POST", "/api/studios/room/classes", edit{"lesson": saved.ID, "people": 3, "begins": "2027-03-04T18:00", "minutes": 60}), 201)
	titles := func(query string) (out []string) {
		for _, l := range read[[]api.OnShelf](t, s.ask("GET", lessons+query, nil), 200) {
			out = append(out, l.Title)
		}
		return out
	}
	if len(titles("")) != 4 || len(titles("?place=away")) != 0 {
		t.Errorf("on the shelf %q, away %q", titles(""), titles("?place=away"))
	}
	for range 2 { // twice is once
		read[api.Placed](t, s.ask("PUT", lessons+"/"+saved.ID+"/place", edit{"place": "away"}), 200)
	}
	if got := titles("?place=away"); len(titles("")) != 3 || len(got) != 1 || got[0] != saved.Lesson.Title {
		t.Errorf("on the shelf %q, away %q", titles(""), got)
	}
	if got := read[api.OnDay](t, s.ask("GET", "/api/studios/room/classes/"+class.ID, nil), 200); got.Taught.Title != saved.Lesson.Title {
		t.Errorf("its class teaches %q", got.Taught.Title)
	}
	read[api.Saved](t, s.ask("GET", lessons+"/"+saved.ID, nil), 200)
	read[api.Placed](t, s.ask("PUT", lessons+"/"+saved.ID+"/place", edit{"place": "shelf"}), 200)
	if got := titles(""); len(got) != 4 || got[0] != saved.Lesson.Title {
		t.Errorf("brought back: %q", got)
	}
	renamed := read[api.Edited](t, s.ask("POST", lessons+"/"+saved.ID+"/edits", edit{"from": 1, "edit": edit{"edit": "title", "title": "Spring ridge", "about": "new"}}), 200)
	if renamed.Lesson.Title != "Spring ridge" || renamed.Said != "call it “Spring ridge”" || renamed.Frames != saved.Frames || titles("")[0] != "Spring ridge" {
		t.Errorf("%q, %q", renamed.Lesson.Title, renamed.Said)
	}
	for _, title := range []string{"", strings.Repeat("x", 121)} {
		if r := s.ask("POST", lessons+"/"+saved.ID+"/edits", edit{"from": 2, "edit": edit{"edit": "title", "title": title, "about": ""}}); r.StatusCode != 422 {
			t.Errorf("called %q: %d", title, r.StatusCode)
		}
	}
	for _, r := range []reply{s.ask("POST", lessons+"/nothing/copies", nil), s.ask("PUT", lessons+"/nothing/place", edit{"place": "away"})} {
		if r.StatusCode != 404 {
			t.Errorf("a lesson that is not there: %d", r.StatusCode)
		}
	}
}

// What a class used up is booked out once, may be put back, and what is left is what the
// classes ahead are held against.
func TestAClassIsBookedOutAndTheNextOnesAreOrderedFor(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	const classes = "/api/studios/room/classes"
	plan := func(day string) api.OnDay {
		return read[api.OnDay](t, s.ask("POST", classes, edit{"lesson": saved.ID, "people": 8, "begins": day, "minutes": 60}), 201)
	}
	past := plan("2025-03-04T18:00")
	stock := supply.Cupboard{People: 1, Currency: "€", Paints: []supply.Stock{{Paint: "PW6", Ml: 60, Sold: []supply.Pack{{Amount: 37, Price: 520}}}}, Tools: []supply.Rack{}}
	read[api.Stores](t, s.ask("PUT", "/api/studios/room/cupboard", edit{"from": 0, "cupboard": stock}), 200)
	white := func() float64 {
		return read[api.Stores](t, s.ask("GET", "/api/studios/room/cupboard", nil), 200).Cupboard.Paints[0].Ml
	}
	at := classes + "/" + past.ID + "/booking"
	if r := s.ask("DELETE", at, nil); r.StatusCode != 422 {
		t.Errorf("put back before it was taken: %d", r.StatusCode)
	}
	booked := read[api.OnDay](t, s.ask("POST", at, nil), 200)
	took := booked.Class.Booked.Taken
	if booked.Class.State != class.Ended || len(took) != 1 || took[0].Item != "PW6" || math.Abs(60-took[0].Much-white()) > 0.01 {
		t.Errorf("%+v, and there are %g ml", booked.Class.Booked, white())
	}
	if r := s.ask("POST", at, nil); r.StatusCode != 422 || !bytes.Contains(r.body, []byte("already")) {
		t.Errorf("booked twice: %d %s", r.StatusCode, r.body)
	}
	// Whoever keeps the class does not undo it by the way.
	c := booked.Class
	c.Booked, c.Notes = nil, "a good evening"
	if kept := read[api.OnDay](t, s.ask("PUT", classes+"/"+past.ID, edit{"from": 2, "revision": 1, "class": c}), 200); kept.Class.Booked == nil {
		t.Error("a note has lost the booking")
	}
	left := white()
	if back := read[api.OnDay](t, s.ask("DELETE", at, nil), 200); back.Class.Booked != nil || white() != 60 {
		t.Errorf("put back: %+v, %g ml", back.Class.Booked, white())
	}
	read[api.OnDay](t, s.ask("POST", at, nil), 200)
	if white() != left {
		t.Errorf("booked anew: %g ml, %g before", white(), left)
	}
	if again := read[api.OnDay](t, s.ask("POST", classes+"/"+past.ID+"/copies", edit{"begins": "2090-01-15T18:00"}), 201); again.Class.Booked != nil {
		t.Error("the next class is booked out already")
	}
	for range 12 {
		plan("2091-03-04T18:00")
	}
	order := read[api.Ordering](t, s.ask("GET", "/api/studios/room/reorder", nil), 200)
	i := slices.IndexFunc(order.Lines, func(l class.Reorder) bool { return l.Name == "Titanium white" })
	if order.Classes != 13 || order.Painted != 13 || i < 0 {
		t.Fatalf("%+v", order)
	}
	want := 13*took[0].Much - left
	if l := order.Lines[i]; math.Abs(l.Short-want) > 0.2 || l.Basket == nil || l.Basket.Amount < int(want) || order.Bought < l.Basket.Price {
		t.Errorf("%+v, not %g", l, want)
	}
	// One that is booked out by mistake is ahead again once that is put back.
	early := classes + "/" + plan("2091-05-04T18:00").ID
	read[api.OnDay](t, s.ask("POST", early+"/booking", nil), 200)
	if n := read[api.Ordering](t, s.ask("GET", "/api/studios/room/reorder", nil), 200).Classes; n != 13 {
		t.Errorf("%d classes are ahead while one is booked out", n)
	}
	if back := read[api.OnDay](t, s.ask("DELETE", early+"/booking", nil), 200); back.Class.State != class.Planned {
		t.Errorf("put back it is %s", back.Class.State)
	}
	if n := read[api.Ordering](t, s.ask("GET", "/api/studios/room/reorder", nil), 200).Classes; n != 14 {
		t.Errorf("%d classes are ahead once it is put back", n)
	}
	called := read[api.OnDay](t, s.ask("GET", classes+"/"+plan("2092-01-01T10:00").ID, nil), 200)
	c = called.Class
	c.State = class.CalledOff
	read[api.OnDay](t, s.ask("PUT", classes+"/"+called.ID, edit{"from": 1, "revision": 1, "class": c}), 200)
	if r := s.ask("POST", classes+"/"+called.ID+"/booking", nil); r.StatusCode != 422 {
		t.Errorf("a class that was called off is booked out: %d", r.StatusCode)
	}
	if again := read[api.Ordering](t, s.ask("GET", "/api/studios/room/reorder", nil), 200); again.Classes != 14 {
		t.Errorf("%d classes are ahead", again.Classes)
	}
}

// Handouts are made by a job, once for a class as it stands, and are there for its studio.
func TestHandoutsAreMadeOnce(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	const classes = "/api/studios/room/classes/"
	made := read[api.OnDay](t, s.ask("POST", strings.TrimSuffix(classes, "/"), edit{"lesson": saved.ID, "people": 4, "begins": "2027-10-30T21:30", "minutes": 60}), 201)
	ask := func(order edit) edit {
		return edit{"kind": "print", "lesson": saved.ID, "from": 1, "class": made.ID, "print": order}
	}
	first := s.does(ask(edit{"paper": "letter"}))
	if first.Came == nil || first.Came.Printed == nil {
		t.Fatalf("%+v", first)
	}
	pack := *first.Came.Printed
	r := s.ask("GET", classes+made.ID+"/handouts/"+pack.Made, nil)
	if r.StatusCode != 200 || r.Header.Get("Content-Type") != "application/pdf" || len(r.body) != pack.Bytes || paper.Count(r.body) != pack.Pages || pack.Pages < 12 {
		t.Errorf("%d, %s, %d bytes of %+v", r.StatusCode, r.Header.Get("Content-Type"), len(r.body), pack)
	}
	if !strings.Contains(r.Header.Get("Content-Disposition"), "a-ridge-behind-trees-pack.pdf") || pack.Name != "a-ridge-behind-trees-pack.pdf" {
		t.Errorf("%s, %s", pack.Name, r.Header.Get("Content-Disposition"))
	}
	if again := s.does(ask(edit{"paper": "letter"})); *again.Came.Printed != pack {
		t.Errorf("asked again: %+v", again.Came.Printed)
	}
	cards := s.does(ask(edit{"kinds": []string{"cards"}, "large": true})).Came.Printed
	if cards.Made == pack.Made || cards.Name != "a-ridge-behind-trees-cards.pdf" {
		t.Errorf("%+v", cards)
	}
	if r := s.ask("GET", classes+made.ID+"/handouts/"+cards.Made, nil); !strings.Contains(r.Header.Get("Content-Disposition"), cards.Name) {
		t.Errorf("opened, %s is called %s", cards.Name, r.Header.Get("Content-Disposition"))
	}
	// Another class of people is another pack.
	c := made.Class
	c.Title, c.People = "山と木", class.People{First: 9}
	read[api.OnDay](t, s.ask("PUT", classes+made.ID, edit{"from": 1, "revision": 1, "class": c}), 200)
	if other := s.does(ask(edit{"paper": "letter"})); other.Came.Printed.Made == pack.Made || other.Came.Printed.Name != "class-pack.pdf" {
		t.Errorf("%+v", other.Came.Printed)
	}
	for says, body := range map[string]edit{
		"use a4 or letter":   ask(edit{"paper": "a0"}),
		"is not known":       ask(edit{"kinds": []string{"banner"}}),
		"revision 1 of":      {"kind": "print", "lesson": s.lesson().ID, "from": 1, "class": made.ID, "print": edit{}},
		"for the class pack": {"kind": "print", "lesson": saved.ID, "from": 1, "class": made.ID},
	} {
		if r := s.ask("POST", "/api/studios/room/jobs", body); r.StatusCode != 422 || !bytes.Contains(r.body, []byte(says)) {
			t.Errorf("%v: %d %s", body, r.StatusCode, r.body)
		}
	}
	for _, address := range []string{"nobody/handouts/" + pack.Made, made.ID + "/handouts/0123456789abcdef-pack"} {
		if r := s.ask("GET", classes+address, nil); r.StatusCode != 404 {
			t.Errorf("%s: %d", address, r.StatusCode)
		}
	}
}

func TestWhatNoClassIsIsRefusedPlainly(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	const classes = "/api/studios/room/classes"
	ask := func(changes edit) edit {
		out := edit{"lesson": saved.ID, "people": 12, "begins": "2027-10-30T21:30", "minutes": 240}
		for k, v := range changes {
			out[k] = v
		}
		return out
	}
	for says, body := range map[string]edit{
		"people":            ask(edit{"people": 0}),
		"body.people":       ask(edit{"people": 201}),
		"minutes":           ask(edit{"minutes": 5}),
		"is not known":      ask(edit{"zone": "Nowhere/At all"}),
		"in the year":       ask(edit{"begins": "0001-01-01T00:00"}),
		"give day and time": ask(edit{"begins": "thursday"}),
		"unexpected":        ask(edit{"colour": "blue"}),
	} {
		if r := s.ask("POST", classes, body); r.StatusCode != 422 && r.StatusCode != 400 || !bytes.Contains(r.body, []byte(says)) {
			t.Errorf("%s: %d %s", says, r.StatusCode, r.body)
		}
	}
	if r := s.ask("POST", classes, ask(edit{"lesson": "nothing"})); r.StatusCode != 404 {
		t.Errorf("of no lesson: %d", r.StatusCode)
	}
	made := read[api.OnDay](t, s.ask("POST", classes, ask(edit{"people": 200})), 201)
	c := made.Class
	c.Title = "Сад 茶\x07"
	if r := s.ask("PUT", classes+"/"+made.ID, edit{"from": 1, "revision": 1, "class": c}); r.StatusCode != 422 {
		t.Errorf("a title with a bell in it: %d", r.StatusCode)
	}
	c.Title = "Сад 茶 ñ"
	if r := s.ask("PUT", classes+"/"+made.ID, edit{"from": 1, "revision": 9, "class": c}); r.StatusCode != 404 {
		t.Errorf("of a revision that there is not: %d", r.StatusCode)
	}
	// The same change sent again is one change.
	body, err := json.Marshal(edit{"from": 1, "revision": 1, "class": c})
	if err != nil {
		t.Fatal(err)
	}
	header := map[string]string{"Content-Type": "application/json", "Idempotency-Key": "the-same"}
	for range 2 {
		if r := s.send("PUT", classes+"/"+made.ID, body, header); r.StatusCode != 200 {
			t.Errorf("sent twice: %d", r.StatusCode)
		}
	}
	if got := read[api.OnDay](t, s.ask("GET", classes+"/"+made.ID, nil), 200); got.Version != 2 || got.Class.Title != c.Title {
		t.Errorf("version %d, %q", got.Version, got.Class.Title)
	}
}
