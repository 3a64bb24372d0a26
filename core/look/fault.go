package look

import (
	"fmt"
	"math"

	"proxenos/core/lesson"
	"proxenos/core/plate"
	"proxenos/core/spectrum"
)

// A Kind is a kind of fault.
type Kind string

// The kinds of fault.
const (
	Value   Kind = "value"   // too light or too dark
	Colour  Kind = "colour"  // too warm, too cool, too strong, too grey
	Edge    Kind = "edge"    // too hard or too soft
	Lights  Kind = "lights"  // lost, or too many
	Corner  Kind = "corner"  // leaks
	Aside   Kind = "aside"   // something stands beside its place
	Horizon Kind = "horizon" // is not level
	Mud     Kind = "mud"     // patches that are another, duller colour
)

// A Fault is where the real canvas differs from its plan by more than one would leave.
type Fault struct {
	ID    string       `json:"id" doc:"the same for the same fault of the same thing"`
	Kind  Kind         `json:"kind" enum:"value,colour,edge,lights,corner,aside,horizon,mud"`
	Of    string       `json:"of" doc:"id of the zone or plane, name of the corner"`
	Name  string       `json:"name" doc:"what it is of, in words"`
	Says  string       `json:"says" doc:"what is wrong, with its figures"`
	Is    float64      `json:"is"`
	Meant float64      `json:"meant"`
	Unit  string       `json:"unit"`
	X     float64      `json:"x" doc:"a place where one sees it, mm"`
	Y     float64      `json:"y"`
	Left  float64      `json:"left" doc:"upper left corner of all of it, mm"`
	Top   float64      `json:"top"`
	W     float64      `json:"w" doc:"how wide and high it is, mm"`
	H     float64      `json:"h"`
	Area  float64      `json:"area" doc:"share of the picture that is mended"`
	Gain  float64      `json:"gain" doc:"how much of the ΔE00 from the plan goes away when it is painted again, from 2.5 m, the mean and a tenth of the worst"`
	Worst float64      `json:"worstGain" doc:"the same of the worst twentieth"`
	Off   spectrum.Lab `json:"off" doc:"by how much its colour is off on the mean"`
	Right float64      `json:"right,omitempty" doc:"mm that it stands too far right"`
	Down  float64      `json:"down,omitempty" doc:"mm that it stands too low"`
	zone  int
	cells []int // places that are mended
}

// A finding is a fault with what mends it in the photograph.
type finding struct {
	Fault
	mend func(p *plate.Plate) *plate.Plate
}

// From when on something is a fault. What is believed within more L* needs as much more.
const (
	valueFrom  = 4.0  // L*
	colourFrom = 5.0  // a*, b*
	cornerFrom = 7.0  // L*
	asideFrom  = 3.6  // mm
	levelFrom  = 0.55 // degrees
	lostFrom   = 0.66 // of the share of lights that is meant
	manyFrom   = 2.2
	hardFrom   = 0.62 // of the width that an edge is meant to have
	softFrom   = 2.2
	hardBy     = 1.8 // mm by which it is narrower
	edgeWidth  = 3.5 // mm from which an edge is meant to be soft
	mudFrom    = 0.2 // share of a zone
	mudDelta   = 8.0
	mudDuller  = 4.0 // C*
)

// A view is a real canvas on its way through the mends, held against its plan.
type view struct {
	plan   *Plan
	p      *plate.Plate
	lab    []spectrum.Lab // a little blurred, as that of the plan
	fine   []spectrum.Lab // less blurred, for edges
	shine  []bool
	within float64        // L* within which values are believed
	offs   []spectrum.Lab // by how much every zone is off; zero where that is not known
	limits Limits
	shifts map[string]shift // of the things that were looked for, by id
}

func newView(plan *Plan, p *plate.Plate, shine []bool, within float64) *view {
	return &view{plan: plan, p: p, lab: labs(p.Blur(colourBlur / p.Mm)), fine: labs(p.Blur(edgeBlur / p.Mm)), shine: shine, within: within, shifts: map[string]shift{}}
}

// slack is what is added to a threshold because values are only believed within so much.
func (v *view) slack() float64 { return max(0, v.within-2) }

