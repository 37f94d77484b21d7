package attack

import (
	"context"
	"errors"
	"fmt"
	"math/rand/v2"
	"net"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"sync"
	"sync/atomic"
	"syscall"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5/pgxpool"
)

// watched is a process that is started again whenever it ends.
type watched struct {
	args []string
	mu   sync.Mutex
	cmd  *exec.Cmd
	over bool
	done chan struct{}
}

func watch(args ...string) *watched {
	w := &watched{args: args, done: make(chan struct{})}
	go func() {
		defer close(w.done)
		for {
			w.mu.Lock()
			if w.over {
				w.mu.Unlock()
				return
			}
			w.cmd = exec.Command(program, args...)
			err := w.cmd.Start()
			cmd := w.cmd
			w.mu.Unlock()
			if err == nil {
				_ = cmd.Wait()
			}
			time.Sleep(50 * time.Millisecond)
		}
	}()
	return w
}

func (w *watched) kill(s syscall.Signal) {
	w.mu.Lock()
	defer w.mu.Unlock()
	if w.cmd != nil && w.cmd.Process != nil {
		_ = w.cmd.Process.Signal(s)
	}
}

func (w *watched) end() {
	w.mu.Lock()
	w.over = true
	w.mu.Unlock()
	w.kill(syscall.SIGTERM)
	<-w.done
}

// readers are the processes that read files at the moment.
func readers() (pids []int) {
	all, _ := filepath.Glob("/proc/[0-9]*/cmdline")
	for _, path := range all {
		line, err := os.ReadFile(path)
		if err == nil && strings.HasPrefix(string(line), program+"\x00apart\x00") {
			pid, _ := strconv.Atoi(strings.Split(path, "/")[2])
			pids = append(pids, pid)
		}
	}
	return pids
}

// postmaster is the process of the database in a folder.
func postmaster(folder string) int {
	text, err := os.ReadFile(filepath.Join(folder, "data", "postmaster.pid"))
	if err != nil {
		return 0
	}
	line, _, _ := strings.Cut(string(text), "\n")
	pid, _ := strconv.Atoi(line)
	return pid
}

// candidate lives through the killing: it sends everything again until it is
// acknowledged, and keeps what was.
type candidate struct {
	*site
	t      *testing.T
	course string
	over   atomic.Bool

	mu       sync.Mutex
	brought  []string // arrivals
	batches  []string
	answered []string // responses
	edits    []string // marks in stems
}

// until sends a request again until it is answered other than by a fault of ours.
func (c *candidate) until(method, path string, body, into any) int {
	for try := 0; ; try++ {
		status, says := c.ask(method, path, body, into)
		switch {
		case status == 200 || status >= 400 && status < 500 && status != 429:
			return status
		case status == 500:
			c.t.Errorf("%s %s: %s", method, path, says)
		case try > 2000:
			c.t.Fatalf("%s %s is never answered: %d %s", method, path, status, says)
		}
		time.Sleep(100 * time.Millisecond)
	}
}

func (c *candidate) keep(list *[]string, id string) {
	c.mu.Lock()
	defer c.mu.Unlock()
	*list = append(*list, id)
}

func (c *candidate) bring(n int) {
	id := uuid.NewString()
	text := fmt.Sprintf("Intake %d\n\nA rake%d is a toothed arm number %d that lifts rubbish off the bars of a screen. A gate%d is a sliding plate that shuts channel %d. "+
		"Flow rate = volume / time, where the flow rate is in m³/s, the volume is in m³ and the time is in s.\n", n, n, n, n, n)
	if c.until("PUT", fmt.Sprintf("/api/courses/%s/arrivals/%s?name=intake%d.txt", c.course, id, n), []byte(text), nil) == 200 {
		c.keep(&c.brought, id)
	}
}

func (c *candidate) draft(n int) {
	id := uuid.NewString()
	count := 4
	if n == 0 {
		count = 20
	}
	if c.until("PUT", fmt.Sprintf("/api/courses/%s/batches/%s", c.course, id), map[string]any{"count": count, "seed": n + 1}, nil) == 200 {
		c.keep(&c.batches, id)
	}
}

