package measure

import (
	"math"

	"proxenos/core/lesson"
	"proxenos/core/picture"
	"proxenos/core/rehearse"
)

// Measures are the figures of a finished picture, for reading beside it. Lengths are mm
// on the canvas, shares are of 1.
type Measures struct {
	Plans      []Plan           `json:"plans" doc:"value plans, fewest steps first"`
	Tiers      []Tier           `json:"tiers" doc:"where planes meet, farthest first"`
	Spots      []Ranked         `json:"spots" doc:"what draws the eye, strongest first"`
	Balance    picture.Balance  `json:"balance"`
	Sameness   float64          `json:"sameness" doc:"how alike the left is to the mirrored right: 1 a mirror image"`
	Directions []Direction      `json:"directions"`
	Masses     []Mass           `json:"masses"`
	Rows       []Alike          `json:"rows"`
	Corners    []picture.Corner `json:"corners"`
	Way        picture.Way      `json:"way" doc:"how the eye goes; empty without a focal area"`
	Horizon    float64          `json:"horizon" doc:"share of the height, from the top"`
}

// A Plan is a value plan of so many steps.
type Plan struct {
	Steps  int             `json:"steps"`
	Levels []picture.Level `json:"levels" doc:"darkest first"`
}

// A Tier is the edge where two planes meet.
type Tier struct {
	Far    string  `json:"far" doc:"plane"`
	Near   string  `json:"near" doc:"plane"`
	Edge   float64 `json:"edge" doc:"mm"`
	FarL   float64 `json:"farLight" doc:"L* on the far side"`
	NearL  float64 `json:"nearLight" doc:"L* on the near side"`
	Differ float64 `json:"differ" doc:"L* between them"`
	X      float64 `json:"x" doc:"its middle"`
	Y      float64 `json:"y"`
}

// Ranked is a place that draws the eye, beside the focal area.
type Ranked struct {
	picture.Peak
	Focal bool    `json:"focal" doc:"whether it is in the focal area"`
	Share float64 `json:"share" doc:"of what the focal area draws; 0 without one"`
}

// PlanSteps are the steps of the value plans that are measured.
func PlanSteps() []int { return []int{2, 3, 5, 9} }

const (
	spots     = 5
	spotApart = 0.12 // of the width
	edgeLeast = 20.0 // mm from which two planes are said to meet here
)

// Of measures a rehearsed lesson.
func Of(r *rehearse.Rehearsal) Measures {
	l := r.Lesson
	p := Coarse(r.Final)
	pull := p.Pull()
	out := Measures{
		Plans: []Plan{}, Tiers: tiers(r), Spots: []Ranked{}, Balance: p.Balance(), Sameness: p.Sameness(),
		Directions: listed(Directions(l)), Masses: listed(Masses(l)), Rows: listed(Rows(l)), Corners: p.Corners(),
		Way: picture.Way{In: []picture.Place{}, Out: []picture.Peak{}}, Horizon: l.View.Horizon / l.Support.Height,
	}
	for _, n := range PlanSteps() {
		out.Plans = append(out.Plans, Plan{n, p.Plan(n)})
	}
	mine := pull.Within(l.Focal.X, l.Focal.Y, l.Focal.Radius)
	for _, s := range pull.Spots(spots, spotApart*l.Support.Width) {
		spot := Ranked{Peak: s}
		if l.Focal.Radius > 0 && mine.Strength > 0 {
			spot.Focal = math.Hypot(s.X-l.Focal.X, s.Y-l.Focal.Y) <= max(l.Focal.Radius, 0.5*spotApart*l.Support.Width)
			spot.Share = s.Strength / mine.Strength
		}
		out.Spots = append(out.Spots, spot)
	}
	if l.Focal.Radius > 0 {
		out.Way = pull.Ways(l.Focal.X, l.Focal.Y, l.Focal.Radius)
	}
	return out
}

func tiers(r *rehearse.Rehearsal) []Tier {
	out := []Tier{}
	for _, m := range Meetings(r, edgeLeast) {
		plane := func(i int) lesson.Plane { return r.Lesson.Planes[i] }
		out = append(out, Tier{plane(m.Far).ID, plane(m.Near).ID, m.Edge, m.FarL, m.NearL, math.Abs(m.FarL - m.NearL), m.X, m.Y})
	}
	return out
}

// listed is a list that is never null.
func listed[T any](list []T) []T {
	if list == nil {
		return []T{}
	}
	return list
}
