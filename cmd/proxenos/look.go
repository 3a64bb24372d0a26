package main

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"math"
	"math/rand/v2"
	"os"
	"slices"
	"strings"
	"time"

	"proxenos/core/camera"
	"proxenos/core/lesson"
	"proxenos/core/look"
	"proxenos/core/plate"
	"proxenos/core/rehearse"
	"proxenos/export/looked"
	"proxenos/export/paper"
	"proxenos/export/photo"
)

// lookCommand says what is wrong with a real canvas, by a photograph of it.
func lookCommand(ctx context.Context, args []string, in io.Reader, out io.Writer) (int, error) {
	set := flagsOf("look")
	at := set.Duration("at", 0, "hold it against the picture as it is to be so long after the start, as 60m; against the finished one when left out")
	by := set.String("by", "", "what tells of the light: tape, ground, plan or itself; the best there is when left out")
	wet := set.Bool("wet", false, "it was painted today")
	days := set.Float64("days", 0, "days until it is dry to the touch")
	size := set.String("size", "", "without a lesson: width and height of the canvas, mm, as 400x300")
	name := set.StringP("output", "o", "", "PDF file to write a report to")
	letter := set.String("paper", "a4", "a4 or letter")
	asJSON := set.Bool("json", false, "write JSON")
	plain, err := flags(set, args, out)
	switch {
	case err != nil:
		return 0, err
	case len(plain) < 1 || len(plain) > 2:
		return 0, errors.New("look: name a lesson file and a photograph of its canvas, or a photograph alone")
	case *name != "" && !strings.HasSuffix(*name, ".pdf"):
		return 0, fmt.Errorf("look: -o is %q: name a file that ends in .pdf", *name)
	case !(*days >= 0 && *days <= 3650):
		return 0, fmt.Errorf("look: --days is %g: give 0 to 3650", *days)
	case *at < 0 || *at > 24*time.Hour:
		return 0, fmt.Errorf("look: --at is %s: give a time after the start", *at)
	}
	format := paper.Format{Paper: *letter}
	if err := format.Check(); err != nil {
		return 0, fmt.Errorf("look: --paper: %w", err)
	}
	body, err := readFile(plain[len(plain)-1], in, photo.MostBytes)
	if err != nil {
		return 0, err
	}
	taken, err := photo.Read(body)
	if err != nil {
		return 0, fmt.Errorf("%s: %w", plain[len(plain)-1], err)
	}
	p := plate.Of(taken.Image, 0)
	if len(plain) == 1 {
		return lookAlone(p, *size, *name, format, *asJSON, out)
	}
	text, err := readFile(plain[0], in, lesson.MaxBytes)
	if err != nil {
		return 0, err
	}
	l, err := lesson.Decode(text)
	if err != nil {
		return 0, fmt.Errorf("%s: %w", plain[0], err)
	}
	reference := look.Reference(*by)
	if reference != "" && (reference == look.ByCard || !slices.Contains(look.References(), reference)) {
		return 0, fmt.Errorf("look: --by is %q: give tape, ground, plan or itself", *by)
	}
	r, err := rehearse.Run(ctx, l, rehearse.CoarseCell, nil)
	if err != nil {
		return 0, err
	}
	minute := math.Inf(1)
	if set.Changed("at") {
		minute = at.Minutes()
	}
	plan := look.PlanOf(r, minute)
	read, err := look.Read(ctx, p, plan, look.Options{By: reference}, nil)
	if err != nil {
		return 0, fmt.Errorf("%s: %w", plain[1], err)
	}
	advice, err := advise(ctx, plan, read.Judged, look.Paint{Wet: *wet, Days: *days})
	if err != nil {
		return 0, err
	}
	if *name != "" {
		fine, err := read.Sharper(p, plan)
		if err != nil {
			return 0, err
		}
		report := looked.Report{Title: l.Title, Width: l.Support.Width, Height: l.Support.Height, Photo: fine.Picture(0).Image(), Plan: plan.Plate.Image(), Read: read.Verdict, Advice: advice, Doubt: read.Found.Says}
		if len(read.Mends) > 0 {
			report.Mended = fine.Picture(len(read.Mends)).Image()
		}
		if err := writeLooked(*name, report, format); err != nil {
			return 0, err
		}
	}
	if *asJSON {
		return fine, json.NewEncoder(out).Encode(struct {
			Found  look.Whereabouts `json:"found"`
			Report look.Verdict     `json:"report"`
			Advice []look.ToDo      `json:"advice"`
		}{read.Found, read.Verdict, advice})
	}
	writeRead(out, read, advice)
	return fine, nil
}

// advise is what to do about every mend.
func advise(ctx context.Context, plan *look.Plan, j *look.Judged, p look.Paint) ([]look.ToDo, error) {
	a, err := look.NewAdviser(plan)
	if err != nil {
		return nil, err
	}
	return a.For(ctx, j, p, nil)
}

func writeLooked(name string, r looked.Report, f paper.Format) error {
	file, err := os.Create(name)
	if err != nil {
		return err
	}
	return errors.Join(looked.Write(file, r, f), file.Close())
}

