package api_test

import (
	"bytes"
	"fmt"
	"io"
	"net/http"
	"net/url"
	"strings"
	"testing"

	"proxenos/core/meter"
	"proxenos/core/recipe"
	"proxenos/core/spectrum"
	"proxenos/export/cgats"
	"proxenos/web/api"
)

// measure lays the simulated meter on the masstone and the tint of a tube.
func measureTube(t *testing.T, s *server, key string, tube int) (mass, tint []float64) {
	t.Helper()
	c := read[meter.Calibration](t, s.ask("POST", "/api/meter/calibrations", edit{"serial": 1, "white": []float64{}, "dark": []float64{}, "warm": 0, "used": 0}), 200)
	for _, white := range []float64{0, 10} {
		r := read[meter.Reading](t, s.ask("POST", "/api/meter/readings", edit{"meter": c, "paint": key, "tube": tube, "white": white, "times": 4}), 200)
		c = r.After
		mass, tint = tint, r.Reflectance
	}
	return mass, tint
}

// A tube is measured with the meter, its curves go into the lesson, and what is mixed
// from it changes; then they go back to the modelled ones.
func TestMeasuringATubeForALesson(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	if r := s.ask("POST", "/api/meter/readings", edit{"meter": edit{"serial": 1, "white": []float64{}, "dark": []float64{}, "warm": 0, "used": 0}, "paint": "PB29", "tube": 7, "white": 0, "times": 1}); r.StatusCode != 422 || !bytes.Contains(r.body, []byte("white tile")) {
		t.Errorf("not calibrated: %d %s", r.StatusCode, r.body)
	}
	mass, tint := measureTube(t, s, "PB29", 7)
	path := "/api/studios/room/lessons/" + saved.ID + "/edits"
	measured := edit{"paint": "PB29", "masstone": mass, "tint": tint, "white": 10, "source": "simulated meter, tube 7"}
	after := read[api.Edited](t, s.ask("POST", path, edit{"from": 1, "edit": edit{"edit": "measure", "measured": measured}}), 200)
	if after.Score.Mixtures[0].Colour == saved.Score.Mixtures[0].Colour || !strings.Contains(after.Said, "measured curves of Ultramarine") {
		t.Errorf("%q: the sky is %s as before", after.Said, after.Score.Mixtures[0].Colour)
	}
	tubes := read[[]api.Paint](t, s.ask("GET", "/api/studios/room/paints?whose="+after.Hash, nil), 200)
	for _, p := range tubes {
		if (p.Curves == "measured") != (p.Key == "PB29") || p.Key == "PB29" && !strings.Contains(p.Source, "tube 7") {
			t.Errorf("%s: %s from %q", p.Key, p.Curves, p.Source)
		}
	}
	curves := read[api.Curves](t, s.ask("GET", "/api/studios/room/curves?"+url.Values{"paint": {"PB29"}, "whose": {after.Hash}, "paints": {"PW6,PB28,PR122,PBk9"}}.Encode(), nil), 200)
	if len(curves.Masstone) != spectrum.Bands || curves.Apart <= 0 || len(curves.Substitutes) == 0 || curves.Step != 10 || curves.From != 380 {
		t.Errorf("%+v", curves)
	}
	// The recipe for one colour is another, from another tube.
	ask := func(whose string) api.Mixed {
		return read[api.Mixed](t, s.ask("POST", "/api/studios/room/recipes", edit{"target": edit{"hex": "#8d9bb0"}, "paints": []string{"PW6", "PB29", "PBr7/burnt-sienna"}, "whose": whose}), 200)
	}
	if fmt.Sprint(ask("").Answer.Recipes) == fmt.Sprint(ask(after.Hash).Answer.Recipes) {
		t.Error("measured and modelled curves give the same recipes to the last figure")
	}
	back := read[api.Edited](t, s.ask("POST", path, after.Undo), 200)
	if back.Hash != saved.Hash {
		t.Error("taken back, the lesson is not what it was")
	}
	bad := edit{"paint": "PB29", "masstone": mass, "tint": mass, "white": 10, "source": ""}
	if r := s.ask("POST", path, edit{"from": 3, "edit": edit{"edit": "measure", "measured": bad}}); r.StatusCode != 422 || !bytes.Contains(r.body, []byte("hardly lighter")) {
		t.Errorf("the same twice: %d %s", r.StatusCode, r.body)
	}
}

