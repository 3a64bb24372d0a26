package main

import (
	"bufio"
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"net"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"sync"
	"syscall"
	"testing"

	"proxenos/internal/testdb"
	"proxenos/internal/wait"
)

// cluster is a PostgreSQL of the test's own, run by the project's script.
type cluster struct {
	t   *testing.T
	dir string
	env []string
}

func newCluster(t *testing.T) *cluster {
	socket, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	port := socket.Addr().(*net.TCPAddr).Port
	socket.Close()
	dir, err := os.MkdirTemp(testdb.Root(), ".pg-test-")
	if err != nil {
		t.Fatal(err)
	}
	if err := os.Chmod(dir, 0o755); err != nil { // its own account must get in
		t.Fatal(err)
	}
	c := &cluster{t, dir, append(os.Environ(), "PROXENOS_PG_DIR="+dir, "PROXENOS_PG_PORT="+strconv.Itoa(port))}
	t.Cleanup(func() {
		c.script("stop")
		if err := os.RemoveAll(dir); err != nil {
			t.Error(err)
		}
	})
	return c
}

func (c *cluster) script(word string) string {
	c.t.Helper()
	cmd := exec.Command(filepath.Join(testdb.Root(), "scripts", "postgres.sh"), word)
	cmd.Env, cmd.Stderr = c.env, os.Stderr
	out, err := cmd.Output()
	if err != nil {
		c.t.Fatalf("postgres.sh %s: %v", word, err)
	}
	return strings.TrimSpace(string(out))
}

// kill ends the database as a power cut would, leaving its pid file behind.
func (c *cluster) kill() {
	c.t.Helper()
	data, err := os.ReadFile(filepath.Join(c.dir, "data", "postmaster.pid"))
	if err != nil {
		c.t.Fatal(err)
	}
	pid, err := strconv.Atoi(strings.SplitN(string(data), "\n", 2)[0])
	if err != nil {
		c.t.Fatal(err)
	}
	if err := syscall.Kill(pid, syscall.SIGKILL); err != nil {
		c.t.Fatal(err)
	}
}

// serve starts the application and returns its address and its process.
func serve(t *testing.T, binary, database string, more ...string) (string, *os.Process) {
	t.Helper()
	return serveLogged(t, os.Stderr, binary, database, more...)
}

// serveLogged is serve with a log of its own.
func serveLogged(t *testing.T, log io.Writer, binary, database string, more ...string) (string, *os.Process) {
	t.Helper()
	line, process := beginLogged(t, log, binary, database, append([]string{"serve", "--demo", "--listen", "127.0.0.1:0"}, more...)...)
	return strings.TrimSpace(line[strings.Index(line, "http"):]), process
}

// begin starts a command and returns what it says first, and its process.
func begin(t *testing.T, binary, database string, args ...string) (string, *os.Process) {
	t.Helper()
	return beginLogged(t, os.Stderr, binary, database, args...)
}

func beginLogged(t *testing.T, log io.Writer, binary, database string, args ...string) (string, *os.Process) {
	t.Helper()
	cmd := exec.Command(binary, args...)
	cmd.Env = append(os.Environ(), "DATABASE_URL="+database)
	cmd.Stderr = log
	out, err := cmd.StdoutPipe()
	if err != nil {
		t.Fatal(err)
	}
	if err := cmd.Start(); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() {
		_ = cmd.Process.Kill()
		_ = cmd.Wait()
	})
	line, err := bufio.NewReader(out).ReadString('\n')
	if err != nil {
		t.Fatalf("the application said nothing: %v", err)
	}
	return line, cmd.Process
}

// lines is a log that is read while it is written.
type lines struct {
	mu   sync.Mutex
	text bytes.Buffer
}

// Write takes in what is logged.
func (l *lines) Write(p []byte) (int, error) {
	l.mu.Lock()
	defer l.mu.Unlock()
	return l.text.Write(p)
}

