package starter

import (
	"context"
	"math"

	"proxenos/core/house"
	"proxenos/core/lesson"
	"proxenos/core/noise"
	"proxenos/core/recipe"
	"proxenos/core/spectrum"
)

// stage says when in the making of a thing a step comes; house methods differ by it.
type stage = house.Stage

const (
	body   = house.Body   // its mass
	lights = house.Lights // what goes on top
	accent = house.Accent // the last touches
)

// A builder puts a lesson together. Places are fractions of the canvas, 0 to 1 from the
// top left corner. The first error stops it.
type builder struct {
	ctx    context.Context
	l      *lesson.Lesson
	w, h   float64 // mm
	unit   float64 // mm that stand for one on a canvas 400 mm wide
	seed   uint64
	solver *recipe.Solver
	stages []stage // of the steps
	turned bool    // the picture is composed the other way round: right is left

	level, levelled float64 // the horizon of the composition, and where the seed puts it
	aside           float64 // how far the seed moves the middle to the right, as a share of the width
	depth           float64 // power by which the air draws in what is over half a kilometre away; 0 is 1
	err             error
}

func newBuilder(ctx context.Context, w Wish) *builder {
	l := &lesson.Lesson{
		Format: lesson.Format, Title: w.Title, About: scenes[w.Kind].meaning, Level: lesson.FirstSteps, Method: w.Method, Session: 90, Seed: w.Seed,
		Support: lesson.Support{Width: w.Width, Height: w.Height, Surface: lesson.FineCanvas},
		Ground:  lesson.Ground{Name: "warm grey", Tone: []lesson.Part{{Paint: "PW6", Parts: 5}, {Paint: "PBr7/burnt-sienna", Parts: 1}, {Paint: "PB29", Parts: 0.5}}},
		Base:    lesson.Base{Kind: lesson.NoBase, Zones: []string{}},
		Room:    lesson.Room{Temperature: lesson.UsualTemperature},
		Palette: []string{"PW6", "PY3", "PY43", "PBr7/burnt-sienna", "PB29"},
	}
	b := &builder{ctx: ctx, l: l, w: w.Width, h: w.Height, unit: min(w.Width, w.Height*4/3) / 400, seed: uint64(w.Seed)*7919 + 17, turned: w.Seed%2 == 1}
	for _, t := range []lesson.Tool{
		{ID: "flat50", Kind: lesson.Flat, Width: 50}, {ID: "flat25", Kind: lesson.Flat, Width: 25}, {ID: "soft40", Kind: lesson.SoftFlat, Width: 40},
		{ID: "filbert12", Kind: lesson.Filbert, Width: 12}, {ID: "fan25", Kind: lesson.Fan, Width: 25}, {ID: "softfan20", Kind: lesson.SoftFan, Width: 20},
		{ID: "round5", Kind: lesson.Round, Width: 5}, {ID: "liner", Kind: lesson.Liner, Width: 1.5}, {ID: "knife35", Kind: lesson.Knife, Width: 35},
		{ID: "towel", Kind: lesson.Towel, Width: 100},
	} {
		if t.ID != "towel" && t.ID != "liner" {
			t.Width = math.Round(t.Width * b.unit)
		}
		l.Tools = append(l.Tools, t)
	}
	return b
}

// palette lays out more tubes; call it before the first mixture.
func (b *builder) palette(more ...string) { b.l.Palette = append(b.l.Palette, more...) }

func (b *builder) light(from, height, warmth float64, air lesson.Air) {
	if b.turned {
		from = 360 - from
	}
	b.l.Light = lesson.Light{From: math.Mod(from+360, 360), Height: height, Warmth: warmth}
	b.l.Air = air
}

// How far a seed moves the horizon, and what lies in the middle aside, as shares of the canvas.
const (
	horizonMoves = 0.055
	middleMoves  = 0.04
)

// How far a horizon, and what the eye goes to, are kept from the middle, as shares of the canvas.
const (
	offMiddle  = 0.055
	focalAside = 0.12
)

// aside keeps a place that is composed to one side of the middle on that side, by at least off:
// what would come nearer goes the other way.
func aside(composed, v, off float64) float64 {
	if (composed < 0.5) == (v < 0.5) && math.Abs(v-0.5) >= min(off, math.Abs(composed-0.5)) {
		return v
	}
	return 2*composed - v
}

// view sets the horizon of the composition and the eye over the ground, m. The seed moves the
// horizon, and all that is placed with it; the eye rises as the ground does, so that things
// still stand where they are. Call it before anything is placed.
func (b *builder) view(horizon, eye float64) {
	b.level, b.levelled = horizon, aside(horizon, b.vary("horizon", horizon, horizonMoves), offMiddle)
	b.aside = b.vary("aside", 0, middleMoves)
	b.l.View = lesson.View{Horizon: math.Round(b.levelled * b.h), Eye: math.Round(100*eye*(1-b.levelled)/(1-horizon)) / 100}
}

// placed is where a place of the composition comes to lie for this seed, in shares of the canvas.
func (b *builder) placed(x, y float64) (float64, float64) {
	x += b.aside * math.Sin(math.Pi*min(1, max(0, x)))
	if b.turned {
		x = 1 - x
	}
	if y < b.level {
		return x, y * b.levelled / b.level
	}
	return x, b.levelled + (y-b.level)*(1-b.levelled)/(1-b.level)
}

func (b *builder) focal(x, y, r float64) {
	side := x
	if b.turned {
		side = 1 - x
	}
	x, y = b.placed(x, y)
	if off := min(focalAside, math.Abs(side-0.5)); math.Abs(x-0.5) < off {
		x = 0.5 + math.Copysign(off, side-0.5)
	}
	b.l.Focal = lesson.Focal{X: math.Round(x * b.w), Y: math.Round(y * b.h), Radius: math.Round(r * b.w)}
}

