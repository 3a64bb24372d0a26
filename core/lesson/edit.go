package lesson

import (
	"fmt"
	"slices"
	"strings"
)

// An Edit is one small change to a lesson. The interface, a remedy and the shell
// all change lessons through edits and nothing else.
type Edit interface {
	// Apply returns the changed lesson and the edit that undoes it. The lesson it
	// is given stays as it was. It fails when the edit does not fit the lesson;
	// whether the result is sound is for [Check] to say.
	Apply(l *Lesson) (*Lesson, Edit, error)
	// Describe says in a few words what the edit does to l.
	Describe(l *Lesson) string
}

// Move puts a step at another place in the script, counted from 0.
type Move struct {
	Step string `json:"step"`
	To   int    `json:"to"`
}

// SetMinutes gives a step another length.
type SetMinutes struct {
	Step    string  `json:"step"`
	Minutes float64 `json:"minutes"`
}

// SetCare cleans the tool of a step another way before it. What that takes longer the step
// takes longer: the minutes of its marks stay.
type SetCare struct {
	Step string `json:"step"`
	Care Care   `json:"care"`
}

// SetPart changes one part of a mixture; 0 takes the paint out.
type SetPart struct {
	Mixture string  `json:"mixture"`
	Paint   string  `json:"paint"`
	Parts   float64 `json:"parts"`
}

// Insert puts a new step at a place, counted from 0.
type Insert struct {
	At   int  `json:"at"`
	Step Step `json:"step"`
}

// Remove takes a step out.
type Remove struct {
	Step string `json:"step"`
}

// Change replaces what a step says; the step keeps its id and its place.
type Change struct {
	Step Step `json:"step"`
}

// Reshape gives a zone another outline.
type Reshape struct {
	Zone    string  `json:"zone"`
	Outline []Point `json:"outline"`
}

// Accept lists a finding as being on purpose.
type Accept struct {
	Finding OnPurpose `json:"finding"`
}

// Reopen lets an accepted finding speak again.
type Reopen struct {
	Rule  string `json:"rule"`
	Where string `json:"where"`
}

// All makes several edits as one.
type All []Edit

// Apply moves the step.
func (e Move) Apply(l *Lesson) (*Lesson, Edit, error) {
	from, err := l.mustStep(e.Step)
	if err != nil {
		return nil, nil, err
	}
	if e.To < 0 || e.To >= len(l.Steps) {
		return nil, nil, fmt.Errorf("to is %d: give a place from 0 to %d", e.To, len(l.Steps)-1)
	}
	c := l.withSteps()
	step := c.Steps[from]
	c.Steps = slices.Insert(slices.Delete(c.Steps, from, from+1), e.To, step)
	return c, Move{e.Step, from}, nil
}

// Describe says where the step goes.
func (e Move) Describe(l *Lesson) string {
	return fmt.Sprintf("move %s to place %d", l.label(e.Step), e.To+1)
}

// Apply sets the minutes.
func (e SetMinutes) Apply(l *Lesson) (*Lesson, Edit, error) {
	i, err := l.mustStep(e.Step)
	if err != nil {
		return nil, nil, err
	}
	c := l.withSteps()
	old := c.Steps[i].Minutes
	c.Steps[i].Minutes = e.Minutes
	return c, SetMinutes{e.Step, old}, nil
}

// Describe says how long the step becomes.
func (e SetMinutes) Describe(l *Lesson) string {
	return fmt.Sprintf("give %s %s min", l.label(e.Step), Figure(e.Minutes))
}

// Apply sets the care, and the minutes that go with it.
func (e SetCare) Apply(l *Lesson) (*Lesson, Edit, error) {
	i, err := l.mustStep(e.Step)
	if err != nil {
		return nil, nil, err
	}
	c := l.withSteps()
	c.Steps[i] = l.Steps[i].Cleaned(e.Care)
	return c, Change{l.Steps[i]}, nil
}

// Describe says how the tool is cleaned.
func (e SetCare) Describe(l *Lesson) string {
	return fmt.Sprintf("take the tool %s to %s", name(Words().Cares, string(e.Care)), l.label(e.Step))
}

