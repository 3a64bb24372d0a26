package compose

import (
	"context"
	"fmt"
	"math"
	"slices"

	"proxenos/core/daylight"
	"proxenos/core/lesson"
	"proxenos/core/paint"
	"proxenos/core/recipe"
	"proxenos/core/scene"
	"proxenos/core/spectrum"
)

// Relit is what a change of light makes of one mixture.
type Relit struct {
	Mixture string        `json:"mixture"`
	Name    string        `json:"name"`
	Plane   string        `json:"plane" doc:"where it shows first"`
	Role    daylight.Role `json:"role" doc:"how most of what it paints stands to the light"`
	Was     string        `json:"was" doc:"#rrggbb"`
	Wanted  string        `json:"wanted"`
	Is      string        `json:"is" doc:"what the recipe makes"`
	Moved   float64       `json:"moved" doc:"ΔE00 from what it was to what is wanted"`
	Delta   float64       `json:"delta" doc:"ΔE00 from what is wanted to the recipe"`
	Says    string        `json:"says" doc:"the recipe, in words"`
}

const (
	movedLeast = 2.0  // ΔE00 from which a mixture is mixed anew
	darkest    = 17.0 // L* that oil paint reaches
	lightest   = 94.0
)

// Relight changes the light and the air of a lesson and lets everything follow: every
// mixture takes the colour that what it paints has in that light, cast shadows fall the
// new way, and with glitter the light lies on the water where it would. It returns what
// became of the mixtures too, and what could not follow.
func Relight(ctx context.Context, l *lesson.Lesson, light lesson.Light, air lesson.Air, glitter bool) (lesson.Edit, []Relit, []string, error) {
	set := lesson.SceneOf(l)
	set.Light, set.Air = light, air
	all := lesson.All{set}
	next, _, err := lesson.Apply(l, set)
	if err != nil {
		return nil, nil, nil, err
	}
	solver, err := recipe.New(l.Paints(), l.Palette)
	if err != nil {
		return nil, nil, nil, err
	}
	change := daylight.Between(l, light, air)
	relit := []Relit{}
	for _, m := range l.Mixtures {
		u := usesOf(l, m.ID)
		if len(u.roles) == 0 {
			continue
		}
		coat, err := l.Paints().Mix(m.Parts)
		if err != nil {
			return nil, nil, nil, err
		}
		now := paint.Seen(coat.Opaque())
		then := change.Seen(now, u.metres, u.roles)
		was, wanted := spectrum.D65().Lab(&now), spectrum.D65().Lab(&then)
		wanted.L = min(lightest, max(darkest, wanted.L))
		moved := spectrum.DeltaE(was, wanted)
		if moved < movedLeast {
			continue
		}
		a, err := solver.Solve(ctx, wanted, recipe.Options{Want: 1})
		if err != nil {
			return nil, nil, nil, fmt.Errorf("%s: %w", m.Name, err)
		}
		best := a.Recipes[0]
		relit = append(relit, Relit{m.ID, m.Name, u.plane, u.most(), was.RGB().Hex(), wanted.RGB().Hex(), best.Lab.RGB().Hex(), moved, best.Delta, recipe.Say(recipe.Parts(best.Parts))})
		all = append(all, lesson.SetParts{Mixture: m.ID, Parts: recipe.Parts(best.Parts)})
	}
	shadows, left := moveShadows(next)
	all = append(all, shadows...)
	if glitter {
		e, why, err := layGlitter(ctx, l, next, light, air)
		if err != nil {
			return nil, nil, nil, err
		}
		if why != "" {
			left = append(left, why)
		}
		all = append(all, e...)
	}
	return all, relit, left, nil
}

// uses is how a mixture shows: how what it paints stands to the light, by area, how far
// away the most of it is, and in which plane it comes first.
type uses struct {
	roles  map[daylight.Role]float64
	metres float64
	plane  string
}

func (u uses) most() (role daylight.Role) {
	for r, w := range u.roles {
		if w > u.roles[role] || w == u.roles[role] && r < role {
			role = r
		}
	}
	return role
}

func usesOf(l *lesson.Lesson, mixture string) uses {
	u := uses{roles: map[daylight.Role]float64{}}
	var most float64
	for _, s := range l.Steps {
		at := slices.Index(s.Mixtures, mixture)
		z, ok := l.Zone(s.Zone)
		p := l.Plane(z.Plane)
		if at < 0 || !ok || p < 0 {
			continue
		}
		weight := lesson.Area(z.Outline) * min(1, s.Cover)
		down := 0.5
		if n := len(s.Mixtures); n > 1 {
			down = float64(at) / float64(n-1)
		}
		for role, w := range rolesOf(z, s, down) {
			u.roles[role] += w * weight
		}
		if u.plane == "" {
			u.plane = z.Plane
		}
		if weight > most {
			most, u.metres = weight, l.Planes[p].Distance
			if z.Kind == lesson.Sky || z.Kind == lesson.Disc || z.Kind == lesson.CloudBank || z.Kind == lesson.Water {
				u.metres = 0 // sky is no thing behind air, and water shows the sky
			}
		}
	}
	return u
}

