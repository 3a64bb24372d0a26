// Package photo takes photographs in: what comes from a camera or from somebody's disk is
// judged before it is opened, opened in bounded memory, turned upright, reduced to what a
// reference needs, and stripped of everything but its colours.
package photo

import (
	"bytes"
	"errors"
	"fmt"
	"image"
	"image/color"
	"image/draw"
	"image/jpeg"
	"image/png"

	"github.com/bep/imagemeta"

	"proxenos/core/plate"
)

// Bounds of what is taken in.
const (
	MostBytes   = 30 << 20
	MostPixels  = 40_000_000 // 4 bytes each while it is open, at most
	LeastSide   = 80         // pixels
	MostSlender = 8          // times as long as wide: a panorama, but no thread
	Longest     = 2000       // pixels of the longer side of what is kept
	mostScans   = 24         // of a progressive JPEG; cameras write about ten
	keptQuality = 90
)

// A Photo is what is kept of a photograph.
type Photo struct {
	Image   image.Image
	Cleaned []string // what was changed, in words
}

// Encode writes the photograph as a JPEG without metadata.
func (p *Photo) Encode() ([]byte, error) {
	var b bytes.Buffer
	err := jpeg.Encode(&b, p.Image, &jpeg.Options{Quality: keptQuality})
	return b.Bytes(), err
}

// Read takes a PNG or JPEG in. It fails, saying what is wrong and what to do, for other
// kinds of file, for pictures that are too large, cut short, or in printing inks.
func Read(data []byte) (*Photo, error) {
	if len(data) > MostBytes {
		return nil, fmt.Errorf("photo: %d MB is more than %d: save it smaller", len(data)>>20, MostBytes>>20)
	}
	p := &Photo{}
	var img image.Image
	var err error
	kind := imagemeta.JPEG
	switch {
	case bytes.HasPrefix(data, []byte("\xff\xd8\xff")):
		img, err = p.jpeg(data)
	case bytes.HasPrefix(data, []byte("\x89PNG\r\n\x1a\n")):
		kind = imagemeta.PNG
		img, err = p.png(data)
	default:
		return nil, errors.New("photo: this is neither PNG nor JPEG: save it as one of them")
	}
	if err != nil {
		return nil, err
	}
	turn := orientation(data, kind)
	p.Image = upright(p.reduced(img), turn)
	if turn > 1 {
		p.Cleaned = append(p.Cleaned, "turned upright")
	}
	return p, nil
}

// sound judges a picture by its header.
func sound(c image.Config, most int) error {
	switch {
	case c.Width < LeastSide || c.Height < LeastSide:
		return fmt.Errorf("photo: %d by %d pixels is too small: use one of at least %d on each side", c.Width, c.Height, LeastSide)
	case max(c.Width, c.Height) > MostSlender*min(c.Width, c.Height):
		return fmt.Errorf("photo: %d by %d pixels is over %d times as long as wide: cut a piece out of it", c.Width, c.Height, MostSlender)
	case c.Width > most/c.Height:
		return fmt.Errorf("photo: %d by %d pixels is more than %d million: save it smaller", c.Width, c.Height, most/1_000_000)
	}
	return nil
}

// damage is what a decoder said of a picture; people are told only that it cannot be read.
type damage struct {
	kind  string
	cause error
}

func (d *damage) Error() string {
	return fmt.Sprintf("photo: the %s is cut short or damaged: save it again", d.kind)
}

func (d *damage) Unwrap() error { return d.cause }

func damaged(kind string, err error) error {
	return &damage{kind, err}
}

func (p *Photo) jpeg(data []byte) (image.Image, error) {
	c, err := jpeg.DecodeConfig(bytes.NewReader(data))
	if err != nil {
		return nil, damaged("JPEG", err)
	}
	if err := sound(c, MostPixels); err != nil {
		return nil, err
	}
	if c.ColorModel == color.CMYKModel {
		return nil, errors.New("photo: its colours are printing inks (CMYK): save it as RGB")
	}
	if n := scans(data); n > mostScans {
		return nil, fmt.Errorf("photo: the JPEG is built up in %d passes, %d are the most: save it again, plain", n, mostScans)
	}
	img, err := jpeg.Decode(bytes.NewReader(data))
	if err != nil {
		return nil, damaged("JPEG", err)
	}
	return img, nil
}

// scans counts the passes of a JPEG by walking its segments.
func scans(data []byte) (n int) {
	for i := 2; i+3 < len(data); {
		if data[i] != 0xff || data[i+1] == 0 || data[i+1] == 0xff || data[i+1] >= 0xd0 && data[i+1] <= 0xd9 {
			i++ // within a pass, or between segments
			continue
		}
		if data[i+1] == 0xda {
			n++
		}
		i += 2 + int(data[i+2])<<8 + int(data[i+3])
	}
	return n
}

