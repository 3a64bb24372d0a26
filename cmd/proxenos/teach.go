package main

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"text/tabwriter"
	"time"

	"proxenos/core/class"
	"proxenos/core/lesson"
	"proxenos/core/teach"
)

// A ranClass is a class with all that has happened in it, as a file.
type ranClass struct {
	Lesson json.RawMessage `json:"lesson"`
	Class  class.Class     `json:"class"`
	Events []teach.Event   `json:"events"`
}

// runCommand says how a class stood at a minute, or what it came to at its end.
func runCommand(_ context.Context, args []string, in io.Reader, out io.Writer) (int, error) {
	set := flagsOf("run")
	at := set.Duration("at", 0, "how it stood so long after the start, as 40m; what it came to when left out")
	asJSON := set.Bool("json", false, "write JSON")
	plain, err := flags(set, args, out)
	switch {
	case err != nil:
		return 0, err
	case len(plain) != 1:
		return 0, errors.New("run: name one file with lesson, class and events")
	case *at < 0:
		return 0, fmt.Errorf("run: --at is %s: give a time after the start", *at)
	}
	body, err := readFile(plain[0], in, lesson.MaxBytes)
	if err != nil {
		return 0, err
	}
	var file ranClass
	if err := json.Unmarshal(body, &file); err != nil {
		return 0, fmt.Errorf("%s: %w", plain[0], lesson.Explain(body, err))
	}
	l, err := lesson.Decode(file.Lesson)
	if err != nil {
		return 0, fmt.Errorf("%s: lesson: %w", plain[0], err)
	}
	if err := file.Class.Check(); err != nil {
		return 0, fmt.Errorf("%s: class: %w", plain[0], err)
	}
	if len(file.Events) > teach.MostEvents {
		return 0, fmt.Errorf("%s: %d events: give %d at most", plain[0], len(file.Events), teach.MostEvents)
	}
	for i, e := range file.Events {
		if err := e.Check(len(l.Steps)); err != nil {
			return 0, fmt.Errorf("%s: events[%d]: %w", plain[0], i, err)
		}
	}
	plan := file.Class.Plan(l)
	if set.Changed("at") {
		var start time.Time
		for _, e := range file.Events {
			if e.Kind == teach.Start {
				start = e.At
				break
			}
		}
		s := teach.Of(plan, file.Events, start.Add(*at))
		if *asJSON {
			return fine, json.NewEncoder(out).Encode(s)
		}
		return fine, writeState(out, l, s)
	}
	r := teach.OutcomeOf(plan, file.Events)
	if *asJSON {
		return fine, json.NewEncoder(out).Encode(r)
	}
	return fine, writeReport(out, l, r)
}

func writeState(out io.Writer, l *lesson.Lesson, s teach.State) error {
	doing := "before the start"
	if s.Step >= 0 {
		doing = "all steps are done"
		if s.Step < len(l.Steps) {
			doing = lesson.Brief(l, l.Steps[s.Step])
		}
	}
	behind := fmt.Sprintf("%.1f minutes behind", s.Behind)
	if s.Behind < 0 {
		behind = fmt.Sprintf("%.1f minutes ahead", -s.Behind)
	}
	fmt.Fprintf(out, "%s, step %d of %d: %s\nminute %.1f, %.1f left; %s, ends at %.1f\n", s.Phase, s.Step+1, len(l.Steps), doing, s.Clock, s.Left, behind, s.Ends)
	for _, t := range s.Towels {
		fmt.Fprintf(out, "a towel lies for %s until minute %.1f\n", l.Label(t.Step), t.Ready)
	}
	for _, seat := range s.Seats {
		if seat.Hand != "" {
			fmt.Fprintf(out, "%s has a hand up at %s: %s\n", seat.Name, l.Label(seat.HandAt), seat.Hand)
		}
	}
	return nil
}

func writeReport(out io.Writer, l *lesson.Lesson, r teach.Outcome) error {
	w := tabwriter.NewWriter(out, 0, 0, 2, ' ', tabwriter.AlignRight)
	fmt.Fprintf(w, "planned\ttook\thands\t\n")
	for _, line := range r.Lines {
		took := fmt.Sprintf("%.1f", line.Took)
		if line.Dropped {
			took = "left out"
		}
		fmt.Fprintf(w, "%.1f\t%s\t%d\t  %s\n", line.Planned, took, line.Hands, l.Label(line.Step))
	}
	if err := w.Flush(); err != nil {
		return err
	}
	_, err := fmt.Fprintf(out, "%.0f minutes planned, %.0f taken, %.0f by the clock; %d joined, %d got through\n", r.Planned, r.Took, r.Lasted, r.Joined, r.Through)
	return err
}
