package store

import (
	"context"
	"time"
)

// An Artifact is the address of something that was made of a painting: by which engine or
// build, of which painting, and what it is. The content of an address never changes, so it
// may be thrown away and made again.
type Artifact struct {
	Maker    string
	Painting string // empty for what is of no lesson
	Kind     string
}

// freshFor is how long a use of an artifact is not written down again.
const freshFor = 10 * time.Minute

// Artifact returns what was made for an address.
func (s *Store) Artifact(ctx context.Context, a Artifact) ([]byte, error) {
	var row struct {
		Body  []byte `db:"body"`
		Stale bool   `db:"stale"`
	}
	err := s.db.GetContext(ctx, &row, `select body, used_at < now() - $4 * interval '1 second' as stale from artifact where maker = $1 and painting = $2 and kind = $3`,
		a.Maker, a.Painting, a.Kind, freshFor.Seconds())
	if err == nil && row.Stale {
		_, err = s.db.ExecContext(ctx, `update artifact set used_at = now() where maker = $1 and painting = $2 and kind = $3`, a.Maker, a.Painting, a.Kind)
	}
	return row.Body, told(err)
}

// PutArtifact keeps what was made for an address.
func (s *Store) PutArtifact(ctx context.Context, a Artifact, body []byte) error {
	_, err := s.db.ExecContext(ctx, `insert into artifact (maker, painting, kind, body, bytes) values ($1, $2, $3, $4, $5) on conflict do nothing`,
		a.Maker, a.Painting, a.Kind, body, len(body))
	return told(err)
}

// PutLatest keeps an artifact of which a lesson needs one alone, that of its latest painting.
// What another lesson needs, which stands as this one stood before, stays.
func (s *Store) PutLatest(ctx context.Context, lesson string, a Artifact, body []byte) error {
	if err := s.PutArtifact(ctx, a, body); err != nil {
		return err
	}
	_, err := s.db.ExecContext(ctx, `delete from artifact where maker = $1 and kind = $2 and painting <> $3
		and painting in (select painting from revision where lesson_id = $4)
		and not exists (select from revision r join lesson l on l.id = r.lesson_id and l.head = r.number
			where r.painting = artifact.painting and l.id <> $4)`, a.Maker, a.Kind, a.Painting, lesson)
	return told(err)
}

// Latest returns the artifact of a kind of the newest painting of a lesson that has one.
func (s *Store) Latest(ctx context.Context, lesson, maker, kind string) ([]byte, error) {
	var body []byte
	err := s.db.GetContext(ctx, &body, `select a.body from artifact a join revision r using (painting)
		where lesson_id = $1 and maker = $2 and kind = $3 order by number desc limit 1`, lesson, maker, kind)
	return body, told(err)
}

// keysFor is how long a repeated write is known for one.
const keysFor = 24 * time.Hour

// Clean throws away what was used longest ago until artifacts take at most so many bytes,
// and forgets the keys of old writes. One process does it at a time; another one that asks
// has nothing to do.
func (s *Store) Clean(ctx context.Context, budget int64) error {
	tx, err := s.db.BeginTxx(ctx, nil)
	if err != nil {
		return told(err)
	}
	defer func() { _ = tx.Rollback() }()
	const cleaning = 7061 // names the lock
	var mine bool
	if err := tx.GetContext(ctx, &mine, `select pg_try_advisory_xact_lock($1)`, cleaning); err != nil || !mine {
		return told(err)
	}
	if _, err := tx.ExecContext(ctx, `delete from artifact a using (
			select maker, painting, kind, sum(bytes) over (order by used_at desc, maker, painting, kind) as upto from artifact
		) b where b.upto > $1 and (a.maker, a.painting, a.kind) = (b.maker, b.painting, b.kind)`, budget); err != nil {
		return told(err)
	}
	if _, err := tx.ExecContext(ctx, `delete from written where made_at < now() - $1 * interval '1 second'`, keysFor.Seconds()); err != nil {
		return told(err)
	}
	return told(tx.Commit())
}
