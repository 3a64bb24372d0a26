// Package lesson holds a lesson as one value: the picture in planes and zones,
// the palette with its mixtures, and the script of steps from back to front. It
// also holds the typed edits that change a lesson, and its interchange format.
//
// A lesson is immutable once made: edits return a new one. Lengths on the canvas
// are mm from the top left corner, x to the right and y down; distances in the
// scene are metres; film thickness is µm; time is minutes.
//
// The struct tags minimum, maximum, enum and so on are the only place where the
// bounds of the format stand: [Check] enforces them and the published JSON
// Schema is generated from them.
package lesson

import "proxenos/core/paint"

// Format is the version of the interchange format.
const Format = 1

// A Lesson is everything an instructor decides before a session.
type Lesson struct {
	Format    int         `json:"format" minimum:"1" maximum:"1" doc:"Version of this format."`
	Title     string      `json:"title" minLength:"1" maxLength:"120" doc:"What the picture is called."`
	About     string      `json:"about" maxLength:"2000" doc:"A few words for the mood."`
	Level     Level       `json:"level" enum:"first,some,experienced" doc:"Whom the lesson is for."`
	Method    Method      `json:"method" enum:"wet-base,direct,ladder,rub-and-blot,dry-block-in,layered" doc:"House method: sets defaults and decides which rules speak."`
	Session   float64     `json:"session" minimum:"10" maximum:"600" doc:"Minutes of painting time, all sessions of the lesson together."`
	Pace      float64     `json:"pace,omitempty" minimum:"0" maximum:"3" doc:"How many times the written minutes of work the class takes: beginners 1.3 to 1.8. 1 when left out."`
	Seed      int         `json:"seed" minimum:"0" maximum:"1000000" doc:"Variation of the hand: another seed, another painting of the same lesson."`
	Support   Support     `json:"support"`
	Ground    Ground      `json:"ground"`
	Base      Base        `json:"base"`
	Light     Light       `json:"light"`
	View      View        `json:"view"`
	Air       Air         `json:"air,omitempty" enum:",clear,hazy,mist,dusk" doc:"Kind of haze; clear when left out."`
	Focal     Focal       `json:"focal,omitzero" doc:"Where the picture is about; nowhere yet when left out."`
	Reference Reference   `json:"reference,omitzero" doc:"A photograph that the picture is made after; none when left out."`
	Room      Room        `json:"room"`
	Palette   []string    `json:"palette" minItems:"1" maxItems:"16" doc:"Keys of the paints laid out."`
	Measured  []Measured  `json:"measured,omitempty" maxItems:"16" doc:"Paints whose curves were measured, by key; the others are modelled."`
	Mixtures  []Mixture   `json:"mixtures" minItems:"1" maxItems:"60"`
	Tools     []Tool      `json:"tools" minItems:"1" maxItems:"40"`
	Planes    []Plane     `json:"planes" minItems:"1" maxItems:"12" doc:"Depths, farthest first."`
	Zones     []Zone      `json:"zones" minItems:"1" maxItems:"120"`
	Steps     []Step      `json:"steps" minItems:"1" maxItems:"500" doc:"The script, in painting order."`
	Accepted  []OnPurpose `json:"accepted" maxItems:"200" doc:"Findings the instructor accepts, with the reason."`
}

// Level says whom a lesson is for.
type Level string

// Method is a house method: one of the recorded ways to run a session.
type Method string

// Support is what is painted on.
type Support struct {
	Width   float64 `json:"width" minimum:"50" maximum:"1500" doc:"mm"`
	Height  float64 `json:"height" minimum:"50" maximum:"1500" doc:"mm"`
	Surface Surface `json:"surface" enum:"canvas,fine-canvas,linen,gesso-panel,smooth-panel"`
}

// Surface is the texture of a support.
type Surface string

// Ground is the dry colour under everything.
type Ground struct {
	Name string `json:"name" minLength:"1" maxLength:"60"`
	Tone []Part `json:"tone" minItems:"1" maxItems:"6" doc:"The paints of the dry ground, in parts."`
}

// Base is the thin wet coat that goes on before painting.
type Base struct {
	Kind      BaseKind `json:"kind" enum:"none,white,clear" doc:"White paint, clear medium, or nothing."`
	Thickness float64  `json:"thickness" minimum:"0" maximum:"200" doc:"µm of wet film; 8-15 is usual."`
	Zones     []string `json:"zones" maxItems:"120" doc:"Where it goes; empty means everywhere."`
}

// BaseKind is what a wet base coat is made of.
type BaseKind string

