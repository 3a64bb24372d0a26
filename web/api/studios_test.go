package api_test

import (
	"encoding/json"
	"fmt"
	"net/url"
	"slices"
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
	"proxenos/core/starter"
	"proxenos/store"
	"proxenos/web/api"
)

// ofNobody are the operations of a studio whose address and body name nothing but the studio.
var ofNobody = []string{"habits", "keepHabits", "deletedClasses", "shelf", "createLesson", "begin", "events", "classes", "calendar", "stores", "putStores", "storesTable", "takeStores", "reorder", "canvases", "dryingCalendar"}

// Every operation of a studio is tried with ids of things that are in it, and answers, and
// next door with the same ids, where there is no such thing.
func TestNothingIsFoundFromAnotherStudio(t *testing.T) {
	s := start(t)
	if err := s.store.PutStudio(t.Context(), store.Studio{ID: "next", Name: "Next door"}); err != nil {
		t.Fatal(err)
	}
	// A lesson after a photograph, painted, with a taught session and a job that was done.
	saved := s.lesson()
	at := "/api/studios/room/lessons/" + saved.ID
	photo := read[api.TakenIn](t, s.ask("POST", at+"/photos", madeUp(t)), 201)
	saved = read[api.Edited](t, s.ask("POST", at+"/edits", edit{"from": 1, "edit": edit{"edit": "reference", "reference": edit{"photo": photo.Hash, "across": 0.5, "down": 0, "size": 1}}}), 200).Saved
	run := read[api.Ran](t, s.ask("POST", at+"/runs", edit{"taught": "2026-03-01", "note": "", "took": []edit{{"step": "sky", "minutes": 7}}}), 201).Runs[0]
	job := s.does(edit{"kind": "order", "lesson": saved.ID, "from": 2})
	class := read[api.OnDay](t, s.ask("POST", "/api/studios/room/classes", edit{"lesson": saved.ID, "people": 3, "begins": "2027-03-04T18:00", "minutes": 60}), 201)
	painting := read[api.OnWall](t, s.ask("POST", "/api/studios/room/canvases", edit{"lesson": saved.ID, "by": "Ana"}), 201)
	painting = read[api.OnWall](t, s.ask("POST", "/api/studios/room/canvases/"+painting.ID+"/photos", madeUp(t)), 200)
	printed := s.does(edit{"kind": "print", "lesson": saved.ID, "from": 2, "class": class.ID, "print": edit{"kinds": []string{"score"}}})
	pages := s.does(edit{"kind": "print", "lesson": saved.ID, "from": 2, "print": edit{"kinds": []string{"checks"}}})
	looked := s.does(edit{"kind": "look", "lesson": saved.ID, "from": 2, "canvas": painting.ID, "corners": []float64{10, 10, 200, 10, 200, 150, 10, 150}})
	their := sample.Lesson()
	their.Title, their.Seed = "Their own", 99
	theirs := read[api.Saved](t, s.ask("POST", "/api/studios/next/lessons", lesson.Encode(their)), 201)

	fill := strings.NewReplacer("{id}/handouts/{made}", saved.ID+"/handouts/"+pages.Came.Printed.Made, "{id}", saved.ID, "{hash}", saved.Hash, "{version}", rehearse.Version, "{painting}", saved.Lesson.Painting(),
		"{frame}", "paint-320-1.png", "{place}", "paint-60-60-1.png", "{step}", "sky.png", "{map}", "values-3.png", "{method}", "direct", "{form}", "svg", "{of}", "paints",
		"{run}", run.ID, "{class}", class.ID, "{canvas}", painting.ID, "photo/{hash}", "photo/"+painting.Canvas.Photo, "looks/{made}", "looks/"+looked.Came.Looked.Made, "{picture}", "mend-0", "{made}", printed.Came.Printed.Made, "{job}", job.ID, "{colours}", "4", "{view}", "photo").Replace
	paints, grey := []string{"PW6", "PB29", "PY43"}, edit{"hex": "#888888"}
	part := []edit{{"paint": "PW6", "parts": 3}, {"paint": "PB29", "parts": 1}}
	ask := map[string]any{ // what is sent, or asked in the address
		"arrange": edit{"whose": saved.Hash, "do": "horizon", "y": 60}, "batch": edit{"parts": part, "ml": 5, "whose": saved.Hash},
		"bring": edit{"whose": saved.Hash, "piece": starter.Pieces()[0].ID, "at": 1}, "covers": edit{"whose": saved.Hash, "sizes": []int{3}, "safe": false},
		"gamut": edit{"whose": saved.Hash, "paints": paints}, "relight": edit{"whose": saved.Hash, "light": edit{"from": 300, "height": 30}, "air": "clear", "glitter": false},
		"changePile": edit{"pile": part, "ml": 5, "target": grey, "paints": paints, "whose": saved.Hash}, "mix": edit{"target": grey, "paints": paints, "whose": saved.Hash},
		"scale":  edit{"kind": "string", "target": grey, "near": []any{}, "steps": 5, "warm": 0, "air": "", "depths": []any{}, "paints": paints, "whose": saved.Hash},
		"sketch": edit{"whose": saved.Hash}, "newStep": edit{"at": 1, "technique": "tap", "zone": "sky", "mixtures": []string{"sky"}},
		"draw": []byte(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 150"><path id="a" d="M10 10L60 10L60 60Z"/></svg>`), "takePhoto": madeUp(t),
		"editLesson": edit{"from": 2, "edit": lesson.AnyEdit{Edit: lesson.SetMinutes{Step: "sky", Minutes: 9}}}, "saveLesson": edit{"from": 3, "lesson": saved.Lesson},
		"putCupboard": edit{"from": 0, "cupboard": edit{"people": 2, "paints": []any{}, "tools": []any{}}}, "addRun": edit{"taught": "2026-03-08", "note": "", "took": []edit{{"step": "sky", "minutes": 7}}},
		"planClass": edit{"lesson": saved.ID, "people": 2, "begins": "2027-03-05T18:00", "minutes": 60}, "copyClass": edit{"begins": "2027-03-11T18:00"},
		"placeLesson": edit{"place": "shelf"}, "throwClass": edit{"deleted": false}, "throwCanvas": edit{"deleted": false}, "keepHabits": edit{"name": "Mine", "units": "cm", "paper": "a4", "week": "monday"}, "addCanvas": edit{"lesson": saved.ID}, "putCanvas": edit{"from": 2, "canvas": painting.Canvas}, "photographCanvas": madeUp(t), "happen": edit{"kind": "start"}, "putClass": edit{"from": 1, "revision": 1, "class": class.Class},
		"askJob": edit{"kind": "order", "lesson": saved.ID, "from": 2}, "paints": "?whose=" + saved.Hash, "curves": "?paint=PW6&whose=" + saved.Hash, "differences": "?from=1&to=2", "squared": "?corners=10,10,200,10,200,150,10,150",
	}
	if body := s.ask("GET", at+"/cupboard.csv", nil).body; len(body) > 0 {
		ask["takeCupboard"] = body
	}
	var described struct {
		Paths map[string]map[string]struct{ OperationID string }
	}
	if err := json.Unmarshal(s.ask("GET", "/api/openapi.json", nil).body, &described); err != nil {
		t.Fatal(err)
	}
	tried := 0
	// A lesson is saved last: until then ids are those of the newest content.
	for _, late := range []bool{false, true} {
		for path, operations := range described.Paths {
			for method, o := range operations {
				saves := o.OperationID == "editLesson" || o.OperationID == "saveLesson" || o.OperationID == "removeRun" || o.OperationID == "takeCupboard"
				booking := strings.HasSuffix(path, "/booking") // it changes the cupboard, and is tried below
				if !strings.Contains(path, "{studio}") || saves != late || booking || slices.Contains(ofNobody, o.OperationID) {
					continue
				}
				in := func(studio string) reply {
					address, body := fill(strings.Replace(path, "{studio}", studio, 1)), ask[o.OperationID]
					if o.OperationID == "colour" {
						address = strings.Replace(address, "paint-60-60-1.png", "60-60-1", 1)
					}
					switch b := body.(type) {
					case string:
						address, body = address+b, nil
					case edit:
						if o.OperationID == "putCanvas" { // a photograph may have been put to it before
							now, err := s.store.Room("room").Canvas(t.Context(), painting.ID)
							if err != nil {
								t.Fatal(err)
							}
							b["from"] = now.Version
						}
						if _, made := b["from"].(int); made && saves { // it is made of the newest
							b["from"], _ = s.store.Room("room").HeadNumber(t.Context(), saved.ID)
						}
					}
					if o.OperationID == "takeCupboard" {
						address += "?from=1"
					}
					return s.ask(strings.ToUpper(method), address, body)
				}
				refused := func(when string) {
					if r := in("next"); r.StatusCode != 404 {
						t.Errorf("%s, next door %s: %d %.200s", o.OperationID, when, r.StatusCode, r.body)
					}
				}
				refused("before it was made")
				r := in("room")
				if r.StatusCode >= 300 {
					t.Errorf("%s: %d %.200s", o.OperationID, r.StatusCode, r.body)
				}
				refused("after it was made")
				tried++
			}
		}
	}
	t.Logf("%d operations are tried", tried)
	// What is named beside the address: a lesson to bring steps from, a content, a photograph.
	for what, r := range map[string]reply{
		"another's class booked out": s.ask("POST", "/api/studios/next/classes/"+class.ID+"/booking", nil),
		"another's class put back":   s.ask("DELETE", "/api/studios/next/classes/"+class.ID+"/booking", nil),
		"steps of another's lesson":  s.ask("POST", "/api/studios/next/brought", edit{"whose": theirs.Hash, "from": saved.ID, "steps": []string{"sky"}, "at": 1}),
		"another's photograph": func() reply {
			r := s.ask("POST", "/api/studios/next/lessons/"+theirs.ID+"/edits", edit{"from": 1, "edit": edit{"edit": "reference", "reference": edit{"photo": photo.Hash, "across": 0.5, "down": 0, "size": 1}}})
			return s.ask("GET", "/api/studios/next/references/"+read[api.Edited](t, r, 200).Hash+"/views/photo", nil)
		}(),
	} {
		if r.StatusCode != 404 {
			t.Errorf("%s: %d %.200s", what, r.StatusCode, r.body)
		}
	}
	// The runs of another's lesson are nobody's there.
	rehearsal := fmt.Sprintf("/api/studios/next/rehearsals/%s?lesson=%s", theirs.Hash, url.QueryEscape(saved.ID))
	if r := s.ask("GET", rehearsal, nil); r.StatusCode != 404 {
		t.Errorf("a rehearsal beside another's lesson: %d", r.StatusCode)
	}
}
