package store

import "context"

// maxFrames bounds the cache: about 600 MB of pictures.
const maxFrames = 1500

// Frame returns a cached picture.
func (s *Store) Frame(ctx context.Context, address string) ([]byte, error) {
	var png []byte
	err := s.db.GetContext(ctx, &png, `select png from frame where address = $1`, address)
	return png, told(err)
}

// PutFrame caches a picture and drops the oldest beyond the bound.
func (s *Store) PutFrame(ctx context.Context, address string, png []byte) error {
	_, err := s.db.ExecContext(ctx, `insert into frame (address, png) values ($1, $2) on conflict do nothing`, address, png)
	if err != nil {
		return told(err)
	}
	_, err = s.db.ExecContext(ctx,
		`delete from frame where address in (select address from frame order by made_at desc offset $1)`, maxFrames)
	return told(err)
}