// besides are the lines without those that have one of these in them.
func (l *lines) besides(what ...string) []string {
	l.mu.Lock()
	defer l.mu.Unlock()
	return slices.DeleteFunc(strings.Split(strings.TrimSpace(l.text.String()), "\n"), func(s string) bool {
		return s == "" || slices.ContainsFunc(what, func(w string) bool { return strings.Contains(s, w) })
	})
}

// built is the application.
func built(t *testing.T) string {
	t.Helper()
	binary := filepath.Join(t.TempDir(), "proxenos")
	build := exec.Command("go", "build", "-o", binary, ".")
	if out, err := build.CombinedOutput(); err != nil {
		t.Fatalf("%v\n%s", err, out)
	}
	return binary
}

func TestAnAcknowledgedSaveSurvivesKillingEverything(t *testing.T) {
	if testing.Short() {
		t.Skip("starts a database of its own")
	}
	binary := built(t)
	c := newCluster(t)
	var log lines
	address, process := serveLogged(t, &log, binary, c.script("start"))
	const id = "terraces-above-ondrel-water"

	edit := func(from int, minutes float64) int {
		body := fmt.Sprintf(`{"from":%d,"edit":{"edit":"minutes","step":"sky","minutes":%g}}`, from, minutes)
		res, err := http.Post(address+"/api/studios/quillmere/lessons/"+id+"/edits", "application/json", strings.NewReader(body))
		if err != nil {
			t.Fatal(err)
		}
		defer res.Body.Close()
		_, _ = io.Copy(io.Discard, res.Body)
		return res.StatusCode
	}
	lesson := func() (revision int, minutes float64) {
		res, err := http.Get(address + "/api/studios/quillmere/lessons/" + id)
		if err != nil {
			t.Fatal(err)
		}
		defer res.Body.Close()
		var got struct {
			Revision int
			Lesson   struct{ Steps []struct{ Minutes float64 } }
		}
		if err := json.NewDecoder(res.Body).Decode(&got); err != nil {
			t.Fatal(err)
		}
		return got.Revision, got.Lesson.Steps[0].Minutes
	}

	if code := edit(1, 8.5); code != 200 {
		t.Fatalf("first edit: %d", code)
	}
	c.kill()
	if code := edit(2, 9); code != http.StatusServiceUnavailable {
		t.Fatalf("without a database an edit is answered with %d", code)
	}
	c.script("start") // over the stale pid file
	wait.Until(t, "the database takes an edit again", func() bool { return edit(2, 9.5) == 200 })
	if revision, minutes := lesson(); revision != 3 || minutes != 9.5 {
		t.Fatalf("after the database was killed: revision %d, %v minutes", revision, minutes)
	}
	wait.Until(t, "it is told that the database answers again", func() bool { return len(log.besides(`"level":"INFO"`, `"msg":"request"`)) >= 2 })
	if said := log.besides(`"level":"INFO"`, `"msg":"request"`); len(said) != 2 || !strings.Contains(said[0], "does not answer") || !strings.Contains(said[1], "answers again") {
		t.Errorf("of the outage is told %d times: %s", len(said), said)
	}
	// Now everything at once, right after an answer.
	if code := edit(3, 10.5); code != 200 {
		t.Fatalf("third edit: %d", code)
	}
	if err := process.Kill(); err != nil {
		t.Fatal(err)
	}
	c.kill()
	address, _ = serve(t, binary, c.script("start"))
	if revision, minutes := lesson(); revision != 4 || minutes != 10.5 {
		t.Errorf("after killing both: revision %d, %v minutes", revision, minutes)
	}
}

func TestServeWithoutADatabaseSaysHow(t *testing.T) {
	t.Setenv("DATABASE_URL", "")
	var errs bytes.Buffer
	if code := execute(t.Context(), []string{"serve"}, nil, io.Discard, &errs); code != badInput || !strings.Contains(errs.String(), "make demo") {
		t.Errorf("exit %d, %s", code, errs.String())
	}
}
