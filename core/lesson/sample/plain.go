package sample

import "proxenos/core/lesson"

// Plain is a composition with nothing wrong: a ridge and a dark tree with a light on it,
// which is the focal area, on a plain field.
func Plain() *lesson.Lesson {
	l := Lesson()
	l.Title, l.Session = "Plain", 60
	l.Support.Width, l.Support.Height = 200, 150
	l.View = lesson.View{Horizon: 62, Eye: 1.7}
	l.Light = lesson.Light{From: 300, Height: 40}
	l.Focal = lesson.Focal{X: 130, Y: 58, Radius: 22}
	l.Planes = []lesson.Plane{{ID: "sky", Name: "Sky", Distance: 50000}, {ID: "far", Name: "Far ridge", Distance: 6000}, {ID: "field", Name: "Field", Distance: 40}, {ID: "near", Name: "Trees", Distance: 18}}
	rect := func(x0, y0, x1, y1 float64) []lesson.Point {
		return []lesson.Point{{X: x0, Y: y0}, {X: x1, Y: y0}, {X: x1, Y: y1}, {X: x0, Y: y1}}
	}
	l.Zones = []lesson.Zone{
		{ID: "sky", Name: "Sky", Plane: "sky", Kind: lesson.Sky, Outline: rect(0, 0, 200, 58)},
		{ID: "ridge", Name: "Ridge", Plane: "far", Kind: lesson.Ridge, Outline: []lesson.Point{{X: 0, Y: 50}, {X: 40, Y: 44}, {X: 90, Y: 52}, {X: 150, Y: 47}, {X: 200, Y: 53}, {X: 200, Y: 66}, {X: 0, Y: 66}}},
		{ID: "field", Name: "Field", Plane: "field", Kind: lesson.Field, Outline: rect(0, 62, 200, 150)},
		{ID: "tree", Name: "Tree", Plane: "near", Kind: lesson.Tree, Outline: []lesson.Point{{X: 122, Y: 98}, {X: 108, Y: 76}, {X: 112, Y: 48}, {X: 126, Y: 36}, {X: 148, Y: 52}, {X: 154, Y: 78}, {X: 136, Y: 98}}},
	}
	l.Mixtures = append(l.Mixtures, lesson.Mixture{ID: "field", Name: "Field", Parts: []lesson.Part{{Paint: "PW6", Parts: 5}, {Paint: "PY43", Parts: 4}, {Paint: "PB29", Parts: 0.5}}},
		lesson.Mixture{ID: "field-2", Name: "Field light", Parts: []lesson.Part{{Paint: "PW6", Parts: 7}, {Paint: "PY43", Parts: 4}, {Paint: "PB29", Parts: 0.3}}})
	l.Steps = []lesson.Step{
		Step("sky", "sky", lesson.CrissCross, "flat20", "sky"),
		Step("ridge", "ridge", lesson.PullDown, "flat20", "ridge"),
		Step("field", "field", lesson.LongPull, "flat20", "field-2", "field"),
		Step("tree", "tree", lesson.LongPull, "filbert10", "dark"),
		Step("light", "tree", lesson.KnifeBreak, "knife", "light"),
	}
	l.Steps[4].Where, l.Steps[4].Load, l.Steps[4].Pressure, l.Steps[4].Cover = lesson.Lit, lesson.HeavyLoad, lesson.Barely, 0.8
	return l
}
