package film

// A Record keeps, per cell, what one step did.
type Record struct {
	Cells   []Trace
	Hand    uint8 // the shade now in hand; the painter sets it
	Touches int
}

// A Trace is what one step did to one cell.
type Trace struct {
	Laid, Taken float32 // µm
	Shade       uint8   // the shade that was in hand at the last touch
	Refused     bool    // acrylic did not take there, for oil lies below
}

// NewRecord makes an empty record for the film.
func (f *Film) NewRecord() *Record {
	return &Record{Cells: make([]Trace, f.W*f.H)}
}

// Reset empties the record for the next step.
func (r *Record) Reset() {
	clear(r.Cells)
	r.Touches = 0
}

func (r *Record) add(cell int, laid, taken float32) {
	c := &r.Cells[cell]
	c.Laid += laid
	c.Taken += taken
	c.Shade = r.Hand
	r.Touches++
}
