package demo

import (
	"math"
	"math/rand/v2"
	"time"

	"proxenos/core/class"
	"proxenos/core/lesson"
	"proxenos/core/rescue"
	"proxenos/core/teach"
)

// factors are how the people of the studio work: who taps and pulls is in time, fine lines and the first
// sky take longer.
var factors = map[lesson.Technique]float64{lesson.CrissCross: 1.35, lesson.LinerPull: 1.5, lesson.PressTurn: 1.3, lesson.CutIn: 1.25, lesson.Tap: 0.95, lesson.Feather: 0.9}

// pastEvents are what happened in a class that was taught: each step took as long as these people
// take for it, and three hands were up.
func pastEvents(l *lesson.Lesson, c class.Class) []teach.Event {
	rng := rand.New(rand.NewPCG(7, 11))
	plan := c.Plan(l)
	at := c.Start
	var out []teach.Event
	say := func(e teach.Event) {
		e.At = at
		out = append(out, e)
	}
	for i, name := range []string{"Imke", "Rafe", "Odile", "Bram", "Sunniva", "Teo", "Wanda", "Joss"}[:min(8, c.People.All())] {
		say(teach.Event{Kind: teach.Join, Seat: string(rune('1' + i)), Text: name})
		at = at.Add(7 * time.Second)
	}
	say(teach.Event{Kind: teach.Start})
	third := 2 * len(l.Steps) / 3 // about where the lights begin
	for l.Steps[third].Technique != lesson.Tap && third > 0 {
		third--
	}
	hands := map[int]teach.Event{
		len(l.Steps) / 4: {Kind: teach.Hand, Seat: "2", Text: string(rescue.Mud)},
		third:            {Kind: teach.Hand, Seat: "5", Text: string(rescue.Slips)},
	}
	for i, s := range l.Steps {
		minutes := plan.Minutes[i]
		if !s.Technique.Idle() && s.Technique != lesson.Blot {
			factor := 1.05 * math.Exp(0.18*rng.NormFloat64())
			if f, known := factors[s.Technique]; known {
				factor *= f
			}
			minutes *= factor
		}
		middle := time.Duration(minutes / 2 * float64(time.Minute))
		at = at.Add(middle)
		if hand, up := hands[i]; up {
			hand.Step = i
			say(hand)
			if i == third {
				say(teach.Event{Kind: teach.Hand, Seat: "7", Step: i, Text: string(rescue.Slips)})
				say(teach.Event{Kind: teach.Answer, Seat: "7", Text: "More paint, and hardly touch it."})
			}
			say(teach.Event{Kind: teach.Answer, Seat: hand.Seat, Text: "Scrape it off, and lay it once with a clean brush."})
			say(teach.Event{Kind: teach.Note, Text: "Show the load on the brush to the back row as well."})
		}
		at = at.Add(middle)
		for seat := range min(8, c.People.All()) {
			if seat != 3 || i < len(l.Steps)-6 { // one goes home before the end
				say(teach.Event{Kind: teach.Ready, Seat: string(rune('1' + seat)), Step: i})
			}
		}
		say(teach.Event{Kind: teach.Done})
	}
	say(teach.Event{Kind: teach.End})
	return out
}
