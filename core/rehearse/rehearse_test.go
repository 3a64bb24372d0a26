package rehearse_test

import (
	"bytes"
	"context"
	"errors"
	"math"
	"reflect"
	"testing"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
)

func run(t testing.TB, l *lesson.Lesson, cell float64) *rehearse.Rehearsal {
	t.Helper()
	if err := lesson.Check(l); err != nil {
		t.Fatal(err)
	}
	r, err := rehearse.Run(context.Background(), l, cell, nil)
	if err != nil {
		t.Fatal(err)
	}
	return r
}

func picture(r *rehearse.Rehearsal, minute float64) []byte {
	return r.At(minute).Show(film.Paint, 0).Pix
}

func TestTheSameLessonIsTheSamePainting(t *testing.T) {
	a, b := run(t, sample.Lesson(), 0.5), run(t, sample.Lesson(), 0.5)
	for _, minute := range []float64{0, 2.5, 7, 12.5, 20} {
		if !bytes.Equal(picture(a, minute), picture(b, minute)) {
			t.Errorf("minute %v differs between two rehearsals", minute)
		}
	}
	other := sample.Lesson()
	other.Seed++
	if bytes.Equal(picture(a, 20), picture(run(t, other, 0.5), 20)) {
		t.Error("another seed paints the same")
	}
}

func TestTheCanvasGrowsWithinAStep(t *testing.T) {
	r := run(t, sample.Lesson(), 0.5)
	last := -1.0
	for minute := 0.0; minute <= 5; minute += 1 {
		v := r.At(minute).Volume()
		if v <= last {
			t.Errorf("minute %v has %.3f ml on the canvas, the one before %.3f", minute, v, last)
		}
		last = v
	}
}

func TestLookingBackAndForthChangesNothing(t *testing.T) {
	r := run(t, sample.Lesson(), 0.5)
	want := map[float64][]byte{}
	for _, m := range []float64{1, 3.5, 8, 19} {
		want[m] = picture(run(t, sample.Lesson(), 0.5), m)
	}
	for _, m := range []float64{3.5, 1, 19, 8, 3.5, 1} {
		if !bytes.Equal(picture(r, m), want[m]) {
			t.Errorf("minute %v depends on what was looked at before", m)
		}
	}
	if !bytes.Equal(picture(r, 20), picture(r, 5000)) {
		t.Error("after the end is not the finished picture")
	}
}

func reseeded(z lesson.Zone) lesson.Zone {
	z.Seed, z.Ragged = 7, 3
	return z
}

// Going on from an earlier rehearsal must be the same as starting over.
func TestAgainEqualsRun(t *testing.T) {
	first := run(t, sample.Lesson(), 0.5)
	for name, e := range map[string]lesson.Edit{
		"last step":    lesson.SetMinutes{Step: "lights", Minutes: 2},
		"middle step":  lesson.SetMinutes{Step: "ridge", Minutes: 8},
		"order":        lesson.Move{Step: "trees", To: 1},
		"late mixture": lesson.SetPart{Mixture: "light", Paint: "PW6", Parts: 2},
		"words only":   lesson.Accept{Finding: lesson.OnPurpose{Rule: "film.mud", Where: "lights", Reason: "x"}},
		"removed":      lesson.Remove{Step: "lights"},
		"near zone":    lesson.Reshape{Zone: "trees", Outline: []lesson.Point{{X: 0, Y: 50}, {X: 99, Y: 44}, {X: 99, Y: 75}, {X: 0, Y: 75}}},
		"new zone":     lesson.SetZone{Zone: lesson.Zone{ID: "rock", Name: "Rock", Plane: "near", Kind: lesson.Rock, Outline: []lesson.Point{{X: 10, Y: 60}, {X: 20, Y: 60}, {X: 15, Y: 70}}}},
		"another seed": lesson.SetZone{Zone: reseeded(sample.Lesson().Zones[2])},
		"the light":    lesson.SetScene{Light: lesson.Light{From: 300, Height: 20}, View: sample.Lesson().View},
		"zone":         lesson.Reshape{Zone: "ridge", Outline: []lesson.Point{{X: 0, Y: 40}, {X: 99, Y: 30}, {X: 99, Y: 52}}},
	} {
		l, _, err := lesson.Apply(sample.Lesson(), e)
		if err != nil {
			t.Fatal(err)
		}
		again, err := rehearse.Again(context.Background(), first, l, 0.5, nil)
		if err != nil {
			t.Fatal(err)
		}
		fresh := run(t, l, 0.5)
		if !bytes.Equal(picture(again, l.Minutes()), picture(fresh, l.Minutes())) {
			t.Errorf("%s: going on paints another picture", name)
		}
		for i := range fresh.Reports {
			if !reflect.DeepEqual(again.Reports[i], fresh.Reports[i]) {
				t.Errorf("%s: report of %s\n%+v\n%+v", name, l.Steps[i].ID, again.Reports[i], fresh.Reports[i])
			}
		}
	}
}

