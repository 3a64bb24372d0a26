package studio

import (
	"context"
	"errors"

	"proxenos/core/rehearse"
	"proxenos/store"
)

// A Cabinet keeps the easel's canvases among the artifacts of a store.
type Cabinet struct{ Store *store.Store }

// canvasKind is what a canvas is kept as.
const canvasKind = "canvas"

// Canvas returns the last canvas that was kept of a lesson, or that of another lesson that is
// painted the same; nothing where there is none.
func (c Cabinet) Canvas(ctx context.Context, lesson, painting string) ([]byte, error) {
	body, err := c.Store.Latest(ctx, lesson, rehearse.Version, canvasKind)
	if errors.Is(err, store.ErrNotFound) {
		return c.Exactly(ctx, painting)
	}
	return body, err
}

// Exactly returns the canvas of a painting; nothing where none is kept.
func (c Cabinet) Exactly(ctx context.Context, painting string) ([]byte, error) {
	body, err := c.Store.Artifact(ctx, store.Artifact{Maker: rehearse.Version, Painting: painting, Kind: canvasKind})
	if errors.Is(err, store.ErrNotFound) {
		return nil, nil
	}
	return body, err
}

// Keep keeps the canvas of a lesson in the place of the one before.
func (c Cabinet) Keep(ctx context.Context, lesson, painting string, body []byte) error {
	return c.Store.PutLatest(ctx, lesson, store.Artifact{Maker: rehearse.Version, Painting: painting, Kind: canvasKind}, body)
}
