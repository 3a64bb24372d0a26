package canvas_test

import (
	"fmt"
	"strings"
	"testing"
	"time"

	"proxenos/core/canvas"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
)

func ExampleCanvas_Next() {
	c := canvas.Canvas{Title: "Moonrise", Painted: "2027-03-04", Touch: 10, Temperature: 20, Days: []canvas.Day{{On: "2027-03-05", Deed: canvas.Looked}}}
	next, _ := c.Next()
	fmt.Println(next.On, next.Name)
	// Output:
	// 2027-03-14 dry to the touch
}

func when(t *testing.T, c canvas.Canvas, name string) time.Time {
	t.Helper()
	for _, d := range c.Forecast() {
		if d.Name == name {
			on, err := time.Parse(time.DateOnly, d.On)
			if err != nil {
				t.Fatal(err)
			}
			return on
		}
	}
	t.Fatalf("nothing is ahead that is called %q: %+v", name, c.Forecast())
	return time.Time{}
}

// Thicker, colder and slower paint takes longer; nothing is varnished before six months; what is
// corrected is wet again.
func TestWhenACanvasIsDry(t *testing.T) {
	thin := canvas.Canvas{Title: "A", Painted: "2027-03-04", Touch: 6, Temperature: 20, Days: []canvas.Day{}}
	thick := thin
	thick.Touch = 30
	cold := thin
	cold.Temperature = 10
	painted := time.Date(2027, 3, 4, 0, 0, 0, 0, time.UTC)
	if d := when(t, thin, "dry to the touch").Sub(painted).Hours() / 24; d != 6 {
		t.Errorf("it is dry after %g days", d)
	}
	if !when(t, thick, "dry to the touch").After(when(t, thin, "dry to the touch")) || !when(t, cold, "dry to the touch").After(when(t, thin, "dry to the touch")) {
		t.Error("thick paint and a cold room take no longer")
	}
	if v := when(t, thin, "varnish it"); v != time.Date(2027, 9, 4, 0, 0, 0, 0, time.UTC) {
		t.Errorf("thin paint may be varnished on %s", v.Format(time.DateOnly))
	}
	if v := when(t, thick, "varnish it"); !v.After(when(t, thin, "varnish it")) {
		t.Errorf("thick paint may be varnished on %s", v.Format(time.DateOnly))
	}
	mended := thin
	mended.Days = []canvas.Day{{On: "2027-03-20", Deed: canvas.Dry}, {On: "2027-03-21", Deed: canvas.Corrected}}
	if v := when(t, mended, "dry to the touch"); v != time.Date(2027, 3, 27, 0, 0, 0, 0, time.UTC) {
		t.Errorf("corrected on the 21st it is dry on %s", v.Format(time.DateOnly))
	}
	if next, _ := mended.Next(); next.Name != "look at it again" {
		t.Errorf("next is %+v", next)
	}
}

// The days come from what lies on the simulated canvas.
func TestTheDaysComeFromThePaint(t *testing.T) {
	l := sample.Lesson()
	dry := func() canvas.Canvas {
		r, err := rehearse.Run(t.Context(), l, 2, nil)
		if err != nil {
			t.Fatal(err)
		}
		return canvas.Of(l.Title, "Ana", "2027-03-04", 20, r.Final)
	}
	oil := dry()
	if oil.Touch < 2 || oil.Touch > 60 || oil.Thick < 20 || oil.Check() != nil {
		t.Fatalf("%+v: %v", oil, oil.Check())
	}
	for i := range l.Steps {
		l.Steps[i].Medium.Alkyd = 20
	}
	if quick := dry(); !(quick.Touch < oil.Touch) {
		t.Errorf("with a fifth of alkyd it takes %g days, without %g", quick.Touch, oil.Touch)
	}
}

func TestACanvasIsChecked(t *testing.T) {
	good := canvas.Canvas{Title: "A", Painted: "2027-03-04", Temperature: 20, Days: []canvas.Day{{On: "2027-03-05", Deed: canvas.Looked}}}
	if err := good.Check(); err != nil {
		t.Fatal(err)
	}
	for want, change := range map[string]func(*canvas.Canvas){
		"title is empty":  func(c *canvas.Canvas) { c.Title = "" },
		"title has signs": func(c *canvas.Canvas) { c.Title = "a\x00b" },
		"note has signs":  func(c *canvas.Canvas) { c.Days = []canvas.Day{{On: "2027-03-05", Deed: canvas.Looked, Note: "a\x01b"}} },
		"title has over":  func(c *canvas.Canvas) { c.Title = strings.Repeat("x", 121) },
		"painted":         func(c *canvas.Canvas) { c.Painted = "29 February" },
		"before it was":   func(c *canvas.Canvas) { c.Days = []canvas.Day{{On: "2026-03-05", Deed: canvas.Looked}} },
		"deed is":         func(c *canvas.Canvas) { c.Days = []canvas.Day{{On: "2027-03-05", Deed: "eaten"}} },
		"temperature is":  func(c *canvas.Canvas) { c.Temperature = 90 },
		"touch is":        func(c *canvas.Canvas) { c.Touch = -1 },
		"days: give":      func(c *canvas.Canvas) { c.Days = make([]canvas.Day, 101) },
		"note has over": func(c *canvas.Canvas) {
			c.Days = []canvas.Day{{On: "2027-03-05", Deed: canvas.Looked, Note: strings.Repeat("x", 401)}}
		},
	} {
		c := good
		change(&c)
		if err := c.Check(); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%v, not %q", err, want)
		}
	}
}
