package rule_test

import (
	"strings"
	"testing"
	"time"

	"proxenos/core/class"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/mend"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
	"proxenos/core/supply"
)

// evening is a class of fourteen with wide jars in a room of 60 m³ with its windows shut, whose lesson
// rinses before its lights.
func evening(t *testing.T) *rule.Context {
	t.Helper()
	l := sample.Lesson()
	step(l, "lights").Care = lesson.RinseDry
	planned := class.Usual("A full room", 14, time.Date(2031, 3, 4, 18, 0, 0, 0, time.UTC), 60)
	planned.Room.Volume, planned.Room.Changes, planned.Jar = 60, 1, 12
	return &rule.Context{Context: t.Context(), Lesson: l, Cupboard: &supply.Cupboard{People: 14, Goods: []supply.Good{{Kind: supply.SolventGood, Limit: 300, Rate: 100}}},
		Classes: []rule.Planned{{ID: "evening", Class: planned}}}
}

// asked is what a rule says that asks the classes.
func asked(t *testing.T, c *rule.Context, id string) []rule.Finding {
	t.Helper()
	var err error
	if c.Rehearsal, err = rehearse.Run(t.Context(), c.Lesson, rehearse.CoarseCell, nil); err != nil {
		t.Fatal(err)
	}
	list, err := rule.Check(c)
	if err != nil {
		t.Fatal(err)
	}
	return only(list, id)
}

func TestTheAirOfAClassThatIsPlanned(t *testing.T) {
	c := evening(t)
	said := asked(t, c, "safe.vapour")
	if len(said) != 1 || said[0].Where != "evening" || !strings.Contains(said[0].Says, "on 4 March") || !strings.Contains(said[0].Says, "ith lids on between rinses it would be") {
		t.Fatalf("%+v", said)
	}
	ranking, err := mend.NewBench(c).Rank(t.Context(), said[0], nil)
	if err != nil || len(ranking.Remedies) != 2 {
		t.Fatalf("wiped, or the second brush: %+v, %v", ranking, err)
	}
	for _, r := range ranking.Remedies {
		if !r.Gone || *r.After != 0 {
			t.Errorf("with the jars shut: %+v", r)
		}
	}
	for what, change := range map[string]func(c *rule.Context){
		"two people, and the windows open": func(c *rule.Context) {
			c.Classes[0].People, c.Classes[0].Room.Changes = class.People{Some: 2}, 8
		},
		"nobody has read the sheet": func(c *rule.Context) { c.Cupboard.Goods[0].Limit = 0 },
		"nobody teaches it":         func(c *rule.Context) { c.Classes = nil },
		"nobody counted":            func(c *rule.Context) { c.Cupboard = nil },
		"no jar is opened": func(c *rule.Context) {
			for i := range c.Lesson.Steps {
				c.Lesson.Steps[i].Care = lesson.Wipe
			}
		},
	} {
		c := evening(t)
		change(c)
		if said := asked(t, c, "safe.vapour"); len(said) > 0 {
			t.Errorf("%s: %s", what, said[0].Says)
		}
	}
}

// A thin line for the young runs with oil: without solvent it would be too stiff.
func TestALineForTheYoungRunsWithOil(t *testing.T) {
	c := evening(t)
	c.Classes[0].Minors = true
	step(c.Lesson, "lights").Care = lesson.Wipe
	add(c.Lesson, "blades", "trees", lesson.LinerPull, "liner", "light").Medium = lesson.Medium{Solvent: 45, Oil: 15}
	said := asked(t, c, "safe.minors")
	if len(said) != 1 || said[0].Figure != 1 {
		t.Fatalf("solvent in paint: %+v", said)
	}
	ranking, err := mend.NewBench(c).Rank(t.Context(), said[0], nil)
	if err != nil || len(ranking.Remedies) != 1 || !ranking.Remedies[0].Gone || len(ranking.Remedies[0].Come) > 0 {
		t.Fatalf("%+v, %v", ranking, err)
	}
	next, _, err := lesson.Apply(c.Lesson, ranking.Remedies[0].Edit)
	if err != nil || step(next, "blades").Medium != (lesson.Medium{Oil: 60}) {
		t.Errorf("%+v, %v", step(next, "blades").Medium, err)
	}
}

func TestWhatTheYoungShouldDoWithout(t *testing.T) {
	c := evening(t)
	if said := asked(t, c, "safe.minors"); len(said) > 0 {
		t.Errorf("all are of age: %s", said[0].Says)
	}
	c.Classes[0].Minors = true
	c.Lesson.Palette = append(c.Lesson.Palette, "PY35", "PY3")
	c.Lesson.Mixtures[3].Parts = []lesson.Part{{Paint: "PW6", Parts: 12}, {Paint: "PY43", Parts: 3}, {Paint: "PY35", Parts: 0.3}}
	said := asked(t, c, "safe.minors")
	if len(said) != 1 || said[0].Figure != 2 || !strings.Contains(said[0].Says, "solvent to rinse brushes") {
		t.Fatalf("a paint with a warning, and solvent: %+v", said)
	}
	bench := mend.NewBench(c)
	ranking, err := bench.Rank(t.Context(), said[0], nil)
	if err != nil || len(ranking.Remedies) != 3 {
		t.Fatalf("without the paint, with the second brush, wiped: %+v, %v", ranking, err)
	}
	for _, r := range ranking.Remedies {
		if *r.After != 1 {
			t.Errorf("each takes one of the two away: %+v", r)
		}
	}
	for _, r := range ranking.Remedies[:2] { // the paint, and then the brush
		next, _, err := lesson.Apply(c.Lesson, r.Edit)
		if err != nil {
			t.Fatal(err)
		}
		c.Lesson = next
	}
	if said := asked(t, c, "safe.minors"); len(said) > 0 {
		t.Errorf("with neither: %s", said[0].Says)
	}
}
