package lesson

import "fmt"

// SetTitle says what a lesson is called, and a few words about it.
type SetTitle struct {
	Title string `json:"title"`
	About string `json:"about"`
}

// Apply sets both.
func (e SetTitle) Apply(l *Lesson) (*Lesson, Edit, error) {
	c := *l
	c.Title, c.About = e.Title, e.About
	return &c, SetTitle{l.Title, l.About}, nil
}

// Describe says what it is called from now on.
func (e SetTitle) Describe(l *Lesson) string {
	if e.Title != l.Title {
		return fmt.Sprintf("call it “%s”", e.Title)
	}
	return "say something else about it"
}
