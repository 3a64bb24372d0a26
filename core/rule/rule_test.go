package rule_test

import (
	"context"
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
)

// judge rehearses on the coarse canvas only, which is enough for the rules.
func judge(t *testing.T, l *lesson.Lesson) []rule.Finding {
	t.Helper()
	return judgeAt(t, l, rehearse.CoarseCell)
}

// judgeAt is the same on cells of so many mm.
func judgeAt(t *testing.T, l *lesson.Lesson, cell float64) []rule.Finding {
	t.Helper()
	if err := lesson.Check(l); err != nil {
		t.Fatal(err)
	}
	r, err := rehearse.Run(context.Background(), l, cell, nil)
	if err != nil {
		t.Fatal(err)
	}
	list, err := rule.Check(&rule.Context{Context: context.Background(), Lesson: l, Rehearsal: r, Trials: r})
	if err != nil {
		t.Fatal(err)
	}
	return list
}

func only(list []rule.Finding, id string) []rule.Finding {
	var out []rule.Finding
	for _, f := range list {
		if f.Rule == id {
			out = append(out, f)
		}
	}
	return out
}

func mended(t *testing.T, l *lesson.Lesson, r rule.Idea) *lesson.Lesson {
	t.Helper()
	next, _, err := lesson.Apply(l, r.Edit)
	if err != nil {
		t.Fatalf("remedy %q: %v", r.Words, err)
	}
	return next
}

func TestASoundLessonIsLeftInPeace(t *testing.T) {
	for _, f := range judge(t, sample.Lesson()) {
		if f.Severity == rule.Stop {
			t.Errorf("%s: %s", f.Rule, f.Says)
		}
	}
}

func TestBackToFront(t *testing.T) {
	l := sample.Lesson()
	// The ridge after the trees: it runs over their upper edge, 100 mm long.
	l.Steps[1], l.Steps[2] = l.Steps[2], l.Steps[1]
	list := only(judge(t, l), "order.back-to-front")
	if len(list) != 1 {
		t.Fatalf("found %d times", len(list))
	}
	f := list[0]
	if f.Severity != rule.Stop || f.Steps[0] != "ridge" || f.Figure < 7 || f.Figure > 16 || f.Unit != "cm" {
		t.Errorf("%s %v: %.1f %s, the edge is 10 cm", f.Severity, f.Steps, f.Figure, f.Unit)
	}
	if !strings.Contains(f.Says, "Trees") || !strings.Contains(f.Says, "cm of edge to repair") {
		t.Errorf("says %q", f.Says)
	}
	if f.At.Y < 44 || f.At.Y > 54 {
		t.Errorf("the place is at %v mm, the overlap at 46 to 52", f.At)
	}
	if len(f.Ideas()) != 1 {
		t.Fatalf("%d remedies", len(f.Ideas()))
	}
	// Under another name it is the same; only a cut-in goes around what stands.
	was := l.Steps[2]
	l.Steps[2].Technique = lesson.LongPull
	if pull := only(judge(t, l), f.Rule); len(pull) != 1 || pull[0].Figure < f.Figure/2 {
		t.Errorf("as a long pull it says %v", pull)
	}
	l.Steps[2].Technique = lesson.CutIn
	if cut := only(judge(t, l), f.Rule); len(cut) != 0 {
		t.Errorf("as a cut-in it says %v", cut)
	}
	l.Steps[2] = was
	for _, r := range f.Ideas() {
		if left := only(judge(t, mended(t, l, r)), f.Rule); len(left) > 0 {
			t.Errorf("%q leaves %s", r.Words, left[0].Says)
		}
	}
	// Just not: the ridge ends where the trees begin.
	l.Zones[1].Outline[2].Y, l.Zones[1].Outline[3].Y = 43, 43
	if list := only(judge(t, l), "order.back-to-front"); len(list) > 0 {
		t.Errorf("without an overlap it says %s", list[0].Says)
	}
}

// A near thing that came too early is run over by one far step after another: painted when they are all
// there, it is in nobody's way, and its light stays on top of its dark.
func TestWhatCameTooEarlyIsPaintedLater(t *testing.T) {
	l := sample.Lesson()
	l.Zones[0].Outline[2].Y, l.Zones[0].Outline[3].Y = 50, 50 // the sky reaches down to the trees as well
	l.Steps = []lesson.Step{l.Steps[2], l.Steps[3], l.Steps[0], l.Steps[1]}
	list := only(judge(t, l), "order.back-to-front")
	if len(list) != 2 {
		t.Fatalf("sky and ridge: %v", list)
	}
	for _, f := range list {
		ideas := f.Ideas()
		next := mended(t, l, ideas[len(ideas)-1])
		if left := only(judge(t, next), f.Rule); len(left) > 0 {
			t.Errorf("%q leaves %s", ideas[len(ideas)-1].Words, left[0].Says)
		}
		if next.Step("ridge") != 1 || next.Step("trees") != 2 || next.Step("lights") != 3 {
			t.Errorf("%q: the order is %v", ideas[len(ideas)-1].Words, next.Steps)
		}
	}
}

