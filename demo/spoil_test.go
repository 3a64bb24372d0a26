package demo_test

import (
	"bytes"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/mend"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
	"proxenos/core/rule/book"
	"proxenos/core/spectrum"
	"proxenos/core/starter"
)

// all asks for every lesson in every way, which takes half an hour; otherwise the demo with the
// shortest session is spoiled in every second of the first ways, and one beginning in one.
const all = "PROXENOS_ALL"

// outcome is what mending made of a spoiled lesson.
type outcome struct {
	found, left     int
	spoiled, mended float64 // mean ΔE00 from the picture before it was spoiled
}

// mendSpoiled spoils a sound lesson in a way, mends it, and holds what comes of it to what mending
// never does: nothing farther over anything nearer, no picture much farther from the one meant, and
// nothing that one undo does not take back to the byte.
func mendSpoiled(t *testing.T, made *lesson.Lesson, way book.Spoil) (o outcome) {
	t.Helper()
	ctx := t.Context()
	original, err := rehearse.Run(ctx, made, rehearse.CoarseCell, nil)
	if err != nil {
		t.Fatal(err)
	}
	l := way.Spoiled(made)
	before, err := rehearse.Run(ctx, l, rehearse.CoarseCell, nil)
	if err != nil {
		t.Fatal(err)
	}
	list, err := rule.Check(&rule.Context{Context: ctx, Lesson: l, Rehearsal: before})
	if err != nil {
		t.Fatal(err)
	}
	var m mend.Mending
	out, err := m.Mend(ctx, l)
	if err != nil {
		t.Fatal(err)
	}
	last, err := m.Coarse(ctx, out.Lesson)
	if err != nil {
		t.Fatal(err)
	}
	if len(out.Edit) > 0 {
		next, undo, err := lesson.Apply(l, out.Edit)
		if err != nil {
			t.Fatal(err)
		}
		if back, _, err := lesson.Apply(next, undo); err != nil || !bytes.Equal(lesson.Encode(back), lesson.Encode(l)) {
			t.Errorf("%s, %s: undone it is another lesson (%v)", made.Title, way.Name, err)
		}
	}
	o = outcome{len(rule.Unaccepted(list)), len(out.Open), apart(original, before), apart(original, last)}
	if crossed(last) > crossed(before)+0.5 {
		t.Errorf("%s, %s: %.1f cm of edge to repair, was %.1f", made.Title, way.Name, crossed(last), crossed(before))
	}
	if o.mended > o.spoiled+0.3 {
		t.Errorf("%s, %s: the picture is ΔE00 %.1f from the original, was %.1f", made.Title, way.Name, o.mended, o.spoiled)
	}
	t.Logf("%s, %s: %d found, %d left; mean ΔE00 from the original %.1f, mended %.1f", made.Title, way.Name, o.found, o.left, o.spoiled, o.mended)
	for _, f := range out.Open {
		t.Logf("   left: %s %s", f.Rule, f.Says)
	}
	return o
}

func TestSpoiledDemosAreFoundAndMended(t *testing.T) {
	files, err := filepath.Glob("*.json")
	if err != nil {
		t.Fatal(err)
	}
	every := os.Getenv(all) != ""
	for _, file := range files {
		if !strings.HasPrefix(file, "poplars") && !every {
			continue
		}
		data, err := os.ReadFile(file)
		if err != nil {
			t.Fatal(err)
		}
		made, err := lesson.Decode(data)
		if err != nil {
			t.Fatal(err)
		}
		for k, way := range book.Spoils() {
			if !every && (k%2 == 1 || k >= firstWays) {
				continue
			}
			o := mendSpoiled(t, made, way)
			if o.found == 0 {
				t.Errorf("%s, %s: nothing is found", made.Title, way.Name)
			}
			if !every && (o.left > 0 || o.mended > o.spoiled+0.2) {
				t.Errorf("%s, %s: %d left, and the picture is ΔE00 %.1f from the original, was %.1f", made.Title, way.Name, o.left, o.mended, o.spoiled)
			}
		}
	}
}

// firstWays is how many ways to spoil a lesson are tried without being asked for all.
const firstWays = 5

// Beginnings, nine scenes in three ways each.
func TestSpoiledBeginningsAreMended(t *testing.T) {
	every := os.Getenv(all) != ""
	ways := book.Spoils()
	for i, k := range starter.Kinds() {
		if !every && starter.Kind(k.ID) != starter.Fields {
			continue
		}
		made, _, err := starter.Sound(t.Context(), starter.Wish{Kind: starter.Kind(k.ID), Method: lesson.WetBase, Width: 300, Height: 240, Seed: 2}, nil)
		if err != nil {
			t.Fatal(err)
		}
		for n := range 3 {
			if !every && n > 0 {
				break
			}
			mendSpoiled(t, made, ways[(i+3*n)%len(ways)])
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
