// Seats sits so many simulated students in a class of a running server, lets the class run, and
// says how long it takes until every one of them has heard what happens.
//
//	go run ./tools/seats http://127.0.0.1:8817 200
package main

import (
	"bufio"
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"os"
	"slices"
	"strconv"
	"strings"
	"sync"
	"time"
)

const events = 60

func main() {
	if err := load(os.Args[1:]); err != nil {
		fmt.Fprintln(os.Stderr, "seats:", err)
		os.Exit(1)
	}
}

func load(args []string) error {
	if len(args) != 2 {
		return fmt.Errorf("give an address and how many seats: http://127.0.0.1:8817 200")
	}
	base := strings.TrimSuffix(args[0], "/")
	seats, err := strconv.Atoi(args[1])
	if err != nil || seats < 1 || seats > 250 {
		return fmt.Errorf("%q seats: give 1 to 250", args[1])
	}
	at, code, err := class(base)
	if err != nil {
		return err
	}
	heard := make([]map[int]time.Time, seats) // by step
	var mu sync.Mutex
	var ready sync.WaitGroup
	for i := range seats {
		var sat struct{ Seat string }
		if err := ask("POST", base+"/api/seats", map[string]any{"code": code, "name": fmt.Sprint("Seat ", i+1)}, &sat); err != nil {
			return err
		}
		res, err := http.Get(base + "/api/seats/" + sat.Seat + "/events")
		if err != nil {
			return err
		}
		defer res.Body.Close()
		heard[i] = map[int]time.Time{}
		ready.Add(1)
		go listen(res.Body, ready.Done, func(step int) {
			mu.Lock()
			defer mu.Unlock()
			if _, before := heard[i][step]; !before {
				heard[i][step] = time.Now()
			}
		})
	}
	ready.Wait()
	said := map[int]time.Time{}
	for n := range events {
		kind := "done"
		if n == 0 {
			kind = "start"
		}
		said[n] = time.Now()
		if err := ask("POST", at+"/happenings", map[string]any{"kind": kind}, nil); err != nil {
			return err
		}
		time.Sleep(150 * time.Millisecond)
	}
	time.Sleep(2 * time.Second)
	mu.Lock()
	defer mu.Unlock()
	return report(seats, said, heard)
}

// report writes how long it took until they had heard it.
func report(seats int, said map[int]time.Time, heard []map[int]time.Time) error {
	var each, last []time.Duration
	missed := 0
	for n, began := range said {
		var slowest time.Duration
		for i := range heard {
			when, there := heard[i][n]
			if !there {
				missed++
				continue
			}
			each = append(each, when.Sub(began))
			slowest = max(slowest, when.Sub(began))
		}
		last = append(last, slowest)
	}
	slices.Sort(each)
	slices.Sort(last)
	if len(each) == 0 {
		return fmt.Errorf("nobody heard anything")
	}
	at := func(list []time.Duration, share float64) time.Duration {
		return list[int(share*float64(len(list)-1))].Round(time.Millisecond / 10)
	}
	fmt.Printf("%d seats, %d events, from the moment the lectern sends it\n", seats, events)
	fmt.Printf("%-28s %10s %10s %10s %10s\n", "", "median", "95 %", "99 %", "most")
	fmt.Printf("%-28s %10v %10v %10v %10v\n", "until a seat has heard it", at(each, 0.5), at(each, 0.95), at(each, 0.99), at(each, 1))
	fmt.Printf("%-28s %10v %10v %10v %10v\n", "until all have heard it", at(last, 0.5), at(last, 0.95), at(last, 0.99), at(last, 1))
	if missed > 0 {
		fmt.Printf("%d of %d were told of a later event at once\n", missed, seats*events)
	}
	return nil
}

// class plans a class of the longest lesson of the first studio and opens its door.
func class(base string) (at, code string, err error) {
	var studios []struct{ ID string }
	if err := ask("GET", base+"/api/studios", nil, &studios); err != nil || len(studios) == 0 {
		return "", "", fmt.Errorf("no studio: %w", err)
	}
	studio := base + "/api/studios/" + studios[0].ID
	var classes []struct {
		ID     string
		Lesson string
		Taught struct{ Title string }
	}
	if err := ask("GET", studio+"/classes", nil, &classes); err != nil || len(classes) == 0 {
		return "", "", fmt.Errorf("no class to take a lesson from: %w", err)
	}
	lesson := classes[0].Lesson
	for _, c := range classes {
		if strings.HasPrefix(c.Taught.Title, "Terraces") {
			lesson = c.Lesson
		}
	}
	var made struct{ ID string }
	if err := ask("POST", studio+"/classes", map[string]any{"lesson": lesson, "people": 20, "begins": "2031-05-06T18:00", "minutes": 120}, &made); err != nil {
		return "", "", err
	}
	at = studio + "/classes/" + made.ID
	var door struct{ Code string }
	err = ask("POST", at+"/door", nil, &door)
	return at, door.Code, err
}

// listen reads a stream of views; ready is called at the first.
func listen(body io.Reader, ready func(), step func(step int)) {
	lines := bufio.NewScanner(body)
	lines.Buffer(nil, 1<<20)
	first := true
	for lines.Scan() {
		data, ok := strings.CutPrefix(lines.Text(), "data: ")
		if !ok {
			continue
		}
		var v struct {
			Phase string
			Step  int
		}
		if json.Unmarshal([]byte(data), &v) != nil {
			continue
		}
		if first {
			first = false
			ready()
		}
		if v.Phase == "running" {
			step(v.Step)
		}
	}
}

// ask sends a request and reads what comes back.
func ask(method, url string, body, into any) error {
	data, err := json.Marshal(body)
	if err != nil {
		return err
	}
	var in io.Reader
	if body != nil {
		in = bytes.NewReader(data)
	}
	r, err := http.NewRequest(method, url, in)
	if err != nil {
		return err
	}
	r.Header.Set("Content-Type", "application/json")
	res, err := http.DefaultClient.Do(r)
	if err != nil {
		return err
	}
	defer res.Body.Close()
	data, err = io.ReadAll(res.Body)
	switch {
	case err != nil:
		return err
	case res.StatusCode >= 300:
		return fmt.Errorf("%s %s: %d %.200s", method, url, res.StatusCode, data)
	case into == nil:
		return nil
	}
	return json.Unmarshal(data, into)
}
