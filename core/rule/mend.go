package rule

import "proxenos/core/lesson"

// Unaccepted are the findings that are not on purpose.
func Unaccepted(list []Finding) (out []Finding) {
	for _, f := range list {
		if f.Accepted == "" {
			out = append(out, f)
		}
	}
	return out
}

// Mend applies a remedy for each open finding where it still fits; the others stay for
// the next round. In later rounds it tries other remedies than before. It leaves what is
// a choice, and what is hidden by later work: fewer minutes make that cheaper, not
// better. It returns what it did as one edit, nil for nothing.
func Mend(l *lesson.Lesson, open []Finding, round int) lesson.All {
	var all lesson.All
	choices := map[string]bool{hiddenWork.ID: true}
	for _, r := range All() {
		if r.Choice {
			choices[r.ID] = true
		}
	}
	for _, f := range open {
		if len(f.Remedies) == 0 || choices[f.Rule] {
			continue
		}
		r := f.Remedies[min(len(f.Remedies)-1, max(0, round-1)/2)]
		if next, _, err := lesson.Apply(l, r.Edit); err == nil {
			l = next
			all = append(all, r.Edit.Edit)
		}
	}
	return all
}
