package main

import (
	"bytes"
	"context"
	"fmt"
	"image"
	"image/jpeg"
	"math"
	"os"
	"slices"
	"strings"

	"proxenos/core/camera"
	"proxenos/core/lesson"
	"proxenos/core/look"
	"proxenos/core/plate"
	"proxenos/core/spectrum"
)

// decoded is a photograph as it comes out of its JPEG.
func decoded(s camera.Shot) image.Image {
	jpg, err := s.JPEG()
	if err != nil {
		panic(err)
	}
	img, err := jpeg.Decode(bytes.NewReader(jpg))
	if err != nil {
		panic(err)
	}
	return img
}

// worst is how far the corner that is farthest off is off, pixels.
func worst(q look.Quad, truth [4]camera.Place) (off float64) {
	for k, p := range q {
		off = max(off, math.Hypot(p.X-truth[k].X, p.Y-truth[k].Y))
	}
	return off
}

// leave leaves a photograph to be looked at.
func (t *trial) leave(name string, shot camera.Shot) {
	if t.keep == "" {
		return
	}
	jpg, err := shot.JPEG()
	if err == nil {
		err = os.WriteFile(fmt.Sprintf("%s/%s-%s.jpg", t.keep, lesson.Slug(t.plan.Lesson.Title), strings.ReplaceAll(name, " ", "-")), jpg, 0o600)
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
	}
}

// values are read of every zone how far from those of the canvas itself.
func (t *trial) values(ctx context.Context) error {
	canvas, err := camera.Paint(ctx, t.plan, camera.Hand{Level: t.hand, Seed: t.seed})
	if err != nil {
		return err
	}
	truth := t.look.Zones(canvas.Look().Resized(t.look.Plate.W, t.look.Plate.H), nil)
	var off []float64
	within := 0
	for i := range t.n {
		j, shot, err := t.photographed(canvas, i)
		if err != nil {
			return err
		}
		var most float64
		for zone, lab := range t.look.Zones(j.Neutral, j.Shine) {
			if was, ok := truth[zone]; ok {
				off = append(off, math.Abs(lab.L-was.L))
				if math.Abs(lab.L-was.L) > 2 {
					fmt.Printf("    %d: %s is %.1f, read as %.1f; light by %s, glare %.2f\n", i, zone, was.L, lab.L, j.Light.By, j.Light.Glare)
				}
				most = max(most, math.Abs(lab.L-was.L))
			}
		}
		limit := 2.0
		if t.bare {
			limit = 4
		}
		if most <= limit {
			within++
		} else {
			t.leave(fmt.Sprint("values-", i), shot)
		}
	}
	slices.Sort(off)
	fmt.Printf("  values by zone off by %.2f L* (median), %.2f (95 %%), %.2f at most; all zones of a photograph within the limit in %d of %d\n", off[len(off)/2], off[len(off)*95/100], off[len(off)-1], within, t.n)
	return nil
}

// sound pictures get no fault how often.
func (t *trial) sound(ctx context.Context) error {
	clean := 0
	found := map[string]int{}
	for i := range t.n {
		canvas, err := camera.Paint(ctx, t.plan, camera.Hand{Level: t.hand, Seed: t.seed + uint64(i)})
		if err != nil {
			return err
		}
		j, shot, err := t.photographed(canvas, i)
		if err != nil {
			return err
		}
		if len(j.Mends) == 0 {
			clean++
			continue
		}
		for _, m := range j.Mends {
			found[m.ID]++
		}
		t.leave(fmt.Sprint("sound-", i), shot)
	}
	fmt.Printf("  sound: no fault in %d of %d; found %v\n", clean, t.n, found)
	return nil
}

// planted draws a fault that can be planted in the lesson.
func (t *trial) planted(k camera.Kind) camera.Fault {
	l := t.plan.Lesson
	sign := float64(1 - 2*t.rng.IntN(2))
	zones := func(ok func(lesson.Zone, float64) bool) (out []string) {
		for _, z := range l.Zones {
			if ok(z, t.look.Share(z.ID)) {
				out = append(out, z.ID)
			}
		}
		return out
	}
	pick := func(list []string) string {
		if len(list) == 0 {
			return ""
		}
		return list[t.rng.IntN(len(list))]
	}
	steps := func(z lesson.Zone, ok func(lesson.Step) bool) bool {
		return slices.ContainsFunc(l.Steps, func(s lesson.Step) bool { return s.Zone == z.ID && ok(s) })
	}
	switch k {
	case camera.Value:
		return camera.Fault{Kind: k, Of: pick(zones(func(z lesson.Zone, share float64) bool {
			return share > 0.03 && steps(z, func(s lesson.Step) bool { return len(s.Mixtures) > 0 })
		})), By: 8 * sign}
	case camera.Warm:
		var planes []string
		for _, p := range l.Planes {
			var share float64
			for _, z := range l.Zones {
				if z.Plane == p.ID {
					share += t.look.Share(z.ID)
				}
			}
			if share > 0.03 {
				planes = append(planes, p.ID)
			}
		}
		return camera.Fault{Kind: k, Of: pick(planes), By: 11}
	case camera.Hard:
		return camera.Fault{Kind: k, Of: pick(t.look.Soft()), By: 5.5}
	case camera.Lights:
		return camera.Fault{Kind: k, Of: pick(zones(func(z lesson.Zone, _ float64) bool {
			return slices.Contains(t.look.Lit(), z.ID) && steps(z, func(s lesson.Step) bool { return s.Where == lesson.Lit })
		}))}
	case camera.Corner:
		return camera.Fault{Kind: k, Of: pick([]string{"upper left", "upper right", "lower left", "lower right"}), By: 25}
	case camera.Aside:
		return camera.Fault{Kind: k, Of: pick(zones(func(z lesson.Zone, share float64) bool {
			return share > 0.003 && share < 0.12 && slices.Contains([]lesson.ZoneKind{lesson.Tree, lesson.Poplar, lesson.Building, lesson.Rock, lesson.Boat, lesson.Willow, lesson.Disc}, z.Kind)
		})), By: 6 * sign}
	}
	return camera.Fault{Kind: k, By: 1.5 * sign}
}

