// Package rule judges a rehearsed lesson as an experienced painter would before
// the class: it finds what will go wrong, says by how much and where, and offers
// remedies as edits to the lesson.
//
// A rule measures on the simulated canvas or on the schedule; it never guesses
// from labels.
package rule

import (
	"context"
	"fmt"
	"runtime"
	"slices"
	"sort"
	"sync"
	"sync/atomic"

	"proxenos/core/fault"
	"proxenos/core/lesson"
	"proxenos/core/picture"
	"proxenos/core/rehearse"
	"proxenos/core/run"
	"proxenos/core/supply"
)

// Severity says how bad a finding is.
type Severity string

// The severities.
const (
	Stop    Severity = "stop"    // cannot work
	Caution Severity = "caution" // likely to go wrong
	Note    Severity = "note"    // worth a look
)

// A Rule is one thing that Proxenos looks for.
type Rule struct {
	ID       string
	Title    string
	Severity Severity
	Reason   string                     // why, in the craft's words
	Speaks   string                     // when it speaks, with its thresholds
	Beyond   bool                       // it asks the cupboard or the runs, which are no part of the lesson
	Choice   bool                       // its remedies change what the picture is about: a person decides
	Quiet    map[lesson.Method]string   // house methods that do not mind, and why
	find     func(c *Context) []Finding // what it measures
}

// A Finding is what a rule says about a lesson.
type Finding struct {
	Rule      string        `json:"rule"`
	Title     string        `json:"title"`
	Severity  Severity      `json:"severity" enum:"stop,caution,note"`
	Reason    string        `json:"reason" doc:"the craft's reason"`
	Says      string        `json:"says" doc:"what was found here, in a sentence"`
	Figure    float64       `json:"figure" doc:"what was measured"`
	Unit      string        `json:"unit"`
	Threshold float64       `json:"threshold" doc:"where the rule begins to speak"`
	Steps     []string      `json:"steps" doc:"the steps it concerns; the first is where it shows"`
	Where     string        `json:"where" doc:"names the place for accepting it on purpose"`
	At        rehearse.Spot `json:"at" doc:"middle of the place on the canvas, mm"`
	OnCanvas  bool          `json:"onCanvas" doc:"whether at means anything"`
	Accepted  string        `json:"accepted" doc:"the reason, when on purpose: the instructor's, or the house method's"`
	ByMethod  bool          `json:"byMethod" doc:"whether it is the house method that does not mind"`
	Remedies  []Remedy      `json:"remedies"`
}

// A Remedy is an edit that mends a finding, wholly or in part.
type Remedy struct {
	Words   string         `json:"words"`
	Edit    lesson.AnyEdit `json:"edit"`
	Minutes float64        `json:"minutes" doc:"what it adds to the session"`
	After   float64        `json:"after" doc:"the figure once it is applied, where it was tried"`
	Tried   bool           `json:"tried"`
	rank    float64        // for sorting
}

// A Context is what rules look at.
type Context struct {
	context.Context
	Lesson    *lesson.Lesson
	Reports   []rehearse.Report   // what its rehearsal says without a canvas; of Rehearsal, when left out
	Rehearsal *rehearse.Rehearsal // nil when the canvas has not been painted, or is not at hand
	Trials    *rehearse.Rehearsal // a coarse one to try remedies on; nil for none
	Cupboard  *supply.Cupboard    // what the studio has; nil when nobody said
	Runs      []run.Run           // what sessions of the lesson took

	coarse  once[*picture.Picture] // the finished canvas on a coarse grid
	pull    once[*picture.Pull]    // how strongly its places draw the eye
	picture once[*seenPicture]     // what shows of the finished canvas
	keeps   once[*keeper]          // what no remedy may change
	needs   once[*supply.Amounts]  // what one person needs; nil where it cannot be worked out
	mu      sync.Mutex
	shared  map[[2]int]float64 // how much of one step's marks another's cover, once asked
}

// reports are those of the rehearsal, nil when there was none.
func (c *Context) reports() []rehearse.Report {
	if c.Reports == nil && c.Rehearsal != nil {
		return c.Rehearsal.Reports
	}
	return c.Reports
}

// Of is a context that asks the same cupboard and runs of another lesson and canvas.
func (c *Context) Of(l *lesson.Lesson, r *rehearse.Rehearsal) *Context {
	return &Context{Context: c.Context, Lesson: l, Rehearsal: r, Cupboard: c.Cupboard, Runs: c.Runs}
}

// A place is what makes two findings of two lessons the same.
type place struct{ rule, where string }

func (f Finding) place() place { return place{f.Rule, f.Where} }

// SamePlace reports whether two findings are the same one, of one lesson or of two.
func (f Finding) SamePlace(g Finding) bool { return f.place() == g.place() }

