package rescue

import (
	"cmp"
	"context"
	"errors"
	"image"
	"maps"
	"math"
	"slices"

	"proxenos/core/fault"
	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/spectrum"
)

// A work is one trouble that is worked on.
type work struct {
	asked  Asked
	first  *rehearse.Rehearsal // of the lesson as it is
	lesson *lesson.Lesson      // as late as it is
	step   int                 // where the step stands in it

	right *film.Film // the canvas when it has gone well
	good  film.Patches
	marks map[int]bool // patches that the step changes then

	wrong spoilt
}

// A spoilt canvas, and how it became that.
type spoilt struct {
	how    string
	lesson *lesson.Lesson
	canvas *rehearse.Rehearsal
	upto   int // steps done then
	bad    film.Patches
	much   float64
}

// late lets what lies there set for some minutes before the step.
func (w *work) late(minutes float64) {
	if minutes < lateLeast {
		return
	}
	w.lesson = with(w.lesson, w.step, act{Step: idle("rescue-late", minutes)})
	w.step++
}

// idle is time in which nothing is done.
func idle(id string, minutes float64) lesson.Step {
	return lesson.Step{ID: id, Where: lesson.Whole, Technique: lesson.Wait, Mixtures: []string{}, Load: lesson.MediumLoad, Pressure: lesson.Lightly,
		Care: lesson.CarryOn, Cover: 1, Minutes: math.Round(2*minutes) / 2}
}

// strengths are how strongly a trouble is made, one after the other, until one sees it plainly.
var strengths = []float64{1, 1.7, 2.6}

// plant makes the step go right, and wrong beside it, until one sees it plainly.
func (w *work) plant(ctx context.Context, k kind) error {
	cell := w.first.Final.Cell
	before, err := rehearse.Part(ctx, w.first, w.lesson, cell, w.step, w.step, nil, nil)
	if err != nil {
		return err
	}
	right, err := rehearse.Part(ctx, before, w.lesson, cell, w.step, w.step+1, nil, nil)
	if err != nil {
		return err
	}
	w.right, w.good = right.Final, right.Final.Patches(patchSide)
	was := before.Final.Patches(patchSide)
	w.marks = map[int]bool{}
	for p := range was.Colour {
		if was.Colour[p] != w.good.Colour[p] && spectrum.DeltaE(was.Lab(p), w.good.Lab(p)) > seenFrom {
			w.marks[p] = true
		}
	}
	w.wrong.much = math.Inf(-1)
	for _, strength := range strengths {
		made, errs := make([]spoilt, len(k.causes)), make([]error, len(k.causes))
		var group fault.Group
		for n, c := range k.causes {
			group.Go(func() { made[n], errs[n] = w.spoil(ctx, before, c.stronger(strength)) })
		}
		group.Wait()
		if err := errors.Join(errs...); err != nil {
			return err
		}
		for _, s := range made {
			if s.much = w.asIs(k.Trouble, s.bad); s.much > w.wrong.much {
				w.wrong = s
			}
		}
		if w.plainly() {
			break
		}
	}
	return nil
}

// spoil lets the step go wrong.
func (w *work) spoil(ctx context.Context, before *rehearse.Rehearsal, c cause) (spoilt, error) {
	out := spoilt{how: c.how, lesson: w.lesson}
	step := w.step
	if c.soil > 0 {
		out.lesson = w.soiled(c)
	}
	if c.late > 0 {
		out.lesson = with(out.lesson, step, act{Step: idle("rescue-set", c.late)})
		step++
	}
	out.upto = step + 1
	manner := c.as
	manner.Like = w.lesson.Steps[w.step].ID
	manners := map[int]rehearse.Manner{step: manner}
	if c.after != nil {
		s, hand := c.after(w.lesson.Steps[w.step])
		out.lesson = with(out.lesson, out.upto, act{Step: s, with: hand})
		manners[out.upto] = rehearse.Manner{Only: w.middle()}
		out.upto++
	}
	var err error
	out.canvas, err = rehearse.Part(ctx, before, out.lesson, w.right.Cell, w.step, out.upto, func(i int) rehearse.Manner { return manners[i] }, nil)
	if err == nil {
		out.bad = out.canvas.Final.Patches(patchSide)
	}
	return out, err
}

