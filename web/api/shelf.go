package api

import (
	"context"
	"encoding/json"
	"fmt"
	"hash/fnv"
	"runtime"
	"time"

	"golang.org/x/sync/errgroup"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/store"
)

// OnShelf is a lesson on the shelf.
type OnShelf struct {
	ID       string    `json:"id"`
	Revision int       `json:"revision"`
	Hash     string    `json:"hash"`
	Title    string    `json:"title"`
	About    string    `json:"about"`
	Level    string    `json:"level"`
	Method   string    `json:"method"`
	Minutes  float64   `json:"minutes"`
	Session  float64   `json:"session"`
	Steps    int       `json:"steps"`
	Width    float64   `json:"width" doc:"mm"`
	Height   float64   `json:"height" doc:"mm"`
	Saved    time.Time `json:"saved"`
	Frames   string    `json:"frames"`
	Last     int       `json:"last" doc:"half minute of the finished picture"`
}

func (s *Server) shelf(ctx context.Context, in *struct {
	InStudio
	Place store.Place `query:"place" enum:"shelf,away,template,deleted" default:"shelf" doc:"where they stand"`
	Has   string      `header:"If-None-Match" maxLength:"200"`
}) (*Known, error) {
	heads, err := s.In(in.Studio).Kept.Heads(ctx, in.Place)
	if err != nil {
		return nil, s.refuse(err)
	}
	sum := fnv.New64a()
	for _, h := range heads {
		fmt.Fprintf(sum, "%s %d ", h.LessonID, h.Number)
	}
	tag := fmt.Sprintf("%x-%s-%s", sum.Sum64(), rehearse.Version, s.Build)
	out, err := known(in.Has, tag, func() ([]byte, error) {
		if body, ok := s.lately.Get(tag); ok {
			return body, nil
		}
		cards := make([]OnShelf, len(heads))
		each, reading := errgroup.WithContext(ctx)
		each.SetLimit(runtime.NumCPU())
		for i, h := range heads {
			each.Go(func() (err error) {
				cards[i], err = s.card(reading, in.InStudio, h)
				return err
			})
		}
		if err := each.Wait(); err != nil {
			return nil, err
		}
		body, err := json.Marshal(cards)
		if err == nil {
			s.lately.Add(tag, body)
		}
		return body, err
	})
	return out, s.refuse(err)
}

// card is a revision as it stands on the shelf.
func (s *Server) card(ctx context.Context, in InStudio, h store.HeadOf) (OnShelf, error) {
	name := fmt.Sprintf("%s %d", h.LessonID, h.Number)
	if card, ok := s.cards.Get(name); ok {
		return card, nil
	}
	r, err := s.In(in.Studio).Kept.Revision(ctx, h.LessonID, h.Number)
	if err != nil {
		return OnShelf{}, err
	}
	l, err := r.Lesson()
	if err != nil {
		return OnShelf{}, fmt.Errorf("revision %d of %s: %w", r.Number, r.LessonID, err)
	}
	words := lesson.Words()
	card := OnShelf{ID: r.LessonID, Revision: r.Number, Hash: r.Hash, Title: l.Title, About: l.About,
		Level: words.Level(l.Level), Method: words.Method(l.Method), Minutes: l.Minutes(), Session: l.Session, Steps: len(l.Steps),
		Width: l.Support.Width, Height: l.Support.Height, Saved: r.MadeAt, Frames: frames(r.StudioID, r.Painting), Last: halfMinute(l.Minutes())}
	s.cards.Add(name, card)
	return card, nil
}
