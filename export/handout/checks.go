package handout

import (
	"context"
	"fmt"
	"image/color"
	"slices"

	"proxenos/core/film"
	"proxenos/core/mend"
	"proxenos/core/rule"
	"proxenos/export/paper"
)

// marks are how severe a finding is, in a word.
var marks = map[rule.Severity]string{rule.Stop: "Stop", rule.Caution: "Caution", rule.Note: "Note"}

// checks is what the rules find in a lesson, what would mend it, and what is on purpose, beside
// the finished picture with the places.
func checks(_ context.Context, d *paper.Doc, m *Matter, _ Order) error {
	open := slices.DeleteFunc(slices.Clone(m.Findings), func(f mend.Judged) bool { return f.Accepted != "" })
	meant := slices.DeleteFunc(slices.Clone(m.Findings), func(f mend.Judged) bool { return f.Accepted == "" })
	said := "Nothing is open: the rules find nothing that is not on purpose."
	if len(open) > 0 {
		said = fmt.Sprintf("%d open, %d on purpose. The numbers are on the picture.", len(open), len(meant))
	}
	list := []paper.Block{pictured{m, open}, paper.Para{Text: said}}
	for i, f := range open {
		list = append(list, paper.Para{Style: paper.Style{Bold: true}, Text: fmt.Sprintf("%d  %s: %s", i+1, marks[f.Severity], f.Title)}, paper.Para{Style: paper.Style{Size: 9.5}, Text: d.Units.Text(f.Says)},
			paper.Para{Style: paper.Style{Size: 9, Italic: true}, Text: f.Reason})
		for _, r := range f.Remedies {
			list = append(list, paper.Row{Columns: []paper.Column{{Share: 6}, {Share: 100}}, Tight: true, Cells: []paper.Cell{{Tick: true}, {Text: d.Units.Text(fmt.Sprintf("%s: %s", r.Words, r.Leaves(f.Finding))), Style: paper.Style{Size: 9.5}}}})
		}
	}
	if len(meant) > 0 {
		list = append(list, paper.Title("On purpose"))
		for _, f := range meant {
			list = append(list, paper.Para{Style: paper.Style{Size: 9.5}, Text: fmt.Sprintf("%s: %s %s", f.Title, d.Units.Text(f.Says), f.Accepted)})
		}
	}
	d.Flow(paper.Flow{Name: "Checks", Foot: "For the instructor", Blocks: list})
	return nil
}

// pictured is the finished picture with the places of findings by their numbers.
type pictured struct {
	m    *Matter
	open []mend.Judged
}

// share is how much of the width of a page the picture takes.
const share = 0.55

func (p pictured) high(w float64) float64 {
	return share * w * p.m.Lesson.Support.Height / p.m.Lesson.Support.Width
}

// High is how high it is.
func (p pictured) High(_ *paper.Doc, w float64) float64 { return p.high(w) + 4 }

// Draw draws it.
func (p pictured) Draw(d *paper.Doc, x, y, w float64) {
	at := p.m.framed(d, paper.Rect{X: x, Y: y, W: share * w, H: p.high(w)}, film.Paint, p.m.end())
	d.Box(at, 0.2)
	for i, f := range p.open {
		if f.OnCanvas {
			px, py := at.X+at.W*f.At.X/p.m.Lesson.Support.Width, at.Y+at.H*f.At.Y/p.m.Lesson.Support.Height
			d.Disc(px, py, 5.4, color.Black)
			d.Disc(px, py, 4.8, color.White)
			tag := paper.Style{Size: 8, Bold: true}
			number := fmt.Sprint(i + 1)
			d.Line(px-d.Width(tag, number)/2, py-d.LineHigh(tag)/2, tag, number)
		}
	}
}
