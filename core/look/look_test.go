package look_test

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"strings"
	"testing"

	"proxenos/core/camera"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/look"
	"proxenos/core/plate"
	"proxenos/core/rehearse"
	"proxenos/core/spectrum"
)

// rehearsed is the demo on a coarse canvas, once for all tests.
func rehearsed(t testing.TB) (*rehearse.Rehearsal, *look.Plan) {
	t.Helper()
	if demo.r == nil {
		l, _ := sample.Terraces(t)
		r, err := rehearse.Run(context.Background(), l, 1, nil)
		if err != nil {
			t.Fatal(err)
		}
		demo.r, demo.p = r, look.PlanOf(r, l.Minutes())
	}
	return demo.r, demo.p
}

var demo = struct {
	r       *rehearse.Rehearsal
	p       *look.Plan
	painted map[string]*camera.Canvas
}{painted: map[string]*camera.Canvas{}}

// conditions are those of a photograph by chance.
func conditions(seed uint64) camera.Conditions {
	c := camera.Draw(rand.New(rand.NewPCG(seed, 5)))
	c.Width = 1200
	return c
}

// painted is the demo painted as it is written, with faults.
func painted(t testing.TB, faults ...camera.Fault) *camera.Canvas {
	t.Helper()
	r, _ := rehearsed(t)
	key := fmt.Sprint(faults)
	if demo.painted[key] == nil {
		c, err := camera.Paint(context.Background(), r, camera.Hand{}, faults...)
		if err != nil {
			t.Fatal(err)
		}
		demo.painted[key] = c
	}
	return demo.painted[key]
}

// read reads a photograph of a canvas.
func read(t testing.TB, c *camera.Canvas, how camera.Conditions, o look.Options) (*look.Reading, camera.Shot) {
	t.Helper()
	_, p := rehearsed(t)
	shot := camera.Take(c.Look(), how, 1)
	out, err := look.Read(t.Context(), plate.Of(shot.Image, 0), p, o, nil)
	if err != nil {
		t.Fatal(err)
	}
	return out, shot
}

// off is how far the corner that is farthest off is off, as a share of the width.
func off(q look.Quad, truth [4]camera.Place) (most float64) {
	for k, p := range q {
		most = max(most, math.Hypot(p.X-truth[k].X, p.Y-truth[k].Y))
	}
	return most / (truth[1].X - truth[0].X)
}

// Of a sound canvas the corners and the values are read right, whatever hand and lamp, and nothing
// is found.
func TestASoundCanvasIsReadRight(t *testing.T) {
	_, p := rehearsed(t)
	c := painted(t)
	truth := p.Zones(c.Look().Resized(p.Plate.W, p.Plate.H), nil)
	for seed := range uint64(2) {
		how := conditions(seed)
		r, shot := read(t, c, how, look.Options{})
		if by := off(r.Found.Quad, shot.Corners); by > 0.01 || r.Found.Sure < 0.5 {
			t.Errorf("%d: corners off by %.1f %% of the width, sure %.2f", seed, 100*by, r.Found.Sure)
		}
		if r.Light.By != look.ByTape {
			t.Errorf("%d: the light is known by %s", seed, r.Light.By)
		}
		for zone, lab := range p.Zones(r.Neutral, r.Shine) {
			if by := math.Abs(lab.L - truth[zone].L); by > 2 {
				t.Errorf("%d: %s is read %.1f L* off", seed, zone, by)
			}
		}
		if len(r.Mends) > 0 || !r.Stop {
			t.Errorf("%d: found %+v", seed, r.Mends)
		}
	}
}

