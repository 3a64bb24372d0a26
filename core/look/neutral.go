package look

import (
	"math"
	"slices"

	"gonum.org/v1/gonum/mat"

	"proxenos/core/plate"
	"proxenos/core/spectrum"
)

// A Reference is what tells how bright the light was and of which colour.
type Reference string

// The references.
const (
	ByTape   Reference = "tape"   // white tape around the picture
	ByCard   Reference = "card"   // a white card somewhere in the photograph
	ByGround Reference = "ground" // the bare ground around the picture
	ByPlan   Reference = "plan"   // nothing: what most of the picture is to look like
	ByItself Reference = "itself" // nothing at all: its lightest places are nearly white
)

// References are all of them.
func References() []Reference { return []Reference{ByTape, ByCard, ByGround, ByPlan, ByItself} }

// Lighting is what was found about the light of a photograph, and taken out of it.
type Lighting struct {
	By      Reference `json:"by" enum:"tape,card,ground,plan,itself"`
	Cast    string    `json:"cast" doc:"its colour, in words"`
	Falloff float64   `json:"falloff" doc:"share of the light lost from the best lit place of the picture to the worst"`
	Glare   float64   `json:"glare" doc:"share of the picture that shines and is not judged"`
	Sure    float64   `json:"sure" doc:"0 a guess, 1 certain"`
	Within  float64   `json:"within" doc:"L* within which values can be believed"`
	Says    string    `json:"says,omitempty" doc:"what would make it surer"`
}

// What white things throw back.
const (
	tapeLight = 0.86
	cardLight = 0.86
	cardLeast = 0.12 // light of the darkest card in a photograph that anybody would keep
	shines    = 0.95 // light from which a place shines: no paint is that white
	burnt     = 0.985
	glareWide = 5.0 // mm around what shines that are not judged either
)

// A wash is how the light lies on the picture: for each channel a logarithm in the middle, and how
// that changes across and down the picture, which is the same for all three.
type wash struct {
	middle [3]float64
	slope  []float64 // of the terms of place
}

// terms are those of place, which go from -1 to 1 across and down.
func terms(u, v float64, n int) []float64 {
	return []float64{u, v, u*u - 1.0/3, v*v - 1.0/3, u * v}[:n]
}

// at is how much light there is, by channel.
func (w wash) at(u, v float64) (out [3]float64) {
	var sum float64
	for k, t := range terms(u, v, len(w.slope)) {
		sum += w.slope[k] * t
	}
	for c := range out {
		out[c] = math.Exp(w.middle[c] + sum)
	}
	return out
}

// A reading is a place of which both the light in the photograph and that in truth are known.
type reading struct {
	u, v float64
	log  [3]float64 // logarithm of the one over the other
}

// washOf is the wash that fits readings best, with n terms of place; those far off count ever less
// (Tukey's biweight, by least squares again and again). spread is how far, as a logarithm, the
// middle one is off.
func washOf(all []reading, n int) (w wash, spread float64) {
	w.slope = make([]float64, n)
	if len(all) < 4+n {
		for c := range 3 {
			for _, r := range all {
				w.middle[c] += r.log[c] / float64(max(1, len(all)))
			}
		}
		return w, 1
	}
	for c := range 3 {
		w.middle[c] = medianOf(all, func(r reading) float64 { return r.log[c] })
	}
	for range 25 {
		off := func(r reading) float64 {
			var sum, far float64
			for k, t := range terms(r.u, r.v, n) {
				sum += w.slope[k] * t
			}
			for c := range 3 {
				far += math.Abs(r.log[c]-w.middle[c]-sum) / 3
			}
			return far
		}
		spread = medianOf(all, off)
		cut := 4.685 * 1.48 * max(spread, 0.01)
		m := mat.NewSymDense(3+n, nil)
		b := mat.NewVecDense(3+n, nil)
		for _, r := range all {
			d := off(r) / cut
			if d >= 1 {
				continue
			}
			weight := (1 - d*d) * (1 - d*d)
			t := terms(r.u, r.v, n)
			for c := range 3 {
				row := make([]float64, 3+n)
				row[c] = 1
				copy(row[3:], t)
				for i := range row {
					if row[i] == 0 {
						continue
					}
					b.SetVec(i, b.AtVec(i)+weight*row[i]*r.log[c])
					for j := i; j < len(row); j++ {
						m.SetSym(i, j, m.At(i, j)+weight*row[i]*row[j])
					}
				}
			}
		}
		for i := range 3 + n {
			m.SetSym(i, i, m.At(i, i)+1e-6)
		}
		var x mat.VecDense
		if err := x.SolveVec(m, b); err != nil {
			break
		}
		for c := range 3 {
			w.middle[c] = x.AtVec(c)
		}
		for k := range w.slope {
			w.slope[k] = x.AtVec(3 + k)
		}
	}
	return w, spread
}

