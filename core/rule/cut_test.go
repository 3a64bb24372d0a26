package rule_test

import (
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
)

// Of a trunk that the canvas cuts nobody sees how tall it is, and the posts of a fence leave what
// is between them: neither is a fault.
func TestWhatTheCanvasCutsAndWhatAFenceLeaves(t *testing.T) {
	trunk := func(id string, x, top, foot float64) lesson.Zone {
		return lesson.Zone{ID: id, Name: "Trunk " + id, Plane: "near", Kind: lesson.BareTree,
			Outline: []lesson.Point{{X: x, Y: foot}, {X: x, Y: top}, {X: x + 4, Y: top}, {X: x + 5, Y: foot}}}
	}
	l := sample.Lesson() // horizon at 45 mm
	l.Zones = append(l.Zones, trunk("far", 20, 20, 52), trunk("near", 70, 55, 72))
	if len(only(judge(t, l), "persp.size")) != 1 {
		t.Error("a near trunk that is smaller than a far one is not found")
	}
	l.Zones[len(l.Zones)-1] = trunk("near", 70, 58, 75)
	if list := only(judge(t, l), "persp.size"); len(list) != 0 {
		t.Errorf("cut by the canvas: %s", list[0].Says)
	}
	starved := func(kind lesson.ZoneKind) int {
		l := sample.Lesson()
		l.Zones = append(l.Zones, lesson.Zone{ID: "fence", Name: "Fence", Plane: "near", Kind: kind, Outline: []lesson.Point{{X: 5, Y: 70}, {X: 5, Y: 50}, {X: 95, Y: 50}, {X: 95, Y: 70}}})
		s := sample.Step("posts", "fence", lesson.PullDown, "filbert10", "dark")
		s.Load, s.Pressure = lesson.ThinLoad, lesson.Barely
		l.Steps = append(l.Steps, s)
		return len(only(judge(t, l), "film.starved"))
	}
	if wall, fence := starved(lesson.Wall), starved(lesson.Fence); wall == 0 || fence != 0 {
		t.Errorf("a wall with a thin load is starved %d times, a fence %d", wall, fence)
	}
}
