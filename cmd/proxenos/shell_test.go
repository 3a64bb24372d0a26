package main

import (
	"bytes"
	"context"
	"encoding/json"
	"image/png"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/paint"
	"proxenos/export/cgats"
)

const demoLesson = "../../demo/terraces-above-ondrel-water.json"

// shell runs a command line and returns its exit code and what it printed.
func shell(t *testing.T, in string, args ...string) (code int, out, errs string) {
	t.Helper()
	var o, e bytes.Buffer
	code = execute(context.Background(), args, strings.NewReader(in), &o, &e)
	return code, o.String(), e.String()
}

func write(t *testing.T, l *lesson.Lesson) string {
	t.Helper()
	name := filepath.Join(t.TempDir(), "lesson.json")
	if err := os.WriteFile(name, lesson.Encode(l), 0o600); err != nil {
		t.Fatal(err)
	}
	return name
}

func TestRehearseWritesThePictureAtAMinute(t *testing.T) {
	name, dir := write(t, sample.Lesson()), t.TempDir()
	frame := func(file string, args ...string) []byte {
		out := filepath.Join(dir, file)
		if code, _, errs := shell(t, "", append([]string{"rehearse", name, "-o", out}, args...)...); code != fine {
			t.Fatalf("%v: exit %d %s", args, code, errs)
		}
		data, err := os.ReadFile(out)
		if err != nil {
			t.Fatal(err)
		}
		return data
	}
	a, b := frame("a.png", "--at", "6m", "--width", "300"), frame("b.png", "--at", "20", "--width", "300")
	if bytes.Equal(a, b) {
		t.Error("minute 6 and minute 20 are the same picture")
	}
	if !bytes.Equal(b, frame("c.png", "--at", "20m", "--width", "300")) {
		t.Error("the same command gave other bytes")
	}
	if !bytes.Equal(b, frame("d.png", "--width", "300")) {
		t.Error("without --at it is not the end")
	}
	for _, view := range []string{"grey", "value", "squint", "wet", "thick", "mud", "covered", "step", "before", "bulb"} {
		if bytes.Equal(b, frame("v.png", "--width", "300", "--view", view)) {
			t.Errorf("the %s view looks like paint", view)
		}
	}
	img, err := png.Decode(bytes.NewReader(b))
	if err != nil || img.Bounds().Dx() != 300 || img.Bounds().Dy() != 225 {
		t.Errorf("%v %v", img.Bounds(), err)
	}
}

func TestMarksWritesTheSheet(t *testing.T) {
	out := filepath.Join(t.TempDir(), "marks.png")
	if code, _, errs := shell(t, "", "marks", "-o", out); code != fine {
		t.Fatalf("exit %d %s", code, errs)
	}
	data, err := os.ReadFile(out)
	if err != nil {
		t.Fatal(err)
	}
	if img, err := png.Decode(bytes.NewReader(data)); err != nil || img.Bounds().Dx() < 1500 {
		t.Errorf("%v %v", img, err)
	}
	for _, args := range [][]string{{"marks"}, {"marks", "extra", "-o", out}, {"marks", "-o", "/nowhere/at/all.png"}} {
		if code, _, errs := shell(t, "", args...); code != badInput || strings.Count(errs, "\n") != 1 {
			t.Errorf("%v: exit %d %q", args, code, errs)
		}
	}
}

