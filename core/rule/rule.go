// Package rule judges a rehearsed lesson as an experienced painter would before
// the class: it finds what will go wrong, says by how much and where, and has ideas of
// what would help, as edits to the lesson. An idea is no remedy before it was tried: see
// package mend.
//
// A rule measures on the simulated canvas or on the schedule; it never guesses
// from labels. It measures every place it looks at, and the figure that it gives there, as it
// is shown, decides against its threshold whether it speaks.
package rule

import (
	"cmp"
	"fmt"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
)

// Severity says how bad a finding is.
type Severity string

// The severities.
const (
	Stop    Severity = "stop"    // cannot work
	Caution Severity = "caution" // likely to go wrong
	Note    Severity = "note"    // worth a look
)

// On is what a rule measures on, and what a remedy is tried on.
type On string

// What rules measure on.
const (
	Script   On = "script"   // the script and its schedule
	Reports  On = "reports"  // what was used and needed, with the cupboard or past sessions
	Step     On = "step"     // the canvas as the step leaves it, on fine cells
	Finished On = "finished" // the finished picture, on coarse cells: what is judged from two metres
)

// A Rule is one thing that Proxenos looks for.
type Rule struct {
	ID       string
	Title    string
	Severity Severity
	Reason   string                     // why, in the craft's words
	Figure   string                     // what it measures, in words
	Speaks   string                     // when it speaks, with its thresholds
	Source   string                     // where the thresholds come from
	On       On                         // what it measures on
	Beyond   bool                       // it asks the cupboard or the runs, which are no part of the lesson
	Choice   bool                       // its remedies change what the picture is about: a person decides
	Trade    bool                       // its remedies trade one thing for another, with both prices told: a person decides, and may also change the order of planes
	Quiet    map[lesson.Method]string   // house methods that do not mind, and why
	measure  func(c *Context) []Finding // what it measures, at every place it looks at
}

// A Finding is what a rule says about a lesson.
type Finding struct {
	Rule      string        `json:"rule"`
	Family    string        `json:"family" doc:"what it is about, in words"`
	Title     string        `json:"title"`
	Severity  Severity      `json:"severity" enum:"stop,caution,note"`
	Reason    string        `json:"reason" doc:"the craft's reason"`
	Says      string        `json:"says" doc:"what was found here, in a sentence"`
	Figure    float64       `json:"figure" doc:"what was measured: this decides"`
	Unit      string        `json:"unit"`
	Threshold float64       `json:"threshold" doc:"where the rule begins to speak"`
	Under     bool          `json:"under" doc:"whether it speaks below its threshold, not above"`
	Steps     []string      `json:"steps" doc:"the steps it concerns; the first is where it shows"`
	Where     string        `json:"where" doc:"names the place for accepting it on purpose"`
	At        rehearse.Spot `json:"at" doc:"middle of the place on the canvas, mm"`
	OnCanvas  bool          `json:"onCanvas" doc:"whether at means anything"`
	Accepted  string        `json:"accepted" doc:"the reason, when on purpose: the instructor's, or the house method's"`
	ByMethod  bool          `json:"byMethod" doc:"whether it is the house method that does not mind"`

	offers func() []Idea // what may help, found when it is asked for
}

// Speaks reports whether a figure is past its threshold.
func (f Finding) Speaks() bool {
	if f.Under {
		return f.Figure < f.Threshold
	}
	return f.Figure > f.Threshold
}

// Excess is how far a figure is past its threshold, in the unit of the figure; not above 0 where
// the rule is silent.
func (f Finding) Excess() float64 {
	if f.Under {
		return f.Threshold - f.Figure
	}
	return f.Figure - f.Threshold
}

// An Idea is an edit that may mend a finding, wholly or in part.
type Idea struct {
	Words   string         `json:"words"`
	Edit    lesson.AnyEdit `json:"edit"`
	Minutes float64        `json:"minutes" doc:"what it adds to the session"`
	Days    float64        `json:"days" doc:"what it adds to the days over which the canvas dries: a choice, never applied by itself"`
}

// Ideas are what may help against a finding, what helps most often first; none of one that was
// read from elsewhere than a check.
func (f Finding) Ideas() []Idea {
	if f.offers == nil {
		return nil
	}
	return f.offers()
}

// Told are findings by themselves: without their ideas, which hold on to the canvas on which they
// were found.
func Told(list []Finding) []Finding {
	out := slices.Clone(list)
	for i := range out {
		out[i].offers = nil
	}
	return out
}

// Offering is a finding with some ideas.
func Offering(f Finding, ideas ...Idea) Finding {
	f.offers = func() []Idea { return ideas }
	return f
}

// A place is what makes two findings of two lessons the same.
type place struct{ rule, where string }

func (f Finding) place() place { return place{f.Rule, f.Where} }

// SamePlace reports whether two findings are the same one, of one lesson or of two.
func (f Finding) SamePlace(g Finding) bool { return f.place() == g.place() }

// say is a threshold in words.
func say(format string, figures ...any) string { return fmt.Sprintf(format, figures...) }

// Rules that mending treats in a way of their own.
const (
	HiddenWork = "order.hidden-work"
	Mud        = "film.mud"
	DirtyBrush = "color.dirty-brush"
	Over       = "time.over"
)

// Sort puts findings in the order of the script, worst first within a step, and those that
// are accepted last.
func Sort(l *lesson.Lesson, out []Finding) {
	place := func(f Finding) int {
		if len(f.Steps) == 0 {
			return len(l.Steps)
		}
		return l.Step(f.Steps[0])
	}
	rank := map[Severity]int{Stop: 0, Caution: 1, Note: 2}
	meant := func(f Finding) int {
		if f.Accepted == "" {
			return 0
		}
		return 1
	}
	slices.SortStableFunc(out, func(a, b Finding) int {
		return cmp.Or(meant(a)-meant(b), place(a)-place(b), rank[a.Severity]-rank[b.Severity])
	})
}

// Unaccepted are the findings that are not on purpose.
func Unaccepted(list []Finding) (out []Finding) {
	for _, f := range list {
		if f.Accepted == "" {
			out = append(out, f)
		}
	}
	return out
}

// Open counts the findings of a severity that are not accepted.
func Open(list []Finding, s Severity) int {
	var n int
	for _, f := range list {
		if f.Severity == s && f.Accepted == "" {
			n++
		}
	}
	return n
}
