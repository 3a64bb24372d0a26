package demo_test

import (
	"bytes"
	"context"
	"math"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/mend"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
	"proxenos/core/spectrum"
)

// spoils are ways in which a sound script goes wrong in a hurry.
var spoils = []struct {
	name  string
	spoil func(l *lesson.Lesson)
}{
	{"a far step late", func(l *lesson.Lesson) {
		for i, s := range l.Steps {
			if p := l.PlaneOf(s); p > 0 && s.Technique == lesson.PullDown || s.Technique == lesson.Tap {
				for j := i + 2; j < len(l.Steps); j++ {
					if l.PlaneOf(l.Steps[j]) > p+1 && len(l.Steps[j].Mixtures) > 0 {
						steps := append(append([]lesson.Step{}, l.Steps[:i]...), l.Steps[i+1:j+1]...)
						l.Steps = append(append(steps, s), l.Steps[j+1:]...)
						return
					}
				}
			}
		}
	}},
	{"every tool carried on", func(l *lesson.Lesson) {
		for i := range l.Steps {
			if len(l.Steps[i].Mixtures) > 0 {
				l.Steps[i].Care = lesson.CarryOn
			}
		}
	}},
	{"no pauses", func(l *lesson.Lesson) {
		var kept []lesson.Step
		for _, s := range l.Steps {
			if s.Technique != lesson.Wait && s.Technique != lesson.Blot {
				kept = append(kept, s)
			}
		}
		l.Steps = kept
	}},
	{"timid loads", func(l *lesson.Lesson) {
		for i, s := range l.Steps {
			if s.Load == lesson.FullLoad && s.Technique.Marks() && i%2 == 0 {
				l.Steps[i].Load = lesson.ThinLoad
			}
		}
	}},
	{"far values alike", func(l *lesson.Lesson) {
		first := ""
		for _, s := range l.Steps {
			if len(s.Mixtures) == 0 || l.PlaneOf(s) < 1 {
				continue
			}
			if first == "" {
				first = s.Mixtures[0]
				continue
			}
			if s.Mixtures[0] != first {
				from, _ := l.Mixture(first)
				for k := range l.Mixtures {
					if slices.Contains(s.Mixtures, l.Mixtures[k].ID) {
						l.Mixtures[k].Parts = from.Parts
					}
				}
				return
			}
		}
	}},
}

// slow are more of them, which are tried when all are asked for.
var slow = []struct {
	name  string
	spoil func(l *lesson.Lesson)
}{
	{"the light turned, and the lights left where they were", func(l *lesson.Lesson) {
		l.Light.From = math.Mod(l.Light.From+180, 360)
	}},
	{"a corner that leaks", func(l *lesson.Lesson) {
		w, h := l.Support.Width, l.Support.Height
		near := l.Planes[len(l.Planes)-1].ID
		l.Zones = append(slices.Clone(l.Zones), lesson.Zone{ID: "leak", Name: "Leak", Plane: near, Kind: lesson.Field, Outline: []lesson.Point{{X: 0, Y: h}, {X: 0, Y: 0.82 * h}, {X: 0.2 * w, Y: h}}})
		glare(l, "leak", lesson.LongPull, 15)
	}},
	{"a rival light", func(l *lesson.Lesson) {
		x, y := 0.12*l.Support.Width, 0.62*l.Support.Height
		near := l.Planes[len(l.Planes)-1].ID
		l.Zones = append(slices.Clone(l.Zones), lesson.Zone{ID: "rival", Name: "Rival", Plane: near, Kind: lesson.Rock, Outline: []lesson.Point{{X: x, Y: y}, {X: x + 18, Y: y}, {X: x + 20, Y: y + 14}, {X: x - 3, Y: y + 13}}})
		glare(l, "rival", lesson.LongPull, 10)
	}},
}

// glare paints a zone in a white that nothing else has, last of all.
func glare(l *lesson.Lesson, zone string, t lesson.Technique, width float64) {
	tool, _ := l.ToolFor(t, width)
	l.Mixtures = append(l.Mixtures, lesson.Mixture{ID: zone, Name: "Glare", Parts: []lesson.Part{{Paint: "PW6", Parts: 20}, {Paint: l.Palette[len(l.Palette)-1], Parts: 0.1}}})
	l.Steps = append(l.Steps, lesson.Step{ID: zone, Zone: zone, Where: lesson.Whole, Technique: t, Tool: tool.ID, Mixtures: []string{zone},
		Load: lesson.HeavyLoad, Pressure: lesson.Lightly, Care: lesson.Fresh, Cover: 1.5, Minutes: 2})
}