// findings are all faults that there are now.
func (v *view) findings() (out []finding) {
	v.offs = make([]spectrum.Lab, len(v.plan.zones))
	off, known := v.offs, make([]bool, len(v.plan.zones))
	for i, z := range v.plan.zones {
		off[i], known[i] = v.off(z)
	}
	n := float64(len(v.lab))
	for _, q := range v.plan.planes {
		if d, ok := v.off(q); ok {
			out = append(out, v.tones(q, -1, d)...)
		}
	}
	for i, z := range v.plan.zones {
		if known[i] && float64(len(z.all)) >= leastZone*n {
			out = append(out, v.tones(z, i, off[i])...)
			out = append(out, v.mud(z, i, off[i])...)
		}
	}
	for _, lit := range v.plan.lights {
		if known[lit.zone] && !v.limits.Blurred {
			out = append(out, v.lights(lit, off[lit.zone])...)
		}
	}
	for _, e := range v.plan.edges {
		if v.limits.Blurred {
			break
		}
		out = append(out, v.edge(e)...)
	}
	out = append(out, v.corners()...)
	out = append(out, v.asides()...)
	out = append(out, v.level()...)
	return out
}

// mostLooked is at how many places of a part its colour is looked at.
const mostLooked = 3000

// off is by how much a part is off on the middle: photograph less plan. ok is false where too little
// of it is seen.
func (v *view) off(q part) (d spectrum.Lab, ok bool) {
	var seen []int
	for k := 0; k < len(q.core); k += 1 + len(q.core)/mostLooked {
		if i := q.core[k]; !v.shine[i] {
			seen = append(seen, i)
		}
	}
	if len(seen) < 20 {
		return d, false
	}
	d.L = medianOf(seen, func(i int) float64 { return v.lab[i].L - v.plan.lab[i].L })
	d.A = medianOf(seen, func(i int) float64 { return v.lab[i].A - v.plan.lab[i].A })
	d.B = medianOf(seen, func(i int) float64 { return v.lab[i].B - v.plan.lab[i].B })
	return d, true
}

// mean is the mean colour of a part in a list of colours.
func mean(lab []spectrum.Lab, cells []int) (m spectrum.Lab) {
	for _, i := range cells {
		m.L, m.A, m.B = m.L+lab[i].L, m.A+lab[i].A, m.B+lab[i].B
	}
	n := float64(max(1, len(cells)))
	return spectrum.Lab{L: m.L / n, A: m.A / n, B: m.B / n}
}

// tones are faults of value and of colour of a part.
func (v *view) tones(q part, zone int, d spectrum.Lab) (out []finding) {
	meant, is := mean(v.plan.lab, q.core), mean(v.lab, q.core)
	if math.Abs(d.L) >= valueFrom+v.slack() {
		f := v.fault(Value, q, zone)
		f.Is, f.Meant, f.Unit, f.Off = is.L, meant.L, "L*", spectrum.Lab{L: d.L}
		word := "light"
		if d.L < 0 {
			word = "dark"
		}
		f.Says = fmt.Sprintf("%s too %s by %.0f L*: value %d where %d is meant.", lesson.Capital(q.is()), word, math.Abs(d.L), is.Value(), spectrum.Lab{L: is.L - d.L}.Value())
		if is.Value() == (spectrum.Lab{L: is.L - d.L}).Value() {
			f.Says = fmt.Sprintf("%s too %s by %.0f L*, most of a value.", lesson.Capital(q.is()), word, math.Abs(d.L))
		}
		out = append(out, finding{f, v.moved(q.all, spectrum.Lab{L: -d.L})})
	}
	if by := math.Hypot(d.A, d.B); !v.limits.Grey && by >= colourFrom+v.slack()/2 {
		f := v.fault(Colour, q, zone)
		f.Is, f.Meant, f.Unit, f.Off = is.B, meant.B, "b*", spectrum.Lab{A: d.A, B: d.B}
		f.Says = fmt.Sprintf("%s %s, by ΔE %.0f.", lesson.Capital(q.is()), tooWhat(spectrum.Lab{L: is.L, A: is.A - d.A, B: is.B - d.B}, is), spectrum.DeltaE(spectrum.Lab{L: is.L, A: is.A - d.A, B: is.B - d.B}, is))
		out = append(out, finding{f, v.moved(q.all, spectrum.Lab{A: -d.A, B: -d.B})})
	}
	return out
}