// rolesOf says how what a step paints stands to the light. down is where its colour lies
// in a gradation, 0 at the top.
func rolesOf(z lesson.Zone, s lesson.Step, down float64) map[daylight.Role]float64 {
	switch z.Kind {
	case lesson.Sky:
		return map[daylight.Role]float64{daylight.High: 1 - down, daylight.Low: down}
	case lesson.Disc:
		return map[daylight.Role]float64{daylight.Sun: 1}
	case lesson.Mist:
		return map[daylight.Role]float64{daylight.Low: 1}
	case lesson.Water: // the sky upside down
		return map[daylight.Role]float64{daylight.Low: 1.2 - down, daylight.High: down + 0.2}
	case lesson.Shadow:
		return map[daylight.Role]float64{daylight.Shaded: 1}
	case lesson.Image:
		return map[daylight.Role]float64{daylight.Shaded: 1, daylight.Half: 1}
	}
	switch s.Where {
	case lesson.Lit, lesson.Crest:
		return map[daylight.Role]float64{daylight.Lit: 1}
	case lesson.Shaded, lesson.Foot:
		return map[daylight.Role]float64{daylight.Shaded: 1}
	}
	return map[daylight.Role]float64{daylight.Half: 1}
}

// moveShadows lets cast shadows fall as the light of the lesson throws them.
func moveShadows(l *lesson.Lesson) (all lesson.All, left []string) {
	for _, z := range l.Zones {
		of, ok := l.Zone(z.Of)
		if z.Kind != lesson.Shadow || !ok {
			continue
		}
		if outline := scene.ShadowOf(l, of, 0); len(outline) >= 3 && lesson.Area(outline) > leastArea {
			all = append(all, lesson.Reshape{Zone: z.ID, Outline: outline})
		} else {
			left = append(left, fmt.Sprintf("“%s” stays: in this light it would fall off the ground that shows", z.Name))
		}
	}
	return all, left
}

// layGlitter puts the path of the light on the largest water, with a step for it. why
// says why there is none.
func layGlitter(ctx context.Context, l, next *lesson.Lesson, light lesson.Light, air lesson.Air) (all lesson.All, why string, err error) {
	var water lesson.Zone
	sunX := math.NaN()
	for _, z := range l.Zones {
		if z.Kind == lesson.Water && (water.ID == "" || lesson.Area(z.Outline) > lesson.Area(water.Outline)) {
			water = z
		}
		if z.Kind == lesson.Disc {
			sunX = 0
			for _, p := range z.Outline {
				sunX += p.X / float64(len(z.Outline))
			}
		}
	}
	if water.ID == "" {
		return nil, "there is no water for the light to lie on", nil
	}
	top, bottom := math.Inf(1), math.Inf(-1)
	for _, p := range water.Outline {
		top, bottom = min(top, p.Y), max(bottom, p.Y)
	}
	outline := daylight.Glitter(next, light, sunX, top, bottom)
	if len(outline) < 3 || lesson.Area(outline) < leastArea {
		return nil, "this light does not glitter on the water here: it would have to stand lower, in front", nil
	}
	tool, ok := l.ToolFor(lesson.KnifeLine, 30)
	if !ok {
		return nil, "", fmt.Errorf("none of the lesson's tools can %s: add a knife", lesson.KnifeLine.Info().Verb())
	}
	sun := daylight.New(light, air).On(daylight.Sun)
	for i := range sun {
		sun[i] = min(0.93, sun[i])
	}
	parts, err := mixed(ctx, l, spectrum.D65().Lab(&sun))
	if err != nil {
		return nil, "", err
	}
	zone := lesson.Zone{ID: free(l, "glitter"), Name: "Glitter", Plane: water.Plane, Kind: lesson.Stream, Ragged: 2, Outline: outline}
	mixture := lesson.Mixture{ID: lesson.FreeID("glitter", func(id string) bool { _, there := l.Mixture(id); return there }), Name: "Glitter", Parts: parts}
	step := lesson.Step{ID: lesson.FreeID("glitter", func(id string) bool { return l.Step(id) >= 0 }), Zone: zone.ID, Where: lesson.Whole, Technique: lesson.KnifeLine, Tool: tool.ID,
		Mixtures: []string{mixture.ID}, Load: lesson.HeavyLoad, Pressure: lesson.Barely, Care: lesson.Fresh, Cover: 0.35, Minutes: 3, Words: "Level touches of the light on the water: dots far, dashes near, fewer to the sides."}
	return lesson.All{lesson.SetZone{At: len(l.Zones), Zone: zone}, lesson.AddMixture{Mixture: mixture}, lesson.Insert{At: placeFor(l, water.Plane), Step: step}}, "", nil
}
