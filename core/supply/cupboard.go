package supply

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/paint"
)

// Bounds of a cupboard.
const (
	MostKept   = 400      // lines of either list
	MostMl     = 100000.0 // of one paint
	MostPieces = 10000    // of one tool
)

// alike is how many times as wide one tool may be as another to pass for it.
const alike = 1.15

// A Cupboard is what a studio has, and for how many people it has to do. Each thing is
// counted by itself: of what is in no list nothing is known.
type Cupboard struct {
	People   int     `json:"people" minimum:"1" maximum:"200" doc:"how many paint at once"`
	Currency string  `json:"currency,omitempty" maxLength:"8" doc:"what prices are in, as it is written beside them"`
	Paints   []Stock `json:"paints" maxItems:"400"`
	Tools    []Rack  `json:"tools" maxItems:"400"`
	Goods    []Good  `json:"goods,omitempty" maxItems:"400" doc:"everything else that a session uses"`
}

// A Stock is how much there is of a paint.
type Stock struct {
	Paint  string  `json:"paint" maxLength:"40" doc:"Key of a paint of the catalogue."`
	Ml     float64 `json:"ml" minimum:"0" maximum:"100000"`
	Opened bool    `json:"opened,omitempty" doc:"whether a tube of it is open: it is used first"`
	Sold   []Pack  `json:"sold,omitempty" maxItems:"12" doc:"tubes in which it is sold"`
	// Measured are the curves of the studio's own tube.
	Measured *lesson.Measured `json:"measured,omitempty" db:"-" doc:"its curves, as they were measured of the studio's own tube: lessons may take them"`
}

// A Rack is how many there are of a tool.
type Rack struct {
	Kind   lesson.ToolKind `json:"kind" maxLength:"20"`
	Width  float64         `json:"width" minimum:"0.5" maximum:"150" doc:"mm"`
	Pieces int             `json:"pieces" minimum:"0" maximum:"10000"`
	Price  int             `json:"price,omitempty" minimum:"0" maximum:"10000000" doc:"of one, hundredths of the currency; 0 where it is not known"`
}

// Check says what is wrong with a cupboard, the first thing that is, and its cure.
func (c Cupboard) Check() error {
	switch {
	case c.People < 1 || c.People > MostStudents:
		return fmt.Errorf("people is %d: give 1 to %d", c.People, MostStudents)
	case len(c.Paints) > MostKept || len(c.Tools) > MostKept || len(c.Goods) > MostKept:
		return fmt.Errorf("%d paints, %d tools and %d other goods: keep %d of each at most", len(c.Paints), len(c.Tools), len(c.Goods), MostKept)
	case len([]rune(c.Currency)) > 8:
		return fmt.Errorf("currency is %q: give 8 letters at most", short(c.Currency))
	}
	seen := map[string]bool{}
	for _, s := range c.Paints {
		if m := s.Measured; m != nil {
			if err := m.Check(); err != nil || m.Paint != s.Paint {
				return fmt.Errorf("the curves of %q: %v: measure it again, or take them out", short(s.Paint), cmp.Or(err, fmt.Errorf("are those of %q", short(m.Paint))))
			}
		}
		switch _, known := paint.Find(s.Paint); {
		case !known:
			return fmt.Errorf("paint %q is not in the catalogue: give the key of one that is", short(s.Paint))
		case seen[s.Paint]:
			return fmt.Errorf("paint %s stands there twice: add the two up", s.Paint)
		case !(s.Ml >= 0 && s.Ml <= MostMl):
			return fmt.Errorf("paint %s: ml is %g: give 0 to %g", s.Paint, s.Ml, MostMl)
		}
		seen[s.Paint] = true
		if err := checkPacks("paint "+s.Paint, s.Sold); err != nil {
			return err
		}
	}
	racks := map[Rack]bool{}
	for _, r := range c.Tools {
		name := Rack{Kind: r.Kind, Width: r.Width}
		switch {
		case !known(r.Kind):
			return fmt.Errorf("tool %q is not a kind of tool: give one of the vocabulary", short(string(r.Kind)))
		case racks[name]:
			return fmt.Errorf("tool %s of %g mm stands there twice: add the two up", r.Kind, r.Width)
		case !(r.Width >= 0.5 && r.Width <= 150):
			return fmt.Errorf("tool %s: width is %g: give 0.5 to 150 mm", r.Kind, r.Width)
		case r.Pieces < 0 || r.Pieces > MostPieces:
			return fmt.Errorf("tool %s of %g mm: pieces is %d: give 0 to %d", r.Kind, r.Width, r.Pieces, MostPieces)
		case r.Price < 0 || r.Price > mostPrice:
			return fmt.Errorf("tool %s of %g mm: price is %d: give 0 to %d hundredths", r.Kind, r.Width, r.Price, mostPrice)
		}
		racks[name] = true
	}
	for i, g := range c.Goods {
		if err := g.check(); err != nil {
			return err
		}
		if slices.ContainsFunc(c.Goods[:i], g.same) {
			return fmt.Errorf("%s stands there twice: add the two up", g.Kind)
		}
	}
	return nil
}

