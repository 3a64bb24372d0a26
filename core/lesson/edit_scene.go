package lesson

import (
	"fmt"
	"slices"
)

// SetScene changes how the scene is looked at and lit: all of it at once.
type SetScene struct {
	Light Light `json:"light"`
	View  View  `json:"view"`
	Air   Air   `json:"air"`
	Focal Focal `json:"focal"`
}

// SceneOf is the edit that leaves a lesson's scene as it is; change what is wanted.
func SceneOf(l *Lesson) SetScene { return SetScene{l.Light, l.View, l.Air, l.Focal} }

// Apply changes the scene.
func (e SetScene) Apply(l *Lesson) (*Lesson, Edit, error) {
	c := *l
	c.Light, c.View, c.Air, c.Focal = e.Light, e.View, e.Air, e.Focal
	return &c, SceneOf(l), nil
}

// Describe says what becomes different.
func (e SetScene) Describe(l *Lesson) string {
	switch {
	case e.View.Horizon != l.View.Horizon:
		return fmt.Sprintf("move the horizon to %s mm", Figure(e.View.Horizon))
	case e.View.Eye != l.View.Eye:
		return fmt.Sprintf("look from %s m", Figure(e.View.Eye))
	case e.Light.From != l.Light.From || e.Light.Height != l.Light.Height:
		return fmt.Sprintf("let the light come from %s°, %s° high", Figure(e.Light.From), Figure(e.Light.Height))
	case e.Light.Warmth != l.Light.Warmth:
		return "change the warmth of the light"
	case e.Air != l.Air:
		return fmt.Sprintf("change the air to %s", e.Air)
	}
	return "place the focal area"
}

// SetReference says which photograph, and what part of it, the picture is made after.
type SetReference struct {
	Reference Reference `json:"reference"`
}

// Apply sets it.
func (e SetReference) Apply(l *Lesson) (*Lesson, Edit, error) {
	c := *l
	c.Reference = e.Reference
	return &c, SetReference{l.Reference}, nil
}

// Describe says what becomes of the photograph.
func (e SetReference) Describe(l *Lesson) string {
	switch {
	case e.Reference.Photo == "":
		return "put the photograph away"
	case e.Reference.Photo != l.Reference.Photo:
		return "take a photograph for reference"
	}
	return "crop the photograph"
}

// SetPlanes replaces the planes, farthest first.
type SetPlanes struct {
	Planes []Plane `json:"planes"`
}

// Apply replaces them; every zone must keep its plane, which [Check] sees to.
func (e SetPlanes) Apply(l *Lesson) (*Lesson, Edit, error) {
	c := *l
	c.Planes = slices.Clone(e.Planes)
	return &c, SetPlanes{l.Planes}, nil
}

// Describe says what happens to the planes.
func (e SetPlanes) Describe(l *Lesson) string {
	if d := len(e.Planes) - len(l.Planes); d > 0 {
		return "add a plane"
	} else if d < 0 {
		return "take a plane out"
	}
	return "change the planes"
}

// SetZone replaces a zone, or puts a new one at a place in the list, counted from 0.
type SetZone struct {
	At   int  `json:"at"`
	Zone Zone `json:"zone"`
}

// RemoveZone takes a zone out. No step may paint it any more.
type RemoveZone struct {
	Zone string `json:"zone"`
}

// Apply sets the zone.
func (e SetZone) Apply(l *Lesson) (*Lesson, Edit, error) {
	c := *l
	var was int
	var err error
	if c.Zones, was, err = put(l.Zones, e.At, e.Zone, func(z *Zone) string { return z.ID }); err != nil {
		return nil, nil, err
	}
	if was >= 0 {
		return &c, SetZone{was, l.Zones[was]}, nil
	}
	return &c, RemoveZone{e.Zone.ID}, nil
}

// Describe says which zone is set.
func (e SetZone) Describe(l *Lesson) string {
	if _, ok := l.Zone(e.Zone.ID); ok {
		return fmt.Sprintf("change “%s”", e.Zone.Name)
	}
	return fmt.Sprintf("add “%s”", e.Zone.Name)
}

// Apply removes the zone.
func (e RemoveZone) Apply(l *Lesson) (*Lesson, Edit, error) {
	i := index(l.Zones, e.Zone, func(z *Zone) string { return z.ID })
	if i < 0 {
		return nil, nil, fmt.Errorf("zone %q is not in the lesson: name one that is", shorten(e.Zone))
	}
	for k, s := range l.Steps {
		if s.Zone == e.Zone {
			return nil, nil, fmt.Errorf("zone %q is painted by %s: take that step out first", e.Zone, l.Label(k))
		}
	}
	c := *l
	c.Zones = slices.Delete(slices.Clone(l.Zones), i, i+1)
	return &c, SetZone{i, l.Zones[i]}, nil
}

// Describe says which zone goes.
func (e RemoveZone) Describe(l *Lesson) string {
	z, _ := l.Zone(e.Zone)
	return fmt.Sprintf("take “%s” out of the picture", z.Name)
}
