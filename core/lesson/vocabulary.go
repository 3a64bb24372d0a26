package lesson

import (
	"slices"
	"strings"
)

// A Term is a word of the craft: how a sentence says it and what it means.
type Term struct {
	ID      string `json:"id"`
	Name    string `json:"name"`
	Meaning string `json:"meaning"`
}

// TechniqueInfo is what the craft knows of a technique.
type TechniqueInfo struct {
	Technique Technique  `json:"technique"`
	Name      string     `json:"name"`    // as a verb, ready for its mixture: "criss-cross", "touch in knife lines of"
	Meaning   string     `json:"meaning"` // the motion and what it is for
	Kinds     []ToolKind `json:"kinds"`   // tools that can do it
	Least     int        `json:"least"`   // fewest mixtures
	Most      int        `json:"most"`    // most mixtures
	Idle      bool       `json:"idle"`    // nothing is done: time alone works
}

var (
	brushes = []ToolKind{Flat, SoftFlat, Filbert, Round, Fan, SoftFan, Mop, Liner, Dagger, Worn}
	knives  = []ToolKind{Knife, PointKnife, EdgeKnife}
	cloths  = []ToolKind{Towel, Rag, Swab}
)

// Brush reports whether a kind of tool has hairs.
func (k ToolKind) Brush() bool { return slices.Contains(brushes, k) }

// Knife reports whether it is a blade.
func (k ToolKind) Knife() bool { return slices.Contains(knives, k) }

var techniques = []TechniqueInfo{
	{CrissCross, "criss-cross", "Overlapping X strokes with a large flat, pressing less toward the bottom: a sky that grades by itself on the wet base.", []ToolKind{Flat, SoftFlat}, 1, 3, false},
	{LongPull, "pull long and level", "One level pull from the edge inward: still water, flat ground.", []ToolKind{Flat, SoftFlat, Filbert}, 1, 3, false},
	{Feather, "feather", "Barely touching, across the join, with a clean soft brush: merges two colours and softens an edge.", []ToolKind{SoftFlat, Mop, Fan, SoftFan}, 0, 0, false},
	{RubIn, "rub in", "Small firm circles, thin: a tone or a lay-in. Without paint, the medium alone is rubbed in as a couch.", []ToolKind{Flat, Filbert, Worn, Rag}, 0, 3, false},
	{Scumble, "scumble", "Small circles with little paint, broken: cloud edges, mist, haze.", []ToolKind{Filbert, Worn, Mop, Flat}, 1, 3, false},
	{Fluff, "fluff and base-blend", "Small turning touches that keep the top edge, then the base swept level: cloud volume, mist.", []ToolKind{Filbert, Mop, Round}, 1, 3, false},
	{Tap, "tap", "Straight on, hairs opened, only the corner: distant woods, foliage, bushes.", []ToolKind{Flat, Filbert, Fan, Round, Worn}, 1, 3, false},
	{Comma, "set commas of", "Short curved press and lift: leaf clusters.", []ToolKind{Filbert, Round, Dagger}, 1, 3, false},
	{KnifeBreak, "break a knife roll of", "A roll of paint on the knife's edge, no pressure, so that it breaks over the surface: rock light, bark, walls, sunlit slopes.", knives, 1, 3, false},
	{KnifeSlide, "slide the knife with", "The blade flat and firm, along the plane of the ground: path, shore, ledge.", knives, 1, 3, false},
	{KnifeLine, "touch in knife lines of", "The edge of the knife touched and dragged a little, level: water line, glitter, roof edge.", knives, 1, 2, false},
	{PullDown, "pull straight down", "Vertical pulls from the shore, then one light level pass: reflections, and the fall of a slope. Without a mixture it drags down what is wet above.", []ToolKind{Flat, SoftFlat, Filbert, Worn}, 0, 3, false},
	{PushUp, "push up", "From below, lift and let go, no pressure: grasses and leaves from piled paint. Without a mixture it lifts what lies there, in all its colours.", []ToolKind{Fan, SoftFan, Filbert, Flat, Round}, 0, 3, false},
	{FanEdge, "chop fan edges of", "The fan held on edge, up and down: reeds, conifer boughs, grass blades.", []ToolKind{Fan, SoftFan, Worn, Flat}, 1, 3, false},
	{DoubleLoad, "stroke double-loaded", "One colour on each side of the brush, one pull: trunks and posts with a lit and a shaded side.", []ToolKind{Fan, Flat, Filbert}, 2, 2, false},
	{LinerPull, "pull liner strokes of", "Paint like ink, the brush rolled to a point, pressure easing out: twigs, stems, wires.", []ToolKind{Liner, Round, Dagger}, 1, 2, false},
	{PressTurn, "press and turn", "Set down and rotated on the spot: sun, moon, blossom.", []ToolKind{Round, Filbert}, 1, 2, false},
	{Dab, "dab", "Press and leave: flowers, leaves on water.", []ToolKind{Knife, PointKnife, Round, Filbert}, 1, 3, false},
	{DryDrag, "dry-drag", "The side of the hairs, almost no paint, flat over the texture: bark, sparkle, worn stone, foam.", []ToolKind{Worn, Flat, SoftFlat, Fan}, 1, 2, false},
	{CutIn, "cut in", "Background colour laid up to a silhouette: sky holes, restated edges, small exact shapes.", []ToolKind{Filbert, Flat, SoftFlat, Round, Dagger}, 1, 3, false},
	{Glaze, "glaze", "A thin transparent layer over set, blotted or dry paint: cast shadow, tint. Let it down with oil or alkyd.", []ToolKind{SoftFlat, Mop}, 1, 2, false},
	{RubBack, "rub back", "All over and soft with a towel: fog, ghost trees.", cloths, 0, 0, false},
	{WipeOut, "wipe out", "Local and firm, back to the ground: lights, mist, a correction.", cloths, 0, 0, false},
	{Scrape, "scrape off", "The knife takes off all but what sits in the weave.", knives, 0, 0, false},
	{Blot, "blot", "A lint-free towel laid on, left, and lifted: oil goes into it and the paint grabs.", []ToolKind{Towel, Rag}, 0, 0, false},
	{Wait, "wait", "Let it set; paint elsewhere, stand back, or take the break.", []ToolKind{}, 0, 0, true},
	{Dry, "let it dry", "Days between sessions: thin and fast paint becomes a dry layer, thick paint stays soft.", []ToolKind{}, 0, 0, true},
}

