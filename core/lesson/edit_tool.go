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
	var was int
	var err error
	if c.Tools, was, err = put(l.Tools, e.At, e.Tool, func(t *Tool) string { return t.ID }); err != nil {
		return nil, nil, err
	}
	if was >= 0 {
		return &c, SetTool{was, l.Tools[was]}, nil
	}
	return &c, RemoveTool{e.Tool.ID}, nil
}

// put replaces the item of a list that has the same id, and tells where that was, or puts a
// new one at a place; was is -1 then. The list it is given stays as it was.
func put[T any](list []T, at int, item T, id func(*T) string) (out []T, was int, err error) {
	out = slices.Clone(list)
	if was = index(list, id(&item), id); was >= 0 {
		out[was] = item
		return out, was, nil
	}
	if at < 0 || at > len(list) {
		return nil, -1, fmt.Errorf("at is %d: give a place from 0 to %d", at, len(list))
	}
	return slices.Insert(out, at, item), -1, nil
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
