package main

import (
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"strings"
	"syscall"
	"testing"
	"time"

	"proxenos/internal/testdb"
	"proxenos/internal/wait"
)

// fetch asks one of several servers and reads the answer.
func fetch(t *testing.T, method, url, body string, into any) int {
	t.Helper()
	r, err := http.NewRequest(method, url, strings.NewReader(body))
	if err != nil {
		t.Fatal(err)
	}
	r.Header.Set("Content-Type", "application/json")
	res, err := http.DefaultClient.Do(r)
	if err != nil {
		t.Fatal(err)
	}
	defer res.Body.Close()
	data, err := io.ReadAll(res.Body)
	if err != nil {
		t.Fatal(err)
	}
	if into != nil {
		if err := json.Unmarshal(data, into); err != nil {
			t.Fatalf("%s: %v in %.300s", url, err, data)
		}
	}
	return res.StatusCode
}

// Two servers that carry out nothing themselves, and workers that are killed one after the
// other while they mend: every job comes to its end once.
func TestJobsSurviveTheirWorkers(t *testing.T) {
	if testing.Short() {
		t.Skip("starts processes")
	}
	binary, database := built(t), testdb.New(t)
	one, _ := serve(t, binary, database, "--jobs", "0")
	two, _ := serve(t, binary, database, "--jobs", "0")
	type job struct{ ID, State, Problem string }
	const lessons = 3
	var ids, jobs []string
	for i := range lessons {
		var begun struct{ ID string }
		if code := fetch(t, "POST", one+"/api/studios/quillmere/starters", fmt.Sprintf(`{"kind":"dusk","method":"direct","width":200,"height":150,"seed":%d,"title":"Evening"}`, i+1), &begun); code != 201 {
			t.Fatalf("begin: %d", code)
		}
		var j job
		if code := fetch(t, "POST", one+"/api/studios/quillmere/jobs", fmt.Sprintf(`{"kind":"mend","lesson":%q,"from":1,"accept":true}`, begun.ID), &j); code != 202 {
			t.Fatalf("ask: %d", code)
		}
		ids, jobs = append(ids, begun.ID), append(jobs, j.ID)
	}
	state := func(k int) (j job) {
		fetch(t, "GET", two+"/api/studios/quillmere/jobs/"+jobs[k], "", &j)
		return j
	}
	running := func() bool {
		for k := range jobs {
			if state(k).State == "running" {
				return true
			}
		}
		return false
	}
	for range 2 {
		_, worker := begin(t, binary, database, "work", "--jobs", "1")
		wait.Until(t, "a job runs", running)
		if err := worker.Signal(syscall.SIGKILL); err != nil {
			t.Fatal(err)
		}
	}
	_, last := begin(t, binary, database, "work", "--jobs", "2")
	// All are asked after each time: what nobody asks after is not waited for.
	wait.Within(t, 90*time.Second, "every job is done", func() bool {
		done := 0
		for k := range jobs {
			switch j := state(k); j.State {
			case "done":
				done++
			case "failed", "stopped":
				t.Fatalf("%+v", j)
			}
		}
		return done == lessons
	})
	for _, id := range ids {
		var got struct{ Revision int }
		if fetch(t, "GET", two+"/api/studios/quillmere/lessons/"+id, "", &got); got.Revision != 2 {
			t.Errorf("lesson %s is at revision %d: it was mended once", id, got.Revision)
		}
	}
	if err := last.Signal(syscall.SIGTERM); err != nil {
		t.Fatal(err)
	}
	if s, err := last.Wait(); err != nil || s.ExitCode() != 0 {
		t.Errorf("told to end, the worker ends with %v, %v", s, err)
	}
}
