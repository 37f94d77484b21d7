package server

import (
	"context"
	"errors"
	"fmt"
	"io"
	"net/http"
	"os"
	"sync"
	"syscall"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/google/uuid"

	"zincowl/app"
)

// Files come in slowly and may be large. Each is written to a file without a name
// as it comes, so that neither the memory nor a connection to the database waits
// for a slow sender.
const (
	uploadsMost       = 32 // at once
	uploadsAnAccount  = 6
	uploadPiece       = 64 << 10
	uploadNoRoom      = "There is no room left on the server's disk; nothing was kept. Try again later, and tell whoever runs this server."
	uploadBrokenOff   = "The file did not arrive whole, so nothing was kept; bring it again."
	uploadTooLarge    = "This file is larger than %d MB; split it at a chapter and bring the parts."
	uploadTooManyOpen = "You are bringing %d files at once; wait until some are here."
)

// Upload is the part of an operation's input that takes bytes as they come.
type Upload struct {
	body    io.Reader
	control *http.ResponseController
}

// Resolve implements huma.Resolver.
func (u *Upload) Resolve(ctx huma.Context) []error {
	r, w := humachi.Unwrap(ctx)
	u.body, u.control = r.Body, http.NewResponseController(w)
	return nil
}

// takesBytes describes the body of an operation that takes bytes as they come.
func takesBytes(op *huma.Operation) {
	op.RequestBody = &huma.RequestBody{Required: true, Content: map[string]*huma.MediaType{
		"application/octet-stream": {Schema: &huma.Schema{Type: huma.TypeString, Format: "binary"}},
	}}
}

// spooled is a file that came in, without a name; it is gone when it is closed.
type spooled struct {
	*os.File
	size int64
	done func()
}

// Close lets go of it.
func (f *spooled) Close() error {
	f.done()
	return f.File.Close()
}

// uploads counts the files that are coming in, by account.
type uploads struct {
	mu sync.Mutex
	of map[uuid.UUID]int
	n  int
}

// begin takes a place for an account's file; done gives it back.
func (u *uploads) begin(account uuid.UUID) (done func(), err error) {
	u.mu.Lock()
	defer u.mu.Unlock()
	if u.of[account] >= uploadsAnAccount {
		return nil, &app.Invalid{Says: fmt.Sprintf(uploadTooManyOpen, u.of[account])}
	}
	if u.n >= uploadsMost {
		return nil, app.ErrBusy
	}
	if u.of == nil {
		u.of = map[uuid.UUID]int{}
	}
	u.of[account]++
	u.n++
	return func() {
		u.mu.Lock()
		defer u.mu.Unlock()
		u.n--
		if u.of[account]--; u.of[account] == 0 {
			delete(u.of, account)
		}
	}, nil
}

// spool writes what comes in to a file, up to a size; its sender has to keep the
// pace that any has to.
func (s *Server) spool(ctx context.Context, u Upload, most int64) (*spooled, error) {
	done, err := s.uploads.begin(account(ctx))
	if err != nil {
		return nil, err
	}
	f, err := os.CreateTemp("", "zincowl-upload-")
	if err != nil {
		done()
		return nil, noRoom(err)
	}
	_ = os.Remove(f.Name()) // it stays until it is closed, also when this program is killed
	out := &spooled{File: f, done: done}
	if err := out.take(u, most); err != nil {
		_ = out.Close()
		return nil, err
	}
	return out, nil
}

// take writes down what comes in, to be read from its beginning.
func (f *spooled) take(u Upload, most int64) error {
	began := time.Now()
	buf := make([]byte, uploadPiece)
	for {
		_ = u.control.SetReadDeadline(began.Add(allowed(f.size)))
		n, err := u.body.Read(buf)
		if f.size += int64(n); f.size > most {
			return &app.Invalid{Says: fmt.Sprintf(uploadTooLarge, most>>20)}
		}
		if _, err := f.Write(buf[:n]); err != nil {
			return noRoom(err)
		}
		if err == io.EOF {
			break
		}
		if err != nil {
			return &app.Invalid{Says: uploadBrokenOff}
		}
	}
	if _, err := f.Seek(0, io.SeekStart); err != nil {
		return fmt.Errorf("reading what came in: %w", err)
	}
	return nil
}

// noRoom says so where a file can't be written because the disk is full.
func noRoom(err error) error {
	if errors.Is(err, syscall.ENOSPC) || errors.Is(err, syscall.EDQUOT) {
		return &app.Invalid{Says: uploadNoRoom}
	}
	return fmt.Errorf("writing down what comes in: %w", err)
}
