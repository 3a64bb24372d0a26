package mark_test

import (
	"math"
	"math/rand/v2"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/mark"
	"proxenos/core/scene"
)

func TestAPileIsNotStirredToTheLastStreak(t *testing.T) {
	half := []float32{0.45, 0.45, 0.1, 0, 0}
	load := func(s mark.Stray) (all []float64, sum float64) {
		b := brush(lesson.Flat, 40)
		b.Load(mark.Dip{Left: half, Filling: mark.Filling{Tip: 1, Heel: 1}, Need: 10, Stray: s})
		all = make([]float64, 5)
		b.Contents(all)
		for _, v := range all {
			sum += v
		}
		return all, sum
	}
	plain, took := load(mark.Stray{})
	var least, most float64 = 1, 0
	for seed := range uint64(12) {
		got, all := load(mark.Stray{Dip: 0.12, Tuft: 0.25, Seed: 31 * seed})
		if math.Abs(all-took) > 0.002*took || math.Abs(got[2]-plain[2]) > 0.002*took {
			t.Errorf("it takes %.4f ml with %.4f of oil, even paint %.4f with %.4f", all, got[2], took, plain[2])
		}
		least, most = min(least, got[0]/all), max(most, got[0]/all)
	}
	if most-least < 0.02 || least < 0.35 || most > 0.55 {
		t.Errorf("of 45 %% of white a dip takes from %.0f to %.0f %%", 100*least, 100*most)
	}
}

func TestASoftRimFades(t *testing.T) {
	l := sample.Lesson()
	z := lesson.Zone{ID: "z", Kind: lesson.Field, Outline: []lesson.Point{{X: 20, Y: 20}, {X: 80, Y: 20}, {X: 80, Y: 60}, {X: 20, Y: 60}}}
	// wide is how many cells across its left rim hold some paint but less than half of what lies
	// well inside.
	wide := func(soft float64, kind lesson.ToolKind) (n float64) {
		f := bare(4)
		b := brush(kind, 25)
		b.Load(mark.Dip{Left: onlyBlue, Filling: mark.Filling{Tip: 1, Heel: 0.8}, Need: 10})
		h := mark.Hand{Film: f, Brush: b, Pressure: 0.64, Rng: rand.New(rand.NewPCG(1, 1)), Within: scene.Zone(l, z), Soft: soft}
		h.Make(mark.Stroke{Path: []lesson.Point{{X: 5, Y: 40}, {X: 95, Y: 40}}, From: 1, To: 1})
		for y := 65; y < 95; y++ {
			inside := 0.0
			for x := 55; x < 65; x++ {
				inside += float64(f.Thickness(x, y)) / 10
			}
			for x := 20; x < 60; x++ {
				if h := float64(f.Thickness(x, y)); h > 0.3 && h < 0.5*inside {
					n += 1.0 / 30
				}
			}
		}
		return n
	}
	hard, near, far := wide(0, lesson.Flat), wide(0.7, lesson.Flat), wide(4.5, lesson.Flat)
	if far < near+1.5 || near < hard-0.5 {
		t.Errorf("the rim fades over %.1f cells hard, %.1f at hand, %.1f far away", hard, near, far)
	}
	if blade := wide(4.5, lesson.Knife); blade > 0.6*far {
		t.Errorf("a blade fades over %.1f cells, a brush over %.1f", blade, far)
	}
}
