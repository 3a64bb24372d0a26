package rule

import (
	"cmp"
	"fmt"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
)

const (
	leanerBy     = 3.0   // percent of fat by which a layer may be leaner than the one below
	overDry      = 0.2   // share of a layer that lies over another, from which they are layers
	thickMost    = 120.0 // µm before the last third of a zone's steps
	knifeMost    = 500.0 // µm there, where a knife lays them
	starvedLeast = 0.6   // share of its place that a step which covers it reaches before the load is spent
)

var fatOverLean = Rule{
	ID: "film.fat-over-lean", Title: "A leaner layer over a fatter one", Severity: Caution, On: Finished,
	Reason: "Layers that dry between are each at least as fat as the one below: a lean layer dries first over a fat one that still moves, and cracks.",
	Figure: "by how much the leanest layer that goes over one is leaner than it", Source: "fat over lean, the rule of layers; 3 % is what a hand measures out by",
	Speaks:  say("over a layer that dried goes paint with over %g %% less fat than that layer has of oil", leanerBy),
	measure: findFatOverLean,
}

var tooThickEarly = Rule{
	ID: "film.too-thick-early", Title: "Thick too early", Severity: Note, On: Finished,
	Reason: "Thin in the shadows, thick in the lights; the thickest paint is last, for nothing goes well on top of it.",
	Figure: "how thick the paint is, before the last third of a zone's steps, that a step makes thick; of any other step what it adds", Source: "working default: a loaded bristle brush leaves 60 to 120 µm, a knife up to half a millimetre",
	Speaks:  say("the paint is over %g µm, over %g where a knife lays it, before the last third of a zone's steps", thickMost, knifeMost),
	measure: findThickEarly,
}

var starved = Rule{
	ID: "film.starved", Title: "The brush runs dry", Severity: Note, On: Step,
	Reason: "A load too small for the strokes it has to make leaves the hairs scrubbing.",
	Figure: "the share of its place that a step which covers it reaches", Source: "working default",
	Speaks:  say("a step that covers reaches under %g %% of its place before its loads are spent", 100*starvedLeast),
	measure: findStarved,
}

// findFatOverLean speaks of the fat layer, however many lean ones go over it: it is the cause.
func findFatOverLean(c *Context) []Finding {
	if c.finished() == nil {
		return nil
	}
	l := c.Lesson
	return c.each(func(i int, below lesson.Step, _ rehearse.Report) *Finding {
		// Alkyd below has dried before the paint on top does; oil has not.
		if len(below.Mixtures) == 0 || below.Medium.Acrylic {
			return nil
		}
		var over []lesson.Step // what goes over it when everything could dry, leanest first
		dried := false
		for j, s := range l.Steps[i+1:] {
			dried = dried || s.Technique == lesson.Dry
			if dried && len(s.Mixtures) > 0 && !s.Medium.Acrylic && s.Medium.Fat() < below.Medium.Oil && c.both(i+1+j, i) > overDry {
				over = append(over, s)
			}
		}
		if len(over) == 0 {
			return &Finding{Unit: "%", Threshold: leanerBy}
		}
		slices.SortStableFunc(over, func(a, b lesson.Step) int { return cmp.Compare(a.Medium.Fat(), b.Medium.Fat()) })
		leanest := over[0]
		says := fmt.Sprintf("%s has %.0f %% of oil, and %s that dries sooner over it has %.0f %% of oil and alkyd", lesson.Capital(l.Label(i)), below.Medium.Oil, l.Label(l.Step(leanest.ID)), leanest.Medium.Fat())
		switch n := len(over) - 1; {
		case n == 1:
			says += "; another step is leaner than it as well"
		case n > 1:
			says += fmt.Sprintf("; %d more are leaner than it", n)
		}
		return &Finding{Says: says + ".", Figure: round(below.Medium.Oil-leanest.Medium.Fat(), 0), Unit: "%", Threshold: leanerBy, Steps: []string{leanest.ID},
			offers: func() (out []Idea) {
				less := fmt.Sprintf("let %s down with no more than %.0f %% of oil", l.Label(i), leanest.Medium.Fat())
				if leanest.Medium.Fat() < 1 {
					less = "mix no oil into " + l.Label(i)
				}
				c.changed(&out, less, below, func(n *lesson.Step) { n.Medium.Oil = round(leanest.Medium.Fat(), 0) })
				c.letDown(&out, fmt.Sprintf("let what goes over it down with %.0f %% of oil", below.Medium.Oil), over, lesson.Medium{Oil: round(below.Medium.Oil, 0)})
				return out
			}}
	})
}

