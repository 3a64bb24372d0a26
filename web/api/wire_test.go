package api_test

import (
	"io"
	"net"
	"sync"
	"testing"
)

// A wire carries connections to a server until it is cut.
type wire struct {
	t      *testing.T
	to     string
	addr   string
	mu     sync.Mutex
	socket net.Listener
	open   []net.Conn
}

func newWire(t *testing.T, to string) *wire {
	w := &wire{t: t, to: to, addr: "127.0.0.1:0"}
	w.mend()
	t.Cleanup(w.cut)
	return w
}

func (w *wire) Addr() string { return w.addr }

func (w *wire) mend() {
	socket, err := net.Listen("tcp", w.addr)
	if err != nil {
		w.t.Fatal(err)
	}
	w.mu.Lock()
	w.socket, w.addr = socket, socket.Addr().String()
	w.mu.Unlock()
	go func() {
		for {
			from, err := socket.Accept()
			if err != nil {
				return
			}
			to, err := net.Dial("tcp", w.to)
			if err != nil {
				from.Close()
				continue
			}
			w.mu.Lock()
			w.open = append(w.open, from, to)
			w.mu.Unlock()
			go func() { _, _ = io.Copy(from, to); from.Close() }()
			go func() { _, _ = io.Copy(to, from); to.Close() }()
		}
	}()
}

func (w *wire) cut() {
	w.mu.Lock()
	defer w.mu.Unlock()
	w.socket.Close()
	for _, c := range w.open {
		c.Close()
	}
	w.open = nil
}
