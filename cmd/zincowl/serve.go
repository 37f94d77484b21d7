package main

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"net"
	"net/http"
	"net/netip"
	"os"
	"os/signal"
	"path/filepath"
	"runtime/debug"
	"syscall"
	"time"

	"zincowl/app"
	"zincowl/demo"
	"zincowl/pglocal"
	"zincowl/server"
	"zincowl/standin"
	"zincowl/store"
	"zincowl/web"
	"zincowl/worker"
	"zincowl/worker/apart"
)

// thrift is the size of the heap from which a server or worker prefers to be slow.
const thrift = 400 << 20

// grace is how long requests and jobs have to end when the program is stopped.
const grace = 8 * time.Second

// newLog writes to standard error; with ZINCOWL_LOG=debug a line for each request.
func newLog() *slog.Logger {
	o := &slog.HandlerOptions{}
	if os.Getenv("ZINCOWL_LOG") == "debug" {
		o.Level = slog.LevelDebug
	}
	return slog.New(slog.NewTextHandler(os.Stderr, o))
}

// untilStopped is a context that ends with Ctrl-C or a request to terminate.
func untilStopped() (context.Context, context.CancelFunc) {
	return signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
}

// service is what serve, worker and demo run.
type service struct {
	url      string // of the database
	addr     string // "" for no server
	works    bool
	allowed  []string // hosts that may be fetched from wherever they stand
	children apart.Bounds
	limits   app.Limits
	metrics  string // where figures are told; "" for nowhere
	options  server.Options
	ready    func(address string)
}

// run serves until the context ends, then lets what is under way end.
func (v service) run(ctx context.Context) error {
	debug.SetMemoryLimit(thrift)
	pool, err := store.Open(ctx, v.url)
	if err != nil {
		return err
	}
	defer pool.Close()
	log := newLog()
	a := app.New(pool, nil, time.Now)
	a.UseLimits(v.limits)
	children := apart.New(v.children)
	a.UseReader(children.Read)
	a.UseSplitter(children.Split)
	a.UseFetcher(web.New(children.Article, v.allowed...).Fetch)
	queue, err := worker.New(pool, a, log)
	if err != nil {
		return err
	}
	a.UseQueue(queue)
	if v.works {
		if err := queue.Start(context.WithoutCancel(ctx)); err != nil {
			return fmt.Errorf("starting the worker: %w", err)
		}
		defer func() {
			end, cancel := context.WithTimeout(context.Background(), grace)
			defer cancel()
			if err := queue.Stop(end); err != nil {
				log.Error("the worker did not stop in time; its jobs go on at the next start", "error", err)
			}
		}()
	}
	if v.addr == "" {
		<-ctx.Done()
		return nil
	}
	listener, err := net.Listen("tcp", v.addr)
	if err != nil {
		return fmt.Errorf("listening on %s: %w", v.addr, err)
	}
	serving := server.New(ctx, pool, a, log, v.options)
	site := serving.HTTP()
	if v.metrics != "" {
		figures, err := net.Listen("tcp", v.metrics)
		if err != nil {
			return fmt.Errorf("listening for what reads the figures on %s: %w", v.metrics, err)
		}
		gauges := &http.Server{Handler: serving.Metrics(), ReadHeaderTimeout: 10 * time.Second, WriteTimeout: 10 * time.Second}
		go func() { _ = gauges.Serve(figures) }()
		defer gauges.Close()
	}
	ended := make(chan error, 1)
	go func() { ended <- site.Serve(listener) }()
	if v.ready != nil {
		v.ready("http://" + listener.Addr().String())
	}
	select {
	case err := <-ended:
		return fmt.Errorf("serving: %w", err)
	case <-ctx.Done():
	}
	end, cancel := context.WithTimeout(context.Background(), grace)
	defer cancel()
	if err := site.Shutdown(end); err != nil {
		return site.Close()
	}
	return nil
}

type fetches struct {
	AllowHost []string `help:"A host with its port, as works.example:80, that web pages may be fetched from although it is not on the public network." env:"ZINCOWL_ALLOW_HOST"`
}

// readers are the bounds of what reads strangers' bytes.
type readers struct {
	Readers      int   `help:"How many files, pages and papers are read at once; left out, twice the number of processors." env:"ZINCOWL_READERS"`
	ReaderMemory int64 `help:"What reading one may take, in MB." default:"512" env:"ZINCOWL_READER_MEMORY"`
}

func (r readers) bounds() apart.Bounds {
	return apart.Bounds{Children: r.Readers, Memory: r.ReaderMemory << 20}
}

type database struct {
	Database string `help:"The database, as a connection string." env:"ZINCOWL_DATABASE" required:""`
}

type serveCmd struct {
	database
	fetches
	readers
	Addr          string `help:"Where to listen." default:"127.0.0.1:8460" env:"ZINCOWL_ADDR"`
	SecureCookies bool   `help:"Send session cookies over https only." env:"ZINCOWL_SECURE_COOKIES"`
	NoWorker      bool   `help:"Leave background work to zincowl worker."`
	SignIns       int    `help:"How many tries at signing in one address has in a minute." default:"300" env:"ZINCOWL_SIGN_INS"`
	Heavy         int    `help:"How many requests that take much memory or computation are served at once." default:"4" env:"ZINCOWL_HEAVY"`
	Metrics       string `help:"Where figures for Prometheus are told, as 127.0.0.1:8462; left out, nowhere." env:"ZINCOWL_METRICS"`

	Max app.Limits `embed:"" prefix:"max-"`

	TrustedProxy []netip.Prefix `help:"A proxy, as 10.0.0.5/32, whose word on whom it asks for is taken." env:"ZINCOWL_TRUSTED_PROXY"`
}

