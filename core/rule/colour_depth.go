package rule

import (
	"fmt"
	"maps"
	"math"
	"slices"
	"strings"

	"proxenos/core/haze"
	"proxenos/core/lesson"
	"proxenos/core/recipe"
	"proxenos/core/spectrum"
)

const (
	ladderShare = 0.01 // share of the canvas from which a plane counts
	ladderApart = 2.0  // times the distance from which two planes are two rungs
	ladderNext  = 1.25 // times the distance from which one lies behind the other at all
	closeBy     = 2.0  // times darker that it may be then; what colour it has is its own
	darkerMost  = 3.0  // L* that a farther plane may be darker
	strongMost  = 4.0  // chroma that it may be stronger
	warmerMost  = 8.0  // b* that it may be warmer, in daylight
	byDay       = 15.0 // degrees of the light's height from which it is daylight

	flatShare  = 0.06 // share of the canvas from which an area is large
	flatMain   = 0.90 // share of it that is one mixture
	flatSpread = 2.5  // mean ΔE00 from its mean below which it is flat

	rawNear   = 60.0 // strongest chroma of leaf and earth at hand
	rawAlways = 6.0
	rawShare  = 0.25   // share of a step that may be stronger
	rawLeast  = 0.0015 // share of the canvas from which a step counts
)

var ladder = Rule{
	ID: "color.ladder", Title: "The depth ladder is broken", Severity: Caution, On: Finished,
	Figure: "by how much a farther plane is darker, stronger or warmer than one of its kind nearer", Source: "working defaults of the depth ladder; haze takes more within twice the distance",
	Reason:  "Each plane farther back is lighter, weaker and, in daylight, cooler. One that is not comes forward, and the distance closes.",
	Speaks:  say("a plane farther back is over %g L* darker, %g stronger in chroma or, by day, %g b* warmer than one of its kind nearer; of slopes less than %g times as far, over %g L* darker", darkerMost, strongMost, warmerMost, ladderApart, closeBy*darkerMost),
	measure: findLadder,
}

var raw = Rule{
	ID: "color.raw", Title: "Raw colour in the distance", Severity: Caution, On: Finished,
	Figure: "the share of a step that is stronger than the air lets through", Source: "strongest chroma of leaf and earth, less by what is left of it at that distance in that air",
	Reason:  "Air takes chroma from far things first; green and yellow are the first to leave. A raw colour there jumps to the front.",
	Speaks:  say("over %g %% of a step is stronger than chroma %g at hand, less with distance and air", 100*rawShare, rawNear),
	measure: findRaw,
}

var flat = Rule{
	ID: "color.flat", Title: "A large area of one mixture", Severity: Note, On: Finished,
	Figure: "by how much a large area of one mixture differs in itself", Source: "ΔE00 2 to 3 is what an eye sees of two colours side by side",
	Reason:  "Broken colour, two strokes side by side and not blended, vibrates where one flat mixture dies.",
	Speaks:  say("over %g %% of the canvas is %g %% one mixture and spreads by under ΔE00 %g", 100*flatShare, 100*flatMain, flatSpread),
	measure: findFlat,
}

// findLadder compares like with like: slopes with slopes, trees with trees.
func findLadder(c *Context) (out []Finding) {
	if c.finished() == nil {
		return nil
	}
	snowy := slices.ContainsFunc(c.Lesson.Zones, func(z lesson.Zone) bool { return z.Kind == lesson.Snow })
	for _, kind := range []realm{land, growth, low} {
		if snowy && kind == growth {
			continue // what is laden with snow is white, however near
		}
		type plane struct {
			at int
			shown
		}
		var farther []plane
		for p := range c.Lesson.Planes {
			s := c.shows(func(i int) bool { return c.realmOf(i) == kind && c.Lesson.PlaneOf(c.Lesson.Steps[i]) == p })
			if s.share < ladderShare {
				continue
			}
			for _, q := range slices.Backward(farther) { // the next one, and the next that is a rung away
				apart := c.Lesson.Planes[q.at].Distance >= ladderApart*c.Lesson.Planes[p].Distance
				if apart {
					out = append(out, c.rung(kind, q.at, p, q.shown, s, 1))
					break
				}
				if kind == land && q.at == farther[len(farther)-1].at && // what grows is of many kinds, and dark by itself
					c.Lesson.Planes[q.at].Distance >= ladderNext*c.Lesson.Planes[p].Distance {
					out = append(out, c.rung(kind, q.at, p, q.shown, s, closeBy))
				}
			}
			farther = append(farther, plane{p, s})
		}
	}
	return out
}

