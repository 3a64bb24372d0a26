package store_test

import (
	"bytes"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"strings"
	"testing"

	"proxenos/internal/testdb"
	"proxenos/internal/wait"
	"proxenos/store"
)

func TestComplaintsOfAnOutageAreLeftToWhoListens(t *testing.T) {
	var said bytes.Buffer
	log := slog.New(store.Complaints{Handler: slog.NewTextHandler(&said, nil)}).With("of", "a test").WithGroup("in")
	log.Warn("one", "error", fmt.Errorf("a canvas: %w", store.ErrUnavailable))
	log.Error("two", "lesson", "ridge", "error", io.ErrUnexpectedEOF) // what the driver says then
	if said.Len() > 0 {
		t.Errorf("an outage is complained of: %s", said.String())
	}
	log.Error("three", "error", errors.New("a bug"))
	log.Warn("four", "error", store.ErrNotFound)
	if n := strings.Count(said.String(), "\n"); n != 2 || !strings.Contains(said.String(), `of="a test" in.error="a bug"`) {
		t.Errorf("two other complaints are told as %d: %s", n, said.String())
	}
}

// Somebody who hears of an outage late, and tells it in words of its own, is late for a while.
func TestTheDatabaseIsReachableAWhileAfterItAnswers(t *testing.T) {
	s := open(t, testdb.New(t))
	if !s.Reachable(t.Context()) {
		t.Fatal("a database that never went is not reachable")
	}
	stands := make(chan error, 8)
	go s.Listen(t.Context(), func(store.Event) {}, func(broke error) { stands <- broke })
	<-stands
	s.EndListening(t.Context(), t)
	if broke := <-stands; broke == nil {
		t.Fatal("the connection did not break")
	}
	if again := <-stands; again != nil {
		t.Fatal(again)
	}
	if s.Reachable(t.Context()) {
		t.Error("it is reachable at once")
	}
	wait.Until(t, "it is reachable again", func() bool { return s.Reachable(t.Context()) })
}