// What a step says that it laid and lifted is what the canvas gained.
func TestVolumeIsConserved(t *testing.T) {
	l := sample.Lesson()
	r := run(t, l, 0.5)
	before := 0.0
	for i, p := range r.Reports {
		after := r.At(l.Start(i + 1)).Volume()
		if diff := math.Abs(after - before - p.On + p.Off); diff > 0.001*p.On {
			t.Errorf("%s: canvas gained %.5f ml, on %.5f, off %.5f", p.Step, after-before, p.On, p.Off)
		}
		before = after
	}
}

// lightOverDark is a light tapped over a thick wet dark.
func lightOverDark() *lesson.Lesson {
	l := sample.Lesson()
	l.Steps = []lesson.Step{
		sample.Step("dark", "trees", lesson.LongPull, "flat20", "dark"),
		sample.Step("light", "trees", lesson.LongPull, "filbert10", "light"),
	}
	l.Steps[0].Load, l.Steps[0].Cover = lesson.HeavyLoad, 3
	l.Steps[1].Load = lesson.ThinLoad
	return l
}

func TestThinLightOverWetDarkTurnsToMud(t *testing.T) {
	report := func(change func(l *lesson.Lesson)) rehearse.Report {
		l := lightOverDark()
		change(l)
		r := run(t, l, 0.5)
		return r.Reports[l.Step("light")]
	}
	mud := report(func(*lesson.Lesson) {})
	if mud.Mud < 0.5 || mud.Delta < 15 {
		t.Fatalf("a thin light over wet dark: %.0f %% mud, ΔE %.1f", 100*mud.Mud, mud.Delta)
	}
	if mud.Off < mud.On {
		t.Errorf("it lifted %.3f ml and left %.3f", mud.Off, mud.On)
	}
	insert := func(technique lesson.Technique, tool string, minutes float64) func(*lesson.Lesson) {
		return func(l *lesson.Lesson) {
			s := sample.Step("first", "trees", technique, tool)
			s.Minutes = minutes
			l.Steps = []lesson.Step{l.Steps[0], s, l.Steps[1]}
		}
	}
	for name, change := range map[string]func(*lesson.Lesson){
		"more load": func(l *lesson.Lesson) { l.Steps[1].Load = lesson.HeavyLoad },
		"soft hair": func(l *lesson.Lesson) { l.Steps[1].Tool, l.Steps[1].Load = "soft20", lesson.FullLoad },
		"blot":      insert(lesson.Blot, "towel", 12),
		"wait":      insert(lesson.Wait, "", 150),
		"scrape":    insert(lesson.Scrape, "knife", 1),
		"less dark": func(l *lesson.Lesson) { l.Steps[0].Load, l.Steps[0].Cover = lesson.LightLoad, 0.6 },
	} {
		if got := report(change); got.Delta > mud.Delta-1 {
			t.Errorf("%s: ΔE %.1f, no better than %.1f", name, got.Delta, mud.Delta)
		}
	}
	light := report(func(l *lesson.Lesson) { l.Steps[1].Load, l.Steps[1].Pressure = lesson.HeavyLoad, lesson.Barely })
	firm := report(func(l *lesson.Lesson) { l.Steps[1].Load, l.Steps[1].Pressure = lesson.HeavyLoad, lesson.Firmly })
	if light.Mud >= firm.Mud {
		t.Errorf("barely touching leaves %.0f %% mud, pressing firmly %.0f %%", 100*light.Mud, 100*firm.Mud)
	}
}

func TestADirtyBrushCarriesTheLastColourAlong(t *testing.T) {
	dirt := func(care lesson.Care) float64 {
		l := sample.Lesson()
		l.Steps = []lesson.Step{
			sample.Step("dark", "trees", lesson.LongPull, "filbert10", "dark"),
			sample.Step("light", "sky", lesson.LongPull, "filbert10", "light"),
		}
		l.Steps[1].Care, l.Steps[1].Load = care, lesson.MediumLoad
		return run(t, l, 0.5).Reports[1].Delta
	}
	if carried, wiped, fresh := dirt(lesson.CarryOn), dirt(lesson.Wipe), dirt(lesson.Fresh); carried < wiped+2 || wiped < fresh {
		t.Errorf("off its colour by ΔE %.1f unwiped, %.1f wiped, %.1f fresh", carried, wiped, fresh)
	}
}

