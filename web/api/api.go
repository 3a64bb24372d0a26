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
	"path"
	"strings"
	"sync"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humafiber"
	"github.com/gofiber/fiber/v2"

	"proxenos/core/lesson"
	"proxenos/store"
	"proxenos/web/easel"
)

// Server answers requests. Engine names the build, so that pictures made by
// another one are not taken for its own.
type Server struct {
	Store  *store.Store
	Easel  *easel.Easel
	Engine string
	App    fs.FS // the built web app
	Log    *slog.Logger

	taking sync.Mutex // held while a photograph is taken in
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
	app.Use(func(c *fiber.Ctx) error {
		c.Set("X-Content-Type-Options", "nosniff")
		c.Set("Referrer-Policy", "no-referrer")
		c.Set("Content-Security-Policy", "default-src 'self'; img-src 'self' data:; style-src 'self' 'unsafe-inline'; frame-ancestors 'none'")
		return c.Next()
	})
	s.describe(app)
	app.Use("/api", func(c *fiber.Ctx) error {
		return fiber.NewError(http.StatusNotFound, c.Path()+" is not an address of the API: see /api/openapi.json")
	})
	app.Get("/*", s.serveApp)
	return app
}

// describe registers every operation and returns the API, from which the OpenAPI
// description is generated.
func (s *Server) describe(app *fiber.App) huma.API {
	huma.DefaultArrayNullable = false // lists are empty, never null
	config := huma.DefaultConfig("Proxenos", "1")
	config.Info.Description = "Plans, rehearses and teaches one-session oil landscapes."
	config.OpenAPIPath, config.DocsPath, config.SchemasPath = "/api/openapi", "", ""
	config.CreateHooks = nil // no $schema field in replies
	describeEdits(config.Components.Schemas)
	api := humafiber.New(app, config)
	s.lessonOperations(api)
	s.rehearsalOperations(api)
	s.markOperations(api)
	s.benchOperations(api)
	s.paintOperations(api)
	s.sceneOperations(api)
	s.measureOperations(api)
	s.referenceOperations(api)
	s.trialOperations(api)
	s.scoreOperations(api)
	s.scriptOperations(api)
	s.cupboardOperations(api)
	return api
}

// OpenAPI returns the description of the API as JSON.
func OpenAPI() ([]byte, error) {
	s := &Server{}
	return s.describe(fiber.New()).OpenAPI().MarshalJSON()
}

// problem writes what fiber itself refuses as a problem reply.
func problem(c *fiber.Ctx, err error) error {
	status, detail := http.StatusInternalServerError, "something went wrong here; the server's log says what"
	var f *fiber.Error
	if errors.As(err, &f) {
		status, detail = f.Code, f.Message
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
	switch {
	case err == nil:
		return nil
	case errors.As(err, &faults):
		var details []error
		for _, f := range faults {
			details = append(details, &huma.ErrorDetail{Location: f.Path, Message: f.Problem + ": " + f.Cure})
		}
		return huma.Error422UnprocessableEntity(faults.Error(), details...)
	case errors.Is(err, lesson.ErrTooLarge):
		return huma.NewError(http.StatusRequestEntityTooLarge, err.Error())
	case errors.As(err, &stale):
		var details []error
		for _, r := range stale.Since {
			details = append(details, &huma.ErrorDetail{Location: fmt.Sprintf("revision %d", r.Number), Message: r.Said, Value: r.MadeAt})
		}
		return huma.Error409Conflict(fmt.Sprintf("%v: load the newest and make the change again", stale), details...)
	case errors.Is(err, store.ErrNotFound):
		return huma.Error404NotFound("there is no such thing here: go back to the shelf")
	case errors.Is(err, store.ErrUnavailable):
		return huma.Error503ServiceUnavailable("the database does not answer, nothing was saved: try again in a moment")
	case errors.Is(err, errUnreadable):
		return unsound(err)
	case errors.Is(err, easel.ErrSuperseded):
		return huma.Error409Conflict(err.Error())
	case errors.Is(err, context.Canceled), errors.Is(err, context.DeadlineExceeded):
		return huma.Error503ServiceUnavailable("this took too long and was stopped: try again")
	}
	if s.Log != nil {
		s.Log.Error("unexpected", "error", err)
	}
	return huma.Error500InternalServerError("something went wrong here; the server's log says what")
}

// serveApp serves the web app; addresses that are no file are rooms of the app.
func (s *Server) serveApp(c *fiber.Ctx) error {
	name := strings.TrimPrefix(path.Clean(c.Path()), "/")
	data, err := fs.ReadFile(s.App, name)
	if err != nil {
		if strings.HasPrefix(name, "assets/") {
			return fiber.NewError(http.StatusNotFound, "no such file")
		}
		name = "index.html"
		if data, err = fs.ReadFile(s.App, name); err != nil {
			return fiber.NewError(http.StatusServiceUnavailable, "the web app is not built: run 'make build'")
		}
	}
	if strings.HasPrefix(name, "assets/") { // their names carry their content's hash
		c.Set(fiber.HeaderCacheControl, "public, max-age=31536000, immutable")
	} else {
		c.Set(fiber.HeaderCacheControl, "no-cache")
	}
	c.Type(strings.TrimPrefix(path.Ext(name), "."), "utf-8")
	return c.Send(data)
}