// A once is worked out when a rule first asks for it, for all that ask.
type once[T any] struct {
	done  sync.Once
	value T
}

func (o *once[T]) get(work func() T) T {
	o.done.Do(func() { o.value = work() })
	return o.value
}

// say is a threshold in words.
func say(format string, figures ...any) string { return fmt.Sprintf(format, figures...) }

// Rules that mending treats in a way of their own.
const (
	HiddenWork = "order.hidden-work"
	Mud        = "film.mud"
	DirtyBrush = "color.dirty-brush"
	Over       = "time.over"
)

// All lists every rule.
func All() []Rule {
	return []Rule{backToFront, hiddenWork, detailEarly, smallToBig, reflectionFirst, values, bareGround, noLight,
		baseHeavy, baseThin, slip, mud, lifted, fatOverLean, acrylic, openTime, notSet, solventLeft, tooThickEarly, starved,
		dirtyBrush, speck, overmade, ladder, flat, raw, unity, tubes, tiers, focal, overlit, whiteEarly,
		focalPlace, rival, corner, horizon, symmetry, directions, size, taper, reflection, side, gain,
		over, hand, clash, late, towel, idleTime, noPause, churn, pace, missing, scarce}
}

// speak lets every rule speak, side by side: none knows of another. It gives what each
// found, in the order of the rules.
func speak(c *Context, rules []Rule) [][]Finding {
	found := make([][]Finding, len(rules))
	var next atomic.Int32
	var ended fault.Group
	for range min(runtime.GOMAXPROCS(0), len(rules)) {
		ended.Go(func() {
			for i := int(next.Add(1)) - 1; i < len(rules) && c.Err() == nil; i = int(next.Add(1)) - 1 {
				found[i] = rules[i].find(c)
			}
		})
	}
	ended.Wait()
	return found
}

// Check lets every rule speak. It reports findings in the order of the script,
// worst first within a step; those accepted on purpose come last. It fails only
// when the context ends.
func Check(c *Context) ([]Finding, error) { return check(c, All()) }

// Beyond lets the rules speak that ask the cupboard or the runs. Of the rehearsal they need
// the reports alone.
func Beyond(c *Context) ([]Finding, error) {
	return check(c, slices.DeleteFunc(All(), func(r Rule) bool { return !r.Beyond }))
}

func check(c *Context, rules []Rule) ([]Finding, error) {
	out := []Finding{}
	for i, found := range speak(c, rules) {
		r := rules[i]
		for _, f := range found {
			f.Rule, f.Title, f.Severity, f.Reason = r.ID, r.Title, r.Severity, r.Reason
			if why, quiet := r.Quiet[c.Lesson.Method]; quiet {
				f.Accepted, f.ByMethod = why, true
			}
			f.accept(c.Lesson)
			if f.Remedies = c.kept(f.Remedies); f.Remedies == nil { // lists are empty, never null
				f.Remedies = []Remedy{}
			}
			if f.Steps == nil {
				f.Steps = []string{}
			}
			out = append(out, f)
		}
	}
	if err := c.Err(); err != nil {
		return nil, err
	}
	Sort(c.Lesson, out)
	return out, nil
}

// accept takes over the instructor's reason, where a finding is on purpose.
func (f *Finding) accept(l *lesson.Lesson) {
	if !f.ByMethod {
		f.Accepted = ""
	}
	for _, a := range l.Accepted {
		if a.Rule == f.Rule && a.Where == f.Where {
			f.Accepted = a.Reason
		}
	}
}

// Accept marks which findings a lesson accepts on purpose, and sorts them by that: what the
// rules say does not depend on it.
func Accept(l *lesson.Lesson, list []Finding) {
	for i := range list {
		list[i].accept(l)
	}
	Sort(l, list)
}

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
	sort.SliceStable(out, func(i, j int) bool {
		a, b := out[i], out[j]
		if (a.Accepted == "") != (b.Accepted == "") {
			return a.Accepted == ""
		}
		if place(a) != place(b) {
			return place(a) < place(b)
		}
		return rank[a.Severity] < rank[b.Severity]
	})
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

// remedy makes a remedy of an edit that fits the lesson; ok is false otherwise.
func (c *Context) remedy(words string, e lesson.Edit) (Remedy, *lesson.Lesson, bool) {
	next, _, err := lesson.Apply(c.Lesson, e)
	if err != nil {
		return Remedy{}, nil, false
	}
	if words == "" {
		words = e.Describe(c.Lesson)
	}
	return Remedy{Words: words, Edit: lesson.AnyEdit{Edit: e}, Minutes: next.Minutes() - c.Lesson.Minutes()}, next, true
}
