// Package apart does what strangers' bytes decide about in processes of their own,
// so that a file that makes its reader hang, or want all memory, fails by itself
// and nothing else.
//
// There are three such tasks: reading a file, finding the article in a web page,
// and splitting a past paper. The parent starts the program anew with the words
// Command and the task's name; it writes a line of JSON with what the task has to
// know and then the bytes. The child answers in JSON: a line for each step of
// progress, and one with what came of it. How many children there are at once, how
// much memory one may hold and how long it may take is bounded; a child that goes
// beyond, or whose parent gives up, is killed.
package apart

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"
	"os/exec"
	"runtime"
	"runtime/debug"
	"slices"
	"strconv"
	"strings"
	"sync/atomic"
	"syscall"
	"time"

	"zincowl/app"
	"zincowl/core/source"
	"zincowl/core/source/reader"
	"zincowl/core/split"
	"zincowl/recognise"
	"zincowl/web"
)

// Command is the word on the command line that asks for the child's part.
const Command = "apart"

// Bounds are what children may take. Zero values mean the defaults.
type Bounds struct {
	Children int   // at once; twice the number of processors, and four at least
	Memory   int64 // of one child, in bytes; 512 MB
}

const (
	defaultMemory = 512 << 20
	// answerBytes is what a child may say in all: a text and pictures at their
	// largest, as JSON writes them.
	answerBytes = 200 << 20
	// weighed is how often a child's memory is looked at.
	weighed = 50 * time.Millisecond
	// The time of a reading grows with the file: a scanned book takes long.
	readAtLeast, readAMegabyte = 10 * time.Minute, time.Minute
	pageTime, splitTime        = time.Minute, 2 * time.Minute
)

// Children starts children within bounds.
type Children struct {
	bounds  Bounds
	answer  int64 // what a child may say in all, in bytes
	places  chan struct{}
	command func(ctx context.Context, task string) (*exec.Cmd, error)
}

// New makes Children of this program.
func New(b Bounds) *Children {
	if b.Children <= 0 {
		b.Children = max(4, 2*runtime.NumCPU())
	}
	if b.Memory <= 0 {
		b.Memory = defaultMemory
	}
	return &Children{b, answerBytes, make(chan struct{}, b.Children), func(ctx context.Context, task string) (*exec.Cmd, error) {
		self, err := os.Executable()
		if err != nil {
			return nil, fmt.Errorf("finding this program to start it apart: %w", err)
		}
		return exec.CommandContext(ctx, self, Command, task), nil
	}}
}

// message is a line from the child.
type message struct {
	Done   int             `json:"done,omitempty"`
	Of     int             `json:"of,omitempty"`
	Bad    string          `json:"bad,omitempty"`
	Failed string          `json:"failed,omitempty"`
	Result json.RawMessage `json:"result,omitempty"`
}

// read is a document with its pictures, which its JSON leaves out.
type read struct {
	Document source.Document   `json:"document"`
	Files    map[string][]byte `json:"files,omitempty"`
}

// The tasks by name.
const (
	taskRead  = "read"
	taskPage  = "page"
	taskSplit = "split"
)

// Read reads a file as reader.Read does.
func (c *Children) Read(ctx context.Context, f app.File, progress source.Progress) (source.Document, error) {
	var out read
	err := c.run(ctx, taskRead, readAtLeast+readAMegabyte*time.Duration(f.Size>>20), f.Name, f.Data, progress, &out)
	out.Document.Files = out.Files
	return out.Document, err
}

// Article finds the article in a web page, as web.Article does.
func (c *Children) Article(ctx context.Context, p web.Page) (web.Found, error) {
	data := p.Data
	p.Data = nil
	var out web.Found
	err := c.run(ctx, taskPage, pageTime, p, bytes.NewReader(data), nil, &out)
	return out, err
}

