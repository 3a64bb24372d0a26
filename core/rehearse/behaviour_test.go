package rehearse_test

import (
	"testing"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
	"proxenos/core/spectrum"
)

// These are the ways of wet oil that every painter knows. They are asked of whole
// lessons, so that they come out of tool, load, hand and film together.

// patch is a lesson on one field in the middle of a canvas.
func patch(change func(l *lesson.Lesson), steps ...lesson.Step) *lesson.Lesson {
	l := sample.Lesson()
	l.Zones = append(l.Zones, lesson.Zone{ID: "field", Name: "Field", Plane: "near", Kind: lesson.Field,
		Outline: []lesson.Point{{X: 10, Y: 10}, {X: 90, Y: 10}, {X: 90, Y: 65}, {X: 10, Y: 65}}})
	l.Steps = steps
	if change != nil {
		change(l)
	}
	return l
}

// on is a step on that field.
func on(id string, t lesson.Technique, tool, mixture string, change ...func(s *lesson.Step)) lesson.Step {
	s := sample.Step(id, "field", t, tool, mixture)
	if mixture == "" {
		s.Mixtures = []string{}
	}
	for _, c := range change {
		c(&s)
	}
	return s
}

// dark lays a thick wet dark on the field; how much is for cover to say.
func dark(cover float64) lesson.Step {
	return on("dark", lesson.LongPull, "flat20", "dark", func(s *lesson.Step) { s.Load, s.Cover = lesson.HeavyLoad, cover })
}

func light(load lesson.Load, pressure lesson.Pressure) lesson.Step {
	return on("light", lesson.LongPull, "filbert10", "light", func(s *lesson.Step) { s.Load, s.Pressure = load, pressure })
}

// report is that of the last step.
func report(t *testing.T, l *lesson.Lesson) rehearse.Report {
	t.Helper()
	r := run(t, l, 0.5)
	return r.Reports[len(r.Reports)-1]
}

func TestThinLoadLiftsAndHeavyLoadCovers(t *testing.T) {
	thin, heavy := report(t, patch(nil, dark(2), light(lesson.ThinLoad, lesson.Evenly))), report(t, patch(nil, dark(2), light(lesson.HeavyLoad, lesson.Lightly)))
	if thin.Off < thin.On {
		t.Errorf("a thin load lays %.3f ml and lifts %.3f", thin.On, thin.Off)
	}
	if heavy.On < 3*heavy.Off {
		t.Errorf("a heavy load lays %.3f ml and lifts %.3f", heavy.On, heavy.Off)
	}
	if heavy.Delta > 0.6*thin.Delta {
		t.Errorf("off its colour: ΔE %.1f heavy, %.1f thin", heavy.Delta, thin.Delta)
	}
}

func TestLightPressureKeepsTheLowerColourAndFirmMixes(t *testing.T) {
	soft, firm := report(t, patch(nil, dark(2), light(lesson.FullLoad, lesson.Barely))), report(t, patch(nil, dark(2), light(lesson.FullLoad, lesson.Firmly)))
	if soft.Delta > 0.7*firm.Delta || firm.Mud < soft.Mud+0.2 {
		t.Errorf("barely touching: ΔE %.1f, %.0f %% mud; firmly: ΔE %.1f, %.0f %%", soft.Delta, 100*soft.Mud, firm.Delta, 100*firm.Mud)
	}
}

func TestMoreWetPaintBelowMakesMoreMud(t *testing.T) {
	before := -1.0
	for _, cover := range []float64{0.4, 1, 2.5} {
		d := report(t, patch(nil, dark(cover), light(lesson.MediumLoad, lesson.Evenly))).Delta
		if d < before {
			t.Errorf("with cover %g of dark below, ΔE %.1f, less than %.1f with less", cover, d, before)
		}
		before = d
	}
}

// Scraping works at once, blotting within minutes, waiting takes longest.
func TestBlotWaitAndScrapeEachMakeLessMud(t *testing.T) {
	after := func(between ...lesson.Step) float64 {
		steps := append([]lesson.Step{dark(2.5)}, between...)
		return report(t, patch(nil, append(steps, light(lesson.MediumLoad, lesson.Lightly))...)).Delta
	}
	rest := func(technique lesson.Technique, tool string, minutes float64) lesson.Step {
		return on("rest", technique, tool, "", func(s *lesson.Step) {
			s.Minutes = minutes
			if technique == lesson.Wait {
				s.Zone = ""
			}
		})
	}
	mud := after()
	scrape, blot, wait := after(rest(lesson.Scrape, "knife", 1)), after(rest(lesson.Blot, "towel", 12)), after(rest(lesson.Wait, "", 45))
	for name, d := range map[string]float64{"a scrape of 1 min": scrape, "a blot of 12 min": blot, "a wait of 45 min": wait} {
		if d > 0.93*mud {
			t.Errorf("%s leaves ΔE %.1f of %.1f", name, d, mud)
		}
	}
	if short := after(rest(lesson.Wait, "", 5)); short < wait {
		t.Errorf("5 minutes of waiting leave ΔE %.1f, 45 leave %.1f", short, wait)
	}
}

