// Package estimate learns how many minutes steps take in the classes of a studio: a step takes
// its written minutes times a factor of who paints it times a factor of how it is done, and every
// class has a pace of its own. Each factor is drawn toward 1 by how little was seen of it
// (empirical Bayes): after one class little is believed, after twenty much. It is worked out in
// closed form; nothing iterates that could fail.
//
// Factors are kept as logarithms. With r = ln(took / written) of a step,
//
//	r = level + class + technique + rest
//
// where class is normal with spread 0.30, level with 0.25, technique with 0.20 and rest with
// 0.35, until the studio's own rest is known.
package estimate

import (
	"math"
	"slices"

	"proxenos/core/lesson"
)

// Took is how long a step took once.
type Took struct {
	Class     string           // which class
	Level     lesson.Level     // who painted, most of them
	Technique lesson.Technique // how it is done
	Written   float64          // minutes in the script
	Minutes   float64          // minutes that it took
}

// Spreads of ln(took / written), before anything was seen.
const (
	ofClass     = 0.30
	ofLevel     = 0.25
	ofTechnique = 0.20
	ofRest      = 0.35
	// restWeight is after how many steps the studio's own rest counts as much as that.
	restWeight = 40.0
)

// band is how many spreads around the middle hold 80 % of a normal distribution.
const band = 1.2815515655446004

// A Factor is what is believed of a factor: the logarithm of its middle, and how sure that is.
type Factor struct {
	Log      float64
	Variance float64
	Seen     int // steps, or classes for a level
}

// A Model is what a studio has learnt. Its zero value has seen nothing; make others with [Learn].
type Model struct {
	Levels     map[lesson.Level]Factor
	Techniques map[lesson.Technique]Factor
	Classes    map[string]Factor
	Rest       float64 // spread of what is left; 0 for as long as nothing was seen
}

// Minutes is what a step is expected to take: the middle, and the band that holds it four times
// out of five.
type Minutes struct {
	Low    float64 `json:"low"`
	Middle float64 `json:"middle"`
	High   float64 `json:"high"`
}

// beyond is how many times as long, or as short, as it is written a step can take: what is farther
// off was clicked through, or left open over the evening.
const beyond = 8.0

// Learn learns from what steps took. What has no minutes, or was not written, is left out, and so
// is what nobody can have painted.
func Learn(seen []Took) Model {
	seen = slices.DeleteFunc(slices.Clone(seen), func(t Took) bool {
		return !(t.Written > 0 && t.Minutes*beyond >= t.Written && t.Minutes <= beyond*t.Written)
	})
	m := Model{Levels: map[lesson.Level]Factor{}, Techniques: map[lesson.Technique]Factor{}, Classes: map[string]Factor{}, Rest: ofRest}
	if len(seen) == 0 {
		return m
	}
	ratio := func(t Took) float64 { return math.Log(t.Minutes / t.Written) }
	// How it is done: against the mean of its own class, so that neither class nor level counts.
	mean := means(seen, ratio)
	technique := sums[lesson.Technique]{}
	for _, t := range seen {
		technique.add(t.Technique, ratio(t)-mean[t.Class])
	}
	for k, s := range technique {
		m.Techniques[k] = s.drawn(ofRest, ofTechnique)
	}
	// What is left of each class once that is taken out.
	left := func(t Took) float64 { return ratio(t) - m.Techniques[t.Technique].Log }
	mean = means(seen, left)
	var squares float64
	for _, t := range seen {
		d := left(t) - mean[t.Class]
		squares += d * d
	}
	free := max(0, float64(len(seen)-len(mean)))
	m.Rest = math.Sqrt((restWeight*ofRest*ofRest + squares) / (restWeight + free))
	m.levels(seen, mean)
	for class, n := range counts(seen) {
		s := sum{n, float64(n) * (mean[class] - m.Levels[levelOf(seen, class)].Log)}
		m.Classes[class] = s.drawn(m.Rest, ofClass)
	}
	return m
}

// levels learns who paints how fast: a class is one sighting, the surer the more steps it had.
func (m Model) levels(seen []Took, mean map[string]float64) {
	type weighed struct {
		weight, total float64
		n             int
	}
	all := map[lesson.Level]weighed{}
	for class, n := range counts(seen) {
		w := all[levelOf(seen, class)]
		weight := 1 / (ofClass*ofClass + m.Rest*m.Rest/float64(n))
		w.weight, w.total, w.n = w.weight+weight, w.total+weight*mean[class], w.n+1
		all[levelOf(seen, class)] = w
	}
	for level, w := range all {
		precision := w.weight + 1/(ofLevel*ofLevel)
		m.Levels[level] = Factor{w.total / precision, 1 / precision, w.n}
	}
}

// Of is what a step is expected to take in a class that is not known yet.
func (m Model) Of(level lesson.Level, technique lesson.Technique, written float64) Minutes {
	return m.minutes(level, technique, written, Factor{0, ofClass * ofClass, 0})
}

// In is what it is expected to take in a class that has been seen, and goes on.
func (m Model) In(class string, level lesson.Level, technique lesson.Technique, written float64) Minutes {
	f, seen := m.Classes[class]
	if !seen {
		return m.Of(level, technique, written)
	}
	return m.minutes(level, technique, written, f)
}

func (m Model) minutes(level lesson.Level, technique lesson.Technique, written float64, class Factor) Minutes {
	l, seen := m.Levels[level]
	if !seen {
		l.Variance = ofLevel * ofLevel
	}
	t, seen := m.Techniques[technique]
	if !seen {
		t.Variance = ofTechnique * ofTechnique
	}
	rest := m.Rest
	if rest == 0 {
		rest = ofRest
	}
	middle := l.Log + t.Log + class.Log
	wide := band * math.Sqrt(rest*rest+l.Variance+t.Variance+class.Variance)
	return Minutes{written * math.Exp(middle-wide), written * math.Exp(middle), written * math.Exp(middle+wide)}
}

// A sum is of so many logarithms.
type sum struct {
	n     int
	total float64
}

// drawn is their mean, drawn toward 0 by n / (n + σ²/τ²), and how sure that is.
func (s sum) drawn(sigma, tau float64) Factor {
	k := sigma * sigma / (tau * tau)
	return Factor{s.total / (float64(s.n) + k), sigma * sigma / (float64(s.n) + k), s.n}
}

type sums[K comparable] map[K]sum

func (s sums[K]) add(key K, v float64) {
	is := s[key]
	s[key] = sum{is.n + 1, is.total + v}
}

// means are those of a figure, by class.
func means(seen []Took, of func(Took) float64) map[string]float64 {
	all := sums[string]{}
	for _, t := range seen {
		all.add(t.Class, of(t))
	}
	out := map[string]float64{}
	for class, s := range all {
		out[class] = s.total / float64(s.n)
	}
	return out
}

func counts(seen []Took) map[string]int {
	out := map[string]int{}
	for _, t := range seen {
		out[t.Class]++
	}
	return out
}

// levelOf is who painted in a class: what its first step says.
func levelOf(seen []Took, class string) lesson.Level {
	i := slices.IndexFunc(seen, func(t Took) bool { return t.Class == class })
	return seen[i].Level
}
