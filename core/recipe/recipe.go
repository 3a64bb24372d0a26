package recipe

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"runtime"
	"slices"
	"sync/atomic"

	"proxenos/core/fault"
	"proxenos/core/paint"
	"proxenos/core/spectrum"
)

// Options say what kind of recipe is wanted. The zero value asks for the usual: at
// most four paints in at most 24 parts, with drops of what is needed only in specks.
type Options struct {
	Paints int                // most paints in a recipe; 0 for 4
	Parts  int                // most whole parts; 0 for 24
	Whole  bool               // whole parts alone; else what tints white may come in drops, tenths of a part
	Want   int                // how many recipes to return; 0 for 5
	Price  map[string]float64 // per ml, by key; nil for what such tubes usually cost
}

// A Recipe is a way to mix a colour.
type Recipe struct {
	Parts  []Amount     `json:"parts" doc:"most first"`
	Lab    spectrum.Lab `json:"lab" doc:"thick layer, D65"`
	Colour string       `json:"colour" doc:"#rrggbb"`
	Delta  float64      `json:"delta" doc:"ΔE00 from the target"`
	Sturdy float64      `json:"sturdy" doc:"largest ΔE00 change when one part is half a part off"`
	Price  float64      `json:"price" doc:"per ml; titanium white is 1 where no prices are known"`
	Order  []string     `json:"order" doc:"how to mix it, so that the pile does not grow"`
}

// An Amount is a share of one paint by volume. A tenth of a part is a drop.
type Amount struct {
	Paint string  `json:"paint"`
	Name  string  `json:"name"`
	Parts float64 `json:"parts"`
}

// Parts are the amounts without the names of their paints.
func Parts(list []Amount) []paint.Part {
	out := make([]paint.Part, len(list))
	for i, a := range list {
		out[i] = paint.Part{Paint: a.Paint, Parts: a.Parts}
	}
	return out
}

// Total is the number of parts.
func (r Recipe) Total() (sum float64) {
	for _, p := range r.Parts {
		sum += p.Parts
	}
	return sum
}

// An Answer is what a solver says of a target.
type Answer struct {
	Target  spectrum.Lab `json:"target"`
	Recipes []Recipe     `json:"recipes" doc:"best first"`
	Reached bool         `json:"reached" doc:"whether the best is within ΔE00 2"`
	Short   string       `json:"short" doc:"when not reached: in which direction the palette falls short"`
}

// ReachedWithin is the ΔE00 within which a target counts as reached.
const ReachedWithin = 2.0

// drop is the smallest part of what tints white.
const drop = 0.1

// Solve finds recipes for a target: for each choice of paints the best whole parts,
// then the best choices, by ΔE00, then fewest paints, price, and sturdiness. It fails
// when the target is no colour or the options are out of bounds, and ends with ctx.
func (s *Solver) Solve(ctx context.Context, target spectrum.Lab, o Options) (Answer, error) {
	if err := s.check(target, &o); err != nil {
		return Answer{}, err
	}
	found := s.choices(ctx, target, o)
	if err := ctx.Err(); err != nil {
		return Answer{}, err
	}
	slices.SortStableFunc(found, better)
	out := Answer{Target: target, Recipes: []Recipe{}}
	for _, r := range found[:min(o.Want, len(found))] {
		s.finish(&r, target, o)
		out.Recipes = append(out.Recipes, r.Recipe)
	}
	best := out.Recipes[0]
	if out.Reached = best.Delta <= ReachedWithin; !out.Reached {
		out.Short = short(best.Lab, target, best.Delta)
	}
	return out, nil
}

func (s *Solver) check(target spectrum.Lab, o *Options) error {
	if o.Paints == 0 {
		o.Paints = MostPaints
	}
	if o.Parts == 0 {
		o.Parts = MostParts
	}
	if o.Want == 0 {
		o.Want = 5
	}
	switch {
	case o.Paints < 1 || o.Paints > MostPaints:
		return fmt.Errorf("most paints is %d: give 1 to %d", o.Paints, MostPaints)
	case o.Parts < 1 || o.Parts > MostParts:
		return fmt.Errorf("most parts is %d: give 1 to %d", o.Parts, MostParts)
	case !(target.L >= 0 && target.L <= 100) || !(math.Abs(target.A) <= 150) || !(math.Abs(target.B) <= 150):
		return fmt.Errorf("target is L* %g, a* %g, b* %g: give L* from 0 to 100, a* and b* from -150 to 150", target.L, target.A, target.B)
	}
	o.Paints, o.Want = min(o.Paints, len(s.paints)), min(o.Want, 50)
	return nil
}

