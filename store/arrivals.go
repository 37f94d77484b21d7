package store

import (
	"context"
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
}

// AddArrival stores what was brought, to be read, and says whether it is new. An
// address comes without bytes.
func AddArrival(ctx context.Context, db DB, s Scope, a Arrival, data []byte, now time.Time) (bool, error) {
	tag, err := db.Exec(ctx, `insert into arrivals (id, course_id, account_id, name, address, sort, state, size, created_at) values ($1, $2, $3, $4, $5, $6, 'queued', $7, $8)
		on conflict (id) do nothing`, a.ID, s.course, s.account, a.Name, a.Address, a.Sort, len(data), now)
	if err != nil || tag.RowsAffected() == 0 || a.Address != "" {
		return tag.RowsAffected() > 0, err
	}
	_, err = db.Exec(ctx, `insert into arrival_bytes (arrival_id, data) values ($1, $2)`, a.ID, data)
	return true, err
}

const arrivalColumns = `id, name, address, sort, state, done, pages, says, source_id, created_at from arrivals`

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

// ArrivalBytes reads what was brought.
func ArrivalBytes(ctx context.Context, db DB, s Scope, id uuid.UUID) ([]byte, error) {
	var data []byte
	err := db.QueryRow(ctx, `select b.data from arrival_bytes b join arrivals a on a.id = b.arrival_id where a.course_id = $1 and a.account_id = $2 and a.id = $3`,
		s.course, s.account, id).Scan(&data)
	return data, missing(err)
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
