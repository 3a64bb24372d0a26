package film

import "math"

// A Hair is the tip of one bristle, or one piece of a knife's edge, with the paint it
// carries. What a bristle holds farther up never meets the canvas; it feeds the tip.
type Hair struct {
	Carry []float32 // µm of each ingredient over one cell's area
	Total float32   // their sum
	seen  float32   // µm of wet film that it has met of late
}

// Land tells a hair that it is set down anew.
func (h *Hair) Land() { h.seen = -1 }

// Keep leaves only a share of what the hair carries.
func (h *Hair) Keep(share float32) {
	h.Total = 0
	for i := range h.Carry {
		h.Carry[i] *= share
		h.Total += h.Carry[i]
	}
}

// Add puts µm of paint on the hair; shares are of each ingredient and sum to 1.
func (h *Hair) Add(shares []float32, amount float32) {
	h.Total = 0
	for i := range h.Carry {
		h.Carry[i] += shares[i] * amount
		h.Total += h.Carry[i]
	}
}

// A Press is how a hair meets the canvas.
type Press struct {
	Reach    float32 // how deep below the crests of the surface it gets, µm
	Dig      float32 // how deep it stirs wet paint, µm
	Lay      float32 // what it lays when full, µm a pass
	Uptake   float32 // share of stirred paint that an empty hair takes up
	Capacity float32 // what the tip holds when it is full, µm over a cell
	Leave    float32 // a cloth takes no more than leaves this stain, µm; 0 for a brush
	Fluid    float32 // share of medium in the paint that it was loaded with; 1 for a tool without paint
	Levels   float32 // how much of its paint runs from where much lies to where little does, 0-1
	Still    bool    // it is set down and lifted, so that it does not slide on what is thick
	Way      float32 // which way it goes, as [WayOf] tells; 0 where it has none
	Roll     bool    // a roll of paint on a knife's edge: lays whole or not at all
}

// FilmMost is the thickness of wet paint above which no more stays on, µm.
const FilmMost = 3000.0

const (
	slipFrom   = 60.0 // µm of unset tube paint on which marks begin to slide
	slipWidth  = 1.5  // times as much again until they slide wholly
	fluidSlips = 0.7  // how much earlier marks slide on what is all oil and solvent
	fluidSoon  = 2.0  // share of medium, times this, at which a film is as slippery as one of medium alone
	fluidStirs = 1.2  // how much deeper it is stirred, where it is grip deep or less
	gripDepth  = 15.0 // µm of wet film that hairs press through to the ground; deeper they swim
	coversFrom = 1.0  // µm laid in one pass from which paint lies over what was there
	contactFog = 14.0 // µm over which contact fades at the edge of its reach
	dryReach   = 0.35 // share of its reach down to which a hair with hardly any paint lays some
	wetFloods  = 12.0 // µm of wet film into which even a poor hair lays its paint all over
	fullTakes  = 0.8  // how much less than an empty hair a full one takes up
	tearLeast  = 6.0  // µm of soft paint that can be torn up
	tearTakes  = 0.9  // how much of what it tears a hair takes along, beside what it would take anyway
	tearFrom   = 0.1  // how much more of a film than of what is laid on it must be medium until it tears
	tearing    = 6.0  // how quickly it tears from there
	combsFrom  = 0.5  // µm laid from which hairs leave the surface as they went
	combsWell  = 0.3  // share of the top that they stirred from which they do so too
	setGrabs   = 0.8  // how much more of its paint a hair leaves on a film that has set and turned matt
	grabFrom   = 5.0  // µm of wet film below which a thirsty ground holds the brush back
)

