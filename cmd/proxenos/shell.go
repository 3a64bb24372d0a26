package main

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"image"
	"image/png"
	"io"
	"math"
	"os"
	"path/filepath"
	"strconv"
	"strings"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/mend"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
	"proxenos/export"
)

// readLesson reads and checks a lesson file; "-" is standard input.
func readLesson(name string, in io.Reader) (*lesson.Lesson, error) {
	data, err := readFile(name, in, lesson.MaxBytes)
	if err != nil {
		return nil, err
	}
	l, err := lesson.Decode(data)
	if err != nil {
		return nil, fmt.Errorf("%s: %w", name, err)
	}
	return l, nil
}

func readFile(name string, in io.Reader, most int64) ([]byte, error) {
	if name != "-" {
		f, err := os.Open(name)
		if err != nil {
			return nil, fmt.Errorf("%w: name a file that can be read", err)
		}
		defer f.Close()
		in = f
	}
	data, err := io.ReadAll(io.LimitReader(in, most+1))
	if err != nil {
		return nil, fmt.Errorf("%s: %w", name, err)
	}
	if int64(len(data)) > most {
		return nil, fmt.Errorf("%s: is larger than %d MB: shorten it", name, most>>20)
	}
	return data, nil
}

func rehearseCommand(ctx context.Context, args []string, in io.Reader, out io.Writer) (int, error) {
	set := flagsOf("rehearse")
	at := set.String("at", "", "minute, as 34m; the end when left out")
	width := set.Int("width", 1200, "pixels")
	view := set.String("view", string(film.Paint), "view")
	name := set.StringP("output", "o", "", "PNG file to write; - for standard output")
	cell := set.Float64("cell", rehearse.FineCell, "side of a cell, mm")
	plain, err := flags(set, args, out)
	switch {
	case err != nil:
		return 0, err
	case len(plain) != 1:
		return 0, errors.New("rehearse: name one lesson file")
	case *name == "":
		return 0, errors.New("rehearse: say where to write with -o out.png")
	case *width < 16 || *width > 4000:
		return 0, fmt.Errorf("rehearse: --width is %d: give 16 to 4000", *width)
	case !rehearse.Known(film.View(*view)):
		return 0, fmt.Errorf("rehearse: --view is %q: use one of %v", *view, rehearse.Views())
	case !(*cell >= 0.25 && *cell <= 4):
		return 0, fmt.Errorf("rehearse: --cell is %g: give 0.25 to 4 mm", *cell)
	}
	l, err := readLesson(plain[0], in)
	if err != nil {
		return 0, err
	}
	minute, err := minuteOf(*at, l.Minutes())
	if err != nil {
		return 0, fmt.Errorf("rehearse: %w", err)
	}
	r, err := rehearse.Run(ctx, l, *cell, nil)
	if err != nil {
		return 0, err
	}
	img := r.Show(film.View(*view), minute, *width)
	if err := writePicture(*name, img, out); err != nil {
		return 0, fmt.Errorf("rehearse: %w", err)
	}
	return fine, nil
}

// writePicture writes a PNG to a file; "-" is standard output.
func writePicture(name string, img image.Image, out io.Writer) error {
	if name == "-" {
		return png.Encode(out, img)
	}
	f, err := os.Create(name)
	if err != nil {
		return fmt.Errorf("%w: name a file that can be written", err)
	}
	return errors.Join(png.Encode(f, img), f.Close())
}

func marksCommand(ctx context.Context, args []string, _ io.Reader, out io.Writer) (int, error) {
	return sheetCommand(ctx, "marks", export.MarksSheet, args, out)
}

func formsCommand(ctx context.Context, args []string, _ io.Reader, out io.Writer) (int, error) {
	return sheetCommand(ctx, "forms", export.FormsSheet, args, out)
}

// sheetCommand writes a sheet of specimens.
func sheetCommand(ctx context.Context, name string, sheet func(context.Context) (image.Image, error), args []string, out io.Writer) (int, error) {
	set := flagsOf(name)
	file := set.StringP("output", "o", "", "PNG file to write; - for standard output")
	plain, err := flags(set, args, out)
	switch {
	case err != nil:
		return 0, err
	case len(plain) != 0:
		return 0, fmt.Errorf("%s: %q is not wanted: give only -o %[1]s.png", name, plain[0])
	case *file == "":
		return 0, fmt.Errorf("%s: say where to write with -o %[1]s.png", name)
	}
	if in, err := os.Stat(filepath.Dir(*file)); *file != "-" && (err != nil || !in.IsDir()) { // it takes a while to paint
		return 0, fmt.Errorf("%s: there is no folder %s: name one that is there", name, filepath.Dir(*file))
	}
	img, err := sheet(ctx)
	if err != nil {
		return 0, err
	}
	if err := writePicture(*file, img, out); err != nil {
		return 0, fmt.Errorf("%s: %w", name, err)
	}
	return fine, nil
}

// minuteOf reads "34m", "34" or nothing, which is the end.
func minuteOf(s string, end float64) (float64, error) {
	if s == "" {
		return end, nil
	}
	m, err := strconv.ParseFloat(strings.TrimSuffix(s, "m"), 64)
	if err != nil || math.IsNaN(m) || m < 0 || m > 1e6 {
		return 0, fmt.Errorf("--at is %q: give minutes from the start, as 34m", s)
	}
	return m, nil
}

