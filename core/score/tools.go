package score

import (
	"fmt"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/spectrum"
)

// Toolset says what tools a script needs and with how few it could be painted.
type Toolset struct {
	Used   []UsedTool `json:"used"`
	Least  []string   `json:"least" doc:"tools that suffice, in words: the fewest there are"`
	Edits  []Swap     `json:"edits" doc:"what would have to change for that, a tool at a time"`
	Says   string     `json:"says"`
	Spares []Spare    `json:"spares" doc:"where a spare brush saves more than it costs, the most first"`
}

// UsedTool is a tool with what it is used for.
type UsedTool struct {
	Tool    string  `json:"tool"`
	Name    string  `json:"name"`
	Steps   int     `json:"steps"`
	Pieces  int     `json:"pieces" doc:"how many of it must lie ready: each use that asks for a fresh one takes another"`
	Cleaned int     `json:"cleaned" doc:"times it is wiped or rinsed"`
	Minutes float64 `json:"minutes" doc:"minutes that this takes"`
}

// Swap does the steps of one tool with others.
type Swap struct {
	Says string         `json:"says"`
	Edit lesson.AnyEdit `json:"edit"`
}

// Spare is a second piece of a tool, kept for one family of colours.
type Spare struct {
	Tool  string         `json:"tool"`
	Says  string         `json:"says"`
	Saves float64        `json:"saves" doc:"minutes of cleaning"`
	Edit  lesson.AnyEdit `json:"edit"`
}

const (
	narrower = 0.65 // how much narrower a tool may be that does another's work
	broader  = 1.45 // and how much broader
)

// alike lists kinds whose marks are near enough that one may stand for the other.
var alike = [][]lesson.ToolKind{
	{lesson.Flat, lesson.Filbert, lesson.Worn}, {lesson.SoftFlat, lesson.Mop}, {lesson.Round, lesson.Filbert}, {lesson.Fan, lesson.SoftFan}, {lesson.Liner, lesson.Dagger},
	{lesson.Knife, lesson.PointKnife, lesson.EdgeKnife}, {lesson.Towel, lesson.Rag},
}

// does reports whether a step can be done with another tool without becoming another mark.
func does(s lesson.Step, now, other lesson.Tool) bool {
	if now.ID == other.ID {
		return true
	}
	near := now.Kind == other.Kind || slices.ContainsFunc(alike, func(k []lesson.ToolKind) bool {
		return slices.Contains(k, now.Kind) && slices.Contains(k, other.Kind)
	})
	share := other.Width / now.Width
	return near && s.Technique.Info().Takes(other.Kind) && share >= narrower && share <= broader
}

// Tools works out which tools a lesson needs, and the fewest of them that suffice.
func Tools(l *lesson.Lesson) Toolset {
	t := Toolset{Used: []UsedTool{}, Least: []string{}, Edits: []Swap{}, Spares: []Spare{}}
	place := map[string]int{}
	var list []lesson.Tool
	for _, s := range l.Steps {
		tool, ok := l.Tool(s.Tool)
		if !ok || s.Technique.Idle() {
			continue
		}
		k, known := place[s.Tool]
		if !known {
			k = len(list)
			place[s.Tool] = k
			list = append(list, tool)
			t.Used = append(t.Used, UsedTool{Tool: s.Tool, Name: l.ToolName(s.Tool), Pieces: 1})
		} else if s.Care == lesson.Fresh && tool.Kind.Brush() {
			t.Used[k].Pieces++
		}
		u := &t.Used[k]
		u.Steps++
		if known && s.Care != lesson.CarryOn && s.Care != lesson.Fresh {
			u.Cleaned++
			u.Minutes += s.Care.Minutes()
		}
	}
	var needs []uint64 // for each step, the tools that can do it
	for _, s := range l.Steps {
		now, ok := l.Tool(s.Tool)
		if !ok || s.Technique.Idle() {
			continue
		}
		var can uint64
		for k, other := range list {
			if does(s, now, other) {
				can |= 1 << k
			}
		}
		if !slices.Contains(needs, can) {
			needs = append(needs, can)
		}
	}
	few := cover(needs, len(list))
	for k := range list {
		if few&(1<<k) != 0 {
			t.Least = append(t.Least, t.Used[k].Name)
			continue
		}
		t.Edits = append(t.Edits, instead(l, list, k, few))
	}
	t.Says = fmt.Sprintf("%d tools are used, and each is needed.", len(list))
	if d := len(t.Edits); d > 0 {
		t.Says = fmt.Sprintf("%d tools are used; %d would do.", len(list), len(list)-d)
	}
	t.Spares = spares(l)
	return t
}