func (c *candidate) drill() {
	at := fmt.Sprintf("/api/courses/%s/drills/%s", c.course, uuid.NewString())
	var run struct{ Places []struct{ Position int } }
	if c.until("PUT", at, map[string]any{"count": 3}, &run) != 200 {
		return
	}
	for _, p := range run.Places {
		id := uuid.NewString()
		body := map[string]any{"id": id, "given": map[string]any{}, "confidence": "no idea", "seconds": 1}
		if c.until("POST", fmt.Sprintf("%s/places/%d", at, p.Position), body, nil) == 200 {
			c.keep(&c.answered, id)
		}
	}
}

func (c *candidate) edit(n int) {
	var bench []struct{ ID string }
	if status := c.until("GET", fmt.Sprintf("/api/courses/%s/bench", c.course), nil, &bench); status != 200 || len(bench) == 0 {
		return
	}
	at := fmt.Sprintf("/api/courses/%s/questions/%s", c.course, bench[n%len(bench)].ID)
	var q struct {
		Version  int    `json:"version"`
		Stem     string `json:"stem"`
		Level    string `json:"level"`
		Options  []any  `json:"options"`
		Revealed struct {
			Question struct {
				Key map[string]any `json:"key"`
			} `json:"question"`
		} `json:"revealed"`
	}
	if c.until("POST", at+"/uncover", nil, &q) != 200 {
		return
	}
	mark := fmt.Sprintf(" (asked %d)", n)
	body := map[string]any{"stem": q.Stem + mark, "level": q.Level, "options": q.Options, "key": q.Revealed.Question.Key, "version": q.Version}
	switch status := c.until("PUT", at, body, nil); status {
	default:
		c.t.Errorf("an edit answers %d", status)
	case 200:
		c.keep(&c.edits, mark)
	case 409: // it was written, and the answer was lost; or somebody else was first
		if c.until("GET", at, nil, &q) == 200 && strings.Contains(q.Stem, mark) {
			c.keep(&c.edits, mark)
		}
	}
}

const notes = `Screening

A bar screen is a row of parallel bars that catches floating rubbish. A fine screen is a sheet of mesh that catches leaves. A trash rack is a heavy grid that keeps logs out. A penstock is a sliding gate that shuts the flow. A weir is a notched plate that measures water.

Velocity = flow / area, where the velocity is in m/s, the flow is in m³/s and the area is in m².
`

// unproven are questions that no source answers, so that they wait on the bench.
const unproven = `1. What would an inspector look at first in a trash rack?
a) the paint
b) the bolts
Answer: b

2. Who may open the gate at night?
a) the keeper
b) the clerk
Answer: a

3. Which colour has the rail of the weir?
a) green
b) grey
Answer: b
`

