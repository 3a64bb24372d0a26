package api

import (
	"bytes"
	"context"
	"errors"
	"net/http"
	"slices"

	"github.com/danielgtaylor/huma/v2"

	"proxenos/core/canvas"
	"proxenos/store"
)

// OnWall is a real picture with what is ahead of it.
type OnWall struct {
	store.KeptCanvas
	Forecast []canvas.Due `json:"forecast" doc:"what is ahead of it, in order"`
	Next     *canvas.Due  `json:"next,omitempty" doc:"the first of it that is not done"`
	Revision int          `json:"revision,omitempty" doc:"of the lesson that it was painted after; nothing without one"`
}

// CanvasPath names a real picture in an address.
type CanvasPath struct {
	InStudio
	ID string `path:"canvas" maxLength:"40"`
}

// CanvasRequest is a picture that was painted.
type CanvasRequest struct {
	Class   string `json:"class,omitempty" maxLength:"40" doc:"in which class it was painted"`
	Lesson  string `json:"lesson,omitempty" maxLength:"40" doc:"after which lesson, where in no class"`
	Title   string `json:"title,omitempty" maxLength:"120" doc:"that of the lesson when left out"`
	By      string `json:"by,omitempty" maxLength:"60" doc:"who painted it"`
	Painted string `json:"painted,omitempty" maxLength:"10" doc:"the day, as 2026-05-31; that of the class, or today, when left out"`
}

func (s *Server) canvasOperations(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "canvases", Method: http.MethodGet, Path: "/api/studios/{studio}/canvases", Summary: "The real pictures of a studio, the last painted first"}, s.canvases)
	huma.Register(api, huma.Operation{OperationID: "addCanvas", Method: http.MethodPost, Path: "/api/studios/{studio}/canvases", DefaultStatus: http.StatusCreated,
		Summary: "Keep a picture that was painted; when it dries is worked out once its lesson is painted"}, s.addCanvas)
	huma.Register(api, huma.Operation{OperationID: "canvas", Method: http.MethodGet, Path: "/api/studios/{studio}/canvases/{canvas}", Summary: "A real picture"}, s.oneCanvas)
	huma.Register(api, huma.Operation{OperationID: "putCanvas", Method: http.MethodPut, Path: "/api/studios/{studio}/canvases/{canvas}", Summary: "Keep a real picture as it is now"}, s.putCanvas)
	photograph := huma.Operation{OperationID: "photographCanvas", Method: http.MethodPost, Path: "/api/studios/{studio}/canvases/{canvas}/photos",
		Summary: "Put a photograph (PNG or JPEG) to a real picture: cleaned, upright, without metadata", MaxBodyBytes: -1, SkipValidateBody: true}
	photograph.RequestBody = &huma.RequestBody{Required: true, Content: map[string]*huma.MediaType{"application/octet-stream": {Schema: &huma.Schema{Type: huma.TypeString, Format: "binary"}}}}
	huma.Register(api, photograph, s.photographCanvas)
	huma.Register(api, huma.Operation{OperationID: "canvasPhoto", Method: http.MethodGet, Path: "/api/studios/{studio}/canvases/{canvas}/photo/{hash}", Summary: "The photograph of a real picture",
		Responses: map[string]*huma.Response{"200": {Description: "JPEG", Content: map[string]*huma.MediaType{"image/jpeg": {}}}}}, s.canvasPhoto)
	huma.Register(api, huma.Operation{OperationID: "throwCanvas", Method: http.MethodPut, Path: "/api/studios/{studio}/canvases/{canvas}/deleted", Summary: "Throw a real picture out, or bring it back"},
		func(ctx context.Context, in *struct {
			CanvasPath
			Body Thrown
		}) (*one[Thrown], error) {
			return &one[Thrown]{in.Body}, s.refuse(s.In(in.Studio).Kept.DeleteCanvas(ctx, in.ID, in.Body.Deleted))
		})
	huma.Register(api, huma.Operation{OperationID: "dryingCalendar", Method: http.MethodGet, Path: "/api/studios/{studio}/drying", Responses: calendarReply, Summary: "What is ahead of the real pictures, as iCalendar"}, s.dryingCalendar)
}

func onWall(k store.KeptCanvas) OnWall {
	out := OnWall{KeptCanvas: k, Forecast: k.Canvas.Forecast()}
	if next, there := k.Canvas.Next(); there {
		out.Next = &next
	}
	return out
}

