// Package class works out everything that a class needs: a lesson taught once, to so many
// people, in a room, on a day. From the reports of the rehearsal, which are there without a
// canvas, come paint and its batches, what to buy and what it costs, towels and solvent, how
// supports are cut, what to do when beforehand, the air in the room, cautions, and where the
// piles lie.
//
// Amounts are ml, pieces, metres or sheets as a thing is counted; money is hundredths of the
// currency; time is minutes, and lengths are mm unless said otherwise.
package class

import (
	"fmt"
	"time"
	_ "time/tzdata" // zones are known wherever it runs

	"proxenos/core/air"
	"proxenos/core/lesson"
	"proxenos/core/palette"
	"proxenos/core/supply"
)

// A Class is a lesson taught once.
type Class struct {
	Title        string        `json:"title" minLength:"1" maxLength:"120"`
	Place        string        `json:"place,omitempty" maxLength:"200"`
	Start        time.Time     `json:"start" doc:"when it begins"`
	Zone         string        `json:"zone,omitempty" maxLength:"60" doc:"the time zone of the place, by its name in the IANA database; UTC when left out"`
	Minutes      float64       `json:"minutes" minimum:"10" maximum:"720" doc:"minutes there are, from the start"`
	People       People        `json:"people"`
	Learnt       []float64     `json:"learnt,omitempty" maxItems:"500" doc:"minutes of each step as the studio has learnt them, which the class is run by while the lesson has as many steps; left out, it is run by what is written"`
	Minors       bool          `json:"minors,omitempty" doc:"whether somebody is not of age"`
	Demonstrator bool          `json:"demonstrator" doc:"whether the instructor paints as well"`
	Spares       int           `json:"spares" minimum:"0" maximum:"50" doc:"supports and sets more than people"`
	Reserve      float64       `json:"reserve" minimum:"0" maximum:"1" doc:"share of paint more than is needed: 0.1 is usual"`
	Hands        int           `json:"hands" minimum:"1" maximum:"20" doc:"how many prepare it"`
	Sharing      int           `json:"sharing" minimum:"1" maximum:"4" doc:"how many share a tool: 1 for everybody with their own"`
	Brings       []string      `json:"brings,omitempty" maxItems:"20" doc:"what students bring themselves: kinds of goods, or tools"`
	Room         Space         `json:"room"`
	Palette      palette.Board `json:"palette"`
	Margin       float64       `json:"margin" minimum:"0" maximum:"300" doc:"mm all round a support that is cut from the roll, to mount it later"`
	Jar          float64       `json:"jar" minimum:"2" maximum:"20" doc:"cm across the opening of a solvent jar"`
	Fee          int           `json:"fee,omitempty" minimum:"0" maximum:"10000000" doc:"what each pays, hundredths"`
	Fixed        int           `json:"fixed,omitempty" minimum:"0" maximum:"100000000" doc:"what it costs besides materials: the room, wages; hundredths"`
	Notes        string        `json:"notes,omitempty" maxLength:"4000"`
	Booked       *Booking      `json:"booked,omitempty" doc:"what it took out of the cupboard, once that was booked out"`
	State        State         `json:"state" enum:"planned,running,ended,called-off"`
}

// People are who paint, by what they can do.
type People struct {
	First       int `json:"first" minimum:"0" maximum:"200" doc:"who paint for the first time"`
	Some        int `json:"some" minimum:"0" maximum:"200" doc:"who have painted some"`
	Experienced int `json:"experienced" minimum:"0" maximum:"200"`
}

// All is how many they are.
func (p People) All() int { return p.First + p.Some + p.Experienced }

// Level is what most of them have learnt; of as many the lesser.
func (p People) Level() lesson.Level {
	switch {
	case p.First >= p.Some && p.First >= p.Experienced:
		return lesson.FirstSteps
	case p.Some >= p.Experienced:
		return lesson.SomePractice
	}
	return lesson.Experienced
}

// Space is the room where it takes place.
type Space struct {
	air.Room
	Temperature float64 `json:"temperature" minimum:"5" maximum:"40" doc:"°C"`
}

// State is how far a class has come.
type State string

// The states.
const (
	Planned   State = "planned"
	Running   State = "running"
	Ended     State = "ended"
	CalledOff State = "called-off"
)

// Tools stands among what students bring for all their tools.
const Tools = "tools"

// Usual is a class as it is usually planned: for so many people who have painted some, in a
// room of 60 m² with a window ajar.
func Usual(title string, people int, start time.Time, minutes float64) Class {
	return Class{Title: title, Start: start, Minutes: minutes, People: People{Some: people}, Demonstrator: true, Spares: 1, Reserve: 0.1,
		Hands: 1, Sharing: 1, Room: Space{air.Room{Volume: 170, Changes: 1.5}, 20}, Palette: UsualPalette(), Margin: 15, Jar: 6, State: Planned}
}

// UsualPalette is a palette as most have it.
func UsualPalette() palette.Board { return palette.Board{Width: 400, Height: 300} }

// mostHands is how many may prepare a class.
const mostHands = 20

