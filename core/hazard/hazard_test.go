package hazard_test

import (
	"slices"
	"strings"
	"testing"

	"proxenos/core/hazard"
	"proxenos/core/lesson/sample"
	"proxenos/core/paint"
)

func about(list []hazard.Caution) (out []string) {
	for _, c := range list {
		out = append(out, c.About)
	}
	return out
}

func TestCautionsComeFromWhatIsUsed(t *testing.T) {
	find := func(key string) paint.Paint {
		p, known := paint.Find(key)
		if !known {
			t.Fatal(key)
		}
		return p
	}
	bare := about(hazard.Materials{}.Cautions())
	if !slices.Equal(bare, []string{"Standing and lifting"}) {
		t.Errorf("of nothing: %v", bare)
	}
	safe := hazard.Materials{Paints: []paint.Paint{find("PB29"), find("PW6")}}
	for what, with := range map[string]struct {
		change func(*hazard.Materials)
		says   string
	}{
		"Oily rags and towels":       {func(m *hazard.Materials) { m.Rags = 40 }, "About 40 towels"},
		"Solvent vapour":             {func(m *hazard.Materials) { m.Solvent = 120 }, "120 ml"},
		"Paints that carry warnings": {func(m *hazard.Materials) { m.Paints = append(m.Paints, find("PY35")) }, "Cadmium yellow (cadmium)"},
		"Somebody is not of age":     {func(m *hazard.Materials) { m.Minors = true }, ""},
		"Dust":                       {func(m *hazard.Materials) { m.Sanding = true }, ""},
		"Knives and scrapers":        {func(m *hazard.Materials) { m.Knife = true }, ""},
		"Waste":                      {func(m *hazard.Materials) { m.Oil = 3 }, ""},
	} {
		m := safe
		m.Paints = slices.Clone(safe.Paints)
		if slices.Contains(about(m.Cautions()), what) {
			t.Errorf("%s: is said of what needs it not", what)
		}
		with.change(&m)
		list := m.Cautions()
		at := slices.Index(about(list), what)
		if at < 0 || !strings.Contains(list[at].Why, with.says) {
			t.Errorf("%s: %+v", what, list)
		}
	}
}

func TestWhatCarriesAWarningHasSomethingSafeInItsPlace(t *testing.T) {
	l, _ := sample.Terraces(t)
	if marked := hazard.Of(l).Marked(); len(marked) > 0 {
		t.Fatalf("the terraces use %v", marked)
	}
	for safe, warned := range map[string]string{"PY43": "PY35", "PBr7/burnt-sienna": "PBr7/burnt-umber", "PB29": "PB28"} {
		l.Palette[slices.Index(l.Palette, safe)] = warned
		for i := range l.Mixtures {
			for k := range l.Mixtures[i].Parts {
				if p := &l.Mixtures[i].Parts[k]; p.Paint == safe {
					p.Paint = warned
				}
			}
		}
	}
	marked := hazard.Of(l).Marked()
	if len(marked) != 3 {
		t.Fatalf("%d paints carry a warning", len(marked))
	}
	swaps, err := hazard.Swaps(t.Context(), l)
	if err != nil || len(swaps) != len(marked) {
		t.Fatalf("%d for %d, %v", len(swaps), len(marked), err)
	}
	for _, s := range swaps {
		for _, a := range s.Parts {
			if p, _ := paint.Find(a.Paint); p.Hazard != "" {
				t.Errorf("%s carries a warning as well as %s", p.Name, s.Name)
			}
		}
		if len(s.Parts) == 0 || s.Delta > 12 || s.Mixture == "" || s.Warning == "" {
			t.Errorf("%+v", s)
		}
		t.Logf("%s (%s): %v, %.1f in %s", s.Name, s.Warning, s.Parts, s.Delta, s.Mixture)
	}
	// A lesson that is painted with them has nothing left to warn of.
	for i, m := range l.Mixtures {
		for k, p := range m.Parts {
			if at := slices.IndexFunc(swaps, func(s hazard.StandIn) bool { return s.Paint == p.Paint }); at >= 0 {
				l.Mixtures[i].Parts[k].Paint = swaps[at].Parts[0].Paint
				l.Palette = append(l.Palette, swaps[at].Parts[0].Paint)
			}
		}
	}
	if left := hazard.Of(l).Marked(); len(left) > 0 {
		t.Errorf("still %v", left)
	}
}
