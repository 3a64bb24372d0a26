package main

import (
	"bufio"
	"encoding/json"
	"fmt"
	"io"
	"net"
	"net/http"
	"os"
	"slices"
	"strings"
	"sync"
	"syscall"
	"testing"
	"time"

	"proxenos/internal/testdb"
	"proxenos/internal/wait"
)

// house is two servers and a worker on one database, each of which may be killed and started
// again, and what is heard of it at each server.
type house struct {
	t                *testing.T
	binary, database string
	address          [2]string
	process          [3]*os.Process // two servers, and the worker
	logs             []*lines       // of all that ever ran
	runs             [3]int         // which of these is written now
	killed           map[int]time.Time

	mu    sync.Mutex
	heard [2]map[string]time.Time // "lesson revision", when
	up    [2]time.Time            // since when a server is there
	jobs  []string                // that somebody waits for
}

const studioOf = "/api/studios/quillmere"

// lostWithin is how long a process may take to keep what it has painted.
const lostWithin = 2 * time.Second

// busy is how long a canvas may take where three processes and other tests share two cores.
const busy = 2 * time.Minute

func (h *house) start(i int) {
	h.t.Helper()
	log := &lines{}
	h.runs[i] = len(h.logs)
	h.logs = append(h.logs, log)
	if i == 2 {
		_, h.process[2] = beginLogged(h.t, log, h.binary, h.database, "work", "--jobs", "1")
		return
	}
	line, process := beginLogged(h.t, log, h.binary, h.database, "serve", "--demo", "--listen", h.address[i], "--jobs", "1")
	h.process[i] = process
	if at := strings.TrimSpace(line[strings.Index(line, "http://")+len("http://"):]); at != h.address[i] {
		h.t.Fatalf("it listens on %s instead of %s", at, h.address[i])
	}
	h.mu.Lock()
	h.up[i] = time.Now()
	h.mu.Unlock()
}

func (h *house) kill(i int) {
	h.t.Helper()
	if err := h.process[i].Signal(syscall.SIGKILL); err != nil {
		h.t.Fatal(err)
	}
	h.killed[h.runs[i]] = time.Now()
	_, _ = h.process[i].Wait()
	if i < 2 {
		h.mu.Lock()
		h.up[i] = time.Time{}
		h.mu.Unlock()
	}
}

// listen hears what happens at a server, and goes on where it was when that comes back.
func (h *house) listen(i int, ended <-chan struct{}) {
	last := ""
	for again := time.NewTicker(50 * time.Millisecond); ; {
		r, err := http.NewRequest(http.MethodGet, "http://"+h.address[i]+studioOf+"/events", nil)
		if err == nil {
			r.Header.Set("Last-Event-ID", last)
			if last == "" {
				r.Header.Del("Last-Event-ID")
			}
			var res *http.Response
			if res, err = http.DefaultClient.Do(r); err == nil {
				go func() { <-ended; res.Body.Close() }()
				for s := bufio.NewScanner(res.Body); s.Scan(); {
					if id, ok := strings.CutPrefix(s.Text(), "id: "); ok {
						last = id
					}
					var e struct {
						Kind, Lesson string
						Revision     int
					}
					if data, ok := strings.CutPrefix(s.Text(), "data: "); ok && json.Unmarshal([]byte(data), &e) == nil && e.Kind == "lesson" {
						h.mu.Lock()
						if name := fmt.Sprint(e.Lesson, " ", e.Revision); h.heard[i][name].IsZero() {
							h.heard[i][name] = time.Now()
						}
						h.mu.Unlock()
					}
				}
				res.Body.Close()
			}
		}
		select {
		case <-ended:
			again.Stop()
			return
		case <-again.C: // a server that was killed comes back
		}
	}
}

