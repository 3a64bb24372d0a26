// Package score lays a lesson out in time: when each step starts, what the
// painter holds, how fat the paint is and how wet each plane still is.
package score

import (
	"cmp"
	"math"
	"slices"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/spectrum"
)

// A Score is a lesson's script as a timeline. Times are minutes from the start.
type Score struct {
	Minutes  float64  `json:"minutes" doc:"length of the script"`
	Session  float64  `json:"session" doc:"length of the session"`
	Class    float64  `json:"class" doc:"length of the script at the pace of the class"`
	Spent    []Spent  `json:"spent" doc:"where the time goes"`
	Rows     []Row    `json:"rows" doc:"one a step, in order"`
	Columns  []Column `json:"columns" doc:"one a plane, farthest first"`
	Mixtures []Swatch `json:"mixtures"`
}

// A Row is a step on the timeline.
type Row struct {
	Step     string          `json:"step"`
	Number   int             `json:"number" doc:"counted from 1"`
	Start    float64         `json:"start"`
	Minutes  float64         `json:"minutes"`
	Column   int             `json:"column" doc:"index of its plane, or -1 for a wait"`
	Colours  []string        `json:"colours" doc:"#rrggbb of its mixtures; empty for a blot, a wait or a dry tool"`
	Hatched  bool            `json:"hatched" doc:"a blot, scrape or wait"`
	Tool     string          `json:"tool" doc:"the tool in words"`
	Cleaning string          `json:"cleaning" doc:"what is done to the tool before: wipe, rinse, new, or empty"`
	Fat      float64         `json:"fat" doc:"percent of oil and alkyd in what stays of the paint"`
	Solvent  float64         `json:"solvent" doc:"percent of solvent in the paint"`
	Brief    string          `json:"brief" doc:"the heart of the step in a few words"`
	Sentence []lesson.Phrase `json:"sentence"`
	Back     bool            `json:"back" doc:"it paints farther back than the step before it"`

	Meanwhile bool    `json:"meanwhile" doc:"done while what came before lies or sets"`
	Idle      float64 `json:"idle" doc:"minutes without work before it"`
	Late      float64 `json:"late" doc:"minutes by which it begins later than it may"`
	Stage     float64 `json:"stage" doc:"minutes of the stage that begins with it; 0 when none does"`
}

// Spent is what a share of the time is spent on.
type Spent struct {
	What    string  `json:"what"`
	Minutes float64 `json:"minutes"`
}

// A Column is a plane's strip of the depth gutter.
type Column struct {
	Plane  string `json:"plane"`
	Name   string `json:"name"`
	Ribbon []Wet  `json:"ribbon" doc:"how wet it is, from its first paint on"`
}

// Wet is how wet a plane is at a minute: 1 fresh, 0 set.
type Wet struct {
	Minute float64 `json:"minute"`
	Wet    float64 `json:"wet"`
}

// A Swatch is a mixture as a thick layer looks in daylight.
type Swatch struct {
	Mixture string       `json:"mixture"`
	Name    string       `json:"name"`
	Colour  string       `json:"colour" doc:"#rrggbb"`
	Lab     spectrum.Lab `json:"lab"`
	Value   int          `json:"value" doc:"1 dark to 9 light"`
	Parts   []PartOf     `json:"parts"`
}

// PartOf is a part of a mixture with the name of its paint.
type PartOf struct {
	Paint string  `json:"paint"`
	Name  string  `json:"name"`
	Parts float64 `json:"parts"`
}

// Thickness gives the wet µm that a step leaves, when a rehearsal has measured
// it; otherwise an ordinary film is assumed.
type Thickness func(step int) (micron float64, ok bool)

const ordinaryFilm = 30 // µm

// Of lays out a lesson. thick may be nil.
func Of(l *lesson.Lesson, thick Thickness) Score {
	s := Score{Rows: []Row{}, Columns: []Column{}, Minutes: l.Minutes(), Session: l.Session, Class: l.ClassMinutes(), Mixtures: Swatches(l)}
	colour := map[string]string{}
	for _, m := range s.Mixtures {
		colour[m.Mixture] = m.Colour
	}
	before := -1
	clock := l.Clock()
	for i, st := range l.Steps {
		m := clock[i]
		row := Row{Step: st.ID, Number: i + 1, Start: m.Start, Meanwhile: st.Meanwhile, Idle: m.Idle, Late: m.Late, Minutes: st.Minutes, Column: l.PlaneOf(st),
			Tool: l.ToolName(st.Tool), Fat: st.Medium.Fat(), Solvent: st.Medium.Solvent,
			Brief: lesson.Brief(l, st), Sentence: lesson.Sentence(l, st), Colours: []string{}}
		row.Hatched = !st.Technique.Marks()
		for _, id := range st.Mixtures {
			row.Colours = append(row.Colours, colour[id])
		}
		if !st.Technique.Idle() {
			row.Cleaning = cleaning[st.Care]
		}
		if row.Column >= 0 && !row.Hatched {
			row.Back = row.Column < before
			before = row.Column
		}
		s.Rows = append(s.Rows, row)
	}
	end := s.Minutes
	for i := len(l.Steps) - 1; i >= 0; i-- {
		if l.Steps[i].Stage != "" {
			s.Rows[i].Stage = end - s.Rows[i].Start
			end = s.Rows[i].Start
		}
	}
	s.Spent = spent(l, clock)
	for p, plane := range l.Planes {
		s.Columns = append(s.Columns, Column{plane.ID, plane.Name, ribbon(l, s.Rows, p, thick)})
	}
	return s
}

