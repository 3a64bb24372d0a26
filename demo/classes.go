package demo

import (
	"context"
	"math"
	"time"

	"proxenos/core/class"
	"proxenos/core/lesson"
	"proxenos/core/supply"
	"proxenos/store"
)

// PutClasses plans the classes of the studio, about now, and counts its cupboard, where there
// are none yet: one that can begin at once, two ahead and one that was taught, with its log; two
// things are lacking.
func PutClasses(ctx context.Context, s *store.Store, now time.Time) error {
	room := s.Room(Studio.ID)
	planned, err := room.Classes(ctx)
	if err != nil || len(planned) > 0 {
		return err
	}
	evening := time.Date(now.Year(), now.Month(), now.Day(), 18, 0, 0, 0, time.UTC)
	for _, c := range []struct {
		lesson, title string
		days          int
		people        class.People
		state         class.State
		minors        bool
	}{
		{"poplars-on-the-maren-cut", "Mist on the canal, autumn term", -12, class.People{Some: 8}, class.Ended, false},
		{"poplars-on-the-maren-cut", "Mist on the canal, today", 0, class.People{First: 3, Some: 3}, class.Planned, false},
		{"terraces-above-ondrel-water", "Terraces for twelve", 9, class.People{First: 4, Some: 7, Experienced: 1}, class.Planned, false},
		{"moonrise-over-harrow-fell", "Moonrise, families", 23, class.People{First: 9, Some: 1}, class.Planned, true},
	} {
		head, err := room.HeadNumber(ctx, c.lesson)
		if err != nil {
			return err
		}
		l, err := Lesson(c.lesson)
		if err != nil {
			return err
		}
		made := class.Usual(c.title, c.people.All(), evening.AddDate(0, 0, c.days), 150)
		made.People, made.State, made.Minors, made.Place = c.people, c.state, c.minors, "The long room"
		made.Minutes = math.Ceil(made.Takes(l)/5) * 5
		made.Hands, made.Fee, made.Fixed = 2, 4500, 18000
		if c.days == 0 {
			made.Start = now.UTC().Truncate(30 * time.Minute).Add(30 * time.Minute)
		}
		kept, err := room.AddClass(ctx, c.lesson, head, made)
		if err != nil {
			return err
		}
		if c.state == class.Ended {
			if err := room.Recall(ctx, kept.ID, pastEvents(l, made)); err != nil {
				return err
			}
		}
	}
	if _, version, err := room.Cupboard(ctx); err != nil || version > 0 {
		return err
	}
	cupboard, err := Cupboard()
	if err != nil {
		return err
	}
	return room.PutCupboard(ctx, 0, cupboard)
}

// Cupboard is what the studio has: everything that its lessons need for twelve people, but for
// titanium white and towels, of which there is too little.
func Cupboard() (supply.Cupboard, error) {
	c := supply.Cupboard{People: 1, Currency: "cr", Paints: []supply.Stock{}, Tools: []supply.Rack{},
		Goods: []supply.Good{
			{Kind: supply.TowelGood, Has: 40, Sold: []supply.Pack{{Amount: 100, Price: 420}, {Amount: 400, Price: 1480}}},
			{Kind: supply.SolventGood, Has: 2400, Sold: []supply.Pack{{Amount: 500, Price: 890}, {Amount: 1000, Price: 1590}}, Limit: 300, Rate: 100},
			{Kind: supply.OilGood, Has: 250, Sold: []supply.Pack{{Amount: 100, Price: 640}}},
			{Kind: supply.AlkydGood, Has: 200, Sold: []supply.Pack{{Amount: 75, Price: 980}}},
			{Kind: supply.RollGood, Has: 6, Sold: []supply.Pack{{Amount: 1, Price: 1650}, {Amount: 10, Price: 14900}}, Width: 2100},
			{Kind: supply.TapeGood, Has: 150, Sold: []supply.Pack{{Amount: 50, Price: 310}}},
			{Kind: supply.TracingGood, Has: 200, Sold: []supply.Pack{{Amount: 500, Price: 600}}},
			{Kind: supply.GloveGood, Has: 60, Sold: []supply.Pack{{Amount: 50, Price: 720}}},
			{Kind: supply.ApronGood, Has: 16, Sold: []supply.Pack{{Amount: 1, Price: 1100}}},
			{Kind: supply.PaletteGood, Has: 16, Width: 400, Height: 300, Sold: []supply.Pack{{Amount: 1, Price: 950}}},
			{Kind: supply.JarGood, Has: 24, Sold: []supply.Pack{{Amount: 1, Price: 180}}},
		}}
	kept := map[string]bool{}
	type size struct {
		kind  lesson.ToolKind
		width float64
	}
	racks := map[size]bool{}
	for _, id := range IDs() {
		l, err := Lesson(id)
		if err != nil {
			return c, err
		}
		for _, key := range l.Palette {
			if p, known := l.Paints().Find(key); known && !kept[key] {
				kept[key] = true
				each := int(math.Round(560 * p.Price)) // of 37 ml
				ml := 222.0
				if key == "PW6" {
					ml = 74
				}
				c.Paints = append(c.Paints, supply.Stock{Paint: key, Ml: ml, Opened: true, Sold: []supply.Pack{{Amount: 37, Price: each}, {Amount: 200, Price: each * 4}}})
			}
		}
		for _, t := range l.Tools {
			if s := (size{t.Kind, t.Width}); (t.Kind.Brush() || t.Kind.Knife()) && !racks[s] {
				racks[s] = true
				c.Tools = append(c.Tools, supply.Rack{Kind: t.Kind, Width: t.Width, Pieces: 28, Price: 250 + int(25*t.Width)})
			}
		}
	}
	return c, nil
}
