package photo

import (
	"bytes"
	"encoding/binary"
	"hash/crc32"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"strings"
	"testing"
)

// corner is a picture whose upper left is red, upper right green, lower left blue.
func corner(w, h int) *image.RGBA {
	img := image.NewRGBA(image.Rect(0, 0, w, h))
	for y := range h {
		for x := range w {
			c := color.RGBA{200, 200, 200, 255}
			switch {
			case x < w/2 && y < h/2:
				c = color.RGBA{200, 20, 20, 255}
			case x >= w/2 && y < h/2:
				c = color.RGBA{20, 160, 20, 255}
			case x < w/2:
				c = color.RGBA{20, 20, 200, 255}
			}
			img.SetRGBA(x, y, c)
		}
	}
	return img
}

func asJPEG(t testing.TB, img image.Image) []byte {
	t.Helper()
	var b bytes.Buffer
	if err := jpeg.Encode(&b, img, &jpeg.Options{Quality: 92}); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

func asPNG(t testing.TB, img image.Image) []byte {
	t.Helper()
	var b bytes.Buffer
	if err := png.Encode(&b, img); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

// held is a JPEG with Exif metadata that says how the camera was held, and where.
func held(jpg []byte, turn byte) []byte {
	exif := append([]byte("Exif\x00\x00MM\x00\x2a\x00\x00\x00\x08\x00\x01"), 0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, turn, 0, 0, 0, 0, 0, 0)
	exif = append(exif, "taken somewhere"...)
	segment := binary.BigEndian.AppendUint16([]byte{0xff, 0xe1}, uint16(len(exif)+2))
	return bytes.Join([][]byte{jpg[:2], segment, exif, jpg[2:]}, nil)
}

func TestAPhotographIsTurnedUprightAndStripped(t *testing.T) {
	jpg := asJPEG(t, corner(120, 90))
	// Where the red corner comes to, and the size, for every way to hold a camera.
	for turn, want := range map[byte]struct{ x, y, w, h int }{
		1: {10, 10, 120, 90}, 2: {110, 10, 120, 90}, 3: {110, 80, 120, 90}, 4: {10, 80, 120, 90},
		5: {10, 10, 90, 120}, 6: {80, 10, 90, 120}, 7: {80, 110, 90, 120}, 8: {10, 110, 90, 120},
	} {
		p, err := Read(held(jpg, turn))
		if err != nil {
			t.Fatal(err)
		}
		if b := p.Image.Bounds(); b.Dx() != want.w || b.Dy() != want.h {
			t.Errorf("held %d: %v", turn, b)
		}
		if r, g, _, _ := p.Image.At(want.x, want.y).RGBA(); r>>8 < 150 || g>>8 > 90 {
			t.Errorf("held %d: at %d, %d it is not red", turn, want.x, want.y)
		}
		kept, err := p.Encode()
		if err != nil || bytes.Contains(kept, []byte("Exif")) || bytes.Contains(kept, []byte("taken")) {
			t.Errorf("held %d: metadata is kept (%v)", turn, err)
		}
	}
}

func chunk(kind string, data []byte) []byte {
	out := binary.BigEndian.AppendUint32(nil, uint32(len(data)))
	out = append(append(out, kind...), data...)
	return binary.BigEndian.AppendUint32(out, crc32.ChecksumIEEE(out[4:]))
}

// header is a PNG that promises a size and bits, and holds nothing.
func header(w, h uint32, bits byte) []byte {
	ihdr := binary.BigEndian.AppendUint32(binary.BigEndian.AppendUint32(nil, w), h)
	return append([]byte("\x89PNG\r\n\x1a\n"), chunk("IHDR", append(ihdr, bits, 2, 0, 0, 0))...)
}

func TestWhatIsCleaned(t *testing.T) {
	deep := image.NewNRGBA64(image.Rect(0, 0, 100, 100))
	for i := range deep.Pix {
		deep.Pix[i] = 0xff
	}
	clear := image.NewNRGBA(image.Rect(0, 0, 100, 100))
	plain := asPNG(t, corner(100, 100))
	ihdr := 8 + 12 + 13
	animated := bytes.Join([][]byte{plain[:ihdr], chunk("acTL", make([]byte, 8)), plain[ihdr:]}, nil)
	for _, c := range []struct {
		name string
		data []byte
		says string
	}{
		{"16 bits", asPNG(t, deep), "16 bits"}, {"transparent", asPNG(t, clear), "white"},
		{"animated", animated, "animation"}, {"large", asPNG(t, corner(2400, 1000)), "2400 by 1000 pixels to 1200 by 500"},
	} {
		p, err := Read(c.data)
		if err != nil {
			t.Errorf("%s: %v", c.name, err)
			continue
		}
		if !strings.Contains(strings.Join(p.Cleaned, ", "), c.says) {
			t.Errorf("%s: cleaned %q", c.name, p.Cleaned)
		}
	}
	p, err := Read(asPNG(t, clear))
	if err != nil {
		t.Fatal(err)
	}
	if r, _, _, _ := p.Image.At(50, 50).RGBA(); r>>8 != 255 {
		t.Error("what lets through is not white")
	}
}

func TestWhatIsRefused(t *testing.T) {
	jpg := asJPEG(t, corner(400, 300))
	inks := append([]byte{0xff, 0xd8, 0xff, 0xc0, 0, 20, 8, 1, 0, 1, 0, 4}, 1, 0x11, 0, 2, 0x11, 0, 3, 0x11, 0, 4, 0x11, 0)
	inks = append(inks, 0xff, 0xda, 0, 14, 4, 1, 0, 2, 0, 3, 0, 4, 0, 0, 63, 0)
	many := bytes.Clone(jpg[:len(jpg)-2])
	for range 40 {
		many = append(many, 0xff, 0xda, 0, 8, 1, 1, 0, 0, 63, 0, 1, 2, 3)
	}
	for name, c := range map[string]struct {
		data []byte
		says string
	}{
		"nothing":         {nil, "neither"},
		"a letter":        {[]byte("Dear reader"), "neither"},
		"another kind":    {[]byte("GIF89a\x01\x00"), "neither"},
		"a bomb":          {header(60000, 60000, 8), "million"},
		"a deep bomb":     {header(6000, 5000, 16), "million"},
		"no width":        {header(0, 100, 8), "damaged"},
		"a thread":        {header(80, 162000, 8), "times as long"},
		"a ribbon":        {asPNG(t, corner(2000, 100)), "times as long"},
		"a dot":           {asPNG(t, corner(20, 20)), "too small"},
		"cut short":       {jpg[:len(jpg)/2], "cut short"},
		"a PNG cut short": {asPNG(t, corner(300, 300))[:200], "cut short"},
		"printing inks":   {inks, "CMYK"},
		"endless passes":  {many, "passes"},
		"too many bytes":  {make([]byte, MostBytes+1), "MB"},
	} {
		p, err := Read(c.data)
		if err == nil || !strings.Contains(err.Error(), c.says) {
			t.Errorf("%s: %v, %v", name, p != nil, err)
		}
	}
}

func FuzzRead(f *testing.F) {
	jpg := asJPEG(f, corner(100, 100))
	f.Add(held(jpg, 6))
	f.Add(asPNG(f, corner(90, 90)))
	f.Add(header(100, 100, 16))
	f.Add(header(80, 162000, 8))
	f.Add(asPNG(f, corner(80, 640)))
	f.Fuzz(func(t *testing.T, data []byte) {
		if p, err := Read(data); err == nil {
			if b := p.Image.Bounds(); min(b.Dx(), b.Dy()) < LeastSide || max(b.Dx(), b.Dy()) > Longest {
				t.Errorf("%v", b)
			}
		}
	})
}

// BenchmarkRead24 takes in a photograph of 24 megapixels.
func BenchmarkRead24(b *testing.B) {
	img := image.NewYCbCr(image.Rect(0, 0, 6000, 4000), image.YCbCrSubsampleRatio420)
	for i := range img.Y {
		img.Y[i] = byte(i*7 + i/6000*13)
	}
	for i := range img.Cb {
		img.Cb[i], img.Cr[i] = byte(110+i%30), byte(120+i%20)
	}
	data := asJPEG(b, img)
	b.ReportAllocs()
	for b.Loop() {
		if _, err := Read(data); err != nil {
			b.Fatal(err)
		}
	}
}
