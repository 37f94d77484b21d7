package store_test

import (
	"context"
	"errors"
	"sync"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/pglocal/pgtest"
	"zincowl/store"
)

// Several processes may start on an empty database at the same moment.
func TestMigrationsAtOnce(t *testing.T) {
	for range 4 {
		url := pgtest.Empty(t)
		var all sync.WaitGroup
		failed := make(chan error, 4)
		for range 4 {
			all.Go(func() { failed <- store.Migrate(t.Context(), url) })
		}
		all.Wait()
		close(failed)
		for err := range failed {
			if err != nil {
				t.Error(err)
			}
		}
	}
}

func TestTriesAreSlowed(t *testing.T) {
	pool, now, key := pgtest.Pool(t), time.Date(2026, 5, 4, 9, 0, 0, 0, time.UTC), []byte("name")
	tries := store.Tries{Free: 3, Longest: 4 * time.Minute}
	take := func(at time.Time) time.Duration {
		t.Helper()
		next, err := tries.Take(context.Background(), pool, key, at)
		if err != nil {
			t.Fatal(err)
		}
		if next.IsZero() {
			return 0
		}
		return next.Sub(at)
	}
	for n := range 3 {
		if wait := take(now); wait != 0 {
			t.Fatalf("try %d waits %v", n+1, wait)
		}
	}
	// Each further one is looked at only after a delay that doubles, up to the longest.
	for _, delay := range []time.Duration{1, 2, 4, 8, 16, 32, 64, 128, 240, 240} {
		delay *= time.Second
		if wait := take(now.Add(delay / 2)); wait != delay-delay/2 {
			t.Fatalf("half-way through %v it waits %v", delay, wait)
		}
		now = now.Add(delay)
		if wait := take(now); wait != 0 {
			t.Fatalf("after %v it waits %v", delay, wait)
		}
	}
	// After a day without a try the count begins anew, and so it does after a right one.
	now = now.Add(25 * time.Hour)
	for n := range 3 {
		if wait := take(now); wait != 0 {
			t.Fatalf("a day later try %d waits %v", n+1, wait)
		}
	}
	if take(now) == 0 {
		t.Fatal("the fourth is not slowed")
	}
	if err := store.ForgetTries(context.Background(), pool, key); err != nil || take(now) != 0 {
		t.Fatalf("after a right one: %v", err)
	}
}

// Tries at the same moment count as those one after another do.
func TestTriesAtOnce(t *testing.T) {
	pool, now := pgtest.Pool(t), time.Date(2026, 5, 4, 9, 0, 0, 0, time.UTC)
	var all sync.WaitGroup
	var mu sync.Mutex
	looked := 0
	for range 40 {
		all.Go(func() {
			next, err := store.Tries{Free: 5, Longest: time.Minute}.Take(context.Background(), pool, []byte("name"), now)
			mu.Lock()
			defer mu.Unlock()
			if err != nil {
				t.Error(err)
			} else if next.IsZero() {
				looked++
			}
		})
	}
	all.Wait()
	if looked != 5 {
		t.Errorf("%d of 40 tries at once were looked at", looked)
	}
}

func TestSessionsRunOut(t *testing.T) {
	pool, now := pgtest.Pool(t), time.Date(2026, 5, 4, 9, 0, 0, 0, time.UTC)
	ctx := context.Background()
	a := store.Account{ID: uuid.New(), Name: "keeper", Password: "-"}
	if err := store.AddAccount(ctx, pool, a, nil, now); err != nil {
		t.Fatal(err)
	}
	s := store.Session{ID: uuid.New(), AccountID: a.ID, CreatedAt: now}
	if err := store.AddSession(ctx, pool, s, []byte("hash"), now.Add(time.Hour)); err != nil {
		t.Fatal(err)
	}
	for _, c := range []struct {
		at, idle time.Time
		there    bool
	}{{now, now.Add(-time.Minute), true}, {now.Add(time.Hour), now.Add(-time.Minute), false}, {now, now, false}} {
		if _, err := store.VisitOf(ctx, pool, []byte("hash"), uuid.Nil, c.at, c.idle); (err == nil) != c.there || !c.there && !errors.Is(err, store.ErrNotFound) {
			t.Errorf("at %v, idle since %v: %v", c.at, c.idle, err)
		}
	}
	if err := store.SweepSessions(ctx, pool, now.Add(time.Hour), now.Add(-time.Minute), now); err != nil {
		t.Fatal(err)
	}
	if left, err := store.Sessions(ctx, pool, a.ID, now, now.Add(-time.Hour)); err != nil || len(left) != 0 {
		t.Errorf("%v, %v", left, err)
	}
}

// Every foreign key has an index that begins with its columns: else whatever it refers to
// is deleted by looking through the whole table.
func TestForeignKeysHaveIndexes(t *testing.T) {
	pool := pgtest.Pool(t)
	rows, err := pool.Query(t.Context(), `select c.conrelid::regclass || ' ' || c.conname from pg_constraint c
		where c.contype = 'f' and c.conparentid = 0 and not exists (
			select 1 from pg_index i where i.indrelid = c.conrelid and i.indpred is null
			and (select array_agg(k order by k) from unnest((i.indkey::int2[])[0:array_length(c.conkey, 1) - 1]) k) = (select array_agg(k order by k) from unnest(c.conkey) k))
		order by 1`)
	if err != nil {
		t.Fatal(err)
	}
	bare, err := pgx.CollectRows(rows, pgx.RowTo[string])
	if err != nil || len(bare) > 0 {
		t.Errorf("without an index: %q, %v", bare, err)
	}
}
