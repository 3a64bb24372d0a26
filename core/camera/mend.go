package camera

import (
	"context"

	"proxenos/core/rehearse"
)

// driedFor is how many days a canvas dries before it is painted on again.
const driedFor = 45.0

// Mend is a canvas that was left to dry and then painted on. Faults that are planted in what it looks
// like, and not in its paint, are painted on as they look.
func Mend(ctx context.Context, c *Canvas, layers []rehearse.Layer) (*Canvas, error) {
	if len(c.seen) == 0 {
		r, err := rehearse.Upon(ctx, c.Painted, driedFor, layers)
		if err != nil {
			return nil, err
		}
		return &Canvas{Plan: c.Plan, Painted: r}, nil
	}
	look, f := c.Look(), c.Painted.Final
	micron := make([]float32, len(look.RGB))
	for i := range micron {
		x, y := i%look.W*f.W/look.W, i/look.W*f.H/look.H
		dry, _ := f.Dry(x, y)
		micron[i] = f.Thickness(x, y) + float32(dry)
	}
	r, err := rehearse.Over(ctx, rehearse.Seen{W: look.W, H: look.H, Light: look.RGB, Micron: micron}, c.Plan.Lesson, f.Cell, layers)
	if err != nil {
		return nil, err
	}
	return &Canvas{Plan: c.Plan, Painted: r}, nil
}
