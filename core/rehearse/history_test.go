package rehearse

import (
	"bytes"
	"context"
	"errors"
	"reflect"
	"testing"

	"proxenos/core/fault"
	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/mark"
	"proxenos/core/scene"
)

// layers is the sample with acrylic below, a towel, a drying and tools that are used again.
func layers() *lesson.Lesson {
	l := sample.Lesson()
	block := sample.Step("block", "trees", lesson.RubIn, "flat20", "dark")
	block.Medium.Acrylic = true
	blot := sample.Step("blot", "trees", lesson.Blot, "towel")
	dry := lesson.Step{ID: "dry", Where: lesson.Whole, Technique: lesson.Dry, Minutes: 5, Days: 2, Mixtures: []string{}, Load: lesson.MediumLoad, Pressure: lesson.Lightly, Care: lesson.Fresh, Cover: 1}
	again, last := l.Steps[3], l.Steps[3]
	again.ID, again.Care, last.ID, last.Care = "again", lesson.CarryOn, "last", lesson.Wipe
	l.Steps = append([]lesson.Step{block}, append(l.Steps, again, blot, last, dry, sample.Step("veil", "ridge", lesson.Scumble, "filbert10", "light"))...)
	return l
}

// again makes r what is read when it was written down.
func again(t *testing.T, r *Rehearsal, most int) {
	t.Helper()
	data, err := r.Encode(most)
	if err != nil {
		t.Fatal(err)
	}
	read, err := Decode(data)
	if err != nil {
		t.Fatal(err)
	}
	if !reflect.DeepEqual(read.Reports, r.Reports) || !reflect.DeepEqual(read.Owner, r.Owner) || read.Lesson.Hash() != r.Lesson.Hash() {
		t.Error("reports, owners or lesson are others")
	}
	if most < 1<<20 && len(data) > 4*most {
		t.Errorf("%d bytes were asked for and %d are written", most, len(data))
	}
	r.stages, r.every, r.last, r.Final, r.tools, r.cursor = read.stages, read.every, read.last, read.Final, read.tools, cursor{}
}

func TestADamagedRehearsalIsRefused(t *testing.T) {
	r, err := Run(context.Background(), layers(), CoarseCell, nil)
	if err != nil {
		t.Fatal(err)
	}
	good, err := r.Encode(1 << 30)
	if err != nil {
		t.Fatal(err)
	}
	for name, spoil := range map[string]func(b []byte) []byte{
		"nothing":      func([]byte) []byte { return nil },
		"cut short":    func(b []byte) []byte { return b[:len(b)/2] },
		"a bit turned": func(b []byte) []byte { b[len(b)/2] ^= 4; return b },
		"a sum alone":  func(b []byte) []byte { return b[:32] },
	} {
		if _, err := Decode(spoil(bytes.Clone(good))); err == nil {
			t.Errorf("%s: it is taken", name)
		}
	}
}

// A rehearsal that has let most of its canvases go, or has put them away, shows and goes on
// as one that has them all.
func TestCanvasesThatWereLetGoArePaintedAgain(t *testing.T) {
	l := layers()
	all, err := Run(context.Background(), l, CoarseCell, nil)
	if err != nil {
		t.Fatal(err)
	}
	for name, prepare := range map[string]func(r *Rehearsal){
		"every fourth is kept":        func(r *Rehearsal) { r.thin(); r.thin() },
		"put away":                    func(r *Rehearsal) { r.PutAway() },
		"every second, and put away":  func(r *Rehearsal) { r.thin(); r.PutAway() },
		"put away, and looked at too": func(r *Rehearsal) { r.PutAway(); r.At(7); r.PutAway() },
		"written down and read":       func(r *Rehearsal) { again(t, r, 1<<30) },
		"written down in little":      func(r *Rehearsal) { again(t, r, 100_000) },
	} {
		few, err := Run(context.Background(), l, CoarseCell, nil)
		if err != nil {
			t.Fatal(err)
		}
		prepare(few)
		if few.Bytes() >= all.Bytes() {
			t.Errorf("%s: it takes %d bytes of %d", name, few.Bytes(), all.Bytes())
		}
		for minute := 0.0; minute <= l.Minutes(); minute += 1.5 {
			if !bytes.Equal(all.Show(film.Flat, minute, 0).Pix, few.Show(film.Flat, minute, 0).Pix) {
				t.Errorf("%s: another picture at minute %g", name, minute)
			}
		}
		for i := range l.Steps {
			longer := *l
			longer.Steps = append([]lesson.Step(nil), l.Steps...)
			longer.Steps[i].Cover *= 0.8
			a, err := Again(context.Background(), all, &longer, CoarseCell, nil)
			if err != nil {
				t.Fatal(err)
			}
			b, err := Again(context.Background(), few, &longer, CoarseCell, nil)
			if err != nil {
				t.Fatal(err)
			}
			if !reflect.DeepEqual(a.Reports, b.Reports) || !bytes.Equal(a.Show(film.Flat, 1e6, 0).Pix, b.Show(film.Flat, 1e6, 0).Pix) {
				t.Errorf("%s: gone on from step %d it is another picture", name, i+1)
			}
		}
	}
}

// A fault in the middle of a step ends the rehearsal, and nothing else.
func TestAFaultInAStepIsAnError(t *testing.T) {
	l := sample.Lesson()
	r := &Rehearsal{Lesson: l, times: l.Clock(), regions: map[string]*scene.Region{}, Reports: make([]Report, len(l.Steps))}
	f, err := r.prepare(l, CoarseCell)
	if err != nil {
		t.Fatal(err)
	}
	f.SettleAll()
	f.Freeze()
	plans := make(chan *stage, len(l.Steps))
	for i := range l.Steps {
		plans <- r.plan(i, f.N)
	}
	bad := r.plan(1, f.N)
	bad.plan.Strokes[3].Shade = -200
	<-plans
	plans <- bad
	var caught *fault.Fault
	if err := newPipeline(r, f, map[string]*mark.Brush{}, &meter{}).paint(context.Background(), 0, len(l.Steps), plans, func(int) {}); !errors.As(err, &caught) {
		t.Errorf("it ends with %v", err)
	}
}