// Light is the one direction that light comes from.
type Light struct {
	From   float64 `json:"from" minimum:"0" maximum:"360" doc:"Bearing on the picture in degrees: 0 from above, 90 from the right, 270 from the left."`
	Height float64 `json:"height" minimum:"0" maximum:"90" doc:"Degrees above the horizon."`
	Warmth float64 `json:"warmth,omitempty" minimum:"-1" maximum:"1" doc:"How warm it is beside its shadows: 1 evening gold, 0 noon, -1 moonlight."`
}

// Air is a kind of haze.
type Air string

// The kinds of haze.
const (
	ClearAir Air = "clear"
	HazyAir  Air = "hazy"
	MistyAir Air = "mist"
	DuskAir  Air = "dusk"
)

// Haze is the kind of haze; a lesson that says nothing is clear.
func (l *Lesson) Haze() Air {
	if l.Air == "" {
		return ClearAir
	}
	return l.Air
}

// Focal is the focal area: a circle on the canvas. A radius of 0 is none.
type Focal struct {
	X      float64 `json:"x" minimum:"0" maximum:"1500" doc:"mm"`
	Y      float64 `json:"y" minimum:"0" maximum:"1500" doc:"mm"`
	Radius float64 `json:"radius" minimum:"0" maximum:"750" doc:"mm"`
}

// Reference is a photograph of the studio's, and what part of it the picture is made
// after: a piece of the canvas's shape.
type Reference struct {
	Photo  string  `json:"photo" pattern:"^([0-9a-f]{64})?$" doc:"Content hash of the photograph; empty for none."`
	Across float64 `json:"across" minimum:"0" maximum:"1" doc:"Where the piece lies: 0 at the left of what there is, 1 at the right."`
	Down   float64 `json:"down" minimum:"0" maximum:"1" doc:"0 at the top, 1 at the bottom."`
	Size   float64 `json:"size" minimum:"0" maximum:"1" doc:"How large, as a share of the largest piece of that shape; a tenth at least."`
}

// View is how the painter looks at the scene.
type View struct {
	Horizon float64 `json:"horizon" minimum:"0" maximum:"1500" doc:"mm from the top edge."`
	Eye     float64 `json:"eye" minimum:"0.2" maximum:"500" doc:"Height of the eye over the ground or water, m."`
}

// Room is where the class paints.
type Room struct {
	Temperature float64 `json:"temperature" minimum:"5" maximum:"40" doc:"°C; warm paint sets sooner. 20 when left out."`
}

// UsualTemperature is that of a room nobody has described, °C.
const UsualTemperature = 20

// Mixture is a named recipe.
type Mixture struct {
	ID    string `json:"id" pattern:"^[a-z0-9-]{1,40}$"`
	Name  string `json:"name" minLength:"1" maxLength:"60"`
	Parts []Part `json:"parts" minItems:"1" maxItems:"8" doc:"In the order of mixing: the first is laid out, the others are worked into it."`
	Tints []Part `json:"tints,omitempty" maxItems:"4" doc:"Strong paints that are first let down, each with this many parts of the mixture's first paint, so that a speck can be measured."`
}

// Part is a share of one paint by volume.
type Part = paint.Part

// Measured are measurements of one tube, at the 36 bands from 380 to 730 nm.
type Measured struct {
	Paint    string    `json:"paint" maxLength:"40" doc:"Key of a paint of the catalogue."`
	Masstone []float64 `json:"masstone" minItems:"36" maxItems:"36" doc:"Reflectance, 0 to 1, of a thick layer."`
	Tint     []float64 `json:"tint" maxItems:"36" doc:"Reflectance of one part with some of titanium white; empty for that white itself."`
	White    float64   `json:"white" minimum:"0" maximum:"1000" doc:"Parts of titanium white to one of the paint in the tint."`
	Source   string    `json:"source" maxLength:"120" doc:"What was measured, with what and when."`
}

// ToolKind is what kind of thing the painter holds.
type ToolKind string

// Tool is one brush, knife or cloth.
type Tool struct {
	ID    string   `json:"id" pattern:"^[a-z0-9-]{1,40}$"`
	Kind  ToolKind `json:"kind" enum:"flat,soft-flat,filbert,round,fan,soft-fan,mop,liner,dagger,worn,knife,point-knife,edge-knife,towel,rag,swab"`
	Width float64  `json:"width" minimum:"0.5" maximum:"150" doc:"mm across the hairs or along the blade."`
}

// Plane is a depth of the scene.
type Plane struct {
	ID       string  `json:"id" pattern:"^[a-z0-9-]{1,40}$"`
	Name     string  `json:"name" minLength:"1" maxLength:"60"`
	Distance float64 `json:"distance" minimum:"0.5" maximum:"200000" doc:"m from the eye."`
}

