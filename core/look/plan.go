package look

import (
	"math"
	"slices"
	"strings"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/plate"
	"proxenos/core/rehearse"
	"proxenos/core/spectrum"
)

// A Plan is what the picture is to look like: a rehearsed lesson at a minute, place by place.
type Plan struct {
	Lesson *lesson.Lesson
	Plate  *plate.Plate // in places of about Fine mm, lit as in the studio
	Wet    []float32    // µm of wet paint at each
	step   []int16      // the step whose paint shows; -1 for none
	zone   []int16      // the zone of that
	plane  []int16
	steps  int     // how many are painted by then
	cell   float64 // of the canvas that was rehearsed, mm

	lab    []spectrum.Lab // of every place, a little blurred
	fine   []spectrum.Lab // less blurred, for edges
	zones  []part         // of the size that matters
	planes []part         // that have several zones
	lights []lit
	things []part // zones with an outline of their own that may stand aside
	layers []layered
	edges  []edge
}

// A part is places that belong together: a zone where it shows, or all of a plane.
type part struct {
	id, name string
	plane    bool
	all      []int // places
	core     []int // those of them that are away from its edge, or all where there are too few
}

// called is the name of a part in a sentence.
func (q part) called() string { return "the " + strings.ToLower(q.name) }

// several reports whether a part is named in the plural, as "reeds" are and "grass" is not.
func (q part) several() bool {
	name := strings.ToLower(q.name)
	return strings.HasSuffix(name, "s") && !strings.HasSuffix(name, "ss") && !strings.HasSuffix(name, "us")
}

// is begins a sentence on what a part is.
func (q part) is() string {
	if q.several() {
		return q.called() + " are"
	}
	return q.called() + " is"
}

// stands begins a sentence on where a part stands.
func (q part) stands() string {
	if q.several() {
		return q.called() + " stand"
	}
	return q.called() + " stands"
}

// lit are the lights of a zone.
type lit struct {
	zone  int
	cells []int   // where they are to be
	body  float64 // L* of what is around them in the zone
	light float64 // L* of the lights
	from  float64 // L* from which a place is one
	share float64 // of the inner places that are
	step  int     // that lays most of them
	inner []int   // places of the zone where nothing beside it shines in
}

// An edge is where two zones meet.
type edge struct {
	a, b   int // zones, the farther first
	places []crossing
}

// A crossing is a place on an edge and the way across it.
type crossing struct{ x, y, dx, dy int }

// Fine is about how wide the places are on which a picture is compared, mm.
const Fine = 1.0

// PlanOf is the plan of a rehearsed lesson as it is to be at a minute; at infinity, when it is done.
func PlanOf(r *rehearse.Rehearsal, minute float64) *Plan {
	f, ended := r.At(minute), minute >= r.Lesson.Minutes()
	raked := plate.Of(r.Show(film.Paint, minute, 0), 0)
	w, h := max(8, int(math.Round(r.Lesson.Support.Width/Fine))), max(8, int(math.Round(r.Lesson.Support.Height/Fine)))
	p := &Plan{Lesson: r.Lesson, Plate: raked.Resized(w, h), Wet: make([]float32, w*h), step: make([]int16, w*h), zone: make([]int16, w*h), plane: make([]int16, w*h), cell: f.Cell}
	p.Plate.Mm = r.Lesson.Support.Width / float64(w)
	zones := map[string]int16{}
	for i, z := range r.Lesson.Zones {
		zones[z.ID] = int16(i)
	}
	for y := range h {
		for x := range w {
			i := y*w + x
			cx, cy := min(f.W-1, (2*x+1)*f.W/(2*w)), min(f.H-1, (2*y+1)*f.H/(2*h))
			mark := f.Read(cx, cy).Mark
			if ended && len(r.Owner) > 0 {
				mark = int(r.Owner[cy*f.W+cx])
			}
			p.Wet[i] = f.Thickness(cx, cy)
			p.step[i], p.zone[i], p.plane[i] = -1, -1, -1
			if mark < 0 || mark >= len(r.Lesson.Steps) {
				continue
			}
			s := r.Lesson.Steps[mark]
			p.steps = max(p.steps, mark+1)
			p.step[i] = int16(mark)
			if z, ok := zones[s.Zone]; ok {
				p.zone[i] = z
				p.plane[i] = int16(r.Lesson.Plane(r.Lesson.Zones[z].Plane))
			}
		}
	}
	p.lab = labs(p.Plate.Blur(colourBlur / p.Plate.Mm))
	p.fine = labs(p.Plate.Blur(edgeBlur / p.Plate.Mm))
	p.gather()
	return p
}

