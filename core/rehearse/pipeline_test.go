package rehearse_test

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"reflect"
	"runtime"
	"testing"
	"time"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
	"proxenos/internal/wait"
)

// demos are all demo lessons.
func demos(t testing.TB) map[string]*lesson.Lesson {
	t.Helper()
	files, err := filepath.Glob("../../demo/*.json")
	if err != nil || len(files) < 4 {
		t.Fatalf("%d demo lessons, %v", len(files), err)
	}
	out := map[string]*lesson.Lesson{}
	for _, name := range files {
		data, err := os.ReadFile(name)
		if err != nil {
			t.Fatal(err)
		}
		l, err := lesson.Decode(data)
		if err != nil {
			t.Fatal(err)
		}
		out[filepath.Base(name)] = l
	}
	return out
}

func sameReports(t *testing.T, name string, a, b *rehearse.Rehearsal) {
	t.Helper()
	for i := range a.Reports {
		if !reflect.DeepEqual(a.Reports[i], b.Reports[i]) {
			t.Errorf("%s: step %s\n%+v\n%+v", name, a.Lesson.Steps[i].ID, a.Reports[i], b.Reports[i])
		}
	}
}

// Steps painted side by side give what they give one after the other, to the bit,
// on one core and on several, time after time.
func TestTheResultDoesNotDependOnTheCores(t *testing.T) {
	for name, l := range demos(t) {
		before := runtime.GOMAXPROCS(1)
		one := run(t, l, 1)
		runtime.GOMAXPROCS(max(4, before))
		many, again := run(t, l, 1), run(t, l, 1)
		runtime.GOMAXPROCS(before)
		for _, r := range []*rehearse.Rehearsal{many, again} {
			if !bytes.Equal(one.Final.Show(film.Paint, 0).Pix, r.Final.Show(film.Paint, 0).Pix) {
				t.Errorf("%s: another picture on several cores", name)
			}
			sameReports(t, name, one, r)
		}
	}
}

// Looking into a step paints it again, by itself: at its end the canvas must be the
// one that the next step began on.
func TestAStepSeenByItselfEndsWhereTheNextBegins(t *testing.T) {
	for name, l := range demos(t) {
		r := run(t, l, 1)
		for i := range l.Steps[:len(l.Steps)-1] {
			end := l.Start(i + 1)
			if !l.Steps[i].Technique.Marks() || l.Steps[i].Medium.Acrylic {
				continue // these work at the step's end
			}
			within, after := r.At(end-1e-9).Show(film.Flat, 0), r.At(end).Show(film.Flat, 0)
			var differ int
			for k := range after.Pix {
				// Within a step amounts are not rounded yet to what is kept of them: a level of 256.
				if a, b := within.Pix[k], after.Pix[k]; max(a, b)-min(a, b) > 1 {
					differ++
				}
			}
			// The very last stroke falls on the boundary.
			if differ > len(after.Pix)/40 {
				t.Errorf("%s, %s: %.1f %% of the canvas differ at the end of the step", name, l.Steps[i].ID, 100*float64(differ)/float64(len(after.Pix)))
			}
		}
	}
}

// long is a lesson of many steps.
func long(steps int) *lesson.Lesson {
	l := sample.Lesson()
	kinds := l.Steps
	l.Steps = nil
	for i := range steps {
		s := kinds[i%len(kinds)]
		s.ID, s.Minutes, s.Care = fmt.Sprintf("s%d", i), 0.5, lesson.Wipe
		l.Steps = append(l.Steps, s)
	}
	return l
}

func TestFiveHundredStepsAreBounded(t *testing.T) {
	l := long(500)
	r := run(t, l, 1)
	if len(r.Reports) != 500 {
		t.Fatalf("%d reports", len(r.Reports))
	}
	l.Steps = append(l.Steps, l.Steps[0])
	l.Steps[500].ID = "one-too-many"
	if err := lesson.Check(l); err == nil {
		t.Error("501 steps are taken")
	}
}

func TestAbsurdLoadsAreBounded(t *testing.T) {
	l := sample.Lesson()
	for i := range l.Steps {
		l.Steps[i].Cover, l.Steps[i].Load, l.Steps[i].Pressure = 3, lesson.HeavyLoad, lesson.Firmly
	}
	l.Support.Width, l.Support.Height = 1500, 1500
	for i := range l.Zones {
		l.Zones[i].Outline = []lesson.Point{{X: 0, Y: 0}, {X: 1500, Y: 0}, {X: 1500, Y: 1500}, {X: 0, Y: 1500}}
	}
	l.Tools[0].Width, l.Tools[1].Width = 150, 0.5
	start := time.Now()
	r := run(t, l, 0.25)
	touches := 0
	for _, p := range r.Reports {
		touches += p.Touches
	}
	if touches > 4*40e6 {
		t.Errorf("%d touches in %v", touches, time.Since(start))
	}
}

// A rehearsal that is stopped leaves nothing behind.
func TestStoppingLeavesNoGoroutineAndNoMemory(t *testing.T) {
	l, _ := sample.Terraces(t)
	left := func() (goroutines int, heap uint64) {
		runtime.GC()
		runtime.GC() // what pools hold goes with the second one
		var m runtime.MemStats
		runtime.ReadMemStats(&m)
		return runtime.NumGoroutine(), m.HeapAlloc
	}
	goroutines, heap := left()
	for after := range 6 {
		ctx, cancel := context.WithCancel(context.Background())
		_, err := rehearse.Run(ctx, l, 1, func(done, _ int) {
			if done > 3*after {
				cancel()
			}
		})
		cancel()
		if !errors.Is(err, context.Canceled) {
			t.Errorf("stopped after %d steps it says %v", 3*after, err)
		}
	}
	wait.Until(t, fmt.Sprintf("%d goroutines and %d kB are left", goroutines, heap>>10), func() bool {
		g, h := left()
		return g <= goroutines && h <= heap+8<<20
	})
}

