package rule

import (
	"fmt"
	"slices"
	"sync"

	"proxenos/core/house"
	"proxenos/core/lesson"
	"proxenos/core/scene"
)

const (
	againLeast   = 0.25 // share of a detail that block-in covers again, from which it came too early
	muchLarger   = 3.0  // times the width, from which a brush is much larger
	workedOver   = 0.3  // share of what a small brush did that a large one goes over
	darkerBy     = 8.0  // L* by which a later colour is clearly darker
	formLeast    = 0.15 // share of an earlier step's marks that a later one covers, to be of one form
	bareMost     = 0.40 // share of a white ground that may be bare when values are decided
	blockInWidth = 8.0  // mm from which a brush blocks in
	imageLeast   = 0.05 // share of what a water mirrors from which a thing is to stand before its image
)

var detailEarly = Rule{
	ID: "order.detail-early", Title: "Detail before its block-in", Severity: Caution, On: Finished,
	Figure: "the share of a detail that later block-in goes over", Source: "working default: a quarter lost shows",
	Reason:  "Big shapes first, objects later: a detail that is painted before the mass beneath it is painted over again.",
	Speaks:  say("block-in, or what else is laid in its zone, covers over %g %% of a liner stroke, a dab, a knife line or a pressed touch again", 100*againLeast),
	measure: findDetailEarly,
}

var smallToBig = Rule{
	ID: "order.small-to-big", Title: "A large brush after a small one", Severity: Note, On: Finished,
	Figure: "the share of a small brush's work that a much larger one goes over", Source: "working default of the craft: brushes go from large to small",
	Reason:  "Brushes go from large to small: a much larger one takes away what the small one did.",
	Speaks:  say("a brush %g times as wide or wider goes over more than %g %% of what a smaller one did in the zone", muchLarger, 100*workedOver),
	measure: findSmallToBig,
}

var reflectionFirst = Rule{
	ID: "order.reflection-first", Title: "The reflection before its source", Severity: Caution, On: Script,
	Figure: "how many steps before its source a reflection is painted", Source: "none earlier: it takes shape and value from its source",
	Reason:  "A reflection stands straight below what it mirrors and takes its shape and value from it: paint the source first.",
	Speaks:  say("a reflection is painted before the first step of its source, or before something that is over %g %% of what the water mirrors", 100*imageLeast),
	measure: findReflectionFirst,
}

var values = Rule{
	ID: "order.values", Title: "Lights before darks", Severity: Note, On: Finished,
	Figure: "by how much L* a colour is darker than the one it covers", Source: "working default: a step of value in nine is 10 L*",
	Reason: "Darks persist and lights die: within an object the shadow comes first, then the middle, then the light, so that the light stays thick and clean on top.",
	Speaks: say("a colour over %g L* darker comes later in one form and covers %g %% of the lighter", darkerBy, 100*formLeast),
	Quiet: map[lesson.Method]string{
		lesson.RubAndBlot: "Lights that must stay clean go first here, the darks around them.",
		lesson.DryBlockIn: "The large shapes stand already; what is adjusted sets the order.",
		lesson.Layered:    "Shadow, light and sky holes are restated in turn.",
	},
	measure: findValues,
}

var bareGround = Rule{
	ID: "order.bare-ground", Title: "Values judged against white", Severity: Note, On: Step,
	Figure: "the share of the white ground that is bare", Source: "working default",
	Reason:  "A white ground misleads: every dark looks too dark beside it, every light too weak. Cover it early, or tone it.",
	Speaks:  say("over %g %% of a ground lighter than L* %g is bare when the first light is set on a form", 100*bareMost, house.WhiteGround),
	Quiet:   map[lesson.Method]string{lesson.WetBase: "The white is a wet coat that is painted into; values are set from the far planes on."},
	measure: findBareGround,
}

var noLight = Rule{
	ID: "order.no-light", Title: "No light is set", Severity: Caution, On: Script,
	Figure: "the steps that paint a lit or shaded side", Source: "none without a light",
	Reason:  "Light has one direction, fixed before the first form: lit and shaded sides follow from it.",
	Speaks:  "a lit or shaded side is painted and neither bearing nor height of the light is set",
	measure: findNoLight,
}

var (
	blocking = []lesson.Technique{lesson.CrissCross, lesson.LongPull, lesson.PullDown, lesson.RubIn, lesson.Tap, lesson.CutIn, lesson.KnifeSlide}
)

