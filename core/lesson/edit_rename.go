package lesson

import (
	"fmt"
	"slices"
)

// Rename calls a mixture, a plane or a zone by another name.
type Rename struct {
	What string `json:"what" enum:"mixture,plane,zone"`
	ID   string `json:"id"`
	Name string `json:"name"`
}

// Apply gives it the name.
func (e Rename) Apply(l *Lesson) (*Lesson, Edit, error) {
	c := *l
	c.Mixtures, c.Planes, c.Zones = slices.Clone(l.Mixtures), slices.Clone(l.Planes), slices.Clone(l.Zones)
	name, err := c.nameOf(e.What, e.ID)
	if err != nil {
		return nil, nil, err
	}
	was := *name
	*name = e.Name
	return &c, Rename{e.What, e.ID, was}, nil
}

// nameOf is where the name of a thing stands.
func (l *Lesson) nameOf(what, id string) (*string, error) {
	switch what {
	case "mixture":
		if i := index(l.Mixtures, id, func(m *Mixture) string { return m.ID }); i >= 0 {
			return &l.Mixtures[i].Name, nil
		}
	case "plane":
		if i := l.Plane(id); i >= 0 {
			return &l.Planes[i].Name, nil
		}
	case "zone":
		if i := index(l.Zones, id, func(z *Zone) string { return z.ID }); i >= 0 {
			return &l.Zones[i].Name, nil
		}
	default:
		return nil, fmt.Errorf("what is %q: say mixture, plane or zone", shorten(what))
	}
	return nil, fmt.Errorf("%s %q is not in the lesson: name one that is", what, shorten(id))
}

// Describe says what is called how.
func (e Rename) Describe(l *Lesson) string {
	was, err := l.nameOf(e.What, e.ID)
	if err != nil {
		return "rename a " + e.What
	}
	return fmt.Sprintf("call “%s” “%s”", *was, e.Name)
}

// SetSupport takes another support. What is drawn stays where it is: see compose.Resize for what
// moves with it.
type SetSupport struct {
	Support Support `json:"support"`
}

// Apply takes it.
func (e SetSupport) Apply(l *Lesson) (*Lesson, Edit, error) {
	c := *l
	c.Support = e.Support
	return &c, SetSupport{l.Support}, nil
}

// Describe says what is painted on.
func (e SetSupport) Describe(l *Lesson) string {
	said := fmt.Sprintf("paint on %s × %s mm", Figure(e.Support.Width), Figure(e.Support.Height))
	if e.Support.Surface != l.Support.Surface {
		return said + ", " + Words().Surface(e.Support.Surface)
	}
	return said
}
