package rule

import (
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
)

// What several rules ask of steps.

// each lets a step with its report speak.
func (c *Context) each(speak func(i int, s lesson.Step, p rehearse.Report) *Finding) (out []Finding) {
	reports := c.reports()
	if reports == nil {
		return nil
	}
	for i, s := range c.Lesson.Steps {
		if f := speak(i, s, reports[i]); f != nil {
			f.Steps, f.Where, f.At, f.OnCanvas = append([]string{s.ID}, f.Steps...), s.ID, c.at(i), true
			out = append(out, *f)
		}
	}
	return out
}

// both is how much of what step i laid step j laid on too.
func (c *Context) both(i, j int) float64 {
	c.mu.Lock()
	defer c.mu.Unlock()
	v, ok := c.shared[[2]int{i, j}]
	if !ok {
		if c.shared == nil {
			c.shared = map[[2]int]float64{}
		}
		v = c.finished().Both(i, j)
		c.shared[[2]int{i, j}] = v
	}
	return v
}

// free reports whether step i may trade places with step k: neither goes over what the
// other did.
func (c *Context) free(i, k int) bool {
	return c.both(i, k) <= apartMost && c.both(k, i) <= apartMost
}

// lays reports whether a step lays paint that is meant to cover.
func lays(s lesson.Step) bool {
	return s.Technique.Marks() && len(s.Mixtures) > 0 && !s.Technique.Veils()
}

// broad is how wide a step's tool is, mm.
func (c *Context) broad(s lesson.Step) float64 {
	t, _ := c.Lesson.Tool(s.Tool)
	return t.Width
}

// at is where a step's marks are: the middle of what of it stays in sight.
func (c *Context) at(i int) rehearse.Spot {
	return c.reports()[i].Sight.Middle()
}

// carries reports whether a load is more than the hairs can lift: such marks lie on top.
func (c *Context) carries(s lesson.Step) bool {
	t, _ := c.Lesson.Tool(s.Tool)
	return s.Load == lesson.FullLoad || s.Load == lesson.HeavyLoad || t.Kind.Knife()
}

// stepsWith are the steps that lay a paint.
func (c *Context) stepsWith(key string) (out []string) {
	for _, s := range c.Lesson.Steps {
		if slices.ContainsFunc(s.Mixtures, func(id string) bool {
			m, _ := c.Lesson.Mixture(id)
			return slices.ContainsFunc(m.Parts, func(p lesson.Part) bool { return p.Paint == key })
		}) {
			out = append(out, s.ID)
		}
	}
	return out
}

// stepsBy are the steps that use a tool.
func (c *Context) stepsBy(tool string) (out []string) {
	for _, s := range c.Lesson.Steps {
		if s.Tool == tool {
			out = append(out, s.ID)
		}
	}
	return out
}

// usedBy lists the steps that use a mixture.
func (c *Context) usedBy(mixture string) (out []string) {
	for _, s := range c.Lesson.Steps {
		if slices.Contains(s.Mixtures, mixture) {
			out = append(out, s.ID)
		}
	}
	return out
}
