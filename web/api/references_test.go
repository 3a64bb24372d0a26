package api_test

import (
	"bytes"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"net/url"
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/measure"
	"proxenos/store"
	"proxenos/web/api"
)

// madeUp is a photograph: sky over a dark hill over a meadow, 640 by 360.
func madeUp(t *testing.T) []byte {
	t.Helper()
	img := image.NewRGBA(image.Rect(0, 0, 640, 360))
	for y := range 360 {
		for x := range 640 {
			c := color.RGBA{150, 180, 220, 255}
			switch {
			case y > 216:
				c = color.RGBA{110, 130, 60, 255}
			case y > 150+x/20:
				c = color.RGBA{60, 75, 90, 255}
			}
			img.SetRGBA(x, y, c)
		}
	}
	var b bytes.Buffer
	if err := jpeg.Encode(&b, img, nil); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

func TestAPictureIsMadeAfterAPhotograph(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	photos := "/api/studios/room/lessons/" + saved.ID + "/photos"
	name := "A view, " + strings.Repeat("very ", 30) + "fine.jpg"
	taken := read[api.TakenIn](t, s.ask("POST", photos+"?name="+url.QueryEscape(name), madeUp(t)), 201)
	if taken.Width != 640 || taken.Height != 360 || len(taken.Name) != 80 {
		t.Errorf("%+v", taken)
	}
	again := read[api.TakenIn](t, s.ask("POST", photos+"?name=again", madeUp(t)), 201)
	list := read[[]store.Photo](t, s.ask("GET", photos, nil), 200)
	if again.Hash != taken.Hash || len(list) != 1 || list[0].Name != "again" {
		t.Errorf("the same photograph twice: %+v", list)
	}
	if r := s.ask("GET", "/api/studios/room/references/"+saved.Hash+"/views/photo", nil); r.StatusCode != 404 {
		t.Errorf("a lesson without a photograph: %d", r.StatusCode)
	}
	set := func(from int, size float64) reply {
		return s.ask("POST", "/api/studios/room/lessons/"+saved.ID+"/edits", edit{"from": from, "edit": edit{"edit": "reference", "reference": edit{"photo": taken.Hash, "across": 0.5, "down": 0, "size": size}}})
	}
	with := read[api.Edited](t, set(1, 1), 200)
	at := "/api/studios/room/references/" + with.Hash
	view := s.ask("GET", at+"/views/photo", nil)
	piece, err := jpeg.Decode(bytes.NewReader(view.body))
	if err != nil || piece.Bounds().Dx() != 480 || piece.Bounds().Dy() != 360 {
		t.Fatalf("%d, %v", view.StatusCode, err)
	}
	three, err := png.Decode(bytes.NewReader(s.ask("GET", at+"/views/values-3", nil).body))
	if err != nil {
		t.Fatal(err)
	}
	if g, ok := three.(*image.Gray); !ok || g.GrayAt(240, 20).Y <= g.GrayAt(240, 300).Y {
		t.Error("in three values the sky is no lighter than the ground")
	}
	found := read[api.Read](t, s.ask("GET", at, nil), 200)
	if y := found.Horizon.Y; y < 43 || y > 47 { // 216 of 360, on 75 mm
		t.Errorf("horizon at %.1f mm", y)
	}
	if len(found.Shapes) != 3 || found.Shapes[0].Kind != lesson.Sky || found.Shapes[1].Kind != lesson.Ridge || found.Shapes[2].Kind != lesson.Field {
		t.Errorf("%+v", found.Shapes)
	}
	accepted := read[api.Edited](t, s.ask("POST", "/api/studios/room/lessons/"+saved.ID+"/edits", edit{"from": 2, "edit": found.Shapes[1].Edit}), 200)
	if len(accepted.Lesson.Zones) != len(saved.Lesson.Zones)+1 {
		t.Errorf("%d zones", len(accepted.Lesson.Zones))
	}
	colours := read[[]api.Taken](t, s.ask("GET", at+"/palettes/3", nil), 200)
	if len(colours) != 3 || colours[0].Says == "" || colours[0].Share < 0.3 {
		t.Errorf("%+v", colours)
	}
	added := read[api.Edited](t, s.ask("POST", "/api/studios/room/lessons/"+saved.ID+"/edits", edit{"from": 3, "edit": colours[1].Edit}), 200)
	if n := len(added.Lesson.Mixtures); n != len(saved.Lesson.Mixtures)+1 {
		t.Errorf("%d mixtures", n)
	}
	for name, r := range map[string]reply{
		"a map that is not": s.ask("GET", at+"/views/values-4", nil), "one colour": s.ask("GET", at+"/palettes/1", nil), "a crowd of colours": s.ask("GET", at+"/palettes/900", nil),
		"too large a piece": set(4, 2), "a letter": s.ask("POST", photos, []byte("Dear reader")), "nothing": s.ask("POST", photos, []byte{}),
		"half a photograph": s.ask("POST", photos, madeUp(t)[:2000]),
	} {
		if r.StatusCode != 422 && (name != "nothing" || r.StatusCode != 400) || !bytes.Contains(r.body, []byte("detail")) {
			t.Errorf("%s: %d %s", name, r.StatusCode, r.body)
		}
	}
	if r := s.ask("POST", "/api/studios/room/lessons/nobody/photos", madeUp(t)); r.StatusCode != 404 {
		t.Errorf("no lesson: %d", r.StatusCode)
	}
}

func TestAPictureIsMeasured(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	m := read[measure.Measures](t, s.ask("GET", "/api/studios/room/measures/"+saved.Hash, nil), 200)
	again := read[measure.Measures](t, s.ask("GET", "/api/studios/room/measures/"+saved.Hash, nil), 200)
	if len(m.Plans) != 4 || len(m.Corners) != 4 || len(m.Tiers) == 0 || again.Sameness != m.Sameness {
		t.Errorf("%+v", m)
	}
	draft := strings.Replace(saved.Frames, "frames", "drafts", 1)
	for _, sooner := range []string{draft, strings.Replace(saved.Frames, "frames", "glances", 1)} {
		if img, err := png.Decode(bytes.NewReader(s.ask("GET", sooner+"/paint-320-40.png", nil).body)); err != nil || img.Bounds().Dx() != 320 {
			t.Errorf("%s: %v", sooner, err)
		}
	}
	if r := s.ask("GET", draft+"/paint-7-40.png", nil); r.StatusCode != 422 {
		t.Errorf("a draft of another size: %d", r.StatusCode)
	}
	maps := strings.Replace(saved.Frames, "frames", "maps", 1)
	for _, name := range measure.Maps() {
		r := s.ask("GET", maps+"/"+name.ID+".png", nil)
		if _, err := png.Decode(bytes.NewReader(r.body)); err != nil {
			t.Errorf("%s: %d %v", name.ID, r.StatusCode, err)
		}
	}
	if r := s.ask("GET", maps+"/dreams.png", nil); r.StatusCode != 422 || !bytes.Contains(r.body, []byte("values-2")) {
		t.Errorf("a map that is not: %d %s", r.StatusCode, r.body)
	}
	if r := s.ask("GET", "/api/studios/room/maps/other/"+saved.Hash+"/draws.png", nil); r.StatusCode != 404 {
		t.Errorf("another build: %d", r.StatusCode)
	}
}

func TestALessonIsRelit(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	ask := func(height, warmth float64) reply {
		return s.ask("POST", "/api/studios/room/lights", edit{"whose": saved.Hash, "light": edit{"from": 60, "height": height, "warmth": warmth}, "air": "hazy", "glitter": true})
	}
	lit := read[api.LightReply](t, ask(10, 0.9), 200)
	if len(lit.Planes) != 3 || len(lit.Relit) == 0 || len(lit.Left) != 1 {
		t.Errorf("%+v", lit)
	}
	next := read[api.Edited](t, s.ask("POST", "/api/studios/room/lessons/"+saved.ID+"/edits", edit{"from": 1, "edit": lit.Edit}), 200)
	if next.Lesson.Light.Warmth != 0.9 || next.Lesson.Air != lesson.HazyAir {
		t.Errorf("%+v", next.Lesson.Light)
	}
	if r := ask(100, 0); r.StatusCode != 422 {
		t.Errorf("a light 100 degrees high: %d", r.StatusCode)
	}
}
