package api

import (
	"context"
	"errors"
	"fmt"
	"net/http"
	"strconv"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"proxenos/core/look"
	"proxenos/export/paper"
	"proxenos/studio"
)

// LookPath names what was seen in a photograph of a real picture.
type LookPath struct {
	CanvasPath
	Made string `path:"made" pattern:"^[0-9a-f]{16}$"`
}

var jpegReply = map[string]*huma.Response{"200": {Description: "JPEG", Content: map[string]*huma.MediaType{"image/jpeg": {}}}}

func (s *Server) lookOperations(api huma.API) {
	const at = "/api/studios/{studio}/canvases/{canvas}"
	huma.Register(api, huma.Operation{OperationID: "seen", Method: http.MethodGet, Path: at + "/looks/{made}", Summary: "What was seen in a photograph of a real picture"},
		func(ctx context.Context, in *LookPath) (*one[studio.Looked], error) {
			seen, err := s.In(in.Studio).Seen(ctx, in.ID, in.Made)
			if err != nil {
				return nil, s.refuse(err)
			}
			return &one[studio.Looked]{*seen}, nil
		})
	huma.Register(api, huma.Operation{OperationID: "lookReport", Method: http.MethodGet, Path: at + "/looks/{made}/report", Responses: pdfReply, Summary: "What was seen, as PDF"}, s.lookReport)
	huma.Register(api, huma.Operation{OperationID: "lookPicture", Method: http.MethodGet, Path: at + "/looks/{made}/{picture}", Responses: jpegReply,
		Summary: "A picture of a look: plan, or mend-N after so many mends, of which 0 is the photograph squared up"}, s.lookPicture)
	huma.Register(api, huma.Operation{OperationID: "squared", Method: http.MethodGet, Path: at + "/squared", Responses: jpegReply, Summary: "The photograph squared up by some corners, small, while they are dragged"}, s.squared)
}

func (s *Server) lookPicture(ctx context.Context, in *struct {
	LookPath
	Picture string `path:"picture" pattern:"^(plan|mend-[0-9]{1,2})$"`
	Way     string `query:"way" enum:",grey,squint,far" doc:"how it is looked at"`
}) (*picture, error) {
	body, err := s.In(in.Studio).LookPicture(ctx, in.ID, in.Made, in.Picture, look.Way(in.Way))
	if err != nil {
		return nil, s.refuse(err)
	}
	return still("image/jpeg", body), nil
}

func (s *Server) lookReport(ctx context.Context, in *struct {
	LookPath
	Paper string `query:"paper" enum:"a4,letter" default:"a4"`
}) (*file, error) {
	body, err := s.In(in.Studio).WriteLook(ctx, in.ID, in.Made, paper.Format{Paper: in.Paper})
	if err != nil {
		return nil, s.refuse(err)
	}
	return &file{"application/pdf", `attachment; filename="look.pdf"`, body}, nil
}

func (s *Server) squared(ctx context.Context, in *struct {
	CanvasPath
	Corners string `query:"corners" maxLength:"200" doc:"x and y of upper left, upper right, lower right, lower left, pixels, with commas"`
}) (*picture, error) {
	corners, err := cornersOf(in.Corners)
	if err != nil {
		return nil, unsound(err)
	}
	body, err := s.In(in.Studio).Squared(ctx, in.ID, corners)
	if err != nil {
		return nil, s.refuse(err)
	}
	return &picture{Status: http.StatusOK, ContentType: "image/jpeg", CacheControl: "no-store", Body: body}, nil
}

// cornersOf reads eight numbers.
func cornersOf(text string) ([]float64, error) {
	fields := strings.Split(text, ",")
	if len(fields) != 8 {
		return nil, errors.New("corners: give eight numbers with commas: x and y of upper left, upper right, lower right, lower left")
	}
	out := make([]float64, len(fields))
	for i, f := range fields {
		v, err := strconv.ParseFloat(f, 64)
		if err != nil {
			return nil, fmt.Errorf("corners: number %d cannot be read: give pixels", i+1)
		}
		out[i] = v
	}
	return out, nil
}
