package look

import (
	"context"
	"fmt"
	"math"
	"strings"

	"proxenos/core/lesson"
	"proxenos/core/paint"
	"proxenos/core/recipe"
	"proxenos/core/spectrum"
)

// When is when something can be mended.
type When string

// The times.
const (
	Now   When = "now"   // on the wet paint, or the dry, as it is
	Blot  When = "blot"  // once a towel has lain on it
	Later When = "later" // when it has dried
)

// Paint is how the paint of a real canvas is when it is looked at.
type Paint struct {
	Wet  bool    // it was painted today
	Days float64 // until it is dry to the touch, where it is not wet; 0 for dry
}

// ToDo is what to do about a fault.
type ToDo struct {
	Says      string           `json:"says" doc:"the whole of it, as one would say it"`
	When      When             `json:"when" enum:"now,blot,later"`
	Minutes   float64          `json:"minutes,omitempty" doc:"that the towel lies"`
	Days      float64          `json:"days,omitempty" doc:"until it is dry"`
	Colours   []Paste          `json:"colours" doc:"what to lay, in this order"`
	Tool      string           `json:"tool,omitempty" doc:"its name"`
	Technique lesson.Technique `json:"technique,omitempty"`
	Does      string           `json:"does,omitempty" doc:"what it does for the picture besides"`
}

// A Paste is a colour to lay.
type Paste struct {
	Mixture string          `json:"mixture,omitempty" doc:"id of the lesson's mixture that it is"`
	Name    string          `json:"name"`
	Says    string          `json:"says" doc:"its parts"`
	Parts   []recipe.Amount `json:"parts"`
	Colour  string          `json:"colour" doc:"#rrggbb"`
	Lab     spectrum.Lab    `json:"lab"`
	Delta   float64         `json:"delta" doc:"ΔE00 from what is wanted there"`
	Ml      float64         `json:"ml" doc:"how much of it"`
}

// Working figures of a mend.
const (
	takesUp   = 0.3   // share of what lies there that comes into a mark on wet paint
	wetMost   = 45.0  // µm of wet paint on which one paints on
	blotMost  = 140.0 // µm that a towel makes fit to be painted on
	blotEvery = 14.0  // µm that a towel takes in a minute
	laysThick = 60.0  // µm of a mend
	wasted    = 1.6   // times what is laid that is mixed
	mixedNear = 3.0   // ΔE00 within which a mixture of the lesson is the colour that is wanted
	fineDiff  = 7.0   // L* by which a glaze darkens
)

// Adviser says what to do about faults, with the palette of a lesson.
type Adviser struct {
	plan   *Plan
	solver *recipe.Solver
}

// NewAdviser prepares for the lesson of a plan. It fails where its palette cannot be mixed.
func NewAdviser(plan *Plan) (*Adviser, error) {
	solver, err := recipe.New(plan.Lesson.Paints(), plan.Lesson.Palette)
	return &Adviser{plan, solver}, err
}

// For is what to do about each mend of a canvas whose paint is so. On one that is dry they are tried
// in the simulator before, as [Adviser.Try] tells. told hears how far it has come, from 0 to 1; it may
// be nil. It ends with ctx.
func (a *Adviser) For(ctx context.Context, j *Judged, p Paint, told func(share float64)) ([]ToDo, error) {
	if told == nil {
		told = func(float64) {}
	}
	if all := float64(len(j.Mends)); !p.Wet {
		if err := a.Try(ctx, j, func(tried int) { told(float64(tried) / all) }); err != nil {
			return nil, err
		}
	}
	out := make([]ToDo, len(j.Mends))
	for k, m := range j.Mends {
		var err error
		if out[k], err = a.about(ctx, m, j.Colours(k), p); err != nil {
			return nil, err
		}
		if p.Wet {
			told(float64(k+1) / float64(len(out)))
		}
	}
	return out, nil
}

