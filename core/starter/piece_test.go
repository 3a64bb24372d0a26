package starter_test

import (
	"bytes"
	"context"
	"testing"

	"proxenos/core/compose"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/starter"
)

func TestPiecesFitIntoALesson(t *testing.T) {
	l, _ := sample.Terraces(t)
	for _, p := range starter.Pieces() {
		b, err := starter.PutIn(context.Background(), l, p.ID, 20)
		if err != nil {
			t.Errorf("%s: %v", p.ID, err)
			continue
		}
		next, undo, err := lesson.Apply(l, b.Edit.Edit)
		if err != nil {
			t.Errorf("%s: %v", p.ID, err)
			continue
		}
		if len(next.Steps) <= len(l.Steps) || next.Steps[19].ID != l.Steps[19].ID || len(b.Notes) == 0 {
			t.Errorf("%s: %d steps of %d, notes %q", p.ID, len(next.Steps), len(l.Steps), b.Notes)
		}
		for _, m := range next.Mixtures {
			for _, part := range m.Parts {
				if _, there := l.Mixture(m.ID); !there && !contains(l.Palette, part.Paint) {
					t.Errorf("%s: %s needs %s, which is not laid out", p.ID, m.ID, part.Paint)
				}
			}
		}
		if back, _, err := lesson.Apply(next, undo); err != nil || !bytes.Equal(lesson.Encode(back), lesson.Encode(l)) {
			t.Errorf("%s is not taken back: %v", p.ID, err)
		}
	}
	if _, err := starter.PutIn(context.Background(), l, "castle", 0); err == nil {
		t.Error("a piece that nobody knows is put in")
	}
}

func contains(list []string, s string) bool {
	for _, o := range list {
		if o == s {
			return true
		}
	}
	return false
}

func TestBringingStepsFromAnotherLesson(t *testing.T) {
	ctx := context.Background()
	l := sample.Lesson()
	from, _ := sample.Terraces(t)
	ids := []string{from.Steps[9].ID, from.Steps[10].ID} // the near ridge and its light
	b, err := compose.Bring(ctx, l, from, ids, 2)
	if err != nil {
		t.Fatal(err)
	}
	next, _, err := lesson.Apply(l, b.Edit.Edit)
	if err != nil {
		t.Fatal(err)
	}
	if len(next.Steps) != 6 || next.Steps[2].Technique != from.Steps[9].Technique || next.PlaneOf(next.Steps[2]) != 1 {
		t.Errorf("%+v", next.Steps[2])
	}
	for _, p := range next.Zones[len(next.Zones)-1].Outline {
		if p.X > 100 || p.Y > 75 {
			t.Errorf("it reaches to %v on a canvas of 100 by 75", p)
		}
	}
	again, err := compose.Bring(ctx, next, next, []string{"sky"}, 0) // of itself: nothing but the step is new
	if err != nil {
		t.Fatal(err)
	}
	if all := again.Edit.Edit.(lesson.All); len(all) != 1 {
		t.Errorf("a step of the lesson itself brings %d edits: %q", len(all), again.Notes)
	}
	for name, bad := range map[string]func() error{
		"no steps":           func() error { _, err := compose.Bring(ctx, l, from, nil, 0); return err },
		"steps of elsewhere": func() error { _, err := compose.Bring(ctx, l, from, []string{"nobody"}, 0); return err },
		"a place off":        func() error { _, err := compose.Bring(ctx, l, from, ids, 9); return err },
	} {
		if bad() == nil {
			t.Errorf("%s: brought all the same", name)
		}
	}
}
