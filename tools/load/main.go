// Command load puts the application under the load of many candidates and prints
// what it bears: answers a second with its percentiles, as a ratio to what pgbench
// writes into the same table of the same database in the same run; how soon
// candidates who think are answered; how many sign in; and whether all that was
// acknowledged is stored.
//
// It starts a private PostgreSQL and the server in its own process, talks to
// loopback alone, and ends by itself. Client, server and database share the machine,
// so that absolute figures say little and ratios more.
package main

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"flag"
	"fmt"
	"io"
	"log/slog"
	"math/rand/v2"
	"net"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"runtime"
	"runtime/debug"
	"runtime/pprof"
	"slices"
	"strconv"
	"sync"
	"sync/atomic"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5/pgxpool"

	"zincowl/app"
	"zincowl/demo"
	"zincowl/pglocal"
	"zincowl/server"
	"zincowl/store"
	"zincowl/worker"
)

func main() {
	var o options
	flag.IntVar(&o.busy, "busy", 200, "candidates who answer without a pause; at most 2000")
	flag.IntVar(&o.thinking, "thinking", 500, "candidates who think; at most 5000")
	flag.DurationVar(&o.pause, "pause", 15*time.Second, "how long those think, about")
	flag.DurationVar(&o.time, "time", 15*time.Second, "how long each part takes; at most five minutes")
	flag.StringVar(&o.profile, "profile", "", "a file for a CPU profile of the busy part")
	flag.IntVar(&o.signIns, "sign-ins", 100, "how many sign in; at most 1000")
	flag.Parse()
	if o.busy > 2000 || o.thinking > 5000 || o.time > 5*time.Minute || o.signIns > 1000 {
		fmt.Fprintln(os.Stderr, "load: more than this program is for; see -help")
		os.Exit(2)
	}
	if err := run(o); err != nil {
		fmt.Fprintln(os.Stderr, "load:", err)
		os.Exit(1)
	}
}

type options struct {
	busy, thinking, signIns int
	pause, time             time.Duration
	profile                 string
}

// place is a running application.
type place struct {
	url    string
	pool   *pgxpool.Pool
	app    *app.App
	course uuid.UUID
	client *http.Client
}

func run(o options) error {
	ctx, cancel := context.WithTimeout(context.Background(), 20*time.Minute)
	defer cancel()
	folder, err := os.MkdirTemp("", "zincowl-load-")
	if err != nil {
		return err
	}
	defer os.RemoveAll(folder)
	if err := os.Chmod(folder, 0o711); err != nil {
		return err
	}
	cluster, err := pglocal.Start(ctx, folder, pglocal.Options{})
	if err != nil {
		return err
	}
	defer cluster.Stop()
	if err := cluster.Ensure(ctx, "load"); err != nil {
		return err
	}
	url := cluster.URL("load")
	if err := store.Migrate(ctx, url); err != nil {
		return err
	}
	pool, err := store.Open(ctx, url)
	if err != nil {
		return err
	}
	defer pool.Close()
	if err := demo.Load(ctx, pool, time.Now()); err != nil {
		return err
	}
	debug.SetMemoryLimit(400 << 20)
	a := app.New(pool, nil, time.Now)
	log := slog.New(slog.DiscardHandler)
	queue, err := worker.New(pool, a, log)
	if err != nil {
		return err
	}
	a.UseQueue(queue)
	serving, stop := context.WithCancel(ctx)
	defer stop() // before the pool is closed, which waits for who listens
	site := server.New(serving, pool, a, log, server.Options{SignIns: 1 << 30}).HTTP()
	listener, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return err
	}
	go func() { _ = site.Serve(listener) }()
	defer site.Close()
	p := place{url: "http://" + listener.Addr().String(), pool: pool, app: a, client: &http.Client{
		Timeout: time.Minute, Transport: &http.Transport{MaxIdleConns: 6000, MaxIdleConnsPerHost: 6000, DisableCompression: true},
	}}
	if err := pool.QueryRow(ctx, `select id from courses limit 1`).Scan(&p.course); err != nil {
		return err
	}
	candidates, err := p.candidates(ctx, max(o.busy, o.thinking))
	if err != nil {
		return fmt.Errorf("making candidates: %w", err)
	}
	fmt.Printf("%d processors, shared by client, server and database\n\n", runtime.NumCPU())

	written, err := pgbench(ctx, url, min(o.time, 10*time.Second))
	if err != nil {
		return fmt.Errorf("measuring what the database writes: %w", err)
	}
	before, err := p.stored(ctx)
	if err != nil {
		return err
	}
	ended, err := profiled(o.profile)
	if err != nil {
		return err
	}
	busy := p.drill(ctx, candidates[:o.busy], o.time, 0)
	ended()
	after, err := p.stored(ctx)
	if err != nil {
		return err
	}
	rate := float64(busy.answers.count()) / busy.took.Seconds()
	fmt.Printf("%d candidates without a pause, %v\n", o.busy, busy.took.Round(time.Second))
	fmt.Printf("  answers   %s\n  places    %s\n  drills    %s\n", busy.answers.say(busy.took), busy.places.say(busy.took), busy.drills.say(busy.took))
	fmt.Printf("  pgbench writes %.0f rows a second into the same table; answers come to %.1f%% of that\n", written, 100*rate/written)
	fmt.Printf("  stored %d, acknowledged %d, failed %d\n\n", after-before, busy.answers.count(), busy.failed.Load())
	if after-before != busy.answers.count() {
		return errors.New("what is stored is not what was acknowledged")
	}

	thinking := p.drill(ctx, candidates[:o.thinking], max(o.time, 3*o.pause), o.pause)
	all := thinking.all()
	fmt.Printf("%d candidates who think for %v, %v\n  requests  %s\n  answers   %s\n  failed %d\n\n", o.thinking, o.pause, thinking.took.Round(time.Second), all.say(thinking.took), thinking.answers.say(thinking.took), thinking.failed.Load())

	if err := p.signIn(ctx, o.signIns); err != nil {
		return err
	}
	var m runtime.MemStats
	runtime.ReadMemStats(&m)
	fmt.Printf("\nmemory taken from the system, client and server together: %d MB\n", m.Sys>>20)
	return nil
}