// Server, worker, reader and database are killed at random moments, while files are
// brought, batches drafted, answers given and questions corrected. Nothing that was
// acknowledged is lost or there twice, and a minute after the last kill nothing hangs.
func TestKilled(t *testing.T) {
	kills := 12
	if n, err := strconv.Atoi(os.Getenv("KILLS")); err == nil {
		kills = n
	}
	folder, err := os.MkdirTemp("", "zincowl-killed-")
	if err != nil {
		t.Fatal(err)
	}
	defer os.RemoveAll(folder)
	if err := os.Chmod(folder, 0o711); err != nil {
		t.Fatal(err)
	}
	_, url := cluster(t, folder)
	db := pool(t, url)
	listener, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	addr := listener.Addr().String()
	listener.Close()
	server := watch("serve", "--no-worker", "--database", url, "--addr", addr)
	workers := []*watched{watch("worker", "--database", url), watch("worker", "--database", url)}
	defer func() {
		for _, w := range append(workers, server) {
			w.end()
		}
	}()
	c := &candidate{site: newSite("http://" + addr), t: t}
	if status := c.until("POST", "/api/accounts", map[string]string{"name": "keeper", "password": "a long sentence"}, nil); status != 200 {
		t.Fatalf("signing up: %d", status)
	}
	var made struct{ ID string }
	c.until("POST", "/api/courses", map[string]any{"title": "Intake", "pass_mark": 60}, &made)
	c.course = made.ID
	first := uuid.NewString()
	c.until("PUT", fmt.Sprintf("/api/courses/%s/arrivals/%s?name=notes.txt", c.course, first), []byte(notes), nil)
	c.keep(&c.brought, first)
	settled(t, db)
	c.draft(0)
	settled(t, db) // there is something to drill
	paper := uuid.NewString()
	c.until("PUT", fmt.Sprintf("/api/courses/%s/arrivals/%s/paper", c.course, paper), map[string]any{"title": "Past questions", "text": unproven}, nil)
	c.keep(&c.brought, paper)
	settled(t, db) // there is something to correct

	var all sync.WaitGroup
	loop := func(do func(n int)) {
		all.Go(func() {
			for n := 1; !c.over.Load(); n++ {
				do(n)
				time.Sleep(150 * time.Millisecond)
			}
		})
	}
	loop(c.bring)
	loop(c.draft)
	loop(func(int) { c.drill() })
	loop(c.edit)

	r := rand.New(rand.NewPCG(uint64(kills), 3))
	killed := map[string]int{}
	for range kills {
		time.Sleep(time.Duration(200+r.IntN(1300)) * time.Millisecond) // a random moment
		switch pick := r.IntN(10); {
		case pick < 3:
			server.kill(syscall.SIGKILL)
			killed["server"]++
		case pick < 6:
			workers[r.IntN(2)].kill(syscall.SIGKILL)
			killed["worker"]++
		case pick < 8:
			for _, pid := range readers() {
				_ = syscall.Kill(pid, syscall.SIGKILL)
				killed["reader"]++
			}
		default:
			if pid := postmaster(folder); pid > 0 {
				_ = syscall.Kill(pid, syscall.SIGKILL)
				killed["database"]++
			}
		}
	}
	c.over.Store(true)
	all.Wait()
	settled(t, db)
	for what, n := range map[string]int{"arrivals": len(c.brought), "batches": len(c.batches), "answers": len(c.answered), "edits": len(c.edits)} {
		if n == 0 {
			t.Errorf("no %s were acknowledged, so that nothing is shown about them", what)
		}
	}
	t.Logf("killed %v; acknowledged %d arrivals, %d batches, %d answers, %d edits", killed, len(c.brought), len(c.batches), len(c.answered), len(c.edits))

	ctx := context.Background()
	check := func(want any, sql string, args ...any) {
		t.Helper()
		var got string
		if err := db.QueryRow(ctx, sql, args...).Scan(&got); err != nil || got != fmt.Sprint(want) {
			t.Errorf("%s: %s, want %v (%v)", sql, got, want, err)
		}
	}
	check(len(c.brought), `select count(*)::text from arrivals where id = any($1::uuid[]) and state = 'read'`, c.brought)
	check(0, `select count(*)::text from arrivals where state <> 'read'`)
	check(len(c.brought), `select count(*)::text from sources`)
	check(0, `select count(*)::text from arrival_bytes`)
	check(len(c.batches), `select count(*)::text from batches where id = any($1::uuid[]) and state = 'done'`, c.batches)
	check(0, `select count(*)::text from batches b where b.wanted <> jsonb_array_length(declined) + (select count(*) from questions q where q.batch_id = b.id)`)
	check(len(c.answered), `select count(*)::text from attempts where id = any($1::uuid[])`, c.answered)
	check(len(c.answered), `select count(*)::text from attempts`)
	check(0, `select count(*)::text from sittings d where (finished_at is null) <> ((select count(*) from places i where i.sitting_id = d.id) > (select count(*) from attempts r where r.sitting_id = d.id))`)
	for _, mark := range c.edits {
		check(1, `select count(*)::text from question_versions where body->>'stem' like '%' || $1`, mark)
	}
	check(0, `select count(*)::text from questions q where not exists (select 1 from question_versions v where v.question_id = q.id and v.version = q.version)`)
}

// settled waits for nothing to be under way any more, a minute at most.
func settled(t *testing.T, db *pgxpool.Pool) {
	t.Helper()
	var left string
	var err error
	for end := time.Now().Add(time.Minute); time.Now().Before(end); time.Sleep(200 * time.Millisecond) {
		err = db.QueryRow(context.Background(), `select coalesce(string_agg(what, ', '), '') from (
			select 'arrival ' || id || ' ' || state as what from arrivals where state in ('queued', 'reading')
			union all select 'batch ' || id || ' ' || state from batches where state in ('queued', 'running')
			union all select 'job ' || id || ' ' || state from river_job where state in ('available', 'pending', 'retryable', 'running', 'scheduled')) x`).Scan(&left)
		if err == nil && left == "" {
			return
		}
	}
	t.Errorf("a minute after the last kill there is still under way: %s, %v", left, err)
	if errors.Is(err, context.DeadlineExceeded) {
		t.FailNow()
	}
}