// lieOfMost is how most of what shows lies to the light.
func (c *Context) lieOfMost(s shown) lie {
	z, _ := c.Lesson.Zone(c.Lesson.Steps[s.most()].Zone)
	return lieOf(z.Kind)
}

// rung judges one plane against a nearer one, with so many times the room for what is of the place itself.
func (c *Context) rung(kind realm, a, b int, far, near shown, room float64) Finding {
	planes := c.Lesson.Planes
	breaks := []struct {
		by, most  float64
		unit, how string
	}{
		{near.mean.L - far.mean.L, room * darkerMost, "L*", "darker"},
		{far.mean.Chroma() - near.mean.Chroma(), strongMost, "chroma", "stronger"},
		{far.mean.B - near.mean.B, warmerMost, "b*", "warmer"},
	}
	if room > 1 || c.Lesson.Light.Height < byDay || localColour(far.mean, near.mean) {
		breaks = breaks[:1] // haze has a colour of its own then; or what is farther is another thing, and it is not haze that makes it so
	}
	if c.lieOfMost(far) != c.lieOfMost(near) {
		breaks[0].by = 0 // a slope is darker than flat ground before any air is between
	}
	worst := breaks[0]
	for _, k := range breaks[1:] {
		if k.by/k.most > worst.by/worst.most {
			worst = k
		}
	}
	i := far.most()
	return Finding{
		Says: fmt.Sprintf("The %s of %s is %.0f %s %s than that of %s, which is nearer.",
			kind, planes[a].Name, worst.by, worst.unit, worst.how, planes[b].Name),
		Figure: round(worst.by, 1), Unit: worst.unit, Threshold: worst.most,
		Steps: []string{c.Lesson.Steps[i].ID}, Where: fmt.Sprintf("%s/%s/%s", planes[a].ID, planes[b].ID, kind),
		offers: func() (out []Idea) {
			c.loaded(&out, far)
			c.loaded(&out, near)
			c.rungs(&out, far, near, 2)
			if far.mean.L < near.mean.L { // and so much that they stay apart where they meet
				c.rungs(&out, far, near, tierLeast+spreadRoom)
				c.rungs(&out, far, near, 2*tierLeast+spreadRoom)
			}
			return out
		},
	}
}

// Colours of their own: stubble behind a meadow is stronger and warmer than that, and no air makes
// it otherwise. Hues are told apart from some chroma on; a quarter of the circle is another hue.
const (
	ownChroma = 10.0
	ownHue    = 45.0 // degrees
)

// localColour reports whether two planes are of different colours by themselves.
func localColour(far, near spectrum.Lab) bool {
	if far.Chroma() < ownChroma || near.Chroma() < ownChroma {
		return false
	}
	turn := math.Abs(math.Atan2(far.B, far.A)-math.Atan2(near.B, near.A)) * 180 / math.Pi
	return min(turn, 360-turn) > ownHue
}