// Zone is a shape in a plane.
type Zone struct {
	ID      string   `json:"id" pattern:"^[a-z0-9-]{1,40}$"`
	Name    string   `json:"name" minLength:"1" maxLength:"60"`
	Plane   string   `json:"plane" maxLength:"40"`
	Kind    ZoneKind `json:"kind" enum:"sky,disc,cloud-bank,mist,birds,ridge,tree-line,hedge,bush,tree,birch,willow,poplar,fruit-tree,pine,conifer,bare-tree,log,water,stream,waterfall,surf,bank,field,snow,path,rock,grass,reeds,flowers,fence,wall,building,bridge,boat,figure,animal,shadow,reflection"`
	Outline []Point  `json:"outline" minItems:"3" maxItems:"300" doc:"Closed outline, mm."`
	Ragged  float64  `json:"ragged" minimum:"0" maximum:"30" doc:"How far the hand wanders from the outline, mm."`
	Of      string   `json:"of,omitempty" maxLength:"40" doc:"Of a shadow or a reflection: the zone that casts it."`
	Seed    int      `json:"seed,omitempty" minimum:"0" maximum:"1000000" doc:"Another like this: varies how the hand follows the shape."`
}

// Point is a place on the canvas, mm from its top left corner.
type Point struct {
	X float64 `json:"x" minimum:"0" maximum:"1500"`
	Y float64 `json:"y" minimum:"0" maximum:"1500"`
}

// Step is one thing to do, as the instructor would say it.
type Step struct {
	ID        string    `json:"id" pattern:"^[a-z0-9-]{1,40}$"`
	Zone      string    `json:"zone" maxLength:"40" doc:"Which zone; empty only for a wait or a drying."`
	Where     Where     `json:"where" enum:"whole,crest,foot,upper,lower,lit,shaded,left,right,middle,mirror"`
	Technique Technique `json:"technique" enum:"criss-cross,long-pull,feather,rub-in,scumble,fluff,tap,comma,knife-break,knife-slide,knife-line,pull-down,push-up,fan-edge,double-load,liner-pull,press-turn,dab,dry-drag,cut-in,glaze,rub-back,wipe-out,scrape,blot,wait,dry"`
	Tool      string    `json:"tool" maxLength:"40" doc:"Which tool; empty only for a wait or a drying."`
	Mixtures  []string  `json:"mixtures" maxItems:"3" doc:"Which mixtures: several grade from top to bottom, or fill the two sides of a double load."`
	Shares    []float64 `json:"shares,omitempty" maxItems:"3" doc:"Broken colour: percent of each mixture, side by side, stroke by stroke; left out, they grade."`
	Load      Load      `json:"load" enum:"thin,light,medium,full,heavy"`
	Pressure  Pressure  `json:"pressure" enum:"barely,light,medium,firm"`
	Medium    Medium    `json:"medium"`
	Care      Care      `json:"care" enum:"carry-on,wipe,rinse-damp,rinse-dry,fresh" doc:"What is done to the tool before the step."`
	Cover     float64   `json:"cover" minimum:"0.02" maximum:"3" doc:"How thoroughly the place is worked: 1 covers it once."`
	Minutes   float64   `json:"minutes" minimum:"0.5" maximum:"240"`
	Days      float64   `json:"days" minimum:"0" maximum:"60" doc:"How long the canvas is left to dry; only for the technique dry."`
	Words     string    `json:"words" maxLength:"600" doc:"What the student is told."`
	Note      string    `json:"note,omitempty" maxLength:"600" doc:"For the teacher alone."`
	Need      Need      `json:"need,omitempty" enum:",must,should,time" doc:"Whether the picture needs it: must, should, or only if there is time; not said when left out."`
	Stage     string    `json:"stage,omitempty" maxLength:"60" doc:"The name of the stage that begins with this step."`
	Meanwhile bool      `json:"meanwhile,omitempty" doc:"Done while the towel lies, or the wait goes on, that comes before it."`
	After     []After   `json:"after,omitempty" maxItems:"8" doc:"How long after other steps it may begin."`
	Easier    []Easier  `json:"easier,omitempty" maxItems:"1" doc:"Another way to do it, for those who need an easier one."`
}

// Need says how much a picture needs a step.
type Need string

// The needs, but for the one that is not said.
const (
	Must   Need = "must"
	Should Need = "should"
	IfTime Need = "time"
)

// Where is a part of a zone.
type Where string

// Technique is a kind of mark.
type Technique string

