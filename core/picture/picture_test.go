package picture

import (
	"math"
	"testing"

	"proxenos/core/spectrum"
)

// flat is a grey picture, 400 by 300 mm.
func flat(l float64) *Picture {
	p := &Picture{W: 200, H: 150, Mm: 2, Lab: make([]spectrum.Lab, 200*150)}
	for i := range p.Lab {
		p.Lab[i].L = l
	}
	return p
}

// dot paints a disc, mm.
func (p *Picture) dot(x, y, r, l float64) {
	for i := range p.Lab {
		if math.Hypot((float64(i%p.W)+0.5)*p.Mm-x, (float64(i/p.W)+0.5)*p.Mm-y) < r {
			p.Lab[i].L = l
		}
	}
}

func TestTheEyeGoesWhereContrastIs(t *testing.T) {
	p := flat(50)
	p.dot(100, 80, 8, 90)
	p.dot(300, 200, 8, 70)
	spots := p.Pull().Spots(2, 60)
	if math.Hypot(spots[0].X-100, spots[0].Y-80) > 25 || math.Hypot(spots[1].X-300, spots[1].Y-200) > 25 {
		t.Errorf("%+v", spots)
	}
	// A disc of twice the contrast is twice as strong.
	if k := spots[0].Strength / spots[1].Strength; math.Abs(k-2) > 0.1 {
		t.Errorf("forty L* is %.2f times as strong as twenty", k)
	}
	if s := p.Pull().Within(300, 200, 40); math.Abs(s.Strength-spots[1].Strength) > 0.01 {
		t.Errorf("around the second: %+v", s)
	}
	if s := p.Pull().Within(200, 20, 20); s.Strength > 0.01 {
		t.Errorf("where nothing is: %+v", s)
	}
	// An edge that runs on draws less than the disc, though its contrast is larger.
	edge := flat(30)
	for i := range edge.Lab {
		if i/edge.W > 75 {
			edge.Lab[i].L = 90
		}
	}
	edge.dot(100, 60, 10, 75)
	if s := edge.Pull().Spots(1, 60)[0]; math.Hypot(s.X-100, s.Y-60) > 25 {
		t.Errorf("on a picture with a horizon the eye goes to %+v", s)
	}
	coloured := flat(50)
	for i := range coloured.Lab {
		if math.Hypot(float64(i%200)*2-200, float64(i/200)*2-150) < 10 {
			coloured.Lab[i].A = 60
		}
	}
	if s := coloured.Pull().Spots(1, 10)[0]; s.Strength < 4 || math.Abs(s.X-200) > 25 {
		t.Errorf("a red dot on grey: %+v", s)
	}
}

func TestCorners(t *testing.T) {
	p := flat(40)
	p.dot(400, 0, 40, 90)
	for _, c := range p.Corners() {
		if bright := c.Light > c.Beside+20; bright != (c.Name == "upper right") {
			t.Errorf("%+v", c)
		}
	}
	if _, share := p.Mean(func(x, _ float64) bool { return x < 0 }); share != 0 {
		t.Error("there is something off the picture")
	}
}

func BenchmarkStrength(b *testing.B) {
	p := flat(50)
	p.dot(100, 80, 8, 90)
	for b.Loop() {
		p.Pull().Spots(4, 60)
	}
}
