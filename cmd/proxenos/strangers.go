package main

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"image"
	"image/draw"
	"io"
	"strings"
	"text/tabwriter"

	"proxenos/core/lesson"
	"proxenos/core/pupil"
	"proxenos/core/rehearse"
	"proxenos/core/rescue"
)

// rehearseClassCommand lets simulated students paint a lesson.
func rehearseClassCommand(ctx context.Context, args []string, in io.Reader, out io.Writer) (int, error) {
	set := flagsOf("rehearse-class")
	students := set.Int("students", 12, "how many come")
	level := set.String("level", string(lesson.FirstSteps), "what they have learnt: first, some or experienced")
	seed := set.Uint64("seed", 1, "who they are: the same come with the same")
	minutes := set.Float64("minutes", 0, "minutes there are; those of the lesson when left out")
	helps := set.Bool("helps", false, "rehearse it again with what may help, and say what does")
	asJSON := set.Bool("json", false, "write JSON")
	l, err := oneLesson(set, args, in, out)
	if err != nil {
		return 0, err
	}
	switch of := lesson.Level(*level); {
	case of != lesson.FirstSteps && of != lesson.SomePractice && of != lesson.Experienced:
		return 0, fmt.Errorf("rehearse-class: --level is %q: give first, some or experienced", *level)
	case *students < 1 || *students > pupil.MostStudents:
		return 0, fmt.Errorf("rehearse-class: --students is %d: give 1 to %d", *students, pupil.MostStudents)
	case !(*minutes >= 0 && *minutes <= 720):
		return 0, fmt.Errorf("rehearse-class: --minutes is %g: give 10 to 720", *minutes)
	}
	c := pupil.Class{Seed: *seed, Minutes: *minutes}
	for range *students {
		c.Levels = append(c.Levels, lesson.Level(*level))
	}
	r, err := pupil.Rehearse(ctx, l, c, nil)
	if err == nil && *helps {
		err = r.Help(ctx, l, c, nil)
	}
	switch {
	case err != nil:
		return 0, err
	case *asJSON:
		return fine, json.NewEncoder(out).Encode(r)
	}
	return fine, writeRehearsed(out, l, r)
}

func writeRehearsed(out io.Writer, l *lesson.Lesson, r *pupil.Found) error {
	fmt.Fprintf(out, "%d students, %.0f %% finish in %g minutes; they take %.0f (one in ten less than %.0f, one in ten more than %.0f)\neach fails at %.1f of %d steps; the hardest:\n",
		r.Students, 100*r.Finish, r.Minutes, r.Middle, r.Low, r.High, r.Failed, len(l.Steps))
	w := tabwriter.NewWriter(out, 0, 0, 2, ' ', 0)
	for _, i := range r.Hardest {
		m := r.Marks[i]
		fmt.Fprintf(w, "  %.0f %%\t%s\t%s\t%.1f min (%.1f to %.1f)\n", 100*m.Fails, l.Label(i), m.Says, m.Middle, m.Low, m.High)
	}
	if err := w.Flush(); err != nil {
		return err
	}
	for _, h := range r.Helps {
		fmt.Fprintf(out, "%s: each fails at %.1f, %.0f %% finish\n", h.Says, h.Failed, 100*h.Finish)
	}
	return nil
}

// How much of the canvas a card shows.
const (
	cardSide  = 70.0 // mm
	cardWidth = 480
)

// rescueCommand says what helps when a step went wrong.
func rescueCommand(ctx context.Context, args []string, in io.Reader, out io.Writer) (int, error) {
	set := flagsOf("rescue")
	step := set.String("step", "", "the step that went wrong, by its id")
	trouble := set.String("trouble", "", "what went wrong: "+troubleNames())
	left := set.Float64("left", 10, "minutes that may be spent on it")
	behind := set.Float64("behind", 0, "minutes that the class is behind")
	name := set.StringP("output", "o", "", "write a picture of it before and after, PNG")
	asJSON := set.Bool("json", false, "write JSON")
	l, err := oneLesson(set, args, in, out)
	if err != nil {
		return 0, err
	}
	i := l.Step(*step)
	switch {
	case i < 0:
		return 0, fmt.Errorf("rescue: --step is %q: name a step of the lesson by its id", *step)
	case !rescue.Known(rescue.Trouble(*trouble)):
		return 0, fmt.Errorf("rescue: --trouble is %q: give %s", *trouble, troubleNames())
	case !(*left >= 0 && *left <= 720 && *behind >= 0 && *behind <= 720):
		return 0, errors.New("rescue: --left and --behind are minutes: give 0 to 720")
	}
	r, err := rehearse.Run(ctx, l, rehearse.CoarseCell, nil)
	if err != nil {
		return 0, err
	}
	card, err := rescue.For(ctx, r, rescue.Asked{Step: i, Trouble: rescue.Trouble(*trouble), Behind: *behind, Left: *left})
	if err != nil {
		return 0, fmt.Errorf("rescue: %w", err)
	}
	if *name != "" {
		if err := writePicture(*name, sideBySide(card.Show(cardSide, cardWidth)), out); err != nil {
			return 0, err
		}
	}
	switch {
	case *asJSON:
		return fine, json.NewEncoder(out).Encode(card.Advice)
	case *name == "-":
		return fine, nil
	}
	fmt.Fprintf(out, "%s, painted %s: ΔE %.1f on %.0f cm²\n%s\n", l.Label(i), card.How, card.Lost, card.Area, card.Says)
	for _, t := range card.Tried {
		comes := fmt.Sprintf("%3.0f %% comes back", 100*t.Back)
		if t.Back < 0 {
			comes = "makes it worse "
		}
		fmt.Fprintf(out, "  %s, ΔE %.1f left, %4.1f min: %s\n", comes, t.Left, t.Minutes, t.Says)
	}
	return fine, nil
}

func troubleNames() string {
	var names []string
	for _, t := range rescue.Troubles() {
		names = append(names, t.ID)
	}
	return strings.Join(names, ", ")
}

// sideBySide puts two pictures of one size beside each other.
func sideBySide(a, b *image.RGBA) image.Image {
	const gap = 16
	w, h := a.Bounds().Dx(), a.Bounds().Dy()
	img := image.NewRGBA(image.Rect(0, 0, 2*w+gap, h))
	draw.Draw(img, img.Bounds(), image.White, image.Point{}, draw.Src)
	draw.Draw(img, image.Rect(0, 0, w, h), a, image.Point{}, draw.Src)
	draw.Draw(img, image.Rect(w+gap, 0, 2*w+gap, h), b, image.Point{}, draw.Src)
	return img
}
