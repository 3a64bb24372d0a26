// Package card puts the steps of a lesson on cards: what somebody at an easel needs to see of
// each, and what the teacher watches for. It also finds the marks that are worth practising
// before.
//
// Widths are mm, time is minutes of the script, shares go from 0 to 1.
package card

import (
	"fmt"
	"strings"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/score"
)

// A Card is one step.
type Card struct {
	Step     string  `json:"step"`
	Number   int     `json:"number" doc:"counted from 1"`
	Stage    string  `json:"stage,omitempty" doc:"the stage that it belongs to"`
	Plane    string  `json:"plane,omitempty" doc:"the plane that it paints; nothing for a wait"`
	Brief    string  `json:"brief"`
	Sentence string  `json:"sentence"`
	Words    string  `json:"words,omitempty" doc:"what the student is told"`
	Note     string  `json:"note,omitempty" doc:"for the teacher alone"`
	Start    float64 `json:"start"`
	End      float64 `json:"end" doc:"the minute of the canvas to aim for"`
	Minutes  float64 `json:"minutes"`
	Tool     *InHand `json:"tool,omitempty"`
	Colours  []Mix   `json:"colours" doc:"what is on the tool"`
	Idle     bool    `json:"idle" doc:"time alone works"`
	Towel    bool    `json:"towel" doc:"a towel is laid, and lies for its minutes"`
	Marks    bool    `json:"marks" doc:"it makes strokes that can be seen close up"`
}

// InHand is the tool of a step.
type InHand struct {
	lesson.Tool
	Name string `json:"name"`
	Care string `json:"care" doc:"what is done to it before, in words"`
}

// A Mix is a mixture as it lies on the palette.
type Mix struct {
	Mixture string         `json:"mixture"`
	Name    string         `json:"name"`
	Colour  string         `json:"colour" doc:"#rrggbb"`
	Value   int            `json:"value" doc:"1 dark to 9 light"`
	Parts   []score.PartOf `json:"parts"`
}

// Recipe is what it is mixed of, in words.
func (m Mix) Recipe() string {
	var out string
	for i, part := range m.Parts {
		if i > 0 {
			out += " + "
		}
		if len(m.Parts) > 1 {
			out += lesson.Figure(part.Parts) + " "
		}
		out += part.Name
	}
	return out
}

// Mixes are the mixtures of a lesson.
func Mixes(l *lesson.Lesson) []Mix {
	var out []Mix
	for _, s := range score.Swatches(l) {
		out = append(out, Mix{s.Mixture, s.Name, s.Colour, s.Value, s.Parts})
	}
	return out
}

// Of are the cards of a lesson, a step each.
func Of(l *lesson.Lesson) []Card {
	piles := map[string]Mix{}
	for _, p := range Mixes(l) {
		piles[p.Mixture] = p
	}
	cares := map[lesson.Care]string{}
	for _, t := range lesson.Words().Cares {
		cares[lesson.Care(t.ID)] = t.Name
	}
	clock := l.Clock()
	out := make([]Card, len(l.Steps))
	stage := ""
	for i, s := range l.Steps {
		if s.Stage != "" {
			stage = s.Stage
		}
		c := Card{Step: s.ID, Number: i + 1, Stage: stage, Brief: lesson.Brief(l, s), Sentence: lesson.Say(l, s), Words: s.Words, Note: s.Note,
			Start: clock[i].Start, End: l.Start(i + 1), Minutes: s.Minutes, Colours: []Mix{}, Idle: s.Technique.Idle(), Towel: s.Technique == lesson.Blot, Marks: s.Technique.Marks()}
		if plane := l.PlaneOf(s); plane >= 0 {
			c.Plane = l.Planes[plane].Name
		}
		if t, ok := l.Tool(s.Tool); ok {
			c.Tool = &InHand{t, l.ToolName(s.Tool), cares[s.Care]}
		}
		for _, id := range s.Mixtures {
			c.Colours = append(c.Colours, piles[id])
		}
		out[i] = c
	}
	return out
}

// Figures from which the teacher is told what to watch for.
const (
	wetFrom     = 25.0 // µm of paint that has not set
	mudFrom     = 0.08 // share of what it covers
	edgeFrom    = 2.0  // cm of another edge
	residueFrom = 2.0  // ΔE00
	thickFrom   = 120.0
)

// Watch says what to watch for in step i, and what helps, from what it did in the rehearsal.
func Watch(l *lesson.Lesson, i int, r rehearse.Report) []string {
	s := l.Steps[i]
	out := []string{}
	say := func(is bool, format string, args ...any) {
		if is {
			out = append(out, fmt.Sprintf(format, args...))
		}
	}
	lays := s.Technique.Marks() && len(s.Mixtures) > 0
	say(lays && !s.Technique.Mixes() && r.Under.Wet >= wetFrom && !s.WantsGrip(), "%.0f µm of wet paint below: a full load, a light hand.", r.Under.Wet)
	say(s.WantsGrip() && r.Under.Wet >= wetFrom/2, "It wants paint that grips, and %.0f µm below has not set: where it slips, work elsewhere for some minutes.", r.Under.Wet)
	say(r.Mud >= mudFrom, "%.0f %% of it goes to mud, by ΔE %.0f: few strokes, then leave it.", 100*r.Mud, r.MudDE)
	if plane := l.Plane(r.Crossed.Plane); plane >= 0 {
		over := l.Planes[plane].Name
		if len(r.Crossed.Zones) > 0 {
			z, _ := l.Zone(r.Crossed.Zones[0])
			over = z.Name
		}
		say(r.Crossed.Edge >= edgeFrom, "It goes over the edge of %s: %.0f cm to cut in again.", strings.ToLower(over), r.Crossed.Edge)
	}
	say(r.Brought.Residue >= residueFrom, "What is left in the tool shows, by ΔE %.1f: clean it well.", r.Brought.Residue)
	say(lays && r.Thick >= thickFrom, "%.0f µm thick when it is done: nothing goes over it today.", r.Thick)
	return out
}