// about is what to do about a fault. there is what the photograph shows at every place of the plan's
// grid, as it is before that mend.
func (a *Adviser) about(ctx context.Context, m Mend, there []spectrum.Lab, p Paint) (ToDo, error) {
	f := m.Fault
	out := ToDo{When: Now, Colours: []Paste{}}
	cells := a.cells(f)
	a.when(&out, f, cells, p)
	if len(m.way.layers) > 0 {
		says := a.told(&out, m)
		out.Says = out.begun(says)
		return out, nil
	}
	main := a.mainStep(cells)
	lay := func(target spectrum.Lab, share float64) error {
		paste, err := a.paste(ctx, target, mean(there, cells), p.Wet && out.When == Now, float64(len(cells))*sq(a.plan.Plate.Mm)*share)
		if err == nil {
			out.Colours = append(out.Colours, paste)
		}
		return err
	}
	planned := mean(a.plan.lab, cells)
	var err error
	says := ""
	switch f.Kind {
	case Value, Colour, Mud:
		err = lay(planned, 1)
		says = a.restate(&out, f, main, p.Wet, planned.L-mean(there, cells).L)
	case Lights:
		says, err = a.relight(&out, f, lay)
	case Edge:
		says, err = a.edge(&out, f, lay)
	case Corner:
		cells = a.mostly(cells)
		err = lay(mean(a.plan.lab, cells), 1)
		a.with(&out, lesson.Scumble, 20)
		says = fmt.Sprintf("%s %s over %s, from the corner inward and ever less, until nothing there is lighter than what lies beside it.", a.verb(out.Technique), out.colour(), f.Name)
	case Aside:
		err = lay(a.behind(cells), 0.5)
		a.with(&out, lesson.CutIn, 12)
		if err == nil {
			says = fmt.Sprintf("Cut in %s over the side of %s that stands too far out, up to where its edge is to be; then restate it on its right side, %.0f mm %s.", out.colour(), f.Name, f.Is, towards(f))
		}
	case Horizon:
		err = lay(planned, 0.3)
		a.with(&out, lesson.CutIn, 20)
		says = "Measure its height from the lower edge at both sides and mark it. Along a straight edge that does not touch the paint, cut in what lies below it, in one level pull, with " + out.colour() + "; then the far shore down to it."
	}
	if err != nil {
		return out, err
	}
	out.Says = out.begun(says)
	return out, nil
}

// begun is a sentence with what has to be done or waited for before.
func (a ToDo) begun(says string) string {
	if first := a.first(); first != "" {
		return first + strings.ToLower(says[:1]) + says[1:]
	}
	return says
}

// cells are the places that a fault is mended on, away from the rim of its zone.
func (a *Adviser) cells(f Fault) []int {
	p := a.plan
	switch {
	case (f.Kind == Value || f.Kind == Colour || f.Kind == Aside) && f.zone >= 0:
		return p.zones[f.zone].core
	case len(f.cells) > 0:
		return f.cells
	}
	var out []int
	for i := range p.zone {
		x, y := (float64(i%p.Plate.W)+0.5)*p.Plate.Mm, (float64(i/p.Plate.W)+0.5)*p.Plate.Mm
		if x >= f.Left && y >= f.Top && x <= f.Left+f.W && y <= f.Top+f.H {
			out = append(out, i)
		}
	}
	return out
}

// mostly are those of some places that are of the zone which most of them are of.
func (a *Adviser) mostly(cells []int) (out []int) {
	count := map[int16]int{}
	best := int16(-1)
	for _, i := range cells {
		z := a.plan.zone[i]
		if count[z]++; z >= 0 && (best < 0 || count[z] > count[best]) {
			best = z
		}
	}
	for _, i := range cells {
		if a.plan.zone[i] == best {
			out = append(out, i)
		}
	}
	return out
}

// when decides when a fault can be mended.
func (a *Adviser) when(out *ToDo, f Fault, cells []int, p Paint) {
	switch {
	case p.Wet:
		wet := medianOf(cells, func(i int) float64 { return float64(a.plan.Wet[i]) })
		switch {
		case math.IsNaN(wet) || wet <= wetMost:
		case wet <= blotMost && f.Kind != Horizon:
			out.When, out.Minutes = Blot, min(20, max(3, math.Ceil((wet-wetMost)/blotEvery)+2))
		default:
			out.When = Later
		}
	case p.Days > 0:
		out.When, out.Days = Later, math.Ceil(p.Days)
	}
}

