// Package sample has lessons for tests and examples: a small sound one with a sky,
// a far ridge and a line of near trees on a canvas of 100 by 75 mm, and the demo.
package sample

import (
	"os"
	"path/filepath"
	"runtime"
	"testing"

	"proxenos/core/lesson"
)

// Terraces reads the demo lesson "Terraces above Ondrel Water" and its text.
func Terraces(t testing.TB) (*lesson.Lesson, []byte) {
	t.Helper()
	_, here, _, _ := runtime.Caller(0)
	text, err := os.ReadFile(filepath.Join(filepath.Dir(here), "../../../demo/terraces-above-ondrel-water.json"))
	if err != nil {
		t.Fatal(err)
	}
	l, err := lesson.Decode(text)
	if err != nil {
		t.Fatal(err)
	}
	return l, text
}

// Lesson returns a new copy of the sample.
func Lesson() *lesson.Lesson {
	rect := func(x0, y0, x1, y1 float64) []lesson.Point {
		return []lesson.Point{{X: x0, Y: y0}, {X: x1, Y: y0}, {X: x1, Y: y1}, {X: x0, Y: y1}}
	}
	return &lesson.Lesson{
		Format: 1, Title: "A ridge behind trees", Level: lesson.FirstSteps, Method: lesson.Direct, Session: 30, Seed: 3,
		Support: lesson.Support{Width: 100, Height: 75, Surface: lesson.FineCanvas},
		Ground:  lesson.Ground{Name: "grey", Tone: []lesson.Part{{Paint: "PW6", Parts: 6}, {Paint: "PBk9", Parts: 1}}},
		Base:    lesson.Base{Kind: lesson.NoBase, Zones: []string{}},
		Light:   lesson.Light{From: 60, Height: 35},
		View:    lesson.View{Horizon: 45, Eye: 2},
		Room:    lesson.Room{Temperature: lesson.UsualTemperature},
		Palette: []string{"PW6", "PY43", "PB29", "PBr7/burnt-sienna"},
		Mixtures: []lesson.Mixture{
			{ID: "sky", Name: "Sky", Parts: []lesson.Part{{Paint: "PW6", Parts: 12}, {Paint: "PB29", Parts: 1}}},
			{ID: "ridge", Name: "Ridge", Parts: []lesson.Part{{Paint: "PW6", Parts: 5}, {Paint: "PB29", Parts: 1}, {Paint: "PBr7/burnt-sienna", Parts: 0.6}}},
			{ID: "dark", Name: "Tree dark", Parts: []lesson.Part{{Paint: "PB29", Parts: 1}, {Paint: "PBr7/burnt-sienna", Parts: 1}, {Paint: "PY43", Parts: 1}}},
			{ID: "light", Name: "Tree light", Parts: []lesson.Part{{Paint: "PW6", Parts: 6}, {Paint: "PY43", Parts: 2}}},
		},
		Tools: []lesson.Tool{
			{ID: "flat20", Kind: lesson.Flat, Width: 20}, {ID: "filbert10", Kind: lesson.Filbert, Width: 10}, {ID: "soft20", Kind: lesson.SoftFlat, Width: 20},
			{ID: "fan15", Kind: lesson.Fan, Width: 15}, {ID: "liner", Kind: lesson.Liner, Width: 1}, {ID: "mop", Kind: lesson.Mop, Width: 20},
			{ID: "knife", Kind: lesson.Knife, Width: 30}, {ID: "towel", Kind: lesson.Towel, Width: 60},
			{ID: "worn20", Kind: lesson.Worn, Width: 20}, {ID: "rag", Kind: lesson.Rag, Width: 30},
		},
		Planes: []lesson.Plane{{ID: "sky", Name: "Sky", Distance: 50000}, {ID: "far", Name: "Far ridge", Distance: 6000}, {ID: "near", Name: "Trees", Distance: 50}},
		Zones: []lesson.Zone{
			{ID: "sky", Name: "Sky", Plane: "sky", Kind: lesson.Sky, Outline: rect(0, 0, 100, 34)},
			{ID: "ridge", Name: "Ridge", Plane: "far", Kind: lesson.Ridge, Outline: rect(0, 28, 100, 52)},
			{ID: "trees", Name: "Trees", Plane: "near", Kind: lesson.TreeLine, Outline: rect(0, 46, 100, 75)},
		},
		Steps: []lesson.Step{
			Step("sky", "sky", lesson.CrissCross, "flat20", "sky"),
			Step("ridge", "ridge", lesson.PullDown, "flat20", "ridge"),
			Step("trees", "trees", lesson.LongPull, "filbert10", "dark"),
			Step("lights", "trees", lesson.Tap, "filbert10", "light"),
		},
		Accepted: []lesson.OnPurpose{},
	}
}

// Step returns an ordinary step of five minutes over the whole of a zone, with a
// fresh tool, well loaded, pressing evenly.
func Step(id, zone string, technique lesson.Technique, tool string, mixtures ...string) lesson.Step {
	if mixtures == nil {
		mixtures = []string{}
	}
	return lesson.Step{ID: id, Zone: zone, Where: lesson.Whole, Technique: technique, Tool: tool, Mixtures: mixtures,
		Load: lesson.FullLoad, Pressure: lesson.Evenly, Care: lesson.Fresh, Cover: 1, Minutes: 5}
}
