package sheet_test

import (
	"math"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/mark"
	"proxenos/core/rehearse"
	"proxenos/core/scene"
	"proxenos/core/sheet"
)

// odd are shapes that nobody draws on purpose: a triangle, a sliver, a thing of 2 mm, one taller
// than the canvas, one over its edge.
var odd = map[string][]lesson.Point{
	"a triangle":  {{X: 10, Y: 50}, {X: 40, Y: 10}, {X: 80, Y: 52}},
	"a sliver":    {{X: 4, Y: 30}, {X: 86, Y: 30.3}, {X: 86, Y: 30.8}, {X: 4, Y: 30.5}},
	"2 mm high":   {{X: 40, Y: 40}, {X: 41.2, Y: 40}, {X: 41, Y: 38}, {X: 40.2, Y: 38}},
	"too tall":    {{X: 30, Y: 60}, {X: 30, Y: 0}, {X: 60, Y: 0}, {X: 60, Y: 60}},
	"at the edge": {{X: 60, Y: 20}, {X: 90, Y: 18}, {X: 90, Y: 50}, {X: 62, Y: 44}},
}

// grows is how far what grows out of a place reaches beyond it, mm.
const grows = 45.0

// Every kind of zone in every odd shape is painted in bounded work, and stays in its place but
// for what grows out of it.
func TestOddShapesAreBounded(t *testing.T) {
	for _, kind := range sheet.Forms() {
		made, err := sheet.FormLesson(t.Context(), kind, sheet.FromLeft)
		if err != nil {
			t.Fatal(err)
		}
		for name, outline := range odd {
			l := *made
			l.Zones = append([]lesson.Zone(nil), made.Zones...)
			z := &l.Zones[len(l.Zones)-1]
			z.Outline = outline
			if err := lesson.Check(&l); err != nil {
				t.Fatalf("%s, %s: %v", kind, name, err)
			}
			whole := scene.Zone(&l, *z)
			for i, s := range l.Steps {
				plan := mark.Make(&l, s, whole)
				if len(plan.Strokes) > 20000 {
					t.Errorf("%s, %s, pass %d: %d strokes", kind, name, i+1, len(plan.Strokes))
				}
				for _, stroke := range plan.Strokes {
					for _, p := range stroke.Path {
						aside := max(whole.X0-p.X, p.X-whole.X1, whole.Y0-p.Y, p.Y-whole.Y1)
						if math.IsNaN(aside) || stroke.Free && aside > grows {
							t.Fatalf("%s, %s, pass %d: a stroke at %.1f, %.1f", kind, name, i+1, p.X, p.Y)
						}
					}
				}
			}
		}
	}
}

// A picture of 120 things with form is painted like any other.
func TestManyThingsWithForm(t *testing.T) {
	l, err := sheet.FormLesson(t.Context(), lesson.Tree, sheet.FromRight)
	if err != nil {
		t.Fatal(err)
	}
	thing, steps := l.Zones[len(l.Zones)-1], l.Steps
	l.Zones, l.Steps = l.Zones[:len(l.Zones)-1], nil
	kinds := lesson.OfNature(lesson.Formed)
	for i := range 120 - len(l.Zones) {
		z := thing
		x, y := float64(i%15)*5.5, float64(i/15)*7
		z.ID, z.Kind = string(rune('a'+i%26))+string(rune('a'+i/26)), kinds[i%len(kinds)]
		z.Outline = []lesson.Point{{X: x + 2, Y: y + 8}, {X: x, Y: y + 3}, {X: x + 4, Y: y}, {X: x + 8, Y: y + 4}, {X: x + 6, Y: y + 8}}
		l.Zones = append(l.Zones, z)
		s := steps[i%len(steps)]
		s.ID, s.Zone = z.ID, z.ID
		l.Steps = append(l.Steps, s)
	}
	if err := lesson.Check(l); err != nil {
		t.Fatal(err)
	}
	r, err := rehearse.Run(t.Context(), l, rehearse.CoarseCell, nil)
	if err != nil {
		t.Fatal(err)
	}
	painted := map[int16]bool{}
	for _, o := range r.Owner {
		painted[int16(o)] = true
	}
	if len(painted) < 60 {
		t.Errorf("%d of %d steps are seen", len(painted), len(l.Steps))
	}
}