// instead does the steps of tool k with the kept ones that are nearest in width.
func instead(l *lesson.Lesson, list []lesson.Tool, k int, few uint64) Swap {
	var all lesson.All
	var by []string
	for _, s := range l.Steps {
		if s.Tool != list[k].ID || s.Technique.Idle() {
			continue
		}
		best := -1
		for o, other := range list {
			if few&(1<<o) != 0 && does(s, list[k], other) && (best < 0 || math.Abs(other.Width-list[k].Width) < math.Abs(list[best].Width-list[k].Width)) {
				best = o
			}
		}
		n := s
		n.Tool = list[best].ID
		if n.Care == lesson.CarryOn || n.Care == lesson.Fresh {
			n.Care = lesson.RinseDry // it has done something else before
		}
		all = append(all, lesson.Change{Step: n})
		if name := l.ToolName(n.Tool); !slices.Contains(by, name) {
			by = append(by, name)
		}
	}
	says := fmt.Sprintf("do without the %s: use the %s", l.ToolName(list[k].ID), by[0])
	for _, b := range by[1:] {
		says += " and the " + b
	}
	return Swap{says, lesson.AnyEdit{Edit: all}}
}

// cover is a smallest set of n things that has one of each need: the search goes through
// all sets that may be smaller than the best one, the rarest need first.
func cover(needs []uint64, n int) uint64 {
	slices.SortFunc(needs, func(a, b uint64) int { return ones(a) - ones(b) })
	best, fewest := uint64(1)<<n-1, n
	var try func(have uint64, count int)
	try = func(have uint64, count int) {
		if count >= fewest {
			return
		}
		for _, need := range needs {
			if need&have != 0 {
				continue
			}
			for k := range n {
				if need&(1<<k) != 0 {
					try(have|1<<k, count+1)
				}
			}
			return
		}
		best, fewest = have, count
	}
	try(0, 0)
	return best
}

func ones(m uint64) (n int) {
	for ; m != 0; m &= m - 1 {
		n++
	}
	return n
}

// spares looks for tools that are rinsed again and again between the same two families of
// colours: with a second piece for the lighter, each is only wiped.
func spares(l *lesson.Lesson) []Spare {
	out := []Spare{}
	light := map[string]float64{}
	for _, s := range Swatches(l) {
		light[s.Mixture] = s.Lab.L
	}
	var seen []string
	for _, first := range l.Steps {
		tool, ok := l.Tool(first.Tool)
		if !ok || !tool.Kind.Brush() || slices.Contains(seen, tool.ID) || first.Technique.Idle() {
			continue
		}
		seen = append(seen, tool.ID)
		if s, ok := spare(l, tool, light); ok {
			out = append(out, s)
		}
	}
	slices.SortStableFunc(out, func(a, b Spare) int { return int(100 * (b.Saves - a.Saves)) })
	return out
}

// spareWorth is how many minutes a spare brush saves at least.
const spareWorth = 1.0

func spare(l *lesson.Lesson, tool lesson.Tool, light map[string]float64) (Spare, bool) {
	type use struct {
		step  lesson.Step
		light float64
	}
	var uses []use
	for _, s := range l.Steps {
		if s.Tool == tool.ID && len(s.Mixtures) > 0 {
			uses = append(uses, use{s, light[s.Mixtures[0]]})
		}
	}
	second := tool
	second.ID = lesson.FreeID(tool.ID, func(id string) bool { _, taken := l.Tool(id); return taken })
	place := slices.IndexFunc(l.Tools, func(t lesson.Tool) bool { return t.ID == tool.ID }) + 1
	best, bestSaves := 0.0, 0.0
	var bestEdit lesson.All
	for _, border := range uses {
		all := lesson.All{lesson.SetTool{At: place, Tool: second}}
		saves := 0.0
		var had [2]bool
		for _, u := range uses {
			n, side := u.step, 0
			if u.light >= border.light {
				n.Tool, side = second.ID, 1
			}
			switch {
			case !had[side]:
				n = n.Cleaned(lesson.Fresh)
			case n.Care == lesson.RinseDry || n.Care == lesson.RinseDamp:
				n = n.Cleaned(lesson.Wipe)
			}
			had[side] = true
			saves += u.step.Minutes - n.Minutes
			if n.Tool != u.step.Tool || n.Care != u.step.Care {
				all = append(all, lesson.Change{Step: n})
			}
		}
		if had[0] && had[1] && saves > bestSaves {
			best, bestSaves, bestEdit = border.light, saves, all
		}
	}
	if bestSaves < spareWorth {
		return Spare{}, false
	}
	return Spare{tool.ID, fmt.Sprintf("a second %s, kept for what is lighter than value %d: %g min less cleaning", l.ToolName(tool.ID), spectrum.Lab{L: best}.Value(), bestSaves), bestSaves, lesson.AnyEdit{Edit: bestEdit}}, true
}
