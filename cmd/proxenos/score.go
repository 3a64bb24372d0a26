package main

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"math"
	"strconv"
	"strings"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/score"
)

// scored is what the command score says.
type scored struct {
	score.Score
	*score.Timed
	Fit *score.Fitting `json:"fit,omitempty"`
	l   *lesson.Lesson
}

func scoreCommand(ctx context.Context, args []string, in io.Reader, out io.Writer) (int, error) {
	set := flagsOf("score")
	fit := set.String("fit", "", "minutes to fit into, as 75m")
	pace := set.Float64("pace", 0, "how many times the written minutes of work the class takes; the lesson's when left out")
	asJSON := set.Bool("json", false, "write JSON")
	plain, err := flags(set, args, out)
	if err != nil {
		return 0, err
	}
	if len(plain) != 1 {
		return 0, errors.New("score: name one lesson file")
	}
	target := 0.0
	if *fit != "" {
		target, err = strconv.ParseFloat(strings.TrimSuffix(*fit, "m"), 64)
		if err != nil || math.IsNaN(target) || target < 5 || target > 600 {
			return 0, fmt.Errorf("score: --fit is %q: give 5 to 600 minutes, as 75m", *fit)
		}
	}
	if !(*pace >= 0 && *pace <= 3) {
		return 0, fmt.Errorf("score: --pace is %g: give 1 to 3", *pace)
	}
	l, err := readLesson(plain[0], in)
	if err != nil {
		return 0, err
	}
	if *pace > 0 {
		paced := *l
		paced.Pace = *pace
		l = &paced
	}
	s, err := scoreOf(ctx, l, target)
	if err != nil {
		return 0, err
	}
	if *asJSON {
		e := json.NewEncoder(out)
		e.SetIndent("", "  ")
		return fine, e.Encode(s)
	}
	s.print(out)
	return fine, nil
}

func scoreOf(ctx context.Context, l *lesson.Lesson, target float64) (*scored, error) {
	r, err := rehearse.Run(ctx, l, rehearse.CoarseCell, nil)
	if err != nil {
		return nil, err
	}
	t, err := score.Time(ctx, l, r.Reports)
	if err != nil {
		return nil, err
	}
	s := &scored{Score: score.Of(l, func(i int) (float64, bool) { return r.Reports[i].Thick, true }), Timed: t, l: l}
	if target > 0 {
		if s.Fit, err = score.Fit(ctx, l, r, s.Order, target); err != nil {
			return nil, err
		}
		if err = s.Fit.Paint(ctx, l, r); err != nil {
			return nil, err
		}
	}
	return s, nil
}

func (s *scored) print(out io.Writer) {
	l := s.l
	fmt.Fprintf(out, "%s: %g of %g minutes; at the pace of the class %g\n\n", l.Title, s.Minutes, s.Session, s.Class)
	for _, r := range s.Rows {
		mark := " "
		if r.Meanwhile {
			mark = "|" // beside what lies
		}
		fmt.Fprintf(out, "%6.1f %5.1f %s %3d %s\n", r.Start, r.Minutes, mark, r.Number, r.Brief)
	}
	fmt.Fprintln(out, "\nWhere the time goes:")
	for _, w := range s.Spent {
		fmt.Fprintf(out, "%6.1f min  %s\n", w.Minutes, w.What)
	}
	if s.Clash != nil {
		fmt.Fprintf(out, "\n%s\n", s.Clash.Says)
	}
	for _, p := range []*score.Proposal{s.Few, s.Order} {
		if p == nil || p == s.Few && (!p.Better || s.Order != nil && s.Few.Minutes == s.Order.Minutes) {
			continue
		}
		fmt.Fprintf(out, "\nOrder: %s\n", p.Says)
		for _, m := range p.Moves {
			fmt.Fprintf(out, "  %s to place %d\n", m.Says, m.To)
		}
		for _, b := range p.Beside {
			fmt.Fprintf(out, "  meanwhile: %s\n", b)
		}
	}
	fmt.Fprintf(out, "\nTools: %s\n", s.Tools.Says)
	for _, e := range s.Tools.Edits {
		fmt.Fprintf(out, "  %s\n", e.Says)
	}
	for _, e := range s.Tools.Spares {
		fmt.Fprintf(out, "  %s\n", e.Says)
	}
	if s.Fit == nil {
		return
	}
	fmt.Fprintf(out, "\nInto %g minutes: %s\n", s.Fit.Target, s.Fit.Says)
	for _, c := range s.Fit.Choices {
		fits := ""
		if !c.Fits {
			fits = ", which is not enough"
		}
		fmt.Fprintf(out, "  %s: %g min%s; the picture changes by ΔE00 %.2f\n", c.Name, c.Minutes, fits, c.Differs)
		for _, cut := range c.Cuts {
			fmt.Fprintf(out, "    %s\n", cut.Says)
		}
	}
}
