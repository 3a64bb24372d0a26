package paint

import "proxenos/core/spectrum"

// A Behaviour is a mixture that painters know by heart, and whether a box mixes it so.
type Behaviour struct {
	Name   string
	Parts  []Part
	Colour spectrum.Lab // what the box makes of it
	Holds  bool
}

// Behaviours mixes what painters know by heart from a box.
func Behaviours(b Box) []Behaviour {
	mix := func(parts ...Part) spectrum.Lab {
		c, err := b.Colour(parts)
		if err != nil {
			return spectrum.Lab{} // the catalogue has all that is named below
		}
		return c
	}
	one := func(name string, ok func(spectrum.Lab) bool, parts ...Part) Behaviour {
		c := mix(parts...)
		return Behaviour{name, parts, c, ok(c)}
	}
	blue, sienna := "PB29", "PBr7/burnt-sienna"
	out := []Behaviour{
		one("Ultramarine and burnt sienna make a near-neutral dark", func(c spectrum.Lab) bool { return c.L < 27 && c.Chroma() < 14 },
			Part{blue, 1}, Part{sienna, 1}),
		one("Ultramarine and cadmium yellow make a dull olive", func(c spectrum.Lab) bool { return c.Hue() > 85 && c.Hue() < 150 && c.Chroma() < 50 },
			Part{blue, 1}, Part{"PY35", 4}),
		one("Phthalo blue and lemon make a bright green", func(c spectrum.Lab) bool { return c.Hue() > 115 && c.Hue() < 175 && c.Chroma() > 35 },
			Part{"PB15:3", 1}, Part{"PY3", 12}),
		one("Prussian blue and burnt umber are near-black", func(c spectrum.Lab) bool { return c.L < 22 && c.Chroma() < 10 },
			Part{"PB27", 1}, Part{"PBr7/burnt-umber", 2}),
		one("Cadmium yellow and bone black make an olive green", func(c spectrum.Lab) bool { return c.Hue() > 90 && c.Hue() < 130 && c.L < 60 },
			Part{"PY35", 3}, Part{"PBk9", 1}),
		one("Violet kills yellow", func(c spectrum.Lab) bool { return c.Chroma() < 30 },
			Part{"PV23", 1}, Part{"PY35", 8}),
		one("Crimson with phthalo green goes neutral", func(c spectrum.Lab) bool { return c.Chroma() < 10 },
			Part{"PR177", 3}, Part{"PG7", 1}),
		one("Black in white goes cool", func(c spectrum.Lab) bool { return c.B < 0 && c.B > -6 },
			Part{"PBk9", 1}, Part{White, 10}),
	}
	warm := mix(Part{blue, 0.5}, Part{sienna, 1}, Part{White, 20})
	out = append(out, one("Tints of ultramarine and burnt sienna pass from warm to cool grey with the ratio",
		func(c spectrum.Lab) bool { return c.B < -5 && c.B < warm.B-5 && warm.B > -5 }, Part{blue, 3}, Part{sienna, 1}, Part{White, 20}))
	for _, key := range []string{"PB15:3", "PR177", "PV23", "PB27"} {
		p, _ := b.Find(key)
		alone, much := mix(Part{key, 1}).Chroma(), mix(Part{key, 1}, Part{White, 400}).Chroma()
		out = append(out, one("White raises the chroma of "+p.Name+" before it lowers it",
			func(c spectrum.Lab) bool { return c.Chroma() > alone && much < c.Chroma() }, Part{key, 1}, Part{White, 4}))
	}
	return out
}
