package main

import (
	"context"
	"errors"
	"fmt"
	"io"
	"os"

	"proxenos/core/lesson"
	"proxenos/core/starter"
)

// beginCommand writes a complete starting lesson, mended until the rules find nothing.
func beginCommand(ctx context.Context, args []string, _ io.Reader, out io.Writer) (int, error) {
	set := flagsOf("begin")
	method := set.String("method", "wet-base", "house method")
	size := set.String("size", "400x300", "canvas in mm, as 400x300")
	name := set.StringP("output", "o", "-", "file to write; - for standard output")
	var w starter.Wish
	set.IntVar(&w.Seed, "seed", 1, "another seed, another picture of the kind")
	set.StringVar(&w.Title, "title", "", "title; the kind's own when left out")
	plain, err := flags(set, args, out)
	switch {
	case err != nil:
		return 0, err
	case len(plain) != 1:
		return 0, errors.New("begin: name one kind of scene: lake, coast, wood, fields, snow or dusk")
	}
	if n, err := fmt.Sscanf(*size, "%fx%f", &w.Width, &w.Height); err != nil || n != 2 {
		return 0, fmt.Errorf("begin: --size is %q: write it as 400x300", *size)
	}
	w.Kind, w.Method = starter.Kind(plain[0]), lesson.Method(*method)
	l, open, err := starter.Sound(ctx, w, nil)
	if err != nil {
		return 0, fmt.Errorf("begin: %w", err)
	}
	for _, f := range open {
		fmt.Fprintf(os.Stderr, "still open: %s: %s\n", f.Rule, f.Says)
	}
	data := lesson.Encode(l)
	if *name == "-" {
		_, err := out.Write(data)
		return fine, err
	}
	if err := os.WriteFile(*name, data, 0o644); err != nil {
		return 0, fmt.Errorf("begin: %w: name a file that can be written", err)
	}
	return fine, nil
}
