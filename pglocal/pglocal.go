// Package pglocal runs a private PostgreSQL on loopback from Debian's packages,
// for the demo and for tests.
//
// A cluster lives in a folder of its own, listens on a free port of 127.0.0.1
// with a password made at its birth, and runs as an unprivileged user also when
// the program runs as root. It ends with the program, even when the program is
// killed; when it ends by itself it is started again, on the same port.
package pglocal

import (
	"context"
	"crypto/rand"
	"errors"
	"fmt"
	"net"
	"os"
	"os/exec"
	"os/user"
	"path/filepath"
	"runtime"
	"sort"
	"strconv"
	"strings"
	"sync"
	"sync/atomic"
	"syscall"
	"time"

	"github.com/jackc/pgx/v5"
)

// ErrMissing is returned where PostgreSQL is not installed.
var ErrMissing = errors.New("PostgreSQL is not installed; run: apt-get install -y postgresql")

// Cluster is a running PostgreSQL.
type Cluster struct {
	folder   string
	port     int
	password string

	mu       sync.Mutex
	server   *exec.Cmd
	stopping bool
	answered atomic.Bool // once; a server that never did is not started again
	ended    chan error  // closed once it ended for good
}

// Options change how a cluster runs.
type Options struct {
	// Careless trades the safety of the data for speed; for tests.
	Careless bool
}

// Start starts the cluster that lives in a folder and makes it first where
// there is none. It returns when connections are accepted.
func Start(ctx context.Context, folder string, o Options) (*Cluster, error) {
	bin, err := binaries()
	if err != nil {
		return nil, err
	}
	as, err := unprivileged()
	if err != nil {
		return nil, err
	}
	c := &Cluster{folder: folder}
	if err := c.prepare(ctx, bin, as); err != nil {
		return nil, fmt.Errorf("preparing the database in %s: %w", folder, err)
	}
	if err := c.run(bin, as, o); err != nil {
		return nil, fmt.Errorf("starting the database in %s: %w", folder, err)
	}
	if err := c.wait(ctx); err != nil {
		c.Stop()
		return nil, err
	}
	return c, nil
}

// URL is the connection string for a database of the cluster.
func (c *Cluster) URL(database string) string {
	return fmt.Sprintf("postgres://zincowl:%s@127.0.0.1:%d/%s?sslmode=disable", c.password, c.port, database)
}

// Ensure makes a database where it does not exist.
func (c *Cluster) Ensure(ctx context.Context, database string) error {
	conn, err := pgx.Connect(ctx, c.URL("postgres"))
	if err != nil {
		return fmt.Errorf("connecting to the private database: %w", err)
	}
	defer conn.Close(ctx)
	var there bool
	if err := conn.QueryRow(ctx, "select exists(select 1 from pg_database where datname = $1)", database).Scan(&there); err != nil || there {
		return err
	}
	_, err = conn.Exec(ctx, "create database "+pgx.Identifier{database}.Sanitize())
	return err
}

// Stop ends the cluster: connections are closed and everything is written.
func (c *Cluster) Stop() error {
	c.mu.Lock()
	c.stopping = true
	err := c.server.Process.Signal(syscall.SIGINT)
	c.mu.Unlock()
	if err != nil && !errors.Is(err, os.ErrProcessDone) {
		return fmt.Errorf("stopping the private database: %w", err)
	}
	<-c.ended
	return nil
}

// binaries finds the folder of the newest PostgreSQL that Debian installed.
func binaries() (string, error) {
	found, err := filepath.Glob("/usr/lib/postgresql/*/bin/postgres")
	if err != nil || len(found) == 0 {
		return "", ErrMissing
	}
	version := func(path string) int {
		n, _ := strconv.Atoi(strings.Split(path, "/")[4])
		return n
	}
	sort.Slice(found, func(i, j int) bool { return version(found[i]) > version(found[j]) })
	return filepath.Dir(found[0]), nil
}

// Program finds one of PostgreSQL's programs: Debian's newest, else one on the path.
func Program(name string) (string, error) {
	if bin, err := binaries(); err == nil {
		if path := filepath.Join(bin, name); exists(path) {
			return path, nil
		}
	}
	path, err := exec.LookPath(name)
	if err != nil {
		return "", fmt.Errorf("%s is not installed; it comes with Debian's postgresql-client", name)
	}
	return path, nil
}

func exists(path string) bool {
	_, err := os.Stat(path)
	return err == nil
}

// unprivileged is the user that Debian's package made, for when we are root;
// nil means our own.
func unprivileged() (*syscall.Credential, error) {
	if os.Geteuid() != 0 {
		return nil, nil
	}
	u, err := user.Lookup("postgres")
	if err != nil {
		return nil, fmt.Errorf("PostgreSQL does not run as root and the user postgres is missing: %w", err)
	}
	uid, err1 := strconv.ParseUint(u.Uid, 10, 32)
	gid, err2 := strconv.ParseUint(u.Gid, 10, 32)
	if err := errors.Join(err1, err2); err != nil {
		return nil, err
	}
	return &syscall.Credential{Uid: uint32(uid), Gid: uint32(gid)}, nil
}

