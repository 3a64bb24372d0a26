package rule_test

import (
	"math"
	"slices"
	"strings"
	"testing"

	"proxenos/core/compose"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rule"
)

// compositional are the rules about the picture as a picture.
func compositional(list []rule.Finding) (out []rule.Finding) {
	for _, f := range list {
		if strings.HasPrefix(f.Rule, "pict.") || strings.HasPrefix(f.Rule, "persp.") || f.Rule == "light.side" || f.Rule == "value.focal" || f.Rule == "value.tiers" {
			out = append(out, f)
		}
	}
	return out
}

// A trunk as thin as a pull has no two sides to tell apart; a wider one has.
func TestSidesAreToldApartOnWhatIsWideEnough(t *testing.T) {
	for _, c := range []struct {
		wide float64
		says bool
	}{{3.5, false}, {4.5, false}, {9, true}} {
		l := sample.Plain()
		l = with(l, thing("trunk", lesson.Tree, 40, 30, 40+c.wide, 30, 40+c.wide, 140, 40, 140), lesson.PullDown, "filbert10", "dark")
		l.Steps = append(l.Steps, sample.Step("bark", "trunk", lesson.KnifeBreak, "knife", "light"))
		bark := &l.Steps[len(l.Steps)-1]
		bark.Where, bark.Load, bark.Pressure, bark.Cover = lesson.Shaded, lesson.HeavyLoad, lesson.Barely, 0.8
		says := slices.ContainsFunc(judge(t, l), func(f rule.Finding) bool { return f.Rule == "light.side" && f.Where == "trunk" })
		if says != c.says {
			t.Errorf("a trunk %g mm wide lit on the wrong side: said %v", c.wide, says)
		}
	}
}

func thing(id string, kind lesson.ZoneKind, outline ...float64) lesson.Zone {
	z := lesson.Zone{ID: id, Name: id, Plane: "near", Kind: kind}
	for i := 0; i+1 < len(outline); i += 2 {
		z.Outline = append(z.Outline, lesson.Point{X: outline[i], Y: outline[i+1]})
	}
	return z
}

// with adds a zone and a step that paints it.
func with(l *lesson.Lesson, z lesson.Zone, t lesson.Technique, tool, mixture string) *lesson.Lesson {
	l.Zones = append(l.Zones, z)
	l.Steps = append(l.Steps, sample.Step(z.ID, z.ID, t, tool, mixture))
	return l
}

func TestASoundCompositionIsLeftInPeace(t *testing.T) {
	for _, f := range compositional(judge(t, sample.Plain())) {
		t.Errorf("%s: %s", f.Rule, f.Says)
	}
}

