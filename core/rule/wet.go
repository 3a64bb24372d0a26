package rule

import (
	"fmt"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/score"
)

const (
	baseMost     = 20.0            // µm of wet coat above which marks slide
	baseLeast    = 5.0             // µm below which a blend drags
	slipMost     = 60.0            // µm of unset paint on which light marks slide
	liftedMost   = 1.0             // times as much lifted as left
	leanerBy     = 3.0             // percent of fat by which a layer may be leaner than the one below
	openMost     = score.OpenMost  // how far paint may have set that is to be blended
	setEnough    = score.SetEnough // µm of unset paint that a glaze, a dry drag or a fine line bears
	thickMost    = 120.0           // µm before the last third of a zone's steps
	knifeMost    = 500.0           // µm there, where a knife lays them
	starvedLeast = 0.6             // share of its place that a step which covers it reaches before the load is spent
)

var baseHeavy = Rule{
	ID: "film.base-heavy", Title: "The base coat is too heavy", Severity: Caution,
	Reason: "Just enough wet coat that a finger comes away with a faint smear, 8 to 15 µm: above about 20 marks slide and everything greys.",
	Speaks: say("the wet base coat is over %g µm", baseMost),
	find:   findBaseHeavy,
}

var baseThin = Rule{
	ID: "film.base-thin", Title: "The base coat is too thin for a blend", Severity: Note,
	Reason: "Below about 5 µm on an absorbent ground the brush drags, and a sky does not grade by itself.",
	Speaks: say("a white base coat is under %g µm where a step blends into it", baseLeast),
	find:   findBaseThin,
}

var slip = Rule{
	ID: "film.slip", Title: "Light marks on thick wet paint", Severity: Caution,
	Reason: "More paint than brush: on a thick unset film a brush that is not fully loaded slides and takes up what lies there.",
	Speaks: say("a brush that is not fully loaded lays marks on over %g µm of unset paint", slipMost),
	find:   findSlip,
}

var lifted = Rule{
	ID: "film.lifted", Title: "Takes more than it leaves", Severity: Caution,
	Reason: "Thin load over thick wet paint removes paint instead of adding it.",
	Speaks: "a step that covers takes more off the canvas than it lays",
	find:   findLifted,
}

var fatOverLean = Rule{
	ID: "film.fat-over-lean", Title: "A leaner layer over a fatter one", Severity: Caution,
	Reason: "Layers that dry between are each at least as fat as the one below: a lean layer dries first over a fat one that still moves, and cracks.",
	Speaks: say("over a layer that dried, paint with %g %% less fat than that layer had of oil", leanerBy),
	find:   findFatOverLean,
}

var openTime = Rule{
	ID: "film.open-time", Title: "Blended too late", Severity: Caution,
	Reason: "A blend needs paint that is still open; what has set tears or does not move.",
	Speaks: say("what is to be feathered has set to over %g %%", 100*openMost),
	find:   findOpenTime,
}

var notSet = Rule{
	ID: "film.not-set", Title: "Not set enough", Severity: Note,
	Reason: "A glaze, a dry drag or a fine line needs paint below it that grabs: blot it, or let it set 10 to 30 minutes.",
	Speaks: say("a glaze, a dry drag or a thinned line goes over more than %g µm of unset paint; twice that with a full load", setEnough),
	find:   findNotSet,
}

var tooThickEarly = Rule{
	ID: "film.too-thick-early", Title: "Thick too early", Severity: Note,
	Reason: "Thin in the shadows, thick in the lights; the thickest paint is last, for nothing goes well on top of it.",
	Speaks: say("the paint is over %g µm, over %g where a knife lays it, before the last third of a zone's steps", thickMost, knifeMost),
	find:   findThickEarly,
}

var starved = Rule{
	ID: "film.starved", Title: "The brush runs dry", Severity: Note,
	Reason: "A load too small for the strokes it has to make leaves the hairs scrubbing.",
	Speaks: say("a step that covers reaches under %g %% of its place before its loads are spent", 100*starvedLeast),
	find:   findStarved,
}

