package rule_test

import (
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rule"
)

// step finds a step of a lesson to be changed.
func step(l *lesson.Lesson, id string) *lesson.Step { return &l.Steps[l.Step(id)] }

// add puts a step at the end.
func add(l *lesson.Lesson, id, zone string, t lesson.Technique, tool string, mixtures ...string) *lesson.Step {
	l.Steps = append(l.Steps, sample.Step(id, zone, t, tool, mixtures...))
	return &l.Steps[len(l.Steps)-1]
}

func minutes(l *lesson.Lesson, m float64) {
	for i := range l.Steps {
		l.Steps[i].Minutes = m
	}
}

// Each rule with a lesson that trips it and one that just does not. The first remedy
// clears it, where cures says nothing else.
func TestEveryRuleSpeaksInItsPlace(t *testing.T) {
	for _, c := range []struct {
		rule  string
		trips func(l *lesson.Lesson)
		near  func(l *lesson.Lesson)
		cures int     // which remedy
		least float64 // of the figure, worked out by hand; 0 for not
		most  float64
	}{
		{rule: "order.detail-early",
			trips: func(l *lesson.Lesson) {
				l.Steps[2], l.Steps[3] = l.Steps[3], l.Steps[2]
				step(l, "lights").Technique, step(l, "lights").Tool = lesson.Dab, "knife"
			},
			near: func(l *lesson.Lesson) { step(l, "lights").Technique, step(l, "lights").Tool = lesson.Dab, "knife" }},
		{rule: "order.small-to-big",
			trips: func(l *lesson.Lesson) {
				l.Tools = append(l.Tools, lesson.Tool{ID: "flat5", Kind: lesson.Flat, Width: 5})
				step(l, "ridge").Tool = "flat5"
				add(l, "again", "ridge", lesson.PullDown, "flat20", "ridge")
			},
			near: func(l *lesson.Lesson) { // 20 mm after 8 mm is two and a half times
				l.Tools = append(l.Tools, lesson.Tool{ID: "flat8", Kind: lesson.Flat, Width: 8})
				step(l, "ridge").Tool = "flat8"
				add(l, "again", "ridge", lesson.PullDown, "flat20", "ridge")
			}, least: 90, most: 100},
		{rule: "order.reflection-first",
			trips: func(l *lesson.Lesson) {
				l.Zones = append(l.Zones, lesson.Zone{ID: "image", Name: "Image", Plane: "near", Kind: lesson.Image, Of: "ridge", Outline: l.Zones[2].Outline})
				l.Steps = append([]lesson.Step{sample.Step("image", "image", lesson.PullDown, "flat20", "ridge")}, l.Steps...)
			},
			near: func(l *lesson.Lesson) {
				l.Zones = append(l.Zones, lesson.Zone{ID: "image", Name: "Image", Plane: "near", Kind: lesson.Image, Of: "ridge", Outline: l.Zones[2].Outline})
				add(l, "image", "image", lesson.PullDown, "flat20", "ridge")
			}, least: 2, most: 2}, // image, sky, ridge: two steps too early
		{rule: "finish.gain",
			trips: func(l *lesson.Lesson) {
				s := add(l, "more", "sky", lesson.LinerPull, "liner", "sky") // sky on sky
				s.Load, s.Pressure, s.Cover = lesson.ThinLoad, lesson.Barely, 0.02
			},
			near: func(l *lesson.Lesson) { add(l, "more", "trees", lesson.Dab, "knife", "light") }, most: 0.2},
		{rule: "order.values",
			trips: func(l *lesson.Lesson) { l.Steps[2], l.Steps[3] = l.Steps[3], l.Steps[2] },
			near:  func(l *lesson.Lesson) {}},
		{rule: "order.bare-ground",
			trips: func(l *lesson.Lesson) {
				l.Ground.Tone = []lesson.Part{{Paint: "PW6", Parts: 1}}
				l.Steps = l.Steps[2:] // the sky and the ridge are not there yet
				step(l, "lights").Where = lesson.Lit
			},
			near: func(l *lesson.Lesson) { l.Steps = l.Steps[2:]; step(l, "lights").Where = lesson.Lit }, least: 55, most: 66}, // trees cover 29 of 75 mm
		{rule: "order.no-light",
			trips: func(l *lesson.Lesson) { l.Light = lesson.Light{}; step(l, "lights").Where = lesson.Lit },
			near:  func(l *lesson.Lesson) { l.Light = lesson.Light{}; step(l, "lights").Where = lesson.Upper }},
		{rule: "film.base-heavy",
			trips: func(l *lesson.Lesson) { l.Base.Kind, l.Base.Thickness = lesson.WhiteBase, 21 },
			near:  func(l *lesson.Lesson) { l.Base.Kind, l.Base.Thickness = lesson.WhiteBase, 20 }, least: 21, most: 21},
		{rule: "film.base-thin",
			trips: func(l *lesson.Lesson) { l.Base.Kind, l.Base.Thickness = lesson.WhiteBase, 4 },
			near:  func(l *lesson.Lesson) { l.Base.Kind, l.Base.Thickness = lesson.WhiteBase, 5 }, least: 4, most: 4},
		{rule: "film.slip",
			trips: func(l *lesson.Lesson) {
				step(l, "trees").Load, step(l, "trees").Cover = lesson.HeavyLoad, 2
				step(l, "lights").Load = lesson.LightLoad
			},
			near: func(l *lesson.Lesson) {
				step(l, "trees").Load, step(l, "trees").Cover = lesson.HeavyLoad, 2
				step(l, "lights").Load = lesson.FullLoad
			}},
		{rule: "film.lifted",
			trips: func(l *lesson.Lesson) {
				step(l, "trees").Load = lesson.HeavyLoad
				*step(l, "lights") = sample.Step("lights", "trees", lesson.LongPull, "flat20", "light")
				step(l, "lights").Load, step(l, "lights").Pressure = lesson.ThinLoad, lesson.Firmly
			},
			near: func(l *lesson.Lesson) { step(l, "lights").Load = lesson.MediumLoad }},
		{rule: "film.fat-over-lean",
			trips: func(l *lesson.Lesson) {
				step(l, "sky").Medium.Oil = 20
				l.Steps[1] = sample.Step("dry", "", lesson.Dry, "")
				l.Steps[1].Days, l.Steps[1].Zone, l.Steps[1].Tool = 4, "", ""
				l.Steps = append(l.Steps[:2:2], sample.Step("again", "sky", lesson.LongPull, "flat20", "sky"), l.Steps[2], l.Steps[3])
			},
			near: func(l *lesson.Lesson) { // alkyd has dried by then
				step(l, "sky").Medium.Alkyd = 20
				l.Steps[1] = sample.Step("dry", "", lesson.Dry, "")
				l.Steps[1].Days, l.Steps[1].Zone, l.Steps[1].Tool = 4, "", ""
				l.Steps = append(l.Steps[:2:2], sample.Step("again", "sky", lesson.LongPull, "flat20", "sky"), l.Steps[2], l.Steps[3])
			}, least: 20, most: 20},
		{rule: "film.open-time",
			trips: func(l *lesson.Lesson) {
				step(l, "sky").Load, step(l, "sky").Cover = lesson.LightLoad, 0.5
				l.Steps = append(l.Steps, sample.Step("wait", "", lesson.Wait, ""))
				l.Steps[4].Minutes = 200
				add(l, "soften", "sky", lesson.Feather, "mop")
			},
			near: func(l *lesson.Lesson) { add(l, "soften", "sky", lesson.Feather, "mop") }},
		{rule: "film.not-set",
			trips: func(l *lesson.Lesson) {
				g := add(l, "glaze", "trees", lesson.Glaze, "mop", "sky")
				g.Load, g.Medium.Oil = lesson.FullLoad, 40
			},
			near: func(l *lesson.Lesson) {
				b := add(l, "blot", "trees", lesson.Blot, "towel")
				b.Minutes, b.Mixtures = 20, []string{}
				g := add(l, "glaze", "trees", lesson.Glaze, "mop", "sky")
				g.Load, g.Medium.Oil = lesson.FullLoad, 40
			}},
		{rule: "film.solvent-left",
			trips: func(l *lesson.Lesson) {
				step(l, "ridge").Care, step(l, "ridge").Load = lesson.RinseDamp, lesson.LightLoad
			},
			near: func(l *lesson.Lesson) {
				step(l, "ridge").Care, step(l, "ridge").Load = lesson.RinseDry, lesson.LightLoad
			}},
		{rule: "film.too-thick-early",
			trips: func(l *lesson.Lesson) {
				s := step(l, "trees")
				s.Technique, s.Load, s.Cover = lesson.Tap, lesson.HeavyLoad, 3
			},
			near: func(l *lesson.Lesson) { // it is the last of its zone
				l.Steps = l.Steps[:3]
				s := step(l, "trees")
				s.Technique, s.Load, s.Cover = lesson.Tap, lesson.HeavyLoad, 3
			}, cures: -1},
		{rule: "film.starved",
			trips: func(l *lesson.Lesson) {
				step(l, "ridge").Load, step(l, "ridge").Pressure = lesson.ThinLoad, lesson.Barely
			},
			near: func(l *lesson.Lesson) { step(l, "ridge").Load = lesson.MediumLoad }, cures: 1},
		{rule: "color.dirty-brush",
			trips: func(l *lesson.Lesson) { step(l, "lights").Care = lesson.CarryOn },
			near:  func(l *lesson.Lesson) { step(l, "lights").Care = lesson.Fresh }, cures: 1},
		{rule: "value.overlit",
			trips: func(l *lesson.Lesson) { step(l, "lights").Cover = 2 },
			near:  func(l *lesson.Lesson) { step(l, "lights").Cover = 0.15 }, cures: -1},
		{rule: "value.white-early",
			trips: func(l *lesson.Lesson) {
				l.Mixtures[3].Parts = []lesson.Part{{Paint: "PW6", Parts: 20}, {Paint: "PY43", Parts: 0.5}}
				light := *step(l, "lights")
				l.Steps = append([]lesson.Step{light}, l.Steps[:3]...)
			},
			near: func(l *lesson.Lesson) {}, cures: -1, least: 0, most: 0},
		{rule: "time.idle",
			trips: func(l *lesson.Lesson) {
				l.Steps = append(l.Steps[:1:1], sample.Step("wait", "", lesson.Wait, ""), l.Steps[2])
				l.Steps[1].Minutes = 8
			},
			near: func(l *lesson.Lesson) {
				l.Steps = append(l.Steps[:1:1], sample.Step("wait", "", lesson.Wait, ""), l.Steps[2])
				l.Steps[1].Minutes = 5
			}, least: 8, most: 8},
		{rule: "time.no-pause",
			trips: func(l *lesson.Lesson) { minutes(l, 7) }, // 28 minutes on end
			near:  func(l *lesson.Lesson) { minutes(l, 6) },
			least: 28, most: 28},
		{rule: "time.churn",
			trips: func(l *lesson.Lesson) {
				l.Zones = nil
				l.Steps = nil
				for i := range 4 { // small things side by side, each with two tools
					z := thing([]string{"a", "b", "c", "d"}[i], lesson.Field, float64(5+24*i), 10, float64(19+24*i), 10, float64(19+24*i), 30, float64(5+24*i), 30)
					l.Zones = append(l.Zones, z)
					add(l, z.ID, z.ID, lesson.LongPull, "filbert10", "dark").Care = lesson.CarryOn
					y := thing(z.ID+"-low", lesson.Field, float64(5+24*i), 40, float64(19+24*i), 40, float64(19+24*i), 60, float64(5+24*i), 60)
					l.Zones = append(l.Zones, y)
					add(l, y.ID, y.ID, lesson.LongPull, "flat20", "ridge").Care = lesson.CarryOn
				}
			},
			near: func(l *lesson.Lesson) {}, least: 6, most: 6}, // eight changes; two would do
	} {
		t.Run(c.rule, func(t *testing.T) {
			l := sample.Lesson()
			c.near(l)
			for _, f := range only(judge(t, l), c.rule) {
				t.Errorf("it speaks too early: %s", f.Says)
			}
			l = sample.Lesson()
			c.trips(l)
			found := only(judge(t, l), c.rule)
			if len(found) == 0 {
				t.Fatal("it says nothing")
			}
			f := found[0]
			if c.most > 0 && (f.Figure < c.least || f.Figure > c.most) {
				t.Errorf("it measured %g %s, by hand %g to %g", f.Figure, f.Unit, c.least, c.most)
			}
			if f.Says == "" || f.Title == "" || f.Reason == "" || strings.Contains(f.Says, "%!") {
				t.Errorf("%+v", f)
			}
			cleared := false
			for i, r := range f.Ideas() {
				if c.cures >= 0 && i != c.cures {
					continue
				}
				left := only(judge(t, mended(t, l, r)), c.rule)
				cleared = cleared || len(left) < len(found)
			}
			if !cleared {
				t.Errorf("of %d remedies none clears it", len(f.Ideas()))
			}
		})
	}
}

