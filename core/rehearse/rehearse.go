// Package rehearse runs a lesson on the wet film: it keeps the canvas after every
// step, shows it at any minute, and measures what each step did.
//
// A rehearsal is a pure function of the lesson and the size of a cell. When only
// later steps of a lesson change, [Again] goes on from the last canvas that the
// two lessons share.
package rehearse

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"sync"

	"proxenos/core/fault"
	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/mark"
	"proxenos/core/paint"
	"proxenos/core/scene"
)

// FineCell is the side of a cell in a full rehearsal, mm; CoarseCell is for
// trying things out; GlanceCell for a first sight: ten times as fast as the full one.
const (
	FineCell   = 0.5
	CoarseCell = 1.0
	GlanceCell = 2.0
	// MaxCells bounds the grid: larger canvases get larger cells.
	MaxCells = 1 << 20
)

// A Rehearsal is a lesson carried out. It is safe for concurrent reading.
type Rehearsal struct {
	Lesson  *lesson.Lesson
	Reports []Report // one a step
	Final   *film.Film
	Owner   []int16 // per cell, the last step that laid paint there that shows, or -1

	times    []lesson.Moment
	stages   []stage
	every    int                    // of how many stages one has its canvas; 0 is 1
	last     *film.Film             // the canvas after the last step
	tools    map[string]*mark.Brush // and the tools
	planning sync.Mutex
	regions  map[string]*scene.Region // while it is painted
	manners  func(step int) Manner    // nil for as it is written

	mu     sync.Mutex
	cursor cursor
}

// A stage is all that a step starts from.
type stage struct {
	film    *film.Film
	brushes map[string]*mark.Brush
	plan    mark.Plan // only while the step is being painted: see planned
	shades  []shade
	patch   patch // what it laid
	onBase  bool  // it is the first to paint its zone, on the wet base coat
}

// A shade is a colour of a step: the shares of each ingredient, as loaded, and how
// much of each of the step's mixtures is in it.
type shade struct {
	left, right []float32
	of          Piles
}

// A cursor remembers where the last look within a step left off.
type cursor struct {
	step, stroke int
	st           *stage // with its plan
	film         *film.Film
	brush        *mark.Brush
	rng          *rand.Rand
}

// Progress is told of after every step. It may be nil.
type Progress func(done, of int)

// Run rehearses a lesson on cells of the given side, mm. It stops early with the
// error of ctx. The lesson must be one that lesson.Check accepts.
func Run(ctx context.Context, l *lesson.Lesson, cell float64, progress Progress) (*Rehearsal, error) {
	return Again(ctx, nil, l, cell, progress)
}

// Again rehearses l, taking over from prev every step that both begin with. prev
// may be nil, and stays usable.
func Again(ctx context.Context, prev *Rehearsal, l *lesson.Lesson, cell float64, progress Progress) (*Rehearsal, error) {
	if prev != nil && prev.Final.Cell == cellOf(l, cell) && prev.Lesson.Painting() == l.Painting() {
		return prev.as(l), nil
	}
	r, f, m, err := paintSteps(ctx, prev, l, cell, len(l.Steps), progress)
	if err != nil {
		return nil, err
	}
	f = f.Snapshot()
	f.Begin(len(l.Steps), r.clock(len(l.Steps), r.ends()), nil)
	r.Final = f.Freeze()
	r.Owner = m.owner
	hidden, sight := m.hidden(l, r.stages, r.Final)
	for i := range r.Reports {
		r.Reports[i].Hidden, r.Reports[i].Sight = hidden[i], sight[i]
	}
	r.relate()
	return r, nil
}

// as is the rehearsal as one of another lesson that is painted the same.
func (r *Rehearsal) as(l *lesson.Lesson) *Rehearsal {
	return &Rehearsal{Lesson: l, Reports: r.Reports, Final: r.Final, Owner: r.Owner, times: r.times, stages: r.stages, every: r.every,
		last: r.last, tools: r.tools, regions: map[string]*scene.Region{}}
}

