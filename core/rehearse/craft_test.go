package rehearse_test

import (
	"math"
	"slices"
	"testing"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
	"proxenos/core/spectrum"
)

// What painters know of wet oil, a sentence each: the hand, the brush and the pile here,
// time, medium and care in craft_time_test.go. They are asked of whole lessons, so that they
// come out of tool, load, hand and film together.

// rect is an outline.
func rect(x0, y0, x1, y1 float64) []lesson.Point {
	return []lesson.Point{{X: x0, Y: y0}, {X: x1, Y: y0}, {X: x1, Y: y1}, {X: x0, Y: y1}}
}

// with changes a step.
func with(s lesson.Step, change func(s *lesson.Step)) lesson.Step {
	change(&s)
	return s
}

// at is the mean colour of a rectangle, mm.
func at(f *film.Film, x0, y0, x1, y1 float64) (c spectrum.Lab) {
	var n float64
	each(f, x0, y0, x1, y1, func(x, y int) {
		s := f.Colour(x, y)
		c.L, c.A, c.B, n = c.L+s.L, c.A+s.A, c.B+s.B, n+1
	})
	return spectrum.Lab{L: c.L / n, A: c.A / n, B: c.B / n}
}

// each visits the cells of a rectangle, mm.
func each(f *film.Film, x0, y0, x1, y1 float64, do func(x, y int)) {
	for y := int(y0 / f.Cell); y < int(y1/f.Cell); y++ {
		for x := int(x0 / f.Cell); x < int(x1/f.Cell); x++ {
			do(x, y)
		}
	}
}

// thickness lists the wet film in a rectangle from thin to thick, µm, where there is more
// than some.
func thickness(f *film.Film, x0, y0, x1, y1, least float64) (all []float64) {
	each(f, x0, y0, x1, y1, func(x, y int) {
		if h := float64(f.Thickness(x, y)); h > least {
			all = append(all, h)
		}
	})
	slices.Sort(all)
	return all
}

// quantile is that of a sorted list.
func quantile(all []float64, q float64) float64 {
	if len(all) == 0 {
		return 0
	}
	return all[min(len(all)-1, int(q*float64(len(all))))]
}

// mixture is the opaque colour of one of a lesson's mixtures.
func mixture(t *testing.T, l *lesson.Lesson, id string) spectrum.Lab {
	t.Helper()
	m, _ := l.Mixture(id)
	c, err := l.Paints().Colour(m.Parts)
	if err != nil {
		t.Fatal(err)
	}
	return c
}

func TestWhatIsLoadedIsOnTheCanvasInTheToolsInTheTowelsOrBackOnThePile(t *testing.T) {
	l, _ := sample.Terraces(t)
	for i := range l.Steps {
		l.Steps[i].Medium = lesson.Medium{} // solvent would leave
	}
	r := run(t, l, 1)
	base := r.At(0).Volume()
	var all rehearse.Report
	tools := map[string]float64{}
	for i, p := range r.Reports {
		if open := math.Abs(p.Open()); open > 0.001*(p.Had+p.Loaded+p.Off)+1e-6 {
			t.Errorf("%s: %.5f ml of %.3f are open", p.Step, open, p.Had+p.Loaded+p.Off)
		}
		all.Take(&p)
		if l.Steps[i].Technique.Marks() {
			tools[l.Steps[i].Tool] = p.Carried
		}
	}
	inTools := 0.0
	for _, ml := range tools {
		inTools += ml
	}
	in, out := all.Loaded+all.Wetted+base, r.Final.Volume()+inTools+all.Wiped+all.Back
	if math.Abs(in-out) > 0.001*in {
		t.Errorf("loaded and base %.3f ml; canvas, tools, towels and piles %.3f", in, out)
	}
}

