// Package daylight knows what the hour and the weather do to the colours of a picture:
// what falls on the sides of things that face the light and on those that do not, what
// the sky and the haze turn to, where the light lies on water.
//
// The light is a black body at the colour temperature of its warmth and the light of the
// sky another; the eye, and so the painter, follows a change only in part. The figures
// are typical ones: they say what follows from what, a painter decides how far to go.
package daylight

import (
	"math"

	"proxenos/core/haze"
	"proxenos/core/lesson"
	"proxenos/core/paint"
	"proxenos/core/spectrum"
)

// An Hour is a time of day with its usual weather.
type Hour struct {
	lesson.Term
	Height float64    `json:"height" doc:"of the light, degrees"`
	Warmth float64    `json:"warmth" doc:"of the light, as in a lesson"`
	Air    lesson.Air `json:"air" enum:"clear,hazy,mist,dusk"`
}

// Hours lists the times of day, from the morning on.
func Hours() []Hour {
	hour := func(id, name, meaning string, height, warmth float64, air lesson.Air) Hour {
		return Hour{lesson.Term{ID: id, Name: name, Meaning: meaning}, height, warmth, air}
	}
	return []Hour{
		hour("mist", "Morning mist", "The sun is up but thin; distance goes white, shadows hardly show.", 14, 0.2, lesson.MistyAir),
		hour("morning", "Morning", "A low, mild light through some haze; long shadows, bluish.", 20, 0.4, lesson.HazyAir),
		hour("noon", "Noon", "A high, white light and a clear distance; short shadows.", 60, 0, lesson.ClearAir),
		hour("afternoon", "Afternoon", "A light from the side that shows form best.", 35, 0.25, lesson.ClearAir),
		hour("evening", "Golden evening", "Low, warm light on what faces it, the rest cool and deep.", 10, 0.9, lesson.ClearAir),
		hour("dusk", "Dusk", "The light is nearly gone; darks run together, the sky is the lightest.", 4, 1, lesson.DuskAir),
		hour("grey", "Grey day", "Cloud everywhere: hardly a shadow, little chroma, one even light.", 50, 0, lesson.MistyAir),
		hour("moon", "Moonlight", "Dark and cool; only what faces the moon shows.", 35, -1, lesson.ClearAir),
	}
}

// A Role is how something stands to the light.
type Role string

// The roles.
const (
	Lit    Role = "lit"      // faces the light
	Half   Role = "half lit" // is grazed by it
	Shaded Role = "shaded"   // sees only the sky, and a little of what is lit around it
	High   Role = "high sky"
	Low    Role = "low sky"
	Sun    Role = "sun" // the light itself, and its glitter
)

// airLight is how much of the direct light an air lets through, how much light the sky
// sends, and of what colour temperature, K.
var airLight = map[lesson.Air]struct{ direct, dome, kelvin float64 }{
	lesson.ClearAir: {1, 0.25, 11000},
	lesson.HazyAir:  {0.8, 0.34, 8000},
	lesson.MistyAir: {0.2, 0.5, 6500},
	lesson.DuskAir:  {0.7, 0.2, 12000},
}

const (
	noonKelvin  = 5600.0
	goldKelvin  = 2600.0 // less at a warmth of 1
	moonKelvin  = 3400.0 // more at a warmth of -1
	airMass     = 0.18   // optical depth of clear air overhead
	lowest      = 0.05   // sine of the lowest height that counts
	grazed      = 0.45   // of the direct light that falls on what is half lit
	bounced     = 0.07   // and, thrown back from the ground, on what is shaded
	hazeDirect  = 0.35   // of the direct light that haze sends to the eye
	follows     = 0.5    // exponent by which a painter follows the strength of a light: paint spans less than light
	adapts      = 0.4    // exponent by which the eye takes its colour for white
	moonDark    = 0.65   // by which moonlight is painted darker
	whiteAtNoon = 0.85   // of what falls on a sheet that the sun's disc is painted as
)

// A Lamp is the light of an hour as it is painted: what each role's reflectance is
// multiplied by.
type Lamp struct {
	by map[Role]spectrum.Spectrum
}

// New is the lamp of a light in an air. An air that is not known is taken as clear.
func New(light lesson.Light, air lesson.Air) *Lamp {
	a, ok := airLight[air]
	if !ok {
		a = airLight[lesson.ClearAir]
	}
	up := max(lowest, math.Sin(light.Height*math.Pi/180))
	kelvin := noonKelvin - goldKelvin*light.Warmth
	if light.Warmth < 0 {
		kelvin = noonKelvin - moonKelvin*light.Warmth
	}
	sun := scaled(white(kelvin), a.direct*math.Exp(-airMass/up))
	dome := scaled(white(a.kelvin), a.dome*(0.35+0.65*math.Sqrt(up)))
	parts := map[Role]spectrum.Spectrum{
		Lit: sum(sun, dome, 1), Half: sum(dome, sun, grazed), Shaded: sum(dome, sun, bounced),
		High: dome, Low: sum(dome, sun, hazeDirect), Sun: scaled(white(kelvin), whiteAtNoon),
	}
	both := sum(parts[Lit], parts[Shaded], 1)
	eye := luminance(&both)
	l := &Lamp{map[Role]spectrum.Spectrum{}}
	for role, e := range parts {
		k := 1.0 // the light itself is what everything else is measured by
		if role != Sun {
			k = math.Pow(luminance(&e), follows-1) * (1 - moonDark*max(0, -light.Warmth))
		}
		for i := range e {
			e[i] *= k / math.Pow(both[i]/eye, adapts)
		}
		l.by[role] = e
	}
	return l
}

