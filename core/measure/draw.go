package measure

import (
	"fmt"
	"image"
	"strings"

	"proxenos/core/lesson"
	"proxenos/core/picture"
)

// Maps are the maps that can be drawn of a picture.
func Maps() []lesson.Term {
	return []lesson.Term{
		{ID: "values-2", Name: "two values", Meaning: "Light and shadow: the pattern that everything hangs on."},
		{ID: "values-3", Name: "three values", Meaning: "Dark, middle and light."},
		{ID: "values-5", Name: "five values", Meaning: "The plan that a block-in follows."},
		{ID: "values-9", Name: "nine values", Meaning: "The value scale, 1 dark to 9 light."},
		{ID: "draws", Name: "what draws the eye", Meaning: "Light where value, colour and edges stand out together."},
	}
}

// KnownMap fails for a map that is not known, naming those that are.
func KnownMap(name string) error {
	var known []string
	for _, m := range Maps() {
		if m.ID == name {
			return nil
		}
		known = append(known, m.ID)
	}
	return fmt.Errorf("map %q is not known: use one of %s", name, strings.Join(known, ", "))
}

// DrawMap draws a map of a picture, width pixels across. It fails for a map that is
// not known.
func DrawMap(p *picture.Picture, name string, width int) (image.Image, error) {
	if err := KnownMap(name); err != nil {
		return nil, err
	}
	for _, n := range PlanSteps() {
		if name == fmt.Sprintf("values-%d", n) {
			return p.Draw(p.Plan(n), width), nil
		}
	}
	return p.Pull().Draw(width), nil
}
