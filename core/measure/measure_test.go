package measure_test

import (
	"context"
	"math"
	"sync"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/measure"
	"proxenos/core/rehearse"
)

var painted = sync.OnceValues(func() (*rehearse.Rehearsal, error) {
	return rehearse.Run(context.Background(), sample.Lesson(), 1, nil)
})

func rehearsed(t testing.TB) *rehearse.Rehearsal {
	t.Helper()
	r, err := painted()
	if err != nil {
		t.Fatal(err)
	}
	return r
}

func TestMeasuresOfALesson(t *testing.T) {
	r := rehearsed(t)
	m := measure.Of(r)
	for _, p := range m.Plans {
		var share float64
		for i, l := range p.Levels {
			share += l.Share
			if i > 0 && l.Light <= p.Levels[i-1].Light {
				t.Errorf("plan of %d: step %d is no lighter than the one before", p.Steps, i+1)
			}
		}
		if len(p.Levels) > p.Steps || math.Abs(share-1) > 1e-6 {
			t.Errorf("plan of %d has %d steps and makes up %.3f", p.Steps, len(p.Levels), share)
		}
	}
	if len(m.Tiers) == 0 {
		t.Error("no planes meet")
	}
	for _, tier := range m.Tiers {
		if tier.Differ != math.Abs(tier.FarL-tier.NearL) || tier.Edge < 20 || tier.X < 0 || tier.X > r.Lesson.Support.Width {
			t.Errorf("%+v", tier)
		}
	}
	for i, s := range m.Spots {
		if i > 0 && s.Strength > m.Spots[i-1].Strength {
			t.Error("the spots are not in order")
		}
	}
	if m.Horizon != r.Lesson.View.Horizon/r.Lesson.Support.Height {
		t.Errorf("horizon %g", m.Horizon)
	}
}

func TestDirectionsPointAtTheFocalAreaOrPastIt(t *testing.T) {
	l := *sample.Lesson()
	l.Focal = lesson.Focal{X: 60, Y: 30, Radius: 8}
	zone := func(id string, xy ...float64) lesson.Zone {
		z := lesson.Zone{ID: id, Name: id, Plane: l.Planes[0].ID, Kind: lesson.Path}
		for i := 0; i < len(xy); i += 2 {
			z.Outline = append(z.Outline, lesson.Point{X: xy[i], Y: xy[i+1]})
		}
		return z
	}
	l.Zones = []lesson.Zone{
		zone("to", 36, 70, 42, 70, 60, 34, 58, 34),
		zone("past", 4, 72, 10, 72, 22, 34, 20, 34),
	}
	list := measure.Directions(&l)
	if len(list) != 2 || !list[0].Leads || list[1].Leads {
		t.Fatalf("%+v", list)
	}
	if list[0].DY >= 0 {
		t.Errorf("a path from below to the focal area points %g, %g", list[0].DX, list[0].DY)
	}
	if math.Abs(list[1].Off-36) > 4 {
		t.Errorf("the other passes %.0f mm off, by hand 36", list[1].Off)
	}
	l.Focal.Radius = 0
	if list := measure.Directions(&l); list != nil {
		t.Errorf("without a focal area: %+v", list)
	}
}

func BenchmarkOf(b *testing.B) {
	r := rehearsed(b)
	for b.Loop() {
		measure.Of(r)
	}
}

func TestTheSurfaceOfAPictureIsMeasured(t *testing.T) {
	s := measure.SurfaceOf(rehearsed(t))
	if s.Spread <= 0 || s.Spread > 20 || s.Flat <= 0 || s.Flat >= 1 || s.Film99 < s.Film95 || s.Light <= s.Dark {
		t.Errorf("%+v", s)
	}
	if s.Relief5 > -1 || s.Relief95 < 1 {
		t.Errorf("light on the relief moves L* from %.1f to %.1f", s.Relief5, s.Relief95)
	}
	if s.OneCell < 0 || s.OneCell > 1 || s.Wide < 0 || s.Wide+s.OneCell > 1 {
		t.Errorf("%.2f of the edges are one cell wide, %.2f over 3 mm", s.OneCell, s.Wide)
	}
}
