package lesson_test

import (
	"bytes"
	"fmt"
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/paint"
)

func edits() []lesson.Edit {
	changed := sample.Lesson().Steps[1]
	changed.Load, changed.Where = lesson.ThinLoad, lesson.Crest
	eased := sample.Lesson().Steps[3]
	eased.Easier = []lesson.Easier{{Technique: lesson.Dab, Tool: "knife", Load: lesson.FullLoad, Pressure: lesson.Barely, Cover: 0.4, Minutes: 3, Words: "Dab them."}}
	return []lesson.Edit{
		lesson.Move{Step: "sky", To: 3},
		lesson.Move{Step: "lights", To: 0},
		lesson.SetMinutes{Step: "ridge", Minutes: 7.5},
		lesson.SetPart{Mixture: "sky", Paint: "PB29", Parts: 2},
		lesson.SetPart{Mixture: "sky", Paint: "PY43", Parts: 0.1},
		lesson.SetPart{Mixture: "ridge", Paint: "PB29", Parts: 0},
		lesson.SetPart{Mixture: "ridge", Paint: "PBr7/burnt-sienna", Parts: 0},
		lesson.SetParts{Mixture: "sky", Parts: []lesson.Part{{Paint: "PW6", Parts: 9}, {Paint: "PY43", Parts: 2}}},
		lesson.AddMixture{Mixture: lesson.Mixture{ID: "new", Name: "New", Parts: []lesson.Part{{Paint: "PW6", Parts: 9}, {Paint: "PR177", Parts: 2}}}},
		lesson.SetPalette{Paints: []string{"PB29", "PW6", "PY43", "PBr7/burnt-sienna", "PV19"}},
		lesson.SetTints{Mixture: "sky", Tints: []lesson.Part{{Paint: "PB29", Parts: 9}}},
		lesson.Measure{Measured: measured("PB29")},
		lesson.All{lesson.Measure{Measured: measured("PY43")}, lesson.Measure{Measured: measured("PB29")}, lesson.Measure{Measured: lesson.Measured{Paint: "PY43", Masstone: []float64{}, Tint: []float64{}}}},
		lesson.All{lesson.SetTints{Mixture: "ridge", Tints: []lesson.Part{{Paint: "PB29", Parts: 4}}}, lesson.SetPart{Mixture: "ridge", Paint: "PB29", Parts: 0}},
		lesson.Insert{At: 2, Step: sample.Step("blot", "ridge", lesson.Blot, "towel")},
		lesson.Insert{At: 4, Step: sample.Step("wait", "", lesson.Wait, "")},
		lesson.Remove{Step: "ridge"},
		lesson.Rename{What: "mixture", ID: "sky", Name: "Sky, high, and cool"},
		lesson.Rename{What: "plane", ID: "far", Name: "Beyond the lake"},
		lesson.Rename{What: "zone", ID: "trees", Name: "Poplars"},
		lesson.SetSupport{Support: lesson.Support{Width: 120, Height: 90, Surface: lesson.Linen}},
		lesson.All{lesson.Replace{What: "mixture", From: "ridge", To: "sky"}, lesson.RemoveMixture{Mixture: "ridge", Paints: []string{}}},
		lesson.SetTitle{Title: "Another name", About: "for the spring"},
		lesson.SetTitle{Title: "A ridge behind trees", About: "another word"},
		lesson.SetSession{Minutes: 45, Pace: 1.4, Level: lesson.SomePractice},
		lesson.SetMethod{Method: lesson.LeanToFat},
		lesson.Pause{At: 2, Minutes: 1},
		lesson.All{lesson.Pause{At: 4, Minutes: 6}, lesson.Pause{At: 1, Minutes: 2, Meanwhile: true}},
		lesson.SetTool{At: 2, Tool: lesson.Tool{ID: "round4", Kind: lesson.Round, Width: 4}},
		lesson.SetTool{Tool: lesson.Tool{ID: "flat20", Kind: lesson.Flat, Width: 25}},
		lesson.RemoveTool{Tool: "fan15"},
		lesson.All{lesson.Change{Step: eased}, lesson.Ease{Step: "lights"}},
		lesson.Change{Step: changed},
		lesson.Reshape{Zone: "ridge", Outline: []lesson.Point{{X: 0, Y: 30}, {X: 90, Y: 30}, {X: 50, Y: 50}}},
		lesson.Accept{Finding: lesson.OnPurpose{Rule: "film.mud", Where: "lights", Reason: "a wet day"}},
		lesson.All{lesson.Remove{Step: "sky"}, lesson.Move{Step: "lights", To: 0}, lesson.SetMinutes{Step: "lights", Minutes: 1}},
	}
}

