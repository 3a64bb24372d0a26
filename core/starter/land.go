package starter

import (
	"math"

	"proxenos/core/lesson"
)

// wood: a path goes out of the dark between trunks into a pale opening.
func (b *builder) wood() {
	b.light(b.vary("light", 30, 20), 40, 0.4, lesson.HazyAir)
	b.view(0.455, 1.6)
	b.focal(0.62, 0.44, 0.13)
	for _, id := range []string{"value.focal", "pict.rival"} {
		b.meant(id, "The trunks are a dark frame; the path leads past them into the light.", "focal")
	}
	b.plane("sky", "Light between the trees", 20000)
	b.plane("far", "Far trees", 2500)
	b.plane("mid", "Middle trees", 130)
	b.plane("floor", "Wood floor", 30)
	b.plane("near", "Near trunks", 12)
	b.plane("front", "Foreground", 4)
	b.mix("sky-high", "Upper light", 72, -4, 8)
	b.mix("sky-mid", "Glow", 88, 0, 16)
	b.mix("sky-low", "Low light", 86, 2, 15)
	b.ladder("leaf", "Leaves", 32, -8, 19, "far", "mid")
	b.ladder("lit", "Lit leaves", 62, -10, 40, "far", "mid")
	b.mix("floor", "Wood floor", 36, 6, 18)
	b.mix("floor-far", "Floor in light", 62, 3, 27)
	b.mix("moss", "Moss", 48, -7, 34)
	b.mix("path", "Path", 58, 8, 20)
	b.mix("path-light", "Path in light", 84, 3, 20)
	b.mix("bark", "Bark", 24, 5, 7)
	b.mix("bark-light", "Bark in light", 62, 6, 20)
	b.mix("dark", "Fern dark", 27, -4, 13)
	b.mix("fern", "Fern", 45, -9, 31)
	b.mix("fern-light", "Sunlit fern", 68, -9, 46)

	b.sky(0.55)
	open := b.vary("open", 0.62, 0.03) // where the light comes in
	b.zone("far", "Far trees", "far", lesson.TreeLine, 6, 0, 0.02, open-0.2, 0.1, open-0.1, 0.28, open-0.05, 0.46, open+0.07, 0.47, open+0.1, 0.28, open+0.2, 0.08, 1, 0, 1, 0.55, 0, 0.55)
	b.step(body, "far", "far", lesson.RubIn, "filbert12", 3, mark{cover: 1.2}, "The far wood as haze, rubbed in thin; leave a pale opening off the middle.", "leaf-far")
	b.step(lights, "far-lit", "far", lesson.Tap, "filbert12", 3, mark{pressure: lesson.Barely, cover: 0.5}, "Leaves in it, tapped, hardly lighter.", "lit-far")
	for _, t := range []struct {
		id, name      string
		x, wide, foot float64
	}{{"far-trunk", "Far trunk", open + 0.15, 0.012, 0.56}} {
		x := b.vary(t.id, t.x, 0.02)
		b.zone(t.id, t.name, "far", lesson.BareTree, 0.5, b.trunk(t.id, x, 0, t.foot, t.wide, 0.01)...)
		b.step(body, t.id, t.id, lesson.PullDown, "filbert12", 1, mark{cover: 1.1}, "A far trunk, hardly darker than the haze.", "leaf-mid")
	}
	b.zone("mid-left", "Middle trees, one side", "mid", lesson.TreeLine, 6, 0, 0, 0.3, 0, 0.36, 0.12, 0.27, 0.24, 0.34, 0.38, 0.3, 0.5, 0.36, 0.57, 0, 0.6)
	b.zone("mid-right", "Middle trees, other side", "mid", lesson.TreeLine, 6, 0.84, 0, 1, 0, 1, 0.6, 0.8, 0.56, 0.86, 0.42, 0.8, 0.26, 0.88, 0.12)
	for _, side := range []string{"left", "right"} {
		b.step(body, "mid-"+side, "mid-"+side, lesson.RubIn, "filbert12", 2.5, mark{cover: 0.9}, "Nearer leaves in one dark mass; leave holes of light in it.", "leaf-mid")
		if side == "right" { // they come out of the dark, and leaves go over them
			b.step(lights, "twigs", "mid-right", lesson.LinerPull, "liner", 2, mark{load: lesson.HeavyLoad, cover: 0.1}, "A few twigs, each leaving at an angle.", "bark")
		}
		b.step(lights, "mid-"+side+"-lit", "mid-"+side, lesson.Tap, "filbert12", 3, mark{where: lesson.Lit, cover: 0.5}, "Light on the clusters that face it; leave the pockets dark.", "lit-mid")
	}
	b.zone("floor", "Wood floor", "floor", lesson.Field, 2, 0, 0.56, 0.3, 0.54, 0.72, 0.53, 1, 0.56, 1, 1, 0, 1)
	b.step(body, "floor", "floor", lesson.LongPull, "flat50", 4, mark{pressure: lesson.Evenly, cover: 1.1}, "The floor: light far in, warm and dark toward you.", "floor-far", "floor")
	b.step(lights, "moss", "floor", lesson.KnifeSlide, "knife35", 2, mark{where: lesson.Upper, load: lesson.MediumLoad, cover: 0.3}, "Moss where light falls through, in level patches.", "moss")
	b.zone("path", "Path", "floor", lesson.Path, 1.2, b.way([3]float64{open, 0.535, 0.03}, [3]float64{open + 0.02, 0.6, 0.06}, [3]float64{open - 0.06, 0.7, 0.13}, [3]float64{open - 0.12, 0.84, 0.26}, [3]float64{open - 0.06, 1, 0.42})...)
	b.step(body, "path", "path", lesson.LongPull, "filbert12", 3, mark{cover: 1.1}, "The path, level strokes, narrow far in; it bends before it reaches the light.", "path-light", "path", "floor")
	b.step(lights, "path-lit", "path", lesson.KnifeSlide, "knife35", 2, mark{where: lesson.Upper, load: lesson.HeavyLoad, cover: 0.35}, "Slide light over it where it leaves the shade, in broken patches.", "path-light")
	for i, c := range []struct{ x, wide, foot, lean float64 }{{0.31, 0.026, 0.7, 0.02}, {0.1, 0.062, 0.9, -0.03}, {0.19, 0.04, 0.8, 0.05}, {0.92, 0.075, 0.96, 0.03}} {
		id := []string{"trunk-thin", "trunk-left", "trunk-lean", "trunk-right"}[i]
		b.zone(id, []string{"Thin trunk", "Great trunk", "Leaning trunk", "Near trunk"}[i], "near", lesson.BareTree, 0.8, b.trunk(id, b.vary(id, c.x, 0.015), 0, c.foot, c.wide, c.lean)...)
		b.step(body, id, id, lesson.PullDown, "filbert12", 1.5, mark{cover: 1.3}, "The trunk in one dark pull, wider at its foot.", "bark")
		b.step(lights, id+"-lit", id, lesson.KnifeBreak, "knife35", 1.5, mark{where: lesson.Lit, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.5}, "Light on the side of the light, broken like bark.", "bark-light")
	}
	b.zone("ferns", "Ferns", "front", lesson.Grass, 2, 0, 0.87, 0.12, 0.83, 0.26, 0.9, 0.38, 1, 0, 1)
	b.step(body, "ferns", "ferns", lesson.Tap, "flat25", 2, mark{cover: 1.2}, "The near corner dark.", "dark")
	b.step(lights, "fern-mid", "ferns", lesson.PushUp, "fan25", 2, mark{load: lesson.HeavyLoad, cover: 0.6}, "Ferns in clumps, pushed up and out.", "fern")
	b.step(accent, "fern-light", "ferns", lesson.PushUp, "softfan20", 2, mark{where: lesson.Crest, load: lesson.HeavyLoad, cover: 0.35}, "A few fronds in light. Then stop.", "fern-light")
}

