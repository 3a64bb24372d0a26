package api

import (
	"bytes"
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"proxenos/core/supply"
	"proxenos/export/plaintext"
)

// Stores is what a studio has, whatever is taught.
type Stores struct {
	Version  int             `json:"version" doc:"how often it was saved"`
	Cupboard supply.Cupboard `json:"cupboard"`
}

func (s *Server) storeOperations(api huma.API) {
	const at = "/api/studios/{studio}/cupboard"
	huma.Register(api, huma.Operation{OperationID: "stores", Method: http.MethodGet, Path: at, Summary: "What a studio has"}, s.stores)
	huma.Register(api, huma.Operation{OperationID: "putStores", Method: http.MethodPut, Path: at, Summary: "Keep what a studio has"}, s.putStores)
	huma.Register(api, huma.Operation{OperationID: "storesTable", Method: http.MethodGet, Path: at + ".csv", Summary: "What a studio has, as CSV",
		Responses: map[string]*huma.Response{"200": {Description: "A table", Content: map[string]*huma.MediaType{"text/csv": {}}}}}, s.storesTable)
	take := huma.Operation{OperationID: "takeStores", Method: http.MethodPost, Path: at + ".csv",
		Summary: "Keep what a table of CSV says, instead of what the studio has", MaxBodyBytes: 1 << 20, SkipValidateBody: true}
	take.RequestBody = &huma.RequestBody{Required: true, Content: map[string]*huma.MediaType{"text/csv": {Schema: &huma.Schema{Type: huma.TypeString, Format: "binary"}}}}
	huma.Register(api, take, s.takeStores)
}

func (s *Server) stores(ctx context.Context, in *InStudio) (*one[Stores], error) {
	c, version, err := s.In(in.Studio).Kept.Cupboard(ctx)
	return &one[Stores]{Stores{version, c}}, s.refuse(err)
}

func (s *Server) putStores(ctx context.Context, in *struct {
	InStudio
	Body StockRequest
}) (*one[Stores], error) {
	return s.keepStores(ctx, in.InStudio, in.Body.From, in.Body.Cupboard)
}

func (s *Server) keepStores(ctx context.Context, in InStudio, from int, c supply.Cupboard) (*one[Stores], error) {
	if err := c.Check(); err != nil {
		return nil, unsound(err)
	}
	if err := s.In(in.Studio).Kept.PutCupboard(ctx, from, c); err != nil {
		return nil, s.refuse(err)
	}
	return s.stores(ctx, &in)
}

func (s *Server) storesTable(ctx context.Context, in *InStudio) (*file, error) {
	c, _, err := s.In(in.Studio).Kept.Cupboard(ctx)
	if err != nil {
		return nil, s.refuse(err)
	}
	return s.table(c)
}

// table is a cupboard as CSV.
func (s *Server) table(c supply.Cupboard) (*file, error) {
	var b bytes.Buffer
	if err := c.WriteCSV(&b); err != nil {
		return nil, s.refuse(err)
	}
	return &file{"text/csv; charset=utf-8", `attachment; filename="cupboard.csv"`, b.Bytes()}, nil
}

func (s *Server) takeStores(ctx context.Context, in *struct {
	InStudio
	From    int `query:"from" minimum:"0" maximum:"2147483647" doc:"the version it takes the place of"`
	RawBody []byte
}) (*one[Stores], error) {
	c, err := s.readTable(ctx, in.InStudio, in.RawBody)
	if err != nil {
		return nil, err
	}
	return s.keepStores(ctx, in.InStudio, in.From, c)
}

// readTable reads a cupboard from a table, which has no curves: those that are kept stay.
func (s *Server) readTable(ctx context.Context, in InStudio, body []byte) (supply.Cupboard, error) {
	c, err := supply.ReadCSV(bytes.NewReader(plaintext.UTF8(body)))
	if err != nil {
		return c, unsound(err)
	}
	was, _, err := s.In(in.Studio).Kept.Cupboard(ctx)
	return c.WithCurvesOf(was), s.refuse(err)
}
