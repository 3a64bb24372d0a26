package main

import (
	"bytes"
	"fmt"
	"io"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"sync"
	"sync/atomic"
	"syscall"
	"testing"

	"proxenos/internal/testdb"
	"proxenos/internal/wait"
)

// Told to end while it is asked from all sides, the server ends with 0, and what it has
// acknowledged is there when another one looks.
func TestStoppedUnderLoadNothingAcknowledgedIsLost(t *testing.T) {
	if testing.Short() {
		t.Skip("starts processes")
	}
	binary, database := built(t), testdb.New(t)
	address, server := serve(t, binary, database)
	var saved atomic.Int32
	var all sync.WaitGroup
	stop := make(chan struct{})
	for _, id := range []string{"terraces-above-ondrel-water", "moonrise-over-harrow-fell"} {
		all.Go(func() {
			var lesson struct {
				Lesson struct{ Steps []struct{ ID string } }
			}
			fetch(t, "GET", address+"/api/studios/quillmere/lessons/"+id, "", &lesson)
			for from := 1; ; from++ {
				select {
				case <-stop:
					return
				default:
				}
				body := fmt.Sprintf(`{"from":%d,"edit":{"edit":"minutes","step":%q,"minutes":%d}}`, from, lesson.Lesson.Steps[0].ID, 5+from%2)
				res, err := http.Post(address+"/api/studios/quillmere/lessons/"+id+"/edits", "application/json", strings.NewReader(body))
				if err != nil {
					return // it has ended
				}
				_, _ = io.Copy(io.Discard, res.Body)
				res.Body.Close()
				if res.StatusCode != 200 {
					return
				}
				saved.Add(1)
			}
		})
	}
	wait.Until(t, "twenty edits are saved", func() bool { return saved.Load() >= 20 })
	if err := server.Signal(syscall.SIGTERM); err != nil {
		t.Fatal(err)
	}
	if s, err := server.Wait(); err != nil || s.ExitCode() != 0 {
		t.Errorf("it ends with %v, %v", s, err)
	}
	close(stop)
	all.Wait()
	address, _ = serve(t, binary, database)
	there := 0
	for _, id := range []string{"terraces-above-ondrel-water", "moonrise-over-harrow-fell"} {
		var got struct{ Revision int }
		fetch(t, "GET", address+"/api/studios/quillmere/lessons/"+id, "", &got)
		there += got.Revision - 1
	}
	// One more for each lesson may have been saved whose answer did not come through.
	if acknowledged := int(saved.Load()); there < acknowledged || there > acknowledged+2 {
		t.Errorf("%d edits were acknowledged, %d are there", acknowledged, there)
	}
}

// Backed up, destroyed and restored, the shelf is the same to the byte.
func TestBackUpDestroyRestore(t *testing.T) {
	if testing.Short() {
		t.Skip("starts processes")
	}
	binary := built(t)
	look := func(database string, change bool) (shelf, lesson string) {
		address, server := serve(t, binary, database, "--jobs", "0")
		defer func() {
			if err := server.Signal(syscall.SIGTERM); err != nil {
				t.Error(err)
			}
			_, _ = server.Wait()
		}()
		if change {
			if code := fetch(t, "POST", address+"/api/studios/quillmere/lessons/terraces-above-ondrel-water/edits", `{"from":1,"edit":{"edit":"minutes","step":"sky","minutes":8.5}}`, nil); code != 200 {
				t.Fatalf("edit: %d", code)
			}
		}
		get := func(path string) string {
			res, err := http.Get(address + path)
			if err != nil {
				t.Fatal(err)
			}
			defer res.Body.Close()
			data, err := io.ReadAll(res.Body)
			if err != nil || res.StatusCode != 200 {
				t.Fatalf("%s: %d %v", path, res.StatusCode, err)
			}
			return string(data)
		}
		return get("/api/studios/quillmere/lessons"), get("/api/studios/quillmere/lessons/terraces-above-ondrel-water/file") + get("/api/studios/quillmere/lessons/terraces-above-ondrel-water/revisions")
	}
	script := func(database, word, file string) {
		t.Helper()
		cmd := exec.Command(filepath.Join(testdb.Root(), "scripts", "backup.sh"), word, file)
		cmd.Env = append(os.Environ(), "DATABASE_URL="+database)
		if out, err := cmd.CombinedOutput(); err != nil {
			t.Fatalf("backup.sh %s: %v\n%s", word, err, out)
		}
	}
	file := filepath.Join(t.TempDir(), "shelf.dump")
	var shelf, lesson string
	t.Run("save, and destroy", func(t *testing.T) {
		database := testdb.New(t) // it is dropped when this ends
		shelf, lesson = look(database, true)
		script(database, "save", file)
	})
	restored := testdb.New(t)
	script(restored, "restore", file)
	if s, l := look(restored, false); s != shelf || l != lesson {
		t.Errorf("restored, the shelf is another one:\n%.400s\n%.400s", shelf, s)
	}
}

func TestSettingsStandInTheEnvironment(t *testing.T) {
	t.Setenv("PROXENOS_LISTEN", "127.0.0.1:9999")
	t.Setenv("PROXENOS_MEMORY", "700")
	s, err := serveSettings([]string{"--memory", "800"}, io.Discard)
	if err != nil || s.listen != "127.0.0.1:9999" || s.memory != 800 {
		t.Errorf("%+v, %v", s, err)
	}
	t.Setenv("PROXENOS_JOBS", "many")
	if _, err := serveSettings(nil, io.Discard); err == nil || !strings.Contains(err.Error(), "PROXENOS_JOBS") {
		t.Errorf("many jobs: %v", err)
	}
	var out bytes.Buffer
	if code := execute(t.Context(), []string{"--version"}, nil, &out, io.Discard); code != fine || !strings.HasPrefix(out.String(), "proxenos ") {
		t.Errorf("version: %d %q", code, out.String())
	}
}
