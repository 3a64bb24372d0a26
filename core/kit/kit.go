// Package kit knows how each kind of thing is usually put into a picture: how large it is, its
// outline, its colours close at hand, and the passes in which it is painted, from its dark mass
// to its lights. The sheet of forms, what Scene adds and the starters are made of these.
package kit

import (
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/spectrum"
)

// A Coat is a colour that a thing has, as it is close at hand.
type Coat struct {
	Name string
	Near spectrum.Lab
}

// A Pass is one step in which a thing is painted.
type Pass struct {
	Technique lesson.Technique
	Tool      lesson.ToolKind // the usual one
	Size      float64         // of the tool, as a share of how large the thing is
	Where     lesson.Where
	Load      lesson.Load
	Pressure  lesson.Pressure
	Cover     float64
	Minutes   float64
	Coats     []Coat
	Words     string    // what the student is told
	Shares    []float64 // of the coats, percent, where they lie side by side as broken colour
}

// A Kit is how a kind of thing is put into a picture.
type Kit struct {
	Kind       lesson.ZoneKind
	Name       string
	Wide, High float64 // m; 0 wide goes across the picture, 0 high hangs in the sky
	Ragged     float64 // mm by which a hand wanders from its outline
	Passes     []Pass
	addable    bool
}

// Of returns the kit of a kind; every kind has one.
func Of(kind lesson.ZoneKind) (Kit, bool) {
	for _, k := range kits {
		if k.Kind == kind {
			return k, true
		}
	}
	return Kit{}, false
}

// Addable lists the kits of what Scene adds by itself, in the order of its list. The others
// are drawn.
func Addable() (out []Kit) {
	for _, k := range kits {
		if k.addable {
			out = append(out, k)
		}
	}
	return out
}

// All lists every kit, in the order of the sheet of forms.
func All() []Kit { return append([]Kit(nil), kits...) }

// body is a pass over all of a thing, lights one where it faces the light; each can be changed
// further.
func body(t lesson.Technique, kind lesson.ToolKind, size, cover float64, words string, coats ...Coat) Pass {
	return Pass{t, kind, size, lesson.Whole, lesson.FullLoad, lesson.Lightly, cover, 2, coats, words, nil}
}

func lights(t lesson.Technique, kind lesson.ToolKind, size, cover float64, words string, coats ...Coat) Pass {
	return Pass{t, kind, size, lesson.Lit, lesson.HeavyLoad, lesson.Barely, cover, 2, coats, words, nil}
}

// in is the pass in another part of the thing.
func (p Pass) in(where lesson.Where) Pass {
	p.Where = where
	return p
}

// broken is the pass with its coats side by side, by percent.
func (p Pass) broken(shares ...float64) Pass {
	p.Shares = shares
	return p
}

// loaded is the pass with another load.
func (p Pass) loaded(load lesson.Load) Pass {
	p.Load = load
	return p
}

// pressed is the pass with another pressure.
func (p Pass) pressed(how lesson.Pressure) Pass {
	p.Pressure = how
	return p
}

// linerOver is how many times wider than it should be a tool of the usual kind may be before
// another kind is better; a liner never is.
const linerOver = 3

// leastWide is how wide the tool for a pass is at least, mm.
const leastWide = 3.0

// ToolOf is the lesson's tool for a pass over a thing of some mm: of the usual kind where it
// has one that is not much too wide. ok is false where none can do it.
func (p Pass) ToolOf(l *lesson.Lesson, size float64) (t lesson.Tool, ok bool) {
	width := max(leastWide, p.Size*size)
	own := lesson.Lesson{Tools: slices.DeleteFunc(slices.Clone(l.Tools), func(t lesson.Tool) bool { return t.Kind != p.Tool })}
	if t, ok := own.ToolFor(p.Technique, width); ok && (t.Width < linerOver*width || p.Tool == lesson.Liner) {
		return t, true
	}
	return l.ToolFor(p.Technique, width)
}

// sharedWithin is how near, ΔE00, a mixture must be to a colour to be used for it.
const sharedWithin = 4.5

// Near is the mixture nearest to a colour among those of a lesson and some more, if one is near
// enough to be used for it: nobody mixes a second dark for every bush.
func Near(l *lesson.Lesson, more []lesson.Mixture, c spectrum.Lab) (id string, ok bool) {
	box, nearest := l.Paints(), sharedWithin
	for _, list := range [][]lesson.Mixture{l.Mixtures, more} {
		for _, m := range list {
			if lab, err := box.Colour(m.Parts); err == nil {
				if d := spectrum.DeltaE(lab, c); d < nearest {
					id, nearest, ok = m.ID, d, true
				}
			}
		}
	}
	return id, ok
}
