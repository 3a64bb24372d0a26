// Package camera is a simulated class camera: it photographs a canvas that a simulated student
// painted, from a tilted hand, under a lamp of some colour that falls off across the picture, with
// glare, exposure, noise, blur and what a JPEG leaves out. What it knows of its photographs and no
// photograph tells (where the corners are, which faults were planted) stands beside them, so that
// whoever reads photographs can be held against the truth.
//
// It is pure: the same canvas, conditions and seed give the same photograph.
package camera

import (
	"bytes"
	"image"
	"image/jpeg"
	"math"
	"math/rand/v2"

	"proxenos/core/noise"
	"proxenos/core/plate"
	"proxenos/core/spectrum"
)

// A Place is in the photograph, in pixels from its upper left corner.
type Place struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
}

// A Border is what lies around the picture on its support.
type Border string

// The borders.
const (
	Tape Border = "tape" // white tape, on which the picture ends
	None Border = ""     // the picture goes to the edge of the support
)

// Conditions are those under which a photograph is taken.
type Conditions struct {
	Width    int     // pixels; the height is three quarters of it
	Turn     float64 // degrees by which the camera is turned about its own axis
	TiltX    float64 // degrees by which the canvas leans away from the camera, and
	TiltY    float64 // by which it is seen from the side
	Fill     float64 // share of the photograph's width, or height, that the canvas takes up
	OffX     float64 // by which the canvas is out of the middle, as a share of the photograph
	OffY     float64
	Lamp     float64 // K
	Balanced float64 // share of the lamp's colour that the camera takes out by itself
	Falloff  float64 // share of the light that is lost from the best lit side to the other
	From     float64 // degrees, where the lamp stands: 0 above, 90 to the right
	Glare    float64 // light that a wet place throws back at the worst, 1 being white
	Exposure float64 // times what it ought to be
	Noise    float64 // of a middle grey, as a share of it
	Blur     float64 // pixels
	Quality  int     // of the JPEG
	Border   Border
}

// Draw are conditions by chance as they are in a class: nobody holds a camera straight.
func Draw(rng *rand.Rand) Conditions {
	around := func(middle, by float64) float64 { return middle + by*(2*rng.Float64()-1) }
	c := Conditions{
		Width: 1600, Turn: around(0, 5), TiltX: around(0, 14), TiltY: around(0, 14), Fill: around(0.72, 0.1), OffX: around(0, 0.04), OffY: around(0, 0.04),
		Lamp: 2700 + 3800*rng.Float64(), Balanced: around(0.7, 0.2), Falloff: around(0.22, 0.18), From: 360 * rng.Float64(),
		Exposure: around(0.85, 0.15), Noise: around(0.015, 0.01), Blur: around(0.8, 0.5), Quality: 82 + rng.IntN(14), Border: Tape,
	}
	if rng.Float64() < 0.4 {
		c.Glare = 0.6 * rng.Float64()
	}
	return c
}

// A Shot is a photograph and what is true of it.
type Shot struct {
	Image   *image.RGBA
	Corners [4]Place // of the picture: upper left, upper right, lower right, lower left
	quality int
}

// JPEG is the photograph as the camera writes it.
func (s Shot) JPEG() ([]byte, error) {
	var b bytes.Buffer
	err := jpeg.Encode(&b, s.Image, &jpeg.Options{Quality: s.quality})
	return b.Bytes(), err
}

// What the room is made of, as light.
const (
	tapeWhite = 0.86 // of the light that falls on it
	tapeWide  = 15.0 // mm
	focal     = 1.15 // times the width of the photograph
)

// Take photographs a canvas.
func Take(canvas *plate.Plate, c Conditions, seed uint64) Shot {
	w, h := c.Width, c.Width*3/4
	wide, high := float64(canvas.W)*canvas.Mm, float64(canvas.H)*canvas.Mm
	v := viewOf(c, w, h, wide, high)
	out := plate.New(w, h, 1)
	lamp, dim := c.lamp(), c.dimming(wide, high)
	gx, gy := wide*(0.25+0.5*noise.At(seed+1, 0.5, 0.5)), high*0.3
	margin := 0.0
	if c.Border == Tape {
		margin = tapeWide
	}
	for j := range h {
		for i := range w {
			x, y, front := v.back(float64(i)+0.5, float64(j)+0.5)
			var px [3]float32
			switch {
			case front && x >= 0 && y >= 0 && x < wide && y < high:
				px = canvas.At(x/canvas.Mm, y/canvas.Mm)
				g := float32(c.Glare * math.Exp(-(sq((x-gx)/45) + sq((y-gy)/22))))
				px[0], px[1], px[2] = px[0]+g, px[1]+g, px[2]+g
			case front && x >= -margin && y >= -margin && x < wide+margin && y < high+margin:
				px = [3]float32{tapeWhite, tapeWhite, tapeWhite}
			case front && x >= -margin-60 && y >= -margin-60 && x < wide+margin+60 && y < high+margin+60:
				k := float32(0.8 + 0.35*noise.At(seed, x/90, y/7))
				px = [3]float32{0.30 * k, 0.22 * k, 0.14 * k}
			default:
				k := float32(0.16 + 0.05*noise.At(seed, float64(i)/300, float64(j)/300))
				px = [3]float32{k, k * 0.98, k * 0.93}
			}
			d := dim(x, y)
			for k := range px {
				px[k] *= float32(c.Exposure * d * lamp[k])
			}
			out.RGB[j*w+i] = px
		}
	}
	out = out.Blur(c.Blur)
	grain(out, c.Noise, seed)
	return Shot{out.Image(), v.corners(wide, high), c.Quality}
}

