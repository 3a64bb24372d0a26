package compose

import (
	"context"
	"fmt"
	"math"

	"proxenos/core/haze"
	"proxenos/core/lesson"
	"proxenos/core/recipe"
	"proxenos/core/scene"
	"proxenos/core/spectrum"
)

// A kit is how a kind of thing is put into a picture: how large it is, what it looks
// like close at hand, and how it is painted.
type kit struct {
	name       string
	wide, high float64 // m; 0 wide goes across the canvas
	shape      []float64
	ragged     float64 // mm on a thing that fills the canvas
	dark, lit  spectrum.Lab
	body, top  lesson.Technique
	words      [2]string
}

// Outlines as pairs of x from -0.5 to 0.5 of the width and y from 0 at the foot to 1 at
// the top.
var (
	box     = []float64{-0.5, 0, -0.5, 1, 0.5, 1, 0.5, 0}
	summits = []float64{-0.5, 0, -0.5, 0.35, -0.38, 0.62, -0.27, 0.5, -0.12, 0.95, 0.02, 0.6, 0.14, 0.78, 0.27, 0.45, 0.4, 0.55, 0.5, 0.3, 0.5, 0}
	crowns  = []float64{-0.5, 0, -0.5, 0.6, -0.3, 0.85, -0.12, 0.65, 0.05, 1, 0.22, 0.7, 0.36, 0.9, 0.5, 0.55, 0.5, 0}
	crown   = []float64{-0.12, 0, -0.4, 0.25, -0.5, 0.55, -0.32, 0.85, 0, 1, 0.3, 0.88, 0.5, 0.56, 0.42, 0.24, 0.1, 0}
	spire   = []float64{-0.5, 0.04, 0, 1, 0.5, 0, 0.08, 0.02, 0.08, -0.02, -0.08, -0.02}
	boulder = []float64{-0.5, 0, -0.36, 0.62, -0.02, 1, 0.28, 0.56, 0.5, 0.02}
	post    = []float64{-0.5, 0, -0.42, 1, 0.38, 0.98, 0.5, 0}
	house   = []float64{-0.5, 0, -0.5, 0.6, -0.32, 1, 0.32, 1, 0.5, 0.6, 0.5, 0}
	bank    = []float64{-0.5, 0, -0.5, 0.7, -0.2, 1, 0.15, 0.75, 0.5, 0.9, 0.5, 0}
	cloud   = []float64{-0.5, 0.1, -0.42, 0.4, -0.2, 0.55, -0.1, 0.9, 0.06, 1, 0.2, 0.62, 0.38, 0.45, 0.5, 0.1, 0.2, 0, -0.25, 0}
)

var green, wood, stone, snow, pale = [2]spectrum.Lab{{L: 28, A: -5, B: 12}, {L: 60, A: -8, B: 40}}, [2]spectrum.Lab{{L: 24, A: 5, B: 7}, {L: 64, A: 6, B: 20}},
	[2]spectrum.Lab{{L: 32, A: 1, B: 2}, {L: 68, A: 4, B: 14}}, [2]spectrum.Lab{{L: 72, A: 0, B: -12}, {L: 93, A: 0, B: 5}}, [2]spectrum.Lab{{L: 74, A: 0, B: -6}, {L: 92, A: 0, B: 6}}