// post sends text as it is.
func (s *server) post(t *testing.T, path, body string) (int, string) {
	t.Helper()
	r, err := http.Post(s.base+path, "application/octet-stream", strings.NewReader(body))
	if err != nil {
		t.Fatal(err)
	}
	defer r.Body.Close()
	data, _ := io.ReadAll(r.Body)
	return r.StatusCode, string(data)
}

func TestSamplesGoOutAndComeBack(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	for of, n := range map[string]int{"paints": 7, "mixtures": 4} {
		r := s.ask("GET", "/api/studios/room/lessons/"+saved.ID+"/swatches/"+of, nil)
		if r.StatusCode != 200 || !strings.HasPrefix(r.Header.Get("Content-Disposition"), "attachment") {
			t.Fatalf("%s: %d %s", of, r.StatusCode, r.body)
		}
		list, err := cgats.Read(bytes.NewReader(r.body))
		if err != nil || len(list) != n {
			t.Errorf("%s: %d samples, %v", of, len(list), err)
		}
		code, body := s.post(t, "/api/samples", string(r.body))
		if code != 200 || strings.Count(body, `"reflectance"`) != n {
			t.Errorf("read again: %d %.200s", code, body)
		}
	}
	if r := s.ask("GET", "/api/studios/room/lessons/"+saved.ID+"/swatches/songs", nil); r.StatusCode != 422 {
		t.Errorf("swatches of songs: %d", r.StatusCode)
	}
	var many bytes.Buffer
	many.WriteString("NUMBER_OF_FIELDS 3\nBEGIN_DATA_FORMAT\nSAMPLE_ID SPEC_400 SPEC_410\nEND_DATA_FORMAT\nBEGIN_DATA\n")
	for i := range 100000 {
		fmt.Fprintf(&many, "%d 0.5 0.5\n", i)
	}
	many.WriteString("END_DATA\n")
	for name, body := range map[string]string{"nothing": "", "no spectra": "BEGIN_DATA\n1 2 3\nEND_DATA\n", "prose": "Dear reader", "100,000 rows": many.String(), "a picture": "\x89PNG\r\n\x1a\n\x00"} {
		if code, reply := s.post(t, "/api/samples", body); code != 422 && code != 400 || !strings.Contains(reply, "detail") {
			t.Errorf("%s: %d %.200s", name, code, reply)
		}
	}
	if code, _ := s.post(t, "/api/samples", strings.Repeat("x", 9<<20)); code != 413 {
		t.Errorf("9 MB: %d", code)
	}
}

