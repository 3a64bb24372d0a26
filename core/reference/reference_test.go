package reference_test

import (
	"context"
	"image"
	"image/color"
	"math"
	"sync"
	"testing"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/reference"
	"proxenos/core/rehearse"
	"proxenos/core/spectrum"
	"proxenos/core/starter"
)

func TestThePieceHasTheShapeOfTheCanvas(t *testing.T) {
	l := *sample.Lesson() // 4 by 3
	photo := image.Rect(0, 0, 1200, 600)
	for _, c := range []struct {
		r    lesson.Reference
		want image.Rectangle
	}{
		{lesson.Reference{Size: 1}, image.Rect(0, 0, 800, 600)},
		{lesson.Reference{Size: 1, Across: 1}, image.Rect(400, 0, 1200, 600)},
		{lesson.Reference{Size: 0.5, Across: 0.5, Down: 1}, image.Rect(400, 300, 800, 600)},
		{lesson.Reference{}, image.Rect(0, 0, 80, 60)}, // never smaller than a tenth
	} {
		l.Reference = c.r
		if got := reference.Crop(photo, &l); got != c.want {
			t.Errorf("%+v is %v, want %v", c.r, got, c.want)
		}
	}
}

// flat is a photograph in level bands of equal height.
func flat(colours ...color.RGBA) *image.RGBA {
	img := image.NewRGBA(image.Rect(0, 0, 400, 320))
	for y := range 320 {
		for x := range 400 {
			img.SetRGBA(x, y, colours[y*len(colours)/320])
		}
	}
	return img
}

var (
	skyBlue = color.RGBA{150, 180, 220, 255}
	hill    = color.RGBA{90, 105, 120, 255}
	meadow  = color.RGBA{110, 130, 60, 255}
)

func TestLightAddsWhenAPhotographIsReduced(t *testing.T) {
	checks := image.NewRGBA(image.Rect(0, 0, 800, 600))
	for y := range 600 {
		for x := range 800 {
			v := uint8(255 * ((x + y) % 2))
			checks.SetRGBA(x, y, color.RGBA{v, v, v, 255})
		}
	}
	p := reference.Read(checks, checks.Rect, 400)
	if p.W != 200 || p.H != 150 || p.Mm != 2 {
		t.Fatalf("%d by %d at %g mm", p.W, p.H, p.Mm)
	}
	// Half the light of white is L* 76, not the 54 of the middle code.
	if l := p.Lab[7000].L; math.Abs(l-76) > 1 {
		t.Errorf("black and white in equal parts are L* %.0f", l)
	}
}

func TestAPaletteIsWhatThePictureComesTo(t *testing.T) {
	img := flat(skyBlue, skyBlue, hill, meadow)
	p := reference.Read(img, img.Rect, 400)
	list, err := reference.Palette(p, 5)
	if err != nil {
		t.Fatal(err)
	}
	if len(list) != 3 {
		t.Fatalf("three colours give %d", len(list))
	}
	for i, want := range []struct {
		c     color.RGBA
		share float64
	}{{skyBlue, 0.5}, {meadow, 0.25}, {hill, 0.25}} {
		got := list[i]
		if d := spectrum.DeltaE(got.Lab, spectrum.RGB{want.c.R, want.c.G, want.c.B}.Lab()); d > 0.5 || math.Abs(got.Share-want.share) > 0.01 {
			t.Errorf("colour %d is %s with %.2f of the picture, ΔE %.1f", i+1, got.Hex, got.Share, d)
		}
		if at := img.RGBAAt(int(got.X), int(got.Y)); at != want.c {
			t.Errorf("colour %d is said to be at %.0f, %.0f, where there is %v", i+1, got.X, got.Y, at)
		}
	}
	for _, n := range []int{1, 13} {
		if _, err := reference.Palette(p, n); err == nil {
			t.Errorf("a palette of %d", n)
		}
	}
}

func TestTheHorizonIsFound(t *testing.T) {
	img := flat(skyBlue, hill, meadow)
	for x := range 400 { // a range of hills with a ragged upper edge, and a level foot
		up := int(30 * math.Sin(float64(x)/25))
		for y := 70; y < 130; y++ {
			c := skyBlue
			if y > 100+up {
				c = hill
			}
			img.SetRGBA(x, y, c)
		}
		for y := 130; y < 213; y++ {
			img.SetRGBA(x, y, hill)
		}
	}
	h := reference.Suggest(reference.Read(img, img.Rect, 400), sample.Lesson()).Horizon
	if math.Abs(h.Y-213) > 4 || h.Tilt != 0 || h.Sure < 0.2 {
		t.Errorf("%+v, by eye 213 mm", h)
	}
	grey := flat(color.RGBA{128, 128, 128, 255})
	if h := reference.Suggest(reference.Read(grey, grey.Rect, 400), sample.Lesson()).Horizon; h.Sure != 0 {
		t.Errorf("in grey: %+v", h)
	}
}

var painted = sync.OnceValues(func() (*rehearse.Rehearsal, error) {
	l, err := starter.Make(context.Background(), starter.Wish{Kind: "lake", Method: lesson.Direct, Width: 400, Height: 300, Seed: 1, Title: "Lake"})
	if err != nil {
		return nil, err
	}
	return rehearse.Run(context.Background(), l, 2, nil)
})

// A photograph that is a rehearsal of a lesson suggests the lesson's own zones.
func TestAMadeUpPhotographSuggestsItsZones(t *testing.T) {
	r, err := painted()
	if err != nil {
		t.Fatal(err)
	}
	l := r.Lesson
	img := r.Show(film.Flat, l.Minutes(), 800) // nature has no brush marks
	p := reference.Read(img, img.Bounds(), l.Support.Width)
	s := reference.Suggest(p, l)
	if math.Abs(s.Horizon.Y-l.View.Horizon) > 0.04*l.Support.Height {
		t.Errorf("horizon at %.0f mm, sure %.2f, the lesson's is at %.0f", s.Horizon.Y, s.Horizon.Sure, l.View.Horizon)
	}
	kinds := map[lesson.ZoneKind]bool{}
	var share float64
	for i, shape := range s.Shapes {
		kinds[shape.Kind] = true
		share += shape.Share
		if i > 0 && shape.Plane.Distance > s.Shapes[i-1].Plane.Distance {
			t.Error("the shapes are not farthest first")
		}
		next, _, err := lesson.Apply(l, reference.Accept(l, shape))
		if err != nil {
			t.Errorf("%s: %v", shape.Name, err)
			continue
		}
		if len(next.Zones) != len(l.Zones)+1 {
			t.Errorf("%s: %d zones", shape.Name, len(next.Zones))
		}
		if again := reference.Suggest(p, next); !again.Shapes[i].There {
			t.Errorf("%s is in the lesson and is suggested again", shape.Name)
		}
	}
	if !kinds[lesson.Sky] || !kinds[lesson.Water] || share < 0.8 {
		t.Errorf("%v make up %.2f of the picture", kinds, share)
	}
}

func BenchmarkSuggest(b *testing.B) {
	img := flat(skyBlue, hill, meadow)
	l := sample.Lesson()
	p := reference.Read(img, img.Rect, 400)
	for b.Loop() {
		reference.Suggest(p, l)
	}
}
