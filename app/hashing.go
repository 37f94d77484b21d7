package app

import (
	"context"
	"crypto/rand"
	"errors"
	"runtime"
	"sync"
	"sync/atomic"
	"time"

	"github.com/alexedwards/argon2id"
)

// ErrBusy is returned where so much of the same is under way that waiting for it
// would take longer than a person waits.
var ErrBusy = errors.New("A lot is going on here at the moment; wait a few seconds and try again.")

// hashing is argon2id's cost (RFC 9106, second recommended option).
var hashing = &argon2id.Params{Memory: 64 * 1024, Iterations: 3, Parallelism: 2, SaltLength: 16, KeyLength: 32}

// decoyHash is compared with when there is no such account, so that the answer
// takes as long.
var decoyHash = sync.OnceValue(func() string {
	hash, err := argon2id.CreateHash(rand.Text(), hashing)
	if err != nil {
		panic(err)
	}
	return hash
})

const (
	// hashesMost bounds how many passwords are hashed at once: each takes 64 MB.
	hashesMost = 4
	// hashesWaiting is how many may wait for that, and hashPatience how long.
	hashesWaiting = 64
	hashPatience  = 8 * time.Second
)

// hasher hashes passwords, a bounded number at once.
type hasher struct {
	places  chan struct{}
	waiting atomic.Int32
}

func newHasher() *hasher {
	return &hasher{places: make(chan struct{}, min(hashesMost, max(1, runtime.NumCPU())))}
}

// enter waits for a place; leave gives it back. Where too many wait, or it takes
// too long, it is ErrBusy.
func (h *hasher) enter(ctx context.Context) error {
	if h.waiting.Add(1) > hashesWaiting {
		h.waiting.Add(-1)
		return ErrBusy
	}
	defer h.waiting.Add(-1)
	patience, cancel := context.WithTimeout(ctx, hashPatience)
	defer cancel()
	select {
	case h.places <- struct{}{}:
		return nil
	case <-patience.Done():
		if ctx.Err() != nil {
			return ctx.Err()
		}
		return ErrBusy
	}
}

func (h *hasher) leave() { <-h.places }

// hash makes the hash of a password that is to be stored.
func (h *hasher) hash(ctx context.Context, password string) (string, error) {
	if err := h.enter(ctx); err != nil {
		return "", err
	}
	defer h.leave()
	return argon2id.CreateHash(password, hashing)
}

// match says whether a password is the one of a hash; with no hash it is never,
// and takes as long.
func (h *hasher) match(ctx context.Context, password, hash string) (bool, error) {
	if err := h.enter(ctx); err != nil {
		return false, err
	}
	defer h.leave()
	if hash == "" {
		_, err := argon2id.ComparePasswordAndHash(password, decoyHash())
		return false, err
	}
	return argon2id.ComparePasswordAndHash(password, hash)
}

// HashesASecond measures how many passwords are hashed a second, the bounded number
// at once, to hold signing in against it.
func (a *App) HashesASecond(ctx context.Context, length time.Duration) (float64, error) {
	ctx, cancel := context.WithTimeout(ctx, length)
	defer cancel()
	var done atomic.Int64
	var all sync.WaitGroup
	failed := make(chan error, hashesMost)
	began := time.Now()
	for range cap(a.hasher.places) {
		all.Go(func() {
			for ctx.Err() == nil {
				if _, err := a.hasher.match(ctx, "a long sentence", ""); err != nil && ctx.Err() == nil {
					failed <- err
					return
				}
				done.Add(1)
			}
		})
	}
	all.Wait()
	select {
	case err := <-failed:
		return 0, err
	default:
		return float64(done.Load()) / time.Since(began).Seconds(), nil
	}
}
