package rule

import (
	"fmt"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/measure"
	"proxenos/core/rehearse"
)

const (
	crossedLeast = 3.0 // cm² of still water in other strokes, from which it does not lie flat
	longMost     = 2.5 // times as long as another that a like thing may be, by where they lie
)

var still = Rule{
	ID: "persp.water", Title: "Still water that does not lie", Severity: Caution, On: Step,
	Reason: "Still water is pulled level from the edge, its reflections straight down and then once level across: any other stroke stands it up like a wall.",
	Figure: "the area of still water that is laid in other strokes", Source: "working default: a patch of two centimetres is seen",
	Speaks:  say("over %g cm² of still water or of a reflection are laid in strokes that are neither level nor straight down", crossedLeast),
	measure: findStill,
}

var marks = Rule{
	ID: "persp.marks", Title: "As long far away as near", Severity: Note, On: Script, Choice: true,
	Reason: "Logs, boats and what else lies on the ground shrink with it: one that is as long far away as near lies on no ground at all.",
	Figure: "how many times as long the longest of like things is as the shortest, by where they lie", Source: "working default: logs of one bank differ by half, not by three",
	Speaks:  say("logs or boats differ by over %g times in true length", longMost),
	measure: findMarks,
}

// flatStrokes are those in which still water and what it mirrors is laid; a glaze or a scumble
// veils, and drawn lines and touches lie on it.
var flatStrokes = []lesson.Technique{lesson.LongPull, lesson.PullDown, lesson.Feather, lesson.KnifeLine, lesson.KnifeSlide, lesson.LinerPull, lesson.Dab,
	lesson.RubIn, lesson.CutIn, lesson.PressTurn, lesson.WipeOut, lesson.RubBack}

func findStill(c *Context) (out []Finding) {
	l := c.Lesson
	for i, p := range c.reports() {
		s := l.Steps[i]
		z, ok := l.Zone(s.Zone)
		if !ok || z.Kind != lesson.Water && z.Kind != lesson.Image || !lays(s) || s.Medium.Acrylic {
			continue
		}
		f := Finding{Unit: "cm²", Threshold: crossedLeast, Steps: []string{s.ID}, Where: s.ID, At: c.at(i), OnCanvas: true}
		if !slices.Contains(flatStrokes, s.Technique) {
			f.Figure = round(p.Area, 1)
		}
		f.Says = fmt.Sprintf("%s lays %.0f cm² of %s, which lies flat, in strokes that do not.", lesson.Capital(l.Label(i)), p.Area, z.Name)
		f.offers = func() (out []Idea) {
			for _, to := range []lesson.Technique{lesson.PullDown, lesson.LongPull} {
				if z.Kind == lesson.Water && to == lesson.PullDown {
					continue
				}
				if t, ok := l.ToolFor(to, max(8, c.broad(s))); ok && len(s.Mixtures) <= to.Info().Most {
					c.changed(&out, fmt.Sprintf("%s it, with %s", to.Info().Verb(), l.ToolName(t.ID)), s, func(n *lesson.Step) { n.Technique, n.Tool = to, t.ID })
				}
			}
			return out
		}
		out = append(out, f)
	}
	return out
}

func findMarks(c *Context) (out []Finding) {
	l := c.Lesson
	for _, kind := range []lesson.ZoneKind{lesson.Log, lesson.Boat} {
		var short, long measure.Thing
		least, most := math.Inf(1), 0.0
		for _, t := range measure.Standing(l, kind) {
			left, right := across(t.Zone.Outline)
			down := t.Foot - l.View.Horizon
			if down < 4 || left < 1 || right > l.Support.Width-1 {
				continue // on the horizon, or cut by the edge: how long it is is not seen
			}
			metres := (right - left) * l.View.Eye / down // as a thing that lies across the view
			if metres < least {
				short, least = t, metres
			}
			if metres > most {
				long, most = t, metres
			}
		}
		if most == 0 || long.Zone.ID == short.Zone.ID {
			continue
		}
		out = append(out, Finding{
			Says:   fmt.Sprintf("By where they lie, %s is %.1f m long and %s %.1f m.", long.Zone.Name, most, short.Zone.Name, least),
			Figure: round(most/least, 1), Unit: "times", Threshold: longMost, Where: string(kind), At: rehearse.Spot{X: long.X, Y: long.Foot}, OnCanvas: true,
			offers: func() []Idea { return c.sized(long, most, short, least) },
		})
	}
	return out
}
