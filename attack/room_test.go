package attack

import (
	"bytes"
	"context"
	"fmt"
	"net"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"sync"
	"syscall"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5/pgxpool"

	"zincowl/pglocal/pgtest"
)

// serving is the program as it serves, with its worker.
type serving struct {
	*site
	cmd    *exec.Cmd
	course string
}

func serve(t *testing.T, url string, env ...string) *serving {
	t.Helper()
	listener, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	addr := listener.Addr().String()
	listener.Close()
	s := &serving{site: newSite("http://" + addr), cmd: exec.Command(program, "serve", "--database", url, "--addr", addr)}
	s.client.Timeout = 2 * time.Minute
	s.cmd.Env = append(os.Environ(), env...)
	if err := s.cmd.Start(); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() {
		_ = s.cmd.Process.Signal(syscall.SIGTERM)
		_ = s.cmd.Wait()
	})
	for range 600 {
		if status, _ := s.ask("GET", "/readyz", nil, nil); status == 200 {
			break
		}
		time.Sleep(50 * time.Millisecond)
	}
	if status, says := s.ask("POST", "/api/accounts", map[string]string{"name": "keeper", "password": "a long sentence"}, nil); status != 200 {
		t.Fatalf("%d %s", status, says)
	}
	var made struct{ ID string }
	if status, says := s.ask("POST", "/api/courses", map[string]any{"title": "Intake", "pass_mark": 60}, &made); status != 200 {
		t.Fatalf("%d %s", status, says)
	}
	s.course = "/api/courses/" + made.ID
	return s
}

func (s *serving) bring(text []byte) (int, string) {
	return s.ask("PUT", s.course+"/arrivals/"+uuid.NewString()+"?name=notes.txt", text, nil)
}

// small mounts a disk of a size in memory.
func small(t *testing.T, megabytes int) string {
	t.Helper()
	if os.Geteuid() != 0 {
		t.Skip("only root may mount a small disk")
	}
	folder, err := os.MkdirTemp("", "zincowl-small-")
	if err != nil {
		t.Fatal(err)
	}
	if err := syscall.Mount("tmpfs", folder, "tmpfs", 0, fmt.Sprintf("size=%dm,mode=0711", megabytes)); err != nil {
		os.Remove(folder)
		t.Skipf("a small disk can't be mounted here: %v", err)
	}
	t.Cleanup(func() {
		_ = syscall.Unmount(folder, syscall.MNT_DETACH)
		_ = os.Remove(folder)
	})
	return folder
}

// fill writes a file until so much room is left, in bytes.
func fill(t *testing.T, folder string, leave uint64) (name string) {
	t.Helper()
	name = filepath.Join(folder, "filler")
	f, err := os.OpenFile(name, os.O_CREATE|os.O_WRONLY|os.O_APPEND, 0o600)
	if err != nil {
		t.Fatal(err)
	}
	defer f.Close()
	for {
		var s syscall.Statfs_t
		if err := syscall.Statfs(folder, &s); err != nil {
			t.Fatal(err)
		}
		free := s.Bavail * uint64(s.Bsize)
		if free <= leave {
			return name
		}
		if _, err := f.Write(make([]byte, min(free-leave, 1<<20))); err != nil {
			t.Fatal(err)
		}
	}
}

func counted(t *testing.T, db *pgxpool.Pool, table string) (n int) {
	t.Helper()
	if err := db.QueryRow(context.Background(), "select count(*) from "+table).Scan(&n); err != nil {
		t.Fatal(err)
	}
	return n
}

// large is a text of so many bytes that does not pack well.
func large(bytes_ int) []byte {
	var out bytes.Buffer
	for n := 0; out.Len() < bytes_; n++ {
		fmt.Fprintf(&out, "The reading %s of the meter was taken at the weir.\n\n", uuid.NewString())
	}
	return out.Bytes()
}

