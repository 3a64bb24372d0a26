// Package air estimates the solvent vapour in a room that is taken to be well mixed:
//
//	V dC/dt = G(t) − Q C
//
// with the room's volume V, the air that is exchanged Q, and what evaporates G. Sources begin
// and end, and are even in between, so that the equation is solved exactly from one such moment
// to the next. Beside a jar there is several times as much. It is an estimate: it certifies
// nothing.
//
// Time is minutes, volume m³, amounts mg, and so concentrations are mg/m³.
package air

import (
	"cmp"
	"fmt"
	"math"
	"slices"
)

// A Room is where people paint.
type Room struct {
	Volume  float64 `json:"volume" minimum:"10" maximum:"20000" doc:"m³"`
	Changes float64 `json:"changes" minimum:"0" maximum:"60" doc:"air changes an hour: 0.5 with windows shut, 3 to 6 with two of them open, 0 for none"`
}

// A Source gives off vapour evenly for a while.
type Source struct {
	From float64 `json:"from" doc:"minutes from the start"`
	To   float64 `json:"to" doc:"minutes from the start"`
	Rate float64 `json:"rate" doc:"mg a minute"`
}

// Open is a source of an open surface: area in cm², rate in g/m²h.
func Open(from, to, area, rate float64) Source {
	return Source{from, to, area * 1e-4 * rate * 1000 / 60}
}

// Round is a source of open jars: so many, cm across their openings, rate in g/m²h.
func Round(from, to, jars, across, rate float64) Source {
	return Open(from, to, jars*math.Pi/4*across*across, rate)
}

// Spread is a source that gives off mg evenly from one minute to another.
func Spread(from, to, mg float64) Source { return Source{from, to, mg / max(to-from, 1e-9)} }

// A Sample is how much there is at a moment.
type Sample struct {
	Minute float64 `json:"minute"`
	Level  float64 `json:"level" doc:"mg/m³"`
}

// Air is what a session comes to.
type Air struct {
	Peak   float64  `json:"peak" doc:"mg/m³, the most there is"`
	PeakAt float64  `json:"peakAt" doc:"minutes from the start"`
	Mean   float64  `json:"mean" doc:"mg/m³ over the session"`
	Over   float64  `json:"over" doc:"minutes above the limit; 0 without one"`
	Curve  []Sample `json:"curve" doc:"how it goes, each minute and where something begins or ends"`
}

// Most bounds a question.
const (
	MostMinutes = 1440
	MostSources = 4000
)

// Of works out the air of a session of so many minutes that begins with none in it. The limit
// is that of the product's own sheet, mg/m³; 0 for none.
func Of(room Room, sources []Source, minutes, limit float64) (Air, error) {
	switch {
	case !(room.Volume >= 10 && room.Volume <= 20000):
		return Air{}, fmt.Errorf("volume is %g m³: give 10 to 20000", room.Volume)
	case !(room.Changes >= 0 && room.Changes <= 60):
		return Air{}, fmt.Errorf("air changes are %g an hour: give 0 to 60", room.Changes)
	case !(minutes > 0 && minutes <= MostMinutes):
		return Air{}, fmt.Errorf("minutes are %g: give more than 0, up to %d", minutes, MostMinutes)
	case !(limit >= 0 && limit <= 1e6):
		return Air{}, fmt.Errorf("limit is %g mg/m³: give that of the product's sheet, or 0 for none", limit)
	case len(sources) > MostSources:
		return Air{}, fmt.Errorf("%d sources are too many: give %d", len(sources), MostSources)
	}
	for _, s := range sources {
		if !(s.Rate >= 0 && s.Rate < 1e9 && s.To >= s.From) {
			return Air{}, fmt.Errorf("a source gives %g mg a minute from %g to %g: give 0 or more, and an end after its beginning", s.Rate, s.From, s.To)
		}
	}
	out := Air{Curve: []Sample{{0, 0}}}
	level, sum := 0.0, 0.0
	flow := room.Changes / 60 // of the air, a minute
	for i, at := 1, moments(sources, minutes); i < len(at); i++ {
		from, to := at[i-1], at[i]
		gain := rateAt(sources, (from+to)/2) / room.Volume
		next, area := step(level, gain, flow, to-from)
		sum += area
		if limit > 0 {
			out.Over += over(level, next, gain, flow, to-from, limit)
		}
		if level = next; level > out.Peak {
			out.Peak, out.PeakAt = level, to
		}
		out.Curve = append(out.Curve, Sample{to, level})
	}
	out.Mean = sum / minutes
	return out, nil
}

// moments are every whole minute, and where a source begins or ends.
func moments(sources []Source, minutes float64) []float64 {
	out := []float64{minutes}
	for m := 0.0; m < minutes; m++ {
		out = append(out, m)
	}
	for _, s := range sources {
		for _, m := range []float64{s.From, s.To} {
			if m > 0 && m < minutes {
				out = append(out, m)
			}
		}
	}
	slices.Sort(out)
	return slices.CompactFunc(out, func(a, b float64) bool { return math.Abs(b-a) < 1e-9 })
}

func rateAt(sources []Source, minute float64) (sum float64) {
	for _, s := range sources {
		if s.From <= minute && minute < s.To {
			sum += s.Rate
		}
	}
	return sum
}

// step is the level after so many minutes of an even gain, and its integral over them.
func step(level, gain, flow, minutes float64) (after, area float64) {
	grown, areaGrown := minutes, minutes*minutes/2 // (1 − e^−ft)/f and its integral, for no flow
	if x := flow * minutes; x > 1e-5 {
		grown = -math.Expm1(-x) / flow
		areaGrown = (minutes - grown) / flow
	} else {
		grown -= x * minutes / 2
		areaGrown -= x * minutes * minutes / 6
	}
	return level*math.Exp(-flow*minutes) + gain*grown, level*grown + gain*areaGrown
}

// over is how many of some minutes are above a limit. The level only rises or only falls in
// them, so it passes the limit once at most.
func over(before, after, gain, flow, minutes, limit float64) float64 {
	if above, stays := before > limit, after > limit; above == stays {
		if above {
			return minutes
		}
		return 0
	}
	low, high := 0.0, minutes
	for range 50 {
		middle := (low + high) / 2
		if level, _ := step(before, gain, flow, middle); cmp.Compare(level, limit) == cmp.Compare(before, limit) {
			low = middle
		} else {
			high = middle
		}
	}
	if before > limit {
		return low
	}
	return minutes - low
}
