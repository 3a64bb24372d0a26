package api

import (
	"context"
	"image"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"proxenos/core/lesson"
	"proxenos/core/measure"
	"proxenos/core/rehearse"
)

// mapWidth is how many pixels the map of a picture is wide.
const mapWidth = 800

func (s *Server) measureOperations(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "measures", Method: http.MethodGet, Path: "/api/studios/{studio}/measures/{hash}",
		Summary: "What the finished picture of a lesson comes to, once it is painted"}, s.measures)
	huma.Register(api, huma.Operation{OperationID: "pictureMap", Method: http.MethodGet, Path: "/api/studios/{studio}/maps/{version}/{painting}/{map}", Responses: pngReply,
		Summary: "The finished picture as a value plan, or what draws the eye in it, as MAP.png"}, s.pictureMap)
}

func (s *Server) measures(ctx context.Context, in *struct {
	InStudio
	Hash string `path:"hash" pattern:"^[0-9a-f]{64}$"`
}) (*one[measure.Measures], error) {
	return of(ctx, s, in.InStudio, in.Hash, "measures", func(ctx context.Context, _ *lesson.Lesson, out *measure.Measures) error {
		r, err := s.painted(ctx, in.InStudio, in.Hash)
		if err == nil {
			*out = measure.Of(r)
		}
		return err
	})
}

func (s *Server) pictureMap(ctx context.Context, in *struct {
	PictureOf
	Map string `path:"map" maxLength:"20"`
}) (*picture, error) {
	name := strings.TrimSuffix(in.Map, ".png")
	if err := measure.KnownMap(name); err != nil {
		return nil, unsound(err)
	}
	return s.picture(ctx, in.PictureOf, "map-"+name, func(r *rehearse.Rehearsal) (image.Image, error) {
		return measure.DrawMap(measure.Coarse(r.Final), name, mapWidth)
	})
}
