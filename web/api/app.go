package api

import (
	"crypto/rand"
	"io/fs"
	"net/http"
	"path"
	"strings"

	"github.com/gofiber/fiber/v2"
)

// packings are how files of the app are compressed when it is built, best first, and what
// their names end in.
var packings = []struct{ name, end string }{{"br", ".br"}, {"gzip", ".gz"}}

// The pages of the app: its rooms, and the seat of a student, which is small.
const (
	page     = "index.html"
	seatPage = "join.html"
	seatRoom = "join"
)

// serveApp serves the web app; addresses that are no file are rooms of the app.
func (s *Server) serveApp(c *fiber.Ctx) error {
	name := strings.TrimPrefix(path.Clean(c.Path()), "/")
	switch {
	case name == seatRoom || strings.HasPrefix(name, seatRoom+"/") || name == seatPage:
		return s.servePage(c, seatPage)
	case name == page || !s.has(name):
		if strings.HasPrefix(name, "assets/") {
			return fiber.NewError(http.StatusNotFound, "no such file")
		}
		return s.servePage(c, page)
	}
	if strings.HasPrefix(name, "assets/") { // their names carry their content's hash
		c.Set(fiber.HeaderCacheControl, forever)
	} else {
		c.Set(fiber.HeaderCacheControl, "no-cache")
	}
	c.Type(strings.TrimPrefix(path.Ext(name), "."), "utf-8")
	for _, p := range packings {
		if data, err := fs.ReadFile(s.App, name+p.end); err == nil {
			c.Vary(fiber.HeaderAcceptEncoding)
			if strings.Contains(c.Get(fiber.HeaderAcceptEncoding), p.name) {
				c.Set(fiber.HeaderContentEncoding, p.name)
				return c.Send(data)
			}
		}
	}
	data, err := fs.ReadFile(s.App, name)
	if err != nil {
		return err
	}
	return c.Send(data)
}

func (s *Server) has(name string) bool {
	info, err := fs.Stat(s.App, name)
	return err == nil && !info.IsDir()
}

// nonceMark stands in the page where the nonce of its style sheets goes.
const nonceMark = "NONCE"

// servePage serves a page, with a nonce for the style sheets that its dialogs make.
func (s *Server) servePage(c *fiber.Ctx, name string) error {
	data, err := fs.ReadFile(s.App, name)
	if err != nil {
		return fiber.NewError(http.StatusServiceUnavailable, "the web app is not built: run 'make build'")
	}
	nonce := rand.Text()
	c.Set(fiber.HeaderCacheControl, "no-cache")
	c.Set("Content-Security-Policy", policy(nonce))
	c.Type("html", "utf-8")
	return c.SendString(strings.Replace(string(data), nonceMark, nonce, 1))
}
