package lesson

import (
	"fmt"
	"slices"
)

// mustMixture is the place of a mixture.
func (l *Lesson) mustMixture(id string) (int, error) {
	i := index(l.Mixtures, id, func(m *Mixture) string { return m.ID })
	if i < 0 {
		return i, fmt.Errorf("mixture %q is not in the lesson: name one that is", shorten(id))
	}
	return i, nil
}

// Apply changes the part.
func (e SetPart) Apply(l *Lesson) (*Lesson, Edit, error) {
	i, err := l.mustMixture(e.Mixture)
	if err != nil {
		return nil, nil, err
	}
	parts := slices.Clone(l.Mixtures[i].Parts)
	j := index(parts, e.Paint, func(p *Part) string { return p.Paint })
	old := 0.0
	switch {
	case j >= 0 && e.Parts == 0:
		c, undo := l.withParts(i, slices.Delete(parts, j, j+1))
		return c, undo, nil // all of the old parts, for its place matters
	case j >= 0:
		old = parts[j].Parts
		parts[j].Parts = e.Parts
	case e.Parts == 0:
		return nil, nil, fmt.Errorf("mixture %q has no %s to take out", e.Mixture, e.Paint)
	default:
		parts = append(parts, Part{Paint: e.Paint, Parts: e.Parts})
	}
	c, _ := l.withParts(i, parts)
	return c, SetPart{e.Mixture, e.Paint, old}, nil
}

// withParts gives mixture i other parts. What is no longer worked in needs no letting
// down any more.
func (l *Lesson) withParts(i int, parts []Part) (*Lesson, Edit) {
	c := *l
	c.Mixtures = slices.Clone(l.Mixtures)
	old := l.Mixtures[i]
	m := &c.Mixtures[i]
	m.Parts = slices.Clone(parts)
	m.Tints = slices.DeleteFunc(slices.Clone(m.Tints), func(t Part) bool {
		return index(m.Parts, t.Paint, func(p *Part) string { return p.Paint }) < 1
	})
	if len(m.Tints) < len(old.Tints) {
		return &c, All{SetParts{old.ID, old.Parts}, SetTints{old.ID, old.Tints}}
	}
	return &c, SetParts{old.ID, old.Parts}
}

// Describe says what the part becomes.
func (e SetPart) Describe(l *Lesson) string {
	name := e.Mixture
	if m, ok := l.Mixture(e.Mixture); ok {
		name = m.Name
	}
	if e.Parts == 0 {
		return fmt.Sprintf("take %s out of “%s”", e.Paint, name)
	}
	return fmt.Sprintf("make %s in “%s” %s parts", e.Paint, name, Figure(e.Parts))
}

// SetParts gives a mixture another recipe.
type SetParts struct {
	Mixture string `json:"mixture"`
	Parts   []Part `json:"parts"`
}

func (e SetParts) Apply(l *Lesson) (*Lesson, Edit, error) {
	i, err := l.mustMixture(e.Mixture)
	if err != nil {
		return nil, nil, err
	}
	c, undo := l.withParts(i, e.Parts)
	return c, undo, nil
}

func (e SetParts) Describe(l *Lesson) string {
	name := e.Mixture
	if m, ok := l.Mixture(e.Mixture); ok {
		name = m.Name
	}
	return fmt.Sprintf("mix “%s” by another recipe", name)
}

// AddMixture brings a mixture to the palette, with the paints that it needs: behind the others,
// or at a place, counted from 1.
type AddMixture struct {
	Mixture Mixture `json:"mixture"`
	At      int     `json:"at,omitempty"`
}

// RemoveMixture takes a mixture off the palette, with the paints named, which nothing
// else may use.
type RemoveMixture struct {
	Mixture string   `json:"mixture"`
	Paints  []string `json:"paints"`
}

// Apply adds the mixture.
func (e AddMixture) Apply(l *Lesson) (*Lesson, Edit, error) {
	if _, there := l.Mixture(e.Mixture.ID); there {
		return nil, nil, fmt.Errorf("mixture %q is there already: give the new one its own id", e.Mixture.ID)
	}
	if e.At < 0 || e.At > len(l.Mixtures)+1 {
		return nil, nil, fmt.Errorf("at is %d: give a place from 1 to %d, or none", e.At, len(l.Mixtures)+1)
	}
	c := *l
	at := len(l.Mixtures)
	if e.At > 0 {
		at = e.At - 1
	}
	c.Mixtures = slices.Insert(slices.Clone(l.Mixtures), at, e.Mixture)
	c.Palette = slices.Clone(l.Palette)
	brought := []string{}
	for _, p := range e.Mixture.Parts {
		if !slices.Contains(c.Palette, p.Paint) {
			c.Palette = append(c.Palette, p.Paint)
			brought = append(brought, p.Paint)
		}
	}
	return &c, RemoveMixture{e.Mixture.ID, brought}, nil
}

// Describe says what is added.
func (e AddMixture) Describe(*Lesson) string {
	return fmt.Sprintf("add the mixture “%s”", e.Mixture.Name)
}

// Apply removes the mixture. It fails while a step uses it.
func (e RemoveMixture) Apply(l *Lesson) (*Lesson, Edit, error) {
	i, err := l.mustMixture(e.Mixture)
	if err != nil {
		return nil, nil, err
	}
	for k, s := range l.Steps {
		if slices.Contains(s.Mixtures, e.Mixture) {
			return nil, nil, fmt.Errorf("mixture %q is used by %s: give that another one first", e.Mixture, l.Label(k))
		}
	}
	c := *l
	c.Mixtures = slices.Delete(slices.Clone(l.Mixtures), i, i+1)
	c.Palette = slices.DeleteFunc(slices.Clone(l.Palette), func(key string) bool { return slices.Contains(e.Paints, key) })
	back := AddMixture{Mixture: l.Mixtures[i]}
	if i < len(l.Mixtures)-1 {
		back.At = i + 1
	}
	if len(c.Palette) < len(l.Palette) && !slices.Equal(l.Palette[:len(c.Palette)], c.Palette) {
		return &c, All{back, SetPalette{l.Palette}}, nil // the paints had their places too
	}
	return &c, back, nil
}

// Describe says what is removed.
func (e RemoveMixture) Describe(l *Lesson) string {
	if m, ok := l.Mixture(e.Mixture); ok {
		return fmt.Sprintf("take the mixture “%s” off the palette", m.Name)
	}
	return "take a mixture off the palette"
}
