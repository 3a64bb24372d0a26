// Package sheet makes the marks sheet: every technique with its usual tool on a
// dry toned ground, on a wet base and over thick wet dark. Each specimen is a
// small lesson carried out by the simulator like any other; nothing is drawn.
package sheet

import (
	"context"
	"fmt"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
)

// An Under is what a mark is made on.
type Under string

// What marks are made on.
const (
	DryGround Under = "dry"  // a dry, toned, fine canvas
	WetBase   Under = "base" // 12 µm of wet white
	WetDark   Under = "dark" // about 50 µm of wet dark paint
)

// Unders lists them in the order of the sheet.
func Unders() []Under { return []Under{DryGround, WetBase, WetDark} }

// Name says in words what a mark is made on.
func (u Under) Name() string {
	return map[Under]string{DryGround: "dry toned ground", WetBase: "wet base", WetDark: "thick wet dark"}[u]
}

// Width and Height are the size of a specimen, mm.
const (
	Width  = 90.0
	Height = 60.0
)

// A usual is the ordinary way to make a mark.
type usual struct {
	technique lesson.Technique
	kind      lesson.ToolKind
	size      float64 // of the tool, mm
	zone      lesson.ZoneKind
	load      lesson.Load
	pressure  lesson.Pressure
	cover     float64
	mixtures  []string
	medium    lesson.Medium
	onPaint   bool // it works on paint that is there, which is laid first
}

var usuals = []usual{
	{lesson.CrissCross, lesson.Flat, 40, lesson.Sky, lesson.MediumLoad, lesson.Evenly, 1, list("blue", "pale"), lesson.Medium{}, false},
	{lesson.LongPull, lesson.Flat, 30, lesson.Water, lesson.FullLoad, lesson.Evenly, 1.2, list("blue", "deep"), lesson.Medium{}, false},
	{lesson.Feather, lesson.Mop, 30, lesson.Sky, lesson.MediumLoad, lesson.Barely, 1, nil, lesson.Medium{}, true},
	{lesson.RubIn, lesson.Flat, 20, lesson.Field, lesson.LightLoad, lesson.Firmly, 1, list("earth"), lesson.Medium{}, false},
	{lesson.Scumble, lesson.Filbert, 18, lesson.CloudBank, lesson.LightLoad, lesson.Lightly, 0.7, list("pale"), lesson.Medium{}, false},
	{lesson.Fluff, lesson.Filbert, 12, lesson.CloudBank, lesson.HeavyLoad, lesson.Barely, 1.2, list("pale"), lesson.Medium{}, false},
	{lesson.Tap, lesson.Filbert, 12, lesson.Tree, lesson.HeavyLoad, lesson.Lightly, 0.7, list("leaf"), lesson.Medium{}, false},
	{lesson.Comma, lesson.Filbert, 8, lesson.Tree, lesson.HeavyLoad, lesson.Lightly, 0.7, list("leaf"), lesson.Medium{}, false},
	{lesson.KnifeBreak, lesson.Knife, 35, lesson.Rock, lesson.MediumLoad, lesson.Barely, 0.7, list("stone"), lesson.Medium{}, false},
	{lesson.KnifeSlide, lesson.EdgeKnife, 30, lesson.Path, lesson.FullLoad, lesson.Evenly, 0.8, list("earth", "stone"), lesson.Medium{}, false},
	{lesson.KnifeLine, lesson.EdgeKnife, 35, lesson.Water, lesson.LightLoad, lesson.Lightly, 0.3, list("pale"), lesson.Medium{}, false},
	{lesson.PullDown, lesson.Flat, 25, lesson.Water, lesson.MediumLoad, lesson.Lightly, 1, list("deep", "blue"), lesson.Medium{}, false},
	{lesson.PushUp, lesson.Fan, 25, lesson.Grass, lesson.HeavyLoad, lesson.Lightly, 0.7, list("leaf", "deep"), lesson.Medium{}, false},
	{lesson.FanEdge, lesson.Fan, 25, lesson.Conifer, lesson.FullLoad, lesson.Lightly, 1, list("deep"), lesson.Medium{}, false},
	{lesson.DoubleLoad, lesson.Flat, 12, lesson.BareTree, lesson.FullLoad, lesson.Lightly, 1, list("stone", "deep"), lesson.Medium{}, false},
	{lesson.LinerPull, lesson.Liner, 1.2, lesson.BareTree, lesson.FullLoad, lesson.Lightly, 1, list("earth"), lesson.Medium{Solvent: 45, Oil: 15}, false},
	{lesson.PressTurn, lesson.Round, 20, lesson.Disc, lesson.FullLoad, lesson.Lightly, 1, list("pale"), lesson.Medium{}, false},
	{lesson.Dab, lesson.Round, 8, lesson.Flowers, lesson.HeavyLoad, lesson.Lightly, 0.5, list("rose", "pale"), lesson.Medium{}, false},
	{lesson.DryDrag, lesson.Worn, 25, lesson.Field, lesson.LightLoad, lesson.Lightly, 1, list("stone"), lesson.Medium{}, false},
	{lesson.CutIn, lesson.Filbert, 10, lesson.Building, lesson.FullLoad, lesson.Lightly, 1.2, list("blue"), lesson.Medium{}, false},
	{lesson.Glaze, lesson.SoftFlat, 25, lesson.Field, lesson.LightLoad, lesson.Lightly, 1, list("deep"), lesson.Medium{Oil: 40, Alkyd: 35}, true},
	{lesson.RubBack, lesson.Towel, 40, lesson.Field, lesson.MediumLoad, lesson.Lightly, 1, nil, lesson.Medium{}, true},
	{lesson.WipeOut, lesson.Rag, 15, lesson.Disc, lesson.MediumLoad, lesson.Firmly, 1, nil, lesson.Medium{}, true},
	{lesson.Scrape, lesson.Knife, 35, lesson.Tree, lesson.MediumLoad, lesson.Firmly, 1, nil, lesson.Medium{}, true},
	{lesson.Blot, lesson.Towel, 40, lesson.Tree, lesson.MediumLoad, lesson.Lightly, 1, nil, lesson.Medium{}, true},
}