// goMore is how many more steps go over something, in words.
func goMore(n int) string {
	if n == 1 {
		return "one more step goes"
	}
	return fmt.Sprintf("%d more steps go", n)
}

func findThickEarly(c *Context) []Finding {
	on := c.finished()
	if on == nil {
		return nil
	}
	done := map[string]int{} // by zone
	// over counts the later steps of the zone that go over what step i laid.
	over := func(i int) (n int) {
		for j := i + 1; j < len(c.Lesson.Steps); j++ {
			if s := c.Lesson.Steps[j]; lays(s) && s.Zone == c.Lesson.Steps[i].Zone && rehearse.Meet(on.Reports, i, j) {
				n++
			}
		}
		return n
	}
	return c.each(func(i int, s lesson.Step, _ rehearse.Report) *Finding {
		if !lays(s) {
			return nil
		}
		p := on.Reports[i]
		done[s.Zone]++
		most := thickMost
		if t, _ := c.Lesson.Tool(s.Tool); t.Kind.Knife() {
			most = knifeMost
		}
		more := over(i)
		if 3*done[s.Zone] > 2*(done[s.Zone]+more) {
			return nil
		}
		thick := p.Thick
		if p.Laid < most/3 {
			thick = p.Laid // others make it thick, and are told so; this is what it adds
		}
		return &Finding{Says: fmt.Sprintf("After %s the paint there is %.0f µm thick, and %s over it.", c.Lesson.Label(i), p.Thick, goMore(more)),
			Figure: round(thick, 0), Unit: "µm", Threshold: most,
			offers: func() (out []Idea) {
				if less := s.Load.More(-1); s.Load != lesson.ThinLoad && less != lesson.ThinLoad {
					c.changed(&out, "load less", s, func(n *lesson.Step) { n.Load = less })
					much := less.More(-1)
					if much == lesson.ThinLoad {
						much = less
					}
					if much != less {
						c.changed(&out, "load much less", s, func(n *lesson.Step) { n.Load = much })
					}
				}
				c.changed(&out, "cover it less", s, func(n *lesson.Step) { n.Cover = round(max(0.3, 0.6*n.Cover), 2) })
				return out
			}}
	})
}

func findStarved(c *Context) []Finding {
	covering := []lesson.Technique{lesson.CrissCross, lesson.LongPull, lesson.PullDown, lesson.CutIn}
	return c.each(func(i int, s lesson.Step, p rehearse.Report) *Finding {
		asked := p.Asked * min(1, s.Cover)
		if z, ok := c.Lesson.Zone(s.Zone); ok && z.Kind == lesson.Fence { // posts leave what is between them
			return nil
		}
		if !slices.Contains(covering, s.Technique) || len(s.Mixtures) == 0 || asked < 1 || p.Refused > 0 { // acrylic that oil refuses is another matter
			return nil
		}
		return &Finding{Says: fmt.Sprintf("%s reaches %.0f %% of its place before the loads are spent.", lesson.Capital(c.Lesson.Label(i)), 100*p.Area/asked),
			Figure: round(100*p.Area/asked, 0), Unit: "%", Threshold: 100 * starvedLeast, Under: true,
			offers: func() (out []Idea) {
				if s.Load != lesson.HeavyLoad {
					if more := s.Load.More(1); more != lesson.HeavyLoad {
						c.changed(&out, "load more", s, func(n *lesson.Step) { n.Load = more })
					}
					c.changed(&out, "load heavily", s, func(n *lesson.Step) { n.Load = lesson.HeavyLoad })
				}
				c.changed(&out, "go over it more thoroughly", s, func(n *lesson.Step) { n.Cover = round(min(3, 1.6*n.Cover), 2) })
				return out
			}}
	})
}
