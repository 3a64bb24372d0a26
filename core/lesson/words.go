package lesson

import "slices"

// The words of a lesson that programs write too, typed, so that a wrong one does not
// compile. The linter refuses them as plain text anywhere else (tools/wordlint).

// The levels.
const (
	FirstSteps   Level = "first"
	SomePractice Level = "some"
	Experienced  Level = "experienced"
)

// The house methods.
const (
	WetBase    Method = "wet-base"
	Direct     Method = "direct"
	LeanToFat  Method = "ladder"
	RubAndBlot Method = "rub-and-blot"
	DryBlockIn Method = "dry-block-in"
	Layered    Method = "layered"
)

// The kinds of base coat.
const (
	NoBase    BaseKind = "none"
	WhiteBase BaseKind = "white"
	ClearBase BaseKind = "clear"
)

// The surfaces.
const (
	Canvas      Surface = "canvas"
	FineCanvas  Surface = "fine-canvas"
	Linen       Surface = "linen"
	GessoPanel  Surface = "gesso-panel"
	SmoothPanel Surface = "smooth-panel"
)

// The kinds of tool.
const (
	Flat       ToolKind = "flat"
	SoftFlat   ToolKind = "soft-flat"
	Filbert    ToolKind = "filbert"
	Round      ToolKind = "round"
	Fan        ToolKind = "fan"
	SoftFan    ToolKind = "soft-fan"
	Mop        ToolKind = "mop"
	Liner      ToolKind = "liner"
	Dagger     ToolKind = "dagger"
	Worn       ToolKind = "worn"
	Knife      ToolKind = "knife"
	PointKnife ToolKind = "point-knife"
	EdgeKnife  ToolKind = "edge-knife"
	Towel      ToolKind = "towel"
	Rag        ToolKind = "rag"
	Swab       ToolKind = "swab"
)

// The parts of a zone.
const (
	Whole  Where = "whole"
	Crest  Where = "crest"
	Foot   Where = "foot"
	Upper  Where = "upper"
	Lower  Where = "lower"
	Lit    Where = "lit"
	Shaded Where = "shaded"
	Left   Where = "left"
	Right  Where = "right"
	Middle Where = "middle"
	Mirror Where = "mirror"
)

// How much paint a tool carries.
const (
	ThinLoad   Load = "thin"
	LightLoad  Load = "light"
	MediumLoad Load = "medium"
	FullLoad   Load = "full"
	HeavyLoad  Load = "heavy"
)

// How hard the hand presses.
const (
	Barely  Pressure = "barely"
	Lightly Pressure = "light"
	Evenly  Pressure = "medium"
	Firmly  Pressure = "firm"
)

// What is done to a tool before a step.
const (
	CarryOn   Care = "carry-on"
	Wipe      Care = "wipe"
	RinseDamp Care = "rinse-damp"
	RinseDry  Care = "rinse-dry"
	Fresh     Care = "fresh"
)

// More is the load n words heavier, or lighter where n is below 0; the last there is.
func (l Load) More(n int) Load {
	return along([]Load{ThinLoad, LightLoad, MediumLoad, FullLoad, HeavyLoad}, l, n)
}

// More is the pressure n words firmer, or lighter where n is below 0; the last there is.
func (p Pressure) More(n int) Pressure {
	return along([]Pressure{Barely, Lightly, Evenly, Firmly}, p, n)
}

// along is what stands n places farther in a list.
func along[T comparable](list []T, is T, n int) T {
	return list[min(len(list)-1, max(0, slices.Index(list, is)+n))]
}