// soiled is the lesson with the step's mixtures as they are once something else is left in the
// tool.
func (w *work) soiled(c cause) *lesson.Lesson {
	l := *w.lesson
	s := l.Steps[w.step]
	other, ok := w.leftOver(c.of)
	if !ok {
		return &l
	}
	l.Mixtures, l.Steps = slices.Clone(l.Mixtures), slices.Clone(l.Steps)
	s.Mixtures = slices.Clone(s.Mixtures)
	for k, id := range s.Mixtures {
		m, _ := l.Mixture(id)
		m.ID = "rescue-soiled-" + id
		m.Parts = stirred(m.Parts, other.Parts, c.soil)
		l.Mixtures = append(l.Mixtures, m)
		s.Mixtures[k] = m.ID
	}
	l.Steps[w.step] = s
	return &l
}

// leftOver is the mixture that is left in a tool: the last one used that is not the step's own,
// or the darkest or lightest up to then.
func (w *work) leftOver(of soiling) (out lesson.Mixture, ok bool) {
	own := w.lesson.Steps[w.step].Mixtures
	best := math.Inf(-1)
	for i := range w.lesson.Steps[:w.step] {
		for _, id := range w.lesson.Steps[i].Mixtures {
			m, there := w.lesson.Mixture(id)
			coat, err := w.lesson.Coat(m.Parts)
			if !there || err != nil || slices.Contains(own, id) {
				continue
			}
			much := float64(i)
			switch light := coat.Masstone(spectrum.D65()).L; of {
			case darkest:
				much = -light
			case lightest:
				much = light
			}
			if much >= best {
				best, out, ok = much, m, true
			}
		}
	}
	return out, ok
}

// stirred are the parts of a mixture with a share of another in it.
func stirred(own, other []lesson.Part, share float64) []lesson.Part {
	sum := func(parts []lesson.Part) (n float64) {
		for _, p := range parts {
			n += p.Parts
		}
		return n
	}
	var out []lesson.Part
	add := func(parts []lesson.Part, share float64) {
		all := sum(parts)
		for _, p := range parts {
			at := slices.IndexFunc(out, func(o lesson.Part) bool { return o.Paint == p.Paint })
			if at < 0 {
				out = append(out, lesson.Part{Paint: p.Paint})
				at = len(out) - 1
			}
			out[at].Parts += share * p.Parts / all
		}
	}
	add(own, 1-share)
	add(other, share)
	return out
}

// asIs is how much of a trouble there is on a canvas: of what is too dark or too light that
// alone counts.
func (w *work) asIs(t Trouble, p film.Patches) (sum float64) {
	for k := range p.Colour {
		d := w.loss(p, k)
		if d == 0 {
			continue
		}
		darker := p.Lab(k).L < w.good.Lab(k).L
		if t == Dark && !darker || t == Light && darker {
			d = -d
		}
		sum += d
	}
	return sum
}

// loss is what is lost at a patch of a canvas, ΔE00 beyond what nobody sees; where it is a
// matter of thickness that counts as well.
func (w *work) loss(p film.Patches, k int) (d float64) {
	if p.Colour[k] != w.good.Colour[k] {
		d = max(0, spectrum.DeltaE(p.Lab(k), w.good.Lab(k))-seenFrom)
	}
	if w.asked.Trouble == Thick {
		d += max(0, float64(p.Thick[k]-w.good.Thick[k])-thickFrom) / thickPer
	}
	return d
}

// sum is all that is lost on a canvas.
func (w *work) sum(p film.Patches) (sum float64) {
	for k := range p.Colour {
		sum += w.loss(p, k)
	}
	return sum
}

// spoiled reports whether one sees that a patch went wrong.
func (w *work) spoiled(k int) bool { return w.loss(w.wrong.bad, k) >= countsFrom-seenFrom }

// plainly reports whether one sees plainly what went wrong.
func (w *work) plainly() bool {
	mean, area, _ := w.seen()
	own := float64(len(w.marks)) * w.good.Side * w.good.Side / 100
	return mean >= plainFrom && area >= min(plainArea, plainShare*own)
}