func (p *Photo) png(data []byte) (image.Image, error) {
	c, err := png.DecodeConfig(bytes.NewReader(data))
	if err != nil {
		return nil, damaged("PNG", err)
	}
	most := MostPixels
	switch c.ColorModel {
	case color.RGBA64Model, color.NRGBA64Model, color.Gray16Model:
		most /= 2
		p.Cleaned = append(p.Cleaned, "reduced from 16 bits to 8")
	}
	if err := sound(c, most); err != nil {
		return nil, err
	}
	// An animation announces itself before its first picture.
	if at := bytes.Index(data, []byte("acTL")); at >= 0 && at < bytes.Index(data, []byte("IDAT")) {
		p.Cleaned = append(p.Cleaned, "only the first picture of the animation kept")
	}
	img, err := png.Decode(bytes.NewReader(data))
	if err != nil {
		return nil, damaged("PNG", err)
	}
	return img, nil
}

// orientation is how the camera was held, 1 to 8 as Exif has it; 1 where nothing sound
// says so.
func orientation(data []byte, kind imagemeta.ImageFormat) int {
	turn := 1
	_, err := imagemeta.Decode(imagemeta.Options{
		R: bytes.NewReader(data), ImageFormat: kind, Sources: imagemeta.EXIF, LimitNumTags: 500, LimitTagSize: 1000,
		ShouldHandleTag: func(t imagemeta.TagInfo) bool { return t.Tag == "Orientation" },
		HandleTag: func(t imagemeta.TagInfo) error {
			if v, ok := t.Value.(uint16); ok && v >= 1 && v <= 8 {
				turn = int(v)
			}
			return nil
		},
	})
	if err != nil {
		return 1 // metadata that cannot be read is dropped like all of it
	}
	return turn
}

// reduced is the picture no larger than is kept, over white where it lets through. Whole
// squares of pixels become one, strip by strip, so that little is held beside the
// picture itself.
func (p *Photo) reduced(img image.Image) *image.RGBA {
	b := img.Bounds()
	k := (max(b.Dx(), b.Dy()) + Longest - 1) / Longest
	out := image.NewRGBA(image.Rect(0, 0, b.Dx()/k, b.Dy()/k))
	op := draw.Src
	if o, ok := img.(interface{ Opaque() bool }); !ok || !o.Opaque() {
		op = draw.Over
		p.Cleaned = append(p.Cleaned, "laid on white where it was transparent")
	}
	strip := image.NewRGBA(image.Rect(0, 0, b.Dx(), k))
	for y := range out.Rect.Dy() {
		draw.Draw(strip, strip.Rect, image.White, image.Point{}, draw.Src)
		draw.Draw(strip, strip.Rect, img, image.Pt(b.Min.X, b.Min.Y+y*k), op)
		for x := range out.Rect.Dx() {
			var sum [3]float32 // light adds, its codes do not
			for j := range k {
				row := strip.Pix[j*strip.Stride+4*x*k:][:4*k]
				for i := 0; i < len(row); i += 4 {
					sum[0], sum[1], sum[2] = sum[0]+plate.Linear(row[i]), sum[1]+plate.Linear(row[i+1]), sum[2]+plate.Linear(row[i+2])
				}
			}
			at := out.PixOffset(x, y)
			for c, v := range sum {
				out.Pix[at+c] = plate.Code(v / float32(k*k))
			}
			out.Pix[at+3] = 255
		}
	}
	if k > 1 {
		p.Cleaned = append(p.Cleaned, fmt.Sprintf("reduced from %d by %d pixels to %d by %d", b.Dx(), b.Dy(), out.Rect.Dx(), out.Rect.Dy()))
	}
	return out
}

// upright undoes how the camera was held.
func upright(in *image.RGBA, turn int) *image.RGBA {
	w, h := in.Rect.Dx(), in.Rect.Dy()
	from := map[int]func(x, y int) (int, int){
		2: func(x, y int) (int, int) { return w - 1 - x, y },
		3: func(x, y int) (int, int) { return w - 1 - x, h - 1 - y },
		4: func(x, y int) (int, int) { return x, h - 1 - y },
		5: func(x, y int) (int, int) { return y, x },
		6: func(x, y int) (int, int) { return y, h - 1 - x },
		7: func(x, y int) (int, int) { return w - 1 - y, h - 1 - x },
		8: func(x, y int) (int, int) { return w - 1 - y, x },
	}[turn]
	if from == nil {
		return in
	}
	out := image.NewRGBA(image.Rect(0, 0, w, h))
	if turn >= 5 {
		out = image.NewRGBA(image.Rect(0, 0, h, w))
	}
	for y := range out.Rect.Dy() {
		for x := range out.Rect.Dx() {
			sx, sy := from(x, y)
			copy(out.Pix[out.PixOffset(x, y):][:4], in.Pix[in.PixOffset(sx, sy):][:4])
		}
	}
	return out
}
