package rule

import (
	"cmp"
	"fmt"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/paint"
	"proxenos/core/recipe"
	"proxenos/core/spectrum"
)

const (
	tubeLeast  = 0.02  // share of all paint below which a tube is hardly used
	groupLeast = 0.05  // share of the canvas from which sky, water or ground counts
	carryLeast = 0.003 // share of the canvas from which a colour is carried through
)

// tubesMost is how many tubes each house method gets by with: students lay them all out.
var tubesMost = map[lesson.Method]int{
	lesson.Direct: 9, lesson.WetBase: 10, lesson.RubAndBlot: 10, lesson.LeanToFat: 10, lesson.DryBlockIn: 10, lesson.Layered: 12,
}

var tubes = Rule{
	ID: "color.tubes", Title: "Tubes to spare", Severity: Note, On: Reports,
	Figure: "how many tubes are laid out, and how much of all paint each gives", Source: "working default of each house method; two per cent is a smear on the palette",
	Reason:  "Few tubes make a picture hold together and a class affordable: three primaries and white already give a full scale. A tube that is hardly used can often be mixed.",
	Speaks:  say("more tubes than the house method's limit, or one used for under %g %% of the paint", 100*tubeLeast),
	measure: findTubes,
}

var unity = Rule{
	ID: "color.no-unity", Title: "Nothing carried through", Severity: Note, On: Finished,
	Figure: "the share of the canvas that a colour has in two of sky, water and ground", Source: "working default: a thumbnail on a class picture",
	Reason:  "Sky, water and ground belong together when a colour of one turns up in another: carry sky colour into water and foreground.",
	Speaks:  say("no colour shows on %g %% of the canvas in two of sky, water and ground", 100*carryLeast),
	measure: findUnity,
}

func findTubes(c *Context) (out []Finding) {
	needs, ok := c.amounts()
	if !ok || needs.Total == 0 {
		return nil
	}
	used := map[string]float64{}
	for _, t := range needs.Tubes {
		used[t.Paint] = t.Each / needs.Total
	}
	byUse := slices.Clone(c.Lesson.Palette)
	slices.SortStableFunc(byUse, func(a, b string) int { return cmp.Compare(used[a], used[b]) })
	most := tubesMost[c.Lesson.Method]
	if n := len(byUse); most > 0 {
		out = append(out, Finding{
			Says:   fmt.Sprintf("%d tubes are laid out; %d are enough for the method “%s”.", n, most, lesson.Words().Method(c.Lesson.Method)),
			Figure: float64(n), Unit: "tubes", Threshold: float64(most), Where: "palette",
			offers: func() (out []Idea) {
				for _, key := range byUse[:min(3, n)] {
					if idea, _, ok := c.withoutTube(key); ok {
						out = append(out, idea)
					}
				}
				return out
			},
		})
	}
	for _, key := range byUse {
		if key == paint.White {
			continue
		}
		f := Finding{Figure: round(100*used[key], 1), Unit: "%", Threshold: 100 * tubeLeast, Under: true, Where: key}
		if !f.Speaks() {
			out = append(out, f)
			continue
		}
		idea, delta, ok := c.withoutTube(key)
		if !ok || delta > nearEnough {
			continue // it earns its place: nothing else makes its colours
		}
		tube, _ := paint.Find(key)
		f.Says = fmt.Sprintf("%s is %.1f %% of the paint, and its mixtures can do without it within ΔE %.1f.", tube.Name, 100*used[key], delta)
		f.offers = func() []Idea { return []Idea{idea} }
		if used[key] == 0 {
			f.Says = fmt.Sprintf("%s is laid out and never used.", tube.Name)
		}
		out = append(out, f)
	}
	return out
}