// measured are the curves of a paint as if they had been measured.
func measured(key string) lesson.Measured {
	p, _ := paint.Find(key)
	mass, tint := paint.Box{}.Swatch(p, 0), paint.Box{}.Swatch(p, 10)
	return lesson.Measured{Paint: key, Masstone: mass[:], Tint: tint[:], White: 10, Source: "a test"}
}

// A lesson with measurements that cannot be is refused, with what is wrong; one that is
// sound mixes from them.
func TestMeasuredPaintsOfALesson(t *testing.T) {
	l := sample.Lesson()
	l.Measured = []lesson.Measured{measured("PB29")}
	if err := lesson.Check(l); err != nil {
		t.Fatal(err)
	}
	back, err := lesson.Decode(lesson.Encode(l))
	if err != nil || len(back.Measured) != 1 {
		t.Fatal(err)
	}
	if p, _ := back.Paints().Find("PB29"); !p.Measured {
		t.Error("it mixes from modelled ultramarine")
	}
	if back.Painting() == sample.Lesson().Painting() {
		t.Error("measured and modelled paint the same picture")
	}
	spoil := func(change func(m *lesson.Measured)) *lesson.Lesson {
		bad := sample.Lesson()
		m := measured("PB29")
		change(&m)
		bad.Measured = []lesson.Measured{m}
		return bad
	}
	for says, bad := range map[string]*lesson.Lesson{
		"not in the catalogue": spoil(func(m *lesson.Measured) { m.Paint = "PX1" }),
		"has 3 entries":        spoil(func(m *lesson.Measured) { m.Masstone = m.Masstone[:3] }),
		"tint: has 3 bands":    spoil(func(m *lesson.Measured) { m.Tint = m.Tint[:3] }),
		"give 0 to 1":          spoil(func(m *lesson.Measured) { m.Tint[5] = -0.2 }),
		"hardly lighter":       spoil(func(m *lesson.Measured) { m.Tint = m.Masstone }),
	} {
		if err := lesson.Check(bad); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%s: %v", says, err)
		}
	}
	twice := sample.Lesson()
	twice.Measured = []lesson.Measured{measured("PB29"), measured("PB29")}
	if err := lesson.Check(twice); err == nil || !strings.Contains(err.Error(), "measured[1].paint") {
		t.Errorf("measured twice: %v", err)
	}
}

func TestEveryEditCanBeTakenBack(t *testing.T) {
	for _, e := range edits() {
		l := sample.Lesson()
		before := lesson.Encode(l)
		next, undo, err := lesson.Apply(l, e)
		if err != nil {
			t.Errorf("%#v: %v", e, err)
			continue
		}
		if !bytes.Equal(lesson.Encode(l), before) {
			t.Errorf("%#v changed the lesson it was given", e)
		}
		after := lesson.Encode(next)
		if bytes.Equal(after, before) {
			t.Errorf("%#v did nothing", e)
		}
		back, redo, err := lesson.Apply(next, undo)
		if err != nil || !bytes.Equal(lesson.Encode(back), before) {
			t.Errorf("%#v: %#v does not take it back (%v)", e, undo, err)
			continue
		}
		if again, _, err := lesson.Apply(back, redo); err != nil || !bytes.Equal(lesson.Encode(again), after) {
			t.Errorf("%#v: cannot be made again (%v)", e, err)
		}
		if words := e.Describe(l); words == "" || strings.Contains(words, "%!") {
			t.Errorf("%#v describes itself as %q", e, words)
		}
	}
}

