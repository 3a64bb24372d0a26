package main

import (
	"context"
	"fmt"

	"proxenos/core/camera"
	"proxenos/core/look"
)

// mostDays is how often a canvas is taken up again at most.
const mostDays = 12

// days tells of a canvas with several faults that is photographed, mended in the first thing of the
// list, left to dry and photographed again, until the list says stop: what it differs by from the
// plan, as it is read and as it is.
func (t *trial) days(ctx context.Context) error {
	canvas, err := camera.Paint(ctx, t.plan, camera.Hand{Level: t.hand, Seed: t.seed}, camera.Typical(t.plan.Lesson, t.seed)...)
	if err != nil {
		return err
	}
	adviser, err := look.NewAdviser(t.look)
	if err != nil {
		return err
	}
	if canvas, err = camera.Mend(ctx, canvas, nil); err != nil {
		return err
	}
	for day := range mostDays {
		j, shot, err := t.photographed(canvas, day)
		if err != nil {
			return err
		}
		t.leave(fmt.Sprint("day-", day), shot)
		if err := adviser.Try(ctx, j, nil); err != nil {
			return err
		}
		fmt.Printf("  day %d: is %.2f from the plan, read as %.2f; %s\n", day, t.size(canvas), j.Before.All, j.Says)
		for _, m := range j.Left {
			fmt.Printf("    left: %s\n", m.Says)
		}
		if j.Stop {
			return nil
		}
		for i, m := range j.Mends {
			fmt.Printf("    %d. %s Brings %.2f.\n", i+1, m.Says, m.Gain)
		}
		if canvas, err = camera.Mend(ctx, canvas, j.Mends[0].Layers()); err != nil {
			return err
		}
	}
	fmt.Println("  there is no end to it")
	return nil
}