// meant accepts what a rule says of some places, with the reason.
func (b *builder) meant(rule, reason string, where ...string) {
	for _, w := range where {
		b.l.Accepted = append(b.l.Accepted, lesson.OnPurpose{Rule: rule, Where: w, Reason: reason})
	}
}

// plane adds a depth, m away on a clear day. In haze one composes with land that is nearer, or
// nothing of it would show.
func (b *builder) plane(id, name string, metres float64) {
	const open = 500.0
	if b.depth > 0 && metres > open {
		metres = math.Round(open*math.Pow(metres/open, b.depth)/10) * 10
	}
	b.l.Planes = append(b.l.Planes, lesson.Plane{ID: id, Name: name, Distance: metres})
}

// at is a place of the canvas, mm, kept on it.
func (b *builder) at(x, y float64) lesson.Point {
	x, y = b.placed(x, y)
	t := func(v, most float64) float64 { return min(most, max(0, math.Round(v*most*10)/10)) }
	return lesson.Point{X: t(x, b.w), Y: t(y, b.h)}
}

// zone adds a shape by its corners, pairs of x and y.
func (b *builder) zone(id, name, plane string, kind lesson.ZoneKind, ragged float64, corners ...float64) {
	z := lesson.Zone{ID: id, Name: name, Plane: plane, Kind: kind, Ragged: math.Round(ragged*b.unit*10) / 10}
	for i := 0; i+1 < len(corners); i += 2 {
		z.Outline = append(z.Outline, b.at(corners[i], corners[i+1]))
	}
	b.l.Zones = append(b.l.Zones, z)
}

// vary is a figure about v, another for each seed and name, off by at most by.
func (b *builder) vary(name string, v, by float64) float64 {
	return v + by*(2*noise.At(b.seed, salt(name)*0.713, 3.1)-1)
}

func salt(name string) (v float64) {
	for _, c := range name {
		v = v*1.37 + float64(c)
	}
	return v
}

// one picks one of some ways: seeds that follow each other take them in turn, another for each
// name.
func (b *builder) one(name string, ways int) int { return (b.l.Seed + int(salt(name))) % ways }

// mix adds a mixture for a colour, in whole parts of few tubes.
func (b *builder) mix(id, name string, l, a, bb float64) {
	b.mixture(id, name, b.solve(spectrum.Lab{L: l, A: a, B: bb}))
}

func (b *builder) solve(target spectrum.Lab) []recipe.Amount {
	if b.err != nil {
		return nil
	}
	if b.solver == nil {
		if b.solver, b.err = recipe.New(b.l.Paints(), b.l.Palette); b.err != nil {
			return nil
		}
	}
	r, err := b.solver.Plain(b.ctx, target)
	if err != nil {
		b.err = err
		return nil
	}
	return r.Parts
}

func (b *builder) mixture(id, name string, parts []recipe.Amount) {
	if b.err == nil {
		b.l.Mixtures = append(b.l.Mixtures, lesson.Mixture{ID: id, Name: name, Parts: recipe.Parts(parts)})
	}
}

// ladder adds a mixture for each of some planes, from a colour as it is close at hand,
// through the lesson's air: id-plane, "name, plane".
func (b *builder) ladder(id, name string, l, a, bb float64, planes ...string) {
	near := b.solve(spectrum.Lab{L: l, A: a, B: bb})
	if b.err != nil {
		return
	}
	var depths []recipe.Depth
	for _, p := range planes {
		plane := b.l.Planes[b.l.Plane(p)]
		depths = append(depths, recipe.Depth{Name: plane.Name, Metres: plane.Distance})
	}
	rungs, err := b.solver.Ladder(b.ctx, near, depths, b.l.Haze(), recipe.Options{Whole: true, Paints: 3})
	if err != nil {
		b.err = err
		return
	}
	for i, r := range rungs {
		b.mixture(id+"-"+planes[i], name+", "+depths[i].Name, r.Recipe.Parts)
	}
}

// mark is how a step is made; the zero value is an ordinary one.
type mark struct {
	where    lesson.Where
	load     lesson.Load
	pressure lesson.Pressure
	care     lesson.Care
	cover    float64
	shares   []float64 // of broken colour, percent
}

// step adds a step: what the student is told, and for how many minutes.
func (b *builder) step(st stage, id, zone string, t lesson.Technique, tool string, minutes float64, m mark, words string, mixtures ...string) {
	s := lesson.Step{ID: id, Zone: zone, Where: lesson.Whole, Technique: t, Tool: tool, Mixtures: mixtures,
		Load: lesson.FullLoad, Pressure: lesson.Lightly, Care: lesson.Fresh, Cover: 1, Minutes: minutes, Words: words}
	if mixtures == nil {
		s.Mixtures = []string{}
	}
	if m.where != "" {
		s.Where = m.where
	}
	if m.load != "" {
		s.Load = m.load
	}
	if m.pressure != "" {
		s.Pressure = m.pressure
	}
	if m.care != "" {
		s.Care = m.care
	}
	if m.cover > 0 {
		s.Cover = m.cover
	}
	s.Shares = m.shares
	b.l.Steps = append(b.l.Steps, s)
	b.stages = append(b.stages, st)
}

func roundUp(v, step float64) float64 { return math.Ceil(v/step) * step }

// sincos is sine and cosine of a turn, 0 to 1.
func sincos(turn float64) (sin, cos float64) { return math.Sincos(2 * math.Pi * turn) }
