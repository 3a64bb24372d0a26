package camera

import (
	"bytes"
	"math"
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/plate"
	"proxenos/core/rehearse"
	"proxenos/core/spectrum"
)

// squares is a canvas with a dark square at every corner.
func squares() *plate.Plate {
	p := plate.New(200, 150, 2)
	for i := range p.RGB {
		x, y := i%200, i/200
		v := float32(0.4)
		if (x < 12 || x >= 188) && (y < 12 || y >= 138) {
			v = 0.05
		}
		p.RGB[i] = [3]float32{v, v, v}
	}
	return p
}

var straight = Conditions{Width: 800, Fill: 0.7, Lamp: 6504, Balanced: 1, Exposure: 1, Quality: 95, Border: Tape}

// The corners that a photograph is said to have are where the picture is in it, however it is held.
func TestTheCornersAreTrue(t *testing.T) {
	for _, how := range []Conditions{straight, {Width: 800, Fill: 0.6, Turn: 7, TiltX: 14, TiltY: -12, OffX: 0.03, Lamp: 5000, Balanced: 0.8, Exposure: 0.9, Quality: 90, Border: Tape}} {
		s := Take(squares(), how, 1)
		p := plate.Of(s.Image, 0)
		mx, my := 0.0, 0.0
		for _, c := range s.Corners {
			mx, my = mx+c.X/4, my+c.Y/4
		}
		for k, c := range s.Corners {
			in := p.At(c.X+0.03*(mx-c.X), c.Y+0.03*(my-c.Y))
			out := p.At(c.X-0.03*(mx-c.X), c.Y-0.03*(my-c.Y))
			if !(in[1] < 0.15 && out[1] > 0.4) {
				t.Errorf("%+v, corner %d: %.2f within, %.2f without", how, k, in[1], out[1])
			}
		}
	}
}

// A lamp of another colour colours what is white, as far as it is not balanced; its light falls off;
// more exposure is more light.
func TestTheLampShows(t *testing.T) {
	middle := func(c Conditions) [3]float32 {
		p := plate.Of(Take(squares(), c, 1).Image, 0)
		return p.At(400, 300)
	}
	day := middle(straight)
	if math.Abs(float64(day[0]/day[2]-1)) > 0.05 || math.Abs(float64(day[1])-0.4) > 0.02 {
		t.Errorf("by daylight it is %v", day)
	}
	warm := straight
	warm.Lamp, warm.Balanced = 2700, 0.3
	if w := middle(warm); w[0] < 1.4*w[2] {
		t.Errorf("by a bulb it is %v", w)
	}
	dark := straight
	dark.Exposure = 0.5
	if d := middle(dark); math.Abs(float64(d[1]/day[1])-0.5) > 0.05 {
		t.Errorf("half exposed it is %v", d)
	}
	off := straight
	off.Falloff, off.From = 0.4, 90
	s := Take(squares(), off, 1)
	p := plate.Of(s.Image, 0)
	left, right := p.At(s.Corners[0].X+40, 300), p.At(s.Corners[1].X-40, 300)
	if r := left[1] / right[1]; r > 0.75 || r < 0.5 {
		t.Errorf("on its dark side there is %.2f of the light", r)
	}
}

func TestTheSameSeedIsTheSamePhotograph(t *testing.T) {
	how := straight
	how.Noise = 0.02
	a, err := Take(squares(), how, 3).JPEG()
	if err != nil {
		t.Fatal(err)
	}
	b, _ := Take(squares(), how, 3).JPEG()
	c, _ := Take(squares(), how, 4).JPEG()
	if !bytes.Equal(a, b) || bytes.Equal(a, c) {
		t.Error("photographs do not follow their seed")
	}
}

// Planted faults are on the canvas.
func TestFaultsAreOnTheCanvas(t *testing.T) {
	l := sample.Lesson()
	plan, err := rehearse.Run(t.Context(), l, 1, nil)
	if err != nil {
		t.Fatal(err)
	}
	sound, err := Paint(t.Context(), plan, Hand{})
	if err != nil {
		t.Fatal(err)
	}
	was := sound.Look()
	if d := plan.Differs(sound.Painted); d > 1e-6 {
		t.Errorf("as it is written it differs by %g", d)
	}
	mean := func(p *plate.Plate, x0, y0, x1, y1 int) (m spectrum.Lab) {
		var n float64
		for y := y0; y < y1; y++ {
			for x := x0; x < x1; x++ {
				c := plate.Lab(p.RGB[y*p.W+x])
				m.L, m.A, m.B, n = m.L+c.L, m.A+c.A, m.B+c.B, n+1
			}
		}
		return spectrum.Lab{L: m.L / n, A: m.A / n, B: m.B / n}
	}
	for text, shows := range map[string]func(p *plate.Plate) bool{
		"value:ridge:10":       func(p *plate.Plate) bool { return mean(p, 10, 33, 90, 43).L > mean(was, 10, 33, 90, 43).L+4 },
		"warm:sky:10":          func(p *plate.Plate) bool { return mean(p, 10, 4, 90, 24).B > mean(was, 10, 4, 90, 24).B+4 },
		"corner:upper left:20": func(p *plate.Plate) bool { return mean(p, 0, 0, 5, 5).L > mean(was, 0, 0, 5, 5).L+3 },
		"horizon:3": func(p *plate.Plate) bool {
			return mean(p, 2, 44, 12, 46).L < mean(was, 2, 44, 12, 46).L || mean(p, 88, 44, 98, 46).L > mean(was, 88, 44, 98, 46).L
		},
	} {
		f, err := ParseFault(text)
		if err != nil {
			t.Fatal(err)
		}
		c, err := Paint(t.Context(), plan, Hand{}, f)
		if err != nil {
			t.Errorf("%s: %v", text, err)
			continue
		}
		if !shows(c.Look()) {
			t.Errorf("%s does not show", text)
		}
	}
	// A beginner's is another canvas, and the same each time.
	a, err := Paint(t.Context(), plan, Hand{lesson.FirstSteps, 4})
	if err != nil {
		t.Fatal(err)
	}
	b, _ := Paint(t.Context(), plan, Hand{lesson.FirstSteps, 4})
	if a.Painted.Differs(plan) < 0.5 || a.Painted.Differs(b.Painted) != 0 {
		t.Errorf("a beginner's differs by %g, and by %g from itself", a.Painted.Differs(plan), a.Painted.Differs(b.Painted))
	}
}

func TestFaultsThatCannotBe(t *testing.T) {
	plan, err := rehearse.Run(t.Context(), sample.Lesson(), 1.5, nil)
	if err != nil {
		t.Fatal(err)
	}
	for _, text := range []string{"value:nowhere", "warm:nowhere", "lights:ridge", "corner:middle", "aside:nowhere:3"} {
		f, err := ParseFault(text)
		if err != nil {
			t.Fatal(err)
		}
		if _, err := Paint(t.Context(), plan, Hand{}, f); err == nil || !strings.Contains(err.Error(), "give") {
			t.Errorf("%s: %v", text, err)
		}
	}
	for _, text := range []string{"", "mood:sky", "value:sky:lots", "value:sky:900"} {
		if _, err := ParseFault(text); err == nil {
			t.Errorf("%q is taken", text)
		}
	}
	if f, err := ParseFault("horizon:2"); err != nil || f.By != 2 {
		t.Errorf("%+v, %v", f, err)
	}
}