// watch asks after the jobs all the while, as somebody does who waits for them: what nobody
// asks after is stopped.
func (h *house) watch(ended <-chan struct{}) {
	again := time.NewTicker(time.Second)
	defer again.Stop()
	for {
		h.mu.Lock()
		jobs := slices.Clone(h.jobs)
		h.mu.Unlock()
		for _, id := range jobs {
			for i := range h.address {
				res, err := http.Get("http://" + h.address[i] + studioOf + "/jobs/" + id)
				if err == nil {
					res.Body.Close()
				}
			}
		}
		select {
		case <-ended:
			return
		case <-again.C:
		}
	}
}

// send sends a request to one of the servers, and to the other one when that is gone, until it
// is answered.
func (h *house) send(i int, method, path, key, body string, into any) int {
	h.t.Helper()
	code := 0
	wait.Within(h.t, busy, method+" "+path+" is answered", func() bool {
		r, err := http.NewRequest(method, "http://"+h.address[i%2]+studioOf+path, strings.NewReader(body))
		if err != nil {
			h.t.Fatal(err)
		}
		r.Header.Set("Content-Type", "application/json")
		r.Header.Set("Idempotency-Key", key)
		i++
		res, err := http.DefaultClient.Do(r)
		if err != nil {
			return false
		}
		defer res.Body.Close()
		data, err := io.ReadAll(res.Body)
		if err != nil || res.StatusCode == http.StatusServiceUnavailable {
			return false
		}
		if code = res.StatusCode; into != nil {
			if err := json.Unmarshal(data, into); err != nil {
				h.t.Fatalf("%s: %d %.200s", path, code, data)
			}
		}
		return true
	})
	return code
}

