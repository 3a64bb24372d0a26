package drawing_test

import (
	"bytes"
	"fmt"
	"math"
	"strings"
	"testing"
	"unicode/utf16"

	"proxenos/core/compose"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/export"
	"proxenos/export/drawing"
)

func read(t *testing.T, body string) *drawing.Drawing {
	t.Helper()
	d, err := drawing.Read(strings.NewReader(body), 100, 75)
	if err != nil {
		t.Fatal(err)
	}
	return d
}

// A tracing that is written is read again to the zones that it came from.
func TestATracingComesBack(t *testing.T) {
	l := sample.Lesson()
	var b bytes.Buffer
	if err := (export.Tracing{}).SVG(&b, l); err != nil {
		t.Fatal(err)
	}
	d := read(t, b.String())
	var shapes []compose.Shape
	for _, s := range d.Shapes {
		if strings.HasPrefix(s.ID, "zone-") {
			shapes = append(shapes, compose.Shape(s))
		}
	}
	e, err := compose.Draw(l, shapes)
	if err != nil {
		t.Fatal(err)
	}
	next, _, err := lesson.Apply(l, e)
	if err != nil {
		t.Fatal(err)
	}
	for i, z := range next.Zones {
		if fmt.Sprint(z.Outline) != fmt.Sprint(l.Zones[i].Outline) {
			t.Errorf("%s came back as %v", z.ID, z.Outline)
		}
	}
}

func TestShapesBecomeOutlines(t *testing.T) {
	d := read(t, `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 150">
		<g id="far" transform="translate(20 10)"><path id="hill" d="M0 60 q20,-40 40 0 l40 20 v20 H0 z"><title>A hill</title></path></g>
		<g id="near"><polygon id="rock" data-kind="rock" points="10,140 30,100 60,140"/><rect x="100" y="100" width="40" height="20"/></g>
		<circle cx="5" cy="5" r="3"/></svg>`)
	if len(d.Shapes) != 3 || len(d.Left) != 1 || !strings.Contains(d.Left[0], "circle") {
		t.Fatalf("%+v", d)
	}
	hill := d.Shapes[0]
	if hill.Name != "A hill" || hill.Group != "far" || math.Abs(hill.Outline[0].X-10) > 0.06 || math.Abs(hill.Outline[0].Y-35) > 0.06 {
		t.Errorf("%+v", hill)
	}
	// The summit of the curve: halfway between its ends and its control point.
	top := math.Inf(1)
	for _, p := range hill.Outline {
		top = min(top, p.Y)
	}
	if math.Abs(top-25) > 0.3 {
		t.Errorf("the hill's top is at %.1f mm, it should be at 25", top)
	}
	l := sample.Lesson()
	e, err := compose.Draw(l, []compose.Shape{compose.Shape(d.Shapes[1]), compose.Shape(hill), compose.Shape(d.Shapes[2])})
	if err != nil {
		t.Fatal(err)
	}
	next, _, err := lesson.Apply(l, e)
	if err != nil {
		t.Fatal(err)
	}
	rock, ok := next.Zone("rock")
	made, _ := next.Zone("hill")
	if !ok || rock.Kind != lesson.Rock || rock.Plane != "near" || made.Kind != lesson.Field || made.Plane != "far" || len(next.Zones) != 6 {
		t.Errorf("%+v, %+v", rock, made)
	}
}

func disc(points int) string {
	var b strings.Builder
	b.WriteString(`<svg viewBox="0 0 100 75"><polygon points="`)
	for i := range points {
		a := 2 * math.Pi * float64(i) / float64(points)
		fmt.Fprintf(&b, "%.4f,%.4f ", 50+30*math.Cos(a), 37+30*math.Sin(a))
	}
	return b.String() + `"/></svg>`
}

func TestManyPointsAreThinned(t *testing.T) {
	o := read(t, disc(150000)).Shapes[0].Outline
	if n := len(o); n < 20 || n > 140 {
		t.Errorf("%d points", n)
	}
	var area float64
	for i, p := range o {
		q := o[(i+1)%len(o)]
		area += (p.X*q.Y - q.X*p.Y) / 2
	}
	if math.Abs(math.Abs(area)-math.Pi*900) > 30 {
		t.Errorf("the disc has %.0f mm² instead of %.0f", area, math.Pi*900)
	}
	if _, err := drawing.Read(strings.NewReader(disc(250000)), 100, 75); err == nil || !strings.Contains(err.Error(), "simplify") {
		t.Errorf("a quarter of a million points: %v", err)
	}
}

