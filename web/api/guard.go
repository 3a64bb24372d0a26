package api

import (
	"crypto/rand"
	"log/slog"
	"mime"
	"net"
	"net/http"
	"net/url"
	"runtime/debug"
	"slices"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/gofiber/fiber/v2"
	"github.com/gofiber/fiber/v2/middleware/compress"
	"github.com/gofiber/fiber/v2/middleware/limiter"

	"proxenos/store"
)

// A local server is within reach of every page that the person opens. It answers only to its
// own names, takes writes only from its own pages or from outside a browser, and bodies only
// in the kinds that an operation names, none of which a foreign page can send unasked.

// guard stands before every operation.
func (s *Server) guard(app *fiber.App) {
	s.watch(app)
	app.Use(s.stand)
	app.Use(func(c *fiber.Ctx) error {
		c.Set("X-Content-Type-Options", "nosniff")
		c.Set("Referrer-Policy", "no-referrer")
		c.Set("Content-Security-Policy", policy(""))
		if !s.mine(string(c.Request().Host())) {
			return fiber.NewError(http.StatusMisdirectedRequest, "this server does not go by that name: open it at the address that it printed when it started, or add --host NAME")
		}
		return c.Next()
	})
	app.Use("/api", func(c *fiber.Ctx) error {
		if !slices.Contains([]string{http.MethodGet, http.MethodHead}, c.Method()) {
			if from := c.Get(fiber.HeaderOrigin); from != "" && !same(from, string(c.Request().Host())) {
				return fiber.NewError(http.StatusForbidden, "another page asks for this change: make it on a page of this server")
			}
			if site := c.Get("Sec-Fetch-Site"); site != "" && site != "same-origin" && site != "none" {
				return fiber.NewError(http.StatusForbidden, "another site asks for this change: make it on a page of this server")
			}
		}
		key := c.Get("Idempotency-Key")
		if len(key) > mostKey {
			return fiber.NewError(http.StatusUnprocessableEntity, "the key of this write is too long: give at most 80 letters")
		}
		c.SetUserContext(store.WithKey(c.UserContext(), key))
		return c.Next()
	})
	seldom := limiter.New(limiter.Config{
		Max: costlyMost, Expiration: costlyWithin,
		KeyGenerator: func(c *fiber.Ctx) string { return c.IP() },
		LimitReached: func(*fiber.Ctx) error {
			return fiber.NewError(http.StatusTooManyRequests, "too much was asked for at once: try again in a moment")
		},
	})
	for _, o := range costly {
		app.Add(o.method, strings.NewReplacer("{", ":", "}", "").Replace(o.path), seldom)
	}
	guardSeats(app)
	app.Use(compress.New(compress.Config{Level: compress.LevelBestSpeed, Next: func(c *fiber.Ctx) bool {
		return !strings.HasPrefix(c.Path(), "/api/") || strings.HasSuffix(c.Path(), ".png") // compressed already
	}}))
}

// mostKey is how long the key of a write may be.
const mostKey = 80

// How often what takes long may be asked for, from one address.
const (
	costlyMost   = 60
	costlyWithin = 10 * time.Second
)

// costly are the operations that paint or search for more than a blink.
var costly = []struct{ method, path string }{
	{http.MethodPost, "/api/studios/{studio}/starters"},
	{http.MethodPost, "/api/starters/sketch"},
	{http.MethodPost, "/api/studios/{studio}/lessons/{id}/photos"},
	{http.MethodPost, "/api/studios/{studio}/canvases/{canvas}/photos"},
	{http.MethodPost, "/api/studios/{studio}/gamuts"},
	{http.MethodPost, "/api/studios/{studio}/covers"},
	{http.MethodPost, "/api/studios/{studio}/lights"},
	{http.MethodPost, "/api/studios/{studio}/brought"},
	{http.MethodPost, "/api/studios/{studio}/scenes/{hash}/drawings"},
}

// stand turns a panic in a handler into a problem whose id the log has.
func (s *Server) stand(c *fiber.Ctx) (err error) {
	defer func() {
		if value := recover(); value != nil {
			err = s.bug("a handler fell over", "path", c.Path(), "panic", value, "stack", string(debug.Stack()))
		}
	}()
	return c.Next()
}

// bug logs a mistake in the program and tells who asked no more than where the log has it.
func (s *Server) bug(what string, args ...any) error {
	id := strings.ToLower(rand.Text()[:8])
	s.log().Error(what, append([]any{"id", id}, args...)...)
	return &huma.ErrorModel{Status: http.StatusInternalServerError, Title: http.StatusText(http.StatusInternalServerError),
		Detail: "something went wrong here, and it is our mistake: nothing is lost that was saved. The server's log tells more under " + id + "."}
}

func (s *Server) log() *slog.Logger {
	if s.Log == nil {
		return slog.New(slog.DiscardHandler)
	}
	return s.Log
}

// mine reports whether the server goes by a name: an address, this machine, or what it was
// told. A name that somebody else has made to point here is none of them.
func (s *Server) mine(host string) bool {
	if name, _, err := net.SplitHostPort(host); err == nil {
		host = name
	}
	host = strings.Trim(host, "[]")
	if ip := net.ParseIP(host); ip != nil {
		return ip.IsLoopback() || s.Open
	}
	return strings.EqualFold(host, "localhost") || slices.ContainsFunc(s.Hosts, func(h string) bool { return strings.EqualFold(h, host) })
}

// same reports whether an origin is that of a host.
func same(origin, host string) bool {
	u, err := url.Parse(origin)
	return err == nil && strings.EqualFold(u.Host, host)
}

// inKind refuses a body of a kind that the operation does not name.
func inKind(api huma.API) func(ctx huma.Context, next func(huma.Context)) {
	return func(ctx huma.Context, next func(huma.Context)) {
		body := ctx.Operation().RequestBody
		if body != nil && ctx.Header("Content-Length") != "0" {
			kind, _, err := mime.ParseMediaType(ctx.Header("Content-Type"))
			if _, named := body.Content[kind]; err != nil || !named {
				var kinds []string
				for k := range body.Content {
					kinds = append(kinds, k)
				}
				slices.Sort(kinds)
				_ = huma.WriteErr(api, ctx, http.StatusUnsupportedMediaType, "the body is of another kind: send it as "+strings.Join(kinds, " or "))
				return
			}
		}
		next(ctx)
	}
}

// policy is what a page may load; nonce is that of its own style sheets.
func policy(nonce string) string {
	styles := "'self'"
	if nonce != "" {
		styles += " 'nonce-" + nonce + "'"
	}
	return "default-src 'self'; img-src 'self' data: blob:; style-src " + styles + "; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
}
