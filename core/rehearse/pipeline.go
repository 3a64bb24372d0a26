package rehearse

import (
	"cmp"
	"context"
	"errors"
	"maps"
	"math"
	"runtime"
	"slices"
	"sync"
	"sync/atomic"

	"proxenos/core/fault"
	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/mark"
)

// Steps are painted side by side: a step may begin while earlier ones still paint,
// and waits, tile by tile, until every earlier step has done with the tile that it
// needs. What each tile goes through, and in what order, is the same as if one step
// were painted after the other, so the result is the same to the bit on any number
// of cores.

// ahead is the most steps that are under way at once.
const ahead = 12

// A painting is one step being painted.
type painting struct {
	step     int
	st       *stage
	film     *film.Film
	rec      *film.Record
	last     []int32      // per tile, the last stroke that may reach it, or -1
	ends     [][]int32    // per stroke, the tiles that it is the last to reach
	made     atomic.Int32 // strokes made
	wanted   atomic.Int32 // the first stroke that somebody waits for; nobody when unwanted
	brush    *mark.Brush  // the tool as the step leaves it; nil for none
	report   Report
	worked   []uint8 // what it laid, or took off, by the cells of its patch, in quarters of a µm
	finished chan struct{}
}

// unwanted is a stroke that nobody waits for.
const unwanted = math.MaxInt32

// allMade is what made says once a step has ended, whatever it was.
const allMade = 1 << 30

var errPlanless = errors.New("the steps could not be planned")

// A pipeline paints the steps of a rehearsal.
type pipeline struct {
	r       *Rehearsal
	base    *film.Film // the canvas after the last step that has been taken in
	brushes map[string]*mark.Brush
	m       *meter
	going   []*painting // under way or ended, not taken in yet, in order
	cores   chan struct{}
	stopped atomic.Bool
	fault   atomic.Pointer[error] // what went wrong in a step, if anything did

	mu      sync.Mutex
	changed sync.Cond
}

func newPipeline(r *Rehearsal, base *film.Film, brushes map[string]*mark.Brush, m *meter) *pipeline {
	p := &pipeline{r: r, base: base, brushes: brushes, m: m, cores: make(chan struct{}, runtime.GOMAXPROCS(0))}
	p.changed.L = &p.mu
	return p
}

// alone reports whether a step must have the whole canvas to itself: it changes
// the ground, or depends on what is dry.
func (r *Rehearsal) alone(i int) bool {
	s := r.Lesson.Steps[i]
	return s.Technique == lesson.Dry || s.Medium.Acrylic || r.acrylicBefore(i) != nil
}

// paint carries out the steps that come through plans, from step from on, and
// takes each in, in order, as told.
func (p *pipeline) paint(ctx context.Context, from, upto int, plans <-chan *stage, told func(i int)) error {
	defer context.AfterFunc(ctx, p.stop)()
	defer p.end()
	for i := from; i < upto; i++ {
		st, ok := <-plans
		if !ok { // planning has ended with ctx, or with a fault that its owner will see
			return cmp.Or(ctx.Err(), errPlanless)
		}
		barrier := p.r.alone(i)
		for len(p.going) > 0 && (barrier || len(p.going) == ahead) {
			p.takeIn(told)
		}
		if err := p.err(ctx); err != nil {
			return err
		}
		p.start(i, st, barrier)
		if barrier {
			p.takeIn(told)
		}
	}
	for len(p.going) > 0 {
		p.takeIn(told)
	}
	return p.err(ctx)
}

// err is why the painting ends before its end: whoever asked has gone, or something is wrong
// in the program.
func (p *pipeline) err(ctx context.Context) error {
	if err := p.fault.Load(); err != nil {
		return *err
	}
	return ctx.Err()
}

// stop makes every step under way give up after the stroke that it is at.
func (p *pipeline) stop() {
	p.stopped.Store(true)
	p.mu.Lock()
	p.changed.Broadcast()
	p.mu.Unlock()
}