// medianOf is the middle one of what is known of all; NaN is not known.
func medianOf[T any](all []T, of func(T) float64) float64 {
	list := make([]float64, 0, len(all))
	for _, v := range all {
		if f := of(v); !math.IsNaN(f) {
			list = append(list, f)
		}
	}
	if len(list) == 0 {
		return math.NaN()
	}
	slices.Sort(list)
	return list[len(list)/2]
}

// A Setup is what is known about a photograph before it is read.
type Setup struct {
	By     Reference    // what tells of the light; empty for the best there is
	Border Border       // what lies around the picture
	Ground spectrum.Lab // the colour of the bare ground
	Card   *Pixel       // where a white card is, pixels; nil for none
	Plan   *plate.Plate // what the picture is to look like; nil for nothing known
	Photo  *plate.Plate // the whole photograph
	Quad   Quad         // the corners of the picture in it
}

// Neutralise takes the light out of a picture that was squared up: what comes back is as if it were
// lit evenly by daylight, and shines tells where it shines, which is not to be judged.
func Neutralise(sq *Squared, s Setup) (out *plate.Plate, shine []bool, light Lighting) {
	p := sq.Picture
	light.By = s.By
	if light.By == "" {
		switch {
		case s.Card != nil:
			light.By = ByCard
		case s.Border == Tape:
			light.By = ByTape
		case s.Plan != nil:
			light.By = ByPlan
		default:
			light.By = ByItself
		}
	}
	if light.By == ByCard && s.Card == nil || light.By == ByPlan && s.Plan == nil {
		light.By = ByItself
	}
	wide, high := float64(p.W)*p.Mm, float64(p.H)*p.Mm
	var w wash
	var spread float64
	switch light.By {
	case ByTape, ByGround:
		known := [3]float32{tapeLight, tapeLight, tapeLight}
		if light.By == ByGround {
			known = plate.Light(s.Ground)
		}
		var all []reading
		for _, a := range strip(s.Photo, s.Quad, wide, high) {
			if r, ok := readingOf(2*a.x/wide-1, 2*a.y/high-1, a.light, known); ok {
				all = append(all, r)
			}
		}
		if len(all) < 40 && s.Plan != nil {
			// What is burnt out, or in the dark, tells nothing.
			s.By = ByPlan
			out, shine, light = Neutralise(sq, s)
			light.Says = "The tape is burnt out in the photograph: take it darker, so that white is not quite white."
			return out, shine, light
		}
		w, spread = washOf(all, 5)
		light.Sure, light.Within = 0.95, 2
		if spread > 0.06 {
			light.Sure, light.Within = 0.5, 5
			light.Says = "What lies around the picture is not even: tape it with white all the way round, or lay a white card beside it."
		}
	case ByPlan:
		w, spread = washOf(against(p, s.Plan), 2)
		light.Sure, light.Within = 0.6, 4
		light.Says = "Nothing white is around the picture: a fault of all of it cannot be told from the lamp. Tape it, or lay a white card beside it."
		if spread > 0.35 {
			light.Sure, light.Within = 0.2, 10
		}
	case ByCard:
		var all []reading
		mean := cardAt(s.Photo, *s.Card)
		if r, ok := readingOf(0, 0, mean, [3]float32{cardLight, cardLight, cardLight}); ok {
			all = append(all, r)
		}
		w, _ = washOf(all, 2)
		light.Sure, light.Within = 0.75, 4
		if max(mean[0], mean[1], mean[2]) < cardLeast {
			light.Sure, light.Within = 0.2, 10
			light.Says = "What is marked as the white card is dark: see that the mark lies on it."
		}
		if s.Plan != nil { // how the light falls off is seen in the picture alone
			own, _ := washOf(against(p, s.Plan), 2)
			w.slope = own.slope
		}
	default:
		w = itself(p)
		light.Sure, light.Within = 0.25, 10
		light.Says = "Nothing white is around the picture: how light and how warm all of it is cannot be told. Tape it, or lay a white card beside it."
	}
	out = plate.New(p.W, p.H, p.Mm)
	shine = make([]bool, len(p.RGB))
	least, most := math.Inf(1), 0.0
	for y := range p.H {
		for x := range p.W {
			i := y*p.W + x
			g := w.at(2*(float64(x)+0.5)/float64(p.W)-1, 2*(float64(y)+0.5)/float64(p.H)-1)
			least, most = min(least, g[1]), max(most, g[1])
			var high int
			for c := range 3 {
				out.RGB[i][c] = p.RGB[i][c] / float32(g[c])
				if out.RGB[i][c] > shines || p.RGB[i][c] > burnt {
					high++
				}
			}
			shine[i] = high == 3 || high > 0 && light.By != ByTape && p.RGB[i][1] > burnt
		}
	}
	shine = widened(shine, p.W, p.H, int(math.Round(glareWide/p.Mm)))
	if s.Plan != nil {
		veiled(shine, out, s.Plan)
	}
	for _, s := range shine {
		if s {
			light.Glare += 1 / float64(len(shine))
		}
	}
	light.Falloff = max(0, 1-least/most)
	light.Cast = castOf(w.middle)
	return out, shine, light
}