func TestTheBaseCoatMustBeRight(t *testing.T) {
	pull := func(micron float64) (rehearse.Report, spectrum.Lab) {
		l := patch(func(l *lesson.Lesson) {
			if micron > 0 {
				l.Base = lesson.Base{Kind: lesson.WhiteBase, Thickness: micron}
			}
			l.Support.Surface = lesson.Canvas
		}, on("dark", lesson.LongPull, "flat20", "dark", func(s *lesson.Step) { s.Load = lesson.MediumLoad }))
		r := run(t, l, 0.5)
		return r.Reports[0], mean(r.Final, 30, 170)
	}
	none, _ := pull(0)
	right, good := pull(11)
	heavy, sloppy := pull(60)
	if none.On > 0.9*right.On {
		t.Errorf("without a base the brush lays %.3f ml, with one %.3f: it should drag", none.On, right.On)
	}
	if heavy.On > 0.9*right.On {
		t.Errorf("on a heavy base it lays %.3f ml, on a right one %.3f: it should slide", heavy.On, right.On)
	}
	if sloppy.L < good.L+6 {
		t.Errorf("the dark reads L* %.0f on a right base and %.0f on a heavy one: it should grey", good.L, sloppy.L)
	}
}

// mean is the mean colour of the field between two columns.
func mean(f *film.Film, x0, x1 int) (c spectrum.Lab) {
	var n float64
	for y := 40; y < 110; y += 2 {
		for x := x0; x < x1; x += 2 {
			s := f.Colour(x, y)
			c.L, c.A, c.B, n = c.L+s.L, c.A+s.A, c.B+s.B, n+1
		}
	}
	return spectrum.Lab{L: c.L / n, A: c.A / n, B: c.B / n}
}

func TestDryDragBreaksOnCanvasAndCoversAPanel(t *testing.T) {
	covered := func(s lesson.Surface) float64 {
		l := patch(func(l *lesson.Lesson) { l.Support.Surface = s },
			on("drag", lesson.DryDrag, "worn20", "light", func(s *lesson.Step) { s.Load, s.Pressure, s.Cover = lesson.LightLoad, lesson.Lightly, 3 }))
		f := run(t, l, 0.5).Final
		var hit, all float64
		for y := 40; y < 110; y++ {
			for x := 40; x < 160; x++ {
				all++
				if f.Read(x, y).Top > 0.5 {
					hit++
				}
			}
		}
		return hit / all
	}
	if c := covered(lesson.Canvas); c < 0.25 || c > 0.6 {
		t.Errorf("on canvas a dry drag covers %.0f %%", 100*c)
	}
	if c := covered(lesson.SmoothPanel); c < 0.8 {
		t.Errorf("on a smooth panel it covers %.0f %%", 100*c)
	}
}

func TestADampBrushThinsWhatFollows(t *testing.T) {
	solvent := func(care lesson.Care) float64 {
		l := patch(nil, on("first", lesson.LongPull, "filbert10", "dark"),
			on("second", lesson.LongPull, "filbert10", "light", func(s *lesson.Step) { s.Where, s.Care, s.Load = lesson.Right, care, lesson.MediumLoad }))
		f := run(t, l, 0.5).Final
		sum := make([]float64, f.N)
		for y := 40; y < 110; y++ {
			for x := 140; x < 170; x++ {
				f.Amounts(x, y, sum)
			}
		}
		var all float64
		for _, v := range sum {
			all += v
		}
		return sum[f.N-1] / all
	}
	if dry, damp := solvent(lesson.RinseDry), solvent(lesson.RinseDamp); dry > 0.005 || damp < 0.008 {
		t.Errorf("solvent in the paint: %.1f %% from a dry brush, %.1f %% from a damp one", 100*dry, 100*damp)
	}
}

// A glaze over dry paint tints it and leaves what is below to be seen.
func TestAGlazeKeepsWhatIsBelowInSight(t *testing.T) {
	halves := func(glaze bool) (left, right spectrum.Lab) {
		steps := []lesson.Step{
			on("l", lesson.LongPull, "flat20", "light", func(s *lesson.Step) { s.Where, s.Medium = lesson.Left, lesson.Medium{Alkyd: 20} }),
			on("r", lesson.LongPull, "flat20", "ridge", func(s *lesson.Step) { s.Where, s.Medium = lesson.Right, lesson.Medium{Alkyd: 20} }),
			{ID: "dry", Where: lesson.Whole, Technique: lesson.Dry, Mixtures: []string{}, Load: lesson.MediumLoad, Pressure: lesson.Evenly, Care: lesson.Fresh, Cover: 1, Minutes: 1, Days: 20},
		}
		if glaze {
			steps = append(steps, on("glaze", lesson.Glaze, "soft20", "dark", func(s *lesson.Step) {
				s.Load, s.Pressure, s.Medium = lesson.LightLoad, lesson.Lightly, lesson.Medium{Oil: 40, Alkyd: 35}
			}))
		}
		f := run(t, patch(nil, steps...), 0.5).Final
		return mean(f, 30, 60), mean(f, 140, 170)
	}
	l0, r0 := halves(false)
	l1, r1 := halves(true)
	if spectrum.DeltaE(l0, l1) < 3 || l1.L > l0.L-3 {
		t.Errorf("the glaze changes the light half by ΔE %.1f: it should tint it", spectrum.DeltaE(l0, l1))
	}
	if before, after := spectrum.DeltaE(l0, r0), spectrum.DeltaE(l1, r1); after < 0.35*before {
		t.Errorf("the two halves differed by ΔE %.1f and under the glaze by %.1f", before, after)
	}
}

