package starter

import (
	"context"
	"fmt"
	"slices"

	"proxenos/core/compose"
	"proxenos/core/lesson"
)

// A Piece is a part of a picture that is painted alike again and again: steps that can be
// put into any lesson, fitted to it.
type Piece struct {
	ID      string `json:"id"`
	Name    string `json:"name"`
	Meaning string `json:"meaning"`
	kind    Kind
	of      []string                 // zones
	also    func(s lesson.Step) bool // steps beside those of the zones
}

// Pieces lists what can be put in.
func Pieces() []Piece {
	mirrored := func(s lesson.Step) bool { return s.Where == lesson.Mirror }
	return []Piece{
		{"far-trees", "Far tree line and its reflection", "Trees tapped along a level foot, a few lit crowns, pulled down into the water.", Lake, []string{"shore"}, mirrored},
		{"cloud", "A cloud", "The grey underside in small circles, the lit top fluffed up.", Lake, []string{"cloud"}, nil},
		{"hills", "Far hills in two planes", "One pale, one nearer and darker, light on the sides that face it.", Lake, []string{"far", "hills", "near"}, nil},
		{"conifers", "Three conifers", "Dark against the light, from the tip down, no two of a size.", Lake, []string{"first", "second", "third"}, nil},
		{"rocks", "Rocks in the surf", "Dark shapes, light broken over them, foam at their foot.", Coast, []string{"rock", "rock-far", "surf"}, nil},
		{"trunks", "Trunks", "Each in one dark pull, light on one side, broken like bark.", Wood, []string{"trunk-left", "trunk-right", "trunk-thin", "trunk-lean"}, nil},
		{"tree", "A tree with its shadow", "The dark mass, clusters of middle green, the last lights, the shadow on the field.", Fields, []string{"tree", "shadow"}, nil},
		{"barn", "A barn in snow", "Boards pulled down, snow on the roof, its shadow blue and flat.", Snow, []string{"barn", "roof", "barn-shadow"}, nil},
		{"grass", "Grass in layers", "A dark band, blades pushed up, a few in light.", Lake, []string{"front"}, nil},
	}
}

// PutIn is the edit that puts a piece into a lesson before the step at a place.
func PutIn(ctx context.Context, l *lesson.Lesson, piece string, at int) (*compose.Fitted, error) {
	for _, p := range Pieces() {
		if p.ID != piece {
			continue
		}
		from, err := Make(ctx, Wish{Kind: p.kind, Method: l.Method, Width: 400, Height: 300, Seed: 1})
		if err != nil {
			return nil, err
		}
		water := slices.ContainsFunc(l.Zones, func(z lesson.Zone) bool { return z.Kind == lesson.Water })
		var steps []string
		for _, s := range from.Steps {
			also := p.also != nil && p.also(s) && water
			if slices.Contains(p.of, s.Zone) && !s.Medium.Acrylic || also {
				steps = append(steps, s.ID)
			}
		}
		return compose.Bring(ctx, l, from, steps, at)
	}
	return nil, fmt.Errorf("piece %q is not known: use one of the pieces", piece)
}
