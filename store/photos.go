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

// PutPhoto keeps a photograph; the same one twice is kept once.
func (r Room) PutPhoto(ctx context.Context, name string, width, height int, body []byte) (Photo, error) {
	sum := sha256.Sum256(body)
	p := Photo{Hash: hex.EncodeToString(sum[:]), Name: name, Width: width, Height: height}
	err := r.s.db.GetContext(ctx, &p.MadeAt, `insert into photo (studio_id, hash, name, width, height, body)
		select id, $2, $3, $4, $5, $6 from studio where id = $1
		on conflict (studio_id, hash) do update set name = excluded.name returning made_at`, r.Studio, p.Hash, name, width, height, body)
	return p, told(err)
}

// mostPhotos is how many photographs are listed.
const mostPhotos = 60

// Photos lists the photographs, newest first.
func (r Room) Photos(ctx context.Context) ([]Photo, error) {
	list := []Photo{}
	err := r.s.db.SelectContext(ctx, &list, `select hash, name, width, height, made_at from photo where studio_id = $1 order by made_at desc, hash limit $2`, r.Studio, mostPhotos)
	if err == nil && len(list) == 0 {
		return list, r.there(ctx)
	}
	return list, told(err)
}

// PhotoBody returns the JPEG of a photograph.
func (r Room) PhotoBody(ctx context.Context, hash string) ([]byte, error) {
	var body []byte
	err := r.s.db.GetContext(ctx, &body, `select body from photo where studio_id = $1 and hash = $2`, r.Studio, hash)
	return body, told(err)
}
