package compose

import (
	"errors"
	"fmt"
	"math"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/scene"
)

// A Fit says what becomes of a picture on a canvas of another size or shape.
type Fit string

const (
	// Scaled grows or shrinks it until it covers the canvas; what hangs over is cut off on both sides.
	Scaled Fit = "scaled"
	// Cropped leaves it as large as it is: what hangs over is cut off, and what touched the edge
	// goes on to the new one.
	Cropped Fit = "cropped"
)

// rescaled is by how much a picture must grow or shrink before its tools are changed.
const rescaled = 1.15

// Resize paints a lesson on a support of another size, mm: its zones, horizon and focal area go
// with it. Scaled, its tools do too, and how ragged its outlines are. What falls off the canvas
// is taken out, with its steps.
func Resize(l *lesson.Lesson, width, height float64, fit Fit) (lesson.Edit, error) {
	was := l.Support
	if width == was.Width && height == was.Height {
		return nil, fmt.Errorf("the canvas is %g × %g mm already", width, height)
	}
	if !(width >= 50 && height >= 50 && width <= 1500 && height <= 1500) {
		return nil, errors.New("a canvas is 50 to 1500 mm wide and high: give a size between")
	}
	k := 1.0
	switch fit {
	case Scaled:
		k = max(width/was.Width, height/was.Height)
	case Cropped:
	default:
		return nil, fmt.Errorf("fit is %q: say %s or %s", fit, Scaled, Cropped)
	}
	r := resizing{k: k, dx: (width - k*was.Width) / 2, dy: (height - k*was.Height) / 2, was: was, width: width, height: height}
	on := *l
	on.Support.Width, on.Support.Height = width, height

	all := lesson.All{lesson.SetSupport{Support: on.Support}}
	var gone []string
	for _, z := range l.Zones {
		out := make([]lesson.Point, len(z.Outline))
		for i, p := range z.Outline {
			out[i] = r.point(p)
		}
		if out = scene.OnCanvas(&on, out); out == nil || lesson.Area(out) < leastArea {
			gone = append(gone, z.ID)
			continue
		}
		z.Outline = out
		z.Ragged = math.Round(10*min(30, z.Ragged*k)) / 10
		all = append(all, lesson.SetZone{Zone: z})
	}
	scn := lesson.SceneOf(l)
	scn.View.Horizon = within(l.View.Horizon*k+r.dy, height)
	if scn.Focal.Radius > 0 {
		f := r.point(lesson.Point{X: l.Focal.X, Y: l.Focal.Y})
		scn.Focal = lesson.Focal{X: within(f.X, width), Y: within(f.Y, height), Radius: math.Round(10*min(750, l.Focal.Radius*k)) / 10}
	}
	all = append(all, scn)
	if k > rescaled || k < 1/rescaled {
		for _, t := range l.Tools {
			cloth := t.Kind == lesson.Towel || t.Kind == lesson.Rag || t.Kind == lesson.Swab
			if w := toolWidth(t.Width * k); w != t.Width && !cloth {
				t.Width = w
				all = append(all, lesson.SetTool{Tool: t})
			}
		}
	}
	return takeOutAll(l, all, gone)
}

// takeOutAll takes zones out behind other edits.
func takeOutAll(l *lesson.Lesson, all lesson.All, gone []string) (lesson.Edit, error) {
	at, _, err := all.Apply(l)
	if err != nil {
		return nil, err
	}
	if base := at.Base; slices.ContainsFunc(base.Zones, func(z string) bool { return slices.Contains(gone, z) }) {
		base.Zones = slices.DeleteFunc(slices.Clone(base.Zones), func(z string) bool { return slices.Contains(gone, z) })
		if len(base.Zones) == 0 {
			base.Kind, base.Thickness = lesson.NoBase, 0 // everywhere would be more than there was
		}
		all = append(all, lesson.SetGround{Ground: at.Ground, Base: base})
	}
	for _, zone := range gone {
		e, err := TakeOut(at, zone)
		if err != nil {
			return nil, err
		}
		if at, _, err = e.Apply(at); err != nil {
			return nil, err
		}
		all = append(all, e)
	}
	return all, nil
}

// resizing is where the points of a picture go.
type resizing struct {
	k, dx, dy     float64
	was           lesson.Support
	width, height float64
}

// point is where a point goes. What was at an edge is at the edge again, however the canvas grew.
func (r resizing) point(p lesson.Point) lesson.Point {
	edge := func(v, most, k, d, now float64) float64 {
		switch to := v*k + d; {
		case v <= 0 && d > 0:
			return 0
		case v >= most && d > 0:
			return now
		default:
			return to
		}
	}
	return lesson.Point{X: edge(p.X, r.was.Width, r.k, r.dx, r.width), Y: edge(p.Y, r.was.Height, r.k, r.dy, r.height)}
}

func within(v, most float64) float64 { return math.Round(10*min(most, max(0, v))) / 10 }

// toolWidth is a width in which tools are made: whole mm, and halves of the small ones.
func toolWidth(w float64) float64 {
	if w = min(150, max(0.5, w)); w < 5 {
		return max(0.5, math.Round(2*w)/2)
	}
	return math.Round(w)
}
