// Package attack holds what the whole program bears: the built program with its
// processes, killed, starved and restored. What one package bears by itself is
// tested there.
package attack

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/http/cookiejar"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgxpool"

	"zincowl/demo"
	"zincowl/pglocal"
	"zincowl/pglocal/pgtest"
	"zincowl/store"
)

// program is the built program.
var program string

func TestMain(m *testing.M) {
	folder, err := os.MkdirTemp("", "zincowl-attack-")
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
	program = filepath.Join(folder, "zincowl")
	build := exec.Command("go", "build", "-o", program, "zincowl/cmd/zincowl")
	build.Stderr = os.Stderr
	if err := build.Run(); err != nil {
		fmt.Fprintln(os.Stderr, "building the program:", err)
		os.Exit(1)
	}
	pgtest.Main(m)
}

// run runs a command of the program and gives what it says.
func run(t *testing.T, args ...string) (string, error) {
	t.Helper()
	out, err := exec.Command(program, args...).CombinedOutput()
	return string(out), err
}

// contents is a line for each table with how many rows it has and a sum over all
// that stands in them.
func contents(t *testing.T, url string) string {
	t.Helper()
	ctx := context.Background()
	conn, err := pgx.Connect(ctx, url)
	if err != nil {
		t.Fatal(err)
	}
	defer conn.Close(ctx)
	rows, err := conn.Query(ctx, `select table_name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE' order by 1`)
	if err != nil {
		t.Fatal(err)
	}
	names, err := pgx.CollectRows(rows, pgx.RowTo[string])
	if err != nil {
		t.Fatal(err)
	}
	var out strings.Builder
	for _, name := range names {
		var line string
		if err := conn.QueryRow(ctx, fmt.Sprintf(`select count(*) || ' ' || coalesce(md5(string_agg(md5(t::text), '' order by md5(t::text))), '-') from %s t`, pgx.Identifier{name}.Sanitize())).Scan(&line); err != nil {
			t.Fatal(err)
		}
		fmt.Fprintf(&out, "%s %s\n", name, line)
	}
	return out.String()
}

// A backup holds all that is stored; a database filled from it is equal, row by row.
func TestBackup(t *testing.T) {
	ctx := context.Background()
	from, to := pgtest.URL(t), pgtest.Empty(t)
	pool, err := store.Open(ctx, from)
	if err != nil {
		t.Fatal(err)
	}
	if err := demo.Load(ctx, pool, time.Now()); err != nil {
		t.Fatal(err)
	}
	pool.Close()
	file := filepath.Join(t.TempDir(), "zincowl.backup")
	if says, err := run(t, "backup", "--database", from, file); err != nil {
		t.Fatalf("%v: %s", err, says)
	}
	if info, err := os.Stat(file); err != nil || info.Mode().Perm() != 0o600 {
		t.Errorf("the backup is %v, %v", info, err)
	}
	if says, err := run(t, "backup", "--database", from, file); err == nil || !strings.Contains(says, "is there already") {
		t.Errorf("a backup is written over: %v: %s", err, says)
	}
	if says, err := run(t, "restore", "--database", from, file); err == nil || !strings.Contains(says, "not empty") {
		t.Errorf("a full database is restored into: %v: %s", err, says)
	}
	if says, err := run(t, "restore", "--database", to, file); err != nil {
		t.Fatalf("%v: %s", err, says)
	}
	before, after := contents(t, from), contents(t, to)
	if before != after || !strings.Contains(before, "attempts ") {
		t.Errorf("backed up:\n%s\nrestored:\n%s", before, after)
	}
	// A file that is no backup, or only a part of one, leaves the database empty.
	whole, err := os.ReadFile(file)
	if err != nil {
		t.Fatal(err)
	}
	empty := pgtest.Empty(t)
	for name, data := range map[string][]byte{"none": []byte("notes"), "half": whole[:len(whole)/2]} {
		broken := filepath.Join(t.TempDir(), name)
		if err := os.WriteFile(broken, data, 0o600); err != nil {
			t.Fatal(err)
		}
		if says, err := run(t, "restore", "--database", empty, broken); err == nil || strings.Count(strings.TrimSpace(says), "\n") > 0 {
			t.Errorf("%s: %v: %s", name, err, says)
		}
		if left := contents(t, empty); left != "" {
			t.Errorf("%s leaves %s", name, left)
		}
	}
}

// site is where the program serves, with the cookies of one browser.
type site struct {
	url    string
	client *http.Client
}

func newSite(url string) *site {
	jar, _ := cookiejar.New(nil)
	return &site{url, &http.Client{Jar: jar, Timeout: 20 * time.Second}}
}

// ask sends a request and reads its answer; a status of 0 means that there was
// none.
func (s *site) ask(method, path string, body any, into any) (int, string) {
	kind := "application/json"
	data, raw := body.([]byte)
	if raw {
		kind = "application/octet-stream"
	} else if body != nil {
		data, _ = json.Marshal(body)
	}
	r, err := http.NewRequest(method, s.url+path, bytes.NewReader(data))
	if err != nil {
		return 0, err.Error()
	}
	r.Header.Set("Content-Type", kind)
	answer, err := s.client.Do(r)
	if err != nil {
		return 0, err.Error()
	}
	defer answer.Body.Close()
	text, err := io.ReadAll(answer.Body)
	if err != nil {
		return 0, err.Error()
	}
	if into != nil && answer.StatusCode == http.StatusOK {
		if err := json.Unmarshal(text, into); err != nil {
			return 0, err.Error()
		}
	}
	return answer.StatusCode, string(text)
}

// cluster is a database that keeps what it said it keeps, in a folder.
func cluster(t *testing.T, folder string) (*pglocal.Cluster, string) {
	t.Helper()
	ctx := context.Background()
	c, err := pglocal.Start(ctx, folder, pglocal.Options{})
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = c.Stop() })
	if err := c.Ensure(ctx, "zincowl"); err != nil {
		t.Fatal(err)
	}
	url := c.URL("zincowl")
	if err := store.Migrate(ctx, url); err != nil {
		t.Fatal(err)
	}
	return c, url
}

func pool(t *testing.T, url string) *pgxpool.Pool {
	t.Helper()
	p, err := store.Open(context.Background(), url)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(p.Close)
	return p
}