// Split splits a past paper as split.Read does.
func (c *Children) Split(ctx context.Context, text string, told split.Told) (split.Paper, error) {
	var out split.Paper
	err := c.run(ctx, taskSplit, splitTime, told, strings.NewReader(text), nil, &out)
	return out, err
}

// run does a task in a child and reads what came of it into out.
func (c *Children) run(ctx context.Context, task string, patience time.Duration, about any, data io.Reader, progress source.Progress, out any) error {
	select {
	case c.places <- struct{}{}:
		defer func() { <-c.places }()
	case <-ctx.Done():
		return ctx.Err()
	}
	limited, cancel := context.WithTimeout(ctx, patience)
	defer cancel()
	child, err := c.command(limited, task)
	if err != nil {
		return err
	}
	head, err := json.Marshal(about)
	if err != nil {
		return fmt.Errorf("telling a child what to do: %w", err)
	}
	child.Stdin = io.MultiReader(bytes.NewReader(append(head, '\n')), data)
	child.SysProcAttr = &syscall.SysProcAttr{Pdeathsig: syscall.SIGKILL, Setpgid: true}
	child.Cancel = func() error { return syscall.Kill(-child.Process.Pid, syscall.SIGKILL) } // with what it started itself
	child.WaitDelay = time.Second
	child.Env = append(harmless(os.Environ()), fmt.Sprintf("%s=%d", memoryVariable, c.bounds.Memory))
	pipe, err := child.StdoutPipe()
	if err != nil {
		return err
	}
	if err := start(child); err != nil {
		return fmt.Errorf("starting a child: %w", err)
	}
	var heavy atomic.Bool
	weighing, weighedOut := make(chan struct{}), make(chan struct{})
	go func() {
		defer close(weighedOut)
		for {
			select {
			case <-weighing:
				return
			case <-time.After(weighed):
				if resident(child.Process.Pid) > c.bounds.Memory {
					heavy.Store(true)
					_ = child.Cancel()
					return
				}
			}
		}
	}()
	var last message
	lines := json.NewDecoder(io.LimitReader(pipe, c.answer))
	for {
		var m message
		if err := lines.Decode(&m); err != nil {
			break // the end, or what the child could not finish saying
		}
		if last = m; m.Of > 0 && progress != nil {
			progress(m.Done, m.Of)
		}
	}
	if last.Result != nil || last.Bad != "" || last.Failed != "" {
		_, _ = io.Copy(io.Discard, io.LimitReader(pipe, 1))
	}
	_ = pipe.Close()
	err = child.Wait()
	close(weighing)
	<-weighedOut
	switch {
	case ctx.Err() != nil:
		return ctx.Err()
	case last.Result != nil:
		if err := json.Unmarshal(last.Result, out); err != nil {
			return fmt.Errorf("reading what a child made: %w", err)
		}
		return nil
	case last.Bad != "":
		return source.Bad("%s", last.Bad)
	case last.Failed != "":
		return errors.New(last.Failed)
	case limited.Err() != nil:
		return source.Bad("This takes longer to read than is allowed; split it at a chapter and bring the parts.")
	case heavy.Load():
		return source.Bad("This needs more memory to be read than is allowed (%d MB); split it, or save it in another format and bring that.", c.bounds.Memory>>20)
	}
	if killed(err) {
		return errors.New("a child was killed by somebody else") // it may live the next time
	}
	return source.Bad("This needs more memory to be read than is allowed, or is damaged in a way that its reader did not survive (%v); split it, or save it in another format and bring that.", err)
}

// harmless is an environment without what tells how to reach the database: whatever
// a file makes of its reader, it does not find that there.
func harmless(env []string) []string {
	return slices.DeleteFunc(slices.Clone(env), func(v string) bool { return strings.HasPrefix(v, "ZINCOWL_") || strings.HasPrefix(v, "PG") })
}

