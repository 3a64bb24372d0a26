package api_test

import (
	"bytes"
	"context"
	"encoding/json"
	"io"
	"log/slog"
	"net"
	"net/http"
	"net/http/httptest"
	"net/url"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/easel"
	"proxenos/internal/testdb"
	"proxenos/internal/wait"
	"proxenos/news"
	"proxenos/store"
	"proxenos/studio"
	"proxenos/web/api"
	"proxenos/work"
	"strings"
	"sync"
	"testing"
	"testing/fstest"
	"time"
)

// server is the application on a database of its own, reached through a wire
// that the test can cut.
type server struct {
	t     *testing.T
	queue *work.Queue
	base  string
	wire  *wire
	easel *easel.Easel
	store *store.Store
}

func start(t *testing.T) *server {
	t.Helper()
	return startWith(t, easel.Options{})
}

func startWith(t *testing.T, options easel.Options) *server {
	t.Helper()
	db, err := url.Parse(testdb.New(t))
	if err != nil {
		t.Fatal(err)
	}
	w := newWire(t, db.Host)
	db.Host = w.Addr()
	s, err := store.Open(context.Background(), db.String(), 5*time.Second)
	if err != nil {
		t.Fatal(err)
	}
	if err := s.PutStudio(context.Background(), store.Studio{ID: "room", Name: "A room"}); err != nil {
		t.Fatal(err)
	}
	options.Cabinet = studio.Cabinet{Store: s}
	teller := studio.NewTeller(s, slog.New(slog.DiscardHandler))
	t.Cleanup(teller.Close)
	options.Told = teller.Tell
	e := easel.New(options)
	files := fstest.MapFS{"index.html": {Data: []byte(`<title>Proxenos</title><meta name="nonce" content="NONCE">`)}, "assets/a.js": {Data: []byte("1")}, "assets/a.js.br": {Data: []byte("br")}}
	desk, hub := studio.New(s, e, "test"), &news.Hub{}
	kinds := map[string]work.Do{}
	for _, kind := range studio.Kinds() {
		kinds[kind] = desk.CarryOut
	}
	queue, err := work.Open(t.Context(), work.Options{Store: s, Kinds: kinds, Places: 2, Refuse: studio.Refuse, Tabs: hub.Tabs})
	if err != nil {
		t.Fatal(err)
	}
	listening, done := context.WithCancel(context.Background())
	var hears sync.WaitGroup
	stands, stood := context.WithCancel(t.Context())
	hears.Go(func() {
		s.Listen(listening, func(e store.Event) { hub.Tell(e); queue.Heard(e) }, func(error) { hub.DropAll(); stood() })
	})
	<-stands.Done()
	app := (&api.Server{Desk: desk, Queue: queue, Hub: hub, App: files}).Handler()
	socket, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	go func() { _ = app.Listener(socket) }()
	t.Cleanup(func() {
		hub.Close()
		if err := app.Shutdown(); err != nil {
			t.Error(err)
		}
		done()
		hears.Wait()
		queue.Close()
		e.Close()
		s.Close()
	})
	return &server{t, queue, "http://" + socket.Addr().String(), w, e, s}
}

type reply struct {
	*http.Response
	body []byte
}

func (s *server) ask(method, path string, body any) reply {
	s.t.Helper()
	return s.askAs(method, path, body, nil)
}

// askAs asks with headers.
func (s *server) askAs(method, path string, body any, headers map[string]string) reply {
	s.t.Helper()
	var in io.Reader
	switch b := body.(type) {
	case nil:
	case string:
		in = strings.NewReader(b)
	case []byte:
		in = bytes.NewReader(b)
	default:
		data, err := json.Marshal(b)
		if err != nil {
			s.t.Fatal(err)
		}
		in = bytes.NewReader(data)
	}
	req := httptest.NewRequest(method, s.base+path, in)
	req.RequestURI = ""
	req.Header.Set("Prefer", "wait=8") // for a canvas
	if body != nil {
		req.Header.Set("Content-Type", kindOf(path))
	}
	for name, value := range headers {
		req.Header.Set(name, value)
	}
	res, err := http.DefaultClient.Do(req)
	if err != nil {
		s.t.Fatal(err)
	}
	defer res.Body.Close()
	data, err := io.ReadAll(res.Body)
	if err != nil {
		s.t.Fatal(err)
	}
	return reply{res, data}
}

// kindOf is the kind of body that an operation takes.
func kindOf(path string) string {
	path, _, _ = strings.Cut(path, "?")
	switch {
	case strings.HasSuffix(path, ".csv"):
		return "text/csv"
	case strings.HasSuffix(path, "/photos"), strings.HasSuffix(path, "/photo"), strings.HasSuffix(path, "/samples"), strings.HasSuffix(path, "/drawings"):
		return "application/octet-stream"
	}
	return "application/json"
}

func read[T any](t *testing.T, r reply, status int) T {
	t.Helper()
	if r.StatusCode != status {
		t.Fatalf("status %d, not %d: %s", r.StatusCode, status, r.body)
	}
	var out T
	if err := json.Unmarshal(r.body, &out); err != nil {
		t.Fatal(err)
	}
	return out
}

func (s *server) lesson() api.Saved {
	s.t.Helper()
	return read[api.Saved](s.t, s.ask("POST", "/api/studios/room/lessons", lesson.Encode(sample.Lesson())), 201)
}

type edit map[string]any

// does asks for a job and waits for its end.
func (s *server) does(ask edit) api.Job {
	s.t.Helper()
	j := read[api.Job](s.t, s.ask("POST", "/api/studios/room/jobs", ask), 202)
	wait.Within(s.t, 3*time.Minute, "the job has ended", func() bool {
		j = s.job(j.ID)
		return j.State.Ended()
	})
	return j
}

// job is how far a job is.
func (s *server) job(id string) api.Job {
	s.t.Helper()
	return read[api.Job](s.t, s.ask("GET", "/api/studios/room/jobs/"+id, nil), 200)
}
