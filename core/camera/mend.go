package camera

import (
	"context"
	"fmt"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
)

// driedFor is how many days a canvas dries before it is painted on again.
const driedFor = 45.0

// A region is where somebody paints again.
type region struct {
	inside func(x, y float64) bool
}

func (r region) Inside(x, y float64) bool { return r.inside(x, y) }

// far is farther from an edge than any mark looks, mm.
const far = 6.0

func (r region) Deep(x, y float64) float64 {
	if r.inside(x, y) {
		return far
	}
	return -far
}

// Mend is a canvas that was left to dry and on which some steps were done again where inside says
// so, mm, as the lesson has them and by the hand that does as it is told.
func Mend(ctx context.Context, c *Canvas, inside func(x, y float64) bool, steps func(lesson.Step) bool) (*Canvas, error) {
	l, err := lesson.Decode(lesson.Encode(c.Painted.Lesson))
	if err != nil {
		return nil, err
	}
	n := len(l.Steps)
	again := []string{""} // of the drying no step is done again
	l.Steps = append(l.Steps, lesson.Step{ID: "mend-dry", Where: lesson.Whole, Technique: lesson.Dry, Mixtures: []string{}, Load: lesson.MediumLoad, Pressure: lesson.Lightly, Care: lesson.Wipe, Cover: 1, Minutes: 1, Days: driedFor})
	for i, s := range c.Plan.Lesson.Steps {
		if s.Technique.Idle() || s.Technique == lesson.Blot || !steps(s) {
			continue
		}
		again = append(again, s.ID)
		s.ID, s.After, s.Meanwhile = fmt.Sprintf("mend-%d", i), nil, false
		l.Steps = append(l.Steps, s)
	}
	manners := func(i int) rehearse.Manner {
		if i < n {
			return rehearse.Manner{}
		}
		return rehearse.Manner{Only: region{inside}, Like: again[i-n]}
	}
	r, err := rehearse.Part(ctx, nil, l, c.Painted.Final.Cell, 0, len(l.Steps), manners, nil)
	if err != nil {
		return nil, err
	}
	return &Canvas{Plan: c.Plan, Painted: r}, nil
}
