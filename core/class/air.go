package class

import (
	"fmt"

	"proxenos/core/air"
	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/supply"
)

const (
	usualRate  = 100.0 // g/m²h from an open jar of low-odour spirit
	rinseOpens = 1.0   // minutes that a rinse keeps a jar open whose lid is used
	leaves     = 3.0   // times the time of [film.SolventMinutes] in which thinned paint gives off its solvent
	windows    = 6.0   // air changes an hour with windows open on two sides
	spirit     = 770.0 // mg that a ml of mineral spirit weighs
)

// Air is the vapour of a class, and what would change it.
type Air struct {
	air.Air
	Limit float64     `json:"limit" doc:"mg/m³ of the product's own sheet; 0 where nobody has looked"`
	Says  string      `json:"says"`
	Would []Variation `json:"would" doc:"what lids, air and less solvent would each do, where they do something"`
}

// Variation is the air as something would make it.
type Variation struct {
	What string  `json:"what"`
	Peak float64 `json:"peak" doc:"mg/m³"`
	Mean float64 `json:"mean" doc:"mg/m³"`
	Over float64 `json:"over" doc:"minutes above the limit"`
}

// Beside says what an estimate of a well-mixed room leaves out.
const Beside = "Near a jar, and where people lean over wet paint, there is several times as much. This estimates, it does not certify: read the product's sheet."

// Vapour estimates the vapour of a class whose jars stand open all the while, as they usually do.
func (c Class) Vapour(l *lesson.Lesson, reports []rehearse.Report, cupboard supply.Cupboard) (Air, error) {
	good, _ := cupboard.Good(supply.SolventGood)
	rate := good.Rate
	if rate == 0 {
		rate = usualRate
	}
	minutes := max(c.Minutes, 1)
	work := func(lids bool, share float64, changes float64) (air.Air, error) {
		return air.Of(air.Room{Volume: c.Room.Volume, Changes: changes}, c.sources(l, reports, rate, share, lids), minutes, good.Limit)
	}
	a, err := work(false, 1, c.Room.Changes)
	out := Air{Air: a, Limit: good.Limit, Would: []Variation{}}
	if err != nil || a.Peak == 0 {
		out.Says = "No solvent is used."
		return out, err
	}
	for _, w := range []struct {
		what    string
		lids    bool
		share   float64
		changes float64
	}{
		{"lids on between rinses", true, 1, c.Room.Changes},
		{fmt.Sprintf("windows open on two sides, %g air changes an hour", max(windows, c.Room.Changes)), false, 1, max(windows, c.Room.Changes)},
		{"half as much solvent in the paint", false, 0.5, c.Room.Changes},
		{"lids and windows", true, 1, max(windows, c.Room.Changes)},
	} {
		b, err := work(w.lids, w.share, w.changes)
		if err != nil {
			return out, err
		}
		if b.Peak > 0.99*a.Peak && b.Mean > 0.99*a.Mean {
			continue // it would do nothing
		}
		out.Would = append(out.Would, Variation{w.what, round(b.Peak), round(b.Mean), round(b.Over)})
	}
	out.Says = fmt.Sprintf("Up to %.0f mg/m³ after %.0f minutes, %.0f in the mean. ", a.Peak, a.PeakAt, a.Mean)
	switch {
	case good.Limit == 0:
		out.Says += "What its own sheet allows is not known: enter it with the solvent in the cupboard. "
	case a.Over > 0:
		out.Says += fmt.Sprintf("That is above the %g mg/m³ of its sheet for %.0f minutes. ", good.Limit, a.Over)
	default:
		out.Says += fmt.Sprintf("That is below the %g mg/m³ of its sheet. ", good.Limit)
	}
	out.Says += Beside
	return out, nil
}

// sources are the jars and the thinned paint of everybody.
func (c Class) sources(l *lesson.Lesson, reports []rehearse.Report, rate, share float64, lids bool) (out []air.Source) {
	people := float64(c.painters())
	clock := l.Clock()
	for i, m := range clock {
		if ml := thinned(l, reports, i) * people * share; ml > 0 && m.Start < c.Minutes {
			out = append(out, air.Spread(m.Start, m.Start+leaves*film.SolventMinutes, ml*spirit))
		}
	}
	jar := Rinses(l)
	if len(jar) > 0 && !lids {
		return append(out, air.Round(0, c.Minutes, people, c.Jar, rate))
	}
	for _, i := range jar {
		out = append(out, air.Round(clock[i].Start, clock[i].Start+rinseOpens, people, c.Jar, rate))
	}
	return out
}