// prepare makes the folder, the password and, once, the cluster.
func (c *Cluster) prepare(ctx context.Context, bin string, as *syscall.Credential) error {
	if err := os.MkdirAll(c.folder, 0o711); err != nil {
		return err
	}
	secret := filepath.Join(c.folder, "password")
	data := filepath.Join(c.folder, "data")
	if password, err := os.ReadFile(secret); err == nil {
		c.password = strings.TrimSpace(string(password))
	} else {
		c.password = rand.Text()
		if err := os.WriteFile(secret, []byte(c.password+"\n"), 0o600); err != nil {
			return err
		}
	}
	if _, err := os.Stat(filepath.Join(data, "PG_VERSION")); err == nil {
		return nil
	}
	if err := os.RemoveAll(data); err != nil { // left half-made
		return err
	}
	if err := os.MkdirAll(data, 0o700); err != nil {
		return err
	}
	if as != nil {
		for _, path := range []string{data, secret} {
			if err := os.Chown(path, int(as.Uid), int(as.Gid)); err != nil {
				return err
			}
		}
	}
	if err := enters(as, data); err != nil {
		return err
	}
	cmd := exec.CommandContext(ctx, filepath.Join(bin, "initdb"), "--pgdata", data, "--username", "zincowl", "--pwfile", secret,
		"--auth", "scram-sha-256", "--encoding", "UTF8", "--locale", "C.UTF-8", "--no-sync", "--no-instructions")
	cmd.Dir = "/"
	cmd.SysProcAttr = &syscall.SysProcAttr{Credential: as}
	if out, err := cmd.CombinedOutput(); err != nil {
		return fmt.Errorf("initdb: %w: %s", err, out)
	}
	return nil
}

const (
	// rises is how often a server that ends soon after its start is started again
	// before it is given up, and lived how long one has to last for that to be
	// forgotten.
	rises = 20
	lived = 2 * time.Second
	// recess is how long is waited before that: what the old server left behind
	// has to end first.
	recess = 250 * time.Millisecond
)

// enters says whether the database's own user reaches a folder: it may be closed
// to it somewhere above.
func enters(as *syscall.Credential, folder string) error {
	try := exec.Command("/bin/true")
	try.Dir = folder
	try.SysProcAttr = &syscall.SysProcAttr{Credential: as}
	if err := try.Run(); errors.Is(err, os.ErrPermission) {
		return fmt.Errorf("the database's own user may not enter this folder, as one above it is closed to others; open that with chmod a+x, or name another folder with --data")
	} else if err != nil {
		return fmt.Errorf("trying whether the database's own user may enter this folder: %w", err)
	}
	return nil
}

// run starts the server, and again when it ends by itself. The thread that starts
// it lives as long as the server, so that the server is told when this program
// dies.
func (c *Cluster) run(bin string, as *syscall.Credential, o Options) error {
	port, err := freePort()
	if err != nil {
		return err
	}
	c.port = port
	args := []string{"-D", filepath.Join(c.folder, "data"), "-p", strconv.Itoa(port), "-c", "listen_addresses=127.0.0.1", "-c", "unix_socket_directories=",
		"-c", "max_connections=80", "-c", "log_min_messages=fatal", "-c", "logging_collector=off"}
	if o.Careless {
		args = append(args, "-c", "fsync=off", "-c", "synchronous_commit=off", "-c", "full_page_writes=off")
	}
	start := func() (*exec.Cmd, error) {
		c.mu.Lock()
		defer c.mu.Unlock()
		if c.stopping {
			return nil, os.ErrProcessDone
		}
		server := exec.Command(filepath.Join(bin, "postgres"), args...)
		server.Dir = "/"
		server.SysProcAttr = &syscall.SysProcAttr{Credential: as, Setpgid: true, Pdeathsig: syscall.SIGINT}
		err := server.Start()
		if err == nil {
			c.server = server
		}
		return server, err
	}
	c.ended = make(chan error, 1)
	started := make(chan error, 1)
	go func() {
		runtime.LockOSThread()
		defer runtime.UnlockOSThread()
		defer close(c.ended)
		server, err := start()
		started <- err
		for left := rises; err == nil; left-- {
			began := time.Now()
			err = server.Wait()
			if time.Since(began) > lived {
				left = rises
			}
			c.mu.Lock()
			stopping := c.stopping
			c.mu.Unlock()
			if stopping || left == 0 || !c.answered.Load() {
				c.ended <- err
				return
			}
			time.Sleep(recess)
			server, err = start()
		}
	}()
	return <-started
}

func freePort() (int, error) {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return 0, err
	}
	defer l.Close()
	return l.Addr().(*net.TCPAddr).Port, nil
}

// patience is how long a server may take to recover and accept connections.
const patience = 30 * time.Second

func (c *Cluster) wait(ctx context.Context) error {
	ctx, cancel := context.WithTimeout(ctx, patience)
	defer cancel()
	tick := time.NewTicker(20 * time.Millisecond)
	defer tick.Stop()
	for {
		conn, err := pgx.Connect(ctx, c.URL("postgres"))
		if err == nil {
			c.answered.Store(true)
			return conn.Close(ctx)
		}
		select {
		case ended := <-c.ended:
			return fmt.Errorf("the private database in %s ended at once: %v", c.folder, ended)
		case <-ctx.Done():
			return fmt.Errorf("the private database in %s does not answer: %w", c.folder, err)
		case <-tick.C:
		}
	}
}