func (s *Server) canvases(ctx context.Context, in *struct {
	InStudio
	Class string `query:"class" maxLength:"40" doc:"of this class alone"`
}) (*one[[]OnWall], error) {
	list, err := s.In(in.Studio).Kept.Canvases(ctx, in.Class)
	if err != nil {
		return nil, s.refuse(err)
	}
	out := make([]OnWall, len(list))
	for i, k := range list {
		out[i] = onWall(k)
	}
	return &one[[]OnWall]{out}, nil
}

// oneCanvas is one, with the revision of the lesson that it was painted after.
func (s *Server) oneCanvas(ctx context.Context, in *CanvasPath) (*one[OnWall], error) {
	room := s.In(in.Studio)
	k, err := room.Kept.Canvas(ctx, in.ID)
	if err != nil {
		return nil, s.refuse(err)
	}
	out := onWall(k)
	out.Revision, err = room.RevisionOf(ctx, k)
	return &one[OnWall]{out}, s.refuse(err)
}

func (s *Server) addCanvas(ctx context.Context, in *struct {
	InStudio
	Body CanvasRequest
}) (*one[OnWall], error) {
	b := in.Body
	if b.Class == "" && b.Lesson == "" && b.Title == "" {
		return nil, unsound(errors.New("a picture is of a class, of a lesson, or has a title of its own: give one of them"))
	}
	k, err := patiently(ctx, func(ctx context.Context) (store.KeptCanvas, error) {
		return s.In(in.Studio).AddCanvas(ctx, b.Class, b.Lesson, b.Title, b.By, b.Painted)
	})
	if errors.Is(err, errPatience) {
		return nil, huma.Error503ServiceUnavailable("the lesson is being painted: try again in a moment")
	}
	if err != nil {
		return nil, s.refuse(err)
	}
	return &one[OnWall]{onWall(k)}, nil
}

func (s *Server) putCanvas(ctx context.Context, in *struct {
	CanvasPath
	Body struct {
		From   int           `json:"from" minimum:"1" maximum:"2147483647" doc:"the version it was made from"`
		Canvas canvas.Canvas `json:"canvas"`
	}
}) (*one[OnWall], error) {
	c := in.Body.Canvas
	if err := c.Check(); err != nil {
		return nil, unsound(err)
	}
	if c.Photo != "" {
		if _, err := s.In(in.Studio).Kept.PhotoBody(ctx, c.Photo); err != nil {
			return nil, s.refuse(err)
		}
	}
	k, err := s.In(in.Studio).Kept.PutCanvas(ctx, in.ID, in.Body.From, c)
	if err != nil {
		return nil, s.refuse(err)
	}
	return &one[OnWall]{onWall(k)}, nil
}

func (s *Server) photographCanvas(ctx context.Context, in *struct {
	CanvasPath
	Name    string `query:"name" maxLength:"400" doc:"of the file"`
	RawBody []byte
}) (*one[OnWall], error) {
	k, err := s.In(in.Studio).Kept.Canvas(ctx, in.ID)
	if err != nil {
		return nil, s.refuse(err)
	}
	taken, err := s.takeIn(ctx, in.InStudio, in.Name, in.RawBody)
	if err != nil {
		return nil, err
	}
	k.Canvas.Photo = taken.Hash
	k, err = s.In(in.Studio).Kept.PutCanvas(ctx, in.ID, k.Version, k.Canvas)
	if err != nil {
		return nil, s.refuse(err)
	}
	return &one[OnWall]{onWall(k)}, nil
}

func (s *Server) canvasPhoto(ctx context.Context, in *struct {
	CanvasPath
	Hash string `path:"hash" pattern:"^[0-9a-f]{64}$"`
}) (*picture, error) {
	k, err := s.In(in.Studio).Kept.Canvas(ctx, in.ID)
	before := func(l canvas.Look) bool { return l.Photo == in.Hash }
	if err == nil && k.Canvas.Photo != in.Hash && !slices.ContainsFunc(k.Canvas.Looks, before) {
		err = store.ErrNotFound
	}
	if err != nil {
		return nil, s.refuse(err)
	}
	body, err := s.In(in.Studio).Kept.PhotoBody(ctx, in.Hash)
	if err != nil {
		return nil, s.refuse(err)
	}
	return still("image/jpeg", body), nil
}

func (s *Server) dryingCalendar(ctx context.Context, in *InStudio) (*file, error) {
	body, err := patiently(ctx, func(ctx context.Context) ([]byte, error) {
		var b bytes.Buffer
		err := s.In(in.Studio).WriteDrying(ctx, &b)
		return b.Bytes(), err
	})
	return &file{"text/calendar; charset=utf-8", `attachment; filename="drying.ics"`, body}, s.refuse(err)
}
