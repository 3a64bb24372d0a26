package main

import (
	"cmp"
	"fmt"
	"io"
	"maps"
	"slices"
	"text/tabwriter"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
)

// writeLedger tells of each step where its paint comes from and where it goes, and what its
// marks ask of the hand; then the same by technique, and in all.
func writeLedger(out io.Writer, r *rehearse.Rehearsal) error {
	w := tabwriter.NewWriter(out, 0, 0, 2, ' ', tabwriter.AlignRight)
	row := func(name, technique string, p *rehearse.Report, minutes float64) {
		fmt.Fprintf(w, "%s\t%s\t%d\t%d\t%.1f\t%.1f\t%.2f\t%.2f\t%.2f\t%.2f\t%.2f\t%.2f\t%.2f\t%.2f\t%+.4f\t\n", name, technique, p.Marks, p.Dips, p.Hand, minutes,
			p.Had, p.Loaded, p.Wetted, p.Off, p.On, p.Wiped, p.Back, p.Carried, p.Open())
	}
	fmt.Fprint(w, "\nstep\ttechnique\tmarks\tdips\thand min\tmin\thad\tloaded\twetted\tlifted\tlaid\ttowel\tback\tin tool\topen, ml\t\n")
	by := map[lesson.Technique]*rehearse.Report{}
	minutes := map[lesson.Technique]float64{}
	var all rehearse.Report
	for i, s := range r.Lesson.Steps {
		p := &r.Reports[i]
		row(s.ID, string(s.Technique), p, s.Minutes)
		sum, ok := by[s.Technique]
		if !ok {
			sum = &rehearse.Report{}
			by[s.Technique] = sum
		}
		minutes[s.Technique] += s.Minutes
		minutes[""] += s.Minutes
		sum.Take(p)
		all.Take(p)
	}
	techniques := slices.SortedFunc(maps.Keys(by), func(a, b lesson.Technique) int { return cmp.Compare(by[b].Loaded, by[a].Loaded) })
	for _, t := range techniques {
		row("", string(t), by[t], minutes[t])
	}
	row("all", "", &all, minutes[""])
	if err := w.Flush(); err != nil {
		return err
	}
	_, err := fmt.Fprintf(out, "\nOn the canvas: %.2f ml wet\n", r.Final.Volume())
	return err
}
