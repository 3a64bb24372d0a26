package class_test

import (
	"context"
	"fmt"
	"os"
	"strings"
	"testing"
	"time"

	"proxenos/core/class"
	"proxenos/core/lesson"
)

var ctx = context.Background()

var terracesLesson *lesson.Lesson

func TestMain(m *testing.M) {
	body, err := os.ReadFile("../../demo/terraces-above-ondrel-water.json")
	if err == nil {
		terracesLesson, err = lesson.Decode(body)
	}
	if err != nil {
		panic(err)
	}
	os.Exit(m.Run())
}

func setup(t *testing.T, change func(*class.Class)) (class.Class, []class.Task, []string) {
	t.Helper()
	l, reports := terraces()
	c := class.Usual("Terraces", 12, evening, 200)
	if change != nil {
		change(&c)
	}
	p, err := class.Prepare(t.Context(), c, l, reports, stocked(), nil)
	if err != nil {
		t.Fatal(err)
	}
	return c, p.Setup.Tasks, p.Setup.Lacks
}

func find(t *testing.T, tasks []class.Task, name string) class.Task {
	t.Helper()
	for _, k := range tasks {
		if k.Name == name {
			return k
		}
	}
	t.Fatalf("nobody does %q", name)
	return class.Task{}
}

func ends(k class.Task) time.Time {
	return k.Begin.Add(time.Duration(k.Minutes * float64(time.Minute)))
}

func TestEverythingIsReadyWhenTheClassBegins(t *testing.T) {
	c, tasks, lacks := setup(t, nil)
	start := c.Begins()
	for i, k := range tasks {
		if i > 0 && k.Begin.Before(tasks[i-1].Begin) {
			t.Errorf("%s is told after %s, and begins sooner", k.Name, tasks[i-1].Name)
		}
		if i > 0 && k.Begin.Before(start) && ends(tasks[i-1]).After(k.Begin.Add(90*time.Second)) {
			t.Errorf("with one pair of hands %s begins at %v, and %s ends at %v", k.Name, k.Begin, tasks[i-1].Name, ends(tasks[i-1]))
		}
	}
	if last := ends(find(t, tasks, "Base coats")); start.Sub(last) < 0 || start.Sub(last) > 2*time.Minute {
		t.Errorf("base coats are done at %v, and it begins at %v", last, start)
	}
	dry := find(t, tasks, "Transfer tracings").Begin.Sub(ends(find(t, tasks, "Tone grounds")))
	if dry < time.Hour-2*time.Minute {
		t.Errorf("grounds dry for %v", dry)
	}
	if mixed := find(t, tasks, "Premix"); mixed.Begin.Day() != start.Day()-1 {
		t.Errorf("it is premixed on %v", mixed.Begin)
	}
	if buy := find(t, tasks, "Buy"); buy.Begin != start.AddDate(0, 0, -7) {
		t.Errorf("bought on %v", buy.Begin)
	}
	if v := find(t, tasks, "Varnish"); v.Begin.Before(start.AddDate(0, 6, 0)) {
		t.Errorf("varnished on %v", v.Begin)
	}
	if all := strings.Join(lacks, " "); !strings.Contains(all, "base coats take 39 minutes with one pair of hands") || !strings.Contains(all, "or take 3") {
		t.Errorf("what does not fit: %s", all)
	}
	_, _, lacks = setup(t, func(c *class.Class) { c.Hands = 3 })
	if all := strings.Join(lacks, " "); strings.Contains(all, "base coats") {
		t.Errorf("three pairs of hands, as told: %s", all)
	}
}

// What is said to be enough for the day before is enough, and one pair of hands less is not.
func TestAsManyHandsAsToldDoItInADay(t *testing.T) {
	many := func(c *class.Class) { c.People, c.Spares = class.People{Some: 60}, 10 }
	said := func(lacks []string) (hands int) {
		for _, l := range lacks {
			if strings.HasPrefix(l, "The day before takes") {
				if _, err := fmt.Sscanf(l[strings.Index(l, ": ")+2:], "%d would do it", &hands); err != nil {
					t.Fatal(l)
				}
			}
		}
		return hands
	}
	_, _, lacks := setup(t, many)
	enough := said(lacks)
	if enough < 2 {
		t.Fatalf("%v", lacks)
	}
	for hands, want := range map[int]bool{enough: false, enough - 1: true} {
		_, _, lacks := setup(t, func(c *class.Class) { many(c); c.Hands = hands })
		if got := said(lacks) > 0; got != want {
			t.Errorf("%d would do it, and with %d it says %v", enough, hands, lacks)
		}
	}
}

// The clock of the place goes back an hour in the night: so many minutes are so many minutes.
func TestAcrossMidnightAndTheEndOfSummerTime(t *testing.T) {
	c, tasks, _ := setup(t, func(c *class.Class) {
		c.Zone = "CET"
		c.Start = time.Date(2027, 10, 30, 21, 30, 0, 0, time.UTC) // half past eleven in the evening there
		c.Minutes = 240
	})
	if b, e := c.Begins().Format("2 15:04"), c.Ends().Format("2 15:04"); b != "30 23:30" || e != "31 02:30" {
		t.Errorf("it goes from %s to %s", b, e)
	}
	if clean := find(t, tasks, "Clean up"); !clean.Begin.Equal(c.Ends()) {
		t.Errorf("cleaned up at %v", clean.Begin)
	}
	if buy := find(t, tasks, "Buy"); buy.Begin.Format("2 15:04") != "23 23:30" {
		t.Errorf("bought on %v", buy.Begin)
	}
	if laid := find(t, tasks, "Premix"); ends(laid).After(time.Date(2027, 10, 29, 18, 0, 0, 0, c.Begins().Location())) {
		t.Errorf("the day before ends at %v", ends(laid))
	}
}

func TestALessonOverDaysWantsASecondDate(t *testing.T) {
	body, err := os.ReadFile("../../demo/salt-barns-in-snowlight.json")
	if err != nil {
		t.Fatal(err)
	}
	l, err := lesson.Decode(body)
	if err != nil {
		t.Fatal(err)
	}
	_, reports := terraces()
	for len(reports) < len(l.Steps) {
		reports = append(reports, reports...)
	}
	p, err := class.Prepare(t.Context(), class.Usual("Salt barns", 6, evening, 240), l, reports[:len(l.Steps)], stocked(), nil)
	if err != nil || !strings.Contains(strings.Join(p.Lacks, " "), "second date") {
		t.Errorf("%v, %v", p.Lacks, err)
	}
	if _, err := class.Prepare(t.Context(), class.Usual("Salt barns", 6, evening, 240), l, reports[:3], stocked(), nil); err == nil || !strings.Contains(err.Error(), "rehearse") {
		t.Errorf("without reports: %v", err)
	}
}