func list(ids ...string) []string { return ids }

// Techniques lists the techniques of the sheet, in its order.
func Techniques() []lesson.Technique {
	var out []lesson.Technique
	for _, u := range usuals {
		out = append(out, u.technique)
	}
	return out
}

// Lesson is the small lesson that makes a specimen. It fails for a technique that
// makes no mark.
func Lesson(t lesson.Technique, under Under) (*lesson.Lesson, error) {
	for _, u := range usuals {
		if u.technique == t {
			return u.lesson(under), nil
		}
	}
	return nil, fmt.Errorf("technique %q makes no mark: use one of %v", t, Techniques())
}

// Specimen carries out a specimen's lesson.
func Specimen(ctx context.Context, t lesson.Technique, under Under) (*film.Film, error) {
	return finished(ctx)(Lesson(t, under))
}

// finished carries a lesson out and gives its canvas at the end.
func finished(ctx context.Context) func(*lesson.Lesson, error) (*film.Film, error) {
	return func(l *lesson.Lesson, err error) (*film.Film, error) {
		if err != nil {
			return nil, err
		}
		r, err := rehearse.Run(ctx, l, rehearse.FineCell, nil)
		if err != nil {
			return nil, err
		}
		return r.Final, nil
	}
}

func (u usual) lesson(under Under) *lesson.Lesson {
	l := specimen(u.zone)
	l.Tools = append([]lesson.Tool{{ID: "tool", Kind: u.kind, Width: u.size}}, l.Tools...)
	switch under {
	case WetBase:
		l.Base = lesson.Base{Kind: lesson.WhiteBase, Thickness: 12}
	case WetDark:
		l.Steps = append(l.Steps, laid("dark", "all", lesson.LongPull, "lay", lesson.HeavyLoad, 1.6, "dark"))
	}
	if u.onPaint {
		l.Steps = append(l.Steps, laid("left", "left", lesson.LongPull, "lay", lesson.FullLoad, 1, "pale"), laid("right", "right", lesson.LongPull, "lay", lesson.FullLoad, 1, "earth"))
	}
	if u.technique == lesson.Glaze { // a glaze is for paint that has set
		l.Steps = append(l.Steps, lesson.Step{ID: "dry", Where: lesson.Whole, Technique: lesson.Dry, Load: lesson.MediumLoad, Pressure: lesson.Evenly, Care: lesson.Fresh, Cover: 1, Minutes: 1, Days: 14})
	}
	mark := laid("mark", "mark", u.technique, "tool", u.load, u.cover, u.mixtures...)
	mark.Pressure, mark.Medium = u.pressure, u.medium
	if u.technique == lesson.Blot {
		mark.Minutes = 12
	}
	l.Steps = append(l.Steps, mark)
	return l
}

