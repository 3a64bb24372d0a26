// Package studio is what is done in a studio with its lessons, whoever asks for it: a request,
// a job or a shell. It stands between those who ask and the core, keeps what is made, and sees
// to it that nothing is made twice at once. It knows nothing of HTTP.
package studio

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"image"
	"image/png"
	"sync"

	lru "github.com/hashicorp/golang-lru/v2"
	"golang.org/x/sync/singleflight"

	"proxenos/core/lesson"
	"proxenos/core/plate"
	"proxenos/core/rehearse"
	"proxenos/core/run"
	"proxenos/easel"
	"proxenos/store"
)

// A Desk is where things are done. Make it with [New]; it is safe for concurrent use.
type Desk struct {
	Store *store.Store
	Easel *easel.Easel
	Build string // names the build: what it says may differ from what another one says

	flight singleflight.Group
	hot    *lru.Cache[store.Artifact, []byte] // what was asked for last

	paintings *lru.Cache[string, struct{}]     // that are known to be a studio's
	stages    *lru.Cache[string, *staged]      // classes that run
	past      *lru.Cache[string, *past]        // and that have ended
	plates    *lru.Cache[string, *plate.Plate] // photographs that are looked at
	reading   sync.Mutex                       // held while a photograph from a seat is read
}

// hotMost is how many artifacts are kept in memory, and hotSize the largest of them, bytes.
const (
	hotMost = 96
	hotSize = 1 << 20

	paintingsMost = 10000
	platesMost    = 2 // up to 36 MB each
)

// New makes a desk.
func New(s *store.Store, e *easel.Easel, build string) *Desk {
	hot, err := lru.New[store.Artifact, []byte](hotMost)
	if err != nil {
		panic(err) // only for a size of 0
	}
	paintings, err := lru.New[string, struct{}](paintingsMost)
	if err != nil {
		panic(err)
	}
	stages, err := lru.New[string, *staged](stagesMost)
	if err != nil {
		panic(err)
	}
	ended, err := lru.New[string, *past](2 * learntFrom)
	if err != nil {
		panic(err)
	}
	plates, err := lru.New[string, *plate.Plate](platesMost)
	if err != nil {
		panic(err)
	}
	return &Desk{Store: s, Easel: e, Build: build, hot: hot, paintings: paintings, stages: stages, past: ended, plates: plates}
}

// Artifact returns what is kept at an address, or makes and keeps it. What was made of a
// painting is kept: pictures, reports and canvases under the version of the engine, what the
// rules and other judgements say under the build, for those may change with every one.
func (d *Desk) Artifact(ctx context.Context, a store.Artifact, make func(ctx context.Context) ([]byte, error)) ([]byte, error) {
	for {
		if body, ok := d.hot.Get(a); ok {
			return body, nil
		}
		mine := false
		made, err, _ := d.flight.Do(a.Maker+"/"+a.Painting+"/"+a.Kind, func() (any, error) {
			mine = true
			body, err := d.Store.Artifact(ctx, a)
			if errors.Is(err, store.ErrNotFound) {
				if body, err = make(ctx); err == nil {
					err = d.Store.PutArtifact(ctx, a, body)
				}
			}
			if err == nil && len(body) <= hotSize {
				d.hot.Add(a, body)
			}
			return body, err
		})
		switch {
		case err == nil:
			return made.([]byte), nil
		case !mine && gaveUp(err) && ctx.Err() == nil: // who made it was called off, and this one was not
		default:
			return nil, err
		}
	}
}

// gaveUp reports whether something was not made because nobody wanted it any more.
func gaveUp(err error) bool {
	return errors.Is(err, context.Canceled) || errors.Is(err, context.DeadlineExceeded)
}

// Judgement is where something is kept that this build says of a painted lesson.
func (d *Desk) Judgement(l *lesson.Lesson, kind string) store.Artifact {
	return store.Artifact{Maker: d.Build, Painting: l.Painting(), Kind: kind + "/" + l.Judging()}
}

// Judged answers from what is kept, or works the answer out and keeps it.
func Judged[T any](ctx context.Context, d *Desk, l *lesson.Lesson, kind string, work func(ctx context.Context, out *T) error) (T, error) {
	var out T
	body, err := d.Artifact(ctx, d.Judgement(l, kind), func(ctx context.Context) ([]byte, error) {
		var made T
		if err := work(ctx, &made); err != nil {
			return nil, err
		}
		return json.Marshal(made)
	})
	if err != nil {
		return out, err
	}
	return out, json.Unmarshal(body, &out)
}

// Reports are those of a painted lesson, without its canvas; it is painted if need be.
func (d *Desk) Reports(ctx context.Context, r store.Revision, l *lesson.Lesson) ([]rehearse.Report, error) {
	return d.ReportsOf(ctx, l.Painting(), func(ctx context.Context) ([]rehearse.Report, error) {
		done, err := d.Easel.Rehearse(r.LessonID, r.Number, l).Painted(ctx)
		if err != nil {
			return nil, err
		}
		return done.Reports, nil
	})
}

// ReportsOf are those of a painting, kept or as they are made.
func (d *Desk) ReportsOf(ctx context.Context, painting string, make func(ctx context.Context) ([]rehearse.Report, error)) ([]rehearse.Report, error) {
	body, err := d.Artifact(ctx, store.Artifact{Maker: rehearse.Version, Painting: painting, Kind: "reports"}, func(ctx context.Context) ([]byte, error) {
		list, err := make(ctx)
		if err != nil {
			return nil, err
		}
		return json.Marshal(list)
	})
	if err != nil {
		return nil, err
	}
	var out []rehearse.Report
	return out, json.Unmarshal(body, &out)
}

// PNG writes a picture quickly rather than small: it goes over loopback or is kept.
func PNG(img image.Image) ([]byte, error) {
	var b bytes.Buffer
	err := (&png.Encoder{CompressionLevel: png.BestSpeed}).Encode(&b, img)
	return b.Bytes(), err
}

// Bare are the runs without their keys.
func Bare(kept []Session) (runs []run.Run) {
	for _, k := range kept {
		runs = append(runs, k.Run)
	}
	return runs
}