// all asks for every lesson, which takes minutes; otherwise the one with the shortest
// session is spoiled, in every second way.
const all = "PROXENOS_ALL"

func TestSpoiledDemosAreFoundAndMended(t *testing.T) {
	ctx := context.Background()
	files, err := filepath.Glob("*.json")
	if err != nil {
		t.Fatal(err)
	}
	for _, file := range files {
		data, err := os.ReadFile(file)
		if err != nil {
			t.Fatal(err)
		}
		made, err := lesson.Decode(data)
		if err != nil {
			t.Fatal(err)
		}
		if !strings.HasPrefix(file, "poplars") && os.Getenv(all) == "" {
			continue
		}
		original, err := rehearse.Run(ctx, made, rehearse.CoarseCell, nil)
		if err != nil {
			t.Fatal(err)
		}
		ways := spoils
		if os.Getenv(all) != "" {
			ways = append(slices.Clone(spoils), slow...)
		}
		for k, way := range ways {
			if k%2 == 1 && os.Getenv(all) == "" {
				continue
			}
			l := *made
			l.Steps = append([]lesson.Step{}, l.Steps...)
			l.Mixtures = append([]lesson.Mixture{}, l.Mixtures...)
			way.spoil(&l)
			before, err := rehearse.Run(ctx, &l, rehearse.CoarseCell, nil)
			if err != nil {
				t.Fatal(err)
			}
			list, err := rule.Check(&rule.Context{Context: ctx, Lesson: &l, Rehearsal: before})
			if err != nil {
				t.Fatal(err)
			}
			found, spoiled := len(rule.Unaccepted(list)), apart(original, before)
			var m mend.Mending
			out, err := m.Mend(ctx, &l)
			if err != nil {
				t.Fatal(err)
			}
			open := len(out.Open)
			if len(out.Edit) > 0 {
				next, undo, err := lesson.Apply(&l, out.Edit)
				if err != nil {
					t.Fatal(err)
				}
				if back, _, err := lesson.Apply(next, undo); err != nil || !bytes.Equal(lesson.Encode(back), lesson.Encode(&l)) {
					t.Errorf("%s, %s: undone it is another lesson (%v)", made.Title, way.name, err)
				}
			}
			for _, f := range out.Open {
				t.Logf("   left: %s %s", f.Rule, f.Says)
			}
			last, err := m.Coarse(ctx, out.Lesson)
			if err != nil {
				t.Fatal(err)
			}
			if mended := apart(original, last); mended > spoiled+0.3 {
				t.Errorf("%s, %s: the picture is ΔE00 %.1f from the original, was %.1f", made.Title, way.name, mended, spoiled)
			}
			if crossed(last) > crossed(before)+0.5 {
				t.Errorf("%s, %s: %.1f cm of edge to repair, was %.1f", made.Title, way.name, crossed(last), crossed(before))
			}
			t.Logf("%s, %s: %d found, %d left; mean ΔE00 from the original %.1f, mended %.1f", made.Title, way.name, found, open, spoiled, apart(original, last))
			if found == 0 {
				t.Errorf("%s, %s: nothing is found", made.Title, way.name)
			}
			if os.Getenv(all) == "" && open > 0 {
				t.Errorf("%s, %s: %d left", made.Title, way.name, open)
			}
		}
	}
}

// crossed is how far what is farther runs over what is nearer, cm.
func crossed(r *rehearse.Rehearsal) (sum float64) {
	for _, p := range r.Reports {
		sum += p.Crossed.Edge
	}
	return sum
}

// apart is the mean ΔE00 between two finished canvases.
func apart(a, b *rehearse.Rehearsal) (sum float64) {
	var n float64
	for y := 0; y < a.Final.H; y += 3 {
		for x := 0; x < a.Final.W; x += 3 {
			sum += spectrum.DeltaE(a.Final.Colour(x, y), b.Final.Colour(x, y))
			n++
		}
	}
	return sum / n
}
