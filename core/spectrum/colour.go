package spectrum

import (
	"fmt"
	"math"
	"strconv"
)

// XYZ is a CIE 1931 colour; white has Y = 100.
type XYZ struct{ X, Y, Z float64 }

// Lab is a CIE 1976 colour: L* 0-100, a* toward red, b* toward yellow.
type Lab struct {
	L float64 `json:"l"`
	A float64 `json:"a"`
	B float64 `json:"b"`
}

// Lab converts relative to a white point.
func (x XYZ) Lab(white XYZ) Lab {
	f := func(t float64) float64 {
		const d = 6.0 / 29
		if t > d*d*d {
			return math.Cbrt(t)
		}
		return t/(3*d*d) + 4.0/29
	}
	fx, fy, fz := f(x.X/white.X), f(x.Y/white.Y), f(x.Z/white.Z)
	return Lab{116*fy - 16, 500 * (fx - fy), 200 * (fy - fz)}
}

// XYZ converts back relative to a white point.
func (l Lab) XYZ(white XYZ) XYZ {
	g := func(t float64) float64 {
		const d = 6.0 / 29
		if t > d {
			return t * t * t
		}
		return 3 * d * d * (t - 4.0/29)
	}
	fy := (l.L + 16) / 116
	return XYZ{white.X * g(fy+l.A/500), white.Y * g(fy), white.Z * g(fy-l.B/200)}
}

// Chroma is the distance from the neutral axis, C*ab.
func (l Lab) Chroma() float64 { return math.Hypot(l.A, l.B) }

// Hue is the hue angle in degrees, 0-360.
func (l Lab) Hue() float64 {
	h := math.Atan2(l.B, l.A) * 180 / math.Pi
	if h < 0 {
		h += 360
	}
	return h
}

// Value places a colour on the painter's scale from 1 (darkest) to 9 (lightest),
// equal steps of L*.
func (l Lab) Value() int {
	return min(9, max(1, 1+int(math.Floor(l.L*9/100))))
}

// MiddleOf is the L* in the middle of a value from 1 to 9: what [Lab.Value] calls so.
func MiddleOf(value int) float64 { return (float64(value) - 0.5) * 100 / 9 }

// DeltaE returns the CIEDE2000 difference (CIE 142, kL = kC = kH = 1). About 1
// is just visible side by side; 8 is another colour.
func DeltaE(p, q Lab) float64 {
	const rad = math.Pi / 180
	pow7 := func(x float64) float64 { return x * x * x * x * x * x * x }
	const c25 = 6103515625.0 // 25^7
	const half = 180 + 1e-9  // opposite hues stay opposite in spite of rounding
	cm := (math.Hypot(p.A, p.B) + math.Hypot(q.A, q.B)) / 2
	g := 0.5 * (1 - math.Sqrt(pow7(cm)/(pow7(cm)+c25)))
	a1, a2 := p.A*(1+g), q.A*(1+g)
	c1, c2 := math.Hypot(a1, p.B), math.Hypot(a2, q.B)
	hue := func(b, a float64) float64 {
		if a == 0 && b == 0 {
			return 0
		}
		h := math.Atan2(b, a) / rad
		if h < 0 {
			h += 360
		}
		return h
	}
	h1, h2 := hue(p.B, a1), hue(q.B, a2)
	dL, dC := q.L-p.L, c2-c1
	dh := 0.0
	if c1*c2 != 0 {
		dh = h2 - h1
		if dh > half {
			dh -= 360
		} else if dh < -half {
			dh += 360
		}
	}
	dH := 2 * math.Sqrt(c1*c2) * math.Sin(dh/2*rad)
	Lm, Cm := (p.L+q.L)/2, (c1+c2)/2
	hm := h1 + h2
	if c1*c2 != 0 {
		switch {
		case math.Abs(h1-h2) <= half:
			hm /= 2
		case h1+h2 < 360:
			hm = (hm + 360) / 2
		default:
			hm = (hm - 360) / 2
		}
	}
	t := 1 - 0.17*math.Cos((hm-30)*rad) + 0.24*math.Cos(2*hm*rad) +
		0.32*math.Cos((3*hm+6)*rad) - 0.20*math.Cos((4*hm-63)*rad)
	dTheta := 30 * math.Exp(-((hm-275)/25)*((hm-275)/25))
	rc := 2 * math.Sqrt(pow7(Cm)/(pow7(Cm)+c25))
	sl := 1 + 0.015*(Lm-50)*(Lm-50)/math.Sqrt(20+(Lm-50)*(Lm-50))
	sc, sh := 1+0.045*Cm, 1+0.015*Cm*t
	rt := -math.Sin(2*dTheta*rad) * rc
	return math.Sqrt(dL/sl*dL/sl + dC/sc*dC/sc + dH/sh*dH/sh + rt*dC/sc*dH/sh)
}