// While edits and mends are made, each process of a house is killed in turn: nothing is lost
// that was acknowledged, nothing is done twice, nothing is painted twice, and who watches
// hears of everything soon.
func TestAHouseSurvivesItsProcesses(t *testing.T) {
	if testing.Short() {
		t.Skip("starts processes")
	}
	edits, mends := 9, 1
	if os.Getenv("PROXENOS_ALL") != "" {
		edits, mends = 50, 5
	}
	h := &house{t: t, binary: built(t), database: testdb.New(t), killed: map[int]time.Time{}}
	for i := range h.address {
		socket, err := net.Listen("tcp", "127.0.0.1:0")
		if err != nil {
			t.Fatal(err)
		}
		h.address[i] = socket.Addr().String() // the same after it was killed
		socket.Close()
		h.heard[i] = map[string]time.Time{}
		h.start(i)
	}
	h.start(2)
	ended := make(chan struct{})
	var listens sync.WaitGroup
	for i := range h.address {
		listens.Go(func() { h.listen(i, ended) })
	}
	listens.Go(func() { h.watch(ended) })
	defer func() { close(ended); listens.Wait() }()
	defer func() {
		for i, log := range h.logs {
			if t.Failed() {
				t.Logf("process %d: %s", i, strings.Join(log.besides(`"msg":"request"`), "\n"))
			}
		}
	}()

	lessons := []string{"terraces-above-ondrel-water", "moonrise-over-harrow-fell", "poplars-on-the-maren-cut"}
	at := map[string]int{}
	acknowledged := map[string]time.Time{}
	for n := range edits {
		lesson := lessons[n%len(lessons)]
		body := fmt.Sprintf(`{"from":%d,"edit":{"edit":"minutes","step":"sky","minutes":%g}}`, at[lesson]+1, 5+float64(n)/2)
		var got struct {
			Revision int
			Hash     string
		}
		if code := h.send(n, "POST", "/lessons/"+lesson+"/edits", fmt.Sprint("edit ", n), body, &got); code != 200 || got.Revision != at[lesson]+2 {
			t.Fatalf("edit %d of %s: %d, revision %d", n, lesson, code, got.Revision)
		}
		at[lesson]++
		acknowledged[fmt.Sprint(lesson, " ", got.Revision)] = time.Now()
		if n%(edits/mends) == 1 && len(h.jobs) < mends {
			var begun, job struct{ ID string }
			h.send(n, "POST", "/starters", fmt.Sprint("begin ", n), fmt.Sprintf(`{"kind":"dusk","method":"direct","width":200,"height":150,"seed":%d,"title":"Evening"}`, n+1), &begun)
			if code := h.send(n+1, "POST", "/jobs", fmt.Sprint("mend ", n), fmt.Sprintf(`{"kind":"mend","lesson":%q,"from":1,"accept":true}`, begun.ID), &job); code != 202 {
				t.Fatalf("mend: %d", code)
			}
			h.mu.Lock()
			h.jobs = append(h.jobs, job.ID)
			h.mu.Unlock()
		}
		if n%4 == 3 { // somebody looks at it, at whatever server
			wait.Within(t, busy, "it is painted and judged", func() bool {
				var now struct{ Done bool }
				h.send(n+1, "GET", "/rehearsals/"+got.Hash, "", "", &now)
				return now.Done
			})
		}
		for k, when := range []int{edits / 4, edits / 2, 3 * edits / 4} {
			switch n {
			case when:
				h.kill([]int{0, 1, 2}[k])
			case when + max(1, edits/16):
				h.start([]int{0, 1, 2}[k])
			}
		}
	}
	wait.Within(t, 3*time.Minute, "every mend is done", func() bool {
		done := 0
		for _, id := range h.jobs {
			var j struct{ State, Problem string }
			switch h.send(done, "GET", "/jobs/"+id, "", "", &j); j.State {
			case "done":
				done++
			case "failed", "stopped":
				t.Fatalf("%+v", j)
			}
		}
		return done == len(h.jobs)
	})
	for _, lesson := range lessons {
		var got struct{ Revision int }
		if h.send(0, "GET", "/lessons/"+lesson, "", "", &got); got.Revision != at[lesson]+1 {
			t.Errorf("%s is at revision %d after %d edits", lesson, got.Revision, at[lesson])
		}
		var r struct{ Hash string }
		h.send(0, "GET", "/lessons/"+lesson, "", "", &r)
		for i := range h.address { // both show the last of it, painted once
			wait.Within(t, busy, lesson+" is painted and judged", func() bool {
				var now struct{ Done bool }
				fetch(t, "GET", "http://"+h.address[i]+studioOf+"/rehearsals/"+r.Hash, "", &now)
				return now.Done
			})
		}
	}
	worst, late := time.Duration(0), 0
	for i := range h.address {
		wait.Until(t, "everything is heard", func() bool {
			h.mu.Lock()
			defer h.mu.Unlock()
			for name := range acknowledged {
				if h.heard[i][name].IsZero() {
					return false
				}
			}
			return true
		})
		h.mu.Lock()
		for name, when := range acknowledged {
			if h.up[i].Before(when) && !h.up[i].IsZero() { // it was there all the while since
				worst = max(worst, h.heard[i][name].Sub(when))
			} else {
				late++
			}
		}
		h.mu.Unlock()
	}
	if worst > time.Second {
		t.Errorf("an edit is heard after %v", worst)
	}
	painted, twice, lost := map[string]int{}, 0, 0
	for run, log := range h.logs {
		for _, line := range log.besides() {
			var p struct {
				Time                  time.Time
				Msg, Painting, Lesson string
			}
			if json.Unmarshal([]byte(line), &p) == nil && p.Msg == "painted" {
				if k, was := h.killed[run]; was && k.Sub(p.Time) < lostWithin {
					lost++ // it was killed before it could keep the canvas
					continue
				}
				if painted[p.Painting]++; painted[p.Painting] == 2 {
					twice++
					t.Logf("painted twice: %s of %s", p.Painting, p.Lesson)
				}
			}
		}
	}
	t.Logf("%d edits, %d mends; heard within %v at worst, %d later for their server was gone; %d paintings, %d of them twice; %d were painted within %v before their process was killed", edits, mends, worst.Round(time.Millisecond), late, len(painted), twice, lost, lostWithin)
	if twice > 0 {
		t.Errorf("%d of %d paintings were made twice", twice, len(painted))
	}
}