// profiled writes a CPU profile to a file until it is ended; "" is none.
func profiled(name string) (ended func(), err error) {
	if name == "" {
		return func() {}, nil
	}
	f, err := os.Create(name)
	if err != nil {
		return nil, err
	}
	if err := pprof.StartCPUProfile(f); err != nil {
		return nil, err
	}
	return func() {
		pprof.StopCPUProfile()
		_ = f.Close()
	}, nil
}

// candidates are accounts in the demo's course with a session each. They share a
// password, so that it is hashed once.
func (p place) candidates(ctx context.Context, n int) ([]app.Token, error) {
	if _, err := p.pool.Exec(ctx, `insert into accounts (id, name, name_key, password, created_at)
		select gen_random_uuid(), 'candidate ' || n, 'candidate ' || n, (select password from accounts limit 1), now() from generate_series(1, $1) n`, n); err != nil {
		return nil, err
	}
	if _, err := p.pool.Exec(ctx, `insert into memberships (course_id, account_id, role) select $1, id, 'candidate' from accounts where name like 'candidate %'`, p.course); err != nil {
		return nil, err
	}
	rows, err := p.pool.Query(ctx, `select id from accounts where name like 'candidate %'`)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	var ids []uuid.UUID
	for rows.Next() {
		var id uuid.UUID
		if err := rows.Scan(&id); err != nil {
			return nil, err
		}
		ids = append(ids, id)
	}
	rows.Close()
	var out []app.Token
	for _, id := range ids {
		session, _, err := p.app.Begin(ctx, id, "load")
		if err != nil {
			return nil, err
		}
		out = append(out, session)
	}
	return out, rows.Err()
}

func (p place) stored(ctx context.Context) (n int, err error) {
	err = p.pool.QueryRow(ctx, `select count(*) from attempts`).Scan(&n)
	return n, err
}

// series are the times that requests of one kind took.
type series struct {
	mu    sync.Mutex
	times []time.Duration
}

func (s *series) add(d time.Duration) {
	s.mu.Lock()
	defer s.mu.Unlock()
	s.times = append(s.times, d)
}

func (s *series) count() int { return len(s.times) }

func (s *series) say(took time.Duration) string {
	if len(s.times) == 0 {
		return "none"
	}
	slices.Sort(s.times)
	at := func(share float64) time.Duration {
		return s.times[min(len(s.times)-1, int(share*float64(len(s.times))))].Round(100 * time.Microsecond)
	}
	return fmt.Sprintf("%6d, %7.1f a second, half within %v, 90%% %v, 99%% %v, all %v", len(s.times), float64(len(s.times))/took.Seconds(), at(.5), at(.9), at(.99), at(1))
}

// borne is what came of a load.
type borne struct {
	drills, places, answers series
	failed                  atomic.Int64
	took                    time.Duration
}

func (b *borne) all() *series {
	return &series{times: slices.Concat(b.drills.times, b.places.times, b.answers.times)}
}

// drill lets candidates drill for some time, each with a pause before an answer.
func (p place) drill(ctx context.Context, who []app.Token, length, pause time.Duration) *borne {
	ctx, cancel := context.WithTimeout(ctx, length+time.Minute)
	defer cancel()
	out := &borne{}
	began := time.Now()
	over := began.Add(length)
	var all sync.WaitGroup
	for i, token := range who {
		all.Go(func() {
			r := rand.New(rand.NewPCG(1, uint64(i)))
			rest := func() bool {
				if pause > 0 {
					wait := time.Duration(r.Float64() * 2 * float64(pause))
					if time.Now().Add(wait).After(over) {
						return false
					}
					time.Sleep(wait) // the candidate thinks
				}
				return time.Now().Before(over)
			}
			for rest() {
				if !p.one(ctx, token, r, out, rest) {
					out.failed.Add(1)
				}
			}
		})
	}
	all.Wait()
	out.took = time.Since(began)
	return out
}