func writeRead(out io.Writer, r *look.Reading, advice []look.ToDo) {
	fmt.Fprintf(out, "corners %.0f,%.0f %.0f,%.0f %.0f,%.0f %.0f,%.0f, sure %.0f %%", r.Found.Quad[0].X, r.Found.Quad[0].Y, r.Found.Quad[1].X, r.Found.Quad[1].Y, r.Found.Quad[2].X, r.Found.Quad[2].Y, r.Found.Quad[3].X, r.Found.Quad[3].Y, 100*r.Found.Sure)
	fmt.Fprintf(out, "\nlight known by %s, %s, %.0f %% lost across the picture; values within %.0f L*\n", r.Light.By, r.Light.Cast, 100*r.Light.Falloff, r.Light.Within)
	for _, s := range append([]string{r.Found.Says, r.Light.Says}, r.Limits.Says...) {
		if s != "" {
			fmt.Fprintln(out, s)
		}
	}
	fmt.Fprintf(out, "from 2.5 m it differs from its plan by ΔE %.2f; mended by %.2f\n%s\n", r.Before.All, r.After.All, r.Says)
	for i, m := range r.Mends {
		fmt.Fprintf(out, "%2d. %s (ΔE %.2f less%s)\n", i+1, m.Says, m.Gain, map[bool]string{true: ", tried on a dry canvas like it"}[m.Tried])
		fmt.Fprintf(out, "    %s\n", advice[i].Says)
		for _, c := range advice[i].Colours {
			fmt.Fprintf(out, "    %s: %s, about %.1f ml\n", c.Name, c.Says, c.Ml)
		}
	}
	writeLeft(out, r.Left)
}

// writeLeft says what differs and is better left.
func writeLeft(out io.Writer, left []look.Mend) {
	for _, m := range left {
		fmt.Fprintf(out, " -  %s %s\n", m.Says, look.LeaveIt)
	}
}

// lookAlone judges a photograph by the rules of a picture.
func lookAlone(p *plate.Plate, size, name string, f paper.Format, asJSON bool, out io.Writer) (int, error) {
	var width, height float64
	if size != "" {
		if _, err := fmt.Sscanf(size, "%gx%g", &width, &height); err != nil || !(width >= 50 && width <= 3000 && height >= 50 && height <= 3000) {
			return 0, fmt.Errorf("look: --size is %q: give width and height in mm, as 400x300", size)
		}
	}
	found, picture, a, err := look.ReadAlone(p, width, height, nil)
	if err != nil {
		return 0, err
	}
	if name != "" {
		r := looked.Report{Title: "a picture", Width: float64(picture.W) * picture.Mm, Height: float64(picture.H) * picture.Mm, Photo: picture.Image(), Alone: &a, Doubt: found.Says}
		if err := writeLooked(name, r, f); err != nil {
			return 0, err
		}
	}
	if asJSON {
		return fine, json.NewEncoder(out).Encode(struct {
			Found look.Whereabouts `json:"found"`
			Alone look.Alone       `json:"alone"`
		}{found, a})
	}
	if found.Says != "" {
		fmt.Fprintln(out, found.Says)
	}
	fmt.Fprintln(out, a.Says)
	for i, r := range a.Remarks {
		fmt.Fprintf(out, "%2d. %s\n    %s\n", i+1, r.Says, r.Remedy)
	}
	return fine, nil
}

// cameraCommand photographs a canvas that a simulated student painted.
func cameraCommand(ctx context.Context, args []string, in io.Reader, out io.Writer) (int, error) {
	set := flagsOf("camera")
	student := set.String("student", "", "who paints: first, some or experienced; as it is written when left out")
	faults := set.StringSlice("fault", nil, "a fault to plant, KIND:OF:BY, as value:hill:8, warm:sky, lights:row2, corner:'upper left', aside:tower:6, hard:mist, horizon:1.5; again for more")
	seed := set.Uint64("seed", 1, "of the student, the hand and the lamp")
	width := set.Int("width", 1600, "pixels of the photograph")
	bare := set.Bool("bare", false, "without tape around the picture")
	truth := set.Bool("truth", false, "write what is true of the photograph as JSON")
	name := set.StringP("output", "o", "", "JPEG file to write")
	l, err := oneLesson(set, args, in, out)
	if err != nil {
		return 0, err
	}
	switch of := lesson.Level(*student); {
	case of != "" && of != lesson.FirstSteps && of != lesson.SomePractice && of != lesson.Experienced:
		return 0, fmt.Errorf("camera: --student is %q: give first, some or experienced", *student)
	case *width < 200 || *width > 6000:
		return 0, fmt.Errorf("camera: --width is %d: give 200 to 6000", *width)
	case !strings.HasSuffix(*name, ".jpg"):
		return 0, fmt.Errorf("camera: -o is %q: name a file that ends in .jpg", *name)
	}
	var planted []camera.Fault
	for _, text := range *faults {
		f, err := camera.ParseFault(text)
		if err != nil {
			return 0, fmt.Errorf("camera: %w", err)
		}
		planted = append(planted, f)
	}
	plan, err := rehearse.Run(ctx, l, rehearse.CoarseCell, nil)
	if err != nil {
		return 0, err
	}
	canvas, err := camera.Paint(ctx, plan, camera.Hand{Level: lesson.Level(*student), Seed: *seed}, planted...)
	if err != nil {
		return 0, fmt.Errorf("camera: %w", err)
	}
	how := camera.Draw(rand.New(rand.NewPCG(*seed, 0)))
	how.Width = *width
	if *bare {
		how.Border = camera.None
	}
	shot := camera.Take(canvas.Look(), how, *seed)
	jpg, err := shot.JPEG()
	if err != nil {
		return 0, err
	}
	if err := os.WriteFile(*name, jpg, 0o600); err != nil {
		return 0, err
	}
	if *truth {
		return fine, json.NewEncoder(out).Encode(struct {
			Corners    [4]camera.Place   `json:"corners"`
			Conditions camera.Conditions `json:"conditions"`
			Faults     []camera.Fault    `json:"faults"`
		}{shot.Corners, how, planted})
	}
	return fine, nil
}
