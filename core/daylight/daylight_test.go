package daylight

import (
	"math"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/spectrum"
)

func lab(s spectrum.Spectrum) spectrum.Lab { return observer.Lab(&s) }

func at(id string) Hour {
	for _, h := range Hours() {
		if h.ID == id {
			return h
		}
	}
	panic(id)
}

func (h Hour) light() lesson.Light { return lesson.Light{Height: h.Height, Warmth: h.Warmth} }

func TestTheSameLightChangesNothing(t *testing.T) {
	l := sample.Lesson()
	c := Between(l, l.Light, l.Haze())
	for _, r := range []float64{0.05, 0.3, 0.8} {
		for _, metres := range []float64{0, 20, 3000, 40000, 2e5} {
			for _, role := range []Role{Lit, Shaded, High, Low} {
				seen := c.Seen(spectrum.Flat(r), metres, map[Role]float64{role: 1})
				if d := math.Abs(seen[10] - r); d > 1e-9 {
					t.Errorf("%g at %g m, %s, becomes %g", r, metres, role, seen[10])
				}
			}
		}
	}
}

func TestEveningWarmsWhatFacesTheLightAndNotItsShadows(t *testing.T) {
	noon, evening := New(at("noon").light(), at("noon").Air), New(at("evening").light(), at("evening").Air)
	warmer := func(l *Lamp, role Role) float64 {
		r := scaled(l.On(role), 0.5)
		return lab(r).B
	}
	lit, shaded := warmer(evening, Lit)-warmer(noon, Lit), warmer(evening, Shaded)-warmer(noon, Shaded)
	if lit < 4 || shaded > lit-4 {
		t.Errorf("lights get %.1f yellower, shadows %.1f", lit, shaded)
	}
	if gap := warmer(noon, Lit) - warmer(noon, Shaded); gap < 3 {
		t.Errorf("at noon shadows are only %.1f bluer than lights", gap)
	}
}

func TestHowLightAndDarkAnHourIs(t *testing.T) {
	light := func(id string, role Role) float64 {
		h := at(id)
		r := scaled(New(h.light(), h.Air).On(role), 0.4)
		return lab(r).L
	}
	for _, pair := range [][2]string{{"noon", "evening"}, {"evening", "dusk"}, {"noon", "moon"}, {"noon", "grey"}} {
		if a, b := light(pair[0], Lit), light(pair[1], Lit); a <= b+2 {
			t.Errorf("what faces the light has L* %.0f at %s and %.0f at %s", a, pair[0], b, pair[1])
		}
	}
	contrast := func(id string) float64 { return light(id, Lit) - light(id, Shaded) }
	if contrast("grey") > contrast("noon")/2 {
		t.Errorf("light and shadow differ by %.0f L* on a grey day, by %.0f at noon", contrast("grey"), contrast("noon"))
	}
	if sky, ground := light("noon", High)-light("dusk", High), light("noon", Lit)-light("dusk", Lit); sky > ground-5 {
		t.Errorf("from noon to dusk the sky loses %.0f L*, the ground %.0f", sky, ground)
	}
}

func TestMistTakesTheDistance(t *testing.T) {
	l := sample.Lesson()
	c := Between(l, l.Light, lesson.MistyAir)
	dark := spectrum.Flat(0.05)
	near := lab(c.Seen(dark, 10, map[Role]float64{Half: 1})).L
	far := lab(c.Seen(dark, 1500, map[Role]float64{Half: 1})).L
	if far < near+25 {
		t.Errorf("a dark wood has L* %.0f near and %.0f at 1.5 km", near, far)
	}
	blue := spectrum.FromFunc(func(nm float64) float64 { return 0.6 - (nm-380)/1000 })
	if was, is := lab(blue).Chroma(), lab(c.Seen(blue, 0, map[Role]float64{High: 1})).Chroma(); is > 0.6*was {
		t.Errorf("a sky of chroma %.0f keeps %.0f", was, is)
	}
}

func TestFollowsOfEveryPlane(t *testing.T) {
	l := sample.Lesson()
	list := Of(l, lesson.Light{From: 90, Height: 45}, lesson.HazyAir)
	if len(list) != len(l.Planes) {
		t.Fatalf("%d planes", len(list))
	}
	for i, f := range list {
		if f.Shadow != 1 { // 1 m at 45°
			t.Errorf("%s: a metre throws %g m", f.Plane, f.Shadow)
		}
		if f.Falls && f.DX >= 0 {
			t.Errorf("%s: light from the right throws to %g", f.Plane, f.DX)
		}
		if i > 0 && f.Own < list[i-1].Own {
			t.Errorf("%s is nearer and keeps less of its contrast", f.Plane)
		}
		if f.Lit.L < f.Shaded.L {
			t.Errorf("%s: lit %.0f, shaded %.0f", f.Plane, f.Lit.L, f.Shaded.L)
		}
	}
}

// By hand: over calm water the light glitters where a level facet mirrors it, as far below
// the horizon as it stands above; there the path is centred.
func TestGlitterLiesBelowTheLight(t *testing.T) {
	l := sample.Lesson()
	light := lesson.Light{From: 0, Height: 8}
	outline := Glitter(l, light, math.NaN(), l.View.Horizon, l.Support.Height)
	if len(outline) < 6 {
		t.Fatalf("%d points", len(outline))
	}
	var x float64
	for _, p := range outline {
		x += p.X / float64(len(outline))
		if p.Y < l.View.Horizon {
			t.Errorf("it rises to %g", p.Y)
		}
	}
	if math.Abs(x-l.Support.Width/2) > 1 {
		t.Errorf("its middle is at %.1f mm", x)
	}
	if half, ok := glitters(0.2, 0.2); !ok || math.Abs(half-2*math.Asin(roughWater*math.Sin(0.2)/math.Cos(0.2))) > 1e-6 {
		t.Errorf("at the mirror angle it reaches %g", half)
	}
	right := Glitter(l, light, 80, l.View.Horizon, l.Support.Height)
	for _, p := range right {
		if p.X < 50 {
			t.Errorf("below a light at 80 mm it reaches to %g mm", p.X)
		}
	}
	for name, away := range map[string]lesson.Light{"behind the painter": {From: 180, Height: 8}, "overhead": {From: 0, Height: 80}} {
		if g := Glitter(l, away, math.NaN(), l.View.Horizon, l.Support.Height); g != nil {
			t.Errorf("%s: %v", name, g)
		}
	}
}