// specimen is a small lesson without steps, in which kind has a zone of its own, "mark", before
// the others.
func specimen(kind lesson.ZoneKind) *lesson.Lesson {
	parts := func(pairs ...any) (out []lesson.Part) {
		for i := 0; i < len(pairs); i += 2 {
			out = append(out, lesson.Part{Paint: pairs[i].(string), Parts: pairs[i+1].(float64)})
		}
		return out
	}
	return &lesson.Lesson{
		Format: lesson.Format, Title: "Specimen", Level: lesson.FirstSteps, Method: lesson.Direct, Session: 60, Seed: 11,
		Support: lesson.Support{Width: Width, Height: Height, Surface: lesson.FineCanvas},
		Ground:  lesson.Ground{Name: "toned", Tone: parts("PW6", 12.0, "PY43", 2.0, "PBr7/burnt-umber", 1.0)},
		Base:    lesson.Base{Kind: lesson.NoBase},
		Light:   lesson.Light{From: 60, Height: 35},
		View:    lesson.View{Horizon: 8, Eye: 1.7},
		Room:    lesson.Room{Temperature: lesson.UsualTemperature},
		Palette: []string{"PW6", "PY3", "PY43", "PBr7/burnt-sienna", "PR177", "PB29", "PBr7/burnt-umber"},
		Mixtures: []lesson.Mixture{
			{ID: "blue", Name: "Blue", Parts: parts("PW6", 8.0, "PB29", 1.5)},
			{ID: "pale", Name: "Pale", Parts: parts("PW6", 20.0, "PY43", 0.6)},
			{ID: "deep", Name: "Deep", Parts: parts("PB29", 2.0, "PY43", 1.6, "PBr7/burnt-umber", 1.0, "PW6", 0.5)},
			{ID: "dark", Name: "Dark", Parts: parts("PB29", 1.6, "PBr7/burnt-umber", 1.4, "PW6", 0.4)},
			{ID: "earth", Name: "Earth", Parts: parts("PBr7/burnt-sienna", 2.0, "PY43", 1.5, "PW6", 1.5)},
			{ID: "leaf", Name: "Leaf", Parts: parts("PY3", 3.0, "PY43", 2.0, "PW6", 1.5, "PB29", 0.5)},
			{ID: "stone", Name: "Stone", Parts: parts("PW6", 10.0, "PY43", 2.0, "PBr7/burnt-sienna", 0.5)},
			{ID: "mist", Name: "Mist", Parts: parts("PW6", 9.0, "PB29", 1.0, "PBr7/burnt-sienna", 0.6)},
			{ID: "rose", Name: "Rose", Parts: parts("PR177", 1.0, "PW6", 1.5, "PBr7/burnt-sienna", 0.3)},
		},
		Tools:  []lesson.Tool{{ID: "lay", Kind: lesson.Flat, Width: 30}},
		Planes: []lesson.Plane{{ID: "back", Name: "Under", Distance: 30}, {ID: "fore", Name: "Mark", Distance: 20}},
		Zones: []lesson.Zone{
			{ID: "all", Name: "All", Plane: "back", Kind: lesson.Field, Outline: rect(0, 0, Width, Height)},
			{ID: "left", Name: "Left", Plane: "back", Kind: lesson.Field, Outline: rect(0, 0, Width*0.5, Height)},
			{ID: "right", Name: "Right", Plane: "back", Kind: lesson.Field, Outline: rect(Width*0.5, 0, Width, Height)},
			{ID: "mark", Name: "Mark", Plane: "fore", Kind: kind, Outline: outlineOf(kind), Ragged: 1},
		},
	}
}

// laid is an ordinary step of a specimen.
func laid(id, zone string, t lesson.Technique, tool string, load lesson.Load, cover float64, mixtures ...string) lesson.Step {
	return lesson.Step{ID: id, Zone: zone, Where: lesson.Whole, Technique: t, Tool: tool, Mixtures: mixtures,
		Load: load, Pressure: lesson.Evenly, Care: lesson.Fresh, Cover: cover, Minutes: 3}
}

func rect(x0, y0, x1, y1 float64) []lesson.Point {
	return []lesson.Point{{X: x0, Y: y0}, {X: x1, Y: y0}, {X: x1, Y: y1}, {X: x0, Y: y1}}
}

// outlineOf is the shape in which a technique shows best.
func outlineOf(kind lesson.ZoneKind) []lesson.Point {
	at := func(xy ...float64) (out []lesson.Point) {
		for i := 0; i < len(xy); i += 2 {
			out = append(out, lesson.Point{X: xy[i], Y: xy[i+1]})
		}
		return out
	}
	switch kind {
	case lesson.Tree, lesson.BareTree:
		return at(45, 6, 58, 8, 68, 18, 70, 32, 62, 42, 54, 46, 47, 56, 43, 56, 38, 46, 26, 42, 20, 30, 24, 16, 34, 8)
	case lesson.Conifer:
		return at(45, 4, 52, 18, 58, 32, 66, 50, 62, 56, 30, 56, 26, 48, 33, 30, 38, 18)
	case lesson.CloudBank:
		return at(10, 40, 14, 30, 24, 26, 30, 16, 42, 10, 54, 14, 60, 22, 72, 26, 80, 36, 76, 44, 46, 46, 20, 45)
	case lesson.Rock:
		return at(12, 52, 14, 34, 24, 20, 44, 12, 62, 16, 74, 28, 80, 52, 48, 56)
	case lesson.Path:
		return at(38, 10, 48, 10, 62, 30, 84, 58, 8, 58, 26, 30)
	case lesson.Disc:
		return at(61, 30, 58.9, 38, 53, 43.9, 45, 46, 37, 43.9, 31.1, 38, 29, 30, 31.1, 22, 37, 16.1, 45, 14, 53, 16.1, 58.9, 22)
	case lesson.Building:
		return at(14, 8, 76, 8, 76, 30, 60, 30, 60, 44, 48, 52, 36, 40, 36, 30, 14, 30)
	case lesson.Grass, lesson.Flowers:
		return at(4, 22, 86, 22, 88, 58, 2, 58)
	}
	return at(4, 5, 86, 5, 86, 55, 4, 55)
}