// answers reports whether a fault that was found is the one that was planted.
func (t *trial) answers(f camera.Fault, m look.Mend) bool {
	l := t.plan.Lesson
	z, _ := l.Zone(f.Of)
	switch f.Kind {
	case camera.Value:
		return m.Kind == look.Value && (m.Of == f.Of || m.Of == z.Plane)
	case camera.Warm:
		zone, isZone := l.Zone(m.Of)
		return m.Kind == look.Colour && (m.Of == f.Of || isZone && zone.Plane == f.Of)
	case camera.Hard:
		return m.Kind == look.Edge && strings.Contains(m.ID, f.Of)
	case camera.Lights:
		return m.Kind == look.Lights && m.Of == f.Of
	case camera.Corner:
		return m.Kind == look.Corner && m.Of == f.Of
	case camera.Aside:
		return m.Kind == look.Aside && m.Of == f.Of
	}
	return m.Kind == look.Horizon
}

// visible is how much more a canvas with a fault has to differ from the plan, ΔE00 over the whole
// picture, to be one that somebody could see.
const visible = 0.035

// plant paints a canvas with a fault of a kind that is there to be seen, and as large as it is
// meant to be on the canvas itself; nil where the lesson has none to plant.
func (t *trial) plant(ctx context.Context, k camera.Kind, hand camera.Hand) (*camera.Canvas, camera.Fault, error) {
	base, err := camera.Paint(ctx, t.plan, hand)
	if err != nil {
		return nil, camera.Fault{}, err
	}
	sound, was := t.zones(base), t.size(base)
	for range 8 {
		f := t.planted(k)
		if f.Of == "" && k != camera.Horizon {
			return nil, f, nil
		}
		for range 3 {
			c, err := camera.Paint(ctx, t.plan, hand, f)
			if err != nil {
				break
			}
			off, want := t.off(f, sound, c), map[camera.Kind]float64{camera.Value: 8, camera.Warm: 9}[k]
			switch {
			case want > 0 && off < 0.85*want && math.Abs(f.By) < 30:
				f.By *= min(2.5, 1.05*want/max(1, off))
				continue
			case want > 0 && off < 0.85*want, t.size(c)-was < visible, k == camera.Corner && t.corner(f, c)-t.corner(f, base) < 14:
			default:
				return c, f, nil
			}
			break
		}
	}
	return nil, camera.Fault{}, nil
}

func (t *trial) shown(c *camera.Canvas) *plate.Plate {
	return c.Look().Resized(t.look.Plate.W, t.look.Plate.H)
}

func (t *trial) zones(c *camera.Canvas) map[string]spectrum.Lab { return t.look.Zones(t.shown(c), nil) }

// off is by how much what a fault is of is off on a canvas.
func (t *trial) off(f camera.Fault, sound map[string]spectrum.Lab, c *camera.Canvas) (most float64) {
	for id, lab := range t.zones(c) {
		z, _ := t.plan.Lesson.Zone(id)
		switch {
		case f.Kind == camera.Value && id == f.Of:
			most = math.Abs(lab.L - sound[id].L)
		case f.Kind == camera.Warm && z.Plane == f.Of:
			most = max(most, math.Hypot(lab.B-sound[id].B, lab.A-sound[id].A))
		}
	}
	return most
}

// corner is the lightness of a corner.
func (t *trial) corner(f camera.Fault, c *camera.Canvas) float64 {
	for _, at := range look.Seen(t.shown(c)).Corners() {
		if at.Name == f.Of {
			return at.Light
		}
	}
	return 0
}