// A fault that is planted is found first, with its figure, and the photograph with it mended is
// nearer to the plan.
func TestAPlantedFaultIsFoundFirst(t *testing.T) {
	_, p := rehearsed(t)
	clean := look.DiffersFrom(p, painted(t).Look().Resized(p.Plate.W, p.Plate.H)).Mean
	for k, f := range []struct {
		camera.Fault
		id    string
		is    float64 // how large it is read
		about float64
	}{
		{camera.Fault{Kind: camera.Value, Of: "hill", By: 14}, "value-hill", 0, 0},
		{camera.Fault{Kind: camera.Warm, Of: "sky", By: 11}, "colour-", 0, 0},
		{camera.Fault{Kind: camera.Lights, Of: "row3"}, "lights-row3", 0, 0},
		{camera.Fault{Kind: camera.Corner, Of: "upper left", By: 25}, "corner-upper-left", 0, 0},
		{camera.Fault{Kind: camera.Aside, Of: "cypress1", By: 6}, "aside-cypress1", 6, 0.8},
		{camera.Fault{Kind: camera.Horizon, By: 1.5}, "horizon", 1.2, 0.5},
	} {
		c := painted(t, f.Fault)
		r, _ := read(t, c, conditions(uint64(40+k)), look.Options{})
		if len(r.Mends) == 0 || !strings.HasPrefix(r.Mends[0].ID, f.id) {
			t.Errorf("%+v: found %+v", f.Fault, r.Mends)
			continue
		}
		m := r.Mends[0]
		if f.about > 0 && math.Abs(m.Is-f.is) > f.about {
			t.Errorf("%s is read as %.2f %s", m.ID, m.Is, m.Unit)
		}
		if got := look.DiffersFrom(p, r.Steps[0]).Mean; got >= look.DiffersFrom(p, r.Neutral).Mean || m.Gain <= 0 {
			t.Errorf("%s: mended it differs by %.2f, promised %.2f; a clean canvas by %.2f", m.ID, got, m.Gain, clean)
		}
		if m.Says == "" || m.W <= 0 || m.H <= 0 {
			t.Errorf("%+v is found nowhere", m)
		}
	}
}

// Of two faults the larger comes first, and what is mended is not found again.
func TestTheLargestChangeFirst(t *testing.T) {
	c := painted(t, camera.Fault{Kind: camera.Value, Of: "hill", By: 14}, camera.Fault{Kind: camera.Aside, Of: "cypress1", By: 6})
	r, _ := read(t, c, conditions(3), look.Options{})
	if len(r.Mends) != 2 || r.Mends[0].ID != "value-hill" || r.Mends[1].ID != "aside-cypress1" {
		t.Fatalf("found %+v", r.Mends)
	}
	if r.Mends[0].Gain < r.Mends[1].Gain || r.Mends[1].After != r.After {
		t.Errorf("gains %.3f, %.3f; after all %+v", r.Mends[0].Gain, r.Mends[1].Gain, r.After)
	}
}

// Without a plan a bare picture on its board may be either: that is said, and with a plan or tape it
// is certain.
func TestAPictureOnItsBoardIsDoubtfulWithoutAPlan(t *testing.T) {
	_, p := rehearsed(t)
	how := conditions(7)
	for _, border := range []camera.Border{camera.None, camera.Tape} {
		how.Border = border
		shot := camera.Take(painted(t).Look(), how, 1)
		photo := plate.Of(shot.Image, 0)
		alone, planned := look.Find(photo, 400, 300, nil), look.Find(photo, 400, 300, p.Plate)
		if by := off(planned.Quad, shot.Corners); by > 0.01 || planned.Sure < 0.5 {
			t.Errorf("%q with its plan: off by %.3f, sure %.2f", border, by, planned.Sure)
		}
		if by := off(alone.Quad, shot.Corners); by > 0.01 && alone.Sure >= 0.5 {
			t.Errorf("%q alone: off by %.3f, and sure %.2f", border, by, alone.Sure)
		}
	}
}

// What is said about the light counts: without tape values of the whole picture are not believed,
// and with a lamp of any colour a white card tells.
func TestTheLight(t *testing.T) {
	how := conditions(2)
	how.Border = camera.None
	r, _ := read(t, painted(t), how, look.Options{})
	if r.Light.By != look.ByPlan || r.Light.Sure > 0.7 || r.Light.Says == "" {
		t.Errorf("without tape: %+v", r.Light)
	}
	how = conditions(2)
	how.Lamp, how.Balanced, how.Falloff, how.Exposure, how.Glare = 2700, 0.4, 0.35, 0.55, 0
	r, _ = read(t, painted(t), how, look.Options{})
	if r.Light.Cast != "very warm" && r.Light.Cast != "warm" || math.Abs(r.Light.Falloff-0.35) > 0.1 {
		t.Errorf("a bulb from the side: %+v", r.Light)
	}
	if len(r.Mends) > 0 {
		t.Errorf("under a bulb: %+v", r.Mends)
	}
}

