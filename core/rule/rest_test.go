package rule_test

import (
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
)

// A wait that is offered is as long as the canvas needs, and a towel does what it promises.
func TestAWaitThatIsOfferedIsLongEnough(t *testing.T) {
	waits := 0
	for _, load := range []lesson.Load{lesson.LightLoad, lesson.MediumLoad, lesson.FullLoad} {
		l := sample.Lesson()
		step(l, "trees").Load = load
		step(l, "lights").Technique, step(l, "lights").Tool, step(l, "lights").Load = lesson.DryDrag, "worn20", lesson.LightLoad
		found := only(judge(t, l), "film.not-set")
		for _, f := range found {
			if len(f.Ideas()) == 0 {
				t.Errorf("%s: no remedy for %s", load, f.Says)
			}
			for _, r := range f.Ideas() {
				if strings.HasPrefix(r.Words, "wait") {
					waits++
				}
				if left := only(judge(t, mended(t, l, r)), f.Rule); len(left) > 0 {
					t.Errorf("%s: %s After %q: %s", load, f.Says, r.Words, left[0].Says)
				}
			}
		}
		if load == lesson.FullLoad && (len(found) == 0 || !strings.HasPrefix(found[0].Ideas()[0].Words, "blot")) {
			t.Errorf("over a full load it says %v", found)
		}
	}
	if waits == 0 {
		t.Error("no wait was offered")
	}
}
