package picture

import (
	"math"
	"testing"
)

// bands paints level bands of equal height.
func bands(light ...float64) *Picture {
	p := flat(0)
	for i := range p.Lab {
		p.Lab[i].L = light[(i/p.W)*len(light)/p.H]
	}
	return p
}

func TestAPlanPutsItsStepsWhereTheValuesAre(t *testing.T) {
	p := bands(20, 24, 70, 90, 90)
	three := p.Plan(3)
	if len(three) != 3 {
		t.Fatalf("%+v", three)
	}
	for i, want := range []Level{{Light: 22, Share: 0.4, Value: 3}, {Light: 70, Share: 0.2, Value: 7}, {Light: 90, Share: 0.4, Value: 9}} {
		got := three[i]
		if math.Abs(got.Light-want.Light) > 1.5 || math.Abs(got.Share-want.Share) > 0.03 || got.Value != want.Value {
			t.Errorf("step %d is %+v, want %+v", i+1, got, want)
		}
	}
	// Two steps divide the darks from the lights, not at half of all lightness.
	if two := p.Plan(2); len(two) != 2 || two[0].To < 25 || two[0].To > 69 {
		t.Errorf("%+v", two)
	}
}

func TestNineStepsAreTheValueScale(t *testing.T) {
	p := flat(0)
	for i := range p.Lab {
		p.Lab[i].L = 5 + 90*float64(i%p.W)/float64(p.W-1)
	}
	nine := p.Plan(9)
	var share float64
	for i, l := range nine {
		share += l.Share
		if i > 0 && (l.From != nine[i-1].To || l.Value != nine[i-1].Value+1) {
			t.Errorf("step %d is %+v after %+v", i+1, l, nine[i-1])
		}
	}
	if math.Abs(share-1) > 1e-9 {
		t.Errorf("the steps make up %.3f of the picture", share)
	}
	if grey := flat(50).Plan(5); len(grey) != 1 || grey[0].Share != 1 {
		t.Errorf("one grey has %+v", grey)
	}
}

func TestAPlanIsDrawnWithItsGreysAndSmoothOutlines(t *testing.T) {
	p := bands(20, 80)
	img := p.Draw(p.Plan(2), 800)
	if b := img.Bounds(); b.Dx() != 800 || b.Dy() != 600 {
		t.Fatalf("%v", b)
	}
	greys := map[uint8]int{}
	for _, v := range img.Pix {
		greys[v]++
	}
	if len(greys) != 2 {
		t.Errorf("%d greys", len(greys))
	}
	if up, down := img.GrayAt(400, 100).Y, img.GrayAt(400, 500).Y; up >= down {
		t.Errorf("dark is %d, light %d", up, down)
	}
}

func TestBalanceAndSameness(t *testing.T) {
	p := flat(60)
	if b := p.Balance(); math.Abs(b.X-200) > 1 || math.Abs(b.Left-0.5) > 0.01 {
		t.Errorf("nothing weighs %+v", b)
	}
	p.dot(100, 75, 30, 20)
	if b := p.Balance(); b.Left < 0.9 || b.X > 130 || b.Up < 0.9 {
		t.Errorf("a dark thing upper left weighs %+v", b)
	}
	if s := p.Sameness(); s > 0.05 {
		t.Errorf("one thing on one side is %.2f the same", s)
	}
	p.dot(300, 75, 30, 20)
	if s := p.Sameness(); s < 0.98 {
		t.Errorf("a twin across the middle is %.2f the same", s)
	}
	if s := bands(30, 60, 80).Sameness(); s != 1 {
		t.Errorf("level bands are %.2f the same", s)
	}
}

func TestTheEyeComesInAlongWhatDrawsIt(t *testing.T) {
	p := flat(50)
	for i := range 40 { // stones from the lower left corner to the focal area
		at := float64(i) / 39
		p.dot(60+190*at, 296-176*at, 5, 50+30*float64(i%2))
	}
	p.dot(250, 120, 9, 92)
	way := p.Pull().Ways(250, 120, 30)
	if len(way.In) < 5 {
		t.Fatalf("%+v", way.In)
	}
	first, last := way.In[0], way.In[len(way.In)-1]
	if first.X > 120 || first.Y < 250 || math.Hypot(last.X-250, last.Y-120) > 4 {
		t.Errorf("it goes from %+v to %+v", first, last)
	}
	for _, q := range way.In {
		if off := math.Abs((q.X-60)*(-176)-(q.Y-296)*190) / math.Hypot(190, 176); off > 40 {
			t.Errorf("%+v is %.0f mm off the stones", q, off)
		}
	}
	if len(way.Out) > 0 {
		t.Errorf("nothing at the edge, yet it leaves at %+v", way.Out)
	}
	p.dot(396, 60, 12, 5)
	way = p.Pull().Ways(250, 120, 30)
	if len(way.Out) != 1 || way.Out[0].X < 370 || math.Abs(way.Out[0].Y-60) > 25 {
		t.Errorf("with a dark thing at the right edge it leaves at %+v", way.Out)
	}
}