// cellOf is the side of a cell, mm, when one of some size is asked for.
func cellOf(l *lesson.Lesson, cell float64) float64 {
	return max(cell, math.Sqrt(l.Support.Width*l.Support.Height/MaxCells))
}

// Try carries out l up to and including one step, taking over from prev what it
// can, and returns that step's report: what would happen if. What is only known at the
// end (what is hidden, what stays in sight, which steps meet) is left out.
func Try(ctx context.Context, prev *Rehearsal, l *lesson.Lesson, step string) (Report, error) {
	i := l.Step(step)
	if i < 0 {
		return Report{}, fmt.Errorf("step %q is not in the lesson", step)
	}
	r, _, _, err := paintSteps(ctx, prev, l, prev.Final.Cell, i+1, nil)
	if err != nil {
		return Report{}, err
	}
	return r.Reports[i], nil
}

// paintSteps carries out the first upto steps, as they are written.
func paintSteps(ctx context.Context, prev *Rehearsal, l *lesson.Lesson, cell float64, upto int, progress Progress) (*Rehearsal, *film.Film, *meter, error) {
	return paintPart(ctx, prev, l, cell, upto, upto, nil, progress)
}

// paintPart carries out the first upto steps, from step own on in manners of their own.
func paintPart(ctx context.Context, prev *Rehearsal, l *lesson.Lesson, cell float64, own, upto int, manners func(step int) Manner, progress Progress) (*Rehearsal, *film.Film, *meter, error) {
	cell = cellOf(l, cell)
	r := &Rehearsal{Lesson: l, times: l.Clock(), regions: map[string]*scene.Region{}, manners: manners}
	m := &meter{}
	done := 0
	var f *film.Film
	brushes := map[string]*mark.Brush{}
	if prev != nil && prev.Final.Cell == cell {
		done = prev.keptBefore(min(own, upto, lesson.Shared(prev.Lesson, l)))
	}
	if done > 0 {
		r.stages, r.every = append(r.stages, prev.stages[:done]...), prev.every
		f, brushes = prev.after(done)
		r.Reports = append(r.Reports, prev.Reports[:done]...)
		for i := range done {
			m.take(l, i, &r.stages[i], r.stages[i].patch.laid, f)
		}
	} else {
		var err error
		if f, err = r.prepare(l, cell); err != nil {
			return nil, nil, nil, err
		}
		f.SettleAll()
		f.Freeze()
	}
	last, err := r.carryOn(ctx, f, brushes, m, done, upto, progress)
	if err != nil {
		return nil, nil, nil, err
	}
	return r, last, m, nil
}

// carryOn carries out the steps from done up to upto on f, with the tools as they are, and returns
// the canvas after them.
func (r *Rehearsal) carryOn(ctx context.Context, f *film.Film, brushes map[string]*mark.Brush, m *meter, done, upto int, progress Progress) (*film.Film, error) {
	r.Reports = append(r.Reports, make([]Report, upto-done)...)
	plans, stop := r.planAhead(ctx, done, upto, f.N)
	defer stop()
	line := newPipeline(r, f, brushes, m)
	err := line.paint(ctx, done, upto, plans, func(i int) {
		if progress != nil {
			progress(i+1, len(r.Lesson.Steps))
		}
	})
	if err != nil {
		return nil, err
	}
	r.last, r.tools = line.base, line.brushes
	clear(r.regions)
	return line.base, nil
}

// Surfaces gives the texture of each support.
var surfaces = map[lesson.Surface]film.Surface{
	lesson.Canvas:      {Depth: 62, Thread: 1.9, Thirst: 0.3},
	lesson.FineCanvas:  {Depth: 38, Thread: 1.3, Thirst: 0.3},
	lesson.Linen:       {Depth: 52, Thread: 1.5, Thirst: 0.35},
	lesson.GessoPanel:  {Depth: 16, Thirst: 0.5},
	lesson.SmoothPanel: {Depth: 4, Thirst: 0.15},
}

// drying turns the words for drying speed into the rates that the film uses.
var drying = map[paint.Drying]float64{paint.Fast: 1.3, paint.Middle: 1, paint.Slow: 0.8}

