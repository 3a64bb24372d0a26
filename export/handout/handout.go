// Package handout makes what is given out at a class and what the instructor has at hand: step
// cards, the score on one page, the mixing chart, the palette at true size, the value plan, the
// tracing, the script, what to buy, what to do beforehand, cautions, a practice sheet and a
// poster; one of them, or all as a class pack with its contents.
//
// What is on them is worked out elsewhere: this package lays it out, for package paper.
package handout

import (
	"context"
	"fmt"
	"image/color"
	"io"
	"slices"
	"strings"

	"proxenos/core/card"
	"proxenos/core/class"
	"proxenos/core/lesson"
	"proxenos/core/mend"
	"proxenos/core/rehearse"
	"proxenos/export/paper"
)

// A Matter is what handouts are made of.
type Matter struct {
	Lesson    *lesson.Lesson
	Canvas    *rehearse.Rehearsal // its rehearsal, with its canvases
	Class     class.Class
	Prep      *class.Prep
	Findings  []mend.Judged // what the rules say of it
	Hard      []card.Hard   // the marks worth practising
	Unplanned bool          // whether no class of it is planned yet: then there is no day
}

// A Kind of handout.
type Kind string

// The kinds.
const (
	Poster   Kind = "poster"
	Cards    Kind = "cards"
	Score    Kind = "score"
	Mixing   Kind = "mixing"
	Palette  Kind = "palette"
	Values   Kind = "values"
	Tracing  Kind = "tracing"
	Practice Kind = "practice"
	Script   Kind = "script"
	Shopping Kind = "shopping"
	Setup    Kind = "set-up"
	Safety   Kind = "safety"
	Checks   Kind = "checks"
)

// A printer lays one kind of handout out.
type printer struct {
	kind    Kind
	name    string
	meaning string
	print   func(ctx context.Context, d *paper.Doc, m *Matter, o Order) error
}

// printers are the kinds in the order of the pack: what students get, then what the instructor has.
func printers() []printer {
	return []printer{
		{Poster, "Poster", "The finished picture on a page.", poster},
		{Score, "Score on a page", "Every step in a line.", scorePage},
		{Cards, "Step cards", "A card for each step: what is new clear, the rest faded; colours, tool at true width, words.", cards},
		{Mixing, "Mixing chart", "Each mixture, its recipe in parts, its value, and where it is used.", mixing},
		{Palette, "Palette map", "Where every pile lies, as a plan and at true size.", paletteMap},
		{Values, "Value plan", "The picture in three values beside the picture.", values},
		{Tracing, "Tracing", "The outlines at true size with a grid, over as many sheets as it takes.", tracing},
		{Practice, "Practice sheet", "The two marks that a beginner's hand spoils most, at true size, with room to try them.", practice},
		{Script, "Teacher's script", "Times, words, notes, what to watch for, what is left on purpose.", script},
		{Shopping, "Shopping list", "What to buy and what students bring.", shopping},
		{Setup, "Set-up sheet", "What to do on which day, to tick off.", setup},
		{Safety, "Safety sheet", "Cautions for the materials that this lesson uses.", safety},
		{Checks, "Checks", "What the rules find, what would mend it, and what is left on purpose.", checks},
	}
}

// Kinds says the kinds in words, in the order of the pack.
func Kinds() []lesson.Term {
	var out []lesson.Term
	for _, p := range printers() {
		out = append(out, lesson.Term{ID: string(p.kind), Name: p.name, Meaning: p.meaning})
	}
	return out
}

// An Order says what is printed, and how. Its zero value is the class pack on A4.
type Order struct {
	paper.Format
	Kinds []Kind `json:"kinds,omitempty" doc:"which handouts; all of them, with contents, when left out"`
	Two   bool   `json:"two,omitempty" doc:"two step cards on a sheet, not four"`
}

// Check refuses what is not known.
func (o Order) Check() error {
	if err := o.Format.Check(); err != nil {
		return err
	}
	var known []string
	for _, k := range Kinds() {
		known = append(known, k.ID)
	}
	for i, k := range o.Kinds {
		if !slices.Contains(known, string(k)) {
			return fmt.Errorf("handout %q is not known: use some of %s", k, strings.Join(known, ", "))
		}
		if slices.Contains(o.Kinds[:i], k) {
			return fmt.Errorf("handout %q is named twice: name it once", k)
		}
	}
	return nil
}

// Has reports whether a kind is printed.
func (o Order) Has(k Kind) bool { return len(o.Kinds) == 0 || slices.Contains(o.Kinds, k) }

// Colours is what every sheet with swatches says.
const Colours = "Colour on paper differs from paint: mix by the recipe, judge by the pile."

// Write writes handouts as a PDF, and returns how many pages it has. say is told what is being
// laid out; it may be nil. It ends early with ctx.
func Write(ctx context.Context, w io.Writer, m *Matter, o Order, say func(string)) (pages int, err error) {
	if err := o.Check(); err != nil {
		return 0, err
	}
	d, err := paper.New(m.title(), o.Format)
	if err != nil {
		return 0, err
	}
	pack := len(o.Kinds) == 0
	var contents paper.Rect
	if pack {
		contents = cover(d, m)
	}
	for _, p := range printers() {
		if !o.Has(p.kind) {
			continue
		}
		if err := ctx.Err(); err != nil {
			return 0, err
		}
		if say != nil {
			say(strings.ToLower(p.name))
		}
		d.Chapter(p.name)
		if err := p.print(ctx, d, m, o); err != nil {
			return 0, fmt.Errorf("%s: %w", strings.ToLower(p.name), err)
		}
	}
	if pack {
		d.Contents(1, contents, paper.Style{Size: 11})
	}
	return d.Pages(), d.Write(w)
}

// title is what the class is called; its lesson, where it has no name of its own.
func (m *Matter) title() string {
	if m.Class.Title != "" {
		return m.Class.Title
	}
	return m.Lesson.Title
}

// end is the minute at which the picture is finished.
func (m *Matter) end() float64 { return m.Lesson.Start(len(m.Lesson.Steps)) }

// When is when a class takes place, in words.
func (m *Matter) when() string {
	if m.Unplanned {
		return "No class is planned yet"
	}
	begins, ends := m.Class.Begins(), m.Class.Ends()
	until := ends.Format("15:04")
	if begins.Format("2 1 2006") != ends.Format("2 1 2006") {
		until = ends.Format("15:04 on 2 January")
	}
	return fmt.Sprintf("%s, %s to %s", begins.Format("Monday 2 January 2006"), begins.Format("15:04"), until)
}

// hex is a colour written as #rrggbb.
func hex(s string) color.Color {
	var r, g, b uint8
	if n, _ := fmt.Sscanf(s, "#%02x%02x%02x", &r, &g, &b); n != 3 {
		return color.Gray{200}
	}
	return color.RGBA{r, g, b, 255}
}

func people(n int) string {
	if n == 1 {
		return "one person"
	}
	return fmt.Sprintf("%d people", n)
}
