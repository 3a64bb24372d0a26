package kit

import (
	"proxenos/core/lesson"
	"proxenos/core/scene"
)

// outlines are how things stand, as pairs of x from -0.5 to 0.5 of the width and y from 0 at
// the foot to 1 at the top.
var outlines = map[lesson.ZoneKind][]float64{
	lesson.Ridge:     {-0.5, 0, -0.5, 0.35, -0.38, 0.62, -0.27, 0.5, -0.12, 0.95, 0.02, 0.6, 0.14, 0.78, 0.27, 0.45, 0.4, 0.55, 0.5, 0.3, 0.5, 0},
	lesson.TreeLine:  {-0.5, 0, -0.5, 0.6, -0.3, 0.85, -0.12, 0.65, 0.05, 1, 0.22, 0.7, 0.36, 0.9, 0.5, 0.55, 0.5, 0},
	lesson.Hedge:     {-0.5, 0, -0.5, 0.6, -0.3, 0.85, -0.12, 0.65, 0.05, 1, 0.22, 0.7, 0.36, 0.9, 0.5, 0.55, 0.5, 0},
	lesson.Tree:      {-0.06, 0, -0.08, 0.16, -0.34, 0.2, -0.5, 0.42, -0.44, 0.66, -0.3, 0.72, -0.24, 0.88, 0.02, 1, 0.26, 0.9, 0.34, 0.74, 0.5, 0.6, 0.47, 0.34, 0.3, 0.18, 0.08, 0.16, 0.06, 0},
	lesson.Birch:     {-0.05, 0, -0.05, 0.24, -0.3, 0.3, -0.44, 0.46, -0.36, 0.62, -0.4, 0.74, -0.2, 0.92, 0.04, 1, 0.24, 0.88, 0.3, 0.72, 0.46, 0.56, 0.4, 0.36, 0.24, 0.26, 0.05, 0.24, 0.05, 0},
	lesson.Willow:    {-0.08, 0, -0.1, 0.2, -0.3, 0.06, -0.48, 0.14, -0.5, 0.5, -0.36, 0.8, -0.1, 1, 0.18, 0.95, 0.38, 0.76, 0.5, 0.46, 0.47, 0.1, 0.3, 0.05, 0.12, 0.22, 0.08, 0},
	lesson.Poplar:    {-0.08, 0, -0.3, 0.08, -0.44, 0.3, -0.5, 0.5, -0.34, 0.78, -0.1, 0.96, 0.02, 1, 0.2, 0.84, 0.42, 0.56, 0.48, 0.34, 0.32, 0.1, 0.08, 0},
	lesson.FruitTree: {-0.05, 0, -0.06, 0.22, -0.36, 0.26, -0.5, 0.5, -0.4, 0.8, -0.14, 0.96, 0.1, 1, 0.36, 0.86, 0.5, 0.58, 0.4, 0.3, 0.06, 0.22, 0.05, 0},
	lesson.Pine:      {-0.04, 0, -0.04, 0.42, -0.34, 0.46, -0.46, 0.56, -0.2, 0.62, -0.42, 0.74, -0.3, 0.82, -0.12, 0.84, -0.18, 0.96, 0.04, 1, 0.26, 0.94, 0.2, 0.84, 0.46, 0.78, 0.5, 0.7, 0.2, 0.64, 0.36, 0.52, 0.05, 0.46, 0.04, 0},
	lesson.Conifer:   {-0.5, 0.04, 0, 1, 0.5, 0, 0.08, 0.02, 0.08, -0.02, -0.08, -0.02},
	lesson.BareTree:  {-0.5, 0, -0.26, 0.08, -0.2, 0.4, -0.3, 0.7, -0.16, 1, 0.08, 0.99, 0.06, 0.7, 0.2, 0.42, 0.22, 0.1, 0.5, 0},
	lesson.Bush:      {-0.46, 0, -0.5, 0.4, -0.34, 0.72, -0.06, 1, 0.22, 0.8, 0.44, 0.62, 0.5, 0.24, 0.44, 0},
	lesson.Rock:      {-0.5, 0, -0.46, 0.32, -0.36, 0.66, -0.12, 1, 0.1, 0.92, 0.26, 0.5, 0.5, 0.14, 0.46, 0, 0.1, -0.02},
	lesson.Log:       {-0.5, 0.16, -0.48, 0.66, -0.4, 0.78, 0.12, 0.94, 0.46, 1, 0.5, 0.7, 0.46, 0.4, 0.1, 0.28, -0.4, 0},
	lesson.Bank:      {-0.5, 0, -0.5, 0.7, -0.2, 1, 0.15, 0.75, 0.5, 0.9, 0.5, 0},
	lesson.Grass:     {-0.5, 0, -0.5, 0.7, -0.2, 1, 0.15, 0.75, 0.5, 0.9, 0.5, 0},
	lesson.Snow:      {-0.5, 0, -0.5, 0.7, -0.2, 1, 0.15, 0.75, 0.5, 0.9, 0.5, 0},
	lesson.Reeds:     {-0.5, 0, -0.44, 0.6, -0.2, 1, 0.1, 0.8, 0.3, 0.94, 0.5, 0.5, 0.46, 0},
	lesson.Flowers:   {-0.5, 0, -0.46, 0.7, -0.2, 1, 0.15, 0.8, 0.5, 0.7, 0.46, 0},
	lesson.Waterfall: {-0.4, 0, -0.46, 0.3, -0.36, 0.62, -0.42, 0.98, -0.1, 1, 0.3, 0.97, 0.36, 0.7, 0.44, 0.44, 0.5, 0, 0.1, -0.03},
	lesson.Surf:      {-0.5, 0.1, -0.5, 0.42, -0.3, 0.6, -0.12, 0.92, 0.06, 1, 0.22, 0.8, 0.4, 0.5, 0.5, 0.44, 0.5, 0.06, 0.2, 0, -0.2, 0.04},
	lesson.Building:  {-0.5, 0, -0.5, 0.55, -0.34, 1, 0.36, 1, 0.5, 0.55, 0.5, 0},
	lesson.Wall:      {-0.5, 0, -0.5, 0.94, -0.1, 1, 0.5, 0.9, 0.5, 0},
	lesson.Fence:     {-0.5, 0, -0.5, 1, 0.5, 0.9, 0.5, 0},
	lesson.Bridge:    {-0.5, 0.1, -0.5, 0.4, -0.26, 0.62, 0, 0.7, 0.26, 0.62, 0.5, 0.4, 0.5, 0.1, 0.4, 0.16, 0.22, 0.38, 0, 0.46, -0.22, 0.38, -0.4, 0.16},
	lesson.Boat:      {-0.38, 0, -0.5, 0.86, -0.3, 0.6, 0.1, 0.5, 0.36, 0.66, 0.5, 1, 0.4, 0.1, 0.2, 0},
	lesson.Person:    {-0.3, 0, -0.34, 0.3, -0.46, 0.42, -0.38, 0.76, -0.16, 0.83, -0.18, 0.95, 0, 1, 0.18, 0.95, 0.16, 0.83, 0.38, 0.74, 0.46, 0.42, 0.32, 0.3, 0.3, 0, 0.06, 0, 0, 0.22, -0.06, 0},
	lesson.Animal:    {-0.4, 0, -0.42, 0.42, -0.46, 0.6, -0.36, 0.78, 0.1, 0.76, 0.26, 0.84, 0.34, 1, 0.46, 0.96, 0.5, 0.76, 0.4, 0.66, 0.28, 0.46, 0.26, 0, 0.18, 0, 0.14, 0.38, -0.24, 0.36, -0.28, 0},
	lesson.CloudBank: {-0.5, 0.12, -0.44, 0.3, -0.3, 0.4, -0.26, 0.66, -0.12, 0.74, -0.04, 0.96, 0.1, 1, 0.2, 0.76, 0.28, 0.52, 0.42, 0.36, 0.5, 0.1, 0.2, 0, -0.25, 0.02},
	lesson.Water:     {-0.34, 0.06, -0.5, 0.34, -0.47, 0.6, -0.28, 0.86, 0, 1, 0.3, 0.92, 0.5, 0.66, 0.46, 0.36, 0.26, 0.1, -0.06, 0},
	lesson.Path:      {-0.5, 0, -0.22, 0.3, 0.02, 0.55, -0.08, 0.75, 0.06, 1, 0.26, 1, 0.2, 0.75, 0.4, 0.55, 0.4, 0.3, 0.5, 0},
	lesson.Birds:     {-0.5, 0, -0.5, 1, 0.5, 1, 0.5, 0},
}

