package rule_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"proxenos/core/haze"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/paint"
	"proxenos/core/rule"
)

// clears applies every remedy of a finding in turn and looks whether it is gone.
func clears(t *testing.T, l *lesson.Lesson, f rule.Finding) {
	t.Helper()
	if len(f.Ideas()) == 0 {
		t.Errorf("%s has no remedy", f.Says)
	}
	for _, r := range f.Ideas() {
		for _, left := range only(judge(t, mended(t, l, r)), f.Rule) {
			if left.Where == f.Where {
				t.Errorf("%q leaves %s", r.Words, left.Says)
			}
		}
	}
}

func one(t *testing.T, l *lesson.Lesson, id string) rule.Finding {
	t.Helper()
	list := only(judge(t, l), id)
	if len(list) != 1 {
		t.Fatalf("%s is found %d times: %+v", id, len(list), list)
	}
	return list[0]
}

func silent(t *testing.T, l *lesson.Lesson, id, why string) {
	t.Helper()
	for _, f := range only(judge(t, l), id) {
		t.Errorf("%s: %s", why, f.Says)
	}
}

// withPhthalo is the sample with a speck of a strong blue in its sky.
func withPhthalo(parts float64) *lesson.Lesson {
	l := sample.Lesson()
	l.Palette = append(l.Palette, "PB15:3")
	l.Mixtures[0].Parts = append(l.Mixtures[0].Parts, lesson.Part{Paint: "PB15:3", Parts: parts})
	return l
}

func TestSpeck(t *testing.T) {
	l := withPhthalo(0.05)
	f := one(t, l, "color.speck")
	// 0.05 of 13.05 parts of the sky's pile.
	if f.Where != "sky/PB15:3" || f.Steps[0] != "sky" || f.Figure >= 0.1 || f.Figure <= 0 || !strings.Contains(f.Says, "Phthalo blue") {
		t.Errorf("%+v", f)
	}
	if !strings.HasPrefix(f.Ideas()[0].Words, "let it down with") {
		t.Errorf("the first idea: %+v", f.Ideas()[0])
	}
	clears(t, l, f)
	silent(t, withPhthalo(8), "color.speck", "eight parts")
	weak := sample.Lesson()
	weak.Mixtures[0].Parts = append(weak.Mixtures[0].Parts, lesson.Part{Paint: "PY43", Parts: 0.05})
	silent(t, weak, "color.speck", "a speck of a weak tinter")
}

func TestOvermade(t *testing.T) {
	l := sample.Lesson()
	l.Mixtures[0].Parts = []lesson.Part{{Paint: "PB29", Parts: 1}, {Paint: "PW6", Parts: 40}}
	f := one(t, l, "color.overmade")
	// Half a millilitre of blue takes 20 of white.
	if !strings.Contains(f.Says, "20.5 ml") || f.Figure <= 3 || f.Where != "sky" {
		t.Errorf("%+v", f)
	}
	clears(t, l, f)
	l.Mixtures[0].Parts = []lesson.Part{{Paint: "PB29", Parts: 2}, {Paint: "PW6", Parts: 3}}
	silent(t, l, "color.overmade", "a middle blue")
	silent(t, sample.Lesson(), "color.overmade", "white first")
}

// ridges is a sample with two ridges, the farther as given.
func ridges(far ...lesson.Part) *lesson.Lesson {
	l := sample.Lesson()
	l.Light.Height = 40
	l.Planes = []lesson.Plane{l.Planes[0], {ID: "range", Name: "Range", Distance: 16000}, l.Planes[1], l.Planes[2]}
	l.Zones[0].Outline = []lesson.Point{{X: 0, Y: 0}, {X: 100, Y: 0}, {X: 100, Y: 24}, {X: 0, Y: 24}}
	l.Zones = append(l.Zones, lesson.Zone{ID: "range", Name: "Range", Plane: "range", Kind: lesson.Ridge,
		Outline: []lesson.Point{{X: 0, Y: 18}, {X: 100, Y: 18}, {X: 100, Y: 36}, {X: 0, Y: 36}}})
	l.Mixtures = append(l.Mixtures, lesson.Mixture{ID: "range", Name: "Range", Parts: far})
	l.Steps = append(l.Steps[:1:1], append([]lesson.Step{sample.Step("range", "range", lesson.PullDown, "flat20", "range")}, l.Steps[1:]...)...)
	return l
}

func TestLadder(t *testing.T) {
	white, blue, sienna, ochre := "PW6", "PB29", "PBr7/burnt-sienna", "PY43"
	dark := ridges(lesson.Part{Paint: white, Parts: 1.2}, lesson.Part{Paint: blue, Parts: 1}, lesson.Part{Paint: sienna, Parts: 0.8})
	f := one(t, dark, "color.ladder")
	if f.Unit != "L*" || f.Where != "range/far/land" || f.Figure < 8 || !strings.Contains(f.Says, "darker") {
		t.Errorf("a dark range: %+v", f)
	}
	clears(t, dark, f)
	strong := ridges(lesson.Part{Paint: white, Parts: 6}, lesson.Part{Paint: blue, Parts: 1})
	if f := one(t, strong, "color.ladder"); f.Unit != "chroma" {
		t.Errorf("a strong blue range: %+v", f)
	} else {
		clears(t, strong, f)
	}
	timid := ridges(lesson.Part{Paint: white, Parts: 10}, lesson.Part{Paint: blue, Parts: 1}, lesson.Part{Paint: sienna, Parts: 0.6})
	silent(t, timid, "color.ladder", "a range a little stronger")
	timid.Steps[2].Load = lesson.ThinLoad // the ground shows through what stands nearer
	f = one(t, timid, "color.ladder")
	if f.Ideas()[0].Words != "load the tool fully in step 3 (pull straight down, Ridge)" {
		t.Errorf("thin paint on the nearer one: %q", f.Ideas()[0].Words)
	}
	clears(t, timid, f)
	warm := ridges(lesson.Part{Paint: white, Parts: 14}, lesson.Part{Paint: ochre, Parts: 1}, lesson.Part{Paint: blue, Parts: 0.1})
	if f := one(t, warm, "color.ladder"); f.Unit != "b*" {
		t.Errorf("a warm range: %+v", f)
	}
	warm.Light.Height = 5 // at dusk haze has a colour of its own
	silent(t, warm, "color.ladder", "a warm range at dusk")
	silent(t, ridges(lesson.Part{Paint: white, Parts: 14}, lesson.Part{Paint: blue, Parts: 1}, lesson.Part{Paint: sienna, Parts: 0.7}), "color.ladder", "a pale range")
	close := ridges(lesson.Part{Paint: white, Parts: 1.2}, lesson.Part{Paint: blue, Parts: 1}, lesson.Part{Paint: sienna, Parts: 0.8})
	close.Planes[1].Distance = 7000
	silent(t, close, "color.ladder", "two ridges at one distance")
}

