package main

import (
	"encoding/json"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"proxenos/core/class"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
)

func TestAClassIsPreparedFromAShell(t *testing.T) {
	folder := t.TempDir()
	name, table := filepath.Join(folder, "lesson.json"), filepath.Join(folder, "cupboard.csv")
	for file, body := range map[string][]byte{name: lesson.Encode(sample.Lesson()), table: []byte("what,item,mm,amount,sold\ncurrency,€,,,\npaint,PW6,,3,37@5.20\ngood,roll,2100,4,1@14\n")} {
		if err := os.WriteFile(file, body, 0o600); err != nil {
			t.Fatal(err)
		}
	}
	code, out, errs := shell(t, "", "prep", name, "--students", "12", "--cupboard", table, "--when", "2027-10-31T01:30", "--zone", "CET", "--json")
	var p class.Prep
	if err := json.Unmarshal([]byte(out), &p); code != fine || err != nil || p.Sets != 14.2 || len(p.Lines) < 8 || p.Cutting == nil || p.Cost.Currency != "€" {
		t.Fatalf("exit %d, %v, %s: %+v", code, err, errs, p)
	}
	if _, out, _ := shell(t, "", "prep", name, "--students", "12", "--cupboard", table); !strings.Contains(out, "Titanium white") || !strings.Contains(out, "14 pieces from") || !strings.Contains(out, "does not certify") {
		t.Error(out)
	}
	for says, args := range map[string][]string{
		"name one lesson": {"prep"},
		"people is 0":     {"prep", name, "--students", "0"},
		"people is 201":   {"prep", name, "--students", "201"},
		"--when":          {"prep", name, "--when", "thursday"},
		"--zone":          {"prep", name, "--when", "2027-10-31T01:30", "--zone", "Mars"},
		"--level":         {"prep", name, "--level", "master"},
		"no such file":    {"prep", name, "--cupboard", filepath.Join(folder, "none.csv")},
		"no column":       {"prep", name, "--cupboard", name},
		"--roll 2100":     {"cut", "--pieces", "3"},
		"two sides":       {"cut", "--roll", "2100", "--size", "400"},
		"give two":        {"cut", "--sheet", "1000x700x3"},
		"wider roll":      {"cut", "--roll", "300", "--margin", "40"},
		"not wanted here": {"air", "please"},
		"volume is 1":     {"air", "--room", "1"},
		"give 0 to 1000":  {"air", "--jars", "-1"},
	} {
		if code, _, errs := shell(t, "", args...); code != badInput || !strings.Contains(errs, says) || strings.Count(errs, "\n") != 1 {
			t.Errorf("%v: exit %d, %q", args, code, errs)
		}
	}
}

func TestCutsAndAirFromAShell(t *testing.T) {
	if code, out, _ := shell(t, "", "cut", "--pieces", "14", "--size", "400x300", "--margin", "40", "--roll", "2100"); code != fine || !strings.HasPrefix(out, "1340 mm of roll") || strings.Count(out, "\n") != 15 {
		t.Errorf("exit %d: %s", code, out)
	}
	if code, out, _ := shell(t, "", "cut", "--pieces", "5", "--margin", "0", "--sheet", "1000x700"); code != fine || !strings.HasPrefix(out, "1 sheets") {
		t.Errorf("exit %d: %s", code, out)
	}
	if code, out, _ := shell(t, "", "air", "--jars", "12", "--rate", "400", "--changes", "0", "--limit", "50"); code != fine || !strings.Contains(out, "minutes above 50") || !strings.Contains(out, "does not certify") {
		t.Errorf("exit %d: %s", code, out)
	}
}