// onceSky is a large sky in one blue on a wet white base.
func onceSky() *lesson.Lesson {
	l := sample.Lesson()
	l.Support = lesson.Support{Width: 400, Height: 300, Surface: lesson.FineCanvas}
	l.View.Horizon = 200
	l.Base = lesson.Base{Kind: lesson.WhiteBase, Thickness: 11, Zones: []string{}}
	l.Mixtures = append(l.Mixtures, lesson.Mixture{ID: "blue", Name: "Blue", Parts: []lesson.Part{{Paint: "PW6", Parts: 2}, {Paint: "PB29", Parts: 1}}})
	l.Zones[0].Outline = rect(0, 0, 400, 180)
	l.Tools[0].Width = 50
	l.Steps = []lesson.Step{sample.Step("sky", "sky", lesson.CrissCross, "flat20", "blue")}
	return l
}

func TestOneLoadFromTheTopCornersGradesASkyByItself(t *testing.T) {
	l := onceSky()
	l.Steps[0].Load, l.Steps[0].Pressure = lesson.MediumLoad, lesson.Lightly
	r := run(t, l, 1)
	f := r.Final
	middle, corners, horizon := at(f, 170, 5, 230, 30), at(f, 5, 5, 50, 30).L/2+at(f, 350, 5, 395, 30).L/2, at(f, 100, 150, 300, 175)
	t.Logf("top L* %.1f, its corners %.1f, horizon %.1f, dips %d", middle.L, corners, horizon.L, r.Reports[0].Dips)
	if horizon.L < middle.L+8 {
		t.Errorf("top L* %.1f, horizon %.1f", middle.L, horizon.L)
	}
	if corners > middle.L-3 {
		t.Errorf("corners of the top L* %.1f, its middle %.1f", corners, middle.L)
	}
}

var loads = []lesson.Load{lesson.ThinLoad, lesson.LightLoad, lesson.MediumLoad, lesson.FullLoad, lesson.HeavyLoad}

func TestThinLightMediumAndFullCoverByDegrees(t *testing.T) {
	before := math.Inf(1)
	for _, load := range loads[:4] {
		l := patch(func(l *lesson.Lesson) { l.Ground.Tone = []lesson.Part{{Paint: "PW6", Parts: 1}} },
			with(on("trees", lesson.Tap, "filbert10", "dark"), func(s *lesson.Step) { s.Load, s.Cover = load, 0.8 }))
		c := at(run(t, l, 0.5).Final, 20, 20, 80, 55)
		t.Logf("%s: L* %.1f", load, c.L)
		if c.L > before-4 {
			t.Errorf("%s: L* %.1f after %.1f", load, c.L, before)
		}
		before = c.L
	}
}

func TestACloudLaidFullAndBarelyKeepsItsCrestOnAWetSky(t *testing.T) {
	l := sample.Lesson()
	l.Zones = append(l.Zones, lesson.Zone{ID: "cloud", Name: "Cloud", Plane: "sky", Kind: lesson.CloudBank, Outline: rect(20, 8, 80, 28)})
	l.Steps = []lesson.Step{sample.Step("sky", "sky", lesson.CrissCross, "flat20", "sky"),
		with(sample.Step("cloud", "cloud", lesson.Fluff, "filbert10", "light"), func(s *lesson.Step) { s.Pressure = lesson.Barely })}
	r := run(t, l, 0.5)
	white := mixture(t, l, "light")
	var all []float64
	each(r.Final, 22, 9, 78, 15, func(x, y int) {
		if r.Owner[y*r.Final.W+x] == 1 {
			all = append(all, spectrum.DeltaE(r.Final.Colour(x, y), white))
		}
	})
	slices.Sort(all)
	t.Logf("laid %.1f thick %.1f", r.Reports[1].Laid, r.Reports[1].Thick)
	t.Logf("crest: median ΔE %.1f, nine tenths within %.1f, %d cells", quantile(all, 0.5), quantile(all, 0.9), len(all))
	if d := quantile(all, 0.5); d > 8 || len(all) < 500 {
		t.Errorf("the crest of the cloud is ΔE %.1f from its mixture on %d cells", d, len(all))
	}
}

