package rule

import (
	"fmt"
	"runtime"
	"slices"
	"strings"
	"sync/atomic"

	"proxenos/core/fault"
	"proxenos/core/lesson"
)

// A Family is what rules are about: the first part of their ids.
type Family string

// The families.
const (
	Order       Family = "order"
	Film        Family = "film"
	Colour      Family = "color"
	Value       Family = "value"
	Picture     Family = "pict"
	Perspective Family = "persp"
	Light       Family = "light"
	Time        Family = "time"
	Supply      Family = "supply"
	Safety      Family = "safe"
	Finish      Family = "finish"
)

// titles are what families are called.
var titles = map[Family]string{
	Order: "Order", Film: "Wet paint", Colour: "Colour", Value: "Values", Picture: "Picture", Perspective: "Perspective", Light: "Light",
	Time: "Time", Supply: "Cupboard", Safety: "Safety", Finish: "Finish",
}

// Title is what a family is called.
func (f Family) Title() string { return titles[f] }

// A FamilyOf is a family with its rules.
type FamilyOf struct {
	Family Family
	Rules  []Rule
}

// Families lists every rule by its family, in the order in which a painter thinks of them.
func Families() []FamilyOf {
	return []FamilyOf{
		{Order, []Rule{backToFront, hiddenWork, detailEarly, smallToBig, reflectionFirst, values, bareGround, noLight}},
		{Film, []Rule{baseHeavy, baseThin, slip, mud, lifted, fatOverLean, acrylic, openTime, notSet, solventLeft, tooThickEarly, starved, towel, medium, tooStiff, stiffOverSoft, blockInWet}},
		{Colour, []Rule{dirtyBrush, speck, overmade, ladder, flat, raw, unity, tubes}},
		{Value, []Rule{tiers, focal, overlit, whiteEarly, lostLight, slopes, sky}},
		{Picture, []Rule{focalPlace, rival, corner, horizon, symmetry, directions, hole}},
		{Perspective, []Rule{size, taper, reflection, still, marks}},
		{Light, []Rule{side, glitter}},
		{Time, []Rule{over, hand, clash, late, idleTime, noPause, churn, pace}},
		{Supply, []Rule{missing, scarce}},
		{Safety, []Rule{pigment, vapour, minors}},
		{Finish, []Rule{gain}},
	}
}

// titleOf is what a rule is about, in words, by the first part of its id.
func titleOf(id string) string {
	family, _, _ := strings.Cut(id, ".")
	return Family(family).Title()
}

// All lists every rule.
func All() (out []Rule) {
	for _, f := range Families() {
		out = append(out, f.Rules...)
	}
	return out
}

// Find is the rule of an id.
func Find(id string) (Rule, bool) {
	for _, r := range All() {
		if r.ID == id {
			return r, true
		}
	}
	return Rule{}, false
}

// Refuse says what is wrong with a list of rules, nil for nothing: an id that two have or that is
// not of its family, no reason in the craft's words, no figure, no source of its threshold,
// nothing to measure it on.
func Refuse(families []FamilyOf) error {
	seen := map[string]bool{}
	for _, f := range families {
		for _, r := range f.Rules {
			var lacks string
			switch {
			case !strings.HasPrefix(r.ID, string(f.Family)+"."):
				lacks = "is not of the family " + string(f.Family)
			case seen[r.ID]:
				lacks = "is there twice"
			case r.Title == "" || r.Severity == "":
				lacks = "has no title or no severity"
			case len(r.Reason) < 40:
				lacks = "has no reason in the craft's words"
			case r.Figure == "" || r.Speaks == "":
				lacks = "does not say what it measures, or when it speaks"
			case r.Source == "":
				lacks = "does not say where its threshold comes from"
			case r.On == "" || r.measure == nil:
				lacks = "measures nothing"
			}
			if lacks != "" {
				return fmt.Errorf("rule %q %s", r.ID, lacks)
			}
			seen[r.ID] = true
		}
	}
	return nil
}

