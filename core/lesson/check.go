package lesson

import (
	"fmt"
	"reflect"
	"strings"

	"proxenos/core/paint"
)

// A Fault is one thing that makes a lesson unusable: where it is, what is wrong
// and what cures it.
type Fault struct {
	Path    string `json:"path"`
	Problem string `json:"problem"`
	Cure    string `json:"cure"`
}

func (f Fault) String() string { return f.Path + " " + f.Problem + ": " + f.Cure }

// Faults is the error of [Check] and [Decode]: at least one fault.
type Faults []Fault

func (f Faults) Error() string {
	const most = 5
	var lines []string
	for i, one := range f {
		if i == most {
			lines = append(lines, fmt.Sprintf("and %d more", len(f)-most))
			break
		}
		lines = append(lines, one.String())
	}
	return strings.Join(lines, "; ")
}

// Check reports everything that makes a lesson impossible to rehearse: figures
// out of bounds, names that point nowhere, zones off the canvas. It returns nil
// or a [Faults]. What is possible but unwise is for the rules to say.
func Check(l *Lesson) error {
	var faults Faults
	report := func(path, problem, cure string) {
		faults = append(faults, Fault{path, problem, cure})
	}
	bounds(reflect.ValueOf(*l), "", &free, report)
	if len(faults) == 0 { // names are worth following only in a well-formed lesson
		c := checker{l, report}
		c.names()
		c.paints()
		c.measured()
		c.picture()
		c.script()
	}
	if len(faults) == 0 {
		return nil
	}
	return faults
}

type checker struct {
	*Lesson
	report func(path, problem, cure string)
}

func unique[T any](c checker, list []T, path string, key func(*T) string) {
	seen := map[string]int{}
	for i := range list {
		id := key(&list[i])
		if first, twice := seen[id]; twice {
			c.report(fmt.Sprintf("%s[%d].id", path, i), fmt.Sprintf("is %q like %s[%d]", id, path, first), "give each its own id")
		}
		seen[id] = i
	}
}

func (c checker) names() {
	unique(c, c.Mixtures, "mixtures", func(m *Mixture) string { return m.ID })
	unique(c, c.Tools, "tools", func(t *Tool) string { return t.ID })
	unique(c, c.Planes, "planes", func(p *Plane) string { return p.ID })
	unique(c, c.Zones, "zones", func(z *Zone) string { return z.ID })
	unique(c, c.Steps, "steps", func(s *Step) string { return s.ID })
}

func (c checker) paints() {
	onPalette := map[string]bool{}
	for i, key := range c.Palette {
		path := fmt.Sprintf("palette[%d]", i)
		if _, ok := paint.Find(key); !ok {
			c.report(path, fmt.Sprintf("is %q, which is not in the catalogue", shorten(key)), "use one of "+strings.Join(paint.Keys(), ", "))
		}
		if onPalette[key] {
			c.report(path, fmt.Sprintf("repeats %s", key), "list each paint once")
		}
		onPalette[key] = true
	}
	for i, m := range c.Mixtures {
		seen := map[string]bool{}
		for j, p := range m.Parts {
			path := fmt.Sprintf("mixtures[%d].parts[%d].paint", i, j)
			if !onPalette[p.Paint] {
				c.report(path, fmt.Sprintf("is %q, which is not on the palette", shorten(p.Paint)), "add it to palette or use one of "+strings.Join(c.Palette, ", "))
			}
			if seen[p.Paint] {
				c.report(path, fmt.Sprintf("repeats %s", p.Paint), "add the parts together")
			}
			seen[p.Paint] = true
		}
		for j, p := range m.Tints {
			if !seen[p.Paint] || p.Paint == m.Parts[0].Paint {
				c.report(fmt.Sprintf("mixtures[%d].tints[%d].paint", i, j), fmt.Sprintf("is %q, which is not worked into the mixture", shorten(p.Paint)), "name a paint of its parts, but not the first")
			}
		}
	}
	for i, p := range c.Ground.Tone {
		if _, ok := paint.Find(p.Paint); !ok {
			c.report(fmt.Sprintf("ground.tone[%d].paint", i), fmt.Sprintf("is %q, which is not in the catalogue", shorten(p.Paint)), "use one of "+strings.Join(paint.Keys(), ", "))
		}
	}
}

