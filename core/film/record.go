package film

// A Record keeps, per cell, what one step did, on the rows of the canvas that it may
// reach.
type Record struct {
	First   int // number of the first cell that is kept
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

// NewRecord makes an empty record for the rows from top to below bottom.
func (f *Film) NewRecord(top, bottom int) *Record {
	top, bottom = max(0, top), min(f.H, bottom)
	return &Record{First: top * f.W, Cells: make([]Trace, max(0, bottom-top)*f.W)}
}

// add counts what a touch did; a row that is not kept only counts as a touch.
func (r *Record) add(cell int, laid, taken float32) {
	r.Touches++
	if k := uint(cell - r.First); k < uint(len(r.Cells)) {
		c := &r.Cells[k]
		c.Laid += laid
		c.Taken += taken
		c.Shade = r.Hand
	}
}

func (r *Record) refuse(cell int) {
	if k := uint(cell - r.First); k < uint(len(r.Cells)) {
		r.Cells[k].Refused = true
	}
}

// Patch visits every second cell, both ways, of a square with its first corner at column x
// and row y of the record, on a canvas w cells wide, with the cell's number in the record.
func (r *Record) Patch(w, x, y, side int, do func(t *Trace, cell int)) {
	for j := y; j < y+side; j += 2 {
		for i := x; i < x+side; i += 2 {
			if k := j*w + i; k < len(r.Cells) {
				do(&r.Cells[k], k)
			}
		}
	}
}