func TestAnEmptyZoneAndAnOversizedToolAreRefused(t *testing.T) {
	l := sample.Lesson()
	l.Zones[0].Outline = []lesson.Point{{X: 10, Y: 10}, {X: 10.1, Y: 10}, {X: 10, Y: 10.1}}
	if err := lesson.Check(l); err == nil {
		t.Error("a zone without area is taken")
	}
	l = sample.Lesson()
	l.Tools[0].Width = 120
	if err := lesson.Check(l); err == nil {
		t.Error("a brush wider than the canvas is taken")
	}
}

func TestStepAndBeforeViews(t *testing.T) {
	l := sample.Lesson()
	r := run(t, l, 1)
	end := l.Start(2)
	if !bytes.Equal(r.Show(rehearse.Before, end, 0).Pix, r.Show(film.Paint, l.Start(1), 0).Pix) {
		t.Error("before a step is not the canvas at its start")
	}
	only := r.Show(rehearse.ThisStep, end, 0)
	if r0, g0, b0, _ := only.At(50, 5).RGBA(); r0 != g0 || g0 != b0 {
		t.Error("the sky shows where only the ridge should")
	}
	if r1, _, b1, _ := only.At(50, 38).RGBA(); r1 == b1 {
		t.Error("the ridge does not show by itself")
	}
	// Nothing is meant before anything is painted; afterwards most is as meant.
	dark := func(minute float64) (n int) {
		img := r.Show(rehearse.Mud, minute, 0)
		for i := 0; i < len(img.Pix); i += 4 {
			if img.Pix[i] < 90 {
				n++
			}
		}
		return n
	}
	if n := dark(l.Start(1)); n > 300 {
		t.Errorf("%d cells of a clean sky are shown as mud", n)
	}
}

// BenchmarkDemos rehearses every demo lesson on 800 x 600 cells.
func BenchmarkDemos(b *testing.B) {
	for name, l := range demos(b) {
		b.Run(name, func(b *testing.B) {
			for b.Loop() {
				run(b, l, rehearse.FineCell)
			}
			b.ReportMetric(float64(len(l.Steps)), "steps")
		})
	}
}

// BenchmarkThirty rehearses the first thirty steps of the demo lesson.
func BenchmarkThirty(b *testing.B) {
	l, _ := sample.Terraces(b)
	l.Steps = l.Steps[:30]
	for b.Loop() {
		run(b, l, rehearse.FineCell)
	}
}

// BenchmarkCores rehearses the demo lesson on one core and on all; the ratio is what
// the second core is worth.
func BenchmarkCores(b *testing.B) {
	l, _ := sample.Terraces(b)
	all := runtime.GOMAXPROCS(0)
	for _, n := range []int{1, all} {
		b.Run(fmt.Sprintf("%d", n), func(b *testing.B) {
			runtime.GOMAXPROCS(n)
			defer runtime.GOMAXPROCS(all)
			for b.Loop() {
				run(b, l, rehearse.FineCell)
			}
		})
	}
}

// BenchmarkAgain changes the first step of the last fifth and goes on from there.
func BenchmarkAgain(b *testing.B) {
	l, _ := sample.Terraces(b)
	first := run(b, l, rehearse.FineCell)
	at := len(l.Steps) * 4 / 5
	next, _, err := lesson.Apply(l, lesson.Change{Step: func() lesson.Step { s := l.Steps[at]; s.Cover *= 1.1; return s }()})
	if err != nil {
		b.Fatal(err)
	}
	for b.Loop() {
		if _, err := rehearse.Again(context.Background(), first, next, rehearse.FineCell, nil); err != nil {
			b.Fatal(err)
		}
	}
}

// BenchmarkTry is the preview of one changed step, fine and coarse.
func BenchmarkTry(b *testing.B) {
	l, _ := sample.Terraces(b)
	for _, cell := range []float64{rehearse.FineCell, rehearse.CoarseCell} {
		first := run(b, l, cell)
		at := len(l.Steps) / 2
		next, _, err := lesson.Apply(l, lesson.Change{Step: func() lesson.Step { s := l.Steps[at]; s.Cover *= 1.1; return s }()})
		if err != nil {
			b.Fatal(err)
		}
		b.Run(fmt.Sprintf("%gmm", cell), func(b *testing.B) {
			for b.Loop() {
				if _, err := rehearse.Try(context.Background(), first, next, l.Steps[at].ID); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}

// BenchmarkCells rehearses on cells of several sizes: time should follow the touches.
func BenchmarkCells(b *testing.B) {
	l, _ := sample.Terraces(b)
	for _, cell := range []float64{0.35, 0.5, 1} {
		b.Run(fmt.Sprintf("%gmm", cell), func(b *testing.B) {
			var r *rehearse.Rehearsal
			for b.Loop() {
				r = run(b, l, cell)
			}
			touches := 0
			for _, p := range r.Reports {
				touches += p.Touches
			}
			b.ReportMetric(float64(r.Final.W*r.Final.H)/1e6, "Mcells")
			b.ReportMetric(float64(touches)/1e6, "Mtouches")
			b.ReportMetric(float64(b.Elapsed().Nanoseconds())/float64(b.N)/float64(touches), "ns/touch")
			b.ReportMetric(float64(r.Bytes())/(1<<20), "MB")
		})
	}
}
