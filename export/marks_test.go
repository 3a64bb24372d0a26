package export_test

import (
	"context"
	"errors"
	"testing"

	"proxenos/export"
)

func TestTheMarksSheetIsDrawnAndCanBeStopped(t *testing.T) {
	img, err := export.MarksSheet(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	b := img.Bounds()
	if b.Dx() < 1500 || b.Dy() < 700 {
		t.Errorf("the sheet is %v", b)
	}
	seen := map[[3]uint32]bool{}
	for y := b.Min.Y; y < b.Max.Y; y += 7 {
		for x := b.Min.X; x < b.Max.X; x += 7 {
			r, g, bl, _ := img.At(x, y).RGBA()
			seen[[3]uint32{r >> 12, g >> 12, bl >> 12}] = true
		}
	}
	if len(seen) < 60 {
		t.Errorf("it has %d colours", len(seen))
	}
	ctx, cancel := context.WithCancel(context.Background())
	cancel()
	if _, err := export.MarksSheet(ctx); !errors.Is(err, context.Canceled) {
		t.Errorf("stopped, it says %v", err)
	}
}
