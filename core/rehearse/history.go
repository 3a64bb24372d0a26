package rehearse

import (
	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/mark"
)

// The canvas is kept as every step found it, packed, so that one can look back and an edit
// goes on from where it begins. Of a script so long that this would take more than
// historyMost, every second, fourth, eighth canvas is kept, and what lies between is painted
// again when it is asked for.

// historyMost is the memory that the canvases of one rehearsal may take before some of them
// are let go, bytes.
const historyMost = 96 << 20

// keep takes in the stage of the next step.
func (r *Rehearsal) keep(st stage) {
	r.stages = append(r.stages, st)
	if len(r.stages)%16 == 0 && r.history() > historyMost {
		r.thin()
	}
}

// thin lets every second of the canvases go that are kept.
func (r *Rehearsal) thin() {
	r.every = 2 * max(r.every, 1)
	for i := range r.stages[:len(r.stages)-1] {
		if i%r.every != 0 {
			r.stages[i].film, r.stages[i].brushes = nil, nil
		}
	}
}

// history is the memory that the canvases before all steps take, without the last.
func (r *Rehearsal) history() (sum int) {
	var last *film.Film
	for i := range r.stages {
		if f := r.stages[i].film; f != nil {
			if last != nil {
				sum += last.Bytes(f)
			}
			last = f
		}
	}
	return sum
}

// Bytes is the memory that the rehearsal takes, but for little things.
func (r *Rehearsal) Bytes() int {
	sum := r.history() + r.Final.Bytes(nil) + 2*len(r.Owner)
	for i := range r.stages {
		sum += len(r.stages[i].patch.laid) + len(r.stages[i].patch.shade)
	}
	return sum
}

// PutAway packs the canvas, for a rehearsal that is kept and not looked at.
func (r *Rehearsal) PutAway() {
	r.mu.Lock()
	r.cursor = cursor{}
	r.mu.Unlock()
	for i := range r.stages {
		if f := r.stages[i].film; f != nil {
			f.PutAllAway()
		}
	}
	r.last.PutAllAway()
	r.Final.PutAllAway()
}

// keptBefore is the last step, up to step i, that has its canvas; the number of steps stands
// for the end.
func (r *Rehearsal) keptBefore(i int) int {
	for i < len(r.stages) && r.stages[i].film == nil {
		i--
	}
	return i
}

// after returns the canvas and the tools after the first n steps, which must be kept.
func (r *Rehearsal) after(n int) (*film.Film, map[string]*mark.Brush) {
	if n < len(r.stages) {
		return r.stages[n].film, r.stages[n].brushes
	}
	return r.last, r.tools
}

// before returns the canvas and the tools that step i begins with. What is not kept is
// painted again from the last canvas that is.
func (r *Rehearsal) before(i int) (*film.Film, map[string]*mark.Brush) {
	k := r.keptBefore(i)
	f, kept := r.stages[k].film, r.stages[k].brushes
	if k == i {
		return f, kept
	}
	tools := make(map[string]*mark.Brush, len(kept))
	for id, b := range kept {
		tools[id] = b
	}
	for ; k < i; k++ {
		s := r.Lesson.Steps[k]
		f = f.Snapshot()
		if _, brush := r.perform(k, r.planned(k), f, tools[s.Tool], nil, func(int) bool { return true }); brush != nil {
			tools[s.Tool] = brush
		}
		if s.Technique == lesson.Dry {
			clear(tools)
		}
		f.SettleAll()
	}
	return f.Freeze(), tools
}