// Info returns what the craft knows of a technique; an unknown one gives zero.
func (t Technique) Info() TechniqueInfo {
	for _, i := range techniques {
		if i.Technique == t {
			return i
		}
	}
	return TechniqueInfo{}
}

// Moves is what a technique without a mixture of its own moves, ready for the place; empty
// for one that moves nothing.
func (t Technique) Moves() string {
	switch t {
	case PullDown:
		return "what is wet above, over"
	case PushUp:
		return "what lies wet in"
	}
	return ""
}

// Verb is the name on its own, where no mixture follows.
func (i TechniqueInfo) Verb() string { return strings.TrimSuffix(i.Name, " of") }

// Takes reports whether the technique can be done with a kind of tool.
func (i TechniqueInfo) Takes(kind ToolKind) bool {
	return slices.Contains(i.Kinds, kind)
}

func (i TechniqueInfo) kinds() []string {
	var out []string
	for _, k := range i.Kinds {
		out = append(out, string(k))
	}
	return out
}

// Vocabulary is the language of a step: every choice of its sentence.
type Vocabulary struct {
	Techniques []TechniqueInfo `json:"techniques"`
	Wheres     []Term          `json:"wheres"`
	Loads      []Term          `json:"loads"`
	Pressures  []Term          `json:"pressures"`
	Cares      []Term          `json:"cares"`
	Mediums    []MediumTerm    `json:"mediums"`
	Tools      []Term          `json:"tools"`
	Methods    []Term          `json:"methods"`
	Levels     []Term          `json:"levels"`
	Surfaces   []Term          `json:"surfaces"`
	Shares     Shares          `json:"shares"`
}

// MediumTerm is a usual way to let paint down.
type MediumTerm struct {
	Term
	Medium Medium `json:"medium"`
}

