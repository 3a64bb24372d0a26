// Package api is the HTTP face of Proxenos: it reads requests, asks store and
// core, and writes replies. Nothing is computed here.
//
// Replies that refuse are RFC 9457 problems that name the place and the cure.
package api

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"log/slog"
	"net/http"
	"sync"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humafiber"
	"github.com/gofiber/fiber/v2"
	lru "github.com/hashicorp/golang-lru/v2"

	"proxenos/core/fault"
	"proxenos/core/lesson"
	"proxenos/easel"
	"proxenos/news"
	"proxenos/notices"
	"proxenos/store"
	"proxenos/studio"
	"proxenos/work"
)

// Server answers requests. Make it with its exported fields set and call Handler once.
type Server struct {
	*studio.Desk
	Queue *work.Queue
	Hub   *news.Hub
	App   fs.FS    // the built web app
	Hosts []string // names that it goes by, besides localhost and addresses of the loopback
	Open  bool     // whether it goes by addresses of the network as well
	Log   *slog.Logger

	taking sync.Mutex                  // held while a photograph is taken in
	cards  *lru.Cache[string, OnShelf] // by revision
	lately *lru.Cache[string, []byte]  // replies with a lesson, by revision
}

// InStudio names the studio in an address: nothing is found but what is of that studio.
type InStudio struct {
	Studio string `path:"studio" maxLength:"40"`
}

// LessonPath names a lesson in an address.
type LessonPath struct {
	InStudio
	ID string `path:"id" maxLength:"40"`
}

// hardLimit is where a connection is cut. Below it the whole body is read and then
// refused by the core, for a sender who is cut off while sending never sees why.
const hardLimit = 32 << 20

// Handler builds the application.
func (s *Server) Handler() *fiber.App {
	app := fiber.New(fiber.Config{
		Immutable: true, // what is taken from a request outlives it: the easel keeps the lesson's id
		BodyLimit: hardLimit, DisableStartupMessage: true, ReadTimeout: 30 * time.Second,
		IdleTimeout: 60 * time.Second, ErrorHandler: problem, UnescapePath: true,
	})
	s.cards, s.lately = remember[string, OnShelf](1000), remember[string, []byte](100)
	s.guard(app)
	app.Use("/api", spoken)
	s.describe(app)
	app.Use("/api", func(c *fiber.Ctx) error {
		return fiber.NewError(http.StatusNotFound, c.Path()+" is not an address of the API: see /api/openapi.json")
	})
	app.Get("/notices", func(c *fiber.Ctx) error {
		c.Set(fiber.HeaderContentType, "text/plain; charset=utf-8")
		return c.SendString(notices.Text)
	})
	app.Get("/*", s.serveApp)
	return app
}

// remember makes a memory of so many things.
func remember[K comparable, V any](most int) *lru.Cache[K, V] {
	c, err := lru.New[K, V](most)
	if err != nil {
		panic(err) // only for a size of 0
	}
	return c
}

// describe registers every operation and returns the API, from which the OpenAPI
// description is generated.
func (s *Server) describe(app *fiber.App) huma.API {
	huma.DefaultArrayNullable = false // lists are empty, never null
	config := huma.DefaultConfig("Proxenos", "1")
	config.Info.Description = "Plans, rehearses and teaches one-session oil landscapes."
	config.OpenAPIPath, config.DocsPath, config.SchemasPath = "/api/openapi", "", ""
	config.CreateHooks = nil // no $schema field in replies
	config.Formats = map[string]huma.Format{"application/json": plainJSON, "json": plainJSON}
	describeEdits(config.Components.Schemas)
	api := humafiber.New(app, config)
	api.UseMiddleware(inKind(api))
	s.lessonOperations(api)
	s.upkeepOperations(api)
	s.rehearsalOperations(api)
	s.markOperations(api)
	s.benchOperations(api)
	s.paintOperations(api)
	s.sceneOperations(api)
	s.measureOperations(api)
	s.referenceOperations(api)
	s.jobOperations(api, app)
	s.scriptOperations(api)
	s.cupboardOperations(api)
	s.classOperations(api)
	s.seatOperations(api, app)
	s.canvasOperations(api)
	s.lookOperations(api)
	return api
}