// measured lets rules measure, side by side: none knows of another. It gives what each
// found, in the order of the rules. A rule that falls over is named and skipped.
func measured(c *Context, rules []Rule) [][]Finding {
	found := make([][]Finding, len(rules))
	var next atomic.Int32
	var ended fault.Group
	for range min(runtime.GOMAXPROCS(0), len(rules)) {
		ended.Go(func() {
			for i := int(next.Add(1)) - 1; i < len(rules) && c.Err() == nil; i = int(next.Add(1)) - 1 {
				found[i] = c.measure(rules[i])
			}
		})
	}
	ended.Wait()
	return found
}

// fellOver names the place of the finding that stands for a rule that fell over.
const fellOver = "rule"

// measure lets one rule measure every place it looks at.
func (c *Context) measure(r Rule) (found []Finding) {
	var err error
	func() {
		defer fault.Catch(&err)
		found = r.measure(c)
	}()
	if err != nil {
		if c.Fell != nil {
			c.Fell(r.ID, err)
		}
		return []Finding{{Rule: r.ID, Family: titleOf(r.ID), Title: r.Title, Severity: Note, Reason: r.Reason, Where: fellOver, Steps: []string{},
			Says: "This rule failed and says nothing of this lesson; the others have spoken. It is a mistake in the program.", Figure: 1, Unit: "failure"}}
	}
	for i := range found {
		f := &found[i]
		f.Rule, f.Family, f.Title, f.Severity, f.Reason = r.ID, titleOf(r.ID), r.Title, r.Severity, r.Reason
		if why, quiet := r.Quiet[c.Lesson.Method]; quiet {
			f.Accepted, f.ByMethod = why, true
		}
		f.accept(c.Lesson)
		if f.Steps == nil { // lists are empty, never null
			f.Steps = []string{}
		}
	}
	return found
}

// Check lets every rule speak. It reports findings in the order of the script,
// worst first within a step; those accepted on purpose come last. It fails only
// when the context ends.
func Check(c *Context) ([]Finding, error) { return check(c, All()) }

// Warn lets the rules speak that may say a stop or a caution, not those of notes.
func Warn(c *Context) ([]Finding, error) {
	return check(c, slices.DeleteFunc(All(), func(r Rule) bool { return r.Severity == Note }))
}

// Beyond lets the rules speak that ask the cupboard, the runs or the classes. Of the rehearsal they need
// the reports alone.
func Beyond(c *Context) ([]Finding, error) {
	return check(c, slices.DeleteFunc(All(), func(r Rule) bool { return !r.Beyond }))
}

// Speak lets the rule of an id speak.
func Speak(c *Context, id string) ([]Finding, error) {
	return check(c, slices.DeleteFunc(All(), func(r Rule) bool { return r.ID != id }))
}

func check(c *Context, rules []Rule) ([]Finding, error) {
	out := []Finding{}
	for i, found := range measured(c, rules) {
		for _, f := range found {
			if f.Speaks() {
				f.offers = c.kept(f.offers, rules[i].Trade)
				out = append(out, f)
			}
		}
	}
	if err := c.Err(); err != nil {
		return nil, err
	}
	Sort(c.Lesson, out)
	return out, nil
}

// Measure is what the rule of a finding measures at its place in another lesson, whether it
// speaks there or not; ok is false where there is nothing to measure: the step, the thing or the
// occasion is gone.
func Measure(c *Context, of Finding) (_ Finding, ok bool) {
	r, known := Find(of.Rule)
	if !known {
		return Finding{}, false
	}
	found := c.measure(r)
	same := slices.IndexFunc(found, func(f Finding) bool { return f.SamePlace(of) && f.Unit == of.Unit && f.Under == of.Under })
	// What is wrong there in another way decides, where that speaks.
	if i := slices.IndexFunc(found, func(f Finding) bool { return f.SamePlace(of) && f.Speaks() }); i >= 0 && (same < 0 || !found[same].Speaks()) {
		same = i
	}
	if same < 0 {
		return Finding{}, false
	}
	return found[same], true
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