// lamp is what white becomes under the lamp once the camera has balanced it.
func (c Conditions) lamp() (out [3]float64) {
	day := spectrum.NewObserver("lamp", spectrum.Planck(c.Lamp)).White
	for k, v := range day.LinearRGB() {
		out[k] = math.Pow(max(0.02, v), 1-c.Balanced)
	}
	green := out[1]
	for k := range out {
		out[k] /= green
	}
	return out
}

// dimming is the share of the light that reaches a place, mm: a lamp at some distance beside the
// canvas, by the square of how far it is.
func (c Conditions) dimming(wide, high float64) func(x, y float64) float64 {
	from := c.From * math.Pi / 180
	ux, uy := math.Sin(from), -math.Cos(from)
	reach := math.Abs(ux)*wide/2 + math.Abs(uy)*high/2
	// (far-reach)² over (far+reach)² is what is left on the other side.
	k := math.Sqrt(max(0.05, 1-c.Falloff))
	far := reach * (1 + k) / max(1e-6, 1-k)
	return func(x, y float64) float64 {
		along := ux*(x-wide/2) + uy*(y-high/2)
		d := max(far/4, far-along)
		return sq((far - reach) / d)
	}
}

// grain is the noise of a sensor: it grows with the root of the light, and some of it is there in
// the dark.
func grain(p *plate.Plate, share float64, seed uint64) {
	rng := rand.New(rand.NewPCG(seed, 99))
	for i := range p.RGB {
		for k, v := range p.RGB[i] {
			s := share * math.Sqrt(0.2*float64(max(0, v))+0.002)
			p.RGB[i][k] = max(0, v+float32(s*rng.NormFloat64()))
		}
	}
}

// A view is how a camera sees a plane: a point x, y of it, mm, is seen at (a·x+b·y+c) over
// (g·x+h·y+i), and so on.
type view struct{ m, inverse [9]float64 }

// viewOf places the camera.
func viewOf(c Conditions, w, h int, wide, high float64) view {
	f := focal * float64(w)
	distance := f * max(wide/float64(w), high/float64(h)) / c.Fill
	ax, ay, az := c.TiltX*math.Pi/180, c.TiltY*math.Pi/180, c.Turn*math.Pi/180
	// The axes of the canvas as the camera has them: turned about z, then y, then x.
	ex := [3]float64{math.Cos(ay) * math.Cos(az), math.Cos(ax)*math.Sin(az) + math.Sin(ax)*math.Sin(ay)*math.Cos(az), math.Sin(ax)*math.Sin(az) - math.Cos(ax)*math.Sin(ay)*math.Cos(az)}
	ey := [3]float64{-math.Cos(ay) * math.Sin(az), math.Cos(ax)*math.Cos(az) - math.Sin(ax)*math.Sin(ay)*math.Sin(az), math.Sin(ax)*math.Cos(az) + math.Cos(ax)*math.Sin(ay)*math.Sin(az)}
	mid := [3]float64{c.OffX * float64(w) * distance / f, c.OffY * float64(h) * distance / f, distance}
	var o [3]float64 // the upper left corner of the canvas
	for k := range o {
		o[k] = mid[k] - ex[k]*wide/2 - ey[k]*high/2
	}
	cx, cy := float64(w)/2, float64(h)/2
	m := [9]float64{
		f*ex[0] + cx*ex[2], f*ey[0] + cx*ey[2], f*o[0] + cx*o[2],
		f*ex[1] + cy*ex[2], f*ey[1] + cy*ey[2], f*o[1] + cy*o[2],
		ex[2], ey[2], o[2],
	}
	return view{m, inverted(m)}
}

// inverted is the inverse of a matrix but for a factor, which says nothing here.
func inverted(m [9]float64) [9]float64 {
	return [9]float64{
		m[4]*m[8] - m[5]*m[7], m[2]*m[7] - m[1]*m[8], m[1]*m[5] - m[2]*m[4],
		m[5]*m[6] - m[3]*m[8], m[0]*m[8] - m[2]*m[6], m[2]*m[3] - m[0]*m[5],
		m[3]*m[7] - m[4]*m[6], m[1]*m[6] - m[0]*m[7], m[0]*m[4] - m[1]*m[3],
	}
}

// back is which place of the plane is seen at a pixel; front is false for one behind the camera.
func (v view) back(i, j float64) (x, y float64, front bool) {
	m := &v.inverse
	k := m[6]*i + m[7]*j + m[8]
	x, y = (m[0]*i+m[1]*j+m[2])/k, (m[3]*i+m[4]*j+m[5])/k
	return x, y, v.m[6]*x+v.m[7]*y+v.m[8] > 0
}

func (v view) see(x, y float64) Place {
	m := &v.m
	k := m[6]*x + m[7]*y + m[8]
	return Place{(m[0]*x + m[1]*y + m[2]) / k, (m[3]*x + m[4]*y + m[5]) / k}
}

func (v view) corners(wide, high float64) [4]Place {
	return [4]Place{v.see(0, 0), v.see(wide, 0), v.see(wide, high), v.see(0, high)}
}

func sq(v float64) float64 { return v * v }
