package class

import (
	"context"
	"fmt"
	"math"
	"time"

	"proxenos/core/lesson"
	"proxenos/core/schedule"
)

// Minutes of what is done beforehand, and days of it.
const (
	buyDays      = 7
	buyMinutes   = 60.0
	cutEach      = 2.0
	tapeEach     = 1.0
	toneEach     = 3.0
	toneDries    = 60.0 // acrylic
	traceEach    = 6.0
	squeezeEach  = 4.0
	layRoom      = 15.0
	layEach      = 1.0
	demoMinutes  = 10.0
	baseEach     = 3.0
	baseMost     = 15.0 // minutes that a base coat may lie before the start
	clearMinutes = 20.0
	clearEach    = 2.0
	dayMinutes   = 480.0 // that are worked the day before
	dayEnds      = 18    // hour
)

// A Task is something to do for a class.
type Task struct {
	Name    string    `json:"name"`
	About   string    `json:"about"`
	Begin   time.Time `json:"begin"`
	Minutes float64   `json:"minutes" doc:"from its beginning to its end, with all hands at it; 0 for a date"`
}

// Setup is what is done before and after a class.
type Setup struct {
	Tasks []Task   `json:"tasks" doc:"in the order of time; the class itself is among them"`
	Lacks []string `json:"lacks" doc:"what does not fit, with a cure"`
}

// job is a task before it has its time.
type job struct {
	name, about string
	minutes     float64 // of work for one pair of hands
	dries       float64 // before what comes after it may begin
	after       []int   // places of what must be done before
}

// setup works everything out backwards from the start.
func (c Class) setup(ctx context.Context, l *lesson.Lesson, batches []Mixing, toBuy int, dries, thickest float64) (Setup, error) {
	var out Setup
	start := c.Begins()
	pieces, hands := float64(c.supports()), float64(c.Hands)
	out.add(toBuy > 0, Task{"Buy", fmt.Sprintf("%d things on the list, a week ahead, in case something is not there.", toBuy), start.AddDate(0, 0, -buyDays), buyMinutes})

	before := []job{
		{"Cut supports", fmt.Sprintf("%.0f pieces, %g minutes each.", pieces, cutEach), cutEach * pieces, 0, nil},
		{"Tape them", fmt.Sprintf("%g minute each.", tapeEach), tapeEach * pieces, 0, []int{0}},
		{"Tone grounds", fmt.Sprintf("%s, in acrylic: %g minutes each, an hour to dry.", l.Ground.Name, toneEach), toneEach * pieces, toneDries, []int{1}},
		{"Transfer tracings", fmt.Sprintf("%g minutes each.", traceEach), traceEach * pieces, 0, []int{2}},
	}
	mixing := 0.0
	for _, b := range batches {
		if b.Premix {
			mixing += b.Minutes
		}
	}
	if mixing > 0 {
		before = append(before, job{"Premix", "What is hard to hit, in wraps and jars.", mixing, 0, nil})
	}
	long, err := out.plan(ctx, before, hands, time.Date(start.Year(), start.Month(), start.Day()-1, dayEnds, 0, 0, 0, start.Location()), false)
	if err != nil {
		return out, err
	}
	if long > dayMinutes {
		enough, err := inADay(ctx, before, c.Hands)
		if err != nil {
			return out, err
		}
		out.Lacks = append(out.Lacks, fmt.Sprintf("The day before takes %.0f minutes with %s: %sbegin it a day sooner.", long, pairs(c.Hands), enough))
	}

	people := float64(c.painters())
	day := []job{
		{"Lay the room", fmt.Sprintf("Easels, tables, towels, jars, tools: %g minutes and %g each.", layRoom, layEach), layRoom + layEach*people, 0, nil},
		{"Squeeze palettes", fmt.Sprintf("%g minutes each, by the palette map.", squeezeEach), squeezeEach * people, 0, []int{0}},
		{"The demonstrator's set", "Canvas, palette, tools, and the picture to aim for.", demoMinutes, 0, []int{0}},
	}
	if !c.Demonstrator {
		day = day[:2]
	}
	if l.Base.Kind != lesson.NoBase {
		coats := baseEach * people
		if coats/hands > baseMost {
			out.Lacks = append(out.Lacks, fmt.Sprintf("%.0f base coats take %.0f minutes with %s, and the first would lie over %g minutes before the start: let everybody lay their own, or take %d.", people, coats/hands, pairs(c.Hands), baseMost, int(math.Ceil(coats/baseMost))))
		}
		all := []int{}
		for k := range day {
			all = append(all, k)
		}
		day = append(day, job{"Base coats", fmt.Sprintf("%g minutes each, last of all: they must be wet.", baseEach), coats, 0, all})
	}
	if _, err := out.plan(ctx, day, hands, start, true); err != nil {
		return out, err
	}
	out.add(true, Task{"The class", fmt.Sprintf("%s, %d people.", c.Title, c.People.All()), start, c.Minutes})
	if takes := c.Takes(l); takes > c.Minutes {
		out.Lacks = append(out.Lacks, fmt.Sprintf("The lesson takes %.0f minutes at the pace of these people, and there are %.0f: fit the lesson, or give more time.", takes, c.Minutes))
	}
	for i, s := range l.Steps {
		if s.Technique == lesson.Dry && s.Days > 0 {
			out.Lacks = append(out.Lacks, fmt.Sprintf("After %s the canvas dries for %g days: the class needs a second date, on %s or later.", l.Label(max(0, i-1)), s.Days, start.AddDate(0, 0, int(math.Ceil(s.Days))).Format("2 January 2006")))
		}
	}
	ends := c.Ends()
	out.add(true, Task{"Clean up", "Rags in water or spread out, jars closed, palettes wrapped or scraped, canvases laid flat to dry.", ends, (clearMinutes + clearEach*people) / hands})
	dry := start.AddDate(0, 0, int(math.Ceil(dries)))
	out.add(true, Task{"Dry but for the thickest lights", fmt.Sprintf("About %.0f days for nine tenths of the picture, %.0f for its thickest lights: touch up by glaze and scumble from now on.", math.Ceil(dries), math.Ceil(thickest)), dry, 0})
	varnish := start.AddDate(0, 6, 0)
	if dry.After(varnish) {
		varnish = dry
	}
	out.add(true, Task{"Varnish", "Not sooner than half a year, and only where a cloth comes away clean.", varnish, 0})
	return out, nil
}