func checkCommand(ctx context.Context, args []string, in io.Reader, out io.Writer) (int, error) {
	set := flagsOf("check")
	asJSON := set.Bool("json", false, "write JSON")
	quick := set.Bool("untried", false, "leave the remedies out: each is tried on a canvas, which takes time")
	stock := set.String("cupboard", "", "CSV of what there is, to be held against what the lesson needs")
	taught := set.String("runs", "", "JSON list of taught sessions, to be held against the minutes")
	plain, err := flags(set, args, out)
	if err != nil {
		return 0, err
	}
	if len(plain) != 1 {
		return 0, errors.New("check: name one lesson file")
	}
	l, err := readLesson(plain[0], in)
	if err != nil {
		return 0, err
	}
	c := rule.Context{Context: ctx, Lesson: l}
	if err := besides(&c, *stock, *taught); err != nil {
		return 0, err
	}
	found, err := judge(&c)
	if err != nil {
		return 0, err
	}
	list := mend.Untried(found)
	if !*quick {
		if list, err = mend.Judge(&c, found, nil); err != nil {
			return 0, err
		}
	}
	if *asJSON {
		e := json.NewEncoder(out)
		e.SetIndent("", "  ")
		if err := e.Encode(list); err != nil {
			return 0, err
		}
	} else {
		report(out, l, list)
	}
	if rule.Open(found, rule.Stop) > 0 {
		return findings, nil
	}
	return fine, nil
}

// besides reads what the rules may ask besides the lesson; an empty name asks nothing.
func besides(c *rule.Context, stock, taught string) error {
	if stock != "" {
		cupboard, err := readCupboard(stock, strings.NewReader(""))
		if err != nil {
			return err
		}
		c.Cupboard = &cupboard
	}
	if taught != "" {
		file, err := os.Open(taught)
		if err != nil {
			return err
		}
		defer file.Close()
		if err := json.NewDecoder(io.LimitReader(file, mostBesides)).Decode(&c.Runs); err != nil {
			return fmt.Errorf("%s: %w: give a list of {\"taught\": day, \"took\": [{\"step\", \"minutes\"}]}", taught, err)
		}
		for i, r := range c.Runs {
			if err := r.Check(); err != nil {
				return fmt.Errorf("%s: run %d: %w", taught, i+1, err)
			}
		}
	}
	return nil
}

// mostBesides bounds what is read besides a lesson, bytes.
const mostBesides = 4 << 20

// judge rehearses a lesson, fine and coarse, and lets the rules speak.
func judge(c *rule.Context) (_ []rule.Finding, err error) {
	if c.Rehearsal, err = rehearse.Run(c, c.Lesson, rehearse.FineCell, nil); err != nil {
		return nil, err
	}
	if c.Trials, err = rehearse.Run(c, c.Lesson, rehearse.CoarseCell, nil); err != nil {
		return nil, err
	}
	return rule.Check(c)
}

func report(out io.Writer, l *lesson.Lesson, list []mend.Judged) {
	fmt.Fprintf(out, "%s: %d steps, %g of %g minutes\n", l.Title, len(l.Steps), l.Minutes(), l.Session)
	for _, f := range list {
		mark := string(f.Severity)
		if f.Accepted != "" {
			mark = "on purpose"
		}
		fmt.Fprintf(out, "\n%-10s %s  [%g %s, speaks from %g]\n           %s\n", mark, f.Rule, f.Figure, f.Unit, f.Threshold, f.Says)
		if f.Accepted != "" {
			fmt.Fprintf(out, "           Reason: %s\n", f.Accepted)
			continue
		}
		for _, r := range f.Remedies {
			fmt.Fprintf(out, "           - %s -> %s\n", r.Words, r.Leaves(f.Finding))
			for _, come := range r.Come {
				fmt.Fprintf(out, "             brings %s\n", come)
			}
		}
	}
	open := map[rule.Severity]int{}
	for _, f := range list {
		if f.Accepted == "" {
			open[f.Severity]++
		}
	}
	fmt.Fprintf(out, "\n%d stop, %d caution, %d note\n", open[rule.Stop], open[rule.Caution], open[rule.Note])
}

func editCommand(_ context.Context, args []string, in io.Reader, out io.Writer) (int, error) {
	set := flagsOf("edit")
	name := set.StringP("output", "o", "-", "file to write; - for standard output")
	plain, err := flags(set, args, out)
	if err != nil {
		return 0, err
	}
	if len(plain) != 2 {
		return 0, errors.New("edit: name a lesson file and an edit file")
	}
	l, err := readLesson(plain[0], in)
	if err != nil {
		return 0, err
	}
	data, err := readFile(plain[1], in, lesson.MaxBytes)
	if err != nil {
		return 0, err
	}
	e, err := lesson.DecodeEdit(data)
	if err != nil {
		return 0, fmt.Errorf("%s: %w", plain[1], err)
	}
	next, _, err := lesson.Apply(l, e)
	if err != nil {
		return 0, fmt.Errorf("%s: %w", plain[1], err)
	}
	if *name == "-" {
		_, err = out.Write(lesson.Encode(next))
		return fine, err
	}
	if err := os.WriteFile(*name, lesson.Encode(next), 0o644); err != nil {
		return 0, fmt.Errorf("edit: %w: name a file that can be written", err)
	}
	return fine, nil
}
