package mark

import (
	"cmp"
	"math"
	"math/rand/v2"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/noise"
	"proxenos/core/scene"
)

// Shades is the number of blends from the first to the last mixture of a step
// that a painter tells apart when one colour grades into another.
const Shades = 17

// A Plan is the strokes of a step in painting order.
type Plan struct {
	Strokes []Stroke
	Region  *scene.Region // where the step works
	Blends  bool          // shades are blends; otherwise one mixture is taken at a time
}

// maxStrokes bounds the work of one step whatever it asks for.
const maxStrokes = 60000

// maxWay bounds the strokes of a step in mm times hairs, for the same reason.
const maxWay = 4e6

// planner gathers what the techniques need to know.
type planner struct {
	l     *lesson.Lesson
	s     lesson.Step
	z     lesson.Zone
	tool  lesson.Tool
	whole *scene.Region
	r     *scene.Region
	rng   *rand.Rand
	seed  uint64
	out   []Stroke
	way   float64
}

// planners tell where the marks of each technique go.
var planners = map[lesson.Technique]struct {
	place  func(*planner)
	blends bool
}{
	lesson.CrissCross: {(*planner).crissCross, true},
	lesson.LongPull:   {(*planner).longPull, true},
	lesson.PullDown:   {(*planner).pullDown, true},
	lesson.CutIn:      {(*planner).cutIn, true},
	lesson.Glaze:      {(*planner).glaze, true},
	lesson.Feather:    {(*planner).feather, false},
	lesson.RubIn:      {(*planner).rubIn, true},
	lesson.Scumble:    {(*planner).scumble, false},
	lesson.DryDrag:    {(*planner).dryDrag, false},
	lesson.Fluff:      {(*planner).fluff, false},
	lesson.Tap:        {(*planner).tap, false},
	lesson.Comma:      {(*planner).comma, false},
	lesson.PushUp:     {(*planner).pushUp, false},
	lesson.FanEdge:    {(*planner).fanEdge, false},
	lesson.LinerPull:  {(*planner).linerPull, false},
	lesson.DoubleLoad: {(*planner).doubleLoad, false},
	lesson.PressTurn:  {(*planner).pressTurn, false},
	lesson.Dab:        {(*planner).dab, false},
	lesson.KnifeBreak: {(*planner).knifeBreak, false},
	lesson.KnifeSlide: {(*planner).knifeSlide, true},
	lesson.KnifeLine:  {(*planner).knifeLine, false},
	lesson.RubBack:    {(*planner).rubBack, false},
	lesson.WipeOut:    {(*planner).wipeOut, false},
}

// Make plans a step: the strokes that its technique would place in its zone.
// whole is the region of the zone. Waits, blots and scrapes have no strokes.
func Make(l *lesson.Lesson, s lesson.Step, whole *scene.Region) Plan {
	z, _ := l.Zone(s.Zone)
	tool, _ := l.Tool(s.Tool)
	seed := scene.Seed(l, s.ID)
	p := &planner{l: l, s: s, z: z, tool: tool, whole: whole, r: scene.Part(l, z, whole, s.Where),
		rng: rand.New(rand.NewPCG(seed, 1)), seed: seed}
	plan := Plan{Region: p.r}
	if p.r.Empty() {
		return plan
	}
	if how, ok := planners[s.Technique]; ok {
		how.place(p)
		plan.Blends = how.blends && !s.Broken()
	}
	if s.Broken() {
		p.out = p.pieces(p.out)
	}
	if len(s.Mixtures) > 1 {
		inRuns(p.out)
	}
	plan.Strokes = p.out
	return plan
}

// run is among how many marks a hand makes those of one colour first, so that it need not
// clean and load the tool for each; of small ones it makes more.
const (
	run      = 40
	smallRun = 90
)

// inRuns puts marks that follow each other in the order of their shades, a few at a time.
func inRuns(marks []Stroke) {
	for len(marks) > 0 {
		n, most := 0, run
		if len(marks[0].Path) == 1 {
			most = smallRun
		}
		for n < min(most, len(marks)) && marks[n].Shade != Leftover {
			n++
		}
		slices.SortStableFunc(marks[:n], func(a, b Stroke) int { return cmp.Compare(a.Shade, b.Shade) })
		marks = marks[max(1, n):]
	}
}

// add takes a stroke into the plan, unless the step has had its share of work.
func (p *planner) add(s Stroke) {
	if s.Free && len(s.Path) > 2 {
		s.Path = curved(s.Path)
	}
	length := 4*s.Spread + s.Length()
	wide := p.tool.Width
	if s.Corner > 0 {
		wide *= min(1, s.Corner)
	}
	if p.way += length * wide; len(p.out) < maxStrokes && p.way < maxWay {
		p.out = append(p.out, s)
	}
}

// curvedApart is how far the joints of a curve are apart, mm.
const curvedApart = 2.5

// curved leads a hand through the joints of a path without a corner (Catmull and Rom 1974).
func curved(path []lesson.Point) []lesson.Point {
	at := func(i int) lesson.Point { return path[min(len(path)-1, max(0, i))] }
	out := []lesson.Point{path[0]}
	for i := range len(path) - 1 {
		a, b, c, d := at(i-1), at(i), at(i+1), at(i+2)
		n := max(1, min(8, int(math.Hypot(c.X-b.X, c.Y-b.Y)/curvedApart)))
		for k := 1; k <= n; k++ {
			t := float64(k) / float64(n)
			by := func(a, b, c, d float64) float64 {
				return b + 0.5*t*(c-a+t*(2*a-5*b+4*c-d+t*(3*(b-c)+d-a)))
			}
			out = append(out, lesson.Point{X: by(a.X, b.X, c.X, d.X), Y: by(a.Y, b.Y, c.Y, d.Y)})
		}
	}
	return out
}