// Touch lets one hair exchange paint with one cell. A cell off the canvas is
// ignored. After it, hair and cell together hold what they held before.
//
// The hair reaches the high points of the surface first; it stirs the wet film
// down to Dig, deeper where it is fluid, less where it has set; it takes up a
// share of what it stirred, less the fuller it is; it lays paint, less as it
// empties, on a thirsty ground and on a thick or fluid film; and what was stirred
// mixes with what was laid.
func (f *Film) Touch(x, y int, h *Hair, p *Press) {
	if uint(x) >= uint(f.W) || uint(y) >= uint(f.H) {
		return
	}
	n := f.N
	cellAt := y*f.W + x
	ti := (y/TileSide)*f.tw + x/TileSide
	t := f.tiles[ti]
	if t == nil || t.owner != f.own {
		if t = f.writable(ti); t == nil {
			return
		}
	}
	o := ((y%TileSide)*TileSide + x%TileSide) * f.stride
	c := (*t.cells.Load())[o : o+f.stride]
	fig := c[2*n : 2*n+cellFigures]
	if fig[atClock] < f.now {
		f.age(c, cellAt)
	}
	carry := h.Carry[:n]
	top := c[:n][:len(carry)]
	body := c[n : 2*n][:len(carry)]

	wetTop, wetBody := fig[atTop], fig[atBody]
	wet := wetTop + wetBody
	low := f.dry.low[cellAt]
	valley := low - 0.8*wet
	contact := float32(1)
	if valley > p.Reach {
		contact = 1 - (valley-p.Reach)/contactFog
		if contact <= 0 {
			return
		}
	}
	if f.water && (wet > 0 && fig[atSet] < 1 && fig[atMark] != f.mark || f.dry.oil != nil && f.dry.oil[cellAt]) {
		if f.rec != nil {
			f.rec.refuse(cellAt)
		}
		return
	}
	if by := int(fig[atMark]) - 1; f.spare != nil && wet > 0 && uint(by) < uint(len(f.spare)) && f.spare[by] {
		return
	}
	charged := h.Total / p.Capacity
	fluid := float32(0)
	if wet > 0 {
		fluid = ((top[n-3] + top[n-2]) + (top[n-1] + body[n-1]) + (body[n-3] + body[n-2])) / wet
	}
	soft := 1 - fig[atSet]

	// What can be stirred: the top first, then the body.
	stir := p.Dig * contact * soft
	if fluid > 0 {
		stir *= 1 + fluidStirs*fluid*min(4, wet/gripDepth)
	}
	// Stiff paint tears up what is softer; soft paint slides over what is stiffer.
	tears := float32(0)
	if wetTop > tearLeast && fig[atMark] != f.mark && p.Leave == 0 && !p.Roll {
		below := (top[n-3] + top[n-2]) / wetTop
		if p.Fluid < 1 && p.Fluid > below {
			stir *= 1 - min(0.8, 2*(p.Fluid-below))
		}
		if more := below - p.Fluid - tearFrom; more > 0 {
			tears = min(1, tearing*more) * soft
			stir = max(stir, tears*wetTop)
		}
	}
	if p.Leave > 0 {
		stir = min(stir, max(0, wet-p.Leave-0.2*low))
	}
	var fromTop, fromBody float32 // as shares of each stratum
	if stir >= wetTop {
		if wetTop > 0 {
			fromTop = 1
		}
		if wetBody > 0 {
			fromBody = min(1, (stir-wetTop)/wetBody)
		}
	} else {
		fromTop = stir / wetTop
	}
	if fluid > 0 && wet > gripDepth { // what swims moves as a whole, not the top alone
		swims := min(1, 3*fluid) * min(1, (wet-gripDepth)/(2*gripDepth))
		whole := min(1, stir/wet)
		fromTop += (whole - fromTop) * swims
		fromBody += (whole - fromBody) * swims
	}
	lay := p.Lay * contact
	if !p.Roll {
		lay *= emptying(charged)
	}
	// Hairs with little paint leave it on the crests that they rub; full ones flood the valleys,
	// and where those are wet it runs together with what is there.
	if valley > p.Reach*dryReach && p.Leave == 0 && !p.Roll {
		floods := p.Reach * (dryReach + (1-dryReach)*min(1, max(charged, soft*wet/wetFloods)))
		lay *= min(1, max(0, 1-(valley-floods)/contactFog))
	}
	take := p.Uptake * max(0, 1-fullTakes*charged) * contact
	if p.Levels > 0 {
		if h.seen < 0 {
			h.seen = wet
		}
		h.seen += 0.15 * (wet - h.seen)
		lay *= min(1.9, max(0.1, 1+2*p.Levels*(h.seen-wet)/max(6, h.seen)))
	}
	if tears > 0 {
		take += tearTakes * (1 - take) * tears
		lay *= 1 - 0.97*tears
	}
	if slips := slipsFrom(fluid); wet > slips && !p.Still {
		lay *= 1 - 0.75*soft*min(1, (wet-slips)/(slipWidth*slips))
	} else if wet < grabFrom {
		lay *= 1 - f.thirstAt(cellAt)*(1-wet/grabFrom)
	}
	if set := fig[atSet]; set > 0 && wet > 0 {
		lay *= 1 + setGrabs*set
	}
	if wet >= FilmMost {
		lay = 0 // it falls off
	}
	lay = min(lay, h.Total)
	var give float32
	if h.Total > 0 {
		give = lay / h.Total
	}

	// Paint of this step mixes as one, and so does what a nearly empty tool moves
	// about; under fresh paint, what an earlier step left becomes body.
	keepTop, sink := 1-fromTop, float32(0)
	if fig[atMark] != f.mark && (lay >= coversFrom || wet == 0 && lay > 0) {
		keepTop, sink = 0, 1-fromTop
		fig[atMark] = f.mark
	}
	keepBody := 1 - fromBody
	var newTop, newBody, newCarry, taken float32
	for i, ci := range carry {
		ti, bi := top[i], body[i]
		if ti+bi+ci == 0 {
			continue // most cells hold few of a palette's paints
		}
		stirred := ti*fromTop + bi*fromBody
		up, down := stirred*take, ci*give
		nt := ti*keepTop + stirred - up + down
		nb := bi*keepBody + ti*sink
		nc := ci - down + up
		top[i], body[i], carry[i] = nt, nb, nc
		newTop += nt
		newBody += nb
		newCarry += nc
		taken += up
	}
	if newTop > TopMost {
		spill := (newTop - TopMost) / newTop
		for i := range top {
			d := top[i] * spill
			top[i] -= d
			body[i] += d
		}
		newBody += newTop - TopMost
		newTop = TopMost
	}
	h.Total = newCarry
	if p.Way > 0 && (lay >= combsFrom || fromTop >= combsWell) {
		fig[atWay] = p.Way
	}
	fig[atTop], fig[atBody] = newTop, newBody
	if after := newTop + newBody; lay > 0 && after > 0 && !(f.water && fig[atMark] != f.mark) {
		fig[atSet] *= 1 - lay/after // fresh paint has not set
	}
	if f.rec != nil {
		f.rec.add(cellAt, lay, taken)
	}
}

