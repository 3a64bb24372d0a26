package rehearse_test

import (
	"crypto/sha256"
	"encoding/json"
	"flag"
	"fmt"
	"maps"
	"os"
	"runtime"
	"slices"
	"testing"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/sheet"
)

var update = flag.Bool("update", false, "write down what this version makes")

// versioned is what a version made, by lesson.
type versioned struct {
	Version string
	Names   string            // sum of the names of the paintings
	Made    map[string]string // sums of pictures and reports
}

const versionFile = "testdata/version.json"

// Pictures and reports are kept under the name of the version that made them: when they
// change, the name must. When paintings themselves are named in another way, the names that
// are kept must be made anew.
func TestTheVersionChangesWithThePictures(t *testing.T) {
	if runtime.GOARCH != "amd64" {
		t.Skip("other processors round differently in the last figure")
	}
	is := versioned{Version: rehearse.Version, Made: map[string]string{}}
	lessons := small(t)
	names := sha256.New()
	for _, name := range slices.Sorted(maps.Keys(lessons)) {
		names.Write([]byte(lessons[name].Painting()))
	}
	is.Names = fmt.Sprintf("%x", names.Sum(nil)[:8])
	for name, l := range lessons {
		r := run(t, l, rehearse.CoarseCell)
		sum := sha256.New()
		for _, v := range rehearse.Views() {
			for _, minute := range []float64{l.Minutes() / 2, l.Minutes()} {
				sum.Write(r.Show(v, minute, 60).Pix)
			}
		}
		fmt.Fprintf(sum, "%+v %v", r.Reports, r.Show(film.Paint, 1e6, 320).Pix[:4000])
		is.Made[name] = fmt.Sprintf("%x", sum.Sum(nil)[:8])
	}
	if *update {
		text, err := json.MarshalIndent(is, "", " ")
		if err == nil {
			err = os.WriteFile(versionFile, append(text, '\n'), 0o644)
		}
		if err != nil {
			t.Fatal(err)
		}
	}
	text, err := os.ReadFile(versionFile)
	if err != nil {
		t.Fatal(err)
	}
	var was versioned
	if err := json.Unmarshal(text, &was); err != nil {
		t.Fatal(err)
	}
	if was.Version != is.Version {
		t.Fatalf("%s is of version %s: run 'go test ./core/rehearse -run Version -update'", versionFile, was.Version)
	}
	if was.Names != is.Names {
		t.Errorf("paintings have other names than those that the store keeps of every revision: add a migration with \"update revision set painting = ''\", after which they are named anew, and run 'go test ./core/rehearse -run Version -update'")
	}
	for name, sum := range is.Made {
		if was.Made[name] != sum {
			t.Errorf("%s: another picture or report under the same version: raise rehearse.Version, run 'go test ./core/rehearse -run Version -update' and 'make generate'", name)
		}
	}
}

// small are lessons that between them use everything that paints.
func small(t *testing.T) map[string]*lesson.Lesson {
	out := map[string]*lesson.Lesson{"everything in the format": full()}
	for _, technique := range sheet.Techniques() {
		for _, under := range sheet.Unders() {
			l, err := sheet.Lesson(technique, under)
			if err != nil {
				t.Fatal(err)
			}
			out[string(technique)+" on "+string(under)] = l
		}
	}
	return out
}
