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

// SetMethod makes another house method the lesson's. What the method changes of ground,
// base coat and mediums are edits of their own; see package house.
type SetMethod struct {
	Method Method `json:"method"`
}

// Apply sets the method.
func (e SetMethod) Apply(l *Lesson) (*Lesson, Edit, error) {
	c := *l
	c.Method = e.Method
	return &c, SetMethod{l.Method}, nil
}

// Describe names the method.
func (e SetMethod) Describe(*Lesson) string { return "work in the method " + Words().Method(e.Method) }