// Check says what is wrong with a class, the first thing that is, and its cure.
func (c Class) Check() error {
	between := func(what string, v, least, most float64) error {
		if !(v >= least && v <= most) {
			return fmt.Errorf("%s is %g: give %g to %g", what, v, least, most)
		}
		return nil
	}
	for _, err := range []error{
		between("people", float64(c.People.All()), 1, supply.MostStudents), between("first", float64(c.People.First), 0, supply.MostStudents),
		between("some", float64(c.People.Some), 0, supply.MostStudents), between("experienced", float64(c.People.Experienced), 0, supply.MostStudents),
		between("minutes", c.Minutes, 10, 720), between("spares", float64(c.Spares), 0, 50), between("reserve", c.Reserve, 0, 1),
		between("hands", float64(c.Hands), 1, mostHands), between("sharing", float64(c.Sharing), 1, 4), between("volume", c.Room.Volume, 10, 20000),
		between("changes", c.Room.Changes, 0, 60), between("temperature", c.Room.Temperature, 5, 40), between("width of the palette", c.Palette.Width, 100, 1000),
		between("height of the palette", c.Palette.Height, 100, 1000), between("margin", c.Margin, 0, 300), between("jar", c.Jar, 2, 20),
		between("fee", float64(c.Fee), 0, 1e7), between("fixed", float64(c.Fixed), 0, 1e8), between("letters of the title", float64(len([]rune(c.Title))), 1, 120),
		between("letters of the place", float64(len([]rune(c.Place))), 0, 200), between("letters of the notes", float64(len([]rune(c.Notes))), 0, 4000),
	} {
		if err != nil {
			return err
		}
	}
	for i, m := range c.Learnt {
		if !(m >= 0 && m <= 600) {
			return fmt.Errorf("learnt[%d] is %g: give 0 to 600 minutes", i, m)
		}
	}
	switch c.State {
	case Planned, Running, Ended, CalledOff:
	default:
		return fmt.Errorf("state is %q: give planned, running, ended or called-off", c.State)
	}
	if y := c.Start.Year(); y < 1990 || y > 2200 {
		return fmt.Errorf("start is in the year %d: give one from 1990 to 2200", y)
	}
	for _, b := range c.Brings {
		if _, known := supply.GoodKind(b).Info(); !known && b != Tools {
			return fmt.Errorf("brings names %q: give kinds of goods, or %q", b, Tools)
		}
	}
	_, err := c.zone()
	return err
}

func (c Class) zone() (*time.Location, error) { return zoneOf(c.Zone) }

func zoneOf(name string) (*time.Location, error) {
	if name == "Local" {
		return nil, fmt.Errorf("zone is %q: give the name of one, as the place has it", name)
	}
	z, err := time.LoadLocation(name)
	if err != nil {
		return nil, fmt.Errorf("zone %q is not known: give a name of the IANA database, or leave it out", name)
	}
	return z, nil
}

// Day is when it begins, as the calendar of its place has it: 2 January.
func (c Class) Day() string {
	z, err := c.zone()
	if err != nil {
		z = time.UTC
	}
	return c.Start.In(z).Format("2 January")
}

// Clock is how a moment stands on the clock of a place.
const Clock = "2006-01-02T15:04"

// Moment is when the clock of a place in a zone shows a time, written as [Clock]. A time that
// the clock jumps over is the one after the jump.
func Moment(clock, zone string) (time.Time, error) {
	z, err := zoneOf(zone)
	if err != nil {
		return time.Time{}, err
	}
	t, err := time.ParseInLocation(Clock, clock, z)
	if err != nil {
		return time.Time{}, fmt.Errorf("it begins at %q: give day and time as 2027-03-04T18:00", clock)
	}
	return t, nil
}

// Begins is when it begins, on the clock of the place.
func (c Class) Begins() time.Time {
	z, err := c.zone()
	if err != nil {
		return c.Start.UTC()
	}
	return c.Start.In(z)
}

// Ends is when it ends, on the clock of the place.
func (c Class) Ends() time.Time {
	return c.Begins().Add(time.Duration(c.Minutes * float64(time.Minute)))
}

// Sets is for how many paint is laid out: everybody with the reserve, and the demonstrator.
func (c Class) Sets() float64 {
	sets := float64(c.People.All()) * (1 + c.Reserve)
	if c.Demonstrator {
		sets++
	}
	return hundredths(sets)
}

// paces are how many times the demonstrator's minutes people take, by what they can do.
var paces = [3]float64{1.5, 1.25, 1.05}

// Takes is how many minutes the lesson takes these people: at the pace that the lesson says,
// where it says one, else at that which is usual for who they are.
func (c Class) Takes(l *lesson.Lesson) float64 { return c.Paced(l).ClassMinutes() }

// Clock says when each step takes place with these people, in minutes from the start, at the
// pace of [Class.Takes].
func (c Class) Clock(l *lesson.Lesson) []lesson.Moment { return c.Paced(l).ClassClock() }

// Paced is a lesson at the pace of the class, where it names none itself.
func (c Class) Paced(l *lesson.Lesson) *lesson.Lesson {
	at := *l
	if at.Pace == 0 {
		p := c.People
		at.Pace = (paces[0]*float64(p.First) + paces[1]*float64(p.Some) + paces[2]*float64(p.Experienced)) / float64(max(1, p.All()))
	}
	return &at
}

// supports is how many supports there must be.
func (c Class) supports() int { return c.painters() + c.Spares }

// painters is how many paint, the demonstrator too.
func (c Class) painters() int {
	if c.Demonstrator {
		return c.People.All() + 1
	}
	return c.People.All()
}
