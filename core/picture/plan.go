package picture

import (
	"image"
	"image/color"
	"math"
	"slices"

	"proxenos/core/spectrum"
)

// A Level is one value of a value plan: from which L* to which, what it is on the mean,
// and its share of the picture.
type Level struct {
	From  float64 `json:"from" doc:"L*"`
	To    float64 `json:"to" doc:"L*"`
	Light float64 `json:"light" doc:"L* on the mean"`
	Value int     `json:"value" doc:"1 dark to 9 light"`
	Share float64 `json:"share" doc:"of the picture"`
	Grey  string  `json:"grey" doc:"that light as #rrggbb"`
}

// bins is how finely L* from 0 to 100 is counted for a plan.
const bins = 200

// Plan is the value plan of the picture in n steps, darkest first: what it comes to when
// it is seen with half-closed eyes and only so many greys are allowed. Nine steps are the
// nine of the value scale; fewer are put where they lose least, by the least sum of
// squares (Fisher 1958, found exactly over half steps of L*). A picture with fewer values
// than steps has empty levels left out. n is 2 to 9.
func (p *Picture) Plan(n int) []Level {
	var count, first, second [bins + 1]float64 // sums up to a bin: places, L*, L* squared
	for _, light := range p.squinted() {
		b := min(bins-1, max(0, int(light*bins/100)))
		count[b+1]++
		first[b+1] += light
		second[b+1] += light * light
	}
	for b := range bins {
		count[b+1] += count[b]
		first[b+1] += first[b]
		second[b+1] += second[b]
	}
	cuts := fixedCuts()
	if n < 9 {
		cuts = naturalCuts(n, func(a, b int) float64 {
			k := count[b] - count[a]
			if k == 0 {
				return 0
			}
			sum := first[b] - first[a]
			return second[b] - second[a] - sum*sum/k
		})
	}
	var out []Level
	for i := range len(cuts) - 1 {
		a, b := cuts[i], cuts[i+1]
		k := count[b] - count[a]
		if k == 0 {
			continue
		}
		light := (first[b] - first[a]) / k
		out = append(out, Level{float64(a) * 100 / bins, float64(b) * 100 / bins, light, spectrum.Lab{L: light}.Value(), k / float64(len(p.Lab)), spectrum.Lab{L: light}.RGB().Hex()})
	}
	return out
}

// fixedCuts are the bins where one value of the scale gives way to the next.
func fixedCuts() []int {
	cuts := []int{0}
	for b := 1; b < bins; b++ {
		at := func(b int) int { return spectrum.Lab{L: (float64(b) + 0.5) * 100 / bins}.Value() }
		if at(b) != at(b-1) {
			cuts = append(cuts, b)
		}
	}
	return append(cuts, bins)
}

// naturalCuts divides the bins into n runs of the least cost, by dynamic programming.
func naturalCuts(n int, cost func(a, b int) float64) []int {
	best := make([][bins + 1]float64, n+1)
	from := make([][bins + 1]int, n+1)
	for b := range bins + 1 {
		best[0][b] = math.Inf(1)
	}
	best[0][0] = 0
	for k := 1; k <= n; k++ {
		for b := range bins + 1 {
			best[k][b] = math.Inf(1)
			for a := range b + 1 {
				if v := best[k-1][a] + cost(a, b); v < best[k][b] {
					best[k][b], from[k][b] = v, a
				}
			}
		}
	}
	cuts := make([]int, n+1)
	cuts[n] = bins
	for k := n; k > 0; k-- {
		cuts[k-1] = from[k][cuts[k]]
	}
	return cuts
}

// squinted is L* with the texture blurred away.
func (p *Picture) squinted() []float64 {
	light := make([]float64, len(p.Lab))
	for i, c := range p.Lab {
		light[i] = c.L
	}
	r := max(1, int(squint*float64(p.W)/2))
	return p.box(p.box(light, r), r)
}

// Draw shows the picture in the greys of a plan, width places across, with smooth
// outlines.
func (p *Picture) Draw(plan []Level, width int) *image.Gray {
	greys := make([]color.Gray, len(plan))
	for i, l := range plan {
		greys[i] = color.Gray{Y: spectrum.Lab{L: l.Light}.RGB()[0]}
	}
	return p.enlarge(p.squinted(), width, func(light float64) color.Gray {
		for i, l := range plan {
			if light < l.To {
				return greys[i]
			}
		}
		return greys[len(greys)-1]
	})
}

// Draw shows how strongly each place draws the eye, width places across: white is the
// strongest place, black one that draws nothing.
func (u *Pull) Draw(width int) *image.Gray {
	most := max(1e-9, slices.Max(u.At))
	return u.of.enlarge(u.At, width, func(v float64) color.Gray { return color.Gray{Y: uint8(255*v/most + 0.5)} })
}

// enlarge draws figures of the grid, joined by straight lines between the places.
func (p *Picture) enlarge(v []float64, width int, shade func(float64) color.Gray) *image.Gray {
	height := max(1, int(math.Round(float64(width)*float64(p.H)/float64(p.W))))
	out := image.NewGray(image.Rect(0, 0, width, height))
	for j := range height {
		y := min(float64(p.H-1), max(0, (float64(j)+0.5)*float64(p.H)/float64(height)-0.5))
		for i := range width {
			x := min(float64(p.W-1), max(0, (float64(i)+0.5)*float64(p.W)/float64(width)-0.5))
			out.SetGray(i, j, shade(p.between(v, x, y)))
		}
	}
	return out
}

// between is the figure at a place between those of the grid.
func (p *Picture) between(v []float64, x, y float64) float64 {
	x0, y0 := int(x), int(y)
	x1, y1 := min(p.W-1, x0+1), min(p.H-1, y0+1)
	fx, fy := x-float64(x0), y-float64(y0)
	return (v[y0*p.W+x0]*(1-fx)+v[y0*p.W+x1]*fx)*(1-fy) + (v[y1*p.W+x0]*(1-fx)+v[y1*p.W+x1]*fx)*fy
}
