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
	total float64 // places looked at, bare ones among them
}

// seen looks at the finished canvas, once.
func (c *Context) seen() *seenPicture {
	return c.picture.get(c.look)
}

func (c *Context) look() *seenPicture {
	f := c.finished().Final
	every := max(1, f.W*f.H/looks)
	p := &seenPicture{}
	for i := every / 2; i < f.W*f.H; i += every {
		p.total++
		if o := c.finished().Owner[i]; o >= 0 {
			p.looks = append(p.looks, look{int(o), f.Colour(i%f.W, i/f.W)})
		}
	}
	return p
}

// A shown is what shows of a part of the picture: its share of the canvas, its mean
// colour, how far places differ from that, and which steps and mixtures it is made of.
type shown struct {
	share    float64
	mean     spectrum.Lab
	spread   float64 // mean ΔE00 from the mean
	steps    map[int]float64
	mixtures map[string]float64 // by id, share of the canvas
}

// shows gathers the places whose step is wanted.
func (c *Context) shows(want func(step int) bool) shown {
	p := c.seen()
	out := shown{steps: map[int]float64{}, mixtures: map[string]float64{}}
	wanted := make([]bool, len(c.Lesson.Steps))
	for i := range wanted {
		wanted[i] = want(i)
	}
	var n float64
	for _, l := range p.looks {
		if !wanted[l.step] {
			continue
		}
		n++
		out.mean.L += l.lab.L
		out.mean.A += l.lab.A
		out.mean.B += l.lab.B
		out.steps[l.step] += 1 / p.total
	}
	if n == 0 {
		return out
	}
	out.mean = spectrum.Lab{L: out.mean.L / n, A: out.mean.A / n, B: out.mean.B / n}
	for _, l := range p.looks {
		if wanted[l.step] {
			out.spread += spectrum.DeltaE(l.lab, out.mean) / n
		}
	}
	for i, share := range out.steps {
		mixtures := c.Lesson.Steps[i].Mixtures
		for _, id := range mixtures {
			out.mixtures[id] += share / float64(len(mixtures))
		}
	}
	out.share = n / p.total
	return out
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
