package demo_test

import (
	"context"
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
		for k, way := range spoils {
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
			for _, f := range out.Open {
				t.Logf("   left: %s %s", f.Rule, f.Says)
			}
			last, err := m.Coarse(ctx, out.Lesson)
			if err != nil {
				t.Fatal(err)
			}
			if crossed(last) > crossed(before)+0.5 {
				t.Errorf("%s, %s: %.1f cm of edge to repair, was %.1f", made.Title, way.name, crossed(last), crossed(before))
			}
			t.Logf("%s, %s: %d found, %d left; mean ΔE00 from the original %.1f, mended %.1f", made.Title, way.name, found, open, spoiled, apart(original, last))
			if found == 0 {
				t.Errorf("%s, %s: nothing is found", made.Title, way.name)
			}
			if mended := apart(original, last); os.Getenv(all) == "" && (open > 0 || mended > spoiled+0.2) {
				t.Errorf("%s, %s: %d left, and the picture is ΔE00 %.1f from the original, was %.1f", made.Title, way.name, open, mended, spoiled)
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