// spent says where the painter's time goes, the most first. What the written minutes of a
// step hold of changing and cleaning tools is told apart.
func spent(l *lesson.Lesson, clock []lesson.Moment) []Spent {
	changes := timing(l).written()
	var painting, changing, looking, towels, idle, dry float64
	for i, s := range l.Steps {
		mine := clock[i].Free - clock[i].Start
		idle += clock[i].Idle
		switch {
		case s.Technique == lesson.Dry:
			dry += mine
		case s.Technique.Idle():
			looking += mine
		case s.Technique == lesson.Blot:
			towels += mine
		default:
			changing += changes[i]
			painting += mine - changes[i]
		}
	}
	if n := len(clock); n > 0 { // a towel may lie on after the last mark
		idle += l.Minutes() - clock[n-1].Free
	}
	out := []Spent{}
	for _, w := range []Spent{{"painting", painting}, {"changing and cleaning tools", changing}, {"standing back and waiting", looking},
		{"towels that lie", towels}, {"nothing to do", idle}, {"putting away to dry", dry}} {
		if w.Minutes > 0 {
			w.Minutes = tenth(w.Minutes)
			out = append(out, w)
		}
	}
	slices.SortStableFunc(out, func(a, b Spent) int { return cmp.Compare(b.Minutes, a.Minutes) })
	return out
}

var cleaning = map[lesson.Care]string{lesson.Wipe: "wipe", lesson.RinseDamp: "rinse", lesson.RinseDry: "rinse", lesson.Fresh: "new"}

// ribbon follows how wet a plane is: each step wets it anew, then it sets.
func ribbon(l *lesson.Lesson, rows []Row, plane int, thick Thickness) []Wet {
	out := []Wet{}
	const every = 3.0 // minutes
	wet, micron, last := 0.0, float64(ordinaryFilm), 0.0
	started := false
	dry := func(until float64) {
		for t := last + every; t < until; t += every {
			out = append(out, Wet{t, wet * (1 - film.SetAfter(t-last, micron))})
		}
		wet *= 1 - film.SetAfter(until-last, micron)
		last = until
	}
	for i, r := range rows {
		if l.Steps[i].Technique == lesson.Dry && started { // days: what was wet is set
			dry(r.Start)
			out = append(out, Wet{r.Start, wet}, Wet{r.Start + r.Minutes, 0})
			wet, last = 0, r.Start+r.Minutes
		}
		if r.Column != plane {
			continue
		}
		if started {
			dry(r.Start)
			out = append(out, Wet{r.Start, wet})
		}
		last = r.Start + r.Minutes
		switch {
		case len(r.Colours) > 0:
			wet, started = 1, true
			if thick != nil {
				if m, ok := thick(i); ok && m > 0 {
					micron = m
				}
			}
		case l.Steps[i].Technique == lesson.Blot:
			wet *= 0.4
		}
		if started {
			out = append(out, Wet{r.Start, max(wet, 0)}, Wet{last, wet})
		}
	}
	if started {
		end := l.Minutes()
		dry(end)
		out = append(out, Wet{end, wet})
	}
	return out
}

// Swatches computes the colour of every mixture.
func Swatches(l *lesson.Lesson) []Swatch {
	box := l.Paints()
	out := []Swatch{}
	for _, m := range l.Mixtures {
		sw := Swatch{Mixture: m.ID, Name: m.Name, Parts: []PartOf{}}
		for _, p := range m.Parts {
			tube, _ := box.Find(p.Paint)
			sw.Parts = append(sw.Parts, PartOf{p.Paint, tube.Name, p.Parts})
		}
		if colour, err := box.Colour(m.Parts); err == nil {
			sw.Lab = colour
			sw.Lab.L, sw.Lab.A, sw.Lab.B = tenth(sw.Lab.L), tenth(sw.Lab.A), tenth(sw.Lab.B)
			sw.Colour, sw.Value = sw.Lab.RGB().Hex(), sw.Lab.Value()
		}
		out = append(out, sw)
	}
	return out
}

func tenth(v float64) float64 { return math.Round(v*10) / 10 }
