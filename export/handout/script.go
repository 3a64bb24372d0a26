package handout

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"time"

	"proxenos/core/card"
	"proxenos/core/mend"
	"proxenos/export/paper"
)

// script is what the instructor has at hand: each step with its time, its words, its note, what
// to watch for and what is left on purpose; at the end what helps when a hand goes up.
func script(_ context.Context, d *paper.Doc, m *Matter, _ Order) error {
	clock := m.Class.Clock(m.Lesson)
	begins := m.Class.Begins()
	intro := fmt.Sprintf("%s. %.0f minutes at the pace of this class, and there are %.0f.", m.when(), m.Class.Takes(m.Lesson), m.Class.Minutes)
	list := []paper.Block{paper.Para{Text: intro}}
	if m.Class.Notes != "" {
		list = append(list, paper.Para{Style: paper.Style{Italic: true}, Text: m.Class.Notes})
	}
	stage := ""
	for i, c := range card.Of(m.Lesson) {
		if c.Stage != stage {
			stage = c.Stage
			list = append(list, paper.Title(stage))
		}
		s := scriptStep{card: c, at: begins.Add(time.Duration(clock[i].Start * float64(time.Minute))).Format("15:04")}
		if i < len(m.Canvas.Reports) {
			s.watch = card.Watch(m.Lesson, i, m.Canvas.Reports[i])
		}
		s.purpose = onPurpose(m.Findings, c.Step)
		list = append(list, s)
	}
	list = append(list, paper.Title("When a hand goes up"))
	columns := []paper.Column{{Share: 30}, {Share: 100}}
	for _, t := range card.Troubles() {
		list = append(list, paper.Row{Columns: columns, Cells: []paper.Cell{{Text: t.Says, Style: paper.Style{Bold: true}}, {Text: t.Helps}}})
	}
	d.Flow(paper.Flow{Name: "Teacher's script", Foot: "For the instructor", Blocks: list})
	return nil
}

// onPurpose says what the rules find at a step: accepted with its reason, or still open.
func onPurpose(findings []mend.Judged, step string) (out []string) {
	for _, f := range findings {
		if len(f.Steps) == 0 || f.Steps[0] != step {
			continue
		}
		says := "Open: " + f.Says
		if f.Accepted != "" {
			says = fmt.Sprintf("On purpose: %s %s", f.Says, f.Accepted)
		}
		if !slices.Contains(out, says) {
			out = append(out, says)
		}
	}
	return out
}

// A scriptStep is a step in the script.
type scriptStep struct {
	card    card.Card
	at      string
	watch   []string
	purpose []string
}

// timeWide is how wide the column with the time is, mm.
func timeWide(d *paper.Doc) float64 { return d.Width(paper.Style{Bold: true}, "00:00") + 5 }

// lines are what stands beside the time, each with its looks.
func (s scriptStep) lines(d *paper.Doc) (out []paper.Para) {
	add := func(style paper.Style, text string) {
		if text != "" {
			out = append(out, paper.Para{Style: style, Text: d.Units.Text(text)})
		}
	}
	add(paper.Style{Bold: true}, fmt.Sprintf("%d  %s", s.card.Number, s.card.Brief))
	add(paper.Style{Size: 9}, s.card.Sentence)
	if s.card.Words != "" {
		add(paper.Style{Size: 9, Italic: true}, "Say: "+s.card.Words)
	}
	if s.card.Note != "" {
		add(paper.Style{Size: 9, Bold: true}, "Note: "+s.card.Note)
	}
	if len(s.watch) > 0 {
		add(paper.Style{Size: 9}, "Watch: "+strings.Join(s.watch, " "))
	}
	add(paper.Style{Size: 9, Grey: true}, strings.Join(s.purpose, " "))
	return out
}

// High is how high it is.
func (s scriptStep) High(d *paper.Doc, w float64) float64 {
	high := 2.2
	for _, p := range s.lines(d) {
		high += d.High(w-timeWide(d), p.Style, p.Text)
	}
	return high
}

// Draw writes it.
func (s scriptStep) Draw(d *paper.Doc, x, y, w float64) {
	d.Line(x, y, paper.Style{Bold: true}, s.at)
	for _, p := range s.lines(d) {
		y += d.Text(x+timeWide(d), y, w-timeWide(d), p.Style, p.Text)
	}
}