// rungs has the idea to move the mixtures of the far plane by what the canvas lacks, so that it is lighter
// than the near one by so many L* where it is darker.
func (c *Context) rungs(to *[]Idea, far, near shown, lighter float64) {
	target := spectrum.Lab{L: max(far.mean.L, near.mean.L+lighter), A: far.mean.A, B: min(far.mean.B, near.mean.B+warmerMost/2)}
	if k := 0.65 * near.mean.Chroma() / max(1, math.Hypot(target.A, target.B)); k < 1 {
		target.A, target.B = target.A*k, target.B*k
	}
	move := spectrum.Lab{L: target.L - far.mean.L, A: target.A - far.mean.A, B: target.B - far.mean.B}
	own := far
	own.mixtures = maps.Clone(far.mixtures)
	maps.DeleteFunc(own.mixtures, func(id string, _ float64) bool { return near.mixtures[id] > 0.1*near.share }) // what both have moves both
	c.recolour(to, own, move)
	if len(own.mixtures) < len(far.mixtures) {
		c.recolour(to, far, move)
	}
}

func findRaw(c *Context) (out []Finding) {
	if c.finished() == nil {
		return nil
	}
	p := c.seen()
	air := c.Lesson.Haze()
	far := haze.Colour(air).Chroma()
	for i, s := range c.Lesson.Steps {
		k := c.realmOf(i)
		z, _ := c.Lesson.Zone(s.Zone)
		if k != land && k != growth && k != low && !slices.Contains(earthen, z.Kind) {
			continue
		}
		left := haze.Left(c.Lesson.Planes[c.Lesson.PlaneOf(s)].Distance, air)
		most := rawAlways + rawNear*left + far*(1-left)
		var mean spectrum.Lab
		var n, strong, chroma float64
		for _, l := range p.looks {
			if l.step == i {
				mean, n = plus(mean, l.lab), n+1
			}
		}
		if !c.accent(i) {
			most = min(most, rawAlways+outdoors(mean)*left+far*(1-left))
		}
		for _, l := range p.looks {
			if v := l.lab.Chroma(); l.step == i && v > most {
				strong++
				chroma += v
			}
		}
		if n < rawLeast*p.total {
			continue
		}
		plane := c.Lesson.Planes[c.Lesson.PlaneOf(s)]
		out = append(out, Finding{
			Says: fmt.Sprintf("%.0f %% of what %s leaves has a chroma of %.0f on average; at %s m the air lets through no more than %.0f.",
				100*strong/n, c.Lesson.Label(i), chroma/max(1, strong), thousands(plane.Distance), most),
			Figure: round(100*strong/n, 0), Unit: "%", Threshold: 100 * rawShare, Steps: []string{s.ID}, Where: s.ID, At: c.at(i), OnCanvas: true,
			offers: func() (out []Idea) {
				for _, k := range []float64{0.7, 0.5} {
					c.quieter(&out, s, k*most)
				}
				return out
			},
		})
	}
	return out
}

// earthen are the kinds besides land and growth whose reds and oranges are those of earth and
// stone.
var earthen = []lesson.ZoneKind{lesson.Path, lesson.Rock, lesson.Wall, lesson.Log, lesson.Fence, lesson.Bridge}

// What things outdoors show at hand: leaves in light are duller than they are thought, and so are
// red earth and rust. Yellows, of stubble and autumn, go as far as anything. Working defaults.
const (
	greenMost  = 46.0 // chroma, of hues 105 to 200 degrees
	orangeMost = 48.0 // of hues 0 to 68
)

// outdoors is the strongest chroma of a hue that things outdoors show at hand.
func outdoors(c spectrum.Lab) float64 {
	hue := math.Mod(math.Atan2(c.B, c.A)*180/math.Pi+360, 360)
	switch {
	case hue >= 105 && hue < 200:
		return greenMost
	case hue < 68 || hue > 345:
		return orangeMost
	}
	return rawNear
}

// accent reports whether a step is a small accent in the focal area, which may be as strong as it
// likes.
func (c *Context) accent(i int) bool {
	f, p := c.Lesson.Focal, c.finished().Reports[i]
	at := p.Sight.Middle()
	return f.Radius > 0 && p.Area < 0.02*c.Lesson.Support.Width*c.Lesson.Support.Height/100 && math.Hypot(at.X-f.X, at.Y-f.Y) < 1.5*f.Radius
}