// The techniques.
const (
	CrissCross Technique = "criss-cross"
	LongPull   Technique = "long-pull"
	Feather    Technique = "feather"
	RubIn      Technique = "rub-in"
	Scumble    Technique = "scumble"
	Fluff      Technique = "fluff"
	Tap        Technique = "tap"
	Comma      Technique = "comma"
	KnifeBreak Technique = "knife-break"
	KnifeSlide Technique = "knife-slide"
	KnifeLine  Technique = "knife-line"
	PullDown   Technique = "pull-down"
	PushUp     Technique = "push-up"
	FanEdge    Technique = "fan-edge"
	DoubleLoad Technique = "double-load"
	LinerPull  Technique = "liner-pull"
	PressTurn  Technique = "press-turn"
	Dab        Technique = "dab"
	DryDrag    Technique = "dry-drag"
	CutIn      Technique = "cut-in"
	Glaze      Technique = "glaze"
	RubBack    Technique = "rub-back"
	WipeOut    Technique = "wipe-out"
	Scrape     Technique = "scrape"
	Blot       Technique = "blot"
	Wait       Technique = "wait"
	Dry        Technique = "dry"
)

// Idle reports whether nothing is done to the canvas: time alone works on it.
func (t Technique) Idle() bool { return t.Info().Idle }

// Marks reports whether the technique makes strokes; blots and scrapes work on a
// whole place at once.
func (t Technique) Marks() bool { return !t.Idle() && t != Blot && t != Scrape }

// Load is how much paint the tool carries.
type Load string

// Pressure is how hard the hand presses.
type Pressure string

// Care is what is done to a tool before a step.
type Care string

// Veils reports whether what lies below is meant to be seen through or between the
// marks.
func (t Technique) Veils() bool { return t == Glaze || t == Scumble || t == DryDrag }

// Covers reports whether it lays a mass that hides what is below, over all of its place.
func (t Technique) Covers() bool {
	return t == CrissCross || t == LongPull || t == PullDown || t == RubIn || t == KnifeSlide
}

// TakesOff reports whether it takes paint off, and lays none.
func (t Technique) TakesOff() bool { return t == RubBack || t == WipeOut || t == Scrape }

// Mixes reports whether paint is meant to mix with what lies where it goes.
func (t Technique) Mixes() bool { return t == PullDown || t == PushUp || t == Feather }

// Medium is what the paint is let down with, in percent of the whole volume.
type Medium struct {
	Solvent float64 `json:"solvent" minimum:"0" maximum:"80"`
	Oil     float64 `json:"oil" minimum:"0" maximum:"60"`
	Alkyd   float64 `json:"alkyd" minimum:"0" maximum:"60"`
	Acrylic bool    `json:"acrylic" doc:"The paint is acrylic, thinned with water; it goes under oil, never over it."`
}

// Total is the share of medium in the paint, percent.
func (m Medium) Total() float64 { return m.Solvent + m.Oil + m.Alkyd }

// Fat is the share of oil and alkyd that stays in the film, percent.
func (m Medium) Fat() float64 {
	rest := 100 - m.Solvent
	if rest <= 0 {
		return 0
	}
	return 100 * (m.Oil + m.Alkyd) / rest
}

// mostOil is how much oil the format lets into paint, percent.
const mostOil = 60

// Oiled is the medium with so many percent of solvent, and oil for what that is less, as far as the
// format goes: paint flows with it as well, and dries slower.
func (m Medium) Oiled(solvent float64) Medium {
	m.Oil, m.Solvent = min(mostOil, m.Oil+m.Solvent-solvent), solvent
	return m
}

// OnPurpose is a finding that the instructor accepts.
type OnPurpose struct {
	Rule   string `json:"rule" minLength:"1" maxLength:"60"`
	Where  string `json:"where" maxLength:"100" doc:"The step, or the planes, that the finding is about."`
	Reason string `json:"reason" minLength:"1" maxLength:"400"`
}

// Step returns the place of a step in the script, or -1.
func (l *Lesson) Step(id string) int {
	return index(l.Steps, id, func(s *Step) string { return s.ID })
}

// Mixture returns a mixture by its id.
func (l *Lesson) Mixture(id string) (Mixture, bool) {
	return find(l.Mixtures, id, func(m *Mixture) string { return m.ID })
}

// Tool returns a tool by its id.
func (l *Lesson) Tool(id string) (Tool, bool) {
	return find(l.Tools, id, func(t *Tool) string { return t.ID })
}

// Zone returns a zone by its id.
func (l *Lesson) Zone(id string) (Zone, bool) {
	return find(l.Zones, id, func(z *Zone) string { return z.ID })
}

// Plane returns the place of a plane in the order of depth, farthest first, or -1.
func (l *Lesson) Plane(id string) int {
	return index(l.Planes, id, func(p *Plane) string { return p.ID })
}

// PlaneOf returns the place in depth of the plane that a step paints, or -1 for
// a step without a zone.
func (l *Lesson) PlaneOf(s Step) int {
	z, ok := l.Zone(s.Zone)
	if !ok {
		return -1
	}
	return l.Plane(z.Plane)
}