// Where the database's disk is full it is said in a sentence, nothing is half-saved,
// and it goes on as soon as there is room.
func TestTheDatabasesDiskIsFull(t *testing.T) {
	disk := small(t, 320)
	_, url := cluster(t, filepath.Join(disk, "db"))
	s := serve(t, url)
	db := pool(t, url)
	if status, says := s.bring([]byte(notes)); status != 200 {
		t.Fatalf("%d %s", status, says)
	}
	settled(t, db)
	filler := fill(t, disk, 2<<20)
	for range 2 {
		status, says := s.bring(large(6 << 20))
		if status != 503 || !strings.Contains(says, "no room") || !strings.Contains(says, "safe") {
			t.Errorf("on a full disk: %d %s", status, says)
		}
	}
	if err := os.Remove(filler); err != nil {
		t.Fatal(err)
	}
	if n := counted(t, db, "arrivals"); n != 1 {
		t.Errorf("%d arrivals are left, of one", n)
	}
	if status, says := s.bring(large(1 << 20)); status != 200 {
		t.Errorf("with room again: %d %s", status, says)
	}
	settled(t, db)
	if n := counted(t, db, "sources"); n != 2 {
		t.Errorf("%d sources", n)
	}
}

// Where the server's own disk is full a file is refused with a sentence, and what
// needs no disk goes on.
func TestTheServersDiskIsFull(t *testing.T) {
	disk := small(t, 4)
	url := pgtest.URL(t)
	s := serve(t, url, "TMPDIR="+disk)
	if status, says := s.bring(large(6 << 20)); status != 422 || !strings.Contains(says, "no room left on the server's disk") {
		t.Errorf("%d %s", status, says)
	}
	if status, says := s.bring([]byte(notes)); status != 200 {
		t.Errorf("%d %s", status, says)
	}
	db := pool(t, url)
	settled(t, db)
	if n := counted(t, db, "sources"); n != 1 {
		t.Errorf("%d sources", n)
	}
}

var peak = regexp.MustCompile(`VmHWM:\s+(\d+) kB`)

// The server keeps within its memory while everything that takes much is asked for
// at once: files, papers, passwords, what the sources can bear, long readings.
func TestMemory(t *testing.T) {
	url := pgtest.URL(t)
	s := serve(t, url)
	book := large(4 << 20)
	if status, says := s.bring(book); status != 200 {
		t.Fatalf("%d %s", status, says)
	}
	settled(t, pool(t, url))
	var sources []struct{ ID string }
	s.ask("GET", s.course+"/sources", nil, &sources)
	if len(sources) != 1 {
		t.Fatalf("%d sources", len(sources))
	}
	paper := map[string]any{"text": strings.Repeat("1. What is a weir?\na) a plate\nb) a pump\nAnswer: a\n\n", 8000)}
	wide := map[string]any{"text": strings.Repeat("x", 7_000_000)}
	var all sync.WaitGroup
	ask := func(times int, method, path string, body any) {
		for range times {
			all.Go(func() {
				if status, says := s.ask(method, path, body, nil); status == 0 || status == 500 {
					t.Errorf("%s %s: %d %.200s", method, path, status, says)
				}
			})
		}
	}
	ask(12, "POST", s.course+"/papers", paper)
	ask(12, "POST", s.course+"/papers", wide)
	ask(6, "GET", s.course+"/bears", nil)
	ask(12, "GET", s.course+"/sources/"+sources[0].ID, nil)
	ask(40, "POST", "/api/session", map[string]string{"name": "nobody", "password": "a long sentence"})
	ask(6, "PUT", s.course+"/arrivals/"+uuid.NewString()+"?name=large.bin", bytes.Repeat([]byte{0}, 60<<20))
	all.Wait()
	status, err := os.ReadFile(fmt.Sprintf("/proc/%d/status", s.cmd.Process.Pid))
	if err != nil {
		t.Fatal(err)
	}
	kilobytes, err := strconv.Atoi(string(peak.FindSubmatch(status)[1]))
	if err != nil {
		t.Fatal(err)
	}
	t.Logf("the server took %d MB at most", kilobytes>>10)
	if kilobytes>>10 > 600 {
		t.Errorf("the server took %d MB", kilobytes>>10)
	}
}