func TestMixFindsRecipes(t *testing.T) {
	code, out, errs := shell(t, "", "mix", "--target", "#8d9bb0", "--paints", "PW6,PB29,PBr7/burnt-sienna,PY43")
	if code != fine || !strings.Contains(out, "Titanium white") || !strings.Contains(out, "Lay out") {
		t.Errorf("exit %d %s%s", code, out, errs)
	}
	code, out, _ = shell(t, "", "mix", "--lab", "60,-2,-12", "--max-paints", "3", "--parts", "16", "--json")
	var answer struct {
		Reached bool
		Recipes []struct {
			Delta float64
			Parts []struct{ Parts float64 }
		}
	}
	if err := json.Unmarshal([]byte(out), &answer); err != nil || code != fine || !answer.Reached || len(answer.Recipes) == 0 {
		t.Fatalf("exit %d, %v: %s", code, err, out)
	}
	for _, r := range answer.Recipes {
		var sum float64
		for _, p := range r.Parts {
			sum += p.Parts
		}
		if len(r.Parts) > 3 || sum > 16.001 {
			t.Errorf("%+v", r)
		}
	}
	if code, out, _ := shell(t, "", "mix", "--lab", "80,-4,-12", "--paints", "PW6,PB15:3", "--ml", "4"); code != fine || !strings.Contains(out, "Let phthalo blue down") {
		t.Errorf("measured out: exit %d\n%s", code, out)
	}
	if code, out, _ := shell(t, "", "mix", "--lab", "80,-4,-12", "--paints", "PW6,PB15:3", "--ml", "4", "--json"); code != fine || !strings.Contains(out, `"batch"`) {
		t.Errorf("measured out as JSON: exit %d\n%s", code, out)
	}
	if code, out, _ := shell(t, "", "mix", "--lab", "45,60,30", "--paints", "PW6,PBk9"); code != fine || !strings.Contains(out, "Out of reach") {
		t.Errorf("exit %d %s", code, out)
	}
	for _, args := range [][]string{
		{"mix"}, {"mix", "--target", "blue"}, {"mix", "--lab", "1,2"}, {"mix", "--lab", "x,y,z"}, {"mix", "--lab", "NaN,0,0"}, {"mix", "--lab", "50,0,0", "--target", "#ffffff"},
		{"mix", "--lab", "50,0,0", "--paints", ""}, {"mix", "--lab", "50,0,0", "--paints", "PW6,PW6"}, {"mix", "--lab", "50,0,0", "--paints", "PX9"},
		{"mix", "--lab", "50,0,0", "--max-paints", "9"}, {"mix", "--lab", "50,0,0", "--ml", "-2"}, {"mix", "--lab", "50,0,0", "--parts", "0x"}, {"mix", "extra", "--lab", "50,0,0"},
	} {
		if code, _, errs := shell(t, "", args...); code != badInput || strings.Count(errs, "\n") != 1 {
			t.Errorf("%v: exit %d %q", args, code, errs)
		}
	}
}

func TestSupplyTellsPilesAndTubes(t *testing.T) {
	name := write(t, sample.Lesson())
	code, out, errs := shell(t, "", "supply", name, "--students", "12", "--json")
	var a struct {
		Students int
		Piles    []struct{ LayOut float64 }
		Tubes    []struct{ Each, All float64 }
	}
	if err := json.Unmarshal([]byte(out), &a); err != nil || code != fine || a.Students != 12 || len(a.Piles) != 4 || len(a.Tubes) == 0 {
		t.Fatalf("exit %d %s %v", code, errs, err)
	}
	if _, out, _ := shell(t, "", "supply", name, "--csv"); !strings.HasPrefix(out, "paint,name,ml each,ml all\nPW6,") {
		t.Errorf("%s", out)
	}
	if _, out, _ := shell(t, "", "supply", name); !strings.Contains(out, "Titanium white") || !strings.Contains(out, "mm across") {
		t.Errorf("%s", out)
	}
	for _, args := range [][]string{{"supply"}, {"supply", name, "--students", "0"}, {"supply", name, "--loss", "2"}, {"supply", name, "--json", "--csv"}} {
		if code, _, errs := shell(t, "", args...); code != badInput || strings.Count(errs, "\n") != 1 {
			t.Errorf("%v: exit %d %q", args, code, errs)
		}
	}
}

func TestTraceAndBegin(t *testing.T) {
	dir := t.TempDir()
	begun := filepath.Join(dir, "dusk.json")
	if code, _, errs := shell(t, "", "begin", "dusk", "--method", "direct", "--size", "300x225", "--title", "Evening", "-o", begun); code != fine {
		t.Fatalf("begin: exit %d %s", code, errs)
	}
	if code, out, errs := shell(t, "", "check", begun); code != fine || !strings.Contains(out, "Evening") || !strings.Contains(out, "0 stop, 0 caution") {
		t.Errorf("what was begun: exit %d %s%s", code, out, errs)
	}
	for _, name := range []string{"a.svg", "a.pdf"} {
		file := filepath.Join(dir, name)
		if code, _, errs := shell(t, "", "trace", begun, "--grid", "50", "--mirror", "-o", file); code != fine {
			t.Errorf("%s: exit %d %s", name, code, errs)
		}
		if data, err := os.ReadFile(file); err != nil || len(data) < 500 {
			t.Errorf("%s: %d bytes, %v", name, len(data), err)
		}
	}
	for _, args := range [][]string{
		{"begin"}, {"begin", "city"}, {"begin", "lake", "--size", "wide"}, {"begin", "lake", "--size", "10x10"}, {"begin", "lake", "--method", "fresco"},
		{"trace", begun}, {"trace", begun, "-o", "a.txt"}, {"trace", begun, "--grid", "1", "-o", filepath.Join(dir, "b.svg")}, {"trace", begun, "--paper", "a0", "-o", filepath.Join(dir, "b.pdf")}, {"trace", "-o", "a.svg"},
	} {
		if code, _, errs := shell(t, "", args...); code != badInput || strings.Count(errs, "\n") != 1 {
			t.Errorf("%v: exit %d %q", args, code, errs)
		}
	}
}

