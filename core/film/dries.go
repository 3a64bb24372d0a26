package film

import "slices"

// What counts as the thick places of a canvas: what lies thicker than nearly all of it.
const thickShare = 0.97

// DriesAll is how many days it takes at 20 °C until all but a few dots of the canvas are dry to
// the touch, and how thick the thick places are, µm: by the paint and the mediums that lie in
// every cell.
func (f *Film) DriesAll() (days, thick float64) {
	var all, heights []float64
	for y := range f.H {
		for x := range f.W {
			c := f.at(x, y)
			wet := c[2*f.N+atTop] + c[2*f.N+atBody]
			if wet <= 0 {
				continue
			}
			all = append(all, DriesIn(float64(wet))/float64(max(0.1, f.rate(c, wet))))
			heights = append(heights, float64(wet))
		}
	}
	if len(all) == 0 {
		return 0, 0
	}
	slices.Sort(all)
	slices.Sort(heights)
	at := int(thickShare * float64(len(all)-1))
	return all[at], heights[at]
}

// Warmth is how much faster paint dries at a temperature, °C, than at 20.
func Warmth(celsius float64) float64 { return float64(warmth(celsius)) }