func TestRaw(t *testing.T) {
	raw := func(metres float64) *lesson.Lesson {
		l := sample.Lesson()
		l.Palette = append(l.Palette, "PY3")
		l.Planes[1].Distance = metres
		l.Mixtures[1].Parts = []lesson.Part{{Paint: "PW6", Parts: 1}, {Paint: "PY3", Parts: 4}, {Paint: "PY43", Parts: 1}, {Paint: "PB29", Parts: 0.4}}
		return l
	}
	l := raw(20000)
	f := one(t, l, "color.raw")
	// 6 + 46·exp(-3.912·20/60), for a green, is 18.5; the haze of clear air has a chroma of its own.
	far := haze.Colour(lesson.ClearAir).Chroma()
	most := fmt.Sprintf("no more than %.0f.", 18.5+far*(1-math.Exp(-3.912*20/60)))
	if !strings.HasSuffix(f.Says, most) || f.Figure < 90 || f.Where != "ridge" || !strings.Contains(f.Says, "20,000 m") {
		t.Errorf("%+v", f)
	}
	clears(t, l, f)
	silent(t, raw(300), "color.raw", "a sunlit field close by")
}

func TestFlat(t *testing.T) {
	l := sample.Lesson()
	l.Steps = l.Steps[:3]
	list := only(judge(t, l), "color.flat")
	var trees *rule.Finding
	for i := range list {
		if list[i].Where == "trees" {
			trees = &list[i]
		}
	}
	if trees == nil || trees.Figure >= 2.5 || !strings.Contains(trees.Says, "Tree dark") {
		t.Fatalf("%+v", list)
	}
	broken := l
	for _, r := range trees.Ideas() {
		if next := mended(t, l, r); len(next.Steps[2].Mixtures) == 2 {
			broken = next
		}
	}
	for _, left := range only(judge(t, broken), "color.flat") {
		if left.Where == "trees" {
			t.Errorf("with a neighbour: %s", left.Says)
		}
	}
	for _, f := range only(judge(t, sample.Lesson()), "color.flat") {
		if f.Where == "trees" {
			t.Errorf("trees with lights: %s", f.Says)
		}
	}
}

func TestUnity(t *testing.T) {
	l := sample.Lesson()
	f := one(t, l, "color.no-unity")
	if f.Severity != rule.Note || !strings.Contains(f.Says, "sky and ground") || f.Figure != 0 {
		t.Errorf("%+v", f)
	}
	clears(t, l, f)
	l.Mixtures[1].Parts = []lesson.Part{{Paint: "PW6", Parts: 11}, {Paint: "PB29", Parts: 1}}
	silent(t, l, "color.no-unity", "a ridge of nearly the sky's colour")
}

func TestTubes(t *testing.T) {
	l := sample.Lesson()
	l.Palette = append(l.Palette, "PY3")
	f := one(t, l, "color.tubes")
	if f.Where != "PY3" || f.Figure != 0 || !strings.Contains(f.Says, "never used") {
		t.Errorf("%+v", f)
	}
	clears(t, l, f)
	if m := mended(t, l, f.Ideas()[0]); len(m.Palette) != 4 || fmt.Sprint(m.Mixtures) != fmt.Sprint(l.Mixtures) {
		t.Errorf("the remedy leaves %v", m.Palette)
	}
	// A yellow that nothing else can make earns its place, however little of it there is.
	l = withPhthalo(0.02)
	l.Palette = append(l.Palette, "PY35")
	l.Mixtures[3].Parts = []lesson.Part{{Paint: "PY35", Parts: 1}}
	l.Steps[3].Cover = 0.05
	for _, f := range only(judge(t, l), "color.tubes") {
		if f.Where == "PY35" {
			t.Errorf("cadmium yellow: %s", f.Says)
		}
		if f.Where == "PB15:3" {
			clears(t, l, f)
		}
	}
	many := sample.Lesson()
	for _, p := range paint.All()[:9] {
		if p.Key != "PW6" && p.Key != "PY43" && p.Key != "PBr7/burnt-sienna" {
			many.Palette = append(many.Palette, p.Key)
		}
	}
	found := false
	for _, f := range only(judge(t, many), "color.tubes") {
		if f.Where == "palette" {
			found = true
			if f.Figure != float64(len(many.Palette)) || f.Threshold != 9 || len(f.Ideas()) == 0 {
				t.Errorf("%+v", f)
			}
		}
	}
	if !found {
		t.Errorf("%d tubes are not too many for the direct method", len(many.Palette))
	}
}