func known(kind lesson.ToolKind) bool {
	for _, t := range lesson.Words().Tools {
		if t.ID == string(kind) {
			return true
		}
	}
	return false
}

// Ml is how much there is of a paint, and whether that was counted.
func (c Cupboard) Ml(key string) (ml float64, counted bool) {
	for _, s := range c.Paints {
		if s.Paint == key {
			return s.Ml, true
		}
	}
	return 0, false
}

// Pieces is how many there are of a tool, or of one that passes for it, and whether any
// such was counted.
func (c Cupboard) Pieces(t lesson.Tool) (n int, counted bool) {
	for _, r := range c.Tools {
		if r.Kind == t.Kind && max(r.Width/t.Width, t.Width/r.Width) <= alike {
			n += r.Pieces
			counted = true
		}
	}
	return n, counted
}

// A Want is what a lesson asks of a cupboard.
type Want struct {
	What    string  `json:"what" doc:"key of a paint, or a tool of the lesson"`
	Name    string  `json:"name"`
	Unit    string  `json:"unit" enum:"ml,pieces"`
	Need    float64 `json:"need" doc:"for all who paint"`
	Counted bool    `json:"counted" doc:"whether somebody has counted it"`
	Has     float64 `json:"has"`
	Lack    float64 `json:"lack" doc:"0 where nobody has counted"`
}

// Wants holds what a lesson needs against what there is: of paint what the amounts say,
// of tools one of each for everybody.
func (c Cupboard) Wants(l *lesson.Lesson, needs Amounts) []Want {
	out := []Want{}
	want := func(what, name, unit string, need, has float64, counted bool) {
		w := Want{What: what, Name: name, Unit: unit, Need: cents(need), Counted: counted, Has: cents(has)}
		if counted {
			w.Lack = cents(max(0, need-has))
		}
		out = append(out, w)
	}
	for _, t := range needs.Tubes {
		has, counted := c.Ml(t.Paint)
		want(t.Paint, t.Name, "ml", t.Each*float64(c.People), has, counted)
	}
	for _, t := range l.Tools {
		if l.Uses(t.ID) {
			has, counted := c.Pieces(t)
			want(t.ID, l.ToolName(t.ID), "pieces", float64(c.People), float64(has), counted)
		}
	}
	return out
}

// Lasts is for how many sessions the paint will do that was counted, the tube that ends
// first deciding; NaN when none of what is needed was counted.
func (c Cupboard) Lasts(needs Amounts) float64 {
	least := math.NaN()
	for _, t := range needs.Tubes {
		has, counted := c.Ml(t.Paint)
		if each := t.Each * float64(c.People); each > 0 && counted {
			if n := math.Floor(has / each); math.IsNaN(least) || n < least {
				least = n
			}
		}
	}
	return least
}

func short(s string) string {
	if r := []rune(s); len(r) > 40 {
		return string(r[:40]) + "…"
	}
	return s
}

// Say tells in a sentence how a lesson and a cupboard go together.
func Say(c Cupboard, wants []Want, lasts float64) string {
	lacking, counted := 0, 0
	for _, w := range wants {
		if w.Lack > 0 {
			lacking++
		}
		if w.Counted {
			counted++
		}
	}
	if counted == 0 {
		return "Nobody has counted yet: give what there is of what the lesson needs."
	}
	people := "one person"
	if c.People > 1 {
		people = fmt.Sprintf("%d people", c.People)
	}
	enough := "There is enough"
	if counted < len(wants) {
		enough = "Of what was counted there is enough"
	}
	switch {
	case lacking == 1:
		return fmt.Sprintf("For %s one of the %d things that were counted is short or missing.", people, counted)
	case lacking > 1:
		return fmt.Sprintf("For %s %d of the %d things that were counted are short or missing.", people, lacking, counted)
	case lasts == 1:
		return fmt.Sprintf("%s for %s, once.", enough, people)
	case lasts > 1:
		return fmt.Sprintf("%s for %s, %.0f times.", enough, people, lasts)
	}
	return fmt.Sprintf("%s for %s.", enough, people)
}

// WithCurvesOf is a cupboard with the measured curves of another one, for a table has none.
func (c Cupboard) WithCurvesOf(other Cupboard) Cupboard {
	c.Paints = slices.Clone(c.Paints)
	for i, s := range c.Paints {
		k := slices.IndexFunc(other.Paints, func(o Stock) bool { return o.Paint == s.Paint })
		if s.Measured == nil && k >= 0 {
			c.Paints[i].Measured = other.Paints[k].Measured
		}
	}
	return c
}