func TestPilesBatchesGamutsAndCovers(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	sky := []edit{{"paint": "PW6", "parts": 12}, {"paint": "PB29", "parts": 1}}
	pile := func(more edit) reply {
		body := edit{"pile": sky, "ml": 6, "target": edit{"hex": "#9fa5ab"}, "paints": []string{"PW6", "PB29", "PBr7/burnt-sienna"}, "whose": saved.Hash}
		for k, v := range more {
			body[k] = v
		}
		return s.ask("POST", "/api/studios/room/piles", body)
	}
	changes := read[[]recipe.Change](t, pile(nil), 200)
	if len(changes) == 0 || changes[0].Delta > 5 || changes[0].Grows < 1 {
		t.Errorf("%+v", changes)
	}
	batch := read[recipe.Batch](t, s.ask("POST", "/api/studios/room/batches", edit{"parts": []edit{{"paint": "PW6", "parts": 20}, {"paint": "PB15:3", "parts": 0.1}}, "ml": 8}), 200)
	if len(batch.Tints) != 1 || len(batch.Order) != 3 {
		t.Errorf("%+v", batch)
	}
	reach := read[api.Reach](t, s.ask("POST", "/api/studios/room/gamuts", edit{"paints": saved.Lesson.Palette, "whose": saved.Hash}), 200)
	if len(reach.Marks) != 4 || reach.Most < 20 || reach.Marks[0].Beyond {
		t.Errorf("%+v", reach)
	}
	narrow := read[api.Reach](t, s.ask("POST", "/api/studios/room/gamuts", edit{"paints": []string{"PW6", "PBk9"}, "whose": saved.Hash}), 200)
	if !narrow.Marks[0].Beyond {
		t.Error("black and white reach the blue of the sky")
	}
	covers := read[[]recipe.Cover](t, s.ask("POST", "/api/studios/room/covers", edit{"whose": saved.Hash, "sizes": []int{4, 6}, "safe": true}), 200)
	if len(covers) != 2 || len(covers[1].Tubes) != 6 || covers[1].Mean > 2 {
		t.Errorf("%+v", covers)
	}
	for _, tube := range covers[1].Tubes {
		if strings.HasPrefix(tube.Name, "Cadmium") || strings.HasPrefix(tube.Name, "Cobalt") {
			t.Errorf("safe, and %s is among them", tube.Name)
		}
	}
	for name, r := range map[string]reply{
		"a pile of nothing": pile(edit{"ml": 0}), "no paints": pile(edit{"paints": []string{}}), "an unknown paint": pile(edit{"pile": []edit{{"paint": "PX1", "parts": 1}}}),
		"a batch of a barrel":  s.ask("POST", "/api/studios/room/batches", edit{"parts": sky, "ml": 1e9}),
		"a gamut of nothing":   s.ask("POST", "/api/studios/room/gamuts", edit{"paints": []string{}, "whose": saved.Hash}),
		"a hundred tubes":      s.ask("POST", "/api/studios/room/covers", edit{"whose": saved.Hash, "sizes": []int{100}, "safe": false}),
		"curves of a stranger": s.ask("GET", "/api/studios/room/curves?paint=PX1", nil),
		"a lamp of the moon":   s.ask("POST", "/api/studios/room/recipes", edit{"target": edit{"hex": "#8d9bb0"}, "paints": []string{"PW6"}, "lamp": "moon"}),
	} {
		if r.StatusCode != 422 || !bytes.Contains(r.body, []byte("detail")) {
			t.Errorf("%s: %d %s", name, r.StatusCode, r.body)
		}
	}
	if r := s.ask("POST", "/api/studios/room/gamuts", edit{"paints": []string{"PW6"}, "whose": strings.Repeat("0", 64)}); r.StatusCode != 404 {
		t.Errorf("the gamut of a lesson that is not there: %d", r.StatusCode)
	}
}

// Under a bulb a match made in daylight parts; a mixture against its own recipe does not.
func TestRecipesUnderAnotherLamp(t *testing.T) {
	s := start(t)
	parts := []edit{{"paint": "PB29", "parts": 1}, {"paint": "PW6", "parts": 6}}
	ask := func(target edit, paints ...string) api.Mixed {
		return read[api.Mixed](t, s.ask("POST", "/api/studios/room/recipes", edit{"target": target, "paints": paints, "lamp": "bulb"}), 200)
	}
	same := ask(edit{"parts": parts}, "PW6", "PB29")
	if same.Lit == nil || !same.Lit.Known || same.Lit.Deltas[0] > 0.5 {
		t.Errorf("its own recipe: %+v", same.Lit)
	}
	other := ask(edit{"parts": parts}, "PW6", "PB15:3", "PV23")
	if other.Lit.Deltas[0] < other.Answer.Recipes[0].Delta {
		t.Errorf("from phthalo and violet: ΔE %.1f in daylight, %.1f under a bulb", other.Answer.Recipes[0].Delta, other.Lit.Deltas[0])
	}
	if number := ask(edit{"hex": "#8d9bb0"}, "PW6", "PB29", "PBk9"); number.Lit.Known || len(number.Lit.Colours) != len(number.Answer.Recipes) {
		t.Errorf("a number: %+v", number.Lit)
	}
	if out := read[api.Mixed](t, s.ask("POST", "/api/studios/room/recipes", edit{"target": edit{"hex": "#c03028"}, "paints": []string{"PW6", "PY43"}}), 200); out.Lit != nil || len(out.Suggested) == 0 {
		t.Errorf("out of reach, nothing is suggested: %+v", out.Suggested)
	}
}
