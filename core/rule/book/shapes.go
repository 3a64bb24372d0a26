package book

import "proxenos/core/lesson"

// tree is a tree on the field, its foot at a place, so wide and tall, mm.
func tree(l *lesson.Lesson, id string, x, foot, wide, tall float64) {
	zone(l, id, "near", lesson.Tree, []lesson.Point{{X: x - 0.1*wide, Y: foot}, {X: x - 0.5*wide, Y: foot - 0.4*tall}, {X: x - 0.3*wide, Y: foot - 0.9*tall}, {X: x + 0.1*wide, Y: foot - tall}, {X: x + 0.5*wide, Y: foot - 0.6*tall}, {X: x + 0.2*wide, Y: foot}})
	add(l, id, id, lesson.LongPull, "filbert10", "dark")
}

// window puts two trees before the sky with a crown from one to the other, and a hole between, whose
// sides lean so far.
func window(lean float64) func(*lesson.Lesson) {
	return opening(
		[]lesson.Point{{X: 20, Y: 4}, {X: 40 + lean, Y: 4}, {X: 40, Y: 34}, {X: 40 - lean, Y: 70}, {X: 20, Y: 70}},
		[]lesson.Point{{X: 70 - lean, Y: 4}, {X: 90, Y: 4}, {X: 90, Y: 70}, {X: 70, Y: 70}}, lean)
}

// slot has a hole as narrow below as above, and askew.
func slot() func(*lesson.Lesson) {
	return opening(
		[]lesson.Point{{X: 20, Y: 4}, {X: 48, Y: 4}, {X: 36, Y: 70}, {X: 20, Y: 70}},
		[]lesson.Point{{X: 58, Y: 4}, {X: 90, Y: 4}, {X: 90, Y: 70}, {X: 46, Y: 70}}, 0)
}

// vase has a hole whose right side is its left side in a mirror.
func vase() func(*lesson.Lesson) {
	return opening(
		[]lesson.Point{{X: 20, Y: 4}, {X: 50, Y: 4}, {X: 34, Y: 36}, {X: 48, Y: 70}, {X: 20, Y: 70}},
		[]lesson.Point{{X: 60, Y: 4}, {X: 90, Y: 4}, {X: 90, Y: 70}, {X: 62, Y: 70}, {X: 76, Y: 36}}, 0)
}

// opening puts two masses before the sky, with a crown above that sags so far.
func opening(left, right []lesson.Point, sags float64) func(*lesson.Lesson) {
	return func(l *lesson.Lesson) {
		for _, z := range []struct {
			id      string
			outline []lesson.Point
		}{{"left", left}, {"right", right}, {"crown", []lesson.Point{{X: 20, Y: 2}, {X: 90, Y: 2}, {X: 90, Y: 14}, {X: 55, Y: 14 + sags}, {X: 20, Y: 14}}}} {
			zone(l, z.id, "near", lesson.Hedge, z.outline)
			add(l, z.id, z.id, lesson.LongPull, "filbert10", "dark")
		}
	}
}

// walker is somebody on the field, so many mm tall.
func walker(tall float64) func(*lesson.Lesson) {
	return func(l *lesson.Lesson) {
		zone(l, "walker", "field", lesson.Person, []lesson.Point{{X: 130, Y: 90}, {X: 130 + 0.12*tall, Y: 90 - tall}, {X: 130 + 0.24*tall, Y: 90}})
		add(l, "walker", "walker", lesson.CutIn, "filbert10", "dark")
	}
}

