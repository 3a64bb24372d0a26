package look_test

import (
	"math"
	"strings"
	"testing"

	"proxenos/core/camera"
	"proxenos/core/look"
	"proxenos/core/plate"
)

// What to do names a colour that can be mixed, how, and when: wet paint is blotted or left, dry is
// painted on.
func TestWhatToDo(t *testing.T) {
	_, p := rehearsed(t)
	a, err := look.NewAdviser(p)
	if err != nil {
		t.Fatal(err)
	}
	c := painted(t, camera.Fault{Kind: camera.Value, Of: "hill", By: 14})
	r, _ := read(t, c, conditions(3), look.Options{})
	if len(r.Mends) == 0 {
		t.Fatal("nothing is found")
	}
	wet, err := a.For(t.Context(), r.Judged, look.Paint{Wet: true}, nil)
	if err != nil || wet[0].When == look.Now && !strings.Contains(wet[0].Says, wet[0].Tool) || r.Mends[0].Tried {
		t.Errorf("wet: %v, %+v", err, wet)
	}
	untried := r.Mends[0].Gain
	dry, err := a.For(t.Context(), r.Judged, look.Paint{}, nil)
	if err != nil || dry[0].When != look.Now || len(dry[0].Colours) == 0 || dry[0].Colours[0].Ml <= 0 || !strings.Contains(dry[0].Says, dry[0].Tool) {
		t.Fatalf("dry: %v, %+v", err, dry)
	}
	if m := r.Mends[0]; !m.Tried || m.Gain <= 0 || m.Gain == untried || len(m.Layers()) == 0 {
		t.Errorf("it was not tried: %+v", m)
	}
	later, err := a.For(t.Context(), r.Judged, look.Paint{Days: 6.2}, nil)
	if err != nil || later[0].When != look.Later || later[0].Days != 7 || !strings.Contains(later[0].Says, "7 days") {
		t.Errorf("in some days: %v, %+v", err, later)
	}
}

// What a mend is said to bring comes when the same is painted on the canvas itself, once it is dry,
// and the list is in the order of what it brings.
func TestWhatIsPromisedComes(t *testing.T) {
	_, p := rehearsed(t)
	a, err := look.NewAdviser(p)
	if err != nil {
		t.Fatal(err)
	}
	dry := func(c *camera.Canvas) *camera.Canvas {
		t.Helper()
		out, err := camera.Mend(t.Context(), c, nil)
		if err != nil {
			t.Fatal(err)
		}
		return out
	}
	shown := func(c *camera.Canvas) *plate.Plate { return c.Look().Resized(p.Plate.W, p.Plate.H) }
	sound := shown(dry(painted(t)))
	for _, f := range []camera.Fault{{Kind: camera.Value, Of: "hill", By: 14}, {Kind: camera.Corner, Of: "upper left", By: 25}} {
		c := painted(t, f)
		is := dry(c)
		r, _ := read(t, is, conditions(3), look.Options{})
		if err := a.Try(t.Context(), r.Judged, nil); err != nil || len(r.Mends) == 0 {
			t.Fatalf("%+v: %v, %+v", f, err, r.Verdict)
		}
		for k, m := range r.Mends[1:] {
			if m.Gain > r.Mends[k].Gain {
				t.Errorf("%s brings more than %s before it", m.ID, r.Mends[k].ID)
			}
		}
		m := r.Mends[0]
		mended, err := camera.Mend(t.Context(), c, m.Layers())
		if err != nil {
			t.Fatal(err)
		}
		came := look.Between(shown(is), sound).All - look.Between(shown(mended), sound).All
		if math.Abs(came-m.Gain) > 0.3*m.Gain { // how rough the dry paint is nobody sees in a photograph
			t.Errorf("%s: promised %.3f, came %.3f", m.ID, m.Gain, came)
		}
	}
}

// What no paint brings nearer is left, and when nothing else is wrong that is the end.
func TestWhatCannotBeMendedIsLeft(t *testing.T) {
	_, p := rehearsed(t)
	a, err := look.NewAdviser(p)
	if err != nil {
		t.Fatal(err)
	}
	r, _ := read(t, painted(t, camera.Fault{Kind: camera.Horizon, By: 1.5}), conditions(3), look.Options{})
	found := len(r.Mends)
	if err := a.Try(t.Context(), r.Judged, nil); err != nil || found == 0 {
		t.Fatalf("%v, %d found", err, found)
	}
	if len(r.Mends)+len(r.Left) != found {
		t.Errorf("%d and %d of %d", len(r.Mends), len(r.Left), found)
	}
	for _, m := range r.Left {
		if m.Gain != 0 || len(m.Layers()) != 0 {
			t.Errorf("%s is left and brings %.2f", m.ID, m.Gain)
		}
	}
	if r.Stop != (len(r.Mends) == 0) || r.Says == "" {
		t.Errorf("%+v", r.Verdict)
	}
}