// found is a recipe under way.
type found struct {
	Recipe
	set   []int
	parts []float64
}

// better puts recipes in order: by ΔE00 as the eye tells it apart, then by fewest
// paints, price, and the figure itself.
func better(a, b found) int {
	step := func(d float64) float64 { return math.Floor(d / 0.5) }
	return cmp.Or(cmp.Compare(step(a.Delta), step(b.Delta)), cmp.Compare(len(a.set), len(b.set)),
		cmp.Compare(a.Price, b.Price), cmp.Compare(a.Delta, b.Delta), cmp.Compare(a.Total(), b.Total()))
}

// near is how near a choice of paints comes to a target in theory.
type near struct {
	set     []int
	amounts []float64
	miss    float64
}

// followed is how many choices of paints are weighed out in whole parts; beyond the
// nearest, those of one or two paints that come within spare, for they are easier.
const (
	followed = 60
	spare    = 6.0
)

// choices finds the best parts for the choices of paints that come nearest.
func (s *Solver) choices(ctx context.Context, target spectrum.Lab, o Options) []found {
	var all []near
	sets(len(s.paints), o.Paints, func(set []int) { all = append(all, near{set: slices.Clone(set)}) })
	g := gaugeAt(target)
	parallel(ctx, len(all), func(i int) { all[i].amounts, all[i].miss = s.optimum(all[i].set, g) })
	if ctx.Err() != nil {
		return nil
	}
	slices.SortStableFunc(all, func(a, b near) int { return cmp.Compare(a.miss, b.miss) })
	kept := all[:0]
	for i, n := range all {
		if i < followed || len(n.set) <= 2 && n.miss < all[0].miss+spare {
			kept = append(kept, n)
		}
	}
	weighed := make([]*found, len(kept))
	parallel(ctx, len(kept), func(i int) { weighed[i] = s.weigh(kept[i], target, o) })
	var out []found
	for _, f := range weighed {
		if f != nil {
			out = append(out, *f)
		}
	}
	return out
}

// weigh puts a choice of paints into whole parts; nil if it takes too many.
func (s *Solver) weigh(n near, target spectrum.Lab, o Options) *found {
	aim := s.aim(n.set, n.amounts, target)
	g := gaugeAt(aim)
	amounts, _ := s.optimum(n.set, g)
	parts, delta := s.whole(n.set, amounts, target, g, o)
	if parts == nil {
		return nil
	}
	f := &found{set: n.set, parts: parts}
	f.Delta = delta
	for j, p := range n.set {
		parts[j] = math.Round(parts[j]/drop) / (1 / drop) // sums of drops are not exact
		f.Parts = append(f.Parts, Amount{s.paints[p].Key, s.paints[p].Name, parts[j]})
		f.Price += s.price(p, o) * parts[j]
	}
	f.Price /= f.Total()
	return f
}

func (s *Solver) price(p int, o Options) float64 {
	if o.Price == nil {
		return s.paints[p].Price
	}
	return o.Price[s.paints[p].Key]
}

// parallel calls do for 0 to n-1 on all cores, and stops early with ctx.
func parallel(ctx context.Context, n int, do func(i int)) {
	var group fault.Group
	var next atomic.Int64
	for range min(n, runtime.GOMAXPROCS(0)) {
		group.Go(func() {
			for i := int(next.Add(1)) - 1; i < n && ctx.Err() == nil; i = int(next.Add(1)) - 1 {
				do(i)
			}
		})
	}
	group.Wait()
}

// aim is what a set must come to at a glance for its true colour to be the target:
// few bands err, but for one set by about the same everywhere near.
func (s *Solver) aim(set []int, amounts []float64, target spectrum.Lab) spectrum.Lab {
	seen, is := s.glance(set, amounts), s.Colour(set, amounts)
	return spectrum.Lab{L: target.L + seen.L - is.L, A: target.A + seen.A - is.A, B: target.B + seen.B - is.B}
}

// tries is how many roundings of an optimum are followed up.
const tries = 5