// castOf is the colour of a light in words.
func castOf(middle [3]float64) string {
	warm, green := middle[0]-middle[2], middle[1]-(middle[0]+middle[2])/2
	switch {
	case warm > 0.5:
		return "very warm"
	case warm > 0.15:
		return "warm"
	case warm < -0.15:
		return "cool"
	case green > 0.12:
		return "greenish"
	}
	return "neutral"
}

func readingOf(u, v float64, seen, known [3]float32) (r reading, ok bool) {
	r.u, r.v = u, v
	for c := range 3 {
		if seen[c] < 0.002 || known[c] < 0.002 || seen[c] > burnt {
			return r, false
		}
		r.log[c] = math.Log(float64(seen[c] / known[c]))
	}
	return r, true
}

// againstEvery is how wide the places are at which a picture is held against its plan, mm.
const againstEvery = 10.0

// against holds a picture against its plan all over.
func against(p, plan *plate.Plate) (out []reading) {
	w := max(4, int(float64(p.W)*p.Mm/againstEvery))
	h := max(4, int(float64(p.H)*p.Mm/againstEvery))
	a, b := p.Resized(w, h), plan.Resized(w, h)
	for y := range h {
		for x := range w {
			if r, ok := readingOf(2*(float64(x)+0.5)/float64(w)-1, 2*(float64(y)+0.5)/float64(h)-1, a.RGB[y*w+x], b.RGB[y*w+x]); ok {
				out = append(out, r)
			}
		}
	}
	return out
}

// cardAt is the light of a card around a place.
func cardAt(photo *plate.Plate, at Pixel) (mean [3]float32) {
	r := max(2, float64(photo.W)/400)
	for j := -2.0; j <= 2; j++ {
		for i := -2.0; i <= 2; i++ {
			c := photo.At(at.X+i*r/2, at.Y+j*r/2)
			for k := range mean {
				mean[k] += c[k] / 25
			}
		}
	}
	return mean
}

// itself takes the lightest places for nearly white, and the colour of the light from what all is on
// the mean, lights counting most (Finlayson and Trezzi 2004, with a norm of 6).
func itself(p *plate.Plate) (w wash) {
	var norm [3]float64
	light := make([]float64, len(p.RGB))
	for i, c := range p.RGB {
		for k := range norm {
			norm[k] += math.Pow(float64(max(0, c[k])), 6)
		}
		light[i] = float64(c[1])
	}
	slices.Sort(light)
	top := max(0.01, light[int(0.995*float64(len(light)-1))]) / 0.8
	for k := range norm {
		w.middle[k] = math.Log(top) + 0.6*math.Log(max(1e-9, norm[k])/max(1e-9, norm[1]))/6
	}
	w.slope = []float64{0, 0}
	return w
}
