package mark

import "proxenos/core/lesson"

// A build says how a kind of tool is made: its footprint, the pattern and
// stiffness of its hairs, and how much they hold.
type build struct {
	dig      float32 // µm that it stirs at firm pressure
	uptake   float32 // share of stirred paint that empty hairs take up
	lay      float32 // µm that it lays when full
	reach    float32 // µm below the crests of the surface that it gets at firm pressure
	rows     int     // rows of hairs
	gap      float64 // mm between rows
	hold     float32 // µm over a cell of half a millimetre that a hair holds when full
	streak   float64 // how unlike its hairs are, 0-1
	openness float64 // share of places along the width that have hairs
	rounded  float64 // how much shorter the hairs at the ends are, 0-1
	slant    float64 // how much shorter the hairs are from one side to the other, 0-1
	arc      float64 // how far the row of hairs bows, as a share of half its width
	leave    float32 // stain that a cloth cannot take, µm
	roll     bool    // no hairs: a roll of paint on an edge
}

// whole reports whether all that the tool holds meets the canvas: a cloth, a blade.
func (b *build) whole() bool { return b.leave > 0 || b.roll }

// cloth is the hand's pad of towel, rag or swab: it takes and hardly gives.
func cloth(uptake, leave float32, rounded float64) build {
	return build{dig: 34, uptake: uptake, lay: 0.6, reach: 210, rows: 2, gap: 2, hold: 90000, streak: 0.35, openness: 1, rounded: rounded, leave: leave}
}

var builds = map[lesson.ToolKind]build{
	lesson.Flat:       {dig: 26, uptake: 0.34, lay: 10, reach: 170, rows: 2, gap: 1.1, hold: 30000, streak: 0.55, openness: 1},
	lesson.SoftFlat:   {dig: 7, uptake: 0.22, lay: 9, reach: 120, rows: 2, gap: 1.1, hold: 22000, streak: 0.25, openness: 1},
	lesson.Filbert:    {dig: 22, uptake: 0.32, lay: 11, reach: 160, rows: 2, gap: 1, hold: 30000, streak: 0.5, openness: 1, rounded: 0.7},
	lesson.Round:      {dig: 18, uptake: 0.3, lay: 11, reach: 150, rows: 2, gap: 0.8, hold: 26000, streak: 0.4, openness: 1, rounded: 0.7},
	lesson.Fan:        {dig: 13, uptake: 0.26, lay: 11, reach: 150, rows: 1, hold: 16000, streak: 0.8, openness: 0.55, arc: 0.45},
	lesson.SoftFan:    {dig: 5, uptake: 0.2, lay: 10, reach: 120, rows: 1, hold: 13000, streak: 0.7, openness: 0.6, arc: 0.45},
	lesson.Mop:        {dig: 4.5, uptake: 0.2, lay: 6, reach: 90, rows: 2, gap: 1.6, hold: 9000, streak: 0.2, openness: 1, rounded: 0.7},
	lesson.Liner:      {dig: 1.5, uptake: 0.04, lay: 20, reach: 130, rows: 2, gap: 0.4, hold: 30000, streak: 0.1, openness: 1},
	lesson.Dagger:     {dig: 6, uptake: 0.15, lay: 12, reach: 130, rows: 2, gap: 0.6, hold: 24000, streak: 0.25, openness: 1, slant: 0.7},
	lesson.Worn:       {dig: 24, uptake: 0.36, lay: 8, reach: 120, rows: 2, gap: 1.4, hold: 20000, streak: 1, openness: 0.42, rounded: 0.3},
	lesson.Knife:      {dig: 2.5, uptake: 0.03, lay: 300, reach: 26, rows: 1, hold: 26000, streak: 0.35, openness: 1, roll: true},
	lesson.PointKnife: {dig: 2, uptake: 0.03, lay: 260, reach: 24, rows: 1, hold: 22000, streak: 0.4, openness: 1, slant: 0.3, roll: true},
	lesson.EdgeKnife:  {dig: 3, uptake: 0.03, lay: 240, reach: 30, rows: 1, hold: 26000, streak: 0.2, openness: 1, roll: true},
	lesson.Towel:      cloth(0.5, 1.6, 0.5),
	lesson.Rag:        cloth(0.62, 1.1, 0.6),
	lesson.Swab:       cloth(0.7, 0.7, 0.7),
}

// PressureOf turns the word for a pressure into 0-1.
func PressureOf(p lesson.Pressure) float64 {
	switch p {
	case lesson.Barely:
		return 0.14
	case lesson.Lightly:
		return 0.34
	case lesson.Firmly:
		return 1
	}
	return 0.64
}

// A Filling is how a tool is loaded: how full its tip is, 1 being full and more bulging,
// and its heel, as a share of what that holds.
type Filling struct{ Tip, Heel float32 }

// FillingOf turns the word for a load into a filling.
func FillingOf(l lesson.Load) Filling {
	switch l {
	case lesson.ThinLoad:
		return Filling{0.06, 0.03}
	case lesson.LightLoad:
		return Filling{0.25, 0.15}
	case lesson.FullLoad:
		return Filling{1, 0.75}
	case lesson.HeavyLoad:
		return Filling{1.25, 1}
	}
	return Filling{0.5, 0.4}
}

// A Manner is how the hand leads the tool.
type Manner int

// The manners.
const (
	Stroking Manner = iota // the hairs bend and follow
	Sweeping               // the tips swing across and drag the surface along
	Siding                 // on the side of the hairs, flat over the texture
	Circling               // round and round, working paint about
	Filming                // one thin even film, without digging
	Sliding                // a blade flat on the surface, levelling
	Wiping                 // a cloth taking paint off
	Dragging               // a dry tool takes hold of what is wet and draws it along
	Lifting                // a dry tool goes into piled paint and lets go of it above
)

// lead changes how hairs meet the canvas to how the hand leads them.
func (m Manner) lead(p *pressing) {
	switch m {
	case Sweeping: // stir the very top, hold little of it and soon let it go
		p.Dig = 4 + 6*p.Dig
		p.Uptake = 0.5
		p.Capacity *= 0.3
	case Siding:
		p.Reach = 30 + 0.45*p.Reach
		p.Dig *= 0.15
		p.Uptake *= 0.3
		p.Lay *= 1.7
	case Circling:
		p.Dig *= 1.15
		p.Lay *= 0.6
	case Filming:
		p.Dig *= 0.2
		p.Uptake *= 0.3
		p.Lay *= 0.45
	case Dragging:
		p.Dig = 6 + 1.3*p.Dig
		p.Uptake = 0.6
	case Lifting:
		p.Dig = 80 + 2*p.Dig
		p.Uptake = 0.7
		p.Lay *= 1.5
	case Sliding:
		p.Roll = false
		p.Reach = 8 + 1.2*p.Reach
		p.Lay *= 0.5
		p.Dig *= 2
	}
}

// pitch is the distance between hairs in cells.
const pitch = 0.8
