package class

import (
	"math"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
)

const (
	largeTool  = 20.0      // mm from which a tool is large
	wipesLarge = 8.0       // wipes of a large tool that a towel takes
	wipesSmall = 15.0      // and of a small one
	wipesEnd   = 2.0       // wipes of each tool when all is done
	towelArea  = 25.0 * 25 // cm² that a towel covers
	rinseMl    = 10.0      // ml of solvent that a rinse needs in the jar
	jarMost    = 120.0     // ml in a jar: from then on what has settled is used again
	jarLost    = 0.1       // share of what is in a jar that does not come back from it
)

// Towels is what one person wipes and blots.
type Towels struct {
	Wipes int `json:"wipes" doc:"times that a tool is wiped, with those at the end"`
	Large int `json:"large" doc:"of those, of tools of 20 mm and more"`
	Blots int `json:"blots" doc:"sheets that are laid on to blot; they wipe after"`
	Rubs  int `json:"rubs" doc:"sheets to rub back and wipe out with"`
	Each  int `json:"each" doc:"sheets for one person"`
}

// towels counts what a lesson wipes, blots and rubs back.
func towels(l *lesson.Lesson, reports []rehearse.Report) Towels {
	var t Towels
	small := 0
	wipe := func(id string, n int) {
		if tool, known := l.Tool(id); known && (tool.Kind.Brush() || tool.Kind.Knife()) {
			t.Wipes += n
			if tool.Width >= largeTool {
				t.Large += n
			} else {
				small += n
			}
		}
	}
	seen := map[string]bool{}
	for i, s := range l.Steps {
		if s.Care != lesson.CarryOn && seen[s.Tool] {
			wipe(s.Tool, 1)
		}
		if s.Tool != "" && !seen[s.Tool] {
			seen[s.Tool] = true
			wipe(s.Tool, wipesEnd)
		}
		switch s.Technique {
		case lesson.Blot:
			t.Blots += int(math.Ceil(reports[i].Asked / towelArea))
		case lesson.RubBack, lesson.WipeOut:
			t.Rubs++
		}
	}
	wiping := int(math.Ceil(float64(t.Large)/wipesLarge + float64(small)/wipesSmall))
	t.Each = t.Rubs + t.Blots + max(0, wiping-t.Blots)
	return t
}

// Solvent is what one person uses of it, ml.
type Solvent struct {
	Rinses  int     `json:"rinses" doc:"and brushes washed, because a fresh one is asked for oftener than there are any"`
	Jar     float64 `json:"jar" doc:"ml in the jar: 10 a rinse, 120 at most; used again when it has settled"`
	Thinned float64 `json:"thinned" doc:"ml in thinned paint and left in rinsed brushes: it goes into the air"`
	Each    float64 `json:"each" doc:"ml to have for one person"`
}

func solvent(l *lesson.Lesson, reports []rehearse.Report) Solvent {
	s := Solvent{Rinses: len(Rinses(l))}
	for i := range l.Steps {
		s.Thinned += thinned(l, reports, i)
	}
	s.Jar = min(jarMost, rinseMl*float64(s.Rinses))
	s.Thinned = hundredths(s.Thinned)
	s.Each = hundredths(s.Jar + s.Thinned)
	return s
}

// Rinses are the steps before which a brush goes into the jar: it is rinsed, or washed because a
// fresh one is asked for oftener than there are any.
func Rinses(l *lesson.Lesson) (steps []int) {
	taken := map[string]int{} // pieces of a tool: the first use takes one, however it is cared for
	for i, s := range l.Steps {
		tool, _ := l.Tool(s.Tool)
		if taken[s.Tool] == 0 || s.Care == lesson.Fresh {
			taken[s.Tool]++
		}
		switch {
		case s.Care == lesson.RinseDamp || s.Care == lesson.RinseDry:
			steps = append(steps, i)
		case s.Care == lesson.Fresh && tool.Kind.Brush() && taken[s.Tool] > mostOwn:
			steps = append(steps, i)
		}
	}
	return steps
}

// thinned is how much solvent one person lets into the paint of a step, or leaves in a brush.
func thinned(l *lesson.Lesson, reports []rehearse.Report, i int) float64 {
	ml := reports[i].Wetted
	for k := range l.Steps[i].Mixtures {
		ml += reports[i].Piles[k] * l.Steps[i].Medium.Solvent / 100
	}
	return ml
}