func TestAcrylicDoesNotTakeOnOil(t *testing.T) {
	acrylic := on("acrylic", lesson.LongPull, "flat20", "light", func(s *lesson.Step) { s.Medium.Acrylic = true })
	over := func(first ...lesson.Step) rehearse.Report { return report(t, patch(nil, append(first, acrylic)...)) }
	if free := over(); free.Refused > 0 || free.Area < 30 {
		t.Errorf("on the ground acrylic paints %.0f cm² and is refused on %.0f", free.Area, free.Refused)
	}
	wet := over(dark(1.5))
	if wet.Refused < 30 || wet.Area > 0.15*wet.Refused {
		t.Errorf("on wet oil it paints %.0f cm² and is refused on %.0f", wet.Area, wet.Refused)
	}
	thin := on("thin", lesson.LongPull, "flat20", "dark", func(s *lesson.Step) { s.Load, s.Medium = lesson.LightLoad, lesson.Medium{Alkyd: 20} })
	rest := lesson.Step{ID: "rest", Where: lesson.Whole, Technique: lesson.Dry, Mixtures: []string{}, Load: lesson.MediumLoad, Pressure: lesson.Evenly, Care: lesson.Fresh, Cover: 1, Minutes: 1, Days: 30}
	dry := over(thin, rest)
	if dry.Refused < 20 {
		t.Errorf("on dry oil it is refused on %.0f cm²", dry.Refused)
	}
	// Oil over acrylic is sound, and does not stir it.
	block := acrylic
	block.ID = "block"
	oil := report(t, patch(nil, block, light(lesson.MediumLoad, lesson.Firmly)))
	if oil.Refused > 0 || oil.Mud > 0.02 {
		t.Errorf("oil over acrylic: refused on %.0f cm², %.0f %% mud", oil.Refused, 100*oil.Mud)
	}
}

func TestThinPaintDriesInDaysAndThickDoesNot(t *testing.T) {
	dried := func(load lesson.Load, cover, days float64, medium lesson.Medium) float64 {
		rest := lesson.Step{ID: "rest", Where: lesson.Whole, Technique: lesson.Dry, Mixtures: []string{}, Load: lesson.MediumLoad, Pressure: lesson.Evenly, Care: lesson.Fresh, Cover: 1, Minutes: 1, Days: days}
		r := run(t, patch(nil, on("p", lesson.LongPull, "flat20", "dark", func(s *lesson.Step) { s.Load, s.Cover, s.Medium = load, cover, medium }), rest), 0.5)
		return r.Reports[1].Dried / r.Reports[0].Area
	}
	if d := dried(lesson.LightLoad, 0.8, 5, lesson.Medium{}); d < 0.9 {
		t.Errorf("%.0f %% of a thin film is dry after 5 days", 100*d)
	}
	if d := dried(lesson.HeavyLoad, 3, 5, lesson.Medium{}); d > 0.3 {
		t.Errorf("%.0f %% of a thick film is dry after 5 days", 100*d)
	}
	if oil, alkyd := dried(lesson.MediumLoad, 1.5, 2, lesson.Medium{Oil: 20}), dried(lesson.MediumLoad, 1.5, 2, lesson.Medium{Alkyd: 30}); alkyd < oil+0.2 {
		t.Errorf("after 2 days %.0f %% with oil and %.0f %% with alkyd", 100*oil, 100*alkyd)
	}
}

func TestWarmRoomsSetPaintSooner(t *testing.T) {
	set := func(celsius float64) float64 {
		l := patch(func(l *lesson.Lesson) { l.Room.Temperature = celsius }, dark(1),
			lesson.Step{ID: "wait", Where: lesson.Whole, Technique: lesson.Wait, Mixtures: []string{}, Load: lesson.MediumLoad, Pressure: lesson.Evenly, Care: lesson.Fresh, Cover: 1, Minutes: 30})
		return run(t, l, 0.5).Final.Read(100, 70).Set
	}
	if cold, warm := set(12), set(28); warm < 1.8*cold {
		t.Errorf("after half an hour: set %.2f at 12 °C, %.2f at 28 °C", cold, warm)
	}
}
