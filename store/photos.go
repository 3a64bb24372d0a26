package store

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"time"
)

// A Photo is a photograph of a studio's, as it was cleaned when it was taken in.
type Photo struct {
	Hash   string    `db:"hash" json:"hash" doc:"of what is kept"`
	Name   string    `db:"name" json:"name"`
	Width  int       `db:"width" json:"width" doc:"pixels"`
	Height int       `db:"height" json:"height" doc:"pixels"`
	MadeAt time.Time `db:"made_at" json:"madeAt"`
}

// PutPhoto keeps a photograph in the studio of a lesson; the same one twice is kept once.
func (s *Store) PutPhoto(ctx context.Context, lesson, name string, width, height int, body []byte) (Photo, error) {
	sum := sha256.Sum256(body)
	p := Photo{Hash: hex.EncodeToString(sum[:]), Name: name, Width: width, Height: height}
	err := s.db.GetContext(ctx, &p.MadeAt, `insert into photo (studio_id, hash, name, width, height, body)
		select studio_id, $2, $3, $4, $5, $6 from lesson where id = $1
		on conflict (studio_id, hash) do update set name = excluded.name returning made_at`, lesson, p.Hash, name, width, height, body)
	return p, told(err)
}

// mostPhotos is how many photographs are listed.
const mostPhotos = 60

// Photos lists the photographs of a lesson's studio, newest first.
func (s *Store) Photos(ctx context.Context, lesson string) ([]Photo, error) {
	list := []Photo{}
	err := s.db.SelectContext(ctx, &list, `select hash, name, width, height, photo.made_at from photo join lesson using (studio_id)
		where lesson.id = $1 order by photo.made_at desc, hash limit $2`, lesson, mostPhotos)
	return list, told(err)
}

// PhotoBody returns the JPEG of a photograph.
func (s *Store) PhotoBody(ctx context.Context, hash string) ([]byte, error) {
	var body []byte
	err := s.db.GetContext(ctx, &body, `select body from photo where hash = $1 limit 1`, hash)
	return body, told(err)
}