// quieter has the idea to mix those of a step's mixtures that are too strong down to a chroma, at
// their value and hue: their complements do that, in exact parts.
func (c *Context) quieter(to *[]Idea, s lesson.Step, chroma float64) {
	var all lesson.All
	var says []string
	for _, id := range s.Mixtures {
		m, _ := c.Lesson.Mixture(id)
		now, err := c.Lesson.Paints().Colour(m.Parts)
		if err != nil || now.Chroma() <= chroma {
			continue
		}
		k := chroma / now.Chroma()
		parts, _, ok := c.solve(c.Lesson.Palette, spectrum.Lab{L: now.L, A: now.A * k, B: now.B * k}, recipe.Options{})
		if !ok {
			return
		}
		all = append(all, lesson.SetParts{Mixture: id, Parts: parts})
		says = append(says, fmt.Sprintf("“%s” to chroma %.0f: %s", m.Name, chroma, recipe.Say(parts)))
	}
	if len(all) > 0 {
		c.offer(to, "quieten "+strings.Join(says, "; "), all)
	}
}

func findFlat(c *Context) (out []Finding) {
	if c.finished() == nil {
		return nil
	}
	for _, z := range c.Lesson.Zones {
		s := c.shows(func(i int) bool { return c.Lesson.Steps[i].Zone == z.ID })
		id, main := s.main()
		if s.share < flatShare || main < flatMain {
			continue
		}
		m, _ := c.Lesson.Mixture(id)
		i, spread := s.most(), c.spread(s)
		out = append(out, Finding{
			Says: fmt.Sprintf("%s is %.0f %% of the canvas, %.0f %% of it “%s”, and differs in itself by only ΔE %.1f.",
				z.Name, 100*s.share, 100*main, m.Name, spread),
			Figure: round(spread, 1), Unit: "ΔE00", Threshold: flatSpread, Under: true, Steps: []string{c.Lesson.Steps[i].ID}, Where: z.ID,
			At: c.middle(z), OnCanvas: true, offers: func() []Idea { return c.neighbours(i, m) },
		})
	}
	return out
}

// Broken colour wants a neighbour that can be told apart and still belongs.
const (
	neighbourLeast = 3.0
	neighbourMost  = 14.0
)

// neighbours has the idea to lay a second mixture beside the one of step i: the nearest that
// is on the palette, or a warmer one made for it.
func (c *Context) neighbours(i int, m lesson.Mixture) (out []Idea) {
	s := c.Lesson.Steps[i]
	if len(s.Mixtures) >= s.Technique.Info().Most {
		return nil
	}
	box := c.Lesson.Paints()
	now, err := box.Colour(m.Parts)
	if err != nil {
		return nil
	}
	best, least := "", neighbourMost
	for _, other := range c.Lesson.Mixtures {
		colour, err := box.Colour(other.Parts)
		if d := spectrum.DeltaE(now, colour); err == nil && d >= neighbourLeast && d < least && !slices.Contains(s.Mixtures, other.ID) {
			best, least = other.ID, d
		}
	}
	if best != "" {
		other, _ := c.Lesson.Mixture(best)
		n := s
		n.Mixtures = append(slices.Clone(s.Mixtures), best)
		c.offer(&out, fmt.Sprintf("lay “%s” beside it, ΔE %.0f away", other.Name, least), lesson.Change{Step: n})
	}
	warm := spectrum.Lab{L: min(94, now.L+2), A: now.A + 2, B: now.B + 7}
	if parts, _, ok := c.solve(c.Lesson.Palette, warm, recipe.Options{}); ok {
		id := c.freeMixture(m.ID + "-warm")
		n := s
		n.Mixtures = append(slices.Clone(s.Mixtures), id)
		e := lesson.All{lesson.AddMixture{Mixture: lesson.Mixture{ID: id, Name: cut(m.Name) + ", warmer", Parts: parts}}, lesson.Change{Step: n}}
		c.offer(&out, "mix a warmer one for it: "+recipe.Say(parts), e)
	}
	return out
}
