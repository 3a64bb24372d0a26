package news_test

import (
	"testing"

	"proxenos/news"
	"proxenos/store"
)

func TestEverybodyHearsTheirOwnStudio(t *testing.T) {
	var h news.Hub
	a, b := h.Watch("a", "tab"), h.Watch("b", "")
	h.Tell(store.Event{Studio: "a", Lesson: "one"})
	if e := <-a.Heard; e.Lesson != "one" {
		t.Errorf("a heard %+v", e)
	}
	select {
	case e := <-b.Heard:
		t.Errorf("b heard %+v", e)
	default:
	}
	if tabs := h.Tabs(); len(tabs) != 1 || tabs[0] != "tab" {
		t.Errorf("%v watch", tabs)
	}
	a.Leave()
	a.Leave()
	if _, there := <-a.Heard; there || len(h.Tabs()) != 0 {
		t.Error("who left still hears")
	}
	h.Close()
	if _, there := <-b.Heard; there {
		t.Error("closed, it goes on")
	}
	if _, there := <-h.Watch("a", "late").Heard; there {
		t.Error("who comes late hears something")
	}
}

// Who does not listen is left behind, and nobody waits for them.
func TestTheSlowAreLeftBehind(t *testing.T) {
	var h news.Hub
	slow, quick := h.Watch("a", "slow"), h.Watch("a", "quick")
	heard := 0
	for i := range 1000 {
		h.Tell(store.Event{ID: int64(i + 1), Studio: "a"})
		if e := <-quick.Heard; e.ID == int64(i+1) {
			heard++
		}
	}
	got := 0
	for range slow.Heard { // it ends
		got++
	}
	if heard != 1000 || got == 0 || got >= 1000 {
		t.Errorf("the quick heard %d, the slow %d", heard, got)
	}
}