func (c checker) picture() {
	for i := 1; i < len(c.Planes); i++ {
		if c.Planes[i].Distance > c.Planes[i-1].Distance {
			c.report(fmt.Sprintf("planes[%d].distance", i), fmt.Sprintf("is %g m, farther than the plane before it", c.Planes[i].Distance), "list planes from far to near")
		}
	}
	if c.View.Horizon > c.Support.Height {
		c.report("view.horizon", fmt.Sprintf("is %g mm on a canvas %g mm high", c.View.Horizon, c.Support.Height), "put it on the canvas")
	}
	if f := c.Focal; f.Radius > 0 && (f.X > c.Support.Width || f.Y > c.Support.Height) {
		c.report("focal", fmt.Sprintf("is at %g, %g mm, outside the canvas", f.X, f.Y), "put it on the canvas")
	}
	for i, z := range c.Zones {
		path := fmt.Sprintf("zones[%d]", i)
		if c.Plane(z.Plane) < 0 {
			c.report(path+".plane", fmt.Sprintf("is %q, which is no plane", shorten(z.Plane)), "name a plane of this lesson")
		}
		for j, p := range z.Outline {
			if p.X > c.Support.Width || p.Y > c.Support.Height {
				c.report(fmt.Sprintf("%s.outline[%d]", path, j), fmt.Sprintf("is at %g, %g mm, outside the canvas", p.X, p.Y), fmt.Sprintf("keep within %g by %g mm", c.Support.Width, c.Support.Height))
			}
		}
		if z.Of != "" {
			if of, ok := c.Zone(z.Of); !ok || of.ID == z.ID || of.Kind == Shadow || of.Kind == Image {
				c.report(path+".of", fmt.Sprintf("is %q, which is nothing that stands", shorten(z.Of)), "name the zone that casts it")
			}
		}
		if Area(z.Outline) < 1 {
			c.report(path+".outline", "encloses less than 1 mm²", "spread its points")
		}
	}
	for i, id := range c.Base.Zones {
		if _, ok := c.Zone(id); !ok {
			c.report(fmt.Sprintf("base.zones[%d]", i), fmt.Sprintf("is %q, which is no zone", shorten(id)), "name a zone of this lesson")
		}
	}
}

func (c checker) script() {
	for i, s := range c.Steps {
		path := fmt.Sprintf("steps[%d]", i)
		t := s.Technique.Info()
		c.waits(path, s)
		if s.Days > 0 && s.Technique != Dry {
			c.report(path+".days", fmt.Sprintf("is %g for %s", s.Days, t.Verb()), "give days only to the technique dry")
		}
		if s.Technique == Dry && s.Days == 0 {
			c.report(path+".days", "is 0", "say how many days it dries, as 1")
		}
		if s.Technique.Idle() {
			continue
		}
		if _, ok := c.Zone(s.Zone); !ok {
			c.report(path+".zone", fmt.Sprintf("is %q, which is no zone", shorten(s.Zone)), "name a zone of this lesson")
		}
		tool, ok := c.Tool(s.Tool)
		switch {
		case !ok:
			c.report(path+".tool", fmt.Sprintf("is %q, which is no tool", shorten(s.Tool)), "name a tool of this lesson")
		case !t.Takes(tool.Kind):
			c.report(path+".tool", fmt.Sprintf("is a %s, which cannot %s", tool.Kind, t.Verb()), "use a "+strings.Join(t.kinds(), ", "))
		case tool.Width > 0.8*max(c.Support.Width, c.Support.Height) && s.Technique.Marks():
			c.report(path+".tool", fmt.Sprintf("is %g mm wide on a canvas of %g by %g mm", tool.Width, c.Support.Width, c.Support.Height), "use a smaller tool")
		}
		if s.Medium.Acrylic && s.Medium.Total() > 0 {
			c.report(path+".medium", "mixes acrylic with oil, alkyd or solvent", "thin acrylic with water alone")
		}
		if n := len(s.Mixtures); n < t.Least || n > t.Most {
			c.report(path+".mixtures", fmt.Sprintf("names %d for %s", n, t.Verb()), fmt.Sprintf("name %d to %d", t.Least, t.Most))
		}
		c.shares(path, s)
		for j, id := range s.Mixtures {
			if _, ok := c.Mixture(id); !ok {
				c.report(fmt.Sprintf("%s.mixtures[%d]", path, j), fmt.Sprintf("is %q, which is no mixture", shorten(id)), "name a mixture of this lesson")
			}
		}
		if s.Medium.Total() > 90 {
			c.report(path+".medium", fmt.Sprintf("is %g%% of the paint", s.Medium.Total()), "leave at least a tenth of tube paint")
		}
	}
}

// waits checks what a step waits for. That it may be impossible is for a rule to say.
func (c checker) waits(path string, s Step) {
	for j, a := range s.After {
		at := fmt.Sprintf("%s.after[%d]", path, j)
		switch {
		case a.Step == s.ID:
			c.report(at+".step", "is the step itself", "name another step")
		case c.Step(a.Step) < 0:
			c.report(at+".step", fmt.Sprintf("is %q, which is no step", shorten(a.Step)), "name a step of this lesson")
		case a.Most > 0 && a.Most < a.Least:
			c.report(at+".most", fmt.Sprintf("is %g and the least is %g", a.Most, a.Least), "let it be as long at least, or 0 for no limit")
		}
	}
	for j, e := range s.Easier {
		at := fmt.Sprintf("%s.easier[%d]", path, j)
		tool, ok := c.Tool(e.Tool)
		switch t := e.Technique.Info(); {
		case s.Technique.Idle():
			c.report(at, "is of a wait", "keep it to steps that are painted")
		case !ok || !t.Takes(tool.Kind):
			c.report(at+".tool", fmt.Sprintf("is %q, which cannot %s", shorten(e.Tool), t.Verb()), "use a "+strings.Join(t.kinds(), ", "))
		case len(s.Mixtures) < t.Least || len(s.Mixtures) > t.Most:
			c.report(at+".technique", fmt.Sprintf("takes %d to %d mixtures and the step has %d", t.Least, t.Most, len(s.Mixtures)), "choose a technique that takes them")
		}
	}
}