// The house methods that do not mind keep a finding quiet, with their reason.
func TestHouseMethodsKeepRulesQuiet(t *testing.T) {
	quiet := 0
	for _, r := range rule.All() {
		if r.Speaks == "" || r.Reason == "" || r.Title == "" || strings.Contains(r.Speaks, "%!") {
			t.Errorf("%s says when it speaks with %q", r.ID, r.Speaks)
		}
		for m, why := range r.Quiet {
			quiet++
			if !strings.HasSuffix(why, ".") || m == "" {
				t.Errorf("%s under %s: %q", r.ID, m, why)
			}
		}
	}
	if quiet < 5 {
		t.Errorf("only %d silences", quiet)
	}
	l := sample.Lesson()
	l.Steps[2], l.Steps[3] = l.Steps[3], l.Steps[2] // lights before the dark
	for method, wants := range map[lesson.Method]bool{lesson.Direct: false, lesson.WetBase: false, lesson.LeanToFat: false, lesson.RubAndBlot: true, lesson.DryBlockIn: true, lesson.Layered: true} {
		l.Method = method
		found := only(judge(t, l), "order.values")
		if len(found) != 1 || found[0].ByMethod != wants || (found[0].Accepted != "") != wants {
			t.Errorf("%s: %+v", method, found)
		}
	}
}
