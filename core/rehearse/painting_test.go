package rehearse_test

import (
	"bytes"
	"fmt"
	"maps"
	"reflect"
	"slices"
	"strings"
	"testing"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
)

// repaints tells of every field of a lesson whether another value is another painting. A new
// field must be added here, with what it does.
var repaints = map[string]bool{
	"title": false, "about": false, "level": false, "method": false, "session": false, "pace": false, "seed": true,
	"support.width": true, "support.height": true, "support.surface": true,
	"ground.name": false, "ground.tone.paint": true, "ground.tone.parts": true,
	"base.kind": true, "base.thickness": true, "base.zones": true,
	"light.from": true, "light.height": true, "light.warmth": false, "view.horizon": true, "view.eye": true, "air": false,
	"focal.x": false, "focal.y": false, "focal.radius": false,
	"reference.photo": false, "reference.across": false, "reference.down": false, "reference.size": false,
	"room.temperature": true, "palette": true,
	"measured.paint": true, "measured.masstone": true, "measured.tint": true, "measured.white": true, "measured.source": false,
	"mixtures.id": true, "mixtures.name": false, "mixtures.parts.paint": true, "mixtures.parts.parts": true, "mixtures.tints.paint": false, "mixtures.tints.parts": false,
	"tools.id": true, "tools.kind": true, "tools.width": true,
	"planes.id": true, "planes.name": false, "planes.distance": true,
	"zones.id": true, "zones.name": false, "zones.plane": true, "zones.kind": true, "zones.outline.x": true, "zones.outline.y": true, "zones.ragged": true, "zones.of": true, "zones.seed": true,
	"steps.id": true, "steps.zone": true, "steps.where": true, "steps.technique": true, "steps.tool": true, "steps.mixtures": true,
	"steps.load": true, "steps.pressure": true, "steps.medium.solvent": true, "steps.medium.oil": true, "steps.medium.alkyd": true, "steps.medium.acrylic": true,
	"steps.care": true, "steps.cover": true, "steps.minutes": true, "steps.days": true,
	"steps.words": false, "steps.note": false, "steps.need": false, "steps.stage": false,
	"steps.meanwhile": true, "steps.after.step": true, "steps.after.least": true, "steps.after.most": false,
	"steps.easier.technique": false, "steps.easier.tool": false, "steps.easier.words": false,
	"steps.easier.load": false, "steps.easier.pressure": false, "steps.easier.cover": false, "steps.easier.minutes": false,
	"accepted.rule": false, "accepted.where": false, "accepted.reason": false, "format": false,
}

// full is the sample with something in every list.
func full() *lesson.Lesson {
	l := sample.Lesson()
	l.Base = lesson.Base{Kind: lesson.WhiteBase, Thickness: 10, Zones: []string{"sky"}}
	l.Mixtures[0].Tints = []lesson.Part{{Paint: "PB29", Parts: 5}}
	l.Measured = []lesson.Measured{{Paint: "PY43", Masstone: flat(0.2), Tint: flat(0.6), White: 10, Source: "a meter"}}
	l.Zones[2].Of = ""
	l.Steps[3].After = []lesson.After{{Step: "ridge", Least: 1, Most: 200}}
	l.Steps[0].Easier = []lesson.Easier{{Technique: lesson.RubIn, Tool: "flat20", Load: lesson.FullLoad, Pressure: lesson.Lightly, Cover: 1, Minutes: 4, Words: "Rub it in."}}
	l.Steps[1].Medium = lesson.Medium{Solvent: 5, Oil: 5, Alkyd: 5}
	blot := sample.Step("blot", "trees", lesson.Blot, "towel")
	blot.Minutes = 8
	l.Steps = append(l.Steps[:2], append([]lesson.Step{blot}, l.Steps[2:]...)...)
	dry := sample.Step("dry", "", lesson.Dry, "")
	dry.Days = 2
	l.Steps = append(l.Steps, dry)
	l.Accepted = []lesson.OnPurpose{{Rule: "film.mud", Where: "lights", Reason: "as it is"}}
	l.Reference = lesson.Reference{Photo: strings.Repeat("a", 64), Size: 1}
	return l
}

func flat(v float64) []float64 { return slices.Repeat([]float64{v}, 36) }

// A leaf is one figure or word of a lesson, and how to find it in another copy.
type leaf struct {
	path string
	find func(l *lesson.Lesson) reflect.Value
}

// leaves lists those of a lesson, of lists the elements' fields once for each element.
func leaves(v reflect.Value, path string, find func(l *lesson.Lesson) reflect.Value) (out []leaf) {
	switch v.Kind() {
	case reflect.Struct:
		for i := range v.NumField() {
			name, _, _ := strings.Cut(v.Type().Field(i).Tag.Get("json"), ",")
			out = append(out, leaves(v.Field(i), strings.TrimPrefix(path+"."+name, "."), func(l *lesson.Lesson) reflect.Value { return find(l).Field(i) })...)
		}
	case reflect.Slice:
		for i := range min(v.Len(), 8) {
			out = append(out, leaves(v.Index(i), path, func(l *lesson.Lesson) reflect.Value { return find(l).Index(i) })...)
		}
	default:
		out = append(out, leaf{path, find})
	}
	return out
}