func findDetailEarly(c *Context) (out []Finding) {
	on := c.finished()
	if on == nil {
		return nil
	}
	l := c.Lesson
	for i, s := range l.Steps {
		if !s.Technique.Detail() || on.Reports[i].Area < 0.1 {
			continue
		}
		last, over, most := -1, -1, 0.0 // the last that goes over too much, the one that goes over most
		for j := i + 1; j < len(l.Steps); j++ {
			b := l.Steps[j]
			z, _ := l.Zone(s.Zone)
			mass := slices.Contains(blocking, b.Technique) && c.broad(b) >= blockInWidth && l.PlaneOf(b) <= l.PlaneOf(s)
			if !lays(b) || !mass && (b.Zone != s.Zone || b.Technique.Detail() || z.Kind.Is(lesson.Leafy|lesson.Woody)) { // growth of its own zone buries it as well, but limbs go under leaves
				continue
			}
			share := c.both(i, j)
			if share > againLeast {
				last = j
			}
			if share >= most {
				over, most = j, share
			}
		}
		f := Finding{Figure: round(100*most, 0), Unit: "%", Threshold: 100 * againLeast, Steps: []string{s.ID}, Where: s.ID, At: c.at(i), OnCanvas: true}
		if over >= 0 {
			f.Says = fmt.Sprintf("%s covers %.0f %% of what %s did before.", lesson.Capital(l.Label(over)), 100*most, l.Label(i))
			f.Steps = append(f.Steps, l.Steps[over].ID)
		}
		f.offers = func() (out []Idea) {
			c.moved(&out, s.ID, last+1)
			return out
		}
		out = append(out, f)
	}
	return out
}

func findSmallToBig(c *Context) (out []Finding) {
	if c.finished() == nil {
		return nil
	}
	l := c.Lesson
	for j, big := range l.Steps {
		if t, _ := l.Tool(big.Tool); !lays(big) || !t.Kind.Brush() {
			continue
		}
		var worst Finding
		for i, small := range l.Steps[:j] {
			if small.Zone != big.Zone || !lays(small) || c.broad(small) == 0 || small.Technique.Detail() {
				continue // details are detail-early's
			}
			times := c.broad(big) / c.broad(small)
			if times < muchLarger {
				continue
			}
			share := c.both(i, j)
			f := Finding{
				Says:   fmt.Sprintf("%s, with a tool %.1f times as wide, goes over %.0f %% of what %s did.", lesson.Capital(l.Label(j)), times, 100*share, l.Label(i)),
				Figure: round(100*share, 0), Unit: "%", Threshold: 100 * workedOver, Steps: []string{big.ID, small.ID}, Where: big.ID, At: c.at(j), OnCanvas: true,
				offers: func() (out []Idea) {
					c.moved(&out, big.ID, i)
					return out
				},
			}
			if worst.Where == "" || f.Figure > worst.Figure && !worst.Speaks() { // the first that it spoils: the larger brush belongs before it
				worst = f
			}
		}
		if worst.Where != "" {
			out = append(out, worst)
		}
	}
	return out
}

func findReflectionFirst(c *Context) (out []Finding) {
	l := c.Lesson
	first := func(zone string) int {
		return slices.IndexFunc(l.Steps, func(s lesson.Step) bool { return s.Zone == zone && lays(s) })
	}
	for _, z := range l.Zones {
		if z.Kind != lesson.Image || z.Of == "" {
			continue
		}
		image, source := first(z.ID), first(z.Of)
		if image < 0 || source < 0 {
			continue
		}
		of, _ := l.Zone(z.Of)
		f := Finding{
			Says:   fmt.Sprintf("%s is painted %d steps before %s.", z.Name, source-image, of.Name),
			Figure: float64(max(0, source-image)), Unit: "steps", Threshold: 0, Steps: []string{l.Steps[image].ID, l.Steps[source].ID}, Where: z.ID,
			offers: func() (out []Idea) {
				c.moved(&out, l.Steps[image].ID, source+1)
				return out
			},
		}
		out = append(out, f)
	}
	return append(out, c.mirrorsFirst()...)
}

