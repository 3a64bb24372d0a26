package main

import (
	"bytes"
	"context"
	"flag"
	"fmt"
	"io"
	"os"

	"proxenos/core/paint"
	"proxenos/export"
	"proxenos/export/cgats"
)

// swatchCommand writes the spectra of the catalogue, or of a lesson's mixtures, as CGATS.
func swatchCommand(_ context.Context, args []string, in io.Reader, out io.Writer) (int, error) {
	set := flag.NewFlagSet("swatch", flag.ContinueOnError)
	name := set.String("o", "-", "file to write; - for standard output")
	plain, err := flags(set, args, out)
	if err != nil {
		return 0, err
	}
	title, samples := "Catalogue of modelled paints, masstones and tints", export.Paints(paint.Box{}, paint.Keys())
	switch len(plain) {
	case 0:
	case 1:
		l, err := readLesson(plain[0], in)
		if err != nil {
			return 0, err
		}
		title = "Mixtures of " + l.Title
		if samples, err = export.Mixtures(l); err != nil {
			return 0, fmt.Errorf("%s: %w", plain[0], err)
		}
	default:
		return 0, fmt.Errorf("swatch: %d files are named: name one lesson, or none for the catalogue", len(plain))
	}
	var b bytes.Buffer
	if err := cgats.Write(&b, title, samples); err != nil {
		return 0, err
	}
	if *name == "-" {
		_, err := out.Write(b.Bytes())
		return fine, err
	}
	if err := os.WriteFile(*name, b.Bytes(), 0o644); err != nil {
		return 0, fmt.Errorf("swatch: %w: name a file that can be written", err)
	}
	return fine, nil
}
