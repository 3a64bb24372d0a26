package main

import (
	"bytes"
	"context"
	"fmt"
	"io"
	"os"
	"strings"

	"proxenos/export"
)

// traceCommand writes a lesson's zones as lines at true size, as SVG or PDF by the name
// of the file.
func traceCommand(_ context.Context, args []string, in io.Reader, out io.Writer) (int, error) {
	set := flagsOf("trace")
	name := set.StringP("output", "o", "", "file to write: .svg, or .pdf tiled over sheets")
	var t export.Tracing
	set.BoolVar(&t.Mirror, "mirror", false, "left and right exchanged")
	set.Float64Var(&t.Grid, "grid", 0, "mm between the lines of a grid; 0 for none")
	set.StringVar(&t.Paper, "paper", "a4", "a4 or letter")
	l, err := oneLesson(set, args, in, out)
	if err != nil {
		return 0, err
	}
	write := t.SVG
	switch {
	case strings.HasSuffix(*name, ".pdf"):
		write = t.PDF
	case !strings.HasSuffix(*name, ".svg"):
		return 0, fmt.Errorf("trace: -o is %q: name a file that ends in .svg or .pdf", *name)
	}
	var b bytes.Buffer
	if err := write(&b, l); err != nil {
		return 0, fmt.Errorf("trace: %w", err)
	}
	if err := os.WriteFile(*name, b.Bytes(), 0o644); err != nil {
		return 0, fmt.Errorf("trace: %w: name a file that can be written", err)
	}
	return fine, nil
}