// Photographs that cannot be judged are not, and say why.
func TestPhotographsThatCannotBeJudged(t *testing.T) {
	_, p := rehearsed(t)
	grey := plate.New(800, 600, 1)
	for i := range grey.RGB {
		grey.RGB[i] = [3]float32{0.3, 0.3, 0.3}
	}
	f := look.Find(grey, 400, 300, p.Plate)
	if f.Sure > 0 || f.Says == "" {
		t.Errorf("a bare wall: %+v", f)
	}
	how := conditions(1)
	c := painted(t)
	for _, bad := range []struct {
		name  string
		spoil func(*plate.Plate) *plate.Plate
		says  string
	}{
		{"half of it", func(p *plate.Plate) *plate.Plate { return part(p, p.W/2, p.H) }, "outside the photograph|guess|No canvas|does not look like"},
		{"upside down", turned, "upside down"},
		{"black and white", func(p *plate.Plate) *plate.Plate {
			out := p.Clone()
			for i, c := range p.RGB {
				out.RGB[i] = plate.Light(spectrum.Lab{L: plate.Lab(c).L})
			}
			return out
		}, "black and white"},
		{"blurred", func(p *plate.Plate) *plate.Plate { return p.Blur(7) }, "blurred"},
		{"in the dark", func(p *plate.Plate) *plate.Plate {
			out := p.Clone()
			for i := range out.RGB {
				for k := range out.RGB[i] {
					out.RGB[i][k] *= 0.004
				}
			}
			return out
		}, "no light|No canvas"},
	} {
		photo := bad.spoil(plate.Of(camera.Take(c.Look(), how, 1).Image, 0))
		r, err := look.Read(t.Context(), photo, p, look.Options{}, nil)
		if err != nil {
			t.Errorf("%s: %v", bad.name, err)
			continue
		}
		all := r.Found.Says + r.Says + strings.Join(r.Limits.Says, " ")
		said := false
		for _, w := range strings.Split(bad.says, "|") {
			said = said || strings.Contains(all, w)
		}
		if !said {
			t.Errorf("%s: sure %.2f, says %q", bad.name, r.Found.Sure, all)
		}
	}
	// Another picture altogether.
	other := painted(t).Look()
	for i := range other.RGB {
		other.RGB[i] = [3]float32{0.1, 0.1 + 0.5*float32(i%other.W)/float32(other.W), 0.3}
	}
	shot := camera.Take(other, how, 1)
	r, err := look.Read(t.Context(), plate.Of(shot.Image, 0), p, look.Options{}, nil)
	if err != nil || len(r.Mends) > 0 || r.Stop || !strings.Contains(r.Says, "does not look like") {
		t.Errorf("another picture: %v, %+v", err, r.Verdict)
	}
	// Corners that are none.
	for _, q := range []look.Quad{{}, {{0, 0}, {1, 1}, {2, 2}, {3, 3}}, {{math.NaN(), 0}, {1, 0}, {1, 1}, {0, 1}}, {{0, 0}, {0, 500}, {500, 500}, {500, 0}}} {
		if _, err := look.Read(t.Context(), grey, p, look.Options{Quad: &q}, nil); err == nil {
			t.Errorf("corners %v are taken", q)
		}
	}
}

func part(p *plate.Plate, w, h int) *plate.Plate {
	out := plate.New(w, h, 1)
	for y := range h {
		copy(out.RGB[y*w:(y+1)*w], p.RGB[y*p.W:][:w])
	}
	return out
}

func turned(p *plate.Plate) *plate.Plate {
	out := plate.New(p.W, p.H, 1)
	for i, c := range p.RGB {
		out.RGB[len(p.RGB)-1-i] = c
	}
	return out
}

// Of two canvases in one photograph neither is taken for certain.
func TestTwoCanvases(t *testing.T) {
	_, p := rehearsed(t)
	one := camera.Take(painted(t).Look(), camera.Conditions{Width: 800, Fill: 0.7, Lamp: 6500, Balanced: 1, Exposure: 0.9, Quality: 90, Border: camera.Tape, Blur: 0.6}, 3).Image
	both := plate.New(1600, 600, 1)
	left := plate.Of(one, 0)
	for y := range 600 {
		copy(both.RGB[y*1600:], left.RGB[y*800:][:800])
		copy(both.RGB[y*1600+800:], left.RGB[y*800:][:800])
	}
	f := look.Find(both, 400, 300, p.Plate)
	if f.Others == 0 || f.Sure >= 0.5 || !strings.Contains(f.Says, "more than one") {
		t.Errorf("%+v", f)
	}
}

