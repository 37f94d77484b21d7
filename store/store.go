// Package store keeps everything in PostgreSQL.
//
// The SQL stands beside the Go that runs it, one file a family of tables. Every
// query on a course takes a Scope, and the only way to a Scope is Enter, which
// asks for a membership: what belongs to a course can't be reached without one.
// Functions take a DB, which is a pool or a transaction; who opens transactions
// is package app.
package store

import (
	"context"
	"embed"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"log/slog"
	"net"
	"slices"
	"strings"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgconn"
	"github.com/jackc/pgx/v5/pgxpool"
	"github.com/jackc/pgx/v5/stdlib"
	"github.com/pressly/goose/v3"
	"github.com/riverqueue/river/riverdriver/riverpgxv5"
	"github.com/riverqueue/river/rivermigrate"
	pgxuuid "github.com/vgarvardt/pgx-google-uuid/v5"
)

// ErrNotFound is returned where there is nothing, or nothing that the account
// may know of.
var ErrNotFound = errors.New("not found")

// DB is what a query runs on: a pool or a transaction.
type DB interface {
	Exec(ctx context.Context, sql string, args ...any) (pgconn.CommandTag, error)
	Query(ctx context.Context, sql string, args ...any) (pgx.Rows, error)
	QueryRow(ctx context.Context, sql string, args ...any) pgx.Row
}

//go:embed migrations/*.sql
var migrations embed.FS

// Open connects to a database.
func Open(ctx context.Context, url string) (*pgxpool.Pool, error) {
	config, err := pgxpool.ParseConfig(url)
	if err != nil {
		return nil, fmt.Errorf("reading the database's address: %w", err)
	}
	config.MaxConns = 16
	config.AfterConnect = func(_ context.Context, c *pgx.Conn) error {
		pgxuuid.Register(c.TypeMap()) // else each id is written as text and read again
		return nil
	}
	pool, err := pgxpool.NewWithConfig(ctx, config)
	if err != nil {
		return nil, fmt.Errorf("connecting to the database: %w", err)
	}
	return pool, nil
}

// migrating is the number of the lock that a migration holds.
const migrating = 0x7a696e63

// Migrate brings a database to this version, with the tables of the job queue.
func Migrate(ctx context.Context, url string) error { return MigrateTo(ctx, url, latest) }

// latest stands for the newest migration that there is.
const latest = 0

// MigrateTo brings a database to the version of a migration by its number, up or
// down; the tables of the job queue come with the newest.
func MigrateTo(ctx context.Context, url string, version int64) error {
	pool, err := Open(ctx, url)
	if err != nil {
		return err
	}
	defer pool.Close()
	turn, err := pool.Acquire(ctx)
	if err != nil {
		return fmt.Errorf("connecting to the database: %w", err)
	}
	defer turn.Release()
	// Several processes may start at once: one migrates, the others wait and find
	// nothing left to do. The lock goes with the connection.
	if _, err := turn.Exec(ctx, `select pg_advisory_lock($1)`, migrating); err != nil {
		return fmt.Errorf("waiting for another migration: %w", err)
	}
	defer func() { _, _ = turn.Exec(context.WithoutCancel(ctx), `select pg_advisory_unlock($1)`, migrating) }()
	db := stdlib.OpenDBFromPool(pool)
	defer db.Close()
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return err
	}
	provider, err := goose.NewProvider(goose.DialectPostgres, db, files)
	if err != nil {
		return fmt.Errorf("reading the migrations: %w", err)
	}
	if version != latest {
		at, err := provider.GetDBVersion(ctx)
		if err == nil && at > version {
			_, err = provider.DownTo(ctx, version)
		} else if err == nil {
			_, err = provider.UpTo(ctx, version)
		}
		if err != nil {
			return fmt.Errorf("migrating the database to version %d: %w", version, err)
		}
		return nil
	}
	if _, err := provider.Up(ctx); err != nil {
		return fmt.Errorf("migrating the database: %w", err)
	}
	queue, err := rivermigrate.New(riverpgxv5.New(pool), &rivermigrate.Config{Logger: slog.New(slog.DiscardHandler)})
	if err != nil {
		return fmt.Errorf("reading the migrations of the queue: %w", err)
	}
	if _, err := queue.Migrate(ctx, rivermigrate.DirectionUp, nil); err != nil {
		return fmt.Errorf("migrating the queue: %w", err)
	}
	return nil
}

// Role is what a member may do in a course.
type Role string

// The roles.
const (
	Owner     Role = "owner"
	Tutor     Role = "tutor"
	Candidate Role = "candidate"
)

// Scope is one account inside one course it is a member of.
type Scope struct {
	account, course uuid.UUID
	role            Role
}

// Account is whose scope this is.
func (s Scope) Account() uuid.UUID { return s.account }

// Course is which course it is in.
func (s Scope) Course() uuid.UUID { return s.course }

// Role is what the account may do there.
func (s Scope) Role() Role { return s.role }

const enter = `select role from memberships where course_id = $1 and account_id = $2`

// Enter gives an account's scope in a course, or ErrNotFound where it is no
// member.
func Enter(ctx context.Context, db DB, account, course uuid.UUID) (Scope, error) {
	s := Scope{account: account, course: course}
	err := db.QueryRow(ctx, enter, course, account).Scan(&s.role)
	return s, missing(err)
}

// missing turns "no rows" into ErrNotFound.
func missing(err error) error {
	if errors.Is(err, pgx.ErrNoRows) {
		return ErrNotFound
	}
	return err
}

// one reads a single row into a struct by its column names.
func one[T any](ctx context.Context, db DB, sql string, args ...any) (T, error) {
	rows, err := db.Query(ctx, sql, args...)
	if err != nil {
		var none T
		return none, err
	}
	out, err := pgx.CollectExactlyOneRow(rows, pgx.RowToStructByName[T])
	return out, missing(err)
}

