package lesson

import (
	"reflect"
	"strings"
)

// ZoneKind is what a shape stands for.
type ZoneKind string

// The kinds of zone.
const (
	Sky       ZoneKind = "sky"
	Disc      ZoneKind = "disc" // a sun or a moon
	CloudBank ZoneKind = "cloud-bank"
	Mist      ZoneKind = "mist"
	Birds     ZoneKind = "birds" // a flock on the wing
	Ridge     ZoneKind = "ridge"
	TreeLine  ZoneKind = "tree-line"
	Hedge     ZoneKind = "hedge"
	Bush      ZoneKind = "bush"
	Tree      ZoneKind = "tree" // broadleaf, of no particular habit
	Birch     ZoneKind = "birch"
	Willow    ZoneKind = "willow"
	Poplar    ZoneKind = "poplar"
	FruitTree ZoneKind = "fruit-tree"
	Pine      ZoneKind = "pine"    // leaves in flat pads on a bare trunk
	Conifer   ZoneKind = "conifer" // boughs down to the ground
	BareTree  ZoneKind = "bare-tree"
	Log       ZoneKind = "log"
	Water     ZoneKind = "water"
	Stream    ZoneKind = "stream" // moving water
	Waterfall ZoneKind = "waterfall"
	Surf      ZoneKind = "surf" // a wave that breaks
	Bank      ZoneKind = "bank"
	Field     ZoneKind = "field"
	Snow      ZoneKind = "snow"
	Path      ZoneKind = "path"
	Rock      ZoneKind = "rock"
	Grass     ZoneKind = "grass"
	Reeds     ZoneKind = "reeds"
	Flowers   ZoneKind = "flowers"
	Fence     ZoneKind = "fence"
	Wall      ZoneKind = "wall"
	Building  ZoneKind = "building"
	Bridge    ZoneKind = "bridge"
	Boat      ZoneKind = "boat"
	Person    ZoneKind = "figure" // a figure, small; lesson.Figure writes numbers
	Animal    ZoneKind = "animal"
	Shadow    ZoneKind = "shadow"     // cast on the ground by what stands
	Image     ZoneKind = "reflection" // in still water, of what stands
)

// A Nature is what a kind of zone has in common with others, for the hand, the light and the
// rules; kinds have several.
type Nature uint

// The natures.
const (
	Airy     Nature = 1 << iota // in the sky
	Wet                         // water, still or moving
	Flows                       // water that moves
	Land                        // land that lies flat, and is never one colour
	Leafy                       // made of masses of leaves
	Woody                       // a single tree, on a trunk
	Upright                     // marks follow a thing that stands
	Standing                    // rises above the ground, and is mirrored in still water
	Built                       // made by hand, with firm edges
	Quiet                       // is to look even
	Formed                      // is modelled by light
	Small                       // an accent, told by its outline
	Backdrop                    // lies behind and below what stands in its own plane
)

var natures = map[ZoneKind]Nature{
	Sky: Airy | Quiet | Backdrop, Disc: Airy | Quiet, CloudBank: Airy, Mist: Airy | Quiet, Birds: Airy | Small,
	Ridge:    Standing | Formed,
	TreeLine: Leafy | Standing | Formed, Hedge: Leafy | Standing | Formed, Bush: Leafy | Standing | Formed,
	Tree: Leafy | Woody | Upright | Standing | Formed, Birch: Leafy | Woody | Upright | Standing | Formed, Willow: Leafy | Woody | Upright | Standing | Formed,
	Poplar: Leafy | Woody | Upright | Standing | Formed, FruitTree: Leafy | Woody | Upright | Standing | Formed, Pine: Leafy | Woody | Upright | Standing | Formed,
	Conifer: Woody | Upright | Standing | Formed, BareTree: Woody | Upright | Standing | Formed,
	Log:   Standing | Formed,
	Water: Wet | Quiet | Backdrop, Stream: Wet | Flows, Waterfall: Wet | Flows | Upright | Standing, Surf: Wet | Flows,
	Bank: Land | Standing | Formed, Field: Land | Backdrop, Snow: Backdrop, Path: Land, Grass: Land | Formed, Flowers: Land,
	Rock: Standing | Formed, Reeds: Upright | Standing | Formed,
	Fence: Upright | Standing | Built, Wall: Standing | Built | Formed, Building: Upright | Standing | Built | Quiet | Formed, Bridge: Standing | Built | Formed,
	Boat: Standing | Built | Small, Person: Upright | Standing | Small, Animal: Standing | Small,
	Shadow: Quiet, Image: Quiet,
}

// ZoneKinds lists every kind, in the order of the format.
func ZoneKinds() (out []ZoneKind) {
	f, _ := reflect.TypeFor[Zone]().FieldByName("Kind")
	for _, k := range strings.Split(f.Tag.Get("enum"), ",") {
		out = append(out, ZoneKind(k))
	}
	return out
}

// Is reports whether a kind has one of some natures.
func (k ZoneKind) Is(n Nature) bool { return natures[k]&n != 0 }

// OfNature lists the kinds that have one of some natures.
func OfNature(n Nature) (out []ZoneKind) {
	for _, k := range ZoneKinds() {
		if k.Is(n) {
			out = append(out, k)
		}
	}
	return out
}
