package store

import "context"

// maxMade bounds the cache: about 600 MB, for a frame is some 400 kB.
const maxMade = 1500

// Made returns what was made before for an address: a frame, or what a rehearsal
// found. The content of an address never changes.
func (s *Store) Made(ctx context.Context, address string) ([]byte, error) {
	var body []byte
	err := s.db.GetContext(ctx, &body, `select body from made where address = $1`, address)
	return body, told(err)
}

// PutMade keeps what was made for an address and drops the oldest beyond the bound.
func (s *Store) PutMade(ctx context.Context, address string, body []byte) error {
	_, err := s.db.ExecContext(ctx, `insert into made (address, body) values ($1, $2) on conflict do nothing`, address, body)
	if err != nil {
		return told(err)
	}
	_, err = s.db.ExecContext(ctx,
		`delete from made where address in (select address from made order by made_at desc offset $1)`, maxMade)
	return told(err)
}
