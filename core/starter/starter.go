// Package starter makes complete lessons to begin from: choose a size, a house method
// and a kind of scene, and there are planes, zones, mixtures by the depth ladder, and
// steps from back to front, ready to rehearse and to be changed.
package starter

import (
	"context"
	"fmt"
	"slices"

	"proxenos/core/house"
	"proxenos/core/lesson"
)

// Kind is a kind of scene.
type Kind string

// The kinds of scene.
const (
	Lake   Kind = "lake"
	Coast  Kind = "coast"
	Wood   Kind = "wood"
	Fields Kind = "fields"
	Snow   Kind = "snow"
	Dusk   Kind = "dusk"

	Waterfall Kind = "waterfall"
	Surf      Kind = "surf"
	Village   Kind = "village"
)

// A Wish says what lesson is wanted.
type Wish struct {
	Kind   Kind          `json:"kind" enum:"lake,coast,wood,fields,snow,dusk,waterfall,surf,village"`
	Method lesson.Method `json:"method" enum:"wet-base,direct,ladder,rub-and-blot,dry-block-in,layered"`
	Width  float64       `json:"width" minimum:"150" maximum:"1200" doc:"mm"`
	Height float64       `json:"height" minimum:"150" maximum:"1200" doc:"mm"`
	Seed   int           `json:"seed" minimum:"0" maximum:"1000000" doc:"another seed, another picture of the kind"`
	Title  string        `json:"title" maxLength:"120" doc:"empty for the kind's own"`
}

// scenes builds each kind.
var scenes = map[Kind]struct {
	name, meaning string
	build         func(*builder)
}{
	Lake:      {"Lake and hills", "Hills in three airs, a wooded shore, still water with its reflections, conifers on a spit, a boat.", (*builder).lake},
	Coast:     {"Coast", "Headlands, one wave that breaks, wet and dry sand, rocks, a path through the dune.", (*builder).coast},
	Wood:      {"Wood", "A path into light between trunks, far trees in haze, ferns in front.", (*builder).wood},
	Fields:    {"Fields", "A large sky with heaped clouds over strips of field, a lone tree, a track, shade in front.", (*builder).fields},
	Snow:      {"Snow", "An old mill by a lane before a far wood, conifers laden with snow, long blue shadows.", (*builder).snow},
	Waterfall: {"Waterfall in a wood", "Light from above on one broken fall between dark rocks, a pool, mist at its foot.", (*builder).waterfall},
	Surf:      {"Surf on rocks", "One wave breaks on a great rock; spray against a dark sky, foam that drains.", (*builder).surf},
	Village:   {"Hills with a village", "Roofs among trees, a church tower, a winding road, hills in three airs.", (*builder).village},
	Dusk:      {"Dusk", "Bands of warm cloud, the land in one dark shape, its image in water, one lamp.", (*builder).dusk},
}

// Kinds says the kinds of scene in words.
func Kinds() (out []lesson.Term) {
	for _, k := range []Kind{Lake, Coast, Wood, Fields, Snow, Dusk, Waterfall, Surf, Village} {
		out = append(out, lesson.Term{ID: string(k), Name: scenes[k].name, Meaning: scenes[k].meaning})
	}
	return out
}

// Make makes a lesson. It fails for a wish out of bounds, and ends with ctx.
func Make(ctx context.Context, w Wish) (*lesson.Lesson, error) {
	scene, ok := scenes[w.Kind]
	if !ok {
		return nil, fmt.Errorf("kind is %q: use lake, coast, wood, fields, snow, dusk, waterfall, surf or village", w.Kind)
	}
	if !slices.ContainsFunc(lesson.Words().Methods, func(t lesson.Term) bool { return t.ID == string(w.Method) }) {
		return nil, fmt.Errorf("method is %q: use one of the house methods", w.Method)
	}
	for name, v := range map[string]float64{"width": w.Width, "height": w.Height} {
		if !(v >= 150 && v <= 1200) {
			return nil, fmt.Errorf("%s is %g mm: give 150 to 1200", name, v)
		}
	}
	if r := w.Width / w.Height; r < 0.5 || r > 2.5 {
		return nil, fmt.Errorf("the canvas is %g by %g mm: give one at most twice as high or two and a half times as wide as the other side", w.Width, w.Height)
	}
	if w.Seed < 0 || w.Seed > 1000000 {
		return nil, fmt.Errorf("seed is %d: give 0 to 1000000", w.Seed)
	}
	if w.Title == "" {
		w.Title = scene.name
	}
	b := newBuilder(ctx, w)
	scene.build(b)
	house.Dress(b.l, b.stages)
	if b.err != nil {
		return nil, b.err
	}
	b.l.Session = max(10, roundUp(b.l.Minutes()*1.12, 5)) // a little slack
	if err := lesson.Check(b.l); err != nil {
		return nil, fmt.Errorf("starter %s: %w", w.Kind, err)
	}
	return b.l, nil
}
