// Command demopictures paints the demo lessons and writes the pictures that ship with them.
package main

import (
	"context"
	"fmt"
	"image/png"
	"os"
	"path/filepath"

	"proxenos/core/film"
	"proxenos/core/rehearse"
	"proxenos/demo"
)

func main() {
	if err := paint(context.Background()); err != nil {
		fmt.Fprintln(os.Stderr, "demopictures:", err)
		os.Exit(1)
	}
}

func paint(ctx context.Context) error {
	old, err := filepath.Glob("demo/pictures/*.png")
	if err != nil {
		return err
	}
	for _, name := range old {
		if err := os.Remove(name); err != nil {
			return err
		}
	}
	for _, id := range demo.IDs() {
		l, err := demo.Lesson(id)
		if err != nil {
			return err
		}
		r, err := rehearse.Run(ctx, l, rehearse.FineCell, nil)
		if err != nil {
			return err
		}
		f, err := os.Create("demo/" + demo.PictureFile(id))
		if err != nil {
			return err
		}
		encoder := png.Encoder{CompressionLevel: png.BestCompression}
		if err := encoder.Encode(f, r.Show(film.Paint, l.Minutes(), demo.PictureWidth)); err != nil {
			return err
		}
		if err := f.Close(); err != nil {
			return err
		}
	}
	return nil
}