// Outline is the outline of a thing that is some mm wide and high and stands with the middle of
// its foot at a place, mm; nil for a kind that is drawn.
func (k Kit) Outline(foot lesson.Point, wide, high float64) (out []lesson.Point) {
	unit := outlines[k.Kind]
	for i := 0; i+1 < len(unit); i += 2 {
		out = append(out, lesson.Point{X: foot.X + unit[i]*wide, Y: foot.Y - unit[i+1]*high})
	}
	return out
}

// How large what hangs in the sky is, as shares of the canvas's width and of the sky's height.
const (
	cloudWide, cloudHigh, cloudFoot = 0.4, 0.2, 0.5
	flockWide, flockHigh, flockFoot = 0.16, 0.12, 0.45
	goesFrom, goesTo                = 0.6, 3   // of its distance, where what leads into the picture begins and ends
	liesFrom, liesTo                = 0.8, 1.4 // of its distance, where what lies begins and ends
	acrossLeast                     = 0.02     // of the canvas's height that what goes across is high at least
)

// At is the outline of a thing at a distance, metres, its middle at x mm: standing on the
// ground there, as large as such things are, cut to the canvas; nil where it lies off it.
func (k Kit) At(l *lesson.Lesson, metres, x float64) []lesson.Point {
	wide, high := scene.SizeAt(l, k.Wide, metres), scene.SizeAt(l, k.High, metres)
	foot := scene.GroundY(l, metres)
	switch {
	case k.Kind == lesson.Birds:
		wide, high, foot = flockWide*l.Support.Width, flockHigh*l.View.Horizon, flockFoot*l.View.Horizon
	case k.Kind == lesson.Path:
		wide, foot = scene.SizeAt(l, k.Wide, goesFrom*metres), scene.GroundY(l, goesFrom*metres)
		high = foot - scene.GroundY(l, goesTo*metres)
	case k.High == 0:
		wide, high, foot = cloudWide*l.Support.Width, cloudHigh*l.View.Horizon, cloudFoot*l.View.Horizon
	case k.Kind.Is(lesson.Wet) && !k.Kind.Is(lesson.Flows): // it lies, as deep as the ground makes it
		top := scene.GroundY(l, liesTo*metres)
		foot = scene.GroundY(l, liesFrom*metres)
		high = foot - top
	case k.Wide == 0:
		wide, x = l.Support.Width, l.Support.Width/2
		high = max(high, acrossLeast*l.Support.Height)
	}
	return scene.OnCanvas(l, k.Outline(lesson.Point{X: x, Y: min(foot, l.Support.Height)}, wide, high))
}
