package look

import (
	"fmt"
	"math"
	"slices"

	"proxenos/core/picture"
	"proxenos/core/plate"
	"proxenos/core/reference"
)

// A Observation is what the rules of a picture say about one, without a plan.
type Observation struct {
	Rule   string  `json:"rule" doc:"what it is about"`
	Says   string  `json:"says" doc:"what is seen, with its figures"`
	Remedy string  `json:"remedy" doc:"what to do, in words"`
	Weight float64 `json:"weight" doc:"how far it is beyond what is usual, the larger the worse"`
	X      float64 `json:"x" doc:"where, mm; 0 for the whole picture"`
	Y      float64 `json:"y"`
}

// Alone is a picture judged by itself.
type Alone struct {
	Remarks []Observation    `json:"remarks" doc:"what matters most first"`
	Plan    []picture.Level  `json:"plan" doc:"three values, darkest first"`
	Focal   picture.Peak     `json:"focal" doc:"what draws the eye most"`
	Corners []picture.Corner `json:"corners"`
	Balance picture.Balance  `json:"balance"`
	Way     picture.Way      `json:"way"`
	Horizon float64          `json:"horizon" doc:"mm from the top; 0 where none is seen"`
	Says    string           `json:"says"`
}

// What a picture is held against.
const (
	horizonSure = 0.18 // from which a horizon is one
	middleNear  = 0.04 // of the height, from the middle
	tiltFrom    = 0.6  // degrees
	ninth       = 1.0 / 6
	edgeNear    = 0.08 // of the width
	rivalFrom   = 0.85
	rivalApart  = 0.18 // of the width
	cornerOver  = 6.0  // L* over what lies beside it
	rangeLeast  = 38.0 // L* between the darkest and lightest twentieth
	onePlane    = 0.72 // share of the picture that one of three values takes up
	tierLeast   = 4.0  // L*
	tierShape   = 0.06 // share of the picture from which a mass counts
	balanceMost = 0.66
	mirrorMost  = 0.82
	pullLeast   = 6.0 // L* below which nothing draws the eye
)

// JudgeAlone judges any picture by the rules of pictures alone.
func JudgeAlone(p *picture.Picture) Alone {
	w, h := float64(p.W)*p.Mm, float64(p.H)*p.Mm
	pull := p.Pull()
	spots := pull.Spots(6, rivalApart*w)
	out := Alone{Remarks: []Observation{}, Plan: p.Plan(3), Corners: p.Corners(), Balance: p.Balance(), Way: picture.Way{In: []picture.Place{}, Out: []picture.Peak{}}}
	say := func(r Observation) { out.Remarks = append(out.Remarks, r) }
	if horizon := reference.HorizonOf(p); horizon.Sure >= horizonSure {
		out.Horizon = horizon.Y
		if off := math.Abs(horizon.Y/h - 0.5); off < middleNear {
			say(Observation{"horizon", fmt.Sprintf("The horizon cuts the picture in half: it is at %.0f %% of the height.", 100*horizon.Y/h), "Another time put it a third from the top or from the foot. Here, let a tree or a slope break it, so that the halves are not equal.", 1.6 - off/middleNear, w / 2, horizon.Y})
		}
		if math.Abs(horizon.Tilt) >= tiltFrom {
			say(Observation{"level", fmt.Sprintf("The horizon falls to the %s by %.1f°.", sideOf(horizon.Tilt), math.Abs(horizon.Tilt)), "Measure it from the foot at both sides, and cut it in again in one level pull along a straight edge.", math.Abs(horizon.Tilt) / tiltFrom, w / 2, horizon.Y})
		}
	}
	out.values(p, say)
	out.focal(pull, spots, w, h, say)
	for _, c := range out.Corners {
		if over := c.Light - c.Beside; over >= cornerOver && c.Light > 55 {
			say(Observation{"corner", fmt.Sprintf("The %s corner leaks: it is %.0f L* lighter than what lies beside it.", c.Name, over), "Darken it with a thin scumble of what lies beside it, ever less toward the middle.", over / cornerOver, math.Abs(c.X - 0.05*w), math.Abs(c.Y - 0.05*h)})
		}
	}
	if left := out.Balance.Left; left > balanceMost || left < 1-balanceMost {
		side, share := "left", left
		if left < 0.5 {
			side, share = "right", 1-left
		}
		say(Observation{"balance", fmt.Sprintf("The picture leans: %.0f %% of what stands out is on its %s.", 100*share, side), "Put something small and dark, or a light, on the other side, well away from the middle.", share / balanceMost, out.Balance.X, out.Balance.Y})
	}
	if same := p.Sameness(); same > mirrorMost {
		say(Observation{"symmetry", fmt.Sprintf("Left and right are nearly mirror images (%.0f %%).", 100*same), "Make one side higher, nearer or darker, or move the middle of it aside.", same / mirrorMost, w / 2, h / 2})
	}
	slices.SortStableFunc(out.Remarks, func(a, b Observation) int {
		switch {
		case a.Weight > b.Weight:
			return -1
		case a.Weight < b.Weight:
			return 1
		}
		return 0
	})
	switch len(out.Remarks) {
	case 0:
		out.Says = "By the rules of a picture nothing is wrong. In doubt stop."
	case 1:
		out.Says = "One thing is worth a look."
	default:
		out.Says = "What matters most comes first. Mend one, stand back, look again: it changes all that comes after."
	}
	return out
}

// aloneSure is how sure one must be of a canvas to look at it and not at all of the photograph.
const aloneSure = 0.4

// usualWidth is how wide a canvas of unknown size is taken to be, mm.
const usualWidth = 400.0