// Deliberately faulty compositions: the right finding, only related ones beside it, and
// a remedy that clears it.
func TestFaultyCompositions(t *testing.T) {
	for name, c := range map[string]struct {
		spoil   func(l *lesson.Lesson) *lesson.Lesson
		rule    string
		related []string
	}{
		"horizon in the middle": {func(l *lesson.Lesson) *lesson.Lesson {
			e, err := compose.Horizon(l, 76)
			if err != nil {
				t.Fatal(err)
			}
			next, _, err := lesson.Apply(l, e)
			if err != nil {
				t.Fatal(err)
			}
			return next
		}, "pict.horizon", []string{"pict.focal-place"}},
		"rival light": {func(l *lesson.Lesson) *lesson.Lesson {
			return with(l, thing("rival", lesson.Rock, 22, 118, 28, 98, 40, 96, 52, 112, 50, 120), lesson.LongPull, "filbert10", "dark")
		}, "pict.rival", []string{"value.focal", "pict.symmetry"}},
		"mirrored rock": {func(l *lesson.Lesson) *lesson.Lesson {
			return with(l, thing("rock", lesson.Rock, 30, 120, 40, 104, 50, 104, 60, 120), lesson.RubIn, "filbert10", "field")
		}, "pict.symmetry", []string{"light.side"}},
		"even posts": {func(l *lesson.Lesson) *lesson.Lesson {
			for i, x := range []float64{20, 45, 70, 95} {
				l = with(l, thing([]string{"post-a", "post-b", "post-c", "post-d"}[i], lesson.Fence, x, 108, x+4, 108, x+4, 126, x, 126), lesson.PullDown, "filbert10", "field-2")
			}
			return l
		}, "pict.symmetry", nil},
		"light corner": {func(l *lesson.Lesson) *lesson.Lesson {
			return with(l, thing("leak", lesson.Field, 200, 126, 200, 150, 176, 150), lesson.RubIn, "filbert10", "light")
		}, "pict.corner", []string{"pict.rival", "value.focal"}},
		"lines that lead out": {func(l *lesson.Lesson) *lesson.Lesson {
			return with(l, thing("path", lesson.Path, 28, 70, 30, 70, 75, 150, 35, 150), lesson.LongPull, "filbert10", "field-2")
		}, "pict.directions", nil},
		"ridge equal to the sky": {func(l *lesson.Lesson) *lesson.Lesson {
			l.Mixtures[1].Parts = []lesson.Part{{Paint: "PW6", Parts: 12}, {Paint: "PB29", Parts: 1}, {Paint: "PBr7/burnt-sienna", Parts: 0.1}}
			return l
		}, "value.tiers", nil},
		"shadow on the wrong side": {func(l *lesson.Lesson) *lesson.Lesson {
			z := thing("shadow", lesson.Shadow, 60, 96, 122, 95, 122, 101, 60, 102)
			z.Of = "tree"
			return with(l, z, lesson.LongPull, "filbert10", "ridge")
		}, "light.side", []string{"value.tiers"}},
		"a path like a wall": {func(l *lesson.Lesson) *lesson.Lesson {
			return with(l, thing("path", lesson.Path, 116, 70, 140, 70, 140, 150, 100, 150), lesson.LongPull, "filbert10", "field-2")
		}, "persp.taper", []string{"pict.directions", "value.focal", "pict.rival"}},
		"a toy among trees": {func(l *lesson.Lesson) *lesson.Lesson {
			return with(l, thing("toy", lesson.Tree, 38, 144, 34, 138, 40, 131, 48, 136, 44, 144), lesson.LongPull, "filbert10", "field-2")
		}, "persp.size", []string{"pict.symmetry", "light.side"}},
		"a reflection beside its source": {func(l *lesson.Lesson) *lesson.Lesson {
			z := thing("image", lesson.Image, 150, 100, 190, 100, 180, 140, 160, 140)
			z.Of = "tree"
			return with(l, z, lesson.PullDown, "filbert10", "field-2")
		}, "persp.reflection", []string{"value.tiers"}},
		"light on the shaded side": {func(l *lesson.Lesson) *lesson.Lesson {
			l.Steps[4].Where = lesson.Shaded
			return l
		}, "light.side", []string{"value.focal", "pict.rival"}},
	} {
		t.Run(name, func(t *testing.T) {
			l := sample.Plain()
			l = c.spoil(l)
			list := compositional(judge(t, l))
			var found *rule.Finding
			for i, f := range list {
				if f.Steps == nil {
					t.Errorf("%s: steps are null", f.Rule)
				}
				if f.Rule == c.rule {
					found = &list[i]
				} else if !slices.Contains(c.related, f.Rule) {
					t.Errorf("%s is not called for: %s", f.Rule, f.Says)
				}
			}
			if found == nil {
				t.Fatalf("%s is silent; there are %+v", c.rule, list)
			}
			if len(found.Ideas()) == 0 {
				t.Fatalf("%s: no remedy", found.Says)
			}
			cleared := false
			var left string
			for _, r := range found.Ideas() {
				gone := true
				for _, f := range compositional(judge(t, mended(t, l, r))) {
					if f.Rule == c.rule && f.Where == found.Where {
						gone, left = false, f.Says
					}
				}
				cleared = cleared || gone
			}
			if !cleared {
				t.Errorf("no remedy of %q clears it: %s", found.Says, left)
			}
		})
	}
}

func TestFocalPlace(t *testing.T) {
	l := sample.Plain()
	for _, c := range []struct {
		x, y float64
		says string
	}{{100, 75, "middle"}, {6, 60, "edge"}, {130, 58, ""}} {
		l.Focal.X, l.Focal.Y = c.x, c.y
		list, err := rule.Check(&rule.Context{Context: t.Context(), Lesson: l})
		if err != nil {
			t.Fatal(err)
		}
		got := only(list, "pict.focal-place")
		if (len(got) > 0) != (c.says != "") || c.says != "" && !strings.Contains(got[0].Says, c.says) {
			t.Errorf("focal area at %g, %g: %+v", c.x, c.y, got)
		}
		for _, f := range got {
			if next := mended(t, l, f.Ideas()[0]); math.Abs(next.Focal.X-c.x) < 1 {
				t.Error("its remedy does nothing")
			}
		}
	}
}
