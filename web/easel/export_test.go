package easel

import "proxenos/core/rule"

// Foresees makes the easel foresee every change, however small.
func (e *Easel) Foresees() { e.soon = 0 }

// Judges makes the easel ask somebody else than the rules.
func (e *Easel) Judges(check func(*rule.Context) ([]rule.Finding, error)) { e.check = check }

// FromCabinet reports whether a finished job goes on from what the cabinet had.
func (j *Job) FromCabinet() bool { return j.fromCabinet }
