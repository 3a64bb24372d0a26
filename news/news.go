// Package news carries what happens to everybody who watches: lessons that were saved, jobs
// that go on, canvases that are painted. A watcher who is too slow is left behind and told so,
// so that nobody waits for them.
package news

import (
	"sync"

	"proxenos/store"
)

// A Hub hands events on to those who watch. The zero value is ready for use.
type Hub struct {
	mu       sync.Mutex
	watchers map[*Watcher]bool
	closed   bool
}

// A Watcher hears what happens in a studio.
type Watcher struct {
	Studio string
	Tab    string // names who watches, in jobs that are asked for
	Heard  <-chan store.Event
	hub    *Hub
	heard  chan store.Event
}

// behindMost is how many events may wait for a watcher.
const behindMost = 256

// Watch lets somebody hear what happens in a studio, until Leave.
func (h *Hub) Watch(studio, tab string) *Watcher {
	heard := make(chan store.Event, behindMost)
	w := &Watcher{Studio: studio, Tab: tab, Heard: heard, hub: h, heard: heard}
	h.mu.Lock()
	defer h.mu.Unlock()
	if h.closed {
		close(heard)
		return w
	}
	if h.watchers == nil {
		h.watchers = map[*Watcher]bool{}
	}
	h.watchers[w] = true
	return w
}

// Leave ends it. It may be called more than once.
func (w *Watcher) Leave() {
	w.hub.mu.Lock()
	defer w.hub.mu.Unlock()
	w.hub.drop(w)
}

// drop ends a watcher; its channel is closed. The lock must be held.
func (h *Hub) drop(w *Watcher) {
	if h.watchers[w] {
		delete(h.watchers, w)
		close(w.heard)
	}
}

// Tell hands an event on. It never waits: who is too far behind is dropped, and comes back to
// ask what was missed.
func (h *Hub) Tell(e store.Event) {
	h.mu.Lock()
	defer h.mu.Unlock()
	for w := range h.watchers {
		if w.Studio != e.Studio {
			continue
		}
		select {
		case w.heard <- e:
		default:
			h.drop(w)
		}
	}
}

// DropAll ends all watchers, who come back: something was missed.
func (h *Hub) DropAll() {
	h.mu.Lock()
	defer h.mu.Unlock()
	for w := range h.watchers {
		h.drop(w)
	}
}

// Close ends all watchers, and those who come later at once.
func (h *Hub) Close() {
	h.DropAll()
	h.mu.Lock()
	defer h.mu.Unlock()
	h.closed = true
}

// Tabs are those who watch.
func (h *Hub) Tabs() []string {
	h.mu.Lock()
	defer h.mu.Unlock()
	out := make([]string, 0, len(h.watchers))
	for w := range h.watchers {
		if w.Tab != "" {
			out = append(out, w.Tab)
		}
	}
	return out
}

// Count is how many watch.
func (h *Hub) Count() int {
	h.mu.Lock()
	defer h.mu.Unlock()
	return len(h.watchers)
}

// Closed reports whether nobody hears anything any more.
func (h *Hub) Closed() bool {
	h.mu.Lock()
	defer h.mu.Unlock()
	return h.closed
}
