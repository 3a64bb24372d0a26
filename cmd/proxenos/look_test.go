package main

import (
	"encoding/json"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
)

// A canvas with a fault is photographed and looked at from a shell, with its plan and without.
func TestAPhotographIsLookedAtFromAShell(t *testing.T) {
	dir := t.TempDir()
	file, shot, pdf := filepath.Join(dir, "lesson.json"), filepath.Join(dir, "a.jpg"), filepath.Join(dir, "a.pdf")
	if err := os.WriteFile(file, lesson.Encode(sample.Lesson()), 0o600); err != nil {
		t.Fatal(err)
	}
	code, out, errs := shell(t, "", "camera", file, "--fault", "warm:far:14", "--seed", "3", "--width", "1000", "--truth", "-o", shot)
	var truth struct {
		Corners []struct{ X, Y float64 }
	}
	if err := json.Unmarshal([]byte(out), &truth); code != fine || err != nil || len(truth.Corners) != 4 {
		t.Fatalf("exit %d, %v: %s%s", code, err, out, errs)
	}
	code, out, errs = shell(t, "", "look", file, shot, "-o", pdf)
	if code != fine || !strings.Contains(out, "too warm") || !strings.Contains(out, "light known by tape") {
		t.Errorf("exit %d: %s%s", code, out, errs)
	}
	if body, err := os.ReadFile(pdf); err != nil || !strings.HasPrefix(string(body), "%PDF") {
		t.Errorf("report: %v", err)
	}
	if code, out, errs := shell(t, "", "look", file, shot, "--json", "--wet"); code != fine || !json.Valid([]byte(out)) {
		t.Errorf("exit %d: %s%s", code, out, errs)
	}
	if code, out, errs := shell(t, "", "look", shot); code != fine || out == "" {
		t.Errorf("alone: exit %d: %s%s", code, out, errs)
	}
	// What cannot be read is said in one line.
	forged, small := filepath.Join(dir, "forged.jpg"), filepath.Join(dir, "small.jpg")
	body, err := os.ReadFile(shot)
	if err != nil {
		t.Fatal(err)
	}
	for name, data := range map[string][]byte{forged: body[:2000], small: []byte("\xff\xd8\xff\xe0 no picture")} {
		if err := os.WriteFile(name, data, 0o600); err != nil {
			t.Fatal(err)
		}
	}
	for _, args := range [][]string{
		{"look"}, {"look", file, forged}, {"look", file, small}, {"look", file, file}, {"look", shot, shot}, {"look", file, shot, "--by", "moon"}, {"look", file, shot, "-o", "a.txt"}, {"look", shot, "--size", "big"}, {"look", file, shot, "--days", "-1"},
		{"camera", file}, {"camera", file, "-o", shot, "--fault", "mood:sky"}, {"camera", file, "-o", shot, "--fault", "value:nowhere"}, {"camera", file, "-o", shot, "--width", "9"}, {"camera", file, "-o", shot, "--student", "expert"},
	} {
		if code, _, errs := shell(t, "", args...); code != badInput || strings.Count(strings.TrimSpace(errs), "\n") > 0 {
			t.Errorf("%v: exit %d: %s", args, code, errs)
		}
	}
}
