package lesson

import (
	"fmt"
	"math"
	"slices"
)

// Split makes two steps of one: each has half its minutes and does half of it.
type Split struct {
	Step string `json:"step"`
}

// Join makes one step of a step and the one that follows it, which must be the same mark
// in the same zone with the same tool.
type Join struct {
	Step string `json:"step"`
}

const shortest = 0.5 // minutes of a step, as the format bounds it

// Apply splits the step.
func (e Split) Apply(l *Lesson) (*Lesson, Edit, error) {
	i, err := l.mustStep(e.Step)
	if err != nil {
		return nil, nil, err
	}
	s := l.Steps[i]
	if s.Minutes < 2*shortest {
		return nil, nil, fmt.Errorf("%s takes %g min and is too short to split", l.Label(i), s.Minutes)
	}
	first, second := s, s
	first.Minutes = max(shortest, math.Round(s.Minutes)/2)
	second.Minutes = s.Minutes - first.Minutes
	first.Cover, second.Cover = max(0.02, s.Cover/2), max(0.02, s.Cover/2)
	second.Care, second.Stage, second.Note = CarryOn, "", ""
	second.Easier, second.After = nil, nil
	second.Meanwhile = s.Meanwhile && s.Technique.Marks()
	stem := s.ID[:min(len(s.ID), 36)]
	for n := 2; ; n++ {
		if second.ID = fmt.Sprintf("%s-%d", stem, n); l.Step(second.ID) < 0 {
			break
		}
	}
	c := l.withSteps()
	c.Steps[i] = first
	c.Steps = slices.Insert(c.Steps, i+1, second)
	return c, append(c.await(s.ID, second.ID), Remove{second.ID}, Change{s}), nil
}

// await lets the steps that wait for one step wait for another, and returns what takes
// that back. The lesson's list of steps must be its own.
func (l *Lesson) await(from, to string) (undo All) {
	for k, s := range l.Steps {
		if slices.ContainsFunc(s.After, func(a After) bool { return a.Step == from }) {
			undo = append(undo, Change{s})
			after := slices.Clone(s.After)
			for j := range after {
				if after[j].Step == from {
					after[j].Step = to
				}
			}
			l.Steps[k].After = slices.DeleteFunc(after, func(a After) bool { return a.Step == s.ID })
		}
	}
	return undo
}

// Describe says which step is split.
func (e Split) Describe(l *Lesson) string { return "split " + l.label(e.Step) }

// Apply joins the steps.
func (e Join) Apply(l *Lesson) (*Lesson, Edit, error) {
	i, err := l.mustStep(e.Step)
	if err != nil {
		return nil, nil, err
	}
	if i+1 == len(l.Steps) {
		return nil, nil, fmt.Errorf("%s is the last: there is nothing to join it with", l.Label(i))
	}
	a, b := l.Steps[i], l.Steps[i+1]
	if a.Zone != b.Zone || a.Technique != b.Technique || a.Tool != b.Tool || a.Where != b.Where {
		return nil, nil, fmt.Errorf("%s and %s are not the same mark in the same place with the same tool", l.Label(i), l.Label(i+1))
	}
	one := a
	one.Minutes, one.Days = min(240, a.Minutes+b.Minutes), min(60, a.Days+b.Days)
	one.Cover = min(3, a.Cover+b.Cover)
	one.Mixtures = slices.Clone(a.Mixtures)
	for _, m := range b.Mixtures {
		if !slices.Contains(one.Mixtures, m) {
			one.Mixtures = append(one.Mixtures, m)
		}
	}
	if most := a.Technique.Info().Most; len(one.Mixtures) > most {
		return nil, nil, fmt.Errorf("together they have %d mixtures, and %d are the most", len(one.Mixtures), most)
	}
	for _, other := range []struct{ to, from *string }{{&one.Words, &b.Words}, {&one.Note, &b.Note}} {
		if *other.from != "" && *other.from != *other.to && len(*other.to)+len(*other.from) < 599 {
			*other.to += " " + *other.from
		}
	}
	c := l.withSteps()
	c.Steps[i] = one
	c.Steps = slices.Delete(c.Steps, i+1, i+2)
	waited := c.await(b.ID, a.ID)
	return c, append(All{Change{a}, Insert{i + 1, b}}, waited...), nil
}

// Describe says which steps become one.
func (e Join) Describe(l *Lesson) string { return "join " + l.label(e.Step) + " with the next" }

// Replace lets every step use another mixture or tool instead of one.
type Replace struct {
	What string `json:"what" enum:"mixture,tool"`
	From string `json:"from"`
	To   string `json:"to"`
}

// Apply replaces it everywhere; at least one step must use it.
func (e Replace) Apply(l *Lesson) (*Lesson, Edit, error) {
	var known bool
	switch e.What {
	case "mixture":
		_, known = l.Mixture(e.To)
	case "tool":
		_, known = l.Tool(e.To)
	default:
		return nil, nil, fmt.Errorf("what is %q: say mixture or tool", shorten(e.What))
	}
	if !known {
		return nil, nil, fmt.Errorf("%s %q is not in the lesson: name one that is", e.What, shorten(e.To))
	}
	c := l.withSteps()
	var undo All
	for i, s := range l.Steps {
		n := s
		switch at := slices.Index(s.Mixtures, e.From); {
		case e.What == "tool" && s.Tool == e.From && s.Tool != "":
			n.Tool = e.To
		case e.What == "mixture" && at >= 0:
			n.Mixtures = slices.Clone(s.Mixtures)
			if slices.Contains(s.Mixtures, e.To) {
				n.Mixtures = slices.Delete(n.Mixtures, at, at+1) // both would be one
			} else {
				n.Mixtures[at] = e.To
			}
		default:
			continue
		}
		c.Steps[i] = n
		undo = append(undo, Change{s})
	}
	if len(undo) == 0 {
		return nil, nil, fmt.Errorf("no step uses %s %q: name one that is used", e.What, shorten(e.From))
	}
	return c, undo, nil
}

// Describe says what takes whose place.
func (e Replace) Describe(l *Lesson) string {
	from, to := l.ToolName(e.From), l.ToolName(e.To)
	if e.What == "mixture" {
		a, _ := l.Mixture(e.From)
		b, _ := l.Mixture(e.To)
		from, to = "“"+a.Name+"”", "“"+b.Name+"”"
	}
	return fmt.Sprintf("use %s instead of %s everywhere", to, from)
}
