// Package house knows the house methods, the recorded ways to run a session: what each
// makes of the ground, the base coat, the mediums, the waits and the care of brushes, and
// what it changes in a lesson that was written for another.
package house

import (
	"fmt"
	"slices"
	"strings"

	"proxenos/core/lesson"
	"proxenos/core/spectrum"
)

// Ways are how a method runs a session, in words.
type Ways struct {
	Method lesson.Method `json:"method"`
	Name   string        `json:"name"`
	Ground string        `json:"ground"`
	Paint  string        `json:"paint"`
	Order  string        `json:"order" doc:"inside an object"`
	Care   string        `json:"care" doc:"of brushes"`
}

// ways is the table of methods: what people do, for people to read.
var ways = []Ways{
	{lesson.WetBase, "", "a dry ground, then a thin wet coat over sky and water", "firm tube paint; thinner only for lines", "the dark mass, then light taps on top", "beaten dry, wiped and used again"},
	{lesson.Direct, "", "a toned dry ground with a trace of oil wiped off", "tube paint alone, its amount controlled by the load", "the pattern of shadows, deep to shallow, then light", "wiped between values, rinsed and fully dried between hues"},
	{lesson.LeanToFat, "", "a toned ground", "lean to fat: half solvent first, then solvent and oil, tube paint last", "dark, middle, light", "wiped; areas take turns so that each can set"},
	{lesson.RubAndBlot, "", "a very thin clear coat", "generous paint, then rubbed back and blotted; details on the blotted surface", "lights that must stay clean first, then darks", "wiped often"},
	{lesson.DryBlockIn, "", "the large shapes in acrylic, fully dry", "thin oil over the block-in, opaque last", "the large shapes are there already; adjust", "seldom cleaned, what is left is used on purpose"},
	{lesson.Layered, "", "a toned ground", "oil in thin layers, dry between, over days", "restate shadow, light and sky holes; refine", "wiped; small brushes later"},
}

// Of says how a method runs a session.
func Of(m lesson.Method) Ways {
	for _, w := range ways {
		if w.Method == m {
			w.Name = lesson.Words().Method(m)
			return w
		}
	}
	return Ways{Method: m}
}

// A Turn is what making another method the lesson's would change.
type Turn struct {
	Ways    Ways                `json:"ways"`
	Edit    lesson.AnyEdit      `json:"edit"`
	Changes []lesson.Difference `json:"changes" doc:"what would change, one thing at a time"`
}

// Stages tells for each step how far along its zone is: the last of several that lay
// paint there are accents when they are small marks, what comes after the first half are
// lights.
func Stages(l *lesson.Lesson) []Stage {
	total, done := map[string]int{}, map[string]int{}
	lays := func(s lesson.Step) bool { return len(s.Mixtures) > 0 }
	for _, s := range l.Steps {
		if lays(s) {
			total[s.Zone]++
		}
	}
	out := make([]Stage, len(l.Steps))
	for i, s := range l.Steps {
		if !lays(s) {
			continue
		}
		n := done[s.Zone]
		done[s.Zone]++
		switch {
		case s.Technique.Detail() || n > 1 && n == total[s.Zone]-1:
			out[i] = Accent
		case n > 0 && 2*n >= total[s.Zone]:
			out[i] = Lights
		}
	}
	return out
}

// Switch works out what it takes to run a lesson by another method: what the present one
// brought goes, what the other needs comes. Nothing is changed that the methods agree on.
func Switch(l *lesson.Lesson, to lesson.Method) (*Turn, error) {
	if Of(to).Name == "" {
		return nil, fmt.Errorf("method is %q: use one of the house methods", to)
	}
	c := *l
	c.Steps = slices.Clone(l.Steps)
	if to != l.Method {
		undress(&c)
		c.Method = to
		tone(&c)
		Dress(&c, Stages(&c))
		care(&c)
	}
	edit := lesson.Between(l, &c)
	next, _, err := lesson.Apply(l, edit)
	if err != nil {
		return nil, err
	}
	return &Turn{Of(to), lesson.AnyEdit{Edit: edit}, lesson.Differences(l, next)}, nil
}

