package scene

import (
	"math"

	"proxenos/core/lesson"
)

// Guides are what perspective says of a picture, drawn on demand. Lengths are mm on the
// canvas, distances m.
type Guides struct {
	Horizon float64     `json:"horizon" doc:"mm from the top"`
	Ground  []Line      `json:"ground" doc:"where level ground lies, by distance"`
	Vanish  float64     `json:"vanish" doc:"where on the horizon lines that run straight away meet, mm across"`
	Rays    []float64   `json:"rays" doc:"where such lines come out at the lower edge, mm across"`
	Apart   float64     `json:"apart" doc:"m of ground between two of them"`
	Planes  []PlaneFact `json:"planes" doc:"farthest first"`
	Zones   []ZoneFact  `json:"zones"`
	Light   Toward      `json:"light"`
}

// Toward is a direction on the picture, of length 1, y down.
type Toward struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
}

// A Line is level ground at a distance.
type Line struct {
	Metres float64 `json:"metres"`
	Y      float64 `json:"y"`
}

// A PlaneFact tells where a plane's ground is and how large a person stands there.
type PlaneFact struct {
	Plane  string  `json:"plane"`
	Y      float64 `json:"y" doc:"where its ground is; beyond the canvas for what is very near"`
	Person float64 `json:"person" doc:"how tall somebody of 1.7 m stands there"`
	Ripple float64 `json:"ripple" doc:"how long a ripple of half a metre is there"`
}

// A ZoneFact tells what a zone measures.
type ZoneFact struct {
	Zone   string         `json:"zone"`
	Left   float64        `json:"left" doc:"mm"`
	Top    float64        `json:"top"`
	Right  float64        `json:"right"`
	Foot   float64        `json:"foot"`
	Stands bool           `json:"stands" doc:"whether it stands on the ground below the horizon"`
	Away   float64        `json:"away" doc:"how far its foot is by perspective, m; 0 for what does not stand"`
	Tall   float64        `json:"tall" doc:"how tall that makes it, m"`
	Wide   float64        `json:"wide" doc:"how wide, m"`
	Casts  string         `json:"casts" doc:"of a shadow or reflection: of what"`
	Shadow []lesson.Point `json:"shadow" doc:"where its shadow falls on level ground, mm; empty where none shows"`
}

// linesApart is how near to each other, as a share of the height, two lines of ground may
// be drawn and still be read.
const linesApart = 0.03

// person is a scale figure, m.
const person = 1.7

// GuidesOf works out the guides of a lesson.
func GuidesOf(l *lesson.Lesson) Guides {
	g := Guides{Horizon: l.View.Horizon, Ground: []Line{}, Planes: []PlaneFact{}, Zones: []ZoneFact{}, Vanish: l.Support.Width / 2}
	g.Apart, g.Rays = rays(l)
	g.Light.X, g.Light.Y = LightOn(l)
	below := l.Support.Height
	for _, d := range []float64{3, 5, 8, 12, 20, 40, 100, 400} {
		y := GroundY(l, d)
		if apart := linesApart * l.Support.Height; y < below-apart && y > l.View.Horizon+apart {
			g.Ground = append(g.Ground, Line{d, tenths(y)})
			below = y
		}
	}
	for _, p := range l.Planes {
		g.Planes = append(g.Planes, PlaneFact{p.ID, tenths(GroundY(l, p.Distance)), tenths(SizeAt(l, person, p.Distance)), tenths(SizeAt(l, 0.5, p.Distance))})
	}
	for _, z := range l.Zones {
		f := ZoneFact{Zone: z.ID, Left: math.Inf(1), Top: math.Inf(1), Casts: z.Of, Shadow: []lesson.Point{}}
		for _, p := range z.Outline {
			f.Left, f.Right, f.Top, f.Foot = min(f.Left, p.X), max(f.Right, p.X), min(f.Top, p.Y), max(f.Foot, p.Y)
		}
		if away, ok := GroundDistance(l, f.Foot); ok && z.Kind.Is(lesson.Standing) {
			tall, _ := TrueSize(l, f.Foot-f.Top, f.Foot)
			wide, _ := TrueSize(l, f.Right-f.Left, f.Foot)
			f.Stands, f.Away, f.Tall, f.Wide = true, tenths(away), tenths(tall), tenths(wide)
			if s := ShadowOf(l, z, 0); s != nil {
				f.Shadow = s
			}
		}
		g.Zones = append(g.Zones, f)
	}
	return g
}

// mostRays is how many lines that run straight away are drawn at most.
const mostRays = 14

// rays is how far apart, m, lines on the ground that run straight away are drawn, and
// where they come out at the lower edge of the canvas.
func rays(l *lesson.Lesson) (apart float64, out []float64) {
	out = []float64{}
	d, ok := GroundDistance(l, l.Support.Height)
	if !ok {
		return 0, out
	}
	metre := SizeAt(l, 1, d)
	for _, apart = range []float64{0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100} {
		if l.Support.Width/(apart*metre) <= mostRays {
			break
		}
	}
	middle := l.Support.Width / 2
	for k := -math.Floor(middle / (apart * metre)); k*apart*metre <= middle; k++ {
		out = append(out, tenths(middle+k*apart*metre))
	}
	return apart, out
}

func tenths(v float64) float64 { return math.Round(v*10) / 10 }
