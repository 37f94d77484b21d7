package store

import (
	"context"
	"time"

	"github.com/google/uuid"
)

// Session is a browser in which an account is signed in.
type Session struct {
	ID        uuid.UUID `db:"id"`
	AccountID uuid.UUID `db:"account_id"`
	Device    string    `db:"device"`
	CreatedAt time.Time `db:"created_at"`
	SeenAt    time.Time `db:"seen_at"`
}

// AddSession stores a new session by the hash of its token.
func AddSession(ctx context.Context, db DB, s Session, hash []byte, expires time.Time) error {
	_, err := db.Exec(ctx, `insert into sessions (id, hash, account_id, device, created_at, seen_at, expires_at) values ($1, $2, $3, $4, $5, $5, $6)`,
		s.ID, hash, s.AccountID, s.Device, s.CreatedAt, expires)
	return err
}

// Visit is a session with what its account may do in the course it asks for.
type Visit struct {
	ID        uuid.UUID `db:"id"`
	AccountID uuid.UUID `db:"account_id"`
	SeenAt    time.Time `db:"seen_at"`
	Role      *Role     `db:"role"` // nil where it is no member
}

// VisitOf finds the session with a token's hash, if it has neither run out nor
// been idle since a moment, with its role in a course.
func VisitOf(ctx context.Context, db DB, hash []byte, course uuid.UUID, now, idle time.Time) (Visit, error) {
	return one[Visit](ctx, db, `select s.id, s.account_id, s.seen_at, m.role
		from sessions s left join memberships m on m.account_id = s.account_id and m.course_id = $2
		where s.hash = $1 and s.expires_at > $3 and s.seen_at > $4`, hash, course, now, idle)
}

// SeeSessions records that sessions were used.
func SeeSessions(ctx context.Context, db DB, ids []uuid.UUID, now time.Time) error {
	_, err := db.Exec(ctx, `update sessions set seen_at = $2 where id = any($1)`, ids, now)
	return err
}

// Sessions lists an account's sessions, the one used last first.
func Sessions(ctx context.Context, db DB, account uuid.UUID, now, idle time.Time) ([]Session, error) {
	return all[Session](ctx, db, `select id, account_id, device, created_at, seen_at from sessions
		where account_id = $1 and expires_at > $2 and seen_at > $3 order by seen_at desc, created_at desc limit 100`, account, now, idle)
}

// EndSession ends one session of an account.
func EndSession(ctx context.Context, db DB, account, id uuid.UUID) error {
	return changed(ctx, db, `delete from sessions where account_id = $1 and id = $2`, account, id)
}

// EndSessions ends all sessions of an account but one; uuid.Nil spares none.
// Browsers that were known are known no more.
func EndSessions(ctx context.Context, db DB, account, but uuid.UUID) error {
	if _, err := db.Exec(ctx, `delete from sessions where account_id = $1 and id <> $2`, account, but); err != nil {
		return err
	}
	_, err := db.Exec(ctx, `delete from browsers where account_id = $1`, account)
	return err
}

// SweepSessions removes what has run out: sessions, browsers not seen since a
// moment, and tries that are of no more interest.
func SweepSessions(ctx context.Context, db DB, now, idle, forgotten time.Time) error {
	for _, q := range []struct {
		sql  string
		args []any
	}{
		{`delete from sessions where expires_at <= $1 or seen_at <= $2`, []any{now, idle}},
		{`delete from browsers where seen_at <= $1`, []any{forgotten}},
		{`delete from sign_in_tries where next_at <= $1`, []any{now.Add(-triesKept)}},
	} {
		if _, err := db.Exec(ctx, q.sql, q.args...); err != nil {
			return err
		}
	}
	return nil
}

// triesKept is how long after the last try its row is kept.
const triesKept = 24 * time.Hour

// browsersKept is how many browsers of an account are known.
const browsersKept = 20

// KnownBrowser says whether an account signed in before in a browser.
func KnownBrowser(ctx context.Context, db DB, account uuid.UUID, hash []byte) (bool, error) {
	var known bool
	err := db.QueryRow(ctx, `select exists(select 1 from browsers where hash = $1 and account_id = $2)`, hash, account).Scan(&known)
	return known, err
}

// KnowBrowser records that an account signed in in a browser.
func KnowBrowser(ctx context.Context, db DB, account uuid.UUID, hash []byte, now time.Time) error {
	_, err := db.Exec(ctx, `insert into browsers (hash, account_id, seen_at) values ($1, $2, $3)
		on conflict (hash) do update set account_id = excluded.account_id, seen_at = excluded.seen_at`, hash, account, now)
	if err != nil {
		return err
	}
	_, err = db.Exec(ctx, `delete from browsers where account_id = $1 and hash not in (select hash from browsers where account_id = $1 order by seen_at desc limit $2)`,
		account, browsersKept)
	return err
}

// Tries are bounded by a delay that begins after a number of them and doubles
// with each, up to a longest one.
type Tries struct {
	Free    int
	Longest time.Duration
}

// Take takes one try at a key, before it is known whether it is right, so that
// tries at the same moment count as those one after another do. Where it is too
// early for one the moment is given from which there may be; else it is zero.
func (t Tries) Take(ctx context.Context, db DB, key []byte, now time.Time) (time.Time, error) {
	tag, err := db.Exec(ctx, `insert into sign_in_tries as t (key, tries, next_at) values ($1, 1, $2)
		on conflict (key) do update set
			tries = case when t.next_at < $2 - $5::interval then 1 else t.tries + 1 end,
			next_at = $2 + case when t.next_at < $2 - $5::interval or t.tries + 1 < $3 then interval '0'
				else least($4::interval, power(2, least(t.tries + 1 - $3, 30)) * interval '1 second') end
		where t.next_at <= $2`, key, now, t.Free, t.Longest, triesKept)
	if err != nil || tag.RowsAffected() > 0 {
		return time.Time{}, err
	}
	var next time.Time
	err = db.QueryRow(ctx, `select next_at from sign_in_tries where key = $1`, key).Scan(&next)
	return next, missing(err)
}

// ForgetTries begins anew after a try that was right.
func ForgetTries(ctx context.Context, db DB, key []byte) error {
	_, err := db.Exec(ctx, `delete from sign_in_tries where key = $1`, key)
	return err
}