// kits are the kinds that can be added.
var kits = map[lesson.ZoneKind]kit{
	lesson.Ridge:     {"Ridge", 0, 260, summits, 1.5, spectrum.Lab{L: 36, A: -5, B: 12}, spectrum.Lab{L: 60, A: 2, B: 28}, lesson.PullDown, lesson.KnifeBreak, [2]string{"The range in one colour, pulled down from its crest.", "Break light over the flanks that face it."}},
	lesson.TreeLine:  {"Tree line", 0, 12, crowns, 4, green[0], green[1], lesson.Tap, lesson.Tap, [2]string{"Tap the trees along a level foot.", "A few lit crowns, unevenly spaced."}},
	lesson.Hedge:     {"Hedge", 0, 2, crowns, 2, green[0], green[1], lesson.Tap, lesson.Tap, [2]string{"The hedge, tapped, low and long.", "Light along its top."}},
	lesson.Tree:      {"Tree", 7, 9, crown, 4, green[0], green[1], lesson.Tap, lesson.Tap, [2]string{"The tree as one dark shape with a loose edge.", "Lights on the clusters that face it; leave pockets."}},
	lesson.Conifer:   {"Conifer", 4, 11, spire, 1.5, spectrum.Lab{L: 22, A: -5, B: 6}, spectrum.Lab{L: 44, A: -7, B: 24}, lesson.FanEdge, lesson.FanEdge, [2]string{"From the tip down, wider and wider.", "A little light on the boughs."}},
	lesson.BareTree:  {"Trunk", 0.6, 7, post, 0.8, wood[0], wood[1], lesson.PullDown, lesson.KnifeBreak, [2]string{"The trunk in one dark pull.", "Light on the side of the light, broken like bark."}},
	lesson.Rock:      {"Rock", 2, 1.3, boulder, 1.2, stone[0], stone[1], lesson.RubIn, lesson.KnifeBreak, [2]string{"The rock as one dark shape.", "Break the knife over its lit planes."}},
	lesson.Bank:      {"Bank", 0, 1.2, bank, 2, spectrum.Lab{L: 34, A: 0, B: 18}, green[1], lesson.LongPull, lesson.PushUp, [2]string{"The bank as one dark mass.", "Push grass up along its top."}},
	lesson.Grass:     {"Grass", 0, 0.8, bank, 2, spectrum.Lab{L: 30, A: -4, B: 16}, spectrum.Lab{L: 62, A: -8, B: 46}, lesson.LongPull, lesson.PushUp, [2]string{"A dark band first.", "Push the blades up in layers."}},
	lesson.Reeds:     {"Reeds", 3, 1.6, bank, 1.5, spectrum.Lab{L: 34, A: 2, B: 18}, spectrum.Lab{L: 70, A: 4, B: 32}, lesson.FanEdge, lesson.PushUp, [2]string{"Chop the reeds up and down.", "A few in light."}},
	lesson.Fence:     {"Post", 0.16, 1.3, post, 0.4, wood[0], wood[1], lesson.PullDown, lesson.KnifeBreak, [2]string{"The post in one pull.", "Light on one side."}},
	lesson.Wall:      {"Wall", 8, 1.1, box, 0.8, stone[0], stone[1], lesson.RubIn, lesson.KnifeBreak, [2]string{"The wall as one shape.", "Stones with the knife."}},
	lesson.Building:  {"House", 9, 6, house, 0.4, spectrum.Lab{L: 40, A: 8, B: 12}, spectrum.Lab{L: 78, A: 5, B: 20}, lesson.CutIn, lesson.KnifeBreak, [2]string{"The house as one shape, its edges firm.", "Light on the walls that face it."}},
	lesson.CloudBank: {"Cloud", 0, 0, cloud, 2.5, pale[0], pale[1], lesson.Scumble, lesson.Fluff, [2]string{"The grey underside in small circles.", "Fluff up the lit top."}},
	lesson.Snow:      {"Snow", 0, 0.5, bank, 1.5, snow[0], snow[1], lesson.LongPull, lesson.KnifeSlide, [2]string{"Snow in half light.", "Only the sunlit swells are nearly white."}},
	lesson.Flowers:   {"Flowers", 2, 0.6, bank, 1.5, spectrum.Lab{L: 30, A: -4, B: 16}, spectrum.Lab{L: 80, A: 6, B: 50}, lesson.PushUp, lesson.Dab, [2]string{"Leaves first, dark.", "Dab the flowers in uneven groups."}},
}

// Kinds says what can be added, by kind.
func Kinds() (out []lesson.Term) {
	for _, k := range []lesson.ZoneKind{lesson.Tree, lesson.Conifer, lesson.BareTree, lesson.TreeLine, lesson.Hedge, lesson.Rock, lesson.Grass, lesson.Reeds, lesson.Flowers,
		lesson.Bank, lesson.Ridge, lesson.Snow, lesson.Building, lesson.Wall, lesson.Fence, lesson.CloudBank} {
		kit := kits[k]
		meaning := "Goes across the picture."
		if kit.wide > 0 {
			meaning = fmt.Sprintf("About %g m wide and %g m high.", kit.wide, kit.high)
		}
		out = append(out, lesson.Term{ID: string(k), Name: kit.name, Meaning: meaning})
	}
	return out
}

