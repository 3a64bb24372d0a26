package lesson_test

import (
	"bytes"
	"encoding/json"
	"errors"
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
)

func TestRoundTripToTheByte(t *testing.T) {
	_, demo := sample.Terraces(t)
	for name, text := range map[string][]byte{"demo": demo, "sample": lesson.Encode(sample.Lesson())} {
		l, err := lesson.Decode(text)
		if err != nil {
			t.Fatalf("%s: %v", name, err)
		}
		if !bytes.Equal(lesson.Encode(l), text) {
			t.Errorf("%s does not come back to the byte", name)
		}
	}
}

// Every kind of bad input names the place and the cure.
func TestDecodeRefuses(t *testing.T) {
	good := string(lesson.Encode(sample.Lesson()))
	swap := func(old, new string) string {
		if !strings.Contains(good, old) {
			t.Fatalf("sample has no %q", old)
		}
		return strings.Replace(good, old, new, 1)
	}
	for _, c := range []struct{ name, text, place, cure string }{
		{"nothing", "", "line 1, column 1", "give all of it"},
		{"empty lesson", "{}", "format", "give a figure from 1 to 1"},
		{"broken off", good[:len(good)/2], "line", "give all of it"},
		{"broken JSON", swap(`"seed": 3,`, `"seed": 3,,`), "line 8, column", "mend"},
		{"NaN", swap(`"seed": 3,`, `"seed": NaN,`), "line 8, column", "mend"},
		{"two lessons", good + good, "line", "one lesson"},
		{"unknown field", swap(`"seed": 3,`, `"seed": 3, "mood": 1,`), "mood", "take it out"},
		{"wrong type", swap(`"seed": 3,`, `"seed": "three",`), "seed", "give a whole number"},
		{"a title of blanks", swap(`"title": "A ridge behind trees"`, `"title": "  \t "`), "title is empty", "at least 1"},
		{"a zero byte", swap(`"title": "A ridge`, `"title": "A\u0000ridge`), "title holds a character", "write it anew"},
		{"a list for a text", swap(`"title": "A ridge behind trees"`, `"title": ["A"]`), "title is a list", "give a text"},
		{"negative minutes", swap(`"minutes": 5`, `"minutes": -5`), "steps[0].minutes is -5", "from 0.5 to 240"},
		{"huge minutes", swap(`"minutes": 5`, `"minutes": 1e300`), "steps[0].minutes", "from 0.5 to 240"},
		{"unknown technique", swap(`"criss-cross"`, `"zigzag"`), `steps[0].technique is "zigzag"`, "criss-cross"},
		{"unknown paint", swap(`"PB29"`, `"PB99"`), `palette[2] is "PB99"`, "PB29"},
		{"paint off the palette", swap(`"paint": "PB29"`, `"paint": "PB27"`), "mixtures[0].parts[1].paint", "add it to palette"},
		{"unknown mixture", swap("\"mixtures\": [\n        \"sky\"", "\"mixtures\": [\n        \"sea\""), `steps[0].mixtures[0] is "sea"`, "name a mixture"},
		{"zone off the canvas", swap(`"x": 100`, `"x": 101`), "zones[0].outline[1] is at 101, 0 mm, outside the canvas", "100 by 75"},
		{"twice the same step", swap(`"id": "lights"`, `"id": "trees"`), "steps[3].id", "its own id"},
		{"planes out of order", swap(`"distance": 50000`, `"distance": 5`), "planes[1].distance", "far to near"},
		{"wrong tool", swap(`"tool": "flat20"`, `"tool": "liner"`), "steps[0].tool is a liner", "use a flat"},
		{"no steps", good[:strings.Index(good, `"steps"`)] + `"steps": [], "accepted": []}`, "steps has 0 entries", "at least 1"},
	} {
		_, err := lesson.Decode([]byte(c.text))
		var faults lesson.Faults
		if !errors.As(err, &faults) {
			t.Errorf("%s: error is %v", c.name, err)
			continue
		}
		if !strings.Contains(err.Error(), c.place) || !strings.Contains(err.Error(), c.cure) {
			t.Errorf("%s: %q names neither %q nor %q", c.name, err, c.place, c.cure)
		}
	}
	if _, err := lesson.Decode(make([]byte, 20<<20)); !errors.Is(err, lesson.ErrTooLarge) {
		t.Errorf("20 MB: %v", err)
	}
}

func TestFaultsOfAHopelessLessonStayReadable(t *testing.T) {
	l := sample.Lesson()
	for i := range l.Steps {
		l.Steps[i].Minutes, l.Steps[i].Cover, l.Steps[i].Load = -1, 99, "bucket"
	}
	err := lesson.Check(l)
	if err == nil || len(err.Error()) > 1000 || !strings.Contains(err.Error(), "more") {
		t.Errorf("got %v", err)
	}
}

func TestHashes(t *testing.T) {
	a, b := sample.Lesson(), sample.Lesson()
	b.Steps[0].Words = "Say something else."
	b.Title = "Another title"
	if a.Hash() == b.Hash() {
		t.Error("lessons with other words have the same content hash")
	}
	if a.Painting() != b.Painting() {
		t.Error("words change the painting")
	}
	b.Steps[0].Load = lesson.ThinLoad
	if a.Painting() == b.Painting() {
		t.Error("another load is the same painting")
	}
}

// The schema is what other programs rely on: it must know every enumeration.
func TestSchemaIsPublished(t *testing.T) {
	var schema struct {
		Defs map[string]struct {
			Properties map[string]struct{ Enum []string }
			Required   []string
		} `json:"$defs"`
	}
	if err := json.Unmarshal(lesson.Schema(), &schema); err != nil {
		t.Fatal(err)
	}
	known := map[string]bool{}
	for _, e := range schema.Defs["Step"].Properties["technique"].Enum {
		known[e] = true
	}
	for _, info := range lesson.Words().Techniques {
		if !known[string(info.Technique)] {
			t.Errorf("the schema does not know %s", info.Technique)
		}
		delete(known, string(info.Technique))
	}
	if len(known) > 0 {
		t.Errorf("the vocabulary does not explain %v", known)
	}
	if len(schema.Defs["Lesson"].Required) < 15 {
		t.Errorf("the schema requires only %v", schema.Defs["Lesson"].Required)
	}
}

func TestVocabularyCoversEveryChoice(t *testing.T) {
	w := lesson.Words()
	for field, terms := range map[string][]lesson.Term{
		"load": w.Loads, "pressure": w.Pressures, "care": w.Cares, "where": w.Wheres,
	} {
		for _, term := range terms {
			l := sample.Lesson()
			text := string(lesson.Encode(l))
			i := strings.Index(text, `"`+field+`": "`)
			end := strings.Index(text[i:], ",") + i
			text = text[:i] + `"` + field + `": "` + term.ID + `"` + text[end:]
			if _, err := lesson.Decode([]byte(text)); err != nil {
				t.Errorf("%s %q is in the vocabulary and not in the format: %v", field, term.ID, err)
			}
		}
	}
}

func FuzzDecode(f *testing.F) {
	f.Add(lesson.Encode(sample.Lesson()))
	f.Add([]byte(`{"format":1}`))
	f.Fuzz(func(t *testing.T, data []byte) {
		l, err := lesson.Decode(data)
		if err == nil && lesson.Check(l) != nil {
			t.Error("decoded a lesson that does not pass its own check")
		}
	})
}