// Run migrates and serves.
func (c *serveCmd) Run() error {
	ctx, stop := untilStopped()
	defer stop()
	if err := store.Migrate(ctx, c.Database); err != nil {
		return err
	}
	return service{
		url: c.Database, addr: c.Addr, works: !c.NoWorker, allowed: c.AllowHost, metrics: c.Metrics, children: c.bounds(), limits: c.Max,
		options: server.Options{SecureCookies: c.SecureCookies, SignIns: c.SignIns, Heavy: c.Heavy, TrustedProxies: c.TrustedProxy},
		ready:   func(address string) { fmt.Printf("Zinc Owl is at %s\n", address) },
	}.run(ctx)
}

type workerCmd struct {
	database
	fetches
	readers
	Max app.Limits `embed:"" prefix:"max-"`
}

// Run does background work.
func (c *workerCmd) Run() error {
	ctx, stop := untilStopped()
	defer stop()
	return service{url: c.Database, works: true, allowed: c.AllowHost, children: c.bounds(), limits: c.Max}.run(ctx)
}

type migrateCmd struct{ database }

// Run migrates.
func (c *migrateCmd) Run() error { return store.Migrate(context.Background(), c.Database) }

type resetCmd struct {
	database
	Name string `arg:"" help:"The account's name."`
}

// Run sets a new password and prints it.
func (c *resetCmd) Run() error {
	ctx := context.Background()
	pool, err := store.Open(ctx, c.Database)
	if err != nil {
		return err
	}
	defer pool.Close()
	password, err := app.New(pool, nil, time.Now).Reset(ctx, c.Name)
	if err != nil {
		return err
	}
	fmt.Printf("The new password of %s is %s\n", c.Name, password)
	return nil
}

type apartCmd struct {
	Task string `arg:""`
}

// Run does a task as the child of a server or worker.
func (c *apartCmd) Run() error {
	ctx, stop := untilStopped()
	defer stop()
	return apart.Serve(ctx, c.Task, os.Stdin, os.Stdout)
}

type openAPICmd struct{}

// Run prints the description.
func (c *openAPICmd) Run() error {
	data, err := server.Description()
	if err != nil {
		return err
	}
	_, err = os.Stdout.Write(append(data, '\n'))
	return err
}

// standinAddr is where the demo's simulated web site listens.
const standinAddr = "127.0.0.1:8461"

type demoCmd struct {
	Data    string `help:"The folder of the private database; left out, one of its own."`
	Addr    string `help:"Where to listen; where that is taken, on a free port." default:"127.0.0.1:8460"`
	SignIns int    `help:"How many tries at signing in one address has in a minute." default:"300" hidden:""`
	Empty   bool   `help:"Leave the demo course out."`
}

// Run starts the private database, loads the demo and serves it.
func (c *demoCmd) Run() (err error) {
	ctx, stop := untilStopped()
	defer stop()
	folder := c.Data
	if folder == "" {
		if folder, err = ownFolder(); err != nil {
			return err
		}
	}
	if folder, err = filepath.Abs(folder); err != nil {
		return err
	}
	cluster, err := pglocal.Start(ctx, folder, pglocal.Options{})
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, cluster.Stop()) }()
	if err := cluster.Ensure(ctx, "zincowl"); err != nil {
		return err
	}
	url := cluster.URL("zincowl")
	if err := store.Migrate(ctx, url); err != nil {
		return err
	}
	if !c.Empty {
		if err := loadDemo(ctx, url); err != nil {
			return err
		}
	}
	gazette, err := net.Listen("tcp", freeAddr(standinAddr))
	if err != nil {
		return fmt.Errorf("listening for the simulated web site: %w", err)
	}
	pretended := &http.Server{Handler: standin.Site(), ReadHeaderTimeout: 10 * time.Second}
	go func() { _ = pretended.Serve(gazette) }()
	defer pretended.Close()
	return service{
		url: url, addr: freeAddr(c.Addr), works: true, allowed: []string{gazette.Addr().String()}, limits: app.DefaultLimits, options: server.Options{SignIns: c.SignIns},
		ready: func(address string) {
			fmt.Printf("\nZinc Owl is at %s\n", address)
			if !c.Empty {
				fmt.Printf("Sign in as     %s\nwith password  %s\n", demo.Name, demo.Password)
			}
			fmt.Printf("A small made-up web site to fetch from is at http://%s\n", gazette.Addr())
			fmt.Printf("Stop it with Ctrl-C.\n")
		},
	}.run(ctx)
}

func loadDemo(ctx context.Context, url string) error {
	pool, err := store.Open(ctx, url)
	if err != nil {
		return err
	}
	defer pool.Close()
	return demo.Load(ctx, pool, time.Now())
}

// ownFolder is where the demo keeps its database. The database's own user has
// to reach it, which a folder below root's home is not.
func ownFolder() (string, error) {
	if os.Geteuid() == 0 {
		return "/var/lib/zincowl-demo", nil
	}
	if folder := os.Getenv("XDG_DATA_HOME"); folder != "" {
		return filepath.Join(folder, "zincowl-demo"), nil
	}
	home, err := os.UserHomeDir()
	if err != nil {
		return "", fmt.Errorf("finding a folder for the demo: %w; name one with --data", err)
	}
	return filepath.Join(home, ".local", "share", "zincowl-demo"), nil
}

// freeAddr is the address asked for, or another port of its host where that one
// is taken.
func freeAddr(addr string) string {
	l, err := net.Listen("tcp", addr)
	if err == nil {
		l.Close()
		return addr
	}
	host, _, err := net.SplitHostPort(addr)
	if err != nil {
		return addr
	}
	return net.JoinHostPort(host, "0")
}