func (c *Context) wetBase(thickness float64, f *Finding) {
	e := lesson.GroundOf(c.Lesson)
	e.Base.Thickness = thickness
	if r, _, ok := c.remedy(fmt.Sprintf("lay the base coat %.0f µm thick", thickness), e); ok {
		f.Remedies = append(f.Remedies, r)
	}
}

func findBaseHeavy(c *Context) []Finding {
	b := c.Lesson.Base
	if b.Kind == lesson.NoBase || b.Thickness <= baseMost {
		return nil
	}
	f := Finding{Says: fmt.Sprintf("The wet base coat is %g µm thick.", b.Thickness), Figure: b.Thickness, Unit: "µm", Threshold: baseMost, Where: "base"}
	c.wetBase(12, &f)
	return []Finding{f}
}

func findBaseThin(c *Context) []Finding {
	l := c.Lesson
	b := l.Base
	if b.Kind == lesson.NoBase || b.Thickness >= baseLeast || b.Kind == lesson.ClearBase {
		return nil // a rubbed-in couch of clear medium is 1 to 3 µm, and wiped off
	}
	for _, s := range l.Steps {
		if s.Technique == lesson.CrissCross && (len(b.Zones) == 0 || slices.Contains(b.Zones, s.Zone)) {
			f := Finding{Says: fmt.Sprintf("The wet base coat is %g µm thick where %s is to blend.", b.Thickness, l.Label(l.Step(s.ID))),
				Figure: b.Thickness, Unit: "µm", Threshold: baseLeast, Where: "base", Steps: []string{s.ID}}
			c.wetBase(10, &f)
			return []Finding{f}
		}
	}
	return nil
}

// each lets a step with its report speak.
func (c *Context) each(speak func(i int, s lesson.Step, p rehearse.Report) *Finding) (out []Finding) {
	reports := c.reports()
	if reports == nil {
		return nil
	}
	for i, s := range c.Lesson.Steps {
		if f := speak(i, s, reports[i]); f != nil {
			f.Steps, f.Where, f.At, f.OnCanvas = append([]string{s.ID}, f.Steps...), s.ID, c.at(i), true
			out = append(out, *f)
		}
	}
	return out
}

// changed offers a step done in another way.
func (c *Context) changed(f *Finding, words string, s lesson.Step, set func(*lesson.Step)) {
	set(&s)
	if r, _, ok := c.remedy(words, lesson.Change{Step: s}); ok {
		f.Remedies = append(f.Remedies, r)
	}
}

// blotted offers to blot a step's place first.
func (c *Context) blotted(f *Finding, i int, minutes float64) {
	s := c.Lesson.Steps[i]
	for _, t := range c.Lesson.Tools {
		if t.Kind != lesson.Towel {
			continue
		}
		blot := lesson.Step{ID: c.freeID(s.ID + "-blot"), Zone: s.Zone, Where: s.Where, Technique: lesson.Blot, Tool: t.ID, Mixtures: []string{},
			Load: lesson.MediumLoad, Pressure: lesson.Lightly, Care: lesson.Fresh, Cover: 1, Minutes: minutes, Words: "Lay the towel on, leave it, lift it straight up."}
		if r, _, ok := c.remedy(fmt.Sprintf("blot the place for %g minutes first", minutes), lesson.Insert{At: i, Step: blot}); ok {
			f.Remedies = append(f.Remedies, r)
		}
		return
	}
}

// restMost is the longest wait that is offered, minutes; after that a towel is the remedy.
const restMost = 45.0

// rested offers to wait before a step, as long as it takes the canvas until no more than so
// many µm are unset there.
func (c *Context) rested(f *Finding, i int, bears float64) {
	minutes := math.Ceil(c.Rehearsal.ReadyIn(i, bears))
	if minutes < 1 || minutes > restMost {
		return
	}
	wait := c.idle(lesson.Wait, minutes, "Let it set; look from two metres.")
	if r, _, ok := c.remedy(fmt.Sprintf("wait %g minutes first", minutes), lesson.Insert{At: i, Step: wait}); ok {
		f.Remedies = append(f.Remedies, r)
	}
}

