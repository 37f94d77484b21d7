package main

import (
	"context"
	"errors"
	"fmt"
	"os"
	"os/exec"
	"regexp"
	"strconv"
	"strings"

	"github.com/jackc/pgx/v5/pgconn"

	"zincowl/pglocal"
	"zincowl/store"
)

type backupCmd struct {
	database
	File string `arg:"" help:"The file to write; it must not be there yet."`
}

// Run writes all that is stored, as it stands at one moment, into one file.
func (c *backupCmd) Run() error {
	ctx, stop := untilStopped()
	defer stop()
	if _, err := os.Lstat(c.File); err == nil {
		return fmt.Errorf("%s is there already; name another file, or move it away", c.File)
	}
	part := c.File + ".part"
	f, err := os.OpenFile(part, os.O_WRONLY|os.O_CREATE|os.O_TRUNC, 0o600) // it holds what people wrote
	if err != nil {
		return fmt.Errorf("making the backup's file: %w", err)
	}
	defer os.Remove(part)
	err = postgres(ctx, c.Database, f, "pg_dump", "--format=custom")
	if err = errors.Join(err, f.Sync(), f.Close()); err != nil {
		return fmt.Errorf("backing up: %w", err)
	}
	return os.Rename(part, c.File) // whole, or not there
}

type restoreCmd struct {
	database
	File string `arg:"" help:"What backup wrote."`
}

// Run fills an empty database from a backup and brings it to this version.
func (c *restoreCmd) Run() error {
	ctx, stop := untilStopped()
	defer stop()
	if _, err := os.Stat(c.File); err != nil {
		return fmt.Errorf("reading the backup: %w", err)
	}
	pool, err := store.Open(ctx, c.Database)
	if err != nil {
		return err
	}
	empty, err := store.Empty(ctx, pool)
	pool.Close()
	if err != nil {
		return err
	}
	if !empty {
		return errors.New("this database is not empty, and nothing in it was touched; make an empty one with createdb and name that")
	}
	if err := postgres(ctx, c.Database, nil, "pg_restore", "--exit-on-error", "--single-transaction", c.File); err != nil {
		return fmt.Errorf("restoring: %w", err)
	}
	return store.Migrate(ctx, c.Database)
}

type recountCmd struct{ database }

// Run makes the totals of all accounts anew from what they did.
func (c *recountCmd) Run() error {
	ctx, stop := untilStopped()
	defer stop()
	pool, err := store.Open(ctx, c.Database)
	if err != nil {
		return err
	}
	defer pool.Close()
	if err := store.Recount(ctx, pool); err != nil {
		return fmt.Errorf("recounting: %w", err)
	}
	return nil
}

var sslmode = regexp.MustCompile(`sslmode=([a-z-]+)`)

// postgres runs a program of PostgreSQL on a database. The connection goes by its
// environment, since everybody on a machine sees command lines.
func postgres(ctx context.Context, url string, out *os.File, name string, args ...string) error {
	program, err := pglocal.Program(name)
	if err != nil {
		return err
	}
	to, err := pgconn.ParseConfig(url)
	if err != nil {
		return fmt.Errorf("reading the database's address: %w", err)
	}
	args = append([]string{"--dbname=" + to.Database, "--no-owner", "--no-privileges", "--no-password"}, args...)
	cmd := exec.CommandContext(ctx, program, args...)
	cmd.Env = append(os.Environ(), "PGHOST="+to.Host, "PGPORT="+strconv.Itoa(int(to.Port)), "PGUSER="+to.User, "PGPASSWORD="+to.Password)
	if m := sslmode.FindStringSubmatch(url); m != nil {
		cmd.Env = append(cmd.Env, "PGSSLMODE="+m[1])
	}
	var says strings.Builder
	cmd.Stdout, cmd.Stderr = out, &says
	if err := cmd.Run(); err != nil {
		return fmt.Errorf("%s: %w: %s", name, err, strings.TrimSpace(says.String()))
	}
	return nil
}
