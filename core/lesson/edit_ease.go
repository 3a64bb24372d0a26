package lesson

import "fmt"

// Easier is another way to do a step: the same place and colours with another hand.
type Easier struct {
	Technique Technique `json:"technique" enum:"criss-cross,long-pull,feather,rub-in,scumble,fluff,tap,comma,knife-break,knife-slide,knife-line,pull-down,push-up,fan-edge,double-load,liner-pull,press-turn,dab,dry-drag,cut-in,glaze,rub-back,wipe-out,scrape,blot"`
	Tool      string    `json:"tool" maxLength:"40"`
	Load      Load      `json:"load" enum:"thin,light,medium,full,heavy"`
	Pressure  Pressure  `json:"pressure" enum:"barely,light,medium,firm"`
	Cover     float64   `json:"cover" minimum:"0.02" maximum:"3"`
	Minutes   float64   `json:"minutes" minimum:"0.5" maximum:"240"`
	Words     string    `json:"words" maxLength:"600"`
}

// Ease does a step in its easier way, and keeps the way it was as the other one.
type Ease struct {
	Step string `json:"step"`
}

// Apply exchanges the two ways.
func (e Ease) Apply(l *Lesson) (*Lesson, Edit, error) {
	i, err := l.mustStep(e.Step)
	if err != nil {
		return nil, nil, err
	}
	s := l.Steps[i]
	if len(s.Easier) == 0 {
		return nil, nil, fmt.Errorf("%s has no other way: write one first", l.Label(i))
	}
	n, o := s, s.Easier[0]
	n.Technique, n.Tool, n.Load, n.Pressure, n.Cover, n.Minutes, n.Words = o.Technique, o.Tool, o.Load, o.Pressure, o.Cover, o.Minutes, o.Words
	n.Easier = []Easier{{s.Technique, s.Tool, s.Load, s.Pressure, s.Cover, s.Minutes, s.Words}}
	c := l.withSteps()
	c.Steps[i] = n
	return c, Change{s}, nil
}

// Describe says which step is done otherwise.
func (e Ease) Describe(l *Lesson) string { return "do " + l.label(e.Step) + " in its other way" }