// shapes are the picture, its perspective and its light.
func shapes() []Case {
	return []Case{
		{Name: "the focal area in the very middle", Lesson: field(func(l *lesson.Lesson) { l.Focal.X, l.Focal.Y = 100, 76 }), Must: []string{"pict.focal-place"}},
		{Name: "the horizon halves the picture", Lesson: field(func(l *lesson.Lesson) { l.View.Horizon = 74 }), Must: []string{"pict.horizon"}},
		{Name: "three like trees at even distances", Lesson: field(func(l *lesson.Lesson) {
			tree(l, "one", 30, 96, 18, 30)
			tree(l, "two", 62, 96, 18, 30)
			tree(l, "three", 94, 96, 18, 30)
			l.Zones = append(l.Zones[:3], l.Zones[4:]...)
			l.Steps = append(l.Steps[:3], l.Steps[5:]...)
		}), Must: []string{"pict.symmetry"}},
		{Name: "a walker taller than the trees", Lesson: field(walker(64)), Must: []string{"persp.size"}},
		{Name: "four equal trees in a row beside one that is another", Lesson: field(func(l *lesson.Lesson) {
			for i, id := range []string{"a", "b", "c", "d"} {
				tree(l, id, 20+float64(22*i), 84, 12, 30)
			}
			tree(l, "large", 150, 120, 30, 80)
		}), Must: []string{"pict.symmetry"}},
		{Name: "a hole between two trees as square as a window", Lesson: field(window(0)), Must: []string{"pict.hole"}},
		{Name: "a slot between two trees, as narrow below as above", Lesson: field(slot()), Must: []string{"pict.hole"}},
		{Name: "a gap between two trees like a vase", Lesson: field(vase()), Must: []string{"pict.hole"}},
		{Name: "a tree far away that would be thirty metres beside one of five", Lesson: field(func(l *lesson.Lesson) { tree(l, "giant", 60, 70, 24, 40) }), Must: []string{"persp.size"}},
		{Name: "a path as wide at the horizon as at one's feet", Lesson: field(func(l *lesson.Lesson) {
			zone(l, "path", "field", lesson.Path, []lesson.Point{{X: 30, Y: 150}, {X: 60, Y: 150}, {X: 90, Y: 72}, {X: 62, Y: 72}})
			add(l, "path", "path", lesson.KnifeSlide, "knife", "light")
		}), Must: []string{"persp.taper"}},
		{Name: "a log by the far shore as long as the one at one's feet", Lesson: lake(func(l *lesson.Lesson) {
			zone(l, "far-log", "water", lesson.Log, rect(20, 68, 70, 71))
			zone(l, "log", "bank", lesson.Log, rect(90, 136, 140, 142))
			add(l, "far-log", "far-log", lesson.LongPull, "filbert10", "dark")
			add(l, "log", "log", lesson.LongPull, "filbert10", "dark")
		}), Must: []string{"persp.marks"}},
		{Name: "still water is tapped in with a corner", Lesson: lake(func(l *lesson.Lesson) { step(l, "water").Technique = lesson.Tap }), Must: []string{"persp.water"}},
		{Name: "a reflection as long again as its source, and aside", Lesson: lake(func(l *lesson.Lesson) {
			zone(l, "post", "water", lesson.Fence, rect(120, 60, 126, 84))
			zone(l, "image", "water", lesson.Image, rect(150, 84, 156, 124))
			l.Zones[len(l.Zones)-1].Of = "post"
			add(l, "post", "post", lesson.LongPull, "filbert10", "dark")
			add(l, "image", "image", lesson.PullDown, "filbert10", "dark")
		}), Must: []string{"persp.reflection"}},
		{Name: "the moon at the left and its glitter at the right", Lesson: lake(func(l *lesson.Lesson) {
			zone(l, "moon", "sky", lesson.Disc, rect(30, 10, 42, 22))
			zone(l, "sparkle", "water", lesson.Stream, rect(130, 66, 180, 120))
			mixture(l, "moonlight", of(white, 30), of(ochre, 1))
			add(l, "moon", "moon", lesson.PressTurn, "filbert10", "moonlight")
			s := add(l, "glitter", "sparkle", lesson.KnifeLine, "knife", "moonlight")
			s.Load, s.Pressure, s.Cover = lesson.HeavyLoad, lesson.Barely, 0.4
		}), Must: []string{"light.glitter"}},
		{Name: "a cast shadow falls toward the light", Lesson: field(func(l *lesson.Lesson) {
			l.Light = lesson.Light{From: 270, Height: 30}
			zone(l, "shade", "field", lesson.Shadow, rect(60, 92, 126, 100))
			l.Zones[len(l.Zones)-1].Of = "tree"
			add(l, "shade", "shade", lesson.LongPull, "filbert10", "dark")
		}), Must: []string{"light.side"}},
	}
}
