package rule

import (
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/spectrum"
)

// looks is about how many places of the finished canvas are looked at.
const looks = 20000

// A look is what shows at one place of the finished canvas.
type look struct {
	step int
	lab  spectrum.Lab
}

// seenPicture is the finished canvas as looks.
type seenPicture struct {
	looks []look
	total float64        // places looked at, bare ones among them
	sums  []spectrum.Lab // of each step's looks
	many  []float64      // of each step, how many
}

// seen looks at the finished canvas, once.
func (c *Context) seen() *seenPicture {
	return c.picture.get(c.look)
}

func (c *Context) look() *seenPicture {
	f := c.finished().Final
	every := max(1, f.W*f.H/looks)
	p := &seenPicture{sums: make([]spectrum.Lab, len(c.Lesson.Steps)), many: make([]float64, len(c.Lesson.Steps))}
	for i := every / 2; i < f.W*f.H; i += every {
		p.total++
		if o := c.finished().Owner[i]; o >= 0 {
			lab := f.Colour(i%f.W, i/f.W)
			p.looks = append(p.looks, look{int(o), lab})
			p.sums[o], p.many[o] = plus(p.sums[o], lab), p.many[o]+1
		}
	}
	return p
}

// A shown is what shows of a part of the picture: its share of the canvas, its mean colour, and
// which steps and mixtures it is made of.
type shown struct {
	share    float64
	mean     spectrum.Lab
	steps    map[int]float64
	mixtures map[string]float64 // by id, share of the canvas
}

// shows gathers the places whose step is wanted.
func (c *Context) shows(want func(step int) bool) shown {
	p := c.seen()
	out := shown{steps: map[int]float64{}, mixtures: map[string]float64{}}
	var n float64
	for i, many := range p.many {
		if many == 0 || !want(i) {
			continue
		}
		n += many
		out.mean = plus(out.mean, p.sums[i])
		out.steps[i] = many / p.total
		mixtures := c.Lesson.Steps[i].Mixtures
		for _, id := range mixtures {
			out.mixtures[id] += many / p.total / float64(len(mixtures))
		}
	}
	if n == 0 {
		return out
	}
	out.mean = times(out.mean, 1/n)
	out.share = n / p.total
	return out
}

// spread is the mean ΔE00 of what shows of a part from its mean.
func (c *Context) spread(s shown) (sum float64) {
	var n float64
	for _, l := range c.seen().looks {
		if s.steps[l.step] > 0 {
			sum += spectrum.DeltaE(l.lab, s.mean)
			n++
		}
	}
	return sum / max(1, n)
}

// most is the step that shows most, or -1.
func (s shown) most() int {
	best := -1
	for i, share := range s.steps {
		if best < 0 || share > s.steps[best] || share == s.steps[best] && i < best {
			best = i
		}
	}
	return best
}

// main is the mixture that shows most, and its share of what shows.
func (s shown) main() (id string, share float64) {
	for m, v := range s.mixtures {
		if v > s.mixtures[id] || v == s.mixtures[id] && m < id {
			id = m
		}
	}
	if s.share == 0 {
		return id, 0
	}
	return id, s.mixtures[id] / s.share
}

// loaded has the idea to load the tool fully in the steps of what shows that carry little: thin
// paint lets what is under it through and is lifted into.
func (c *Context) loaded(to *[]Idea, s shown) {
	const few = 0.05 // share of it from which a step is worth loading
	var all lesson.All
	var labels []string
	for i, step := range c.Lesson.Steps {
		if s.steps[i] < few*s.share || step.Load != lesson.ThinLoad && step.Load != lesson.LightLoad {
			continue
		}
		step.Load = lesson.FullLoad
		all, labels = append(all, lesson.Change{Step: step}), append(labels, c.Lesson.Label(i))
	}
	if len(all) > 0 {
		c.offer(to, "load the tool fully in "+list(labels), all)
	}
}

// A realm is what a zone is part of: sky, water, or one of what stands on the ground.
type realm string

const (
	air    realm = "sky"
	water  realm = "water"
	land   realm = "land"   // slopes and fields
	growth realm = "growth" // trees and bushes
	low    realm = "low growth"
	things realm = "things" // what has colours of its own: buildings, stones, flowers, snow
)

var realms = map[realm][]lesson.ZoneKind{
	air:    lesson.OfNature(lesson.Airy),
	water:  lesson.OfNature(lesson.Wet),
	land:   {lesson.Ridge, lesson.Bank, lesson.Field},
	growth: lesson.OfNature(lesson.Leafy | lesson.Woody),
	low:    {lesson.Grass, lesson.Reeds},
	things: {lesson.Snow, lesson.Path, lesson.Rock, lesson.Flowers, lesson.Fence, lesson.Wall, lesson.Building},
}

// realmOf is the realm of what step i paints; empty for a step without a zone. What is
// mirrored in water belongs to the water.
func (c *Context) realmOf(i int) realm {
	s := c.Lesson.Steps[i]
	z, ok := c.Lesson.Zone(s.Zone)
	if !ok {
		return ""
	}
	for r, kinds := range realms {
		if slices.Contains(kinds, z.Kind) {
			return r
		}
	}
	return things
}
