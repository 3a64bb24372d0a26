package rehearse

import (
	"image"
	"slices"

	"proxenos/core/film"
	"proxenos/core/lesson"
)

// Views that a canvas alone cannot give, because they need the script.
const (
	Mud      film.View = "mud"    // ΔE00 of what shows against what was meant: dark is another colour
	ThisStep film.View = "step"   // only what the step at the playhead has laid
	Before   film.View = "before" // the canvas as that step found it
	Fresh    film.View = "new"    // what that step changes, clear, and the rest faded
)

// Views lists every view of a rehearsal.
func Views() []film.View { return append(film.Views(), Mud, ThisStep, Before, Fresh) }

// ViewTerms says the views in words, in the order in which they are offered.
func ViewTerms() []lesson.Term {
	return []lesson.Term{
		{ID: string(film.Paint), Name: "Paint", Meaning: "As it looks in the studio, light raking over the paint from the upper left."},
		{ID: string(film.Greyscale), Name: "Greyscale", Meaning: "Lightness alone: if this reads, the picture reads."},
		{ID: string(film.Squint), Name: "Squint", Meaning: "Through half-closed eyes at two metres: only the large shapes."},
		{ID: string(film.Wet), Name: "Wet", Meaning: "Dark is wet, light has set, near-white is dry."},
		{ID: string(Mud), Name: "Mud", Meaning: "What an eye sees as one colour, 3 mm wide, against what was meant there: white is right, black is ΔE00 20 or more off."},
		{ID: string(film.Value), Name: "Values", Meaning: "Nine steps, from 1 dark to 9 light."},
		{ID: string(film.Thick), Name: "Thick", Meaning: "The lighter, the thicker the wet film; white is 150 µm."},
		{ID: string(film.Covered), Name: "Covered", Meaning: "How far the ground is hidden: black is bare."},
		{ID: string(ThisStep), Name: "This step only", Meaning: "Only what the step at the playhead has laid."},
		{ID: string(Before), Name: "Before this step", Meaning: "The canvas as the step at the playhead found it."},
		{ID: string(Fresh), Name: "What is new", Meaning: "What the step at the playhead changes, clear; the rest faded."},
		{ID: string(film.Lit), Name: "Lit by the scene", Meaning: "Light rakes over the paint from where the picture's own light stands."},
		{ID: string(film.Flat), Name: "Without relief", Meaning: "The colours alone, without the light that rakes over the paint."},
		{ID: string(film.Booth), Name: "Viewing booth", Meaning: "Under D50 lamps, as the eye sees it once used to them."},
		{ID: string(film.Bulb), Name: "Warm bulb", Meaning: "Under an incandescent lamp, as the eye sees it once used to it."},
		{ID: string(film.LED), Name: "White LED", Meaning: "Under a generic white LED, modelled, as the eye sees it once used to it."},
	}
}

// Known reports whether v is a view of a rehearsal.
func Known(v film.View) bool { return slices.Contains(Views(), v) }

// Show draws the canvas at a minute in a view, width pixels wide; 0 means one
// pixel a cell.
func (r *Rehearsal) Show(v film.View, minute float64, width int) *image.RGBA {
	return r.show(v, minute, width, image.Rect(0, 0, r.Final.W, r.Final.H))
}

// ShowPart is [Rehearsal.Show] for a rectangle of cells.
func (r *Rehearsal) ShowPart(v film.View, minute float64, part image.Rectangle, width int) *image.RGBA {
	return r.show(v, minute, width, part)
}

// Place draws a square of the canvas, side mm wide around a place in mm, at a minute.
func (r *Rehearsal) Place(v film.View, minute float64, at Spot, side float64, width int) *image.RGBA {
	half := max(1, int(side/r.Final.Cell/2))
	x := min(max(half, int(at.X/r.Final.Cell)), max(half, r.Final.W-half))
	y := min(max(half, int(at.Y/r.Final.Cell)), max(half, r.Final.H-half))
	return r.show(v, minute, width, image.Rect(x-half, y-half, x+half, y+half))
}