// What is looked at.
const (
	colourBlur = 1.2   // mm over which colour is averaged before it is compared
	inward     = 3.0   // mm that the core of a zone keeps from its edge
	leastZone  = 0.006 // share of the picture from which a zone is judged
	coreShare  = 0.3   // of a zone that its core must be
	lighter    = 9.0   // L* by which lights are lighter than what is around them
	lightsMost = 0.5   // share of a zone that lights may be
	lightsFrom = 0.03
	rimOf      = 2.0  // mm of a zone that what is beside it may shine into
	thingMost  = 0.2  // share of the picture that something is at most which may stand aside
	edgeLeast  = 25.0 // mm of edge from which it is judged
)

// grey is the plan in greys of the same lightness.
func (p *Plan) grey() *Plan {
	out := *p
	out.Plate = p.Plate.Clone()
	for i, c := range out.Plate.RGB {
		out.Plate.RGB[i] = plate.Light(spectrum.Lab{L: plate.Lab(c).L})
	}
	out.lab, out.fine = labs(out.Plate.Blur(colourBlur/p.Plate.Mm)), labs(out.Plate.Blur(edgeBlur/p.Plate.Mm))
	return &out
}

// labs are the colours of a plate.
func labs(p *plate.Plate) []spectrum.Lab {
	out := make([]spectrum.Lab, len(p.RGB))
	for i, c := range p.RGB {
		out[i] = plate.Lab(c)
	}
	return out
}

// gather finds the parts of the plan.
func (p *Plan) gather() {
	w, h, n := p.Plate.W, p.Plate.H, p.Plate.W*p.Plate.H
	l := p.Lesson
	p.zones = make([]part, len(l.Zones))
	for i, z := range l.Zones {
		p.zones[i] = part{id: z.ID, name: z.Name}
	}
	planes := make([]part, len(l.Planes))
	for i, q := range l.Planes {
		planes[i] = part{id: q.ID, name: q.Name, plane: true}
	}
	in := int(math.Round(inward / p.Plate.Mm))
	away := func(i int) bool {
		x, y := i%w, i/w
		for _, d := range [4][2]int{{in, 0}, {-in, 0}, {0, in}, {0, -in}} {
			a, b := x+d[0], y+d[1]
			if a >= 0 && b >= 0 && a < w && b < h && p.zone[b*w+a] != p.zone[i] {
				return false
			}
		}
		return true
	}
	for i, z := range p.zone {
		if z < 0 {
			continue
		}
		p.zones[z].all = append(p.zones[z].all, i)
		k := p.plane[i]
		planes[k].all = append(planes[k].all, i)
		if away(i) {
			p.zones[z].core = append(p.zones[z].core, i)
			planes[k].core = append(planes[k].core, i)
		}
	}
	several := make([]int, len(planes))
	for i := range p.zones {
		z := &p.zones[i]
		if float64(len(z.core)) < coreShare*float64(len(z.all)) {
			z.core = z.all
		}
		if float64(len(z.all)) >= leastZone*float64(n) {
			several[l.Plane(l.Zones[i].Plane)]++
		}
		p.findLights(i)
		if box := boxOf(z.all, w); len(z.all) >= asideThing && float64(len(z.all)) <= thingMost*float64(n) && !(box.x0 == 0 && box.x1 == w-1) {
			p.things = append(p.things, part{id: z.id, name: z.name, all: z.all, core: []int{i}})
			p.layers = append(p.layers, p.layer(*z))
		}
	}
	for k, q := range planes {
		if several[k] > 1 {
			p.planes = append(p.planes, q)
		}
	}
	p.findEdges()
}

