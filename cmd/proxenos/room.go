package main

import (
	"context"
	"fmt"
	"log/slog"
	"os"
	"runtime/debug"

	"proxenos/easel"
	"proxenos/store"
	"proxenos/studio"
	"proxenos/work"
)

// workroom is what serve and work have in common: an easel, a desk and a share in the queue.
type workroom struct {
	db     *store.Store
	log    *slog.Logger
	teller *studio.Teller
	easel  *easel.Easel
	desk   *studio.Desk
	queue  *work.Queue
}

// openWorkroom opens the database and everything that works on it. tabs are those who watch at
// this process; nobody, when it is nil.
func openWorkroom(ctx context.Context, command string, memory int64, places int, tabs func() []string) (*workroom, error) {
	build, err := buildName()
	if err != nil {
		return nil, err
	}
	db, err := openStore(ctx, command)
	if err != nil {
		return nil, err
	}
	debug.SetGCPercent(gcPercent)
	debug.SetMemoryLimit(memory * megabyte)
	w := &workroom{db: db, log: slog.New(store.Complaints{Handler: slog.NewJSONHandler(os.Stderr, nil)})}
	w.teller = studio.NewTeller(db, w.log)
	queued := make(chan struct{}) // jobs may begin before the queue is known here
	w.easel = easel.New(easel.Options{
		Memory: memory * megabyte / keptShare, Cabinet: studio.Cabinet{Store: db}, Log: w.log, Told: w.teller.Tell,
		Elsewhere: func(ctx context.Context, lesson string, version int) error {
			select {
			case <-queued:
				return studio.Elsewhere(ctx, db, w.queue, lesson, version)
			case <-ctx.Done():
				return ctx.Err()
			}
		}})
	w.desk = studio.New(db, w.easel, build)
	kinds := map[string]work.Do{}
	for _, kind := range studio.Kinds() {
		kinds[kind] = w.desk.CarryOut
	}
	w.queue, err = work.Open(ctx, work.Options{Store: db, Kinds: kinds, Places: places, Log: w.log, Refuse: studio.Refuse, Tabs: tabs})
	if err != nil {
		w.close()
		return nil, fmt.Errorf("%s: %w", command, err)
	}
	close(queued)
	return w, nil
}

// close ends it all, in the order in which nothing is lost: jobs wait for another process, and
// canvases are kept.
func (w *workroom) close() {
	if w.queue != nil {
		w.queue.Close()
	}
	w.easel.Close()
	w.teller.Close()
	if err := w.db.Close(); err != nil {
		w.log.Warn("the database", "error", err)
	}
}
