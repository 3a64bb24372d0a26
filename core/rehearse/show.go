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
)

// Views lists every view of a rehearsal.
func Views() []film.View { return append(film.Views(), Mud, ThisStep, Before) }

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
	}
	return r.At(minute).ShowPart(v, part, width)
}

// blank is the grey of places that a view has nothing to say of, in linear light.
const blank = 0.22

// stepAt is the step under way at a minute, or that has just ended at the very
// end; -1 before the first.
func (r *Rehearsal) stepAt(minute float64) int {
	if minute <= 0 {
		return -1
	}
	return r.latest(func(m lesson.Moment) bool { return m.Start < minute })
}
