// Package rescue answers a hand that is up: a trouble is reproduced on the canvas as it is at
// that step and minute, the remedies that a painter has there are tried on it, each is measured
// on the canvas, and what brings most back in the minutes that are left comes first.
//
// What is lost is ΔE00, by patches as an eye across the room sees them, against the canvas on
// which the step went as written; areas are cm², time is minutes of the class.
package rescue

import (
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
)

// A Trouble is what somebody has a hand up for.
type Trouble string

// The troubles.
const (
	Mud    Trouble = "mud"
	Slips  Trouble = "slips"
	Slides Trouble = "slides"
	Dark   Trouble = "dark"
	Light  Trouble = "light"
	Colour Trouble = "colour"
	Edge   Trouble = "edge"
	Thick  Trouble = "thick"
	Out    Trouble = "out"
	Set    Trouble = "set"
	Hole   Trouble = "hole"
)

// A cause is how a trouble comes about: the step in another manner, in a paint that is not its
// own any more, later than it should be, or followed by what somebody does to it.
type cause struct {
	how   string // "with too little paint"
	as    rehearse.Manner
	soil  float64 // share of what the tool still holds of another mixture
	of    soiling // which
	late  float64 // minutes later than in time
	after func(at lesson.Step) (lesson.Step, tool)
}

// soiling is of which mixture there is something left in the tool.
type soiling int

const (
	lastUsed soiling = iota
	darkest
	lightest
)

// stronger is a cause so many times as strong: what is too little becomes less, what is too much
// more.
func (c cause) stronger(times float64) cause {
	m := &c.as
	if m.Load > 0 {
		m.Load = math.Pow(m.Load, times)
	}
	m.Press *= times
	m.Again *= times
	m.Damp = min(1, m.Damp*times)
	m.Miss = rehearse.Spot{X: m.Miss.X * times, Y: m.Miss.Y * times}
	m.Stops /= times
	c.soil, c.late = min(0.85, c.soil*times), c.late*times
	return c
}

// tool is one that everybody has at hand, whatever the lesson names.
type tool struct {
	id    string
	kind  lesson.ToolKind
	width float64 // mm
}

var (
	towel = tool{"rescue-towel", lesson.Towel, 60}
	rag   = tool{"rescue-rag", lesson.Rag, 25}
	knife = tool{"rescue-knife", lesson.Knife, 30}
)

// A kind is a trouble with how it comes about and what is tried.
type kind struct {
	Trouble
	name, meaning string
	causes        []cause
	tries         []try
}

// troubles are all of them, in the order in which they are offered.
var troubles = []kind{
	{Mud, "went to mud", "The colours ran together into a grey or brown.", []cause{
		{how: "with a brush that was not wiped, gone over again", as: rehearse.Manner{Press: 0.3, Again: 1}, soil: 0.3},
		{how: "pressed, and gone over again and again", as: rehearse.Manner{Press: 0.4, Again: 2}},
	}, []try{again, same, blotted, scraped, afresh, wiped, waited}},
	{Slips, "will not stick", "The paint is picked up again instead of staying.", []cause{
		{how: "with too little paint, pressed", as: rehearse.Manner{Load: 0.35, Press: 0.2}},
		{how: "with hardly any paint", as: rehearse.Manner{Load: 0.25}},
	}, []try{again, same, blotted, blottedLong, waited, scraped}},
	{Slides, "slides", "The mark moves about on what is wet below.", []cause{
		{how: "with too much paint, pressed and gone over again", as: rehearse.Manner{Load: 1.6, Press: 0.35, Again: 1}},
		{how: "with a brush full of solvent, pressed", as: rehearse.Manner{Load: 0.8, Damp: 0.3, Press: 0.3}},
	}, []try{blotted, blottedLong, scraped, afresh, again, same, waited}},
	{Dark, "too dark", "The place came out darker than the picture.", []cause{
		{how: "with a dark left in the brush", as: rehearse.Manner{}, soil: 0.35, of: darkest},
		{how: "with too little paint, pressed into the dark below", as: rehearse.Manner{Load: 0.4, Press: 0.4}},
	}, []try{again, same, blotted, scraped, wiped, afresh}},
	{Light, "too light", "The place came out lighter than the picture.", []cause{
		{how: "with a light left in the brush", as: rehearse.Manner{}, soil: 0.35, of: lightest},
		{how: "pressed into the light below", as: rehearse.Manner{Load: 0.5, Press: 0.45}},
	}, []try{again, same, blotted, scraped, afresh, wiped}},
	{Colour, "colour wrong", "It is another colour than on the palette.", []cause{
		{how: "with a brush that was not wiped", as: rehearse.Manner{}, soil: 0.4},
		{how: "with a dark left in the brush", as: rehearse.Manner{}, soil: 0.3, of: darkest},
	}, []try{again, same, blotted, scraped, wiped, afresh}},
	{Edge, "edge lost", "It went over the edge, or the edge has gone.", []cause{
		{how: "beside its place", as: rehearse.Manner{Miss: rehearse.Spot{X: 5, Y: -4}, Press: 0.1}},
		{how: "beside its place", as: rehearse.Manner{Miss: rehearse.Spot{X: -5, Y: 4}, Press: 0.1}},
	}, []try{restatedBoth, restated, wipedBoth, again, same}},
	{Thick, "too thick", "It stands too high to go over.", []cause{
		{how: "with far too much paint", as: rehearse.Manner{Load: 2, Again: 1}},
	}, []try{scrapeAlone, blotAlone, scraped, afresh}},
	{Out, "ran out", "The pile is empty before the place is done.", []cause{
		{how: "until the paint ran out", as: rehearse.Manner{Stops: 0.4}},
	}, []try{again, same, blotted}},
	{Set, "it has set", "What should be wet does not move any more.", []cause{
		{how: "40 minutes late", late: 40},
	}, []try{afresh, again, same, scraped}},
	{Hole, "made a hole", "The place is rubbed down to the ground.", []cause{
		{how: "and rubbed off again in a place", after: rubbed},
	}, []try{again, same, afresh, blotted}},
}

// rubbed rubs a place off.
func rubbed(at lesson.Step) (lesson.Step, tool) {
	s := plain(at, "rescue-rub", lesson.Scrape, knife, 1)
	s.Pressure = lesson.Firmly
	return s, knife
}

// plain is something done with a cloth or a blade where a step works.
func plain(at lesson.Step, id string, technique lesson.Technique, with tool, minutes float64) lesson.Step {
	return lesson.Step{ID: id, Zone: at.Zone, Where: at.Where, Technique: technique, Tool: with.id, Mixtures: []string{},
		Load: lesson.MediumLoad, Pressure: lesson.Evenly, Care: lesson.Fresh, Cover: 1, Minutes: minutes}
}

// Troubles are all troubles in the order in which they are offered.
func Troubles() []lesson.Term {
	out := make([]lesson.Term, len(troubles))
	for i, t := range troubles {
		out[i] = lesson.Term{ID: string(t.Trouble), Name: t.name, Meaning: t.meaning}
	}
	return out
}

// Known reports whether t is one of them.
func Known(t Trouble) bool { return t.kind() >= 0 }

// kind is the place of a trouble among all, -1 for none.
func (t Trouble) kind() int {
	return slices.IndexFunc(troubles, func(k kind) bool { return k.Trouble == t })
}

// Name is what a trouble is called; empty for none.
func (t Trouble) Name() string {
	if k := t.kind(); k >= 0 {
		return troubles[k].name
	}
	return ""
}