// Add puts a thing of a kind into a plane, its middle at x mm: as large as such things
// are at that distance, standing on the ground there, in colours that the air has
// changed, with a step for its mass and one for its lights.
func Add(ctx context.Context, l *lesson.Lesson, kind lesson.ZoneKind, plane string, x float64) (lesson.Edit, error) {
	k, ok := kits[kind]
	if !ok {
		return nil, fmt.Errorf("kind %q cannot be added: draw it as a zone", kind)
	}
	p := l.Plane(plane)
	if p < 0 {
		return nil, fmt.Errorf("plane %q is not in the lesson: name one that is", plane)
	}
	if !(x >= 0 && x <= l.Support.Width) {
		return nil, fmt.Errorf("x is %g mm: give 0 to %g", x, l.Support.Width)
	}
	d := l.Planes[p].Distance
	outline := k.outline(l, d, x)
	if outline == nil {
		return nil, fmt.Errorf("%s would lie off the canvas at %g m: choose another plane", k.name, d)
	}
	zone := lesson.Zone{ID: free(l, string(kind)), Name: k.name, Plane: plane, Kind: kind, Ragged: k.ragged, Outline: outline}
	all := lesson.All{lesson.SetZone{At: len(l.Zones), Zone: zone}}
	at := placeFor(l, plane)
	taken := map[string]bool{}
	for i, near := range []spectrum.Lab{k.dark, k.lit} {
		far := haze.Moved(near, 0, d, l.Haze())
		part := []string{"dark", "light"}[i]
		how := []lesson.Technique{k.body, k.top}[i]
		tool, ok := l.ToolFor(how, max(3, 0.25*math.Sqrt(lesson.Area(outline))))
		if !ok {
			return nil, fmt.Errorf("none of the lesson's tools can %s: add one", how.Info().Verb())
		}
		parts, err := mixed(ctx, l, far)
		if err != nil {
			return nil, err
		}
		m := lesson.Mixture{ID: freeIn(zone.ID+"-"+part, func(id string) bool { _, there := l.Mixture(id); return there }), Name: zone.Name + ", " + part, Parts: parts}
		s := lesson.Step{ID: freeIn(zone.ID+"-"+part, func(id string) bool { return l.Step(id) >= 0 || taken[id] }), Zone: zone.ID, Where: lesson.Whole, Technique: how, Tool: tool.ID,
			Mixtures: []string{m.ID}, Load: lesson.FullLoad, Pressure: lesson.Lightly, Care: lesson.Fresh, Cover: 1.2, Minutes: 2, Words: k.words[i]}
		if i == 1 {
			s.Where, s.Load, s.Pressure, s.Cover = lesson.Lit, lesson.HeavyLoad, lesson.Barely, 0.5
		}
		taken[s.ID] = true
		all = append(all, lesson.AddMixture{Mixture: m}, lesson.Insert{At: at + i, Step: s})
	}
	return all, nil
}

// outline is the kit's shape at a distance, standing on the ground, cut to the canvas.
func (k kit) outline(l *lesson.Lesson, d, x float64) []lesson.Point {
	wide, high := scene.SizeAt(l, k.wide, d), scene.SizeAt(l, k.high, d)
	foot := scene.GroundY(l, d)
	switch {
	case k.high == 0: // a cloud hangs in the sky
		wide, high, foot = 0.4*l.Support.Width, 0.16*l.View.Horizon, 0.5*l.View.Horizon
	case k.wide == 0:
		wide, x = l.Support.Width, l.Support.Width/2
		high = max(high, 0.02*l.Support.Height)
	}
	foot = min(foot, l.Support.Height)
	var out []lesson.Point
	for i := 0; i+1 < len(k.shape); i += 2 {
		out = append(out, lesson.Point{X: x + k.shape[i]*wide, Y: foot - k.shape[i+1]*high})
	}
	return scene.OnCanvas(l, out)
}

// mixed is the lesson's best recipe for a colour, in whole parts.
func mixed(ctx context.Context, l *lesson.Lesson, c spectrum.Lab) ([]lesson.Part, error) {
	best, err := solved(ctx, l, c, recipe.Options{Whole: true, Paints: 3, Want: 1})
	return recipe.Parts(best.Parts), err
}

func solved(ctx context.Context, l *lesson.Lesson, c spectrum.Lab, o recipe.Options) (best recipe.Recipe, err error) {
	s, err := recipe.New(l.Paints(), l.Palette)
	if err != nil {
		return best, err
	}
	a, err := s.Solve(ctx, c, o)
	if err != nil {
		return best, err
	}
	return a.Recipes[0], nil
}

// Mixture adds a mixture for a colour, of the lesson's tubes; the recipe says how near it
// comes. id is what its id begins with.
func Mixture(ctx context.Context, l *lesson.Lesson, id, name string, c spectrum.Lab) (lesson.AddMixture, recipe.Recipe, error) {
	best, err := solved(ctx, l, c, recipe.Options{Want: 1})
	if err != nil {
		return lesson.AddMixture{}, best, err
	}
	taken := func(id string) bool { _, there := l.Mixture(id); return there }
	return lesson.AddMixture{Mixture: lesson.Mixture{ID: freeIn(id, taken), Name: shorten(name), Parts: recipe.Parts(best.Parts)}}, best, nil
}
