package main

import (
	"encoding/json"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"proxenos/core/class"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/pupil"
	"proxenos/core/teach"
)

func TestAClassIsRunFromAShell(t *testing.T) {
	l := sample.Lesson()
	start := time.Date(2027, 3, 4, 18, 0, 0, 0, time.UTC)
	at := func(minutes int, e teach.Event) teach.Event {
		e.At = start.Add(time.Duration(minutes) * time.Minute)
		return e
	}
	events := []teach.Event{at(0, teach.Event{Kind: teach.Start}), at(1, teach.Event{Kind: teach.Join, Seat: "a", Text: "Ada"}), at(4, teach.Event{Kind: teach.Hand, Seat: "a", Text: "It slides about."}),
		at(30, teach.Event{Kind: teach.Done}), at(40, teach.Event{Kind: teach.Done}), at(50, teach.Event{Kind: teach.End})}
	file := func(change func(*ranClass)) string {
		r := ranClass{lesson.Encode(l), class.Usual("A ridge", 3, start, 60), events}
		if change != nil {
			change(&r)
		}
		body, err := json.Marshal(r)
		if err != nil {
			t.Fatal(err)
		}
		name := filepath.Join(t.TempDir(), "events.json")
		if err := os.WriteFile(name, body, 0o600); err != nil {
			t.Fatal(err)
		}
		return name
	}
	name := file(nil)
	if code, out, errs := shell(t, "", "run", name, "--at", "20m"); code != fine || !strings.Contains(out, "step 1 of 4") || !strings.Contains(out, "behind") || !strings.Contains(out, "Ada has a hand up") {
		t.Errorf("exit %d: %s%s", code, out, errs)
	}
	code, out, errs := shell(t, "", "run", name, "--json")
	var r teach.Outcome
	if err := json.Unmarshal([]byte(out), &r); code != fine || err != nil || r.Lines[0].Took != 30 || r.Lines[0].Hands != 1 || r.Slowest[0] != 0 || r.Lasted != 50 || r.Joined != 1 {
		t.Errorf("exit %d, %v, %s: %+v", code, err, errs, r)
	}
	if code, out, _ := shell(t, "", "run", name); code != fine || !strings.Contains(out, "50 by the clock") {
		t.Errorf("exit %d: %s", code, out)
	}
	for says, args := range map[string][]string{
		"name one file":  {"run"},
		"after the":      {"run", name, "--at", "-5m"},
		"events[0]":      {"run", file(func(r *ranClass) { r.Events = []teach.Event{{Kind: "sing"}} })},
		"people is":      {"run", file(func(r *ranClass) { r.Class.People = class.People{} })},
		"no such file":   {"run", filepath.Join(t.TempDir(), "none.json")},
		"lesson: title ": {"run", file(func(r *ranClass) { r.Lesson = []byte(`{"format":1,"title":""}`) })},
	} {
		if code, _, errs := shell(t, "", args...); code != badInput || !strings.Contains(errs, says) || strings.Count(errs, "\n") != 1 {
			t.Errorf("%v: exit %d, %q", args, code, errs)
		}
	}
}

func TestAClassIsRehearsedFromAShell(t *testing.T) {
	name := filepath.Join(t.TempDir(), "ridge.json")
	if err := os.WriteFile(name, lesson.Encode(sample.Lesson()), 0o600); err != nil {
		t.Fatal(err)
	}
	code, out, errs := shell(t, "", "rehearse-class", name, "--students", "5", "--level", "first", "--seed", "3", "--json")
	var r pupil.Found
	if err := json.Unmarshal([]byte(out), &r); code != fine || err != nil || r.Students != 5 || len(r.Marks) != 4 || r.Middle <= 0 {
		t.Errorf("exit %d, %v, %s: %+v", code, err, errs, r)
	}
	if code, out, _ := shell(t, "", "rehearse-class", name, "--students", "3", "--helps"); code != fine || !strings.Contains(out, "finish in 30 minutes") {
		t.Errorf("exit %d: %s", code, out)
	}
	picture := filepath.Join(t.TempDir(), "card.png")
	code, out, errs = shell(t, "", "rescue", name, "--step", "lights", "--trouble", "colour", "-o", picture)
	if info, err := os.Stat(picture); code != fine || err != nil || info.Size() < 1000 || !strings.Contains(out, "comes back") {
		t.Errorf("exit %d, %v: %s%s", code, err, out, errs)
	}
	for says, args := range map[string][]string{
		"--level is":    {"rehearse-class", name, "--level", "wizard"},
		"--students is": {"rehearse-class", name, "--students", "0"},
		"--minutes is":  {"rehearse-class", name, "--minutes", "-4"},
		"--step is":     {"rescue", name, "--step", "none", "--trouble", "mud"},
		"--trouble is":  {"rescue", name, "--step", "lights", "--trouble", "rain"},
		"are minutes":   {"rescue", name, "--step", "lights", "--trouble", "mud", "--left", "NaN"},
	} {
		if code, _, errs := shell(t, "", args...); code != badInput || !strings.Contains(errs, says) || strings.Count(errs, "\n") != 1 {
			t.Errorf("%v: exit %d, %q", args, code, errs)
		}
	}
}