// withoutTube mixes everything without a tube and takes it off the palette; delta is
// the largest ΔE00 of a mixture that had it.
func (c *Context) withoutTube(key string) (_ Idea, delta float64, ok bool) {
	var all lesson.All
	for _, m := range c.Lesson.Mixtures {
		if !slices.ContainsFunc(m.Parts, func(p lesson.Part) bool { return p.Paint == key }) {
			continue
		}
		parts, d, ok := c.mixWithout(m, key, recipe.Options{})
		if !ok {
			return Idea{}, 0, false
		}
		delta = max(delta, d)
		all = append(all, lesson.SetParts{Mixture: m.ID, Parts: parts})
	}
	left := slices.DeleteFunc(slices.Clone(c.Lesson.Palette), func(k string) bool { return k == key })
	changed := len(all)
	all = append(all, lesson.SetPalette{Paints: left})
	tube, _ := paint.Find(key)
	words := fmt.Sprintf("do without %s: %d mixtures change, by at most ΔE %.1f", tube.Name, changed, delta)
	idea, _, ok := c.idea(words, all)
	return idea, delta, ok
}

// parties are what a colour can be carried between.
var parties = []struct {
	name string
	has  []realm
}{{"sky", []realm{air}}, {"water", []realm{water}}, {"ground", []realm{land, growth, low, things}}}

func findUnity(c *Context) []Finding {
	if c.finished() == nil {
		return nil
	}
	var there []shown
	var names []string
	for _, p := range parties {
		s := c.shows(func(i int) bool { return slices.Contains(p.has, c.realmOf(i)) })
		if s.share >= groupLeast {
			there, names = append(there, s), append(names, p.name)
		}
	}
	if len(there) < 2 {
		return nil
	}
	shared := c.carried(there)
	f := Finding{
		Says:   fmt.Sprintf("No colour of one of %s turns up in another: what they share covers %.1f %% of the canvas.", list(names), 100*shared),
		Figure: round(100*shared, 1), Unit: "% of the canvas", Threshold: 100 * carryLeast, Under: true, Where: "picture",
	}
	id, _ := there[0].main()
	m, _ := c.Lesson.Mixture(id)
	var into []int
	for k := len(there) - 1; k > 0; k-- {
		if i := c.roomFor(there[k]); i >= 0 {
			into, f.Steps = append(into, i), append(f.Steps, c.Lesson.Steps[i].ID)
		}
	}
	f.offers = func() (out []Idea) {
		for _, i := range into {
			s := c.Lesson.Steps[i]
			s.Mixtures = append(slices.Clone(s.Mixtures), id)
			c.offer(&out, fmt.Sprintf("carry “%s” into %s", m.Name, c.Lesson.Label(i)), lesson.Change{Step: s})
		}
		return out
	}
	return []Finding{f}
}

// sameColour is the ΔE00 within which two mixtures count as one colour carried through.
const sameColour = 3.0

// carried is the largest share of the canvas, on the smaller side, that some mixture, or
// two mixtures of the same colour, have in two parties.
func (c *Context) carried(there []shown) (shared float64) {
	colours := map[string]spectrum.Lab{}
	for _, m := range c.Lesson.Mixtures {
		if colour, err := c.Lesson.Paints().Colour(m.Parts); err == nil {
			colours[m.ID] = colour
		}
	}
	for i, a := range there {
		for _, b := range there[i+1:] {
			for m, share := range a.mixtures {
				for n, other := range b.mixtures {
					if m == n || spectrum.DeltaE(colours[m], colours[n]) <= sameColour {
						shared = max(shared, min(share, other))
					}
				}
			}
		}
	}
	return shared
}

// roomFor is the step that shows most of those that can take one more mixture, or -1.
func (c *Context) roomFor(s shown) int {
	best := -1
	for i, share := range s.steps {
		step := c.Lesson.Steps[i]
		if len(step.Mixtures) == 0 || len(step.Mixtures) >= step.Technique.Info().Most {
			continue
		}
		if best < 0 || share > s.steps[best] || share == s.steps[best] && i < best {
			best = i
		}
	}
	return best
}
