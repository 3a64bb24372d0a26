package spectrum

import "math"

// cmf is the CIE 1931 2° standard observer, 380-730 nm at 10 nm (CIE 15).
var cmf = [Bands][3]float64{
	{0.001368, 0.000039, 0.006450}, {0.004243, 0.000120, 0.020050}, {0.014310, 0.000396, 0.067850},
	{0.043510, 0.001210, 0.207400}, {0.134380, 0.004000, 0.645600}, {0.283900, 0.011600, 1.385600},
	{0.348280, 0.023000, 1.747060}, {0.336200, 0.038000, 1.772110}, {0.290800, 0.060000, 1.669200},
	{0.195360, 0.090980, 1.287640}, {0.095640, 0.139020, 0.812950}, {0.032010, 0.208020, 0.465180},
	{0.004900, 0.323000, 0.272000}, {0.009300, 0.503000, 0.158200}, {0.063270, 0.710000, 0.078250},
	{0.165500, 0.862000, 0.042160}, {0.290400, 0.954000, 0.020300}, {0.433450, 0.994950, 0.008750},
	{0.594500, 0.995000, 0.003900}, {0.762100, 0.952000, 0.002100}, {0.916300, 0.870000, 0.001650},
	{1.026300, 0.757000, 0.001100}, {1.062200, 0.631000, 0.000800}, {1.002600, 0.503000, 0.000340},
	{0.854450, 0.381000, 0.000190}, {0.642400, 0.265000, 0.000050}, {0.447900, 0.175000, 0.000020},
	{0.283500, 0.107000, 0}, {0.164900, 0.061000, 0}, {0.087400, 0.032000, 0},
	{0.046770, 0.017000, 0}, {0.022700, 0.008210, 0}, {0.011359, 0.004102, 0},
	{0.005790, 0.002091, 0}, {0.002899, 0.001047, 0}, {0.001440, 0.000520, 0},
}

// Relative power of daylight, 380-730 nm at 10 nm (CIE 15).
var (
	powerD65 = Spectrum{
		49.9755, 54.6482, 82.7549, 91.4860, 93.4318, 86.6823, 104.865, 117.008, 117.812,
		114.861, 115.923, 108.811, 109.354, 107.802, 104.790, 107.689, 104.405, 104.046,
		100.000, 96.3342, 95.7880, 88.6856, 90.0062, 89.5991, 87.6987, 83.2886, 83.6992,
		80.0268, 80.2146, 82.2778, 78.2842, 69.7213, 71.6091, 74.3490, 61.6040, 69.8856,
	}
	powerD50 = Spectrum{
		24.49, 29.87, 49.31, 56.51, 60.03, 57.82, 74.82, 87.25, 90.61,
		91.37, 95.11, 91.96, 95.72, 96.61, 97.13, 102.10, 100.75, 102.32,
		100.00, 97.74, 98.92, 93.50, 97.69, 99.27, 99.04, 95.72, 98.86,
		95.67, 98.19, 103.00, 99.13, 87.38, 91.60, 92.89, 76.85, 86.51,
	}
)

// D65 is the observer in average daylight, the screen's white.
func D65() *Observer { return NewObserver("D65", powerD65) }

// D50 is the observer in warm daylight, a usual viewing booth.
func D50() *Observer { return NewObserver("D50", powerD50) }

// LampA is the observer under an incandescent lamp (CIE illuminant A).
func LampA() *Observer { return NewObserver("A", Planck(2856)) }

// LampLED is the observer under a generic white LED of about 4000 K: a narrow
// blue peak and a broad yellow one. It is modelled, not measured.
func LampLED() *Observer {
	bell := func(nm, centre, width float64) float64 {
		d := (nm - centre) / width
		return math.Exp(-d * d / 2)
	}
	return NewObserver("LED", FromFunc(func(nm float64) float64 {
		return 0.62*bell(nm, 452, 10) + 0.95*bell(nm, 585, 58) + 0.12*bell(nm, 520, 30) + 0.01
	}))
}

// Bradford's sharpened cones and back, as CIE 160 describes.
var (
	toCones   = [3][3]float64{{0.8951, 0.2664, -0.1614}, {-0.7502, 1.7135, 0.0367}, {0.0389, -0.0685, 1.0296}}
	fromCones = [3][3]float64{{0.9869929, -0.1470543, 0.1599627}, {0.4323053, 0.5183603, 0.0492912}, {-0.0085287, 0.0400428, 0.9684867}}
)

func times(m *[3][3]float64, v [3]float64) (out [3]float64) {
	for i := range m {
		out[i] = m[i][0]*v[0] + m[i][1]*v[1] + m[i][2]*v[2]
	}
	return out
}

// adapt turns XYZ seen under this lamp into what the same eye, used to the lamp, would
// have to see in daylight (D65) for the same impression.
func (o *Observer) adapt(x XYZ) XYZ {
	from := times(&toCones, [3]float64{o.White.X, o.White.Y, o.White.Z})
	white := D65().White
	to := times(&toCones, [3]float64{white.X, white.Y, white.Z})
	cone := times(&toCones, [3]float64{x.X, x.Y, x.Z})
	for c := range cone {
		cone[c] *= to[c] / from[c]
	}
	back := times(&fromCones, cone)
	return XYZ{back[0], back[1], back[2]}
}

// Impression is the colour that an eye used to this lamp takes a reflectance for, as
// D65 Lab. White stays white; what shifts is how pigments take the lamp.
func (o *Observer) Impression(r *Spectrum) Lab { return o.adapt(o.XYZ(r)).Lab(D65().White) }

// Adapted returns the linear sRGB that n bands made by [Observer.Reduce] with the
// D65 observer add to the impression that an eye used to this lamp has.
func (o *Observer) Adapted(n int) [][3]float64 {
	out := make([][3]float64, n)
	for i, w := range o.ReducedWeights(n) {
		out[i] = o.adapt(XYZ{w[0], w[1], w[2]}).LinearRGB()
	}
	return out
}
