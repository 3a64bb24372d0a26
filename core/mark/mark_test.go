package mark_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/mark"
	"proxenos/core/paint"
	"proxenos/core/scene"
	"proxenos/core/spectrum"
)

func bare(depth float64) *film.Film {
	var in []film.Ingredient
	for _, key := range []string{"PW6", "PB29"} {
		p, _ := paint.Find(key)
		in = append(in, film.Ingredient{Key: key, Coat: p.Coat, Drying: 1})
	}
	in = append(in, film.Ingredient{Key: "oil"}, film.Ingredient{Key: "alkyd"}, film.Ingredient{Key: "solvent"})
	f := film.New(film.Spec{Width: 100, Height: 75, Cell: 0.5, Ingredients: in, Surface: film.Surface{Depth: depth, Thread: 1.5}, Ground: spectrum.Flat(0.4), Seed: 1})
	f.Begin(0, 0, nil)
	return f
}

var (
	onlyWhite = []float32{1, 0, 0, 0, 0}
	onlyBlue  = []float32{0, 1, 0, 0, 0}
)

func brush(kind lesson.ToolKind, width float64) *mark.Brush {
	return mark.NewBrush(lesson.Tool{ID: "t", Kind: kind, Width: width}, 5, 0.5, 7)
}

func drag(f *film.Film, b *mark.Brush, y float64) {
	h := mark.Hand{Film: f, Brush: b, Pressure: 0.64, Rng: rand.New(rand.NewPCG(1, 1))}
	h.Make(mark.Stroke{Path: []lesson.Point{{X: 10, Y: y}, {X: 90, Y: y}}, From: 1, To: 1})
}

func TestABigBrushHoldsWhatPaintersSay(t *testing.T) {
	b := brush(lesson.Flat, 50)
	took := b.Load(mark.Dip{Left: onlyWhite, Filling: mark.Filling{Tip: 1, Heel: 1}, Need: 10})
	if took < 0.5 || took > 3 || math.Abs(took-b.Carried()) > 1e-6 {
		t.Errorf("a 50 mm flat takes %.2f ml and carries %.2f", took, b.Carried())
	}
	// The same tool holds the same on any grid.
	coarse := mark.NewBrush(b.Tool, 5, 1, 7)
	if c := coarse.Load(mark.Dip{Left: onlyWhite, Filling: mark.Filling{Tip: 1, Heel: 1}, Need: 10}); math.Abs(c/took-1) > 0.15 {
		t.Errorf("on cells of 1 mm it takes %.2f ml", c)
	}
}

func TestWipingLeavesLittleAndNotWipingMuch(t *testing.T) {
	for _, c := range []struct {
		keep     float32
		low, top float64
	}{{0.12, 0.01, 0.15}, {1, 0.4, 1.01}} {
		b := brush(lesson.Flat, 25)
		b.Load(mark.Dip{Left: onlyBlue, Filling: mark.Filling{Tip: 1, Heel: 0.5}, Need: 10})
		had := b.Carried()
		off := b.Clean(c.keep, c.keep)
		if share := b.Carried() / had; share < c.low || share > c.top {
			t.Errorf("keep %v leaves %.0f %%", c.keep, 100*share)
		}
		if math.Abs(off+b.Carried()-had) > 1e-6 {
			t.Errorf("%.3f ml went into the towel and %.3f stayed, of %.3f", off, b.Carried(), had)
		}
	}
}

func TestARinsedDampBrushCarriesSolvent(t *testing.T) {
	b := brush(lesson.Filbert, 12)
	b.Load(mark.Dip{Left: onlyBlue, Filling: mark.Filling{Tip: 1, Heel: 0.5}, Need: 10})
	b.Clean(0.02, 0.02)
	b.Damp(0.12, 4)
	sum := make([]float64, 5)
	b.Contents(sum)
	if sum[4] < 3*sum[1] {
		t.Errorf("solvent %.4f ml, paint %.4f", sum[4], sum[1])
	}
}

func TestDoubleLoadGivesTwoSides(t *testing.T) {
	f := bare(4)
	b := brush(lesson.Flat, 20)
	b.Load(mark.Dip{Left: onlyWhite, Right: onlyBlue, Filling: mark.Filling{Tip: 1, Heel: 0.8}, Need: 10})
	drag(f, b, 40)
	light, dark := f.Colour(100, 2*34), f.Colour(100, 2*46)
	if light.L < dark.L { // which side is which depends on the way of the stroke
		light, dark = dark, light
	}
	if light.L-dark.L < 25 {
		t.Errorf("the two sides read L* %.0f and %.0f", light.L, dark.L)
	}
}