// tooWhat says how a colour is beside the one that is meant, of the same lightness.
func tooWhat(meant, is spectrum.Lab) string {
	da, db := is.A-meant.A, is.B-meant.B
	chroma := is.Chroma() - meant.Chroma()
	by := math.Hypot(da, db)
	warm := (0.5*da + db) / math.Hypot(0.5, 1)
	switch {
	case meant.Chroma() > 6 && chroma > 0.8*by:
		return "too strong in colour"
	case meant.Chroma() > 6 && chroma < -0.8*by && is.Chroma() < 0.7*meant.Chroma():
		if warm > 0.7*by {
			return "too warm and grey"
		}
		return "too grey"
	case warm > 0.7*by:
		return "too warm"
	case warm < -0.7*by:
		return "too cool"
	case da > 0:
		return "too red"
	}
	return "too green"
}

// fault begins a fault of a part.
func (v *view) fault(k Kind, q part, zone int) Fault {
	id := q.id
	if q.plane {
		id = "plane-" + id
	}
	f := Fault{ID: string(k) + "-" + id, Kind: k, Of: q.id, Name: q.called(), zone: zone, cells: q.all, Area: float64(len(q.all)) / float64(len(v.lab))}
	v.place(&f, q.all)
	return f
}

// place tells where a fault is: the place of it that is nearest to its middle, and all around it.
func (v *view) place(f *Fault, cells []int) {
	if len(cells) == 0 {
		return
	}
	b, mm := boxOf(cells, v.p.W), v.p.Mm
	f.Left, f.Top, f.W, f.H = float64(b.x0)*mm, float64(b.y0)*mm, float64(b.x1-b.x0+1)*mm, float64(b.y1-b.y0+1)*mm
	var mx, my float64
	for _, i := range cells {
		mx, my = mx+float64(i%v.p.W)/float64(len(cells)), my+float64(i/v.p.W)/float64(len(cells))
	}
	best := math.Inf(1)
	for _, i := range cells {
		if d := math.Hypot(float64(i%v.p.W)-mx, float64(i/v.p.W)-my); d < best {
			best, f.X, f.Y = d, (float64(i%v.p.W)+0.5)*mm, (float64(i/v.p.W)+0.5)*mm
		}
	}
}

// moved moves some places in colour, softly at their rim.
func (v *view) moved(cells []int, by spectrum.Lab) func(*plate.Plate) *plate.Plate {
	return func(p *plate.Plate) *plate.Plate {
		out := p.Clone()
		for i, w := range v.mask(cells, 1.5) {
			if w < 0.01 {
				continue
			}
			c := plate.Lab(p.RGB[i])
			out.RGB[i] = plate.Light(spectrum.Lab{L: c.L + w*by.L, A: c.A + w*by.A, B: c.B + w*by.B})
		}
		return out
	}
}

// mask is 1 in some places and goes down to 0 around them, mm.
func (v *view) mask(cells []int, soft float64) []float64 {
	m := plate.New(v.p.W, v.p.H, v.p.Mm)
	for _, i := range cells {
		m.RGB[i] = [3]float32{1, 1, 1}
	}
	m = m.Blur(soft / v.p.Mm)
	out := make([]float64, len(m.RGB))
	for i, c := range m.RGB {
		out[i] = float64(c[0])
	}
	return out
}

// mud are patches of a zone that are another, duller colour than the rest of its fault is.
func (v *view) mud(q part, zone int, d spectrum.Lab) []finding {
	var bad []int
	if v.limits.Grey {
		return nil
	}
	lights := map[int]bool{} // which may be lost: that is another fault
	for _, l := range v.plan.lights {
		if l.zone == zone {
			for _, i := range l.cells {
				lights[i] = true
			}
		}
	}
	for _, i := range q.core {
		if lights[i] {
			continue
		}
		meant := v.plan.lab[i]
		is := spectrum.Lab{L: v.lab[i].L - d.L, A: v.lab[i].A - d.A, B: v.lab[i].B - d.B}
		a, b := v.p.RGB[i], v.plan.Plate.RGB[i]
		// Light that is added to all colours alike is a shine, and no mud.
		if min(a[0]-b[0], a[1]-b[1], a[2]-b[2]) > veil {
			continue
		}
		if !v.shine[i] && is.Chroma() < meant.Chroma()-mudDuller && spectrum.DeltaE(meant, is) > mudDelta {
			bad = append(bad, i)
		}
	}
	share := float64(len(bad)) / float64(max(1, len(q.core)))
	if share < mudFrom || len(bad) < 60 {
		return nil
	}
	f := v.fault(Mud, q, zone)
	v.place(&f, bad)
	f.cells = bad
	f.Is, f.Meant, f.Unit, f.Area = 100*share, 0, "%", float64(len(bad))/float64(len(v.lab))
	f.Says = fmt.Sprintf("%s has gone to mud in %.0f %% of it: duller and another colour than meant.", lesson.Capital(q.called()), 100*share)
	return []finding{{f, v.asPlanned(bad, d)}}
}