// trunk is a lesson of one double-loaded tree with the light from a bearing.
func trunk(from float64, tool string) *lesson.Lesson {
	l := patch(func(l *lesson.Lesson) {
		l.Light.From = from
		l.Zones = append(l.Zones, lesson.Zone{ID: "tree", Name: "Tree", Plane: "near", Kind: lesson.BareTree, Outline: rect(25, 5, 75, 72)})
	})
	l.Steps = []lesson.Step{sample.Step("trunk", "tree", lesson.DoubleLoad, tool, "dark", "light")}
	return l
}

func TestADoubleLoadTurnsItsLightSideToTheLight(t *testing.T) {
	for _, tool := range []string{"flat20", "fan15", "filbert10"} {
		var sides [2]float64 // how much lighter the right side is, lit from right and left
		for k, from := range []float64{70, 290} {
			r := run(t, trunk(from, tool), 0.5)
			f := r.Final
			var sum, n float64
			for y := int(45 / f.Cell); y < int(65/f.Cell); y++ { // the foot of the trunk
				x0, x1 := -1, -1
				for x := range f.W {
					if f.Thickness(x, y) > 4 {
						if x0 < 0 {
							x0 = x
						}
						x1 = x
					}
				}
				if w := x1 - x0; w >= 3 {
					left, right := 0.0, 0.0
					q := max(1, w/3)
					for i := range q {
						left += f.Colour(x0+i, y).L / float64(q)
						right += f.Colour(x1-i, y).L / float64(q)
					}
					sum, n = sum+right-left, n+1
				}
			}
			sides[k] = sum / max(1, n)
			if n < 30 {
				t.Errorf("%s: one pull gives no whole trunk: %g rows of 40", tool, n)
			}
		}
		t.Logf("%s: right minus left L* %.1f lit from the right, %.1f from the left", tool, sides[0], sides[1])
		if sides[0] < 12 || sides[1] > -12 {
			t.Errorf("%s: the right side is lighter by L* %.1f lit from the right, by %.1f from the left", tool, sides[0], sides[1])
		}
	}
}

func TestAKnifeLaysThickWithRidgesAtTheMarginsOfItsStroke(t *testing.T) {
	l := patch(nil, with(on("knife", lesson.KnifeBreak, "knife", "light"), func(s *lesson.Step) { s.Cover = 1.5 }))
	r := run(t, l, 0.5)
	all := thickness(r.Final, 15, 15, 85, 60, 20)
	t.Logf("film: median %.0f, 95th %.0f, 99th %.0f µm on %d cells; %.2f ml", quantile(all, 0.5), quantile(all, 0.95), quantile(all, 0.99), len(all), r.Reports[0].On)
	if m, top := quantile(all, 0.5), quantile(all, 0.99); m < 120 || top > 1200 || top < 350 {
		t.Errorf("median %.0f µm, 99th %.0f", m, top)
	}
}

// shoreLesson has wet dark trees over a wet light lake.
func shoreLesson(steps ...lesson.Step) *lesson.Lesson {
	l := sample.Lesson()
	l.Zones = append(l.Zones, lesson.Zone{ID: "lake", Name: "Lake", Plane: "near", Kind: lesson.Water, Outline: rect(0, 40, 100, 75)},
		lesson.Zone{ID: "shore", Name: "Shore trees", Plane: "far", Kind: lesson.TreeLine, Outline: rect(0, 22, 100, 40)})
	l.Steps = append([]lesson.Step{sample.Step("lake", "lake", lesson.LongPull, "flat20", "sky"),
		sample.Step("shore", "shore", lesson.LongPull, "filbert10", "dark")}, steps...)
	return l
}

