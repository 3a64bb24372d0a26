package api

import (
	"context"
	"encoding/base64"
	"net/http"
	"slices"

	"github.com/danielgtaylor/huma/v2"

	"proxenos/core/film"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/rule"
)

// TrialRequest asks what an edit would do to a lesson.
type TrialRequest struct {
	Whose  string          `json:"whose" maxLength:"64" doc:"content hash of the lesson"`
	Edit   *lesson.AnyEdit `json:"edit"`
	Lesson string          `json:"lesson,omitempty" maxLength:"40" doc:"whose cupboard and runs are asked as well"`
	At     *rehearse.Spot  `json:"at,omitempty" doc:"where to look, mm; the whole canvas when left out"`
}

// Trial is what an edit would do: the canvas before and after, and what the rules say.
type Trial struct {
	Before  string   `json:"before" doc:"a picture, as a data: address"`
	After   string   `json:"after"`
	Minutes float64  `json:"minutes" doc:"what it adds to the session"`
	Gone    []string `json:"gone" doc:"what the rules said before and would say no more"`
	Left    []string `json:"left" doc:"what they would still say of the same places, with their figures"`
	Come    []string `json:"come" doc:"what they would say anew"`
	Open    int      `json:"open" doc:"findings that would be open"`
}

// trialSide is how much of the canvas a trial shows, mm.
const (
	trialSide  = 70.0
	trialWidth = 320
)

func (s *Server) trialOperations(api huma.API) {
	huma.Register(api, raw[TrialRequest](api, huma.Operation{OperationID: "try", Method: http.MethodPost, Path: "/api/trials",
		Summary: "What an edit would do to the canvas and to the findings, tried on a coarse canvas"}), s.try)
	huma.Register(api, huma.Operation{OperationID: "rank", Method: http.MethodPost, Path: "/api/ranks",
		Summary: "Every remedy of a finding tried on a coarse canvas, what does most first"}, s.rank)
}

// RankRequest asks which remedy of a finding does most.
type RankRequest struct {
	Whose  string `json:"whose" maxLength:"64" doc:"content hash of the lesson"`
	Rule   string `json:"rule" maxLength:"60"`
	Where  string `json:"where" maxLength:"100"`
	Lesson string `json:"lesson,omitempty" maxLength:"40" doc:"whose cupboard and runs are asked as well"`
}

// rank tries every remedy of a finding.
func (s *Server) rank(ctx context.Context, in *struct{ Body RankRequest }) (*one[[]rule.TriedRemedy], error) {
	b := in.Body
	j, err := s.job(ctx, b.Whose)
	if err != nil {
		return nil, s.refuse(err)
	}
	before, err := patiently(ctx, j.Drafted)
	if err != nil {
		return nil, s.refuse(err)
	}
	list, err := patiently(ctx, j.Judged)
	if err != nil {
		return nil, s.refuse(err)
	}
	c, err := s.besides(ctx, b.Lesson, j.Lesson, before)
	if err != nil {
		return nil, s.refuse(err)
	}
	more, err := rule.Beyond(c)
	if err != nil {
		return nil, s.refuse(err)
	}
	list = append(slices.Clone(list), more...)
	at := slices.IndexFunc(list, func(f rule.Finding) bool { return f.Rule == b.Rule && f.Where == b.Where })
	if at < 0 {
		return nil, huma.Error404NotFound("that is not found in this lesson any more: look at its findings again")
	}
	said, err := rule.Check(c)
	if err != nil {
		return nil, s.refuse(err)
	}
	ranked, err := rule.Rank(c, said, list[at])
	return &one[[]rule.TriedRemedy]{ranked}, s.refuse(err)
}

func (s *Server) try(ctx context.Context, in *struct{ RawBody []byte }) (*one[Trial], error) {
	var ask TrialRequest
	if err := parse(in.RawBody, &ask); err != nil {
		return nil, s.refuse(err)
	}
	if ask.Edit == nil || ask.Edit.Edit == nil {
		return nil, s.refuse(lesson.Faults{{Path: "edit", Problem: "is missing", Cure: `send {"whose": "...", "edit": {...}}`}})
	}
	l, before, err := s.drafted(ctx, ask.Whose)
	if err != nil {
		return nil, s.refuse(err)
	}
	next, _, err := lesson.Apply(l, ask.Edit.Edit)
	if err != nil {
		return nil, s.refuse(err)
	}
	after, err := rehearse.Again(ctx, before, next, rehearse.CoarseCell, nil)
	if err != nil {
		return nil, s.refuse(err)
	}
	c, err := s.besides(ctx, ask.Lesson, l, before)
	if err != nil {
		return nil, s.refuse(err)
	}
	was, err := rule.Check(c)
	if err != nil {
		return nil, s.refuse(err)
	}
	is, err := rule.Check(c.Of(next, after))
	if err != nil {
		return nil, s.refuse(err)
	}
	d := rule.Compare(was, is)
	out := Trial{Minutes: next.Minutes() - l.Minutes(), Gone: d.Gone, Left: d.Left, Come: d.Come, Open: len(rule.Unaccepted(is))}
	for _, side := range []struct {
		r  *rehearse.Rehearsal
		to *string
	}{{before, &out.Before}, {after, &out.After}} {
		img := side.r.Show(film.Paint, side.r.Lesson.Minutes(), trialWidth)
		if ask.At != nil {
			img = side.r.Place(film.Paint, side.r.Lesson.Minutes(), *ask.At, trialSide, trialWidth)
		}
		body, err := encode(img)
		if err != nil {
			return nil, s.refuse(err)
		}
		*side.to = "data:image/png;base64," + base64.StdEncoding.EncodeToString(body)
	}
	return &one[Trial]{out}, nil
}