func TestHiddenWork(t *testing.T) {
	l := sample.Lesson()
	l.Zones[1].Outline = []lesson.Point{{X: 0, Y: 28}, {X: 100, Y: 28}, {X: 100, Y: 75}, {X: 0, Y: 75}}
	l.Steps[2].Cover, l.Steps[2].Load = 2, lesson.HeavyLoad
	list := only(judge(t, l), "order.hidden-work")
	if len(list) == 0 || list[0].Steps[0] != "ridge" {
		t.Fatalf("found %v", list)
	}
	// 29 of the ridge's 47 mm lie behind the trees.
	if f := list[0]; f.Figure < 45 || f.Figure > 70 || !strings.Contains(f.Says, "of its 5 minutes") {
		t.Errorf("%v %s: %s", f.Figure, f.Unit, f.Says)
	}
	trim := list[0].Ideas()[0]
	if _, ok := trim.Edit.Edit.(lesson.Reshape); !ok {
		t.Fatalf("the first remedy is %q", trim.Words)
	}
	if left := only(judge(t, mended(t, l, trim)), "order.hidden-work"); len(left) > 0 {
		t.Errorf("trimming leaves %s", left[0].Says)
	}
	// Details on their own block-in are not wasted work.
	own := sample.Lesson()
	own.Steps[3].Cover, own.Steps[3].Load = 3, lesson.HeavyLoad
	for _, f := range only(judge(t, own), "order.hidden-work") {
		if f.Steps[0] == "trees" {
			t.Errorf("lights over their own dark: %s", f.Says)
		}
	}
}

func TestMudAndItsRemedies(t *testing.T) {
	l := sample.Lesson()
	l.Steps[2].Load, l.Steps[2].Cover = lesson.HeavyLoad, 2
	l.Steps[3] = sample.Step("lights", "trees", lesson.LongPull, "filbert10", "light")
	l.Steps[3].Load = lesson.ThinLoad
	list := only(judge(t, l), "film.mud")
	if len(list) != 1 || list[0].Steps[0] != "lights" || list[0].Figure < 15 {
		t.Fatalf("found %+v", list)
	}
	f := list[0]
	if !strings.Contains(f.Says, "ΔE00") || len(f.Ideas()) < 2 {
		t.Errorf("says %q with %d remedies", f.Says, len(f.Ideas()))
	}
	helps := 0
	for _, r := range f.Ideas() {
		if left := only(judge(t, mended(t, l, r)), "film.mud"); len(left) == 0 || left[0].Figure < f.Figure {
			helps++
		}
	}
	if helps < 4 {
		t.Errorf("of %d ideas only %d help", len(f.Ideas()), helps)
	}
	// Just not: the same light loaded heavily, barely touching, on blotted paint.
	l.Steps[3].Load, l.Steps[3].Pressure = lesson.HeavyLoad, lesson.Barely
	blot := sample.Step("blot", "trees", lesson.Blot, "towel")
	blot.Minutes = 20
	l.Steps = []lesson.Step{l.Steps[0], l.Steps[1], l.Steps[2], blot, l.Steps[3]}
	if list := only(judge(t, l), "film.mud"); len(list) > 0 {
		t.Errorf("a heavy light touch on blotted paint: %s", list[0].Says)
	}
}

func TestAcrylicOverOilStops(t *testing.T) {
	l := sample.Lesson()
	l.Steps[3] = sample.Step("acrylic", "trees", lesson.LongPull, "flat20", "light")
	l.Steps[3].Medium.Acrylic = true
	list := only(judge(t, l), "film.acrylic-over-oil")
	if len(list) != 1 || list[0].Severity != rule.Stop || list[0].Steps[0] != "acrylic" || list[0].Figure < 10 || len(list[0].Ideas()) != 2 {
		t.Fatalf("found %+v", list)
	}
	for _, r := range list[0].Ideas() {
		if left := only(judge(t, mended(t, l, r)), "film.acrylic-over-oil"); len(left) > 0 {
			t.Errorf("%q leaves %s", r.Words, left[0].Says)
		}
	}
	// A block-in in acrylic under oil is sound.
	l = sample.Lesson()
	l.Steps[0].Medium.Acrylic = true
	if list := only(judge(t, l), "film.acrylic-over-oil"); len(list) > 0 {
		t.Errorf("a block-in: %s", list[0].Says)
	}
}

