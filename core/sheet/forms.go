package sheet

import (
	"context"
	"fmt"

	"proxenos/core/film"
	"proxenos/core/lesson"
)

// A Side is where the light of a form comes from.
type Side string

// The lights in which every kind of zone is shown.
const (
	FromLeft  Side = "left"
	FromRight Side = "right"
	Behind    Side = "behind"
)

// Sides lists them in the order of the sheet.
func Sides() []Side { return []Side{FromLeft, FromRight, Behind} }

// bearing is the side as degrees of a lesson's light.
func (s Side) bearing() float64 {
	return map[Side]float64{FromLeft: 285, FromRight: 75, Behind: 0}[s]
}

// Name says in words where the light comes from.
func (s Side) Name() string {
	return map[Side]string{FromLeft: "light from the left", FromRight: "light from the right", Behind: "light from behind"}[s]
}

// A pass is one step by which a form is usually painted.
type pass struct {
	technique lesson.Technique
	kind      lesson.ToolKind
	size      float64 // of the tool, mm
	where     lesson.Where
	load      lesson.Load
	pressure  lesson.Pressure
	cover     float64
	mixtures  []string
}

// mass fills a place with the usual large brush, lights are set where it faces the light.
func mass(t lesson.Technique, kind lesson.ToolKind, size, cover float64, mixtures ...string) pass {
	return pass{t, kind, size, lesson.Whole, lesson.FullLoad, lesson.Evenly, cover, mixtures}
}

func lights(t lesson.Technique, kind lesson.ToolKind, size, cover float64, mixtures ...string) pass {
	return pass{t, kind, size, lesson.Lit, lesson.FullLoad, lesson.Barely, cover, mixtures}
}

func all(p pass) pass {
	p.where = lesson.Whole
	return p
}