// findLights finds the lights of a zone: what is clearly lighter in it than most of it, and little.
func (p *Plan) findLights(zone int) {
	all := p.zones[zone].all
	if float64(len(all)) < leastZone/2*float64(len(p.zone)) {
		return
	}
	by := map[int16][]int{}
	for _, i := range all {
		by[p.step[i]] = append(by[p.step[i]], i)
	}
	body := medianOf(all, func(i int) float64 { return p.lab[i].L })
	out := lit{zone: zone, body: body, step: -1}
	most := 0
	for step := range p.steps {
		cells := by[int16(step)]
		if len(cells) == 0 || float64(len(cells)) > lightsMost*float64(len(all)) {
			continue
		}
		rest := medianOf(all, func(i int) float64 {
			if p.step[i] == int16(step) {
				return math.NaN()
			}
			return p.lab[i].L
		})
		light := medianOf(cells, func(i int) float64 { return p.lab[i].L })
		if math.IsNaN(rest) || light < rest+lighter {
			continue
		}
		out.cells = append(out.cells, cells...)
		if len(cells) > most {
			most, out.step = len(cells), step
		}
	}
	if len(out.cells) == 0 {
		return
	}
	slices.Sort(out.cells)
	out.light = medianOf(out.cells, func(i int) float64 { return p.lab[i].L })
	out.from = (out.body + out.light) / 2
	out.inner = p.inner(all)
	for _, i := range out.inner {
		if p.lab[i].L > out.from {
			out.share += 1 / float64(len(out.inner))
		}
	}
	if out.share >= lightsFrom && out.share <= lightsMost {
		p.lights = append(p.lights, out)
	}
}

// inner are the places of a zone that do not touch another one that is lighter; all, where few are.
func (p *Plan) inner(all []int) (out []int) {
	w, h, by := p.Plate.W, p.Plate.H, int(math.Round(rimOf/p.Plate.Mm))
	for _, i := range all {
		x, y, inside := i%w, i/w, true
		for _, d := range [8][2]int{{by, 0}, {-by, 0}, {0, by}, {0, -by}, {by, by}, {-by, -by}, {by, -by}, {-by, by}} {
			a, b := x+d[0], y+d[1]
			if a >= 0 && b >= 0 && a < w && b < h && p.zone[b*w+a] != p.zone[i] && p.lab[b*w+a].L > p.lab[i].L {
				inside = false
			}
		}
		if inside {
			out = append(out, i)
		}
	}
	if len(out) < len(all)/3 {
		return all
	}
	return out
}

// findEdges finds where zones meet.
func (p *Plan) findEdges() {
	w, h := p.Plate.W, p.Plate.H
	type pair struct{ a, b int16 }
	at := map[pair][]crossing{}
	look := func(x, y, dx, dy int) {
		a, b := p.zone[y*w+x], p.zone[(y+dy)*w+x+dx]
		if a < 0 || b < 0 || a == b {
			return
		}
		if p.plane[y*w+x] > p.plane[(y+dy)*w+x+dx] {
			at[pair{b, a}] = append(at[pair{b, a}], crossing{x + dx, y + dy, -dx, -dy})
			return
		}
		at[pair{a, b}] = append(at[pair{a, b}], crossing{x, y, dx, dy})
	}
	for y := range h {
		for x := range w {
			if x+1 < w {
				look(x, y, 1, 0)
			}
			if y+1 < h {
				look(x, y, 0, 1)
			}
		}
	}
	for a := range p.zones {
		for b := range p.zones {
			if places := at[pair{int16(a), int16(b)}]; float64(len(places))*p.Plate.Mm >= edgeLeast {
				p.edges = append(p.edges, edge{a, b, places})
			}
		}
	}
}

// A box is a rectangle of places, both ends within it.
type box struct{ x0, y0, x1, y1 int }

func boxOf(cells []int, w int) box {
	b := box{1 << 30, 1 << 30, -1, -1}
	for _, i := range cells {
		x, y := i%w, i/w
		b = box{min(b.x0, x), min(b.y0, y), max(b.x1, x), max(b.y1, y)}
	}
	return b
}
