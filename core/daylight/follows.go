package daylight

import (
	"math"

	"proxenos/core/haze"
	"proxenos/core/lesson"
	"proxenos/core/scene"
	"proxenos/core/spectrum"
)

// Follows is what a light and an air mean for one plane.
type Follows struct {
	Plane  string       `json:"plane"`
	Own    float64      `json:"own" doc:"share of a thing's own contrast that the air leaves"`
	Haze   spectrum.Lab `json:"haze" doc:"what the rest turns to"`
	Lit    spectrum.Lab `json:"lit" doc:"a middle grey there that faces the light"`
	Shaded spectrum.Lab `json:"shaded" doc:"the same grey away from it"`
	Shadow float64      `json:"shadow" doc:"m of shadow behind what is one metre tall"`
	DX     float64      `json:"dx" doc:"where that shadow's tip lies from the foot on the canvas, mm"`
	DY     float64      `json:"dy"`
	Falls  bool         `json:"falls" doc:"whether it falls where the picture shows it"`
}

// middleGrey is the reflectance of the grey that is shown in every plane.
const middleGrey = 0.2

// Of says what a light and an air mean for every plane of a lesson, farthest first.
func Of(l *lesson.Lesson, light lesson.Light, air lesson.Air) []Follows {
	c := Between(l, light, air)
	at := *l
	at.Light, at.Air = light, c.airTo
	noon := New(lesson.Light{Height: 60}, lesson.ClearAir)
	lab := func(r spectrum.Spectrum) spectrum.Lab { return observer.Lab(&r) }
	out := []Follows{}
	for _, p := range l.Planes {
		left := haze.Left(p.Distance, c.airTo)
		grey := func(role Role) spectrum.Lab { // middle where it faces the light at noon, and close
			r := spectrum.Flat(middleGrey)
			for i := range r {
				r[i] = left*r[i]*c.to.by[role][i]/noon.by[Lit][i] + (1-left)*c.is[i]
			}
			return lab(r)
		}
		f := Follows{Plane: p.ID, Own: left, Haze: lab(c.is), Lit: grey(Lit), Shaded: grey(Shaded)}
		f.Shadow = math.Round(10/math.Tan(max(4, light.Height)*math.Pi/180)) / 10
		foot := lesson.Point{X: l.Support.Width / 2, Y: scene.GroundY(l, p.Distance)}
		if tip, ok := scene.Cast(&at, foot, scene.SizeAt(l, 1, p.Distance)); ok && foot.Y < l.Support.Height {
			f.DX, f.DY, f.Falls = tip.X-foot.X, tip.Y-foot.Y, true
		}
		out = append(out, f)
	}
	return out
}