func TestBadDrawings(t *testing.T) {
	for name, c := range map[string][2]string{
		"prose":                 {"Dear reader", "SVG"},
		"nothing":               {"", "SVG"},
		"HTML":                  {"<html></html>", "no SVG"},
		"no shapes":             {`<svg><text>hello</text></svg>`, "no shapes"},
		"an entity":             {`<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]><svg><title>&x;</title></svg>`, "document type"},
		"broken off":            {`<svg><path d="M0 0 L10 0`, "not sound"},
		"a wild path":           {`<svg><path d="M0 0 X 10 10"/></svg>`, "in its path"},
		"too few":               {`<svg><path d="M0 0 L10"/></svg>`, "too few"},
		"no M":                  {`<svg><path d="10 10 20 20"/></svg>`, "without M"},
		"an odd pair":           {`<svg><polygon points="1,2 3"/></svg>`, "pairs"},
		"no view":               {`<svg viewBox="0 0 0 0"><rect width="5" height="5"/></svg>`, "viewBox"},
		"an odd turn":           {`<svg><rect width="50" height="50" transform="fly(3)"/></svg>`, "transform"},
		"too deep":              {"<svg>" + strings.Repeat("<g>", 100) + "</svg>", "deeper"},
		"too many":              {"<svg>" + strings.Repeat(`<rect width="50" height="50"/>`, 120) + "</svg>", "more than"},
		"off the canvas":        {`<svg viewBox="0 0 100 75"><rect x="900" y="900" width="50" height="50"/></svg>`, "no shapes"},
		"larger than 8 MB":      {"<svg><!--" + strings.Repeat("x", 9<<20) + "--></svg>", "larger"},
		"figures that overflow": {`<svg><path d="M0 0 L1e999 5 L3 9Z"/></svg>`, "figures"},
	} {
		if _, err := drawing.Read(strings.NewReader(c[0]), 100, 75); err == nil || !strings.Contains(err.Error(), c[1]) {
			t.Errorf("%s: %v", name, err)
		}
	}
	// What drawing programs write first: a document type that declares nothing, other letters.
	for name, text := range map[string]string{
		"a public document type": `<?xml version="1.0" standalone="no"?><!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "http://www.w3.org/Graphics/SVG/1.1/DTD/svg11.dtd"><svg viewBox="0 0 100 75"><rect id="H" width="50" height="50"><title>Hügel</title></rect></svg>`,
		"ISO-8859-1":             "<?xml version=\"1.0\" encoding=\"ISO-8859-1\"?><svg viewBox=\"0 0 100 75\"><rect width=\"50\" height=\"50\"><title>H\xfcgel</title></rect></svg>",
		"UTF-16":                 "\xff\xfe" + string(wide(`<?xml version="1.0" encoding="UTF-16"?><svg viewBox="0 0 100 75"><rect width="50" height="50"><title>Hügel</title></rect></svg>`)),
	} {
		if d := read(t, text); len(d.Shapes) != 1 || d.Shapes[0].Name != "Hügel" {
			t.Errorf("%s: %+v", name, d)
		}
	}
	// Scripts, links and pictures are left out and told; nothing is followed.
	d := read(t, `<svg viewBox="0 0 100 75"><script>alert(1)</script><image href="http://nowhere.invalid/a.png"/><use href="#a"/><rect width="50" height="50" onclick="alert(2)"/></svg>`)
	if len(d.Shapes) != 1 || len(d.Left) != 3 {
		t.Errorf("%+v", d)
	}
}

// wide is a text in UTF-16, the low byte first.
func wide(s string) (out []byte) {
	for _, u := range utf16.Encode([]rune(s)) {
		out = append(out, byte(u), byte(u>>8))
	}
	return out
}

func FuzzRead(f *testing.F) {
	f.Add(`<svg viewBox="0 0 100 75"><g id="a" transform="scale(2) rotate(3)"><path d="m1 1c2 3 4 5 6 7s1 1 2 2q1 1 2 2t1 1a1 1 0 0 1 4 4h3v-2z"/></g></svg>`)
	f.Add(`<svg><polygon points="1,2 3,4 5,1"/></svg>`)
	f.Fuzz(func(t *testing.T, body string) {
		d, err := drawing.Read(strings.NewReader(body), 100, 75)
		if err != nil {
			return
		}
		for _, s := range d.Shapes {
			for _, p := range s.Outline {
				if !(p.X >= 0 && p.X <= 100 && p.Y >= 0 && p.Y <= 75) {
					t.Fatalf("%v is off the canvas", p)
				}
			}
		}
	})
}
