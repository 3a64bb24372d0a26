package main

import (
	"encoding/json"
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
)

func TestScoreSaysTheOrderAndWhatFits(t *testing.T) {
	l := sample.Lesson()
	name := write(t, l)
	code, out, errs := shell(t, "", "score", name, "--fit", "15m")
	if code != fine {
		t.Fatalf("exit %d %s", code, errs)
	}
	for _, want := range []string{"20 of 30 minutes", "Where the time goes:", "Order:", "Tools:", "Into 15 minutes: It takes 20 minutes, 5 too many.", "15 min; the picture changes by"} {
		if !strings.Contains(out, want) {
			t.Errorf("no %q in\n%s", want, out)
		}
	}
	code, out, _ = shell(t, string(lesson.Encode(l)), "score", "-", "--json", "--fit", "12", "--pace", "1.5")
	var s struct {
		Class float64
		Order struct{ Proven bool }
		Fit   struct {
			Now     float64
			Choices []struct {
				Minutes float64
				Fits    bool
				Differs float64
			}
		}
	}
	if err := json.Unmarshal([]byte(out), &s); code != fine || err != nil {
		t.Fatalf("exit %d %v", code, err)
	}
	if s.Class != 30 || s.Fit.Now != 30 || !s.Order.Proven || len(s.Fit.Choices) == 0 || s.Fit.Choices[0].Differs < 0 {
		t.Errorf("%+v", s)
	}
	for _, c := range s.Fit.Choices {
		if c.Fits != (c.Minutes <= 12) {
			t.Errorf("%v minutes fit into 12: %v", c.Minutes, c.Fits)
		}
	}
}

func TestScoreRefusesWhatCannotBe(t *testing.T) {
	name := write(t, sample.Lesson())
	spoilt := func(change func(l *lesson.Lesson)) string {
		l := sample.Lesson()
		change(l)
		return write(t, l)
	}
	for says, args := range map[string][]string{
		"name one lesson file":    {"score"},
		"give 5 to 600 minutes":   {"score", name, "--fit", "soon"},
		"--fit is \"700m\"":       {"score", name, "--fit", "700m"},
		"give 1 to 3":             {"score", name, "--pace", "9"},
		"steps[1].minutes is 0":   {"score", spoilt(func(l *lesson.Lesson) { l.Steps[1].Minutes = 0 })},
		"steps[1].minutes is 600": {"score", spoilt(func(l *lesson.Lesson) { l.Steps[1].Minutes = 6000 })}, // 100 hours
		"which is no step":        {"score", spoilt(func(l *lesson.Lesson) { l.Steps[1].After = []lesson.After{{Step: "nobody"}} })},
	} {
		code, _, errs := shell(t, "", args...)
		if code != badInput || !strings.Contains(errs, says) {
			t.Errorf("%v: exit %d %q, want %q", args[1:], code, errs, says)
		}
	}
	code, out, errs := shell(t, "", "score", spoilt(func(l *lesson.Lesson) {
		l.Steps[1].After = []lesson.After{{Step: "lights"}}
		l.Steps[3].After = []lesson.After{{Step: "ridge"}}
	}))
	if code != fine || !strings.Contains(out, "In no order can these waits be kept: step 2 (pull straight down, Ridge), step 4 (tap, Trees).") {
		t.Errorf("exit %d %s%s", code, out, errs)
	}
}