// others are values that a leaf may have instead.
func others(v reflect.Value) (out []any) {
	switch v.Kind() {
	case reflect.String:
		for _, s := range []string{"another", "ridge", "trees", "sky", "blot", "light", "dark", "filbert10", "flat20", "soft20", "towel", "rag", "fan15", "near", "far",
			"whole", "crest", "upper", "lit", "filbert", "soft-flat", "rag", "thin", "heavy", "barely", "firm", "wipe", "fresh", "none", "clear", "linen", "canvas", "must", "direct", "layered",
			"first", "some", "hazy", "mist", "PB29", "PY43", "PW6", "tree-line", "water", "pull-down", "rub-in", "scumble", "criss-cross", "scrape", strings.Repeat("b", 64)} {
			if s != v.String() {
				out = append(out, s)
			}
		}
	case reflect.Float64:
		f := v.Float()
		out = []any{f + 0.37, f * 0.93, f + 20, f + 1}
	case reflect.Int:
		out = []any{int(v.Int()) + 1}
	case reflect.Bool:
		out = []any{!v.Bool()}
	}
	return out
}

// Every field of a lesson either repaints, or is no part of the painting's name and changes
// nothing on the canvas, whatever its value.
func TestWhatRepaints(t *testing.T) {
	paint := func(l *lesson.Lesson) string {
		r := run(t, l, rehearse.CoarseCell)
		return fmt.Sprint(r.Reports) + string(r.Show(film.Flat, 1e6, 0).Pix)
	}
	l := full()
	if err := lesson.Check(l); err != nil {
		t.Fatal(err)
	}
	name, picture := l.Painting(), paint(l)
	seen, changed := map[string]bool{}, map[string]bool{}
	for _, leaf := range leaves(reflect.ValueOf(*l), "", func(l *lesson.Lesson) reflect.Value { return reflect.ValueOf(l).Elem() }) {
		want, known := repaints[leaf.path]
		if !known {
			t.Errorf("nobody has said whether %s repaints", leaf.path)
			continue
		}
		if seen[leaf.path] && !want || changed[leaf.path] {
			continue
		}
		seen[leaf.path] = true
		for _, v := range others(leaf.find(l)) {
			c := full()
			leaf.find(c).Set(reflect.ValueOf(v).Convert(leaf.find(c).Type()))
			if lesson.Check(c) != nil {
				continue
			}
			if same := c.Painting() == name; want {
				if changed[leaf.path] = !same; !same {
					break
				}
				continue
			} else if !same {
				t.Errorf("%s as %v is painted again", leaf.path, v)
			} else if paint(c) != picture {
				t.Errorf("%s as %v has the same name and is another painting", leaf.path, v)
			}
			break // one is enough: it is no part of the name
		}
	}
	// What names something else by an id cannot be changed alone; it is in the name as a whole.
	for _, path := range slices.Sorted(maps.Keys(repaints)) {
		if repaints[path] && seen[path] && !changed[path] && !strings.HasSuffix(path, ".id") && path != "palette" {
			t.Errorf("nothing was found that %s repaints", path)
		}
	}
}

// Going on from where a note, a need or a name was changed begins nothing anew.
func TestWordsGoOnFromTheEnd(t *testing.T) {
	l := full()
	c := full()
	c.Title, c.Steps[0].Words, c.Steps[0].Note, c.Steps[1].Stage, c.Steps[2].Need, c.Zones[0].Name, c.Mixtures[1].Name = "T", "W", "N", "S", lesson.Must, "Z", "M"
	c.Tools = append(c.Tools, lesson.Tool{ID: "more", Kind: lesson.Flat, Width: 30})
	c.Mixtures = append(c.Mixtures, lesson.Mixture{ID: "more", Name: "More", Parts: l.Mixtures[0].Parts})
	if n := lesson.Shared(l, c); n != len(l.Steps) || l.Painting() != c.Painting() {
		t.Errorf("%d of %d steps are shared", n, len(l.Steps))
	}
	before := run(t, l, rehearse.CoarseCell)
	painted := 0
	after, err := rehearse.Again(t.Context(), before, c, rehearse.CoarseCell, func(int, int) { painted++ })
	if err != nil || painted != 0 || !bytes.Equal(before.Show(film.Flat, 1e6, 0).Pix, after.Show(film.Flat, 1e6, 0).Pix) {
		t.Errorf("%d steps were painted, %v", painted, err)
	}
}

// What a cut-in goes around depends on every zone: going on from before such a change paints
// it anew.
func TestACutInIsPaintedAnewWhereOtherZonesChange(t *testing.T) {
	l := sample.Lesson()
	l.Zones = append(l.Zones, lesson.Zone{ID: "cloud", Name: "Cloud", Plane: "sky", Kind: lesson.CloudBank, Outline: rect(20, 8, 80, 26)})
	l.Steps = []lesson.Step{sample.Step("sky", "sky", lesson.CrissCross, "flat20", "sky"), sample.Step("cloud", "cloud", lesson.Fluff, "filbert10", "light"),
		sample.Step("again", "sky", lesson.CutIn, "filbert10", "ridge")}
	below := *l
	below.Zones = append([]lesson.Zone{l.Zones[len(l.Zones)-1]}, l.Zones[:len(l.Zones)-1]...) // the cloud lies behind the sky now
	again, err := rehearse.Again(t.Context(), run(t, l, rehearse.CoarseCell), &below, rehearse.CoarseCell, nil)
	if err != nil {
		t.Fatal(err)
	}
	fresh := run(t, &below, rehearse.CoarseCell)
	if !bytes.Equal(again.Show(film.Flat, 1e6, 0).Pix, fresh.Show(film.Flat, 1e6, 0).Pix) {
		t.Error("going on paints another picture")
	}
	if bytes.Equal(fresh.Show(film.Flat, 1e6, 0).Pix, run(t, l, rehearse.CoarseCell).Show(film.Flat, 1e6, 0).Pix) {
		t.Error("it goes around the cloud in both")
	}
}
