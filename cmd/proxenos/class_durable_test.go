package main

import (
	"fmt"
	"net"
	"net/http"
	"strings"
	"testing"
	"time"

	"proxenos/core/teach"
	"proxenos/internal/wait"
	"proxenos/web/api"
)

// Whatever is killed while a class runs, nothing of it is lost that was acknowledged, and its
// seats hear again how it stands.
func TestAClassSurvivesKillingEverything(t *testing.T) {
	if testing.Short() {
		t.Skip("starts a database of its own")
	}
	binary := built(t)
	c := newCluster(t)
	socket, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	here := socket.Addr().String()
	socket.Close()
	var log lines // an outage is told
	database := c.script("start")
	begin := func() interface{ Kill() error } {
		_, process := beginLogged(t, &log, binary, database, "serve", "--demo", "--listen", here)
		return process
	}
	process := begin()
	base := "http://" + here
	var day api.OnDay
	if code := fetch(t, "POST", base+"/api/studios/quillmere/classes", `{"lesson":"terraces-above-ondrel-water","people":4,"begins":"2031-05-06T18:00","minutes":120}`, &day); code != 201 {
		t.Fatalf("a class is planned: %d", code)
	}
	at := base + "/api/studios/quillmere/classes/" + day.ID
	var door api.Door
	fetch(t, "POST", at+"/door", "", &door)
	var sat api.Seated
	if code := fetch(t, "POST", base+"/api/seats", fmt.Sprintf(`{"code":%q,"name":"Ana"}`, door.Code), &sat); code != 201 {
		t.Fatalf("a seat is taken: %d", code)
	}
	// happen says something until it is acknowledged, under one key: what is done twice is done once.
	said := 0
	happen := func(what string) {
		t.Helper()
		said++
		wait.Until(t, what+" is acknowledged", func() bool {
			r, err := http.NewRequest("POST", at+"/happenings", strings.NewReader(what))
			if err != nil {
				t.Fatal(err)
			}
			r.Header.Set("Content-Type", "application/json")
			r.Header.Set("Idempotency-Key", fmt.Sprint("class ", said))
			res, err := http.DefaultClient.Do(r)
			if err != nil {
				return false
			}
			defer res.Body.Close()
			return res.StatusCode == 201
		})
	}
	stands := func(when string) {
		t.Helper()
		var now api.Teaching
		fetch(t, "GET", at+"/teaching", "", &now)
		if now.Number != said+1 || now.State.Ignored != 0 || len(now.State.Notes) != said-1 || now.State.Phase != teach.Running { // one has joined
			t.Errorf("%s: %d have happened of %d, %d noted, %s", when, now.Number, said+1, len(now.State.Notes), now.State.Phase)
		}
	}
	happen(`{"kind":"start"}`)
	note := func() { happen(fmt.Sprintf(`{"kind":"note","text":"note %d"}`, said)) }
	note()
	for round := range 2 {
		if err := process.Kill(); err != nil {
			t.Fatal(err)
		}
		gone := time.Now()
		process = begin()
		note()
		t.Logf("the server was killed: a note was taken %v later", time.Since(gone).Round(time.Millisecond))
		stands("after the server was killed")
		note()
		c.kill()
		gone = time.Now()
		c.script("start")
		note()
		t.Logf("the database was killed: a note was taken %v later", time.Since(gone).Round(time.Millisecond))
		stands(fmt.Sprintf("after the database was killed, round %d", round))
	}
	var seat api.Seated
	if code := fetch(t, "GET", base+"/api/seats/"+sat.Seat, "", &seat); code != 200 || seat.View.Phase != teach.Running || seat.View.Mine.Name != "Ana" {
		t.Errorf("the seat: %d %+v", code, seat.View)
	}
}
