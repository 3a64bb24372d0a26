package rescue

import (
	"fmt"
	"math"
	"slices"

	"proxenos/core/lesson"
)

// A try is a remedy: what is done after the step that went wrong.
type try int

const (
	again        try = iota // restate it on top, with more paint and a lighter hand
	same                    // restate it as it is written
	blotted                 // blot, then restate it
	blottedLong             // longer
	scraped                 // scrape, then restate it
	afresh                  // scrape, lay what was below again, then this
	wiped                   // wipe out, lay what was below again, then this
	waited                  // work elsewhere, then restate it
	restated                // lay again what it went over
	restatedBoth            // and this again
	wipedBoth               // wipe the stray off, then both
	scrapeAlone             // take the excess off
	blotAlone               // soak it off
)

// How long things take, minutes of a practised hand, and what a step that is done again takes of
// its own.
const (
	blotShort  = 2.0
	blotLong   = 5.0
	waitFor    = 10.0
	scrapeFor  = 0.5
	wipeFor    = 1.0
	againTakes = 0.6
	stepLeast  = 0.5
)

// A course is what a try comes to in a lesson: what is done one after the other, and how it is
// said.
type course struct {
	says string
	acts []act
}

// An act is a step that is put in.
type act struct {
	lesson.Step
	with tool   // the tool it brings; none where it takes one of the lesson's
	like string // the step of the lesson that is done again, in its very marks
	only *spot  // where; nil for wherever it went wrong
}

// gone is a step whose paint is gone, and where.
type gone struct {
	step  int
	where spot
}

// A place is what a try has to know: the step, which one lies below it, which ones it went over,
// and on how much of the canvas.
type place struct {
	lesson *lesson.Lesson // as it should be
	step   lesson.Step
	below  int                         // -1 for none
	over   []gone                      // the steps whose paint is gone
	share  func(s lesson.Step) float64 // of what a step paints, how much is spoiled
}

// course is what is done; false where there is nothing of the kind to do.
func (t try) course(p place) (c course, ok bool) {
	do := func(a ...act) { c.acts = append(c.acts, a...) }
	this := uncapital(lesson.Brief(p.lesson, p.step))
	light := this + " there again with a clean brush, well loaded, hardly pressing"
	first := ""
	if p.below >= 0 {
		first = uncapital(lesson.Brief(p.lesson, p.lesson.Steps[p.below])) + " there as before, then "
	}
	switch t {
	case again:
		c.says = lesson.Capital(light)
		do(p.lightly())
	case same:
		c.says = lesson.Capital(this) + " there again as it is written, with a clean brush"
		do(p.anew(p.step, "rescue-again"))
	case blotted, blottedLong:
		minutes := blotShort
		if t == blottedLong {
			minutes = blotLong
		}
		do(p.cloth("rescue-blot", lesson.Blot, towel, minutes), p.lightly())
		c.says = fmt.Sprintf("Blot it for %g minutes, then %s", minutes, light)
	case scraped:
		do(p.cloth("rescue-scrape", lesson.Scrape, knife, scrapeFor), p.lightly())
		c.says = "Scrape it off, then " + light
	case afresh:
		if p.below < 0 {
			return c, false
		}
		do(p.cloth("rescue-scrape", lesson.Scrape, knife, scrapeFor), p.anew(p.lesson.Steps[p.below], "rescue-below"), p.anew(p.step, "rescue-again"))
		c.says = "Scrape it off, " + first + this
	case wiped:
		do(p.cloth("rescue-wipe", lesson.WipeOut, rag, wipeFor))
		if p.below >= 0 {
			do(p.anew(p.lesson.Steps[p.below], "rescue-below"))
		}
		do(p.anew(p.step, "rescue-again"))
		c.says = "Wipe it out, " + first + this
	case waited:
		do(act{Step: idle("rescue-wait", waitFor)}, p.lightly())
		c.says = fmt.Sprintf("Work elsewhere for %g minutes, then %s", waitFor, light)
	case restated, restatedBoth, wipedBoth:
		if len(p.over) == 0 {
			return c, false
		}
		if t == wipedBoth {
			do(p.cloth("rescue-wipe", lesson.WipeOut, rag, wipeFor))
			c.says = "Wipe the stray off, then "
		}
		for k, g := range p.over {
			a := p.anew(p.lesson.Steps[g.step], fmt.Sprintf("rescue-over-%d", k))
			a.only = &g.where
			do(a)
			if k > 0 {
				c.says += ", and "
			}
			c.says += uncapital(lesson.Brief(p.lesson, p.lesson.Steps[g.step]))
		}
		c.says = lesson.Capital(c.says) + " again up to the edge"
		if t != restated {
			do(p.anew(p.step, "rescue-again"))
			c.says += ", then " + this + " in its place"
		}
	case scrapeAlone:
		do(p.cloth("rescue-scrape", lesson.Scrape, knife, scrapeFor))
		c.says = "Scrape the excess off and leave what sits in the weave"
	case blotAlone:
		do(p.cloth("rescue-blot", lesson.Blot, towel, blotLong))
		c.says = fmt.Sprintf("Lay a towel on it for %g minutes and lift it off", blotLong)
	}
	return c, true
}

// cloth is something done with a cloth or a blade where it went wrong.
func (p place) cloth(id string, technique lesson.Technique, with tool, minutes float64) act {
	s := plain(p.step, id, technique, with, minutes)
	if technique != lesson.Blot {
		s.Pressure = lesson.Firmly
	}
	return act{Step: s, with: with}
}

// anew is a step once more where it went wrong, as it was, with a clean tool.
func (p place) anew(s lesson.Step, id string) act {
	like := s.ID
	s.ID, s.Care, s.Meanwhile, s.After = id, lesson.Fresh, false, nil
	s.Minutes = max(stepLeast, math.Ceil(2*againTakes*p.share(s)*s.Minutes)/2)
	return act{Step: s, like: like}
}

// lightly is the step once more with more paint and a lighter hand, so that it lies on top of
// what went wrong.
func (p place) lightly() act {
	a := p.anew(p.step, "rescue-again")
	a.Load, a.Pressure = a.Load.More(1), a.Pressure.More(-1)
	return a
}

// uncapital lets words go on a sentence.
func uncapital(s string) string {
	if s == "" {
		return s
	}
	r := []rune(s)
	if len(r) > 1 && r[1] >= 'A' && r[1] <= 'Z' {
		return s // an abbreviation
	}
	if r[0] >= 'A' && r[0] <= 'Z' {
		r[0] += 'a' - 'A'
	}
	return string(r)
}

// with is a lesson with steps put in at a place, and the tools they bring.
func with(l *lesson.Lesson, at int, acts ...act) *lesson.Lesson {
	n := *l
	n.Steps, n.Tools = slices.Clone(l.Steps), slices.Clone(l.Tools)
	for k, a := range acts {
		n.Steps = slices.Insert(n.Steps, at+k, a.Step)
		if _, there := n.Tool(a.with.id); !there && a.with != (tool{}) {
			n.Tools = append(n.Tools, lesson.Tool{ID: a.with.id, Kind: a.with.kind, Width: a.with.width})
		}
	}
	return &n
}