func (r *Rehearsal) show(v film.View, minute float64, width int, part image.Rectangle) *image.RGBA {
	switch v {
	case Mud:
		f := r.At(minute)
		return f.Draw(part, width, r.mudMap(f, minute, part), false)
	case ThisStep:
		f := r.At(minute)
		i := r.stepAt(minute)
		return f.Draw(part, width, func(x, y int) [3]float32 {
			if i < 0 || f.Read(x, y).Mark != i {
				return [3]float32{blank, blank, blank}
			}
			return f.Linear(x, y)
		}, false)
	case Before:
		if i := r.stepAt(minute); i >= 0 {
			minute = r.times[i].Start
		}
		v = film.Paint
	case Fresh:
		return r.fresh(minute, width, part)
	}
	return r.At(minute).ShowPart(v, part, width)
}

// blank is the grey of places that a view has nothing to say of, in linear light.
const blank = 0.22

const (
	faded   = 0.3   // how much of a colour is left where nothing is new
	fadeTo  = 0.92  // the light grey that it fades into, of a screen
	newFrom = 0.012 // share of white on a screen from which a cell has changed
	newNear = 4     // cells around a change that are clear as well
)

// fresh draws the canvas at a minute with what the step at the playhead has changed clear and
// the rest faded; all clear where it has changed nothing one can see.
func (r *Rehearsal) fresh(minute float64, width int, part image.Rectangle) *image.RGBA {
	i := r.stepAt(minute)
	if i < 0 {
		return r.At(minute).ShowPart(film.Paint, part, width)
	}
	before, now := r.At(r.times[i].Start), r.At(minute)
	changed := now.Changed(before, newFrom)
	if !slices.Contains(changed, true) {
		return now.ShowPart(film.Paint, part, width)
	}
	part = part.Intersect(image.Rect(0, 0, now.W, now.H))
	clear, where := softly(changed, now.W, now.H)
	img := now.ShowPart(film.Flat, part, width) // what fades needs no light on its relief
	w, h := img.Bounds().Dx(), img.Bounds().Dy()
	for k := 0; k < len(img.Pix); k += 4 {
		for c := k; c < k+3; c++ {
			img.Pix[c] = uint8(faded*float32(img.Pix[c]) + (1-faded)*255*fadeTo + 0.5)
		}
	}
	where = where.Intersect(part)
	if where.Empty() {
		return img
	}
	at := func(cell image.Point) image.Point {
		return image.Pt((cell.X-part.Min.X)*w/part.Dx(), (cell.Y-part.Min.Y)*h/part.Dy())
	}
	from, to := at(where.Min), at(where.Max)
	shown := now.ShowPart(film.Paint, where, max(1, to.X-from.X))
	for y := range min(shown.Bounds().Dy(), h-from.Y) {
		row := clear[(part.Min.Y+(2*(from.Y+y)+1)*part.Dy()/(2*h))*now.W:]
		for x := range min(shown.Bounds().Dx(), w-from.X) {
			share := row[part.Min.X+(2*(from.X+x)+1)*part.Dx()/(2*w)]
			pix, new := img.Pix[img.PixOffset(from.X+x, from.Y+y):], shown.Pix[shown.PixOffset(x, y):]
			for c := range 3 {
				pix[c] = uint8(float32(pix[c])*(1-share) + float32(new[c])*share + 0.5)
			}
		}
	}
	return img
}

// softly spreads what has changed to the cells around it: 1 in its middle, less at its rim; and
// tells in which rectangle that lies.
func softly(changed []bool, w, h int) (clear []float32, where image.Rectangle) {
	const side = 2*newNear + 1
	across, out := make([]float32, w*h), make([]float32, w*h)
	for y := range h {
		for x := range w {
			for u := max(0, x-newNear); u <= min(w-1, x+newNear); u++ {
				if changed[y*w+u] {
					across[y*w+x]++
				}
			}
		}
	}
	for y := range h {
		for v := max(0, y-newNear); v <= min(h-1, y+newNear); v++ {
			for x, n := range across[v*w : (v+1)*w] {
				out[y*w+x] += n
			}
		}
	}
	for k := range out {
		if out[k] = min(1, out[k]/side); out[k] > 0 {
			where = where.Union(image.Rect(k%w, k/w, k%w+1, k/w+1))
		}
	}
	return out, where
}

// stepAt is the step under way at a minute, or that has just ended at the very
// end; -1 before the first.
func (r *Rehearsal) stepAt(minute float64) int {
	if minute <= 0 {
		return -1
	}
	return r.latest(func(m lesson.Moment) bool { return m.Start < minute })
}
