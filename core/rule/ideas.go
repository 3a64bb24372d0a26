package rule

import (
	"fmt"
	"math"
	"slices"

	"proxenos/core/house"
	"proxenos/core/lesson"
)

// Ideas that several rules have: what to do otherwise with a step.

// idea makes an idea of an edit that fits the lesson; ok is false otherwise.
func (c *Context) idea(words string, e lesson.Edit) (_ Idea, next *lesson.Lesson, ok bool) {
	next, _, err := lesson.Apply(c.Lesson, e)
	if err != nil {
		return Idea{}, nil, false
	}
	if words == "" {
		words = e.Describe(c.Lesson)
	}
	return Idea{Words: words, Edit: lesson.AnyEdit{Edit: e}, Minutes: next.Minutes() - c.Lesson.Minutes(), Days: days(next) - days(c.Lesson)}, next, true
}

// days is how long a lesson leaves its canvas to dry.
func days(l *lesson.Lesson) (all float64) {
	for _, s := range l.Steps {
		all += s.Days
	}
	return all
}

// offer adds an idea, where its edit fits the lesson.
func (c *Context) offer(to *[]Idea, words string, e lesson.Edit) {
	if idea, _, ok := c.idea(words, e); ok {
		*to = append(*to, idea)
	}
}

// changed has the idea of a step done in another way.
func (c *Context) changed(to *[]Idea, words string, s lesson.Step, set func(*lesson.Step)) {
	set(&s)
	c.offer(to, words, lesson.Change{Step: s})
}

// moved has the idea to move a step to a place.
func (c *Context) moved(to *[]Idea, step string, place int) {
	if place > c.Lesson.Step(step) {
		place-- // the step itself leaves a gap
	}
	if idea, next, ok := c.idea("", lesson.Move{Step: step, To: place}); ok {
		idea.Words = fmt.Sprintf("move %s to place %d", c.Lesson.Label(c.Lesson.Step(step)), next.Step(step)+1)
		*to = append(*to, idea)
	}
}

// cleaned has the idea to clean the tool of a step another way than it does.
func (c *Context) cleaned(to *[]Idea, words string, s lesson.Step, care lesson.Care) {
	if s.Care != care {
		c.offer(to, words, lesson.SetCare{Step: s.ID, Care: care})
	}
}

// blotted has the idea to blot a step's place first.
func (c *Context) blotted(to *[]Idea, i int, minutes float64) {
	s := c.Lesson.Steps[i]
	for _, t := range c.Lesson.Tools {
		if t.Kind != lesson.Towel {
			continue
		}
		blot := lesson.Step{ID: c.freeID(s.ID + "-blot"), Zone: s.Zone, Where: s.Where, Technique: lesson.Blot, Tool: t.ID, Mixtures: []string{},
			Load: lesson.MediumLoad, Pressure: lesson.Lightly, Care: lesson.Fresh, Cover: 1, Minutes: minutes, Words: "Lay the towel on, leave it, lift it straight up."}
		c.offer(to, fmt.Sprintf("blot the place for %g minutes first", minutes), lesson.Insert{At: i, Step: blot})
		return
	}
}

// restMost is the longest wait that is offered, minutes; after that a towel is the remedy.
const restMost = 45.0

// rested has the idea to wait before a step, as long as it takes the canvas until no more than
// so many µm are unset there.
func (c *Context) rested(to *[]Idea, i int, bears float64) {
	if c.Rehearsal == nil {
		return
	}
	minutes := math.Ceil(c.Rehearsal.ReadyIn(i, bears))
	if minutes < 1 || minutes > restMost {
		return
	}
	wait := c.idle(lesson.Wait, minutes, "Let it set; look from two metres.")
	c.offer(to, fmt.Sprintf("wait %g minutes first", minutes), lesson.Insert{At: i, Step: wait})
}

// dried has the idea to let everything dry before a step, where the method works over days.
func (c *Context) dried(to *[]Idea, i int) {
	const over = 3 // days, for thin paint
	if c.Lesson.Method != lesson.Layered {
		return
	}
	dry := c.idle(lesson.Dry, lesson.BreakIs, house.DryWords)
	dry.ID, dry.Days = c.freeID("dry"), over
	c.offer(to, fmt.Sprintf("let it dry for %d days first", over), lesson.Insert{At: i, Step: dry})
}

// idle is a step in which time alone works.
func (c *Context) idle(t lesson.Technique, minutes float64, words string) lesson.Step {
	return lesson.Step{ID: c.freeID("pause"), Where: lesson.Whole, Technique: t, Mixtures: []string{}, Load: lesson.MediumLoad, Pressure: lesson.Lightly, Care: lesson.Wipe, Cover: 1, Minutes: minutes, Words: words}
}

// softer are tools from hard to soft.
var softer = []lesson.ToolKind{lesson.Flat, lesson.Filbert, lesson.Round, lesson.Fan, lesson.SoftFlat, lesson.Mop}

// softerTool finds a tool of the lesson that can do the step, is softer, and is
// nearest in size.
func (c *Context) softerTool(s lesson.Step) (string, bool) {
	now, ok := c.Lesson.Tool(s.Tool)
	if !ok {
		return "", false
	}
	best, found := "", false
	least := 0.0
	for _, t := range c.Lesson.Tools {
		if slices.Index(softer, t.Kind) <= slices.Index(softer, now.Kind) || !s.Technique.Info().Takes(t.Kind) {
			continue
		}
		d := max(t.Width/now.Width, now.Width/t.Width)
		if !found || d < least {
			best, least, found = t.ID, d, true
		}
	}
	return best, found && least < 2.5
}

// freeID returns id, or id with a number, that no step has.
func (c *Context) freeID(id string) string {
	return lesson.FreeID(id, func(id string) bool { return c.Lesson.Step(id) >= 0 })
}

// freeMixture returns id, or id with a number, that no mixture has.
func (c *Context) freeMixture(id string) string {
	return lesson.FreeID(id, func(id string) bool { _, there := c.Lesson.Mixture(id); return there })
}
