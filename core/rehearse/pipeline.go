package rehearse

import (
	"cmp"
	"context"
	"errors"
	"math"
	"runtime"
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
	runs    []*painting // under way or ended, not taken in yet, in order
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
func alone(s lesson.Step) bool { return s.Technique == lesson.Dry || s.Medium.Acrylic }

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
		barrier := alone(p.r.Lesson.Steps[i])
		for len(p.runs) > 0 && (barrier || len(p.runs) == ahead) {
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
	for len(p.runs) > 0 {
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
	for _, run := range p.runs {
		<-run.finished
	}
}

// start begins a step.
func (p *pipeline) start(i int, st *stage, barrier bool) {
	run := &painting{step: i, st: st, finished: make(chan struct{})}
	run.wanted.Store(unwanted)
	if barrier {
		run.film, run.rec = p.base.Snapshot(), p.base.NewRecord(0, p.base.H)
	} else {
		run.last = p.reach(i, st)
		run.ends = make([][]int32, len(st.plan.Strokes))
		may := make([]bool, len(run.last))
		top, bottom := p.base.H, 0
		for t, k := range run.last {
			if may[t] = k >= 0; may[t] {
				if int(k) < len(run.ends) {
					run.ends[k] = append(run.ends[k], int32(t))
				}
				row := t / p.base.TilesAcross() * film.TileSide
				top, bottom = min(top, row), max(bottom, row+film.TileSide)
			}
		}
		run.rec = p.base.NewRecord(top, bottom)
		run.film = p.base.Follow(may, p.sourceOf(p.runs[:len(p.runs):len(p.runs)]))
	}
	before, left := p.toolBefore(i), p.brushes[p.r.Lesson.Steps[i].Tool]
	p.runs = append(p.runs, run)
	go func() {
		defer close(run.finished)
		if err := p.carryOut(run, before, left); err != nil {
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
			run := earlier[k]
			if run.last[tile] < 0 {
				continue
			}
			if p.await(run, run.last[tile]); p.stopped.Load() {
				break
			}
			if run.film.Has(tile) {
				return run.film
			}
		}
		return base
	}
}

// await gives up the core until a run has made a stroke, or all is stopped.
func (p *pipeline) await(run *painting, stroke int32) {
	if run.made.Load() > stroke || p.stopped.Load() {
		return
	}
	<-p.cores
	p.mu.Lock()
	for !p.stopped.Load() {
		// Say what is wanted before looking again, so that no stroke is missed.
		run.wanted.Store(min(stroke, run.wanted.Load()))
		if run.made.Load() > stroke {
			break
		}
		p.changed.Wait()
	}
	p.mu.Unlock()
	p.cores <- struct{}{}
}

// has says how many strokes a run has made, and wakes those who waited for one.
func (p *pipeline) has(run *painting, made int32) {
	run.made.Store(made)
	if made > run.wanted.Load() {
		p.mu.Lock()
		run.wanted.Store(unwanted)
		p.changed.Broadcast()
		p.mu.Unlock()
	}
}

// toolBefore finds the earlier step that leaves the tool of step i as that takes it
// up, while it is not taken in yet; nil if that is so already.
func (p *pipeline) toolBefore(i int) *painting {
	tool := p.r.Lesson.Steps[i].Tool
	for k := len(p.runs) - 1; k >= 0; k-- {
		s := p.r.Lesson.Steps[p.runs[k].step]
		if s.Tool == tool && s.Technique.Marks() {
			return p.runs[k]
		}
	}
	return nil
}

// carryOut paints and measures a step. It takes up the tool that the step before
// leaves, or what is left already.
func (p *pipeline) carryOut(run, before *painting, left *mark.Brush) (err error) {
	defer fault.Catch(&err)
	p.cores <- struct{}{}
	defer func() { <-p.cores }()
	defer p.has(run, allMade)
	s := p.r.Lesson.Steps[run.step]
	if before != nil && s.Care != lesson.Fresh {
		p.await(before, allMade-1)
		left = before.brush
	}
	if p.stopped.Load() {
		return nil
	}
	run.report, run.brush = p.r.perform(run.step, run.st, run.film, left, run.rec, func(stroke int) bool {
		if run.ends != nil { // what it has done with is settled before anybody takes it over
			for _, tile := range run.ends[stroke] {
				run.film.Settle(int(tile))
			}
		}
		p.has(run, int32(stroke)+1)
		return !p.stopped.Load()
	})
	if len(run.ends) == 0 { // a blot, a drying: it has the whole place to itself until it ends
		run.film.SettleAll()
	}
	p.has(run, allMade)
	if !p.stopped.Load() {
		run.report.measure(p.r.Lesson, run.st, run.film, run.rec)
		run.st.patch = patchOf(run.rec, len(run.st.shades) > 1)
	}
	return nil
}

// takeIn waits for the earliest step under way and makes it part of the rehearsal.
func (p *pipeline) takeIn(told func(i int)) {
	run := p.runs[0]
	<-run.finished
	p.runs = p.runs[1:]
	run.rec = nil
	if p.stopped.Load() {
		return
	}
	r := p.r
	run.st.film, run.st.brushes = p.base, p.brushes
	p.base = run.film.Upon(p.base)
	switch s := r.Lesson.Steps[run.step]; {
	case s.Technique == lesson.Dry:
		p.brushes = map[string]*mark.Brush{} // washed and put away
	case run.brush != nil:
		next := make(map[string]*mark.Brush, len(p.brushes)+1)
		for id, b := range p.brushes {
			next[id] = b
		}
		next[s.Tool] = run.brush
		p.brushes = next
	}
	p.m.take(r.Lesson, run.step, run.st, p.base)
	run.report.Crossed, run.report.Bare = p.m.crossed, p.m.bare()
	run.report.under(run.st.film, r.clock(run.step, r.times[run.step].Start), run.st)
	r.Reports[run.step] = run.report
	run.st.film.PutAway(p.base)
	run.st.plan = mark.Plan{Blends: run.st.plan.Blends}
	r.keep(*run.st)
	run.st, run.ends = nil, nil
	told(run.step)
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