// LinearRGB returns linear sRGB, possibly outside 0-1, of XYZ under D65.
func (x XYZ) LinearRGB() [3]float64 {
	X, Y, Z := x.X/100, x.Y/100, x.Z/100
	return [3]float64{
		3.2404542*X - 1.5371385*Y - 0.4985314*Z,
		-0.9692660*X + 1.8760108*Y + 0.0415560*Z,
		0.0556434*X - 0.2040259*Y + 1.0572252*Z,
	}
}

// RGB is a colour of the sRGB screen, 8 bits each.
type RGB [3]uint8

// Hex writes the colour as #rrggbb.
func (c RGB) Hex() string { return fmt.Sprintf("#%02x%02x%02x", c[0], c[1], c[2]) }

// ParseHex reads #rrggbb.
func ParseHex(s string) (RGB, error) {
	if len(s) != 7 || s[0] != '#' {
		return RGB{}, fmt.Errorf("colour %q: write it as #rrggbb", s)
	}
	v, err := strconv.ParseUint(s[1:], 16, 24)
	if err != nil {
		return RGB{}, fmt.Errorf("colour %q: write it as #rrggbb with digits 0-9 and a-f", s)
	}
	return RGB{uint8(v >> 16), uint8(v >> 8), uint8(v)}, nil
}

// Gamma encodes a linear sRGB figure (clamped to 0-1) for the screen.
func Gamma(v float64) float64 {
	if v <= 0 {
		return 0
	}
	if v >= 1 {
		return 1
	}
	if v <= 0.0031308 {
		return 12.92 * v
	}
	return 1.055*math.Pow(v, 1/2.4) - 0.055
}

// RGB shows a D65 Lab colour on the screen. A colour outside the gamut keeps its
// hue and lightness and gives up chroma until it fits.
func (l Lab) RGB() RGB {
	white := XYZ{95.047, 100, 108.883}
	fits := func(c [3]float64) bool {
		const e = 1e-4
		return min(c[0], c[1], c[2]) >= -e && max(c[0], c[1], c[2]) <= 1+e
	}
	c := l.XYZ(white).LinearRGB()
	if !fits(c) {
		lo, hi := 0.0, 1.0
		for range 20 {
			k := (lo + hi) / 2
			if fits((Lab{l.L, l.A * k, l.B * k}).XYZ(white).LinearRGB()) {
				lo = k
			} else {
				hi = k
			}
		}
		c = (Lab{l.L, l.A * lo, l.B * lo}).XYZ(white).LinearRGB()
	}
	var out RGB
	for i, v := range c {
		out[i] = uint8(math.Round(255 * Gamma(v)))
	}
	return out
}

// Lab is the D65 colour of a screen colour (IEC 61966-2-1).
func (c RGB) Lab() Lab {
	var lin [3]float64
	for i, v := range c {
		lin[i] = Linear(float64(v) / 255)
	}
	return LinearLab(lin[0], lin[1], lin[2])
}

// ScreenWhite is the white of the sRGB screen (D65, IEC 61966-2-1).
func ScreenWhite() XYZ { return XYZ{95.047, 100, 108.883} }

// LinearLab is the D65 colour of linear sRGB, each 1 for white (IEC 61966-2-1).
func LinearLab(r, g, b float64) Lab {
	return XYZ{
		X: 100 * (0.4124564*r + 0.3575761*g + 0.1804375*b),
		Y: 100 * (0.2126729*r + 0.7151522*g + 0.0721750*b),
		Z: 100 * (0.0193339*r + 0.1191920*g + 0.9503041*b),
	}.Lab(ScreenWhite())
}

// Linear undoes [Gamma]: the linear figure of an encoded one, both 0-1.
func Linear(v float64) float64 {
	if v <= 0.04045 {
		return v / 12.92
	}
	return math.Pow((v+0.055)/1.055, 2.4)
}