// mirrorsFirst finds the steps that lay the image of what stands behind a water, of which a good part
// is not painted yet.
func (c *Context) mirrorsFirst() (out []Finding) {
	l := c.Lesson
	for i, s := range l.Steps {
		z, ok := l.Zone(s.Zone)
		if !ok || s.Where != lesson.Mirror || !lays(s) {
			continue
		}
		shown := sync.OnceValue(func() map[string]float64 { return scene.Shown(l, z, shapeCell) }) // asked only where something comes later
		f := Finding{Unit: "steps", Threshold: 0, Steps: []string{s.ID}, Where: s.ID}
		last := i
		for j := len(l.Steps) - 1; j > i && last == i; j-- {
			b := l.Steps[j]
			of, _ := l.Zone(b.Zone)
			if first := slices.IndexFunc(l.Steps, func(o lesson.Step) bool { return o.Zone == b.Zone && lays(o) }) == j; !first || l.Plane(of.Plane) > l.Plane(z.Plane) || shown()[b.Zone] < imageLeast {
				continue
			}
			f.Figure, f.Steps, last = float64(j-i), append(f.Steps, b.ID), j
			f.Says = fmt.Sprintf("%s lays the image of %s %d steps before that is painted.", lesson.Capital(l.Label(i)), of.Name, j-i)
		}
		f.offers = func() (out []Idea) {
			c.moved(&out, s.ID, last+1)
			return out
		}
		out = append(out, f)
	}
	return out
}

func findValues(c *Context) (out []Finding) {
	if c.finished() == nil {
		return nil
	}
	l := c.Lesson
	for j, dark := range l.Steps {
		z, ok := l.Zone(dark.Zone)
		if !ok || !lays(dark) || !z.Kind.Is(lesson.Formed) || dark.Technique.Detail() {
			continue
		}
		d := c.lightOf(dark)
		var first Finding
		for i, s := range l.Steps[:j] {
			if s.Zone != dark.Zone || !lays(s) || s.Technique.Detail() {
				continue // details are detail-early's
			}
			v := c.lightOf(s)
			if c.both(i, j) < formLeast {
				continue // not of one form
			}
			f := Finding{
				Says:   fmt.Sprintf("%s, %.0f L* darker, comes after %s and covers %.0f %% of it.", lesson.Capital(l.Label(j)), v-d, l.Label(i), 100*c.both(i, j)),
				Figure: round(v-d, 1), Unit: "L*", Threshold: darkerBy, Steps: []string{dark.ID, s.ID}, Where: dark.ID, At: c.at(j), OnCanvas: true,
				offers: func() (out []Idea) {
					c.moved(&out, dark.ID, i)
					return out
				},
			}
			if first.Where == "" || f.Figure > first.Figure && !first.Speaks() {
				first = f
			}
		}
		if first.Where != "" {
			out = append(out, first)
		}
	}
	return out
}

func findBareGround(c *Context) []Finding {
	l, reports := c.Lesson, c.reports()
	ground, err := l.Paints().Colour(l.Ground.Tone)
	if reports == nil || err != nil || ground.L < house.WhiteGround {
		return nil
	}
	// The first light that is set on a form decides how light light is.
	for i, s := range l.Steps {
		z, ok := l.Zone(s.Zone)
		if !ok || s.Where != lesson.Lit && s.Where != lesson.Crest || !z.Kind.Is(lesson.Formed) || i == 0 {
			continue
		}
		bare := reports[i-1].Bare
		return []Finding{{
			Says:   fmt.Sprintf("%.0f %% of the white ground is bare when %s sets its light.", 100*bare, l.Label(i)),
			Figure: round(100*bare, 0), Unit: "%", Threshold: 100 * bareMost, Steps: []string{s.ID}, Where: s.ID, At: c.at(i), OnCanvas: true,
			offers: func() (out []Idea) {
				grey := ground
				grey.L, grey.A, grey.B = 55, 3, 8
				if parts, _, ok := c.solve(l.Palette, grey, whole); ok && len(parts) <= 6 {
					e := lesson.GroundOf(l)
					e.Ground = lesson.Ground{Name: "warm grey", Tone: parts}
					c.offer(&out, "tone the ground a warm middle grey", e)
				}
				return out
			},
		}}
	}
	return nil
}

func findNoLight(c *Context) []Finding {
	l := c.Lesson
	var steps []string
	for _, s := range l.Steps {
		if s.Where == lesson.Lit || s.Where == lesson.Shaded {
			steps = append(steps, s.ID)
		}
	}
	if len(steps) == 0 {
		return nil
	}
	f := Finding{Unit: "steps", Threshold: 0, Steps: steps[:1], Where: "light"}
	if l.Light.From != 0 || l.Light.Height != 0 {
		return []Finding{f} // there is one: none is painted without
	}
	f.Figure = float64(len(steps))
	f.Says = fmt.Sprintf("%s paints a lit or shaded side, and the lesson says nothing of the light.", lesson.Capital(l.Label(l.Step(steps[0]))))
	f.offers = func() (out []Idea) {
		e := lesson.SceneOf(l)
		e.Light.From, e.Light.Height = 315, 40
		c.offer(&out, "let it come from the upper left, 40° high", e)
		return out
	}
	return []Finding{f}
}