// plainJSON reads JSON and says in plain words what cannot be read.
var plainJSON = huma.Format{Marshal: huma.DefaultJSONFormat.Marshal, Unmarshal: func(data []byte, into any) error {
	if err := huma.DefaultJSONFormat.Unmarshal(data, into); err != nil {
		return lesson.Explain(data, err)
	}
	return nil
}}

// OpenAPI returns the description of the API as JSON.
func OpenAPI() ([]byte, error) {
	s := &Server{}
	return s.describe(fiber.New()).OpenAPI().MarshalJSON()
}

// problem writes what fiber itself refuses as a problem reply.
func problem(c *fiber.Ctx, err error) error {
	status, detail := http.StatusInternalServerError, "something went wrong here; the server's log says what"
	var f *fiber.Error
	var told *huma.ErrorModel
	switch {
	case errors.As(err, &told):
		status, detail = told.Status, told.Detail
	case errors.As(err, &f):
		status, detail = f.Code, f.Message
	}
	if status == http.StatusTooManyRequests {
		c.Set(fiber.HeaderRetryAfter, "2")
	}
	if status == http.StatusRequestEntityTooLarge {
		detail = lesson.ErrTooLarge.Error()
	}
	c.Status(status)
	c.Set(fiber.HeaderContentType, "application/problem+json")
	return c.JSON(&huma.ErrorModel{Status: status, Title: http.StatusText(status), Detail: detail}, "application/problem+json")
}

// refuse turns an error of store or core into a problem reply.
func (s *Server) refuse(err error) error {
	var faults lesson.Faults
	var stale *store.StaleError
	var told huma.StatusError
	var wrong *studio.UnsoundError
	var clash *studio.ClashError
	switch {
	case err == nil:
		return nil
	case errors.As(err, &wrong):
		return unsound(err)
	case errors.As(err, &told):
		return err
	case errors.As(err, &faults):
		var details []error
		for _, f := range faults {
			details = append(details, &huma.ErrorDetail{Location: f.Path, Message: f.Problem + ": " + f.Cure})
		}
		return huma.Error422UnprocessableEntity(faults.Error(), details...)
	case errors.Is(err, lesson.ErrTooLarge):
		return huma.NewError(http.StatusRequestEntityTooLarge, err.Error())
	case errors.As(err, &clash):
		var details []error
		for _, c := range clash.Clashes {
			details = append(details, &huma.ErrorDetail{Location: c.Where, Message: "there: " + c.Theirs, Value: c.Mine})
		}
		return huma.Error409Conflict(clash.Error()+": keep what is there, or send yours with over", details...)
	case errors.As(err, &stale):
		var details []error
		for _, r := range stale.Since {
			details = append(details, &huma.ErrorDetail{Location: fmt.Sprintf("revision %d", r.Number), Message: r.Said, Value: r.MadeAt})
		}
		return huma.Error409Conflict(fmt.Sprintf("%v: load the newest and make the change again", stale), details...)
	case errors.Is(err, store.ErrNotFound):
		return huma.Error404NotFound("there is no such thing here: go back to the shelf")
	case errors.Is(err, store.ErrUnavailable):
		return huma.ErrorWithHeaders(huma.Error503ServiceUnavailable("the database does not answer: try again in a moment; the same change sent again is saved once"), http.Header{"Retry-After": {"1"}})
	case errors.Is(err, store.ErrFull):
		return huma.ErrorWithHeaders(huma.Error429TooManyRequests(err.Error()), http.Header{"Retry-After": {"5"}})
	case errors.Is(err, store.ErrKey):
		return huma.Error422UnprocessableEntity("the key of this write was used for another one: give each its own")
	case errors.Is(err, errUnreadable):
		return unsound(err)
	case errors.Is(err, easel.ErrSuperseded):
		return huma.Error409Conflict(err.Error())
	case errors.Is(err, context.Canceled), errors.Is(err, context.DeadlineExceeded):
		return huma.Error503ServiceUnavailable("this took too long and was stopped: try again")
	}
	var f *fault.Fault
	if errors.As(err, &f) {
		return s.bug("the core fell over", "error", err, "stack", string(f.Stack))
	}
	return s.bug("unexpected", "error", err)
}
