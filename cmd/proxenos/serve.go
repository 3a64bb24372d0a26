package main

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"io"
	"log/slog"
	"net"
	"os"
	"strings"
	"time"

	"proxenos/demo"
	"proxenos/news"
	"proxenos/store"
	"proxenos/web/api"
	"proxenos/web/app"
)

// How memory is used, of what the server may take: a third for canvases that are kept; the
// garbage is collected early, for it is few large things.
const (
	keptShare  = 3
	gcPercent  = 25
	leastMB    = 512
	megabyte   = 1 << 20
	cleanEvery = time.Minute
)

// settings are what serve is told.
type settings struct {
	listen       string
	demo         bool
	memory       int64 // MB
	artifacts    int64 // MB
	places       int
	allowNetwork bool
	hosts        string
}

func serveSettings(args []string, out io.Writer) (*settings, error) {
	var s settings
	set := flagsOf("serve")
	set.StringVar(&s.listen, "listen", "127.0.0.1:8817", "address")
	set.BoolVar(&s.demo, "demo", false, "put the demo studio on the shelf")
	set.Int64Var(&s.memory, "memory", 2048, "MB that the server may take")
	set.Int64Var(&s.artifacts, "artifacts", 4096, "MB of pictures and canvases that the database keeps")
	set.IntVar(&s.places, "jobs", usualPlaces(), "jobs that it carries out at once; 0 leaves them all to 'proxenos work'")
	set.BoolVar(&s.allowNetwork, "allow-network", false, "listen for other machines too: there are no accounts yet, so everybody who reaches it may change everything")
	set.StringVar(&s.hosts, "host", "", "names that the server goes by besides localhost, with commas between them")
	if err := fromEnvironment(set); err != nil {
		return nil, err
	}
	plain, err := flags(set, args, out)
	if err != nil {
		return nil, err
	}
	host, _, err := net.SplitHostPort(s.listen)
	switch {
	case len(plain) > 0:
		return nil, fmt.Errorf("serve: %q is not wanted here", plain[0])
	case err != nil:
		return nil, fmt.Errorf("serve: --listen is %q: give an address and a port, as 127.0.0.1:8817", s.listen)
	case !loopback(host) && !s.allowNetwork:
		return nil, fmt.Errorf("serve: --listen is %q, which other machines reach, and there are no accounts yet: listen on 127.0.0.1, or add --allow-network if everybody there may change everything", s.listen)
	case s.memory < leastMB:
		return nil, fmt.Errorf("serve: --memory is %d MB: give at least %d", s.memory, leastMB)
	case s.places < 0 || s.places > mostPlaces:
		return nil, fmt.Errorf("serve: --jobs is %d: give 0 to %d", s.places, mostPlaces)
	case s.artifacts < 1:
		return nil, fmt.Errorf("serve: --artifacts is %d MB: give at least 1", s.artifacts)
	}
	return &s, nil
}

// loopback reports whether only this machine reaches a host.
func loopback(host string) bool {
	ip := net.ParseIP(host)
	return host == "localhost" || ip != nil && ip.IsLoopback()
}

func serveCommand(ctx context.Context, args []string, _ io.Reader, out io.Writer) (int, error) {
	set, err := serveSettings(args, out)
	if err != nil {
		return 0, err
	}
	hub := &news.Hub{}
	room, err := openWorkroom(ctx, "serve", set.memory, set.places, hub.Tabs)
	if err != nil {
		return 0, err
	}
	defer room.close()
	db, log := room.db, room.log
	if set.demo {
		if err := demo.Put(ctx, db, api.ShelfPicture(db)); err != nil {
			return 0, fmt.Errorf("serve: demo studio: %w", err)
		}
		if err := demo.PutClasses(ctx, db, time.Now()); err != nil {
			return 0, fmt.Errorf("serve: demo classes: %w", err)
		}
	}
	heard := listen(ctx, db, log, func(e store.Event) { hub.Tell(e); room.queue.Heard(e) }, hub.DropAll)
	defer heard()
	server := &api.Server{Desk: room.desk, Queue: room.queue, Hub: hub, App: app.Files(), Open: set.allowNetwork, Hosts: strings.FieldsFunc(set.hosts, func(r rune) bool { return r == ',' || r == ' ' }), Log: log}
	handler := server.Handler()
	socket, err := net.Listen("tcp", set.listen)
	if err != nil {
		return 0, fmt.Errorf("serve: %w: choose another --listen", err)
	}
	fmt.Fprintf(out, "Proxenos is at http://%s\n", socket.Addr())
	cleaning, done := context.WithCancel(ctx)
	ended := make(chan struct{})
	go func() {
		defer close(ended)
		clean(cleaning, db, set.artifacts*megabyte, log)
	}()
	defer func() { done(); <-ended }()
	failed := make(chan error, 1)
	go func() { failed <- handler.Listener(socket) }()
	select {
	case err := <-failed:
		return 0, fmt.Errorf("serve: %w", err)
	case <-ctx.Done():
	}
	hub.Close() // streams end, or the server would wait for them
	if err := handler.ShutdownWithTimeout(5 * time.Second); err != nil {
		return 0, fmt.Errorf("serve: %w", err)
	}
	return fine, <-failed
}

// clean keeps what is kept within its budget, until ctx ends.
func clean(ctx context.Context, db *store.Store, budget int64, log *slog.Logger) {
	tick := time.NewTicker(cleanEvery)
	defer tick.Stop()
	for {
		select {
		case <-ctx.Done():
			return
		case <-tick.C:
			if err := db.Clean(ctx, budget); err != nil && ctx.Err() == nil {
				log.Warn("what is kept was not cleaned", "error", err)
			}
		}
	}
}

// buildName names this build by its content: what it says of a lesson is kept under that.
func buildName() (string, error) {
	name, err := os.Executable()
	if err != nil {
		return "", err
	}
	f, err := os.Open(name)
	if err != nil {
		return "", err
	}
	defer f.Close()
	h := sha256.New()
	if _, err := io.Copy(h, f); err != nil {
		return "", err
	}
	return hex.EncodeToString(h.Sum(nil))[:12], nil
}