// A white card that lies somewhere tells of the light; one that is not in the photograph is refused,
// and a dark place is doubted.
func TestAWhiteCard(t *testing.T) {
	_, p := rehearsed(t)
	c := painted(t)
	shot := camera.Take(c.Look(), conditions(3), 1)
	photo := plate.Of(shot.Image, 0)
	// The middle of the tape above the picture is as white as a card.
	q := shot.Corners
	on := look.Pixel{X: (q[0].X + q[1].X) / 2, Y: (q[0].Y+q[1].Y)/2 - 0.02*(q[1].X-q[0].X)}
	r, err := look.Read(t.Context(), photo, p, look.Options{By: look.ByCard, Card: &on}, nil)
	if err != nil || r.Light.By != look.ByCard || r.Light.Says != "" {
		t.Fatalf("%v, %+v", err, r)
	}
	truth := p.Zones(c.Look().Resized(p.Plate.W, p.Plate.H), nil)
	for zone, is := range p.Zones(r.Neutral, r.Shine) {
		if off := math.Abs(is.L - truth[zone].L); off > r.Light.Within {
			t.Errorf("%s is off by %.1f L*", zone, off)
		}
	}
	if _, err := look.Read(t.Context(), photo, p, look.Options{By: look.ByCard, Card: &look.Pixel{X: 1e99, Y: 3}}, nil); err == nil || !strings.Contains(err.Error(), "card") {
		t.Errorf("a card far away: %v", err)
	}
	dark := camera.Take(c.Look(), conditions(3), 1)
	dim := plate.Of(dark.Image, 0)
	for i := range dim.RGB {
		for k := range dim.RGB[i] {
			dim.RGB[i][k] *= 0.05
		}
	}
	if r, err := look.Read(t.Context(), dim, p, look.Options{By: look.ByCard, Card: &on}, nil); err != nil || r.Light.Sure > 0.3 || !strings.Contains(r.Light.Says, "dark") {
		t.Errorf("a dark card: %v, %+v", err, r)
	}
}

// The last steps of a script that nobody sees are told.
func TestWhenToStop(t *testing.T) {
	l := sample.Lesson()
	extra := sample.Step("more", "sky", lesson.LinerPull, "liner", "sky") // sky on sky
	extra.Cover, extra.Load, extra.Pressure = 0.02, lesson.ThinLoad, lesson.Barely
	l.Steps = append(l.Steps, extra)
	r, err := rehearse.Run(t.Context(), l, 1, nil)
	if err != nil {
		t.Fatal(err)
	}
	adds := look.Adds(r)
	if len(adds) != 2 || adds[0].Step != 4 || adds[0].Sees || adds[0].Area >= look.AddsLeast || adds[1].Step != 3 || !adds[1].Sees {
		t.Errorf("%+v", adds)
	}
}

// A picture alone is judged by the rules of pictures.
func TestAPictureAlone(t *testing.T) {
	flat := plate.New(200, 150, 2)
	for i := range flat.RGB {
		v := float32(0.30)
		if i/200 >= 75 {
			v = 0.24
		}
		flat.RGB[i] = [3]float32{v, v, v}
	}
	a := look.JudgeAlone(flat.Picture())
	said := map[string]bool{}
	for _, r := range a.Remarks {
		said[r.Rule] = true
		if r.Says == "" || r.Remedy == "" {
			t.Errorf("%+v says nothing", r)
		}
	}
	for _, rule := range []string{"values", "focal", "symmetry", "horizon"} {
		if !said[rule] {
			t.Errorf("nothing is said of its %s: %+v", rule, a.Remarks)
		}
	}
	_, p := rehearsed(t)
	if a := look.JudgeAlone(look.Seen(p.Plate)); len(a.Remarks) > 3 {
		t.Errorf("of the demo: %+v", a.Remarks)
	}
}

// The same photograph is read the same each time, and a reading stops when nobody waits.
func TestReadingIsTheSameEachTime(t *testing.T) {
	_, p := rehearsed(t)
	c := painted(t, camera.Fault{Kind: camera.Value, Of: "hill", By: 14})
	photo := plate.Of(camera.Take(c.Look(), conditions(3), 1).Image, 0)
	a, err := look.Read(t.Context(), photo, p, look.Options{}, nil)
	if err != nil {
		t.Fatal(err)
	}
	b, err := look.Read(t.Context(), photo, p, look.Options{}, nil)
	if err != nil || fmt.Sprintf("%+v", a.Verdict) != fmt.Sprintf("%+v", b.Verdict) {
		t.Errorf("%v: %+v, then %+v", err, a.Verdict, b.Verdict)
	}
	ctx, stop := context.WithCancel(t.Context())
	if _, err := look.Read(ctx, photo, p, look.Options{}, func(share float64) {
		if share > 0.35 {
			stop()
		}
	}); err == nil {
		t.Error("it went on though nobody waits")
	}
	stop()
}

func BenchmarkRead(b *testing.B) {
	_, p := rehearsed(b)
	photo := plate.Of(camera.Take(painted(b, camera.Fault{Kind: camera.Value, Of: "hill", By: 14}).Look(), conditions(3), 1).Image, 0)
	for b.Loop() {
		if _, err := look.Read(b.Context(), photo, p, look.Options{}, nil); err != nil {
			b.Fatal(err)
		}
	}
}