func TestAPullDownWithoutAMixtureDragsTheTreesIntoTheWater(t *testing.T) {
	pull := with(sample.Step("mirror", "lake", lesson.PullDown, "flat20"), func(s *lesson.Step) { s.Pressure = lesson.Evenly })
	before, r := run(t, shoreLesson(), 0.5).Final, run(t, shoreLesson(pull), 0.5)
	near := at(before, 10, 42, 90, 47).L - at(r.Final, 10, 42, 90, 47).L
	far := at(before, 10, 66, 90, 72).L - at(r.Final, 10, 66, 90, 72).L
	t.Logf("darker by L* %.1f under the shore and %.1f at the foot; loaded %.2f ml", near, far, r.Reports[2].Loaded)
	if near < 10 || far > near/2 || r.Reports[2].Loaded != 0 {
		t.Errorf("the water is darker by L* %.1f under the shore and by %.1f at its foot", near, far)
	}
}

func TestAPushUpWithoutAMixtureLiftsPiledPaintInStreaksOfAllItsColours(t *testing.T) {
	l := patch(func(l *lesson.Lesson) {
		l.Mixtures = append(l.Mixtures, lesson.Mixture{ID: "warm", Name: "Warm", Parts: []lesson.Part{{Paint: "PBr7/burnt-sienna", Parts: 1}, {Paint: "PY43", Parts: 1}}})
		for i, y := range []float64{50, 52.5, 55} {
			l.Zones = append(l.Zones, lesson.Zone{ID: []string{"a", "b", "c"}[i], Name: "Strip", Plane: "near", Kind: lesson.Field, Outline: rect(10, y, 90, y+2.5)})
		}
		l.Zones = append(l.Zones, lesson.Zone{ID: "verge", Name: "Verge", Plane: "near", Kind: lesson.Grass, Outline: rect(10, 50, 90, 57.5)})
		l.View.Horizon = 10
	})
	for i, m := range []string{"light", "warm", "dark"} {
		l.Steps = append(l.Steps, with(sample.Step(m, []string{"a", "b", "c"}[i], lesson.KnifeSlide, "knife", m), func(s *lesson.Step) { s.Load, s.Cover = lesson.HeavyLoad, 2 }))
	}
	l.Steps = append(l.Steps, with(sample.Step("push", "verge", lesson.PushUp, "fan15"), func(s *lesson.Step) { s.Pressure = lesson.Lightly }))
	r := run(t, l, 0.5)
	pile := thickness(r.At(14.9), 15, 51, 85, 57, 0)
	t.Logf("pile median %.0f µm, 99th %.0f; lifted %.3f ml, laid %.3f, marks %d", quantile(pile, 0.5), quantile(pile, 0.99), r.Reports[3].Off, r.Reports[3].On, r.Reports[3].Marks)
	// What stands above the strips has come up from them.
	seen := map[string]int{}
	var cells int
	each(r.Final, 12, 38, 88, 49, func(x, y int) {
		if r.Final.Thickness(x, y) < 4 {
			return
		}
		cells++
		best, which := math.Inf(1), ""
		for _, m := range []string{"light", "warm", "dark"} {
			if d := spectrum.DeltaE(r.Final.Colour(x, y), mixture(t, l, m)); d < best {
				best, which = d, m
			}
		}
		seen[which]++
	})
	t.Logf("above the strips %d cells: %v", cells, seen)
	if cells < 300 {
		t.Errorf("only %d cells stand above the strips", cells)
	}
	for _, m := range []string{"light", "warm", "dark"} {
		if seen[m] < cells/25 {
			t.Errorf("%s is seen on %d of %d cells", m, seen[m], cells)
		}
	}
}

