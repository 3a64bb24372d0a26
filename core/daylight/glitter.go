package daylight

import (
	"math"

	"proxenos/core/lesson"
	"proxenos/core/scene"
)

// roughWater is how steep the facets of rippled water are that send the light to the
// eye: about that of a light breeze (Cox and Munk 1954: the mean square slope is
// 0.003 + 0.00512 U, with a wind of U m/s).
const roughWater = 0.11

// frontal is the bearing, degrees to either side of straight ahead, beyond which the
// light glitters nowhere in the picture.
const frontal = 70

// Glitter is the outline of the path of light on water between two heights on the
// canvas, mm: everywhere the water's facets can throw the light to the eye. sunX is where
// the light stands across the canvas, mm; nan for where its bearing puts it. It is nil
// where the light does not stand in front, or its path lies off the canvas.
func Glitter(l *lesson.Lesson, light lesson.Light, sunX, top, bottom float64) []lesson.Point {
	bearing := math.Remainder(light.From, 360)
	if math.Abs(bearing) > frontal || light.Height > 60 {
		return nil
	}
	f, middle := scene.Focal(l), l.Support.Width/2
	azimuth := bearing * math.Pi / 180
	if !math.IsNaN(sunX) {
		azimuth = math.Atan((sunX - middle) / f)
	}
	top = max(top, l.View.Horizon+0.01*l.Support.Height)
	var left, right []lesson.Point
	const rows = 14
	for i := range rows + 1 {
		y := top + (bottom-top)*float64(i)/rows
		metres, ok := scene.GroundDistance(l, y)
		if !ok {
			continue
		}
		half, ok := glitters(light.Height*math.Pi/180, math.Atan(l.View.Eye/metres))
		if !ok {
			continue
		}
		x := func(turn float64) float64 { return middle + f*math.Tan(min(1.4, max(-1.4, azimuth+turn))) }
		left, right = append(left, lesson.Point{X: x(-half), Y: y}), append(right, lesson.Point{X: x(half), Y: y})
	}
	if len(left) < 3 {
		return nil
	}
	for i := len(left) - 1; i >= 0; i-- {
		right = append(right, left[i])
	}
	return scene.OnCanvas(l, right)
}

// glitters is how far to either side, radians, of straight below the light water glitters
// that is seen so far below the horizon, with the light so high above it. A facet whose
// normal halves the angle between light and eye must be no steeper than [roughWater]. ok
// is false where not even the middle does.
func glitters(height, below float64) (half float64, ok bool) {
	steep := func(turn float64) float64 {
		nx := math.Cos(height) * math.Sin(turn)
		ny := math.Cos(height)*math.Cos(turn) - math.Cos(below)
		return math.Hypot(nx, ny) / (math.Sin(height) + math.Sin(below))
	}
	if steep(0) > roughWater {
		return 0, false
	}
	low, high := 0.0, math.Pi/2
	for range 40 {
		if mid := (low + high) / 2; steep(mid) < roughWater {
			low = mid
		} else {
			high = mid
		}
	}
	return low, true
}