// whole finds the best whole parts near the optimum of a set: for every total each
// amount is rounded down and up, and the best of these are moved a part at a time
// while that helps. It returns nil where the parts would be too many.
func (s *Solver) whole(set []int, amounts []float64, target spectrum.Lab, g *gauge, o Options) (best []float64, delta float64) {
	least := make([]float64, len(set))
	for i, p := range set {
		least[i] = 1
		if !o.Whole && s.paints[p].Key != paint.White {
			least[i] = drop
		}
	}
	var starts [tries][]float64
	misses := [tries]float64{}
	for i := range misses {
		misses[i] = math.Inf(1)
	}
	parts := make([]float64, len(set))
	for total := len(set); total <= o.Parts; total++ {
		for ways := range 1 << len(set) {
			var sum float64
			for i, a := range amounts {
				parts[i] = roundTo(a*float64(total), least[i], ways>>i&1 == 1)
				sum += parts[i]
			}
			if sum > float64(o.Parts) {
				continue
			}
			miss := g.miss(s.glance(set, parts)) + fiddle(parts)
			at := tries
			for at > 0 && miss < misses[at-1]-1e-9 {
				at--
			}
			if at < tries && !(at > 0 && slices.Equal(starts[at-1], parts)) {
				copy(starts[at+1:], starts[at:])
				copy(misses[at+1:], misses[at:])
				starts[at], misses[at] = slices.Clone(parts), miss
			}
		}
	}
	delta = math.Inf(1)
	for _, st := range starts {
		if st == nil {
			break
		}
		parts, d := s.climb(set, st, least, target, g.target, o.Parts)
		if best == nil || d+fiddle(parts) < delta+fiddle(best) {
			best, delta = parts, d
		}
	}
	return best, delta
}

// fiddle is what drops cost, in ΔE00: whole parts are easier to measure, and are
// preferred where they are about as good.
func fiddle(parts []float64) float64 {
	for _, p := range parts {
		if p < 1-1e-9 {
			return 0.3
		}
	}
	return 0
}

// climb moves parts by one, or one from paint to paint, while ΔE00 falls.
func (s *Solver) climb(set []int, parts, least []float64, target, aim spectrum.Lab, most int) ([]float64, float64) {
	judge := func(p []float64) float64 { return spectrum.DeltaE(s.glance(set, p), aim) }
	at := slices.Clone(parts)
	now := judge(at)
	trial := make([]float64, len(at))
	for range 40 {
		bestTrial, bestDelta := []float64(nil), now-1e-6
		try := func(change func(p []float64)) {
			copy(trial, at)
			change(trial)
			var sum float64
			for i, v := range trial {
				if v < least[i]-1e-9 {
					return
				}
				sum += v
			}
			if sum > float64(most)+1e-9 {
				return
			}
			if d := judge(trial); d < bestDelta {
				bestTrial, bestDelta = slices.Clone(trial), d
			}
		}
		for i := range at {
			try(func(p []float64) { p[i] = up(p[i], least[i]) })
			try(func(p []float64) { p[i] = down(p[i], least[i]) })
			for j := range at {
				if i != j {
					try(func(p []float64) { p[i], p[j] = up(p[i], least[i]), down(p[j], least[j]) })
					try(func(p []float64) { p[i], p[j] = up(p[i], least[i]), up(p[j], least[j]) })
				}
			}
		}
		if bestTrial == nil {
			break
		}
		at, now = bestTrial, bestDelta
	}
	// What was found at a glance is judged on all bands.
	return at, spectrum.DeltaE(s.Colour(set, at), target)
}

// roundTo rounds down or up to whole parts, or to drops below one where drops may be
// used; never below least.
func roundTo(v, least float64, higher bool) float64 {
	step := 1.0
	if v < 1 && least < 1 {
		step = drop
	}
	if higher {
		return max(least, math.Ceil(v/step-1e-9)*step)
	}
	return max(least, math.Floor(v/step+1e-9)*step)
}

func up(v, least float64) float64 {
	if v < 1-1e-9 && least < 1 {
		return math.Round((v+drop)/drop) * drop
	}
	return v + 1
}

func down(v, least float64) float64 {
	if v <= 1+1e-9 && least < 1 {
		return math.Round((v-drop)/drop) * drop
	}
	return v - 1
}

// finish fills in what is worth knowing of a recipe that is shown.
func (s *Solver) finish(f *found, target spectrum.Lab, o Options) {
	f.Lab = tenths(s.Colour(f.set, f.parts))
	f.Colour = f.Lab.RGB().Hex()
	f.Sturdy = sturdy(f.parts, func(parts []float64) spectrum.Lab { return s.Colour(f.set, parts) })
	f.Price = math.Round(f.Price*100) / 100
	f.Delta = math.Round(f.Delta*100) / 100
	slices.SortStableFunc(f.Parts, func(a, b Amount) int { return cmp.Compare(b.Parts, a.Parts) })
	f.Order = order(f.Parts)
}

func tenths(c spectrum.Lab) spectrum.Lab {
	t := func(v float64) float64 { return math.Round(v*10) / 10 }
	return spectrum.Lab{L: t(c.L), A: t(c.A), B: t(c.B)}
}
