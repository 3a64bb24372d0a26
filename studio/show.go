package studio

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"image"
	"image/jpeg"

	"proxenos/core/look"
	"proxenos/core/plate"
	"proxenos/export/looked"
	"proxenos/export/paper"
)

// LookPicture is a picture of a look in some way, JPEG.
func (r Room) LookPicture(ctx context.Context, of, made, what string, way look.Way) ([]byte, error) {
	painting, err := r.lookPainting(ctx, of)
	if err != nil {
		return nil, err
	}
	body, err := r.Store.Artifact(ctx, r.lookedAt(of, made, what, painting))
	if err != nil || way == look.AsItIs {
		return body, err
	}
	seen, err := r.Seen(ctx, of, made)
	if err != nil {
		return nil, err
	}
	return r.Artifact(ctx, r.lookedAt(of, made, what+"/"+string(way), painting), func(context.Context) ([]byte, error) {
		img, err := jpeg.Decode(bytes.NewReader(body))
		if err != nil {
			return nil, err
		}
		p := plate.Of(img, 0)
		p.Mm = seen.Width / float64(p.W)
		if p, err = look.Through(p, way); err != nil {
			return nil, &UnsoundError{err}
		}
		var b bytes.Buffer
		err = jpeg.Encode(&b, p.Image(), &jpeg.Options{Quality: lookQuality})
		return b.Bytes(), err
	})
}

// previewWide is how many places a canvas is squared up on while its corners are dragged.
const previewWide = 240

// Squared is a photograph squared up by some corners, small, while they are dragged.
func (r Room) Squared(ctx context.Context, of string, corners []float64) ([]byte, error) {
	s, err := r.sight(ctx, of)
	if err != nil {
		return nil, err
	}
	q := quadOf(corners)
	if q == nil {
		return nil, &UnsoundError{errors.New("corners: give eight numbers: x and y of upper left, upper right, lower right, lower left")}
	}
	width, height := 400.0, 300.0
	if s.lesson != nil {
		width, height = s.lesson.Support.Width, s.lesson.Support.Height
	}
	sq, err := look.Square(s.photo, *q, width, height, width/previewWide)
	if err != nil {
		return nil, &UnsoundError{err}
	}
	var b bytes.Buffer
	err = jpeg.Encode(&b, sq.Picture.Image(), &jpeg.Options{Quality: 85})
	return b.Bytes(), err
}

// WriteLook writes what was seen as PDF.
func (r Room) WriteLook(ctx context.Context, of, made string, f paper.Format) ([]byte, error) {
	k, err := r.Kept.Canvas(ctx, of)
	if err != nil {
		return nil, err
	}
	seen, err := r.Seen(ctx, of, made)
	if err != nil {
		return nil, err
	}
	report := looked.Report{Title: k.Canvas.Title, Width: seen.Width, Height: seen.Height, Read: seen.Report, Advice: seen.Advice, Alone: seen.Alone, Doubt: seen.Found.Says}
	pictures := map[string]*image.Image{"mend-0": &report.Photo}
	if seen.Alone == nil {
		pictures["plan"] = &report.Plan
	}
	if seen.Pictures > 0 {
		pictures[fmt.Sprintf("mend-%d", seen.Pictures)] = &report.Mended
	}
	for what, to := range pictures {
		body, err := r.LookPicture(ctx, of, made, what, look.AsItIs)
		if err != nil {
			return nil, err
		}
		if *to, err = jpeg.Decode(bytes.NewReader(body)); err != nil {
			return nil, err
		}
	}
	var b bytes.Buffer
	err = looked.Write(&b, report, f)
	return b.Bytes(), err
}
