// Package pgtest gives each test a database of its own on a private PostgreSQL
// that is started once a test binary.
package pgtest

import (
	"context"
	"fmt"
	"os"
	"sync/atomic"
	"testing"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgxpool"

	"zincowl/pglocal"
	"zincowl/store"
)

var (
	cluster *pglocal.Cluster
	serial  atomic.Int64
)

const template = "zincowl_template"

// Main is for TestMain: it starts PostgreSQL, runs the tests and stops it.
func Main(m *testing.M) {
	os.Exit(run(m))
}

func run(m *testing.M) int {
	ctx := context.Background()
	folder, err := os.MkdirTemp("", "zincowl-test-")
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		return 1
	}
	defer os.RemoveAll(folder)
	if err := os.Chmod(folder, 0o711); err != nil {
		fmt.Fprintln(os.Stderr, err)
		return 1
	}
	cluster, err = pglocal.Start(ctx, folder, pglocal.Options{Careless: true})
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		return 1
	}
	defer cluster.Stop()
	if err := cluster.Ensure(ctx, template); err != nil {
		fmt.Fprintln(os.Stderr, err)
		return 1
	}
	if err := store.Migrate(ctx, cluster.URL(template)); err != nil {
		fmt.Fprintln(os.Stderr, err)
		return 1
	}
	return m.Run()
}

// URL makes a fresh, migrated database and gives its connection string.
func URL(t testing.TB) string { return made(t, template) }

// Empty makes a database without a table and gives its connection string.
func Empty(t testing.TB) string { return made(t, "template1") }

func made(t testing.TB, template string) string {
	t.Helper()
	ctx := context.Background()
	conn, err := pgx.Connect(ctx, cluster.URL("postgres"))
	if err != nil {
		t.Fatal(err)
	}
	defer conn.Close(ctx)
	name := fmt.Sprintf("test_%d", serial.Add(1))
	if _, err := conn.Exec(ctx, fmt.Sprintf("create database %s template %s", name, template)); err != nil {
		t.Fatal(err)
	}
	return cluster.URL(name)
}

// Pool opens a fresh, migrated database.
func Pool(t testing.TB) *pgxpool.Pool {
	t.Helper()
	pool, err := store.Open(context.Background(), URL(t))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(pool.Close)
	return pool
}