func TestSwatchWritesSpectra(t *testing.T) {
	count := func(args ...string) int {
		code, out, errs := shell(t, "", append([]string{"swatch"}, args...)...)
		if code != fine {
			t.Fatalf("%v: exit %d %s", args, code, errs)
		}
		samples, err := cgats.Read(strings.NewReader(out))
		if err != nil {
			t.Fatal(err)
		}
		return len(samples)
	}
	if n := count(); n != 2*len(paint.Keys())-1 { // white has no tint
		t.Errorf("%d spectra of the catalogue", n)
	}
	if n := count(write(t, sample.Lesson())); n != len(sample.Lesson().Mixtures) {
		t.Errorf("%d spectra of a lesson", n)
	}
	_, exact, _ := shell(t, "", "swatch")
	_, metered, _ := shell(t, "", "swatch", "--meter", "7")
	if again := count("--meter", "7"); again != count() || exact == metered || !strings.Contains(metered, "simulated meter 7") {
		t.Errorf("%d spectra from the meter", again)
	}
	for _, args := range [][]string{{"swatch", "--meter", "-3"}, {"swatch", "a", "b"}, {"swatch", "nowhere.json"}, {"swatch", "-o", "/nowhere/at/all"}} {
		if code, _, errs := shell(t, "", args...); code != badInput || strings.Count(errs, "\n") != 1 {
			t.Errorf("%v: exit %d %q", args, code, errs)
		}
	}
}

func TestCheckExitsByWhatItFinds(t *testing.T) {
	code, out, errs := shell(t, "", "check", demoLesson)
	if code != fine || !strings.Contains(out, "0 stop") {
		t.Errorf("the demo lesson: exit %d\n%s%s", code, out, errs)
	}
	// The far ridge after the far trees.
	swapped := filepath.Join(t.TempDir(), "swapped.json")
	if code, _, errs := shell(t, `{"edit":"move","step":"near-ridge","to":11}`, "edit", demoLesson, "-", "-o", swapped); code != fine {
		t.Fatalf("edit: exit %d %s", code, errs)
	}
	code, out, _ = shell(t, "", "check", "--json", swapped)
	var list []struct {
		Rule     string
		Says     string
		Figure   float64
		Remedies []struct{ Edit struct{ Edit string } }
	}
	if err := json.Unmarshal([]byte(out), &list); err != nil || code != findings || len(list) == 0 {
		t.Fatalf("exit %d, %v", code, err)
	}
	if list[0].Rule != "order.back-to-front" || !strings.Contains(list[0].Says, "cm of edge to repair") || list[0].Figure < 5 || list[0].Remedies[0].Edit.Edit != "move" {
		t.Errorf("%+v", list[0])
	}
}

func TestCheckAsksCupboardAndRuns(t *testing.T) {
	name, dir := filepath.Join(t.TempDir(), "ridge.json"), t.TempDir()
	if err := os.WriteFile(name, lesson.Encode(sample.Lesson()), 0o600); err != nil {
		t.Fatal(err)
	}
	file := func(name, text string) string {
		path := filepath.Join(dir, name)
		if err := os.WriteFile(path, []byte(text), 0o600); err != nil {
			t.Fatal(err)
		}
		return path
	}
	blue := file("blue.csv", "what,item,mm,amount\npeople,,,3\npaint,PB29,,900\npaint,PW6,,0\n")
	slow := file("slow.json", `[{"taught":"2026-05-01","took":[{"step":"sky","minutes":9}]}]`)
	code, out, errs := shell(t, "", "check", "--cupboard", blue, "--runs", slow, name)
	if code != fine || !strings.Contains(out, "Titanium white is not in the cupboard; 3 people need") || !strings.Contains(out, "planned for 5 minutes and took 9") {
		t.Errorf("exit %d\n%s%s", code, out, errs)
	}
	for says, args := range map[string][]string{
		"no such file":    {"--cupboard", filepath.Join(dir, "none.csv")},
		"comma-separated": {"--cupboard", slow},
		"give a list of":  {"--runs", blue},
		"run 1: taught":   {"--runs", file("odd.json", `[{"taught":"may"}]`)},
	} {
		if code, _, errs := shell(t, "", append([]string{"check", name}, args...)...); code != badInput || !strings.Contains(errs, says) || strings.Count(errs, "\n") != 1 {
			t.Errorf("%v: exit %d %q, want %q", args, code, errs, says)
		}
	}
}