// end waits until no step is under way any more.
func (p *pipeline) end() {
	for _, work := range p.going {
		<-work.finished
	}
}

// start begins a step.
func (p *pipeline) start(i int, st *stage, barrier bool) {
	work := &painting{step: i, st: st, finished: make(chan struct{})}
	work.wanted.Store(unwanted)
	if barrier {
		work.film, work.rec = p.base.Snapshot(), p.base.NewRecord(0, p.base.H)
	} else {
		work.last = p.reach(i, st)
		work.ends = make([][]int32, len(st.plan.Strokes))
		may := make([]bool, len(work.last))
		top, bottom := p.base.H, 0
		for t, k := range work.last {
			if may[t] = k >= 0; may[t] {
				if int(k) < len(work.ends) {
					work.ends[k] = append(work.ends[k], int32(t))
				}
				row := t / p.base.TilesAcross() * film.TileSide
				top, bottom = min(top, row), max(bottom, row+film.TileSide)
			}
		}
		work.rec = p.base.NewRecord(top, bottom)
		work.film = p.base.Follow(may, p.sourceOf(p.going[:len(p.going):len(p.going)]))
	}
	before, left := p.toolBefore(i), p.brushes[p.r.Lesson.Steps[i].Tool]
	p.going = append(p.going, work)
	go func() {
		defer close(work.finished)
		if err := p.carryOut(work, before, left); err != nil {
			p.fault.CompareAndSwap(nil, &err)
			p.stop()
		}
	}()
}

// sourceOf answers, for a tile, which film has it: that of the latest of the earlier steps
// under way that took it, once that step has done with it, or else the canvas as it is now.
func (p *pipeline) sourceOf(earlier []*painting) func(tile int) *film.Film {
	base := p.base
	return func(tile int) *film.Film {
		for k := len(earlier) - 1; k >= 0; k-- {
			work := earlier[k]
			if work.last[tile] < 0 {
				continue
			}
			if p.await(work, work.last[tile]); p.stopped.Load() {
				break
			}
			if work.film.Has(tile) {
				return work.film
			}
		}
		return base
	}
}

// await gives up the core until a step has made a stroke, or all is stopped.
func (p *pipeline) await(work *painting, stroke int32) {
	if work.made.Load() > stroke || p.stopped.Load() {
		return
	}
	<-p.cores
	p.mu.Lock()
	for !p.stopped.Load() {
		// Say what is wanted before looking again, so that no stroke is missed.
		work.wanted.Store(min(stroke, work.wanted.Load()))
		if work.made.Load() > stroke {
			break
		}
		p.changed.Wait()
	}
	p.mu.Unlock()
	p.cores <- struct{}{}
}

// has says how many strokes a step has made, and wakes those who waited for one.
func (p *pipeline) has(work *painting, made int32) {
	work.made.Store(made)
	if made > work.wanted.Load() {
		p.mu.Lock()
		work.wanted.Store(unwanted)
		p.changed.Broadcast()
		p.mu.Unlock()
	}
}

// toolBefore finds the earlier step that leaves the tool of step i as that takes it
// up, while it is not taken in yet; nil if that is so already.
func (p *pipeline) toolBefore(i int) *painting {
	tool := p.r.Lesson.Steps[i].Tool
	for k := len(p.going) - 1; k >= 0; k-- {
		s := p.r.Lesson.Steps[p.going[k].step]
		if s.Tool == tool && s.Technique.Marks() {
			return p.going[k]
		}
	}
	return nil
}

