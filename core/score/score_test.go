package score_test

import (
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/score"
)

func TestRowsFollowTheScript(t *testing.T) {
	l := sample.Lesson()
	wait := sample.Step("wait", "", lesson.Wait, "")
	blot := sample.Step("blot", "trees", lesson.Blot, "towel")
	l.Steps = append(l.Steps, wait, blot)
	l.Steps[1].Medium = lesson.Medium{Solvent: 50, Oil: 10}
	l.Steps[3].Care = lesson.Wipe
	s := score.Of(l, nil)
	if s.Minutes != 30 || s.Session != 30 || len(s.Rows) != 6 || len(s.Columns) != 3 {
		t.Fatalf("%v of %v minutes, %d rows, %d columns", s.Minutes, s.Session, len(s.Rows), len(s.Columns))
	}
	for i, want := range []struct {
		start   float64
		column  int
		hatched bool
		colours int
	}{{0, 0, false, 1}, {5, 1, false, 1}, {10, 2, false, 1}, {15, 2, false, 1}, {20, -1, true, 0}, {25, 2, true, 0}} {
		r := s.Rows[i]
		if r.Start != want.start || r.Column != want.column || r.Hatched != want.hatched || len(r.Colours) != want.colours || r.Number != i+1 {
			t.Errorf("row %d: %+v", i, r)
		}
	}
	if r := s.Rows[1]; r.Fat != 20 || r.Solvent != 50 {
		t.Errorf("half solvent and a tenth of oil: fat %v %%, solvent %v %%", r.Fat, r.Solvent)
	}
	if s.Rows[3].Cleaning != "wipe" || s.Rows[0].Cleaning != "new" || s.Rows[4].Cleaning != "" {
		t.Error("cleanings are wrong")
	}
}

func TestAStepThatGoesBackIsMarked(t *testing.T) {
	l := sample.Lesson()
	l.Steps[1], l.Steps[2] = l.Steps[2], l.Steps[1]
	s := score.Of(l, nil)
	for i, want := range []bool{false, false, true, false} {
		if s.Rows[i].Back != want {
			t.Errorf("row %d goes back: %v", i, s.Rows[i].Back)
		}
	}
}

func TestRibbonsFadeFromWetToSet(t *testing.T) {
	l := sample.Lesson()
	s := score.Of(l, nil)
	sky := s.Columns[0].Ribbon
	if len(sky) < 4 || sky[0].Minute != 0 || sky[0].Wet != 1 {
		t.Fatalf("the sky's ribbon begins %v", sky)
	}
	for i := 1; i < len(sky); i++ {
		if sky[i].Minute < sky[i-1].Minute || sky[i].Wet > sky[i-1].Wet {
			t.Errorf("point %d: %v after %v", i, sky[i], sky[i-1])
		}
	}
	if last := sky[len(sky)-1]; last.Minute != 20 || last.Wet > 0.85 || last.Wet < 0.5 {
		t.Errorf("15 minutes after its step the sky is %v", last)
	}
	if near := s.Columns[2].Ribbon; near[0].Minute != 10 {
		t.Errorf("the trees' ribbon begins at %v, before their paint", near[0].Minute)
	}
	thick := score.Of(l, func(int) (float64, bool) { return 100, true }).Columns[0].Ribbon
	if thick[len(thick)-1].Wet <= sky[len(sky)-1].Wet {
		t.Error("a thick film sets as fast as an ordinary one")
	}
	l.Steps = l.Steps[:1]
	if r := score.Of(l, nil).Columns[2].Ribbon; len(r) != 0 {
		t.Errorf("a plane without paint has a ribbon %v", r)
	}
}

func TestSwatchesAreTheMasstones(t *testing.T) {
	l := sample.Lesson()
	for _, s := range score.Swatches(l) {
		if len(s.Colour) != 7 || s.Value < 1 || s.Value > 9 || len(s.Parts) == 0 || s.Parts[0].Name == "" {
			t.Errorf("%+v", s)
		}
	}
	if sw := score.Swatches(l); sw[0].Value <= sw[2].Value {
		t.Errorf("sky has value %d and tree dark %d", sw[0].Value, sw[2].Value)
	}
}
