package rehearse

import (
	"math"
	"slices"

	"proxenos/core/lesson"
)

// What a canvas bears, for a step that is not to lift or to slide.
const (
	bearsWet = 20.0 // µm of unset paint over which a mark may go without sliding
	bearsSet = 0.6  // how far what is thicker must have set
	bearsAll = 0.9  // share of its place that must bear it
)

// ReadyIn is how many minutes after step i begins, as the script has it, it would neither
// lift nor slide on what lies where it paints: 0 when it begins late enough, infinite where
// no minutes help. A step that is to blend with wet paint is always ready.
func (r *Rehearsal) ReadyIn(i int) float64 {
	switch r.Lesson.Steps[i].Technique {
	case lesson.Feather, lesson.PullDown, lesson.PushUp, lesson.RubBack, lesson.WipeOut, lesson.Scrape, lesson.Blot, lesson.Wait, lesson.Dry:
		return 0
	}
	st := &r.stages[i]
	before, _ := r.before(i)
	f := *before // another minute, the same canvas
	f.At(r.clock(i, r.times[i].Start))
	var cells int
	for _, q := range st.patch.laid {
		if q >= showsFrom {
			cells++
		}
	}
	every := max(1, cells/samples)
	var minutes []float64
	for k, q := range st.patch.laid {
		if q < showsFrom {
			continue
		}
		if cells++; cells%every != 0 {
			continue
		}
		c := st.patch.from + k
		x, y := c%f.W, c/f.W
		// Thin paint bears a mark sooner: what must set is what is beyond it.
		at := f.Read(x, y)
		wet := at.Top + at.Body
		minutes = append(minutes, f.SetIn(x, y, min(bearsSet, max(0, 1-bearsWet/max(wet, 1e-6)))))
	}
	if len(minutes) == 0 {
		return 0
	}
	slices.Sort(minutes)
	return math.Ceil(minutes[min(len(minutes)-1, int(bearsAll*float64(len(minutes))))])
}
