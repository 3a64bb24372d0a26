// Command looks holds core/look against the truth: it photographs canvases of which everything is
// known with the simulated camera, and prints how often what is read from the photographs is right.
//
//	go run ./tools/looks [-what corners,values,faults] [-n 100] [-seed 1] [-bare] [-hand some] LESSON.json...
package main

import (
	"context"
	"flag"
	"fmt"
	"math/rand/v2"
	"os"
	"strings"
	"time"

	"proxenos/core/camera"
	"proxenos/core/lesson"
	"proxenos/core/look"
	"proxenos/core/plate"
	"proxenos/core/rehearse"
)

// A trial is one lesson with what is asked of it.
type trial struct {
	n    int
	seed uint64
	bare bool
	hand lesson.Level
	keep string
	kind string
	rng  *rand.Rand
	plan *rehearse.Rehearsal
	look *look.Plan
}

func main() {
	var t trial
	what := flag.String("what", "corners,values,faults", "what is tried: corners, values, sound, faults, pairs, mends, days")
	flag.IntVar(&t.n, "n", 100, "photographs")
	flag.Uint64Var(&t.seed, "seed", 1, "of chance")
	flag.BoolVar(&t.bare, "bare", false, "without tape")
	flag.StringVar((*string)(&t.hand), "hand", "", "who paints: first, some, experienced; empty for as it is written")
	flag.StringVar(&t.kind, "kind", "", "the one kind of fault that is planted; empty for each")
	flag.StringVar(&t.keep, "keep", "", "folder to leave photographs in that were read wrongly")
	flag.Parse()
	for _, file := range flag.Args() {
		if err := t.run(context.Background(), file, strings.Split(*what, ",")); err != nil {
			fmt.Fprintln(os.Stderr, err)
			os.Exit(1)
		}
	}
}

func (t *trial) run(ctx context.Context, file string, what []string) error {
	text, err := os.ReadFile(file)
	if err != nil {
		return err
	}
	l, err := lesson.Decode(text)
	if err != nil {
		return err
	}
	if t.plan, err = rehearse.Run(ctx, l, 1, nil); err != nil {
		return err
	}
	t.look = look.PlanOf(t.plan, l.Minutes())
	fmt.Println(l.Title)
	for _, w := range what {
		t.rng = rand.New(rand.NewPCG(t.seed, 7))
		ways := map[string]func(context.Context) error{"corners": t.corners, "values": t.values, "sound": t.sound, "faults": t.faults, "pairs": t.pairs, "mends": t.mends, "days": t.days}
		way, known := ways[w]
		if !known {
			return fmt.Errorf("%q is nothing that is tried", w)
		}
		if err := way(ctx); err != nil {
			return err
		}
	}
	return nil
}

// kinds are those of the faults that are planted.
func (t *trial) kinds() []camera.Kind {
	if t.kind != "" {
		return []camera.Kind{camera.Kind(t.kind)}
	}
	return camera.Kinds()
}

// conditions are those of the next photograph.
func (t *trial) conditions() camera.Conditions {
	c := camera.Draw(t.rng)
	if t.bare {
		c.Border = camera.None
	}
	return c
}

// corners are found how often within 1 % of the width, with the plan and without.
func (t *trial) corners(ctx context.Context) error {
	canvas, err := camera.Paint(ctx, t.plan, camera.Hand{Level: t.hand, Seed: t.seed})
	if err != nil {
		return err
	}
	l, view := t.plan.Lesson, canvas.Look()
	var right, told [2]int
	var took time.Duration
	for i := range t.n {
		c := t.conditions()
		shot := camera.Take(view, c, t.seed+uint64(i))
		p := plate.Of(decoded(shot), 0)
		width := shot.Corners[1].X - shot.Corners[0].X
		for k, plan := range []*plate.Plate{t.look.Plate, nil} {
			begin := time.Now()
			f := look.Find(p, l.Support.Width, l.Support.Height, plan)
			took += time.Since(begin)
			off := worst(f.Quad, shot.Corners)
			switch {
			case off <= 0.01*width:
				right[k]++
			case f.Sure < 0.5:
				told[k]++
			default:
				fmt.Printf("    corners off by %.1f %% of the width, and sure %.2f (%s): %+v\n", 100*off/width, f.Sure, []string{"plan", "alone"}[k], c)
				t.leave(fmt.Sprint("corners-", i), shot)
			}
		}
	}
	fmt.Printf("  corners within 1 %%: %d of %d with the plan (%d of the others told), %d without (%d told); %v each\n", right[0], t.n, told[0], right[1], told[1], took/time.Duration(2*t.n))
	return nil
}

// photographed is a canvas read from a photograph.
func (t *trial) photographed(canvas *camera.Canvas, i int) (*look.Judged, camera.Shot, error) {
	shot := camera.Take(canvas.Look(), t.conditions(), t.seed+uint64(i))
	read, err := look.Read(context.Background(), plate.Of(decoded(shot), 0), t.look, look.Options{}, nil)
	if err != nil {
		return nil, shot, err
	}
	return read.Judged, shot, nil
}
