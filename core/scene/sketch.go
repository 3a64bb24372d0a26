package scene

import (
	"image"
	"image/color"
	"math"

	"proxenos/core/lesson"
	"proxenos/core/noise"
	"proxenos/core/spectrum"
)

// Sketch draws a lesson flat, in no time: every step fills its place with the colour of
// its mixture, in the order of the script, columns cells across. It is for looking at
// while something is being dragged; what the paint really does takes a rehearsal.
func Sketch(l *lesson.Lesson, columns int) *image.RGBA {
	cell := l.Support.Width / float64(columns)
	rows := max(1, int(math.Round(l.Support.Height/cell)))
	s := &sketch{l: l, cell: cell, w: columns, h: rows, lab: make([]spectrum.Lab, columns*rows), regions: map[string]*Region{}, colours: map[string]spectrum.Lab{}}
	box := l.Paints()
	ground, _ := box.Colour(l.Ground.Tone) // a checked lesson has one
	for i := range s.lab {
		s.lab[i] = ground
	}
	for _, m := range l.Mixtures {
		s.colours[m.ID], _ = box.Colour(m.Parts)
	}
	for _, step := range l.Steps {
		s.fill(step)
	}
	return s.image()
}

type sketch struct {
	l       *lesson.Lesson
	cell    float64
	w, h    int
	lab     []spectrum.Lab
	regions map[string]*Region
	colours map[string]spectrum.Lab
}

// fill lays a step's colours: those of a gradation from top to bottom, others in patches.
func (s *sketch) fill(step lesson.Step) {
	z, ok := s.l.Zone(step.Zone)
	if !ok || len(step.Mixtures) == 0 {
		return
	}
	whole := s.regions[z.ID]
	if whole == nil {
		whole = ZoneAt(s.l, z, s.cell)
		s.regions[z.ID] = whole
	}
	if whole.Empty() {
		return
	}
	part := Part(s.l, z, whole, step.Where)
	cover := covers(step)
	seed := Seed(s.l, step.ID)
	size := max(2*s.cell, 6*Scale(s.l, (part.Y0+part.Y1)/2))
	for _, k := range part.inside {
		i, j := int(k)%part.w, int(k)/part.w
		if i >= s.w || j >= s.h {
			continue
		}
		x, y := (float64(i)+0.5)*s.cell, (float64(j)+0.5)*s.cell
		patch := noise.Fractal(seed, x/size, y/size, 2)
		if cover < 1 && patch > 0.3+0.4*cover {
			continue
		}
		at := s.lab[j*s.w+i]
		s.lab[j*s.w+i] = between(at, s.colour(step, part, x, y, patch), opacity(step))
	}
}

// covers is how much of its place a step covers, by its technique and thoroughness.
func covers(s lesson.Step) float64 {
	broken := map[lesson.Technique]float64{
		lesson.Tap: 0.8, lesson.Comma: 0.7, lesson.KnifeBreak: 0.7, lesson.KnifeLine: 0.25, lesson.PushUp: 0.8, lesson.FanEdge: 0.7,
		lesson.LinerPull: 0.2, lesson.Dab: 0.35, lesson.DryDrag: 0.4, lesson.Scumble: 0.8,
	}
	if c, ok := broken[s.Technique]; ok {
		return c * min(1, s.Cover)
	}
	return s.Cover * 2
}

func opacity(s lesson.Step) float64 {
	if s.Technique.Veils() {
		return 0.5
	}
	return 1
}

func (s *sketch) colour(step lesson.Step, part *Region, x, y, patch float64) spectrum.Lab {
	n := len(step.Mixtures)
	at := min(1, max(0, 2.2*patch-0.6))
	if step.Broken() {
		sum := 0.0
		for k, share := range step.Shares {
			if sum += share / 100; at < sum {
				return s.colours[step.Mixtures[k]]
			}
		}
		return s.colours[step.Mixtures[n-1]]
	}
	if step.Technique == lesson.CrissCross || step.Technique == lesson.LongPull || step.Technique == lesson.PullDown {
		at = (y - part.Y0) / max(1, part.Y1-part.Y0)
		k := min(n-1, int(at*float64(n-1)))
		next := min(n-1, k+1)
		return between(s.colours[step.Mixtures[k]], s.colours[step.Mixtures[next]], at*float64(n-1)-float64(k))
	}
	return s.colours[step.Mixtures[min(n-1, int(at*float64(n)))]]
}

func between(a, b spectrum.Lab, t float64) spectrum.Lab {
	return spectrum.Lab{L: a.L + (b.L-a.L)*t, A: a.A + (b.A-a.A)*t, B: a.B + (b.B-a.B)*t}
}

func (s *sketch) image() *image.RGBA {
	out := image.NewRGBA(image.Rect(0, 0, s.w, s.h))
	shown := map[spectrum.Lab]color.RGBA{} // few colours, many cells
	for i, lab := range s.lab {
		c, ok := shown[lab]
		if !ok {
			rgb := lab.RGB()
			c = color.RGBA{rgb[0], rgb[1], rgb[2], 255}
			if len(shown) < 4096 {
				shown[lab] = c
			}
		}
		out.SetRGBA(i%s.w, i/s.w, c)
	}
	return out
}
