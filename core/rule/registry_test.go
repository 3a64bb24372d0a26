package rule_test

import (
	"errors"
	"slices"
	"strings"
	"testing"

	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
	"proxenos/core/rule/book"
)

// untold are the rules of which no case of the book speaks, with where they are tested.
var untold = map[string]string{
	"color.no-unity": "colour_test", "value.focal": "composition_test", "pict.rival": "composition_test", "pict.corner": "composition_test",
	"pict.directions": "composition_test", "time.late": "waits_test", "film.towel": "waits_test", "time.churn": "table_test", "finish.gain": "table_test",
	"time.pace": "beyond_test", "supply.missing": "beyond_test", "supply.short": "beyond_test", "safe.pigment": "safe_test", "safe.vapour": "safe_class_test", "safe.minors": "safe_class_test",
}

func TestTheRegistryIsWhole(t *testing.T) {
	if err := rule.Refuse(rule.Families()); err != nil {
		t.Error(err)
	}
	var told []string
	for _, c := range book.Cases() {
		told = append(told, c.Must...)
	}
	for _, r := range rule.All() {
		if in := untold[r.ID]; (in == "") != slices.Contains(told, r.ID) {
			t.Errorf("%s: a case of the book speaks of it: %v, and another test %q", r.ID, slices.Contains(told, r.ID), in)
		}
		if found, ok := rule.Find(r.ID); !ok || found.Title != r.Title {
			t.Errorf("%s is not found", r.ID)
		}
	}
}

func TestTheRegistryRefuses(t *testing.T) {
	mud, _ := rule.Find("film.mud")
	for wants, spoil := range map[string]func(*rule.Rule){
		"is not of the family":   func(r *rule.Rule) { r.ID = "order.mud" },
		"no title":               func(r *rule.Rule) { r.Title = "" },
		"no reason":              func(r *rule.Rule) { r.Reason = "Because." },
		"what it measures":       func(r *rule.Rule) { r.Figure = "" },
		"where its threshold":    func(r *rule.Rule) { r.Source = "" },
		"measures nothing":       func(r *rule.Rule) { r.On = "" },
		"or when it speaks":      func(r *rule.Rule) { r.Speaks = "" },
		"has no title or no sev": func(r *rule.Rule) { r.Severity = "" },
	} {
		r := mud
		spoil(&r)
		if err := rule.Refuse([]rule.FamilyOf{{Family: rule.Film, Rules: []rule.Rule{r}}}); err == nil || !strings.Contains(err.Error(), wants) {
			t.Errorf("%v, want %q", err, wants)
		}
	}
	if err := rule.Refuse([]rule.FamilyOf{{Family: rule.Film, Rules: []rule.Rule{mud, mud}}}); err == nil || !strings.Contains(err.Error(), "twice") {
		t.Errorf("twice: %v", err)
	}
}

// A rule that falls over is named, and the others speak: a report less than there are steps lets
// those fall over that read reports.
func TestARuleThatFallsOverIsNamedAndSkipped(t *testing.T) {
	l := sample.Lesson()
	l.Session = 18
	r, err := rehearse.Run(t.Context(), l, rehearse.CoarseCell, nil)
	if err != nil {
		t.Fatal(err)
	}
	fell := map[string]error{}
	heard := make(chan func(), 100)
	list, err := rule.Check(&rule.Context{Context: t.Context(), Lesson: l, Reports: r.Reports[:3], Fell: func(id string, err error) { heard <- func() { fell[id] = err } }})
	close(heard)
	for note := range heard {
		note()
	}
	if err != nil || len(fell) == 0 {
		t.Fatalf("%v, fell over: %v", err, fell)
	}
	if len(only(list, "time.over")) != 1 || len(only(list, "film.slip")) != 1 || errors.Unwrap(fell["film.slip"]) != nil || fell["film.slip"] == nil {
		t.Errorf("said: %+v", list)
	}
	for _, f := range list {
		if fell[f.Rule] != nil && (f.Severity != rule.Note || !strings.Contains(f.Says, "failed") || f.Title == "") {
			t.Errorf("%+v", f)
		}
	}
}