// first is what has to be done or waited for before.
func (a ToDo) first() string {
	switch {
	case a.When == Blot:
		return fmt.Sprintf("Blot it for %.0f minutes, then ", a.Minutes)
	case a.When == Later && a.Days > 0:
		return fmt.Sprintf("When it is dry to the touch, in about %.0f days: ", a.Days)
	case a.When == Later:
		return "Not on this wet paint; when it is dry to the touch: "
	}
	return ""
}

// colour names what is laid first.
func (a ToDo) colour() string {
	if len(a.Colours) == 0 {
		return "what is planned"
	}
	return strings.ToLower(a.Colours[len(a.Colours)-1].Name)
}

// mainStep is the step that shows on most of some places; -1 for none.
func (a *Adviser) mainStep(cells []int) int {
	count := map[int16]int{}
	best := int16(-1)
	for _, i := range cells {
		s := a.plan.step[i]
		if count[s]++; s >= 0 && (best < 0 || count[s] > count[best]) {
			best = s
		}
	}
	return int(best)
}

// with takes the tool of the lesson for a technique, about so many mm wide.
func (a *Adviser) with(out *ToDo, t lesson.Technique, width float64) {
	out.Technique = t
	if tool, ok := a.plan.Lesson.ToolFor(t, width); ok {
		out.Tool = a.plan.Lesson.ToolName(tool.ID)
	}
}

func (a *Adviser) verb(t lesson.Technique) string { return lesson.Capital(t.Info().Name) }

// restate is how a place that is another colour is painted again; up is by how many L* lighter.
func (a *Adviser) restate(out *ToDo, f Fault, main int, wet bool, up float64) string {
	around := "around what stands in front of it"
	if f.Kind == Mud {
		return a.again(out, f, main, "with a clean brush, wiped after every stroke")
	}
	if f.Kind == Value && !wet && out.When == Now && up < 0 && -up <= fineDiff {
		a.with(out, lesson.Glaze, 25)
		return fmt.Sprintf("Glaze %s thinly over %s, let down with oil or alkyd, %s; wipe it off where it is too dark.", out.colour(), f.Name, around)
	}
	return a.again(out, f, main, around)
}

// again is a zone restated with the technique it was painted with.
func (a *Adviser) again(out *ToDo, f Fault, main int, around string) string {
	t := lesson.Scumble
	if main >= 0 {
		s := a.plan.Lesson.Steps[main]
		if s.Technique.Marks() && len(s.Mixtures) > 0 {
			t = s.Technique
		}
		out.Technique, out.Tool = t, a.plan.Lesson.ToolName(s.Tool)
	}
	if out.Tool == "" {
		a.with(out, t, 20)
	}
	return fmt.Sprintf("With the %s, well loaded and hardly pressing, %s %s over %s, %s; leave a little of what is there.", out.Tool, t.Info().Name, out.colour(), f.Name, around)
}

// relight is how lights are set again, or some of them taken back.
func (a *Adviser) relight(out *ToDo, f Fault, lay func(spectrum.Lab, float64) error) (string, error) {
	for _, l := range a.plan.lights {
		if l.zone != f.zone {
			continue
		}
		if f.Is > f.Meant {
			body := spectrum.Lab{L: l.body}
			var rest []int
			for _, i := range a.plan.zones[l.zone].all {
				if a.plan.lab[i].L < l.from {
					rest = append(rest, i)
				}
			}
			if len(rest) > 0 {
				body = mean(a.plan.lab, rest)
			}
			if err := lay(body, 0.5); err != nil {
				return "", err
			}
			a.with(out, lesson.Tap, 12)
			return fmt.Sprintf("Put pockets of dark back: tap %s into %s, mostly below and on the side away from the light.", out.colour(), f.Name), nil
		}
		if err := lay(mean(a.plan.lab, l.cells), 1); err != nil {
			return "", err
		}
		s := a.plan.Lesson.Steps[l.step]
		out.Technique, out.Tool = s.Technique, a.plan.Lesson.ToolName(s.Tool)
		return fmt.Sprintf("%s %s on %s again with the %s, a fresh load for every few touches and no pressure, on about %.0f %% of it and no more.", lesson.Capital(s.Technique.Info().Name), out.colour(), f.Name, out.Tool, f.Meant), nil
	}
	return "", nil
}