func TestABrushKeepsToItsPlace(t *testing.T) {
	l := sample.Lesson()
	z := lesson.Zone{ID: "z", Kind: lesson.Field, Outline: []lesson.Point{{X: 20, Y: 30}, {X: 80, Y: 30}, {X: 80, Y: 50}, {X: 20, Y: 50}}}
	f := bare(4)
	b := brush(lesson.Flat, 25)
	b.Load(mark.Dip{Left: onlyBlue, Filling: mark.Filling{Tip: 1, Heel: 0.8}, Need: 10})
	h := mark.Hand{Film: f, Brush: b, Pressure: 0.64, Rng: rand.New(rand.NewPCG(1, 1)), Within: scene.Zone(l, z)}
	h.Make(mark.Stroke{Path: []lesson.Point{{X: 5, Y: 35}, {X: 95, Y: 35}}, From: 1, To: 1})
	if f.Read(100, 80).Top == 0 {
		t.Error("nothing was painted inside")
	}
	for _, at := range [][2]int{{20, 70}, {180, 70}, {100, 50}} {
		if f.Read(at[0], at[1]).Top > 0 {
			t.Errorf("paint at cell %v, more than 2 mm outside", at)
		}
	}
}

func TestSoftHairDisturbsLessThanBristle(t *testing.T) {
	mixed := func(kind lesson.ToolKind) float64 {
		f := bare(4)
		amounts := make([]float64, 5)
		amounts[1] = 60
		f.Coat(amounts, func(int, int) bool { return true })
		f.Begin(1, 1, nil)
		b := brush(kind, 20)
		b.Load(mark.Dip{Left: onlyWhite, Filling: mark.Filling{Tip: 1, Heel: 0.8}, Need: 10})
		drag(f, b, 40)
		return f.TopColour(100, 80).L
	}
	if soft, hard := mixed(lesson.SoftFlat), mixed(lesson.Flat); soft < hard+5 {
		t.Errorf("white over wet blue: top L* %.0f with soft hair, %.0f with bristle", soft, hard)
	}
}

func TestKnifeRollBreaksOnDryWeaveAndLaysCleanOverWet(t *testing.T) {
	covered := func(under float64) float64 {
		f := bare(60)
		amounts := make([]float64, 5)
		amounts[1] = under
		f.Coat(amounts, func(int, int) bool { return true })
		f.Begin(1, 1, nil)
		b := brush(lesson.Knife, 30)
		b.Load(mark.Dip{Left: onlyWhite, Filling: mark.Filling{Tip: 1, Heel: 0.6}, Need: 10})
		h := mark.Hand{Film: f, Brush: b, Pressure: 0.14, Rng: rand.New(rand.NewPCG(1, 1))}
		h.Make(mark.Stroke{Path: []lesson.Point{{X: 20, Y: 40}, {X: 80, Y: 40}}, From: 1, To: 1})
		var hit, all float64
		for y := 60; y < 100; y++ {
			for x := 50; x < 150; x++ {
				all++
				if f.Read(x, y).Mark == 1 {
					hit++
				}
			}
		}
		return hit / all
	}
	if dry, wet := covered(0), covered(70); dry > 0.45 || wet < dry+0.2 {
		t.Errorf("a knife roll covers %.0f %% of dry weave and %.0f %% over wet paint", 100*dry, 100*wet)
	}
}

// Every technique places strokes in every kind of zone, the same ones each time,
// near where it should, and never without end.
func TestEveryTechniqueFindsItsStrokes(t *testing.T) {
	kinds := []lesson.ZoneKind{lesson.Sky, lesson.Disc, lesson.CloudBank, lesson.Mist, lesson.Ridge, lesson.TreeLine, lesson.Hedge,
		lesson.Tree, lesson.Conifer, lesson.BareTree, lesson.Water, lesson.Stream, lesson.Bank, lesson.Field, lesson.Snow, lesson.Path,
		lesson.Rock, lesson.Grass, lesson.Reeds, lesson.Flowers, lesson.Fence, lesson.Wall, lesson.Building}
	for _, info := range lesson.Words().Techniques {
		if !info.Technique.Marks() {
			continue
		}
		for _, kind := range kinds {
			l := sample.Lesson()
			l.Zones[1].Kind = kind
			var tool string
			for _, candidate := range l.Tools {
				if info.Takes(candidate.Kind) {
					tool = candidate.ID
				}
			}
			s := sample.Step("s", "ridge", info.Technique, tool, []string{"ridge", "sky", "dark"}[:min(info.Most, 2)]...)
			whole := scene.Zone(l, l.Zones[1])
			a, b := mark.Make(l, s, whole), mark.Make(l, s, whole)
			if len(a.Strokes) == 0 || len(a.Strokes) > 60000 {
				t.Errorf("%s in a %s: %d strokes", info.Technique, kind, len(a.Strokes))
				continue
			}
			if fmt.Sprint(a.Strokes) != fmt.Sprint(b.Strokes) {
				t.Errorf("%s in a %s is not the same twice", info.Technique, kind)
			}
			for _, st := range a.Strokes {
				if st.Shade < mark.Leftover || st.Shade >= mark.Shades {
					t.Errorf("%s: shade %d", info.Technique, st.Shade)
				}
				for _, q := range st.Path {
					if math.IsNaN(q.X+q.Y) || q.X < -80 || q.X > 180 || q.Y < -40 || q.Y > 120 {
						t.Fatalf("%s in a %s reaches %v", info.Technique, kind, q)
					}
				}
			}
		}
	}
}