// slipsFrom is the thickness from which marks slide on a film, by its share of oil, alkyd and
// solvent: sooner where that is much.
func slipsFrom(fluid float32) float32 { return slipFrom * (1 - fluidSlips*min(1, fluidSoon*fluid)) }

// Slip is how far the film at a place is beyond the thickness on which marks begin to slide,
// as a share of that: 0 where they hold. Off the canvas it is 0.
func (f *Film) Slip(x, y int) float64 {
	if uint(x) >= uint(f.W) || uint(y) >= uint(f.H) {
		return 0
	}
	ti := (y/TileSide)*f.tw + x/TileSide
	if f.tiles[ti] == nil && f.writable(ti) == nil {
		return 0
	}
	c := f.at(x, y)
	n := f.N
	wet := c[2*n+atTop] + c[2*n+atBody]
	if wet < slipFrom*(1-fluidSlips) {
		return 0
	}
	fluid := (c[n-3] + c[n-2] + c[n-1] + c[2*n-3] + c[2*n-2] + c[2*n-1]) / wet
	slips := slipsFrom(fluid)
	return float64(max(0, (wet-slips)/slips) * (1 - c[2*n+atSet]))
}

// emptying is how what a hair lays falls as it empties, and grows where it bulges with
// paint: x^0.75, by table, up to 1.25 times full.
func emptying(x float32) float32 {
	return emptyTable[min(len(emptyTable)-1, int(x*1024))]
}

var emptyTable = func() (t [1281]float32) {
	for i := range t {
		t[i] = float32(math.Pow(float64(i)/1024, 0.75))
	}
	return t
}()

// blotSets is how far a film has set from which a towel has taken what it can.
const blotSets = 0.97

// Blot lays a towel on a cell for some minutes: oil and solvent go into it toward
// a floor, the film consolidates and sets. press is 0-1, how well the towel lies.
// It returns the µm taken off.
func (f *Film) Blot(x, y int, minutes, press float64) float64 {
	if uint(x) >= uint(f.W) || uint(y) >= uint(f.H) {
		return 0
	}
	t := f.writable((y/TileSide)*f.tw + x/TileSide)
	o := ((y%TileSide)*TileSide + x%TileSide) * f.stride
	c := (*t.cells.Load())[o : o+f.stride]
	f.age(c, y*f.W+x)
	n, paints := f.N, f.N-mediums
	reach := float32(press * (1 - math.Exp(-minutes/4)))
	var off float32
	for stratum := range 2 {
		s := c[stratum*n : (stratum+1)*n]
		var sum float32
		for i := range s {
			share := 0.14 * reach // tube paint gives up some of its own oil
			switch i - paints {
			case Oil:
				share = 0.8 * reach
			case Alkyd:
				share = 0.6 * reach
			case Solvent:
				share = 0.95 * reach
			}
			off += s[i] * share
			s[i] -= s[i] * share
			sum += s[i]
		}
		c[2*n+stratum] = sum
	}
	fig := c[2*n:]
	fig[atSet] += (blotSets - min(blotSets, fig[atSet])) * reach
	return float64(off)
}

// Scrape takes off all wet paint of a cell but what sits in the weave, as far as
// firm (0-1) presses, and returns the µm taken off.
func (f *Film) Scrape(x, y int, firm float64) float64 {
	if uint(x) >= uint(f.W) || uint(y) >= uint(f.H) {
		return 0
	}
	t := f.writable((y/TileSide)*f.tw + x/TileSide)
	o := ((y%TileSide)*TileSide + x%TileSide) * f.stride
	c := (*t.cells.Load())[o : o+f.stride]
	f.age(c, y*f.W+x)
	n := f.N
	wet := c[2*n+atTop] + c[2*n+atBody]
	stays := float32(f.spec.Surface.Depth)*(1-f.weave[y*f.W+x])*0.35 + 1
	if wet <= stays {
		return 0
	}
	off := (wet - stays) * float32(firm)
	keep := (wet - off) / wet
	for i := range n { // what is left is smeared into one
		c[n+i] = (c[i] + c[n+i]) * keep
		c[i] = 0
	}
	c[2*n+atBody], c[2*n+atTop] = wet*keep, 0
	c[2*n+atWay] = 0 // a blade leaves it smooth
	return float64(off)
}
