package easel

// Foresees makes the easel foresee every change, however small.
func (e *Easel) Foresees() { e.soon = 0 }

// FromCabinet reports whether a finished job goes on from what the cabinet had.
func (j *Job) FromCabinet() bool { return j.fromCabinet }