// What is painted beside another step must keep to what it says it may reach.
func TestStrokesTouchNothingOutsideTheirReach(t *testing.T) {
	for _, kind := range []lesson.ToolKind{lesson.Flat, lesson.SoftFlat, lesson.Filbert, lesson.Round, lesson.Fan, lesson.SoftFan, lesson.Mop, lesson.Liner, lesson.Dagger, lesson.Worn, lesson.Knife, lesson.PointKnife, lesson.EdgeKnife, lesson.Rag} {
		tool := lesson.Tool{ID: "t", Kind: kind, Width: 14}
		for i, s := range []mark.Stroke{
			{Path: []lesson.Point{{X: 40, Y: 30}, {X: 55, Y: 44}}, From: 1, To: 1},
			{Path: []lesson.Point{{X: 40, Y: 30}, {X: 41, Y: 48}}, From: 1, To: 0.2, Splay: 0.7, Corner: 0.4},
			{Path: []lesson.Point{{X: 40, Y: 30}, {X: 60, Y: 30}}, From: 1, To: 1, Edge: 1, Corner: 0.1},
			{Path: []lesson.Point{{X: 40, Y: 30}, {X: 50, Y: 36}, {X: 46, Y: 40}}, From: 1, To: 1, Edge: 0.5, Taper: 0.6, Manner: mark.Siding},
			{Path: []lesson.Point{{X: 50, Y: 36}}, From: 1, Spread: 5, Corner: 0.4, Flick: 1},
			{Path: []lesson.Point{{X: 50, Y: 36}}, From: 1, Spread: 6, Turn: true},
		} {
			f := bare(4)
			amounts := make([]float64, 5)
			amounts[1] = 20
			f.Coat(amounts, func(int, int) bool { return true })
			rec := f.NewRecord(0, f.H)
			f.Begin(1, 1, rec)
			b := mark.NewBrush(tool, 5, 0.5, 7)
			b.Load(mark.Dip{Left: onlyWhite, Filling: mark.Filling{Tip: 1, Heel: 1}, Need: 10})
			h := mark.Hand{Film: f, Brush: b, Pressure: 1, Rng: rand.New(rand.NewPCG(3, 3))}
			h.Make(s)
			x0, y0, x1, y1 := s.Reach(tool, 0.5)
			touched := 0
			for c, trace := range rec.Cells {
				if trace.Laid == 0 && trace.Taken == 0 {
					continue
				}
				touched++
				if x, y := float64(c%f.W)*0.5, float64(c/f.W)*0.5; x+0.5 < x0 || x > x1 || y+0.5 < y0 || y > y1 {
					t.Errorf("%s, stroke %d: %g, %g mm is touched, outside %g to %g by %g to %g", kind, i, x, y, x0, x1, y0, y1)
					break
				}
			}
			if touched == 0 {
				t.Errorf("%s, stroke %d touches nothing", kind, i)
			}
		}
	}
}

func TestLikeThingsAreNeverIdentical(t *testing.T) {
	l := sample.Lesson()
	whole := scene.Zone(l, l.Zones[2])
	s := sample.Step("a", "trees", lesson.Tap, "filbert10", "dark")
	other := s
	other.ID = "b"
	if fmt.Sprint(mark.Make(l, s, whole).Strokes) == fmt.Sprint(mark.Make(l, other, whole).Strokes) {
		t.Error("two steps make the same marks")
	}
}

func TestAbsurdCoverIsBounded(t *testing.T) {
	l := sample.Lesson()
	l.Tools[4].Width = 0.5
	s := sample.Step("s", "sky", lesson.LinerPull, "liner", "sky")
	s.Cover = 3
	if n := len(mark.Make(l, s, scene.Zone(l, l.Zones[0])).Strokes); n > 60000 {
		t.Errorf("%d strokes", n)
	}
}

// A thing thinner than the tool is pulled along itself, or a trunk that leans has gaps.
func TestAThinTrunkThatLeansIsWhole(t *testing.T) {
	l := sample.Lesson()
	l.Zones[1] = lesson.Zone{ID: "ridge", Name: "Trunk", Plane: l.Zones[1].Plane, Kind: lesson.BareTree,
		Outline: []lesson.Point{{X: 30, Y: 70}, {X: 40, Y: 5}, {X: 43, Y: 5}, {X: 34, Y: 70}}}
	plan := mark.Make(l, sample.Step("s", "ridge", lesson.PullDown, "flat20", "ridge"), scene.Zone(l, l.Zones[1]))
	for y := 6.0; y < 69; y++ {
		middle := 32 - (y-70)*9.5/65
		crossed := false
		for _, s := range plan.Strokes {
			for i := 1; i < len(s.Path); i++ {
				a, b := s.Path[i-1], s.Path[i]
				if y >= min(a.Y, b.Y) && y <= max(a.Y, b.Y) {
					x := a.X + (b.X-a.X)*(y-a.Y)/(b.Y-a.Y)
					crossed = crossed || math.Abs(x-middle) < 4
				}
			}
		}
		if !crossed {
			t.Fatalf("%.0f mm down nothing is pulled", y)
		}
	}
}