// Apply inserts the step.
func (e Insert) Apply(l *Lesson) (*Lesson, Edit, error) {
	if e.At < 0 || e.At > len(l.Steps) {
		return nil, nil, fmt.Errorf("at is %d: give a place from 0 to %d", e.At, len(l.Steps))
	}
	if l.Step(e.Step.ID) >= 0 {
		return nil, nil, fmt.Errorf("step %q is there already: give the new one its own id", e.Step.ID)
	}
	c := l.withSteps()
	c.Steps = slices.Insert(c.Steps, e.At, e.Step)
	return c, Remove{e.Step.ID}, nil
}

// Describe says what is inserted where.
func (e Insert) Describe(l *Lesson) string {
	return fmt.Sprintf("insert a step (%s) at place %d", e.Step.Technique.Info().Verb(), e.At+1)
}

// Apply removes the step.
func (e Remove) Apply(l *Lesson) (*Lesson, Edit, error) {
	i, err := l.mustStep(e.Step)
	if err != nil {
		return nil, nil, err
	}
	c := l.withSteps()
	old := c.Steps[i]
	c.Steps = slices.Delete(c.Steps, i, i+1)
	back := All{Insert{i, old}}
	for k, s := range c.Steps { // what waited for it waits no more
		if after := slices.DeleteFunc(slices.Clone(s.After), func(a After) bool { return a.Step == e.Step }); len(after) < len(s.After) {
			back = append(back, Change{s})
			c.Steps[k].After = after
		}
	}
	if len(back) == 1 {
		return c, back[0], nil
	}
	return c, back, nil
}

// Describe says what is removed.
func (e Remove) Describe(l *Lesson) string { return "remove " + l.label(e.Step) }

// Apply replaces the step.
func (e Change) Apply(l *Lesson) (*Lesson, Edit, error) {
	i, err := l.mustStep(e.Step.ID)
	if err != nil {
		return nil, nil, err
	}
	c := l.withSteps()
	old := c.Steps[i]
	c.Steps[i] = e.Step
	return c, Change{old}, nil
}

// Describe says which parts of the sentence change.
func (e Change) Describe(l *Lesson) string {
	i := l.Step(e.Step.ID)
	if i < 0 {
		return "change a step"
	}
	return "change " + l.label(e.Step.ID) + differences(l.Steps[i], e.Step)
}

// Apply reshapes the zone.
func (e Reshape) Apply(l *Lesson) (*Lesson, Edit, error) {
	i := index(l.Zones, e.Zone, func(z *Zone) string { return z.ID })
	if i < 0 {
		return nil, nil, fmt.Errorf("zone %q is not in the lesson: name one that is", e.Zone)
	}
	c := *l
	c.Zones = slices.Clone(l.Zones)
	c.Zones[i].Outline = slices.Clone(e.Outline)
	return &c, Reshape{e.Zone, l.Zones[i].Outline}, nil
}

// Describe says which zone is reshaped.
func (e Reshape) Describe(l *Lesson) string {
	if z, ok := l.Zone(e.Zone); ok {
		return fmt.Sprintf("reshape “%s”", z.Name)
	}
	return "reshape a zone"
}

// Apply lists the finding.
func (e Accept) Apply(l *Lesson) (*Lesson, Edit, error) {
	if i := l.accepted(e.Finding.Rule, e.Finding.Where); i >= 0 {
		return nil, nil, fmt.Errorf("%s is accepted already: %s", e.Finding.Rule, l.Accepted[i].Reason)
	}
	c := *l
	c.Accepted = append(slices.Clone(l.Accepted), e.Finding)
	return &c, Reopen{e.Finding.Rule, e.Finding.Where}, nil
}

// Describe says what is accepted.
func (e Accept) Describe(*Lesson) string { return "accept " + e.Finding.Rule + " as being on purpose" }

// Apply takes the finding off the list.
func (e Reopen) Apply(l *Lesson) (*Lesson, Edit, error) {
	i := l.accepted(e.Rule, e.Where)
	if i < 0 {
		return nil, nil, fmt.Errorf("%s at %q is not accepted: nothing to reopen", e.Rule, e.Where)
	}
	c := *l
	old := l.Accepted[i]
	c.Accepted = slices.Delete(slices.Clone(l.Accepted), i, i+1)
	return &c, Accept{old}, nil
}

// Describe says what speaks again.
func (e Reopen) Describe(*Lesson) string { return "let " + e.Rule + " speak again" }

