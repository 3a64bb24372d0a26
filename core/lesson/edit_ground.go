package lesson

// SetGround changes what is painted on: the dry ground and the wet base coat.
type SetGround struct {
	Ground Ground `json:"ground"`
	Base   Base   `json:"base"`
}

// GroundOf is the edit that leaves a lesson's ground and base coat as they are.
func GroundOf(l *Lesson) SetGround { return SetGround{l.Ground, l.Base} }

// Apply changes them.
func (e SetGround) Apply(l *Lesson) (*Lesson, Edit, error) {
	c := *l
	c.Ground, c.Base = e.Ground, e.Base
	return &c, GroundOf(l), nil
}

// Describe says what is changed.
func (e SetGround) Describe(l *Lesson) string {
	if e.Ground.Name != l.Ground.Name {
		return "tone the ground: " + e.Ground.Name
	}
	return "change the base coat"
}
