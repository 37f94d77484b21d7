package store

import (
	"context"
	"time"

	"github.com/google/uuid"
)

// WorkerSilence is how long a worker may show no life until it is taken for dead.
const WorkerSilence = 12 * time.Second

// ShowLife records that a worker runs, and how many jobs it does at once.
func ShowLife(ctx context.Context, db DB, id string, places int, now time.Time) error {
	_, err := db.Exec(ctx, `insert into workers (id, places, seen_at) values ($1, $2, $3)
		on conflict (id) do update set places = excluded.places, seen_at = excluded.seen_at`, id, places, now)
	return err
}

// EndWorker records that a worker stops.
func EndWorker(ctx context.Context, db DB, id string) error {
	_, err := db.Exec(ctx, `delete from workers where id = $1`, id)
	return err
}

// WorkersAlive counts the workers that show life.
func WorkersAlive(ctx context.Context, db DB, now time.Time) (int, error) {
	var n int
	err := db.QueryRow(ctx, `select count(*) from workers where seen_at > $1`, now.Add(-WorkerSilence)).Scan(&n)
	return n, err
}

// ForgetWorkers removes workers that have been silent since a moment.
func ForgetWorkers(ctx context.Context, db DB, since time.Time) error {
	_, err := db.Exec(ctx, `delete from workers where seen_at < $1`, since)
	return err
}

// jobAlive are the states in which a job is still to be done.
const jobAlive = `('available', 'pending', 'retryable', 'running', 'scheduled')`

// Lost is a job that nobody does although it is marked as running.
type Lost struct {
	ID   int64  `db:"id"`
	Kind string `db:"kind"`
	Item string `db:"item"` // the batch, arrival or course
	Gone bool   `db:"gone"` // it was lost too often and is given up
}

// TakeBack gives jobs that nobody does any more back to the queue: those of workers
// that show no life, and those that a worker is said to do and does not, which it
// names. A job that was lost more than a number of times is given up: whatever does
// it dies of it.
func TakeBack(ctx context.Context, db DB, worker string, doing []int64, now time.Time, most int) ([]Lost, error) {
	return all[Lost](ctx, db, `with lost as (
			select j.id, coalesce((j.metadata->>'lost')::int, 0) + 1 as times from river_job j
			where j.state = 'running' and case when j.attempted_by[array_upper(j.attempted_by, 1)] = $1
				then j.id <> all($2) and j.attempted_at < $3
				else not exists (select 1 from workers w where w.id = j.attempted_by[array_upper(j.attempted_by, 1)] and w.seen_at > $3) end
			for update of j skip locked)
		update river_job j set metadata = j.metadata || jsonb_build_object('lost', lost.times),
			state = case when lost.times > $4 then 'discarded' else 'available' end::river_job_state,
			finalized_at = case when lost.times > $4 then $5::timestamptz end,
			attempt = greatest(j.attempt - 1, 0), scheduled_at = $5
		from lost where j.id = lost.id
		returning j.id, j.kind, coalesce(j.args->>'batch', j.args->>'arrival', j.args->>'course') as item, lost.times > $4 as gone`,
		worker, doing, now.Add(-WorkerSilence), most, now)
}

// Waiting is a batch or an arrival that has to be done and that no job carries.
type Waiting struct {
	Kind      string    `db:"kind"` // draft or read
	ID        uuid.UUID `db:"id"`
	AccountID uuid.UUID `db:"account_id"`
	CourseID  uuid.UUID `db:"course_id"`
	Size      int64     `db:"size"` // bytes, or what drafting a question is like
}

// draftedAs is what drafting a question is reckoned as, in bytes to be read.
const draftedAs = 20_000

// WaitingFor lists what an account waits for and no job carries, the smallest
// first; with no account, what any does.
func WaitingFor(ctx context.Context, db DB, account uuid.UUID, limit int) ([]Waiting, error) {
	return all[Waiting](ctx, db, `select kind, id, account_id, course_id, size from (
			select 'read' as kind, a.id, a.account_id, a.course_id, a.size, a.created_at from arrivals a
			where a.state in ('queued', 'reading') and ($1 = '00000000-0000-0000-0000-000000000000'::uuid or a.account_id = $1)
				and not exists (select 1 from river_job j where j.state in `+jobAlive+` and j.kind = 'read' and j.args->>'arrival' = a.id::text)
			union all
			select 'draft', b.id, b.account_id, b.course_id, b.wanted * $3, b.created_at from batches b
			where b.state in ('queued', 'running') and ($1 = '00000000-0000-0000-0000-000000000000'::uuid or b.account_id = $1)
				and not exists (select 1 from river_job j where j.state in `+jobAlive+` and j.kind = 'draft' and j.args->>'batch' = b.id::text)
		) w(kind, id, account_id, course_id, size, created_at)
		order by row_number() over (partition by account_id order by size, created_at), size, created_at limit $2`, account, limit, draftedAs)
}

// Changed is a course whose changes have consequences that are not drawn yet.
type Changed struct {
	CourseID  uuid.UUID `db:"course_id"`
	AccountID uuid.UUID `db:"account_id"` // who changed it
}

// ToSettle lists such courses that no job carries, one of each account for which no
// other is being settled; with no account, of any.
func ToSettle(ctx context.Context, db DB, account uuid.UUID, limit int) ([]Changed, error) {
	return all[Changed](ctx, db, `select distinct on (account_id) course_id, account_id from (
			select c.id as course_id, coalesce(c.changed_by, (select m.account_id from memberships m where m.course_id = c.id and m.role = 'owner' order by 1 limit 1)) as account_id
			from courses c where c.settled < c.revision and c.stuck < c.revision) c
		where account_id is not null and ($1 = '00000000-0000-0000-0000-000000000000'::uuid or account_id = $1)
			and not exists (select 1 from river_job j where j.state in `+jobAlive+` and j.kind = 'settle' and j.args->>'account' = account_id::text)
		order by account_id, course_id limit $2`, account, limit)
}

// Share is how much of what an account waits for is carried by a job, and how
// many places there are at all workers that show life. Until the transaction ends
// nobody else shares out for the account.
func Share(ctx context.Context, db DB, account uuid.UUID, now time.Time) (has, places int, err error) {
	if _, err := db.Exec(ctx, `select pg_advisory_xact_lock(hashtextextended($1::text, 7))`, account); err != nil {
		return 0, 0, err
	}
	// What has ended counts no more, although its job may be marked as running for
	// a moment longer.
	err = db.QueryRow(ctx, `select (select count(*) from river_job j where j.state in `+jobAlive+` and j.args->>'account' = $1::text
			and (exists (select 1 from arrivals a where a.id = (j.args->>'arrival')::uuid and a.state in ('queued', 'reading'))
				or exists (select 1 from batches b where b.id = (j.args->>'batch')::uuid and b.state in ('queued', 'running')))),
		(select coalesce(sum(places), 0) from workers where seen_at > $2)`, account, now.Add(-WorkerSilence)).Scan(&has, &places)
	return has, places, err
}