func TestACutInKeepsToTheSilhouettesOfWhatStandsNearer(t *testing.T) {
	l := patch(func(l *lesson.Lesson) {
		l.Zones = append(l.Zones, lesson.Zone{ID: "cloud", Name: "Cloud", Plane: "sky", Kind: lesson.CloudBank, Outline: rect(15, 6, 45, 18)},
			lesson.Zone{ID: "head", Name: "Headland", Plane: "far", Kind: lesson.Ridge, Outline: []lesson.Point{{X: 50, Y: 34}, {X: 75, Y: 12}, {X: 100, Y: 20}, {X: 100, Y: 34}}})
	})
	l.Steps = []lesson.Step{sample.Step("sky", "sky", lesson.CrissCross, "flat20", "sky"),
		sample.Step("cloud", "cloud", lesson.Fluff, "filbert10", "light"),
		sample.Step("head", "head", lesson.LongPull, "filbert10", "dark"),
		sample.Step("again", "sky", lesson.CutIn, "filbert10", "ridge")}
	r := run(t, l, 0.5)
	p := r.Reports[3]
	t.Logf("crossed %.2f cm² of %s, edge %.1f cm; painted %.1f cm²", p.Crossed.Area, p.Crossed.Plane, p.Crossed.Edge, p.Area)
	if p.Crossed.Area > 0.05 || p.Area < 10 {
		t.Errorf("it paints %.1f cm² and goes over %.2f cm² of what stands nearer", p.Area, p.Crossed.Area)
	}
	// The cloud keeps its own paint, the sky close around it is the new one.
	before, after := at(r.At(14.9), 25, 9, 35, 15), at(r.Final, 25, 9, 35, 15)
	if d := spectrum.DeltaE(before, after); d > 2 {
		t.Errorf("the cloud changes by ΔE %.1f", d)
	}
	var bare, rim float64
	f := r.Final
	each(f, 12, 3, 48, 21, func(x, y int) {
		if r.Owner[y*f.W+x] != 0 {
			return
		}
		rim++ // old sky that is left within 1 mm of the cloud is a breathing edge, more is a gap
		for dy := -2; dy <= 2; dy++ {
			for dx := -2; dx <= 2; dx++ {
				if r.Owner[(y+dy)*f.W+x+dx] == 1 {
					return
				}
			}
		}
		bare++
	})
	t.Logf("old sky around the cloud: %g cells, %g farther than 1 mm from it", rim, bare)
	if bare > 300 {
		t.Errorf("%g cells of old sky are left farther than 1 mm from the cloud", bare)
	}
}

func TestAMoonPressedAndTurnedBuildsUpUntilItIsRight(t *testing.T) {
	var d [3]float64
	for n := range d {
		l := patch(func(l *lesson.Lesson) {
			l.Mixtures = append(l.Mixtures, lesson.Mixture{ID: "moon", Name: "Moon", Parts: []lesson.Part{{Paint: "PW6", Parts: 24}, {Paint: "PY43", Parts: 1}}},
				lesson.Mixture{ID: "night", Name: "Night", Parts: []lesson.Part{{Paint: "PW6", Parts: 1}, {Paint: "PB29", Parts: 1}}})
			var round []lesson.Point
			for k := range 16 {
				a := 2 * math.Pi * float64(k) / 16
				round = append(round, lesson.Point{X: 50 + 6*math.Cos(a), Y: 16 + 6*math.Sin(a)})
			}
			l.Zones = append(l.Zones, lesson.Zone{ID: "moon", Name: "Moon", Plane: "sky", Kind: lesson.Disc, Outline: round})
		})
		l.Steps = []lesson.Step{sample.Step("sky", "sky", lesson.CrissCross, "flat20", "night"),
			with(sample.Step("moon", "moon", lesson.PressTurn, "filbert10", "moon"), func(s *lesson.Step) { s.Cover = float64(n + 1) })}
		r := run(t, l, 0.5)
		c := at(r.Final, 47, 13, 53, 19)
		d[n] = spectrum.DeltaE(c, mixture(t, l, "moon"))
		t.Logf("%d presses: ΔE %.1f, L* %.1f; sky L* %.1f, loaded %.3f ml", n+1, d[n], c.L, at(r.Final, 10, 10, 30, 20).L, r.Reports[1].Loaded)
	}
	if d[0] < 8 || d[1] > d[0] || d[2] > 8 {
		t.Errorf("ΔE from its mixture after one, two and three presses: %.1f", d)
	}
}