// The figure of film.mud falls with more load, or with a blot before.
func TestMudAnswersToTheShell(t *testing.T) {
	l := sample.Lesson()
	l.Steps[2].Load, l.Steps[2].Cover = lesson.HeavyLoad, 3
	l.Steps[3] = sample.Step("lights", "trees", lesson.LongPull, "filbert10", "light")
	l.Steps[3].Load = lesson.MediumLoad
	figure := func(name string) float64 {
		_, out, _ := shell(t, "", "check", "--json", name)
		var list []struct {
			Rule   string
			Figure float64
		}
		if err := json.Unmarshal([]byte(out), &list); err != nil {
			t.Fatal(err)
		}
		for _, f := range list {
			if f.Rule == "film.mud" {
				return f.Figure
			}
		}
		return 0
	}
	muddy := figure(write(t, l))
	heavy := l.Steps[3]
	heavy.Load = lesson.HeavyLoad
	blot := sample.Step("blot", "trees", lesson.Blot, "towel")
	blot.Minutes = 12
	for name, e := range map[string]lesson.Edit{"more load": lesson.Change{Step: heavy}, "a blot": lesson.Insert{At: 3, Step: blot}} {
		next, _, err := lesson.Apply(l, e)
		if err != nil {
			t.Fatal(err)
		}
		if got := figure(write(t, next)); muddy < 15 || got > muddy-1 {
			t.Errorf("%s: ΔE %.1f, before %.1f", name, got, muddy)
		}
	}
}

func TestBadInputExitsTwoAndSaysWhere(t *testing.T) {
	good := string(lesson.Encode(sample.Lesson()))
	name := write(t, sample.Lesson())
	for _, c := range []struct {
		in   string
		args []string
		says string
	}{
		{"", []string{"paint"}, `"paint" is not a command`},
		{"", []string{"check"}, "name one lesson file"},
		{"", []string{"check", "/nowhere.json"}, "/nowhere.json"},
		{"", []string{"check", "--loud", name}, "loud"},
		{"{", []string{"check", "-"}, "-: line 1, column"},
		{"{}", []string{"check", "-"}, "format is 0"},
		{strings.Replace(good, "criss-cross", "zigzag", 1), []string{"check", "-"}, "steps[0].technique"},
		{strings.Replace(good, `"minutes": 5`, `"minutes": -5`, 1), []string{"rehearse", "-", "-o", "x.png"}, "steps[0].minutes is -5"},
		{strings.Repeat(" ", 5<<20), []string{"check", "-"}, "larger than 4 MB"},
		{"", []string{"rehearse", name}, "-o out.png"},
		{"", []string{"rehearse", name, "-o", "x.png", "--at", "-3"}, `--at is "-3"`},
		{"", []string{"rehearse", name, "-o", "x.png", "--at", "NaN"}, `--at is "NaN"`},
		{"", []string{"rehearse", name, "-o", "x.png", "--width", "99999"}, "16 to 4000"},
		{"", []string{"rehearse", name, "-o", "x.png", "--view", "xray"}, "xray"},
		{"", []string{"rehearse", name, "-o", "/nowhere/x.png"}, "/nowhere/x.png"},
		{`{"edit":"remove","step":"nobody"}`, []string{"edit", name, "-"}, "nobody"},
		{"", []string{"serve", "--listen"}, "listen"},
	} {
		code, _, errs := shell(t, c.in, c.args...)
		if code != badInput || !strings.Contains(errs, c.says) || strings.Count(errs, "\n") != 1 {
			t.Errorf("%v: exit %d, %q; wanted one line with %q", c.args, code, errs, c.says)
		}
	}
}

func TestSchemaAndHelp(t *testing.T) {
	code, out, _ := shell(t, "", "schema")
	if code != fine || !json.Valid([]byte(out)) {
		t.Errorf("schema: exit %d", code)
	}
	if code, out, _ := shell(t, "", "help"); code != fine || !strings.Contains(out, "proxenos rehearse") {
		t.Errorf("help: exit %d %s", code, out)
	}
	for _, c := range commands() {
		if code, out, _ := shell(t, "", c.name, "--help"); code != fine || !strings.Contains(out, "proxenos "+c.name) || !strings.Contains(out, c.about) {
			t.Errorf("%s --help: exit %d %s", c.name, code, out)
		}
	}
	if code, out, _ := shell(t, "", "serve", "-h"); code != fine || !strings.Contains(out, "--allow-network") || !strings.Contains(out, "PROXENOS_LISTEN") {
		t.Errorf("serve -h: exit %d %s", code, out)
	}
	if code, out, _ := shell(t, "", "notices"); code != fine || !strings.Contains(out, "standard library") {
		t.Errorf("notices: exit %d", code)
	}
	if code, _, errs := shell(t, "", "work", "--jobs", "many"); code != badInput || !strings.Contains(errs, "work --help") {
		t.Errorf("a flag that is none: exit %d %s", code, errs)
	}
}