// Apply makes the edits in order.
func (e All) Apply(l *Lesson) (*Lesson, Edit, error) {
	var undo All
	for i, one := range e {
		next, back, err := one.Apply(l)
		if err != nil {
			return nil, nil, fmt.Errorf("edit %d: %w", i+1, err)
		}
		l, undo = next, append(undo, back)
	}
	slices.Reverse(undo)
	return l, undo, nil
}

// saidOf is how many edits of a list are said in words.
const saidOf = 4

// Describe lists the edits; of many only the first few.
func (e All) Describe(l *Lesson) string {
	var said []string
	first := l
	for i, one := range e {
		if i == saidOf && len(e) > saidOf+1 {
			return fmt.Sprintf("%s and %d more changes", strings.Join(said, "; "), len(e)-saidOf)
		}
		named := l
		if r, goes := one.(Remove); goes && first.Step(r.Step) >= 0 {
			named = first // by the number that is on the screen, not the one it has moved up to
		}
		said = append(said, one.Describe(named))
		if next, _, err := one.Apply(l); err == nil {
			l = next
		}
	}
	return strings.Join(said, "; ")
}

// Apply makes an edit and checks the result: the way in for every edit that
// comes from outside.
func Apply(l *Lesson, e Edit) (*Lesson, Edit, error) {
	next, undo, err := e.Apply(l)
	if err != nil {
		return nil, nil, Faults{{"edit", "does not fit", err.Error()}}
	}
	filled := filled(*next)
	fitShares(filled.Steps)
	if err := Check(&filled); err != nil {
		return nil, nil, err
	}
	return &filled, undo, nil
}

func (l *Lesson) withSteps() *Lesson {
	c := *l
	c.Steps = slices.Clone(l.Steps)
	return &c
}

func (l *Lesson) mustStep(id string) (int, error) {
	i := l.Step(id)
	if i < 0 {
		return 0, fmt.Errorf("step %q is not in the lesson: name one that is", id)
	}
	return i, nil
}

func (l *Lesson) accepted(rule, where string) int {
	return slices.IndexFunc(l.Accepted, func(o OnPurpose) bool { return o.Rule == rule && o.Where == where })
}

// label names a step for people: "step 5 (tap, Far ridge)".
func (l *Lesson) label(id string) string {
	i := l.Step(id)
	if i < 0 {
		return fmt.Sprintf("step %q", id)
	}
	return l.Label(i)
}

// Label names step i for people by its number, technique and zone.
func (l *Lesson) Label(i int) string {
	s := l.Steps[i]
	name := s.Technique.Info().Verb()
	if z, ok := l.Zone(s.Zone); ok {
		name += ", " + z.Name
	}
	return fmt.Sprintf("step %d (%s)", i+1, name)
}

func differences(a, b Step) string {
	var out string
	add := func(field string, old, new any) {
		if fmt.Sprint(old) != fmt.Sprint(new) {
			out += fmt.Sprintf(", %s from %v to %v", field, old, new)
		}
	}
	add("zone", a.Zone, b.Zone)
	add("where", a.Where, b.Where)
	add("technique", a.Technique, b.Technique)
	add("tool", a.Tool, b.Tool)
	add("mixtures", a.Mixtures, b.Mixtures)
	add("load", a.Load, b.Load)
	add("pressure", a.Pressure, b.Pressure)
	add("care", a.Care, b.Care)
	add("cover", a.Cover, b.Cover)
	add("minutes", a.Minutes, b.Minutes)
	if a.Medium != b.Medium {
		out += fmt.Sprintf(", paint %s, was %s", MediumName(b.Medium), MediumName(a.Medium))
	}
	add("need", a.Need, b.Need)
	add("meanwhile", a.Meanwhile, b.Meanwhile)
	if fmt.Sprint(a.After) != fmt.Sprint(b.After) {
		out += ", what it waits for"
	}
	if fmt.Sprint(a.Easier) != fmt.Sprint(b.Easier) {
		out += ", the easier way"
	}
	for _, text := range []struct{ name, old, new string }{{"words", a.Words, b.Words}, {"note", a.Note, b.Note}, {"stage", a.Stage, b.Stage}} {
		if text.old != text.new {
			out += ", " + text.name
		}
	}
	return out
}
