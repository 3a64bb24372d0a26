package compose

import (
	"errors"
	"slices"
	"strings"

	"proxenos/core/lesson"
)

// A Shape is an outline from a drawing, mm, on the canvas.
type Shape struct {
	ID, Name, Kind, Group string
	Outline               []lesson.Point
}

// Draw takes shapes into the picture: those that carry the id of a zone reshape it, the
// others become zones of their group's plane, or of the nearest, and of the kind that
// they say, or fields. It fails when there are none.
func Draw(l *lesson.Lesson, shapes []Shape) (lesson.Edit, error) {
	if len(shapes) == 0 {
		return nil, errors.New("there are no shapes to take in")
	}
	kinds := lesson.ZoneKinds()
	taken := map[string]bool{}
	var all lesson.All
	added := len(l.Zones)
	for _, s := range shapes {
		id := lesson.Slug(strings.TrimPrefix(s.ID, "zone-"))
		if _, ok := l.Zone(id); ok && !taken[id] {
			taken[id] = true
			all = append(all, lesson.Reshape{Zone: id, Outline: s.Outline})
			continue
		}
		if id == "" {
			id = "shape"
		}
		id = lesson.FreeID(id, func(id string) bool { _, there := l.Zone(id); return there || taken[id] })
		taken[id] = true
		z := lesson.Zone{ID: id, Name: shorten(s.Name), Plane: lesson.Slug(s.Group), Kind: lesson.ZoneKind(s.Kind), Outline: s.Outline}
		if strings.TrimSpace(z.Name) == "" {
			z.Name = id
		}
		if l.Plane(z.Plane) < 0 {
			z.Plane = l.Planes[len(l.Planes)-1].ID
		}
		if !slices.Contains(kinds, z.Kind) {
			z.Kind = lesson.Field
		}
		all = append(all, lesson.SetZone{At: added, Zone: z})
		added++
	}
	return all, nil
}
