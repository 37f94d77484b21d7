package pglocal

import (
	"context"
	"errors"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgxpool"
)

// folder is one that the database's own user can reach.
func folder(t *testing.T) string {
	t.Helper()
	f, err := os.MkdirTemp("", "zincowl-pg-")
	if err != nil {
		t.Fatal(err)
	}
	if err := os.Chmod(f, 0o711); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { os.RemoveAll(f) })
	return filepath.Join(f, "db")
}

func TestClusterKeepsItsDataAndStops(t *testing.T) {
	ctx := context.Background()
	at := folder(t)
	for round := range 2 {
		c, err := Start(ctx, at, Options{Careless: true})
		if err != nil {
			t.Fatal(err)
		}
		for range 2 {
			if err := c.Ensure(ctx, "zincowl"); err != nil {
				t.Fatal(err)
			}
		}
		conn, err := pgx.Connect(ctx, c.URL("zincowl"))
		if err != nil {
			t.Fatal(err)
		}
		if _, err := conn.Exec(ctx, "create table if not exists kept (n int)"); err != nil {
			t.Fatal(err)
		}
		var n int
		if err := conn.QueryRow(ctx, "insert into kept select count(*) from kept returning n").Scan(&n); err != nil || n != round {
			t.Errorf("round %d finds %d rows, %v", round, n, err)
		}
		if conn.Config().Host != "127.0.0.1" {
			t.Errorf("it listens on %s", conn.Config().Host)
		}
		pid := c.server.Process.Pid
		if err := c.Stop(); err != nil { // with the connection still open
			t.Fatal(err)
		}
		if _, err := os.Stat("/proc/" + strconv.Itoa(pid)); !errors.Is(err, os.ErrNotExist) {
			t.Errorf("process %d is still there", pid)
		}
	}
	secret, err := os.Stat(filepath.Join(at, "password"))
	if err != nil || secret.Mode().Perm() != 0o600 {
		t.Errorf("the password's file is %v, %v", secret.Mode(), err)
	}
}

func TestASecondClusterInOneFolderIsRefused(t *testing.T) {
	ctx := context.Background()
	at := folder(t)
	c, err := Start(ctx, at, Options{Careless: true})
	if err != nil {
		t.Fatal(err)
	}
	defer c.Stop()
	if second, err := Start(ctx, at, Options{Careless: true}); err == nil {
		second.Stop()
		t.Error("it was started twice")
	} else if !strings.Contains(err.Error(), "ended at once") {
		t.Error(err)
	}
}

func TestALeftHalfMadeClusterIsMadeAnew(t *testing.T) {
	at := folder(t)
	if err := os.MkdirAll(filepath.Join(at, "data", "base"), 0o711); err != nil {
		t.Fatal(err)
	}
	c, err := Start(context.Background(), at, Options{Careless: true})
	if err != nil {
		t.Fatal(err)
	}
	if err := c.Stop(); err != nil {
		t.Error(err)
	}
}

// A server that is killed is started again where it was, and what was committed
// is there.
func TestAKilledServerRises(t *testing.T) {
	ctx := context.Background()
	c, err := Start(ctx, folder(t), Options{})
	if err != nil {
		t.Fatal(err)
	}
	defer c.Stop()
	pool, err := pgxpool.New(ctx, c.URL("postgres"))
	if err != nil {
		t.Fatal(err)
	}
	defer pool.Close()
	if _, err := pool.Exec(ctx, "create table kept (n int); insert into kept values (7)"); err != nil {
		t.Fatal(err)
	}
	for round := range 2 {
		c.mu.Lock()
		killed := c.server.Process
		c.mu.Unlock()
		if err := killed.Kill(); err != nil {
			t.Fatal(err)
		}
		n := 0
		for range 600 {
			if err = pool.QueryRow(ctx, "select n from kept").Scan(&n); err == nil {
				c.mu.Lock()
				again := c.server.Process.Pid
				c.mu.Unlock()
				if again != killed.Pid {
					break
				}
			}
			time.Sleep(50 * time.Millisecond) // it is another process; nothing is asserted of its speed
		}
		if err != nil || n != 7 {
			t.Fatalf("round %d: %d, %v", round, n, err)
		}
	}
}

func TestAFolderThatIsClosedIsSaid(t *testing.T) {
	if os.Geteuid() != 0 {
		t.Skip("the database runs as this user, who may enter all its folders")
	}
	at := folder(t)
	closed := filepath.Join(filepath.Dir(at), "closed")
	if err := os.Mkdir(closed, 0o700); err != nil {
		t.Fatal(err)
	}
	_, err := Start(context.Background(), filepath.Join(closed, "db"), Options{Careless: true})
	if err == nil || !strings.Contains(err.Error(), "may not enter this folder") || !strings.Contains(err.Error(), "--data") || strings.Contains(err.Error(), "initdb") {
		t.Error(err)
	}
}
