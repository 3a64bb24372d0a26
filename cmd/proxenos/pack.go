package main

import (
	"bytes"
	"context"
	"fmt"
	"io"
	"os"
	"strings"

	"github.com/spf13/pflag"

	"proxenos/core/card"
	"proxenos/core/length"
	"proxenos/core/mend"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
	"proxenos/export/handout"
)

// printFlags say how something is printed.
type printFlags struct {
	name, paper        string
	inches, large, two bool
}

func (f *printFlags) of(set *pflag.FlagSet) {
	set.StringVarP(&f.name, "output", "o", "", "PDF file to write")
	set.StringVar(&f.paper, "paper", "a4", "a4 or letter")
	set.BoolVar(&f.inches, "inches", false, "lengths in inches")
	set.BoolVar(&f.large, "large", false, "large print")
	set.BoolVar(&f.two, "two", false, "two step cards on a sheet, not four")
}

// order is what is printed; it fails where that cannot be.
func (f printFlags) order(kinds ...handout.Kind) (handout.Order, error) {
	o := handout.Order{Kinds: kinds, Two: f.two}
	o.Paper, o.Large = f.paper, f.large
	if f.inches {
		o.Units = length.Inches
	}
	if !strings.HasSuffix(f.name, ".pdf") {
		return o, fmt.Errorf("-o is %q: name a file that ends in .pdf", f.name)
	}
	return o, o.Check()
}

// packCommand writes the class pack, or some of its handouts.
func packCommand(ctx context.Context, args []string, in io.Reader, out io.Writer) (int, error) {
	return handoutCommand(ctx, "pack", nil, args, in, out)
}

// cardsCommand writes the step cards alone.
func cardsCommand(ctx context.Context, args []string, in io.Reader, out io.Writer) (int, error) {
	return handoutCommand(ctx, "cards", []handout.Kind{handout.Cards}, args, in, out)
}

func handoutCommand(ctx context.Context, name string, kinds []handout.Kind, args []string, in io.Reader, out io.Writer) (int, error) {
	set := flagsOf(name)
	var f classFlags
	var p printFlags
	p.of(set)
	var only []string
	if kinds == nil {
		var known []string
		for _, k := range handout.Kinds() {
			known = append(known, k.ID)
		}
		set.StringSliceVar(&only, "only", nil, "some of "+strings.Join(known, ", "))
	}
	f.of(set)
	l, err := oneLesson(set, args, in, out)
	if err != nil {
		return 0, err
	}
	for _, k := range only {
		kinds = append(kinds, handout.Kind(k))
	}
	o, err := p.order(kinds...)
	if err != nil {
		return 0, fmt.Errorf("%s: %w", name, err)
	}
	m, err := f.prepare(ctx, l, in)
	if err != nil {
		return 0, fmt.Errorf("%s: %w", name, err)
	}
	if len(kinds) != 1 || kinds[0] != handout.Cards { // cards need neither
		coarse, err := rehearse.Run(ctx, l, rehearse.CoarseCell, nil)
		if err != nil {
			return 0, err
		}
		c := &rule.Context{Context: ctx, Lesson: l, Rehearsal: m.Canvas, Trials: coarse}
		found, err := rule.Check(c)
		if err != nil {
			return 0, err
		}
		m.Findings = mend.Untried(found)
		if o.Has(handout.Checks) {
			if m.Findings, err = mend.Judge(c, found, nil); err != nil {
				return 0, err
			}
		}
		if m.Hard, err = card.Hardest(ctx, l, coarse, handout.PracticeMarks); err != nil {
			return 0, err
		}
	}
	var b bytes.Buffer
	pages, err := handout.Write(ctx, &b, &m, o, nil)
	if err != nil {
		return 0, fmt.Errorf("%s: %w", name, err)
	}
	if err := os.WriteFile(p.name, b.Bytes(), 0o644); err != nil {
		return 0, fmt.Errorf("%s: %w: name a file that can be written", name, err)
	}
	fmt.Fprintf(out, "%s: %d pages, %.1f MB\n", p.name, pages, float64(b.Len())/1e6)
	return fine, nil
}