// all reads rows into structs by their column names.
func all[T any](ctx context.Context, db DB, sql string, args ...any) ([]T, error) {
	rows, err := db.Query(ctx, sql, args...)
	if err != nil {
		return nil, err
	}
	return pgx.CollectRows(rows, pgx.RowToStructByName[T])
}

// Sender sends queries together: a pool or a transaction. On a pool they are one
// transaction of their own.
type Sender interface {
	SendBatch(ctx context.Context, b *pgx.Batch) pgx.BatchResults
}

// askOne has a query read a single row into a struct, once its batch is sent.
func askOne[T any](b *pgx.Batch, into *T, sql string, args ...any) {
	b.Queue(sql, args...).Query(func(rows pgx.Rows) (err error) {
		*into, err = pgx.CollectExactlyOneRow(rows, pgx.RowToStructByName[T])
		return missing(err)
	})
}

// askAll has a query read rows into structs, once its batch is sent.
func askAll[T any](b *pgx.Batch, into *[]T, sql string, args ...any) {
	b.Queue(sql, args...).Query(func(rows pgx.Rows) (err error) {
		*into, err = pgx.CollectRows(rows, pgx.RowToStructByName[T])
		return err
	})
}

// askScope has a query enter a course, as Enter does.
func askScope(b *pgx.Batch, into *Scope, account, course uuid.UUID) {
	b.Queue(enter, course, account).QueryRow(func(row pgx.Row) error {
		*into = Scope{account: account, course: course}
		return missing(row.Scan(&into.role))
	})
}

// changed runs a statement that has to touch a row.
func changed(ctx context.Context, db DB, sql string, args ...any) error {
	tag, err := db.Exec(ctx, sql, args...)
	if err == nil && tag.RowsAffected() == 0 {
		return ErrNotFound
	}
	return err
}

// wholly runs a statement that has to touch so many rows.
func wholly(ctx context.Context, db DB, rows int, sql string, args ...any) error {
	tag, err := db.Exec(ctx, sql, args...)
	if err == nil && tag.RowsAffected() != int64(rows) {
		return ErrNotFound
	}
	return err
}

// Taken says whether an error is the refusal of a second row with the same key.
func Taken(err error) bool {
	var e *pgconn.PgError
	return errors.As(err, &e) && e.Code == "23505"
}

// Away says whether an error is the database's being away, stopping or without
// room: nothing was wrong with what was asked.
func Away(err error) bool {
	var lost *pgconn.ConnectError
	var said *pgconn.PgError
	var network net.Error
	switch {
	case errors.As(err, &lost):
		return true
	case errors.As(err, &said): // connection exceptions, lack of resources, intervention by the operator
		return slices.ContainsFunc([]string{"08", "53", "57P"}, func(class string) bool { return strings.HasPrefix(said.Code, class) })
	case errors.Is(err, context.Canceled), errors.Is(err, context.DeadlineExceeded):
		return false
	}
	return errors.As(err, &network) || errors.Is(err, io.EOF) || errors.Is(err, io.ErrUnexpectedEOF) || errors.Is(err, net.ErrClosed) ||
		err != nil && strings.HasSuffix(err.Error(), "conn closed") // pgx has no name for it
}

// channel is where changes of a course are announced.
const channel = "zincowl_changes"

// Announce tells every open page of a course that something changed in it, when
// the transaction commits.
func Announce(ctx context.Context, db DB, s Scope, what string) error {
	_, err := db.Exec(ctx, `select pg_notify($1, $2)`, channel, s.course.String()+" "+what)
	return err
}

// Change is a kind of change of a course.
type Change struct {
	Course uuid.UUID
	What   string
}

// AnnounceAll tells of changes that are committed already. A transaction that
// announces holds up every other that does until both are on the disk; what happens
// at every answer is gathered and told afterwards.
func AnnounceAll(ctx context.Context, db DB, changes []Change) error {
	told := make([]string, len(changes))
	for i, c := range changes {
		told[i] = c.Course.String() + " " + c.What
	}
	_, err := db.Exec(ctx, `select pg_notify($1, t) from unnest($2::text[]) t`, channel, told)
	return err
}

// Access is announced of an account, in place of a course, where a session of it
// ended or a membership changed.
const Access = "access"

// Listen hears announcements until the context ends. It says once that it hears:
// what was announced before may have been missed.
func Listen(ctx context.Context, pool *pgxpool.Pool, hears func(), hear func(id uuid.UUID, what string)) error {
	conn, err := pool.Acquire(ctx)
	if err != nil {
		return err
	}
	defer conn.Release()
	if _, err := conn.Exec(ctx, "listen "+channel); err != nil {
		return err
	}
	hears()
	for {
		n, err := conn.Conn().WaitForNotification(ctx)
		if err != nil {
			return err
		}
		if len(n.Payload) < 37 {
			continue
		}
		if id, err := uuid.Parse(n.Payload[:36]); err == nil {
			hear(id, n.Payload[37:])
		}
	}
}

// Empty says whether a database has no table yet.
func Empty(ctx context.Context, db DB) (bool, error) {
	var empty bool
	err := db.QueryRow(ctx, `select not exists (select 1 from pg_class c join pg_namespace n on n.oid = c.relnamespace
		where n.nspname not in ('pg_catalog', 'information_schema') and n.nspname not like 'pg_toast%' and c.relkind in ('r', 'p', 'v', 'S'))`).Scan(&empty)
	if err != nil {
		return false, fmt.Errorf("looking into the database: %w", err)
	}
	return empty, nil
}
