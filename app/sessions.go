package app

import (
	"context"
	"crypto/rand"
	"crypto/sha256"
	"fmt"
	"strings"
	"sync"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/store"
)

const (
	// SessionLifetime is how long a browser stays signed in, and SessionIdle how
	// long without a sign of life.
	SessionLifetime = 30 * 24 * time.Hour
	SessionIdle     = 7 * 24 * time.Hour
	// BrowserLifetime is how long a browser is known by an account that signed
	// in there.
	BrowserLifetime = 365 * 24 * time.Hour
)

// seenEvery is how exactly it is recorded when a session was used last.
const seenEvery = 10 * time.Minute

// Visitor is who asks for something: a signed-in account, and what it may do in
// the course it asks about.
type Visitor struct {
	Session uuid.UUID
	Account uuid.UUID
	Member  bool
}

// Session is a browser in which an account is signed in.
type Session struct {
	ID        uuid.UUID `json:"id"`
	Device    string    `json:"device" doc:"as the browser names itself"`
	CreatedAt time.Time `json:"created_at"`
	SeenAt    time.Time `json:"seen_at" doc:"to within some minutes"`
	Here      bool      `json:"here" doc:"whether it is the one that asks"`
}

// Token is a secret that a browser keeps; only its hash is stored.
type Token string

func newToken() Token { return Token(rand.Text() + rand.Text()) } // 260 bits

func (t Token) hash() []byte {
	sum := sha256.Sum256([]byte(t))
	return sum[:]
}

// Begin starts a session of an account in a browser, and gives the token of the
// session and the one by which the browser is known later.
func (a *App) Begin(ctx context.Context, account uuid.UUID, device string) (session, browser Token, err error) {
	session, browser = newToken(), newToken()
	device = strings.ToValidUTF8(strings.ReplaceAll(device, "\x00", ""), "")
	if len(device) > 300 {
		device = strings.ToValidUTF8(device[:300], "")
	}
	now := a.now()
	err = pgx.BeginFunc(ctx, a.pool, func(tx pgx.Tx) error {
		s := store.Session{ID: uuid.New(), AccountID: account, Device: device, CreatedAt: now}
		if err := store.AddSession(ctx, tx, s, session.hash(), now.Add(SessionLifetime)); err != nil {
			return err
		}
		return store.KnowBrowser(ctx, tx, account, browser.hash(), now)
	})
	if err != nil {
		return "", "", fmt.Errorf("beginning a session: %w", err)
	}
	return session, browser, nil
}

// Visit says who holds a session's token, and whether that account is a member of
// a course. The error is ErrNotFound where there is no such session.
func (a *App) Visit(ctx context.Context, session Token, course uuid.UUID) (Visitor, error) {
	if session == "" {
		return Visitor{}, ErrNotFound
	}
	now := a.now()
	v, err := store.VisitOf(ctx, a.pool, session.hash(), course, now, now.Add(-SessionIdle))
	if err != nil {
		return Visitor{}, err
	}
	if now.Sub(v.SeenAt) > seenEvery {
		a.seen.add(v.ID)
	}
	return Visitor{v.ID, v.AccountID, v.Role != nil}, nil
}

// End ends the session with a token, if there is one.
func (a *App) End(ctx context.Context, session Token) error {
	v, err := a.Visit(ctx, session, uuid.Nil)
	if err == nil {
		err = store.EndSession(ctx, a.pool, v.Account, v.Session)
	}
	if err == ErrNotFound {
		return nil // it has ended
	}
	return err
}

// Sessions lists where an account is signed in.
func (a *App) Sessions(ctx context.Context, v Visitor) ([]Session, error) {
	now := a.now()
	stored, err := store.Sessions(ctx, a.pool, v.Account, now, now.Add(-SessionIdle))
	out := []Session{}
	for _, s := range stored {
		out = append(out, Session{s.ID, s.Device, s.CreatedAt, s.SeenAt, s.ID == v.Session})
	}
	return out, err
}

// EndSession signs an account out elsewhere.
func (a *App) EndSession(ctx context.Context, account, session uuid.UUID) error {
	return store.EndSession(ctx, a.pool, account, session)
}

// EndOtherSessions signs an account out everywhere but here.
func (a *App) EndOtherSessions(ctx context.Context, v Visitor) error {
	return pgx.BeginFunc(ctx, a.pool, func(tx pgx.Tx) error { return store.EndSessions(ctx, tx, v.Account, v.Session) })
}

// KeepSessions records, from time to time until the context ends, which sessions
// were used, and removes what has run out. Reading would else be writing.
func (a *App) KeepSessions(ctx context.Context, every time.Duration, failed func(error)) {
	tick := time.NewTicker(every)
	defer tick.Stop()
	for {
		select {
		case <-ctx.Done():
			return
		case <-tick.C:
			if err := a.keepSessions(ctx); err != nil && ctx.Err() == nil {
				failed(err)
			}
		}
	}
}

func (a *App) keepSessions(ctx context.Context) error {
	now := a.now()
	if used := a.seen.take(); len(used) > 0 {
		if err := store.SeeSessions(ctx, a.pool, used, now); err != nil {
			return fmt.Errorf("recording which sessions were used: %w", err)
		}
	}
	if err := store.SweepSessions(ctx, a.pool, now, now.Add(-SessionIdle), now.Add(-BrowserLifetime)); err != nil {
		return fmt.Errorf("removing sessions that have run out: %w", err)
	}
	return nil
}

// used gathers the sessions that were used.
type used struct {
	mu  sync.Mutex
	ids map[uuid.UUID]bool
}

func (u *used) add(id uuid.UUID) {
	u.mu.Lock()
	defer u.mu.Unlock()
	if u.ids == nil {
		u.ids = map[uuid.UUID]bool{}
	}
	u.ids[id] = true
}

func (u *used) take() []uuid.UUID {
	u.mu.Lock()
	defer u.mu.Unlock()
	out := make([]uuid.UUID, 0, len(u.ids))
	for id := range u.ids {
		out = append(out, id)
	}
	u.ids = nil
	return out
}