// carryOut paints and measures a step. It takes up the tool that the step before
// leaves, or what is left already.
func (p *pipeline) carryOut(work, before *painting, left *mark.Brush) (err error) {
	defer fault.Catch(&err)
	p.cores <- struct{}{}
	defer func() { <-p.cores }()
	defer p.has(work, allMade)
	s := p.r.Lesson.Steps[work.step]
	if before != nil && s.Care != lesson.Fresh {
		p.await(before, allMade-1)
	}
	if p.stopped.Load() { // then the step before may be at it still, and its tool is not to be looked at
		return nil
	}
	if before != nil && s.Care != lesson.Fresh {
		left = before.brush
	}
	work.report, work.brush = p.r.perform(work.step, work.st, work.film, left, work.rec, func(stroke int) bool {
		if work.ends != nil { // what it has done with is settled before anybody takes it over
			for _, tile := range work.ends[stroke] {
				work.film.Settle(int(tile))
			}
		}
		p.has(work, int32(stroke)+1)
		return !p.stopped.Load()
	})
	if len(work.ends) == 0 { // a blot, a drying: it has the whole place to itself until it ends
		work.film.SettleAll()
	}
	p.has(work, allMade)
	if !p.stopped.Load() {
		work.report.measure(p.r.Lesson, work.st, work.film, work.rec)
		work.st.patch = patchOf(work.rec, len(work.st.shades) > 1)
		work.worked = work.st.patch.laid
		if p.r.Lesson.Steps[work.step].Technique.TakesOff() {
			work.worked = takenOf(work.rec)
		}
	}
	return nil
}

// takeIn waits for the earliest step under way and makes it part of the rehearsal.
func (p *pipeline) takeIn(told func(i int)) {
	work := p.going[0]
	<-work.finished
	p.going = p.going[1:]
	work.rec = nil
	if p.stopped.Load() {
		return
	}
	r := p.r
	work.st.film, work.st.brushes = p.base, p.brushes
	p.base = work.film.Upon(p.base)
	switch s := r.Lesson.Steps[work.step]; {
	case s.Technique == lesson.Dry:
		for _, id := range slices.Sorted(maps.Keys(p.brushes)) {
			work.report.washed(p.brushes[id])
		}
		p.brushes = map[string]*mark.Brush{} // washed and put away
	case work.brush != nil:
		if left := p.brushes[s.Tool]; left != nil && s.Care == lesson.Fresh {
			work.report.washed(left)
		}
		next := make(map[string]*mark.Brush, len(p.brushes)+1)
		for id, b := range p.brushes {
			next[id] = b
		}
		next[s.Tool] = work.brush
		p.brushes = next
	}
	p.m.take(r.Lesson, work.step, work.st, work.worked, p.base)
	work.report.Crossed, work.report.Bare = p.m.crossed, p.m.bare()
	work.report.under(work.st.film, r.clock(work.step, r.times[work.step].Start), work.st)
	r.Reports[work.step] = work.report
	work.st.film.PutAway(p.base)
	work.st.plan = mark.Plan{Blends: work.st.plan.Blends}
	r.keep(*work.st)
	work.st, work.ends, work.worked = nil, nil, nil
	told(work.step)
}

// reach tells, for each tile, which stroke of a step is the last that may touch it;
// a blot or a scrape is one stroke. -1 stands for none.
func (p *pipeline) reach(i int, st *stage) []int32 {
	f := p.base
	last := make([]int32, f.Tiles())
	for t := range last {
		last[t] = -1
	}
	side := film.TileSide * f.Cell
	across, down := f.TilesAcross(), f.Tiles()/f.TilesAcross()
	mark := func(k int32, x0, y0, x1, y1 float64) {
		for ty := max(0, int(y0/side)); ty <= min(down-1, int(max(0, y1)/side)); ty++ {
			for tx := max(0, int(x0/side)); tx <= min(across-1, int(max(0, x1)/side)); tx++ {
				last[ty*across+tx] = k
			}
		}
	}
	s := p.r.Lesson.Steps[i]
	if !s.Technique.Marks() {
		if g := st.plan.Region; g != nil && !g.Empty() {
			mark(0, g.X0-1, g.Y0-1, g.X1+1, g.Y1+1)
		}
		return last
	}
	tool, _ := p.r.Lesson.Tool(s.Tool)
	for k, stroke := range st.plan.Strokes {
		x0, y0, x1, y1 := stroke.Reach(tool, f.Cell)
		if x1 >= 0 && y1 >= 0 {
			mark(int32(k), x0, y0, x1, y1)
		}
	}
	return last
}
