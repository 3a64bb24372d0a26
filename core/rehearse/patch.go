package rehearse

import "proxenos/core/film"

// A patch is what one step laid, on the rows of the canvas that it reached.
type patch struct {
	from  int     // number of its first cell
	laid  []uint8 // in quarters of a µm
	shade []uint8 // which shade was last in hand at a cell; nil when there is one
}

// patchOf keeps of a record what later questions need, in a byte or two a cell.
func patchOf(rec *film.Record, shades bool) patch {
	p := patch{from: rec.First, laid: make([]uint8, len(rec.Cells))}
	if shades {
		p.shade = make([]uint8, len(rec.Cells))
	}
	for k := range rec.Cells {
		p.laid[k] = uint8(min(255, rec.Cells[k].Laid*4))
		if shades {
			p.shade[k] = rec.Cells[k].Shade
		}
	}
	return p
}

// takenOf is what a step took off, by the cells of its patch, in quarters of a µm.
func takenOf(rec *film.Record) []uint8 {
	out := make([]uint8, len(rec.Cells))
	for k, c := range rec.Cells {
		out[k] = uint8(min(255, c.Taken*4))
	}
	return out
}

// look visits about so many of the cells where what was laid shows.
func (p *patch) look(do func(cell int)) {
	cells := 0
	for _, q := range p.laid {
		if q >= showsFrom {
			cells++
		}
	}
	every := max(1, cells/samples)
	for k, q := range p.laid {
		if q < showsFrom {
			continue
		}
		if cells++; cells%every == 0 {
			do(p.from + k)
		}
	}
}

// at is what was laid at a cell, in quarters of a µm.
func (p *patch) at(cell int) uint8 {
	if k := cell - p.from; k >= 0 && k < len(p.laid) {
		return p.laid[k]
	}
	return 0
}

// shadeAt is the shade that was in hand at a cell where something was laid.
func (p *patch) shadeAt(cell int) int {
	if p.shade == nil {
		return 0
	}
	return int(p.shade[cell-p.from])
}
