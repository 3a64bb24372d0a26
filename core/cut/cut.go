// Package cut cuts supports: equal pieces from a roll of canvas, or from sheets of board or
// paper, with straight cuts right across what is being cut, as with knife and rule. The length
// of roll, or the number of sheets, is the least there is for such cuts.
//
// Lengths are mm, and inside whole tenths of one.
package cut

import (
	"fmt"
	"math"
	"sort"
)

// Blank is a piece: a support to paint on, and the margin that is left around it.
type Blank struct {
	Width  float64 `json:"width" minimum:"20" maximum:"3000" doc:"mm"`
	Height float64 `json:"height" minimum:"20" maximum:"3000" doc:"mm"`
	Margin float64 `json:"margin" minimum:"0" maximum:"300" doc:"mm all round: 15 to mount it later, 0 for boards"`
}

// Source is what it is cut from.
type Source struct {
	Width  float64 `json:"width" minimum:"20" maximum:"6000" doc:"mm across the roll, or of a sheet"`
	Length float64 `json:"length" minimum:"0" maximum:"6000" doc:"mm of a sheet; 0 for a roll"`
	Kerf   float64 `json:"kerf" minimum:"0" maximum:"20" doc:"mm that a cut takes away: 0 for a knife, 3 for a saw"`
}

// Roll reports whether it comes from a roll.
func (s Source) Roll() bool { return s.Length == 0 }

// Lay is where a piece lies, with its margin, mm from the corner of the roll or sheet: x
// across it, y along.
type Lay struct {
	Sheet  int     `json:"sheet" doc:"which sheet, from 0 on; 0 for a roll"`
	X      float64 `json:"x"`
	Y      float64 `json:"y"`
	Width  float64 `json:"width"`
	Height float64 `json:"height"`
	Turned bool    `json:"turned" doc:"its width lies along the roll"`
}

// A Plan is how everything is cut.
type Plan struct {
	Sheets int     `json:"sheets" doc:"how many; 0 for a roll"`
	Length float64 `json:"length" doc:"mm of roll; 0 for sheets"`
	Pieces []Lay   `json:"pieces"`
	Waste  float64 `json:"waste" doc:"share of what is cut up that is no piece with its margin"`
	Least  bool    `json:"least" doc:"whether no other way needs less"`
}

// Most is how many pieces are cut at once.
const Most = 400

// Of plans the cuts for n pieces. It fails when a figure is out of bounds, or when no piece
// fits into what there is.
func Of(n int, p Blank, s Source) (Plan, error) {
	if err := check(n, p, s); err != nil {
		return Plan{}, err
	}
	kerf := tenths(s.Kerf) // each piece has one cut beside it: the last needs none
	c := cutter{kerf: kerf, across: tenths(s.Width) + kerf, w: tenths(p.Width+2*p.Margin) + kerf, h: tenths(p.Height+2*p.Margin) + kerf}
	along := tenths(s.Length) + kerf
	fits := min(c.w, c.h) <= c.across
	if !s.Roll() {
		fits = c.w <= c.across && c.h <= along || c.h <= c.across && c.w <= along
	}
	if !fits {
		return Plan{}, fmt.Errorf("a piece of %g × %g mm with a margin of %g mm does not fit on a %s %g mm wide: give a smaller piece, less margin or a wider %s", p.Width, p.Height, p.Margin, s.name(), s.Width, s.name())
	}
	plan, of := Plan{}, 0.0
	if s.Roll() {
		plan = roll(n, c)
		of = s.Width * plan.Length
	} else {
		plan = sheets(n, along, c)
		of = s.Width * s.Length * float64(plan.Sheets)
	}
	plan.Waste = 1 - float64(n)*mm(c.w-kerf)*mm(c.h-kerf)/of
	return plan, nil
}

func check(n int, p Blank, s Source) error {
	bounds := func(what string, v, least, most float64) error {
		if !(v >= least && v <= most) {
			return fmt.Errorf("%s is %g: give %g to %g", what, v, least, most)
		}
		return nil
	}
	for _, err := range []error{bounds("pieces", float64(n), 1, Most), bounds("width", p.Width, 20, 3000), bounds("height", p.Height, 20, 3000),
		bounds("margin", p.Margin, 0, 300), bounds("width of the "+s.name(), s.Width, 20, 6000), bounds("length", s.Length, 0, 6000), bounds("kerf", s.Kerf, 0, 20)} {
		if err != nil {
			return err
		}
	}
	return nil
}

func (s Source) name() string {
	if s.Roll() {
		return "roll"
	}
	return "sheet"
}

func tenths(mm float64) int { return int(math.Round(mm * 10)) }

func mm(tenths int) float64 { return float64(tenths) / 10 }

// roll finds the least length: the first of all lengths that pieces can add up to from which
// enough of them come. Where there are too many lengths to look at it cuts twice half as many.
func roll(n int, c cutter) Plan {
	longest := math.MaxInt // that rows of one kind need
	for _, side := range [2][2]int{{c.w, c.h}, {c.h, c.w}} {
		if row := c.across / side[0]; row > 0 {
			longest = min(longest, (n+row-1)/row*side[1])
		}
	}
	lengths := sums(c.w, c.h, longest, mostLengths)
	if lengths == nil {
		first, second := roll(n/2, c), roll(n-n/2, c)
		for _, p := range second.Pieces {
			p.Y += first.Length + mm(c.kerf)
			first.Pieces = append(first.Pieces, p)
		}
		first.Length += mm(c.kerf) + second.Length
		first.Least = false
		return first
	}
	t := c.table(lengths)
	at := sort.Search(len(lengths), func(i int) bool { return t.most[t.whole][i] >= n })
	plan := Plan{Length: mm(lengths[at] - c.kerf), Least: true}
	t.place(&plan, n, t.whole, at, spot{})
	return plan
}

// sheets takes as many as it can from each.
func sheets(n, along int, c cutter) Plan {
	lengths := sums(c.w, c.h, along, math.MaxInt)
	t := c.table(lengths)
	plan := Plan{Least: true}
	for each := t.most[t.whole][len(lengths)-1]; n > 0; n -= each {
		t.place(&plan, min(n, each), t.whole, len(lengths)-1, spot{sheet: plan.Sheets})
		plan.Sheets++
	}
	return plan
}