// idle is a step in which time alone works.
func (c *Context) idle(t lesson.Technique, minutes float64, words string) lesson.Step {
	return lesson.Step{ID: c.freeID("pause"), Where: lesson.Whole, Technique: t, Mixtures: []string{}, Load: lesson.MediumLoad, Pressure: lesson.Lightly, Care: lesson.Wipe, Cover: 1, Minutes: minutes, Words: words}
}

// carries reports whether a load is more than the hairs can lift: such marks lie on top.
func (c *Context) carries(s lesson.Step) bool {
	t, _ := c.Lesson.Tool(s.Tool)
	return s.Load == lesson.FullLoad || s.Load == lesson.HeavyLoad || t.Kind.Knife()
}

func findSlip(c *Context) []Finding {
	return c.each(func(i int, s lesson.Step, p rehearse.Report) *Finding {
		if !s.Technique.Marks() || len(s.Mixtures) == 0 || c.carries(s) || p.Under.Wet <= slipMost {
			return nil
		}
		f := &Finding{Says: fmt.Sprintf("%s lays light marks on %.0f µm of paint that has not set.", lesson.Capital(c.Lesson.Label(i)), p.Under.Wet),
			Figure: round(p.Under.Wet, 0), Unit: "µm", Threshold: slipMost}
		c.changed(f, "load the tool fully, so that it lays on top", s, func(n *lesson.Step) { n.Load = lesson.FullLoad })
		c.blotted(f, i, 8)
		return f
	})
}

func findLifted(c *Context) []Finding {
	return c.each(func(i int, s lesson.Step, p rehearse.Report) *Finding {
		if !lays(s) || s.Technique == lesson.RubIn || p.On <= 0 || p.Off <= liftedMost*p.On {
			return nil
		}
		f := &Finding{Says: fmt.Sprintf("%s takes %.2f ml off the canvas and lays %.2f.", lesson.Capital(c.Lesson.Label(i)), p.Off, p.On),
			Figure: round(p.Off/p.On, 1), Unit: "times", Threshold: liftedMost}
		c.changed(f, "load heavily and barely touch", s, func(n *lesson.Step) { n.Load, n.Pressure = lesson.HeavyLoad, lesson.Barely })
		if t, ok := c.softerTool(s); ok {
			c.changed(f, "use the softer "+c.Lesson.ToolName(t), s, func(n *lesson.Step) { n.Tool = t })
		}
		c.blotted(f, i, 8)
		return f
	})
}

func findFatOverLean(c *Context) []Finding {
	dried := -1 // the last step before which everything could dry
	return c.each(func(i int, s lesson.Step, p rehearse.Report) *Finding {
		if s.Technique == lesson.Dry {
			dried = i
		}
		if dried < 0 || len(s.Mixtures) == 0 || s.Medium.Acrylic {
			return nil
		}
		// Alkyd below has dried before the paint on top does; oil has not.
		fattest, below := s.Medium.Fat(), -1
		for j, b := range c.Lesson.Steps[:dried] {
			if slow := b.Medium.Oil; !b.Medium.Acrylic && slow > fattest+leanerBy && c.both(i, j) > 0.2 {
				fattest, below = slow, j
			}
		}
		if below < 0 {
			return nil
		}
		f := &Finding{Says: fmt.Sprintf("%s has %.0f %% of oil and alkyd over %.0f %% of oil in %s, which dries slower.", lesson.Capital(c.Lesson.Label(i)), s.Medium.Fat(), fattest, c.Lesson.Label(below)),
			Figure: round(fattest-s.Medium.Fat(), 0), Unit: "%", Threshold: leanerBy, Steps: []string{c.Lesson.Steps[below].ID}}
		c.changed(f, fmt.Sprintf("let it down with %.0f %% of oil", fattest), s, func(n *lesson.Step) { n.Medium = lesson.Medium{Oil: round(fattest, 0)} })
		return f
	})
}

func findOpenTime(c *Context) []Finding {
	return c.each(func(i int, s lesson.Step, p rehearse.Report) *Finding {
		if s.Technique != lesson.Feather || p.Under.Set <= openMost {
			return nil
		}
		f := &Finding{Says: fmt.Sprintf("What %s is to blend has set to %.0f %%.", c.Lesson.Label(i), 100*p.Under.Set),
			Figure: round(100*p.Under.Set, 0), Unit: "%", Threshold: 100 * openMost}
		for j := i - 1; j >= 0; j-- {
			if c.Lesson.Steps[j].Zone == s.Zone && lays(c.Lesson.Steps[j]) && j < i-1 {
				c.moved(f, s.ID, j+1)
				break
			}
		}
		return f
	})
}

