package easel

// Foresees makes the easel foresee every change, however small.
func (e *Easel) Foresees() { e.soon = 0 }