// forms are the ordinary ways to paint every kind of zone.
var forms = []struct {
	kind   lesson.ZoneKind
	passes []pass
}{
	{lesson.Sky, []pass{mass(lesson.CrissCross, lesson.Flat, 40, 1, "blue", "pale")}},
	{lesson.Disc, []pass{mass(lesson.PressTurn, lesson.Round, 20, 2, "pale")}},
	{lesson.CloudBank, []pass{mass(lesson.Fluff, lesson.Filbert, 12, 1, "mist"), lights(lesson.Fluff, lesson.Filbert, 12, 0.8, "pale")}},
	{lesson.Mist, []pass{mass(lesson.Scumble, lesson.Filbert, 18, 0.8, "pale")}},
	{lesson.Ridge, []pass{mass(lesson.PullDown, lesson.Flat, 20, 1.1, "mist"), lights(lesson.KnifeBreak, lesson.PointKnife, 22, 0.5, "stone")}},
	{lesson.TreeLine, []pass{mass(lesson.Tap, lesson.Filbert, 12, 1.2, "deep"), lights(lesson.Tap, lesson.Filbert, 8, 0.5, "leaf")}},
	{lesson.Hedge, []pass{mass(lesson.Tap, lesson.Filbert, 12, 1.2, "deep"), lights(lesson.Tap, lesson.Filbert, 8, 0.5, "leaf")}},
	{lesson.Tree, []pass{mass(lesson.Tap, lesson.Filbert, 12, 1, "deep"), lights(lesson.Tap, lesson.Filbert, 8, 0.45, "leaf")}},
	{lesson.Conifer, []pass{mass(lesson.FanEdge, lesson.Fan, 25, 1, "deep"), lights(lesson.FanEdge, lesson.Fan, 15, 0.3, "leaf")}},
	{lesson.BareTree, []pass{mass(lesson.DoubleLoad, lesson.Flat, 12, 1, "stone", "dark")}},
	{lesson.Water, []pass{mass(lesson.LongPull, lesson.Flat, 30, 1.2, "blue", "deep"), all(lights(lesson.KnifeLine, lesson.EdgeKnife, 35, 0.3, "pale"))}},
	{lesson.Stream, []pass{mass(lesson.LongPull, lesson.Flat, 20, 1.2, "deep"), all(lights(lesson.KnifeLine, lesson.EdgeKnife, 35, 0.4, "pale"))}},
	{lesson.Bank, []pass{mass(lesson.LongPull, lesson.Flat, 25, 1, "earth"), all(lights(lesson.PushUp, lesson.Fan, 25, 0.4, "leaf"))}},
	{lesson.Field, []pass{mass(lesson.LongPull, lesson.Flat, 25, 1, "leaf", "earth"), lights(lesson.KnifeBreak, lesson.Knife, 35, 0.3, "stone")}},
	{lesson.Snow, []pass{mass(lesson.LongPull, lesson.Flat, 30, 1.1, "mist"), lights(lesson.KnifeBreak, lesson.Knife, 35, 0.4, "pale")}},
	{lesson.Path, []pass{mass(lesson.KnifeSlide, lesson.EdgeKnife, 30, 1, "earth"), lights(lesson.KnifeBreak, lesson.Knife, 35, 0.3, "stone")}},
	{lesson.Rock, []pass{mass(lesson.RubIn, lesson.Filbert, 15, 1.4, "dark"), lights(lesson.KnifeBreak, lesson.Knife, 35, 0.6, "stone")}},
	{lesson.Grass, []pass{mass(lesson.PushUp, lesson.Fan, 25, 0.9, "deep"), all(lights(lesson.PushUp, lesson.Fan, 25, 0.35, "leaf"))}},
	{lesson.Reeds, []pass{mass(lesson.FanEdge, lesson.Fan, 25, 0.5, "deep"), all(lights(lesson.FanEdge, lesson.Fan, 15, 0.2, "stone"))}},
	{lesson.Flowers, []pass{mass(lesson.PushUp, lesson.Fan, 25, 0.8, "deep"), all(lights(lesson.Dab, lesson.Round, 8, 0.4, "rose", "pale"))}},
	{lesson.Fence, []pass{mass(lesson.PullDown, lesson.Filbert, 6, 1.2, "earth")}},
	{lesson.Wall, []pass{mass(lesson.LongPull, lesson.Flat, 20, 1.2, "dark"), lights(lesson.KnifeBreak, lesson.Knife, 30, 0.7, "stone")}},
	{lesson.Building, []pass{mass(lesson.CutIn, lesson.Filbert, 10, 1.2, "earth"), lights(lesson.CutIn, lesson.Filbert, 10, 1, "stone")}},
	{lesson.Shadow, []pass{mass(lesson.LongPull, lesson.SoftFlat, 20, 1, "deep")}},
	{lesson.Image, []pass{mass(lesson.PullDown, lesson.Flat, 25, 0.9, "deep")}},
}

// Forms lists the kinds of zone on the sheet of forms, in its order.
func Forms() []lesson.ZoneKind {
	var out []lesson.ZoneKind
	for _, f := range forms {
		out = append(out, f.kind)
	}
	return out
}

// FormLesson is the small lesson that paints a kind of zone, in light from a side, on a dry
// toned ground. It fails for a kind that is not on the sheet.
func FormLesson(kind lesson.ZoneKind, light Side) (*lesson.Lesson, error) {
	for _, f := range forms {
		if f.kind != kind {
			continue
		}
		l := specimen(kind)
		l.Light.From = light.bearing()
		for i, p := range f.passes {
			tool := fmt.Sprintf("tool-%d", i+1)
			l.Tools = append(l.Tools, lesson.Tool{ID: tool, Kind: p.kind, Width: p.size})
			s := laid(fmt.Sprintf("pass-%d", i+1), "mark", p.technique, tool, p.load, p.cover, p.mixtures...)
			s.Where, s.Pressure = p.where, p.pressure
			l.Steps = append(l.Steps, s)
		}
		return l, nil
	}
	return nil, fmt.Errorf("no form is known for %q: use one of %v", kind, Forms())
}

// Form paints a kind of zone in light from a side.
func Form(ctx context.Context, kind lesson.ZoneKind, light Side) (*film.Film, error) {
	return finished(ctx)(FormLesson(kind, light))
}
