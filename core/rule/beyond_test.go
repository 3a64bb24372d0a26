package rule_test

import (
	"context"
	"math"
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
	"proxenos/core/run"
	"proxenos/core/supply"
)

// beyond lets the rules speak that look beyond the lesson.
func beyond(t *testing.T, l *lesson.Lesson, c *supply.Cupboard, runs []run.Run) []rule.Finding {
	t.Helper()
	r, err := rehearse.Run(context.Background(), l, rehearse.CoarseCell, nil)
	if err != nil {
		t.Fatal(err)
	}
	// The reports alone are enough: the canvas is not kept for ever.
	list, err := rule.Beyond(&rule.Context{Context: context.Background(), Lesson: l, Reports: r.Reports, Cupboard: c, Runs: runs})
	if err != nil {
		t.Fatal(err)
	}
	return list
}

// stocked is a cupboard with just what so many people need of the sample, and some more
// that it does not use.
func stocked(t *testing.T, people int) (*supply.Cupboard, supply.Amounts) {
	t.Helper()
	l := sample.Lesson()
	r, err := rehearse.Run(context.Background(), l, rehearse.CoarseCell, nil)
	if err != nil {
		t.Fatal(err)
	}
	needs, err := supply.Of(r.Lesson, r.Reports, 1, supply.Loss)
	if err != nil {
		t.Fatal(err)
	}
	c := &supply.Cupboard{People: people, Paints: []supply.Stock{{Paint: "PB28", Ml: 500}, {Paint: "PBr7/raw-sienna", Ml: 500}},
		Tools: []supply.Rack{{Kind: lesson.Flat, Width: 20, Pieces: people}, {Kind: lesson.Filbert, Width: 10, Pieces: people}, {Kind: lesson.Filbert, Width: 14, Pieces: 40}, {Kind: lesson.Liner, Width: 1, Pieces: 40}}}
	for _, n := range needs.Tubes {
		c.Paints = append(c.Paints, supply.Stock{Paint: n.Paint, Ml: math.Ceil(100*n.Each*float64(people)) / 100})
	}
	return c, needs
}

func TestWhatTheCupboardLacks(t *testing.T) {
	set := func(c *supply.Cupboard, key string, ml float64) {
		for i := range c.Paints {
			if c.Paints[i].Paint == key {
				c.Paints[i].Ml = ml
			}
		}
	}
	full, needs := stocked(t, 12)
	if list := beyond(t, sample.Lesson(), full, nil); len(list) != 0 {
		t.Fatalf("there is just enough, and it says %q", list[0].Says)
	}
	each := map[string]float64{}
	for _, n := range needs.Tubes {
		each[n.Paint] = n.Each
	}
	for _, c := range []struct {
		name, rule, where string
		spoil             func(c *supply.Cupboard)
		figure            float64
	}{
		{"too little blue", "supply.short", "PB29", func(c *supply.Cupboard) { set(c, "PB29", 12*each["PB29"]-0.2) }, 12*each["PB29"] - 0.2},
		{"no blue", "supply.missing", "PB29", func(c *supply.Cupboard) { set(c, "PB29", 0) }, 0},
		{"too few filberts", "supply.short", "filbert10", func(c *supply.Cupboard) { c.Tools[1].Pieces = 11 }, 11},
		{"no filbert", "supply.missing", "filbert10", func(c *supply.Cupboard) { c.Tools[1].Pieces = 0 }, 0},
	} {
		cupboard, _ := stocked(t, 12)
		c.spoil(cupboard)
		list := beyond(t, sample.Lesson(), cupboard, nil)
		if len(list) != 1 || list[0].Rule != c.rule || list[0].Where != c.where || math.Abs(list[0].Figure-c.figure) > 0.006 || len(list[0].Steps) == 0 {
			t.Errorf("%s: %+v", c.name, list)
			continue
		}
		if len(list[0].Ideas()) == 0 {
			t.Errorf("%s: no remedy", c.name)
		}
		for _, r := range list[0].Ideas() {
			for _, left := range beyond(t, mended(t, sample.Lesson(), r), cupboard, nil) {
				if left.Where == c.where {
					t.Errorf("%s: %q leaves %s", c.name, r.Words, left.Says)
				}
			}
		}
	}
	// What nobody has counted is silent, whatever else was counted.
	one := &supply.Cupboard{People: 12, Paints: []supply.Stock{{Paint: "PB28", Ml: 37}, {Paint: "PW6", Ml: 5000}}, Tools: []supply.Rack{{Kind: lesson.Filbert, Width: 20, Pieces: 1}}}
	if list := beyond(t, sample.Lesson(), one, nil); len(list) != 0 {
		t.Errorf("one paint was counted, and it says %q", list[0].Says)
	}
	if list := beyond(t, sample.Lesson(), nil, nil); len(list) != 0 {
		t.Errorf("no cupboard: %+v", list)
	}
	if list := beyond(t, sample.Lesson(), &supply.Cupboard{People: 12, Tools: full.Tools}, nil); len(list) != 0 {
		t.Errorf("no paint was counted: %+v", list)
	}
}