// edge is how an edge is softened or cut.
func (a *Adviser) edge(out *ToDo, f Fault, lay func(spectrum.Lab, float64) error) (string, error) {
	if f.Is > f.Meant {
		if err := lay(mean(a.plan.lab, a.cells(f)), 0.3); err != nil {
			return "", err
		}
		a.with(out, lesson.CutIn, 10)
		return fmt.Sprintf("Cut in %s up to the silhouette, once, and leave it.", out.colour()), nil
	}
	if out.When == Later {
		if err := lay(mean(a.plan.lab, a.cells(f)), 0.3); err != nil {
			return "", err
		}
		a.with(out, lesson.Scumble, 12)
		return fmt.Sprintf("Scumble a little of %s along %s, with next to no paint, and feather it out to both sides.", out.colour(), f.Name), nil
	}
	a.with(out, lesson.Feather, 25)
	return fmt.Sprintf("With a clean, dry %s feather across %s, barely touching, wiping it after each pass, until it goes over in about %.0f mm.", out.Tool, f.Name, f.Meant), nil
}

// behind is what lies around some places in the plan.
func (a *Adviser) behind(cells []int) spectrum.Lab {
	in := make([]bool, len(a.plan.zone))
	for _, i := range cells {
		in[i] = true
	}
	var out []int
	for i, near := range widened(in, a.plan.Plate.W, a.plan.Plate.H, int(6/a.plan.Plate.Mm)) {
		if near && !in[i] {
			out = append(out, i)
		}
	}
	return mean(a.plan.lab, out)
}

// towards is the way back of what stands aside.
func towards(f Fault) string {
	if math.Abs(f.Right) >= math.Abs(f.Down) {
		if f.Right > 0 {
			return "farther left"
		}
		return "farther right"
	}
	if f.Down > 0 {
		return "higher"
	}
	return "lower"
}

// paste is a colour to lay where another one is: a mixture of the lesson where one comes near, else
// one from its palette; on wet paint it goes as much too far as the paint there takes it back.
func (a *Adviser) paste(ctx context.Context, target, there spectrum.Lab, wet bool, mm2 float64) (Paste, error) {
	ml := mlOf(mm2)
	if wet {
		k := takesUp / (1 - takesUp)
		target = spectrum.Lab{L: min(97, max(6, target.L+k*(target.L-there.L))), A: target.A + k*(target.A-there.A), B: target.B + k*(target.B-there.B)}
	}
	best, near := lesson.Mixture{}, mixedNear
	var is spectrum.Lab
	for _, m := range a.plan.Lesson.Mixtures {
		coat, err := a.plan.Lesson.Coat(m.Parts)
		if err != nil {
			continue
		}
		lab := coat.Masstone(spectrum.D65())
		if d := spectrum.DeltaE(lab, target); d < near {
			best, near, is = m, d, lab
		}
	}
	if best.ID != "" {
		return Paste{best.ID, best.Name, recipe.Say(best.Parts), a.named(best.Parts), is.RGB().Hex(), is, near, ml}, nil
	}
	r, err := a.solver.Plain(ctx, target)
	if err != nil {
		return Paste{}, err
	}
	return Paste{"", recipe.Name(r.Lab), recipe.Say(recipe.Parts(r.Parts)), r.Parts, r.Colour, r.Lab, r.Delta, ml}, nil
}

// mlOf is how much is mixed for so many mm² of a mend, ml.
func mlOf(mm2 float64) float64 { return math.Max(0.5, math.Round(20*wasted*mm2*laysThick/1e6)/20) }

// named are parts with the names of their paints.
func (a *Adviser) named(parts []paint.Part) []recipe.Amount {
	box := a.plan.Lesson.Paints()
	out := make([]recipe.Amount, len(parts))
	for i, p := range parts {
		out[i] = recipe.Amount{Paint: p.Paint, Parts: p.Parts}
		if known, ok := box.Find(p.Paint); ok {
			out[i].Name = known.Name
		}
	}
	return out
}