func TestTiers(t *testing.T) {
	l := sample.Lesson()
	l.Mixtures[1].Parts = []lesson.Part{{Paint: "PW6", Parts: 12}, {Paint: "PB29", Parts: 1}, {Paint: "PBr7/burnt-sienna", Parts: 0.1}}
	list := only(judge(t, l), "value.tiers")
	if len(list) == 0 || list[0].Where != "sky/far" || list[0].Figure >= 4 {
		t.Fatalf("found %+v", list)
	}
	if len(list[0].Ideas()) == 0 {
		t.Fatal("no remedy")
	}
	for _, left := range only(judge(t, mended(t, l, list[0].Ideas()[0])), "value.tiers") {
		if left.Where == "sky/far" {
			t.Errorf("%q leaves %s", list[0].Ideas()[0].Words, left.Says)
		}
	}
	plain := sample.Lesson()
	plain.Steps = plain.Steps[:3] // the lights on the trees are of the ridge's value
	if list := only(judge(t, plain), "value.tiers"); len(list) > 0 {
		t.Errorf("planes that differ well: %s", list[0].Says)
	}
}

// chain is the sample with two ridges between sky and trees, of which the farther hardly
// differs from the nearer and has no room towards the sky.
func chain() *lesson.Lesson {
	l := ridges(lesson.Part{Paint: "PW6", Parts: 5.5}, lesson.Part{Paint: "PB29", Parts: 1}, lesson.Part{Paint: "PBr7/burnt-sienna", Parts: 0.6})
	l.Steps = l.Steps[:4]
	return l
}

func TestTiersMoveTogether(t *testing.T) {
	l := chain()
	f := one(t, l, "value.tiers")
	last := f.Ideas()[len(f.Ideas())-1]
	if f.Where != "range/far" || !strings.HasPrefix(last.Words, "move what meets apart: ") || !strings.Contains(last.Words, "Ridge") || !strings.Contains(last.Words, "Range") {
		t.Fatalf("%s: %q", f.Says, last.Words)
	}
	if left := only(judge(t, mended(t, l, last)), "value.tiers"); len(left) > 0 {
		t.Errorf("%q leaves %s", last.Words, left[0].Says)
	}
}

func TestOver(t *testing.T) {
	l := sample.Lesson() // four steps of five minutes
	l.Session = 20
	if list := only(judge(t, l), "time.over"); len(list) > 0 {
		t.Errorf("20 of 20 minutes: %s", list[0].Says)
	}
	l.Session = 18
	list := only(judge(t, l), "time.over")
	if len(list) != 1 || list[0].Figure != 20 || !strings.Contains(list[0].Says, "2 too many") {
		t.Fatalf("found %+v", list)
	}
	if len(list[0].Ideas()) == 0 {
		t.Fatal("no remedy")
	}
	for _, r := range list[0].Ideas() {
		if m := mended(t, l, r).Minutes(); m > 18 {
			t.Errorf("%q leaves %v minutes", r.Words, m)
		}
	}
	slow := sample.Lesson()
	slow.Session, slow.Pace = 29, 1.5
	if list := only(judge(t, slow), "time.over"); len(list) != 1 || list[0].Figure != 30 {
		t.Errorf("at half as much again it takes 30 of 29 minutes: %+v", list)
	}
	keep := sample.Lesson()
	keep.Session = 18
	for i := range keep.Steps {
		keep.Steps[i].Need = lesson.Must
	}
	for _, r := range only(judge(t, keep), "time.over")[0].Ideas() {
		if n := len(mended(t, keep, r).Steps); n != 4 {
			t.Errorf("%q leaves %d steps of four that must be", r.Words, n)
		}
	}
	wait := sample.Step("wait", "", lesson.Wait, "")
	wait.Minutes = 12
	l.Steps = append(l.Steps, wait)
	l.Session = 25
	if list := only(judge(t, l), "time.over"); !strings.HasPrefix(list[0].Ideas()[0].Words, "shorten the waits") {
		t.Errorf("with a long wait the first remedy is %q", list[0].Ideas()[0].Words)
	}
}

func TestOnPurposeStaysListedButQuiet(t *testing.T) {
	l := sample.Lesson()
	l.Session = 18
	next, _, err := lesson.Apply(l, lesson.Accept{Finding: lesson.OnPurpose{Rule: "time.over", Where: "script", Reason: "We have the room all day."}})
	if err != nil {
		t.Fatal(err)
	}
	list := only(judge(t, next), "time.over")
	if len(list) != 1 || list[0].Accepted != "We have the room all day." || rule.Open(list, rule.Caution) != 0 {
		t.Errorf("found %+v", list)
	}
}

func TestRulesWorkWithoutACanvas(t *testing.T) {
	l := sample.Lesson()
	l.Session = 18
	list, err := rule.Check(&rule.Context{Context: context.Background(), Lesson: l})
	if err != nil || len(list) != 1 || list[0].Rule != "time.over" {
		t.Errorf("%v, %v", list, err)
	}
}

func TestEveryRuleExplainsItself(t *testing.T) {
	seen := map[string]bool{}
	for _, r := range rule.All() {
		if r.ID == "" || seen[r.ID] || r.Title == "" || len(r.Reason) < 40 || r.Severity == "" {
			t.Errorf("rule %q: %q %q", r.ID, r.Title, r.Reason)
		}
		seen[r.ID] = true
	}
}