// between returns a figure from a to b.
func (p *planner) between(a, b float64) float64 { return a + (b-a)*p.rng.Float64() }

// some returns how many marks of a given area, mm², cover the part as often as
// the step asks.
func (p *planner) some(markArea float64) int {
	return min(maxStrokes, max(1, int(math.Round(p.s.Cover*p.r.Area/max(0.2, markArea)))))
}

// places picks n places of the part, far (high) before near (low), as they are painted.
func (p *planner) places(n int) []lesson.Point {
	out := make([]lesson.Point, 0, n)
	for range n {
		x, y := p.r.Nth(p.rng.Float64())
		out = append(out, lesson.Point{X: x, Y: y})
	}
	byHeight(out)
	return out
}

// everywhere picks about n places of the part so that none of it is left out, each a little
// off its place, far before near.
func (p *planner) everywhere(n int) (out []lesson.Point) {
	apart := math.Sqrt(p.r.Area / float64(max(1, n)))
	for y := p.r.Y0 + 0.5*apart; y < p.r.Y1+0.5*apart; y += apart {
		for x := p.r.X0 + 0.5*apart; x < p.r.X1+0.5*apart; x += apart {
			at := lesson.Point{X: x + p.between(-0.35, 0.35)*apart, Y: y + p.between(-0.35, 0.35)*apart}
			at.X, at.Y = min(p.r.X1-0.3, max(p.r.X0+0.3, at.X)), min(p.r.Y1-0.3, max(p.r.Y0+0.3, at.Y))
			if p.r.Inside(at.X, at.Y) {
				out = append(out, at)
			}
		}
	}
	if len(out) == 0 {
		return p.places(n)
	}
	byHeight(out)
	return out
}

// flat reports whether the zone is ground that lies, and is drawn smaller the farther it is.
func (p *planner) flat() bool {
	switch p.z.Kind {
	case lesson.Field, lesson.Snow, lesson.Path, lesson.Bank, lesson.Stream:
		return true
	}
	return false
}

// driftFrom is the noise, 0 to 1, from which ground is in a drift; thorough work goes everywhere.
const driftFrom = 0.56

// drifts picks n places of ground in long and level patches, smaller with distance, far before
// near.
func (p *planner) drifts(n int) (out []lesson.Point) {
	from := driftFrom * min(1, 2*(1.1-p.s.Cover))
	for tries := 0; len(out) < n && tries < 8*n; tries++ {
		x, y := p.r.Nth(p.rng.Float64())
		s := scene.Scale(p.l, y)
		if noise.Fractal(p.seed+14, x/(130*s+14), y/(17*s+2), 2) >= from {
			out = append(out, lesson.Point{X: x, Y: y})
		}
	}
	byHeight(out)
	return out
}

// shade picks the blend for a place: from the first mixture at the top of the
// zone to the last at its bottom, with loose scatter.
func (p *planner) shade(x, y, scatter float64) int {
	if len(p.s.Mixtures) < 2 || p.s.Broken() { // broken colour is shared out at the end
		return 0
	}
	t := p.r.Depth(x, y) + scatter*(noise.At(p.seed+3, x/14, y/14)-0.5+0.6*(p.rng.Float64()-0.5))
	return int(math.Round(min(1, max(0, t)) * (Shades - 1)))
}

// level makes a nearly level path from x0 to x1, wandering a little.
func (p *planner) level(x0, x1, y, wander float64) []lesson.Point {
	n := max(2, int(math.Abs(x1-x0)/12))
	seed := p.rng.Uint64()
	var path []lesson.Point
	for i := range n + 1 {
		t := float64(i) / float64(n)
		path = append(path, lesson.Point{X: x0 + (x1-x0)*t, Y: y + wander*(noise.At(seed, t*3, 1)*2-1)})
	}
	return path
}

// size is about how large the zone is, mm.
func (p *planner) size() float64 { return math.Sqrt(p.whole.Area) }

// water reports whether marks lie along a surface of water.
func (p *planner) water() bool { return p.z.Kind.Is(lesson.Wet) && p.z.Kind != lesson.Waterfall }

// upright reports whether marks follow a thing that stands.
func (p *planner) upright() bool { return p.z.Kind.Is(lesson.Upright) }

// shine picks a place where light glitters on water: under a sun or moon that is
// in the picture, in a path that widens toward the eye; elsewhere anywhere.
func (p *planner) shine() lesson.Point {
	for range 40 {
		x, y := p.r.Nth(p.rng.Float64())
		for _, z := range p.l.Zones {
			if z.Kind != lesson.Disc {
				continue
			}
			mid := (z.Outline[0].X + z.Outline[len(z.Outline)/2].X) / 2
			width := 4 + 0.16*(y-p.whole.Y0)
			if math.Abs(x-mid+p.rng.NormFloat64()*width*0.4) < width {
				return lesson.Point{X: x, Y: y}
			}
			x = math.NaN()
		}
		if !math.IsNaN(x) {
			return lesson.Point{X: x, Y: y}
		}
	}
	x, y := p.r.Nth(p.rng.Float64())
	return lesson.Point{X: x, Y: y}
}

// byHeight puts places in painting order: far (high) before near (low).
func byHeight(places []lesson.Point) {
	slices.SortStableFunc(places, func(a, b lesson.Point) int { return cmp.Compare(a.Y, b.Y) })
}
