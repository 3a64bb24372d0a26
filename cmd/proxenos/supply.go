package main

import (
	"context"
	"encoding/csv"
	"encoding/json"
	"errors"
	"fmt"
	"io"

	"proxenos/core/rehearse"
	"proxenos/core/supply"
)

// supplyCommand tells what a lesson uses up.
func supplyCommand(ctx context.Context, args []string, in io.Reader, out io.Writer) (int, error) {
	set := flagsOf("supply")
	students := set.Int("students", 1, "for how many people")
	loss := set.Float64("loss", supply.Loss, "share of a pile that stays on palette and knife")
	asJSON := set.Bool("json", false, "write JSON")
	asCSV := set.Bool("csv", false, "write the tubes as CSV")
	ledger := set.Bool("ledger", false, "tell of every step where its paint comes from and goes")
	plain, err := flags(set, args, out)
	switch {
	case err != nil:
		return 0, err
	case len(plain) != 1:
		return 0, errors.New("supply: name one lesson file")
	case *asJSON && *asCSV:
		return 0, errors.New("supply: --json and --csv exclude each other: give one")
	}
	l, err := readLesson(plain[0], in)
	if err != nil {
		return 0, err
	}
	r, err := rehearse.Run(ctx, l, rehearse.FineCell, nil)
	if err != nil {
		return 0, err
	}
	a, err := supply.Of(r.Lesson, r.Reports, *students, *loss)
	if err != nil {
		return 0, fmt.Errorf("supply: --%w", err)
	}
	switch {
	case *asJSON:
		e := json.NewEncoder(out)
		e.SetIndent("", "  ")
		return fine, e.Encode(a)
	case *asCSV:
		w := csv.NewWriter(out)
		rows := [][]string{{"paint", "name", "ml each", "ml all"}}
		for _, t := range a.Tubes {
			rows = append(rows, []string{t.Paint, t.Name, fmt.Sprint(t.Each), fmt.Sprint(t.All)})
		}
		return fine, w.WriteAll(rows)
	}
	fmt.Fprintf(out, "%s, for %d: %.1f ml each\n\nPiles, for one\n", l.Title, a.Students, a.Total)
	for _, p := range a.Piles {
		fmt.Fprintf(out, "  %6.2f ml  %-28s %3.0f mm across\n", p.LayOut, p.Name, p.Across)
	}
	if a.Base > 0 {
		fmt.Fprintf(out, "  %6.2f ml  wet base coat\n", a.Base)
	}
	for _, f := range a.Mediums {
		fmt.Fprintf(out, "  %6.2f ml  %s\n", f.Each, f.Name)
	}
	fmt.Fprintf(out, "\nTubes            each       all\n")
	for _, t := range a.Tubes {
		fmt.Fprintf(out, "  %-24s %6.2f ml %7.1f ml\n", t.Name, t.Each, t.All)
	}
	if *ledger {
		return fine, writeLedger(out, r)
	}
	return fine, nil
}