// asPlanned puts some places to their planned colour, moved as the rest of their zone is.
func (v *view) asPlanned(cells []int, d spectrum.Lab) func(*plate.Plate) *plate.Plate {
	return func(p *plate.Plate) *plate.Plate {
		out := p.Clone()
		for i, w := range v.mask(cells, 0.8) {
			if w < 0.01 {
				continue
			}
			c, m := plate.Lab(p.RGB[i]), plate.Lab(v.plan.Plate.RGB[i])
			out.RGB[i] = plate.Light(spectrum.Lab{L: c.L + w*(m.L+d.L-c.L), A: c.A + w*(m.A+d.A-c.A), B: c.B + w*(m.B+d.B-c.B)})
		}
		return out
	}
}

// lights are those of a zone that are lost, or too many.
func (v *view) lights(l lit, d spectrum.Lab) []finding {
	zone := v.plan.zones[l.zone]
	var n, seen float64
	for _, i := range l.inner {
		if v.shine[i] {
			continue
		}
		seen++
		if v.lab[i].L > l.from+d.L {
			n++
		}
	}
	if seen < 30 {
		return nil
	}
	share := n / seen
	f := v.fault(Lights, zone, l.zone)
	f.Is, f.Meant, f.Unit = 100*share, 100*l.share, "%"
	switch {
	case share < lostFrom*l.share:
		v.place(&f, l.cells)
		f.cells = l.cells
		f.Area = float64(len(l.cells)) / float64(len(v.lab))
		f.Says = fmt.Sprintf("The lights of %s are lost: %.0f %% of it where %.0f %% is meant.", zone.called(), 100*share, 100*l.share)
		return []finding{{f, v.asPlanned(l.cells, d)}}
	case share > manyFrom*l.share && share > 0.35:
		var many []int
		meant := map[int]bool{}
		for _, i := range l.cells {
			meant[i] = true
		}
		for _, i := range zone.all {
			if !meant[i] && v.lab[i].L > l.from+d.L {
				many = append(many, i)
			}
		}
		f.Says = fmt.Sprintf("%s has lights on %.0f %% of it where %.0f %% is meant: no pockets of dark are left.", lesson.Capital(zone.called()), 100*share, 100*l.share)
		return []finding{{f, v.asPlanned(many, d)}}
	}
	return nil
}

// corners are those that are lighter than planned and than what lies beside them.
func (v *view) corners() (out []finding) {
	is, meant := Seen(v.p), Seen(v.plan.Plate)
	planned := meant.Corners()
	for k, c := range is.Corners() {
		over := c.Light - planned[k].Light
		jumps := (c.Light - c.Beside) - (planned[k].Light - planned[k].Beside)
		if over < cornerFrom+v.slack() || jumps < cornerFrom-1 {
			continue
		}
		legs := 0.2 * min(float64(v.p.W), float64(v.p.H)) * v.p.Mm
		var cells []int
		in := make([]bool, len(v.lab))
		for i := range v.lab {
			x, y := (float64(i%v.p.W)+0.5)*v.p.Mm, (float64(i/v.p.W)+0.5)*v.p.Mm
			if math.Abs(x-c.X)+math.Abs(y-c.Y) < legs && v.lab[i].L-v.plan.lab[i].L > over/3 {
				in[i] = true
			}
		}
		for i, yes := range widened(in, v.p.W, v.p.H, int(2/v.p.Mm)) {
			if yes {
				cells = append(cells, i)
			}
		}
		f := Fault{ID: "corner-" + lesson.Slug(c.Name), Kind: Corner, Of: c.Name, Name: "the " + c.Name + " corner", Is: c.Light, Meant: planned[k].Light, Unit: "L*", zone: -1, Off: spectrum.Lab{L: over}, Area: float64(len(cells)) / float64(len(v.lab))}
		v.place(&f, cells)
		f.cells = cells
		f.Says = fmt.Sprintf("The %s corner leaks: it is %.0f L* lighter than meant, and leads the eye out.", c.Name, over)
		if len(cells) > 0 {
			f.zone = int(v.plan.zone[cells[len(cells)/2]])
			d := spectrum.Lab{}
			if f.zone >= 0 {
				d = v.offs[f.zone]
			}
			out = append(out, finding{f, v.asPlanned(cells, d)})
		}
	}
	return out
}