func TestASubstituteComesFromTheCupboard(t *testing.T) {
	cupboard, _ := stocked(t, 4)
	for i := range cupboard.Paints {
		if cupboard.Paints[i].Paint == "PY43" { // raw sienna is there
			cupboard.Paints[i].Ml = 0
		}
	}
	list := only(beyond(t, sample.Lesson(), cupboard, nil), "supply.missing")
	if len(list) != 1 {
		t.Fatalf("%+v", list)
	}
	for _, r := range list[0].Ideas() {
		if l := mended(t, sample.Lesson(), r); strings.HasPrefix(r.Words, "take ") && (len(l.Palette) != 4 || l.Mixtures[2].Parts[2].Paint == "PY43") {
			t.Errorf("%q leaves %v and %+v", r.Words, l.Palette, l.Mixtures[2])
		} else if strings.HasPrefix(r.Words, "take ") {
			return
		}
	}
	t.Errorf("no substitute is offered: %+v", list[0].Ideas())
}

func TestSessionsThatTookAnotherTime(t *testing.T) {
	runs := func(sky, trees float64) []run.Run {
		return []run.Run{{Taught: "2026-04-01", Took: []run.Took{{Step: "sky", Minutes: sky}, {Step: "trees", Minutes: trees}}}}
	}
	// Steps of five minutes: more than a minute and a quarter off is a word worth.
	if list := beyond(t, sample.Lesson(), nil, runs(6.2, 3.8)); len(list) != 0 {
		t.Errorf("a minute off: %s", list[0].Says)
	}
	list := beyond(t, sample.Lesson(), nil, runs(6.3, 11))
	if len(list) != 2 || list[0].Rule != "time.pace" || list[0].Where != "sky" || list[0].Figure != 1.3 || list[1].Figure != 6 || list[1].Threshold != 1.25 {
		t.Fatalf("%+v", list)
	}
	if !strings.Contains(list[1].Says, "in the one session") || strings.Contains(list[1].Says, "%!") {
		t.Errorf("%s", list[1].Says)
	}
	for _, c := range []struct{ remedy, left int }{{0, 1}, {1, 0}} {
		r := list[1].Ideas()[c.remedy]
		if left := beyond(t, mended(t, sample.Lesson(), r), nil, runs(6.3, 11)); len(left) != c.left {
			t.Errorf("%q leaves %+v", r.Words, left)
		}
	}
	slow := list[1].Ideas()[2]
	if l := mended(t, sample.Lesson(), slow); l.Pace != 1.73 || !strings.Contains(slow.Words, "1.73 times") { // 17.3 of 10 minutes
		t.Errorf("%q: pace %g", slow.Words, l.Pace)
	}
	// A class that is known to be slow is judged by its own pace.
	l := sample.Lesson()
	l.Pace = 1.4
	if list := beyond(t, l, nil, runs(7.5, 6.5)); len(list) != 0 {
		t.Errorf("as planned at its pace: %s", list[0].Says)
	}
}
