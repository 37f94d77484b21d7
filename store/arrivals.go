package store

import (
	"context"
	"fmt"
	"io"
	"time"

	"github.com/google/uuid"
)

// Arrival is something on its way to being a source.
type Arrival struct {
	ID        uuid.UUID  `db:"id"`
	Name      string     `db:"name"`
	Address   string     `db:"address"`
	Sort      string     `db:"sort"` // source or paper
	State     string     `db:"state"`
	Done      int        `db:"done"`
	Pages     int        `db:"pages"`
	Says      string     `db:"says"`
	SourceID  *uuid.UUID `db:"source_id"`
	CreatedAt time.Time  `db:"created_at"`
	Size      int64      `db:"size"` // of what was brought, in bytes
}

// part is how much of what was brought stands in one row, in bytes.
const part = 1 << 20

// AddArrival stores what was brought, to be read, and says whether it is new. An
// address comes without bytes.
func AddArrival(ctx context.Context, db DB, s Scope, a Arrival, size int64, data io.Reader, now time.Time) (bool, error) {
	tag, err := db.Exec(ctx, `insert into arrivals (id, course_id, account_id, name, address, sort, state, size, created_at) values ($1, $2, $3, $4, $5, $6, 'queued', $7, $8)
		on conflict (id) do nothing`, a.ID, s.course, s.account, a.Name, a.Address, a.Sort, size, now)
	if err != nil || tag.RowsAffected() == 0 || a.Address != "" {
		return tag.RowsAffected() > 0, err
	}
	buf := make([]byte, min(part, max(1, size)))
	for n := 0; ; n++ {
		got, err := io.ReadFull(data, buf)
		if got > 0 || n == 0 {
			if _, err := db.Exec(ctx, `insert into arrival_bytes (arrival_id, part, data) values ($1, $2, $3)`, a.ID, n, buf[:got]); err != nil {
				return false, err
			}
		}
		if err == io.EOF || err == io.ErrUnexpectedEOF {
			return true, nil
		}
		if err != nil {
			return false, fmt.Errorf("taking in what is brought: %w", err)
		}
	}
}

const arrivalColumns = `id, name, address, sort, state, done, pages, says, source_id, created_at, size from arrivals`

// Arrivals lists what an account brought to a course and is on its way, and what
// arrived since a moment, in the order it was brought.
func Arrivals(ctx context.Context, db DB, s Scope, since time.Time) ([]Arrival, error) {
	return all[Arrival](ctx, db, `select `+arrivalColumns+` where course_id = $1 and account_id = $2
		and (finished_at is null or finished_at > $3) order by created_at, name`, s.course, s.account, since)
}

// ArrivalOf reads one arrival of the account.
func ArrivalOf(ctx context.Context, db DB, s Scope, id uuid.UUID) (Arrival, error) {
	return one[Arrival](ctx, db, `select `+arrivalColumns+` where course_id = $1 and account_id = $2 and id = $3`, s.course, s.account, id)
}

// ArrivalBytes reads what was brought, a part at a time.
func ArrivalBytes(ctx context.Context, db DB, s Scope, id uuid.UUID) io.Reader {
	return &parts{ctx: ctx, db: db, s: s, id: id}
}

type parts struct {
	ctx  context.Context
	db   DB
	s    Scope
	id   uuid.UUID
	next int
	left []byte
}

// Read implements io.Reader.
func (p *parts) Read(into []byte) (int, error) {
	for len(p.left) == 0 {
		err := p.db.QueryRow(p.ctx, `select b.data from arrival_bytes b join arrivals a on a.id = b.arrival_id
			where a.course_id = $1 and a.account_id = $2 and a.id = $3 and b.part = $4`, p.s.course, p.s.account, p.id, p.next).Scan(&p.left)
		if err := missing(err); err == ErrNotFound && p.next > 0 {
			return 0, io.EOF
		} else if err != nil {
			return 0, err
		}
		p.next++
	}
	n := copy(into, p.left)
	p.left = p.left[n:]
	return n, nil
}

// ReadArrival records how far the reading of an arrival is, and says ErrNotFound
// where it has ended.
func ReadArrival(ctx context.Context, db DB, s Scope, id uuid.UUID, done, pages int, says string) error {
	return changed(ctx, db, `update arrivals set state = 'reading', done = $4, pages = $5, says = $6
		where course_id = $1 and account_id = $2 and id = $3 and state in ('queued', 'reading')`, s.course, s.account, id, done, pages, says)
}

// EndArrival records how an arrival ended and lets go of its bytes; it says
// ErrNotFound where it had ended before.
func EndArrival(ctx context.Context, db DB, s Scope, id uuid.UUID, state, says string, source *uuid.UUID, now time.Time) error {
	err := changed(ctx, db, `update arrivals set state = $4, says = $5, source_id = $6, finished_at = $7, done = case when $4 = 'read' then pages else done end
		where course_id = $1 and account_id = $2 and id = $3 and state in ('queued', 'reading')`, s.course, s.account, id, state, says, source, now)
	if err != nil {
		return err
	}
	_, err = db.Exec(ctx, `delete from arrival_bytes where arrival_id = $1`, id)
	return err
}

// AbandonArrival ends an arrival for whoever does the work, whether or not the
// account that brought it may still do so, with a sentence why; and tells it.
func AbandonArrival(ctx context.Context, db DB, id uuid.UUID, says string, now time.Time) error {
	if _, err := db.Exec(ctx, `with ended as (
			update arrivals set state = 'refused', says = $2, finished_at = $3 where id = $1 and state in ('queued', 'reading') returning course_id)
		select pg_notify('`+channel+`', course_id || ' arrivals') from ended`, id, says, now); err != nil {
		return err
	}
	_, err := db.Exec(ctx, `delete from arrival_bytes where arrival_id = $1`, id)
	return err
}