func findNotSet(c *Context) []Finding {
	return c.each(func(i int, s lesson.Step, p rehearse.Report) *Finding {
		most := setEnough
		if s.Technique != lesson.Glaze && c.carries(s) {
			most = 2 * setEnough // a full load lies on top
		}
		if !s.WantsGrip() || p.Under.Wet <= most {
			return nil
		}
		f := &Finding{Says: fmt.Sprintf("%s goes over %.0f µm of paint that has not set.", lesson.Capital(c.Lesson.Label(i)), p.Under.Wet),
			Figure: round(p.Under.Wet, 0), Unit: "µm", Threshold: most}
		c.blotted(f, i, 12)
		c.rested(f, i, most)
		return f
	})
}

func findThickEarly(c *Context) []Finding {
	done := map[string]int{} // by zone
	// over counts the later steps of the zone that go over what step i laid.
	over := func(i int) (n int) {
		for j := i + 1; j < len(c.Lesson.Steps); j++ {
			if s := c.Lesson.Steps[j]; lays(s) && s.Zone == c.Lesson.Steps[i].Zone && rehearse.Meet(c.reports(), i, j) {
				n++
			}
		}
		return n
	}
	return c.each(func(i int, s lesson.Step, p rehearse.Report) *Finding {
		if !lays(s) {
			return nil
		}
		done[s.Zone]++
		most := thickMost
		if t, _ := c.Lesson.Tool(s.Tool); t.Kind.Knife() {
			most = knifeMost
		}
		if p.Thick <= most || p.Laid < most/3 {
			return nil
		}
		more := over(i)
		if 3*done[s.Zone] > 2*(done[s.Zone]+more) {
			return nil
		}
		f := &Finding{Says: fmt.Sprintf("After %s the paint there is %.0f µm thick, and %d more steps go over it.", c.Lesson.Label(i), p.Thick, more),
			Figure: round(p.Thick, 0), Unit: "µm", Threshold: most}
		if less := s.Load.More(-1); s.Load != lesson.ThinLoad && less != lesson.ThinLoad {
			c.changed(f, "load less", s, func(n *lesson.Step) { n.Load = less })
			much := less.More(-1)
			if much == lesson.ThinLoad {
				much = less
			}
			c.changed(f, "load much less", s, func(n *lesson.Step) { n.Load = much })
		}
		c.changed(f, "cover it less", s, func(n *lesson.Step) { n.Cover = round(max(0.3, 0.6*n.Cover), 2) })
		return f
	})
}

func findStarved(c *Context) []Finding {
	covering := []lesson.Technique{lesson.CrissCross, lesson.LongPull, lesson.PullDown, lesson.CutIn}
	return c.each(func(i int, s lesson.Step, p rehearse.Report) *Finding {
		asked := p.Asked * min(1, s.Cover)
		if z, ok := c.Lesson.Zone(s.Zone); ok && z.Kind == lesson.Fence { // posts leave what is between them
			return nil
		}
		if !slices.Contains(covering, s.Technique) || len(s.Mixtures) == 0 || asked < 1 || p.Area >= starvedLeast*asked {
			return nil
		}
		f := &Finding{Says: fmt.Sprintf("%s reaches %.0f %% of its place before the loads are spent.", lesson.Capital(c.Lesson.Label(i)), 100*p.Area/asked),
			Figure: round(100*p.Area/asked, 0), Unit: "%", Threshold: 100 * starvedLeast}
		if s.Load != lesson.HeavyLoad {
			c.changed(f, "load more", s, func(n *lesson.Step) { n.Load = s.Load.More(1) })
			c.changed(f, "load heavily", s, func(n *lesson.Step) { n.Load = lesson.HeavyLoad })
		}
		c.changed(f, "go over it more thoroughly", s, func(n *lesson.Step) { n.Cover = round(min(3, 1.6*n.Cover), 2) })
		return f
	})
}
