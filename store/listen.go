package store

import (
	"context"
	"encoding/json"
	"fmt"
	"time"

	"github.com/jackc/pgx/v5"
)

// How long until the database is asked again when it went while it was listened to.
const (
	firstRetry = 100 * time.Millisecond
	lastRetry  = 2 * time.Second
)

// Listen hears what happens until ctx ends: heard is called for every event, one after the
// other. Each time that the connection stands stands is called with nothing: what happened
// before was not heard. When it breaks it is called once with what broke it.
func (s *Store) Listen(ctx context.Context, heard func(Event), stands func(broke error)) {
	wait := firstRetry
	for broken := false; ctx.Err() == nil; {
		err := s.listen(ctx, func() {
			wait, broken = firstRetry, false
			stands(nil)
		}, heard)
		if !broken && ctx.Err() == nil {
			broken = true
			stands(err)
		}
		s.gone.Store(time.Now().UnixNano())
		select {
		case <-ctx.Done():
		case <-time.After(wait):
		}
		wait = min(2*wait, lastRetry)
	}
}

func (s *Store) listen(ctx context.Context, stands func(), heard func(Event)) error {
	conn, err := pgx.Connect(ctx, s.url)
	if err != nil {
		return err
	}
	defer func() {
		leave, cancel := context.WithTimeout(context.WithoutCancel(ctx), time.Second)
		defer cancel()
		_ = conn.Close(leave) // it may be broken already
	}()
	if _, err := conn.Exec(ctx, "listen "+Channel); err != nil {
		return err
	}
	stands()
	for {
		n, err := conn.WaitForNotification(ctx)
		if err != nil {
			return err
		}
		var e Event
		if err := json.Unmarshal([]byte(n.Payload), &e); err != nil {
			return fmt.Errorf("an event that cannot be read: %w", err)
		}
		heard(e)
	}
}