func TestFeatherSoftensAnEdgeByLessThanItsWidth(t *testing.T) {
	edge := func(feather bool) (width float64) {
		l := sample.Lesson()
		l.Zones[0].Outline = []lesson.Point{{X: 0, Y: 0}, {X: 100, Y: 0}, {X: 100, Y: 35}, {X: 0, Y: 35}}
		l.Zones[2].Outline = []lesson.Point{{X: 0, Y: 35}, {X: 100, Y: 35}, {X: 100, Y: 75}, {X: 0, Y: 75}}
		l.Steps = []lesson.Step{sample.Step("up", "sky", lesson.LongPull, "flat20", "sky"), sample.Step("down", "trees", lesson.LongPull, "flat20", "dark")}
		if feather {
			s := sample.Step("soft", "trees", lesson.Feather, "mop")
			s.Where, s.Pressure, s.Cover = lesson.Crest, lesson.Lightly, 3
			l.Steps = append(l.Steps, s)
		}
		f := run(t, l, 0.5).Final
		light := func(y int) (mean float64) {
			for x := 40; x < 160; x++ {
				mean += f.Colour(x, y).L / 120
			}
			return mean
		}
		high, low := light(50), light(100)
		for y := 40; y < 120; y++ {
			if v := light(y); v < high-0.1*(high-low) && v > low+0.1*(high-low) {
				width += 0.5
			}
		}
		return width
	}
	hard, soft := edge(false), edge(true)
	if soft <= hard || soft > 20 {
		t.Errorf("the edge is %.1f mm wide, feathered %.1f mm with a 20 mm mop", hard, soft)
	}
}

func TestCancelStopsARehearsal(t *testing.T) {
	ctx, cancel := context.WithCancel(context.Background())
	_, err := rehearse.Run(ctx, sample.Lesson(), 0.5, func(done, _ int) {
		if done == 2 {
			cancel()
		}
		if done > 2 {
			t.Error("it went on after the cancel")
		}
	})
	if !errors.Is(err, context.Canceled) {
		t.Errorf("error is %v", err)
	}
}

func TestTryTellsWhatWouldHappen(t *testing.T) {
	l := lightOverDark()
	r := run(t, l, 1)
	next, _, err := lesson.Apply(l, lesson.SetMinutes{Step: "light", Minutes: 9})
	if err != nil {
		t.Fatal(err)
	}
	next.Steps[1].Load = lesson.HeavyLoad
	got, err := rehearse.Try(context.Background(), r, next, "light")
	if err != nil {
		t.Fatal(err)
	}
	want := run(t, next, 1).Reports[1]
	want.Hidden, want.Sight, want.Meets, want.Over = 0, rehearse.Box{}, nil, 0 // known at the end
	if !reflect.DeepEqual(got, want) {
		t.Errorf("tried\n%+v, done\n%+v", got, want)
	}
	if _, err := rehearse.Try(context.Background(), r, next, "nobody"); err == nil {
		t.Error("a step that is not there was tried")
	}
}

func TestAHugeCanvasIsBounded(t *testing.T) {
	l := sample.Lesson()
	l.Support.Width, l.Support.Height = 1500, 1500
	l.Steps = l.Steps[:1]
	if f := run(t, l, 0.25).Final; f.W*f.H > rehearse.MaxCells*101/100 {
		t.Errorf("%d cells", f.W*f.H)
	}
}

func TestEveryMethodOfBaseAndSurfaceRuns(t *testing.T) {
	for _, base := range []lesson.BaseKind{lesson.NoBase, lesson.WhiteBase, lesson.ClearBase} {
		for _, surface := range []lesson.Surface{lesson.Canvas, lesson.FineCanvas, lesson.Linen, lesson.GessoPanel, lesson.SmoothPanel} {
			l := sample.Lesson()
			l.Base = lesson.Base{Kind: base, Thickness: 12, Zones: []string{"sky"}}
			l.Support.Surface = surface
			r := run(t, l, 1)
			if wet := r.At(0).Read(50, 10).Body; (wet > 0) != (base != lesson.NoBase) {
				t.Errorf("%s: %.1f µm of base in the sky", base, wet)
			}
			if wet := r.At(0).Read(50, 70).Body; wet > 0 {
				t.Errorf("%s: %.1f µm of base outside its zone", base, wet)
			}
		}
	}
}

// BenchmarkLesson rehearses the demo lesson on 800 x 600 cells.
func BenchmarkLesson(b *testing.B) {
	l, _ := sample.Terraces(b)
	touches := 0
	for b.Loop() {
		r := run(b, l, rehearse.FineCell)
		touches = 0
		for _, p := range r.Reports {
			touches += p.Touches
		}
	}
	b.ReportMetric(float64(b.Elapsed().Nanoseconds())/float64(b.N)/float64(touches), "ns/touch")
	b.ReportMetric(float64(touches)/1e6, "Mtouches")
}

// BenchmarkFrame shows the demo lesson within a step, as while scrubbing.
func BenchmarkFrame(b *testing.B) {
	l, _ := sample.Terraces(b)
	r := run(b, l, rehearse.FineCell)
	minute := 0.0
	for b.Loop() {
		minute += 0.5
		if minute > r.Lesson.Minutes() {
			minute = 0.5
		}
		r.At(minute).Show(film.Paint, 800)
	}
}
