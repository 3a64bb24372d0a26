package main

import (
	"bytes"
	"context"
	"fmt"
	"io"
	"os"

	"proxenos/core/meter"
	"proxenos/core/paint"
	"proxenos/core/spectrum"
	"proxenos/export"
	"proxenos/export/cgats"
)

// swatchCommand writes the spectra of the catalogue, or of a lesson's mixtures, as CGATS.
func swatchCommand(_ context.Context, args []string, in io.Reader, out io.Writer) (int, error) {
	set := flagsOf("swatch")
	name := set.StringP("output", "o", "-", "file to write; - for standard output")
	serial := set.Int("meter", 0, "read them with the simulated meter of this number instead of writing them exactly")
	plain, err := flags(set, args, out)
	if err != nil {
		return 0, err
	}
	if *serial < 0 || *serial > 1000000 {
		return 0, fmt.Errorf("swatch: --meter is %d: give 0 to 1000000", *serial)
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
	if *serial > 0 {
		title = fmt.Sprintf("%s, read with simulated meter %d", title, *serial)
		if samples, err = read(samples, *serial); err != nil {
			return 0, fmt.Errorf("swatch: %w", err)
		}
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

// read lays the simulated meter on every sample.
func read(samples []cgats.Sample, serial int) ([]cgats.Sample, error) {
	const times = 4
	m := meter.Calibration{Serial: serial}.Calibrate()
	out := make([]cgats.Sample, len(samples))
	for i, s := range samples {
		if m.Used+times > meter.MostReadings {
			m = m.Calibrate()
		}
		r, err := m.Read(s.Reflectance, times)
		if err != nil {
			return nil, fmt.Errorf("%s: %w", s.ID, err)
		}
		out[i] = cgats.Sample{ID: s.ID, Name: s.Name, Reflectance: spectrum.Spectrum(r.Reflectance)}
		m = r.After
	}
	return out, nil
}
