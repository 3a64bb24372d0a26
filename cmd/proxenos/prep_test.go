package main

import (
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"proxenos/core/class"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/export/paper"
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

func TestHandoutsFromAShell(t *testing.T) {
	folder := t.TempDir()
	name, pdf := filepath.Join(folder, "lesson.json"), filepath.Join(folder, "x.pdf")
	if err := os.WriteFile(name, lesson.Encode(sample.Lesson()), 0o600); err != nil {
		t.Fatal(err)
	}
	pages := func(args ...string) int {
		code, out, errs := shell(t, "", append(args, name, "-o", pdf)...)
		body, err := os.ReadFile(pdf)
		n := paper.Count(body)
		if code != fine || err != nil || !strings.Contains(out, fmt.Sprintf("%d pages", n)) {
			t.Errorf("%v: exit %d, %s%s %v", args, code, out, errs, err)
		}
		return n
	}
	steps := len(sample.Lesson().Steps)
	if n := pages("cards", "--paper", "letter", "--inches"); n != (steps+3)/4 {
		t.Errorf("%d sheets of cards for %d steps", n, steps)
	}
	if n := pages("cards", "--two"); n != (steps+1)/2 {
		t.Errorf("%d sheets of two cards for %d steps", n, steps)
	}
	if all, some := pages("pack", "--students", "12"), pages("pack", "--only", "score,safety"); all < 12 || some != 2 {
		t.Errorf("%d pages of the pack, %d of two handouts", all, some)
	}
	for says, args := range map[string][]string{
		"ends in .pdf":    {"cards", name},
		"name one lesson": {"pack", "-o", pdf},
		"is not known":    {"pack", name, "-o", pdf, "--only", "banner"},
		"use a4 or":       {"cards", name, "-o", pdf, "--paper", "a0"},
		"can be written":  {"cards", name, "-o", filepath.Join(folder, "none", "x.pdf")},
		"people is 0":     {"pack", name, "-o", pdf, "--students", "0"},
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
