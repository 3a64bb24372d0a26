package store

import (
	"context"
	"crypto/rand"
	"database/sql"
	"errors"
	"strconv"
	"strings"

	"github.com/jackc/pgx/v5/pgconn"
	"github.com/jmoiron/sqlx"

	"proxenos/core/teach"
)

// The signs of a code: none that is taken for another when it is read aloud or from a wall.
const codeSigns = "23456789ABCDEFGHJKMNPQRSTVWXY"

// codeLength makes 29⁵, over 20 million codes.
const codeLength = 5

// doorOpen is how long a door stays open: a day of classes.
const doorOpen = `interval '18 hours'`

// Errors of a door.
var (
	// ErrDoor says that no class has this code now.
	ErrDoor = errors.New("no class has this code now: read it from the wall once more")
	// ErrSeats says that no seat is left.
	ErrSeats = errors.New("all seats of this class are taken")
)

// newCode is a code by chance.
func newCode() string {
	var out strings.Builder
	for out.Len() < codeLength {
		var one [1]byte
		_, _ = rand.Read(one[:]) // never fails
		if int(one[0]) < 256/len(codeSigns)*len(codeSigns) {
			out.WriteByte(codeSigns[int(one[0])%len(codeSigns)])
		}
	}
	return out.String()
}

// Code is a code as it is kept, from what somebody typed: small letters, blanks and dashes count
// as what they stand for.
func Code(typed string) string {
	return strings.ToUpper(strings.NewReplacer(" ", "", "-", "").Replace(typed))
}

// Door opens the door of a class, or leaves it open, and returns its code.
func (r Room) Door(ctx context.Context, class string) (code string, err error) {
	for range 5 { // another class may have the code
		err = r.s.db.GetContext(ctx, &code, `insert into door (code, class_id) select $3, id from class where studio_id = $1 and id = $2
			on conflict (class_id) do update set opened_at = now(), code = case when door.opened_at < now() - `+doorOpen+` then excluded.code else door.code end
			returning code`, r.Studio, class, newCode())
		if !doubled(err) {
			return code, told(err)
		}
	}
	return "", told(err)
}

// doubled reports whether a row could not be written because another has its name.
func doubled(err error) bool {
	const uniqueViolation = "23505"
	var pg *pgconn.PgError
	return errors.As(err, &pg) && pg.Code == uniqueViolation
}

// Sat is a seat that is taken.
type Sat struct {
	Key    string `db:"key"`
	Studio string `db:"studio_id"`
	Class  string `db:"class_id"`
	Number int    `db:"number"`
}

// ID is the seat in what happens in the class.
func (s Sat) ID() string { return strconv.Itoa(s.Number) }

// Sit takes a seat in the class with a code, and writes down that somebody has joined it.
func (s *Store) Sit(ctx context.Context, code, name string) (Sat, error) {
	var out Sat
	_, err := s.write(ctx, "sit "+code, &out, func(tx *sqlx.Tx) error {
		err := tx.GetContext(ctx, &out, `select c.studio_id, c.id as class_id, 0 as number, '' as key from door d join class c on c.id = d.class_id
			where d.code = $1 and d.opened_at > now() - `+doorOpen+` for update of c`, code)
		if errors.Is(err, sql.ErrNoRows) {
			return ErrDoor
		}
		if err != nil {
			return err
		}
		if err := tx.GetContext(ctx, &out.Number, `select count(*) + 1 from seat where class_id = $1`, out.Class); err != nil {
			return err
		}
		if out.Number > teach.MostSeats {
			return ErrSeats
		}
		out.Key = strings.ToLower(rand.Text())
		if _, err := tx.ExecContext(ctx, `insert into seat (key, class_id, number) values ($1, $2, $3)`, out.Key, out.Class, out.Number); err != nil {
			return err
		}
		return s.Room(out.Studio).happen(ctx, tx, out.Class, teach.Event{Kind: teach.Join, Seat: out.ID(), Text: name})
	})
	return out, err
}

// Seat is the seat with a key.
func (s *Store) Seat(ctx context.Context, key string) (out Sat, err error) {
	err = s.db.GetContext(ctx, &out, `select s.key, c.studio_id, s.class_id, s.number from seat s join class c on c.id = s.class_id where s.key = $1`, key)
	return out, told(err)
}