// Words returns the vocabulary.
func Words() Vocabulary {
	return Vocabulary{
		Techniques: techniques,
		Surfaces: []Term{
			{string(Canvas), "canvas", "Cotton with a plain weave: takes paint off the brush, and breaks a knife's roll."},
			{string(FineCanvas), "fine canvas", "A close weave: small shapes stay sharp."},
			{string(Linen), "linen", "An uneven thread, firm: broken edges look alive."},
			{string(GessoPanel), "gesso panel", "Hard and absorbent: the first layer sets soon."},
			{string(SmoothPanel), "smooth panel", "Hard and slick: paint slides, and lifts easily."},
		},
		Shares: Shares{shareLeast, []float64{60, 40}, []float64{50, 30, 20}},
		Wheres: []Term{
			{"whole", "all of", "Everywhere in the zone."},
			{"crest", "along the top of", "A band under the upper edge."},
			{"foot", "along the foot of", "A band over the lower edge."},
			{"upper", "the upper part of", "The upper half."},
			{"lower", "the lower part of", "The lower half."},
			{"lit", "the lit side of", "Where the lesson's light falls."},
			{"shaded", "the shaded side of", "Away from the light."},
			{"left", "the left of", "The left third."},
			{"right", "the right of", "The right third."},
			{"middle", "the middle of", "The middle third."},
			{"mirror", "the reflections in", "Where still water shows what stands behind it, as far down as the view makes it."},
		},
		Loads: []Term{
			{"thin", "almost no paint", "The hairs are nearly empty: over wet paint such a brush takes more than it gives."},
			{"light", "lightly loaded", "The tip of the hairs."},
			{"medium", "well loaded", "A third of the hair length, both sides."},
			{"full", "fully loaded", "Half of the hair length: covers wet paint."},
			{"heavy", "heavily loaded", "As much as the tool holds: the thickest lights."},
		},
		Pressures: []Term{
			{"barely", "barely touching", "The weight of the brush, held at the end of its handle."},
			{"light", "pressing lightly", "Moves only the top of what is there."},
			{"medium", "pressing evenly", "A working stroke."},
			{"firm", "pressing firmly", "Mixes down into what is below."},
		},
		Cares: []Term{
			{"carry-on", "as it is", "The brush goes on with what it still carries."},
			{"wipe", "wiped", "Pulled through the towel: under a sixth stays in the hairs."},
			{"rinse-damp", "rinsed and still damp", "Clean, but solvent in the hairs thins what follows."},
			{"rinse-dry", "rinsed and dried", "Clean and dry: costs a minute and a half."},
			{"fresh", "fresh", "A clean brush that has not been used yet."},
		},
		Mediums: []MediumTerm{
			{Term{"tube", "straight from the tube", "Firm paint; the thickest lights and accents."}, Medium{}},
			{Term{"oily", "with a little oil", "A tenth of drying oil: flows, sets slowly."}, Medium{Oil: 10}},
			{Term{"alkyd", "with a fifth of alkyd", "Flows and is touch-dry in about a day."}, Medium{Alkyd: 20}},
			{Term{"second", "with solvent and oil", "The second layer of the ladder."}, Medium{Solvent: 18, Oil: 18}},
			{Term{"lean", "half solvent", "A lean lay-in; the solvent leaves within minutes. Keep the room aired and the jar lidded."}, Medium{Solvent: 50}},
			{Term{"ink", "thinned like ink", "Runs off a liner. Keep the room aired and the jar lidded."}, Medium{Solvent: 45, Oil: 15}},
			{Term{"glaze", "as a glaze", "Mostly oil and alkyd: thin and transparent."}, Medium{Oil: 40, Alkyd: 35}},
			{Term{"couch", "oil alone, wiped thin", "Oil and solvent in equal parts, rubbed in and wiped off again. Keep the room aired."}, Medium{Solvent: 40, Oil: 40}},
			{Term{"acrylic", "as acrylic, with water", "Dry in minutes, a ground for oil. Never over oil."}, Medium{Acrylic: true}},
		},
		Tools: []Term{
			{"flat", "flat", "Square bristle brush."}, {"soft-flat", "soft flat", "Square brush of soft hair: lays over wet paint without lifting it."},
			{"filbert", "filbert", "Flat bristle brush with a rounded end."}, {"round", "round", "Round bristle brush."},
			{"fan", "bristle fan", "Stiff hairs spread like a fan."}, {"soft-fan", "soft fan", "Soft hairs spread like a fan: grasses, softening."},
			{"mop", "mop", "Large and very soft, for softening."},
			{"liner", "liner", "Long thin hairs that hold ink-like paint."}, {"dagger", "dagger", "Hairs cut to a slant: a line from its point, a band from its side."},
			{"worn", "worn flat", "An old flat whose hairs have splayed: broken marks."},
			{"knife", "knife", "Broad painting knife. Mind the edge."}, {"point-knife", "pointed knife", "Small painting knife that ends in a point. Mind the edge."},
			{"edge-knife", "long knife", "Narrow straight blade for edges and slides. Mind the edge."},
			{"towel", "towel", "Lint-free towel. Oily towels can heat by themselves: spread flat or keep under water in a lidded metal can."},
			{"rag", "rag", "Cotton rag. Oily rags can heat by themselves: spread flat or keep under water in a lidded metal can."},
			{"swab", "cotton swab", "For small lights: a sun, a window."},
		},
		Methods: []Term{
			{"wet-base", "wet base", "A thin wet coat over all; firm paint; darks first, then light taps on top."},
			{"direct", "direct", "Tube paint on a dry toned ground, amount controlled by the load."},
			{"ladder", "lean to fat", "Solvent-thin lay-in, then fatter, tube paint last."},
			{"rub-and-blot", "rub and blot", "Generous paint, rubbed back and blotted; details on the blotted surface."},
			{"dry-block-in", "dry block-in", "Dry acrylic shapes, then thin oil over them."},
			{"layered", "layered", "Thin layers, dry between, over days."},
		},
		Levels: []Term{
			{"first", "first steps", "Never painted in oil."}, {"some", "some practice", "A few lessons behind them."},
			{"experienced", "experienced", "Paints on their own."},
		},
	}
}

// Method says a house method in words.
func (v Vocabulary) Method(m Method) string { return name(v.Methods, string(m)) }

// Tool says a kind of tool in words.
func (v Vocabulary) Tool(k ToolKind) string { return name(v.Tools, string(k)) }

// Level says a level in words.
func (v Vocabulary) Level(l Level) string { return name(v.Levels, string(l)) }

// Surface is the name of a surface.
func (v Vocabulary) Surface(s Surface) string { return name(v.Surfaces, string(s)) }