// one goes through a drill, and says whether nothing failed.
func (p place) one(ctx context.Context, token app.Token, r *rand.Rand, b *borne, rest func() bool) bool {
	at := fmt.Sprintf("%s/api/courses/%s/drills/%s", p.url, p.course, uuid.New())
	var drill struct{ Places []struct{ Position int } }
	if !p.ask(ctx, token, "PUT", at, map[string]any{"count": 20}, &drill, &b.drills) {
		return false
	}
	for _, place := range drill.Places {
		where := fmt.Sprintf("%s/places/%d", at, place.Position)
		var item struct{ Options []struct{ ID string } }
		if !p.ask(ctx, token, "GET", where, nil, &item, &b.places) {
			return false
		}
		if !rest() {
			return true
		}
		given := map[string]any{}
		if len(item.Options) > 0 {
			given["options"] = []string{item.Options[r.IntN(len(item.Options))].ID}
		} else {
			given["text"] = "12"
			given["blanks"] = []string{"pump"}
		}
		if !p.ask(ctx, token, "POST", where, map[string]any{"id": uuid.NewString(), "given": given, "confidence": "sure", "seconds": 9}, nil, &b.answers) {
			return false
		}
	}
	return true
}

func (p place) ask(ctx context.Context, token app.Token, method, at string, body, into any, times *series) bool {
	var data []byte
	if body != nil {
		data, _ = json.Marshal(body)
	}
	r, err := http.NewRequestWithContext(ctx, method, at, bytes.NewReader(data))
	if err != nil {
		return false
	}
	r.Header.Set("Content-Type", "application/json")
	r.AddCookie(&http.Cookie{Name: "zincowl", Value: string(token)})
	began := time.Now()
	answer, err := p.client.Do(r)
	if err != nil {
		return false
	}
	defer answer.Body.Close()
	text, err := io.ReadAll(answer.Body)
	if err != nil || answer.StatusCode != http.StatusOK {
		return false
	}
	times.add(time.Since(began))
	return into == nil || json.Unmarshal(text, into) == nil
}

// signIn lets candidates sign in at once, and holds it against hashing alone.
func (p place) signIn(ctx context.Context, n int) error {
	var times series
	var refused atomic.Int64
	began := time.Now()
	var all sync.WaitGroup
	gate := make(chan struct{}, 32)
	for i := range n {
		all.Go(func() {
			gate <- struct{}{}
			defer func() { <-gate }()
			var account app.Account
			body := map[string]string{"name": fmt.Sprintf("candidate %d", i+1), "password": demo.Password}
			if !p.ask(ctx, "", "POST", p.url+"/api/session", body, &account, &times) {
				refused.Add(1)
			}
		})
	}
	all.Wait()
	took := time.Since(began)
	alone, err := p.app.HashesASecond(ctx, 3*time.Second)
	if err != nil {
		return err
	}
	rate := float64(times.count()) / took.Seconds()
	fmt.Printf("%d sign in, 32 at once\n  sign-ins  %s\n  refused %d; hashing alone is %.1f a second, sign-ins come to %.0f%% of that\n", n, times.say(took), refused.Load(), alone, 100*rate/alone)
	return nil
}

var tps = regexp.MustCompile(`tps = ([0-9.]+) \(without`)

// pgbench is how many rows a second go into the log of attempts by statements
// alone.
func pgbench(ctx context.Context, url string, length time.Duration) (float64, error) {
	found, _ := filepath.Glob("/usr/lib/postgresql/*/bin/pgbench")
	if len(found) == 0 {
		return 0, errors.New("pgbench is not installed; it comes with Debian's postgresql")
	}
	script, err := os.CreateTemp("", "zincowl-load-*.sql")
	if err != nil {
		return 0, err
	}
	defer os.Remove(script.Name())
	_, err = script.WriteString(`\set position random(1000, 2000000000)
insert into attempts (id, at, course_id, account_id, sitting_id, position, serial, question_id, version, verdict, revision, response, confidence, points, outof, weight)
	select gen_random_uuid(), now(), d.course_id, d.account_id, d.id, :position, 1, i.question_id, i.version, 'cleared', 1, '{"options":["a"]}', 'sure', 1, 1, 0
	from (select * from sittings limit 1) d join lateral (select * from places i where i.sitting_id = d.id limit 1) i on true on conflict do nothing;
`)
	if err := errors.Join(err, script.Close()); err != nil {
		return 0, err
	}
	out, err := exec.CommandContext(ctx, found[len(found)-1], "-n", "-M", "prepared", "-c", "8", "-j", "2", "-T", strconv.Itoa(int(length.Seconds())), "-f", script.Name(), url).CombinedOutput()
	m := tps.FindSubmatch(out)
	if err != nil || m == nil {
		return 0, fmt.Errorf("pgbench: %v: %s", err, out)
	}
	return strconv.ParseFloat(string(m[1]), 64)
}
