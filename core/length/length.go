// Package length says lengths in the unit that people measure with: mm, cm, or inches in the
// fractions that are on a ruler.
package length

import (
	"fmt"
	"math"
	"regexp"
	"strconv"
	"strings"
)

// A Unit is what people measure with.
type Unit string

// The units. The zero value is metric.
const (
	Metric Unit = "metric"
	Cm     Unit = "cm"
	Inches Unit = "inches"
)

// Check refuses a unit that is not known. An empty one is metric.
func (u Unit) Check() error {
	switch u {
	case "", Metric, Cm, Inches:
		return nil
	}
	return fmt.Errorf("units are %q: use %s, %s or %s", string(u), Metric, Cm, Inches)
}

const inch = 25.4 // mm

// A Measure is how lengths are typed and shown in a unit.
type Measure struct {
	ID       Unit    `json:"id"`
	Name     string  `json:"name"`
	Sign     string  `json:"sign" doc:"what stands behind a figure"`
	Mm       float64 `json:"mm" doc:"how many mm one is"`
	Decimals int     `json:"decimals" doc:"how many are shown at most"`
}

// Measures lists the units that people can choose.
func Measures() []Measure {
	return []Measure{
		{Metric, "Millimetres", "mm", 1, 1},
		{Cm, "Centimetres", "cm", 10, 2},
		{Inches, "Inches", "in", inch, 2},
	}
}

// leastCm is the shortest length that is said in cm, mm: nobody measures a line in them.
const leastCm = 10

// Say says a length, mm: "12.5 mm", "1.3 cm" from 10 mm on, or "1/2 in" to the nearest sixteenth
// under 3 inches, the nearest eighth under 12, and the nearest quarter from there.
func (u Unit) Say(mm float64) string {
	if u == Cm && mm >= leastCm {
		return strconv.FormatFloat(math.Round(mm)/10, 'f', -1, 64) + " cm"
	}
	if u != Inches {
		return strconv.FormatFloat(math.Round(mm*10)/10, 'f', -1, 64) + " mm"
	}
	return inches(mm) + " in"
}

// Sides says two sides, mm: "400 × 300 mm", or "15 3/4 × 11 3/4 in".
func (u Unit) Sides(width, height float64) string {
	if u == Cm && (width < leastCm) != (height < leastCm) {
		u = Metric // both in the same
	}
	first := u.Say(width)
	return first[:strings.LastIndexByte(first, ' ')] + " × " + u.Say(height)
}

func inches(mm float64) string {
	steps := 16
	switch {
	case mm >= 12*inch:
		steps = 4
	case mm >= 3*inch:
		steps = 8
	}
	n := int(math.Round(mm / inch * float64(steps)))
	if n == 0 {
		if mm <= 0 {
			return "0"
		}
		n = 1 // a sixteenth is the least that a ruler shows
	}
	whole, top, bottom := n/steps, n%steps, steps
	for top > 0 && top%2 == 0 {
		top, bottom = top/2, bottom/2
	}
	switch {
	case top == 0:
		return strconv.Itoa(whole)
	case whole == 0:
		return fmt.Sprintf("%d/%d", top, bottom)
	}
	return fmt.Sprintf("%d %d/%d", whole, top, bottom)
}

// written finds lengths in a text: one or two sides and their unit.
var written = regexp.MustCompile(`(?:(\d+(?:\.\d+)?)( × ))?(\d+(?:\.\d+)?) (mm|cm|m)\b([²³]?)`)

var inMm = map[string]float64{"mm": 1, "cm": 10, "m": 1000}

const foot = 12 * inch // mm

// Text says all lengths that are written in a text with mm, cm or m in a unit, those in m in
// feet to the nearest half where that is inches; areas and volumes stay.
func (u Unit) Text(text string) string {
	if u != Inches && u != Cm {
		return text
	}
	return written.ReplaceAllStringFunc(text, func(found string) string {
		m := written.FindStringSubmatch(found)
		if m[5] != "" {
			return found
		}
		scale := inMm[m[4]]
		side := func(figure string) float64 {
			v, _ := strconv.ParseFloat(figure, 64) // the pattern lets nothing else through
			return v * scale
		}
		if m[4] == "m" && u == Cm {
			return found
		}
		if m[4] == "m" {
			return strconv.FormatFloat(math.Round(side(m[3])/foot*2)/2, 'f', -1, 64) + " ft"
		}
		if m[1] != "" {
			return u.Sides(side(m[1]), side(m[3]))
		}
		return u.Say(side(m[3]))
	})
}
