package compose

import (
	"fmt"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/spectrum"
)

// A Tidying is something that would make a palette simpler, and the edit that does it.
type Tidying struct {
	What  string      `json:"what" enum:"unused,alike"`
	Says  string      `json:"says" doc:"what would be done, and why"`
	Apart float64     `json:"apart" doc:"ΔE00 between mixtures that are alike"`
	Edit  lesson.Edit `json:"-"`
}

// alike is how near two mixtures are, ΔE00, when nobody tells their piles apart on the palette.
const alike = 2.0

// Tidy lists what would make the palette of a lesson simpler: what no step uses goes, and
// mixtures that nobody can tell apart share a pile, the nearest first. Each is an edit of the
// lesson as it is.
func Tidy(l *lesson.Lesson) (out []Tidying) {
	if e := sweep(l); len(e) > 0 {
		out = append(out, Tidying{What: "unused", Says: "Sweep out what no step uses: " + e.Describe(l) + ".", Edit: e})
	}
	used := usedMixtures(l)
	box := l.Paints()
	for i, a := range l.Mixtures {
		for _, b := range l.Mixtures[i+1:] {
			if used[a.ID] == 0 || used[b.ID] == 0 {
				continue
			}
			ca, errA := box.Colour(a.Parts)
			cb, errB := box.Colour(b.Parts)
			if errA != nil || errB != nil {
				continue
			}
			apart := spectrum.DeltaE(ca, cb)
			if apart > alike {
				continue
			}
			keep, drop := a, b
			if used[b.ID] > used[a.ID] {
				keep, drop = b, a
			}
			merge := Merge(l, drop.ID, keep.ID)
			if _, _, err := lesson.Apply(l, merge); err != nil {
				continue // a step needs both
			}
			out = append(out, Tidying{What: "alike", Apart: apart, Edit: merge,
				Says: fmt.Sprintf("“%s” and “%s” are ΔE %.1f apart: let “%s” do for both.", keep.Name, drop.Name, apart, keep.Name)})
		}
	}
	slices.SortStableFunc(out, func(a, b Tidying) int {
		switch {
		case a.Apart < b.Apart:
			return -1
		case a.Apart > b.Apart:
			return 1
		}
		return 0
	})
	return out
}

// Merge lets one mixture do for two: every step that uses one uses the other, and the one goes.
func Merge(l *lesson.Lesson, from, to string) lesson.Edit {
	var all lesson.All
	if usedMixtures(l)[from] > 0 {
		all = append(all, lesson.Replace{What: "mixture", From: from, To: to})
	}
	return append(all, lesson.RemoveMixture{Mixture: from, Paints: []string{}})
}

// usedMixtures counts the steps that use each mixture.
func usedMixtures(l *lesson.Lesson) map[string]int {
	used := map[string]int{}
	for _, s := range l.Steps {
		for _, m := range s.Mixtures {
			used[m]++
		}
	}
	return used
}

// sweep takes mixtures and tools out that no step uses, and then tubes that no mixture needs. One of each stays.
func sweep(l *lesson.Lesson) (all lesson.All) {
	used := usedMixtures(l)
	tubes := map[string]bool{}
	left := 0
	for _, m := range l.Mixtures {
		if used[m.ID] == 0 && len(used) > 0 {
			all = append(all, lesson.RemoveMixture{Mixture: m.ID, Paints: []string{}})
			continue
		}
		left++
		for _, p := range m.Parts {
			tubes[p.Paint] = true
		}
	}
	tools := map[string]bool{}
	for _, s := range l.Steps {
		tools[s.Tool] = true
		for _, e := range s.Easier {
			tools[e.Tool] = true
		}
	}
	if len(tools) > 1 || !tools[""] {
		for _, t := range l.Tools {
			if !tools[t.ID] {
				all = append(all, lesson.RemoveTool{Tool: t.ID})
			}
		}
	}
	paints := slices.DeleteFunc(slices.Clone(l.Palette), func(key string) bool { return !tubes[key] })
	if len(paints) > 0 && len(paints) < len(l.Palette) {
		all = append(all, lesson.SetPalette{Paints: paints})
	}
	return all
}