// faults that are planted are found first how often.
func (t *trial) faults(ctx context.Context) error {
	for _, k := range t.kinds() {
		first, later, none, tried := 0, 0, 0, 0
		for i := range t.n {
			canvas, f, err := t.plant(ctx, k, camera.Hand{Level: t.hand, Seed: t.seed + uint64(i)})
			if err != nil {
				return err
			}
			if canvas == nil {
				continue
			}
			tried++
			j, shot, err := t.photographed(canvas, i)
			if err != nil {
				return err
			}
			at := slices.IndexFunc(j.Mends, func(m look.Mend) bool { return t.answers(f, m) })
			if at == 0 {
				first++
				continue
			}
			if at > 0 {
				later++
			} else {
				none++
			}
			fmt.Printf("    %d %+v (%.2f), light by %s:", i, f, t.size(canvas), j.Light.By)
			for _, m := range j.Mends[:min(3, len(j.Mends))] {
				fmt.Printf(" %s %.2f", m.ID, m.Gain)
			}
			fmt.Println()
			t.leave(fmt.Sprint(string(k), "-", f.Of, "-", i), shot)
		}
		fmt.Printf("  %s: first in %d of %d, later in %d, not found in %d\n", k, first, tried, later, none)
	}
	return nil
}

// size is by how much a canvas with a fault differs from the plan, on the canvas itself.
func (t *trial) size(canvas *camera.Canvas) float64 {
	return look.DiffersFrom(t.look, canvas.Look().Resized(t.look.Plate.W, t.look.Plate.H)).All
}

// pairs of faults are ranked as they are large how often.
func (t *trial) pairs(ctx context.Context) error {
	right, tried := 0, 0
	for i := range t.n {
		hand := camera.Hand{Level: t.hand, Seed: t.seed + uint64(i)}
		kinds := camera.Kinds()
		t.rng.Shuffle(len(kinds), func(a, b int) { kinds[a], kinds[b] = kinds[b], kinds[a] })
		var fs []camera.Fault
		var alone []float64
		for _, k := range kinds {
			c, f, err := t.plant(ctx, k, hand)
			if err != nil {
				return err
			}
			if c != nil && !slices.ContainsFunc(fs, func(o camera.Fault) bool { return o.Of == f.Of }) {
				fs, alone = append(fs, f), append(alone, t.size(c))
			}
			if len(fs) == 2 {
				break
			}
		}
		if len(fs) < 2 {
			continue
		}
		both, err := camera.Paint(ctx, t.plan, hand, fs...)
		if err != nil {
			continue
		}
		j, shot, err := t.photographed(both, i)
		if err != nil {
			return err
		}
		tried++
		larger := fs[0]
		if alone[1] > alone[0] {
			larger = fs[1]
		}
		if len(j.Mends) > 0 && t.answers(larger, j.Mends[0]) {
			right++
			continue
		}
		fmt.Printf("    %d %+v %.2f, %+v %.2f, light by %s:", i, fs[0], alone[0], fs[1], alone[1], j.Light.By)
		for _, m := range j.Mends[:min(3, len(j.Mends))] {
			fmt.Printf(" %s %.2f", m.ID, m.Gain)
		}
		fmt.Println()
		t.leave(fmt.Sprint("pair-", i), shot)
	}
	fmt.Printf("  pairs: the larger first in %d of %d\n", right, tried)
	return nil
}

// mends as they are promised by what was tried on a dry canvas that looks like the photograph, and as
// they come out once the same is painted on the canvas itself when it has dried, against one without the fault that
// has dried as long.
func (t *trial) mends(ctx context.Context) error {
	adviser, err := look.NewAdviser(t.look)
	if err != nil {
		return err
	}
	within, tried, left := 0, 0, 0
	for _, k := range t.kinds() {
		for i := range t.n {
			canvas, f, err := t.plant(ctx, k, camera.Hand{Level: t.hand, Seed: t.seed + uint64(i)})
			if err != nil {
				return err
			}
			if canvas == nil {
				break
			}
			dry, err := camera.Mend(ctx, canvas, nil)
			if err != nil {
				return err
			}
			j, _, err := t.photographed(dry, i)
			if err != nil {
				return err
			}
			if err := adviser.Try(ctx, j, nil); err != nil {
				return err
			}
			if len(j.Mends) == 0 || !t.answers(f, j.Mends[0]) {
				if slices.ContainsFunc(j.Left, func(m look.Mend) bool { return t.answers(f, m) }) {
					left++
					fmt.Printf("    %+v is left: nothing brings it nearer\n", f)
				}
				continue
			}
			m := j.Mends[0]
			mended, err := camera.Mend(ctx, canvas, m.Layers())
			if err != nil {
				return err
			}
			tried++
			sound, err := camera.Paint(ctx, t.plan, camera.Hand{Level: t.hand, Seed: t.seed + uint64(i)})
			if err != nil {
				return err
			}
			if sound, err = camera.Mend(ctx, sound, nil); err != nil {
				return err
			}
			was, is := look.Between(t.shown(dry), t.shown(sound)).All, look.Between(t.shown(mended), t.shown(sound)).All
			came := was - is
			if math.Abs(came-m.Gain) <= 0.2*m.Gain {
				within++
			} else {
				fmt.Printf("    %s of %+v: promised %.3f, came %.3f; from %.3f to %.3f\n", m.ID, f, m.Gain, came, was, is)
			}
		}
	}
	fmt.Printf("  mends: within 20 %% of what was promised in %d of %d; %d left, for nothing mends them\n", within, tried, left)
	return nil
}