func TestAMixtureInUseStays(t *testing.T) {
	l := sample.Lesson()
	if _, _, err := lesson.Apply(l, lesson.RemoveMixture{Mixture: "light"}); err == nil || !strings.Contains(err.Error(), "step 4") {
		t.Errorf("a mixture in use is taken off: %v", err)
	}
	if _, _, err := lesson.Apply(l, lesson.AddMixture{Mixture: l.Mixtures[0]}); err == nil {
		t.Error("a mixture is added twice")
	}
}

func TestEditsTravelAsJSON(t *testing.T) {
	for _, e := range edits() {
		_, undo, err := lesson.Apply(sample.Lesson(), e)
		if err != nil {
			t.Fatal(err)
		}
		for _, one := range []lesson.Edit{e, undo} {
			data, err := lesson.EncodeEdit(one)
			if err != nil {
				t.Fatalf("%#v: %v", one, err)
			}
			back, err := lesson.DecodeEdit(data)
			if err != nil || fmt.Sprintf("%#v", back) != fmt.Sprintf("%#v", one) {
				t.Errorf("%s came back as %#v (%v)", data, back, err)
			}
		}
	}
}

func TestEditsThatDoNotFitAreRefused(t *testing.T) {
	for _, e := range []lesson.Edit{
		lesson.Move{Step: "nobody", To: 1},
		lesson.Move{Step: "sky", To: -1},
		lesson.Move{Step: "sky", To: 4},
		lesson.SetMinutes{Step: "sky", Minutes: -3},
		lesson.SetMinutes{Step: "nobody", Minutes: 3},
		lesson.SetPart{Mixture: "nothing", Paint: "PW6", Parts: 1},
		lesson.SetPart{Mixture: "sky", Paint: "PV23", Parts: 1}, // not on the palette
		lesson.SetPart{Mixture: "sky", Paint: "PY43", Parts: 0}, // not in the mixture
		lesson.Insert{At: 9, Step: sample.Step("x", "sky", lesson.Tap, "filbert10", "sky")},
		lesson.Insert{At: 0, Step: sample.Step("sky", "sky", lesson.Tap, "filbert10", "sky")},
		lesson.Remove{Step: "nobody"},
		lesson.Change{Step: sample.Step("sky", "nowhere", lesson.Tap, "filbert10", "sky")},
		lesson.Reshape{Zone: "sky", Outline: []lesson.Point{{X: 0}, {X: 900}, {X: 1, Y: 5}}},
		lesson.Reopen{Rule: "film.mud", Where: "sky"},
		lesson.All{lesson.SetMinutes{Step: "sky", Minutes: 2}, lesson.Remove{Step: "nobody"}},
	} {
		if _, _, err := lesson.Apply(sample.Lesson(), e); err == nil {
			t.Errorf("%#v was made", e)
		}
	}
}

func TestEditJSONThatMeansNothingIsRefused(t *testing.T) {
	for _, text := range []string{``, `[]`, `{}`, `{"edit":"paint"}`, `{"edit":"move","step":3}`, `{"edit":"move","step":"sky","to":1,"by":"me"}`,
		`{"edit":"all","edits":[{"edit":"all","edits":[{"edit":"all","edits":[{"edit":"all","edits":[]}]}]}]}`} {
		if e, err := lesson.DecodeEdit([]byte(text)); err == nil {
			t.Errorf("%s was read as %#v", text, e)
		}
	}
}

func ExampleSay() {
	l := sample.Lesson()
	fmt.Println(lesson.Say(l, l.Steps[3]))
	fmt.Println(lesson.Brief(l, l.Steps[3]))
	// Output:
	// With the 10 mm filbert, fully loaded, pressing evenly, tap tree light over all of the trees, 5 min. The brush is fresh, the paint straight from the tube.
	// Tap tree light over the trees
}