// seen is what is lost where one sees it, on how many cm², and the worst place, in cells.
func (w *work) seen() (mean, area float64, at image.Point) {
	bad := w.wrong.bad
	var n, worst float64
	for k := range bad.Colour {
		if !w.spoiled(k) {
			continue
		}
		mean, n = mean+w.loss(bad, k)+seenFrom, n+1
		if near := w.near(k); near > worst {
			worst, at = near, image.Pt(k%bad.W, k/bad.W)
		}
	}
	side := w.side()
	return round2(mean / max(1, n)), round2(n * bad.Side * bad.Side / 100), image.Pt(at.X*side+side/2, at.Y*side+side/2)
}

// side is how many cells a patch is wide.
func (w *work) side() int { return int(math.Round(w.good.Side / w.right.Cell)) }

// near is what is lost at a patch and around it.
func (w *work) near(k int) (sum float64) {
	for _, n := range around(w.good, k, 2) {
		sum += w.loss(w.wrong.bad, n)
	}
	return sum
}

// around are the patches around one, and itself.
func around(p film.Patches, k, reach int) (out []int) {
	x, y := k%p.W, k/p.W
	for v := max(0, y-reach); v <= min(p.H-1, y+reach); v++ {
		for u := max(0, x-reach); u <= min(p.W-1, x+reach); u++ {
			out = append(out, v*p.W+u)
		}
	}
	return out
}

// mostOver is how many steps are done again that were gone over.
const mostOver = 3

// over are the steps, but for this one, whose paint showed where it is spoiled, and where; what
// was painted first comes first.
func (w *work) over() []gone {
	patches := map[int][]int{}
	side := w.side()
	for k := range w.good.Colour {
		if !w.spoiled(k) {
			continue
		}
		count := map[int]int{}
		for v := range side {
			for u := range side {
				count[w.right.Read(k%w.good.W*side+u, k/w.good.W*side+v).Mark]++
			}
		}
		for of, n := range count {
			if of >= 0 && of < w.step && len(w.lesson.Steps[of].Mixtures) > 0 && 3*n >= side*side {
				patches[of] = append(patches[of], k)
			}
		}
	}
	list := slices.Collect(maps.Keys(patches))
	slices.SortFunc(list, func(a, b int) int { return cmp.Or(cmp.Compare(len(patches[b]), len(patches[a])), cmp.Compare(a, b)) })
	list = list[:min(mostOver, len(list))]
	slices.Sort(list)
	out := make([]gone, len(list))
	for n, of := range list {
		out[n] = gone{of, w.spotOf(patches[of])}
	}
	return out
}

// spotOf is the part of the canvas that some patches are.
func (w *work) spotOf(patches []int) spot {
	s := spot{make([]bool, len(w.good.Colour)), w.good.W, w.good.H, w.good.Side}
	for _, k := range patches {
		s.in[k] = true
	}
	return s
}

// A spot is a part of the canvas made of patches.
type spot struct {
	in   []bool
	w, h int
	side float64 // mm
}

// Inside reports whether a place, mm, is in it.
func (s spot) Inside(x, y float64) bool {
	u, v := min(s.w-1, int(x/s.side)), min(s.h-1, int(y/s.side))
	return x >= 0 && y >= 0 && s.in[v*s.w+u]
}

// Deep is half a patch within it, and minus half a patch outside.
func (s spot) Deep(x, y float64) float64 {
	if s.Inside(x, y) {
		return s.side / 2
	}
	return -s.side / 2
}

// where is the part of the canvas that is spoiled, and a rim around it.
func (w *work) where() spot {
	var list []int
	for k := range w.good.Colour {
		if w.spoiled(k) {
			list = append(list, around(w.good, k, 1)...)
		}
	}
	return w.spotOf(list)
}

// middle is the third of what the step paints that lies about its middle.
func (w *work) middle() spot {
	across := w.good.W
	list := slices.Collect(maps.Keys(w.marks))
	var x, y float64
	for _, k := range list {
		x, y = x+float64(k%across), y+float64(k/across)
	}
	n := float64(max(1, len(list)))
	far := func(k int) float64 { return math.Hypot(float64(k%across)-x/n, float64(k/across)-y/n) }
	slices.SortFunc(list, func(a, b int) int { return cmp.Or(cmp.Compare(far(a), far(b)), cmp.Compare(a, b)) })
	return w.spotOf(list[:(len(list)+2)/3])
}
