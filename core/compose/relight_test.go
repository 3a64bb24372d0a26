package compose_test

import (
	"context"
	"slices"
	"testing"

	"proxenos/core/compose"
	"proxenos/core/daylight"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/starter"
)

func TestALessonIsRelit(t *testing.T) {
	l, _ := sample.Terraces(t)
	for _, h := range daylight.Hours() {
		light := l.Light
		light.Height, light.Warmth = h.Height, h.Warmth
		e, relit, _, err := compose.Relight(context.Background(), l, light, h.Air, false)
		if err != nil {
			t.Errorf("%s: %v", h.ID, err)
			continue
		}
		next, undo, err := lesson.Apply(l, e)
		if err != nil {
			t.Errorf("%s: %v", h.ID, err)
			continue
		}
		if next.Light != light || next.Haze() != h.Air {
			t.Errorf("%s: light %+v, air %s", h.ID, next.Light, next.Haze())
		}
		for _, r := range relit {
			before, _ := l.Mixture(r.Mixture)
			after, _ := next.Mixture(r.Mixture)
			if slices.Equal(before.Parts, after.Parts) {
				t.Errorf("%s: %s moves by %.1f and stays as it is", h.ID, r.Name, r.Moved)
			}
		}
		if h.ID == "moon" && len(relit) < len(l.Mixtures)/2 {
			t.Errorf("moonlight changes %d of %d mixtures", len(relit), len(l.Mixtures))
		}
		if back, _, err := lesson.Apply(next, undo); err != nil || back.Light != l.Light || back.Mixtures[0].Parts[0] != l.Mixtures[0].Parts[0] {
			t.Errorf("%s: taken back it is another lesson: %v", h.ID, err)
		}
	}
}

func TestGlitterAndShadowsFollowTheLight(t *testing.T) {
	ctx := context.Background()
	lake, err := starter.Make(ctx, starter.Wish{Kind: "lake", Method: lesson.WetBase, Width: 400, Height: 300, Seed: 1, Title: "Lake"})
	if err != nil {
		t.Fatal(err)
	}
	e, _, left, err := compose.Relight(ctx, lake, lesson.Light{From: 10, Height: 9, Warmth: 0.9}, lesson.HazyAir, true)
	if err != nil || len(left) > 0 {
		t.Fatal(err, left)
	}
	next, _, err := lesson.Apply(lake, e)
	if err != nil {
		t.Fatal(err)
	}
	glitter, ok := next.Zone("glitter")
	onWater := slices.ContainsFunc(next.Zones, func(z lesson.Zone) bool { return z.Kind == lesson.Water && z.Plane == glitter.Plane })
	if !ok || !onWater {
		t.Errorf("glitter %+v", glitter)
	}
	if _, _, left, err = compose.Relight(ctx, lake, lesson.Light{From: 180, Height: 40}, lesson.ClearAir, true); err != nil || len(left) == 0 {
		t.Errorf("with the light behind: %v, left %v", err, left)
	}
	snow, err := starter.Make(ctx, starter.Wish{Kind: "snow", Method: lesson.Direct, Width: 400, Height: 300, Seed: 1, Title: "Snow"})
	if err != nil {
		t.Fatal(err)
	}
	shadow := func(l *lesson.Lesson) (x float64, z lesson.Zone) {
		for _, z = range l.Zones {
			if z.Kind == lesson.Shadow {
				for _, p := range z.Outline {
					x += p.X / float64(len(z.Outline))
				}
				return x, z
			}
		}
		return 0, z
	}
	was, _ := shadow(snow)
	e, _, _, err = compose.Relight(ctx, snow, lesson.Light{From: 360 - snow.Light.From, Height: 25, Warmth: 0.3}, lesson.ClearAir, false)
	if err != nil {
		t.Fatal(err)
	}
	if next, _, err = lesson.Apply(snow, e); err != nil {
		t.Fatal(err)
	}
	aside := 1.0 // light that came from the right threw it to the left
	if snow.Light.From > 180 {
		aside = -1
	}
	if is, z := shadow(next); aside*(is-was) <= 5 {
		t.Errorf("light from the other side moves “%s” from %.0f to %.0f mm", z.Name, was, is)
	}
}