// undress takes out what a method brought: base coat, acrylic with its drying, days
// between layers, mediums of the layers.
func undress(l *lesson.Lesson) {
	l.Base = lesson.Base{Kind: lesson.NoBase, Zones: []string{}}
	if bare := strings.TrimSuffix(l.Ground.Name, oiled); bare != "" {
		l.Ground.Name = bare
	}
	acrylic := slices.ContainsFunc(l.Steps, func(s lesson.Step) bool { return s.Medium.Acrylic })
	last := -1
	for i, s := range l.Steps {
		if s.Medium.Acrylic {
			last = i
		}
	}
	var steps []lesson.Step
	gone := map[string]bool{}
	for i, s := range l.Steps {
		drying := acrylic && s.Technique == lesson.Wait && i == last+1
		brought := s.Technique == lesson.Blot && s.Words == blotWords || s.Technique == lesson.Dry && l.Method == lesson.Layered
		if s.Medium.Acrylic || drying || brought {
			gone[s.ID] = true
			continue
		}
		if plain(s) && len(s.Mixtures) > 0 {
			s.Medium = lesson.Medium{}
		}
		steps = append(steps, s)
	}
	if len(steps) == 0 { // it was nothing but a block-in: let it be painted in oil
		steps = slices.Clone(l.Steps[:1])
		steps[0].Medium = lesson.Medium{}
		delete(gone, steps[0].ID)
	}
	for i, s := range steps {
		steps[i].After = slices.DeleteFunc(slices.Clone(s.After), func(a lesson.After) bool { return gone[a.Step] })
		if len(steps[i].After) == 0 {
			steps[i].After = nil
		}
	}
	l.Steps = steps
}

// earth is the tone of a ground that was white: values can be judged on it at once.
var earth = lesson.Ground{Name: "warm earth", Tone: []lesson.Part{{Paint: "PW6", Parts: 2}, {Paint: "PY43", Parts: 2}, {Paint: "PBr7/burnt-sienna", Parts: 1}}}

// WhiteGround is the lightness L* from which a ground is white.
const WhiteGround = 85.0

// tone gives a white ground a tone where the method asks for a toned one.
func tone(l *lesson.Lesson) {
	colour, err := l.Paints().Colour(l.Ground.Tone)
	white := err == nil && colour.L >= WhiteGround
	switch l.Method {
	case lesson.Direct, lesson.LeanToFat, lesson.Layered:
		if white {
			l.Ground = earth
		}
	}
}

const (
	// ResidueMost is by how many ΔE00 what is left in a tool may move the next mixture.
	ResidueMost = 3.0
	// WipeEnough is how many ΔE00 two mixtures may be apart for wiping between them to do.
	WipeEnough = 10.0
	otherHue   = 25.0 // ΔE00 from which another hue wants a rinse
)

// Care is what a method does to a brush whose last colour and next one are so many ΔE00
// apart, when it would be done so far otherwise: it is rinsed only where wiping leaves too
// much.
func Care(m lesson.Method, now lesson.Care, apart float64) lesson.Care {
	switch {
	case m == lesson.DryBlockIn && apart <= WipeEnough:
		return lesson.CarryOn
	case m == lesson.Direct && apart > otherHue:
		return lesson.RinseDry
	case m != lesson.DryBlockIn && now == lesson.CarryOn && apart > 0 || (now == lesson.RinseDry || now == lesson.RinseDamp) && apart <= WipeEnough:
		return lesson.Wipe
	}
	return now
}

// care sets what is done to brushes between colours as the method has it.
func care(l *lesson.Lesson) {
	colours := colours(l)
	held := map[string]string{} // the last mixture in each tool
	for i, s := range l.Steps {
		t, _ := l.Tool(s.Tool)
		if len(s.Mixtures) == 0 || !t.Kind.Brush() {
			continue
		}
		before, used := held[s.Tool]
		held[s.Tool] = s.Mixtures[len(s.Mixtures)-1]
		if used && s.Care != lesson.Fresh {
			l.Steps[i] = s.Cleaned(Care(l.Method, s.Care, spectrum.DeltaE(colours[before], colours[s.Mixtures[0]])))
		}
	}
}

// colours are those of a lesson's mixtures.
func colours(l *lesson.Lesson) map[string]spectrum.Lab {
	out := map[string]spectrum.Lab{}
	for _, m := range l.Mixtures {
		if c, err := l.Paints().Colour(m.Parts); err == nil {
			out[m.ID] = c
		}
	}
	return out
}

// MediumMost is how much medium, percent, a method's paint takes that is to cover: what its
// layers take, or a drop where it does without.
func MediumMost(m lesson.Method) float64 {
	switch m {
	case lesson.Direct, lesson.WetBase, lesson.RubAndBlot:
		return 5
	case lesson.DryBlockIn:
		return 30
	}
	return ladder[Body].Total() + 20 // a lay-in is half solvent and more
}
