// Package pupil rehearses a class of strangers before the day: simulated students, each with a
// hand of their own, paint the lesson on a coarse canvas of their own. What comes out is where
// they fail and how, how long they take, and what would help most, measured by rehearsing the
// class again with it.
//
// Shares go from 0 to 1, time is minutes, places are mm.
package pupil

import (
	"math"
	"math/rand/v2"

	"proxenos/core/lesson"
	"proxenos/core/mark"
	"proxenos/core/rehearse"
)

// Traits are how somebody's hand differs from what is asked of it.
type Traits struct {
	Load   float64 // how much they load, times what is asked
	Press  float64 // share of full pressure that they add
	Wipes  float64 // how often they wipe when told to
	Damp   float64 // how often they leave the tool damp
	Misses float64 // mm by which they miss a place, on the middle
	Again  float64 // how often they go over a stroke again
	Pace   float64 // minutes they take for one
}

// Exact is the hand that does as it is told.
var Exact = Traits{Load: 1, Wipes: 1, Pace: 1}

// A level is the middle of the traits of those who have learnt so much, and how they spread.
type level struct {
	middle            Traits
	load, press, pace float64 // spreads: of the logarithm, of the share, of the logarithm
}

// levels are the working traits (class.md §3).
var levels = map[lesson.Level]level{
	lesson.FirstSteps:   {Traits{0.70, 0.15, 0.60, 0.15, 2.5, 0.30, 1.50}, 0.35, 0.15, 0.25},
	lesson.SomePractice: {Traits{0.90, 0.05, 0.85, 0.05, 1.5, 0.15, 1.25}, 0.25, 0.10, 0.20},
	lesson.Experienced:  {Traits{1.00, 0.00, 0.97, 0.01, 0.8, 0.05, 1.05}, 0.15, 0.08, 0.12},
}

// hangs is how far load, pressure and pace of one person hang together: who loads little presses
// more and is slower.
const hangs = 0.6

// Draw is somebody of a level, by chance.
func Draw(of lesson.Level, rng *rand.Rand) Traits {
	l, known := levels[of]
	if !known {
		l = levels[lesson.FirstSteps]
	}
	return l.draw(rng)
}

func (l level) draw(rng *rand.Rand) Traits {
	timid := rng.NormFloat64()
	own := func() float64 { return hangs*timid + math.Sqrt(1-hangs*hangs)*rng.NormFloat64() }
	t := l.middle
	t.Load *= math.Exp(-l.load * own())
	t.Press += l.press * own()
	t.Pace *= math.Exp(l.pace * own())
	return t
}

// Within a session a hand is not always alike.
const (
	loadByStep  = 0.10 // spread of the logarithm of the load from step to step
	pressByStep = 0.04
	feels       = 0.05             // of the pressure asked: who presses less feels that the tool does not touch
	leftDirty   = 0.6              // share that stays in a tool that was not wiped
	leftDamp    = 0.08             // share of a damp tool that is solvent
	midway      = 1.17741002251547 // of a distance whose two parts are normal: its middle over their spread
)

// manner is how somebody carries out a step.
func (t Traits) manner(s lesson.Step, rng *rand.Rand) rehearse.Manner {
	load, press := rng.NormFloat64(), rng.NormFloat64()
	m := rehearse.Manner{Load: t.Load * math.Exp(loadByStep*load*t.wavers()), Press: t.Press + pressByStep*press*t.wavers(), Again: t.Again}
	m.Press = max(m.Press, -feels*mark.PressureOf(s.Pressure))
	m.Miss = rehearse.Spot{X: t.Misses / midway * rng.NormFloat64(), Y: t.Misses / midway * rng.NormFloat64()}
	forgets, damp := rng.Float64() >= t.Wipes, rng.Float64() < t.Damp
	if forgets && s.Care != lesson.CarryOn {
		m.Dirty = leftDirty
	}
	if damp && (s.Care == lesson.RinseDamp || s.Care == lesson.RinseDry || s.Care == lesson.Fresh) {
		m.Damp = leftDamp
	}
	return m
}

// wavers is 0 for a hand that is exact, and 1 for others.
func (t Traits) wavers() float64 {
	if t.Misses == 0 {
		return 0
	}
	return 1
}
