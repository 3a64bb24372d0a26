package lesson

import (
	"fmt"
	"slices"
)

// SetTool replaces a tool, or puts a new one at a place in the list, counted from 0.
type SetTool struct {
	At   int  `json:"at"`
	Tool Tool `json:"tool"`
}

// RemoveTool takes a tool out. No step may use it any more.
type RemoveTool struct {
	Tool string `json:"tool"`
}

// Apply sets the tool; whether every step can still be done with it [Check] sees to.
func (e SetTool) Apply(l *Lesson) (*Lesson, Edit, error) {
	c := *l
	c.Tools = slices.Clone(l.Tools)
	if i := index(l.Tools, e.Tool.ID, func(t *Tool) string { return t.ID }); i >= 0 {
		c.Tools[i] = e.Tool
		return &c, SetTool{i, l.Tools[i]}, nil
	}
	if e.At < 0 || e.At > len(l.Tools) {
		return nil, nil, fmt.Errorf("at is %d: give a place from 0 to %d", e.At, len(l.Tools))
	}
	c.Tools = slices.Insert(c.Tools, e.At, e.Tool)
	return &c, RemoveTool{e.Tool.ID}, nil
}

// Describe says which tool is laid out.
func (e SetTool) Describe(l *Lesson) string {
	if old, ok := l.Tool(e.Tool.ID); ok {
		return fmt.Sprintf("take a %s instead of the %s", plainTool(e.Tool), l.toolName(old))
	}
	return "lay out a " + plainTool(e.Tool)
}

// Apply removes the tool.
func (e RemoveTool) Apply(l *Lesson) (*Lesson, Edit, error) {
	i := index(l.Tools, e.Tool, func(t *Tool) string { return t.ID })
	if i < 0 {
		return nil, nil, fmt.Errorf("tool %q is not in the lesson: name one that is", shorten(e.Tool))
	}
	for k, s := range l.Steps {
		if s.Tool == e.Tool {
			return nil, nil, fmt.Errorf("tool %q is used by %s: give that step another first", e.Tool, l.Label(k))
		}
	}
	c := *l
	c.Tools = slices.Delete(slices.Clone(l.Tools), i, i+1)
	return &c, SetTool{i, l.Tools[i]}, nil
}

// Describe says which tool is put away.
func (e RemoveTool) Describe(l *Lesson) string { return "put away the " + l.ToolName(e.Tool) }