// inADay says how many pairs of hands get jobs done in a day's work; nothing where no number does.
func inADay(ctx context.Context, jobs []job, hands int) (string, error) {
	for n := hands + 1; n <= mostHands; n++ {
		var s Setup
		switch long, err := s.plan(ctx, jobs, float64(n), time.Time{}, false); {
		case err != nil:
			return "", err
		case long <= dayMinutes:
			return fmt.Sprintf("%d would do it in a day's work, or ", n), nil
		}
	}
	return "", nil
}

func pairs(n int) string {
	if n == 1 {
		return "one pair of hands"
	}
	return fmt.Sprintf("%d pairs of hands", n)
}

func (s *Setup) add(need bool, t Task) {
	if need {
		s.Tasks = append(s.Tasks, t)
	}
}

// plan puts jobs in the shortest order that ends at a moment, and adds them: one that dries
// lets others be done meanwhile. Backwards says that each is done as late as can be, for what
// is laid out must be fresh. It returns how many minutes they take.
func (s *Setup) plan(ctx context.Context, jobs []job, hands float64, end time.Time, backwards bool) (float64, error) {
	p := schedule.Problem{}
	for i, j := range jobs {
		p.Tasks = append(p.Tasks, schedule.Task{Hands: j.minutes / hands, Tool: i})
		for _, k := range j.after {
			lag := schedule.Lag{From: k, To: i, Least: jobs[k].dries}
			if backwards {
				lag.From, lag.To = i, k
			}
			p.Lags = append(p.Lags, lag)
		}
	}
	plan, err := p.Best(ctx, 0)
	if err != nil {
		return 0, err
	}
	order := plan.Order
	if backwards {
		order = nil
		for i := len(plan.Order) - 1; i >= 0; i-- {
			order = append(order, plan.Order[i])
		}
	}
	for _, i := range order {
		minutes := jobs[i].minutes / hands
		at := plan.Starts[i] - plan.Minutes
		if backwards {
			at = -plan.Starts[i] - minutes
		}
		s.add(true, Task{jobs[i].name, jobs[i].about, end.Add(time.Duration(math.Floor(at) * float64(time.Minute))), minutes})
	}
	return plan.Minutes, nil
}