// On is the painted light on a role, by band.
func (l *Lamp) On(role Role) spectrum.Spectrum { return l.by[role] }

// A Change is a change of light and air over a picture.
type Change struct {
	from, to       *Lamp
	airFrom, airTo lesson.Air
	was, is        spectrum.Spectrum // the haze, before and after
}

// Between is the change from a lesson's light and air to another. Haze has a colour
// between the air's and that of the picture's own low sky.
func Between(l *lesson.Lesson, light lesson.Light, air lesson.Air) *Change {
	if air == "" {
		air = lesson.ClearAir
	}
	c := &Change{from: New(l.Light, l.Haze()), to: New(light, air), airFrom: l.Haze(), airTo: air}
	low := lowSky(l)
	c.was = before(low, hazeOf(l.Haze()))
	low = c.sky(low, map[Role]float64{Low: 1})
	c.is = before(low, c.sky(hazeOf(l.Haze()), map[Role]float64{Low: 1}))
	return c
}

// before is the haze in front of a low sky: half its colour and half that of the air, and
// no lighter than the sky, for it is the same air.
func before(sky, air spectrum.Spectrum) spectrum.Spectrum {
	haze := spectrum.Mix(sky, air, 0.5)
	return scaled(haze, min(1, luminance(&sky)/luminance(&haze)))
}

// lowSky is what the picture's sky comes to at the horizon: the last colour of the
// broadest gradation in it.
func lowSky(l *lesson.Lesson) spectrum.Spectrum {
	most, r := 0, hazeOf(l.Haze())
	for _, s := range l.Steps {
		z, ok := l.Zone(s.Zone)
		if !ok || z.Kind != lesson.Sky || len(s.Mixtures) <= most {
			continue
		}
		m, _ := l.Mixture(s.Mixtures[len(s.Mixtures)-1])
		if coat, err := l.Paints().Mix(m.Parts); err == nil {
			most, r = len(s.Mixtures), paint.Seen(coat.Opaque())
		}
	}
	return r
}

// hazeOf is what an air turns everything to in the end.
func hazeOf(air lesson.Air) spectrum.Spectrum {
	r, err := haze.Through(spectrum.Flat(0), 1e9, air)
	if err != nil {
		return spectrum.Flat(0.7)
	}
	return r
}

// veils is how much of its colour an air takes from the sky.
var veils = map[lesson.Air]float64{lesson.HazyAir: 0.2, lesson.MistyAir: 0.65}

// sky is what a colour of the sky becomes.
func (c *Change) sky(r spectrum.Spectrum, roles map[Role]float64) spectrum.Spectrum {
	ratio := c.ratio(roles)
	for i := range r {
		r[i] *= ratio[i]
	}
	if veil := veils[c.airTo] - veils[c.airFrom]; veil > 0 {
		grey := luminance(&r)
		for i := range r {
			r[i] += veil * (grey - r[i])
		}
	}
	return bounded(r)
}

// ratio is what the light on roles, as they weigh, is after beside before.
func (c *Change) ratio(roles map[Role]float64) (out spectrum.Spectrum) {
	for i := range out {
		var was, is float64
		for role, w := range roles {
			was += w * c.from.by[role][i]
			is += w * c.to.by[role][i]
		}
		out[i] = is / was
	}
	return out
}

func bounded(r spectrum.Spectrum) spectrum.Spectrum {
	for i := range r {
		r[i] = min(0.95, max(0.01, r[i]))
	}
	return r
}

// clearest is the share of a thing's own contrast from which it can still be told from
// the haze in front of it.
const clearest = 0.15

// Seen is what a colour of the picture, as reflectance, becomes: what stands metres away
// and has roles that weigh as they say. What of it was haze follows the haze, the rest
// follows the light that falls on it (Koschmieder 1924). Sky, and water that shows it, has
// no distance: give 0.
func (c *Change) Seen(r spectrum.Spectrum, metres float64, roles map[Role]float64) spectrum.Spectrum {
	if metres == 0 {
		return c.sky(r, roles)
	}
	left, stays := haze.Left(metres, c.airFrom), haze.Left(metres, c.airTo)
	ratio := c.ratio(roles)
	for i := range r {
		if left < clearest { // nearly all haze
			r[i] *= c.is[i] / c.was[i]
			continue
		}
		own := (r[i] - (1-left)*c.was[i]) / left // below 0 where a painter left more of the air out
		r[i] = stays*own*ratio[i] + (1-stays)*c.is[i]
	}
	return bounded(r)
}

// dayKelvin is the light that pictures are looked at in.
const dayKelvin = 6504

// white is a black body of some kelvin beside daylight, with a luminance of 1.
func white(kelvin float64) spectrum.Spectrum {
	s, day := spectrum.Planck(kelvin), spectrum.Planck(dayKelvin)
	for i := range s {
		s[i] /= day[i]
	}
	return scaled(s, 1/luminance(&s))
}

// luminance is how light a light is beside one that has 1 in every band.
func luminance(s *spectrum.Spectrum) float64 { return observer.XYZ(s).Y / observer.White.Y }

var observer = spectrum.D65()

func scaled(s spectrum.Spectrum, k float64) spectrum.Spectrum {
	for i := range s {
		s[i] *= k
	}
	return s
}

func sum(a, b spectrum.Spectrum, k float64) spectrum.Spectrum {
	for i := range a {
		a[i] += k * b[i]
	}
	return a
}