// ReadAlone finds the picture in a photograph of a canvas of which nothing is known, takes its light
// out as far as that is known, and judges it. Width and height are 0 where the size is not known.
// quad is where the picture is; nil to have it found.
func ReadAlone(photo *plate.Plate, width, height float64, quad *Quad) (Whereabouts, *plate.Plate, Alone, error) {
	shape, w, h := 0.0, width, height
	if width > 0 && height > 0 {
		shape = width / height
	}
	found := Whereabouts{Sure: 1}
	if quad != nil {
		if err := quad.Check(photo.W, photo.H); err != nil {
			return found, nil, Alone{}, err
		}
		found.Quad = *quad
	} else {
		found = Find(photo, shape, 1, nil)
	}
	if found.Sure < aloneSure { // all of it is taken for the picture
		found.Quad = Quad{{0, 0}, {float64(photo.W), 0}, {float64(photo.W), float64(photo.H)}, {0, float64(photo.H)}}
		found.Says = "No canvas stands out in it: all of the photograph is taken for the picture. Drag the corners if it is not."
	}
	if shape == 0 {
		top, right, foot, left := found.Quad.sides()
		w, h = usualWidth, usualWidth*(left+right)/(top+foot)
	}
	found.Border = borderOf(photo, found.Quad, w, h)
	sq, err := Square(photo, found.Quad, w, h, Fine)
	if err != nil {
		return found, nil, Alone{}, err
	}
	neutral := sq.Picture
	if found.Border == Tape {
		neutral, _, _ = Neutralise(sq, Setup{Border: found.Border, Photo: photo, Quad: found.Quad})
	}
	return found, neutral, JudgeAlone(Seen(neutral)), nil
}

// sideOf is the side to which something that is tilted falls.
func sideOf(tilt float64) string {
	if tilt < 0 {
		return "left"
	}
	return "right"
}

// values are the remarks on how light and dark are spread.
func (a *Alone) values(p *picture.Picture, say func(Observation)) {
	light := make([]float64, len(p.Lab))
	for i, c := range p.Lab {
		light[i] = c.L
	}
	slices.Sort(light)
	dark, bright := light[len(light)/20], light[len(light)*19/20]
	if span := bright - dark; span < rangeLeast {
		what := "Put the darkest dark and the lightest light next to each other, where the picture is about, and nowhere else."
		say(Observation{"values", fmt.Sprintf("All values lie close together: %.0f L* from the darkest to the lightest.", span), what, rangeLeast / max(1, span), 0, 0})
	}
	for i, l := range a.Plan {
		if l.Share >= onePlane {
			name := []string{"dark", "middle", "light"}[min(2, i)]
			say(Observation{"values", fmt.Sprintf("%.0f %% of the picture is one value, the %s one.", 100*l.Share, name), "Let one large mass be clearly lighter or darker: a shadow over the foreground, or a lighter far hill.", l.Share / onePlane, 0, 0})
		}
	}
	masses := reference.Masses(p)
	for i, m := range masses {
		for _, n := range masses[i+1:] {
			long, x, y := m.Meets(n)
			if m.Share < tierShape || n.Share < tierShape || float64(long) < 0.2*float64(p.W) {
				continue
			}
			if d := math.Abs(m.Lab.L - n.Lab.L); d < tierLeast {
				say(Observation{"tiers", fmt.Sprintf("Two masses run together: %.0f L* between them where they meet.", d), "Make the farther one lighter and cooler, or the nearer one darker, along the edge at least; five L* are enough.", 1 + (tierLeast-d)/tierLeast, x * p.Mm, y * p.Mm})
			}
		}
	}
}

// focal are the remarks on what draws the eye, and where it goes.
func (a *Alone) focal(pull *picture.Pull, spots []picture.Peak, w, h float64, say func(Observation)) {
	if len(spots) == 0 || spots[0].Strength < pullLeast {
		say(Observation{"focal", "Nothing draws the eye: there is no place of strong contrast.", "Choose where the picture is about, and set the strongest light against the strongest dark there, with a sharp edge.", 1.2, 0, 0})
		return
	}
	a.Focal = spots[0]
	f := a.Focal
	if math.Abs(f.X-w/2) < ninth*w && math.Abs(f.Y-h/2) < ninth*h {
		say(Observation{"focal", "What draws the eye most is in the very middle.", "Strengthen something a third of the way in from a side, and soften this.", 1.1, f.X, f.Y})
	}
	if edge := min(f.X, w-f.X, f.Y, h-f.Y); edge < edgeNear*w {
		say(Observation{"focal", fmt.Sprintf("What draws the eye most is at the edge, %.0f mm from it.", edge), "Soften it: bring its light and its dark closer together, and lose its edge.", 1.3, f.X, f.Y})
	}
	for _, s := range spots[1:] {
		if s.Strength >= rivalFrom*f.Strength {
			say(Observation{"rival", fmt.Sprintf("A second place draws the eye with %.0f %% of the first.", 100*s.Strength/f.Strength), "Decide which of the two the picture is about; veil the other with a thin scumble, or take it out.", s.Strength / f.Strength / rivalFrom, s.X, s.Y})
			break
		}
	}
	a.Way = pull.Ways(f.X, f.Y, 0.08*w)
	for _, out := range a.Way.Out[:min(1, len(a.Way.Out))] {
		say(Observation{"directions", "The eye is led out of the picture here.", "Quiet what leads there, or turn it: a branch, a bank or a cloud that points inward.", out.Strength / f.Strength, out.X, out.Y})
	}
}