// bare says what the canvas of a lesson is made of, and which of its ingredients is the
// white of a base coat, -1 where there is none.
func bare(l *lesson.Lesson, cell float64) (film.Spec, int, error) {
	var in []film.Ingredient
	box := l.Paints()
	for _, key := range l.Palette {
		p, ok := box.Find(key)
		if !ok {
			return film.Spec{}, 0, fmt.Errorf("paint %q is not in the catalogue", key)
		}
		in = append(in, film.Ingredient{Key: key, Coat: p.Coat, Drying: drying[p.Drying]})
	}
	white := -1
	for i, key := range l.Palette {
		if key == paint.White {
			white = i
		}
	}
	if l.Base.Kind == lesson.WhiteBase && white < 0 {
		p, _ := box.Find(paint.White)
		white = len(in)
		in = append(in, film.Ingredient{Key: p.Key, Coat: p.Coat, Drying: drying[p.Drying]})
	}
	in = append(in, film.Mediums()...)
	ground, err := box.Mix(l.Ground.Tone)
	if err != nil {
		return film.Spec{}, 0, fmt.Errorf("ground: %w", err)
	}
	lx, ly := scene.LightOn(l)
	return film.Spec{Width: l.Support.Width, Height: l.Support.Height, Cell: cell, Ingredients: in, Light: [2]float64{lx, ly},
		Surface: surfaces[l.Support.Surface], Ground: ground.Opaque(), Temperature: l.Room.Temperature, Seed: uint64(l.Seed)}, white, nil
}

// BaseWhite is the share of white paint in the wet base coat of a lesson: a white one is
// thinned with a quarter of oil, so that it spreads, a clear one is oil alone.
func BaseWhite(l *lesson.Lesson) float64 {
	if l.Base.Kind == lesson.WhiteBase {
		return 0.75
	}
	return 0
}

// prepare makes the canvas with its ground and base coat.
func (r *Rehearsal) prepare(l *lesson.Lesson, cell float64) (*film.Film, error) {
	spec, white, err := bare(l, cell)
	if err != nil {
		return nil, err
	}
	f, in := film.New(spec), spec.Ingredients
	if l.Base.Kind != lesson.NoBase && l.Base.Thickness > 0 {
		amounts := make([]float64, len(in))
		oil := len(in) - 3 + film.Oil
		share := BaseWhite(l)
		if share > 0 {
			amounts[white] = share * l.Base.Thickness
		}
		amounts[oil] = (1 - share) * l.Base.Thickness
		f.Coat(amounts, r.baseArea(l, f))
	}
	return f, nil
}

func (r *Rehearsal) baseArea(l *lesson.Lesson, f *film.Film) func(x, y int) bool {
	if len(l.Base.Zones) == 0 {
		return func(int, int) bool { return true }
	}
	var where []*scene.Region
	for _, id := range l.Base.Zones {
		if z, ok := l.Zone(id); ok {
			where = append(where, r.region(z))
		}
	}
	return func(x, y int) bool {
		for _, reg := range where {
			if reg.Inside((float64(x)+0.5)*f.Cell, (float64(y)+0.5)*f.Cell) {
				return true
			}
		}
		return false
	}
}

func (r *Rehearsal) region(z lesson.Zone) *scene.Region {
	r.planning.Lock()
	defer r.planning.Unlock()
	reg, ok := r.regions[z.ID]
	if !ok {
		reg = scene.Zone(r.Lesson, z)
		r.regions[z.ID] = reg
	}
	return reg
}

// planAhead plans steps from up to upto beside the painting, a few ahead of it.
// stop ends it and waits until it has ended.
func (r *Rehearsal) planAhead(ctx context.Context, from, upto, ingredients int) (plans <-chan *stage, stop func()) {
	ctx, cancel := context.WithCancel(ctx)
	out := make(chan *stage, 3)
	var ended fault.Group
	ended.Go(func() {
		defer close(out)
		for i := from; i < upto; i++ {
			select {
			case out <- r.plan(i, ingredients):
			case <-ctx.Done():
				return
			}
		}
	})
	return out, func() {
		cancel()
		ended.Wait()
	}
}
