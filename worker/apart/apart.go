// Package apart reads a file in a process of its own, so that a reader that
// hangs or wants all memory fails its own file and nothing else.
//
// The parent starts the program anew with the word Command and the file's name,
// and writes the file to its standard input; the child bounds its own memory,
// reads, and answers in JSON, a line for each step of progress and one for the
// document. When the parent's context ends the child is killed.
package apart

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"
	"os/exec"
	"runtime/debug"
	"syscall"
	"time"

	"zincowl/core/source"
	"zincowl/core/source/reader"
	"zincowl/recognise"
)

// Command is the word on the command line that asks for the child's part.
const Command = "read-apart"

const (
	// room is how much address space a reading may take: what the sandbox
	// reserves for itself and what a file needs beside it, in bytes.
	room = 6 << 30
	// thrift is the size of the heap from which the child prefers to be slow.
	thrift = 500 << 20
)

// message is a line from the child.
type message struct {
	Done     int              `json:"done,omitempty"`
	Of       int              `json:"of,omitempty"`
	Bad      string           `json:"bad,omitempty"`
	Failed   string           `json:"failed,omitempty"`
	Document *source.Document `json:"document,omitempty"`

	Files map[string][]byte `json:"files,omitempty"` // the document's pictures
}

// Read reads a file as reader.Read does, in a child of this program.
func Read(ctx context.Context, name string, data []byte, progress source.Progress) (source.Document, error) {
	self, err := os.Executable()
	if err != nil {
		return source.Document{}, fmt.Errorf("finding this program to read a file apart: %w", err)
	}
	return read(ctx, exec.CommandContext(ctx, self, Command, "--", name), data, progress)
}

func read(ctx context.Context, child *exec.Cmd, data []byte, progress source.Progress) (source.Document, error) {
	child.Stdin = bytes.NewReader(data)
	child.SysProcAttr = &syscall.SysProcAttr{Pdeathsig: syscall.SIGKILL}
	child.WaitDelay = time.Second
	out, err := child.StdoutPipe()
	if err != nil {
		return source.Document{}, err
	}
	if err := child.Start(); err != nil {
		return source.Document{}, fmt.Errorf("starting a reader apart: %w", err)
	}
	var last message
	lines := json.NewDecoder(out)
	for {
		var m message
		if err := lines.Decode(&m); err != nil {
			break // the end, or what the child could not finish saying
		}
		if last = m; m.Of > 0 && progress != nil {
			progress(m.Done, m.Of)
		}
	}
	_, _ = io.Copy(io.Discard, out)
	err = child.Wait()
	switch {
	case ctx.Err() != nil:
		return source.Document{}, ctx.Err()
	case last.Document != nil:
		last.Document.Files = last.Files
		return *last.Document, nil
	case last.Bad != "":
		return source.Document{}, source.Bad("%s", last.Bad)
	case last.Failed != "":
		return source.Document{}, errors.New(last.Failed)
	}
	return source.Document{}, source.Bad("This file needs more memory to be read than is allowed, or is damaged in a way that its reader did not survive (%v); split it, or save it in another format and bring that.", err)
}

// Serve is the child's part: it reads the file from in and answers to out.
func Serve(ctx context.Context, name string, in io.Reader, out io.Writer) error {
	debug.SetMemoryLimit(thrift)
	if err := syscall.Setrlimit(syscall.RLIMIT_AS, &syscall.Rlimit{Cur: room, Max: room}); err != nil {
		return fmt.Errorf("bounding the memory of a reader: %w", err)
	}
	data, err := io.ReadAll(in)
	if err != nil {
		return fmt.Errorf("taking a file in: %w", err)
	}
	say := json.NewEncoder(out)
	doc, err := reader.Read(ctx, name, data, source.Tools{Progress: func(done, of int) { _ = say.Encode(message{Done: done, Of: of}) }, Recognise: recognise.Words})
	bad := new(source.BadInput)
	switch {
	case errors.As(err, &bad):
		return say.Encode(message{Bad: bad.Says})
	case err != nil:
		return say.Encode(message{Failed: err.Error()})
	}
	return say.Encode(message{Document: &doc, Files: doc.Files})
}
