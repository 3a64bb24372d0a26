package api_test

import (
	"fmt"
	"strings"
	"testing"
	"time"

	"proxenos/core/lesson"
	"proxenos/core/recipe"
	"proxenos/core/supply"
	"proxenos/web/api"
)

func TestMixAnswersWithRecipes(t *testing.T) {
	s := start(t)
	tubes := read[[]api.Paint](t, s.ask("GET", "/api/studios/room/paints", nil), 200)
	if len(tubes) < 25 || tubes[0].Curves != "modelled" || tubes[0].Colour == "" {
		t.Fatalf("%d tubes, %+v", len(tubes), tubes[0])
	}
	began := time.Now()
	got := read[api.Mixed](t, s.ask("POST", "/api/studios/room/recipes", edit{"target": edit{"hex": "#8d9bb0"}, "paints": []string{"PW6", "PB29", "PBr7/burnt-sienna", "PY43"}}), 200)
	if !got.Answer.Reached || len(got.Answer.Recipes) == 0 || got.Target.Colour != "#8d9bb0" || got.Target.Value != 6 {
		t.Errorf("%+v after %v", got, time.Since(began))
	}
	byLab := read[api.Mixed](t, s.ask("POST", "/api/studios/room/recipes", edit{"target": edit{"lab": edit{"l": 45, "a": 60, "b": 30}}, "paints": []string{"PW6", "PBk9"}}), 200)
	if byLab.Answer.Reached || byLab.Answer.Short == "" {
		t.Errorf("%+v", byLab.Answer)
	}
}

func TestScalesAreMixed(t *testing.T) {
	s := start(t)
	ask := func(kind string, more edit) reply {
		body := edit{"kind": kind, "target": edit{"hex": "#56719a"}, "near": []edit{}, "steps": 5, "warm": 0, "air": "hazy", "depths": []edit{}, "paints": []string{"PW6", "PB29", "PBr7/burnt-sienna", "PY43"}}
		for k, v := range more {
			body[k] = v
		}
		return s.ask("POST", "/api/studios/room/scales", body)
	}
	for _, kind := range []string{"string", "neutral"} {
		if rungs := read[[]recipe.Rung](t, ask(kind, nil), 200); len(rungs) != 5 || len(rungs[0].Recipe.Parts) == 0 {
			t.Errorf("%s: %d rungs", kind, len(rungs))
		}
	}
	near := []edit{{"paint": "PY43", "name": "Yellow ochre", "parts": 2}, {"paint": "PB29", "name": "Ultramarine", "parts": 1}}
	ladder := read[[]recipe.Rung](t, ask("ladder", edit{"near": near, "depths": []edit{{"name": "Far", "metres": 9000}, {"name": "Near", "metres": 10}}}), 200)
	if len(ladder) != 2 || ladder[0].Target.L < ladder[1].Target.L+5 {
		t.Errorf("%+v", ladder)
	}
	for name, r := range map[string]reply{
		"no paints": ask("string", edit{"paints": []string{}}), "one step": ask("string", edit{"steps": 1}), "smog": ask("ladder", edit{"air": "smog"}),
		"nothing near": ask("ladder", edit{"depths": []edit{{"name": "Far", "metres": 9000}}}), "another kind": ask("spiral", nil), "no colour": ask("string", edit{"target": edit{"hex": "blue"}}),
	} {
		if r.StatusCode != 422 || !strings.HasPrefix(r.Header.Get("Content-Type"), "application/problem+json") {
			t.Errorf("%s: %d %s", name, r.StatusCode, r.body)
		}
	}
}

func TestBadColoursAndPaintsAreRefused(t *testing.T) {
	s := start(t)
	for name, body := range map[string]any{
		"twice":       edit{"target": edit{"hex": "#8d9bb0"}, "paints": []string{"PW6", "PW6"}},
		"none":        edit{"target": edit{"hex": "#8d9bb0"}, "paints": []string{}},
		"unknown":     edit{"target": edit{"hex": "#8d9bb0"}, "paints": []string{"PX1"}},
		"no target":   edit{"target": edit{}, "paints": []string{"PW6"}},
		"L* of 300":   edit{"target": edit{"lab": edit{"l": 300, "a": 0, "b": 0}}, "paints": []string{"PW6"}},
		"nine paints": edit{"target": edit{"hex": "#8d9bb0"}, "paints": []string{"PW6"}, "most": 9},
	} {
		if r := s.ask("POST", "/api/studios/room/recipes", body); r.StatusCode != 422 {
			t.Errorf("%s: %d %s", name, r.StatusCode, r.body)
		}
	}
}

func TestAColourIsPickedFromTheCanvasAndMixedIntoTheLesson(t *testing.T) {
	s := start(t)
	saved := s.lesson()
	at := func(place string) reply {
		return s.ask("GET", fmt.Sprintf("/api/studios/room/rehearsals/%s/colours/%s", saved.Hash, place), nil)
	}
	sky, trees := read[api.Colour](t, at("50-10-40"), 200), read[api.Colour](t, at("50-65-20"), 200)
	if sky.Lab.L < trees.Lab.L+10 || !strings.HasPrefix(sky.Colour, "#") {
		t.Errorf("sky %v, trees %v", sky, trees)
	}
	for _, bad := range []string{"x-1-1", "1-1", "1-1-1-1", "-5-1-1"} {
		if r := at(bad); r.StatusCode != 422 {
			t.Errorf("%s: %d", bad, r.StatusCode)
		}
	}
	needs := read[supply.Amounts](t, s.ask("GET", "/api/studios/room/rehearsals/"+saved.Hash+"/amounts?students=8", nil), 200)
	if needs.Students != 8 || len(needs.Piles) != 4 || needs.Tubes[0].All < 7*needs.Tubes[0].Each {
		t.Errorf("%+v", needs)
	}
	if r := s.ask("GET", "/api/studios/room/rehearsals/"+saved.Hash+"/amounts?students=0", nil); r.StatusCode != 422 {
		t.Errorf("for nobody: %d", r.StatusCode)
	}
	path := "/api/studios/room/lessons/" + saved.ID + "/edits"
	added := read[api.Edited](t, s.ask("POST", path, edit{"from": 1, "edit": edit{"edit": "mixture", "mixture": edit{"id": "dusk", "name": "Dusk", "parts": []edit{{"paint": "PW6", "parts": 8}, {"paint": "PR177", "parts": 0.2}}}}}), 200)
	if m, ok := added.Lesson.Mixture("dusk"); !ok || len(m.Parts) != 2 || len(added.Lesson.Palette) != len(saved.Lesson.Palette)+1 {
		t.Errorf("%v", added.Lesson.Mixtures)
	}
	changed := read[api.Edited](t, s.ask("POST", path, edit{"from": 2, "edit": edit{"edit": "parts", "mixture": "sky", "parts": []lesson.Part{{Paint: "PW6", Parts: 3}, {Paint: "PB29", Parts: 1}}}}), 200)
	if changed.Score.Mixtures[0].Colour == added.Score.Mixtures[0].Colour {
		t.Error("another recipe gives the same colour")
	}
}
