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

// What is seen in a photograph is kept once a photograph, with what was ticked off, and sound.
func TestWhatWasSeenIsKept(t *testing.T) {
	c := canvas.Canvas{Title: "A", Painted: "2027-03-04", Days: []canvas.Day{}}
	look := func(on, photo string) canvas.Look {
		return canvas.Look{On: on, Photo: photo, Made: "0", Faults: []canvas.Faulty{{ID: "value-hill", Says: "The hill is too light."}, {ID: "horizon", Says: "It is not level."}}}
	}
	c.Saw(look("2027-03-09", "one"))
	c.Looks[0].Faults[1].Mended = true
	before := c
	c.Saw(look("2027-03-12", "one"))
	if len(c.Looks) != 1 || c.Looks[0].On != "2027-03-09" || c.Looks[0].Faults[0].Mended || !c.Looks[0].Faults[1].Mended {
		t.Errorf("the same photograph again: %+v", c.Looks)
	}
	c.Saw(look("2027-03-12", "two"))
	if len(c.Looks) != 2 || c.Looks[1].Faults[1].Mended || len(before.Looks) != 1 {
		t.Errorf("another photograph: %+v", c.Looks)
	}
	if len(c.Days) != 2 || c.Days[1] != (canvas.Day{On: "2027-03-12", Deed: canvas.Looked}) {
		t.Errorf("its days: %+v", c.Days)
	}
	c.Saw(look("2026-12-01", "early"))
	if err := c.Check(); err != nil || c.Looks[2].On != "2027-03-04" {
		t.Errorf("looked at before its day: %v, %+v", err, c.Looks[2])
	}
	for n := range 200 {
		c.Saw(look("2027-04-01", fmt.Sprint(n)))
	}
	if err := c.Check(); err != nil || c.Looks[len(c.Looks)-1].Photo != "199" {
		t.Errorf("%d looks: %v", len(c.Looks), err)
	}
	c.Looks[0].Faults[0].Says = strings.Repeat("a", 5000)
	if c.Check() == nil {
		t.Error("any length of words is taken")
	}
}
