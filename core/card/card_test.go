package card_test

import (
	"fmt"
	"reflect"
	"strings"
	"testing"

	"proxenos/core/card"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
)

func ExampleMix_Recipe() {
	fmt.Println(card.Mixes(sample.Lesson())[3].Recipe())
	// Output:
	// 6 Titanium white + 2 Yellow ochre
}

func TestEveryStepHasItsCard(t *testing.T) {
	l, _ := sample.Terraces(t)
	l.Steps[3].Stage = "The far land"
	all := card.Of(l)
	if len(all) != len(l.Steps) {
		t.Fatalf("%d cards of %d steps", len(all), len(l.Steps))
	}
	for i, c := range all {
		s := l.Steps[i]
		switch {
		case c.Number != i+1 || c.Step != s.ID || c.Words != s.Words || c.Note != s.Note:
			t.Errorf("card %d is %+v", i, c)
		case len(c.Colours) != len(s.Mixtures):
			t.Errorf("card %d has %d colours of %d", i, len(c.Colours), len(s.Mixtures))
		case c.Towel != (s.Technique == lesson.Blot):
			t.Errorf("card %d: a towel lies: %v", i, c.Towel)
		case (c.Tool == nil) != (s.Tool == ""), c.Idle != s.Technique.Idle():
			t.Errorf("card %d: tool %v, idle %v", i, c.Tool, c.Idle)
		case i > 3 && c.Stage == "", i < 3 && c.Stage != "":
			t.Errorf("card %d is of stage %q", i, c.Stage)
		case c.End < c.Start:
			t.Errorf("card %d is of %g to %g", i, c.Start, c.End)
		}
		if c.Tool != nil && (c.Tool.Width <= 0 || c.Tool.Name == "" || c.Tool.Care == "") {
			t.Errorf("card %d: %+v", i, *c.Tool)
		}
	}
	if last := all[len(all)-1]; last.End != l.Minutes() {
		t.Errorf("the last ends at %g of %g", last.End, l.Minutes())
	}
}

// The teacher is told what the figures of the rehearsal say, and nothing where they are quiet.
func TestWhatToWatchForComesFromTheRehearsal(t *testing.T) {
	l := sample.Lesson()
	last := len(l.Steps) - 1
	tap := l.Steps[last]
	if !tap.Technique.Marks() || len(tap.Mixtures) == 0 || tap.Technique.Mixes() {
		t.Fatalf("the last step is %+v", tap)
	}
	if said := card.Watch(l, last, rehearse.Report{}); len(said) != 0 {
		t.Errorf("of a quiet step it says %q", said)
	}
	for want, r := range map[string]rehearse.Report{
		"60 µm of wet paint": {Under: rehearse.Under{Wet: 60}},
		"goes to mud":        {Mud: 0.2, MudDE: 9},
		"cut in again":       {Crossed: rehearse.Crossed{Plane: "far", Edge: 7, Area: 2}},
		"clean it well":      {Brought: rehearse.Brought{Residue: 4}},
		"300 µm thick":       {Thick: 300},
	} {
		if said := card.Watch(l, last, r); len(said) != 1 || !strings.Contains(said[0], want) {
			t.Errorf("%+v says %q, not %q", r, said, want)
		}
	}
}

// The hardest marks are of different techniques, the worst first, and the same each time; what
// is said of each holds when it is painted again so.
func TestTheHardestMarks(t *testing.T) {
	l, _ := sample.Terraces(t)
	r, err := rehearse.Run(t.Context(), l, 2, nil)
	if err != nil {
		t.Fatal(err)
	}
	hard, err := card.Hardest(t.Context(), l, r, 3)
	if err != nil || len(hard) != 3 {
		t.Fatalf("%v, %v", hard, err)
	}
	seen := map[lesson.Technique]bool{}
	for i, h := range hard {
		s := l.Steps[h.Step]
		if i > 0 && h.Spoils > hard[i-1].Spoils || seen[s.Technique] || h.Spoils <= 0 {
			t.Errorf("%+v", hard)
		}
		seen[s.Technique] = true
		clumsy := *l
		clumsy.Steps = append([]lesson.Step{}, l.Steps...)
		clumsy.Steps[h.Step].Load, clumsy.Steps[h.Step].Pressure = s.Load.More(-1), s.Pressure.More(1)
		again, err := rehearse.Run(t.Context(), &clumsy, 2, nil)
		if err != nil {
			t.Fatal(err)
		}
		if is := again.Reports[h.Step].Delta - r.Reports[h.Step].Delta; is < h.Spoils-1e-9 || is > h.Spoils+1e-9 {
			t.Errorf("step %d spoils %g, and painted again %g", h.Step, h.Spoils, is)
		}
	}
	if again, err := card.Hardest(t.Context(), l, r, 3); err != nil || !reflect.DeepEqual(again, hard) {
		t.Errorf("%v, %v: another time %v", hard, err, again)
	}
}

func TestTroublesAreSaidAndHelped(t *testing.T) {
	said := map[string]bool{}
	for _, tr := range card.Troubles() {
		if said[tr.Says] || !strings.HasSuffix(tr.Says, ".") || len(tr.Helps) < 30 {
			t.Errorf("%+v", tr)
		}
		said[tr.Says] = true
	}
	if len(said) < 11 {
		t.Errorf("%d troubles", len(said))
	}
}
