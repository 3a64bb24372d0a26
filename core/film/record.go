package film

// A Record keeps, per cell, what one step laid and took off, µm.
type Record struct {
	Laid, Taken []float32
	Shade       []uint8 // the shade that was in hand at the last touch
	Hand        uint8   // the shade now in hand; the painter sets it
	Touches     int
}

// NewRecord makes an empty record for the film.
func (f *Film) NewRecord() *Record {
	return &Record{Laid: make([]float32, f.W*f.H), Taken: make([]float32, f.W*f.H), Shade: make([]uint8, f.W*f.H)}
}

// Reset empties the record for the next step.
func (r *Record) Reset() {
	clear(r.Laid)
	clear(r.Taken)
	r.Touches = 0
}

func (r *Record) add(cell int, laid, taken float32) {
	r.Laid[cell] += laid
	r.Taken[cell] += taken
	r.Shade[cell] = r.Hand
	r.Touches++
}