// killed says whether a child ended by a signal that it could not refuse.
func killed(err error) bool {
	var ended *exec.ExitError
	if !errors.As(err, &ended) {
		return false
	}
	status, ok := ended.Sys().(syscall.WaitStatus)
	return ok && status.Signaled() && status.Signal() == syscall.SIGKILL
}

// start starts a child from a thread that lives as long as this program: the
// kernel kills the child when the thread that started it ends.
func start(child *exec.Cmd) error {
	done := make(chan error, 1)
	starts <- func() { done <- child.Start() }
	return <-done
}

var starts = func() chan<- func() {
	in := make(chan func())
	go func() {
		runtime.LockOSThread()
		for f := range in {
			f()
		}
	}()
	return in
}()

// resident is how much memory a process holds, in bytes; 0 where it has ended.
func resident(pid int) int64 {
	text, err := os.ReadFile(fmt.Sprintf("/proc/%d/statm", pid))
	if err != nil {
		return 0
	}
	fields := bytes.Fields(text)
	if len(fields) < 2 {
		return 0
	}
	pages, _ := strconv.ParseInt(string(fields[1]), 10, 64)
	return pages * int64(os.Getpagesize())
}

// memoryVariable tells a child what it may hold.
const memoryVariable = "ZINCOWL_APART_MEMORY"

// rlimitData is RLIMIT_DATA of Linux, which package syscall has no name for: what
// a process may have of memory of its own that it can write to.
const rlimitData = 2

// Serve is the child's part: it does a task with what stands in in and answers to
// out.
func Serve(ctx context.Context, task string, in io.Reader, out io.Writer) error {
	memory, err := strconv.ParseInt(os.Getenv(memoryVariable), 10, 64)
	if err != nil || memory <= 0 {
		memory = defaultMemory
	}
	// The heap grows slowly from half of what is allowed; twice as much can't be had
	// at all, not even between two looks of the parent.
	debug.SetMemoryLimit(memory / 2)
	if err := syscall.Setrlimit(rlimitData, &syscall.Rlimit{Cur: uint64(2 * memory), Max: uint64(2 * memory)}); err != nil {
		return fmt.Errorf("bounding the memory of a child: %w", err)
	}
	lines := bufio.NewReader(in)
	head, err := lines.ReadBytes('\n')
	if err != nil {
		return fmt.Errorf("hearing what to do: %w", err)
	}
	data, err := io.ReadAll(lines)
	if err != nil {
		return fmt.Errorf("taking bytes in: %w", err)
	}
	say := json.NewEncoder(out)
	progress := func(done, of int) { _ = say.Encode(message{Done: done, Of: of}) }
	result, err := do(ctx, task, head, data, progress)
	bad := new(source.BadInput)
	switch {
	case errors.As(err, &bad):
		return say.Encode(message{Bad: bad.Says})
	case err != nil:
		return say.Encode(message{Failed: err.Error()})
	}
	data = nil
	made, err := json.Marshal(result)
	if err != nil {
		return fmt.Errorf("telling what was made: %w", err)
	}
	return say.Encode(message{Result: made})
}

func do(ctx context.Context, task string, head, data []byte, progress source.Progress) (any, error) {
	switch task {
	case taskRead:
		var name string
		if err := json.Unmarshal(head, &name); err != nil {
			return nil, fmt.Errorf("hearing a file's name: %w", err)
		}
		doc, err := reader.Read(ctx, name, data, source.Tools{Progress: progress, Recognise: recognise.Words})
		return read{doc, doc.Files}, err
	case taskPage:
		var p web.Page
		if err := json.Unmarshal(head, &p); err != nil {
			return nil, fmt.Errorf("hearing of a page: %w", err)
		}
		p.Data = data
		return web.Article(p)
	case taskSplit:
		var told split.Told
		if err := json.Unmarshal(head, &told); err != nil {
			return nil, fmt.Errorf("hearing of a paper: %w", err)
		}
		return split.Read(string(data), told)
	}
	return nil, fmt.Errorf("there is no task %q", task)
}