// trunk is the outline of a trunk from its foot to a height, wider below, that leans and bends a
// little: x and wide at its foot.
func (b *builder) trunk(id string, x, top, foot, wide, lean float64) (corners []float64) {
	const joints = 9
	mid := func(t float64) float64 { return x + lean*t + 0.25*wide*(b.vary(id+"bend", 0, 1)*4*t*(1-t)) }
	half := func(t float64) float64 { return wide / 2 * (1 - 0.35*t + 0.7*math.Pow(1-t, 5)) }
	at := func(t, side float64) (float64, float64) { return mid(t) + side*half(t), foot + (top-foot)*t }
	for i := range joints {
		cx, cy := at(float64(i)/(joints-1), -1)
		corners = append(corners, cx, cy)
	}
	for i := range joints {
		cx, cy := at(1-float64(i)/(joints-1), 1)
		corners = append(corners, cx, cy)
	}
	return corners
}

// fields: strips of field lead under a large sky to one tree; a cloud's shadow lies in front.
func (b *builder) fields() {
	b.day(290, 40)
	b.view(0.6, 2.4)
	b.focal(0.69, 0.55, 0.14)
	b.plane("sky", "Sky", 60000)
	b.plane("far", "Far hills", 14000)
	b.plane("wood", "Far wood", 3000)
	b.plane("strips", "Far fields", 900)
	b.plane("middle", "Middle field", 60)
	b.plane("tree", "Lone tree", 40)
	b.plane("front", "Foreground", 6)
	b.ladder("slope", "Slope", 36, -5, 10, "far", "wood")
	b.ladder("green", "Field green", 64, -9, 40, "strips")
	b.ladder("straw", "Straw", 82, 3, 36, "strips")
	b.mix("field", "Middle field", 62, -7, 40)
	b.mix("field-shade", "Field shade", 45, -7, 26)
	b.mix("field-light", "Field light", 74, -3, 42)
	b.mix("leaf", "Tree dark", 26, -5, 12)
	b.mix("leaf-mid", "Tree green", 42, -9, 26)
	b.mix("leaf-light", "Tree light", 61, -10, 37)
	b.mix("shade", "Cast shadow", 38, -5, 18)
	b.mix("flower", "Flowers", 86, 4, 50)

	b.sky(0.62)
	b.cloud("cloud", "Heaped cloud", size{b.vary("cloud", 0.34, 0.08), 0.34, 0.62, 0.24}, false)
	b.cloud("cloud-far", "Far cloud", size{b.vary("cloud-far", 0.84, 0.04), 0.44, 0.26, 0.07}, true)
	b.zone("far", "Far hills", "far", lesson.Ridge, 1, b.crest("far", 0.595, 0.006, [2]float64{0, 0.56}, [2]float64{0.24, b.vary("far", 0.53, 0.015)}, [2]float64{0.5, 0.57}, [2]float64{0.78, 0.55}, [2]float64{1, 0.565})...)
	b.step(body, "far", "far", lesson.PullDown, "flat25", 2, mark{}, "The far hills in one pale colour.", "slope-far")
	b.zone("wood", "Far wood", "wood", lesson.TreeLine, 3, 0, 0.575, 0.16, 0.568, 0.3, 0.585, 0.42, 0.59, 0.42, 0.602, 0, 0.606)
	b.step(body, "wood", "wood", lesson.Tap, "filbert12", 2, mark{cover: 1.3}, "A far wood, tapped along a level foot, with a gap beside it.", "slope-wood")
	b.zone("strips", "Far fields", "strips", lesson.Field, 1, 0, 0.6, 1, 0.597, 1, 0.665, 0, 0.645)
	b.step(body, "strips", "strips", lesson.LongPull, "flat25", 3, mark{cover: 1.1}, "Strips of straw and green, thin and level.", "straw-strips", "green-strips")
	b.zone("field", "Middle field", "middle", lesson.Field, 1, 0, 0.64, 1, 0.66, 1, 0.95, 0, 0.93)
	b.step(body, "field", "field", lesson.LongPull, "flat50", 4, mark{pressure: lesson.Evenly, cover: 1.1}, "The middle field, long pulls that follow the ground.", "field", "field-shade")
	b.zone("strip", "Sunlit strip", "middle", lesson.Field, 1.5, 0.3, 0.715, 0.5, 0.7, 0.8, 0.69, 1, 0.685, 1, 0.73, 0.8, 0.75, 0.5, 0.745)
	b.step(lights, "strip", "strip", lesson.LongPull, "filbert12", 2, mark{cover: 1.1}, "One strip of the field in full light, long and level, lost at its ends.", "field-light")
	b.zone("track", "Track", "middle", lesson.Path, 0.8, b.way([3]float64{0.6, 0.65, 0.012}, [3]float64{0.56, 0.7, 0.03}, [3]float64{0.42, 0.8, 0.06}, [3]float64{0.2, 1, 0.14})...)
	b.step(body, "track", "track", lesson.LongPull, "filbert12", 2, mark{cover: 1.1}, "A track from the near edge, bending toward the tree.", "straw-strips", "field-shade")
	x := b.vary("tree", 0.7, 0.03)
	kinds := []lesson.ZoneKind{lesson.Tree, lesson.Willow, lesson.FruitTree}
	b.thing(kinds[b.one("tree", len(kinds))], "tree", "Lone tree", "tree", size{x, 0.71, 0.27, 0.36}, func(pass int, s *lesson.Step) bool {
		switch pass {
		case 2:
			s.Mixtures = []string{"leaf-mid", "leaf"}
		case 3:
			s.Mixtures = []string{"leaf-light"}
		}
		return true
	})
	b.shadow("shadow", "Shadow of the tree", "tree", "tree", 0.705)
	b.step(body, "shadow", "shadow", lesson.LongPull, "filbert12", 1.5, mark{cover: 1.2}, "Its shadow on the field, flat, away from the light.", "shade")
	b.thing(lesson.Hedge, "hedge", "Hedge", "middle", size{0.2, 0.675, 0.4, 0.03}, unlit)
	b.zone("front", "Foreground", "front", lesson.Grass, 2, 0, 0.82, 0.3, 0.85, 0.64, 0.9, 1, 0.86, 1, 1, 0, 1)
	b.step(body, "front-dark", "front", lesson.LongPull, "flat50", 3, mark{cover: 1.6, shares: []float64{55, 25, 20}}, "The near third in the shadow of a cloud: one mass, of three colours of one value side by side.", "field-shade", "shade", "leaf-mid")
	b.step(lights, "front-grass", "front", lesson.PushUp, "fan25", 3, mark{load: lesson.FullLoad, cover: 0.5}, "Grass in clumps, pushed up, hardly lighter.", "leaf-mid")
	b.step(accent, "flowers", "front", lesson.Dab, "round5", 2, mark{where: lesson.Upper, load: lesson.HeavyLoad, pressure: lesson.Barely, cover: 0.07}, "A few flowers, dabbed in uneven groups. Then stop.", "flower")
}

// shadow adds the shadow that a zone casts, by the lesson's light, standing at a height
// on the canvas, 0 for its own foot.
func (b *builder) shadow(id, name, of, plane string, foot float64) {
	z, ok := b.l.Zone(of)
	if !ok || b.err != nil {
		return
	}
	stands := 0.0
	if foot > 0 {
		_, stands = b.placed(0, foot)
	}
	b.l.Zones = append(b.l.Zones, lesson.Zone{ID: id, Name: name, Plane: plane, Kind: lesson.Shadow, Of: of, Ragged: 1, Outline: shadowOf(b.l, z, stands*b.h)})
}
